"""The shelf: its tins, what is known of them, tests, and tables in and out."""

from collections.abc import Mapping, Sequence
from datetime import UTC, date, datetime
from typing import Annotated, Any, Final, Literal, cast

import numpy as np
from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import AliasChoices, BaseModel, Field
from sqlalchemy.orm import Session

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.common import PDF, Anyway, Hex, Name, gives, printed, sent
from jug_mingle.api.context import COMPUTES, Context, ContextNow, LightNow, ReadSession
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.colour_names import FAMILIES, family, hue_order
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab, XYZ_to_sRGB, sRGB_to_hex
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.certainty import WAYS
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.level import FILLED, LEVELS
from jug_mingle.core.evidence.mixtures import masstone, masstones
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.kind import Kind
from jug_mingle.core.materials.kinds import KINDS, kind_of
from jug_mingle.documents.colour_source import AreaIn, ColourIn, FromPhoto, LightingIn
from jug_mingle.documents.strict import Day, Id, StrictModel
from jug_mingle.documents.tin_test import TestIn
from jug_mingle.formats.colours import LARGEST
from jug_mingle.formats.shelf_csv import ShelfCsv
from jug_mingle.services import (
    colours,
    evidence_level,
    materials,
    readings,
    shelf_fit,
    shelf_table,
    tin_tests,
)
from jug_mingle.services.colours import Colour, resolve
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import MaterialRow, ReadingRow

Millilitres = Annotated[float, Field(ge=0.0, le=50_000.0)]
Minutes = Annotated[float, Field(ge=0.0, le=100_000.0)]
Days = Annotated[float, Field(ge=0.0, le=3650.0)]
Words = Annotated[str, Field(max_length=400)]
Sheen = Literal["flat", "matte", "eggshell", "satin", "gloss"]


class KindOut(BaseModel):
    """A kind of material, with what is usual for it."""

    key: str
    title: str
    base: str
    optical: Literal["hiding", "transparent", "clear", "extender"]
    caution: str
    has_colour: bool


class MaterialOut(BaseModel):
    """A tin on the shelf: its dried colour in the light asked for, or nothing for what has no colour."""

    key: str
    id: int
    version: int
    name: str
    kind: str
    kind_title: str
    base: str
    left_ml: float
    full_ml: float
    price: float
    place: str
    use_up: bool
    opened: date | None
    hex: Hex | None
    family: str = Field(description="Colour family for the filter; empty for what has no colour.")
    hue: float = Field(description="CIELAB hue angle, greys after all hues. [degrees]")
    level: str = Field(description="How well it is known: A to F, or nothing.")
    level_words: str = Field(description="By what it is known.")
    level_filled: int = Field(
        ge=0, le=6, description="How well it is known, as a scale of six steps: full is best."
    )
    mixable: bool
    caution: str
    keeps_until: datetime | None
    gone_off: bool


class FactOut(BaseModel):
    """One fact of a tin: the value in force, the usual one, and why that is usual."""

    name: str
    title: str
    unit: str
    value: bool | float | str | None
    usual: bool | float | str | None
    why: str
    own: bool


class TaskOut(BaseModel):
    """A small test that would tell more, and what it makes of the width of a prediction. [CIEDE2000]"""

    task: Literal["coats", "card", "tint", "reader", "spectrum", "film"]
    title: str
    how: str
    before: float
    after: float


class ReadingOut(BaseModel):
    """A reading in which the tin had a part."""

    id: int
    title: str
    how: str
    noise: float
    created: datetime
    hexes: list[Hex]
    doubted: bool = Field(description="Whether it contradicts the rest, and counts for little.")
    set_aside: bool = Field(description="Whether nothing explains it, so that it counts for nothing.")


class MaterialWholeOut(MaterialOut):
    """A tin with all that is known of it."""

    notes: str
    facts: list[FactOut]
    tasks: list[TaskOut]
    readings: list[ReadingOut]
    white: str | None = Field(description="The white to make a tint with.")
    remarks: list[str] = Field(default=[], description="What is to be known of its colour.")
    made: dict[str, Any] | None
    Lab: list[float] | None


