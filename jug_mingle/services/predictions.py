"""What is predicted of mixes: today, and as it was said when they were kept or poured."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT, Light
from jug_mingle.core.evidence.block_arrow import ArrowFactor
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm, body_over, closes, look_over
from jug_mingle.core.evidence.mixtures import MODEL, mixed_paint, predict, shows_its_ground
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import POUR_ERROR, tool
from jug_mingle.core.optics.grounds import READ, Ground, measured_ground
from jug_mingle.core.recipes.assessment import DRAWS, Recipe, assess
from jug_mingle.core.recipes.over import OverStep, OverWay, as_recipe, assess_way, laid_best
from jug_mingle.core.recipes.over_kinds import over_kind
from jug_mingle.core.recipes.wishes import Target
from jug_mingle.documents.laid import LaidIn
from jug_mingle.documents.strict import row_number
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.materials import to_material
from jug_mingle.services.newest import NewestOf
from jug_mingle.services.pieces import ground_named, piece_rows
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import BatchRow, MixRow, StripRow, TargetRow
from jug_mingle.store.reading import read_once

FILLED_IN: Final = "filled in"
"""Mark of a prediction that was made later than its mix, for one that was kept before predictions were."""

_USUAL_GROUND: Final = "oak"

_PREDICTED: Final = 0.05
"""How unsure the colour of a ground is that was predicted, as `Ground.unsure`."""

_DEEPEST: Final = 6


_NOTHING: Final = 1e-6
"""So small a share of a pour is no rest, but a rounding."""


def pours_of(row: MixRow) -> tuple[Pour, ...]:
    """Return a mix's pours as the core takes them."""
    return tuple(Pour(key=pour.material.key, parts=pour.parts, ml=pour.ml) for pour in row.pours)


def poured_of(row: BatchRow) -> dict[str, float]:
    """Return what is in the jug of each tin: what was poured in, less what went into other jugs. [ml]"""
    found: dict[str, float] = {}
    for made in row.made:
        found[made.material.key] = found.get(made.material.key, 0.0) + made.ml
    given = given_of(row)
    return {key: left for key, ml in found.items() if (left := ml - given.get(key, 0.0)) > _NOTHING * ml}


def given_of(row: BatchRow) -> dict[str, float]:
    """Return what of each tin was poured out of a jug into others. [ml]"""
    found: dict[str, float] = {}
    for pour_made in row.given:
        found[pour_made.material.key] = found.get(pour_made.material.key, 0.0) + pour_made.ml
    return found


def pour_error_of(row: BatchRow) -> float:
    """Return the relative error of the worst of a batch's pours; ValueError of an empty one."""
    return max(POUR_ERROR[made.how] for made in row.made)


def as_pours(ml: Mapping[str, float]) -> tuple[Pour, ...]:
    """Return amounts by the key of their tin [ml] as the core takes them."""
    return tuple(Pour(key=key, parts=1, ml=amount) for key, amount in ml.items())


_Asked = tuple[tuple[Pour, ...], bytes | None, tuple[Light, ...], float, bytes, float]
_made: NewestOf[ArrowFactor, _Asked, Recipe] = NewestOf(1000)
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
    # The ground by its colour: two that were caught may have one name.
    asked = (
        pours, None if R is None else R.tobytes(), tuple(lights), pour_error, over.R_seen.tobytes(),
        over.veil,
    )  # fmt: skip

    def make() -> Recipe:
        wanted = np.clip(predict(shelf, pours, over=over), 0.0, 1.0) if R is None else R
        goal = Target(R=wanted, lights=tuple(lights))
        return assess(shelf, goal, [pours], pour_error=pour_error, draws=shelf.draw(DRAWS), over=over)[0]

    return _made.get(shelf.factor, asked, make)


def ground_of_job(session: Session, job_id: int) -> Ground:
    """Return what a job's stains, washes and waxes lie on: the ground of its first piece, oak where there is
    none."""

    def read() -> Ground:
        rows = piece_rows(session, job_id)
        return ground_named(
            session, job_id, rows[0].grounds.get("", _USUAL_GROUND) if rows else _USUAL_GROUND
        )

    return read_once(session, ("ground of job", job_id), read)


