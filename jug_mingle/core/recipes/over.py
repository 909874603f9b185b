"""A colour over a ground: the ways in which see-through films of the shelf give it, and how sure each is."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000, direction
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT, Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import Laid, LaidFilm, body_over, drawn_over, looks_by_laying
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.film import R_seen, veil_of
from jug_mingle.core.optics.grounds import Coat, Ground
from jug_mingle.core.recipes.assessment import DRAWS, Likely, Recipe, mixing_too, spreads_of
from jug_mingle.core.recipes.lacking import OUT_OF_REACH
from jug_mingle.core.recipes.over_kinds import OverKind, Palette, alike, over_kind, palettes
from jug_mingle.core.recipes.over_search import Found, OverSearch
from jug_mingle.core.recipes.wishes import NothingToMixError, Target

HAND_ERROR: Final = 0.06
"""How far the amount that a hand lays lies from what was meant, each film for itself (natural logarithm):
assumed."""

MODEL_ERROR: Final = 0.3
"""What the equations of films and uptake are off by on wood, beside what the fit leaves open. Learnt on the
woods of bench/ that may be tuned on. [mean CIEDE2000]"""

_SEALED: Final = "satin"
_FEWER: Final = 0.3
"""A film of one material goes before one of two that is nearer by less. [CIEDE2000]"""

_BRIGHTER: Final = 2.0
"""A colour is out of reach by its lightness where it lies so far above what is laid on. [L*]"""

_NO_ANSWER: Final = 25.0
"""What is as far off as this is no answer, where there is a better one. [CIEDE2000]"""

_OF_EACH: Final = 2
_FIRSTS: Final = 2
TWO_STEPS: Final = (("stain", "glaze"), ("wash", "stain"), ("stain", "ready_glaze"))
"""What is laid first and what over it, when it is dry (common practice: paled or washed first, then stained;
stained, then glazed)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class OverStep:
    """One film of a way: its kind, and what is mixed and laid."""

    kind: OverKind
    film: LaidFilm
    parts: tuple[tuple[str, int], ...]
    """Whole parts of colours and carrier, most first."""

    def pours(self, batch: float) -> tuple[Pour, ...]:
        """Return what is poured of each tin for a batch that the water is part of. [ml]"""
        whole = sum(part for _, part in self.parts) * (1.0 + self.film.water)
        return tuple(Pour(key=key, parts=part, ml=batch * part / whole) for key, part in self.parts)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class OverWay:
    """Films over a ground, and the look that comes of them.

    Attributes
    ----------
    steps : tuple of OverStep
        In the order in which they are laid.
    R, wet, sealed : (36,) ndarray
        The look dry, wet, and below a satin clear coat. [0..1]
    delta_E : tuple of float
        CIEDE2000 to the target in each of its lights.
    likely : tuple of Likely
        In each of its lights, over what is not known of tins and wood, errors of pouring and of the hand.
    expected, low, high : float
        The same in the worst light.
    """

    steps: tuple[OverStep, ...]
    R: FloatArray
    wet: FloatArray
    sealed: FloatArray
    delta_E: tuple[float, ...]
    likely: tuple[Likely, ...]
    expected: float
    low: float
    high: float

    @property
    def worst(self) -> float:
        """The plain CIEDE2000 in the worst light."""
        return max(self.delta_E)

    @property
    def keys(self) -> frozenset[str]:
        """The tins in it."""
        return frozenset(key for step in self.steps for key in step.film.keys)


def assess_way(
    shelf: Shelf, target: Target | None, ground: Ground, steps: Sequence[OverStep], *, pour_error: float,
    lights: tuple[Light, ...] = (DAYLIGHT,),
) -> OverWay:  # fmt: skip
    """Return films over a ground with what is predicted of them, and how sure that is.

    Without a target they are held against their own look, in `lights`: how far it may turn out otherwise.
    """
    films = [step.film for step in steps]
    laid = body_over(shelf, films, ground)
    R = np.clip(laid.seen, 0.0, 1.0)
    goal = (target or Target(R=R, lights=lights)).goal
    rng = np.random.default_rng(4)
    poured = drawn_pours(rng, pour_error, max(len(film.volumes) for film in films))
    errors = spreads_of(drawn_looks(shelf, films, ground, rng, poured)[:, np.newaxis], goal, MODEL_ERROR)
    worst = Likely.each(errors.max(axis=0))[0]
    delta_E = [
        float(delta_E_CIE2000(R_to_Lab(R, light), Lab))
        for light, Lab in zip(goal.lights, goal.Lab, strict=True)
    ]
    return OverWay(
        steps=tuple(steps), R=read_only(R), wet=R_seen(laid.body, 0.0),
        sealed=R_seen(laid.body, veil_of(_SEALED)),
        delta_E=tuple(delta_E), likely=tuple(Likely.each(error)[0] for error in errors),
        expected=worst.expected,
        low=worst.low, high=worst.high,
    )  # fmt: skip


