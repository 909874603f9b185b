"""Strips of a batch: painted, dried, read, and what they say and teach."""

from dataclasses import dataclass, replace
from datetime import timedelta

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.learning import Learnt, learnt
from jug_mingle.core.evidence.level import white_of
from jug_mingle.core.evidence.mixtures import mixed_paint, shows_its_ground
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.handling import USUAL_DRY, time_words
from jug_mingle.core.recipes.surprise import unexplained
from jug_mingle.documents.colour_source import ColourIn, FromTarget, Stepped
from jug_mingle.documents.laid import LaidIn
from jug_mingle.errors import ConflictError
from jug_mingle.services.batches import empty_words, get_batch
from jug_mingle.services.colours import Colour
from jug_mingle.services.materials import get_material, handled
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import as_pours, over_name, pour_error_of, poured_of, pours_of
from jug_mingle.services.readings import add_reading, check_readings, get_reading, is_set_aside
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.wood_fields import read_field
from jug_mingle.store.models import BatchRow, ReadingRow, StripRow, TargetRow, now


def dry_minutes(row: BatchRow) -> float:
    """Return how long a strip of this batch usually takes to dry, by the labels of what is in it.
    [minutes]"""
    tins = [made.material for made in row.made]
    return handled(tins).dry if tins else USUAL_DRY


def paint_strip(session: Session, batch_id: int) -> BatchRow:
    """A strip was painted: from now on it dries."""
    row = get_batch(session, batch_id)
    if not poured_of(row):
        raise ConflictError(f"{empty_words(row)}: there is nothing to paint a strip with")
    row.dry_at = now() + timedelta(minutes=dry_minutes(row))
    session.flush()
    return row


def as_compared(session: Session, batch_id: int, colour: Colour, said: ColourIn) -> Colour:
    """Return a strip's colour as sure as it is against its target: compared with it by eye, in steps, the two
    stand side by side, and how well the target itself is known does not matter."""
    target_id = get_mix(session, get_batch(session, batch_id).mix_id).target_id
    by_eye = isinstance(said, Stepped) and isinstance(said.of, FromTarget) and said.of.target_id == target_id
    same = isinstance(said, FromTarget) and said.target_id == target_id
    return replace(colour, noise=NOISE["eye"], how="eye") if by_eye or same else colour


@dataclass(frozen=True, slots=True, kw_only=True)
class Verdict:
    """What a dried strip says: how far it is from the target, and what was learnt of the paints.

    Of a mix without a target nothing can be reached: `delta_E` is None.
    """

    strip: StripRow
    delta_E: float | None
    reached: bool
    learnt: list[Learnt]
    set_aside: bool
    """Whether nothing that is known of the paints explains it, so that it teaches nothing."""


