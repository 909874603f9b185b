"""Mixes of a job: its jugs."""

from fastapi import APIRouter

from jug_mingle.api.context import ContextNow, LightNow, writing
from jug_mingle.api.mixes.schemas import MixChangeIn, MixIn, MixOut, ToShelfIn
from jug_mingle.api.mixes.serializers import whole_mix
from jug_mingle.documents.strict import Id
from jug_mingle.services import batches, mixes, recipes
from jug_mingle.services.readings import check_readings

router = APIRouter(prefix="/api", tags=["mixes"])


@router.post("/jobs/{job_id}/mixes", status_code=201)
def add_mix(job_id: Id, body: MixIn, context: ContextNow, light: LightNow = "window") -> MixOut:
    """Keep a recipe as a mix of the job."""
    pours = [recipes.PourAsked(material=pour.material, parts=pour.parts, ml=pour.ml) for pour in body.pours]
    with writing(context) as session:
        row = mixes.add_mix(
            session,
            job_id=job_id,
            target_id=body.target_id,
            name=body.name,
            batch=body.batch,
            tool_key=body.tool,
            pours=pours,
            water=body.water or 0.0,
            laid=body.laid,
        )
        for rest in body.from_batches or []:
            batches.begin_with_rest(session, row.id, rest.batch_id, rest.ml)
    with context.database.read() as session:
        return whole_mix(session, row.id, light)


@router.patch("/mixes/{mix_id}")
def rename_mix(mix_id: Id, body: MixChangeIn, context: ContextNow, light: LightNow = "window") -> MixOut:
    """Call a mix something else."""
    with context.database.write.begin() as session:
        mixes.rename_mix(session, mix_id, body.name)
    with context.database.read() as session:
        return whole_mix(session, mix_id, light)


@router.delete("/mixes/{mix_id}", status_code=204)
def remove_mix(mix_id: Id, context: ContextNow) -> None:
    """Take a mix off the job; it can be restored."""
    with context.database.write.begin() as session:
        mixes.remove_mix(session, mix_id)


@router.post("/mixes/{mix_id}/restore")
def restore_mix(mix_id: Id, context: ContextNow, light: LightNow = "window") -> MixOut:
    """Bring a removed mix back."""
    with context.database.write.begin() as session:
        mixes.restore_mix(session, mix_id)
    with context.database.read() as session:
        return whole_mix(session, mix_id, light)


@router.post("/mixes/{mix_id}/to-shelf", status_code=201)
def mix_to_shelf(mix_id: Id, body: ToShelfIn, context: ContextNow) -> str:
    """Put what was mixed on the shelf, with its recipe, its date and its pot life; return its key."""
    with writing(context) as session:
        row = mixes.to_shelf(session, mix_id, left_ml=body.left_ml)
        check_readings(session)
        return row.key
