"""How sure a recipe is: its colour over errors of pouring, what is not known of its paints, what physics
leaves out."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000, difference_words, even_metric
from jug_mingle.core.colour.spaces import R_to_Lab, XYZ_to_Lab
from jug_mingle.core.colour.spectra import BANDS, Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import ground_body, mixed_film, palette_of, predict, shows_its_ground
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.film import R_film, R_infinity, R_seen
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.recipes.wishes import Goal, Target

DRAWS: Final = 32

PREDICTION_ERROR: Final = 0.25
"""What the film equations are off by on a mix that nobody has read, beside what the fit leaves open; the same
way for all mixes of one drawn shelf. Learnt, as the next, on the families of bench/ that may be tuned on.
[mean CIEDE2000]"""

MIXING_ERROR: Final = 0.15
"""How much more or less a tin does in a mix than its amount says (natural logarithm): pigments crowd each
other, and scatter otherwise among others. It errs like a pour, so that strong colours in white have the
widest bands."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Likely:
    """A difference as it is likely to turn out: its mean and 80 % band, which holds the mean. [CIEDE2000]"""

    expected: float
    low: float
    high: float

    @classmethod
    def of(cls, errors: FloatArray) -> "Likely":
        """Return that of drawn differences (m,)."""
        return cls.each(errors[:, np.newaxis])[0]

    @classmethod
    def each(cls, errors: FloatArray) -> list["Likely"]:
        """Return those of drawn differences (m, r), of r things at once."""
        expected = errors.mean(axis=0)
        low, high = np.quantile(errors, [0.1, 0.9], axis=0)
        table = np.stack([expected, np.minimum(low, expected), np.maximum(high, expected)], axis=1)
        return [cls(expected=mean, low=lowest, high=highest) for mean, lowest, highest in table.tolist()]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Recipe:
    """A way to mix a target.

    Attributes
    ----------
    pours : tuple of Pour
        In pouring order: most first, so that the strong ones go in last.
    R : (36,) ndarray
        The predicted seen reflectance, dry and opaque. [0..1]
    delta_E : tuple of float
        CIEDE2000 to the target in each of its lights.
    likely : tuple of Likely
        In each of its lights, over errors of pouring, what is not known of the paints, and what the physics
        leaves out.
    expected, low, high : float
        The same in the worst light.
    """

    pours: tuple[Pour, ...]
    R: FloatArray
    delta_E: tuple[float, ...]
    likely: tuple[Likely, ...]
    expected: float
    low: float
    high: float

    @property
    def worst(self) -> float:
        """The plain CIEDE2000 in the worst light."""
        return max(self.delta_E)


def assess(
    shelf: Shelf,
    target: Target,
    recipes: Sequence[tuple[Pour, ...]],
    *,
    pour_error: float,
    draws: tuple[FloatArray, FloatArray],
    over: Ground | None = None,
) -> list[Recipe]:
    """Return recipes of equally many tins with their predictions and how sure they are.

    Parameters
    ----------
    over : Ground, optional
        What mixes that show their ground lie on, as for `predict`.
    draws : tuple of two (m, n, 36) ndarray
        K and S of m drawn shelves; each drawn mix is poured with errors of its own.
    """
    if not recipes:
        return []
    standing = {material.key: place for place, material in enumerate(shelf.materials)}
    places = np.array([[standing[pour.key] for pour in pours] for pours in recipes])
    ml = np.array([[pour.ml for pour in pours] for pours in recipes])
    everything = palette_of(shelf, range(len(shelf.materials)))
    R = np.array(everything.seen_of(ml, places))
    dry = (
        ml
        * everything.solids[places]
        * pour_factors(draws[0].shape[0], ml.shape[1], pour_error)[:, np.newaxis]
    )
    c = dry / dry.sum(axis=2, keepdims=True)
    K = np.einsum("mrk,mrkw->mrw", c, draws[0][:, places])
    S = np.einsum("mrk,mrkw->mrw", c, draws[1][:, places])
    body = R_infinity(K=K, S=S)
    for at, pours in enumerate(recipes):
        if shows_its_ground(shelf, pours):
            R[at] = predict(shelf, pours, over=over)
            body[:, at] = R_film(K=K[:, at], S=S[:, at], X=mixed_film(shelf, pours).X, R_g=ground_body(over))
    drawn = R_seen(body, np.einsum("mrk,rk->mr", c, everything.veil[places]))
    goal = target.goal
    errors = spreads_of(drawn, goal)
    delta_E = np.array(
        [delta_E_CIE2000(R_to_Lab(R, light), Lab) for light, Lab in zip(goal.lights, goal.Lab, strict=True)]
    )
    found = []
    in_each_light, in_the_worst = [Likely.each(error) for error in errors], Likely.each(errors.max(axis=0))
    for at, pours in enumerate(recipes):
        worst = in_the_worst[at]
        found.append(
            Recipe(
                pours=pours, R=read_only(R[at]), delta_E=tuple(delta_E[:, at].tolist()),
                likely=tuple(each[at] for each in in_each_light), expected=worst.expected,
                low=worst.low,
                high=worst.high,
            )
        )  # fmt: skip
    return found


