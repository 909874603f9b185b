"""Invented woods, and stains and washes on them, by laws that are not the core's: what figures over wood are
held to.

Films are solved by adding–doubling (`bench.transfer`), streak by streak of the grain. How much of a coat a
wood keeps follows a Hill curve of the wait, or, on woods that are left out of tuning, two reservoirs that
fill one after the other; never 1 - exp of a root. Wiping leaves a share of its own for each wood and stain;
coats add up by a power. No constant of the product may be chosen by what the woods left out show.
"""

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final

import numpy as np

from bench.synthetic_pigments import Chance
from bench.transfer import TERMS, film_over, reflectance
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.optics.uptake import WIPED_OFF, Laying

STREAKS: Final = 5
_AT: Final = np.array([-1.4, -0.7, 0.0, 0.7, 1.4])
_WEIGHT: Final = np.exp(-0.5 * _AT**2) / np.exp(-0.5 * _AT**2).sum()
_ORDERS: Final = np.arange(TERMS)


@dataclass(frozen=True, slots=True, eq=False)
class Colourant:
    """What a stain or paint dries to: absorption (36,), scattering times the moments of its phase
    function."""

    mu_a: FloatArray
    chi: FloatArray
    coat: float
    """Dry thickness of an ordinary coat of it. [µm]"""

    def seen_opaque(self) -> FloatArray:
        """Return what a reader sees of it painted until it hides, dead flat."""
        return reflectance(self.mu_a, self.chi.T)


def _stain(c: Chance, coat: float) -> Colourant:
    """Return a stain: brown, yellow, red, grey or black; a dye, or with a little pigment."""
    energy = 1239.84 / WAVELENGTHS
    edge = 1.0 / (1.0 + np.exp(-(energy - c.even(2.0, 2.7)) / c.even(0.06, 0.3)))
    mu_a = edge + c.log(0.02, 0.6)
    if c.is_(0.3):
        mu_a = mu_a + 0.8 * np.exp(-(((energy - c.even(2.0, 2.5)) / 0.18) ** 2))
    mu_a = mu_a * c.log(0.15, 1.6) / coat
    scatters = 0.0 if c.is_(0.5) else c.log(0.02, 0.5)
    return Colourant(mu_a, _scattering(c, scatters / coat), coat)


def _paint(c: Chance, coat: float) -> Colourant:
    """Return a pale paint for washes: white with a little of a colour."""
    energy = 1239.84 / WAVELENGTHS
    edge = 1.0 / (1.0 + np.exp(-(energy - c.even(2.0, 2.7)) / c.even(0.06, 0.3)))
    mu_a = (edge + 0.05) * c.log(0.002, 0.06)
    return Colourant(mu_a, _scattering(c, c.log(0.08, 0.16)), coat)


def _scattering(c: Chance, reduced: float) -> FloatArray:
    g = c.even(0.3, 0.7)
    mu_s = reduced * (WAVELENGTHS / 550.0) ** -c.even(0.2, 1.2) / (1.0 - g)
    return np.asarray(mu_s * (g**_ORDERS)[:, np.newaxis] + 1e-9)


@dataclass(frozen=True, slots=True, eq=False)
class Taking:
    """How a wood takes one colourant, by laws of the generator."""

    amount: float
    capacity: float
    half: float
    power: float
    left: float
    again: float
    uneven: float
    reservoirs: bool

    def kept(self, laying: Laying) -> float:
        """Return what stays of all coats over one coat left alone."""
        t = laying.wait
        if self.reservoirs:  # the open pores fill at once, the walls between them much later
            filled = 0.55 * (1.0 - np.exp(-t / (0.25 * self.half))) + 0.45 * (
                1.0 - np.exp(-t / (4.0 * self.half))
            )
        else:
            filled = (t / self.half) ** self.power / (1.0 + (t / self.half) ** self.power)
        taken = self.capacity * filled
        stays = min(1.0, self.left * (1.0 - WIPED_OFF * laying.wipe)) if laying.wipe > 0.0 else 1.0
        return float(self.amount * (taken + (1.0 - taken) * stays) * laying.coats**self.again)


