"""Mixes of a job: its jugs."""

from fastapi import APIRouter

from jug_mingle.api.context import PROBLEMS, ContextNow, LightNow
from jug_mingle.api.routes.jobs import whole_mix
from jug_mingle.api.schemas import MixIn, MixOut
from jug_mingle.services import mixes as service

router = APIRouter(prefix="/api", tags=["mixes"])


@router.post("/jobs/{job_id}/mixes", status_code=201, responses=PROBLEMS)
def add_mix(job_id: int, body: MixIn, context: ContextNow, light: LightNow = "window") -> MixOut:
    """Keep a recipe as a mix of the job."""
    pours = [service.PourAsked(material=pour.material, parts=pour.parts, ml=pour.ml) for pour in body.pours]
    with context.database.write.begin() as session:
        row = service.add_mix(
            session,
            job_id=job_id,
            target_id=body.target_id,
            name=body.name,
            batch=body.batch,
            tool_key=body.tool,
            pours=pours,
        )
        return whole_mix(session, row, light)


@router.delete("/mixes/{mix_id}", status_code=204, responses=PROBLEMS)
def remove_mix(mix_id: int, context: ContextNow) -> None:
    """Take a mix off the job; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_mix(session, mix_id)


@router.post("/mixes/{mix_id}/restore", responses=PROBLEMS)
def restore_mix(mix_id: int, context: ContextNow, light: LightNow = "window") -> MixOut:
    """Bring a removed mix back."""
    with context.database.write.begin() as session:
        return whole_mix(session, service.restore_mix(session, mix_id), light)