class FactsIn(StrictModel):
    """What the label says; null takes a fact back to the usual one."""

    volume_solids: float | None = Field(default=None, ge=0.0, le=1.0)
    density: float | None = Field(default=None, ge=0.3, le=5.0)
    spread_rate: float | None = Field(default=None, ge=0.5, le=60.0)
    sheen: Sheen | None = None


class HandlingIn(StrictModel):
    """Handling by the label; null takes a fact back to the usual one."""

    dry: Minutes | None = None
    recoat: Minutes | None = None
    cure: Days | None = None
    open_time: Minutes | None = None
    pot_life: Days | None = None
    coats: Words | None = None
    under: Words | None = None
    over: Words | None = None
    into: Words | None = None
    own_primer: bool | None = None
    own_seal: bool | None = None
    blocks_stains: bool | None = None
    needs_primer: bool | None = None


class MaterialIn(FactsIn):
    """A tin to put on the shelf: a name, a kind and a colour are enough."""

    name: Name
    kind: str = Field(max_length=40)
    colour: ColourIn | None = None
    left_ml: Millilitres = 500.0
    full_ml: Millilitres | None = None
    price: float = Field(default=0.0, ge=0.0, le=10_000.0)
    opened: Day | None = None
    place: str = Field(default="", max_length=120)
    notes: str = Field(default="", max_length=2000)
    use_up: bool = False


class MaterialChangeIn(FactsIn):
    """What changes of a tin; only what is sent is changed."""

    name: Name = "unchanged"
    kind: str = Field(default="", max_length=40)
    left_ml: Millilitres = 0.0
    full_ml: Annotated[float, Field(ge=1.0, le=50_000.0)] = 500.0
    price: float = Field(default=0.0, ge=0.0, le=10_000.0)
    opened: Day | None = None
    place: str = Field(default="", max_length=120)
    notes: str = Field(default="", max_length=2000)
    use_up: bool = False
    handling: HandlingIn = Field(default_factory=HandlingIn)


class TinInPhotoIn(StrictModel):
    """One tin of a photo of swatches or lids."""

    name: Name
    kind: str = Field(max_length=40)
    area: AreaIn


class FromPhotoIn(StrictModel):
    """Many tins from one photo."""

    photo_id: Id
    lighting: LightingIn
    tins: list[TinInPhotoIn] = Field(
        min_length=1, max_length=60, validation_alias=AliasChoices("tins", "pots")
    )


class WeighIn(StrictModel):
    """The weight of the tin, as it stands and empty. [g]"""

    grams: float = Field(ge=0.0, le=50_000.0)
    tin_grams: float = Field(default=0.0, ge=0.0, le=20_000.0)


class BadRowOut(BaseModel):
    """A row of a table that cannot be taken, and why."""

    row: int
    reason: str


class TableOut(BaseModel):
    """What a table of tins holds."""

    good: list[str]
    bad: list[BadRowOut]
    notes: list[str]


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
    "reader": (
        "Read it with the colour reader",
        "Brush it until it hides, let it dry, and put the reader on it.",
    ),
    "coats": ("How many coats hid it?", "Say over what, and after how many coats nothing showed through."),
    "card": (
        "Paint the black-and-white card",
        "One coat over both fields of the printed card, dried; read it over the black and over the white.",
    ),
    "tint": (
        "One spoon with four of white",
        "Stir one spoon of it with four of white, brush it out, dry it, read it.",
    ),
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


def shelf_out(
    rows: Sequence[MaterialRow], shelf: Shelf, levels: Mapping[str, str], shown: Light
) -> list[MaterialOut]:
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
            reading_out(reading, row, shelf)
            for reading in [*readings.readings_of(session, row.key), *readings.set_aside_of(session, row.key)]
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