class Wood:
    """A wood with its grain, some stains and washes, and how it takes each."""

    def __init__(self, seed: int, *, left_out: bool, stains: int = 6, washes: int = 2) -> None:
        self._chance = c = Chance(seed)
        self.left_out = left_out
        # The body of wood: a wide absorption that falls from blue to red, in a scattering of its own.
        fall, level = c.even(0.9, 2.2), c.even(-0.6, 1.9)
        self.bare_body = 1.0 / (1.0 + np.exp(-(level + fall * (WAVELENGTHS - 560.0) / 110.0 * 0.6)))
        self.bare_body = 0.06 + 0.80 * self.bare_body
        self.grain = c.even(0.05, 0.16)
        self.colourants = [_stain(c, 12.5) for _ in range(stains)] + [_paint(c, 36.0) for _ in range(washes)]
        self.is_paint = [False] * stains + [True] * washes
        wood = Taking(
            amount=c.log(0.7, 1.5), capacity=c.even(0.75, 1.0), half=c.log(0.7, 4.0), power=c.even(0.5, 1.1),
            left=c.log(0.5, 1.6), again=c.even(0.55, 0.95), uneven=c.even(0.1, 0.4), reservoirs=left_out,
        )  # fmt: skip
        self.usual = wood
        self.taking = [self._taking(wood, paint) for paint in self.is_paint]

    def _taking(self, wood: Taking, paint: bool) -> Taking:
        c = self._chance
        return Taking(
            amount=wood.amount * c.log(0.75, 1.35),
            capacity=wood.capacity * (0.5 if paint else c.even(0.8, 1.0)),
            half=wood.half * c.log(0.6, 1.6), power=wood.power, left=wood.left * c.log(0.7, 1.4),
            again=wood.again, uneven=wood.uneven, reservoirs=wood.reservoirs,
        )  # fmt: skip

    @cached_property
    def bodies(self) -> FloatArray:
        """Body reflectance (streaks, 36) of the bare wood along its grain."""
        return np.asarray(self.bare_body ** np.exp(self.grain * _AT)[:, np.newaxis])

    @cached_property
    def bare(self) -> FloatArray:
        """What a reader sees of it dry and bare, over its grain."""
        clear = np.full((TERMS, BANDS), 1e-9)
        return self._read(np.full(BANDS, 1e-9), clear, np.full(STREAKS, 1e-3))

    def field(
        self,
        which: int,
        laying: Laying,
        *,
        thin: float = 1.0,
        error: float = 0.0,
        over: FloatArray | None = None,
    ) -> FloatArray:
        """Return what a reader sees (36,) of a field.

        Parameters
        ----------
        thin : float
            Share of an ordinary coat that is laid, of what is thinned.
        error : float
            How far this field's amount lies from what was meant (natural logarithm).
        over : (streaks, 36) ndarray, optional
            Another ground than the bare wood.
        """
        one, taking = self.colourants[which], self.taking[which]
        X = one.coat * thin * taking.kept(laying) * np.exp(error)
        streaks = np.exp(
            -taking.uneven * _AT - 0.5 * taking.uneven**2
        )  # the pale, early wood takes less or more
        return self._read(one.mu_a, one.chi, X * streaks, over)

    @classmethod
    def of_the_name(cls, seed: int, *, left_out: bool) -> "Wood":
        """Return another board of a wood like this one, as a maker's label shows it: other trees of one
        name."""
        board, c = cls(seed, left_out=left_out), Chance(seed + 5000)
        board.bare_body = np.clip(
            board.bare_body ** c.log(0.8, 1.25) * (1.0 + 0.02 * c.even(-1.0, 1.0)), 0.02, 0.95
        )
        board.usual = Taking(
            amount=1.0, capacity=0.9, half=c.log(1.0, 3.0), power=0.7, left=1.0, again=0.8, uneven=0.25,
            reservoirs=left_out,
        )  # fmt: skip
        return board

    def look_of(self, one: Colourant, paint: bool, laying: Laying, thin: float) -> FloatArray:
        """Return what a maker's picture shows (36,) of a colourant laid as usual on this board."""
        kept = replace(self.usual, capacity=0.5 * self.usual.capacity if paint else self.usual.capacity).kept(
            laying
        )
        return self._read(one.mu_a, one.chi, one.coat * thin * kept * np.exp(-self.usual.uneven * _AT))

    def _read(
        self, mu_a: FloatArray, chi: FloatArray, X: FloatArray, over: FloatArray | None = None
    ) -> FloatArray:
        bodies = self.bodies if over is None else over
        seen = film_over(
            np.tile(mu_a, STREAKS), np.tile(chi.T, (STREAKS, 1)), np.repeat(X, BANDS), bodies.ravel()
        ).reshape(STREAKS, BANDS)
        return np.asarray(_WEIGHT @ seen)
