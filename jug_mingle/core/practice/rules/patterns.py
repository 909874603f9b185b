"""Rules about what is laid out: stencils, transfers, papers, raised work, and textures. Common practice."""

from typing import Final

from jug_mingle.core.pieces.addresses import zone_of
from jug_mingle.core.practice.rules.rule import Rule
from jug_mingle.core.practice.situation import Situation

_ROUGH: Final = ("stippled", "trowelled", "salt", "rust", "chippy")
_STUCK: Final = ("transfer", "paper", "collage")


def _clear_coats_above(situation: Situation, at: int) -> int:
    return sum(layer.layer.coats for layer in situation.above(at) if layer.layer.of.has("film_seal"))


def _unsealed_print(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    if layer.layer.kind != "transfer":
        return ""
    laid = _clear_coats_above(situation, at)
    return (
        ""
        if laid >= 2
        else f"{'One clear coat lies' if laid else 'No clear coat lies'} over the transfer: two hold it."
    )


def _stuck_on_wax(situation: Situation, at: int) -> str:
    below = situation.below(at)
    stuck = situation.laid[at].layer.kind in _STUCK
    greasy = bool(below) and (below[-1].soft or below[-1].layer.kind == "oil")
    return "Nothing sticks on wax or oil." if stuck and greasy else ""


def _on_texture(situation: Situation, at: int) -> str:
    rough = [layer for layer in situation.laid[:at] if layer.layer.kind in _ROUGH]
    if situation.laid[at].layer.kind == "transfer" and rough:
        texture = rough[-1].title.lower()
        return f"The transfer lies on a texture ({texture}): rub every part down with a soft cloth."
    return ""


def _on_curves(situation: Situation, at: int) -> str:
    if situation.laid[at].layer.kind != "transfer":
        return ""
    return (
        "A curve is harder to lay a transfer on: shorter pieces, from the middle."
        if any(zone_of(face) in ("leg", "moulding") for face in situation.faces)
        else ""
    )


def _bare_transfer(situation: Situation, at: int) -> str:
    below = situation.below(at)
    transfer = situation.laid[at].layer.kind == "transfer"
    return (
        "The transfer goes on bare paint."
        if transfer and below and not below[-1].layer.of.has("film_seal")
        else ""
    )


def _sealed_transfer(situation: Situation, at: int) -> str:
    below = situation.below(at)
    transfer = situation.laid[at].layer.kind == "transfer"
    return (
        "The transfer goes between clear coats."
        if transfer and below and below[-1].layer.of.has("film_seal")
        else ""
    )


def _shiny_paste(situation: Situation, at: int) -> str:
    if situation.laid[at].layer.kind not in ("paper", "collage"):
        return ""
    above = [layer.layer for layer in situation.above(at) if layer.layer.kind == "sealer"]
    return "Paper under no clear coat of its own stays soft." if not above else ""


def _paste_bare(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    return (
        "Texture paste is porous and takes dirt."
        if layer.layer.kind == "raised" and not situation.above(at)
        else ""
    )


def _rust_open(situation: Situation, at: int) -> str:
    if situation.laid[at].layer.kind != "rust":
        return ""
    sealed = any(layer.seals for layer in situation.above(at))
    return "" if sealed else "Rust goes on and rubs off until it is sealed."


PATTERN_RULES: Final = (
    Rule(key="transfer_two_coats", weight="advice", says=_unsealed_print,
         why="Its film is thin: two clear coats lock it and hide its edge."),
    Rule(key="stuck_on_wax", weight="wrong", says=_stuck_on_wax,
         why="Lay it before wax and oil, or clean them off with spirits first."),
    Rule(key="transfer_on_texture", weight="advice", says=_on_texture,
         why="The stick bridges hollows; a cloth presses it into them."),
    Rule(key="transfer_on_curves", weight="advice", says=_on_curves,
        why="Flat is easy; film does not stretch."),
    Rule(key="transfer_bare", weight="school", says=_bare_transfer, school="transfer", answers=("bare",),
        quiet=True,
         why="One seal later does for all. Others protect the paint first, and lock the transfer next."),
    Rule(key="transfer_between", weight="school", says=_sealed_transfer, school="transfer",
        answers=("between",),
         quiet=True, why="The paint is protected first. Others lay it on bare paint, and seal once."),
    Rule(key="paper_sealed", weight="advice", says=_shiny_paste,
         why="A coat over it; flat where no shine is wanted, satin where a satin film follows."),
    Rule(key="paste_finished", weight="advice", says=_paste_bare,
         why="Wax in its hollows shows it, paint and clear coat close it."),
    Rule(key="rust_sealed", weight="advice", says=_rust_open,
         why="A matte sealer the next day stops it, and deepens every colour."),
)  # fmt: skip
