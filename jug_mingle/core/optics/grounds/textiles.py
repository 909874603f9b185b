"""Cloth and cane."""

from typing import Final

from jug_mingle.core.optics.grounds.ground import GroundKind

TEXTILES: Final = (
    GroundKind(key="plain_cloth", title="Plain cloth", Lab=(74.0, 2.0, 12.0), adhesion="wet", thirst=1.0),
    GroundKind(key="patterned_cloth", title="Patterned cloth", Lab=(58.0, 6.0, 14.0), adhesion="wet", thirst=1.0),
    GroundKind(key="cane", title="Cane", Lab=(70.0, 6.0, 30.0), adhesion="scuff", thirst=0.3),
)
