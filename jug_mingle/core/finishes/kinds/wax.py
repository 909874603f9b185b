"""Wax, worked into the recesses and wiped from the faces."""

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import clip, placed, streaks
from jug_mingle.core.finishes.layer_kind import LayerKind, Said, covering_surface
from jug_mingle.core.finishes.settings import AMOUNT, PLACE, WIPE
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_CLEAR: Final = 0.02
"""A film that absorbs less than this (K X, mean over the spectrum) is clear."""

_HARD: Final = 0.8
"""Wiped back more than this, a wax is wiped hard."""

_DARK: Final = ("black wax", "brown wax")


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    everywhere = (1.0 - layer.wipe) * layer.amount
    rubbed = everywhere + layer.amount * placed(layer, samples, zone) * 1.6 * (0.35 + 0.65 * layer.wipe)
    return clip(rubbed * streaks(layer, samples, zone, 0.35), 0.0, 2.0)


def _coloured(layer: "Layer") -> bool:
    """A coat of clear wax, or of a wax base, takes next to nothing from what lies below."""
    return bool(layer.films) and float(layer.films[0].optics.K.mean()) * layer.films[0].X > _CLEAR


def _remarks(layer: "Layer", below: "Sequence[Layer]", _above: "Sequence[Layer]") -> Iterator[Said]:
    moves = any(one.of.has("film_seal") or (one.kind == layer.kind and not _coloured(one)) for one in below)
    if moves or not _coloured(layer):
        return
    yield (
        "school",
        "Coloured wax on raw paint.",
        "Raw paint takes a richer tone but lets little be wiped back; over a clear coat or clear wax it moves.",
    )
    if layer.wipe > _HARD and layer.films[0].name in _DARK:
        yield (
            "advice",
            "Dark wax wiped hard from raw paint leaves stains.",
            "Clear wax first, dried, gives the time to wipe.",
        )


WAX: Final = LayerKind(
    key="wax",
    title="Wax",
    why="worked into the recesses and wiped from the faces",
    act="film",
    takes=("clear_wax", "coloured_wax", "light_wax", "tinting_wax"),
    generic="waxes",
    begins_with="brown wax",
    usual={"wipe": 0.85, "amount": 0.6, "place": "recess"},
    settings=(PLACE, AMOUNT, WIPE),
    traits=frozenset(("accent", "soft", "repels_water", "closes_wood", "seals")),
    field=_field,
    surface=covering_surface,
    remarks=_remarks,
)
