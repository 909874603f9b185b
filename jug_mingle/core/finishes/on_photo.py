"""A finish laid into a face of a photo: its layers over the face's own plane, with the photo's light."""

from collections.abc import Sequence

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.finishes.flat import plane_fields
from jug_mingle.core.finishes.nodes import screen_weights
from jug_mingle.core.finishes.relief import lit_by
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.finishes.stack_tables import colours
from jug_mingle.core.photos.homography import SHADE_REACH, OnPhoto, lay_in
from jug_mingle.core.pieces.faces import Drawing, Face, Samples

_KEEP_GRAIN, _KEEP_GRAIN_OPAQUE = 0.8, 0.15
"""How much of the photo's own fine light and dark stays: below a paint that covers, little."""


def dressed_face(
    linear: FloatArray,
    finish: Finish,
    on: OnPhoto,
    *,
    zone: str,
    corners: Sequence[Sequence[float]],
    width: float,
    height: float | None = None,
    light: Light,
) -> FloatArray:
    """Return a part of a photo with a finish laid into a face of it.

    Parameters
    ----------
    linear : (h, w, 3) ndarray
        Linear screen RGB of the part.
    on : OnPhoto
        The face on it, from `places_on`.
    corners : four (x, y)
        Of the face, in order around it. [pixels]
    width, height : float
        Of the face; without a height the sides on the photo tell it, as if it were seen straight on. [m]
    """
    opaque = any(layer.on and layer.of.has("opaque") for layer in finish.layers)
    diagonal = float(np.hypot(*on.cover.shape))
    return lay_in(
        linear, _evenly_lit(finish, on, zone=zone, corners=corners, width=width, height=height, light=light),
        on.cover,
        reach=max(2.0, SHADE_REACH * diagonal), keep_grain=_KEEP_GRAIN_OPAQUE if opaque else _KEEP_GRAIN,
    )  # fmt: skip


def _evenly_lit(
    finish: Finish, on: OnPhoto, *, zone: str, corners: Sequence[Sequence[float]], width: float,
    height: float | None, light: Light,
) -> FloatArray:  # fmt: skip
    """Return the finish as it looks evenly lit, for each pixel of a face."""
    high = high_of(corners, width, height)
    u, v = np.clip(on.u, 0, 1), np.clip(on.v, 0, 1)
    fields = plane_fields(u, v, width, high)
    shape = u.shape
    cover = (on.cover > 0.0).astype(np.float32)
    whole = Face(
        address=zone, rows=slice(0, shape[0]), columns=slice(0, shape[1]), cover=cover, fields=fields
    )
    samples: Samples = Drawing(
        width=shape[1], height=shape[0], scale=shape[1] / width, faces=(whole,)
    ).samples()
    out = np.zeros((shape[0] * shape[1], 3), dtype=np.float32)
    out[samples.pixel] = colours(finish, samples, zone, screen_weights(light))
    relief = lit_by(finish.layers, samples, shape, raking=False)
    if relief is not None:
        out[samples.pixel] *= relief[:, np.newaxis]
    return out.reshape(*shape, 3)


def high_of(corners: Sequence[Sequence[float]], width: float, height: float | None) -> float:
    """Return the height of a face [m]; without one the sides on the photo tell it, as if it were seen
    straight on."""
    sides = [np.hypot(*np.subtract(corners[(n + 1) % 4], corners[n])) for n in range(4)]
    return height or width * float((sides[1] + sides[3]) / (sides[0] + sides[2]))
