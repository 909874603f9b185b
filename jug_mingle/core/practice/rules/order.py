"""Rules about the order of layers: what wear shows, what goes under, what grabs. Common practice."""

from typing import Final

from jug_mingle.core.practice.rules.rule import Rule
from jug_mingle.core.practice.situation import Situation

_WATER_LOOSENS: Final = frozenset(
    {"milk_paint", "chalk_paint", "home_chalk_paint", "thinner", "extender", "tint"}
)
"""Kinds of which a paint may be made that water loosens again once it is dry."""


def _wear_without(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    wears = layer.layer.of.act == "reveal" and not layer.layer.of.reveals_before
    if not wears or any(other.layer.of.has("colours") for other in situation.below(at)):
        return ""
    return f"{layer.title}: there is nothing below to wear through."


def _cracks(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    if (
        layer.layer.kind != "crackle"
        or sum(other.layer.of.has("opaque") for other in situation.below(at)) >= 2
    ):
        return ""
    return "Cracks show the layer below: lay two colours under them."


def _primer_on_paint(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    painted = any(other.layer.of.has("needs_seal") for other in situation.below(at))
    return "Primer goes under the paint." if layer.layer.kind == "primer" and painted else ""


def _worn_after_seal(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    wears = layer.layer.kind in ("distress", "chippy", "fade")
    sealed = any(other.layer.of.has("film_seal") or other.soft for other in situation.below(at))
    return f"{layer.title} after wax or clear coat." if wears and sealed else ""


def _gilded_first(situation: Situation, at: int) -> str:
    if situation.laid[at].layer.kind != "metallic":
        return ""
    over = any(other.layer.of.has("film_seal") for other in situation.above(at))
    return "Gilding under the clear coat." if over else ""


def _glaze_grabs(situation: Situation, at: int) -> str:
    """On a seal a glaze wipes; unsealed milk paint it tints and rubs away, which is what it is for."""
    if situation.laid[at].layer.kind != "glaze":
        return ""
    below = situation.below(at)
    smooth = any(other.seals or other.facts.own_seal for other in below)
    milk = bool(below) and "milk_paint" in below[-1].facts.kinds
    return "" if smooth or milk or not below else "A glaze over raw matte paint grabs at once."


def _sponge_on_set(situation: Situation, at: int) -> str:
    if situation.laid[at].layer.kind != "sponge":
        return ""
    below = situation.below(at)
    loosens = bool(below) and below[-1].facts.kinds <= _WATER_LOOSENS
    return (
        ""
        if loosens
        else "The sponge lifts only fresh paint that water loosens still, before wax or clear coat."
    )


def _water_in_oil(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    thinned = layer.layer.water > 0.0 and bool(layer.layer.films) and layer.facts.base in ("oil", "wax")
    return f"Water does not go into {layer.layer.films[0].name}." if thinned else ""


def _bases_meet(situation: Situation, at: int) -> str:
    films = situation.laid[at].layer.films
    bases = {film.facts.base for film in films if film.facts is not None} - {"any"}
    return (
        f"{' and '.join(film.name for film in films)} do not run into each other." if len(bases) > 1 else ""
    )


ORDER_RULES: Final = (
    Rule(
        key="nothing_to_wear", weight="wrong", says=_wear_without, why="Wear shows the layer under a colour.",
    ),
    Rule(
        key="sponge_on_set", weight="wrong", says=_sponge_on_set,
        why="Lay it straight over milk paint or chalk-type paint soon after that is dry; elsewhere sand, or "
            "glaze.",
    ),
    Rule(
        key="water_in_oil", weight="wrong", says=_water_in_oil, cause="base",
        why="It separates, and stays soft. Thin oil-based paint with spirits, or take a water-based one.",
    ),
    Rule(
        key="bases_meet", weight="wrong", says=_bases_meet, cause="base",
        why="Water-based and oil-based paint do not mix wet. Take paints of one base, or let one dry under "
            "the other.",
    ),
    Rule(
        key="gilded_first", weight="school", says=_gilded_first, school="gilding", answers=("first",),
        why="One school gilds last, since cured gilding protects itself; the other first.",
    ),
    Rule(
        key="worn_after_seal", weight="school", says=_worn_after_seal, school="distress", answers=("after",),
        why="Nearly all wear the paint first; worn later, a wax marks the bare places.",
    ),
    Rule(
        key="cracks_want_two", weight="advice", says=_cracks,
        why="With one coat the wood shows in the cracks.",
    ),
    Rule(
        key="primer_goes_under", weight="advice", says=_primer_on_paint,
        why="It is there to hold and to block what comes from below.",
    ),
    Rule(
        key="glaze_on_raw", weight="advice", says=_glaze_grabs, cause="raw",
        why="Over a sealed surface it stays wipeable for some minutes.",
    ),
)  # fmt: skip