def mixing_too(error: float) -> float:
    """Return the relative error of a pour with that of its mixing."""
    return float(np.hypot(error, MIXING_ERROR))


def pour_factors(draws: int, tins: int, error: float) -> FloatArray:
    """Return what each tin does in a mix over what was meant (draws, tins), for the first, second ... tin: it
    is poured with a relative error, and mixes with one of its own."""
    return np.asarray(np.exp(mixing_too(error) * np.random.default_rng(2).standard_normal((tins, draws)).T))


def model_errors(draws: int, goal: Goal, error: float = PREDICTION_ERROR) -> FloatArray:
    """Return what the model is off by in each draw and light (draws, lights, 3), in CIELAB about the goal."""
    normal = np.random.default_rng(3).standard_normal((draws, 3)) * error / 1.6
    # The step that the metric at the goal makes of unit errors; near the goal, where it matters, it is the
    # same.
    return np.stack([normal @ np.linalg.inv(even_metric(Lab)).T for Lab in goal.Lab], axis=1)


def spread_of(drawn: ArrayLike, goal: Goal, error: float = PREDICTION_ERROR) -> FloatArray:
    """Return the CIEDE2000 (m, ...), worst light, of drawn predictions (m, ..., 36), each off by the model's
    error."""
    return np.asarray(spreads_of(drawn, goal, error).max(axis=0))


def spreads_of(drawn: ArrayLike, goal: Goal, error: float = PREDICTION_ERROR) -> FloatArray:
    """Return the same in each of the goal's lights (lights, m, ...)."""
    drawn = as_floats(drawn, "drawn predictions", last_axis=BANDS)
    off = model_errors(drawn.shape[0], goal, error)
    found = np.empty((len(goal.lights), *drawn.shape[:-1]))
    for number, (light, Lab) in enumerate(zip(goal.lights, goal.Lab, strict=True)):
        step = off[:, number].reshape(-1, *[1] * (drawn.ndim - 2), 3)
        found[number] = delta_E_CIE2000(XYZ_to_Lab(drawn @ light.weights, light.white) + step, Lab)
    return found


_MATCH, _MISS = 2.0, 3.0
"""Metamerism is told where the best light is below the first, the worst above the second and twice the
best."""


def metameric_words(expected: Sequence[float], lights: Sequence[Light]) -> str:
    """Say where a match in one light is a miss in another (metamerism); nothing where it is not so.
    [CIEDE2000]"""
    best, worst = int(np.argmin(expected)), int(np.argmax(expected))
    if expected[best] >= _MATCH or expected[worst] < max(_MISS, 2.0 * expected[best]):
        return ""
    a, b = lights[best].title.lower(), lights[worst].title.lower()
    return f"A match by {a}, but {difference_words(expected[worst])} by {b}."