def ground_over(session: Session, job_id: int, name: str, *, depth: int = 0) -> Ground:
    """Return what a film is laid over.

    A ground as `pieces.ground_named` has it; "mix:3" for a jug of the job as it dries, with what that lies
    over below it; "strip:9" for a strip or offcut as it was read. UnfitError or NotFoundError when there is
    none.
    """
    kind, _, text = name.partition(":")
    number = row_number(text)
    if kind == "mix" and number is not None:
        row = session.get(MixRow, number)
        if row is None or row.job_id != job_id:
            raise NotFoundError(f"there is no mix {number} in this job")
        if depth > _DEEPEST:
            raise UnfitError(f"{row.name} lies over itself: lay it over a wood")
        return _mix_as_ground(session, row, depth)
    if kind == "strip" and number is not None:
        strip = session.get(StripRow, number)
        if strip is None or strip.job_id != job_id:
            raise NotFoundError(f"there is no strip {number} in this job")
        below = ground_over(session, job_id, strip.laid["over"], depth=depth + 1) if strip.laid else None
        if below is None or _closed(strip):
            return measured_ground(f"strip {number}", np.array(strip.R), coat="paint")
        return replace(below, name=f"strip {number}", R_seen=np.array(strip.R), unsure=READ)
    return ground_named(session, job_id, name)


def _closed(strip: StripRow) -> bool:
    tins = (
        [pour.material for pour in strip.mix.pours]
        if strip.mix
        else [strip.material]
        if strip.material
        else []
    )
    return any(closes(to_material(tin)) for tin in tins)


def _mix_as_ground(session: Session, row: MixRow, depth: int) -> Ground:
    shelf, film = fitted_shelf(session), film_of_mix(row)
    if film is None:
        R, veil = look_of(session, row, pours_of(row)), mixed_paint(shelf, pours_of(row)).veil
        return replace(measured_ground(row.name, R, veil=veil, coat="paint"), unsure=_PREDICTED)
    below = ground_over(session, row.job_id, (row.laid or {})["over"], depth=depth + 1)
    laid = body_over(shelf, [film], below)
    closed = (
        not below.takes
        or film.over_seal
        or any(closes(shelf.materials[shelf.index(key)]) for key in film.keys)
    )
    return replace(
        below, name=row.name, R_seen=np.clip(laid.seen, 0.0, 1.0), veil=float(laid.veil), unsure=_PREDICTED,
        coat="paint" if closed else "",
    )  # fmt: skip


def look_of(session: Session, row: MixRow, pours: tuple[Pour, ...]) -> FloatArray:
    """Return how pours of a mix look (36,) when they are dry: over its ground, where they are seen through.
    [0..1]"""
    shelf = fitted_shelf(session)
    if row.laid is None:
        return np.clip(predict(shelf, pours, over=ground_of_job(session, row.job_id)), 0.0, 1.0)
    laid = LaidIn.model_validate(row.laid)
    film = _film(laid, pours)
    if not any(shelf.materials[shelf.index(pour.key)].solids for pour in pours):
        return ground_over(session, row.job_id, laid.over).R_seen
    return np.clip(look_over(shelf, [film], ground_over(session, row.job_id, laid.over)), 0.0, 1.0)


def shown_over(session: Session, row: MixRow, pours: tuple[Pour, ...]) -> Ground | None:
    """Return what a mix is shown over; nothing of one that hides it."""
    if row.laid is not None:
        return ground_over(session, row.job_id, row.laid["over"])
    return ground_of_job(session, row.job_id) if shows_its_ground(fitted_shelf(session), pours) else None


def over_name(session: Session, row: MixRow, pours: tuple[Pour, ...]) -> str:
    """Return the name of what a mix is shown over, in small letters; nothing of one that hides it."""
    over = shown_over(session, row, pours)
    return "" if over is None else over.name.lower()


def film_of_mix(row: MixRow) -> LaidFilm | None:
    """Return a mix as the film that it is laid as; nothing of one that is built up until it hides."""
    if row.laid is None:
        return None
    return _film(LaidIn.model_validate(row.laid), pours_of(row))


def _film(laid: LaidIn, pours: tuple[Pour, ...]) -> LaidFilm:
    volumes = tuple((pour.key, pour.ml) for pour in pours)
    return LaidFilm(volumes=volumes, laying=laid.laying(), over_seal=over_kind(laid.kind).sealed)


def _assess_laid(
    session: Session, row: MixRow, target: Target | None, pours: tuple[Pour, ...], *, pour_error: float,
    lights: Sequence[Light], shelf: Shelf,
) -> Recipe:  # fmt: skip
    """Return what is predicted of pours laid as a see-through mix says, over what it says."""
    laid = LaidIn.model_validate(row.laid)
    film = _film(laid, pours)
    step = OverStep(
        kind=over_kind(laid.kind), film=film, parts=tuple((pour.key, pour.parts) for pour in pours)
    )
    way = assess_way(
        shelf, target, ground_over(session, row.job_id, laid.over), [step],
        pour_error=pour_error, lights=tuple(lights),
    )  # fmt: skip
    return as_recipe(way, pours)