def read_strip(session: Session, batch_id: int, colour: Colour, *, anyway: bool, notes: str = "") -> StripRow:
    """Take a dried strip's colour: it joins the fit of all paints in the batch. `verdict_now` tells what it
    says.

    One that nothing explains is set aside: it teaches nothing until it is restored.

    Raises
    ------
    ConflictError
        If the strip cannot be dry yet, unless `anyway`.
    """
    row = get_batch(session, batch_id)
    left = 0.0 if row.dry_at is None else (row.dry_at - now()).total_seconds() / 60.0
    if (row.dry_at is None or left > 0.0) and not anyway:
        wait = (
            f"it needs about {time_words(left)} more"
            if row.dry_at is not None
            else "paint a strip and let it dry first"
        )
        raise ConflictError(f"wet paint is darker than dry: {wait}. Read it anyway if you know it is dry.")
    poured = poured_of(row)
    if not poured:
        raise ConflictError(empty_words(row))
    shelf = fitted_shelf(session)
    mix = get_mix(session, row.mix_id)
    about = {"pot": row.id, "name": colour.name}
    if mix.laid is not None:
        field = LaidIn.model_validate(mix.laid)
        reading = read_field(
            session, mix.job_id, colour, field, poured, pour_error=pour_error_of(row), about=about
        )
    else:
        veil = mixed_paint(shelf, as_pours(poured)).veil
        swatch = Swatch(seen=colour.R if colour.spectral else R_to_Lab(colour.R))
        said = Reading(
            key="strip", volumes=tuple(poured.items()), swatches=(swatch,), noise=colour.noise, veil=veil,
            pour_error=pour_error_of(row),
        )  # fmt: skip
        reading = add_reading(
            session, how=colour.how, noise=said.noise, veil=veil, swatches=[swatch],
            pour_error=said.pour_error,
            volumes=[(get_material(session, key), ml) for key, ml in poured.items()], about=about,
            set_aside=not shows_its_ground(shelf, as_pours(poured)) and unexplained(shelf, said),
        )  # fmt: skip
    check_readings(session)
    strip = StripRow(
        job_id=get_mix(session, row.mix_id).job_id, batch_id=row.id, mix_id=row.mix_id, material_id=None,
        reading_id=reading.id, photo_id=colour.photo_id, R=colour.R.tolist(), ground="", coats=2,
        wiped_after=None, notes=notes, laid=mix.laid, removed=None,
    )  # fmt: skip
    if mix.laid is not None:
        strip.ground, strip.coats = over_name(session, mix, pours_of(mix)), mix.laid["coats"]
        strip.wiped_after = mix.laid["wait"] if mix.laid["wipe"] > 0.0 else None
    session.add(strip)
    session.flush()
    if _judged(session, row, strip)[1]:
        row.done = now()
        session.flush()
    return strip


def _told(session: Session, row: BatchRow, moved: list[Learnt]) -> list[Learnt]:
    """Return what a strip taught, of what is in it before others, and of its white last: a tint tells of its
    paint."""
    white = white_of(fitted_shelf(session), set(poured_of(row)))
    names = {made.material.name: made.material.key for made in row.made}
    told = sorted(moved, key=lambda one: (one.name not in names, names.get(one.name) == white))
    others = [one for one in told if names.get(one.name) != white]
    return others or told


def _judged(session: Session, row: BatchRow, strip: StripRow) -> tuple[float | None, bool]:
    wanted = session.get(TargetRow, get_mix(session, row.mix_id).target_id or 0)
    if wanted is None:
        return None, False
    delta_E = float(delta_E_CIE2000(R_to_Lab(strip.R), R_to_Lab(wanted.R)))
    return delta_E, delta_E <= wanted.tolerance


def newest_strip(session: Session, batch_id: int) -> StripRow | None:
    """Return the newest strip of a batch whose reading was not withdrawn; nothing where there is none."""
    strips = session.execute(
        select(StripRow, ReadingRow)
        .join(ReadingRow, StripRow.reading_id == ReadingRow.id)
        .where(StripRow.batch_id == batch_id, StripRow.removed.is_(None))
        .order_by(StripRow.id.desc())
    )
    return next(
        (strip for strip, reading in strips if reading.removed is None or is_set_aside(reading)), None
    )


def verdict_now(session: Session, batch_id: int, *, before: Shelf | None = None) -> Verdict | None:
    """Return what the newest strip said of what is in the batch now; nothing where more was poured since.

    `before` is the shelf as it was fitted before that strip was read, to tell what was learnt.
    """
    row, strip = get_batch(session, batch_id), newest_strip(session, batch_id)
    if strip is None or any(made.created > strip.created for made in row.made):
        return None
    delta_E, reached = _judged(session, row, strip)
    taught = [] if before is None else _told(session, row, learnt(before, fitted_shelf(session)))
    aside = is_set_aside(get_reading(session, strip.reading_id or 0))
    return Verdict(strip=strip, delta_E=delta_E, reached=reached, learnt=taught, set_aside=aside)
