"""The light of a photo made honest: from things in it whose colour is known, to XYZ as it would be in
daylight.

Best first: a 24-patch chart, chips of one's own shelf, something white, two whites for uneven light, nothing.
Each gives a `Correction` that carries linear sRGB of the photo to XYZ under D65, and says what error to
expect of it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import adapt, cone_response, gains_to_XYZ
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import RGB_TO_XYZ, SRGB_WHITE, XYZ_to_Lab
from jug_mingle.core.evidence.certainty import PHOTO_NOISE
from jug_mingle.core.photos.patches import FAULTS, Patch, UnusablePatchError

PAPER: Final = 0.90
"""Luminance factor of plain white paper, which a white tap is taken for."""

_RIDGE: Final = 0.3
"""Of the ridge regression, over the square of the number of known colours: few must not bend the light
far."""

_GREY_CARD: Final = 0.18


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Correction:
    """How the colours of a photo become those in daylight.

    Attributes
    ----------
    method : str
        A key of `PHOTO_NOISE`.
    matrix : (3, 3) ndarray
        Linear sRGB of the photo → XYZ under D65.
    noise : float
        Mean error to expect of a clean patch. [CIEDE2000]
    warnings : tuple of str
    whites : tuple of ((x, y), (3,) ndarray), optional
        Where two whites are and their linear sRGB: the light in between is interpolated.
    """

    method: str
    matrix: FloatArray
    noise: float
    warnings: tuple[str, ...] = ()
    whites: tuple[tuple[tuple[float, float], FloatArray], ...] = ()

    def XYZ(self, RGB: FloatArray, at: tuple[float, float] | None = None) -> FloatArray:
        """Return XYZ under D65 of linear sRGB (..., 3) found at a place of the photo; never negative."""
        matrix = self.matrix
        if self.whites and at is not None:
            (p, first), (q, second) = self.whites
            way = np.subtract(q, p)
            share = float(np.clip(np.subtract(at, p) @ way / max(float(way @ way), 1e-9), -0.25, 1.25))
            matrix = _to_daylight(np.exp((1.0 - share) * np.log(first) + share * np.log(second)))
        return np.clip(RGB @ matrix.T, 0.0, None)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Caught:
    """A colour taken from a photo: XYZ under D65, the error to expect [CIEDE2000] and what to warn of."""

    XYZ: FloatArray
    noise: float
    warnings: tuple[str, ...]
    faults: tuple[str, ...] = ()


def as_it_is() -> Correction:
    """Believe the photo as it is: a guess."""
    return Correction(
        method="none",
        matrix=RGB_TO_XYZ,
        noise=PHOTO_NOISE["none"],
        warnings=("Nothing white was tapped: the colour is a guess.",),
    )


def check_white(patch: Patch) -> Patch:
    """Return the patch when it can serve as white; UnusablePatchError when it is clipped or dark."""
    if patch.clipped > 0.2:
        raise UnusablePatchError("that white is burnt out in the photo: tap a part of it that is less bright")
    if patch.luminance < 0.08 or patch.RGB.min() < 0.004:
        raise UnusablePatchError(
            "that is too dark to be something white: tap white paper or another thing you know is white"
        )
    return patch


def _to_daylight(white: FloatArray, Y: float = PAPER) -> FloatArray:
    """Return the matrix that makes a neutral of linear sRGB `white` one of luminance factor Y in daylight
    (CAT16)."""
    return np.asarray(adapt(RGB_TO_XYZ.T, white=RGB_TO_XYZ @ white, white_to=Y * SRGB_WHITE).T)


def from_white(white: Patch, *, grey: bool = False) -> Correction:
    """Return the correction from one white thing (or a grey card of 18 %): the eye's adaptation to it,
    complete."""
    if grey:
        if white.clipped > 0.2 or white.RGB.min() < 0.004:
            raise UnusablePatchError("that grey is burnt out or black in the photo: tap another part of it")
    else:
        check_white(white)
    warnings = _said(white, "The white: ")
    return Correction(
        method="white",
        matrix=_to_daylight(white.RGB, _GREY_CARD if grey else PAPER),
        noise=PHOTO_NOISE["white"] * (1.2 if warnings else 1.0),
        warnings=warnings,
    )


def from_two_whites(
    first: Patch, second: Patch, *, at: tuple[tuple[float, float], tuple[float, float]]
) -> Correction:
    """Return the correction from the same white in two places; in between the light is interpolated.

    Raises
    ------
    UnusablePatchError
        If one cannot serve, or both are in one place.
    """
    if np.hypot(*np.subtract(*at)) < 8.0:
        raise UnusablePatchError("the two whites are in one place: tap them on either side of the colour")
    whites = check_white(first).RGB, check_white(second).RGB
    warnings = (*_said(first, "The first white: "), *_said(second, "The second white: "))
    mean = np.sqrt(whites[0] * whites[1])
    Lab = [XYZ_to_Lab(_to_daylight(mean) @ (white * mean.sum() / white.sum())) for white in whites]
    if float(delta_E_CIE2000(*Lab)) > 6.0:
        warnings = (
            *warnings,
            "The two whites have different tints: two kinds of light meet here. Put one out.",
        )
    return Correction(
        method="two_whites",
        matrix=_to_daylight(mean),
        noise=PHOTO_NOISE["two_whites"] * (1.3 if warnings else 1.0),
        warnings=warnings,
        whites=tuple(zip(at, whites, strict=True)),
    )


def from_known(
    patches: Sequence[Patch], XYZ: FloatArray, *, method: str, known_to: float = 0.0
) -> Correction:
    """Return the correction from patches whose colours are known.

    A 3 × 3 matrix by ridge regression, drawn towards a mere adaptation (CAT16 gains), so that one chip
    already serves and 24 fit fully. Rows count by 1/(Y + 5), which evens lightness out.

    Parameters
    ----------
    patches : sequence of n Patch
    XYZ : (n, 3) ndarray
        Their colours under D65, Y = 100 for white.
    known_to : float
        Mean error of those. [CIEDE2000]

    Raises
    ------
    UnusablePatchError
        If no patch can be used, or what they say contradicts itself.
    """
    good = [n for n, patch in enumerate(patches) if patch.clipped < 0.3 and patch.luminance > 0.001]
    if not good:
        raise UnusablePatchError(
            "none of the known colours can be used: all are burnt out or black in the photo"
        )
    RGB, XYZ = np.array([patches[n].RGB for n in good]), XYZ[good]
    matrix = _fit(RGB, XYZ)
    misses = _left_out(RGB, XYZ)
    warnings: tuple[str, ...] = ()
    if len(good) < len(patches):
        warnings = (f"Left out of the known colours, as burnt out or black: {len(patches) - len(good)}.",)
    if len(good) > 3 and float(np.median(misses)) > 9.0:
        raise UnusablePatchError(
            f"the known colours contradict each other (typically by {np.median(misses):.0f}): are they what "
            f"you said, "
            "and in one light?"
        )
    if len(good) > 3 and float(np.quantile(misses, 0.9)) > 9.0:
        warnings = (
            *warnings,
            "Some known colours disagree with the others: shadow, glare or another light on them?",
        )
    usual = PHOTO_NOISE["white"] if len(good) < 3 else PHOTO_NOISE[method]
    noise = float(np.hypot(max(usual, float(np.mean(misses)) if len(good) > 5 else 0.0), known_to))
    return Correction(method=method, matrix=matrix, noise=noise, warnings=warnings)


def _fit(RGB: FloatArray, XYZ: FloatArray) -> FloatArray:
    seen = RGB @ RGB_TO_XYZ.T
    weight = 1.0 / (XYZ[:, 1] + 5.0)
    cones, wanted = cone_response(seen), cone_response(XYZ)
    ratio = np.log(np.maximum(wanted, 0.05) / np.maximum(cones, 0.05))
    Lab = XYZ_to_Lab(XYZ)
    # What is nearly grey shows the light; a vivid chip shows how the camera differs from the eye.
    gains = np.exp(
        np.average(ratio, axis=0, weights=(XYZ[:, 1] + 5.0) / (10.0 + np.hypot(Lab[:, 1], Lab[:, 2])) ** 1.5)
    )
    start = gains_to_XYZ(gains) @ RGB_TO_XYZ
    A, b = RGB * weight[:, np.newaxis], (XYZ - RGB @ start.T) * weight[:, np.newaxis]
    ridge = _RIDGE / len(RGB) ** 2 * np.trace(A.T @ A) / 3.0 * np.eye(3)
    return np.asarray(start + np.linalg.solve(A.T @ A + ridge, A.T @ b).T)


def _left_out(RGB: FloatArray, XYZ: FloatArray) -> FloatArray:
    """Return for each known colour how far the fit without it is from it. [CIEDE2000]"""
    if len(RGB) < 2:
        return np.zeros(len(RGB))
    others = ~np.eye(len(RGB), dtype=bool)
    said = [
        np.clip(_fit(RGB[rest], XYZ[rest]) @ one, 0.0, None) for rest, one in zip(others, RGB, strict=True)
    ]
    return np.asarray(delta_E_CIE2000(XYZ_to_Lab(np.array(said)), XYZ_to_Lab(XYZ)))


def _said(patch: Patch, before: str) -> tuple[str, ...]:
    return tuple(before + FAULTS[fault] for fault in patch.faults if fault != "glare")


def catch(patch: Patch, correction: Correction, at: tuple[float, float] | None = None) -> Caught:
    """Return the colour of a patch, found at a place of the photo, as it would be in daylight."""
    XYZ = correction.XYZ(patch.RGB, at)
    warnings = (*(FAULTS[fault] for fault in patch.faults), *correction.warnings)
    if XYZ[1] > 100.0:
        warnings = (
            *warnings,
            "It is lighter than the white that was tapped: is that really the whitest thing?",
        )
        XYZ = XYZ * 100.0 / XYZ[1]
    noise = correction.noise * (1.4 if patch.faults or XYZ[1] == 100.0 else 1.0)
    return Caught(XYZ=XYZ, noise=noise, warnings=warnings, faults=patch.faults)
