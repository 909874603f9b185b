"""Pixels → the colour of a patch: areas of a photo, their robust average, and what is wrong with them.

Pixels are linear sRGB, 0..1, (height, width, 3), as decoded from a photo with its colour profile applied.
What light was on them is a matter of `honest_light`.
"""

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import RGB_TO_XYZ

_CLIPPED: Final = 0.985
_DARK: Final = 0.02

FAULTS: Final = {
    "burnt out": "Part of this spot is burnt out: choose a place without glare.",
    "too dark": "This spot is nearly black in the photo: choose a lighter part, or take a brighter photo.",
    "glare": "This spot shines: the lightest parts were left out, a place without shine is safer.",
    "half in shadow": "Half of this spot lies in shadow: choose a part that is lit evenly.",
    "mixed": "This spot has light and dark in it: the colour is their average.",
}
"""What can be wrong with a patch, in a word for the picture and a sentence for beside it."""


class UnusablePatchError(ValueError):
    """The patch cannot be what it was tapped for; the message says why and what to do."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Area:
    """A part of a photo, in pixels: the box from (left, top) to (right, bottom), ends left out, or the part
    of it inside an outline of corner points (x, y)."""

    left: int
    top: int
    right: int
    bottom: int
    outline: tuple[tuple[float, float], ...] = ()

    @property
    def centre(self) -> tuple[float, float]:
        """The middle of the box."""
        return (self.left + self.right) / 2.0, (self.top + self.bottom) / 2.0

    @property
    def mask(self) -> NDArray[np.bool_]:
        """Which pixels (h, w) of the box belong to it, by the even-odd rule at pixel centres."""
        y, x = np.mgrid[self.top : self.bottom, self.left : self.right] + 0.5
        inside = np.zeros(x.shape, dtype=bool)
        if not self.outline:
            return ~inside
        for ends in zip(self.outline, (*self.outline[1:], self.outline[0]), strict=True):
            (x_1, y_1), (x_2, y_2) = sorted(ends, key=lambda end: end[1])
            # Not divided by its height, which may be next to nothing.
            left_of_it = (x - x_1) * (y_2 - y_1) < (x_2 - x_1) * (y - y_1)
            inside ^= (y_1 <= y) & (y < y_2) & left_of_it
        return inside


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
    faults : tuple of str
        Keys of `FAULTS`.
    """

    RGB: FloatArray
    spread: float
    clipped: float
    kept: float
    faults: tuple[str, ...] = ()

    @property
    def luminance(self) -> float:
        """Luminance of the kept pixels. [0..1]"""
        return float(self.RGB @ RGB_TO_XYZ[1]) / 100.0


def spot(*, x: float, y: float, radius: float, width: int, height: int) -> Area:
    """Return the square around a tap, cut to the photo; UnusablePatchError when the tap lies outside of
    it."""
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


def box(*, left: float, top: float, right: float, bottom: float, width: int, height: int) -> Area:
    """Return a dragged box cut to the photo; UnusablePatchError when it lies outside of it."""
    first_x, last_x = sorted((left, right))
    first_y, last_y = sorted((top, bottom))
    area = Area(
        left=max(0, int(first_x)),
        top=max(0, int(first_y)),
        right=min(width, int(last_x) + 1),
        bottom=min(height, int(last_y) + 1),
    )
    if area.left >= area.right or area.top >= area.bottom:
        raise UnusablePatchError(f"the box lies outside the photo of {width} by {height}: drag inside it")
    return area


def freehand(points: list[tuple[float, float]], *, width: int, height: int) -> Area:
    """Return the part of a photo inside a drawn outline; UnusablePatchError when it holds no pixel."""
    xs, ys = [x for x, _ in points], [y for _, y in points]
    bounds = box(left=min(xs), top=min(ys), right=max(xs), bottom=max(ys), width=width, height=height)
    area = Area(
        left=bounds.left, top=bounds.top, right=bounds.right, bottom=bounds.bottom, outline=tuple(points)
    )
    if not area.mask.any():
        raise UnusablePatchError("the outline holds no part of the photo: draw around a larger patch")
    return area


def average(pixels: FloatArray, mask: NDArray[np.bool_] | None = None) -> Patch:
    """Return the robust colour of an area's pixels (h, w, 3).

    The darkest and the lightest tenth by luminance are left out, then everything lighter than 1.25 times the
    median: so the shadows of a weave and the glare of a glaze do not count. Clipped pixels never count unless
    all are.
    """
    flat = pixels.reshape(-1, 3) if mask is None else pixels[mask]
    Y = flat @ RGB_TO_XYZ[1] / 100.0
    top = flat.max(axis=1)
    clipped = top >= _CLIPPED
    low, high = np.quantile(Y, [0.1, 0.9])
    inner = (low <= Y) & (high >= Y)
    if not np.any(inner):  # two pixels have nothing between their tenths
        inner = np.ones_like(clipped)
    keep = inner & (1.25 * np.median(Y) >= Y) & ~clipped
    if not np.any(keep):
        keep = np.ones_like(clipped)
    mean = flat[keep].mean(axis=0)
    middle = Y[inner]
    spread = float(middle.std() / max(float(middle.mean()), 1e-6))
    share = float(clipped.mean())
    return Patch(
        RGB=mean,
        spread=spread,
        clipped=share,
        kept=float(keep.mean()),
        faults=_faults(Y, mean, spread, share),
    )


def _faults(Y: FloatArray, mean: FloatArray, spread: float, clipped: float) -> tuple[str, ...]:
    found: list[str] = []
    if clipped > 0.05:
        found.append("burnt out")
    if float(mean.max()) < _DARK:
        found.append("too dark")
    if spread <= 0.25:
        # A shine is a small part far above the rest; texture is neither small nor far.
        shine = float((1.6 * np.median(Y) < Y).mean())
        if 0.005 < shine < 0.3 and "burnt out" not in found:
            found.append("glare")
    else:
        middle = (float(Y.min()) + float(Y.max())) / 2.0
        halves = Y[middle > Y], Y[middle <= Y]
        apart = halves[1].mean() - halves[0].mean() if min(h.size for h in halves) > 0.15 * Y.size else 0.0
        within = max(float(h.std()) for h in halves if h.size)
        found.append("half in shadow" if apart > 4.0 * within else "mixed")
    return tuple(found)
