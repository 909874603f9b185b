"""Jobs, each with all that belongs to it."""

from typing import Annotated, cast

from fastapi import APIRouter, Query
from sqlalchemy.orm import Session

from jug_mingle.api.context import PROBLEMS, ContextNow, LightNow, Reading
from jug_mingle.api.schemas import AmountOut, JobOut, JobWholeOut, LightName, MixOut, RoomsIn
from jug_mingle.api.shapes import finish_out, mix_out, photo_out, piece_out, target_out
from jug_mingle.core.amounts import paint_needed
from jug_mingle.core.spectra import light as light_named
from jug_mingle.services import amounts, jobs, looks, mixes, photos, pieces, shelf, targets
from jug_mingle.store.models import MixRow, TargetRow

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


def whole_mix(session: Session, row: MixRow, light: str) -> MixOut:
    """Return a mix with its prediction in a light."""
    shown = light_named(light)
    target = None if row.target_id is None else session.get(TargetRow, row.target_id)
    job = jobs.get_job(session, row.job_id)
    lights = [light_named(name) for name in dict.fromkeys([light, job.workshop_light, job.room_light])]
    recipe = mixes.assess_mix(session, row, lights)
    return mix_out(row, recipe, target, lights, shelf.fitted_shelf(session), shown)


@router.get("")
def list_jobs(session: Reading) -> list[JobOut]:
    """List all jobs, oldest first."""
    return [JobOut(id=row.id, name=row.name, room=row.room) for row in jobs.job_rows(session)]


@router.get("/{job_id}", responses=PROBLEMS)
def get_job(job_id: int, session: Reading, light: LightNow = "window") -> JobWholeOut:
    """Return a job with its photos, targets, mixes, pieces and looks, as they look in a light."""
    row = jobs.get_job(session, job_id)
    shown = light_named(light)
    return JobWholeOut(
        id=row.id,
        name=row.name,
        room=row.room,
        workshop_light=cast(LightName, row.workshop_light),
        room_light=cast(LightName, row.room_light),
        photos=[photo_out(photo) for photo in photos.photo_rows(session, job_id)],
        targets=[
            target_out(target, shown, (row.workshop_light, row.room_light))
            for target in targets.target_rows(session, job_id)
        ],
        mixes=[whole_mix(session, mix, light) for mix in mixes.mix_rows(session, job_id)],
        pieces=[piece_out(piece) for piece in pieces.piece_rows(session, job_id)],
        looks=[finish_out(look) for look in looks.look_rows(session, job_id)],
        areas=pieces.areas_of(session, job_id),
    )


@router.get("/{job_id}/amount", responses=PROBLEMS)
def get_amount(
    job_id: int,
    session: Reading,
    coats: Annotated[int, Query(ge=1, le=10)] = amounts.COATS,
    margin: Annotated[float, Query(ge=0.0, le=1.0)] = amounts.MARGIN,
    spread_rate: Annotated[float, Query(ge=0.5, le=60.0)] = amounts.SPREAD_RATE,
) -> AmountOut:
    """Return how much paint the whole piece takes."""
    area = amounts.area_of(session, job_id)
    ml = paint_needed(area, coats=coats, spread_rate=spread_rate, margin=margin)
    words = f"{area:.1f} m² × {coats} coats ÷ {spread_rate:g} m² a litre, and {100 * margin:.0f} % over"
    return AmountOut(ml=round(ml), area=round(area, 2), words=words)


@router.put("/{job_id}/rooms", status_code=204, responses=PROBLEMS)
def set_rooms(job_id: int, body: RoomsIn, context: ContextNow) -> None:
    """Say which light the workshop has, and which the room where the piece will stand."""
    with context.database.write.begin() as session:
        jobs.set_rooms(session, job_id, workshop_light=body.workshop_light, room_light=body.room_light)
