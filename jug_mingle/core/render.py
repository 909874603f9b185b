"""Piece + finish + light → picture. Colours are computed by the film equations and looked up per pixel."""

from dataclasses import dataclass
from typing import Final, Literal

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour import SRGB_WHITE, XYZ_TO_RGB, R_to_XYZ, adapt
from jug_mingle.core.film import R_body, R_seen
from jug_mingle.core.grounds import ground
from jug_mingle.core.ladders import Paint, ramp
from jug_mingle.core.pieces import Drawing, Face
from jug_mingle.core.spectra import BANDS, Light

Picture = NDArray[np.uint8]
Style = Literal["bare", "plain", "blend", "ombre"]

MAT: Final = 0.50
"""Reflectance of the neutral mat around everything that is judged."""

_LEVELS: Final = 256


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Finish:
    """How a piece is dressed.

    Attributes
    ----------
    style : str
        "bare" wood; "plain" in the first paint; "blend", the first paint outside and the second in the centre of each
        front; "ombre", from the first at the top to the second at the foot.
    first, second : Paint, optional
        What the style needs.
    width : float
        Share of the way over which the paints run into each other. [0..1]
    wood : str
        What shows where nothing is painted, a key of `grounds`.
    """

    style: Style = "bare"
    first: Paint | None = None
    second: Paint | None = None
    width: float = 0.6
    wood: str = "oak"

    def __post_init__(self) -> None:
        if not 0.0 <= self.width <= 1.0:
            raise ValueError(f"the width of a blend must be from 0 to 1, got {self.width:g}")
        if self.style != "bare" and self.first is None:
            raise ValueError("choose a mix to paint with")
        if self.style in ("blend", "ombre") and self.second is None:
            raise ValueError(f"a {self.style} needs a second mix")


def linear_screen(R: FloatArray, light: Light) -> FloatArray:
    """Return linear screen RGB (..., 3) of reflectances under a light, not clipped; as `colour.R_to_screen` shows."""
    XYZ = adapt(R_to_XYZ(R, light), white=light.white, white_to=SRGB_WHITE, degree=light.adaptation)
    return np.asarray(XYZ @ XYZ_TO_RGB.T)


def render(drawing: Drawing, finish: Finish, light: Light) -> Picture:
    """Return the picture (height, width, 3) of sRGB bytes."""
    mat = linear_screen(np.full(BANDS, MAT), light)
    canvas = np.empty((drawing.height, drawing.width, 3), dtype=np.float32)
    canvas[:] = mat
    tables = _tables(finish, light, mat)
    for face in drawing.faces:
        table = tables[_paint_of(face.zone, finish)]
        here = canvas[face.rows, face.columns]
        colour = table[0] if table.shape[0] == 1 else table[_place(face, finish)]
        colour = colour * face.shade[..., np.newaxis]
        here += face.cover[..., np.newaxis] * (colour - here)
    return _encode(canvas)


def _encode(canvas: FloatArray) -> Picture:
    """Return sRGB bytes of linear values by a table that is finer than a byte everywhere."""
    index = np.clip(canvas * (_GAMMA.size - 1) + 0.5, 0, _GAMMA.size - 1).astype(np.int32)
    return np.asarray(_GAMMA[index])


def _gamma_table(size: int) -> Picture:
    linear = np.linspace(0.0, 1.0, size)
    coded = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
    return np.rint(255.0 * coded).astype(np.uint8)


_GAMMA: Final = _gamma_table(1 << 15)


def _paint_of(zone: str, finish: Finish) -> str:
    """Return which table colours a zone."""
    if zone in ("shadow", "dark", "paper", "hardware"):
        return zone
    if finish.style == "bare":
        return "wood"
    if finish.style == "ombre":
        return "ramp"
    return "ramp" if finish.style == "blend" and zone == "front" else "first"


def _tables(finish: Finish, light: Light, mat: FloatArray) -> dict[str, FloatArray]:
    """Return the colour tables (levels, 3) of everything that the finish shows."""
    tables = {
        "shadow": mat[np.newaxis],
        "dark": np.zeros((1, 3)),
        "paper": linear_screen(ground("paper").R_seen, light)[np.newaxis],
        "hardware": linear_screen(ground("brass").R_seen, light)[np.newaxis],
        "wood": linear_screen(_wood(finish.wood), light),
    }
    if finish.first is not None:
        second = finish.second or finish.first
        R = ramp(finish.first, second, light=light).R
        levels = np.linspace(0, R.shape[0] - 1, _LEVELS)
        low = np.minimum(levels.astype(int), R.shape[0] - 2)
        share = (levels - low)[:, np.newaxis]
        tables["ramp"] = linear_screen(R[low] * (1.0 - share) + R[low + 1] * share, light)
        tables["first"] = linear_screen(R[:1], light)
    return {name: table.astype(np.float32) for name, table in tables.items()}


def _wood(key: str) -> FloatArray:
    """Return seen reflectances (levels, 36) of a wood from its pale to its dark figure.

    The figure is more or less of the same colouring matter, so body absorption scales: R becomes R to a power.
    """
    wood = ground(key)
    body = R_body(wood.R_seen, wood.veil)
    power = np.geomspace(0.62, 1.6, _LEVELS)[:, np.newaxis]
    return R_seen(body**power, wood.veil)


def _place(face: Face, finish: Finish) -> NDArray[np.int32]:
    """Return for each pixel of a face its place in the colour table."""
    if finish.style == "bare":
        t = 0.5 + 0.42 * face.grain
    elif finish.style == "ombre":
        t = _run(face.down, 0.5, finish.width)
    else:
        # 0 at the edge of a front, 1 in its centre: the corners stay as dark as the sides.
        inside = np.minimum(np.minimum(face.u, 1.0 - face.u), np.minimum(face.v, 1.0 - face.v)) * 2.0
        round_off = 1.0 - np.hypot(2.0 * face.u - 1.0, 2.0 * face.v - 1.0) / np.sqrt(2.0)
        width = 0.15 + 1.25 * finish.width
        t = _run(0.45 * inside + 0.55 * round_off, max(0.40, 0.5 * width + 0.02), width)
    return np.asarray(np.clip(t * (_LEVELS - 1) + 0.5, 0, _LEVELS - 1).astype(np.int32))


def _run(position: FloatArray, middle: float, width: float) -> FloatArray:
    """Return a smooth run from 0 to 1 around `middle`, over `width`."""
    t = np.clip((position - middle) / max(width, 0.01) + 0.5, 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))
