"""Whether layers can lie on one another, each remark with its reason; where painters differ both ways are allowed."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final, Literal

from jug_mingle.core.finishes.layers import KINDS, REVEALS, Layer

Weight = Literal["wrong", "school", "advice"]

_WATERY = ("paint", "primer", "blend", "wash", "two_tone", "glaze", "dry_brush", "stencil", "drips")
_COLOURS = ("paint", "blend", "wash", "two_tone", "stain", "glaze", "dry_brush", "drips", "stencil")


_CLEAR: Final = 0.02
"""A film that absorbs less than this (K X, mean over the spectrum) is clear."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Remark:
    """Something about a finish: which layer, what, why; "wrong" will fail, "school" is done both ways."""

    layer: int | None
    weight: Weight
    words: str
    why: str


def check_order(layers: Sequence[Layer]) -> list[Remark]:
    """Return what is to be said of the order of layers, from the ground up. All of it is common practice."""
    shown = [(place, layer) for place, layer in enumerate(layers) if layer.on]
    found: list[Remark] = []
    for at, (place, layer) in enumerate(shown):
        below = [one for _, one in shown[:at] if _meet(one, layer)]
        above = [one for _, one in shown[at + 1 :] if _meet(one, layer)]
        found += [
            Remark(layer=place, weight=weight, words=words, why=why)
            for weight, words, why in _said(layer, below, above)
        ]
    return [*found, *_unsealed([layer for _, layer in shown])]


def _meet(one: Layer, other: Layer) -> bool:
    return not one.zones or not other.zones or bool(set(one.zones) & set(other.zones))


def _said(layer: Layer, below: list[Layer], above: list[Layer]) -> Iterator[tuple[Weight, str, str]]:
    kinds, last = [one.kind for one in below], next((one for one in reversed(below) if one.kind not in REVEALS), None)
    name = KINDS[layer.kind]
    watery = layer.kind in _WATERY and all(film.base == "water" for film in layer.films)
    if watery and ("wax" in kinds or "oil" in kinds):
        what = "wax" if "wax" in kinds else "oil"
        yield "wrong", f"{name} over {what} will not hold.", f"Water-based paint beads and peels on {what}."
    if layer.kind == "sealer" and last is not None and last.kind == "wax":
        yield (
            "wrong",
            "A clear coat over wax will not hold.",
            "A film needs something to bond to; wax stays soft below it.",
        )
    if layer.kind == "stain" and any(k in kinds for k in ("paint", "primer", "blend", "sealer", "wax", "oil")):
        yield (
            "wrong",
            "A stain has to reach bare wood.",
            "It colours by going in; over a film it lies on top and wipes off.",
        )
    if layer.kind == "primer" and any(k in kinds for k in ("paint", "blend", "wash")):
        yield "advice", "Primer goes under the paint.", "It is there to hold and to block what comes from below."
    if layer.kind in REVEALS and not any(k in kinds for k in _COLOURS) and layer.kind != "wax_eraser":
        yield "wrong", f"{name}: there is nothing below to wear through.", "Wear shows the layer under a colour."
    if layer.kind == "crackle" and sum(k in ("paint", "blend", "primer") for k in kinds) < 2:
        yield (
            "advice",
            "Cracks show the layer below: lay two colours under them.",
            "With one coat the wood shows in the cracks.",
        )
    if layer.kind == "wax_eraser" and (last is None or last.kind != "wax"):
        yield (
            "wrong",
            "Clear wax takes off the wax laid just before it.",
            "There is no coloured wax under it to take off.",
        )
    if layer.kind in ("distress", "chippy", "fade") and ("sealer" in kinds or "wax" in kinds):
        yield (
            "school",
            f"{name} after wax or clear coat.",
            "Nearly all wear the paint first; worn later, a wax marks the bare places.",
        )
    if layer.kind == "metallic" and any(one.kind == "sealer" for one in above):
        yield (
            "school",
            "Gilding under the clear coat.",
            "One school gilds last, since cured gilding protects itself; the other first.",
        )
    if layer.kind == "wax" and _coloured(layer):
        yield from _wax(layer, below)
    if layer.kind == "glaze" and not any(k in kinds for k in ("sealer", "oil")):
        yield (
            "advice",
            "A glaze over raw matte paint grabs at once.",
            "Over a sealed surface it stays wipeable for some minutes.",
        )


def _coloured(layer: Layer) -> bool:
    """A coat of clear wax, or of a wax base, takes next to nothing from what lies below."""
    return bool(layer.films) and float(layer.films[0].optics.K.mean()) * layer.films[0].X > _CLEAR


def _wax(layer: Layer, below: list[Layer]) -> Iterator[tuple[Weight, str, str]]:
    kinds = [one.kind for one in below]
    clear = any(one.kind == "wax" and not _coloured(one) for one in below)
    if "sealer" not in kinds and not clear:
        yield (
            "school", "Coloured wax on raw paint.",
            "Raw paint takes a richer tone but lets little be wiped back; over a clear coat or clear wax it moves.",
        )  # fmt: skip
    if "sealer" not in kinds and not clear and layer.wipe > 0.8 and layer.films[0].name in ("black wax", "brown wax"):
        yield (
            "advice",
            "Dark wax wiped hard from raw paint leaves stains.",
            "Clear wax first, dried, gives the time to wipe.",
        )


def _unsealed(layers: list[Layer]) -> list[Remark]:
    """A matte paint that nothing covers at the end rubs off."""
    if not layers or not any(layer.kind in ("paint", "blend", "wash", "two_tone") for layer in layers):
        return []
    if any(layer.kind in ("sealer", "wax", "oil") for layer in layers):
        return []
    return [
        Remark(
            layer=None, weight="advice", words="Nothing seals it yet.",
            why="Matte furniture paint rubs off and marks when wet unless wax, oil or a clear coat covers it.",
        )
    ]  # fmt: skip
