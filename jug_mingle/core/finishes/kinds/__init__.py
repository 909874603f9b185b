"""The kinds of layers, one file each, registered here once. A new one is a file, a line here, and its test."""

from collections.abc import Mapping
from typing import Final

from jug_mingle.core.finishes.kinds.blend import BLEND
from jug_mingle.core.finishes.kinds.chippy import CHIPPY
from jug_mingle.core.finishes.kinds.collage import COLLAGE
from jug_mingle.core.finishes.kinds.crackle import CRACKLE
from jug_mingle.core.finishes.kinds.distress import DISTRESS
from jug_mingle.core.finishes.kinds.drips import DRIPS
from jug_mingle.core.finishes.kinds.dry_brush import DRY_BRUSH
from jug_mingle.core.finishes.kinds.fade import FADE
from jug_mingle.core.finishes.kinds.glaze import GLAZE
from jug_mingle.core.finishes.kinds.knife import KNIFE
from jug_mingle.core.finishes.kinds.lettering import LETTERING
from jug_mingle.core.finishes.kinds.lined import LINED
from jug_mingle.core.finishes.kinds.metallic import METALLIC
from jug_mingle.core.finishes.kinds.oil import OIL
from jug_mingle.core.finishes.kinds.ornament import ORNAMENT
from jug_mingle.core.finishes.kinds.paint import PAINT
from jug_mingle.core.finishes.kinds.paper import PAPER
from jug_mingle.core.finishes.kinds.primer import PRIMER
from jug_mingle.core.finishes.kinds.raised import RAISED
from jug_mingle.core.finishes.kinds.rust import RUST
from jug_mingle.core.finishes.kinds.salt import SALT
from jug_mingle.core.finishes.kinds.sealer import SEALER
from jug_mingle.core.finishes.kinds.sponge import SPONGE
from jug_mingle.core.finishes.kinds.stain import STAIN
from jug_mingle.core.finishes.kinds.stencil import STENCIL
from jug_mingle.core.finishes.kinds.stippled import STIPPLED
from jug_mingle.core.finishes.kinds.tissue import TISSUE
from jug_mingle.core.finishes.kinds.transfer import TRANSFER
from jug_mingle.core.finishes.kinds.trowelled import TROWELLED
from jug_mingle.core.finishes.kinds.two_tone import TWO_TONE
from jug_mingle.core.finishes.kinds.wash import WASH
from jug_mingle.core.finishes.kinds.wax import WAX
from jug_mingle.core.finishes.kinds.wax_eraser import WAX_ERASER
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
