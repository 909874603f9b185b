"""Coats from a factory that sanding does not open."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

FACTORY_COATS: Final = (
    GroundKind(key="laminate", coat="factory", title="Laminate", Lab=(88.0, -0.5, 4.0), adhesion="bond"),
    GroundKind(key="baked_coat", coat="factory", title="Baked factory coat", Lab=(90.0, -0.8, 3.0), adhesion="bond"),
    GroundKind(key="vinyl", coat="factory", title="Vinyl", Lab=(82.0, 1.0, 6.0), adhesion="bond"),
)
