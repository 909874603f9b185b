"""The grain of wood: how its streaks differ in colour, and in what they take in.

A streak has a height, about -1 dark to 1 light over the figure of a board; 0 is the board's mean. Assumed
figures.
"""

from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats

DEPTH: Final = 0.33
"""How much more the body of a streak of height -1 absorbs on a board of figure 1 (natural logarithm)."""

SOFTER: Final = 0.28
"""How much more a streak of height 1 takes in: early wood is softer (common practice)."""

STREAKS: Final = np.array([-1.2, -0.6, 0.0, 0.6, 1.2])
"""Heights at which a board is shown."""


def streak_bodies(body: ArrayLike, figure: float, heights: ArrayLike) -> FloatArray:
    """Return the body reflectance (..., 36) of a board's streaks at heights (...), from its mean one (36,).

    The figure is more or less of the same colouring matter, so body absorption scales.
    """
    heights = np.clip(as_floats(heights, "heights of streaks"), -1.6, 1.6)
    return np.asarray(as_floats(body, "body") ** np.exp(DEPTH * figure * heights)[..., np.newaxis])


def streak_uptake(heights: ArrayLike) -> FloatArray:
    """Return what streaks at heights (...) take in, over what the board takes in the mean."""
    return np.asarray(np.clip(1.0 + SOFTER * as_floats(heights, "heights of streaks"), 0.2, 2.0))
