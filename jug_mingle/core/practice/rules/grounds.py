"""Rules about what a first coat is laid on: old finishes, slick and bare grounds, what bleeds. Common
practice."""

from typing import Final

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.optics.film import R_infinity, R_seen
from jug_mingle.core.optics.grounds import ADHESION_WORDS, Adhesion
from jug_mingle.core.pieces.addresses import zone_of
from jug_mingle.core.practice.rules.rule import Rule, Says
from jug_mingle.core.practice.situation import LaidLayer, Situation

_MIDDLE_GREY: Final = 50.0
"""Paler colours than this show what bleeds through them. [L*]"""

_TOUGH: Final = 2
"""Coats of a tough seal that stand for the primer of painted hardware."""

_PRIMERS: Final = frozenset({"primer", "bonding_primer", "clear_primer"})


def _first(situation: Situation, at: int) -> LaidLayer | None:
    """Return a layer if nothing lies below it and it takes nothing away."""
    layer = situation.laid[at]
    return None if situation.below(at) or layer.layer.of.act == "reveal" else layer


def _stain(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    if layer.layer.kind != "stain":
        return ""
    if any(other.layer.of.has("closes_wood") for other in situation.below(at)):
        return "A stain has to reach bare wood: what lies below closes it."
    return "" if situation.ground.drinks else f"A stain has to reach bare wood, not {_ground(situation)}."


def _milk_paint(situation: Situation, at: int) -> str:
    layer, below = situation.laid[at], situation.below(at)
    if not layer.facts.bare_wood_only or layer.layer.kind == "stain":
        return ""
    if below:
        slick = below[-1].layer.of.has("film_seal") or below[-1].soft
        return f"Milk paint will not hold on {below[-1].title.lower()}." if slick else ""
    ground = situation.ground
    return "" if ground.coat in ("", "primer") else f"Milk paint will not hold on {_ground(situation)}."


def _wash(situation: Situation, at: int) -> str:
    layer = _first(situation, at)
    if (
        layer is None
        or not layer.layer.of.has("thin")
        or situation.ground.coat not in ("varnish", "oil", "wax")
    ):
        return ""
    return f"A wash does not go into {_ground(situation)}: it beads and wipes off."


def _enamel(situation: Situation, at: int) -> LaidLayer | None:
    layer = _first(situation, at)
    needs = (
        layer is not None
        and layer.facts.needs_primer
        and not layer.facts.own_primer
        and layer.layer.kind != "stain"
    )
    return layer if needs else None


def _enamel_on_bare(situation: Situation, at: int) -> str:
    if _enamel(situation, at) is None or situation.ground.coat or situation.ground.adhesion != "holds":
        return ""
    return f"Enamel will not hold on bare {_ground(situation)} without a primer."


def _enamel_on_scuffed(situation: Situation, at: int) -> str:
    if _enamel(situation, at) is None or situation.ground.adhesion not in ("scuff", "thick"):
        return ""
    return f"Enamel without a primer on {_ground(situation)}, scuffed."


def _on_slick(situation: Situation, at: int) -> LaidLayer | None:
    """Return a first coat on what is slick that does not bond by itself; wax is rubbed on, and holds on
    metal."""
    layer = _first(situation, at)
    if (
        layer is None
        or situation.ground.adhesion != "bond"
        or layer.facts.kinds & _PRIMERS
        or layer.facts.base == "wax"
    ):
        return None
    return None if _sealed_hardware(situation) else layer


def _sealed_hardware(situation: Situation) -> bool:
    """Return whether it is hardware that is painted without its primer and sealed twice with a tough coat
    (J029)."""
    coats = sum(layer.layer.coats for layer in situation.laid if layer.layer.of.has("film_seal"))
    return coats >= _TOUGH and all(zone_of(face) == "hardware" for face in situation.faces)


def _slick(situation: Situation, at: int) -> str:
    layer = _on_slick(situation, at)
    return (
        ""
        if layer is None or _primes_itself(layer)
        else f"{situation.ground.name}: {ADHESION_WORDS['bond']}."
    )


def _primes_itself(layer: LaidLayer) -> bool:
    """Return whether a tin is sold as its own primer, or its label says so; that a kind holds on wood is not
    enough."""
    said = any(told.own_primer and not kind.handling.own_primer for kind, told in layer.facts.contents)
    return said or "self_priming_paint" in layer.facts.kinds


def _slick_self_priming(situation: Situation, at: int) -> str:
    layer = _on_slick(situation, at)
    if layer is None or not _primes_itself(layer):
        return ""
    return f"{situation.ground.name}: {layer.title.lower()} that primes itself, without a bonding primer."


def _ordinary_primer(situation: Situation, at: int) -> str:
    layer = _first(situation, at)
    if layer is None or situation.ground.adhesion != "bond" or layer.facts.kinds & _PRIMERS != {"primer"}:
        return ""
    return f"{situation.ground.name}: take a bonding primer, an ordinary one may let go of it."


def _asks(adhesion: Adhesion, *, of_primer: bool) -> Says:
    """Return what a ground asks for, of any first coat or of all but a primer."""

    def says(situation: Situation, at: int) -> str:
        layer = _first(situation, at)
        if (
            layer is None
            or situation.ground.adhesion != adhesion
            or (not of_primer and layer.layer.kind == "primer")
        ):
            return ""
        return f"{situation.ground.name}: {ADHESION_WORDS[adhesion]}."

    return says


def _bleeds(situation: Situation, at: int) -> str:
    layer = situation.laid[at]
    if not (situation.ground.bleeds and layer.layer.of.has("hides")) or layer.facts.blocks_stains:
        return ""
    if any(
        other.facts.blocks_stains
        for other in situation.below(at)
        if other.layer.of.has("opaque", "film_seal")
    ):
        return ""
    if any(_bleeds(situation, below) for below in range(at)):
        return ""  # said of the first coat that shows it
    L = max(
        float(R_to_Lab(R_seen(R_infinity(K=film.optics.K, S=film.optics.S), film.veil))[0])
        for film in layer.layer.films
    )
    return f"The {_ground(situation)} may bleed through." if L > _MIDDLE_GREY else ""


def _unprimed(situation: Situation, at: int) -> str:
    layer = _first(situation, at)
    primed = (
        situation.ground.coat == "primer"
        or layer is None
        or layer.layer.kind == "primer"
        or layer.facts.own_primer
    )
    return "" if primed or layer is None or not layer.layer.of.has("hides") else "No primer under the paint."


def _ground(situation: Situation) -> str:
    return situation.ground.name.lower() or "it"


GROUND_RULES: Final = (
    Rule(
        key="stain_needs_bare_wood", weight="wrong", says=_stain, cause="holds",
        why="It colours by going in; over a film it wipes off again. Sand to bare wood, or lay a wash of "
            "paint.",
    ),
    Rule(
        key="milk_paint_on_a_film", weight="wrong", says=_milk_paint, cause="holds",
        why="It holds on bare wood and on gesso; on an old finish an opaque self-priming paint goes first.",
    ),
    Rule(
        key="wash_on_varnish", weight="wrong", says=_wash, cause="holds",
        why="Over sound scuffed paint a wash is right. Sand varnish to bare wood, or prime and paint it "
            "first.",
    ),
    Rule(
        key="enamel_on_bare_wood", weight="wrong", says=_enamel_on_bare, cause="holds",
        why="It grips less well than chalk-type paint: primer is part of it. Prime, and sand that lightly.",
    ),
    Rule(
        key="slick_ground", weight="wrong", says=_slick, cause="holds",
        why="Sanding never opens it. A thin coat of bonding primer on that part only is enough; follow its "
            "label.",
    ),
    Rule(
        key="slick_self_priming", weight="advice", says=_slick_self_priming, cause="holds",
        why="Its label decides whether it bonds to what is slick. Try a hidden place, and scratch it after a "
            "day.",
    ),
    Rule(
        key="wax_below", weight="wrong", says=_asks("clean", of_primer=True), cause="holds",
        why="Nothing that forms a film holds on wax. Spirits and a pad take it off; dry the rags flat "
            "outdoors.",
    ),
    Rule(
        key="loose_ground", weight="wrong", says=_asks("loose", of_primer=True), cause="holds",
        why="A coat stays as long as what it is laid on. Old paint may hold lead: test before sanding or "
            "scraping.",
    ),
    Rule(
        key="enamel_on_scuffed_finish", weight="school", says=_enamel_on_scuffed, school="enamel",
        answers=("scuffed",), cause="holds",
        why="Some lay enamel on a sound old finish that was scuffed; others always prime. A primer holds "
            "best.",
    ),
    Rule(
        key="ordinary_primer_on_slick", weight="advice", says=_ordinary_primer, cause="holds",
        why="What will not sand wants a primer that bonds. Try a hidden place first, and follow the label.",
    ),
    Rule(
        key="unprimed", weight="school", says=_unprimed, school="prime", answers=("where_it_bleeds", "never"),
        quiet=True, cause="holds",
        why="Some prime whatever they paint; others where it bleeds or will not hold, or not at all.",
    ),
    *(
        Rule(
            key=f"{adhesion}_ground", weight="advice", says=_asks(adhesion, of_primer=False), cause="holds",
            why="What a coat is laid on decides whether it stays. Try a hidden place first, and follow the "
                "label.",
        )
        for adhesion in ("scuff", "thick", "wet")
    ),
    Rule(
        key="bleeding", weight="advice", says=_bleeds,
        why="Tannin and old stain come through pale paint as yellow or pink; a stain-blocking primer holds "
            "them.",
    ),
)  # fmt: skip
