"""The fitted shelf: all tins with their optics, fitted to all readings, kept until either changes."""

from collections.abc import Sequence
from dataclasses import replace
from pathlib import Path
from typing import Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.services import kept_fit
from jug_mingle.services.materials import OPTICAL_FACTS, material_rows, to_material
from jug_mingle.services.newest import Newest
from jug_mingle.services.readings import reading_rows, to_reading
from jug_mingle.store.models import MaterialRow, ReadingRow, ReadingVolumeRow
from jug_mingle.store.reading import read_once

_fits: Newest[str, Shelf] = Newest(4)
"""Fitting a shelf takes a tenth of a second or more."""

_LARGE: Final = 60
"""A shelf of more tins than this is shown by the fit of earlier code, where one is kept, until its own is
made."""

_earlier: set[str] = set()
"""Keys for which the fit of earlier code is shown."""

_READ: Final = ("id", "noise", "light", "veil", "pour_error", "thickness_error", "swatches", "coats")
"""What of a reading its fit follows from, beside what was poured."""


def fitted_shelf(session: Session, *, without: int | None = None) -> Shelf:
    """Return all materials with their optics, fitted to all readings; kept until either changes.

    Of a large shelf it is, until `renew_fit` is through, that which earlier code made of the same.

    Tins that were taken off the shelf are among them, since mixes of them still stand with their jobs;
    `standing` says which may be poured. What is left and what it cost are of today, and do not make the fit
    anew.
    """
    return read_once(session, ("fitted shelf", without), lambda: _fitted(session, without))


def _fitted(session: Session, without: int | None) -> Shelf:
    rows = material_rows(session, removed=True)
    key = _key_now(session, rows, without)
    materials = tuple(to_material(row) for row in rows)

    def make() -> Shelf:
        readings = [row for row in reading_rows(session) if row.id != without]
        folder, said = _folder_of(session), _said_of(rows, readings)
        if (kept := kept_fit.load(folder, said, materials)) is not None:
            return kept
        if (
            len(rows) > _LARGE
            and (kept := kept_fit.load(folder, said, materials, of_any_physics=True)) is not None
        ):
            _earlier.add(key)
            return kept
        return characterise(materials, [to_reading(row) for row in readings])

    shelf = _fits.get(key, make)
    if shelf.materials != materials:
        shelf = replace(shelf, materials=materials)
        _fits.put(key, shelf)
    return shelf


def _key_now(session: Session, rows: Sequence[MaterialRow], without: int | None) -> str:
    # Whether the readings are the same is asked by a few columns: every picture under a moving slider asks
    # it.
    there = select(ReadingRow.id, ReadingRow.created, ReadingRow.noise).where(ReadingRow.removed.is_(None))
    poured = select(ReadingVolumeRow.reading_id, ReadingVolumeRow.material_id, ReadingVolumeRow.volume)
    return kept_fit.key_of(
        (
            _facts_of(rows),
            [tuple(one) for one in session.execute(there.order_by(ReadingRow.id))],
            [tuple(one) for one in session.execute(poured.order_by(ReadingVolumeRow.id))],
            without,
            str(_folder_of(session)),
        )
    )


def renew_fit(session: Session) -> None:
    """Make the fit of today where that of earlier code is shown, and keep it in the data folder.

    The next start need not make it then, wherever the folder lies.
    """
    rows = material_rows(session, removed=True)
    key, shelf = _key_now(session, rows, None), fitted_shelf(session)
    if key in _earlier:
        shelf = characterise(shelf.materials, [to_reading(row) for row in reading_rows(session)])
        _fits.put(key, shelf)
        _earlier.discard(key)
    kept_fit.save(_folder_of(session), _said_of(rows, reading_rows(session)), shelf)


def _folder_of(session: Session) -> Path:
    return Path(session.get_bind().engine.url.database or "").parent


def _facts_of(rows: Sequence[MaterialRow]) -> list[tuple[object, ...]]:
    return [(row.key, row.kind, *(getattr(row, fact) for fact in OPTICAL_FACTS)) for row in rows]


def _said_of(rows: Sequence[MaterialRow], readings: Sequence[ReadingRow]) -> object:
    """Return all that a fit follows from."""
    read = [
        (
            *(getattr(row, name) for name in _READ),
            row.about.get("wood"),
            row.about.get("laying"),
            [(reading_volume.material.key, reading_volume.volume) for reading_volume in row.volumes],
        )
        for row in readings
    ]  # fmt: skip
    return _facts_of(rows), read
