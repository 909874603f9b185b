"""Recipes: speed, how near to the best that can be found, how time grows; and how fast a shelf learns."""

import resource
import time
from collections.abc import Callable
from dataclasses import replace
from functools import partial

import numpy as np
from scipy.optimize import differential_evolution

from bench.tables import ms, table
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab
from jug_mingle.core.colour.spectra import WAVELENGTHS, light
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import Palette, palette_of
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.optics.film import R_infinity, R_seen
from jug_mingle.core.recipes.exact import Misses
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.search import Search, best_candidates, exhaustive
from jug_mingle.core.recipes.wishes import Goal, Target, Wishes

LIGHTS = (light("window"), light("bulb"))
_TARGETS = 500
CHALK = kind_of("chalk_paint")


def main() -> None:
    """Print all tables."""
    speed()
    optimality()
    evolution()
    updates()


def random_optics(count: int, rng: np.random.Generator) -> tuple[FloatArray, FloatArray]:
    """Return K and S (count, 36) of invented paints: white first, black second, then edges, bands and
    let-downs."""
    K, S = [np.full(36, 2e-4), np.full(36, 0.2)], [np.full(36, 0.10), np.full(36, 0.006)]
    while len(K) < count:
        at, soft = rng.uniform(430, 680), rng.uniform(10, 60)
        if rng.random() < 0.5:
            k = rng.uniform(0.05, 0.3) / (1 + np.exp((WAVELENGTHS - at) / soft)) + rng.uniform(0.0005, 0.02)
        else:
            k = rng.uniform(0.05, 0.3) * np.exp(-0.5 * ((WAVELENGTHS - at) / (30 + soft)) ** 2) + rng.uniform(
                0.001, 0.02
            )
        s = np.full(36, rng.uniform(0.005, 0.04))
        white = 0.0 if rng.random() < 0.35 else rng.uniform(0.2, 0.95)
        K.append((1 - white) * k + white * K[0])
        S.append((1 - white) * s + white * S[0])
    return np.array(K[:count]), np.array(S[:count])


def palette(count: int, rng: np.random.Generator) -> Palette:
    """Return an invented shelf as the search takes it."""
    K, S = random_optics(count, rng)
    return Palette(K=K, S=S, solids=np.full(count, 0.4), veil=np.ones(count))


def known(count: int, rng: np.random.Generator) -> Shelf:
    """Return an invented shelf, known by masstones and tints."""
    K, S = random_optics(count, rng)
    materials, evidence = _shelf(K, S, rng)
    return characterise(materials, evidence)


def _shelf(K: FloatArray, S: FloatArray, rng: np.random.Generator) -> tuple[list[Material], list[Reading]]:
    materials = [Material(key=f"pot {n}", name=f"Pot {n}", kind=CHALK) for n in range(len(K))]
    evidence = []
    for n in range(len(K)):
        for share in (1.0,) if n == 0 else (1.0, 0.2):
            R = R_seen(
                R_infinity(K=share * K[n] + (1 - share) * K[0], S=share * S[n] + (1 - share) * S[0]), 1.0
            )
            volumes = ((f"pot {n}", 1.0),) if share == 1.0 else ((f"pot {n}", 1.0), ("pot 0", 4.0))
            seen = R_to_Lab(R) + rng.standard_normal(3) * 0.3
            evidence.append(
                Reading(key=f"{n} {share}", volumes=volumes, swatches=(Swatch(seen=seen),), noise=0.5)
            )
    return materials, evidence


def targets(count: int, rng: np.random.Generator) -> list[FloatArray]:
    """Return reflectances of mixes of paints that are not on the shelf."""
    K, S = random_optics(40, rng)
    found = []
    for _ in range(count):
        chosen, c = rng.choice(40, 3, replace=False), rng.dirichlet(np.ones(3))
        found.append(R_seen(R_infinity(K=c @ K[chosen], S=c @ S[chosen]), 1.0))
    return found


