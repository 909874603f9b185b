"""A finish on faces laid flat, evenly lit: what a layout is judged on, and what is laid into a photo."""

from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pattern.net import Net
from jug_mingle.core.pieces.faces import Drawing, Face

_SOFT_EDGE: Final = 0.006
"""How far from its edge a face of unknown relief counts as proud. [m]"""

_UPRIGHT: Final = 1.6
"""From this ratio of height to width on the grain of a face is taken to run upright."""


def plane_fields(u: FloatArray, v: FloatArray, width: float, height: float) -> dict[str, FloatArray]:
    """Return the fields of a plane face of which only its size is known [m], at places in shares of it."""
    x, y = u * width, v * height
    edge = np.minimum(np.minimum(x, width - x), np.minimum(y, height - y))
    return {
        "shade": np.ones_like(u), "u": u, "v": v, "x": x, "y": y, "across": u, "down": v, "step": v,
        "edge": edge, "recess": np.zeros_like(u), "high": np.exp(-((edge / _SOFT_EDGE) ** 2)),
        "upright": np.full_like(u, float(height > _UPRIGHT * width)),
    }  # fmt: skip


def flat_drawing(net: Net, pixels_wide: int) -> Drawing:
    """Return a net drawn so wide, without a margin."""
    scale = pixels_wide / net.width
    high = max(1, round(net.height * scale))
    fronts = [shown.surface for shown in net.shown if shown.surface.plane == "front"]
    wide = max((surface.x + surface.w for surface in fronts), default=1.0)
    deep = max((surface.y + surface.h for surface in fronts), default=1.0)
    faces = []
    for one in net.shown:
        left, top = round(one.x * scale), round(one.y * scale)
        right = min(pixels_wide, max(left + 1, round((one.x + one.surface.w) * scale)))
        low = min(high, max(top + 1, round((one.y + one.surface.h) * scale)))
        u, v = np.meshgrid(
            (np.arange(left, right) + 0.5 - left) / (right - left),
            (np.arange(top, low) + 0.5 - top) / (low - top),
        )
        fields = plane_fields(u.astype(np.float32), v.astype(np.float32), one.surface.w, one.surface.h)
        # Where it lies on the piece, so that grain and clouds run on.
        fields["x"], fields["y"] = fields["x"] + one.surface.x, fields["y"] + one.surface.y
        if one.surface.plane == "front":
            fields["across"] = np.clip(fields["x"] / wide, 0.0, 1.0)
            fields["down"] = np.clip(fields["y"] / deep, 0.0, 1.0)
        faces.append(
            Face(
                address=one.surface.addresses[0], rows=slice(top, low), columns=slice(left, right),
                cover=np.ones(u.shape, dtype=np.float32), fields=fields,
            )
        )  # fmt: skip
    return Drawing(width=pixels_wide, height=high, scale=scale, floor=high, faces=tuple(faces))
