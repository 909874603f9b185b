"""Batches on the bench: pour, undo, paint a strip, read it, rescue."""

from typing import Annotated

from fastapi import APIRouter, Query

from jug_mingle.api.batches.schemas import (
    AdditionsIn,
    AdviceOut,
    BatchOut,
    BeginIn,
    OtherJugIn,
    PourMadeIn,
    RescueOut,
    StepOut,
    StripIn,
    VerdictOut,
)
from jug_mingle.api.batches.serializers import batch_out, verdict_out
from jug_mingle.api.common.schemas import ToolName
from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.context import Context, ContextNow, LightNow, ReadSession, UnitNow, writing
from jug_mingle.core.colour.difference import difference_words, likely_words
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.documents.strict import Id
from jug_mingle.errors import ConflictError
from jug_mingle.services import batch_rescue, batches, strip_readings
from jug_mingle.services.colours import resolve
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import BatchRow

router = APIRouter(prefix="/api", tags=["batches"])


def _answer(context: Context, row: BatchRow, light: str, unit: str) -> BatchOut:
    """Return a batch as it stands, worked out after what changed of it is written."""
    with context.database.read() as session:
        return batch_out(session, batches.get_batch(session, row.id), light_named(light), unit)


@router.post("/mixes/{mix_id}/pots", status_code=201)
def begin_batch(mix_id: Id, body: BeginIn, context: ContextNow, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """Begin to pour a mix; the batch that is being poured of it already goes on."""
    with context.database.write.begin() as session:
        row = batches.begin_batch(session, mix_id, jug=body.jug)
    return _answer(context, row, light, unit)


@router.put("/pots/{pot_id}/jug")
def change_jug(
    pot_id: Id, body: OtherJugIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> BatchOut:
    """Take another jug."""
    with context.database.write.begin() as session:
        row = batches.change_jug(session, pot_id, body.jug)
    return _answer(context, row, light, unit)


@router.get("/pots/{pot_id}")
def get_batch(pot_id: Id, session: ReadSession, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """Return a batch as it stands."""
    return batch_out(session, batches.get_batch(session, pot_id), light_named(light), unit)


@router.post("/pots/{pot_id}/pours", status_code=201)
def make_pour(pot_id: Id, body: PourMadeIn, context: ContextNow, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """Write down one pour that was made; too much of it and the rest is computed anew."""
    with writing(context) as session:
        row = batches.make_pour(session, pot_id, place=body.place, material=body.material, ml=body.ml, how=body.how)
    return _answer(context, row, light, unit)


@router.delete("/pots/{pot_id}/pours/last")
def undo_pour(
    pot_id: Id,
    context: ContextNow,
    unit: UnitNow,
    place: Annotated[int | None, Query(ge=0, le=200, description="Pours made before the one to take back.")] = None,
    light: LightNow = "window",
) -> BatchOut:
    """Take back the last pour; with its `place` it is taken back once, however often that is sent."""
    with writing(context) as session:
        row = batches.undo_pour(session, pot_id, place=place)
    return _answer(context, row, light, unit)


@router.post("/pots/{pot_id}/strip-painted")
def paint_strip(pot_id: Id, context: ContextNow, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """A strip was painted; from now on it dries."""
    with context.database.write.begin() as session:
        row = strip_readings.paint_strip(session, pot_id)
    return _answer(context, row, light, unit)


@router.post("/pots/{pot_id}/strips", status_code=201)
def read_strip(pot_id: Id, body: StripIn, context: ContextNow, light: LightNow = "window") -> VerdictOut:
    """Take the colour of a dried strip: it teaches the paints, and says how near the target is."""
    with context.database.read() as session:
        colour = strip_readings.as_compared(session, pot_id, resolve(session, context.photos, body.colour), body.colour)
        before = fitted_shelf(session)
    with context.database.write.begin() as session:
        strip_readings.read_strip(session, pot_id, colour, anyway=body.anyway, notes=body.notes)
    with context.database.read() as session:
        found = strip_readings.verdict_now(session, pot_id, before=before)
        if found is None:
            raise ConflictError(
                "the strip is kept, but more was poured meanwhile: it tells nothing of what is there now"
            )
        return verdict_out(session, pot_id, found, light_named(light))


@router.get("/pots/{pot_id}/verdict")
def get_verdict(pot_id: Id, session: ReadSession, light: LightNow = "window") -> VerdictOut | None:
    """Return what the newest strip said of what is in the batch now; null where there is none."""
    found = strip_readings.verdict_now(session, pot_id)
    return None if found is None else verdict_out(session, pot_id, found, light_named(light))


@router.get("/pots/{pot_id}/rescue")
def get_rescue(
    pot_id: Id, session: ReadSession, unit: UnitNow, light: LightNow = "window", tool: ToolName = "syringe"
) -> AdviceOut:
    """Return how to bring a batch to its target with the least that has to be added."""
    shown = light_named(light)
    advice, target = batch_rescue.rescue(session, pot_id, tool_key=tool)
    shelf = fitted_shelf(session)

    def step(pour: Pour) -> StepOut:
        material = shelf.materials[shelf.index(pour.key)]
        return StepOut(
            material=pour.key, name=material.name, hex=hex_of(masstone(shelf, pour.key), shown),
            ml=round(pour.ml, 2), grams=round(pour.ml * material.mass_density, 1),
            words=format_amount(pour.ml, unit, density=material.mass_density).words, made=False,
        )  # fmt: skip

    options = [
        RescueOut(
            additions=[step(pour) for pour in one.additions], hex=hex_of(one.R, shown),
            delta_E=round(one.expected, 2), words=difference_words(one.expected),
            likely=likely_words(one.expected, one.low, one.high), low=round(one.low, 2),
            high=round(one.high, 2), ml=round(one.ml, 1),
        )
        for one in advice.options
    ]  # fmt: skip
    return AdviceOut(
        now_hex=options[0].hex, target_hex=hex_of(target, shown), options=options,
        best=next(n for n, one in enumerate(advice.options) if one is advice.best), reached=advice.reached,
        words=advice.words,
    )  # fmt: skip


@router.post("/pots/{pot_id}/additions")
def add_to_batch(
    pot_id: Id, body: AdditionsIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> BatchOut:
    """Add a rescue's additions to what is to be poured."""
    pours = [Pour(key=one.material, parts=one.parts, ml=one.ml) for one in body.pours]
    with context.database.write.begin() as session:
        row = batches.add_to_batch(session, pot_id, pours)
    return _answer(context, row, light, unit)


@router.post("/pots/{pot_id}/done")
def finish_batch(pot_id: Id, context: ContextNow, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """The batch is good as it is."""
    with context.database.write.begin() as session:
        row = batches.finish_batch(session, pot_id)
    return _answer(context, row, light, unit)
