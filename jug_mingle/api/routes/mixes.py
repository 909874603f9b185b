"""Mixes of a job: its jugs."""

from fastapi import APIRouter

from jug_mingle.api.context import PROBLEMS, ContextNow, LightNow, Reading, writing
from jug_mingle.api.routes.jobs import whole_mix
from jug_mingle.api.schemas import MixIn, MixOut, SwatchForIn, SwatchForOut
from jug_mingle.api.shelf_schemas import ToShelfIn
from jug_mingle.services import mixes as service
from jug_mingle.services.said import Id
from jug_mingle.services.shelf import check_readings, get_material

router = APIRouter(prefix="/api", tags=["mixes"])


@router.post("/jobs/{job_id}/mixes", status_code=201, responses=PROBLEMS)
def add_mix(job_id: Id, body: MixIn, context: ContextNow, light: LightNow = "window") -> MixOut:
    """Keep a recipe as a mix of the job."""
    pours = [service.PourAsked(material=pour.material, parts=pour.parts, ml=pour.ml) for pour in body.pours]
    with writing(context) as session:
        row = service.add_mix(
            session,
            job_id=job_id,
            target_id=body.target_id,
            name=body.name,
            batch=body.batch,
            tool_key=body.tool,
            pours=pours,
        )
    with context.database.read() as session:
        return whole_mix(session, row.id, light)


@router.delete("/mixes/{mix_id}", status_code=204, responses=PROBLEMS)
def remove_mix(mix_id: Id, context: ContextNow) -> None:
    """Take a mix off the job; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_mix(session, mix_id)


@router.post("/mixes/{mix_id}/restore", responses=PROBLEMS)
def restore_mix(mix_id: Id, context: ContextNow, light: LightNow = "window") -> MixOut:
    """Bring a removed mix back."""
    with context.database.write.begin() as session:
        service.restore_mix(session, mix_id)
    with context.database.read() as session:
        return whole_mix(session, mix_id, light)


@router.post("/mixes/{mix_id}/to-shelf", status_code=201, responses=PROBLEMS)
def mix_to_shelf(mix_id: Id, body: ToShelfIn, context: ContextNow) -> str:
    """Put a mixed pot on the shelf, with its recipe, its date and its pot life; return its key."""
    with writing(context) as session:
        row = service.to_shelf(session, mix_id, left_ml=body.left_ml)
        check_readings(session)
        return row.key


@router.post("/recipes/next-swatch", responses=PROBLEMS)
def next_swatch(body: SwatchForIn, session: Reading) -> SwatchForOut:
    """Return the one swatch that would narrow a recipe's prediction most."""
    pours = [service.PourAsked(material=p.material, parts=p.parts, ml=p.ml) for p in body.pours]
    best = service.telling_swatch(session, pours)
    if best is None:
        return SwatchForOut(words="", pot=None, before=0.0, after=0.0)
    named = [f"{parts:g} {get_material(session, key).name}" for key, parts in best.volumes]
    return SwatchForOut(
        words=" with ".join(named) if len(named) == 2 else " · ".join(named),
        pot=best.volumes[0][0],
        before=round(best.before, 1),
        after=round(best.after, 1),
    )
