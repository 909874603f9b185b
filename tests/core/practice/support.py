"""Layers of kinds of material, and what the rules say of them on a ground."""

from typing import Any

from jug_mingle.core.finishes import WAXES, Film, Finish, Layer, bare
from jug_mingle.core.materials.handling import Facts
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.practice.remark import Remark, ranked
from jug_mingle.core.practice.rules import by_rules
from jug_mingle.core.practice.schools import by_school
from tests.core.paints import TRUE

FACES = tuple(usual_piece("chest").faces)


def of(kind: str, colour: str = "white", **label: object) -> Film:
    """Return a film of a kind of material, in a colour, with what its label says."""
    known = kind_of(kind)
    K, S = TRUE[colour]
    return Film(
        name=kind, optics=Optics(K=K, S=S), X=known.dry_coat, veil=0.9, base=known.base,
        spread_rate=known.spread_rate, facts=Facts.of([(known, label)]),
    )  # fmt: skip


def layer(kind: str, *films: Film | str, **changes: Any) -> Layer:
    """Return a layer, of films or of kinds of material by their keys, or of generic waxes by their names."""
    made = tuple(one if isinstance(one, Film) else WAXES.get(one) or of(one) for one in films)
    return Layer(**{"kind": kind, "films": made, **changes})


def remarks(*layers: Layer, ground: str = "birch", faces: tuple[str, ...] = FACES) -> list[Remark]:
    """Return what the rules say of layers on a chest of a ground that does not bleed, to who follows no
    school."""
    return ranked(by_school(by_rules(Finish(layers=layers, grounds={"": bare(ground)}), faces), {}))


def said(*layers: Layer, ground: str = "birch") -> dict[str, str]:
    """Return the rules that speak, with the weight of each."""
    return {one.rule: one.weight for one in remarks(*layers, ground=ground)}