def drawn_pours(rng: np.random.Generator, pour_error: float, count: int) -> FloatArray:
    """Return what is poured of `count` materials over what was meant, drawn (DRAWS, count)."""
    return np.exp(mixing_too(pour_error) * rng.standard_normal((DRAWS, count)))


def drawn_looks(
    shelf: Shelf, films: Sequence[LaidFilm], ground: Ground, rng: np.random.Generator, poured: FloatArray
) -> FloatArray:
    """Return the looks (DRAWS, 36) that films come out with: shelf, pours, hand and the spot of the wood
    drawn."""
    hand = np.exp(HAND_ERROR * rng.standard_normal((DRAWS, 1)))
    spots = ground.unsure * rng.standard_normal(DRAWS)
    return np.clip(drawn_over(shelf, films, ground, draws=DRAWS, poured=poured * hand, spots=spots), 0.0, 1.0)


def as_recipe(way: OverWay, pours: tuple[Pour, ...]) -> Recipe:
    """Return a way of one film as a recipe of its pours."""
    return Recipe(
        pours=pours,
        R=way.R,
        delta_E=way.delta_E,
        likely=way.likely,
        expected=way.expected,
        low=way.low,
        high=way.high,
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class OverWishes:
    """What the person allows.

    Attributes
    ----------
    use, avoid : tuple of str
        Keys of tins that must be in it, or must not.
    most : int
        Materials in one film. 1..3
    pour_error : float
        Relative error of a pour.
    two_steps : bool
        Whether ways of two films are looked for, too.
    """

    use: tuple[str, ...] = ()
    avoid: tuple[str, ...] = ()
    most: int = 3
    pour_error: float = 0.03
    two_steps: bool = True

    def __post_init__(self) -> None:
        if not 1 <= self.most <= 3:
            raise ValueError(f"a film takes from 1 to 3 tins beside what carries it, got {self.most}")

    def allowed(self, shelf: Shelf) -> list[int]:
        """Return the places of the tins that may be used."""
        return [at for at, tin in enumerate(shelf.materials) if tin.left > 0.0 and tin.key not in self.avoid]


def find_ways(shelf: Shelf, target: Target, ground: Ground, wishes: OverWishes) -> list[OverWay]:
    """Return the ways to a colour over a ground, likeliest first: of each kind of film its best sets of tins.

    Raises
    ------
    NothingToMixError
        If nothing on the shelf lies see-through over this ground.
    """
    allowed = wishes.allowed(shelf)
    must = tuple(shelf.index(key) for key in wishes.use)
    there = palettes(shelf, allowed, takes=bool(ground.takes))
    if not there:
        raise NothingToMixError(
            "nothing on the shelf lies see-through over this ground: add a stain, a glaze or a wax, or paint "
            "for a wash"
        )
    by_kind: dict[str, list[Found]] = {}
    for group in alike(there):
        for one in OverSearch(shelf, group, ground, target.goal).best(wishes.most, must=must):
            by_kind.setdefault(one.palette.kind.key, []).append(one)
    ways = [
        assess_way(shelf, target, ground, [step_of(shelf, way)], pour_error=wishes.pour_error)
        for value in by_kind.values()
        for way in _chosen(value, _OF_EACH)
    ]
    if wishes.two_steps and not must:
        ways += _in_two_steps(shelf, target, ground, allowed, by_kind, wishes)
    if not ways:
        raise NothingToMixError("the tins that must be used do not lie see-through together over this ground")
    ways.sort(key=lambda way: way.expected + 0.5 * _FEWER * len(way.steps))
    return [way for way in ways if way.worst < _NO_ANSWER] or ways[:1]


def _chosen(ways: Sequence[Found], count: int) -> list[Found]:
    """Return the best sets; a set of fewer materials before one that is hardly nearer."""
    return sorted(ways, key=lambda way: way.delta_E + _FEWER * len(way.places))[:count]


def step_of(shelf: Shelf, way: Found) -> OverStep:
    """Return a film of the search as it is laid."""
    palette = way.palette
    how, key = palette.kind.hows[way.how], {place: shelf.materials[place].key for place in way.places}
    parts = [(key[place], part) for place, part in zip(way.places, way.parts, strict=True)]
    if palette.carrier is not None and how.carrier:
        parts.append((shelf.materials[palette.carrier].key, how.carrier * sum(way.parts)))
    parts.sort(key=lambda one: -one[1])
    film = LaidFilm(
        volumes=tuple((name, float(part)) for name, part in parts), laying=how.laying, water=how.water,
        over_seal=palette.kind.sealed,
    )  # fmt: skip
    return OverStep(kind=palette.kind, film=film, parts=tuple(parts))


def alone(shelf: Shelf, palette: Palette, place: int, how: int) -> OverStep:
    """Return a film of one colour, laid in the way of that number."""
    return step_of(shelf, Found(palette=palette, places=(place,), parts=(1,), how=how, delta_E=0.0))


def _in_two_steps(
    shelf: Shelf, target: Target, ground: Ground, allowed: Sequence[int],
    by_kind: dict[str, list[Found]], wishes: OverWishes,
) -> list[OverWay]:  # fmt: skip
    """Return the best way of each pair of kinds: the nearest first films, and the same weaker, with one more
    over."""
    ways = []
    for first, second in TWO_STEPS:
        # A glaze lies over a seal: below it a clear coat closes the stain.
        closed = over_kind(second).sealed
        over = [
            palette for palette in palettes(shelf, allowed, takes=not closed) if palette.kind.key == second
        ]
        best: tuple[float, list[OverStep]] | None = None
        for way in by_kind.get(first, ())[:_FIRSTS]:
            for step in _weaker(shelf, way):
                laid = body_over(shelf, [step.film], ground)
                below = _after(ground, laid, closed=closed)
                for upper in over:
                    for one in OverSearch(shelf, [upper], below, target.goal).best(1)[:1]:
                        if best is None or one.delta_E < best[0]:
                            best = (one.delta_E, [step, step_of(shelf, one)])
        if best is not None:
            ways.append(assess_way(shelf, target, ground, best[1], pour_error=wishes.pour_error))
    return ways


def _weaker(shelf: Shelf, way: Found) -> list[OverStep]:
    """Return a film as it was found, and laid in about half its strength."""
    step = step_of(shelf, way)
    laying = step.film.laying
    half = (
        replace(laying, coats=1, wait=max(laying.wait / 4.0, 0.5))
        if laying.coats == 1
        else replace(laying, coats=1)
    )
    return [step, replace(step, film=replace(step.film, laying=half))]


def _after(ground: Ground, laid: Laid, *, closed: bool) -> Ground:
    coat: Coat = "varnish" if closed else ground.coat
    return replace(ground, R_seen=np.clip(laid.seen, 0.0, 1.0), veil=float(laid.veil), coat=coat)


def laid_best(shelf: Shelf, target: Target, ground: Ground, step: OverStep, *, pour_error: float) -> OverWay:
    """Return what is in a jug as it is laid to come nearest to a colour: another wait, wipe, number of
    coats."""
    layings = list(dict.fromkeys([step.film.laying, *(how.laying for how in step.kind.hows)]))
    on = replace(ground, coat="varnish") if step.film.over_seal else ground
    misses = target.goal.miss(np.clip(looks_by_laying(shelf, step.film, layings, on), 0.0, 1.0))
    film = replace(step.film, laying=layings[int(np.argmin(misses))])
    return assess_way(shelf, target, ground, [replace(step, film=film)], pour_error=pour_error)


def reach_words(target: Target, ground: Ground, ways: Sequence[OverWay]) -> str:
    """Return why no way comes near, and what would; nothing where one does."""
    nearest = min(ways, key=lambda way: way.worst)
    if nearest.worst < OUT_OF_REACH:
        return ""
    light = target.lights[0]
    wanted, got, bare = (R_to_Lab(R, light) for R in (target.R, nearest.R, ground.R_seen))
    if wanted[0] > max(bare[0], got[0]) + _BRIGHTER and ground.takes:
        return (
            "This is brighter than the wood: what is seen through only darkens it, but for a pale wash. Wood "
            "bleach "
            "pales the wood itself, a wash of white with more coats hides more of it, and solid paint gives "
            "it."
        )
    if wanted[0] > max(bare[0], got[0]) + _BRIGHTER:
        return (
            "This is brighter than what lies below: what is seen through only darkens it, but for a pale "
            "wash. A paler ground helps, or solid paint."
        )
    return (
        f"The nearest is {direction(got, wanted)}. Another stain of that colour would help, a glaze over the "
        f"stain "
        "shifts it, and solid paint gives it."
    )
