"""Targets of a job."""

from fastapi import APIRouter

from jug_mingle.api.context import ContextNow, LightNow
from jug_mingle.api.targets.schemas import TargetChangeIn, TargetIn, TargetOut
from jug_mingle.api.targets.serializers import target_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.documents.strict import Id
from jug_mingle.errors import UnfitError
from jug_mingle.services import photos
from jug_mingle.services import targets as service
from jug_mingle.services.colours import resolve, source_of

router = APIRouter(prefix="/api", tags=["targets"])


@router.post("/jobs/{job_id}/targets", status_code=201)
def add_target(job_id: Id, body: TargetIn, context: ContextNow, light: LightNow = "window") -> TargetOut:
    """Save a colour to the job, wherever it comes from."""
    with context.database.read() as session:  # nobody who writes waits while a photo is opened
        colour = resolve(session, context.photos, body.colour)
        behind = None if body.background is None else resolve(session, context.photos, body.background).R
    with context.database.write.begin() as session:
        if colour.photo_id is not None and photos.get_photo(session, colour.photo_id).job_id != job_id:
            raise UnfitError(f"photo {colour.photo_id} belongs to another job")
        row = service.add_target(
            session,
            job_id=job_id,
            name=body.name,
            R=colour.R,
            noise=colour.noise,
            photo_id=colour.photo_id,
            source=source_of(body.colour, colour),
            how=colour.how,
            tolerance=body.tolerance,
            light=body.light,
            background=behind,
        )
    return target_out(row, light_named(light))


@router.patch("/targets/{target_id}")
def change_target(target_id: Id, body: TargetChangeIn, context: ContextNow, light: LightNow = "window") -> TargetOut:
    """Change what is said of a target; only what is sent is changed."""
    changes = body.model_dump(exclude_unset=True, exclude={"background"})
    if "background" in body.model_fields_set:
        with context.database.read() as session:
            behind = None if body.background is None else resolve(session, context.photos, body.background)
        changes["background"] = None if behind is None else behind.R.tolist()
    with context.database.write.begin() as session:
        row = service.change_target(session, target_id, changes)
    return target_out(row, light_named(light))


@router.delete("/targets/{target_id}", status_code=204)
def remove_target(target_id: Id, context: ContextNow) -> None:
    """Take a target off the job; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_target(session, target_id)


@router.post("/targets/{target_id}/restore")
def restore_target(target_id: Id, context: ContextNow, light: LightNow = "window") -> TargetOut:
    """Bring a removed target back."""
    with context.database.write.begin() as session:
        row = service.restore_target(session, target_id)
    return target_out(row, light_named(light))
