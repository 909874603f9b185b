"""Preparations: recipes with roles instead of a target, altered within what holds, and what they do to a
ground."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import WATER_MOST, LaidFilm, body_over
from jug_mingle.core.evidence.mixtures import main_kind
from jug_mingle.core.marked import marked
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import check_batch, lowest_terms
from jug_mingle.core.optics.film import R_seen
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.over_kinds import over_kind

Shares = Sequence[tuple[str, float]]
"""What plays a role: keys of tins with their shares by volume; one tin, or all that is in a jug."""

WATER_KIND: Final = "thinner"
TAP: Final = "water"
"""What plays the water where no tin of it stands on the shelf: it comes from the tap."""

_FINEST: Final = 100


@dataclass(frozen=True, slots=True, kw_only=True)
class Role:
    """One part of a preparation.

    Attributes
    ----------
    kinds : tuple of str
        Kinds of material that can play it; nothing of what stands in the cupboard and not on the shelf.
    at_hand : bool
        Whether it is at hand without a tin of it on the shelf, as water from the tap is.
    parts : float
        How many are usual.
    low, high : float or None
        What holds, where practice says; None where no range is agreed.
    below, above : str
        What breaks with less, or more.
    """

    key: str
    title: str
    kinds: tuple[str, ...]
    parts: float
    low: float | None = None
    high: float | None = None
    below: str = ""
    above: str = ""
    at_hand: bool = False

    @property
    def water(self) -> bool:
        """Whether it is water."""
        return self.kinds == (WATER_KIND,)

    def breaks(self, parts: float) -> str:
        """Return what breaks with so many parts; nothing within what holds."""
        if self.low is not None and parts < self.low - 1e-9:
            return f"Less {self.title} than {marked(self.low)}: {self.below}."
        if self.high is not None and parts > self.high + 1e-9:
            return f"More {self.title} than {marked(self.high)}: {self.above}."
        return ""


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
    laying : Laying
        How one usual coat, or all of them, are laid.
    film : str
        As which see-through film it is laid, a key of `over_kinds`; nothing of what is built up until it
        hides.
    coats : int
        How many are usual.
    colours : bool
        Whether it changes a colour at all; glue, salt and bleach have none to be shown.
    caution : str
        What to say where it can hurt.
    """

    key: str
    title: str
    roles: tuple[Role, ...]
    order: str
    use: str
    laying: Laying
    film: str = ""
    coats: int = 1
    colours: bool = True
    caution: str = ""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Prepared:
    """A preparation scaled to a batch.

    Attributes
    ----------
    pours : tuple of Pour
        Of tins; their parts are those of the whole preparation.
    loose : tuple of (str, float)
        What comes from the cupboard: its title, and how much. [ml]
    water : float
        What comes from the tap; it goes into the jug after so many of the pours. [ml]
    water_after : int
    before, R, wet : (36,) ndarray
        A ground, and how it looks with the preparation on it, dry and wet. [0..1]
    breaks : tuple of str
        What breaks, where the ratio lies outside what holds.
    """

    pours: tuple[Pour, ...]
    loose: tuple[tuple[str, float], ...]
    before: FloatArray
    R: FloatArray
    wet: FloatArray
    breaks: tuple[str, ...]
    water: float = 0.0
    water_after: int = 0
    water_parts: int = 1


def batch_of(preparation: Preparation, parts: Mapping[str, float], *, role: str, ml: float) -> float:
    """Return how much is made in all, where one role is given that much of. [ml]

    ValueError if there is no such role.
    """
    own = _parts(preparation, parts)
    if role not in own:
        raise ValueError(f"{preparation.title} has no {role!r}; its roles are {', '.join(own)}")
    return ml * sum(own.values()) / own[role]


