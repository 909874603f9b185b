"""A drawing and a finish and a light → the picture."""

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import adapt
from jug_mingle.core.colour.spaces import SRGB_WHITE, XYZ_TO_RGB, R_to_XYZ, encoded
from jug_mingle.core.colour.spectra import BANDS, Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes import compiled
from jug_mingle.core.finishes.compiled import side_by_side
from jug_mingle.core.finishes.generic import WAXES
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.nodes import screen_weights
from jug_mingle.core.finishes.relief import lit_by
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.finishes.stack_tables import colours
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.pieces import UNPAINTED, Samples, draw, usual_piece
from jug_mingle.core.pieces.addresses import WHEN_ASKED, zone_of

Picture = NDArray[np.uint8]

MAT: Final = 0.50
"""Reflectance of the neutral mat around everything that is judged."""


def linear_screen(R: FloatArray, light: Light) -> FloatArray:
    """Return linear screen RGB (..., 3) of reflectances under a light, not clipped; as `colour.R_to_screen`
    shows."""
    XYZ = adapt(R_to_XYZ(R, light), white=light.white, white_to=SRGB_WHITE, degree=light.adaptation)
    return np.asarray(XYZ @ XYZ_TO_RGB.T)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Room:
    """The reflectances (36,) of the wall and the floor that a piece stands against."""

    wall: FloatArray
    floor: FloatArray


def render(
    samples: Samples, size: tuple[int, int], finish: Finish, light: Light, *, shaded: bool = True,
    room: Room | None = None, raking: bool = False,
) -> Picture:  # fmt: skip
    """Return the picture (height, width, 3) of sRGB bytes, on its mat or in a room.

    Parameters
    ----------
    size : (height, width)
        Of the drawing that the samples are of.
    shaded : bool
        Whether light and shadow fall on it; without, every sample has the very colour of its finish.
    raking : bool
        Whether a low light from the left shows what stands proud.
    """
    height, width = size
    weights = screen_weights(light)
    mat = np.full(BANDS, MAT)
    behind = linear_screen(np.stack([mat, mat] if room is None else [room.wall, room.floor]), light)
    fixed = {
        "shadow": behind[1], "dark": np.zeros(3), "paper": linear_screen(ground("paper").R_seen, light),
    }  # fmt: skip
    linear = np.empty((samples.pixel.size, 3), dtype=np.float32)
    samples = finish.tells_apart(samples)
    lit = samples.weight * samples.fields["shade"] if shaded else samples.weight
    relief = lit_by(finish.layers, samples, size, raking=raking) if shaded else None
    lit = lit if relief is None else lit * relief
    for zone, place in samples.zones.items():
        linear[place] = fixed[zone] if zone in UNPAINTED else colours(finish, samples, zone, weights)
    # Where several samples share a pixel, or the mat shines past one, light adds up before it is encoded.
    canvas = compiled.compose(
        linear, lit, samples.pixel, samples.uncovered, behind.astype(np.float32), samples.floor * width
    )
    return encode_linear(canvas).reshape(height, width, 3)


_NOTHING, _BESIDE, _SHADE = 0.06, 0.30, 0.4
"""Greys of the picture of a field (linear): where nothing lies, beside the piece, and how much its shading
darkens."""


def render_field(samples: Samples, size: tuple[int, int], layer: Layer) -> Picture:
    """Return where a layer lies and how thick (height, width, 3): white for much, on the piece in grey."""
    values = np.full(samples.pixel.size + 1, _BESIDE, dtype=np.float32)
    field = layer.share or layer.of.field
    samples = Finish(layers=(layer,)).tells_apart(samples)
    for zone, place in samples.zones.items():
        if zone not in UNPAINTED and (layer.reaches(zone) or zone_of(zone) not in WHEN_ASKED):
            there = np.clip(field(layer, samples, zone), 0.0, 1.0) if layer.reaches(zone) else 0.0
            values[place] = _NOTHING + (1.0 - _NOTHING) * there
    values[:-1] *= 1.0 - _SHADE + _SHADE * np.clip(samples.fields["shade"], 0.0, 1.0)
    grey = np.rint(255.0 * np.sqrt(values.take(samples.foremost))).astype(np.uint8).reshape(size)
    return np.repeat(grey[..., np.newaxis], 3, axis=2)


def warm_up() -> None:
    """Make what every picture needs, by drawing a small one: the texture of wood, and the loops, compiled
    then."""
    wax = (WAXES["white wax"],)
    layers = (Layer(kind="wax", films=wax, place="recess"), Layer(kind="wax_eraser", place="edges"))
    render(draw(usual_piece("box"), 64, 48).samples(), (48, 64), Finish(layers=layers), light_named("window"))


def encode_linear(linear: FloatArray) -> Picture:
    """Return sRGB bytes of linear values by a table that is finer than a byte everywhere."""
    flat = np.ascontiguousarray(linear, dtype=np.float32).ravel()
    out = np.empty(flat.shape, dtype=np.uint8)
    side_by_side(lambda part: compiled.encode(flat[part], _GAMMA, out[part]), flat.size)
    return out.reshape(linear.shape)


_GAMMA: Final = np.rint(255.0 * encoded(np.linspace(0.0, 1.0, 1 << 15))).astype(np.uint8)