def reading_out(reading: ReadingRow, row: MaterialRow, shelf: Shelf) -> ReadingOut:
    """Return a reading in which a tin had a part."""
    others = [
        f"{marked(part.volume)} {part.material.name}"
        for part in reading.volumes
        if part.material.id != row.id
    ]
    if reading.coats is not None:
        hid = "hid" if reading.coats["hid"] else "did not hide"
        title = f"{reading.coats['coats']} coats {hid} {str(reading.about.get('ground', 'it')).lower()}"
    elif others:
        title = f"with {', '.join(others)}"
    elif len(reading.swatches) > 1:
        title = "one coat over black and white"
    else:
        title = "one coat over white paper" if reading.swatches[0]["X"] is not None else "by itself"
    colours = [np.array(swatch["seen"]) for swatch in reading.swatches]
    return ReadingOut(
        id=reading.id,
        title=title,
        how=WAYS.get(reading.how, reading.how),
        noise=round(reading.noise, 1),
        created=reading.created,
        hexes=[_hex(seen) for seen in colours],
        doubted=shelf.doubted(str(reading.id)),
        set_aside=readings.is_set_aside(reading),
    )


def _hex(seen: FloatArray) -> str:
    Lab = R_to_Lab(np.clip(seen, 0.0, 1.0)) if seen.size > 3 else seen
    return sRGB_to_hex(XYZ_to_sRGB(np.clip(Lab_to_XYZ(Lab), 0.0, None)))


router = APIRouter(prefix="/api/shelf", tags=["shelf"])


@router.get("")
def list_materials(session: ReadSession, light: LightNow = "window") -> list[MaterialOut]:
    """List all tins with their dried colour."""
    shelf, letters, shown = (
        shelf_fit.fitted_shelf(session),
        evidence_level.levels(session),
        light_named(light),
    )
    return shelf_out(materials.material_rows(session), shelf, letters, shown)


@router.get("/kinds")
def list_kinds() -> list[KindOut]:
    """List the kinds of material."""
    return [kind_out(kind) for kind in KINDS.values()]


@router.get("/families")
def list_families() -> list[str]:
    """List the colour families that tins are looked for under."""
    return list(FAMILIES)


@router.get("/table.csv", responses=gives("text/csv"), response_class=Response)
def get_table(session: ReadSession) -> Response:
    """Return the shelf as CSV."""
    return sent(shelf_table.write_table(session), "text/csv; charset=utf-8", "shelf.csv")


@router.get("/card.pdf", responses=PDF, response_class=Response)
def get_card(
    session: ReadSession,
    tin: Annotated[str, Query(max_length=120)] = "",
    pot: Annotated[str, Query(max_length=120, include_in_schema=False)] = "",
    anyway: Anyway = False,
) -> Response:
    """Return the black-and-white card to paint over, at true size."""
    from jug_mingle.formats.card_pdf import card_pdf  # an ordinary start need not import ReportLab

    paper = settings_of(session).page
    return printed(lambda: card_pdf(tin or pot, paper=paper), f"card {tin or pot}", anyway=anyway)


@router.post("/table/check", openapi_extra=FILE_BODY | COMPUTES)
async def check_table(request: Request, context: ContextNow) -> TableOut:
    """Say what a table of tins holds; nothing is taken."""
    data = await body_of(request, LARGEST)
    return await run_in_threadpool(_checked, context, data)


def _resolved(context: Context, said: ColourIn) -> Colour:
    """Return a colour before anything is written: nobody who writes waits while a photo is opened."""
    with context.database.read() as session:
        return resolve(session, context.photos, said)


def _whole(context: Context, key: str, light: str) -> MaterialWholeOut:
    """Return a tin with all that is known of it, fitted after what changed of it is written."""
    with context.database.read() as session:
        return material_whole(session, materials.get_material(session, key), light_named(light))


def _checked(context: Context, data: bytes) -> TableOut:
    with context.database.read() as session:
        return _table_out(shelf_table.check_table(session, data))


def _table_out(found: ShelfCsv) -> TableOut:
    bad = [BadRowOut(row=one.row, reason=one.reason) for one in found.bad]
    return TableOut(good=[tin.name for tin in found.good], bad=bad, notes=list(found.notes))


@router.post("/table", status_code=201, openapi_extra=FILE_BODY)
async def take_table(request: Request, context: ContextNow) -> list[str]:
    """Put the good rows of a table on the shelf, all of them or none; return their keys."""
    data = await body_of(request, LARGEST)
    return await run_in_threadpool(_taken, context, data)


