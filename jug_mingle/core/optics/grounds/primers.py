"""Ground coats, as they dry."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

PRIMERS: Final = (
    GroundKind(key="white_primer", coat="primer", title="White primer", Lab=(94.0, 0.0, 2.0)),
    GroundKind(key="grey_primer", coat="primer", title="Grey primer", Lab=(60.0, 0.0, 0.0)),
)
