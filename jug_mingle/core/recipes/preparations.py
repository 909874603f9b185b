"""Standard preparations: recipes with roles instead of a target, scaled to any batch; ratios of common practice."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import palette_of
from jug_mingle.core.materials.material import dry_shares
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import check_batch
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import Ground


@dataclass(frozen=True, slots=True, kw_only=True)
class Role:
    """One part of a preparation: which kinds can play it, how many parts, and what to say of it."""

    key: str
    title: str
    kinds: tuple[str, ...]
    parts: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Preparation:
    """A preparation.

    Attributes
    ----------
    roles : tuple of Role
        In the order in which they go into the jug.
    order : str
        How it is mixed, and why in that order.
    use : str
        What it is for, and how it is laid on.
    coat : float
        Share of an ordinary coat that stays on after wiping. [0..1]
    coats : int
        How many are usual.
    """

    key: str
    title: str
    roles: tuple[Role, ...]
    order: str
    use: str
    coat: float = 1.0
    coats: int = 1


_PAINTS: Final = ("chalk_paint", "mineral_paint", "acrylic", "milk_paint")
_FOR_PLASTER: Final = ("wall_paint", *_PAINTS)
_PAINT: Final = Role(key="paint", title="paint", kinds=_PAINTS, parts=1)
_CARRIER: Final = (
    "A spoonful of the carrier first, then the paint; never tint the parent tin, other colours will be wanted later."
)


def _role(key: str, title: str, kinds: tuple[str, ...], parts: float) -> Role:
    return Role(key=key, title=title, kinds=kinds, parts=parts)


_WATER: Final = _role("water", "water", ("thinner",), 1)
_GLAZE: Final = _role("glaze", "glaze", ("glaze", "coloured_glaze"), 12)

PREPARATIONS: Final[Mapping[str, Preparation]] = {
    one.key: one
    for one in (
        Preparation(
            key="wash", title="Wash, 1 : 2", coat=0.5, coats=2,
            roles=(_PAINT, _role("water", "water", ("thinner",), 2)),
            order="Paint first, then water, little by little.",
            use="Brushed in long passes over bare wood and wiped at once. One coat leaves most wood, two are usual.",
        ),
        Preparation(
            key="stain_from_paint", title="Stain from paint", coat=0.35,
            roles=(_PAINT, _role("water", "water (a mist on the wood)", ("thinner",), 0.25)),
            order="Mist the wood, brush the paint on as it is.",
            use="Wait until it is as deep as wanted, wipe along the grain. Longer is darker: try it on a strip.",
        ),
        Preparation(
            key="home_chalk_paint", title="Home-made chalk paint, 3 : 1 : 1", coats=2,
            roles=(
                _WATER, _role("plaster", "plaster", ("extender",), 1), _role("paint", "paint", _FOR_PLASTER, 3),
            ),
            order="Plaster and water to a lump-free cream first, paint last. Straight into the paint it leaves lumps, "
            "and in the parent tin it spoils it.",
            use="Two coats over a strong colour, three in white over dark brown. It sets: mix for the job.",
        ),
        Preparation(
            key="milk_paint", title="Milk paint, 1 : 1", coats=2,
            roles=(_role("powder", "milk paint powder", ("milk_paint",), 1), _WATER),
            order="Powder into water, slowly; stir at every load, it settles.",
            use="Two coats; it keeps about two weeks once mixed.",
        ),
        Preparation(
            key="crackle_gesso", title="Crackle gesso, 1 : 1", coats=2,
            roles=(_role("powder", "crackle gesso powder", ("crackle_gesso",), 1), _WATER),
            order="One part powder worked into one of water, patiently.", use="Two coats under milk paint.",
        ),
        Preparation(
            key="tinted_wax", title="Tinted wax, 3 : 1", coat=0.4,
            roles=(_role("wax", "wax base for tinting", ("tinting_wax",), 3), _PAINT), order=_CARRIER,
            use="Bonds to the paint below; wipeable for ten minutes or more; a clear coat over it later.",
        ),
        Preparation(
            key="glaze_in_clear_coat", title="Glaze from clear coat, 20 : 1", coat=0.5,
            roles=(_role("clear", "satin clear coat", ("clear_coat",), 20), _PAINT), order=_CARRIER,
            use="Over a sealed surface, so that it can be wiped. Open time is short. More paint by drops.",
        ),
        Preparation(
            key="retarder_of_mixture", title="Retarder glaze, 12 % of the mixture", coats=2,
            roles=(_role("paint", "paint", _PAINTS, 88), _GLAZE),
            order="Glaze into the paint, 10 to 15 % of all of it.",
            use="Holds a blend open. Painters read the figure two ways; this is the share of the mixture.",
        ),
        Preparation(
            key="retarder_on_paint", title="Retarder glaze, 12 % on the paint", coats=2,
            roles=(_role("paint", "paint", _PAINTS, 100), _GLAZE),
            order="Glaze into the paint, 10 to 15 for every hundred of paint.",
            use="Holds a blend open. Painters read the figure two ways; this adds it to the paint.",
        ),
        Preparation(
            key="tinted_oil", title="Tinted interior oil, 10 : 1", coat=0.5,
            roles=(
                _role("oil", "oil and wax butter", ("oil_wax_butter", "oil"), 10),
                _role("stain", "gel stain", ("gel_stain",), 1),
            ),
            order="Oil with oil only. By eye: weaker than the stain alone.",
            use="About 20 minutes, then wipe completely or it stays sticky.",
        ),
    )
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Prepared:
    """A preparation scaled to a batch: its pours, and how one coat dries over a ground, seen beside that [0..1]."""

    pours: tuple[Pour, ...]
    R: FloatArray
    before: FloatArray


def prepare(
    shelf: Shelf, preparation: Preparation, cast: Mapping[str, str], *, batch: float, below: Ground
) -> Prepared:
    """Return a preparation with tins in its roles, and what one wiped coat of it does to a ground.

    Parameters
    ----------
    cast : mapping
        Role → key of the tin that plays it.
    batch : float
        How much is made. [ml]

    Raises
    ------
    ValueError
        If a role is empty or played by a kind that cannot, or the batch is out of range.
    """
    check_batch(batch)
    places = []
    for role in preparation.roles:
        if role.key not in cast:
            raise ValueError(f"{preparation.title}: no tin plays the {role.title}")
        place = shelf.index(cast[role.key])
        if shelf.materials[place].kind.key not in role.kinds:
            pot = shelf.materials[place]
            raise ValueError(f"{pot.name} is {pot.kind.title.lower()}: it cannot play the {role.title}")
        places.append(place)
    total = sum(role.parts for role in preparation.roles)
    pours = tuple(
        Pour(key=cast[role.key], parts=max(1, round(role.parts)), ml=batch * role.parts / total)
        for role in preparation.roles
    )
    return Prepared(pours=pours, R=_dried(shelf, preparation, places, pours, below), before=below.R_seen)


def _dried(
    shelf: Shelf, preparation: Preparation, places: list[int], pours: tuple[Pour, ...], below: Ground
) -> FloatArray:
    palette = palette_of(shelf, places)
    ml = np.array([pour.ml for pour in pours])
    c = dry_shares(ml, palette.solids)
    solids = float((ml * palette.solids).sum() / ml.sum())
    wet = 1000.0 / max(m.spread_rate or m.kind.spread_rate for m in (shelf.materials[p] for p in places))
    body = R_film(
        K=c @ palette.K, S=c @ palette.S, X=wet * solids * preparation.coat, R_g=R_body(below.R_seen, below.veil)
    )
    return R_seen(body, float(c @ palette.veil))
