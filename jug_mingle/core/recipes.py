"""Target + shelf → ranked recipes for one, two, three and four pots."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, read_only
from jug_mingle.core.characterise import Shelf
from jug_mingle.core.colour import R_to_Lab, XYZ_to_Lab, delta_E_CIE2000, even_metric
from jug_mingle.core.evidence import MODEL_ERROR
from jug_mingle.core.film import R_body, R_film, R_infinity, R_seen
from jug_mingle.core.grounds import ground
from jug_mingle.core.ladders import Paint
from jug_mingle.core.materials import Ground, Material, Optics, dry_shares, may_mix
from jug_mingle.core.measures import Tool, check_batch, lowest_terms
from jug_mingle.core.search import Candidate, Goal, Palette, best_candidates
from jug_mingle.core.spectra import BANDS, DAYLIGHT, Light, as_spectrum

MODEL: Final = "2026-11"
"""Version of what predicts: a change of physics, prior or noise that moves predictions makes a new one."""

DRAWS: Final = 32
_RANKED: Final = 12
_PER_COUNT: Final = 3


class NothingToMixError(ValueError):
    """The shelf has no pot that this recipe may use."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Target:
    """A colour wanted: its seen reflectance, and the lights in which it must match."""

    R: FloatArray
    lights: tuple[Light, ...] = (DAYLIGHT,)

    def __post_init__(self) -> None:
        R = as_spectrum(self.R, "the target's reflectance")
        if R.shape != (BANDS,) or not np.all(np.isfinite(R)):
            raise ValueError(f"a target is one reflectance of {BANDS} finite values, got shape {R.shape}")
        if not self.lights:
            raise ValueError("a target needs at least one light")
        object.__setattr__(self, "R", read_only(R))

    @property
    def goal(self) -> Goal:
        """The target as the search takes it."""
        return Goal(Lab=np.array([R_to_Lab(self.R, light) for light in self.lights]), lights=self.lights)


@dataclass(frozen=True, slots=True, kw_only=True)
class Wishes:
    """What the person allows.

    Attributes
    ----------
    batch : float
        How much is needed. [ml]
    parts : int
        The largest sum of a ratio in whole parts, 2..24.
    use, avoid : tuple of str
        Keys of pots that must be in it, or must not.
    most_pots : int
        1..4.
    """

    batch: float
    tool: Tool
    parts: int = 12
    use: tuple[str, ...] = ()
    avoid: tuple[str, ...] = ()
    most_pots: int = 3

    def __post_init__(self) -> None:
        check_batch(self.batch)
        if not 2 <= self.parts <= 24:
            raise ValueError(f"a ratio may have from 2 to 24 parts, got {self.parts}")
        if not 1 <= self.most_pots <= 4:
            raise ValueError(f"a recipe takes from 1 to 4 pots, got {self.most_pots}")


@dataclass(frozen=True, slots=True, kw_only=True)
class Pour:
    """One pot's share of a recipe: whole parts of its ratio, and the volume for the batch. [ml]"""

    key: str
    parts: int
    ml: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Likely:
    """A difference as it is likely to turn out: its mean and 80 % band, which holds the mean. [CIEDE2000]"""

    expected: float
    low: float
    high: float

    @classmethod
    def of(cls, errors: FloatArray) -> "Likely":
        """Return that of drawn differences (m,)."""
        expected = float(errors.mean())
        low, high = np.quantile(errors, [0.1, 0.9])
        return cls(expected=expected, low=min(float(low), expected), high=max(float(high), expected))


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
        In each of its lights, over errors of pouring, what is not known of the paints, and what the physics leaves out.
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


def usable(shelf: Shelf, wishes: Wishes) -> list[list[int]]:
    """Return groups of pots (as places on the shelf) that may stand in one jug.

    Raises
    ------
    NothingToMixError
        If no pot is left, or the pots that must be used do not mix.
    """
    keys = {material.key for material in shelf.materials}
    for key in (*wishes.use, *wishes.avoid):
        if key not in keys:
            raise ValueError(f"there is no pot {key!r} on the shelf")
    must = [shelf.materials[shelf.index(key)] for key in wishes.use]
    if reason := may_mix(must):
        raise NothingToMixError(f"these pots cannot be used together: {reason}")
    groups: dict[str, list[int]] = {}
    for place, material in enumerate(shelf.materials):
        if material.key not in wishes.avoid and _is_a_colour(material) and material.left > 0.0:
            groups.setdefault(material.kind.base, []).append(place)
    found = [group for group in groups.values() if all(shelf.index(material.key) in group for material in must)]
    if not found:
        raise NothingToMixError("no paint on the shelf may be used: add a pot, or allow one that you set aside")
    return found


