"""The preparations that are known: their roles, ratios and order. Ratios of common practice."""

from collections.abc import Mapping, Sequence
from typing import Final

from jug_mingle.core.marked import marked
from jug_mingle.core.optics.uptake import SHORTEST, WIPES, Laying
from jug_mingle.core.recipes.preparations import WATER_KIND, Preparation, Role

_PAINTS: Final = ("chalk_paint", "mineral_paint", "acrylic", "milk_paint")
_ALIKE: Final = (_PAINTS, ("water_stain", "oil_stain", "gel_stain"), ("glaze", "clear_coat"))
"""Kinds that take each other's part in a preparation of one's own."""

_FOR_PLASTER: Final = ("wall_paint", *_PAINTS)
_CARRIER: Final = (
    "A spoonful of the carrier first, then the paint; "
    "never tint the parent tin, other colours will be wanted later."
)


def _role(
    key: str, title: str, kinds: tuple[str, ...], parts: float, low: float | None = None,
    high: float | None = None, below: str = "", above: str = "",
) -> Role:  # fmt: skip
    at_hand = not kinds or kinds in ((WATER_KIND,), ("white_glue",))
    return Role(
        key=key, title=title, kinds=kinds, parts=parts, low=low, high=high, below=below, above=above,
        at_hand=at_hand
    )  # fmt: skip


def _wiped(wipe: str, wait: float = SHORTEST, coats: int = 1) -> Laying:
    return Laying(wait=wait, wipe=WIPES[wipe], coats=coats)


_PAINT: Final = _role("paint", "paint", _PAINTS, 1)
_WATER: Final = _role("water", "water", ("thinner",), 1)
_GLAZE: Final = _role(
    "glaze", "glaze", ("glaze", "coloured_glaze"), 12, 10, 15, "it dries too fast to blend",
    "the paint thins and covers less",
)  # fmt: skip
_WHOLE: Final = _wiped("left alone")

