"""The shelf: its materials, what the readings say of their optics, and how well each is known."""

import re
from collections import OrderedDict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from pathlib import Path
from threading import Lock
from typing import Any, Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.contradictions import check_evidence
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.level import Task, letter_of, level_of, tasks_of, white_of
from jug_mingle.core.evidence.readings import EvidenceError, Hiding, Reading, Swatch
from jug_mingle.core.materials.handling import TIMES, WORDS, pot_life
from jug_mingle.core.materials.kinds import KINDS, kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import veil_of
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import kept_fit
from jug_mingle.store.models import MaterialRow, ReadingRow, ReadingVolumeRow, now

OPTICAL_FACTS: Final = ("volume_solids", "density", "spread_rate", "sheen")
"""What a label may say that the physics uses."""

POUR_ERROR: Final = 0.03
"""Relative error of the spoons that a tint is made with."""


class _Fits:
    """The newest fits, by what they were made of; fitting a shelf takes a few tenths of a second."""

    def __init__(self, most: int = 4) -> None:
        self._kept: OrderedDict[str, Shelf] = OrderedDict()
        self._making: dict[str, Lock] = {}
        self._lock = Lock()
        self._most = most

    def fit(
        self, materials: tuple[Material, ...], readings: Callable[[], Sequence[ReadingRow]], key: str, folder: Path
    ) -> Shelf:
        """Return the shelf; what is left and what it cost are of today, and do not make the fit anew.

        A fit is made once, and nobody who asks for another waits for it; that of the last start lies in the folder.
        """
        with self._lock:
            making = self._making.setdefault(key, Lock())
        with making:
            with self._lock:
                found = self._kept.get(key)
            if found is None:
                found = kept_fit.load(folder, key, materials)
            if found is None:
                found = characterise(materials, [to_reading(row) for row in readings()])
            elif found.materials != materials:
                found = replace(found, materials=materials)
            with self._lock:
                self._kept[key] = found
                self._kept.move_to_end(key)
                while len(self._kept) > self._most:
                    self._making.pop(self._kept.popitem(last=False)[0], None)
            return found

    def key_of(self, shelf: Shelf) -> str | None:
        """Return the key of a fit; nothing where it is kept no more."""
        with self._lock:
            return next((key for key, kept in self._kept.items() if kept is shelf), None)


_fits = _Fits()


def material_rows(session: Session, *, removed: bool = False) -> Sequence[MaterialRow]:
    """Return all pots, by kind and name; with `removed` also those that were taken off the shelf."""
    order = {key: place for place, key in enumerate(KINDS)}
    query = select(MaterialRow).order_by(MaterialRow.name)
    rows = session.scalars(query if removed else query.where(MaterialRow.removed.is_(None))).all()
    return sorted(rows, key=lambda row: order[row.kind])


def get_material(session: Session, key: str) -> MaterialRow:
    """Return a pot, also one that was taken off; NotFoundError when there is none."""
    row = session.scalar(select(MaterialRow).where(MaterialRow.key == key))
    if row is None:
        raise NotFoundError(f"there is no pot {key!r} on the shelf")
    return row


def free_key(session: Session, name: str) -> str:
    """Return a key for a new pot, made of its name."""
    base = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:60] or "pot"
    taken = set(session.scalars(select(MaterialRow.key).where(MaterialRow.key.like(f"{base}%"))))
    return next(key for n in range(len(taken) + 1) if (key := base if n == 0 else f"{base}-{n + 1}") not in taken)


def add_material(
    session: Session,
    *,
    name: str,
    kind: str,
    left_ml: float,
    key: str | None = None,
    full_ml: float | None = None,
    price: float = 0.0,
    **facts: Any,
) -> MaterialRow:
    """Put a pot on the shelf; ConflictError when one of this name stands there, UnfitError for what cannot be."""
    _known_kind(kind)
    there = session.scalar(select(MaterialRow).where(MaterialRow.name == name, MaterialRow.removed.is_(None)))
    if there is not None:
        raise ConflictError(f"a pot called {name!r} stands on the shelf already: call this one something else")
    row = MaterialRow(
        key=key or free_key(session, name),
        name=name,
        kind=kind,
        left_ml=left_ml,
        full_ml=max(full_ml or 500.0, left_ml, 1.0),
        price=price,
        **facts,
    )
    _check(row)
    session.add(row)
    session.flush()
    return row