def _is_a_colour(material: Material) -> bool:
    return material.kind.colours and material.kind.optical == "hiding" and material.solids > 0.0


def find_recipes(shelf: Shelf, target: Target, wishes: Wishes) -> list[Recipe]:
    """Return the best recipes: for each number of pots the best ratio of up to three sets, fewest pots first.

    Ranked by the expected CIEDE2000 in the worst of the target's lights; recipes that differ by less than 0.05 go by
    the smaller ratio. Pots with less left than the batch needs are left out.

    Raises
    ------
    NothingToMixError
        If the shelf has no pot that may be used, or too little is left in all of them.
    ValueError
        If a tool is too coarse for the batch, or a key is unknown.
    """
    recipes: list[Recipe] = []
    draws = shelf.draw(DRAWS)
    for group in usable(shelf, wishes):
        palette = palette_of(shelf, group)
        unit = wishes.tool.unit(max(shelf.materials[place].mass_density for place in group))
        if unit is not None and unit > wishes.batch / 2:
            raise ValueError(
                f"the smallest amount of the {wishes.tool.title} ({unit:g} ml) is too coarse for {wishes.batch:g} ml: "
                "mix a larger batch or take a finer tool"
            )
        most = np.minimum(1.0, np.array([shelf.materials[place].left for place in group]) / wishes.batch)
        must = tuple(group.index(shelf.index(key)) for key in wishes.use)
        for pots in range(max(1, len(must)), wishes.most_pots + 1):
            units = None if unit is None else wishes.batch / unit
            candidates = best_candidates(
                palette, target.goal, pots=pots, parts=wishes.parts, units=units, must=must, most=most
            )
            recipes += _recipes(shelf, target, wishes, unit, group, candidates, draws)
    if not recipes:
        raise NothingToMixError("too little is left in the pots for this batch: ask for less, or fill the shelf")
    return _front(recipes)


def palette_of(shelf: Shelf, group: Sequence[int]) -> Palette:
    """Return pots (as places on the shelf) as the search takes them, with their most likely optics."""
    chosen = [shelf.materials[place] for place in group]
    return Palette(
        K=np.exp(shelf.log_K[group]),
        S=np.exp(shelf.log_S[group]),
        solids=np.array([material.solids for material in chosen]),
        veil=np.array([material.veil for material in chosen]),
    )


def _recipes(
    shelf: Shelf,
    target: Target,
    wishes: Wishes,
    unit: float | None,
    group: Sequence[int],
    candidates: Sequence[Candidate],
    draws: tuple[FloatArray, FloatArray],
) -> list[Recipe]:
    """Return the first few candidates as recipes: of each set of pots its two best ratios, where enough is left."""
    chosen: list[tuple[Pour, ...]] = []
    count: dict[frozenset[str], int] = {}
    for candidate in candidates:
        pours = _pours(shelf, wishes, unit, [group[pot] for pot in candidate.pots], candidate.units)
        pots = frozenset(pour.key for pour in pours)
        short = any(pour.ml > shelf.materials[shelf.index(pour.key)].left for pour in pours)
        if short or count.get(pots, 0) == 2 or pours in chosen:
            continue
        count[pots] = count.get(pots, 0) + 1
        chosen.append(pours)
        if len(chosen) == _RANKED:
            break
    return assess(shelf, target, chosen, pour_error=wishes.tool.error, draws=draws)


def _pours(
    shelf: Shelf, wishes: Wishes, unit: float | None, places: Sequence[int], units: tuple[int, ...]
) -> tuple[Pour, ...]:
    """Return what is poured of each pot, most first, as whole multiples of the tool's unit."""
    ratio = lowest_terms(units)
    if unit is None:
        part = wishes.batch / sum(ratio)
    else:
        part = unit * max(1, round(wishes.batch / unit / sum(ratio)))
    pours = [
        Pour(key=shelf.materials[place].key, parts=parts, ml=parts * part)
        for place, parts in zip(places, ratio, strict=True)
    ]
    return tuple(sorted(pours, key=lambda pour: -pour.ml))


