"""A stack of layers over a ground, seen: film by film (Kubelka–Munk), share by share where something shows through.

`colours` computes many samples at a few wavelengths, for pictures; `at_point` one sample at all bands and layer by
layer, for what is said of it. Both are the same equations.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache, lru_cache
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.finishes import compiled
from jug_mingle.core.finishes.fields import share, thickness, third, worn
from jug_mingle.core.finishes.layers import METALS, REVEALS, SURFACES, Film, Layer
from jug_mingle.core.finishes.nodes import NODES
from jug_mingle.core.finishes.parallel import side_by_side
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.optics.blend_path import Paint, Ramp, ramp
from jug_mingle.core.optics.film import R_body, R_film, R_seen, film_alone
from jug_mingle.core.optics.grounds import Ground, ground
from jug_mingle.core.pieces.faces import Samples

LEVELS: Final = 256
_SHARES: Final = 65
_THIRDS: Final = 33
_THICKEST: Final = 2.0
"""Where a layer gathers it is up to twice as thick as it is laid."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Below:
    """What a zone is before anything is laid: its body reflectance (36,), its surface, how strongly it is figured."""

    R: FloatArray
    veil: float
    figure: float


@lru_cache(maxsize=64)
def bare(key: str) -> Below:
    """Return a generic ground as what lies below a finish; ValueError lists the known ones."""
    return below_of(ground(key))


def below_of(wood: Ground) -> Below:
    """Return a ground as what lies below a finish."""
    return Below(R=R_body(wood.R_seen, wood.veil), veil=wood.veil, figure=wood.figure)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Finish:
    """How a piece is dressed: its layers from the ground up, and the ground of each zone ("" is everywhere else)."""

    layers: tuple[Layer, ...] = ()
    grounds: Mapping[str, Below] = field(default_factory=lambda: {"": bare("oak")})

    def ground_of(self, zone: str) -> Below:
        """Return what a zone is before anything is laid."""
        return self.grounds.get(zone) or self.grounds.get("") or bare("oak")


@cache
def metal(name: str) -> FloatArray:
    """Return the body reflectance (36,) of a gilding; ValueError lists the known ones."""
    if name not in METALS:
        raise ValueError(f"there is no gilding {name!r}; known are {', '.join(METALS)}")
    return R_body(recover_reflectance(Lab_to_XYZ(METALS[name])), 0.0)


def _gilding(layer: Layer) -> FloatArray:
    film = layer.films[0] if layer.films else None
    if film is None:
        return metal("gold")
    return R_film(K=film.optics.K, S=film.optics.S, X=np.inf, R_g=np.zeros(BANDS))


def figured(below: Below, grain: FloatArray | float) -> FloatArray:
    """Return the body reflectance (..., 36) of a ground where its figure has a height: R to a power.

    The figure is more or less of the same colouring matter, so body absorption scales.
    """
    if below.figure == 0.0:
        return np.broadcast_to(below.R, (*np.shape(grain), BANDS))
    return np.asarray(below.R ** np.exp(0.33 * below.figure * np.clip(grain, -1.6, 1.6))[..., np.newaxis])


def _mixed(
    films: Sequence[Film], shares: Sequence[FloatArray], bands: NDArray[np.intp] | slice = slice(None)
) -> tuple[FloatArray, FloatArray]:
    """Return K and S (..., bands) of films run into each other."""
    K = sum(np.multiply.outer(s, film.optics.K[bands]) for s, film in zip(shares, films, strict=True))
    S = sum(np.multiply.outer(s, film.optics.S[bands]) for s, film in zip(shares, films, strict=True))
    return np.asarray(K), np.asarray(S)


def _grain(samples: Samples, zone: str) -> FloatArray:
    return looked_up(samples, zone, "figure", 7) + 0.45 * looked_up(samples, zone, "pores", 7)


def _shares(layer: Layer, samples: Samples, zone: str, *, by_look: bool = False) -> list[FloatArray]:
    """Return how much of each film of a blend there is, in the dry layer or as it looks; they add up to 1."""
    t = np.asarray(share(layer, samples, zone), dtype=float)
    if not by_look:
        t = _film_share(layer.kind, layer.films, t)
    if len(layer.films) == 2:
        return [1.0 - t, t]
    c = np.asarray(third(layer, samples, zone))
    return [(1.0 - t) * (1.0 - c), t * (1.0 - c), c]


