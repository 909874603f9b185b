"""Rules about wax and oil below films, and about coloured wax on what is raw. Common practice."""

from typing import Final

from jug_mingle.core.finishes.layer_settings import PLACES
from jug_mingle.core.practice.rules.rule import Rule, Says
from jug_mingle.core.practice.situation import LaidLayer, Situation

_OILS: Final = frozenset({"oil", "oil_wax_butter"})

_DARK: Final = 0.2
"""A wax that absorbs more than this (K X, mean over the spectrum) is dark."""

_HARD: Final = 0.8
"""Wiped back more than this, a wax is wiped hard."""


def _waxes_below(situation: Situation, at: int) -> list[LaidLayer]:
    """Return the solvent waxes below a layer that forms a film, down to the clear coat that lies over others;
    those that an eraser took off again count still."""
    return (
        [other for other in _uncovered(situation, at) if other.soft] if situation.laid[at].forms_film else []
    )


def _uncovered(situation: Situation, at: int) -> list[LaidLayer]:
    """Return what lies below a layer down to the last clear coat, which is what the layer holds on."""
    layers: list[LaidLayer] = []
    for other in reversed(situation.below(at)):
        layers.append(other)
        if other.layer.of.has("film_seal"):
            break
    return layers[::-1]


def _film_over_wax(situation: Situation, at: int) -> str:
    layer, waxes = situation.laid[at], _waxes_below(situation, at)
    if any(other.whole for other in waxes) or (waxes and not layer.layer.of.has("film_seal")):
        return f"{layer.title} over wax will not hold."
    return ""


def _film_over_wiped_wax(situation: Situation, at: int) -> str:
    waxes = _waxes_below(situation, at)
    if not waxes or _film_over_wax(situation, at):
        return ""
    return f"{situation.laid[at].title} over wax that was wiped and lies in recesses."


def _water_over_oil(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    oiled = any(other.facts.kinds & _OILS for other in _uncovered(situation, at))
    if not oiled or not layer.layer.of.has("water_based") or layer.facts.base != "water":
        return ""
    return f"{layer.title} over oil will not hold."


def _on_raw(situation: Situation, at: int) -> bool:
    """Return whether a wax that colours lies on raw paint or wood, with nothing below on which it would
    move."""
    layer = situation.laid[at]
    if not (layer.coloured_wax and layer.soft):
        return False
    below = situation.below(at)
    return not any(
        other.layer.of.has("film_seal") or other.clear_wax or other.facts.own_seal for other in below
    )


def _wax_on_raw(situation: Situation, at: int) -> str:
    if not _on_raw(situation, at):
        return ""
    return f"Coloured wax on {'raw paint' if situation.below(at) else 'raw wood'}."


def _is_dark(layer: LaidLayer) -> bool:
    films = layer.layer.films
    return layer.coloured_wax and bool(films) and float(films[0].optics.K.mean()) * films[0].X > _DARK


def _dark_alone(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    light = any(other.clear_wax for other in situation.below(at))
    return "Dark wax without light wax below it." if _is_dark(layer) and layer.soft and not light else ""


def _dark_at(*places: str) -> Says:
    """Return what is said of dark wax that lies at one of some places."""

    def says(situation: Situation, at: int) -> str:
        layer = situation.laid[at]
        return (
            f"Dark wax {PLACES[layer.layer.place]}."
            if _is_dark(layer) and layer.layer.place in places
            else ""
        )

    return says


def _dark_wiped_hard(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    if not (_is_dark(layer) and layer.layer.wipe > _HARD and _on_raw(situation, at)):
        return ""
    return "Dark wax wiped hard from raw paint leaves stains."


def _eraser(situation: Situation, at: int) -> str:
    if situation.laid[at].layer.kind != "wax_eraser":
        return ""
    below = situation.below(at)
    return "" if below and below[-1].soft else "Clear wax takes off the wax laid just before it."


def _powder_without_wax(situation: Situation, at: int) -> str:
    waxed = any(other.soft for other in situation.below(at))
    return (
        ""
        if waxed or not situation.laid[at].powder
        else "Ageing powder wants wax below it, dry to the touch."
    )


WAX_RULES: Final = (
    Rule(
        key="film_over_wax", weight="wrong", says=_film_over_wax, cause="wax",
        why="A film beads and peels on wax, which stays soft below it. Take it off with spirits, or end with "
            "the wax.",
    ),
    Rule(
        key="water_over_oil", weight="wrong", says=_water_over_oil,
        why="Water-based paint beads and peels on oil. Oil last, or take an oil-based paint on it.",
    ),
    Rule(
        key="eraser_without_wax", weight="wrong", says=_eraser,
        why="There is no coloured wax under it to take off.",
    ),
    Rule(
        key="film_over_wiped_wax", weight="school", says=_film_over_wiped_wax, school="film_over_wax",
        answers=("hard",), cause="wax",
        why="Some seal wax that was wiped to a trace, once it is hard; others never lay a film over any wax.",
    ),
    Rule(
        key="wax_on_raw", weight="school", says=_wax_on_raw, school="coloured_wax", answers=("raw",),
        cause="raw",
        why="Raw paint takes a richer tone but lets little be wiped back; over a clear coat or clear wax it "
            "moves.",
    ),
    Rule(
        key="dark_wax_alone", weight="school", says=_dark_alone, school="dark_wax", answers=("straight",),
        quiet=True,
        cause="raw", why="One school never lays it alone, or it smears and stains; others straight on what "
            "is there.",
    ),
    Rule(
        key="dark_wax_in_recesses", weight="school", says=_dark_at("recess", "grain"), school="dark_place",
        answers=("recess",), quiet=True,
        why="One school sets it in hollows, where dirt gathers; the other never packs it there.",
    ),
    Rule(
        key="dark_wax_on_tips", weight="school", says=_dark_at("high"), school="dark_place",
        answers=("high",),
        quiet=True, why="One school puts a trace on the tips; the other sets it in hollows, as shadows give "
            "depth.",
    ),
    Rule(
        key="powder_without_wax", weight="advice", says=_powder_without_wax,
        why="It is brushed into crevices after the wax has dried to the touch, then buffed; on paint it "
            "falls off.",
    ),
    Rule(
        key="dark_wax_wiped_hard", weight="advice", says=_dark_wiped_hard,
        why="Clear wax first, dried, gives the time to wipe.",
    ),
)  # fmt: skip
