"""What is painted on: the kinds of ground, a file for each sort. A new one is a row in its file."""

from collections.abc import Mapping
from functools import cache
from typing import Final

from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.optics.grounds.boards import BOARDS
from jug_mingle.core.optics.grounds.factory_coats import FACTORY_COATS
from jug_mingle.core.optics.grounds.ground import (
    ADHESION_WORDS,
    NAMED,
    READ,
    Adhesion,
    Coat,
    Ground,
    GroundKind,
    measured_ground,
)
from jug_mingle.core.optics.grounds.metals import METALS
from jug_mingle.core.optics.grounds.old_finishes import OLD_FINISHES
from jug_mingle.core.optics.grounds.primers import PRIMERS
from jug_mingle.core.optics.grounds.sheets import SHEETS
from jug_mingle.core.optics.grounds.textiles import TEXTILES
from jug_mingle.core.optics.grounds.woods import WOODS

__all__ = [
    "ADHESION_WORDS", "GROUNDS", "READ", "SURROUNDINGS", "Adhesion", "Coat", "Ground", "GroundKind", "ground",
    "measured_ground",
]  # fmt: skip

_KINDS: Final[Mapping[str, GroundKind]] = {
    kind.key: kind for kind in (*WOODS, *BOARDS, *OLD_FINISHES, *PRIMERS, *FACTORY_COATS, *METALS, *TEXTILES, *SHEETS)
}
GROUNDS: Final = tuple(_KINDS)
"""Keys of the known grounds, bare woods first."""

SURROUNDINGS: Final = {
    "white wall": (94.0, 0.0, 3.0),
    "cream wall": (88.0, 1.0, 14.0),
    "grey wall": (66.0, 0.0, 1.0),
    "oak floor": (62.0, 9.0, 26.0),
    "dark floor": (34.0, 8.0, 13.0),
    "brick": (45.0, 24.0, 22.0),
}
"""CIELAB of walls and floors that a piece often stands against; invented means."""


@cache
def ground(key: str) -> Ground:
    """Return the ground `key`; ValueError lists the known ones."""
    if key not in _KINDS:
        raise ValueError(f"there is no ground {key!r}; known are {', '.join(_KINDS)}")
    kind = _KINDS[key]
    R = recover_reflectance(Lab_to_XYZ(kind.Lab), DAYLIGHT)
    return Ground(
        name=kind.title, R_seen=R, veil=0.9, bleeds=kind.bleeds, figure=kind.figure, adhesion=kind.adhesion,
        thirst=kind.thirst, coat=kind.coat, wood=key, unsure=NAMED,
    )  # fmt: skip