def speed() -> None:
    """Processor time of whole recipe lists, with bands, by the number of materials; of each target the least
    of three times, since a busy host makes any of them longer."""
    rows = []
    for count, aim in ((10, ""), (20, ""), (40, "150"), (80, ""), (200, "1000")):
        rng = np.random.default_rng(count)
        shelf = known(count, rng)
        wishes = Wishes(batch=480.0, tool=tool("spoons"), most_tins=4)
        wanted = [Target(R=R, lights=LIGHTS) for R in [*targets(2, rng), *targets(24, rng)]]
        times = [_least_cpu(partial(find_recipes, shelf, target, wishes)) for target in wanted][2:]
        rows.append([count, ms(times), ms(times, 0.95), aim])
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    table(
        "Recipes: up to four tins, spoons, two lights, 24 targets",
        ["materials", "median [ms]", "p95 [ms]", "aim"],
        rows,
    )
    print(f"  peak memory of all of it: {peak:.0f} MB (aim <= 300)")


def optimality() -> None:
    """Against trying every ratio of up to twelve parts: colours within reach, half of them, and any, on paper
    and by what is expected over drawn shelves (eight draws)."""
    for title, tins, tins, mixed, likely in (
        ("24 tins, up to three, one sheen", 24, 3, False, False),
        ("24 tins, up to three, mixed sheens and strengths", 24, 3, True, False),
        ("40 tins, up to three, mixed sheens and strengths", 40, 3, True, False),
        ("200 tins, up to two, mixed sheens and strengths", 200, 2, True, False),
        ("24 tins, up to three, mixed, by the expected difference", 24, 3, True, True),
    ):
        rng, gaps = np.random.default_rng(3), []
        for _ in range(_TARGETS // 20):
            here = _shelf_of(tins, rng, mixed=mixed)
            wanted = [*targets(10, rng), *(_any_colour(rng) for _ in range(10))]
            gaps += [_gap(here, R, _drawn(here, rng) if likely else None, tins) for R in wanted]
        near = int(np.sum(np.array(gaps) <= 0.1))
        table(
            "Search against exhaustive search, worst of two lights",
            ["shelf", "within 0.1 (aim 99 %)", "farthest"],
            [[title, f"{near} of {len(gaps)}", float(max(gaps))]],
        )  # fmt: skip
    rng = np.random.default_rng(4)
    here = _shelf_of(40, rng, mixed=True)
    for drawn in (None, _drawn(here, rng)):
        fast, slow = [], []
        for R in targets(3, rng):
            goal = Goal(Lab=np.array([R_to_Lab(R, at) for at in LIGHTS]), lights=LIGHTS)
            by = drawn and Misses(K=drawn[0], S=drawn[1], solids=here.solids, veil=here.veil, goal=goal)
            search = partial(Search, here, goal, parts=12, units=None, drawn=by)
            fast.append(_least_cpu(partial(_found, search)))
            slow.append(_cpu(partial(_all_tried, here, goal, by)))
        measure = "on paper" if drawn is None else "by the expected difference"
        times = f"{ms(fast):.0f} / {ms(slow):.0f} ms, {ms(slow) / ms(fast):.0f} times (aim 50)"
        print(f"  40 tins, up to three, {measure}, search / exhaustive, processor time: {times}")


def _found(begin: Callable[[], Search]) -> None:
    """Search for one, two and three tins."""
    search = begin()
    for tins in (1, 2, 3):
        search.best(tins)


def _all_tried(here: Palette, goal: Goal, drawn: Misses | None) -> None:
    for tins in (1, 2, 3):
        exhaustive(here, goal, tins=tins, parts=12, drawn=drawn)


def _shelf_of(count: int, rng: np.random.Generator, *, mixed: bool) -> Palette:
    """Return an invented shelf; of mixed sheens and of strengths that differ by more."""
    here = palette(count, rng)
    if not mixed:
        return here
    strong = here.K * np.exp(rng.normal(0.0, 0.7, (count, 1)))
    return replace(here, K=strong, veil=rng.choice([1.0, 0.9, 0.6, 0.35], count))


def _any_colour(rng: np.random.Generator) -> FloatArray:
    return recover_reflectance(
        Lab_to_XYZ(np.array([rng.uniform(8.0, 97.0), *(35.0 * rng.standard_normal(2))]))
    )


def _drawn(here: Palette, rng: np.random.Generator) -> tuple[FloatArray, FloatArray]:
    """Return eight shelves as they may be: each tin as strong as its own uncertainty lets it be."""
    own = rng.uniform(0.02, 0.6, (1, here.size, 1))
    K = here.K * np.exp(own * rng.standard_normal((8, here.size, 1)))
    return K, np.broadcast_to(here.S, K.shape)


def _gap(here: Palette, R: FloatArray, draws: tuple[FloatArray, FloatArray] | None, tins: int) -> float:
    goal = Goal(Lab=np.array([R_to_Lab(R, at) for at in LIGHTS]), lights=LIGHTS)
    drawn = None
    if draws is not None:
        drawn = Misses(K=draws[0], S=draws[1], solids=here.solids, veil=here.veil, goal=goal)
    search = Search(here, goal, parts=12, units=None, drawn=drawn)
    counts = range(1, tins + 1)
    found = min(one.expected for n in counts for one in search.best(n))
    return found - min(exhaustive(here, goal, tins=n, parts=12, drawn=drawn).expected for n in counts)


def _least_cpu(act: Callable[[], object]) -> float:
    return min(_cpu(act) for _ in range(3))


def _cpu(act: Callable[[], object]) -> float:
    start = time.process_time()
    act()
    return time.process_time() - start


def evolution() -> None:
    """Against scipy's differential evolution over which three tins and their continuous shares."""
    for tins in (20, 200):
        _evolved(tins)


def _evolved(tins: int) -> None:
    rng = np.random.default_rng(4)
    here = palette(tins, rng)
    worse, ratio = [], []
    for R in targets(8, rng):
        goal = Goal(Lab=np.array([R_to_Lab(R, at) for at in LIGHTS]), lights=LIGHTS)
        start = time.perf_counter()
        found = best_candidates(here, goal, tins=3, parts=12, units=500.0)[0].miss
        fast = time.perf_counter() - start

        def cost(x: FloatArray, goal: Goal = goal) -> FloatArray:
            tins = np.minimum(x[:3].T.astype(int), here.size - 1)
            return np.atleast_1d(goal.miss(here.seen_of(np.exp(x[3:].T), tins)))

        start = time.perf_counter()
        bounds = [(0, here.size)] * 3 + [(-5.0, 0.0)] * 3
        best = differential_evolution(
            cost, bounds, seed=1, tol=0.0, vectorized=True, updating="deferred", polish=False
        )
        ratio.append((time.perf_counter() - start) / fast)
        worse.append(found - float(best.fun))
    table(
        f"Search against differential evolution: three of {tins} tins, half a millilitre in 250, 8 targets",
        ["figure", "found", "aim"],
        [
            ["worse by, at most [CIEDE2000]", float(max(worse)), "<= 0.05"],
            ["better by, at most", float(-min(worse)), ""],
            ["times faster, median", float(np.median(ratio)), ">= 50"],
        ],
    )


def updates() -> None:
    """One more batch read on a shelf of forty."""
    rng = np.random.default_rng(6)
    K, S = random_optics(40, rng)
    materials, evidence = _shelf(K, S, rng)
    start = time.perf_counter()
    shelf = characterise(materials, evidence)
    first = time.perf_counter() - start
    times = []
    for number in range(10):
        chosen, tin = rng.choice(40, 3, replace=False), rng.uniform(0.2, 1.0, 3)
        c = tin / tin.sum()
        R = R_seen(R_infinity(K=c @ K[chosen], S=c @ S[chosen]), 1.0)
        volumes = tuple((f"pot {n}", float(v)) for n, v in zip(chosen, tin, strict=True))
        evidence.append(
            Reading(
                key=f"pot {number}",
                volumes=volumes,
                swatches=(Swatch(seen=R_to_Lab(R)),),
                noise=0.5,
                pour_error=0.03,
            )
        )
        start = time.perf_counter()
        shelf = characterise(materials, evidence, start=shelf)
        times.append(time.perf_counter() - start)
    assert palette_of(shelf, [0]).size == 1
    table(
        "A shelf of 40 materials with 79 readings learns one more batch",
        ["figure", "found", "aim"],
        [
            ["first fit [ms]", 1000 * first, ""],
            ["update, median [ms]", ms(times), "<= 300"],
            ["update, slowest [ms]", 1000 * max(times), ""],
        ],
    )
