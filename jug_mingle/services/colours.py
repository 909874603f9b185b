"""From what a person says a colour is to its reflectance, and how sure that is."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Final

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.colour_steps import DIRECTIONS, between, stepped
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab
from jug_mingle.core.evidence.certainty import NAMED_NOISE, NOISE, PREDICTED_NOISE, predicted_noise
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.core.optics.film import veil_of
from jug_mingle.core.optics.paintable import surface_of, too_dark_words, too_vivid_words
from jug_mingle.documents.colour_source import (
    Between,
    ColourIn,
    FromMaterial,
    FromMix,
    FromPhoto,
    FromReader,
    FromScheme,
    FromSpectrum,
    FromTarget,
    FromText,
)
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.formats.colour_file import Sample
from jug_mingle.formats.target_text import parse_colour
from jug_mingle.services.materials import get_material, to_material
from jug_mingle.services.mixes import get_mix, mix_rows
from jug_mingle.services.photos import PhotoFolder, caught_from, correction_of, get_photo
from jug_mingle.services.predictions import assess_alone, look_of, pours_of
from jug_mingle.services.readings import readings_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.targets import get_target, target_rows
from jug_mingle.store.models import DeviceReadingRow, MaterialRow

_DEEPEST: Final = 12


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
        A key of `evidence.WAYS`: how it was caught.
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


def resolve(session: Session, folder: PhotoFolder, said: ColourIn, *, depth: int = 0) -> Colour:
    """Return the colour that a person means; UnfitError or NotFoundError says why there is none."""
    if depth > _DEEPEST:
        raise UnfitError(
            f"a colour may be made of others at most {_DEEPEST} deep: keep one of them and go on from it"
        )
    if isinstance(said, FromPhoto):
        return _from_photo(session, folder, said)
    if isinstance(said, FromScheme):
        return _from_scheme(session, folder, said)
    if isinstance(said, FromText):
        return _from_text(said)
    if isinstance(said, FromSpectrum):
        return colour_of_file(said)
    if isinstance(said, FromReader | FromTarget | FromMaterial | FromMix):
        return _kept_here(session, said)
    if isinstance(said, Between):
        first, second = (resolve(session, folder, end, depth=depth + 1) for end in (said.first, said.second))
        Lab = between(R_to_Lab(first.R), R_to_Lab(second.R), said.share)
        return _combined(
            Lab, [first, second], f"between {first.name or 'one'} and {second.name or 'another'}"
        )
    of = resolve(session, folder, said.of, depth=depth + 1)
    steps = {name: count for name in DIRECTIONS if (count := float(getattr(said, name))) > 0.0}
    words = ", ".join(f"{count:g} {name}" for name, count in steps.items())
    if not steps:
        return of
    return _combined(stepped(R_to_Lab(of.R), steps), [of], f"{of.name} {words}".strip())


def _kept_here(session: Session, said: FromReader | FromTarget | FromMaterial | FromMix) -> Colour:
    """Return a colour that stands in the database already."""
    if isinstance(said, FromReader):
        row = get_device_reading(session, said.reading_id)
        return Colour(R=np.array(row.R), noise=NOISE["reader"], how="reader", spectral=True, name=row.sample)
    if isinstance(said, FromTarget):
        target = get_target(session, said.target_id)
        spectral = bool(target.source.get("spectral", False))
        return Colour(
            R=np.array(target.R), noise=target.noise, how=target.how, spectral=spectral, name=target.name
        )
    if isinstance(said, FromMaterial):
        return _from_material(session, said)
    mix = get_mix(session, said.mix_id)
    R = look_of(session, mix, pours_of(mix))
    return Colour(R=R, noise=PREDICTED_NOISE, how="predicted", name=mix.name)


def _from_photo(session: Session, folder: PhotoFolder, from_photo: FromPhoto) -> Colour:
    photo = get_photo(session, from_photo.photo_id)
    caught = caught_from(session, photo, folder, area=from_photo.area, lighting=from_photo.lighting)
    return Colour(
        R=surface_of(caught.XYZ),
        noise=caught.noise,
        how=_BY_LIGHT[from_photo.lighting.method],
        warnings=caught.warnings,
        faults=caught.faults,
        photo_id=photo.id,
    )


_BY_LIGHT: Final = {
    "none": "photo", "white": "white_photo", "two_whites": "white_photo", "chips": "card_photo",
    "chart": "card_photo",
}  # fmt: skip


def _from_scheme(session: Session, folder: PhotoFolder, from_scheme: FromScheme) -> Colour:
    photo = get_photo(session, from_scheme.photo_id)
    correction = correction_of(session, photo, folder, from_scheme.lighting)
    return Colour(
        R=surface_of(np.clip(Lab_to_XYZ(from_scheme.Lab), 0.0, None)), noise=correction.noise,
        how=_BY_LIGHT[from_scheme.lighting.method], warnings=correction.warnings, photo_id=photo.id,
    )  # fmt: skip


def colour_of_file(spectrum: FromSpectrum) -> Colour:
    """Return a colour of a file: one that says how it was caught is believed, another was measured, or only
    named."""
    usual = NOISE["reader"] if spectrum.measured else NAMED_NOISE
    noise = usual if spectrum.noise is None else max(spectrum.noise, NOISE["reader"])
    return Colour(
        R=np.array(spectrum.R),
        noise=noise,
        how=spectrum.how or "file",
        spectral=spectrum.measured,
        name=spectrum.name,
    )


def _from_text(from_text: FromText) -> Colour:
    try:
        XYZ = parse_colour(from_text.text)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    R = surface_of(XYZ)
    said_of_it = too_vivid_words(R, XYZ), too_dark_words(R, veil_of("flat"))
    return Colour(R=R, noise=NAMED_NOISE, how="typed", warnings=tuple(words for words in said_of_it if words))


def _from_material(session: Session, from_material: FromMaterial) -> Colour:
    row = get_material(session, from_material.key)
    if row.removed is not None:
        raise NotFoundError(f"the tin {row.name} was taken off the shelf")
    shelf = fitted_shelf(session)
    return Colour(
        R=np.clip(masstone(shelf, row.key), 0.0, 1.0), noise=PREDICTED_NOISE, how="predicted", name=row.name
    )


def _combined(Lab: FloatArray, of: Sequence[Colour], name: str) -> Colour:
    R = surface_of(np.clip(Lab_to_XYZ(Lab), 0.0, None))
    warnings = tuple(dict.fromkeys(warning for one in of for warning in one.warnings))
    noise = max(one.noise for one in of)
    return Colour(R=R, noise=noise, how="made", name=name[:120], warnings=warnings)


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


def remarks_of(session: Session, row: MaterialRow) -> list[str]:
    """Return what is to be known of a tin's colour: that its paint cannot look as dark as it was said to
    be."""
    said = []
    for reading in readings_of(session, row.key):
        alone = len(reading.volumes) == 1 and reading.coats is None
        for swatch in reading.swatches if alone else []:
            if swatch["X"] is None:
                seen = np.array(swatch["seen"])
                R = seen if seen.size > 3 else surface_of(np.clip(Lab_to_XYZ(seen), 0.0, None))
                said.append(too_dark_words(R, to_material(row).veil))
    return list(dict.fromkeys(words for words in said if words))


def as_samples(session: Session, job_id: int) -> list[Sample]:
    """Return the targets and mixes of a job as colours for a file: reflectances where they were measured,
    else only the colour, each with its error and how it was caught."""
    targets = [
        Sample(
            name=row.name, noise=row.noise, how=row.how,
            **({"R": np.array(row.R)} if row.source.get("spectral") else {"Lab": R_to_Lab(row.R)}),
        )
        for row in target_rows(session, job_id)
    ]  # fmt: skip
    mixed_alone = [(row, assess_alone(session, row)) for row in mix_rows(session, job_id)]
    mixed = [
        Sample(
            name=f"{row.name} (mix)", Lab=R_to_Lab(recipe.R), noise=predicted_noise(recipe.expected),
            how="predicted"
        )
        for row, recipe in mixed_alone
    ]  # fmt: skip
    if not targets and not mixed:
        raise ConflictError("there is no colour in this job yet: catch one first")
    return [*targets, *mixed]
