"""Finishes: layers over the ground of a piece, each real optics times a thickness field."""

from jug_mingle.core.finishes.layers import GENERIC, KINDS, METALS, PATTERNS, Film, Layer, stages
from jug_mingle.core.finishes.stack import Below, Finish, Laid, area_shares, at_point, bare

__all__ = [
    "GENERIC", "KINDS", "METALS", "PATTERNS", "Below", "Film", "Finish", "Laid", "Layer", "area_shares", "at_point",
    "bare", "stages",
]  # fmt: skip
