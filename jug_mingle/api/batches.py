"""Batches on the bench: pour, undo, paint a strip, read it, rescue."""

from datetime import datetime
from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Query
from pydantic import BaseModel, Field
from sqlalchemy.orm import Session

from jug_mingle.api.common import Hex, ToolName, hex_of
from jug_mingle.api.context import Context, ContextNow, LightNow, ReadSession, UnitNow, writing
from jug_mingle.api.jugs import JugName
from jug_mingle.api.recipes import PourIn
from jug_mingle.core.colour.difference import compare, difference_words, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.optics.uptake import laying_words
from jug_mingle.core.practice.amounts import shortage
from jug_mingle.core.practice.hazards import cautions_of
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.errors import ConflictError
from jug_mingle.services import batch_rescue, batches, strip_readings
from jug_mingle.services.colours import resolve
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import laid_otherwise
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import BatchRow


class StepOut(BaseModel):
    """One pour, made or still to be made."""

    material: str
    name: str
    hex: Hex
    ml: float
    grams: float
    words: str
    made: bool


class BatchOut(BaseModel):
    """A batch on the bench."""

    id: int
    mix_id: int
    mix_name: str
    jug: JugName
    capacity: float
    steps: list[StepOut]
    poured_ml: float
    batch: float
    words: str
    full: bool
    now_hex: Hex | None
    end_hex: Hex | None
    target_hex: Hex | None
    dry_at: datetime | None
    dry_minutes: float
    dry_words: str
    over: str = Field(
        description="What a strip of it is painted on, where its ground shows through; else empty."
    )
    over_key: str = Field(
        default="", description="The name of that, as `over` takes it; empty where it hides."
    )
    done: bool
    caution: str = Field(description="What can hurt of what is in it; else empty.")


class BeginIn(StrictModel):
    """Into which jug; the smallest that holds it with room to spare where none is named."""

    jug: JugName | None = None


class OtherJugIn(StrictModel):
    """Which jug is taken instead."""

    jug: JugName


class PourMadeIn(StrictModel):
    """A pour that was made; `place` is the number of pours made before it."""

    place: int = Field(ge=0, le=200)
    material: str = Field(max_length=80)
    ml: float = Field(gt=0.0, le=20_000.0)
    how: Literal["scale", "strip", "eye"] = "eye"


class StripIn(StrictModel):
    """The colour of a dried strip; `anyway` when the timer has not run out but it is dry."""

    colour: ColourIn
    anyway: bool = False
    notes: str = Field(default="", max_length=500)


class LearntOut(BaseModel):
    """How far the prediction of a paint moved by this reading. [CIEDE2000]"""

    name: str
    by: float


class VerdictOut(BaseModel):
    """What a dried strip says; of a mix without a target there is no difference to say, and nothing to
    reach."""

    strip_id: int
    reading_id: int | None
    hex: Hex
    target_hex: Hex | None
    delta_E: float | None
    words: str
    misses: str
    reached: bool
    learnt: list[LearntOut]
    set_aside: bool = Field(
        description="Whether nothing known of the paints explains it, so that it teaches nothing."
    )
    lay: str = Field(default="", description="Of a jug that is seen through: how it is laid to come nearest.")


class RescueOut(BaseModel):
    """One way to go on, with the colour that it would give."""

    additions: list[StepOut]
    hex: Hex
    delta_E: float = Field(description="What is likely. [CIEDE2000]")
    words: str
    likely: str
    low: float
    high: float
    ml: float


class AdviceOut(BaseModel):
    """A rescue: the ways, the best of them, and the words."""

    now_hex: Hex
    target_hex: Hex
    options: list[RescueOut]
    best: int
    reached: bool
    words: str


class AdditionsIn(StrictModel):
    """What is to be added to the batch."""

    pours: list[PourIn] = Field(min_length=1, max_length=3)