def change_material(session: Session, key: str, changes: Mapping[str, Any]) -> MaterialRow:
    """Change what is said of a pot; None takes a fact back to the usual one."""
    row = get_material(session, key)
    if "kind" in changes:
        _known_kind(changes["kind"])
    name = changes.get("name", row.name)
    other = session.scalar(select(MaterialRow).where(MaterialRow.name == name, MaterialRow.removed.is_(None)))
    if other is not None and other.id != row.id:
        raise ConflictError(f"a pot called {name!r} stands on the shelf already: call this one something else")
    for field, value in changes.items():
        if field == "handling":
            merged = {**row.handling, **value}
            row.handling = {name: told for name, told in merged.items() if told is not None}
        else:
            setattr(row, field, value)
    row.full_ml = max(row.full_ml, row.left_ml)
    _check(row)
    session.flush()
    return row


def _known_kind(kind: str) -> None:
    try:
        kind_of(kind)
    except ValueError as error:
        raise UnfitError(str(error)) from error


def _check(row: MaterialRow) -> None:
    unknown = set(row.handling or {}) - {*TIMES, *WORDS}
    if unknown:
        raise UnfitError(
            f"there is no handling fact {', '.join(sorted(unknown))}; known are {', '.join((*TIMES, *WORDS))}"
        )
    try:
        to_material(row)
        veil_of(row.sheen or "flat")
    except ValueError as error:
        raise UnfitError(str(error)) from error


def weigh_material(session: Session, key: str, *, grams: float, tin_grams: float) -> MaterialRow:
    """Set what is left from the weight of the pot and of its empty tin; UnfitError when the tin alone weighs more."""
    row = get_material(session, key)
    if grams < tin_grams:
        raise UnfitError(f"the pot weighs {grams:g} g and its empty tin {tin_grams:g} g: weigh them again")
    row.left_ml = round((grams - tin_grams) / to_material(row).mass_density, 1)
    row.full_ml = max(row.full_ml, row.left_ml)
    session.flush()
    return row


def remove_material(session: Session, key: str) -> None:
    """Take a pot off the shelf; its readings and mixes stay, and `restore_material` brings it back."""
    get_material(session, key).removed = now()
    session.flush()


def restore_material(session: Session, key: str) -> MaterialRow:
    """Bring a pot back to the shelf; ConflictError when another of its name stands there by now."""
    row = get_material(session, key)
    other = session.scalar(select(MaterialRow).where(MaterialRow.name == row.name, MaterialRow.removed.is_(None)))
    if other is not None and other.id != row.id:
        raise ConflictError(f"another pot called {row.name!r} stands on the shelf by now: rename that first")
    row.removed = None
    session.flush()
    return row


def add_reading(
    session: Session,
    *,
    how: str,
    noise: float,
    volumes: Sequence[tuple[MaterialRow, float]],
    veil: float,
    swatches: Sequence[Swatch] = (),
    coats: Mapping[str, Any] | None = None,
    pour_error: float = 0.0,
    thickness_error: float = 0.0,
    light_name: str = "window",
    about: Mapping[str, Any] | None = None,
) -> ReadingRow:
    """Store evidence about the materials of one pot; UnfitError when it cannot be what it is said to be."""
    row = ReadingRow(
        how=how,
        noise=noise,
        light=light_name,
        veil=veil,
        pour_error=pour_error,
        thickness_error=thickness_error,
        swatches=[_swatch_to_json(swatch) for swatch in swatches],
        coats=None if coats is None else dict(coats),
        about=dict(about or {}),
        removed=None,
        volumes=[
            ReadingVolumeRow(material_id=material.id, volume=volume, material=material) for material, volume in volumes
        ],
    )
    session.add(row)
    session.flush()
    try:
        to_reading(row)
    except EvidenceError as error:
        raise UnfitError(str(error)) from error
    return row


def check_readings(session: Session) -> None:
    """Look whether what was just added can be fitted; UnfitError when readings contradict each other beyond belief.

    The fit itself is made when it is asked for, not while others wait to write.
    """
    materials = [to_material(row) for row in material_rows(session, removed=True)]
    try:
        check_evidence(materials, [to_reading(row) for row in reading_rows(session)])
    except EvidenceError as error:
        raise UnfitError(str(error)) from error


def get_reading(session: Session, reading_id: int) -> ReadingRow:
    """Return a reading, also a withdrawn one; NotFoundError when there is none."""
    row = session.get(ReadingRow, reading_id)
    if row is None:
        raise NotFoundError(f"there is no reading {reading_id}")
    return row


def withdraw_reading(session: Session, reading_id: int) -> None:
    """Let a reading count no more; `restore_reading` lets it count again."""
    get_reading(session, reading_id).removed = now()
    session.flush()


