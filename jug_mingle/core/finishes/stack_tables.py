"""Many samples of a stack at once, for pictures: each layer as tables over levels of its field, at a few
wavelengths.

They say what `stack` says; see `nodes` for the wavelengths and `compiled` for the loops.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes import compiled
from jug_mingle.core.finishes.bare_ground import figured, grain_of
from jug_mingle.core.finishes.blends import film_share, mixed, share_of, third_share_of
from jug_mingle.core.finishes.compiled import side_by_side
from jug_mingle.core.finishes.layer import Film, Layer, OnWood
from jug_mingle.core.finishes.nodes import NODES
from jug_mingle.core.finishes.relief import upon
from jug_mingle.core.finishes.stack import Finish, dabbed, gilding, state_below
from jug_mingle.core.optics.film import R_seen, film_alone
from jug_mingle.core.pieces.faces import Samples

LEVELS: Final = 256
_SHARES: Final = 65
_THIRDS: Final = 33
_THICKEST: Final = 2.0
"""Where a layer gathers it is up to twice as thick as it is laid."""


@dataclass(frozen=True, slots=True, eq=False)
class _Step:
    """One layer made ready for many samples: tables over levels of its field, at the nodes.

    : R0 and T² (levels, 12) by `index`. "reveal": towards an earlier state by `amount`. "cover": towards
    `to`; "print": towards the row `which` of `to`. What lifts does both, the lifting first.
    """

    index: NDArray[np.uint16] | None = None
    R0: FloatArray | None = None
    T2: FloatArray | None = None
    amount: FloatArray | None = None
    lower: int = 0
    to: FloatArray | None = None
    which: NDArray[np.uint16] | None = None
    keep: bool = False


def _tables(K: FloatArray, S: FloatArray, X: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return R0 and T² of films of K and S at the nodes: over a ground R_g they give R0 + T² R_g / (1 - R0
    R_g)."""
    R0, T = film_alone(K=K, S=S, X=X)
    return R0.astype(np.float32), (T * T).astype(np.float32)


def _levels(values: FloatArray | float, most: float, count: int) -> NDArray[np.uint16]:
    return np.asarray(
        np.clip(np.asarray(values) * ((count - 1) / most) + 0.5, 0, count - 1).astype(np.uint16)
    )


@lru_cache(maxsize=128)
def _film_tables(film: Film, lies: OnWood, even: float | None) -> tuple[FloatArray, FloatArray]:
    """Return the tables of a film over levels of its thickness, or of the one thickness that it has
    everywhere."""
    thick = lies.at(np.linspace(0.0, _THICKEST, LEVELS) if even is None else np.array([even]))
    return _tables(film.optics.K[NODES], film.optics.S[NODES], thick)


@lru_cache(maxsize=64)
def _blend_tables(
    by_look: bool, flows: bool, films: tuple[Film, ...], X: float
) -> tuple[FloatArray, FloatArray]:
    """Return the tables of a blend over levels of its way, or of that and its third colour's share or its
    thickness."""
    if not flows and len(films) == 2:
        s = film_share(by_look, films, np.linspace(0.0, 1.0, LEVELS))
        return _tables(*mixed(films, [1.0 - s, s], NODES), np.full(LEVELS, X))
    t, d = (
        a.ravel() for a in np.meshgrid(np.linspace(0, 1, _SHARES), np.linspace(0, 1, _THIRDS), indexing="ij")
    )
    s = film_share(by_look, films, t)
    if flows:
        return _tables(*mixed(films, [1.0 - s, s], NODES), X * _THICKEST * d)
    return _tables(*mixed(films, [(1.0 - s) * (1.0 - d), s * (1.0 - d), d], NODES), np.full(s.size, X))


def _film_step(layer: Layer, samples: Samples, zone: str, wood: str) -> tuple[_Step, float]:
    """Return a layer of films made ready, and how far it covers."""
    if layer.share is not None:
        index = samples.remember(zone, ("blend", layer.field_key), lambda: _blend_index(layer, samples, zone))
        R0, T2 = _blend_tables(layer.of.by_look, layer.of.flows, layer.films, layer.X)
        return _Step(index=index, R0=R0, T2=T2), 1.0
    # One number where it is as thick everywhere, else levels: neither depends on what is laid.
    t = samples.remember(zone, ("thickness", layer.field_key), lambda: _thickness_index(layer, samples, zone))
    even = float(t) if t.ndim == 0 else None
    R0, T2 = _film_tables(layer.films[0], layer.lies_on(wood), even)
    if even is not None:
        return _Step(R0=R0, T2=T2), even
    return _Step(index=t, R0=R0, T2=T2), float(t.mean()) * _THICKEST / (LEVELS - 1)


def _thickness_index(layer: Layer, samples: Samples, zone: str) -> NDArray[Any]:
    t = layer.of.field(layer, samples, zone)
    return np.asarray(t) if np.ndim(t) == 0 else _levels(t, _THICKEST, LEVELS)


