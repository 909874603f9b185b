"""The shelf: its materials, and what the readings say of their optics."""

from collections import OrderedDict
from collections.abc import Sequence
from threading import Lock

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.characterise import Shelf, characterise
from jug_mingle.core.evidence import Reading, Swatch
from jug_mingle.core.materials import KINDS, Material, kind_of
from jug_mingle.core.spectra import light
from jug_mingle.store.models import MaterialRow, ReadingRow, ReadingVolumeRow


class _Fits:
    """The newest fits, by what they were made of; fitting a shelf takes a few tenths of a second."""

    def __init__(self, most: int = 4) -> None:
        self._kept: OrderedDict[int, Shelf] = OrderedDict()
        self._lock = Lock()
        self._most = most

    def fit(self, materials: Sequence[Material], readings: Sequence[Reading], key: int) -> Shelf:
        with self._lock:
            if key not in self._kept:
                self._kept[key] = characterise(materials, readings)
                while len(self._kept) > self._most:
                    self._kept.popitem(last=False)
            self._kept.move_to_end(key)
            return self._kept[key]


_fits = _Fits()


def material_rows(session: Session) -> Sequence[MaterialRow]:
    """Return all pots, by kind and name."""
    order = {key: place for place, key in enumerate(KINDS)}
    rows = session.scalars(select(MaterialRow).order_by(MaterialRow.name)).all()
    return sorted(rows, key=lambda row: order[row.kind])


def add_material(
    session: Session, *, key: str, name: str, kind: str, left_ml: float, price: float = 0.0
) -> MaterialRow:
    """Put a pot on the shelf."""
    kind_of(kind)
    row = MaterialRow(key=key, name=name, kind=kind, left_ml=left_ml, price=price)
    session.add(row)
    session.flush()
    return row


def add_reading(
    session: Session,
    *,
    how: str,
    noise: float,
    volumes: Sequence[tuple[MaterialRow, float]],
    swatches: Sequence[Swatch],
    veil: float,
    pour_error: float = 0.0,
    thickness_error: float = 0.0,
    light_name: str = "window",
) -> ReadingRow:
    """Store evidence about the materials of one pot."""
    row = ReadingRow(
        how=how,
        noise=noise,
        light=light_name,
        veil=veil,
        pour_error=pour_error,
        thickness_error=thickness_error,
        swatches=[_swatch_to_json(swatch) for swatch in swatches],
        volumes=[ReadingVolumeRow(material_id=material.id, volume=volume) for material, volume in volumes],
    )
    session.add(row)
    session.flush()
    return row


def _swatch_to_json(swatch: Swatch) -> dict[str, object]:
    return {
        "seen": swatch.seen.tolist(),
        "X": swatch.X if np.isfinite(swatch.X) else None,
        "R_g": None if swatch.R_g is None else np.asarray(swatch.R_g).tolist(),
    }


def to_material(row: MaterialRow) -> Material:
    """Return a pot as the core takes it."""
    return Material(
        key=row.key,
        name=row.name,
        kind=kind_of(row.kind),
        volume_solids=row.volume_solids,
        density=row.density,
        spread_rate=row.spread_rate,
        left=row.left_ml,
        price=row.price,
    )


def _to_reading(row: ReadingRow) -> Reading:
    return Reading(
        key=str(row.id),
        volumes=tuple((part.material.key, part.volume) for part in row.volumes),
        swatches=tuple(
            Swatch(
                seen=np.array(swatch["seen"]),
                X=np.inf if swatch["X"] is None else swatch["X"],
                R_g=None if swatch["R_g"] is None else np.array(swatch["R_g"]),
            )
            for swatch in row.swatches
        ),
        noise=row.noise,
        light=light(row.light),
        veil=row.veil,
        pour_error=row.pour_error,
        thickness_error=row.thickness_error,
    )


def fitted_shelf(session: Session) -> Shelf:
    """Return all materials with their optics, fitted to all readings; kept until either changes."""
    rows = material_rows(session)
    readings = session.scalars(select(ReadingRow).order_by(ReadingRow.id)).all()
    key = hash(
        (
            tuple(
                (row.key, row.name, row.kind, row.volume_solids, row.density, row.spread_rate, row.left_ml)
                for row in rows
            ),
            tuple((row.id, row.noise, repr(row.swatches), tuple(v.volume for v in row.volumes)) for row in readings),
        )
    )
    return _fits.fit([to_material(row) for row in rows], [_to_reading(row) for row in readings], key)