def restore_reading(session: Session, reading_id: int) -> None:
    """Let a withdrawn reading count again."""
    get_reading(session, reading_id).removed = None
    session.flush()
    check_readings(session)


def reading_rows(session: Session) -> Sequence[ReadingRow]:
    """Return all readings that were not withdrawn, oldest first."""
    return session.scalars(select(ReadingRow).where(ReadingRow.removed.is_(None)).order_by(ReadingRow.id)).all()


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
        sheen=row.sheen,
        left=row.left_ml,
        price=row.price,
    )


def to_reading(row: ReadingRow) -> Reading | Hiding:
    """Return a piece of evidence as the core takes it."""
    volumes = tuple((part.material.key, part.volume) for part in row.volumes)
    if row.coats is not None:
        return Hiding(
            key=str(row.id),
            volumes=volumes,
            coats=row.coats["coats"],
            X_coat=row.coats["X_coat"],
            R_g=np.array(row.coats["R_g"]),
            hid=row.coats["hid"],
            light=light(row.light),
            veil=row.veil,
        )
    return Reading(
        key=str(row.id),
        volumes=volumes,
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
    return _fits.fit(
        materials, lambda: [row for row in reading_rows(session) if row.id != without], key, file.parent
    )  # fmt: skip


def keep_fit(session: Session) -> None:
    """Keep the fit of today in the data folder, so that the next start need not make it."""
    folder = Path(session.get_bind().engine.url.database or "").parent
    shelf = fitted_shelf(session)
    key = _fits.key_of(shelf)
    if key is not None:
        kept_fit.save(folder, key, shelf)


def standing(session: Session) -> set[str]:
    """Return the keys of the pots that stand on the shelf."""
    return set(session.scalars(select(MaterialRow.key).where(MaterialRow.removed.is_(None))))


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    """How well a pot is known: its letter, and the tests not yet done, the most telling first."""

    level: str
    tasks: list[Task]
    white: str | None


def levels(session: Session) -> dict[str, str]:
    """Return the letter of every pot."""
    found = dict.fromkeys((row.key for row in material_rows(session)), "")
    for row in reading_rows(session):
        volumes = [part.material.key for part in row.volumes]
        films = [swatch["X"] is not None for swatch in row.swatches]
        spectral = any(len(swatch["seen"]) > 3 for swatch in row.swatches[:1])
        for key in volumes:
            letter = letter_of(key, volumes, coats=row.coats is not None, films=films, spectral=spectral)
            found[key] = max(found.get(key, ""), letter)
    return found


def known(session: Session, key: str) -> Known:
    """Return how well a pot is known and what would tell more of it."""
    get_material(session, key)
    shelf = fitted_shelf(session)
    evidence = [to_reading(row) for row in readings_of(session, key)]
    white = white_of(shelf, standing(session))
    done = {str(row.about.get("task", "")) for row in readings_of(session, key)}
    return Known(
        level=level_of(key, evidence), tasks=tasks_of(shelf, key, done=sorted(done - {""}), white=white), white=white
    )


def readings_of(session: Session, key: str) -> list[ReadingRow]:
    """Return the readings in which a pot had a part, oldest first."""
    return [row for row in reading_rows(session) if key in {part.material.key for part in row.volumes}]


def facts_of(row: MaterialRow) -> list[tuple[str, Any, Any, str]]:
    """Return every fact of a pot: its name, the value in force, the usual one of its kind, and why that is usual."""
    kind, usual = kind_of(row.kind), kind_of(row.kind).handling
    optical = [
        (name, getattr(row, name), getattr(kind, name), f"usual for {kind.title.lower()}") for name in OPTICAL_FACTS
    ]
    handled = [
        (name, row.handling.get(name), getattr(usual, name), usual.why.get(name, "")) for name in (*TIMES, *WORDS)
    ]
    return [
        (name, default if own is None else own, default, why or f"usual for {kind.title.lower()}")
        for name, own, default, why in [*optical, *handled]
    ]


def keeps_until(row: MaterialRow) -> datetime | None:
    """Return until when a mixed pot keeps; None where nothing in it goes off, or practice has no figure."""
    days = None if row.made is None else row.made.get("pot_life")
    days = row.handling.get("pot_life", days)
    if row.made is None or days is None:
        return None
    return datetime.fromtimestamp(row.created.timestamp() + 86400.0 * float(days), tz=UTC)


def pot_life_of(kinds: Sequence[str]) -> float | None:
    """Return how long a mix of these kinds keeps. [days]"""
    return pot_life([kind_of(kind) for kind in kinds])
