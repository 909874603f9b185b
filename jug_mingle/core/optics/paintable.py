"""Which colours a painted surface can have, and what is said of one that it cannot."""

from functools import lru_cache
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab, XYZ_to_Lab, XYZ_to_sRGB, sRGB_to_hex
from jug_mingle.core.colour.spectra import DAYLIGHT, WAVELENGTHS, Light
from jug_mingle.core.marked import marked
from jug_mingle.core.optics.film import K1

_VIVID: Final = 1.0
_DARK: Final = 2.0
"""A colour that comes out farther from its wish than this is said to do so. [CIEDE2000]"""


def surface_of(XYZ: FloatArray) -> FloatArray:
    """Return the reflectance (36,) that stands for a colour of which only XYZ under D65 is known."""
    return np.round(np.clip(recover_reflectance(XYZ), 0.0, 1.0), 6)


def too_vivid_words(R: FloatArray, XYZ: FloatArray) -> str:
    """Say that a colour (XYZ under D65) is more vivid or lighter than its surface (36,); nothing where it is
    not."""
    if float(delta_E_CIE2000(R_to_Lab(R), XYZ_to_Lab(XYZ))) <= _VIVID:
        return ""
    return "No paint can be as vivid or as light as that: this is the nearest a surface can be."


_BODY: Final = 0.0015
"""The least that the inside of the darkest paint gives back, beside its surface."""


def nearest_film(
    Lab: FloatArray, veil: float, light: Light = DAYLIGHT, *, measured: bool = False
) -> FloatArray:
    """Return the CIELAB (3,) nearest to a colour that a film with this surface can show, hue kept.

    A film never looks darker than the veil of light on its own surface, and shows the less chroma the darker
    it is. Typed colours, printed chips and photos of glossy things know nothing of that.

    Parameters
    ----------
    Lab : (3,) ndarray
        Under `light`.
    veil : float
        As for `film.saunderson`. [0..1]
    measured : bool
        Whether an instrument read it: then it may be of a pure pigment, where a name is taken for an ordinary
        one.
    """
    return _nearest_film(*(round(float(value), 2) for value in Lab), round(veil, 3), light, _PURITY[measured])


@lru_cache(maxsize=1000)
def _nearest_film(L: float, a: float, b: float, veil: float, light: Light, purity: float) -> FloatArray:
    wished, over = np.array([L, a, b]), veil * K1 + _BODY
    if L > _ALWAYS_SHOWN or bool(_can_be_inside(wished, over, light, purity)):
        return read_only(wished)
    lightness, chroma = np.meshgrid(np.linspace(max(L, 0.0), _ALWAYS_SHOWN, 161), np.linspace(0.0, 1.0, 81))
    tried = np.stack([lightness, a * chroma, b * chroma], axis=-1)
    apart = np.where(_can_be_inside(tried, over, light, purity), delta_E_CIE2000(tried, wished), np.inf)
    return read_only(tried[np.unravel_index(np.argmin(apart), apart.shape)])


_ALWAYS_SHOWN: Final = 60.0
"""Colours lighter than this L* lie far from any veil: what they lack they lack in vividness."""

_CORNERS: Final = (420, 450, 470, 480, 490, 500, 510, 520, 540, 560, 580, 600, 620, 660)
_PURITY: Final = {False: 0.85, True: 0.97}
"""How near to a single wavelength the light from inside a dark film comes: of ordinary paints, and of the
purest."""


def _can_be_inside(Lab: FloatArray, over: float, light: Light, purity: float) -> FloatArray:
    """Return whether what is left of colours (..., 3) without `over`, the light of the surface, can be
    light."""
    inner = Lab_to_XYZ(Lab, light.white) - over * light.white
    total = inner.sum(axis=-1)
    at = inner[..., :2] / np.where(total > 0.0, total, 1.0)[..., np.newaxis]
    bands = light.weights[np.searchsorted(WAVELENGTHS, _CORNERS)]
    middle = light.white[:2] / light.white.sum()
    corners = middle + purity * (bands[:, :2] / bands.sum(axis=1, keepdims=True) - middle)
    edges, to = np.roll(corners, -1, axis=0) - corners, at[..., np.newaxis, :] - corners
    turns = edges[:, 0] * to[..., 1] - edges[:, 1] * to[..., 0]
    return np.asarray((inner.min(axis=-1) > 0.0) & np.all(turns <= 0.0, axis=-1))


def too_dark_words(R: FloatArray, veil: float) -> str:
    """Say that a film with this surface cannot look as dark as a colour (36,); nothing where it can."""
    wished = R_to_Lab(R)
    shown = nearest_film(wished, veil)
    apart = float(delta_E_CIE2000(shown, wished))
    if apart <= _DARK:
        return ""
    said, nearest = (sRGB_to_hex(XYZ_to_sRGB(np.clip(Lab_to_XYZ(one), 0.0, None))) for one in (wished, shown))
    return (
        f"A flat paint cannot look as dark as {said}, which is kept as you gave it: the light on its own "
        f"surface makes "
        f"it about {nearest} at the darkest, {marked(apart, '.1f')} off. Sealed with a satin coat, wax "
        "or oil it comes "
        f"nearer."
    )
