"""Mixes of a job: its jugs."""

from collections.abc import Mapping, Sequence

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, Field
from sqlalchemy.orm import Session

from jug_mingle.api.common import Hex, Name, ToolName, hex_of
from jug_mingle.api.context import ContextNow, LightNow, writing
from jug_mingle.api.recipes import PourIn, RecipeOut, measured_in, recipe_out, screens_of
from jug_mingle.api.shelf import Millilitres
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import SEEN_BESIDE, likely_words
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import main_kind
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import laying_words
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.documents.laid import LaidIn
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.services import batches, jobs, mixes, recipes, shelf_fit, targets
from jug_mingle.services.predictions import Then, assess_mix, pours_of, shown_over, then_of
from jug_mingle.services.readings import check_readings
from jug_mingle.store.models import BatchRow, JobRow, MixRow, TargetRow


class FromBatchIn(StrictModel):
    """How much of what is left of a batch goes into a mix."""

    batch_id: Id
    ml: float = Field(gt=0.0, le=20_000.0)


class MixIn(StrictModel):
    """A recipe to keep as a mix of the job."""

    name: Name
    target_id: Id | None = None
    batch: float = Field(gt=0.0, le=20_000.0)
    tool: ToolName = "parts"
    pours: list[PourIn] = Field(min_length=1, max_length=8)
    water: float | None = Field(
        default=None, ge=0.0, le=10.0, description="Parts of water to one of all that is poured."
    )
    laid: LaidIn | None = Field(
        default=None, description="Of one that is seen through: how it is laid, over what."
    )
    from_batches: list[FromBatchIn] | None = Field(
        default=None,
        max_length=8,
        description="What of it is poured already: its first batch begins with that.",
    )


class MixChangeIn(StrictModel):
    """What is said of a mix."""

    name: Name


class ThenOut(BaseModel):
    """What was predicted of a mix when it was kept or poured, and how far today's prediction is from it."""

    hex: Hex
    likely: str = Field(
        description="The difference to its target that was expected; empty where it had none."
    )
    model: str
    at: str
    apart: float = Field(description="Between the colours predicted then and now. [CIEDE2000]")
    moved: bool = Field(description="Whether that can be seen.")


class ShownOverOut(BaseModel):
    """What a mix that is seen through is shown over, and how it is laid; empty of one that hides what is
    below."""

    how: str = Field(default="", description="How it is laid, in words.")
    over_hex: Hex | None = Field(default=None, description="What it is shown over, bare.")
    over: str = ""


class MixOut(ShownOverOut):
    """A mix of the job: a jug."""

    id: int
    version: int
    name: str
    target_id: int | None
    batch: float
    recipe: RecipeOut
    kind: str = Field(default="", description="The kind of material that it mostly is.")
    laid: LaidIn | None = None
    same_as: str = Field(
        default="", description="Name of an earlier jug of the job that is poured just like it."
    )
    then: ThenOut | None = Field(default=None, description="What was predicted of it when it was kept.")
    poured: int | None = Field(
        default=None, description="The batch of it poured last: something of it may be left."
    )


class ToShelfIn(StrictModel):
    """How much of what was mixed is put on the shelf. [ml]"""

    left_ml: Millilitres


def mix_out(
    row: MixRow,
    recipe: Recipe,
    target: TargetRow | None,
    lights: list[Light],
    shelf: Shelf,
    shown: Light,
    *,
    screens: Mapping[str, str],
    over: Ground | None = None,
    same_as: str = "",
    poured: BatchRow | None = None,
) -> MixOut:
    """Return a mix with today's prediction, and that of then; `over` is what it lies on, if it shows that."""
    pours = pours_of(row)
    R = None if target is None else np.array(target.R)
    then = then_of(row.predicted)
    return MixOut(
        id=row.id, version=row.version, name=row.name, target_id=row.target_id, batch=row.batch,
        same_as=same_as,
        kind=main_kind(shelf, pours), laid=laid_of(row), **shown_over_out(row, over, shown).model_dump(),
        recipe=recipe_out(
            recipe, R, lights, shelf, shown, screens=screens, measured=measured_in(row.tool, "ml"),
        ),
        then=None if then is None else then_out(then, recipe.R, shown),
        poured=None if poured is None else poured.id,
    )  # fmt: skip


def laid_of(row: MixRow) -> LaidIn | None:
    """Return how a mix is laid; nothing of one that hides what is below."""
    return None if row.laid is None else LaidIn.model_validate(row.laid)


def shown_over_out(row: MixRow, over: Ground | None, shown: Light) -> ShownOverOut:
    """Return what a mix is shown over; `over` is its ground, if it shows that."""
    if over is None:
        return ShownOverOut()
    laid = laid_of(row)
    how = "" if laid is None else laying_words(laid.laying(), takes=bool(over.takes))
    return ShownOverOut(how=how, over_hex=hex_of(over.R_seen, shown), over=over.name.lower())


def then_out(then: Then, R: FloatArray, shown: Light) -> ThenOut:
    """Return what was predicted then, beside the colour (36,) that is predicted now."""
    likely, apart = "", then.apart(R)
    if then.expected is not None and then.low is not None and then.high is not None:
        likely = likely_words(then.expected, then.low, then.high)
    return ThenOut(
        hex=hex_of(then.R, shown), likely=likely, model=then.model, at=then.at,
        apart=round(apart, 2), moved=apart >= SEEN_BESIDE,
    )  # fmt: skip


def whole_mix(session: Session, mix_id: int, light: str) -> MixOut:
    """Return a mix with its prediction in a light."""
    row = mixes.get_mix(session, mix_id)
    return whole_mixes(session, jobs.get_job(session, row.job_id), [row], light)[0]


def whole_mixes(session: Session, job: JobRow, rows: Sequence[MixRow], light: str) -> list[MixOut]:
    """Return mixes of a job with their predictions in a light, the shelf looked up once for all of them."""
    fitted, shown = shelf_fit.fitted_shelf(session), light_named(light)
    lights = [light_named(name) for name in dict.fromkeys([light, job.workshop_light, job.room_light])]
    screens, twins = screens_of(fitted, shown), mixes.twins(session, job.id)
    poured = batches.newest_poured(session, job.id)
    wanted = {
        row.id: row for row in targets.target_rows(session, job.id)
    }  # held, so that each is fetched once
    return [
        mix_out(
            row, assess_mix(session, row, lights, shelf=fitted),
            wanted.get(row.target_id or 0) or session.get(TargetRow, row.target_id or 0),
            lights, fitted, shown, screens=screens, over=shown_over(session, row, pours_of(row)),
            same_as=twins.get(row.id, ""), poured=poured.get(row.id),
        )
        for row in rows
    ]  # fmt: skip


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
