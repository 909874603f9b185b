"""Rules about what has to be sealed, face by face, and at what lies on top. Common practice."""

from typing import Final

from jug_mingle.core.pieces.addresses import WORN, zone_of
from jug_mingle.core.practice.rules.rule import Rule, Says
from jug_mingle.core.practice.situation import LaidLayer, Situation

_SEALING: Final = frozenset({"clear_coat", "oil_varnish"})
"""What seals, whatever is stirred into it: a glaze made of clear coat is one."""


def bare_on_top(situation: Situation) -> LaidLayer | None:
    """Return the topmost layer that rubs off and marks when wet unless something covers it, if there is one;
    below what lies in places alone, what must be sealed is meant first.

    A coat of wax, an oil, a clear coat covers what is below, and so does a paint that is its own seal where
    it lies whole; wax in recesses alone leaves the rest as it was, cured gilding protects itself, wear takes
    nothing on.
    """
    bare: LaidLayer | None = None
    for layer in reversed(situation.laid):
        if layer.layer.of.act == "reveal" or layer.layer.kind == "metallic" or layer.powder:
            continue
        if layer.layer.kind == "wax" and not layer.whole:
            continue
        if layer.seals or layer.soft or layer.layer.kind == "primer" or layer.facts.kinds & _SEALING:
            break
        if not layer.facts.own_seal and (bare is None or layer.facts.must_be_sealed):
            bare = layer
        if layer.layer.of.has("opaque"):
            break
    return bare


def _unsealed(situation: Situation, _at: int) -> str:
    layer = bare_on_top(situation)
    return "Nothing seals it yet." if layer is not None and not layer.facts.must_be_sealed else ""


def _milk_unsealed(situation: Situation, _at: int) -> str:
    layer = bare_on_top(situation)
    return (
        "Milk paint has to be sealed, and nothing seals it yet."
        if layer and layer.facts.must_be_sealed
        else ""
    )


def _worn(face: str) -> bool:
    return zone_of(face) in WORN


def _wax_alone(situation: Situation, _at: int) -> str:
    film = any(layer.layer.of.has("film_seal") or layer.facts.own_seal for layer in situation.laid)
    waxed = any(layer.soft and layer.whole for layer in situation.laid)
    return "Wax alone protects it." if waxed and not film else ""


def _clear_coats(count: int) -> Says:
    def says(situation: Situation, _at: int) -> str:
        laid = sum(layer.layer.coats for layer in situation.laid if layer.layer.of.has("film_seal"))
        return f"{count} clear coat{'' if count == 1 else 's'} on what is used." if laid == count else ""

    return says


_COUNTS: Final = ("one", "two", "three", "four")

SEAL_RULES: Final = (
    Rule(
        key="milk_paint_unsealed", weight="wrong", says=_milk_unsealed, cause="seal", of_faces=True,
        why="Left unsealed it rubs and washes off. Wax it, oil it, or lay a clear coat.",
    ),
    Rule(
        key="unsealed", weight="advice", says=_unsealed, cause="seal", of_faces=True,
        why="Matte paint and stain rub off and mark when wet unless wax, oil or a clear coat covers them.",
    ),
    Rule(
        key="wax_alone_on_top", weight="school", says=_wax_alone, school="protect", answers=("wax",),
        quiet=True,
        of_faces=True, about=_worn,
        why="Wax is quick and can be renewed; a film stands more, where cups stand.",
    ),
    Rule(
        key="wax_alone_below", weight="school", says=_wax_alone, school="protect",
        answers=("wax", "film_top"), quiet=True, of_faces=True, about=lambda face: not _worn(face),
        why="Wax is quick and leaves no runs on upright faces; a film stands more.",
    ),
    *(
        Rule(
            key=f"clear_coats_{count}", weight="school", says=_clear_coats(count), school="clear_coats",
            answers=_COUNTS[:count], quiet=True, of_faces=True, about=_worn,
            why="Two protect what is used little; three or four, sanded between, a table or a seat in daily "
                "use.",
        )
        for count in (1, 2, 3)
    ),
)  # fmt: skip
