"""Metals of fittings and legs."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

METALS: Final = (
    GroundKind(key="brass", title="Aged brass", Lab=(52.0, 6.0, 26.0), adhesion="bond"),
    GroundKind(key="iron", title="Black iron", Lab=(24.0, 0.5, 1.0), adhesion="bond"),
    GroundKind(key="steel", title="Dull steel", Lab=(63.0, -0.5, 1.5), adhesion="bond"),
)
