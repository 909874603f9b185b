"""How much paint a piece or a layer takes, how much of it keeps long enough, and what it costs. Common
practice."""

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.finishes.blends import area_shares
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.handling import CARRIES_NOTHING, Facts, keeps_words
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.optics.ways import WAYS
from jug_mingle.core.pieces.faces import Samples
from jug_mingle.core.practice.situation import situations

COATS: Final = 2
"""Usual coats, where nobody says."""

MARGIN: Final = 0.15
"""What is kept for the brush, the jug and touching up, as a share of what is laid. [0..1]"""

_USUAL_RECOAT: Final = 60.0
SCARCE: Final = 60.0
"""A recipe that leaves less than this in a tin nearly empties it. [ml]"""

_HALF_A_ML: Final = 0.5

_TOO_MUCH: Final = 1.1
"""A batch larger than what is needed by this factor is said to be too large."""


def paint_needed(area: float, *, coats: int, spread_rate: float, margin: float = MARGIN) -> float:
    """Return the paint that an area takes; none for no area. [ml]

    Parameters
    ----------
    area : float
        [m²]
    coats : int
        1..12.
    spread_rate : float
        Area that a litre covers in one coat. [m²/L]
    margin : float
        As `MARGIN`.

    Raises
    ------
    ValueError
        If a number is out of range.
    """
    if not (0.0 <= area < 1000.0 and 1 <= coats <= 12 and spread_rate > 0.0 and 0.0 <= margin <= 1.0):
        raise ValueError(
            f"an area from 0 m², 1 to 12 coats, a spread rate above 0 and a margin up to 100 % are needed, "
            f"got {marked(area, unit='m²')}, {coats} coats, {marked(spread_rate)} m²/l and "
            f"{marked(100 * margin)} %"
        )
    return 1000.0 * area * coats / spread_rate * (1.0 + margin)


@dataclass(frozen=True, slots=True, kw_only=True)
class Taken:
    """What a layer takes of one of its colours: the area on which it is laid [m²], how much is laid,
    undiluted [ml]."""

    area: float
    ml: float


def taken_by(
    layer: Layer, samples: Samples, faces: Mapping[str, float], *, margin: float = MARGIN
) -> list[Taken]:
    """Return what a layer takes of each of its films, in their order; of what is usual for its kind where it
    has none.

    Parameters
    ----------
    samples : Samples
        The piece as it is drawn, by which shares of area are told.
    faces : mapping
        Area of each face, by address. [m²]
    margin : float
        As `MARGIN`.
    """
    rates = [film.spread_rate for film in layer.films]
    if not rates and layer.of.usual_material:
        rates = [kind_of(layer.of.usual_material).spread_rate]
    if not rates:
        return []
    way = WAYS[layer.way]
    more = way.thick / (1.0 - way.lost) / (1.0 + layer.water)
    if layer.laid_out is not None:
        shares = layer.laid_out.ink_shares(len(rates))
        if layer.films and layer.of.has("dabs"):
            shares = [layer.laid_out.dabbed_share]
        area = [share * layer.laid_out.area for share in shares]
        return _taken(layer, area, rates, margin=margin, more=more)
    reached = [name for name in faces if layer.reaches(name)]
    seen = {name: _laid(layer, samples, name) for name in reached if name in samples.faces}
    # What is not seen in the picture, such as the far side or an inside, takes what is seen takes.
    unseen = (
        np.average(list(seen.values()), axis=0, weights=[faces[name] for name in seen]).tolist()
        if seen
        else [1.0 / len(rates)] * len(rates)
    )
    area = [sum(faces[name] * seen.get(name, unseen)[n] for name in reached) for n in range(len(rates))]
    return _taken(layer, area, rates, margin=margin, more=more)


def _taken(
    layer: Layer, area: Sequence[float], rates: Sequence[float], *, margin: float, more: float
) -> list[Taken]:
    return [
        Taken(area=own, ml=paint_needed(own, coats=layer.coats, spread_rate=rate, margin=margin) * more)
        for own, rate in zip(area, rates, strict=True)
    ]