def batch_out(session: Session, row: BatchRow, shown: Light, unit: str) -> BatchOut:
    """Return a batch as it stands, each pour made and still to be made."""
    now = batches.standing_of(session, row)
    shelf = fitted_shelf(session)

    def step(key: str, ml: float, made: bool) -> StepOut:
        material = shelf.materials[shelf.index(key)]
        return StepOut(
            material=key,
            name=material.name,
            hex=hex_of(masstone(shelf, key), shown),
            ml=round(ml, 2),
            grams=round(ml * material.mass_density, 1),
            words=format_amount(ml, unit, density=material.mass_density).words,
            made=made,
        )

    steps = [step(made.material.key, made.ml, True) for made in row.made]
    steps += [step(pour.key, pour.ml, False) for pour in now.rest.pours]
    kinds = [shelf.materials[shelf.index(pour.key)].kind.key for pour in batches.asked_of(row)]
    short = (
        "" if now.rest.pours == () else shortage(shelf, batches.asked_of(row), poured=now.poured, unit=unit)
    )
    return BatchOut.model_validate(
        {
            "id": row.id, "mix_id": row.mix_id, "mix_name": get_mix(session, row.mix_id).name, "jug": row.jug,
            "capacity": row.capacity, "steps": steps, "poured_ml": round(sum(now.poured.values()), 2),
            "batch": round(now.rest.batch, 1), "words": f"{now.words} {short}".strip(),
            "full": not now.rest.pours and bool(row.made),
            "now_hex": None if now.R is None else hex_of(now.R, shown),
            "end_hex": None if now.end_R is None else hex_of(now.end_R, shown),
            "target_hex": None if now.target is None else hex_of(now.target, shown), "dry_at": row.dry_at,
            "dry_minutes": strip_readings.dry_minutes(row),
            "dry_words": time_words(strip_readings.dry_minutes(row)),
            "over": now.over, "over_key": (get_mix(session, row.mix_id).laid or {}).get("over", ""),
            "done": row.done is not None,
            "caution": " ".join(cautions_of(kinds)),
        }
    )  # fmt: skip


def verdict_out(session: Session, batch_id: int, verdict: strip_readings.Verdict, shown: Light) -> VerdictOut:
    """Return what a dried strip says of its batch."""
    target = batches.standing_of(session, batches.get_batch(session, batch_id)).target
    R = np.array(verdict.strip.R)
    apart = None if target is None else compare(R_to_Lab(R), R_to_Lab(target))
    way, lay = laid_otherwise(session, batches.get_batch(session, batch_id)), ""
    if way is not None:
        over = batches.standing_of(session, batches.get_batch(session, batch_id)).over
        likely = likely_words(way.expected, way.low, way.high)
        laid = laying_words(way.steps[0].film.laying, takes=True)
        lay = f"Laid {laid} over {over}, this jug comes to {likely}."
    return VerdictOut(
        strip_id=verdict.strip.id,
        reading_id=verdict.strip.reading_id,
        hex=hex_of(R, shown),
        target_hex=None if target is None else hex_of(target, shown),
        delta_E=None if apart is None else round(apart.delta_E, 2),
        words="" if apart is None else apart.words,
        misses="" if apart is None else apart.misses,
        reached=verdict.reached,
        set_aside=verdict.set_aside,
        lay=lay,
        learnt=[LearntOut(name=one.name, by=round(one.by, 2)) for one in verdict.learnt[:8]],
    )


router = APIRouter(prefix="/api", tags=["batches"])


def _answer(context: Context, row: BatchRow, light: str, unit: str) -> BatchOut:
    """Return a batch as it stands, worked out after what changed of it is written."""
    with context.database.read() as session:
        return batch_out(session, batches.get_batch(session, row.id), light_named(light), unit)