def _film_share(kind: str, films: tuple[Film, ...], t: FloatArray) -> FloatArray:
    """Return the share of the second film in the dry layer, where a blend has gone `t` of its way.

    Painters blend by eye: half-way is what looks half-way. The streaks of a two-tone wash lie beside each other.
    """
    if kind != "blend":
        return t
    way = _way(films[0], films[1])
    return np.asarray(np.interp(t, np.linspace(0.0, 1.0, way.share.size), way.share))


@lru_cache(maxsize=64)
def _way(first: Film, second: Film) -> Ramp:
    ends = [Paint(optics=film.optics, veil=film.veil) for film in (first, second)]
    return ramp(ends[0], ends[1])


def area_shares(layer: Layer, samples: Samples, zone: str, *, by_look: bool = False) -> list[float]:
    """Return the share of a zone's area that each film of a layer takes, as the picture has it.

    Of a blend that is its share of the paint; `by_look` it is how much of the area looks like it.
    """
    weight = samples.weight[samples.zones[zone]]
    if layer.kind in ("blend", "two_tone"):
        fields = _shares(layer, samples, zone, by_look=by_look)
    else:
        fields = [np.minimum(np.broadcast_to(np.asarray(thickness(layer, samples, zone)), weight.shape), 1.0)]
    return [float(np.average(field, weights=weight)) for field in fields]


def evenly(finish: Finish, zone: str, share: float = 0.0) -> list[tuple[FloatArray, float]]:
    """Return body reflectance (36,) and surface after each layer where all of it lies as it is laid, without figure.

    The ground comes first. Wear takes nothing away here; a blend is at `share` of its way from the first colour to
    the last.
    """
    below = finish.ground_of(zone)
    R, veil = below.R, below.veil
    found = [(R, veil)]
    for layer in finish.layers:
        if layer.reaches(zone) and layer.films and layer.kind not in (*REVEALS, "metallic"):
            weights = np.zeros(len(layer.films))
            weights[0], weights[-1] = 1.0 - share, share
            if len(layer.films) == 1:
                weights[0] = 1.0
            K, S = _mixed(layer.films, list(weights))
            R = R_film(K=K, S=S, X=layer.X, R_g=R)
        if layer.reaches(zone):
            veil = _veil(layer, veil, 1.0)
        found.append((R, veil))
    return found


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Laid:
    """What one layer makes of a point: its name, its field there, and what is seen then (36,). [0..1]"""

    layer: int
    field: float
    R: FloatArray


def at_point(finish: Finish, samples: Samples, zone: str, at: int) -> list[Laid]:
    """Return what lies at one sample of a zone, layer by layer from the ground up, by the equations at all bands.

    Parameters
    ----------
    at : int
        Place of the sample among those of the zone.
    """
    start = samples.zones[zone].start + at
    one = Samples(
        pixel=samples.pixel[start : start + 1], weight=samples.weight[start : start + 1],
        foremost=np.zeros(0, dtype=np.int32), uncovered=np.zeros(0), zones={zone: slice(0, 1)},
        fields={name: values[start : start + 1] for name, values in samples.fields.items()},
    )  # fmt: skip
    below = finish.ground_of(zone)
    R, veil = figured(below, _grain(one, zone).astype(float))[0], below.veil
    states = [R]
    found = [Laid(layer=-1, field=1.0, R=R_seen(R, veil))]
    for number, layer in enumerate(finish.layers):
        if layer.reaches(zone):
            R, amount = _laid(layer, one, zone, R, states)
            veil = _veil(layer, veil, amount)
            found.append(Laid(layer=number, field=amount, R=R_seen(R, veil)))
        states.append(R)
    return found