def predict(shelf: Shelf, pours: Sequence[Pour], *, over: Ground | None = None) -> FloatArray:
    """Return the seen reflectance (36,) of a dried mix, from the most likely optics.

    A paint is seen opaque; a mix that shows its ground, such as a stain, wash, glaze or wax, as one coat over it.

    Parameters
    ----------
    over : Ground, optional
        What such a mix lies on; white paper where it is left out.
    """
    places = [shelf.index(pour.key) for pour in pours]
    if shows_its_ground(shelf, pours):
        film = mixed_film(shelf, pours)
        on = _ground_body(over)
        return R_seen(R_film(K=film.optics.K, S=film.optics.S, X=film.X, R_g=on), film.veil)
    return np.asarray(palette_of(shelf, places).seen(np.array([pour.ml for pour in pours])))


_HIDING_SHARE: Final = 0.4
"""Below this share of paint in the volume a mix is a wash, glaze or stain: it is not built up until it hides."""


def shows_its_ground(shelf: Shelf, pours: Sequence[Pour]) -> bool:
    """Return whether a mix is one through which its ground is seen: mostly stain, wax, water or clear medium."""
    ml = {pour.key: pour.ml for pour in pours}
    hiding = sum(
        amount for key, amount in ml.items() if shelf.materials[shelf.index(key)].kind.optical in ("hiding", "extender")
    )
    return hiding < _HIDING_SHARE * sum(ml.values())


def main_kind(shelf: Shelf, pours: Sequence[Pour]) -> str:
    """Return the key of the kind of material that a mix mostly is, by what stays of it when it is dry."""
    dry = [(pour.ml * shelf.materials[shelf.index(pour.key)].solids, pour.ml, pour.key) for pour in pours]
    return shelf.materials[shelf.index(max(dry)[2])].kind.key


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class MixedFilm:
    """A mix as a film: its optics, how thick one ordinary coat of it dries [µm], and its surface."""

    optics: Optics
    X: float
    veil: float


def mixed_film(shelf: Shelf, pours: Sequence[Pour]) -> MixedFilm:
    """Return a mix as a film; ValueError where nothing in it leaves one."""
    materials = [shelf.materials[shelf.index(pour.key)] for pour in pours]
    ml, solids = np.array([pour.ml for pour in pours]), np.array([material.solids for material in materials])
    c = dry_shares(ml, solids)
    paint = mixed_paint(shelf, pours)
    wet = np.array([1000.0 / (material.spread_rate or material.kind.spread_rate) for material in materials])
    return MixedFilm(optics=paint.optics, X=float(c @ wet) * float(ml @ solids / ml.sum()), veil=paint.veil)


def _ground_body(over: Ground | None) -> FloatArray:
    on = ground("paper") if over is None else over
    return R_body(on.R_seen, on.veil)


def assess(
    shelf: Shelf,
    target: Target,
    recipes: Sequence[tuple[Pour, ...]],
    *,
    pour_error: float,
    draws: tuple[FloatArray, FloatArray],
    over: Ground | None = None,
) -> list[Recipe]:
    """Return recipes of equally many pots with their predictions and how sure they are.

    Parameters
    ----------
    over : Ground, optional
        What mixes that show their ground lie on, as for `predict`.
    draws : tuple of two (m, n, 36) ndarray
        K and S of m drawn shelves; each drawn mix is poured with errors of its own.
    """
    if not recipes:
        return []
    places = np.array([[shelf.index(pour.key) for pour in pours] for pours in recipes])
    ml = np.array([[pour.ml for pour in pours] for pours in recipes])
    everything = palette_of(shelf, range(len(shelf.materials)))
    R = np.array(everything.seen_of(ml, places))
    normal = np.random.default_rng(2).standard_normal((draws[0].shape[0], 1, ml.shape[1]))
    dry = ml * everything.solids[places] * np.exp(pour_error * normal)
    c = dry / dry.sum(axis=2, keepdims=True)
    K = np.einsum("mrk,mrkw->mrw", c, draws[0][:, places])
    S = np.einsum("mrk,mrkw->mrw", c, draws[1][:, places])
    body = R_infinity(K=K, S=S)
    for at, pours in enumerate(recipes):
        if shows_its_ground(shelf, pours):
            R[at] = predict(shelf, pours, over=over)
            body[:, at] = R_film(K=K[:, at], S=S[:, at], X=mixed_film(shelf, pours).X, R_g=_ground_body(over))
    drawn = R_seen(body, np.einsum("mrk,rk->mr", c, everything.veil[places]))
    goal = target.goal
    errors = spreads_of(drawn, goal)
    delta_E = np.array(
        [delta_E_CIE2000(R_to_Lab(R, light), Lab) for light, Lab in zip(goal.lights, goal.Lab, strict=True)]
    )
    found = []
    for at, pours in enumerate(recipes):
        worst = Likely.of(errors[:, :, at].max(axis=0))
        found.append(
            Recipe(
                pours=pours, R=read_only(R[at]), delta_E=tuple(delta_E[:, at].tolist()),
                likely=tuple(Likely.of(one[:, at]) for one in errors), expected=worst.expected, low=worst.low,
                high=worst.high,
            )
        )  # fmt: skip
    return found


