"""Targets as they are shown."""

from collections.abc import Sequence

import numpy as np

from jug_mingle.api.common.schemas import LookOut
from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.targets.schemas import TargetOut
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import Light, light
from jug_mingle.core.evidence.certainty import sureness
from jug_mingle.store.models import TargetRow


def target_out(row: TargetRow, shown: Light, rooms: tuple[str, ...] = ()) -> TargetOut:
    """Return a target, with its look in the lights of the rooms."""
    return targets_out([row], shown, rooms)[0]


def targets_out(rows: Sequence[TargetRow], shown: Light, rooms: tuple[str, ...] = ()) -> list[TargetOut]:
    """Return targets, their colours computed all at once."""
    if not rows:
        return []
    R = np.array([row.R for row in rows])
    Lab, daylight = np.round(R_to_Lab(R), 2).tolist(), light("window")
    looks = {at: R_to_screen(R, at) for at in dict.fromkeys([shown, daylight, *(light(name) for name in rooms)])}
    return [
        TargetOut(
            hex=sRGB_to_hex(looks[shown][n]), daylight_hex=sRGB_to_hex(looks[daylight][n]), Lab=Lab[n],
            name=describe(Lab[n]), noise=round(row.noise, 2), how=row.how, sureness=sureness(row.noise, row.how),
            warnings=row.source.get("warnings", []), id=row.id, version=row.version, title=row.name,
            photo_id=row.photo_id,
            tolerance=row.tolerance, light=row.light,
            rooms=[
                LookOut(light=name, hex=sRGB_to_hex(looks[light(name)][n]))
                for name in rooms
            ],
            background_hex=None if row.background is None else hex_of(np.array(row.background), shown),
        )
        for n, row in enumerate(rows)
    ]  # fmt: skip
