"""Pixels → a colour: a robust average of a patch, and the light of a photo made honest by something white in it.

Pixels are linear sRGB, 0..1, (height, width, 3), as decoded from a photo with its colour profile applied.
"""

from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour import RGB_TO_XYZ, SRGB_WHITE, adapt

PAPER: Final = 0.90
"""Luminance factor of plain white paper, which a white tap is taken for."""

NOISE_WHITE: Final = 5.0
NOISE_GUESS: Final = 12.0
"""Mean CIEDE2000 to expect of a colour caught with one white patch, and with nothing (docs/colour-science.md)."""

_CLIPPED: Final = 0.985
_DARK: Final = 0.02


class UnusablePatchError(ValueError):
    """The patch cannot be what it was tapped for; the message says why and what to do."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Area:
    """A part of a photo, in pixels: a box from (left, top) to (right, bottom), ends left out."""

    left: int
    top: int
    right: int
    bottom: int


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Patch:
    """The colour of an area.

    Attributes
    ----------
    RGB : (3,) ndarray
        Mean of the pixels kept, linear. [0..1]
    spread : float
        Standard deviation of luminance, without its darkest and lightest tenth, relative to the mean.
    clipped : float
        Share of all its pixels with a channel at the top of the scale. [0..1]
    kept : float
        Share of its pixels that were averaged. [0..1]
    """

    RGB: FloatArray
    spread: float
    clipped: float
    kept: float


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Caught:
    """A colour taken from a photo: XYZ under D65, the error to expect [CIEDE2000] and what to warn of."""

    XYZ: FloatArray
    noise: float
    warnings: tuple[str, ...]


def spot(*, x: float, y: float, radius: float, width: int, height: int) -> Area:
    """Return the square around a tap, cut to the photo; UnusablePatchError when the tap lies outside of it."""
    if not (0 <= x < width and 0 <= y < height):
        raise UnusablePatchError(
            f"the tap at {x:.0f}, {y:.0f} lies outside the photo of {width} by {height}: tap inside it"
        )
    r = max(1.0, radius)
    return Area(
        left=max(0, int(x - r)),
        top=max(0, int(y - r)),
        right=min(width, int(x + r) + 1),
        bottom=min(height, int(y + r) + 1),
    )


def average(pixels: FloatArray) -> Patch:
    """Return the robust colour of an area's pixels (h, w, 3).

    The darkest and the lightest tenth by luminance are left out, then everything lighter than 1.25 times the median:
    so the shadows of a weave and the glare of a glaze do not count. Clipped pixels never count unless all are.
    """
    flat = pixels.reshape(-1, 3)
    Y = flat @ RGB_TO_XYZ[1] / 100.0
    top = flat.max(axis=1)
    clipped = top >= _CLIPPED
    low, high = np.quantile(Y, [0.1, 0.9])
    keep = (low <= Y) & (high >= Y) & (1.25 * np.median(Y) >= Y) & ~clipped
    if not np.any(keep):
        keep = np.ones_like(clipped)
    mean = flat[keep].mean(axis=0)
    middle = Y[(low <= Y) & (high >= Y)]
    spread = float(middle.std() / max(float(middle.mean()), 1e-6))
    return Patch(RGB=mean, spread=spread, clipped=float(clipped.mean()), kept=float(keep.mean()))


def check_white(patch: Patch) -> Patch:
    """Return the patch when it can serve as white; UnusablePatchError when it is clipped, dark or coloured."""
    if patch.clipped > 0.2:
        raise UnusablePatchError("that white is burnt out in the photo: tap a part of it that is less bright")
    Y = float(patch.RGB @ RGB_TO_XYZ[1]) / 100.0
    if Y < 0.08 or patch.RGB.min() < 0.004:
        raise UnusablePatchError(
            "that is too dark to be something white: tap white paper or another thing you know is white"
        )
    return patch


def catch(patch: Patch, white: Patch | None) -> Caught:
    """Return the colour of a patch as it would be in daylight.

    The white is taken for paper of luminance `PAPER`; the eye's adaptation from its colour to D65 (CAT16, complete)
    carries the patch along. Without a white the photo is believed as it is, and the answer is marked as a guess.

    Raises
    ------
    UnusablePatchError
        If the white cannot serve.
    """
    warnings = _warnings(patch)
    XYZ: FloatArray = RGB_TO_XYZ @ patch.RGB
    if white is None:
        return Caught(
            XYZ=XYZ, noise=NOISE_GUESS, warnings=(*warnings, "Nothing white was tapped: the colour is a guess.")
        )
    white_XYZ = RGB_TO_XYZ @ check_white(white).RGB
    XYZ = adapt(XYZ, white=white_XYZ, white_to=PAPER * SRGB_WHITE)
    if XYZ[1] > 100.0:
        warnings = (*warnings, "It is lighter than the white that was tapped: is that really the whitest thing?")
    noise = NOISE_WHITE * (1.4 if warnings else 1.0)
    return Caught(XYZ=np.clip(XYZ, 0.0, None), noise=noise, warnings=warnings)


def _warnings(patch: Patch) -> tuple[str, ...]:
    found: list[str] = []
    if patch.clipped > 0.05:
        found.append("Part of this spot is burnt out: choose a place without glare.")
    if float(patch.RGB.max()) < _DARK:
        found.append("This spot is nearly black in the photo: choose a lighter part, or take a brighter photo.")
    if patch.spread > 0.25:
        found.append("This spot has light and dark in it: the colour is their average.")
    return tuple(found)