def assess_mix(
    session: Session,
    row: MixRow,
    lights: Sequence[Light],
    *,
    shelf: Shelf | None = None,
    over: Ground | None = None,
) -> Recipe:
    """Return a mix with its prediction of today; `shelf` and `over` (its job's ground) where they are at
    hand."""
    target = None if row.target_id is None else session.get(TargetRow, row.target_id)
    R = None if target is None else np.array(target.R)
    return assess_pours(
        session, row, pours_of(row), R, lights, pour_error=tool(row.tool).error, shelf=shelf, over=over
    )


def assess_alone(session: Session, row: MixRow) -> Recipe:
    """Return a mix with its prediction by the window against itself: how far it may turn out otherwise."""
    return assess_pours(session, row, pours_of(row), None, [DAYLIGHT], pour_error=tool(row.tool).error)


def assess_pours(
    session: Session, row: MixRow, pours: tuple[Pour, ...], R: FloatArray | None, lights: Sequence[Light], *,
    pour_error: float, shelf: Shelf | None = None, over: Ground | None = None,
) -> Recipe:  # fmt: skip
    """Return other pours of a mix with their prediction, laid as it is where it is seen through; against a
    colour (36,) or none."""
    shelf = shelf or fitted_shelf(session)
    if row.laid is not None:
        wanted = None if R is None else Target(R=R, lights=tuple(lights))
        return _assess_laid(session, row, wanted, pours, pour_error=pour_error, lights=lights, shelf=shelf)
    on = over or ground_of_job(session, row.job_id)
    return assessed(shelf, pours, R, lights, pour_error=pour_error, over=on)


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
        "R": np.round(recipe.R, 6).tolist(), "expected": band[0], "low": band[1], "high": band[2],
        "model": MODEL, "at": at,
    }  # fmt: skip


def then_of(kept: Mapping[str, Any] | None) -> Then | None:
    """Return a stored prediction; nothing where none was stored."""
    return None if kept is None else Then(**{**kept, "R": np.array(kept["R"])})


def keep_prediction(session: Session, row: MixRow, *, at: str = "kept") -> None:
    """Store with a mix what is predicted of it by the window."""
    row.predicted = as_kept(assess_mix(session, row, [DAYLIGHT]), against=row.target_id is not None, at=at)
    session.flush()


def laid_otherwise(session: Session, row: BatchRow) -> OverWay | None:
    """Return how what is in a batch is laid to come nearest to its target; nothing of one that hides what is
    below, or has no target."""
    mix = session.get_one(MixRow, row.mix_id)
    target = session.get(TargetRow, mix.target_id or 0)
    if mix.laid is None or target is None or not poured_of(row):
        return None
    laid, pours = LaidIn.model_validate(mix.laid), as_pours(poured_of(row))
    step = OverStep(
        kind=over_kind(laid.kind), film=_film(laid, pours), parts=tuple((p.key, p.parts) for p in pours)
    )
    return laid_best(
        fitted_shelf(session), Target(R=np.array(target.R)), ground_over(session, mix.job_id, laid.over),
        step, pour_error=pour_error_of(row),
    )  # fmt: skip


def assess_batch(session: Session, row: BatchRow, R: FloatArray | None, lights: Sequence[Light]) -> Recipe:
    """Return what is in a batch with its prediction, against a target (36,) or none; ValueError of an empty
    one."""
    mix = session.get_one(MixRow, row.mix_id)
    return assess_pours(session, mix, as_pours(poured_of(row)), R, lights, pour_error=pour_error_of(row))


def keep_prediction_of_batch(session: Session, row: BatchRow, *, at: str = "poured") -> None:
    """Store with a batch what is predicted of what is in it; nothing of an empty one."""
    if not row.made:
        row.predicted = None
    if not poured_of(row):  # of a jug that was poured out it stays what it was
        return
    mix = session.get_one(MixRow, row.mix_id)
    target = None if mix.target_id is None else session.get(TargetRow, mix.target_id)
    R = None if target is None else np.array(target.R)
    recipe = assess_batch(session, row, R, [DAYLIGHT])
    row.predicted = as_kept(recipe, against=target is not None, at=at)


def fill_in(session: Session) -> int:
    """Give the mixes and batches that were kept without a prediction that of today, marked so; return how
    many."""
    mixes = session.scalars(select(MixRow).where(MixRow.predicted.is_(None))).all()
    for mix in mixes:
        keep_prediction(session, mix, at=FILLED_IN)
    batches = [
        batch for batch in session.scalars(select(BatchRow).where(BatchRow.predicted.is_(None))) if batch.made
    ]
    for batch in batches:
        keep_prediction_of_batch(session, batch, at=FILLED_IN)
    return len(mixes) + len(batches)
