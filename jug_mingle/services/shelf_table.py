"""The shelf as a table: out to CSV, and in from it, the good rows together or none."""

from sqlalchemy.orm import Session

from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab, XYZ_to_sRGB, sRGB_to_hex
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.optics.grounds import ground
from jug_mingle.errors import UnfitError
from jug_mingle.formats.shelf_csv import ShelfCsv, ShelfCsvError, TinRow, read_shelf_csv, write_shelf_csv
from jug_mingle.services.materials import add_material, material_rows, to_material
from jug_mingle.services.readings import add_reading, check_readings
from jug_mingle.services.settings import settings_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import MaterialRow


def write_table(session: Session) -> bytes:
    """Return all tins as CSV."""
    shelf, saying, rows = fitted_shelf(session), settings_of(session).saying(), []
    for row in material_rows(session):
        tin: dict[str, object] = {
            "name": row.name, "kind": row.kind, "left_ml": row.left_ml, "full_ml": row.full_ml,
            "price": row.price,
            "opened": row.opened, "place": row.place, "use_up": row.use_up,
            "volume_solids": row.volume_solids,
            "density": row.density, "spread_rate": row.spread_rate, "sheen": row.sheen, "notes": row.notes,
            "left": saying.amount(row.left_ml), "full": saying.amount(row.full_ml),
        }  # fmt: skip
        if to_material(row).kind.optical in ("hiding", "transparent"):
            Lab = R_to_Lab(masstone(shelf, row.key).clip(0.0, 1.0))
            tin |= dict(zip(("L", "a", "b"), (round(float(x), 2) for x in Lab), strict=True))
            tin["hex"] = sRGB_to_hex(XYZ_to_sRGB(Lab_to_XYZ(Lab)))
        rows.append(tin)
    return write_shelf_csv(rows)


def check_table(session: Session, data: bytes) -> ShelfCsv:
    """Return what a table holds, good rows and bad; nothing is taken yet. UnfitError when it is no such
    table."""
    try:
        return read_shelf_csv(data, taken=[row.name for row in material_rows(session)])
    except ShelfCsvError as error:
        raise UnfitError(str(error)) from error


def take_table(session: Session, data: bytes) -> list[MaterialRow]:
    """Put the good rows of a table on the shelf, all of them; UnfitError when there is none."""
    found = check_table(session, data)
    if not found.good:
        raise UnfitError("there is no row in this file that can be taken")
    rows = [_added(session, tin) for tin in found.good]
    check_readings(session)
    return rows


def _added(session: Session, tin: TinRow) -> MaterialRow:
    numbers = dict(tin.numbers)
    row = add_material(
        session, name=tin.name, kind=tin.kind, left_ml=numbers.pop("left_ml", numbers.get("full_ml", 500.0)),
        full_ml=numbers.pop("full_ml", None), price=numbers.pop("price", 0.0), opened=tin.opened,
        place=tin.place,
        use_up=tin.use_up, sheen=tin.sheen, notes=tin.notes, **numbers,  # type: ignore[arg-type]
    )  # fmt: skip
    material = to_material(row)
    if tin.Lab is None or material.kind.optical not in ("hiding", "transparent"):
        return row
    paper = ground("paper")
    film = {} if material.kind.optical == "hiding" else {"X": material.dry_coat, "R_g": paper.body}
    swatch = Swatch(seen=list(tin.Lab), **film)  # type: ignore[arg-type]
    add_reading(
        session, how="label", noise=NOISE["label"], volumes=[(row, 1.0)], veil=material.veil,
        swatches=[swatch], about={"name": "from a table"},
    )  # fmt: skip
    return row