PREPARATIONS: Final[Mapping[str, Preparation]] = {
    preparation.key: preparation
    for preparation in (
        Preparation(
            key="wash", title="Wash, 1 : 2", film="wash", coats=2, laying=_wiped("wiped lightly", coats=2),
            roles=(_PAINT, _role("water", "water", ("thinner",), 2, 1, None, "it covers like paint, and the "
                "wood is "
                                 "no longer read through it")),
            order="Paint first, then water, little by little.",
            use="Brushed in long passes over bare wood and wiped at once. One coat leaves most wood, two are "
                "usual.",
        ),
        Preparation(
            key="stain_from_paint", title="Stain from paint", film="paint_stain",
            laying=_wiped("wiped hard", 5.0),
            roles=(_PAINT, _role("water", "water (a mist on the wood)", ("thinner",), 0.25)),
            order="Mist the wood, brush the paint on as it is.",
            use="Wait until it is as deep as wanted, wipe along the grain. Longer is darker: try it on a "
                "strip. Ready "
            "for oil or a seal in under an hour, where a stain takes half a day or a day.",
        ),
        Preparation(
            key="home_chalk_paint", title="Home-made chalk paint, 3 : 1 : 1", coats=2, laying=_WHOLE,
            roles=(
                _WATER, _role("plaster", "plaster", ("extender",), 1),
                _role("paint", "paint", _FOR_PLASTER, 3),
            ),
            order="Plaster and water to a lump-free cream first, paint last. Straight into the paint it "
                "leaves lumps, "
            "and in the parent tin it spoils it.",
            use="Wall paint will do. Two coats over a strong colour, three in white over dark brown. It "
                "sets: mix for "
            "the job.",
        ),
        Preparation(
            key="milk_paint", title="Milk paint, 1 : 1", coats=2, laying=_WHOLE,
            roles=(_role("powder", "milk paint powder", ("milk_paint",), 1), _WATER),
            order="Powder into water, slowly; stir at every load, it settles. More powder makes it thicker, "
                "more water "
            "a thinner coat.",
            use="Two coats; it keeps about two weeks once mixed. Wet it looks darker: the powder is its dry "
                "colour.",
        ),
        Preparation(
            key="crackle_gesso", title="Crackle gesso, 1 : 1", coats=2, laying=_WHOLE,
            roles=(_role("powder", "crackle gesso powder", ("crackle_gesso",), 1), _WATER),
            order="One part powder worked into one of water, patiently.", use="Two coats under milk paint.",
        ),
        Preparation(
            key="tinted_wax", title="Tinted wax, 3 : 1", film="tinted_wax", laying=_wiped("wiped", 5.0),
            roles=(_role("wax", "wax base for tinting", ("tinting_wax",), 3), _PAINT), order=_CARRIER,
            use="Bonds to the paint below; wipeable for ten minutes or more; a clear coat over it later.",
        ),
        Preparation(
            key="glaze_in_clear_coat", title="Glaze from clear coat, 20 : 1", film="glaze",
            laying=_wiped("wiped", 1.0),
            roles=(_role("clear", "satin clear coat", ("clear_coat",), 20), _PAINT), order=_CARRIER,
            use="Over a sealed surface, so that it can be wiped. Open time is short. More paint by drops.",
        ),
        Preparation(
            key="glaze_in_glaze", title="Glaze from clear glaze, 20 : 1", film="glaze",
            laying=_wiped("wiped", 1.0),
            roles=(_role("clear", "clear glaze", ("glaze",), 20), _PAINT), order=_CARRIER,
            use="Over a sealed surface; brush it on, wipe with a damp cloth. By eye: more paint by drops.",
        ),
        Preparation(
            key="retarder_of_mixture", title="Retarder glaze, 12 % of the mixture", coats=2, laying=_WHOLE,
            roles=(_role("paint", "paint", _PAINTS, 88), _GLAZE),
            order="Glaze into the paint, 10 to 15 % of all of it.",
            use="Holds a blend open. Painters read the figure two ways; this is the share of the mixture.",
        ),
        Preparation(
            key="retarder_on_paint", title="Retarder glaze, 12 % on the paint", coats=2, laying=_WHOLE,
            roles=(_role("paint", "paint", _PAINTS, 100), _GLAZE),
            order="Glaze into the paint, 10 to 15 for every hundred of paint.",
            use="Holds a blend open. Painters read the figure two ways; this adds it to the paint.",
        ),
        Preparation(
            key="tinted_oil", title="Tinted interior oil, 10 : 1", film="tinted_oil",
            laying=_wiped("wiped hard", 20.0), roles=(
                _role("oil", "oil and wax butter", ("oil_wax_butter", "oil"), 10),
                _role("stain", "gel stain", ("gel_stain",), 1),
            ),
            order="Oil with oil only. By eye: weaker than the stain alone.",
            use="About 20 minutes, then wipe completely or it stays sticky.",
        ),
        Preparation(
            key="thinned_glue", title="Thinned glue for paper", laying=_WHOLE, colours=False,
            roles=(_role("glue", "white glue", ("white_glue",), 4), _role("water", "water", ("thinner",), 1)),
            order="A little water into the glue, until it runs but is not watery. By eye: the parts are a "
                "start.",
            use="Brushed on the paper, not on the wood. The same over it, dry, seals it.",
        ),
        Preparation(
            key="salt_texture", title="Salt texture, by eye", laying=_WHOLE, coats=1,
            roles=(_role("paint", "paint", _PAINTS, 4), _role("salt", "coarse salt", (), 1)),
            order="Salt into the paint until it is thick enough to trowel. By eye: the parts are a start.",
            use="Gives body, not colour. Loose grains fall while it is spread; what lies on the surface "
                "still sticks.",
        ),
        Preparation(
            key="fine_texture", title="Fine texture, by eye", laying=_WHOLE, coats=1,
            roles=(_role("paint", "paint", _PAINTS, 6), _role("texture", "texture powder", (), 1)),
            order="Texture powder or medium into the paint. By eye: the parts are a start.",
            use="Gives body, not colour: a fine, brushable texture. A transfer over it is rubbed down with a "
                "cloth.",
        ),
        Preparation(
            key="wood_bleach", title="Wood bleach and its neutraliser", laying=_WHOLE, colours=False,
            roles=(_role("bleach", "wood bleach, by its label", (), 1),),
            order="A bleach made for wood, never laundry bleach. One coat, as its label says; then its own "
                "neutraliser "
            "or thorough washing, and let the wood dry right through.",
            use="Pales the wood itself where no film can. Read the bare wood anew before you match anything "
                "on it.",
            caution="Never mix it with another cleaner, nor with ammonia or acid. Gloves, goggles, open "
                "windows. "
            "Unneutralised it goes on working below the finish. Its label, local rules and licensed trades "
            "come first.",
        ),
    )
}  # fmt: skip


def own_preparation(
    key: str, title: str, roles: Sequence[tuple[str, str, float]], *, film: str, laying: Laying
) -> Preparation:
    """Return a preparation of a person's own.

    Parameters
    ----------
    roles : sequence of (str, str, float)
        Of each its title, the kind of material that plays it, and parts; in the order in which they go into
        the jug.
    film, laying
        As of `Preparation`.

    Raises
    ------
    ValueError
        If there are no roles, or parts are not above 0.
    """
    if not roles:
        raise ValueError("a preparation takes at least one tin")
    found = []
    for n, (name, kind, parts) in enumerate(roles, start=1):
        if not 0.0 < parts <= 1000.0:
            raise ValueError(f"the parts of {name} must be above 0 and up to 1000, got {marked(parts)}")
        alike = next((kinds for kinds in _ALIKE if kind in kinds), (kind,))
        found.append(_role(f"part_{n}", name, alike, parts))
    names = ", then ".join(name for name, _, _ in roles)
    return Preparation(
        key=key, title=title, roles=tuple(found), order=f"{names}." if len(roles) > 1 else "As it is.",
        use="Your own.", laying=laying, film=film, coats=laying.coats,
    )  # fmt: skip
