"""Names of the faces of a piece: what a look, a ground or an amount can be for.

A face's address is "zone/kind/part/face", such as "front/drawer/drawer 2/outside". It answers to each of
these names alone, so that a layer may be for all fronts, all drawers, one drawer, or the inside of one:
"drawer 2/inside". A zone alone, such as "front", is an address too, of whatever has no parts.
"""

from collections.abc import Iterable
from functools import lru_cache
from typing import Final

ZONES: Final = {
    "front": "fronts",
    "body": "frame",
    "side": "sides",
    "top": "top",
    "leg": "legs",
    "plinth": "plinth",
    "moulding": "mouldings",
    "inside": "open insides",
    "within": "insides behind fronts",
    "hidden": "backs and undersides",
    "padding": "padding",
    "hardware": "hardware",
    "glass": "glass",
}
"""What every face belongs to one of, and what painters call it."""

WHEN_ASKED: Final = frozenset({"within", "hidden", "padding", "hardware", "glass"})
"""Zones that are painted only where a layer names them, or a part of theirs."""

WORN: Final = frozenset({"top", "padding"})
"""Zones on which things stand, and people sit."""

NOWHERE: Final = "nowhere"
"""What a layer is laid on whose last face was taken from it: no face answers to it."""

FACES: Final = {
    "outside": "outside",
    "recess": "recess",
    "bead": "bead",
    "edge": "edges",
    "inside": "inside",
    "underside": "underside",
    "back": "back",
    "sides": "sides",
}
"""What a part's faces are called."""


def address(zone: str, kind: str, part: str, face: str) -> str:
    """Return the address of a face."""
    return f"{zone}/{kind}/{part}/{face}"


def zone_of(address: str) -> str:
    """Return the zone that a face belongs to."""
    return address.partition("/")[0]


@lru_cache(maxsize=4096)
def names_of(address: str) -> frozenset[str]:
    """Return all names that a face answers to."""
    zone, *rest = address.split("/")
    if not rest:
        return frozenset({zone})
    kind, part, face = rest
    # Who says "top" means what is seen of it: its underside, which belongs to another zone, is
    # "top/underside".
    own = {name for name in (kind, part) if zone not in WHEN_ASKED or name not in ZONES}
    return frozenset({zone, face, f"{kind}/{face}", f"{part}/{face}", *own})


@lru_cache(maxsize=4096)
def closest_first(address: str) -> tuple[str, ...]:
    """Return the names of a face from the most its own to the most general."""
    zone, *rest = address.split("/")
    if not rest:
        return (zone,)
    kind, part, face = rest
    return (f"{part}/{face}", part, f"{kind}/{face}", kind, face, zone)


def reached(address: str, names: Iterable[str]) -> bool:
    """Return whether a face is meant by some names; by none all are meant that are not painted only when
    asked."""
    names = tuple(names)
    return not names_of(address).isdisjoint(names) if names else zone_of(address) not in WHEN_ASKED


_SAID: Final = {("body", "edge"): "frame", ("side", "outside"): "sides"}
"""What a case's own faces are called: its frame is the edges of its boards."""


def face_said(address: str) -> str:
    """Return what a face of a part is called."""
    zone, _, _, face = address.split("/")
    return _SAID.get((zone, face), FACES.get(face, face))


def said_of(address: str) -> str:
    """Return what a painter would call a zone, or a face by its address."""
    zone, *rest = address.split("/")
    if not rest:
        return ZONES.get(zone, zone)
    part, said = rest[1], face_said(address)
    if part == "carcass":
        return said
    return part if said == "outside" else f"{part}, {said}"
