"""Targets of a job."""

from collections.abc import Sequence

import numpy as np
from fastapi import APIRouter
from pydantic import Field

from jug_mingle.api.common import ChipOut, Hex, LightName, LookOut, Name, hex_of
from jug_mingle.api.context import ContextNow, LightNow
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import Light, light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.certainty import sureness
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.errors import UnfitError
from jug_mingle.services import photos
from jug_mingle.services import targets as service
from jug_mingle.services.colours import resolve, source_of
from jug_mingle.store.models import TargetRow


class TargetIn(StrictModel):
    """A colour to save to the job."""

    name: Name
    colour: ColourIn
    tolerance: float = Field(default=2.0, ge=0.5, le=20.0, description="What counts as reached. [CIEDE2000]")
    light: LightName = "window"
    background: ColourIn | None = None


class TargetChangeIn(StrictModel):
    """What changes of a target."""

    name: Name | None = None
    tolerance: float | None = Field(default=None, ge=0.5, le=20.0)
    light: LightName | None = None
    background: ColourIn | None = None


class TargetOut(ChipOut):
    """A colour that the job wants."""

    id: int
    version: int
    title: str
    photo_id: int | None
    tolerance: float
    light: LightName
    background_hex: Hex | None


def target_out(row: TargetRow, shown: Light, rooms: tuple[str, ...] = ()) -> TargetOut:
    """Return a target, with its look in the lights of the rooms."""
    return targets_out([row], shown, rooms)[0]


def targets_out(rows: Sequence[TargetRow], shown: Light, rooms: tuple[str, ...] = ()) -> list[TargetOut]:
    """Return targets, their colours computed all at once."""
    if not rows:
        return []
    R = np.array([row.R for row in rows])
    Lab, daylight = np.round(R_to_Lab(R), 2).tolist(), light("window")
    looks = {
        at: R_to_screen(R, at) for at in dict.fromkeys([shown, daylight, *(light(name) for name in rooms)])
    }
    return [
        TargetOut(
            hex=sRGB_to_hex(looks[shown][n]), daylight_hex=sRGB_to_hex(looks[daylight][n]), Lab=Lab[n],
            name=describe(Lab[n]), noise=round(row.noise, 2), how=row.how,
            sureness=sureness(row.noise, row.how),
            warnings=row.source.get("warnings", []), id=row.id, version=row.version, title=row.name,
            photo_id=row.photo_id,
            tolerance=row.tolerance, light=row.light,
            rooms=[
                LookOut(light=name, hex=sRGB_to_hex(looks[light(name)][n]))
                for name in rooms
            ],
            background_hex=None if row.background is None else hex_of(np.array(row.background), shown),
        )
        for n, row in enumerate(rows)
    ]  # fmt: skip


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
def change_target(
    target_id: Id, body: TargetChangeIn, context: ContextNow, light: LightNow = "window"
) -> TargetOut:
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
