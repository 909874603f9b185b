"""What a piece is for and how old it is: what that asks of its finish and of the work. Common practice."""

from collections.abc import Collection, Iterator, Mapping, Sequence
from typing import Final

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.pieces.addresses import WORN, zone_of
from jug_mingle.core.practice.remark import Remark
from jug_mingle.core.practice.situation import laid_of

USES: Final[Mapping[str, str]] = {
    "looks": "only looks",
    "drinks": "drinks and cups",
    "writing": "writing",
    "meals": "meals",
    "seat": "sitting on",
    "child": "a child",
    "outdoors": "outdoors",
    "sale": "for sale",
}
"""What a piece is for."""

AGES: Final[Mapping[str, str]] = {
    "unknown": "not known",
    "before_1980": "before 1980",
    "later": "1980 or later",
}
"""When a piece was made, or last painted."""

_HARD: Final = frozenset({"drinks", "writing", "meals", "seat"})


def remarks_of_use(uses: Collection[str], layers: Sequence[Layer], faces: Collection[str]) -> list[Remark]:
    """Return what the use of a piece asks of a finish.

    Parameters
    ----------
    uses : collection of str
        Keys of `USES`.
    faces : collection of str
        Addresses of the piece's faces.
    """
    on = [layer for layer in layers if layer.on]
    asked = [
        Remark(layer=None, weight="advice", words=words, why=why) for words, why in _asked(uses, on, faces)
    ]
    painted = [laid_of(place, layer) for place, layer in enumerate(on) if layer.of.has("hides")]
    primed = any(layer.kind == "primer" for layer in on)
    if (
        "sale" in uses
        and painted
        and not primed
        and not all(laid_layer.facts.own_primer for laid_layer in painted)
    ):
        why = "What it will be used for is not known. Some prime only where wood bleeds."
        asked.append(
            Remark(
                layer=None, weight="advice", words="It is for sale: prime it, whatever its colour.", why=why,
                school="prime", answers=("where_it_bleeds", "never"),
            )
        )  # fmt: skip
    return asked


def _asked(
    uses: Collection[str], layers: Sequence[Layer], faces: Collection[str]
) -> Iterator[tuple[str, str]]:
    tops = [name for name in faces if zone_of(name) in WORN]
    hard = sorted(_HARD.intersection(uses), key=list(USES).index)
    laid = any(layer.of.has("colours") for layer in layers)
    if hard and laid and tops and not all(_sealed(layers, name) for name in tops if _touched(layers, name)):
        what = " and ".join(USES[use] for use in hard)
        yield (
            f"Its top is for {what}: give it the hardest clear coat there is.",
            "Cups, elbows and plates wear a soft finish through; sides and fronts may be waxed.",
        )
    if "outdoors" in uses and laid and not any(layer.of.has("film_seal") for layer in layers):
        yield (
            "It stands outdoors: it needs a coat that its label gives for outdoors, on all sides.",
            "Water gets in where there is none, and lifts the rest.",
        )


def _touched(layers: Sequence[Layer], face: str) -> bool:
    return any(layer.reaches(face) for layer in layers)


def _sealed(layers: Sequence[Layer], face: str) -> bool:
    return any(layer.of.has("film_seal") and layer.reaches(face) for layer in layers)