def spread_of(drawn: ArrayLike, goal: Goal, seed: int = 3) -> FloatArray:
    """Return the CIEDE2000 (m, ...), worst light, of drawn predictions (m, ..., 36), each off by the model's error."""
    return np.asarray(spreads_of(drawn, goal, seed).max(axis=0))


def spreads_of(drawn: ArrayLike, goal: Goal, seed: int = 3) -> FloatArray:
    """Return the same in each of the goal's lights (lights, m, ...)."""
    drawn = as_floats(drawn, "drawn predictions", last_axis=BANDS)
    normal = np.random.default_rng(seed).standard_normal((drawn.shape[0], 3)) * MODEL_ERROR / 1.6
    normal = normal.reshape(-1, *[1] * (drawn.ndim - 2), 3, 1)
    found = np.empty((len(goal.lights), *drawn.shape[:-1]))
    for number, (light, Lab) in enumerate(zip(goal.lights, goal.Lab, strict=True)):
        # The step that the metric at the goal makes of unit errors; near the goal, where it matters, it is the same.
        step = (np.linalg.inv(even_metric(Lab)) @ normal)[..., 0]
        predicted = XYZ_to_Lab(drawn @ light.weights, light.white) + step
        found[number] = delta_E_CIE2000(predicted, Lab)
    return found


def _front(recipes: list[Recipe]) -> list[Recipe]:
    def rank(recipe: Recipe) -> tuple[float, int]:
        return round(recipe.expected / 0.05), sum(pour.parts for pour in recipe.pours)

    front: list[Recipe] = []
    for pots in range(1, 5):
        kept: dict[frozenset[str], Recipe] = {}
        for recipe in sorted((r for r in recipes if len(r.pours) == pots), key=rank):
            kept.setdefault(frozenset(pour.key for pour in recipe.pours), recipe)
        front += list(kept.values())[:_PER_COUNT]
    return front


def mixed_paint(shelf: Shelf, pours: Sequence[Pour]) -> Paint:
    """Return a mix as a film of its own, to run into other mixes or to paint over a ground."""
    places = [shelf.index(pour.key) for pour in pours]
    palette = palette_of(shelf, places)
    c = dry_shares([pour.ml for pour in pours], palette.solids)
    return Paint(optics=Optics(K=c @ palette.K, S=c @ palette.S), veil=float(c @ palette.veil))


def masstones(shelf: Shelf) -> FloatArray:
    """Return the seen reflectances (n, 36) of all materials by themselves, dried: opaque, or one coat over white paper
    where they never hide."""
    K, S = np.exp(shelf.log_K), np.exp(shelf.log_S)
    body = R_infinity(K=K, S=S)
    films = [n for n, material in enumerate(shelf.materials) if material.kind.optical != "hiding"]
    if films:
        paper = ground("paper")
        X = np.array([shelf.materials[n].dry_coat for n in films])
        body[films] = R_film(K=K[films], S=S[films], X=X, R_g=R_body(paper.R_seen, paper.veil))
    return R_seen(body, np.array([material.veil for material in shelf.materials]))


def masstone(shelf: Shelf, key: str) -> FloatArray:
    """Return one of `masstones` (36,)."""
    return np.asarray(masstones(shelf.only(key))[0])