def _laid(
    layer: Layer, one: Samples, zone: str, R: FloatArray, states: Sequence[FloatArray]
) -> tuple[FloatArray, float]:
    if layer.kind in REVEALS:
        d = float(worn(layer, one, zone)[0])
        return R + d * (states[_lower(layer, len(states) - 1)] - R), d
    if layer.kind == "metallic":
        d = float(worn(layer, one, zone)[0])
        return R + d * (_gilding(layer) - R), d
    t = float(np.broadcast_to(np.asarray(thickness(layer, one, zone), dtype=float), (1,))[0])
    if layer.kind in ("blend", "two_tone"):
        shares = [values.astype(float) for values in _shares(layer, one, zone)]
        K, S = (values[0] for values in _mixed(layer.films, shares))
        return R_film(K=K, S=S, X=layer.X * t, R_g=R), float(shares[-1][0])
    if not layer.films:
        return R, t
    film = layer.films[0]
    return R_film(K=film.optics.K, S=film.optics.S, X=layer.X * t, R_g=R), t


def _lower(layer: Layer, number: int) -> int:
    """Return the state that wear goes down to: after so many layers, never above the layer itself.

    The states are: the ground, then after each layer. An eraser of wax takes off what the layer before it laid.
    """
    return max(0, number - 1) if layer.kind == "wax_eraser" else min(layer.down_to, number)


def _veil(layer: Layer, veil: float, amount: float) -> float:
    """Return the surface after a layer: a clear coat or an oil sets it, a film takes over as far as it covers."""
    if layer.kind in SURFACES:
        return 0.05 if layer.veil is None else layer.veil
    if layer.kind in REVEALS or layer.kind == "metallic" or not layer.films:
        return veil
    own = float(np.mean([film.veil for film in layer.films]))
    if layer.kind in ("paint", "primer", "blend"):
        return own
    cover = min(1.0, max(amount, 0.0)) if layer.kind not in ("two_tone",) else 1.0
    return veil + (own - veil) * min(1.0, cover / (1.0 + 0.5 * layer.water))


@dataclass(frozen=True, slots=True, eq=False)
class _Step:
    """One layer made ready for many samples: tables over levels of its field, at the nodes.

    "film": R0 and T² (levels, 12) by `index`. "reveal": towards an earlier state by `amount`. "cover": towards `to`.
    """

    way: str
    index: NDArray[np.uint16] | None = None
    R0: FloatArray | None = None
    T2: FloatArray | None = None
    amount: FloatArray | None = None
    lower: int = 0
    to: FloatArray | None = None
    keep: bool = False


