"""A finish tried on a person's own photo: faces marked by their corners, the layers laid in with the photo's
light."""

from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spaces import LINEAR_OF_BYTE, XYZ_TO_RGB
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes import Finish
from jug_mingle.core.finishes.bare_ground import below_of
from jug_mingle.core.finishes.on_photo import dressed_face, high_of
from jug_mingle.core.finishes.picture import Picture, encode_linear
from jug_mingle.core.pattern.surfaces import surface_alone
from jug_mingle.core.photos.homography import CrossedCornersError, places_on
from jug_mingle.core.photos.honest_light import Correction
from jug_mingle.core.photos.lengths import Size, sizes_of
from jug_mingle.documents.colour_source import LightingIn
from jug_mingle.documents.look import FaceIn, LayerIn, Marks
from jug_mingle.errors import UnfitError
from jug_mingle.formats.images import Pixels
from jug_mingle.services.finish_resolver import layouts_of, resolved
from jug_mingle.services.patterns import Prepared, on_surfaces
from jug_mingle.services.photos import PhotoFolder, correction_of, get_photo, pixels_of
from jug_mingle.services.pieces import ground_named

_DECODED = LINEAR_OF_BYTE.astype(np.float32)


def keep_marks(session: Session, photo_id: int, marks: Marks) -> None:
    """Keep what is marked on a photo, whole; a face that is not one yet may be kept, since it can still be
    mended."""
    row = get_photo(session, photo_id)
    row.marks = marks.model_dump(mode="json")
    session.flush()


def sizes_on(session: Session, photo_id: int, faces: Sequence[FaceIn]) -> list[Size | None]:
    """Return how large the faces of a photo are, from the one whose width is known; UnfitError where none
    is."""
    photo = get_photo(session, photo_id)
    known = next((number for number, face in enumerate(faces) if face.known), None)
    if known is None:
        raise UnfitError("measure one face on the piece, and say how wide it is: the others follow from it")
    try:
        return sizes_of(
            [face.corners for face in faces],
            (photo.width, photo.height),
            known=known,
            width=faces[known].width,
        )
    except ValueError as error:
        raise UnfitError(str(error)) from error


def dress_photo(
    session: Session,
    folder: PhotoFolder,
    photo_id: int,
    faces: Sequence[FaceIn],
    layers: Sequence[LayerIn],
    *,
    lighting: LightingIn,
    wood: str = "oak",
) -> Callable[[], Picture]:
    """Return what lays layers into the marked faces of a photo; it needs the database no more.

    The photo's own light is made honest first, as in Catch, and all is shown in daylight. Paint covers what
    was there; washes, stains and bare parts keep the photo's own grain. UnfitError says which face is wrong,
    at the latest when the picture is made.
    """
    photo = get_photo(session, photo_id)
    pixels = pixels_of(photo, folder)
    finish = Finish(
        layers=resolved(session, photo.job_id, layers),
        grounds={"": below_of(ground_named(session, photo.job_id, wood))},
    )
    made = layouts_of(session, photo.job_id, layers)
    correction = correction_of(session, photo, folder, lighting)
    return lambda: _laid_in(pixels, correction, faces, finish, made)


def _laid_in(
    pixels: Pixels,
    correction: Correction,
    faces: Sequence[FaceIn],
    finish: Finish,
    made: Sequence[Prepared | None],
) -> Picture:
    linear = (correction.XYZ(_DECODED[pixels]) @ XYZ_TO_RGB.T).astype(np.float32)
    light = light_named("window")
    for number, face in enumerate(faces, start=1):
        try:
            on = places_on(face.corners, pixels.shape[:2])
        except CrossedCornersError as error:
            raise UnfitError(f"face {number}: {error}") from error
        if not on.cover.any():
            raise UnfitError(f"face {number} lies outside the photo: mark its corners on it")
        alone = surface_alone(face.zone, face.width, high_of(face.corners, face.width, face.height))
        here = replace(finish, layers=on_surfaces(finish.layers, made, [alone]))
        linear[on.rows, on.columns] = dressed_face(
            linear[on.rows, on.columns], here, on, zone=face.zone, corners=face.corners, width=face.width,
            height=face.height, light=light,
        )  # fmt: skip
    return encode_linear(linear)
