"""What a reading taught: how far the colours of the tins moved between two fits, where their strength
shows."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstones

_TOLD: Final = 0.2
"""A colour that moved by less is not worth telling. [CIEDE2000]"""

_WHITE_K, _WHITE_S = 1e-4, 0.1
"""The white that tins are let down with, half and half of their optics. [1/µm]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Learnt:
    """How far the predicted colour of a tin moved by a reading. [CIEDE2000]"""

    name: str
    by: float


def learnt(before: Shelf, after: Shelf) -> list[Learnt]:
    """Return what moved between two fits of the same materials, the most first."""
    moved = delta_E_CIE2000(_let_down(before), _let_down(after))
    lessons = [
        Learnt(name=m.name, by=float(by)) for m, by in zip(after.materials, moved, strict=True) if by > _TOLD
    ]
    return sorted(lessons, key=lambda one: -one.by)


def _let_down(shelf: Shelf) -> FloatArray:
    """Return CIELAB of every material half absorbed by a white: where its strength shows."""
    K, S = np.exp(shelf.log_K), np.exp(shelf.log_S)
    white = shelf.with_optics(K=0.5 * (K + _WHITE_K), S=0.5 * (S + _WHITE_S))
    return R_to_Lab(np.clip(masstones(white), 0.0, 1.0))
