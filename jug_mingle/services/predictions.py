"""What is predicted of mixes: today, and as it was said when they were kept or poured."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final
from weakref import WeakKeyDictionary

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT, Light
from jug_mingle.core.evidence.block_arrow import ArrowFactor
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import MODEL, predict
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import POUR_ERROR, tool
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.recipes.assessment import DRAWS, Recipe, assess
from jug_mingle.core.recipes.wishes import Target
from jug_mingle.services.pieces import ground_named, piece_rows
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import BatchRow, MixRow, TargetRow

FILLED_IN: Final = "filled in"
"""Mark of a prediction that was made later than its mix, for one that was kept before predictions were."""

_USUAL_GROUND: Final = "oak"


def pours_of(row: MixRow) -> tuple[Pour, ...]:
    """Return a mix's pours as the core takes them."""
    return tuple(Pour(key=pour.material.key, parts=pour.parts, ml=pour.ml) for pour in row.pours)


def poured_of(row: BatchRow) -> dict[str, float]:
    """Return what is in the jug of each tin. [ml]"""
    found: dict[str, float] = {}
    for made in row.made:
        found[made.material.key] = found.get(made.material.key, 0.0) + made.ml
    return found


def pour_error_of(row: BatchRow) -> float:
    """Return the relative error of the worst of a batch's pours; ValueError of an empty one."""
    return max(POUR_ERROR[made.how] for made in row.made)


def as_pours(ml: Mapping[str, float]) -> tuple[Pour, ...]:
    """Return amounts by the key of their tin [ml] as the core takes them."""
    return tuple(Pour(key=key, parts=1, ml=amount) for key, amount in ml.items())


_Asked = tuple[tuple[Pour, ...], bytes | None, tuple[Light, ...], float, bytes, float]
_made: WeakKeyDictionary[ArrowFactor, dict[_Asked, Recipe]] = WeakKeyDictionary()
"""What was predicted from a fit, as long as that fit is in use."""


def assessed(
    shelf: Shelf,
    pours: tuple[Pour, ...],
    R: FloatArray | None,
    lights: Sequence[Light],
    *,
    pour_error: float,
    over: Ground,
) -> Recipe:
    """Return a mix with its prediction, against a target (36,) or, where there is none, against itself.

    `over` is what it lies on, if it is one that shows its ground.
    """
    kept = _made.setdefault(shelf.factor, {})
    # The ground by its colour: two that were caught may have one name.
    asked = (
        pours, None if R is None else R.tobytes(), tuple(lights), pour_error, over.R_seen.tobytes(), over.veil,
    )  # fmt: skip
    if asked not in kept:
        R = np.clip(predict(shelf, pours, over=over), 0.0, 1.0) if R is None else R
        goal = Target(R=R, lights=tuple(lights))
        kept[asked] = assess(shelf, goal, [pours], pour_error=pour_error, draws=shelf.draw(DRAWS), over=over)[0]
    return kept[asked]


def ground_of_job(session: Session, job_id: int) -> Ground:
    """Return what a job's stains, washes and waxes lie on: the ground of its first piece, oak where there is none."""
    rows = piece_rows(session, job_id)
    return ground_named(session, job_id, rows[0].grounds.get("", _USUAL_GROUND) if rows else _USUAL_GROUND)


def assess_mix(
    session: Session, row: MixRow, lights: Sequence[Light], *, shelf: Shelf | None = None, over: Ground | None = None
) -> Recipe:
    """Return a mix with its prediction of today; `shelf` and `over` (its job's ground) where they are at hand."""
    target = None if row.target_id is None else session.get(TargetRow, row.target_id)
    return assessed(
        shelf or fitted_shelf(session), pours_of(row), None if target is None else np.array(target.R), lights,
        pour_error=tool(row.tool).error, over=over or ground_of_job(session, row.job_id),
    )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Then:
    """What was predicted of a mix when it was kept or poured.

    Attributes
    ----------
    R : (36,) ndarray
        Seen reflectance, dry and opaque. [0..1]
    expected, low, high : float or None
        Mean and 80 % band of the CIEDE2000 to its target by the window; None where it had no target.
    model : str
        Version of the physics that said so.
    at : str
        "kept", "poured", or `FILLED_IN` where it was said later.
    """

    R: FloatArray
    expected: float | None
    low: float | None
    high: float | None
    model: str
    at: str

    def apart(self, R: FloatArray) -> float:
        """Return how far a colour predicted today is from that of then. [CIEDE2000]"""
        return float(delta_E_CIE2000(R_to_Lab(self.R), R_to_Lab(R)))


def as_kept(recipe: Recipe, *, against: bool, at: str) -> dict[str, Any]:
    """Return a prediction as it is stored; `against` a target or not."""
    band = (recipe.expected, recipe.low, recipe.high) if against else (None, None, None)
    return {
        "R": np.round(recipe.R, 6).tolist(), "expected": band[0], "low": band[1], "high": band[2], "model": MODEL,
        "at": at,
    }  # fmt: skip


def then_of(kept: Mapping[str, Any] | None) -> Then | None:
    """Return a stored prediction; nothing where none was stored."""
    return None if kept is None else Then(**{**kept, "R": np.array(kept["R"])})


def keep_prediction(session: Session, row: MixRow, *, at: str = "kept") -> None:
    """Store with a mix what is predicted of it by the window."""
    row.predicted = as_kept(assess_mix(session, row, [DAYLIGHT]), against=row.target_id is not None, at=at)
    session.flush()


def keep_prediction_of_batch(session: Session, row: BatchRow, *, at: str = "poured") -> None:
    """Store with a batch what is predicted of what is in it; nothing of an empty one."""
    if not row.made:
        row.predicted = None
        return
    mix = session.get_one(MixRow, row.mix_id)
    target = None if mix.target_id is None else session.get(TargetRow, mix.target_id)
    R = None if target is None else np.array(target.R)
    recipe = assessed(
        fitted_shelf(session), as_pours(poured_of(row)), R, [DAYLIGHT], pour_error=pour_error_of(row),
        over=ground_of_job(session, mix.job_id),
    )  # fmt: skip
    row.predicted = as_kept(recipe, against=target is not None, at=at)


def fill_in(session: Session) -> int:
    """Give the mixes and batches that were kept without a prediction that of today, marked so; return how many."""
    mixes = session.scalars(select(MixRow).where(MixRow.predicted.is_(None))).all()
    for mix in mixes:
        keep_prediction(session, mix, at=FILLED_IN)
    batches = [batch for batch in session.scalars(select(BatchRow).where(BatchRow.predicted.is_(None))) if batch.made]
    for batch in batches:
        keep_prediction_of_batch(session, batch, at=FILLED_IN)
    return len(mixes) + len(batches)