def prepare(
    shelf: Shelf, preparation: Preparation, cast: Mapping[str, Shares], *, batch: float, below: Ground,
    parts: Mapping[str, float] | None = None,
) -> Prepared:  # fmt: skip
    """Return a preparation with tins in its roles, and what its usual coats do to a ground.

    Parameters
    ----------
    cast : mapping
        Role → what plays it.
    batch : float
        How much is made. [ml]
    parts : mapping, optional
        Role → parts, where they are not the usual ones.

    Raises
    ------
    ValueError
        If a role is empty or played by a kind that cannot, parts are not above nothing, or the batch is out
        of range.
    """
    check_batch(batch)
    own = _parts(preparation, parts or {})
    whole = sum(own.values())
    ml: dict[str, float] = {}
    loose, water, water_after = [], 0.0, 0
    for role in preparation.roles:
        share = batch * own[role.key] / whole
        if role.water and _at_hand(role, cast):
            water, water_after = share, len(ml)
            continue
        if _at_hand(role, cast):
            loose.append((role.title, share))
            continue
        for key, part in _played(shelf, preparation, role, cast):
            ml[key] = ml.get(key, 0.0) + share * part
    amounts = [*ml.values(), *([water] if water else [])]
    counted = (
        lowest_terms(tuple(max(1, round(_FINEST * amount / batch)) for amount in amounts)) if amounts else ()
    )
    parts_said = _simple(preparation, own, cast) or counted
    pours = tuple(
        Pour(key=key, parts=part, ml=amount)
        for (key, amount), part in zip(ml.items(), parts_said, strict=False)
    )
    R, wet = _looks(shelf, preparation, pours, below, water=water)
    said = tuple(words for role in preparation.roles if (words := role.breaks(own[role.key])))
    return Prepared(
        pours=pours, loose=tuple(loose), before=below.R_seen, R=R, wet=wet, breaks=said, water=water,
        water_after=water_after, water_parts=parts_said[-1] if water else 1,
    )  # fmt: skip


def _at_hand(role: Role, cast: Mapping[str, Shares]) -> bool:
    """Return whether a role is played by what is at hand, and not by a tin."""
    return not role.kinds or (role.at_hand and not cast.get(role.key))


def _parts(preparation: Preparation, parts: Mapping[str, float]) -> dict[str, float]:
    known = {role.key: float(parts.get(role.key, role.parts)) for role in preparation.roles}
    if strange := set(parts) - set(known):
        raise ValueError(
            f"{preparation.title} has no {sorted(strange)[0]!r}; its roles are {', '.join(known)}"
        )
    for role in preparation.roles:
        if not (np.isfinite(known[role.key]) and 0.0 < known[role.key] <= 1000.0):
            raise ValueError(
                f"the parts of {role.title} must be above 0 and up to 1000, got {marked(known[role.key])}"
            )
    return known


def _played(shelf: Shelf, preparation: Preparation, role: Role, cast: Mapping[str, Shares]) -> Shares:
    shares = cast.get(role.key, ())
    if not shares:
        raise ValueError(f"{preparation.title}: no tin plays the {role.title}")
    pours = [Pour(key=key, parts=1, ml=share) for key, share in shares]
    kind = main_kind(shelf, pours) if len(pours) > 1 else shelf.materials[shelf.index(pours[0].key)].kind.key
    if kind not in role.kinds:
        first = shelf.materials[shelf.index(pours[0].key)]
        raise ValueError(f"{first.name} is {first.kind.title.lower()}: it cannot play the {role.title}")
    whole = sum(share for _, share in shares)
    return [(key, share / whole) for key, share in shares]


def _simple(
    preparation: Preparation, own: Mapping[str, float], cast: Mapping[str, Shares]
) -> tuple[int, ...] | None:
    """Return the parts as they are said, where each role is one tin of its own and they are whole."""
    poured = [role for role in preparation.roles if not _at_hand(role, cast)]
    poured += [role for role in preparation.roles if role.water and _at_hand(role, cast)]
    tins = [
        cast[role.key][0][0] if role.key in cast else TAP
        for role in poured
        if len(cast.get(role.key, "1")) == 1
    ]
    parts = [own[role.key] for role in poured]
    if len(set(tins)) != len(parts) or any(part != round(part) for part in parts):
        return None
    return tuple(round(part) for part in parts)


def thinned_by(pours: Sequence[Pour], water: float) -> float:
    """Return how many volumes of water come to one of what is poured of tins; no more than a film can say."""
    poured = sum(pour.ml for pour in pours)
    return min(WATER_MOST, water / poured) if poured > 0.0 else 0.0


def over_seal(preparation: Preparation) -> bool:
    """Return whether it is laid over what is sealed first."""
    return preparation.film != "" and over_kind(preparation.film).sealed


def _looks(
    shelf: Shelf, preparation: Preparation, pours: Sequence[Pour], below: Ground, *, water: float
) -> tuple[FloatArray, FloatArray]:
    if not any(shelf.materials[shelf.index(pour.key)].solids for pour in pours) or not preparation.colours:
        return below.R_seen, R_seen(body_over(shelf, (), below).body, 0.0)
    volumes = tuple((pour.key, pour.ml) for pour in pours)
    film = LaidFilm(
        volumes=volumes, laying=preparation.laying, over_seal=over_seal(preparation),
        water=thinned_by(pours, water),
    )  # fmt: skip
    laid = body_over(shelf, [film], below)
    return np.clip(laid.seen, 0.0, 1.0), R_seen(laid.body, 0.0)
