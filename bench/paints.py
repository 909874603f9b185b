"""Paints and mixtures of the oracle, with cached truth, and the errors of predictions from given evidence."""

from pathlib import Path

import numpy as np

from bench.oracle import Laboratory
from jug_mingle.core.arrays import FloatArray

CACHE = Path(__file__).parents[1] / "build" / "oracle.npz"

PAINTS: dict[str, dict[str, float]] = {
    "white": {"white": 0.16},
    "black": {"black": 0.03, "white": 0.004},
    "iron red": {"iron red": 0.09, "white": 0.008},
    "iron yellow": {"iron yellow": 0.12},
    "organic yellow": {"organic yellow": 0.12},
    "organic red": {"organic red": 0.10},
    "violet": {"violet": 0.05, "white": 0.012},
    "strong blue": {"strong blue": 0.035, "white": 0.012},
    "soft blue": {"mineral blue": 0.14, "white": 0.012},
    "strong green": {"strong green": 0.04, "white": 0.012},
    "oxide green": {"oxide green": 0.12},
    "earth brown": {"earth brown": 0.12},
    "let-down sage": {"white": 0.10, "oxide green": 0.05, "earth brown": 0.01},
    "let-down duck egg": {"white": 0.13, "strong blue": 0.0015, "iron yellow": 0.008},
    "let-down rose": {"white": 0.12, "organic red": 0.006, "iron red": 0.004},
    "let-down mustard": {"white": 0.06, "iron yellow": 0.06, "earth brown": 0.01},
    "let-down slate": {"white": 0.07, "black": 0.008, "strong blue": 0.002},
    "let-down cream": {"white": 0.14, "iron yellow": 0.010},
    "let-down brick": {"white": 0.04, "iron red": 0.05, "earth brown": 0.01},
}


def random_mixes(names: list[str], count: int, rng: np.random.Generator) -> FloatArray:
    """Return dry shares (count, n): 2–4 paints at ratios up to 1 : 60, even in the logarithm."""
    shares = np.zeros((count, len(names)))
    for row in shares:
        chosen = rng.choice(len(names), size=rng.integers(2, 5), replace=False)
        row[chosen] = np.exp(rng.uniform(0.0, np.log(60.0), size=chosen.size))
        row /= row.sum()
    return shares


def truth(count: int = 300) -> dict[str, FloatArray]:
    """Return masstones, tints (one part with four of white), mixes' shares and mixes' seen reflectance."""
    if CACHE.exists():
        with np.load(CACHE) as stored:
            if stored["shares"].shape == (count, len(PAINTS)):
                return dict(stored)
    lab = Laboratory()
    films = np.array([lab.paint(shares) for shares in PAINTS.values()])
    shares = random_mixes(list(PAINTS), count, np.random.default_rng(7))
    tints = 0.2 * films + 0.8 * films[0]
    found = {
        "films": films,
        "shares": shares,
        "masstone": np.array([lab.seen(film) for film in films]),
        "tint": np.array([lab.seen(film) for film in tints]),
        "mix": np.array([lab.seen(np.tensordot(row, films, 1)) for row in shares]),
    }
    CACHE.parent.mkdir(exist_ok=True)
    np.savez(CACHE, **found)
    return found
