"""Whether layers can lie on one another, each remark with its reason; where painters differ both ways are allowed."""

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.layer_kind import Said, Weight
from jug_mingle.core.pieces.addresses import ZONES


@dataclass(frozen=True, slots=True, kw_only=True)
class Remark:
    """Something about a finish: which layer, what, why; "wrong" will fail, "school" is done both ways."""

    layer: int | None
    weight: Weight
    words: str
    why: str


def check_order(layers: Sequence[Layer], faces: Collection[str] = tuple(ZONES)) -> list[Remark]:
    """Return what is to be said of the order of layers, from the ground up. All of it is common practice.

    `faces` are the addresses of the piece's faces, by which it is told which layers meet.
    """
    shown = [(place, layer) for place, layer in enumerate(layers) if layer.on]
    found: list[Remark] = []
    for at, (place, layer) in enumerate(shown):
        below = [one for _, one in shown[:at] if _meet(one, layer, faces)]
        above = [one for _, one in shown[at + 1 :] if _meet(one, layer, faces)]
        found += [
            Remark(layer=place, weight=weight, words=words, why=why)
            for weight, words, why in _said(layer, below, above)
        ]
    return [*found, *_unsealed([layer for _, layer in shown])]


def _meet(one: Layer, other: Layer, faces: Collection[str]) -> bool:
    return any(one.reaches(name) and other.reaches(name) for name in faces)


def _said(layer: Layer, below: Sequence[Layer], above: Sequence[Layer]) -> Iterator[Said]:
    """Yield what holds for every kind by its traits, then what the kind itself has to say."""
    repelled = [one for one in below if one.of.has("repels_water")]
    if repelled and layer.of.has("water_based") and all(film.base == "water" for film in layer.films):
        what = next((one for one in repelled if one.of.has("soft")), repelled[0]).of.title.lower()
        yield "wrong", f"{layer.of.title} over {what} will not hold.", f"Water-based paint beads and peels on {what}."
    wears = layer.of.act == "reveal" and not layer.of.reveals_before
    if wears and not any(one.of.has("colours") for one in below):
        name = layer.of.title
        yield "wrong", f"{name}: there is nothing below to wear through.", "Wear shows the layer under a colour."
    yield from layer.of.remarks(layer, below, above)


def _unsealed(layers: list[Layer]) -> list[Remark]:
    """A matte paint that nothing covers at the end rubs off."""
    if not layers or not any(layer.of.has("needs_seal") for layer in layers):
        return []
    if any(layer.of.has("seals") for layer in layers):
        return []
    return [
        Remark(
            layer=None, weight="advice", words="Nothing seals it yet.",
            why="Matte furniture paint rubs off and marks when wet unless wax, oil or a clear coat covers it.",
        )
    ]  # fmt: skip
