"""The kinds of layers, a file for each family, registered here. A new one: its family, a line here, its
test."""

from collections.abc import Mapping
from typing import Final

from jug_mingle.core.finishes.kinds.aged import CHIPPY, CRACKLE, DISTRESS, RUST, WAX_ERASER
from jug_mingle.core.finishes.kinds.applied import (
    COLLAGE,
    LETTERING,
    LINED,
    ORNAMENT,
    PAPER,
    STENCIL,
    TRANSFER,
)
from jug_mingle.core.finishes.kinds.broken import DRIPS, DRY_BRUSH, KNIFE, SPONGE
from jug_mingle.core.finishes.kinds.covering import BLEND, FADE, METALLIC, PAINT, PRIMER, TWO_TONE
from jug_mingle.core.finishes.kinds.showing import GLAZE, OIL, SEALER, STAIN, WASH, WAX
from jug_mingle.core.finishes.kinds.textured import RAISED, SALT, STIPPLED, TISSUE, TROWELLED
from jug_mingle.core.finishes.layer_kind import LayerKind

KINDS: Final[Mapping[str, LayerKind]] = {
    kind.key: kind
    for kind in (
        PAINT,
        PRIMER,
        BLEND,
        WASH,
        TWO_TONE,
        STAIN,
        GLAZE,
        SPONGE,
        DRY_BRUSH,
        KNIFE,
        WAX,
        WAX_ERASER,
        DISTRESS,
        CRACKLE,
        CHIPPY,
        DRIPS,
        METALLIC,
        STENCIL,
        LETTERING,
        RAISED,
        TRANSFER,
        PAPER,
        COLLAGE,
        ORNAMENT,
        LINED,
        STIPPLED,
        TROWELLED,
        SALT,
        RUST,
        TISSUE,
        OIL,
        SEALER,
        FADE,
    )
}
