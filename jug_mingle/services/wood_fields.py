"""Fields: dried patches of see-through films on a wood that was named, and what they teach of tins and
wood."""

from collections.abc import Mapping
from typing import Any, Final

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.laid import coat_of
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.materials.material import mixed_veil
from jug_mingle.core.optics.film import R_body, veil_of
from jug_mingle.core.optics.uptake import SEALED, shares_kept
from jug_mingle.core.recipes.over import HAND_ERROR
from jug_mingle.core.recipes.over_kinds import over_kind
from jug_mingle.documents.laid import FieldIn, LaidIn
from jug_mingle.services.colours import Colour
from jug_mingle.services.materials import get_material, to_material
from jug_mingle.services.predictions import ground_over
from jug_mingle.services.readings import add_reading
from jug_mingle.store.models import ReadingRow

_OF_GROUND: Final = 25.0
"""Error of a field's colour for each unit that its ground is unsure by, as `Ground.unsure`. [CIEDE2000]"""

_WIPED: Final = 0.3
"""How far what wiping leaves on a closed ground lies from what was meant (natural logarithm): assumed."""

_SHEEN: Final = {"oiled": "satin", "sealed": "satin"}
"""The sheen of a field that something was put over."""


def read_field(
    session: Session, job_id: int, colour: Colour, laid: FieldIn | LaidIn, poured: Mapping[str, float], *,
    pour_error: float, about: Mapping[str, Any], bare: Colour | None = None,
) -> ReadingRow:  # fmt: skip
    """Store what a dried field of what was poured [ml] shows; `bare` is the wood beside it, where that was
    read."""
    ground = ground_over(session, job_id, laid.over)
    # A glaze lies over a seal, and teaches nothing of the wood below that.
    sealed = isinstance(laid, LaidIn) and over_kind(laid.kind).sealed
    takes = "" if sealed else ground.takes
    rows = [(get_material(session, key), ml) for key, ml in poured.items()]
    tins, ml = [to_material(row) for row, _ in rows], np.array(list(poured.values()))
    below = ground.R_seen if bare is None else bare.R
    stays = 1.0 if takes else float(shares_kept(SEALED, [laid.laying()])[0])
    swatch = Swatch(
        seen=colour.R if colour.spectral else R_to_Lab(colour.R),
        X=stays * float(coat_of(tins, ml, 0.0).sum()), R_g=R_body(below, ground.veil),
    )  # fmt: skip
    noise = colour.noise if bare is not None else float(np.hypot(colour.noise, _OF_GROUND * ground.unsure))
    finish = laid.finish if isinstance(laid, FieldIn) else ""
    veil = veil_of(_SHEEN[finish]) if finish else mixed_veil(tins, ml)
    return add_reading(
        session, how=colour.how, noise=noise, veil=veil, swatches=[swatch], pour_error=pour_error,
        thickness_error=HAND_ERROR if takes else _WIPED, volumes=rows, about=about, wood=takes,
        laying=laid.laying() if takes else None,
    )  # fmt: skip
