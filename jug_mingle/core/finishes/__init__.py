"""Finishes: layers over the ground of a piece, each real optics times a thickness field."""

from jug_mingle.core.finishes.bare_ground import Below, bare
from jug_mingle.core.finishes.blends import area_shares
from jug_mingle.core.finishes.generic import METALS, WAXES
from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.finishes.layer import Film, Layer, stages
from jug_mingle.core.finishes.layer_settings import PATTERNS, PLACES
from jug_mingle.core.finishes.stack import Finish, Laid, at_point

__all__ = [
    "KINDS",
    "METALS",
    "PATTERNS",
    "PLACES",
    "WAXES",
    "Below",
    "Film",
    "Finish",
    "Laid",
    "Layer",
    "area_shares",
    "at_point",
    "bare",
    "stages",
]
