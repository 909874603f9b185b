"""What is printed of a mix: the pour strip, the lid label, the recipe card."""

from typing import Literal

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.characterise import Shelf
from jug_mingle.core.colour import R_to_screen, difference_words
from jug_mingle.core.materials import kind_of
from jug_mingle.core.recipes import masstone
from jug_mingle.core.spectra import light
from jug_mingle.core.units import said
from jug_mingle.errors import UnfitError
from jug_mingle.formats.pour_strip import Line, lid_label, pour_strip, recipe_card
from jug_mingle.services.jobs import get_job
from jug_mingle.services.jugs import jug_for, jug_named
from jug_mingle.services.mixes import assess_mix, get_mix, pours_of
from jug_mingle.services.shelf import fitted_shelf, pot_life_of
from jug_mingle.store.models import TargetRow, now


def look_of(shelf: Shelf, key: str) -> FloatArray:
    """Return how a pot looks dried, for a swatch."""
    return np.clip(masstone(shelf, key), 0.0, 1.0)


def _screen(R: FloatArray) -> tuple[float, float, float]:
    r, g, b = R_to_screen(np.clip(R, 0.0, 1.0)).tolist()
    return r, g, b


def printed(
    session: Session, mix_id: int, kind: Literal["strip", "label", "card"], *, jug: str | None, unit: str
) -> bytes:
    """Return a PDF of a mix; UnfitError when it does not fit the jug or the page."""
    mix, shelf = get_mix(session, mix_id), fitted_shelf(session)
    lines = []
    for pour in pours_of(mix):
        material = shelf.materials[shelf.index(pour.key)]
        words = said(pour.ml, unit, density=material.mass_density).words
        lines.append(Line(name=material.name, ml=pour.ml, words=words, sRGB=_screen(look_of(shelf, pour.key))))
    if kind == "strip":
        try:
            name = jug or jug_for(session, sum(line.ml for line in lines))
            return pour_strip(lines, jug_named(session, name), title=f"{mix.name}, in a {name}")
        except ValueError as error:
            raise UnfitError(str(error)) from error
    recipe, job = assess_mix(session, mix, [light("window")]), get_job(session, mix.job_id)
    kinds = [pour.material.kind for pour in mix.pours]
    days = pot_life_of(kinds)
    keeps = "keeps well closed" if days is None else f"keeps {days:g} days" if days >= 1 else "sets: use it up today"
    if kind == "label":
        return lid_label(lines, title=mix.name, job=job.name, made=now().date(), keeps=keeps, sRGB=_screen(recipe.R))
    target = session.get(TargetRow, mix.target_id or 0)
    near = difference_words(recipe.delta_E[0])
    words = (
        f"Predicted: {near}, {recipe.delta_E[0]:.1f}; likely {recipe.low:.1f} to {recipe.high:.1f}. Dry a strip first."
    )
    cautions = {kind_of(one).caution for one in kinds} - {""}
    said_too = ["Follow the labels, local rules and licensed trades."] if cautions else []
    return recipe_card(
        lines, title=mix.name, job=job.name, made=now().date(), said=words, cautions=[*sorted(cautions), *said_too],
        target=None if target is None else _screen(np.array(target.R)), mix=_screen(recipe.R),
    )  # fmt: skip
