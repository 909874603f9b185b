"""Parametric furniture: a form with measures → solids, areas, and faces with zones, shading and places to
paint on."""

from jug_mingle.core.pieces.faces import UNPAINTED, Drawing, Face, Samples
from jug_mingle.core.pieces.forms import FORMS, Piece, usual_piece
from jug_mingle.core.pieces.sketch import draw

__all__ = ["FORMS", "UNPAINTED", "Drawing", "Face", "Piece", "Samples", "draw", "usual_piece"]
