"""Pots on the bench: pour, undo, paint a strip, read it, rescue; the scale as a stream; and what is printed."""

import json
import time
from collections.abc import Iterator
from datetime import datetime
from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Query, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, Field, StringConstraints
from sqlalchemy.orm import Session

from jug_mingle.api.context import PROBLEMS, Context, ContextNow, LightNow, Reading, UnitNow, writing
from jug_mingle.api.schemas import Hex, PourIn, ToolName
from jug_mingle.api.shapes import hex_of
from jug_mingle.core.colour.difference import difference_words, direction, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.devices.lines import DeviceError
from jug_mingle.errors import ConflictError
from jug_mingle.services import jugs
from jug_mingle.services import pots as service
from jug_mingle.services.colours import resolve
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.said import Id, Said
from jug_mingle.services.shelf import fitted_shelf
from jug_mingle.services.sources import ColourIn
from jug_mingle.store.models import PotRow

router = APIRouter(prefix="/api", tags=["pots"])

JugName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]


class JugOut(BaseModel):
    """A vessel that stands about."""

    name: JugName
    capacity: float
    heights: list[float]
    diameters: list[float]


class JugIn(Said):
    """A vessel by its inner measures [mm], or by marks of water: millilitres in all, and height [mm]."""

    name: JugName
    bottom: float | None = Field(default=None, gt=0.0, le=1000.0)
    top: float | None = Field(default=None, gt=0.0, le=1000.0)
    neck: float | None = Field(default=None, gt=0.0, le=1000.0)
    height: float | None = Field(default=None, ge=0.0, le=1000.0)
    marks: list[tuple[float, float]] = Field(default=[], max_length=20)


class StepOut(BaseModel):
    """One pour, made or still to be made."""

    material: str
    name: str
    hex: Hex
    ml: float
    grams: float
    words: str
    made: bool


class PotOut(BaseModel):
    """A pot on the bench."""

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
    over: str = Field(description="What a strip of it is painted on, where its ground shows through; else empty.")
    done: bool


class BeginIn(Said):
    """Into which jug; the smallest that holds it with room to spare where none is named."""

    jug: JugName | None = None


class OtherJugIn(Said):
    """Which jug is taken instead."""

    jug: JugName


class PourMadeIn(Said):
    """A pour that was made; `place` is the number of pours made before it."""

    place: int = Field(ge=0, le=200)
    material: str = Field(max_length=80)
    ml: float = Field(gt=0.0, le=20_000.0)
    how: Literal["scale", "strip", "eye"] = "eye"


class StripIn(Said):
    """The colour of a dried strip; `anyway` when the timer has not run out but it is dry."""

    colour: ColourIn
    anyway: bool = False
    notes: str = Field(default="", max_length=500)


class LearntOut(BaseModel):
    """How far the prediction of a paint moved by this reading. [CIEDE2000]"""

    name: str
    by: float


class VerdictOut(BaseModel):
    """What a dried strip says; of a mix without a target there is no difference to say, and nothing to reach."""

    strip_id: int
    reading_id: int | None
    hex: Hex
    target_hex: Hex | None
    delta_E: float | None
    words: str
    misses: str
    reached: bool
    learnt: list[LearntOut]


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


class AdditionsIn(Said):
    """What is to be added to the pot."""

    pours: list[PourIn] = Field(min_length=1, max_length=3)


@router.get("/jugs")
def list_jugs(session: Reading) -> list[JugOut]:
    """List the vessels, those of one's own last."""
    return [
        JugOut.model_validate(
            {"name": name, "capacity": jug.capacity, "heights": jug.heights, "diameters": jug.diameters}
        )
        for name, jug in jugs.all_jugs(session).items()
    ]


@router.post("/jugs", status_code=201, responses=PROBLEMS)
def add_jug(body: JugIn, context: ContextNow) -> JugOut:
    """Keep a vessel of one's own, by its inner measures or by pouring known water."""
    with context.database.write.begin() as session:
        row = jugs.add_jug(session, **body.model_dump())
        jug = jugs.jug_named(session, row.name)
        return JugOut(name=row.name, capacity=jug.capacity, heights=row.heights, diameters=row.diameters)


