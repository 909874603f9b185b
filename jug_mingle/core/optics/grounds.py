"""What is painted on: generic bare woods by species tone, paper, metal. Tones are invented."""

from dataclasses import dataclass
from functools import cache
from typing import Final

from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, check_finite, read_only
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.colour.spectra import DAYLIGHT, as_spectrum


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Ground:
    """What is painted on: a seen reflectance with its surface.

    Attributes
    ----------
    R_seen : (36,) ndarray
        Dry and bare, as a reader would see it. [0..1]
    veil : float
        As for `film.R_seen`. [0..1]
    bleeds : bool
        Whether tannin may come through pale paint.
    figure : float
        How strongly its grain is figured; 0 where it is even. [0..1]
    """

    name: str
    R_seen: FloatArray
    veil: float = 1.0
    bleeds: bool = False
    figure: float = 0.0


# Title, Lab under D65, whether tannin may bleed through pale paint, and the figure's strength. From memory of sanded,
# dry boards and of what is found under old finishes.
_TONES: Final = {
    "oak": ("Oak", (66.0, 8.5, 24.0), True, 1.0),
    "pine": ("Pine", (78.0, 6.0, 27.0), False, 1.0),
    "beech": ("Beech", (71.0, 10.0, 20.0), False, 1.0),
    "walnut": ("Walnut", (44.0, 9.0, 15.0), True, 1.0),
    "mahogany": ("Mahogany", (42.0, 19.0, 20.0), True, 1.0),
    "ash": ("Ash", (76.0, 4.5, 19.0), False, 1.0),
    "cherry": ("Cherry", (58.0, 15.0, 25.0), False, 1.0),
    "maple": ("Maple", (80.0, 5.0, 19.0), False, 1.0),
    "teak": ("Teak", (52.0, 11.0, 25.0), True, 1.0),
    "elm": ("Elm", (60.0, 9.0, 22.0), False, 1.0),
    "birch": ("Birch", (80.0, 4.0, 18.0), False, 1.0),
    "failed_varnish": ("Failed varnish", (47.0, 18.0, 36.0), True, 0.6),
    "old_white_paint": ("Old white paint", (88.0, 0.0, 11.0), False, 0.0),
    "old_dark_paint": ("Old dark paint", (27.0, 5.0, 7.0), False, 0.0),
    "white_primer": ("White primer", (94.0, 0.0, 2.0), False, 0.0),
    "grey_primer": ("Grey primer", (60.0, 0.0, 0.0), False, 0.0),
    "fibreboard": ("Raw fibreboard", (62.0, 7.0, 19.0), False, 0.0),
    "paper": ("White paper", (95.0, 0.0, 2.0), False, 0.0),
    "brass": ("Aged brass", (52.0, 6.0, 26.0), False, 0.0),
    "iron": ("Black iron", (24.0, 0.5, 1.0), False, 0.0),
    "steel": ("Dull steel", (63.0, -0.5, 1.5), False, 0.0),
    "plain_cloth": ("Plain cloth", (74.0, 2.0, 12.0), False, 0.0),
    "patterned_cloth": ("Patterned cloth", (58.0, 6.0, 14.0), False, 0.0),
    "cane": ("Cane", (70.0, 6.0, 30.0), False, 0.0),
    "glass": ("Glass", (67.65, 0.0, 0.0), False, 0.0),
    "laminate": ("Laminate", (88.0, -0.5, 4.0), False, 0.0),
    "baked_coat": ("Baked factory coat", (90.0, -0.8, 3.0), False, 0.0),
    "vinyl": ("Vinyl", (82.0, 1.0, 6.0), False, 0.0),
}
GROUNDS: Final = tuple(_TONES)
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
    if key not in _TONES:
        raise ValueError(f"there is no ground {key!r}; known are {', '.join(_TONES)}")
    title, Lab, bleeds, figure = _TONES[key]
    R = recover_reflectance(Lab_to_XYZ(Lab), DAYLIGHT)
    return Ground(name=title, R_seen=R, veil=0.9, bleeds=bleeds, figure=figure)


def measured_ground(
    name: str, R_seen: ArrayLike, *, veil: float = 0.9, bleeds: bool = False, figure: float = 0.0
) -> Ground:
    """Return a ground of one's own from its read reflectance (36,), dry and bare. [0..1]"""
    R = check_finite(as_spectrum(R_seen, f"the reflectance of {name}"), f"the reflectance of {name}")
    return Ground(name=name, R_seen=read_only(R), veil=veil, bleeds=bleeds, figure=figure)
