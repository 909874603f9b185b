"""Rules about what has to be sealed, face by face, and at what lies on top. Common practice."""

from typing import Final

from jug_mingle.core.practice.rules.rule import Rule
from jug_mingle.core.practice.situation import LaidLayer, Situation


def bare_on_top(situation: Situation) -> LaidLayer | None:
    """Return the topmost layer that rubs off and marks when wet unless something covers it, if there is one.

    A coat of wax, an oil, a clear coat covers what is below, and so does a paint that is its own seal where it lies
    whole; wax in recesses alone leaves the rest as it was, cured gilding protects itself, wear takes nothing on.
    """
    for one in reversed(situation.laid):
        if one.layer.of.act == "reveal" or one.layer.kind == "metallic" or one.powder:
            continue
        if one.layer.kind == "wax" and not one.whole:
            continue
        if one.seals or one.soft or one.layer.kind == "primer":
            return None
        if not one.facts.own_seal:
            return one
        if one.layer.of.has("opaque"):
            return None
    return None


def _unsealed(situation: Situation, _at: int) -> str:
    one = bare_on_top(situation)
    return "Nothing seals it yet." if one is not None and not one.facts.must_be_sealed else ""


def _milk_unsealed(situation: Situation, _at: int) -> str:
    one = bare_on_top(situation)
    return "Milk paint has to be sealed, and nothing seals it yet." if one and one.facts.must_be_sealed else ""


SEAL_RULES: Final = (
    Rule(
        key="milk_paint_unsealed", weight="wrong", says=_milk_unsealed, cause="seal", of_faces=True,
        why="Left unsealed it rubs and washes off. Wax it, oil it, or lay a clear coat.",
    ),
    Rule(
        key="unsealed", weight="advice", says=_unsealed, cause="seal", of_faces=True,
        why="Matte paint and stain rub off and mark when wet unless wax, oil or a clear coat covers them.",
    ),
)  # fmt: skip