def _tables(K: FloatArray, S: FloatArray, X: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return R0 and T² of films of K and S at the nodes: over a ground R_g they give R0 + T² R_g / (1 - R0 R_g)."""
    R0, T = film_alone(K=K, S=S, X=X)
    return R0.astype(np.float32), (T * T).astype(np.float32)


def _levels(values: FloatArray | float, most: float, count: int) -> NDArray[np.uint16]:
    return np.asarray(np.clip(np.asarray(values) * ((count - 1) / most) + 0.5, 0, count - 1).astype(np.uint16))


@lru_cache(maxsize=128)
def _film_tables(film: Film, X: float, even: float | None) -> tuple[FloatArray, FloatArray]:
    """Return the tables of a film over levels of its thickness, or of the one thickness that it has everywhere."""
    thick = X * (np.linspace(0.0, _THICKEST, LEVELS) if even is None else np.array([even]))
    return _tables(film.optics.K[NODES], film.optics.S[NODES], thick)


@lru_cache(maxsize=64)
def _blend_tables(kind: str, films: tuple[Film, ...], X: float) -> tuple[FloatArray, FloatArray]:
    """Return the tables of a blend over levels of its way, or of that and its third colour's share or its thickness."""
    if kind == "blend" and len(films) == 2:
        s = _film_share(kind, films, np.linspace(0.0, 1.0, LEVELS))
        return _tables(*_mixed(films, [1.0 - s, s], NODES), np.full(LEVELS, X))
    t, d = (a.ravel() for a in np.meshgrid(np.linspace(0, 1, _SHARES), np.linspace(0, 1, _THIRDS), indexing="ij"))
    s = _film_share(kind, films, t)
    if kind == "two_tone":
        return _tables(*_mixed(films, [1.0 - s, s], NODES), X * _THICKEST * d)
    return _tables(*_mixed(films, [(1.0 - s) * (1.0 - d), s * (1.0 - d), d], NODES), np.full(s.size, X))


def _film_step(layer: Layer, samples: Samples, zone: str) -> tuple[_Step, float]:
    """Return a layer of films made ready, and how far it covers."""
    if layer.kind in ("blend", "two_tone"):
        index = samples.remember((zone, "blend", layer.lie), lambda: _blend_index(layer, samples, zone))
        R0, T2 = _blend_tables(layer.kind, layer.films, layer.X)
        return _Step("film", index=index, R0=R0, T2=T2), 1.0
    # One number where it is as thick everywhere, else levels: neither depends on what is laid.
    t = samples.remember((zone, "thickness", layer.lie), lambda: _thickness_index(layer, samples, zone))
    even = float(t) if t.ndim == 0 else None
    R0, T2 = _film_tables(layer.films[0], layer.X, even)
    if even is not None:
        return _Step("film", R0=R0, T2=T2), even
    return _Step("film", index=t, R0=R0, T2=T2), float(t.mean()) * _THICKEST / (LEVELS - 1)


def _thickness_index(layer: Layer, samples: Samples, zone: str) -> NDArray[Any]:
    t = thickness(layer, samples, zone)
    return np.asarray(t) if np.ndim(t) == 0 else _levels(t, _THICKEST, LEVELS)


def _blend_index(layer: Layer, samples: Samples, zone: str) -> NDArray[np.uint16]:
    t = share(layer, samples, zone)
    if layer.kind == "blend" and len(layer.films) == 2:
        return _levels(t, 1.0, LEVELS)
    if layer.kind == "two_tone":
        second = _levels(thickness(layer, samples, zone), _THICKEST, _THIRDS)
    else:
        second = _levels(third(layer, samples, zone), 1.0, _THIRDS)
    return np.asarray(_levels(t, 1.0, _SHARES) * np.uint16(_THIRDS) + second)


def _worn(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    return samples.remember((zone, "worn", layer.lie), lambda: np.asarray(worn(layer, samples, zone), dtype=np.float32))


def _steps(finish: Finish, samples: Samples, zone: str) -> tuple[list[_Step], float]:
    """Return the steps of a zone, and the surface that they end in."""
    veil = finish.ground_of(zone).veil
    steps: list[_Step] = []
    wanted = {
        _lower(layer, n) for n, layer in enumerate(finish.layers) if layer.kind in REVEALS and layer.reaches(zone)
    }
    for number, layer in enumerate(finish.layers):
        keep = number in wanted
        if not layer.reaches(zone):
            steps.append(_Step("none", keep=keep))
            continue
        amount = 1.0
        if layer.kind in REVEALS:
            step = _Step("reveal", amount=_worn(layer, samples, zone), lower=_lower(layer, number))
        elif layer.kind == "metallic":
            to = _gilding(layer)[NODES].astype(np.float32)
            step = _Step("cover", amount=_worn(layer, samples, zone), to=to)
        elif layer.films:
            step, amount = _film_step(layer, samples, zone)
        else:
            step = _Step("none")
        veil = _veil(layer, veil, amount)
        steps.append(_Step(step.way, step.index, step.R0, step.T2, step.amount, step.lower, step.to, keep))
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
        samples.remember((zone, "figure"), lambda: _levels(_grain(samples, zone) + 1.6, 3.2, LEVELS))
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
        if step.R0 is not None and step.T2 is not None:
            level = np.zeros(len(R), dtype=np.uint16) if step.index is None else step.index[part]
            compiled.lay(R, level, step.R0, step.T2)
        elif step.amount is not None:
            to = kept[step.lower] if step.to is None else np.tile(step.to, (len(R), 1))
            compiled.turn(R, step.amount[part], to)
    return R


@lru_cache(maxsize=64)
def _seen_table(veil: float) -> FloatArray:
    return np.asarray(R_seen(np.linspace(0.0, 1.0, 1 << 15)[np.newaxis], veil)[0].astype(np.float32))
