"""The fitted shelf: all tins with their optics, fitted to all readings, kept until either changes."""

from collections.abc import Callable, Sequence
from dataclasses import replace
from pathlib import Path

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.material import Material
from jug_mingle.services import kept_fit
from jug_mingle.services.materials import OPTICAL_FACTS, material_rows, to_material
from jug_mingle.services.newest import Newest
from jug_mingle.services.readings import reading_rows, to_reading
from jug_mingle.store.models import ReadingRow, ReadingVolumeRow

_fits: Newest[str, Shelf] = Newest(4)
"""Fitting a shelf takes a few tenths of a second."""


def _fit(
    materials: tuple[Material, ...], readings: Callable[[], Sequence[ReadingRow]], key: str, folder: Path
) -> Shelf:
    """Return the shelf; what is left and what it cost are of today, and do not make the fit anew.

    That of the last start lies in the folder.
    """

    def make() -> Shelf:
        kept = kept_fit.load(folder, key, materials)
        return characterise(materials, [to_reading(row) for row in readings()]) if kept is None else kept

    found = _fits.get(key, make)
    if found.materials != materials:
        found = replace(found, materials=materials)
        _fits.put(key, found)
    return found


def fitted_shelf(session: Session, *, without: int | None = None) -> Shelf:
    """Return all materials with their optics, fitted to all readings; kept until either changes.

    Pots that were taken off the shelf are among them, since mixes of them still stand with their jobs; `standing` says
    which may be poured.
    """
    rows = material_rows(session, removed=True)
    # Whether the readings are the same is asked by a few columns: every picture under a moving slider asks it.
    there = select(ReadingRow.id, ReadingRow.created, ReadingRow.noise).where(ReadingRow.removed.is_(None))
    poured = select(ReadingVolumeRow.reading_id, ReadingVolumeRow.material_id, ReadingVolumeRow.volume)
    file = Path(session.get_bind().engine.url.database or "")
    key = kept_fit.key_of(
        (
            [(row.key, row.kind, *(getattr(row, fact) for fact in OPTICAL_FACTS)) for row in rows],
            [tuple(one) for one in session.execute(there.order_by(ReadingRow.id))],
            [tuple(one) for one in session.execute(poured.order_by(ReadingVolumeRow.id))],
            without,
            str(file),
        )
    )
    materials = tuple(to_material(row) for row in rows)
    return _fit(
        materials, lambda: [row for row in reading_rows(session) if row.id != without], key, file.parent
    )  # fmt: skip


def keep_fit(session: Session) -> None:
    """Keep the fit of today in the data folder, so that the next start need not make it."""
    folder = Path(session.get_bind().engine.url.database or "").parent
    shelf = fitted_shelf(session)
    key = _fits.key_of(shelf)
    if key is not None:
        kept_fit.save(folder, key, shelf)
