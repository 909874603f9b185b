"""Readings of the colour reader, and the tray of the stand-in reader."""

from collections.abc import Callable, Mapping
from functools import partial

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.level import TINT_WHITE, white_of
from jug_mingle.core.evidence.mixtures import shows_its_ground
from jug_mingle.core.evidence.next_swatch import read_masstone, read_opaque, read_over
from jug_mingle.core.materials.material import may_mix
from jug_mingle.core.optics.film import Optics
from jug_mingle.devices.lines import DeviceError
from jug_mingle.devices.reader import ColourReader
from jug_mingle.errors import DeviceTroubleError
from jug_mingle.services.materials import material_rows, to_material
from jug_mingle.services.predictions import ground_of_job, look_of, pours_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import DeviceReadingRow, MixRow

Truth = Mapping[str, Optics]
"""The true optics of tins by key, where a demonstration knows them."""


def read_sample(reader: ColourReader, *, sample: str) -> DeviceReadingRow:
    """Read what lies under the reader, with its conditions; DeviceTroubleError says what went wrong.

    It is not kept yet: a device may take its time, and nobody who writes shall wait for it.
    """
    try:
        identity = reader.identify()
        R = reader.read()
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    return DeviceReadingRow(
        device=f"{identity.model} {identity.serial}", sample=sample, R=np.round(R, 6).tolist()
    )


Sample = Callable[[], FloatArray]


def tray(session: Session, truth: Truth, extra: Mapping[str, FloatArray]) -> dict[str, Sample]:
    """Return the virtual samples of the stand-in reader, each as what gives its reflectance: what a
    demonstration lays there, dried tins, tints of them with four parts of white, and dried mixes.

    A tin whose truth is known reads as it truly is; of any other the program's own best guess is all there
    is.
    """
    shelf = fitted_shelf(session)
    found: dict[str, Sample] = {name: partial(np.asarray, R) for name, R in extra.items()}
    rows = [
        row for row in material_rows(session) if to_material(row).kind.optical in ("hiding", "transparent")
    ]
    white = white_of(shelf, {row.key for row in rows})
    for row in rows:
        if to_material(row).kind.optical == "transparent":
            found[row.name] = partial(read_masstone, shelf, row.key)
            continue
        found[row.name] = partial(read_opaque, shelf, truth, {row.key: 1.0})
        if (
            white
            and white != row.key
            and not may_mix([to_material(row), shelf.materials[shelf.index(white)]])
        ):
            found[f"{row.name} 1 + white {TINT_WHITE:g}"] = partial(
                read_opaque, shelf, truth, {row.key: 1.0, white: TINT_WHITE}
            )
    for mix in session.scalars(select(MixRow).where(MixRow.removed.is_(None)).order_by(MixRow.id)):
        pours = pours_of(mix)
        if mix.laid is not None:
            found[f"{mix.name} (mix)"] = partial(look_of, session, mix, pours)
        elif shows_its_ground(shelf, pours):
            found[f"{mix.name} (mix)"] = partial(read_over, shelf, pours, ground_of_job(session, mix.job_id))
        else:
            found[f"{mix.name} (mix)"] = partial(
                read_opaque, shelf, truth, {pour.key: pour.ml for pour in pours}
            )
    return found
