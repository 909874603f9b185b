"""Tins and readings as they are shown."""

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime
from typing import Final, Literal, cast

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.api.shelf.schemas import FactOut, KindOut, MaterialOut, MaterialWholeOut, ReadingOut, TaskOut
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.colour_names import family, hue_order
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab, XYZ_to_sRGB, sRGB_to_hex
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.certainty import WAYS
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.level import FILLED, LEVELS
from jug_mingle.core.evidence.mixtures import masstone, masstones
from jug_mingle.core.materials.kind import Kind
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.services import colours, evidence_level, materials, readings, shelf_fit
from jug_mingle.store.models import MaterialRow, ReadingRow

TaskName = Literal["coats", "card", "tint", "reader", "spectrum", "film"]

_FACTS: Final = {
    "volume_solids": ("Volume solids", ""),
    "density": ("Density", "g/ml"),
    "spread_rate": ("Spread rate", "m²/l"),
    "sheen": ("Sheen", ""),
    "dry": ("Dry to the touch", "min"),
    "recoat": ("Next coat after", "min"),
    "cure": ("Cured after", "days"),
    "open_time": ("Open time", "min"),
    "pot_life": ("Pot life", "days"),
    "coats": ("Coats", ""),
    "under": ("Under it", ""),
    "over": ("Over it", ""),
    "into": ("Into it", ""),
    "own_primer": ("Its own primer", ""),
    "own_seal": ("Its own seal", ""),
    "blocks_stains": ("Blocks stains", ""),
    "needs_primer": ("Needs a primer", ""),
}

_TASKS: Final = {
    "reader": ("Read it with the colour reader", "Brush it until it hides, let it dry, and put the reader on it."),
    "coats": ("How many coats hid it?", "Say over what, and after how many coats nothing showed through."),
    "card": (
        "Paint the black-and-white card",
        "One coat over both fields of the printed card, dried; read it over the black and over the white.",
    ),
    "tint": ("One spoon with four of white", "Stir one spoon of it with four of white, brush it out, dry it, read it."),
    "spectrum": (
        "Import a measured spectrum",
        "Read the paint, or its tint with white, with the colour reader, or load a file of its reflectance.",
    ),
    "film": ("One coat over white paper", "Brush one even coat on white paper, let it dry, and read it."),
}


def kind_out(kind: Kind) -> KindOut:
    """Return a kind."""
    return KindOut(
        key=kind.key, title=kind.title, base=kind.base, optical=kind.optical, caution=kind.caution,
        has_colour=kind.optical in ("hiding", "transparent"),
    )  # fmt: skip


def has_colour(row: MaterialRow) -> bool:
    """Return whether a tin has a colour of its own."""
    return kind_of(row.kind).optical in ("hiding", "transparent")


def shelf_out(rows: Sequence[MaterialRow], shelf: Shelf, levels: Mapping[str, str], shown: Light) -> list[MaterialOut]:
    """Return tins in a line each, their colours computed all at once."""
    R = np.clip(masstones(shelf), 0.0, 1.0)
    places = {material.key: place for place, material in enumerate(shelf.materials)}
    Lab, screen = R_to_Lab(R), R_to_screen(R, shown)
    return [_line(row, levels[row.key], Lab[places[row.key]], screen[places[row.key]]) for row in rows]


def _line(row: MaterialRow, level: str, masstone_Lab: FloatArray, screen: FloatArray) -> MaterialOut:
    kind = kind_of(row.kind)
    Lab = masstone_Lab if has_colour(row) and level else None
    until = materials.keeps_until(row)
    return MaterialOut(
        key=row.key,
        id=row.id,
        version=row.version,
        name=row.name,
        kind=row.kind,
        kind_title=kind.title,
        base=kind.base,
        left_ml=row.left_ml,
        full_ml=row.full_ml,
        price=row.price,
        place=row.place,
        use_up=row.use_up,
        opened=row.opened,
        hex=None if Lab is None else sRGB_to_hex(screen),
        family="" if Lab is None else family(Lab),
        hue=hue_order(Lab),
        level=level,
        level_words=LEVELS[level],
        level_filled=FILLED[level],
        mixable=kind.colours and kind.optical == "hiding",
        caution=kind.caution,
        keeps_until=until,
        gone_off=until is not None and until < datetime.now(UTC),
    )


def material_whole(session: Session, row: MaterialRow, shown: Light) -> MaterialWholeOut:
    """Return a tin with all that is known of it."""
    shelf = shelf_fit.fitted_shelf(session)
    known = evidence_level.known(session, row.key)
    line = shelf_out([row], shelf.only(row.key), {row.key: known.level}, shown)[0]
    Lab = R_to_Lab(np.clip(masstone(shelf, row.key), 0.0, 1.0)) if line.hex else None
    return MaterialWholeOut(
        **line.model_dump(),
        notes=row.notes,
        facts=[_fact(*fact) for fact in materials.facts_of(row)],
        tasks=[
            TaskOut(
                task=cast(TaskName, task.key), title=_TASKS[task.key][0], how=_TASKS[task.key][1],
                before=round(task.before, 2), after=round(task.after, 2),
            )
            for task in known.tasks
        ],
        readings=[
            reading_out(one, row, shelf)
            for one in [*readings.readings_of(session, row.key), *readings.set_aside_of(session, row.key)]
        ],
        white=known.white,
        remarks=colours.remarks_of(session, row),
        made=row.made,
        Lab=None if Lab is None else [round(float(x), 1) for x in Lab],
    )  # fmt: skip


def _fact(name: str, value: bool | float | str | None, usual: bool | float | str | None, why: str) -> FactOut:
    title, unit = _FACTS[name]
    return FactOut(
        name=name,
        title=title,
        unit=unit,
        why=why,
        own=value != usual,
        value=value if isinstance(value, bool) else value or None,
        usual=usual if isinstance(usual, bool) else usual or None,
    )


def reading_out(one: ReadingRow, row: MaterialRow, shelf: Shelf) -> ReadingOut:
    """Return a reading in which a tin had a part."""
    others = [f"{part.volume:g} {part.material.name}" for part in one.volumes if part.material.id != row.id]
    if one.coats is not None:
        hid = "hid" if one.coats["hid"] else "did not hide"
        title = f"{one.coats['coats']} coats {hid} {str(one.about.get('ground', 'it')).lower()}"
    elif others:
        title = f"with {', '.join(others)}"
    elif len(one.swatches) > 1:
        title = "one coat over black and white"
    else:
        title = "one coat over white paper" if one.swatches[0]["X"] is not None else "by itself"
    colours = [np.array(swatch["seen"]) for swatch in one.swatches]
    return ReadingOut(
        id=one.id,
        title=title,
        how=WAYS.get(one.how, one.how),
        noise=round(one.noise, 1),
        created=one.created,
        hexes=[_hex(seen) for seen in colours],
        doubted=shelf.doubted(str(one.id)),
        set_aside=readings.is_set_aside(one),
    )


def _hex(seen: FloatArray) -> str:
    Lab = R_to_Lab(np.clip(seen, 0.0, 1.0)) if seen.size > 3 else seen
    return sRGB_to_hex(XYZ_to_sRGB(np.clip(Lab_to_XYZ(Lab), 0.0, None)))
