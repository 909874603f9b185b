"""Paper and glass."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

SHEETS: Final = (
    GroundKind(key="paper", title="White paper", Lab=(95.0, 0.0, 2.0), thirst=0.5),
    GroundKind(key="glass", title="Glass", Lab=(67.65, 0.0, 0.0), adhesion="bond"),
)