def _pot(session: Session, row: PotRow, shown: Light, unit: str) -> PotOut:
    now = service.stand(session, row)
    shelf = fitted_shelf(session)

    def step(key: str, ml: float, made: bool) -> StepOut:
        material = shelf.materials[shelf.index(key)]
        return StepOut(
            material=key,
            name=material.name,
            hex=hex_of(np.clip(masstone(shelf, key), 0.0, 1.0), shown),
            ml=round(ml, 2),
            grams=round(ml * material.mass_density, 1),
            words=format_amount(ml, unit, density=material.mass_density).words,
            made=made,
        )

    steps = [step(made.material.key, made.ml, True) for made in row.made]
    steps += [step(pour.key, pour.ml, False) for pour in now.rest.pours]
    return PotOut.model_validate(
        {
            "id": row.id, "mix_id": row.mix_id, "mix_name": get_mix(session, row.mix_id).name, "jug": row.jug,
            "capacity": row.capacity, "steps": steps, "poured_ml": round(sum(now.poured.values()), 2),
            "batch": round(now.rest.batch, 1), "words": now.rest.words, "full": not now.rest.pours and bool(row.made),
            "now_hex": None if now.R is None else hex_of(now.R, shown),
            "end_hex": None if now.end_R is None else hex_of(now.end_R, shown),
            "target_hex": None if now.target is None else hex_of(now.target, shown), "dry_at": row.dry_at,
            "dry_minutes": service.dry_minutes(row), "dry_words": time_words(service.dry_minutes(row)),
            "over": now.over, "done": row.done is not None,
        }
    )  # fmt: skip


def _answer(context: Context, row: PotRow, light: str, unit: str) -> PotOut:
    """Return a pot as it stands, worked out after what changed of it is written."""
    with context.database.read() as session:
        return _pot(session, service.get_pot(session, row.id), light_named(light), unit)


@router.post("/mixes/{mix_id}/pots", status_code=201, responses=PROBLEMS)
def begin_pot(
    mix_id: Id, body: BeginIn, context: ContextNow, light: LightNow = "window", unit: UnitNow = "ml"
) -> PotOut:
    """Begin to pour a mix; the pot that is being poured of it already goes on."""
    with context.database.write.begin() as session:
        row = service.begin(session, mix_id, jug=body.jug)
    return _answer(context, row, light, unit)


@router.put("/pots/{pot_id}/jug", responses=PROBLEMS)
def change_jug(
    pot_id: Id, body: OtherJugIn, context: ContextNow, light: LightNow = "window", unit: UnitNow = "ml"
) -> PotOut:
    """Take another jug."""
    with context.database.write.begin() as session:
        row = service.change_jug(session, pot_id, body.jug)
    return _answer(context, row, light, unit)


@router.get("/pots/{pot_id}", responses=PROBLEMS)
def get_pot(pot_id: Id, session: Reading, light: LightNow = "window", unit: UnitNow = "ml") -> PotOut:
    """Return a pot as it stands."""
    return _pot(session, service.get_pot(session, pot_id), light_named(light), unit)


@router.post("/pots/{pot_id}/pours", status_code=201, responses=PROBLEMS)
def make_pour(
    pot_id: Id, body: PourMadeIn, context: ContextNow, light: LightNow = "window", unit: UnitNow = "ml"
) -> PotOut:
    """Write down one pour that was made; too much of it and the rest is computed anew."""
    with writing(context) as session:
        row = service.pour(session, pot_id, place=body.place, material=body.material, ml=body.ml, how=body.how)
    return _answer(context, row, light, unit)


@router.delete("/pots/{pot_id}/pours/last", responses=PROBLEMS)
def undo_pour(
    pot_id: Id,
    context: ContextNow,
    place: Annotated[int | None, Query(ge=0, le=200, description="Pours made before the one to take back.")] = None,
    light: LightNow = "window",
    unit: UnitNow = "ml",
) -> PotOut:
    """Take back the last pour; with its `place` it is taken back once, however often that is sent."""
    with writing(context) as session:
        row = service.undo_pour(session, pot_id, place=place)
    return _answer(context, row, light, unit)


@router.post("/pots/{pot_id}/strip-painted", responses=PROBLEMS)
def paint_strip(pot_id: Id, context: ContextNow, light: LightNow = "window", unit: UnitNow = "ml") -> PotOut:
    """A strip was painted; from now on it dries."""
    with context.database.write.begin() as session:
        row = service.paint_strip(session, pot_id)
    return _answer(context, row, light, unit)


@router.post("/pots/{pot_id}/strips", status_code=201, responses=PROBLEMS)
def read_strip(pot_id: Id, body: StripIn, context: ContextNow, light: LightNow = "window") -> VerdictOut:
    """Take the colour of a dried strip: it teaches the paints, and says how near the target is."""
    with context.database.read() as session:
        colour = service.as_compared(session, pot_id, resolve(session, context.photos, body.colour), body.colour)
        before = fitted_shelf(session)
    with context.database.write.begin() as session:
        service.read_strip(session, pot_id, colour, anyway=body.anyway, notes=body.notes)
    with context.database.read() as session:
        found = service.verdict_now(session, pot_id, before=before)
        if found is None:
            raise ConflictError(
                "the strip is kept, but more was poured meanwhile: it tells nothing of what is there now"
            )
        return _verdict(session, pot_id, found, light_named(light))


