"""A finish tried on a person's own photo: faces marked by their corners, the layers laid in with the photo's light."""

from collections.abc import Callable, Sequence

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import LINEAR_OF_BYTE, XYZ_TO_RGB
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes import Finish
from jug_mingle.core.finishes.bare_ground import below_of
from jug_mingle.core.finishes.nodes import screen_weights
from jug_mingle.core.finishes.picture import Picture, encode_linear
from jug_mingle.core.finishes.stack_tables import colours
from jug_mingle.core.photos.homography import SHADE_REACH, CrossedCornersError, OnPhoto, lay_in, places_on
from jug_mingle.core.photos.honest_light import Correction
from jug_mingle.core.pieces import Drawing, Face, Samples
from jug_mingle.documents.colour_source import LightingIn
from jug_mingle.documents.face_marks import FaceIn, Marks
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import UnfitError
from jug_mingle.formats.images import Pixels
from jug_mingle.services.finish_resolver import resolved
from jug_mingle.services.photos import PhotoFolder, correction_of, get_photo, pixels_of
from jug_mingle.services.pieces import ground_named

_DECODED = LINEAR_OF_BYTE.astype(np.float32)


def keep_marks(session: Session, photo_id: int, marks: Marks) -> None:
    """Keep what is marked on a photo, whole; a face that is not one yet may be kept, since it can still be mended."""
    row = get_photo(session, photo_id)
    row.marks = marks.model_dump(mode="json")
    session.flush()


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

    The photo's own light is made honest first, as in Catch, and all is shown in daylight. Paint covers what was there;
    washes, stains and bare parts keep the photo's own grain. UnfitError says which face is wrong, at the latest when
    the picture is made.
    """
    photo = get_photo(session, photo_id)
    pixels = pixels_of(photo, folder)
    finish = Finish(
        layers=resolved(session, photo.job_id, layers),
        grounds={"": below_of(ground_named(session, photo.job_id, wood))},
    )
    correction = correction_of(session, photo, folder, lighting)
    return lambda: _laid_in(pixels, correction, faces, finish)


def _laid_in(pixels: Pixels, correction: Correction, faces: Sequence[FaceIn], finish: Finish) -> Picture:
    opaque = any(layer.on and layer.of.has("opaque") for layer in finish.layers)
    linear = (correction.XYZ(_DECODED[pixels]) @ XYZ_TO_RGB.T).astype(np.float32)
    light = light_named("window")
    for number, face in enumerate(faces, start=1):
        try:
            on = places_on(face.corners, pixels.shape[:2])
        except CrossedCornersError as error:
            raise UnfitError(f"face {number}: {error}") from error
        if not on.cover.any():
            raise UnfitError(f"face {number} lies outside the photo: mark its corners on it")
        diagonal = float(np.hypot(*on.cover.shape))
        linear[on.rows, on.columns] = lay_in(
            linear[on.rows, on.columns], _on_face(face, finish, on, light), on.cover,
            reach=max(2.0, SHADE_REACH * diagonal), keep_grain=0.15 if opaque else 0.8,
        )  # fmt: skip
    return encode_linear(linear)


def _on_face(face: FaceIn, finish: Finish, on: OnPhoto, light: Light) -> FloatArray:
    """Return the finish as it looks evenly lit, for each pixel of a face."""
    sides = [np.hypot(*np.subtract(face.corners[(n + 1) % 4], face.corners[n])) for n in range(4)]
    high = face.width * float((sides[1] + sides[3]) / (sides[0] + sides[2]))
    u, v = np.clip(on.u, 0, 1), np.clip(on.v, 0, 1)
    lx, ly = u * face.width, v * high
    edge = np.minimum(np.minimum(lx, face.width - lx), np.minimum(ly, high - ly))
    fields = {
        "shade": np.ones_like(u), "u": u, "v": v, "x": lx, "y": ly, "across": u, "down": v, "step": v, "edge": edge,
        "recess": np.zeros_like(u), "high": np.exp(-((edge / 0.006) ** 2)),
        "upright": np.full_like(u, float(high > 1.6 * face.width)),
    }  # fmt: skip
    shape = u.shape
    whole = Face(
        zone=face.zone, rows=slice(0, shape[0]), columns=slice(0, shape[1]), cover=(on.cover > 0.0).astype(np.float32),
        fields=fields,
    )  # fmt: skip
    samples: Samples = Drawing(width=shape[1], height=shape[0], scale=shape[1] / face.width, faces=(whole,)).samples()
    out = np.zeros((shape[0] * shape[1], 3), dtype=np.float32)
    out[samples.pixel] = colours(finish, samples, face.zone, screen_weights(light))
    return out.reshape(*shape, 3)
