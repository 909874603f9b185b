"""Colours over a ground: stains, washes, glazes and waxes, woods made one, undertones."""

from collections.abc import Collection, Mapping, Sequence
from typing import Annotated

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, Field
from sqlalchemy.orm import Session

from jug_mingle.api.common import Hex, LightName, ToolName, hex_of
from jug_mingle.api.context import COMPUTES, LightNow, ReadSession, UnitNow
from jug_mingle.api.recipes import DifferenceOut, PourOut, measured_in, pour_out, screens_of
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import JUST_SEEN, compare, difference_words, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm, body_over
from jug_mingle.core.evidence.mixtures import mixed_film
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.handling import wait_words
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.optics.film import R_seen, veil_of
from jug_mingle.core.optics.grain import STREAKS
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import laying_words
from jug_mingle.core.practice.amounts import cost_of, shortage
from jug_mingle.core.practice.films import notes_on
from jug_mingle.core.practice.hazards import cautions_of
from jug_mingle.core.recipes.assessment import metameric_words
from jug_mingle.core.recipes.over import OverStep, OverWay
from jug_mingle.core.recipes.two_woods import HOW_WORDS, strips_to_try
from jug_mingle.core.recipes.undertones import UNDERTONES, change_words
from jug_mingle.documents.laid import FilmKind, GroundName, LaidIn, LayingIn
from jug_mingle.documents.strict import Id, OneOf, StrictModel
from jug_mingle.services import over as service
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import get_material, handled
from jug_mingle.services.pieces import uses_of_job
from jug_mingle.services.targets import get_target

TinKey = Annotated[str, Field(max_length=80)]
Wish = Annotated[str, OneOf(UNDERTONES)]


class AllowedIn(StrictModel):
    """Which tins may be used, how many in a film, how much is made [ml] and with what it is measured."""

    use: list[TinKey] = Field(default=[], max_length=3)
    avoid: list[TinKey] = Field(default=[], max_length=500)
    most: int = Field(default=3, ge=1, le=3)
    batch: float = Field(default=250.0, gt=0.0, le=20_000.0)
    tool: ToolName = "parts"


class WaysIn(AllowedIn):
    """What the colour is wanted over."""

    over: GroundName = "oak"
    lights: list[LightName] = Field(default=[], max_length=4, description="Beside those of the two rooms.")


class StreaksOut(BaseModel):
    """Streaks of the grain, from dark to pale."""

    dry: list[Hex]
    wet: list[Hex]
    sealed: list[Hex]


class OverStepOut(BaseModel):
    """A film of a way: what is poured, and how it is laid."""

    title: str
    pours: list[PourOut]
    water: float = Field(description="Parts of water to one of what is poured.")
    water_words: str = Field(description="How much water that is; empty where there is none.")
    mix: str = Field(description="In words: 3 Brewed tea · 1 Barley sugar, with 2 parts of water to one.")
    how: str = Field(description="In words: wiped hard after 4 minutes, two coats.")
    wait: str = Field(description="In words, how long it dries until the next step.")
    notes: list[str] = Field(description="What practice says of it: evenness, wear, whether it can be wiped.")
    spread_rate: float = Field(
        description="Area that a litre of what is poured covers, thinned as it is. [m²/l]"
    )
    laid: LaidIn


class OverWayOut(BaseModel):
    """Films over a ground, and the look that comes of them."""

    title: str
    steps: list[OverStepOut]
    hex: Hex
    streaks: StreaksOut
    delta_E: float = Field(description="On paper, in the light asked for. [CIEDE2000]")
    expected: float
    low: float
    high: float
    words: str = Field(description="What is likely, in words; empty where there is no colour to reach.")
    likely: str
    misses: str
    change: str = Field(description="What it does to what lies below, in words.")
    metameric: str
    differences: list[DifferenceOut]
    cost: float
    short: str
    cautions: list[str]
    unread: str = Field(
        description="Said where no field of it was read on this wood: what would make it surer."
    )


class OverOut(BaseModel):
    """A ground that films lie on."""

    over: GroundName
    name: str
    hex: Hex
    streaks: StreaksOut
    takes: bool = Field(description="Whether what is laid on it goes in.")


class WaysOut(BaseModel):
    """Ways to a colour over a ground, likeliest first."""

    target_hex: Hex
    ground: OverOut
    ways: list[OverWayOut]
    reach: str = Field(description="Said when no way comes near: why, and what would help; empty otherwise.")


