"""The tins on the shelf: put there, changed, weighed, taken off, and the facts of each."""

import re
from collections.abc import Iterable, Mapping, Sequence
from datetime import UTC, datetime
from typing import Any, Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.marked import marked
from jug_mingle.core.materials.handling import FLAGS, SHOWN_FLAGS, TIMES, WORDS, Facts
from jug_mingle.core.materials.kinds import KINDS, kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import veil_of
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.store.models import MaterialRow, now
from jug_mingle.store.reading import read_once

OPTICAL_FACTS: Final = ("volume_solids", "density", "spread_rate", "sheen")
"""What a label may say that the physics uses."""


def material_rows(session: Session, *, removed: bool = False) -> Sequence[MaterialRow]:
    """Return all tins, by kind and name; with `removed` also those that were taken off the shelf."""
    order = {key: place for place, key in enumerate(KINDS)}
    every = select(MaterialRow).order_by(MaterialRow.name)
    query = every if removed else every.where(MaterialRow.removed.is_(None))
    rows = read_once(session, ("tins", removed), lambda: session.scalars(query).all())
    return sorted(rows, key=lambda row: order[row.kind])


def get_material(session: Session, key: str) -> MaterialRow:
    """Return a tin, also one that was taken off; NotFoundError when there is none."""
    query = select(MaterialRow).where(MaterialRow.key == key)
    row = read_once(session, ("tin", key), lambda: session.scalar(query))
    if row is None:
        raise NotFoundError(f"there is no tin {key!r} on the shelf")
    return row


def free_key(session: Session, name: str) -> str:
    """Return a key for a new tin, made of its name."""
    base = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:60] or "tin"
    taken = set(session.scalars(select(MaterialRow.key).where(MaterialRow.key.like(f"{base}%"))))
    return next(
        key for n in range(len(taken) + 1) if (key := base if n == 0 else f"{base}-{n + 1}") not in taken
    )


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
    """Put a tin on the shelf; ConflictError when one of this name stands there, UnfitError for what cannot
    be."""
    _known_kind(kind)
    there = session.scalar(select(MaterialRow).where(MaterialRow.name == name, MaterialRow.removed.is_(None)))
    if there is not None:
        raise ConflictError(
            f"a tin called {name!r} stands on the shelf already: call this one something else"
        )
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
    """Change what is said of a tin; None takes a fact back to the usual one."""
    row = get_material(session, key)
    if "kind" in changes:
        _known_kind(changes["kind"])
    name = changes.get("name", row.name)
    other = session.scalar(select(MaterialRow).where(MaterialRow.name == name, MaterialRow.removed.is_(None)))
    if other is not None and other.id != row.id:
        raise ConflictError(
            f"a tin called {name!r} stands on the shelf already: call this one something else"
        )
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
    unknown = set(row.handling or {}) - {*TIMES, *WORDS, *FLAGS}
    if unknown:
        raise UnfitError(
            f"there is no handling fact {', '.join(sorted(unknown))}; known are "
            f"{', '.join((*TIMES, *WORDS, *FLAGS))}"
        )
    try:
        to_material(row)
        veil_of(row.sheen or "flat")
    except ValueError as error:
        raise UnfitError(str(error)) from error


def weigh_material(session: Session, key: str, *, grams: float, tin_grams: float) -> MaterialRow:
    """Set what is left from the weight of the tin, as it stands and empty; UnfitError when it weighs more
    empty."""
    row = get_material(session, key)
    if grams < tin_grams:
        raise UnfitError(
            f"the tin weighs {marked(grams)} g, and empty {marked(tin_grams)} g: weigh them again"
        )
    row.left_ml = round((grams - tin_grams) / to_material(row).mass_density, 1)
    row.full_ml = max(row.full_ml, row.left_ml)
    session.flush()
    return row


def remove_material(session: Session, key: str) -> None:
    """Take a tin off the shelf; its readings and mixes stay, and `restore_material` brings it back."""
    get_material(session, key).removed = now()
    session.flush()


def restore_material(session: Session, key: str) -> MaterialRow:
    """Bring a tin back to the shelf; ConflictError when another of its name stands there by now."""
    row = get_material(session, key)
    other = session.scalar(
        select(MaterialRow).where(MaterialRow.name == row.name, MaterialRow.removed.is_(None))
    )
    if other is not None and other.id != row.id:
        raise ConflictError(f"another tin called {row.name!r} stands on the shelf by now: rename that first")
    row.removed = None
    session.flush()
    return row


def to_material(row: MaterialRow) -> Material:
    """Return a tin as the core takes it."""
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


def keys_on_shelf(session: Session) -> set[str]:
    """Return the keys of the tins that stand on the shelf."""
    query = select(MaterialRow.key).where(MaterialRow.removed.is_(None))
    return read_once(session, "keys on the shelf", lambda: set(session.scalars(query)))


def facts_of(row: MaterialRow) -> list[tuple[str, Any, Any, str]]:
    """Return every fact of a tin: its name, the value in force, the usual one of its kind, and why that is
    usual."""
    kind, usual = kind_of(row.kind), kind_of(row.kind).handling
    optical = [
        (name, getattr(row, name), getattr(kind, name), f"usual for {kind.title.lower()}")
        for name in OPTICAL_FACTS
    ]
    handled = [
        (name, row.handling.get(name), getattr(usual, name), usual.why.get(name, ""))
        for name in (*TIMES, *WORDS, *SHOWN_FLAGS)
    ]
    return [
        (name, default if own is None else own, default, why or f"usual for {kind.title.lower()}")
        for name, own, default, why in [*optical, *handled]
    ]


def keeps_until(row: MaterialRow) -> datetime | None:
    """Return until when a mix keeps; None where nothing in it goes off, or practice has no figure."""
    days = None if row.made is None else row.made.get("pot_life")
    days = row.handling.get("pot_life", days)
    if row.made is None or days is None:
        return None
    return datetime.fromtimestamp(row.created.timestamp() + 86400.0 * float(days), tz=UTC)


def handled(tins: Iterable[MaterialRow]) -> Facts:
    """Return how what is made of some tins is handled, by their labels; ValueError of none."""
    return Facts.of((kind_of(tin.kind), tin.handling or {}) for tin in tins)