def _taken(context: Context, data: bytes) -> list[str]:
    with context.database.write.begin() as session:
        return [row.key for row in shelf_table.take_table(session, data)]


@router.post("", status_code=201)
def add_material(body: MaterialIn, context: ContextNow, light: LightNow = "window") -> MaterialWholeOut:
    """Put a tin on the shelf."""
    colour = None if body.colour is None else _resolved(context, body.colour)
    with context.database.write.begin() as session:
        row = materials.add_material(session, **body.model_dump(exclude={"colour"}))
        if colour is not None:
            tin_tests.first_colour(session, row, colour)
            readings.check_readings(session)
    return _whole(context, row.key, light)


@router.post("/from-photo", status_code=201)
def add_from_photo(body: FromPhotoIn, context: ContextNow) -> list[str]:
    """Put many tins on the shelf from one photo of swatches or lids; all of them or none. Return their keys.

    A tin that stands there by its name and has no colour yet gets its own from the photo.
    """
    colours = [
        _resolved(context, FromPhoto(photo_id=body.photo_id, area=tin.area, lighting=body.lighting))
        for tin in body.tins
    ]
    with context.database.write.begin() as session:
        keys = []
        for tin, colour in zip(body.tins, colours, strict=True):
            row = tin_tests.tin_without_colour(session, tin.name) or materials.add_material(
                session, name=tin.name, kind=tin.kind, left_ml=500.0
            )
            tin_tests.first_colour(session, row, colour)
            keys.append(row.key)
        readings.check_readings(session)
        return keys


@router.get("/{key}")
def get_material(key: str, session: ReadSession, light: LightNow = "window") -> MaterialWholeOut:
    """Return a tin with all that is known of it."""
    return material_whole(session, materials.get_material(session, key), light_named(light))


@router.patch("/{key}")
def change_material(
    key: str, body: MaterialChangeIn, context: ContextNow, light: LightNow = "window"
) -> MaterialWholeOut:
    """Change what is said of a tin; only what is sent is changed, null goes back to the usual."""
    with context.database.write.begin() as session:
        materials.change_material(session, key, body.model_dump(exclude_unset=True))
    return _whole(context, key, light)


@router.delete("/{key}", status_code=204)
def remove_material(key: str, context: ContextNow) -> None:
    """Take a tin off the shelf; it can be restored."""
    with context.database.write.begin() as session:
        materials.remove_material(session, key)


@router.post("/{key}/restore", status_code=204)
def restore_material(key: str, context: ContextNow) -> None:
    """Bring a tin back to the shelf."""
    with context.database.write.begin() as session:
        materials.restore_material(session, key)


@router.post("/{key}/weigh")
def weigh_material(
    key: str, body: WeighIn, context: ContextNow, light: LightNow = "window"
) -> MaterialWholeOut:
    """Set what is left of a tin from its weight."""
    with context.database.write.begin() as session:
        materials.weigh_material(session, key, grams=body.grams, tin_grams=body.tin_grams)
    return _whole(context, key, light)


@router.post("/{key}/tests", status_code=201)
def add_test(key: str, body: TestIn, context: ContextNow, light: LightNow = "window") -> MaterialWholeOut:
    """Keep a test of a tin as a reading."""
    with context.database.read() as session:  # nobody who writes waits while a photo is opened
        colours = tin_tests.colours_of(session, context.photos, body)
    with context.database.write.begin() as session:
        tin_tests.add_test(session, key=key, test=body, colours=colours)
    return _whole(context, key, light)


@router.delete("/readings/{reading_id}", status_code=204)
def withdraw_reading(reading_id: Id, context: ContextNow) -> None:
    """Let a reading count no more; it can be restored."""
    with context.database.write.begin() as session:
        readings.withdraw_reading(session, reading_id)


@router.post("/readings/{reading_id}/restore", status_code=204)
def restore_reading(reading_id: Id, context: ContextNow) -> None:
    """Let a withdrawn reading count again."""
    with context.database.write.begin() as session:
        readings.restore_reading(session, reading_id)