class OverFilmIn(LayingIn):
    """A film by hand."""

    kind: FilmKind
    parts: list[tuple[TinKey, Annotated[int, Field(ge=1, le=1000)]]] = Field(min_length=1, max_length=5)
    water: float = Field(default=0.0, ge=0.0, le=10.0)


class OverByHandIn(StrictModel):
    """Films by hand over a ground, against a colour or none."""

    over: GroundName = "oak"
    films: list[OverFilmIn] = Field(min_length=1, max_length=3)
    target_id: Id | None = None
    batch: float = Field(default=250.0, gt=0.0, le=20_000.0)
    tool: ToolName = "parts"


class WoodsIn(AllowedIn):
    """The woods to bring together, and the colour that they shall come to, or none."""

    woods: list[GroundName] = Field(min_length=2, max_length=3)
    target_id: Id | None = None


class OnWoodOut(BaseModel):
    """What is laid on one of the woods."""

    steps: list[OverStepOut]
    hex: Hex
    streaks: StreaksOut


class TogetherOut(BaseModel):
    """What brings woods together."""

    how: str
    woods: list[OnWoodOut]
    apart: list[DifferenceOut]
    from_target: float | None
    words: str


class WoodsOut(BaseModel):
    """Ways to bring woods together, the nearest first, and what to try first."""

    grounds: list[OverOut]
    before: str
    ways: list[TogetherOut]
    strips: list[str] = Field(description="Strips to try first, in order of what they tell.")


class UndertonesIn(AllowedIn):
    """What is wished of a wood."""

    over: GroundName = "oak"
    wish: Wish


class UndertoneOut(BaseModel):
    """A film, and what it does to a wood."""

    step: OverStepOut
    hex: Hex
    streaks: StreaksOut
    words: str
    lighter: float = Field(description="How much lighter, or darker where negative. [L*]")


class UndertonesOut(BaseModel):
    """What moves a wood's undertone as wished, those that change its lightness least first."""

    ground: OverOut
    ways: list[UndertoneOut]


def streaks_out(shelf: Shelf, films: Sequence[LaidFilm], ground: Ground, shown: Light) -> StreaksOut:
    """Return the streaks of a ground's grain below films, dry, wet, and below a satin clear coat."""
    laid = body_over(shelf, films, ground, heights=STREAKS)

    def hexes(R: FloatArray) -> list[str]:
        return [hex_of(one, shown) for one in R]

    return StreaksOut(
        dry=hexes(laid.seen),
        wet=hexes(R_seen(laid.body, 0.0)),
        sealed=hexes(R_seen(laid.body, veil_of("satin"))),
    )


def over_out(shelf: Shelf, name: str, ground: Ground, shown: Light) -> OverOut:
    """Return a ground."""
    return OverOut(
        over=name, name=ground.name, hex=hex_of(ground.R_seen, shown), takes=bool(ground.takes),
        streaks=streaks_out(shelf, (), ground, shown),
    )  # fmt: skip


def step_out(
    session: Session, shelf: Shelf, step: OverStep, over: str, *, takes: bool, batch: float, measured: str,
    screens: Mapping[str, str], uses: Collection[str] = (),
) -> OverStepOut:  # fmt: skip
    """Return a film of a way."""
    pours, laying = step.pours(batch), step.film.laying
    facts = handled(get_material(session, pour.key) for pour in pours)
    mix = " · ".join(f"{part} {shelf.materials[shelf.index(key)].name}" for key, part in step.parts)
    if len(step.parts) == 1:
        mix = shelf.materials[shelf.index(step.parts[0][0])].name
    thinned = ""
    if step.film.water > 0.0:
        water = step.film.water
        mix += " on misted wood" if water < 1.0 else f", 1 : {marked(water)} with water"
        thinned = format_amount(sum(pour.ml for pour in pours) * water, measured).words
    how = laying_words(laying, takes=takes and not step.film.over_seal)
    if step.film.over_seal and takes:
        how = f"over a clear coat that is dry: {how}"
    laid = LaidIn(
        kind=step.kind.key,
        over=over,
        wait=laying.wait,
        wipe=laying.wipe,
        coats=laying.coats,
        prepared=laying.prepared,
    )
    return OverStepOut(
        title=step.kind.title, pours=[pour_out(pour, shelf, screens, measured) for pour in pours],
        spread_rate=round((1.0 + step.film.water) * mixed_film(shelf, pours).spread_rate, 3),
        water=step.film.water, water_words=thinned, mix=mix, how=how, laid=laid,
        wait=f"{'dries ' if laying.coats == 1 else ''}{wait_words(facts.recoat, laying.coats)}",
        notes=notes_on(step.kind.key, coats=laying.coats, takes=takes, materials=facts.kinds, uses=uses),
    )  # fmt: skip


