"""Mixes as they are shown."""

from collections.abc import Mapping, Sequence

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.mixes import schemas
from jug_mingle.api.mixes.schemas import MixOut
from jug_mingle.api.recipes.serializers import measured_in, recipe_out, screens_of
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
from jug_mingle.services import batches, jobs, mixes, shelf_fit, targets
from jug_mingle.services.predictions import Then, assess_mix, pours_of, shown_over, then_of
from jug_mingle.store.models import BatchRow, JobRow, MixRow, TargetRow


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
) -> schemas.MixOut:
    """Return a mix with today's prediction, and that of then; `over` is what it lies on, if it shows that."""
    pours = pours_of(row)
    R = None if target is None else np.array(target.R)
    then = then_of(row.predicted)
    return schemas.MixOut(
        id=row.id, version=row.version, name=row.name, target_id=row.target_id, batch=row.batch, same_as=same_as,
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


def shown_over_out(row: MixRow, over: Ground | None, shown: Light) -> schemas.ShownOverOut:
    """Return what a mix is shown over; `over` is its ground, if it shows that."""
    if over is None:
        return schemas.ShownOverOut()
    laid = laid_of(row)
    how = "" if laid is None else laying_words(laid.laying(), takes=bool(over.takes))
    return schemas.ShownOverOut(how=how, over_hex=hex_of(over.R_seen, shown), over=over.name.lower())


def then_out(then: Then, R: FloatArray, shown: Light) -> schemas.ThenOut:
    """Return what was predicted then, beside the colour (36,) that is predicted now."""
    likely, apart = "", then.apart(R)
    if then.expected is not None and then.low is not None and then.high is not None:
        likely = likely_words(then.expected, then.low, then.high)
    return schemas.ThenOut(
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
    wanted = {row.id: row for row in targets.target_rows(session, job.id)}  # held, so that each is fetched once
    return [
        mix_out(
            row, assess_mix(session, row, lights, shelf=fitted),
            wanted.get(row.target_id or 0) or session.get(TargetRow, row.target_id or 0),
            lights, fitted, shown, screens=screens, over=shown_over(session, row, pours_of(row)),
            same_as=twins.get(row.id, ""), poured=poured.get(row.id),
        )
        for row in rows
    ]  # fmt: skip