def _laid(layer: Layer, samples: Samples, face: str) -> list[float]:
    """Return the share of a face on which each colour of a layer is laid.

    What is wiped back is laid on all of it before, as thick as any coat; what is dabbed or rubbed into a
    place, on that place alone.
    """
    placed = layer.of.has("rubbed_in") and layer.place != "everywhere"
    if layer.share is not None or layer.of.has("spares_paint") or placed:
        return area_shares(layer, samples.by_face, face)
    return [1.0]


def not_counted(finish: Finish, faces: Collection[str]) -> str:
    """Say which grounds drink of the first coat what no amount counts, as nobody measured it; nothing where
    none does.

    Parameters
    ----------
    faces : collection of str
        Addresses of the piece's faces.
    """
    bare = [
        one.ground.name.lower() or "this ground"
        for one in situations(finish, faces)
        if one.ground.drinks and one.laid and one.laid[0].layer.films
    ]
    if not bare:
        return ""
    named = " and ".join(dict.fromkeys(bare))
    return f"Bare {named} drinks some of the first coat: how much is not known, and not counted."


def coats_within(pot_life: float, *, coats: int, recoat: float) -> int:
    """Return how many of so many coats can be laid on before a mixed batch spoils, at least one.

    Parameters
    ----------
    pot_life : float
        How long it keeps once mixed. [days]
    recoat : float
        Wait between two coats. [minutes]
    """
    if recoat <= 0.0:
        return coats
    return int(min(coats, 1 + pot_life * 24.0 * 60.0 // recoat))


def spoils(
    area: float, facts: Facts, ml: float, *, spread_rate: float, margin: float = MARGIN, unit: str = "ml"
) -> str:
    """Say where a batch is more than an area takes before it spoils; nothing where it keeps, or is used by
    then.

    Coats need their wait in between: of a mix that sets within hours not all of them can come from one batch.

    Parameters
    ----------
    area : float
        [m²]
    facts : Facts
        How what was mixed is handled, by its labels.
    spread_rate, margin : float
        As `paint_needed` takes them.
    unit : str
        In which amounts are said.
    """
    life = facts.pot_life
    if life is None or area <= 0.0:
        return ""
    recoat = _USUAL_RECOAT if facts.recoat is None else facts.recoat
    coats = coats_within(life, coats=COATS, recoat=recoat)
    most = paint_needed(area, coats=coats, spread_rate=spread_rate, margin=margin)
    if ml <= most * _TOO_MUCH:
        return ""
    laid = "one coat" if coats == 1 else f"{coats} coats"
    return (
        f"Mixed, it {keeps_words(life)}. Until then the whole piece takes {format_amount(most, unit).words} "
        f"in {laid}: "
        "mix that much, and the rest when it is needed."
    )


def shortage(
    shelf: Shelf, pours: Sequence[Pour], *, poured: Mapping[str, float] | None = None, unit: str = "ml"
) -> str:
    """Say where the shelf holds too little for a batch, and the largest batch that it allows; nothing where
    it does.

    Parameters
    ----------
    pours : sequence of Pour
        All that the batch takes.
    poured : mapping, optional
        What is in the jug of it already. [ml]
    unit : str
        In which amounts are said.
    """
    there = poured or {}
    short, most = [], 1.0
    for pour in pours:
        tin = shelf.materials[shelf.index(pour.key)]
        poured_of = there.get(pour.key, 0.0)
        has = tin.left + poured_of
        if tin.kind.key in CARRIES_NOTHING or pour.ml <= 0.0 or has >= pour.ml - _HALF_A_ML:
            continue
        left, asked = (
            format_amount(ml, unit, density=tin.mass_density).words for ml in (tin.left, pour.ml - poured_of)
        )
        short.append(f"{tin.name} holds {left} of the {asked} it takes")
        most = min(most, has / pour.ml)
    if not short:
        return ""
    whole = sum(pour.ml for pour in pours)
    mass = sum(pour.ml * shelf.materials[shelf.index(pour.key)].mass_density for pour in pours)
    largest = format_amount(most * whole, unit, density=mass / whole).words
    return f"{' and '.join(short)}: the most is {largest}."


def cost_of(shelf: Shelf, pours: Iterable[Pour]) -> float:
    """Return what a recipe's paints cost, in the currency of their prices."""
    return sum(shelf.materials[shelf.index(pour.key)].price * pour.ml / 1000.0 for pour in pours)
