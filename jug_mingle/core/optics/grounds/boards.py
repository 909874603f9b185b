"""Boards made of wood: they drink more than wood does."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

BOARDS: Final = (
    GroundKind(key="fibreboard", title="Raw fibreboard", Lab=(62.0, 7.0, 19.0), thirst=1.0),
    GroundKind(key="plywood", title="Plywood", Lab=(76.0, 5.5, 22.0), figure=0.7, thirst=0.6),
)