def way_out(
    session: Session, way: OverWay, *, target_R: FloatArray | None, ground: Ground, over: str,
    lights: Sequence[Light],
    shelf: Shelf, shown: Light, batch: float, measured: str, screens: Mapping[str, str],
    uses: Collection[str] = (),
) -> OverWayOut:  # fmt: skip
    """Return a way; `lights` are those of its differences, the first of them the one that it is judged in."""
    likely = way.likely[0]
    misses = ""
    if target_R is not None and way.delta_E[0] >= JUST_SEEN:
        misses = compare(R_to_Lab(way.R, lights[0]), R_to_Lab(target_R, lights[0])).misses
    pours = [pour for step in way.steps for pour in step.pours(batch)]
    steps = [
        step_out(
            session,
            shelf,
            step,
            over,
            takes=bool(ground.takes),
            batch=batch,
            measured=measured,
            screens=screens,
        )
        for step in way.steps
    ]
    against = target_R is not None
    return OverWayOut(
        title=", ".join(step.title for step in steps), steps=steps, hex=hex_of(way.R, shown),
        streaks=streaks_out(shelf, [step.film for step in way.steps], ground, shown),
        delta_E=round(way.delta_E[0], 2), expected=round(likely.expected, 2), low=round(likely.low, 2),
        high=round(likely.high, 2), words=difference_words(way.delta_E[0]) if against else "",
        likely=likely_words(likely.expected, likely.low, likely.high) if against else "", misses=misses,
        change=change_words(way.R, ground.R_seen, lights[0]),
        metameric=metameric_words([one.expected for one in way.likely], list(lights)) if against else "",
        differences=[
            DifferenceOut(
                light=at.name, delta_E=round(value, 2), words=difference_words(value),
                likely=likely_words(one.expected, one.low, one.high),
            )
            for at, value, one in zip(lights, way.delta_E, way.likely, strict=True)
        ],
        cost=round(cost_of(shelf, pours), 2), short=shortage(shelf, pours, unit=measured),
        cautions=cautions_of(shelf.materials[shelf.index(pour.key)].kind.key for pour in pours),
        unread=unread_words(shelf, way, ground),
    )  # fmt: skip


def unread_words(shelf: Shelf, way: OverWay, ground: Ground) -> str:
    """Say what field would make a way surer, where none of its first film was read on this wood; else
    nothing."""
    first = way.steps[0]
    if not ground.takes or any((ground.takes, key) in shelf.taking for key in first.film.keys):
        return ""
    return (
        f"Nobody has read this {first.kind.title} on {ground.name.lower()} yet: how much goes in is what is "
        f"usual. Lay "
        f"a field on a scrap of it, {laying_words(first.film.laying, takes=True)}, let it dry and read it."
    )


def in_each_light(values: Sequence[FloatArray], lights: Sequence[Light]) -> list[DifferenceOut]:
    """Return how far looks are apart in each light, those farthest apart."""
    found = []
    for light in lights:
        Labs = [R_to_Lab(R, light) for R in values]
        most = max(compare(a, b).delta_E for n, a in enumerate(Labs) for b in Labs[n + 1 :])
        found.append(DifferenceOut(light=light.name, delta_E=round(most, 2), words=difference_words(most)))
    return found


router = APIRouter(prefix="/api", tags=["over"])


def _lights(session: Session, job_id: int, light: str, more: list[str]) -> list[Light]:
    """Return the light that is looked in, those of the two rooms, and others."""
    job = get_job(session, job_id)
    return [light_named(name) for name in dict.fromkeys([light, job.workshop_light, job.room_light, *more])]


def _allowed(body: AllowedIn) -> service.Allowed:
    return service.Allowed(use=tuple(body.use), avoid=tuple(body.avoid), most=body.most, tool_key=body.tool)