@router.post("/mixes/{mix_id}/batches", status_code=201)
def begin_batch(
    mix_id: Id, body: BeginIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> BatchOut:
    """Begin to pour a mix; the batch that is being poured of it already goes on."""
    with context.database.write.begin() as session:
        row = batches.begin_batch(session, mix_id, jug=body.jug)
    return _answer(context, row, light, unit)


@router.put("/batches/{batch_id}/jug")
def change_jug(
    batch_id: Id, body: OtherJugIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> BatchOut:
    """Take another jug."""
    with context.database.write.begin() as session:
        row = batches.change_jug(session, batch_id, body.jug)
    return _answer(context, row, light, unit)


@router.get("/batches/{batch_id}")
def get_batch(batch_id: Id, session: ReadSession, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """Return a batch as it stands."""
    return batch_out(session, batches.get_batch(session, batch_id), light_named(light), unit)


@router.post("/batches/{batch_id}/pours", status_code=201)
def make_pour(
    batch_id: Id, body: PourMadeIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> BatchOut:
    """Write down one pour that was made; too much of it and the rest is computed anew."""
    with writing(context) as session:
        row = batches.make_pour(
            session, batch_id, place=body.place, material=body.material, ml=body.ml, how=body.how
        )
    return _answer(context, row, light, unit)


@router.delete("/batches/{batch_id}/pours/last")
def undo_pour(
    batch_id: Id,
    context: ContextNow,
    unit: UnitNow,
    place: Annotated[
        int | None, Query(ge=0, le=200, description="Pours made before the one to take back.")
    ] = None,
    light: LightNow = "window",
) -> BatchOut:
    """Take back the last pour; with its `place` it is taken back once, however often that is sent."""
    with writing(context) as session:
        row = batches.undo_pour(session, batch_id, place=place)
    return _answer(context, row, light, unit)


@router.post("/batches/{batch_id}/strip-painted")
def paint_strip(batch_id: Id, context: ContextNow, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """A strip was painted; from now on it dries."""
    with context.database.write.begin() as session:
        row = strip_readings.paint_strip(session, batch_id)
    return _answer(context, row, light, unit)


@router.post("/batches/{batch_id}/strips", status_code=201)
def read_strip(batch_id: Id, body: StripIn, context: ContextNow, light: LightNow = "window") -> VerdictOut:
    """Take the colour of a dried strip: it teaches the paints, and says how near the target is."""
    with context.database.read() as session:
        colour = strip_readings.as_compared(
            session, batch_id, resolve(session, context.photos, body.colour), body.colour
        )
        before = fitted_shelf(session)
    with context.database.write.begin() as session:
        strip_readings.read_strip(session, batch_id, colour, anyway=body.anyway, notes=body.notes)
    with context.database.read() as session:
        verdict = strip_readings.verdict_now(session, batch_id, before=before)
        if verdict is None:
            raise ConflictError(
                "the strip is kept, but more was poured meanwhile: it tells nothing of what is there now"
            )
        return verdict_out(session, batch_id, verdict, light_named(light))


@router.get("/batches/{batch_id}/verdict")
def get_verdict(batch_id: Id, session: ReadSession, light: LightNow = "window") -> VerdictOut | None:
    """Return what the newest strip said of what is in the batch now; null where there is none."""
    verdict = strip_readings.verdict_now(session, batch_id)
    return None if verdict is None else verdict_out(session, batch_id, verdict, light_named(light))


@router.get("/batches/{batch_id}/rescue")
def get_rescue(
    batch_id: Id, session: ReadSession, unit: UnitNow, light: LightNow = "window", tool: ToolName = "syringe"
) -> AdviceOut:
    """Return how to bring a batch to its target with the least that has to be added."""
    shown = light_named(light)
    advice, target = batch_rescue.rescue(session, batch_id, tool_key=tool)
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
            additions=[step(pour) for pour in rescue.additions], hex=hex_of(rescue.R, shown),
            delta_E=round(rescue.expected, 2), words=difference_words(rescue.expected),
            likely=likely_words(rescue.expected, rescue.low, rescue.high), low=round(rescue.low, 2),
            high=round(rescue.high, 2), ml=round(rescue.ml, 1),
        )
        for rescue in advice.options
    ]  # fmt: skip
    return AdviceOut(
        now_hex=options[0].hex, target_hex=hex_of(target, shown), options=options,
        best=next(n for n, rescue in enumerate(advice.options) if rescue is advice.best),
        reached=advice.reached,
        words=advice.words,
    )  # fmt: skip


@router.post("/batches/{batch_id}/additions")
def add_to_batch(
    batch_id: Id, body: AdditionsIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> BatchOut:
    """Add a rescue's additions to what is to be poured."""
    pours = [Pour(key=pour.material, parts=pour.parts, ml=pour.ml) for pour in body.pours]
    with context.database.write.begin() as session:
        row = batches.add_to_batch(session, batch_id, pours)
    return _answer(context, row, light, unit)


@router.post("/batches/{batch_id}/done")
def finish_batch(batch_id: Id, context: ContextNow, unit: UnitNow, light: LightNow = "window") -> BatchOut:
    """The batch is good as it is."""
    with context.database.write.begin() as session:
        row = batches.finish_batch(session, batch_id)
    return _answer(context, row, light, unit)
