"""Parametric furniture: a form with measures → faces with zones, shading and coordinates to paint on."""

from jug_mingle.core.pieces.card_cabinet import CardCabinet
from jug_mingle.core.pieces.faces import Drawing, Face

__all__ = ["CardCabinet", "Drawing", "Face"]