def _blend_index(layer: Layer, samples: Samples, zone: str) -> NDArray[np.uint16]:
    t = share_of(layer, samples, zone)
    if not layer.of.flows and len(layer.films) == 2:
        return _levels(t, 1.0, LEVELS)
    if layer.of.flows:
        second = _levels(layer.of.field(layer, samples, zone), _THICKEST, _THIRDS)
    else:
        second = _levels(third_share_of(layer, samples, zone), 1.0, _THIRDS)
    return np.asarray(_levels(t, 1.0, _SHARES) * np.uint16(_THIRDS) + second)


def _shares(
    field: Callable[[Layer, Samples, str], FloatArray | float], layer: Layer, samples: Samples, zone: str
) -> FloatArray:
    """Return how far a layer wears, covers or lifts, sample by sample. [0..1]"""
    return samples.remember(
        zone, ("shares", layer.field_key), lambda: np.asarray(field(layer, samples, zone), dtype=np.float32)
    )


def _steps(finish: Finish, samples: Samples, zone: str) -> tuple[list[_Step], float]:
    """Return the steps of a zone, and the surface that they end in."""
    veil = finish.ground_of(zone).veil
    steps: list[_Step] = []
    wanted = {
        state_below(layer, n)
        for n, layer in enumerate(finish.layers)
        if (layer.of.act == "reveal" or layer.of.lifts is not None) and layer.reaches(zone)
    }
    for number, layer in enumerate(finish.layers):
        keep = number in wanted
        if not layer.reaches(zone):
            steps.append(_Step(keep=keep))
            continue
        amount = 1.0
        if layer.of.act == "reveal":
            step = _Step(
                amount=_shares(layer.of.field, layer, samples, zone), lower=state_below(layer, number)
            )
        elif layer.of.act == "cover":
            to = gilding(layer)[NODES].astype(np.float32)
            step = _Step(amount=dabbed(_shares(layer.of.field, layer, samples, zone), layer.coats), to=to)
        elif layer.of.palette is not None and layer.of.ink is not None:
            to, which = layer.of.palette(layer)[:, NODES], layer.of.ink(layer, samples, zone)
            step = _Step(
                amount=_shares(layer.of.field, layer, samples, zone), to=to.astype(np.float32),
                which=which.astype(np.uint16),
            )  # fmt: skip
        elif layer.films:
            step, amount = _film_step(layer, samples, zone, finish.wood_below(number, zone))
            if (lifts := layer.of.lifts) is not None:
                step = replace(
                    step, amount=_shares(lifts, layer, samples, zone), lower=state_below(layer, number)
                )
        else:
            step = _Step()
        veil = layer.of.surface(layer, veil, amount)
        steps.append(replace(step, keep=keep))
        samples = upon(samples, layer, zone)
    return steps, veil


def colours(finish: Finish, samples: Samples, zone: str, weights: FloatArray) -> FloatArray:
    """Return linear screen RGB (n, 3) of the samples of a zone, without their shading.

    Parameters
    ----------
    weights : (12, 3) ndarray
        From `nodes.screen_weights`.
    """
    steps, veil = _steps(finish, samples, zone)
    below = finish.ground_of(zone)
    heights = np.linspace(-1.6, 1.6, LEVELS)
    wood = figured(below, heights)[:, NODES].astype(np.float32)
    place = (
        samples.remember(zone, ("figure",), lambda: _levels(grain_of(samples, zone) + 1.6, 3.2, LEVELS))
        if below.figure
        else None
    )
    everywhere = samples.zones[zone].stop - samples.zones[zone].start
    same = place is None and all(step.index is None and step.amount is None for step in steps)
    out = np.empty((1 if same else everywhere, 3), dtype=np.float32)
    seen, weights = _seen_table(round(veil, 3)), weights.astype(np.float32)

    def compute(part: slice) -> None:
        R = wood[np.zeros(part.stop - part.start, dtype=np.uint16) if place is None else place[part]]
        compiled.look(_stacked(R, steps, part), seen, weights, out[part])

    side_by_side(compute, len(out))
    return np.broadcast_to(out, (everywhere, 3))


def _stacked(R: FloatArray, steps: Sequence[_Step], part: slice) -> FloatArray:
    """Lay the steps on the samples of a part, whose ground is R (n, 12), which is overwritten."""
    kept: dict[int, FloatArray] = {}
    for number, step in enumerate(steps):
        if step.keep:
            kept[number] = R.copy()
        if step.amount is not None:
            to = kept[step.lower] if step.to is None else _towards(step.to, step.which, part)
            compiled.turn(R, step.amount[part], to)
        if step.R0 is not None and step.T2 is not None:
            level = np.zeros(len(R), dtype=np.uint16) if step.index is None else step.index[part]
            compiled.lay(R, level, step.R0, step.T2)
    return R


def _towards(to: FloatArray, which: NDArray[np.uint16] | None, part: slice) -> FloatArray:
    """Return what the samples of a part go towards (n, 12)."""
    if which is not None:
        return np.ascontiguousarray(to[which[part]])
    return np.tile(to, (part.stop - part.start, 1))


@lru_cache(maxsize=64)
def _seen_table(veil: float) -> FloatArray:
    return np.asarray(R_seen(np.linspace(0.0, 1.0, 1 << 15)[np.newaxis], veil)[0].astype(np.float32))
