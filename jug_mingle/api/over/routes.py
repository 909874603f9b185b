"""Colours over a ground: stains, washes, glazes and waxes, woods made one, undertones."""

import numpy as np
from fastapi import APIRouter
from sqlalchemy.orm import Session

from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.context import COMPUTES, LightNow, ReadSession, UnitNow
from jug_mingle.api.over import schemas
from jug_mingle.api.over.serializers import in_each_light, over_out, step_out, streaks_out, way_out
from jug_mingle.api.recipes.schemas import DifferenceOut
from jug_mingle.api.recipes.serializers import measured_in, screens_of
from jug_mingle.core.colour.difference import difference_words, likely_words
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.recipes.over import OverStep
from jug_mingle.core.recipes.two_woods import HOW_WORDS, strips_to_try
from jug_mingle.documents.strict import Id
from jug_mingle.services import over as service
from jug_mingle.services.jobs import get_job
from jug_mingle.services.pieces import uses_of_job
from jug_mingle.services.targets import get_target

router = APIRouter(prefix="/api", tags=["over"])


def _lights(session: Session, job_id: int, light: str, more: list[str]) -> list[Light]:
    """Return the light that is looked in, those of the two rooms, and others."""
    job = get_job(session, job_id)
    return [light_named(name) for name in dict.fromkeys([light, job.workshop_light, job.room_light, *more])]


def _allowed(body: schemas.AllowedIn) -> service.Allowed:
    return service.Allowed(use=tuple(body.use), avoid=tuple(body.avoid), most=body.most, tool_key=body.tool)


@router.post("/targets/{target_id}/ways", openapi_extra=COMPUTES)
def find_ways(
    target_id: Id, body: schemas.WaysIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> schemas.WaysOut:
    """Return the ways to a colour over a ground, judged in the lights of the two rooms and shown in one."""
    lights = _lights(session, get_target(session, target_id).job_id, light, body.lights)
    found = service.ways_for(session, target_id, over=body.over, allowed=_allowed(body), lights=lights)
    shown, shelf = light_named(light), found.shelf
    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)
    uses = uses_of_job(session, get_target(session, target_id).job_id)
    return schemas.WaysOut(
        target_hex=hex_of(found.target.R, shown), ground=over_out(shelf, body.over, found.ground, shown),
        reach=found.reach,
        ways=[
            way_out(
                session, way, target_R=found.target.R, ground=found.ground, over=body.over, lights=lights, shelf=shelf,
                shown=shown, batch=body.batch, measured=measured, screens=screens, uses=uses,
            )
            for way in found.ways
        ],
    )  # fmt: skip


@router.post("/jobs/{job_id}/over/by-hand", openapi_extra=COMPUTES)
def by_hand(
    job_id: Id, body: schemas.OverByHandIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> schemas.OverWayOut:
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
    job_id: Id, body: schemas.WoodsIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> schemas.WoodsOut:
    """Return what brings two or three woods together, in the lights of both rooms."""
    lights, shown = _lights(session, job_id, light, []), light_named(light)
    found, shelf, grounds = service.made_one(
        session, job_id, woods=body.woods, target_id=body.target_id, allowed=_allowed(body), lights=lights
    )
    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)

    def on_wood(at: int, steps: tuple[OverStep, ...]) -> schemas.OnWoodOut:
        films = [step.film for step in steps]
        return schemas.OnWoodOut(
            steps=[
                step_out(session, shelf, step, body.woods[at], takes=True, batch=body.batch, measured=measured,
                         screens=screens)
                for step in steps
            ],
            hex=streaks_out(shelf, films, grounds[at], shown).dry[2],
            streaks=streaks_out(shelf, films, grounds[at], shown),
        )  # fmt: skip

    before = in_each_light([ground.R_seen for ground in grounds], lights)
    return schemas.WoodsOut(
        grounds=[over_out(shelf, name, ground, shown) for name, ground in zip(body.woods, grounds, strict=True)],
        before=f"{before[0].words}, {before[0].delta_E:.0f} apart",
        ways=[
            schemas.TogetherOut(
                how=HOW_WORDS[one.how], woods=[on_wood(at, steps) for at, steps in enumerate(one.steps)],
                apart=[
                    DifferenceOut(light=at.name, delta_E=round(said.expected, 2), words=difference_words(said.expected),
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
    job_id: Id, body: schemas.UndertonesIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> schemas.UndertonesOut:
    """Return what moves a wood's undertone as wished."""
    shown = light_named(light)
    found, shelf, ground = service.undertones(
        session, job_id, over=body.over, wish=body.wish, allowed=_allowed(body), light=shown
    )
    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)
    return schemas.UndertonesOut(
        ground=over_out(shelf, body.over, ground, shown),
        ways=[
            schemas.UndertoneOut(
                step=step_out(session, shelf, one.step, body.over, takes=bool(ground.takes), batch=body.batch,
                              measured=measured, screens=screens),
                hex=hex_of(one.R, shown), streaks=streaks_out(shelf, [one.step.film], ground, shown), words=one.words,
                lighter=round(one.d_L, 1),
            )
            for one in found
        ],
    )  # fmt: skip
