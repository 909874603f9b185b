"""Invent paints by which the colour core learns what paints are like: `python -m bench.synthetic_pigments`.

Pigments of five families with random refractive indices, sizes and absorption bands get their optics from Mie
theory; paints hold one or two of them with more or less white. None of them is one of the bench's own
(`bench.oracle`), against which the core is measured.
"""

from pathlib import Path

import numpy as np

from bench.oracle import Colorant, optics_of
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS

FILE = Path(__file__).parents[1] / "jug_mingle" / "core" / "data" / "paints.npz"
PAINTS, PIGMENTS, WHITES = 12_000, 2_500, 12
VOLUMES = {
    "organic": (0.03, 0.14), "oxide": (0.06, 0.15), "earth": (0.08, 0.15), "dark": (0.015, 0.08),
    "mineral": (0.08, 0.16),
}  # fmt: skip
"""Pigment volume shares of dry films, from and to."""

STRENGTH = (0.5, 5.0)
"""How much more pigment than that a paint may hold: from a cheap wall paint to artists' colours."""


class Chance:
    """Random numbers, even, or even in the logarithm."""

    def __init__(self, seed: int) -> None:
        self.rng = np.random.default_rng(seed)

    def even(self, low: float, high: float) -> float:
        return float(self.rng.uniform(low, high))

    def log(self, low: float, high: float) -> float:
        return float(np.exp(self.rng.uniform(np.log(low), np.log(high))))

    def is_(self, share: float) -> bool:
        return bool(self.rng.random() < share)


def pigment(c: Chance) -> Colorant:
    """Return a pigment of a random family."""
    family = str(c.rng.choice(["organic", "organic", "oxide", "oxide", "earth", "dark", "mineral"]))
    bands: list[tuple[float, float, float]] = []
    edge = None
    if family == "organic":
        n, diameter, floor = c.even(1.65, 2.1), c.log(0.08, 0.35), c.log(3e-4, 1e-2)
        bands = [(c.log(0.1, 1.2), c.even(420, 700), c.even(28, 65)) for _ in range(c.rng.integers(0, 3))]
        if not bands or c.is_(0.45):
            edge = (c.log(0.1, 1.0), c.even(440, 640), c.even(8, 40))
    elif family == "oxide":
        n, diameter, floor = c.even(2.1, 2.9), c.log(0.15, 0.45), c.log(2e-3, 1.2e-2)
        bands = [(c.log(0.03, 0.3), c.even(420, 680), c.even(40, 80)) for _ in range(c.rng.integers(0, 3))]
        if not bands or c.is_(0.7):
            edge = (c.log(0.05, 0.45), c.even(440, 600), c.even(8, 40))
    elif family == "earth":
        n, diameter, floor = c.even(1.7, 2.4), c.log(0.2, 0.6), c.log(4e-3, 4e-2)
        edge = (c.log(0.04, 0.25), c.even(480, 620), c.even(25, 80))
    elif family == "dark":
        n, diameter, floor = c.even(1.6, 2.1), c.log(0.03, 0.15), c.log(0.2, 0.9)
        bands = [(c.log(0.05, 0.3), c.even(420, 700), c.even(50, 90))] if c.is_(0.4) else []
    else:
        n, diameter, floor = c.even(1.5, 1.7), c.log(0.4, 1.5), c.log(3e-4, 3e-3)
        bands = [(c.log(0.015, 0.12), c.even(430, 680), c.even(35, 70)) for _ in range(c.rng.integers(1, 3))]
    return Colorant(family, n, diameter, tuple(bands), floor, edge)


def invent(seed: int = 20261125) -> FloatArray:
    """Return log K and log S (paints, 2, 36) of dry films. [log 1/µm]"""
    c = Chance(seed)
    pigments = [pigment(c) for _ in range(PIGMENTS)]
    optics = [optics_of(one) for one in pigments]
    whites = [
        optics_of(
            Colorant("white", c.even(2.45, 2.8), c.log(0.18, 0.35), floor=1e-6, edge=(0.02, 385.0, 5.0))
        )
        for _ in range(WHITES)
    ]

    def some(part: float) -> FloatArray:
        at = int(c.rng.integers(PIGMENTS))
        return np.asarray(optics[at] * c.log(*VOLUMES[pigments[at].name]) * c.log(*STRENGTH) * part)

    def dirt(low: float, high: float) -> FloatArray:
        """Absorb a little, more of the blue: what binder, grey and ochre do to a white."""
        film = np.zeros((3, BANDS))
        film[0] = c.log(low, high) * np.exp(-(WAVELENGTHS - 550.0) / c.log(80.0, 900.0))
        return film

    found = []
    for _ in range(PAINTS):
        white, way = whites[c.rng.integers(WHITES)], c.rng.random()
        if way < 0.12:
            film = white * c.even(0.05, 0.18) + dirt(2e-5, 6e-3)
        elif way < 0.45:  # strong colours, most with a little white
            film = some(1.0) + white * c.log(0.002, 0.02) * c.is_(0.75)
        elif way < 0.6:  # two pigments
            film = some(c.even(0.3, 1.0)) + some(c.even(0.1, 0.7)) + white * c.log(0.002, 0.02) * c.is_(0.6)
        else:  # let down with white
            film = some(c.log(0.01, 0.7)) + white * c.even(0.03, 0.16)
            film = film + some(c.log(0.005, 0.3)) * c.is_(0.5)
        if c.is_(0.5):
            film = film + dirt(1e-6, 1e-3)
        mu_a, mu_s, mu_sg = film
        # The two fluxes of diffuse light: K = 2 µ_a, S = 3/4 of the reduced scattering.
        found.append(np.stack([np.log(2.0 * mu_a), np.log(0.75 * (mu_s - mu_sg))]))
    return np.array(found)


if __name__ == "__main__":
    np.savez_compressed(FILE, log_KS=invent().astype(np.float16))
    print(f"{FILE.name}: {FILE.stat().st_size / 1e6:.1f} MB")
