"""What a zone is before anything is laid: its body reflectance, its surface, its figure."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.optics.grain import streak_bodies
from jug_mingle.core.optics.grounds import Adhesion, Coat, Ground, ground
from jug_mingle.core.pieces.faces import Samples


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Below:
    """What a face is before anything is laid: its body reflectance (36,), its surface, how strongly it is
    figured; what is known of it, as of a `Ground`."""

    R: FloatArray
    veil: float
    figure: float
    name: str = ""
    bleeds: bool = False
    adhesion: Adhesion = "holds"
    thirst: float = 0.0
    coat: Coat = ""
    wood: str = ""

    @property
    def drinks(self) -> bool:
        """Whether what is laid on it goes in, a stain, too: nothing lies on it, and it is thirsty."""
        return self.coat == "" and self.thirst > 0.0


@lru_cache(maxsize=64)
def bare(key: str) -> Below:
    """Return a generic ground as what lies below a finish; ValueError lists the known ones."""
    return below_of(ground(key))


def below_of(wood: Ground) -> Below:
    """Return a ground as what lies below a finish."""
    return Below(
        R=wood.body, veil=wood.veil, figure=wood.figure, name=wood.name, bleeds=wood.bleeds,
        adhesion=wood.adhesion, thirst=wood.thirst, coat=wood.coat, wood=wood.wood,
    )  # fmt: skip


def figured(below: Below, grain: FloatArray | float) -> FloatArray:
    """Return the body reflectance (..., 36) of a ground where its figure has a height."""
    if below.figure == 0.0:
        return np.broadcast_to(below.R, (*np.shape(grain), BANDS))
    return streak_bodies(below.R, below.figure, grain)


def grain_of(samples: Samples, zone: str) -> FloatArray:
    """Return the height of the figure over the samples of a zone, about -1..1."""
    return looked_up(samples, zone, "figure", 7) + 0.45 * looked_up(samples, zone, "pores", 7)
