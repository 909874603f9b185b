"""From what a person says a colour is to its reflectance, and how sure that is."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour import Lab_to_XYZ, R_to_Lab, XYZ_to_Lab, delta_E_CIE2000
from jug_mingle.core.evidence import NOISE
from jug_mingle.core.recipes import masstone, predict
from jug_mingle.core.recovery import recover_reflectance
from jug_mingle.core.steps import DIRECTIONS, between, stepped
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.formats.colour_file import Sample
from jug_mingle.formats.target_text import parse_colour
from jug_mingle.services.mixes import get_mix, mix_rows, pours_of
from jug_mingle.services.photos import PhotoFolder, caught_from, get_photo
from jug_mingle.services.shelf import fitted_shelf, get_material
from jug_mingle.services.sources import (
    Between,
    ColourIn,
    FromMaterial,
    FromMix,
    FromPhoto,
    FromReader,
    FromSpectrum,
    FromTarget,
    FromText,
)
from jug_mingle.services.targets import get_target, target_rows
from jug_mingle.store.models import DeviceReadingRow

_DEEPEST = 12


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Colour:
    """A colour as the program takes it.

    Attributes
    ----------
    R : (36,) ndarray
        Seen reflectance. [0..1]
    noise : float
        Mean error to expect. [CIEDE2000]
    how : str
        A key of `evidence.NOISE`: what a reading of it counts as.
    spectral : bool
        Whether the reflectance itself was measured, not only the colour.
    """

    R: FloatArray
    noise: float
    how: str
    spectral: bool = False
    name: str = ""
    warnings: tuple[str, ...] = ()
    faults: tuple[str, ...] = ()
    photo_id: int | None = None


def surface_of(XYZ: FloatArray) -> FloatArray:
    """Return the reflectance (36,) that stands for a colour of which only XYZ under D65 is known."""
    return np.round(np.clip(recover_reflectance(XYZ), 0.0, 1.0), 6)


def resolve(session: Session, folder: PhotoFolder, said: ColourIn, *, depth: int = 0) -> Colour:
    """Return the colour that a person means; UnfitError or NotFoundError says why there is none."""
    if depth > _DEEPEST:
        raise UnfitError(f"a colour may be made of others at most {_DEEPEST} deep: keep one of them and go on from it")
    if isinstance(said, FromPhoto):
        return _from_photo(session, folder, said)
    if isinstance(said, FromText):
        return _from_text(said)
    if isinstance(said, FromReader):
        row = get_device_reading(session, said.reading_id)
        return Colour(R=np.array(row.R), noise=NOISE["reader"], how="reader", spectral=True, name=row.sample)
    if isinstance(said, FromSpectrum):
        return Colour(R=np.array(said.R), noise=NOISE["reader"], how="reader", spectral=said.measured, name=said.name)
    if isinstance(said, FromTarget):
        target = get_target(session, said.target_id)
        spectral = bool(target.source.get("spectral", False))
        return Colour(
            R=np.array(target.R), noise=target.noise, how=how_of(target.noise), spectral=spectral, name=target.name
        )
    if isinstance(said, FromMaterial):
        return _from_material(session, said)
    if isinstance(said, FromMix):
        mix = get_mix(session, said.mix_id)
        R = predict(fitted_shelf(session), pours_of(mix))
        return Colour(R=R, noise=2.0, how=how_of(2.0), name=mix.name)
    if isinstance(said, Between):
        first, second = (resolve(session, folder, end, depth=depth + 1) for end in (said.first, said.second))
        Lab = between(R_to_Lab(first.R), R_to_Lab(second.R), said.share)
        return _combined(Lab, [first, second], f"between {first.name or 'one'} and {second.name or 'another'}")
    of = resolve(session, folder, said.of, depth=depth + 1)
    steps = {name: count for name in DIRECTIONS if (count := float(getattr(said, name))) > 0.0}
    words = ", ".join(f"{count:g} {name}" for name, count in steps.items())
    if not steps:
        return of
    return _combined(stepped(R_to_Lab(of.R), steps), [of], f"{of.name} {words}".strip())


def _from_photo(session: Session, folder: PhotoFolder, said: FromPhoto) -> Colour:
    photo = get_photo(session, said.photo_id)
    caught = caught_from(session, photo, folder, area=said.area, lighting=said.lighting)
    return Colour(
        R=surface_of(caught.XYZ),
        noise=caught.noise,
        how=how_of(caught.noise),
        warnings=caught.warnings,
        faults=caught.faults,
        photo_id=photo.id,
    )


def _from_text(said: FromText) -> Colour:
    try:
        XYZ = parse_colour(said.text)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    R = surface_of(XYZ)
    off = float(delta_E_CIE2000(R_to_Lab(R), XYZ_to_Lab(XYZ)))
    warnings = (
        ("No paint can be as vivid or as light as that: this is the nearest a surface can be.",) if off > 1.0 else ()
    )
    return Colour(R=R, noise=1.0, how="reader", warnings=warnings)


def _from_material(session: Session, said: FromMaterial) -> Colour:
    row = get_material(session, said.key)
    if row.removed is not None:
        raise NotFoundError(f"the pot {row.name} was taken off the shelf")
    shelf = fitted_shelf(session)
    return Colour(R=np.clip(masstone(shelf, row.key), 0.0, 1.0), noise=2.0, how=how_of(2.0), name=row.name)


def _combined(Lab: FloatArray, of: Sequence[Colour], name: str) -> Colour:
    R = surface_of(np.clip(Lab_to_XYZ(Lab), 0.0, None))
    warnings = tuple(dict.fromkeys(warning for one in of for warning in one.warnings))
    noise = max(one.noise for one in of)
    return Colour(R=R, noise=noise, how=how_of(noise), name=name[:120], warnings=warnings)


def how_of(noise: float) -> str:
    """Return the way of reading whose usual error is nearest to a noise."""
    return min(("reader", "card_photo", "white_photo"), key=lambda how: abs(np.log(NOISE[how] / max(noise, 0.1))))


def get_device_reading(session: Session, reading_id: int) -> DeviceReadingRow:
    """Return a kept reading of the colour reader; NotFoundError when there is none."""
    row = session.get(DeviceReadingRow, reading_id)
    if row is None:
        raise NotFoundError(f"there is no reading {reading_id} of the colour reader")
    return row


def source_of(said: ColourIn, colour: Colour) -> dict[str, Any]:
    """Return how a colour was caught, so that it can be caught again."""
    return {
        "colour": said.model_dump(mode="json"),
        "warnings": list(colour.warnings),
        "spectral": colour.spectral,
    }


def as_samples(session: Session, job_id: int) -> list[Sample]:
    """Return the targets and mixes of a job as colours for a file."""
    shelf = fitted_shelf(session)
    targets = [Sample(name=row.name, R=np.array(row.R)) for row in target_rows(session, job_id)]
    mixed = [
        Sample(name=f"{row.name} (mix)", R=np.clip(predict(shelf, pours_of(row)), 0.0, 1.0))
        for row in mix_rows(session, job_id)
    ]
    if not targets and not mixed:
        raise ConflictError("there is no colour in this job yet: catch one first")
    return [*targets, *mixed]
