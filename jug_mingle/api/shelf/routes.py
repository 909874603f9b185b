"""The shelf: its tins, what is known of them, tests, and tables in and out."""

from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.common.files import PDF, Anyway, gives, printed, sent
from jug_mingle.api.context import COMPUTES, Context, ContextNow, LightNow, ReadSession
from jug_mingle.api.shelf.schemas import (
    BadRowOut,
    FromPhotoIn,
    KindOut,
    MaterialChangeIn,
    MaterialIn,
    MaterialOut,
    MaterialWholeOut,
    TableOut,
    WeighIn,
)
from jug_mingle.api.shelf.serializers import kind_out, material_whole, shelf_out
from jug_mingle.core.colour.colour_names import FAMILIES
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.materials.kinds import KINDS
from jug_mingle.documents.colour_source import ColourIn, FromPhoto
from jug_mingle.documents.strict import Id
from jug_mingle.documents.tin_test import TestIn
from jug_mingle.formats.colours import LARGEST
from jug_mingle.formats.shelf_csv import ShelfCsv
from jug_mingle.services import evidence_level, materials, readings, shelf_fit, shelf_table, tin_tests
from jug_mingle.services.colours import Colour, resolve
from jug_mingle.services.settings import settings_of

router = APIRouter(prefix="/api/shelf", tags=["shelf"])


@router.get("")
def list_materials(session: ReadSession, light: LightNow = "window") -> list[MaterialOut]:
    """List all tins with their dried colour."""
    shelf, letters, shown = shelf_fit.fitted_shelf(session), evidence_level.levels(session), light_named(light)
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
def get_card(session: ReadSession, pot: Annotated[str, Query(max_length=120)] = "", anyway: Anyway = False) -> Response:
    """Return the black-and-white card to paint over, at true size."""
    from jug_mingle.formats.card_pdf import card_pdf  # an ordinary start need not import ReportLab

    paper = settings_of(session).page
    return printed(lambda: card_pdf(pot, paper=paper), f"card {pot}", anyway=anyway)


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
        for tin in body.pots
    ]
    with context.database.write.begin() as session:
        keys = []
        for tin, colour in zip(body.pots, colours, strict=True):
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
def weigh_material(key: str, body: WeighIn, context: ContextNow, light: LightNow = "window") -> MaterialWholeOut:
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
