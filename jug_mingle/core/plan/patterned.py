"""What a layer that is laid out adds to its step: positions one after the other, their waits, and what is
used up."""

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil
from typing import Final

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.pattern.sheets import SCREEN_USES, Position, wait_of
from jug_mingle.core.pattern.supply import cut_for, positions_to_lay, supplied
from jug_mingle.core.plan.work import Unit
from jug_mingle.core.practice.pattern_order import edge_by, order_of

_MINUTES: Final[Mapping[str, float]] = {
    "stencil": 6.0, "raised": 7.0, "lettering": 8.0, "transfer": 8.0, "paper": 8.0, "collage": 4.0,
    "ornament": 10.0, "lined": 12.0,
}  # fmt: skip
"""Hands at each position, assumed. [minutes]"""

_LAID_ONCE: Final = frozenset({"ornament", "paper", "collage", "lettering", "transfer", "lined"})
_OVER_IT: Final = 2.0
"""Hands at each position for a coat over what lies there, assumed. [minutes]"""

_TISSUE: Final = 0.2
"""Of a face that one fresh piece of tissue textures, assumed. [m²]"""

_SHEETS: Final = {
    "transfer": "transfer_sheets",
    "paper": "paper_sheets",
    "collage": "paper_sheets",
    "lined": "cane",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Patterned:
    """What laying a pattern on a unit takes.

    Attributes
    ----------
    minutes : float
        Of hands.
    waits : int
        From the first position to the last, beyond what drying takes in any case. [minutes]
    words : str
        What to do, in short.
    uses : tuple
        Goods used up, with how much.
    """

    minutes: float
    waits: int
    words: str
    uses: tuple[tuple[str, float], ...]


def patterned(
    layer: Layer, unit: Unit, pieces: int, schools: Mapping[str, str], *, coat: int = 1
) -> Patterned | None:
    """Return what a coat of a layer's pattern takes on a unit of so many pieces; None of what is not laid
    out.

    What is cast, glued or traced is there once: a second coat goes over it.
    """
    pattern = layer.laid_out
    if pattern is None or not layer.of.has("laid_out"):
        return None
    parts = {face.split("/")[2] for face in unit.faces if "/" in face}
    own = [
        position for position in positions_to_lay(pattern, layer.kind) if parts.intersection(position.parts)
    ]
    if coat > 1 and layer.kind in _LAID_ONCE:
        again = len(own) * pieces
        return Patterned(
            minutes=_OVER_IT * max(1, again), waits=0, words=f"Over the {again} that lie there.", uses=()
        )
    edge = edge_by(pattern.layout.edge, schools)
    count, wait = len(own) * pieces, wait_of(layer.kind, edge)
    steps = order_of(layer.kind, edge=edge, mesh=pattern.layout.mesh, schools=schools)
    said = f"{count} positions, {wait} min after each. " if wait and count > 1 else f"{count} to lay. "
    return Patterned(
        minutes=_MINUTES.get(layer.kind, 5.0) * max(1, count), waits=max(0, count - 1) * wait,
        words=said + " ".join(steps[:2]), uses=tuple(_used(layer, own, pieces)),
    )  # fmt: skip


def _used(layer: Layer, own: list[Position], pieces: int) -> list[tuple[str, float]]:
    pattern = layer.laid_out
    if pattern is None or not own:
        return []
    if layer.kind in ("stencil", "raised"):
        if not pattern.layout.mesh:
            return [("stencil_film", 1.0)]
        return [("mesh", float(ceil((pattern.layout.used + len(own) * pieces) / SCREEN_USES)))]
    if layer.kind == "ornament":
        return [("casts", float(len(own) * pieces))]
    good = _SHEETS.get(layer.kind)
    if good is None:
        return []
    cut, sheet = cut_for(pattern, layer.kind)
    try:
        supply = supplied(cut * pieces, sheet)
    except ValueError:  # said where it is laid out: a piece larger than a sheet
        return []
    return [(good, supply.metres or float(supply.sheets))]


def tissue_for(area: float) -> float:
    """Return how many fresh pieces of tissue an area takes, two to a sheet."""
    return max(1.0, ceil(area / _TISSUE) / 2.0)