def _verdict(session: Session, pot_id: int, found: service.Verdict, shown: Light) -> VerdictOut:
    target = service.stand(session, service.get_pot(session, pot_id)).target
    R = np.array(found.strip.R)
    return VerdictOut(
        strip_id=found.strip.id,
        reading_id=found.strip.reading_id,
        hex=hex_of(R, shown),
        target_hex=None if target is None else hex_of(target, shown),
        delta_E=None if found.delta_E is None else round(found.delta_E, 2),
        words="" if found.delta_E is None else difference_words(found.delta_E),
        misses="" if target is None or (found.delta_E or 0.0) < 1.0 else direction(R_to_Lab(R), R_to_Lab(target)),
        reached=found.reached,
        learnt=[LearntOut(name=one.name, by=round(one.by, 2)) for one in found.learnt[:8]],
    )


@router.get("/pots/{pot_id}/verdict", responses=PROBLEMS)
def get_verdict(pot_id: Id, session: Reading, light: LightNow = "window") -> VerdictOut | None:
    """Return what the newest strip said of what is in the pot now; null where there is none."""
    found = service.verdict_now(session, pot_id)
    return None if found is None else _verdict(session, pot_id, found, light_named(light))


@router.get("/pots/{pot_id}/rescue", responses=PROBLEMS)
def get_rescue(
    pot_id: Id, session: Reading, light: LightNow = "window", tool: ToolName = "syringe", unit: UnitNow = "ml"
) -> AdviceOut:
    """Return how to bring a pot to its target with the least that has to be added."""
    shown = light_named(light)
    advice, now = service.rescue(session, pot_id, tool_key=tool)
    shelf = fitted_shelf(session)
    assert now.target is not None

    def step(pour: Pour) -> StepOut:
        material = shelf.materials[shelf.index(pour.key)]
        return StepOut(
            material=pour.key, name=material.name, hex=hex_of(np.clip(masstone(shelf, pour.key), 0, 1), shown),
            ml=round(pour.ml, 2), grams=round(pour.ml * material.mass_density, 1),
            words=format_amount(pour.ml, unit, density=material.mass_density).words, made=False,
        )  # fmt: skip

    options = [
        RescueOut(
            additions=[step(pour) for pour in one.additions], hex=hex_of(np.clip(one.R, 0.0, 1.0), shown),
            delta_E=round(one.expected, 2), words=difference_words(one.expected),
            likely=likely_words(one.expected, one.low, one.high), low=round(one.low, 2),
            high=round(one.high, 2), ml=round(one.ml, 1),
        )
        for one in advice.options
    ]  # fmt: skip
    return AdviceOut(
        now_hex=options[0].hex, target_hex=hex_of(now.target, shown), options=options,
        best=next(n for n, one in enumerate(advice.options) if one is advice.best), reached=advice.reached,
        words=advice.words,
    )  # fmt: skip


@router.post("/pots/{pot_id}/additions", responses=PROBLEMS)
def add_to_pot(
    pot_id: Id, body: AdditionsIn, context: ContextNow, light: LightNow = "window", unit: UnitNow = "ml"
) -> PotOut:
    """Add a rescue's additions to what is to be poured."""
    pours = [Pour(key=one.material, parts=one.parts, ml=one.ml) for one in body.pours]
    with context.database.write.begin() as session:
        row = service.add_to_pot(session, pot_id, pours)
    return _answer(context, row, light, unit)


@router.post("/pots/{pot_id}/done", responses=PROBLEMS)
def finish_pot(pot_id: Id, context: ContextNow, light: LightNow = "window", unit: UnitNow = "ml") -> PotOut:
    """The pot is good as it is."""
    with context.database.write.begin() as session:
        row = service.finish(session, pot_id)
    return _answer(context, row, light, unit)


@router.get("/mixes/{mix_id}/{kind}.pdf", responses=PROBLEMS)
def print_mix(
    mix_id: Id,
    kind: Literal["strip", "label", "card"],
    session: Reading,
    jug: JugName | None = None,
    unit: UnitNow = "ml",
) -> Response:
    """Return a pour strip for a jug, a lid label or a recipe card, at true size."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    return Response(prints.printed(session, mix_id, kind, jug=jug, unit=unit), media_type="application/pdf")


@router.get("/devices/scale/stream", responses=PROBLEMS, response_class=StreamingResponse)
def stream_scale(context: ContextNow, seconds: Annotated[float, Query(ge=0.2, le=3600.0)] = 600.0) -> StreamingResponse:
    """Send what the scale shows, ten times a second, as server-sent events; trouble is an event too, and it goes on."""

    def events() -> Iterator[str]:
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            try:
                weight = context.scale.weigh()
                body = {"grams": round(weight.grams, 1), "state": weight.state, "trouble": ""}
            except DeviceError as error:
                body = {"grams": 0.0, "state": "moving", "trouble": str(error)}
            body["at"] = round(1000 * time.time())  # so that the screen can tell how old it is
            yield f"data: {json.dumps(body)}\n\n"
            time.sleep(0.1 if not body["trouble"] else 0.5)

    return StreamingResponse(events(), media_type="text/event-stream", headers={"Cache-Control": "no-store"})
