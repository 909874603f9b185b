"""Targets of a job, and recipes for them."""

from fastapi import APIRouter

from jug_mingle.api.context import PROBLEMS, ContextNow, LightNow, Reading
from jug_mingle.api.routes.photos import caught_of
from jug_mingle.api.schemas import RecipesIn, RecipesOut, TargetIn, TargetOut
from jug_mingle.api.shapes import hex_of, nearest_words, recipe_out, target_out
from jug_mingle.core.spectra import light as light_named
from jug_mingle.errors import UnfitError
from jug_mingle.services import mixes, photos
from jug_mingle.services import targets as service

router = APIRouter(prefix="/api", tags=["targets"])


@router.post("/jobs/{job_id}/targets", status_code=201, responses=PROBLEMS)
def add_target(job_id: int, body: TargetIn, context: ContextNow, light: LightNow = "window") -> TargetOut:
    """Catch a colour from a photo and save it to the job."""
    with context.database.write.begin() as session:
        photo = photos.get_photo(session, body.photo_id)
        if photo.job_id != job_id:
            raise UnfitError(f"photo {body.photo_id} belongs to another job")
        caught = caught_of(photo, body.catch, context)
        source = {"catch": body.catch.model_dump(), "warnings": list(caught.warnings)}
        row = service.add_target(
            session,
            job_id=job_id,
            name=body.name,
            R=service.surface_of(caught.XYZ),
            noise=caught.noise,
            photo_id=photo.id,
            source=source,
        )
        return target_out(row, light_named(light))


@router.delete("/targets/{target_id}", status_code=204, responses=PROBLEMS)
def remove_target(target_id: int, context: ContextNow) -> None:
    """Take a target off the job; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_target(session, target_id)


@router.post("/targets/{target_id}/restore", responses=PROBLEMS)
def restore_target(target_id: int, context: ContextNow, light: LightNow = "window") -> TargetOut:
    """Bring a removed target back."""
    with context.database.write.begin() as session:
        return target_out(service.restore_target(session, target_id), light_named(light))


@router.post("/targets/{target_id}/recipes", responses=PROBLEMS)
def find_recipes(target_id: int, body: RecipesIn, session: Reading, light: LightNow = "window") -> RecipesOut:
    """Return recipes for a target from the shelf, judged in the given lights and shown in one."""
    names = [light, *(name for name in body.lights if name != light)]
    found = mixes.recipes_for(
        session,
        target_id=target_id,
        batch=body.batch,
        tool_key=body.tool,
        parts=body.parts,
        use=body.use,
        avoid=body.avoid,
        most_pots=body.most_pots,
        lights=names,
    )
    shown, R = light_named(light), found.target.R
    return RecipesOut(
        target_hex=hex_of(R, shown),
        recipes=[recipe_out(recipe, R, list(found.target.lights), found.shelf, shown) for recipe in found.recipes],
        nearest=nearest_words(found.lack),
    )
