"""The colour core on families of paints: those it was tuned on, and beside them those that were left out."""

from collections.abc import Iterator, Sequence
from contextlib import nullcontext
from dataclasses import dataclass, replace
from itertools import product
from typing import Final
from unittest.mock import patch

import numpy as np

from bench.families import FRESH, LEFT_OUT, ROLES, TINTS, TUNED, Family, World
from bench.tables import table
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab
from jug_mingle.core.evidence import synthetic_paints
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import palette_of
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material, mixed_veil
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import Tool, tool
from jug_mingle.core.optics.film import R_infinity, R_seen
from jug_mingle.core.recipes.assessment import DRAWS, assess
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.rescue import RESCUED, advise, read_batch
from jug_mingle.core.recipes.surprise import unexplained
from jug_mingle.core.recipes.wishes import Target, Wishes

SEEDS: Final = range(3)
CELLS: Final = ("mix", "strong", "pale")
_CELL_WORDS: Final = {"mix": "2–4, to 1:100", "strong": "1:50–1:200 in white", "pale": "near white"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Level:
    """What is known of the paints: how noisy each reading is, and what all swatches of one photo share.
    [ΔE*ab rms]"""

    title: str
    noise: float
    tints: bool = True
    spectra: bool = False
    shared: float = 0.0


LEVELS: Final = (
    Level(title="masstone, reader", noise=0.5, tints=False),
    Level(title="masstone + tint, card photo", noise=3.0, shared=1.5),
    Level(title="masstone + tint, reader", noise=0.5),
    Level(title="masstone + tint, exact colours", noise=0.02),
    Level(title="masstone + tint, spectra", noise=0.0, spectra=True),
)


def materials_of(world: World) -> list[Material]:
    """Return the family's paints as a painter would enter them: with the sheen on the label, and usual
    solids."""
    kind = kind_of("chalk_paint")
    return [
        Material(key=role, name=role, kind=kind, sheen=sheen)
        for role, sheen in zip(ROLES, world.sheens, strict=True)
    ]


def evidence_of(world: World, level: Level, rng: np.random.Generator) -> list[Reading]:
    """Return the masstone, and the tint with four of white, of every paint, read with the level's noise."""
    found, shelf = [], materials_of(world)
    shared = (
        level.shared / np.sqrt(3.0) * rng.standard_normal((8, 3))
    )  # half a dozen swatches lie in each photo
    own = level.noise / np.sqrt(3.0)
    said = max(0.6 * level.noise, NOISE["exact"])
    for place in range(len(shelf)):
        for kind in ("masstone", "tint")[: 1 + level.tints]:
            if kind == "tint" and place == 0:
                continue
            parts = TINTS[place] if kind == "tint" else np.eye(len(ROLES))[place]
            volumes = tuple((shelf[at].key, float(parts[at])) for at in np.flatnonzero(parts))
            R = np.clip(world.truth[kind][place], 1e-4, 1.0)
            if level.spectra:
                seen = R
            else:
                seen = R_to_Lab(R) + own * rng.standard_normal(3) + shared[place // 6 + 4 * (kind == "tint")]
            veil = mixed_veil([m for m in shelf if parts[ROLES.index(m.key)]], parts[parts > 0])
            found.append(
                Reading(
                    key=f"{kind} {place}",
                    volumes=volumes,
                    swatches=(Swatch(seen=seen),),
                    noise=said,
                    veil=veil,
                )
            )
    return found


def predicted(shelf: Shelf, volumes: FloatArray) -> FloatArray:
    """Return the predicted seen reflectance (m, 36) of poured volumes (m, paints)."""
    return palette_of(shelf, range(len(shelf.materials))).seen(volumes)


def inside(shelf: Shelf, volumes: FloatArray, true: FloatArray, rng: np.random.Generator) -> FloatArray:
    """Return whether the band of each mix (m, paints), towards a target 2 to 6 away, holds the true
    difference."""
    expected = R_to_Lab(predicted(shelf, volumes))
    targets = np.clip(
        expected + rng.standard_normal((len(volumes), 3)) * 2.3, [5.0, -120.0, -120.0], [99.0, 120.0, 120.0]
    )
    found, draws = [], shelf.draw(DRAWS)
    for row, Lab, R in zip(volumes, targets, true, strict=True):
        pours = tuple(Pour(key=ROLES[at], parts=1, ml=float(row[at])) for at in np.flatnonzero(row))
        target = _towards(Lab)
        recipe = assess(shelf, target, [pours], pour_error=0.0, draws=draws)[0]
        off = float(target.goal.miss(R))
        found.append(recipe.low <= off <= recipe.high)
    return np.array(found)


def _towards(Lab: FloatArray) -> Target:
    return Target(R=recover_reflectance(Lab_to_XYZ(Lab)))


def interval(holds: FloatArray) -> str:
    """Return a share with its 95 % interval (Wilson 1927), each mix counted once however often it was
    drawn."""
    n, p, z = holds.shape[-1], float(holds.mean()), 1.96
    middle, half = (
        (p + z * z / (2 * n)) / (1 + z * z / n),
        z * np.sqrt(p * (1 - p) / n + z * z / (4 * n * n)) / (1 + z * z / n),
    )
    return f"{100 * p:.0f} % ({100 * (middle - half):.0f}–{100 * (middle + half):.0f})"


def cell(world: World, level: Level, *, bands: bool = True) -> Iterator[tuple[str, FloatArray, FloatArray]]:
    """Yield, for each kind of mix, the errors and whether the bands hold (seeds, mixes)."""
    truth = world.truth
    errors: dict[str, list[FloatArray]] = {name: [] for name in CELLS}
    holds: dict[str, list[FloatArray]] = {name: [] for name in CELLS}
    for seed in SEEDS:
        rng = np.random.default_rng(seed)
        shelf = characterise(materials_of(world), evidence_of(world, level, rng))
        for name in CELLS:
            volumes, true = truth[f"{name} volumes"], np.clip(truth[name], 0.0, 1.0)
            errors[name].append(delta_E_CIE2000(R_to_Lab(predicted(shelf, volumes)), R_to_Lab(true)))
            some = slice(None, 300)
            holds[name].append(
                inside(shelf, volumes[some], true[some], rng) if bands else np.ones(300, dtype=bool)
            )
    for name in CELLS:
        yield name, np.array(errors[name]), np.array(holds[name])


def tables(families: Sequence[Family], title: str) -> None:
    """Print medians, 95th percentiles and bands of every family, level and kind of mix."""
    rows, pooled = [], []
    for level in LEVELS:
        for family in families:
            for name, errors, holds in cell(World(family), level):
                rows.append([level.title, family.name, _CELL_WORDS[name], float(np.median(errors)),
                             float(np.quantile(errors, 0.95)), interval(holds)])  # fmt: skip
                pooled.append(holds.mean())
    table(title, ["known by", "family", "mixes", "median", "p95", "80 % band holds"], rows)
    print(
        f"  bands together {100 * np.mean(pooled):.0f} %, cells {100 * min(pooled):.0f} to "
        f"{100 * max(pooled):.0f} %"
    )


def beside_true_prior(families: Sequence[Family], title: str) -> None:
    """The estimator beside itself with a crowd of the family's own paints: what a better prior could gain."""
    rows = []
    for family in families:
        own = _own_crowd(family)
        for level in LEVELS[:3]:
            cells = []
            for crowd in (None, own):
                synthetic_paints._like.cache_clear()
                with (
                    patch.object(synthetic_paints, "_invented", return_value=crowd)
                    if crowd
                    else nullcontext()
                ):
                    found = cell(World(family), level, bands=False)
                    cells.append([float(np.median(errors)) for _, errors, _ in found])
            synthetic_paints._like.cache_clear()
            rows += [[family.name, level.title, _CELL_WORDS[name], ours, true, ours / true]
                     for name, ours, true in zip(CELLS, *cells, strict=True)]  # fmt: skip
    table(title, ["family", "known by", "mixes", "median", "with its own prior", "ratio (aim 1.15)"], rows)


_WORLDS: Final = 40


def _own_crowd(family: Family) -> tuple[FloatArray, FloatArray]:
    """Return what `synthetic_paints` knows of its crowd, of paints of other worlds of the same family."""
    films = np.concatenate([World(replace(family, seed=5000 + n)).films for n in range(_WORLDS)])
    # The two fluxes of diffuse light: K = 2 µ_a, S = 3/4 of µ_s (1 - g).
    log_K, log_S = np.log(2.0 * films[:, 0]), np.log(0.75 * (films[:, 1] - films[:, 2]))
    Lab = R_to_Lab(R_seen(R_infinity(K=np.exp(log_K), S=np.exp(log_S)), 1.0))
    return np.hstack([log_K, log_S]), Lab


def rescues(families: Sequence[Family], title: str) -> None:
    """Batches poured with 15 % error from paints known by card photos, rescued once and twice, by syringe or
    by spoons.

    Beside them, how many of their strips are called unexplained, and how many strips of another batch, 10
    away or more.
    """
    rows = []
    for family, by in product(families, ("syringe", "spoons")):
        world, rng, held = World(family), np.random.default_rng(8), []
        doubts: tuple[list[bool], list[bool]] = ([], [])
        shelf = characterise(materials_of(world), evidence_of(world, LEVELS[1], rng))
        outcome: list[list[float]] = [[], [], []]
        for _ in range(_BATCHES):
            held += _rescued(world, shelf, rng, tool(by), outcome, doubts)
        rows.append([family.name, by,
            *(f"{100 * np.mean(np.array(one) <= RESCUED):.0f} %" for one in outcome),
                     interval(np.array(held)),
                     *(f"{100 * np.mean(one):.1f} %" for one in doubts)])  # fmt: skip
    table(
        title,
        [
            "family",
            "by",
            "as poured",
            "after one",
            "after two",
            "80 % band holds",
            "strips doubted",
            "wrong ones",
        ],
        rows,
    )


_BATCHES: Final = 100


def _rescued(
    world: World, shelf: Shelf, rng: np.random.Generator, by: Tool, outcome: list[list[float]],
    doubts: tuple[list[bool], list[bool]],
) -> list[bool]:  # fmt: skip
    """Pour a batch, rescue it twice, and note how far it is each time; return whether the bands held."""
    wanted = np.zeros((1, len(ROLES)))
    wanted[0, rng.choice(len(ROLES), 3, replace=False)] = np.exp(rng.uniform(0.0, np.log(8.0), 3))
    target = Target(R=np.clip(world.mixed(wanted)[0], 1e-4, 1.0))
    wishes = Wishes(batch=500.0, tool=tool("parts"))
    recipe = min(find_recipes(shelf, target, wishes), key=lambda one: one.expected)
    asked = {pour.key: pour.ml for pour in recipe.pours}
    there = {key: ml * float(np.exp(0.15 * rng.standard_normal())) for key, ml in asked.items()}
    held, band = [], (0.0, np.inf)
    for round_ in range(3):
        volumes = np.array([[there.get(role, 0.0) for role in ROLES]])
        R = np.clip(world.mixed(volumes)[0], 1e-4, 1.0)
        off = float(target.goal.miss(R))
        outcome[round_].append(off)
        if round_:
            held.append(band[0] <= off <= band[1])
        if round_ == 2:
            break
        seen = R_to_Lab(R) + 0.5 / np.sqrt(3.0) * rng.standard_normal(3)
        veil = mixed_veil([shelf.materials[shelf.index(key)] for key in asked], list(asked.values()))
        strip = Reading(key="strip", volumes=tuple(asked.items()), swatches=(Swatch(seen=seen),), noise=0.3,
                        veil=veil, pour_error=0.15)  # fmt: skip
        doubts[0].append(unexplained(shelf, strip))
        other = R_to_Lab(np.clip(world.truth["mix"][int(rng.integers(300))], 1e-4, 1.0))
        if delta_E_CIE2000(other, seen) > 10.0:
            doubts[1].append(unexplained(shelf, replace(strip, swatches=(Swatch(seen=other),))))
        advice = advise(shelf, read_batch(shelf, strip), target, tool=by, in_jug=list(asked), most_ml=1500.0)
        band = (advice.best.low, advice.best.high)
        for pour in advice.best.additions:
            asked[pour.key] = asked.get(pour.key, 0.0) + pour.ml
            there[pour.key] = there.get(pour.key, 0.0) + pour.ml * float(
                np.exp(by.error * rng.standard_normal())
            )
    return held


def learning(families: Sequence[Family], title: str) -> None:
    """What three read batches teach of four paints, white among them, that are known by their masstones
    alone."""
    rows = []
    for family in families:
        world, before, after = World(family), [], []
        for seed in range(12):
            rng = np.random.default_rng(100 + seed)
            places = [0, *rng.choice(np.arange(2, len(ROLES)), 3, replace=False).tolist()]
            keys = [ROLES[at] for at in places]
            chosen = [tin for tin in materials_of(world) if tin.key in keys]
            evidence = [one for one in evidence_of(world, LEVELS[0], rng) if one.volumes[0][0] in keys]
            volumes = np.zeros((9, len(ROLES)))
            volumes[:, places] = np.exp(rng.uniform(0.0, np.log(12.0), (9, 4)))
            R = np.clip(world.mixed(volumes), 1e-4, 1.0)
            shelf = characterise(chosen, evidence)
            for number in range(3):
                poured = tuple((tin.key, float(volumes[number, ROLES.index(tin.key)])) for tin in chosen)
                seen = R_to_Lab(R[number]) + 0.5 / np.sqrt(3.0) * rng.standard_normal(3)
                evidence.append(
                    Reading(key=f"batch {number}", volumes=poured, swatches=(Swatch(seen=seen),), noise=0.3,
                            veil=mixed_veil(chosen, [ml for _, ml in poured]))
                )  # fmt: skip
            learnt = characterise(chosen, evidence, start=shelf)
            own = volumes[3:, [ROLES.index(tin.key) for tin in chosen]]
            for one, kept in ((shelf, before), (learnt, after)):
                kept.extend(delta_E_CIE2000(R_to_Lab(predicted(one, own)), R_to_Lab(R[3:])).tolist())
        rows.append(
            [family.name, *(float(np.quantile(one, q)) for one in (before, after) for q in (0.5, 0.95))]
        )
    table(title, ["family", "before: median", "p95", "after three: median", "p95 (aim 0.75 / 2)"], rows)


def main() -> None:
    """Print the tables of the families that were tuned on, then of those left out."""
    for families, which in ((TUNED, "tuned on"), (LEFT_OUT, "left out"), (FRESH, "left out, drawn afresh")):
        tables(families, f"Families {which}, CIEDE2000")
        beside_true_prior(families, f"Beside the true prior, families {which}")
        learning(families, f"Four paints known by masstones, three batches read, families {which}")
        rescues(families, f"Rescue, families {which}: within 1.5, paints known by card photos")
