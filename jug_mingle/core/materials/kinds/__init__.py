"""The kinds of material, one entry each: optics, practice and handling together. A new one is a row in its
family."""

from collections.abc import Mapping
from typing import Final

from jug_mingle.core.materials.kind import Kind
from jug_mingle.core.materials.kinds.clear_coats import CLEAR_COATS
from jug_mingle.core.materials.kinds.oils import OILS
from jug_mingle.core.materials.kinds.paints import PAINTS
from jug_mingle.core.materials.kinds.pastes import PASTES
from jug_mingle.core.materials.kinds.powders_and_thinners import POWDERS_AND_THINNERS
from jug_mingle.core.materials.kinds.primers import PRIMERS
from jug_mingle.core.materials.kinds.stains_and_glazes import STAINS_AND_GLAZES
from jug_mingle.core.materials.kinds.waxes import WAXES

KINDS: Final[Mapping[str, Kind]] = {
    kind.key: kind
    for kind in (
        *PAINTS,
        *PRIMERS,
        *STAINS_AND_GLAZES,
        *CLEAR_COATS,
        *WAXES,
        *OILS,
        *PASTES,
        *POWDERS_AND_THINNERS,
    )
}


def kind_of(key: str) -> Kind:
    """Return the kind `key`; ValueError lists the known ones."""
    if key not in KINDS:
        raise ValueError(f"there is no kind of material {key!r}; known are {', '.join(KINDS)}")
    return KINDS[key]
