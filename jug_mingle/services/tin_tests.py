"""Small guided tests of a tin, and the readings that they become."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.level import COAT_ERROR, card_bodies
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.materials.material import may_mix, mixed_veil
from jug_mingle.core.measuring.tools import SPOON_ERROR
from jug_mingle.core.optics.grounds import ground
from jug_mingle.documents.tin_test import CardIn, CoatsIn, FilmIn, TestIn, TintIn
from jug_mingle.errors import UnfitError
from jug_mingle.services.colours import Colour, resolve
from jug_mingle.services.materials import get_material, material_rows, to_material
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.services.readings import add_reading, check_readings, reading_rows
from jug_mingle.store.models import MaterialRow, ReadingRow


def colours_of(session: Session, folder: PhotoFolder, test: TestIn) -> list[Colour]:
    """Return the colours that a test showed, in its order: none of counted coats, two of a card."""
    if isinstance(test, CoatsIn):
        return []
    said = [test.over_black, test.over_white] if isinstance(test, CardIn) else [test.colour]
    return [resolve(session, folder, one) for one in said]


def add_test(session: Session, *, key: str, test: TestIn, colours: Sequence[Colour]) -> ReadingRow:
    """Keep a test of a tin as a reading, with its `colours_of`; UnfitError when it cannot be true or does not
    suit the tin."""
    row = get_material(session, key)
    optical = to_material(row).kind.optical
    if optical not in ("hiding", "transparent"):
        raise UnfitError(f"{row.name} has no colour of its own to test")
    suits = isinstance(test, FilmIn | CardIn) if optical == "transparent" else not isinstance(test, FilmIn)
    if not suits:
        see_through = "one coat of it over white paper, or over the black-and-white card"
        how = see_through if optical == "transparent" else "the paint by itself, or with white"
        raise UnfitError(f"{row.name} is known from {how}: choose that test")
    added = _kept(session, row, test, colours)
    check_readings(session)
    return added


def tin_without_colour(session: Session, name: str) -> MaterialRow | None:
    """Return the tin of a name on the shelf that nothing was read of yet; None where there is none."""
    rows = [row for row in material_rows(session) if row.name.lower() == name.strip().lower()]
    read = {volume.material_id for reading in reading_rows(session) for volume in reading.volumes}
    return next((row for row in rows if row.id not in read), None)


def _kept(session: Session, row: MaterialRow, test: TestIn, colours: Sequence[Colour]) -> ReadingRow:
    material, alone = to_material(row), [(row, 1.0)]
    if isinstance(test, CoatsIn):
        try:
            below = ground(test.ground)
        except ValueError as error:
            raise UnfitError(str(error)) from error
        coats = {
            "coats": test.coats, "hid": test.hid, "X_coat": material.dry_coat,
            "R_g": below.body.tolist(),
        }  # fmt: skip
        return add_reading(
            session,
            how="coats",
            noise=1.0,
            volumes=alone,
            veil=material.veil,
            coats=coats,
            about={"task": "coats", "ground": below.name},
        )
    if isinstance(test, CardIn):
        swatches = [
            _swatch(colour, X=material.dry_coat, R_g=R_g)
            for colour, R_g in zip(colours, card_bodies(), strict=True)
        ]
        return add_reading(
            session, how=colours[0].how, noise=max(colour.noise for colour in colours), volumes=alone,
            veil=material.veil, swatches=swatches, thickness_error=COAT_ERROR, about={"task": "card"},
        )  # fmt: skip
    if isinstance(test, TintIn):
        return _kept_tint(session, row, test, colours[0])
    return _kept_alone(session, row, colours[0])


def _kept_tint(session: Session, row: MaterialRow, test: TintIn, colour: Colour) -> ReadingRow:
    white = get_material(session, test.white)
    if white.id == row.id or (why := may_mix([to_material(row), to_material(white)])):
        raise UnfitError(
            f"a tint needs a white to mix with: {why if white.id != row.id else 'not the tin itself'}"
        )
    return add_reading(
        session, how=colour.how, noise=colour.noise, volumes=[(row, 1.0), (white, test.parts_white)],
        veil=mixed_veil([to_material(row), to_material(white)], [1.0, test.parts_white]),
        swatches=[_swatch(colour)], pour_error=SPOON_ERROR,
        about=_about("spectrum" if colour.spectral else "tint", colour),
    )  # fmt: skip


def _kept_alone(session: Session, row: MaterialRow, colour: Colour) -> ReadingRow:
    """The paint by itself, opaque; or, of one that never hides, a coat of it over white paper."""
    material = to_material(row)
    if material.kind.optical == "transparent":
        paper = ground("paper")
        swatch = _swatch(colour, X=material.dry_coat, R_g=paper.body)
        return add_reading(
            session, how=colour.how, noise=colour.noise, volumes=[(row, 1.0)], veil=material.veil,
            swatches=[swatch], thickness_error=COAT_ERROR, about=_about("film", colour),
        )  # fmt: skip
    return add_reading(
        session, how=colour.how, noise=colour.noise, volumes=[(row, 1.0)], veil=material.veil,
        swatches=[_swatch(colour)], about=_about("reader" if colour.noise <= NOISE["reader"] else "", colour),
    )  # fmt: skip


def _about(task: str, colour: Colour) -> dict[str, Any]:
    return {"task": task, "name": colour.name, "photo": colour.photo_id}


def _swatch(colour: Colour, *, X: float = np.inf, R_g: FloatArray | None = None) -> Swatch:
    return Swatch(seen=colour.R if colour.spectral else R_to_Lab(colour.R), X=X, R_g=R_g)


def first_colour(session: Session, row: MaterialRow, colour: Colour) -> None:
    """Keep the colour that a new tin was added with."""
    if to_material(row).kind.optical in ("hiding", "transparent"):
        _kept_alone(session, row, colour)
