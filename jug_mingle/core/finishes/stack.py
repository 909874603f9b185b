"""A stack of layers over a ground, seen: film by film (Kubelka–Munk), share by share where something shows
through.

`at_point` computes one sample at all bands and layer by layer, for what is said of it; `stack_tables.colours`
many samples at a few wavelengths, for pictures. Both are the same equations.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.finishes.bare_ground import Below, bare, figured, grain_of
from jug_mingle.core.finishes.blends import mixed, shares
from jug_mingle.core.finishes.generic import metal
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.relief import upon
from jug_mingle.core.optics.film import R_film, R_seen
from jug_mingle.core.pieces.addresses import closest_first
from jug_mingle.core.pieces.faces import Samples


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Finish:
    """How a piece is dressed: its layers from the ground up, and what its faces are before, by any name that
    they answer to ("" is everywhere else)."""

    layers: tuple[Layer, ...] = ()
    grounds: Mapping[str, Below] = field(default_factory=lambda: {"": bare("oak")})

    def ground_of(self, zone: str) -> Below:
        """Return what a zone, or a face by its address, is before anything is laid: by its closest name."""
        named = next((self.grounds[name] for name in closest_first(zone) if name in self.grounds), None)
        if named is not None:
            return named
        usual = usual_ground(zone)
        return bare(usual) if usual else self.grounds.get("") or bare("oak")

    def wood_below(self, number: int, zone: str) -> str:
        """Return the key of the wood that takes in a layer; nothing where that is closed by then."""
        below = self.ground_of(zone)
        closed = any(
            layer.of.has("closes_wood", "opaque", "film_seal") and layer.reaches(zone)
            for layer in self.layers[:number]
        )
        return below.wood if below.drinks and not closed else ""

    def tells_apart(self, samples: Samples) -> Samples:
        """Return samples with zones split where this finish is not the same on all of their faces."""
        return samples.told_apart(
            lambda name: (*(layer.reaches(name) for layer in self.layers), self.ground_of(name))
        )


_USUAL: Final = {"cane": "cane", "hardware": "brass", "glass": "glass", "padding": "plain_cloth"}
"""What kinds of part, and zones, are where nothing is said of them."""


def usual_ground(address: str) -> str:
    """Return the key of what a face is where nothing is said of it: brass, glass, cane, cloth; else
    nothing."""
    return next((_USUAL[name] for name in closest_first(address) if name in _USUAL), "")


def dabbed(field: FloatArray, coats: int) -> FloatArray:
    """Return how far what covers in dabs has covered after some coats: each falls on what was left. [0..1]"""
    return np.asarray(field if coats == 1 else 1.0 - (1.0 - field) ** coats)


def gilding(layer: Layer) -> FloatArray:
    """Return the body reflectance (36,) of what covers a surface opaque: the named tin, or what is usual for
    it."""
    film = layer.films[0] if layer.films else None
    if film is None:
        return metal(layer.of.plain)
    return R_film(K=film.optics.K, S=film.optics.S, X=np.inf, R_g=np.zeros(BANDS))


def evenly(finish: Finish, zone: str, share: float = 0.0) -> list[tuple[FloatArray, float]]:
    """Return body reflectance (36,) and surface after each layer where all of it lies as it is laid, without
    figure.

    The ground comes first. Wear takes nothing away here; a blend is at `share` of its way from the first
    colour to the last.
    """
    below = finish.ground_of(zone)
    R, veil = below.R, below.veil
    found = [(R, veil)]
    for number, layer in enumerate(finish.layers):
        if layer.reaches(zone) and layer.films and layer.of.act in ("film", "surface"):
            weights = np.zeros(len(layer.films))
            weights[0], weights[-1] = 1.0 - share, share
            if len(layer.films) == 1:
                weights[0] = 1.0
            K, S = mixed(layer.films, list(weights))
            R = R_film(K=K, S=S, X=layer.lies_on(finish.wood_below(number, zone)).X, R_g=R)
        if layer.reaches(zone):
            veil = layer.of.surface(layer, veil, 1.0)
        found.append((R, veil))
    return found


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Laid:
    """What one layer makes of a point: its name, its field there, and what is seen then (36,). [0..1]"""

    layer: int
    field: float
    R: FloatArray


def at_point(finish: Finish, samples: Samples, zone: str, at: int) -> list[Laid]:
    """Return what lies at one sample of a zone, layer by layer from the ground up, by the equations at all
    bands.

    Parameters
    ----------
    at : int
        Place of the sample among those of the zone.
    """
    start = samples.zones[zone].start + at
    one = Samples(
        pixel=samples.pixel[start : start + 1], weight=samples.weight[start : start + 1],
        foremost=np.zeros(0, dtype=np.int32), uncovered=np.zeros(0), faces={}, zones={zone: slice(0, 1)},
        fields={name: values[start : start + 1] for name, values in samples.fields.items()},
    )  # fmt: skip
    below = finish.ground_of(zone)
    R, veil = figured(below, grain_of(one, zone).astype(float))[0], below.veil
    states = [R]
    found = [Laid(layer=-1, field=1.0, R=R_seen(R, veil))]
    for number, layer in enumerate(finish.layers):
        if layer.reaches(zone):
            R, amount = _laid(layer, one, zone, R, states, finish.wood_below(number, zone))
            veil = layer.of.surface(layer, veil, amount)
            found.append(Laid(layer=number, field=amount, R=R_seen(R, veil)))
            one = upon(one, layer, zone)
        states.append(R)
    return found


def _laid(
    layer: Layer, samples: Samples, zone: str, R: FloatArray, states: Sequence[FloatArray], wood: str
) -> tuple[FloatArray, float]:
    if layer.of.act == "reveal":
        d = float(_field(layer, samples, zone)[0])
        return R + d * (states[state_below(layer, len(states) - 1)] - R), d
    if layer.of.act == "cover":
        d = float(dabbed(_field(layer, samples, zone), layer.coats)[0])
        return R + d * (gilding(layer) - R), d
    if layer.of.palette is not None and layer.of.ink is not None:
        d = float(_field(layer, samples, zone)[0])
        return R + d * (layer.of.palette(layer)[int(layer.of.ink(layer, samples, zone)[0])] - R), d
    if layer.of.lifts is not None:
        lifted = float(layer.of.lifts(layer, samples, zone)[0])
        R = R + lifted * (states[state_below(layer, len(states) - 1)] - R)
    t = float(_field(layer, samples, zone)[0])
    if layer.share is not None:
        parts = [values.astype(float) for values in shares(layer, samples, zone)]
        K, S = (values[0] for values in mixed(layer.films, parts))
        return R_film(K=K, S=S, X=layer.X * t, R_g=R), float(parts[-1][0])
    if not layer.films:
        return R, t
    film = layer.films[0]
    return R_film(K=film.optics.K, S=film.optics.S, X=layer.lies_on(wood).at(t), R_g=R), t


def state_below(layer: Layer, number: int) -> int:
    """Return the state that wear goes down to: after so many layers, never above the layer itself.

    The states are: the ground, then after each layer. An eraser of wax, and a sponge that lifts, take off
    what the layer before them laid.
    """
    before = layer.of.reveals_before or layer.of.lifts is not None
    return max(0, number - 1) if before else min(layer.down_to, number)


def _field(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return the field of a layer over all samples of a zone (n,)."""
    count = samples.zones[zone].stop - samples.zones[zone].start
    return np.broadcast_to(np.asarray(layer.of.field(layer, samples, zone), dtype=float), (count,))
