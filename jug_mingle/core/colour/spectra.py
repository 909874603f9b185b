"""The wavelength grid, the lights and the observer.

All reflectances, K and S in the program are arrays over `WAVELENGTHS`. XYZ has Y = 100 for the perfect
diffuser.
"""

from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite, check_range, read_only

BANDS: Final = 36
WAVELENGTHS: Final = read_only(np.linspace(380.0, 730.0, BANDS))


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Light:
    """A light that things are judged in.

    Attributes
    ----------
    name : str
        The key of the light, for example "window".
    title : str
        What a painter calls it.
    weights : (36, 3) ndarray
        XYZ = R @ weights; the columns hold light times observer, scaled so that R = 1 gives Y = 100.
    white : (3,) ndarray
        XYZ of the perfect diffuser.
    adaptation : float
        How far an eye adapts to it (CIECAM02 degree of adaptation D, average surround). [0..1]
    """

    name: str
    title: str
    weights: FloatArray
    white: FloatArray
    adaptation: float


@cache
def table(name: str) -> tuple[list[str], FloatArray]:
    """Return the column names and the values of the data file `name`, whose first lines give its source."""
    text = files("jug_mingle.core").joinpath("data", name).read_text(encoding="utf-8")
    lines = [line for line in text.splitlines() if not line.startswith("#")]
    values = np.array([[float(cell) for cell in line.split(",")] for line in lines[1:]])
    return lines[0].split(","), read_only(values)


def _degree_of_adaptation(illuminance: float) -> float:
    """Return D of CIECAM02 (CIE 159:2004) for an average surround and a 20 % background. [lx -> 0..1]"""
    L_A = 0.2 * illuminance / np.pi
    return float(1.0 - np.exp(-(L_A + 42.0) / 92.0) / 3.6)


def make_light(name: str, title: str, nm: ArrayLike, power: ArrayLike, *, illuminance: float) -> Light:
    """Return a light from its spectral power.

    The sum runs over the observer's 1 nm steps with the 10 nm reflectance interpolated by a cubic spline and
    held constant past 730 nm, so that narrow lines of tubes are not missed between bands (the idea of ASTM
    E308's weighting tables, computed here).

    Parameters
    ----------
    nm, power : (N,) array_like
        Wavelengths, rising [nm]; relative power, not negative. Outside of them the light has none.
    illuminance : float
        Light on the piece, from which the eye's adaptation follows. [lx]

    Raises
    ------
    ValueError
        If power is negative, not finite, all zero or of another length than nm, or nm does not rise.
    """
    nm = check_finite(as_floats(nm, "wavelengths of a light"), "wavelengths of a light")
    power = check_finite(as_floats(power, "power of a light", last_axis=nm.size), "power of a light")
    check_range(power, "power of a light", 0.0)
    if np.any(np.diff(nm) <= 0):
        raise ValueError("the wavelengths of a light must rise")
    _, observer = table("observer.csv")
    fine, cmfs = observer[:, 0], observer[:, 1:]
    light = np.interp(fine, nm, power, left=0.0, right=0.0)[:, np.newaxis] * cmfs
    if light[:, 1].sum() <= 0:
        raise ValueError("a light must have power between 380 and 780 nm")
    basis = table("interpolation.csv")[1][:, 1:]
    basis = basis / basis.sum(
        axis=1, keepdims=True
    )  # the table has nine digits; grey must stay grey to the last
    weights = 100.0 * basis.T @ light / light[:, 1].sum()
    return Light(
        name=name,
        title=title,
        weights=read_only(weights),
        white=read_only(weights.sum(axis=0)),
        adaptation=_degree_of_adaptation(illuminance),
    )


_TITLES: Final = {
    "window": ("Window", 1000.0),
    "bulb": ("Bulb", 100.0),
    "cool_led": ("Cool LED", 400.0),
    "tube": ("Tube", 500.0),
    "evening_window": ("Evening window", 600.0),
    "north_window": ("North window", 1000.0),
    "warm_led": ("Warm LED", 150.0),
    "neutral_led": ("Neutral LED", 300.0),
    "old_tube": ("Old tube", 500.0),
}
LIGHT_NAMES: Final = tuple(_TITLES)
"""The lights that the program knows, daylight first."""

SWITCH: Final = ("window", "bulb", "cool_led", "tube")
"""The lights of the switch; the others are there to name the light of a room."""


@cache
def lights() -> dict[str, Light]:
    """Return the CIE lights that the program knows, by name: D65, A, LED-B4, FL11, D50, D75, LED-B1, LED-B3,
    FL2."""
    columns, values = table("lights.csv")
    return {
        name: make_light(
            name, _TITLES[name][0], values[:, 0], values[:, column], illuminance=_TITLES[name][1]
        )
        for column, name in enumerate(columns)
        if column > 0
    }


def light(name: str) -> Light:
    """Return the light `name`; ValueError lists the known ones."""
    known = lights()
    if name not in known:
        raise ValueError(f"there is no light {name!r}; known are {', '.join(known)}")
    return known[name]


DAYLIGHT: Final = light("window")


def as_spectrum(values: ArrayLike, name: str = "reflectance") -> FloatArray:
    """Return `values` as reflectance factors over the 36 bands, each 0..1 (or nan); ValueError otherwise."""
    array = as_floats(values, name, last_axis=BANDS)
    return check_range(array, name, 0.0, 1.0)