@router.post("/targets/{target_id}/ways", openapi_extra=COMPUTES)
def find_ways(
    target_id: Id, body: WaysIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> WaysOut:
    """Return the ways to a colour over a ground, judged in the lights of the two rooms and shown in one."""
    lights = _lights(session, get_target(session, target_id).job_id, light, body.lights)
    found = service.ways_for(session, target_id, over=body.over, allowed=_allowed(body), lights=lights)
    shown, shelf = light_named(light), found.shelf
    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)
    uses = uses_of_job(session, get_target(session, target_id).job_id)
    return WaysOut(
        target_hex=hex_of(found.target.R, shown), ground=over_out(shelf, body.over, found.ground, shown),
        reach=found.reach,
        ways=[
            way_out(
                session, way, target_R=found.target.R, ground=found.ground, over=body.over, lights=lights,
                shelf=shelf, shown=shown, batch=body.batch, measured=measured, screens=screens, uses=uses,
            )
            for way in found.ways
        ],
    )  # fmt: skip


@router.post("/jobs/{job_id}/over/by-hand", openapi_extra=COMPUTES)
def by_hand(
    job_id: Id, body: OverByHandIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> OverWayOut:
    """Return what is predicted of films by hand over a ground."""
    lights, shown = _lights(session, job_id, light, []), light_named(light)
    asked = [
        service.StepAsked(kind=film.kind, parts=tuple(film.parts), water=film.water, laying=film.laying())
        for film in body.films
    ]
    way, shelf, ground = service.try_way(
        session, job_id, asked, over=body.over, target_id=body.target_id, tool_key=body.tool, lights=lights
    )
    R = None if body.target_id is None else np.array(get_target(session, body.target_id).R)
    return way_out(
        session, way, target_R=R, ground=ground, over=body.over, lights=lights, shelf=shelf, shown=shown,
        batch=body.batch, measured=measured_in(body.tool, unit), screens=screens_of(shelf, shown),
        uses=uses_of_job(session, job_id),
    )  # fmt: skip


@router.post("/jobs/{job_id}/over/woods", openapi_extra=COMPUTES)
def make_one(
    job_id: Id, body: WoodsIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> WoodsOut:
    """Return what brings two or three woods together, in the lights of both rooms."""
    lights, shown = _lights(session, job_id, light, []), light_named(light)
    found, shelf, grounds = service.made_one(
        session, job_id, woods=body.woods, target_id=body.target_id, allowed=_allowed(body), lights=lights
    )
    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)

    def on_wood(at: int, steps: tuple[OverStep, ...]) -> OnWoodOut:
        films = [step.film for step in steps]
        return OnWoodOut(
            steps=[
                step_out(session, shelf, step, body.woods[at], takes=True, batch=body.batch,
                    measured=measured,
                         screens=screens)
                for step in steps
            ],
            hex=streaks_out(shelf, films, grounds[at], shown).dry[2],
            streaks=streaks_out(shelf, films, grounds[at], shown),
        )  # fmt: skip

    before = in_each_light([ground.R_seen for ground in grounds], lights)
    return WoodsOut(
        grounds=[over_out(shelf, name, ground, shown) for name,
            ground in zip(body.woods, grounds, strict=True)],
        before=f"{before[0].words}, {before[0].delta_E:.0f} apart",
        ways=[
            TogetherOut(
                how=HOW_WORDS[one.how], woods=[on_wood(at, steps) for at, steps in enumerate(one.steps)],
                apart=[
                    DifferenceOut(light=at.name, delta_E=round(said.expected, 2),
                        words=difference_words(said.expected),
                                  likely=likely_words(said.expected, said.low, said.high))
                    for at, said in zip(lights, one.apart, strict=True)
                ],
                from_target=None if one.from_target is None else round(one.from_target, 2),
                words=difference_words(one.apart[0].expected),
            )
            for one in found
        ],
        strips=strips_to_try(shelf, grounds, found),
    )  # fmt: skip


@router.post("/jobs/{job_id}/over/undertones", openapi_extra=COMPUTES)
def undertones(
    job_id: Id, body: UndertonesIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> UndertonesOut:
    """Return what moves a wood's undertone as wished."""
    shown = light_named(light)
    found, shelf, ground = service.undertones(
        session, job_id, over=body.over, wish=body.wish, allowed=_allowed(body), light=shown
    )
    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)
    return UndertonesOut(
        ground=over_out(shelf, body.over, ground, shown),
        ways=[
            UndertoneOut(
                step=step_out(session, shelf, undertone.step, body.over, takes=bool(ground.takes),
                    batch=body.batch,
                              measured=measured, screens=screens),
                hex=hex_of(undertone.R, shown),
                streaks=streaks_out(shelf, [undertone.step.film], ground, shown),
                words=undertone.words, lighter=round(undertone.d_L, 1),
            )
            for undertone in found
        ],
    )  # fmt: skip
