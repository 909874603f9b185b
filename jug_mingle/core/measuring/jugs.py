"""Jugs: how high a volume stands in a vessel, and how much stands at a height."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final, Literal

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.marked import marked

Form = Literal["straight", "tapered", "measuring", "jam_jar"]
_MM3: Final = 1000.0
"""Cubic millimetres in a millilitre."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Jug:
    """A vessel as a stack of frustums of cones, from its inner bottom up.

    Attributes
    ----------
    heights, diameters : tuple of float
        Inner diameters at rising inner heights, the first at 0. [mm]
    """

    form: Form
    heights: tuple[float, ...]
    diameters: tuple[float, ...]

    def __post_init__(self) -> None:
        heights, diameters = np.array(self.heights), np.array(self.diameters)
        if heights.size != diameters.size or heights.size < 2:
            raise ValueError("a jug needs at least two heights, each with its diameter")
        if not (np.all(np.isfinite(heights)) and np.all(np.isfinite(diameters))):
            raise ValueError("the measures of a jug must be finite numbers")
        if heights[0] != 0.0 or np.any(np.diff(heights) <= 0.0):
            raise ValueError(
                "the heights of a jug rise from 0: measure from the inner bottom, and give it a height above "
                "0"
            )
        if np.any(diameters < 5.0) or np.any(diameters > 1000.0) or heights[-1] > 1000.0:
            raise ValueError("a jug is from 5 to 1000 mm wide and up to 1000 mm high")

    @property
    def capacity(self) -> float:
        """What it holds to the brim. [ml]"""
        return float(self._volumes()[-1])

    def _volumes(self) -> FloatArray:
        """Return the volume below each given height. [ml]"""
        d, h = np.array(self.diameters), np.array(self.heights)
        frustums = np.pi / 12.0 * np.diff(h) * (d[:-1] ** 2 + d[:-1] * d[1:] + d[1:] ** 2) / _MM3
        return np.concatenate([[0.0], np.cumsum(frustums)])

    def volume(self, height: float) -> float:
        """Return how much stands at an inner height [mm]; ValueError above its brim. [ml]"""
        if not 0.0 <= height <= self.heights[-1]:
            raise ValueError(
                f"a height in this jug lies from 0 to {marked(self.heights[-1], unit='mm')}, got "
                f"{marked(height, unit='mm')}"
            )
        volumes = self._volumes()
        n = min(int(np.searchsorted(self.heights, height, side="right")) - 1, len(self.heights) - 2)
        below, d = height - self.heights[n], self.diameters
        slope = (d[n + 1] - d[n]) / (self.heights[n + 1] - self.heights[n])
        here = d[n] + slope * below
        return float(volumes[n] + np.pi / 12.0 * below * (d[n] ** 2 + d[n] * here + here**2) / _MM3)

    def height(self, volume: float) -> float:
        """Return how high a volume stands. [ml -> mm]

        In a frustum the cube of the diameter grows evenly with volume, so this is exact.

        Raises
        ------
        ValueError
            If it holds less.
        """
        if not 0.0 <= volume <= self.capacity * (1.0 + 1e-6):
            raise ValueError(
                f"the jug holds {marked(self.capacity, '.0f', 'ml')}, and {marked(volume, '.0f', 'ml')} "
                "were asked for: take a larger one"
            )
        volumes = self._volumes()
        n = min(int(np.searchsorted(volumes, volume, side="right")) - 1, len(volumes) - 2)
        low, high = self.diameters[n], self.diameters[n + 1]
        rise, rest = self.heights[n + 1] - self.heights[n], volume - volumes[n]
        if abs(high - low) < 1e-9 * low:
            return float(self.heights[n] + rest * _MM3 * 4.0 / (np.pi * low**2))
        slope = (high - low) / rise
        here = np.cbrt(low**3 + 12.0 * slope * rest * _MM3 / np.pi)
        return float(min(self.heights[n] + (here - low) / slope, self.heights[n + 1]))


def straight_jug(*, diameter: float, height: float) -> Jug:
    """Return a cylinder by its inner measures. [mm]"""
    return Jug(form="straight", heights=(0.0, height), diameters=(diameter, diameter))


def tapered_jug(*, bottom: float, top: float, height: float, form: Form = "tapered") -> Jug:
    """Return a frustum, such as a bucket or a measuring cup, by its inner measures. [mm]"""
    return Jug(form=form, heights=(0.0, height), diameters=(bottom, top))


def jam_jar(*, diameter: float, neck: float, height: float) -> Jug:
    """Return a jam jar: a cylinder, and a shoulder that narrows to the neck over its last seventh. [mm]"""
    return Jug(
        form="jam_jar", heights=(0.0, height * 6.0 / 7.0, height), diameters=(diameter, diameter, neck)
    )


def calibrated_jug(marks: Sequence[tuple[float, float]], *, form: Form = "measuring") -> Jug:
    """Return a jug known by pouring water: pairs of (millilitres in all, height [mm]), rising.

    Between marks the diameter is taken for constant, which meets every mark exactly.

    Raises
    ------
    ValueError
        If fewer than two marks are given, or they do not rise.
    """
    if len(marks) < 2:
        raise ValueError("pour known water at least twice, and mark its height each time")
    volumes = np.array([0.0, *(ml for ml, _ in marks)])
    heights = np.array([0.0, *(mm for _, mm in marks)])
    if np.any(np.diff(volumes) <= 0.0) or np.any(np.diff(heights) <= 0.0):
        raise ValueError("the marks must rise: more water stands higher")
    widths = np.sqrt(np.diff(volumes) * _MM3 * 4.0 / np.pi / np.diff(heights))
    steps_h, steps_d = [0.0], [float(widths[0])]
    for n, width in enumerate(widths):
        if n > 0:  # a ledge of a hundredth of a millimetre joins two widths
            steps_h.append(float(heights[n]) + 1e-6)
            steps_d.append(float(width))
        steps_h.append(float(heights[n + 1]))
        steps_d.append(float(width))
    return Jug(form=form, heights=tuple(steps_h), diameters=tuple(steps_d))


def roomy(jugs: Mapping[str, Jug], batch: float) -> str:
    """Return the name of the smallest vessel that holds a batch with room to stir, or else of the largest.
    [ml]"""
    by_size = sorted(jugs, key=lambda name: jugs[name].capacity)
    return next((name for name in by_size if jugs[name].capacity >= batch * _ROOM_TO_STIR), by_size[-1])


_ROOM_TO_STIR: Final = 7.0 / 6.0
"""A vessel is filled to six sevenths at most; common practice."""

JUGS: Final = {
    "paper cup": tapered_jug(bottom=55.0, top=80.0, height=95.0),
    "measuring jug": tapered_jug(bottom=88.0, top=112.0, height=130.0, form="measuring"),
    "jam jar": jam_jar(diameter=76.0, neck=62.0, height=110.0),
    "tin": straight_jug(diameter=99.0, height=118.0),
    "bucket": tapered_jug(bottom=180.0, top=230.0, height=220.0),
}
"""Vessels that stand about, with usual inner measures; measure one's own."""
