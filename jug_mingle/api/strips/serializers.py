"""Strips as they are shown."""

import numpy as np

from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.strips.schemas import OnStripOut, StripOut
from jug_mingle.core.colour.spectra import Light
from jug_mingle.services.strips import how_of
from jug_mingle.store.models import StripRow


def strip_out(row: StripRow, shown: Light) -> StripOut:
    """Return a strip with what is on it."""
    if row.mix is not None:
        name = row.mix.name
        on_it = [OnStripOut(name=pour.material.name, parts=pour.parts) for pour in row.mix.pours]
    else:
        name = "" if row.material is None else row.material.name
        on_it = [OnStripOut(name=name, parts=1)]
    bare = (row.laid or {}).get("bare")
    return StripOut(
        id=row.id, version=row.version, mix_id=row.mix_id, name=name, on_it=on_it, hex=hex_of(np.array(row.R), shown),
        photo_id=row.photo_id, created=row.created, ground=row.ground, coats=row.coats, wiped_after=row.wiped_after,
        board=row.board, how=how_of(row), bare_hex=None if bare is None else hex_of(np.array(bare), shown),
        taught=row.reading_id is not None, notes=row.notes,
    )  # fmt: skip
