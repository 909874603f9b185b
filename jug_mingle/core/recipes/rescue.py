"""Batch so far + a dried reading → what to add. Nothing can be taken out of a batch, so the batch only
grows."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import product
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.difference import delta_E_CIE2000, even_metric
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab, XYZ_to_Lab
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import Palette
from jug_mingle.core.evidence.readings import Reading
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.material import may_mix
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import TOOLS, Tool
from jug_mingle.core.optics.film import K_over_S, R_body
from jug_mingle.core.recipes.assessment import PREDICTION_ERROR, Likely, mixing_too, spread_of
from jug_mingle.core.recipes.enumeration import linear_volumes
from jug_mingle.core.recipes.wishes import Goal, NothingToMixError, Target, Wishes, usable

_DRAWS: Final = 160
_ASSIMILATIONS: Final = 4
_TRIED: Final = 40


IN_JUG_ERROR: Final = 0.08
"""Relative error of what is in a jug that no pouring accounts for: settled paint, a wet jug, another tin."""

RESCUED: Final = 1.5
"""A batch is brought so near its target, or nearer where the target asks for it. [CIEDE2000]"""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Batch:
    """A mixed batch as it really is, by all that is known: drawn optics that agree with its dried reading.

    Attributes
    ----------
    ml, solids : float
        What is in it [ml], and the share of that which dries to film. [0..1]
    K, S : (m, 36) ndarray
        Optics of its dry film, for each of m drawn shelves. [1/µm]
    shelf_K, shelf_S : (m, n, 36) ndarray
        Optics of the tins on the shelf in the same draws; those in the batch have learnt from the reading.
    reading : Reading
        Of its strip.
    """

    ml: float
    solids: float
    veil: float
    K: FloatArray
    S: FloatArray
    shelf_K: FloatArray
    shelf_S: FloatArray
    reading: Reading


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Rescue:
    """Additions to a batch, and what comes of them.

    Attributes
    ----------
    additions : tuple of Pour
        Nothing, one tin or two; `parts` counts the tool's units.
    ml : float
        The whole batch afterwards. [ml]
    R : (36,) ndarray
        Predicted seen reflectance.
    delta_E, expected, low, high : float
        CIEDE2000 to the target in the worst light: plain, mean and 80 % band.
    """

    additions: tuple[Pour, ...]
    ml: float
    R: FloatArray
    delta_E: float
    expected: float
    low: float
    high: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Advice:
    """What to do with a batch: the options with no, one and two additions, the one to take, and a word on
    it."""

    options: tuple[Rescue, ...]
    best: Rescue
    reached: bool
    words: str


def read_batch(shelf: Shelf, reading: Reading, seed: int = 4) -> Batch:
    """Return a batch corrected by the reading of its dried strip.

    Amounts and paints are both uncertain: draws of either are moved until they agree with the reading, by an
    ensemble smoother with multiple data assimilation (Emerick & Reynolds, Comput. Geosci. 17, 325 (2013)).

    Parameters
    ----------
    reading : Reading
        One opaque swatch of the pot: `volumes` as poured in ml, `pour_error` by the tool.

    Raises
    ------
    ValueError
        If it has not exactly one opaque swatch.
    """
    if len(reading.swatches) != 1 or np.isfinite(reading.swatches[0].X):
        raise ValueError("a jug is read from one opaque strip: paint it until it hides, and let it dry")
    places = [shelf.index(key) for key, _ in reading.volumes]
    poured = np.array([volume for _, volume in reading.volumes])
    solids = np.array([shelf.materials[place].solids for place in places])
    K, S = shelf.draw(_DRAWS, seed)
    rng = np.random.default_rng(seed)
    logs = np.concatenate(
        [
            np.log(K[:, places]).reshape(_DRAWS, -1),
            np.log(S[:, places]).reshape(_DRAWS, -1),
            reading.pour_error * rng.standard_normal((_DRAWS, len(places))),
        ],
        axis=1,
    )
    read, metric = _reading_as_Lab(reading)
    spread = max(reading.noise, 0.2) / 1.6
    for _ in range(_ASSIMILATIONS):
        K_batch, S_batch = _mixed(logs, poured * solids)
        Lab = XYZ_to_Lab(_seen(K_batch, S_batch, reading.veil) @ reading.light.weights, reading.light.white)
        y = (Lab - read) @ metric.T
        noise = spread * np.sqrt(_ASSIMILATIONS) * rng.standard_normal(y.shape)
        centred_x, centred_y = logs - logs.mean(axis=0), y - y.mean(axis=0)
        cov_yy = centred_y.T @ centred_y / (_DRAWS - 1) + spread**2 * _ASSIMILATIONS * np.eye(3)
        gain = np.linalg.solve(cov_yy, centred_y.T @ centred_x / (_DRAWS - 1))
        logs = logs - (y + noise) @ gain
    K_batch, S_batch = _mixed(logs, poured * solids)
    return Batch(
        ml=float(poured.sum()),
        solids=float((poured * solids).sum() / poured.sum()),
        veil=reading.veil,
        K=K_batch,
        S=S_batch,
        shelf_K=_replaced(K, places, logs[:, : 36 * len(places)]),
        shelf_S=_replaced(S, places, logs[:, 36 * len(places) : 72 * len(places)]),
        reading=reading,
    )


def lost_batch(shelf: Shelf, reading: Reading, seed: int = 4) -> Batch:
    """Return a batch whose strip nothing explains, and that is true all the same: nobody knows what is in it.

    It looks as it was read and scatters as what was poured, and its tins have learnt nothing.
    """
    places = [shelf.index(key) for key, _ in reading.volumes]
    poured = np.array([volume for _, volume in reading.volumes])
    dry = poured * np.array([shelf.materials[place].solids for place in places])
    K, S = shelf.draw(_DRAWS, seed)
    S_batch = np.einsum("n,mnw->mw", dry / dry.sum(), S[:, places])
    K_batch = S_batch * K_over_S(R_body(_reading_as_R(reading), reading.veil, floor=0.004))
    return Batch(
        ml=float(poured.sum()), solids=float(dry.sum() / poured.sum()), veil=reading.veil, K=K_batch,
        S=S_batch, shelf_K=K, shelf_S=S, reading=reading,
    )  # fmt: skip


def _reading_as_R(reading: Reading) -> FloatArray:
    seen, white = reading.swatches[0].seen, reading.light.white
    if seen.size == BANDS:
        return seen
    return np.clip(recover_reflectance(np.clip(Lab_to_XYZ(seen, white), 0.3, None), reading.light), 0.0, 1.0)


def _reading_as_Lab(reading: Reading) -> tuple[FloatArray, FloatArray]:
    seen = reading.swatches[0].seen
    Lab = seen if seen.size == 3 else R_to_Lab(seen, reading.light)
    return Lab, even_metric(Lab)


def _mixed(logs: FloatArray, dry: FloatArray) -> tuple[FloatArray, FloatArray]:
    n = dry.size
    K = np.exp(logs[:, : 36 * n]).reshape(-1, n, 36)
    S = np.exp(logs[:, 36 * n : 72 * n]).reshape(-1, n, 36)
    c = dry * np.exp(logs[:, 72 * n :])
    c /= c.sum(axis=1, keepdims=True)
    return np.einsum("mn,mnw->mw", c, K), np.einsum("mn,mnw->mw", c, S)


def _replaced(optics: FloatArray, places: Sequence[int], logs: FloatArray) -> FloatArray:
    found = optics.copy()
    found[:, list(places)] = np.exp(logs).reshape(optics.shape[0], len(places), 36)
    return found


def _seen(K: FloatArray, S: FloatArray, veil: float) -> FloatArray:
    ones = np.ones(K.shape[0])
    palette = Palette(K=K, S=S, solids=ones, veil=veil * ones)
    return palette.seen_of(ones[:, np.newaxis], np.arange(K.shape[0])[:, np.newaxis])


def advise(
    shelf: Shelf,
    batch: Batch,
    target: Target,
    *,
    tool: Tool,
    in_jug: Sequence[str],
    most_ml: float,
    tolerance: float = 1.0,
    avoid: Sequence[str] = (),
) -> Advice:
    """Return how to bring a batch to its target with the least that has to be added.

    Parameters
    ----------
    in_jug : sequence of str
        Keys of what is in the batch; only what mixes with all of it is added.
    most_ml : float
        What the jug holds; the batch may not grow beyond it. [ml]
    tolerance : float
        The target counts as reached within this expected CIEDE2000.
    """
    if most_ml < batch.ml:
        raise ValueError(
            f"the jug holds {marked(most_ml, unit='ml')}, and {marked(batch.ml, unit='ml')} are in it already"
        )
    goal = target.goal
    options = [_as_read(batch, goal)]
    places = _may_add(shelf, in_jug, avoid)
    unit = tool.unit(max((shelf.materials[p].mass_density for p in places), default=1.0)) or max(
        batch.ml / 200.0, 0.5
    )
    for count in (1, 2):
        tried = _candidates(shelf, batch, goal, places, count, unit, most_ml - batch.ml)
        assessed = [_assess(shelf, batch, goal, additions, tool.error) for additions in tried]
        if assessed:
            options.append(_least(assessed, tolerance))
    best = _least(options, tolerance)
    return Advice(
        options=tuple(options),
        best=best,
        reached=best.expected <= tolerance,
        words=_words(best, options[0], tolerance),
    )


def _least(options: list[Rescue], tolerance: float) -> Rescue:
    """Return the smallest that reaches the target, or else the nearest (an addition must gain a tenth)."""
    reaching = [option for option in options if option.expected <= tolerance]
    if reaching:
        return min(reaching, key=lambda option: (option.ml, option.expected))
    return min(options, key=lambda option: round(option.expected, 1))


def _may_add(shelf: Shelf, in_jug: Sequence[str], avoid: Sequence[str]) -> list[int]:
    there = [shelf.materials[shelf.index(key)] for key in in_jug]
    wishes = Wishes(batch=100.0, tool=TOOLS["parts"], avoid=tuple(avoid))
    try:
        groups = usable(shelf, wishes)
    except NothingToMixError:
        return []
    return [p for group in groups for p in group if not may_mix([*there, shelf.materials[p]])]


def _candidates(
    shelf: Shelf, batch: Batch, goal: Goal, places: list[int], count: int, unit: float, room: float
) -> list[tuple[Pour, ...]]:
    """Return additions of `count` batches, in whole units of the tool, that look best in the mean of the
    draws."""
    if len(places) < count:
        return []
    K = np.concatenate([batch.shelf_K[:, places].mean(axis=0), batch.K.mean(axis=0)[np.newaxis]])
    S = np.concatenate([batch.shelf_S[:, places].mean(axis=0), batch.S.mean(axis=0)[np.newaxis]])
    chosen = [shelf.materials[place] for place in places]
    palette = Palette(
        K=K,
        S=S,
        solids=np.array([*(m.solids for m in chosen), batch.solids]),
        veil=np.array([*(m.veil for m in chosen), batch.veil]),
    )
    last = len(places)
    now = palette.seen(np.eye(last + 1)[last])
    sets, volumes = linear_volumes(palette, goal, now, must=last, others=count)
    scored: dict[tuple[tuple[int, ...], tuple[int, ...]], float] = {}
    for row, ratio in zip(sets, volumes, strict=True):
        added = ratio[row != last] / ratio[row == last] * batch.ml
        grids = [
            sorted({max(1, round(v * f / unit)) for f in (0.4, 0.6, 0.8, 1.0, 1.25, 1.6)}) for v in added
        ]
        for units in product(*grids):
            if sum(units) * unit <= room:
                scored[(tuple(row[row != last].tolist()), units)] = 0.0
    if not scored:
        return []
    keys = list(scored)
    amounts = np.array([[*(u * unit for u in units), batch.ml] for _, units in keys])
    batches = np.array([[*row, last] for row, _ in keys])
    misses = goal.miss(palette.seen_of(amounts, batches))
    order = np.argsort(misses)[:_TRIED]
    # Beside the nearest, the smallest that come nearly as near.
    near = np.flatnonzero(misses < misses[order[0]] + 0.5)
    small = near[np.argsort(amounts[near, :-1].sum(axis=1))[: _TRIED // 2]]
    return [
        tuple(
            Pour(key=chosen[place].key, parts=units, ml=units * unit)
            for place, units in sorted(zip(*keys[at], strict=True), key=lambda pair: -pair[1])
        )
        for at in dict.fromkeys([*order.tolist(), *small.tolist()])
    ]


def _as_read(batch: Batch, goal: Goal) -> Rescue:
    """Return what the batch is without an addition: in the light of its reading just what was read, as sure
    as that."""
    seen, read_in = batch.reading.swatches[0].seen, batch.reading.light
    R = _reading_as_R(batch.reading)
    delta_E = float(goal.miss(R))
    if seen.size == 3 and goal.lights == (read_in,):
        delta_E = float(delta_E_CIE2000(seen, goal.Lab[0]))
    drawn = np.broadcast_to(R, (_DRAWS, BANDS))
    likely = Likely.of(spread_of(drawn, goal, batch.reading.noise))
    return Rescue(
        additions=(), ml=batch.ml, R=read_only(R), delta_E=delta_E, expected=delta_E,
        low=min(likely.low, delta_E), high=max(likely.high, delta_E),
    )  # fmt: skip


def _assess(shelf: Shelf, batch: Batch, goal: Goal, additions: tuple[Pour, ...], error: float) -> Rescue:
    rng = np.random.default_rng(6)
    dry = [np.full(batch.K.shape[0], batch.ml * batch.solids)]
    K, S, veils = [batch.K], [batch.S], [batch.veil]
    for pour in additions:
        place = shelf.index(pour.key)
        material = shelf.materials[place]
        dry.append(
            pour.ml * material.solids * np.exp(mixing_too(error) * rng.standard_normal(batch.K.shape[0]))
        )
        K.append(batch.shelf_K[:, place])
        S.append(batch.shelf_S[:, place])
        veils.append(material.veil)
    c = np.array(dry) / np.sum(dry, axis=0)
    K_mix = np.einsum("km,kmw->mw", c, np.array(K))
    S_mix = np.einsum("km,kmw->mw", c, np.array(S))
    veil = float(c.mean(axis=1) @ np.array(veils))
    # The batch itself was read: the equations can only be off by what is new in it.
    added = sum(pour.ml for pour in additions)
    error = PREDICTION_ERROR * float(np.sqrt(added / (batch.ml + added)))
    likely = Likely.of(spread_of(_seen(K_mix, S_mix, veil), goal, error))
    R = _seen(
        np.exp(np.log(K_mix).mean(axis=0))[np.newaxis], np.exp(np.log(S_mix).mean(axis=0))[np.newaxis], veil
    )[0]
    return Rescue(
        additions=additions,
        ml=batch.ml + added,
        R=read_only(R),
        delta_E=float(goal.miss(R)),
        expected=likely.expected,
        low=likely.low,
        high=likely.high,
    )


def _words(best: Rescue, as_it_is: Rescue, tolerance: float) -> str:
    if best.expected <= tolerance:
        return "It is right as it is." if not best.additions else "This brings it home."
    near = f"{marked(best.expected, '.1f')}"
    if best.additions and best.expected < 0.7 * as_it_is.expected:
        return f"This brings it to about {near}; nearer it will not come with what stands on the shelf."
    name = describe(R_to_Lab(as_it_is.R))
    return f"It cannot be rescued below about {near}. Start a new one, and keep this as a {name} of its own."
