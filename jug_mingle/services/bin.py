"""The bin: all that was removed, wherever it was; brought back, or removed for good."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Final

from sqlalchemy import String, cast, or_, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from jug_mingle.errors import ConflictError, NotFoundError
from jug_mingle.services.materials import restore_material
from jug_mingle.services.strips import restore_strip
from jug_mingle.store.models import (
    ChoiceRow,
    EntryRow,
    JobRow,
    LookRow,
    MaterialRow,
    MixRow,
    MotifRow,
    PhotoRow,
    PieceRow,
    PreparationRow,
    ReadingRow,
    ReadingVolumeRow,
    StripRow,
    TargetRow,
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """Something that can be in the bin.

    `name` is what one of it is called, `restore` how it is brought back where that needs more than a mark
    taken off, `spoken` what other things call it by in what they keep, with {} for its number.
    """

    table: Any
    name: Callable[[Any], str] = lambda row: str(row.name)
    restore: Callable[[Session, Any], object] | None = None
    spoken: tuple[str, ...] = ()


def _strip_name(row: StripRow) -> str:
    on_it = row.mix or row.material
    return row.board or (on_it.name if on_it is not None else row.notes or "strip")


KINDS: Final = {
    "job": Kind(table=JobRow),
    "piece": Kind(table=PieceRow),
    "photo": Kind(table=PhotoRow),
    "colour": Kind(table=TargetRow,
        spoken=('"wood:{}"', '"found:{}"', '"target_id": {},', '"target_id": {}}}')),
    "jug": Kind(table=MixRow, spoken=('"mix:{}"', '"mix_id": {},', '"mix_id": {}}}')),
    "look": Kind(table=LookRow),
    "motif": Kind(table=MotifRow, spoken=('"own:{}"',)),
    "strip": Kind(
        table=StripRow, restore=lambda session, row: restore_strip(session, row.id), name=_strip_name,
        spoken=('"strip:{}"',),
    ),
    "tin": Kind(table=MaterialRow, restore=lambda session, row: restore_material(session, row.key)),
    "preparation": Kind(table=PreparationRow, name=lambda row: str(row.title)),
    "entry": Kind(table=EntryRow, name=lambda row: (row.words or row.product or row.kind)[:60]),
    "choice": Kind(table=ChoiceRow, name=lambda row: row.words[:60] or "looks shown to a client"),
}  # fmt: skip
"""What can be removed and brought back, by what it is called on the screen."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Removed:
    """One thing in the bin; `job` is the name of the job that it belongs to, where it belongs to one."""

    kind: str
    number: int
    name: str
    job: str
    removed: datetime


def removed(session: Session) -> list[Removed]:
    """Return all that is in the bin, what was removed last first; what is in a removed job goes with that."""
    gone = []
    for key, kind in KINDS.items():
        own = key in ("job", "tin", "preparation")
        query = select(kind.table).where(kind.table.removed.is_not(None))
        if not own:
            query = query.join(JobRow, kind.table.job_id == JobRow.id).where(JobRow.removed.is_(None))
        gone += [
            Removed(
                kind=key, number=row.id, name=kind.name(row), removed=row.removed,
                job="" if own else session.get_one(JobRow, row.job_id).name,
            )
            for row in session.scalars(query)
        ]  # fmt: skip
    return sorted(gone, key=lambda one: one.removed, reverse=True)


def bring_back(session: Session, key: str, number: int) -> None:
    """Take something out of the bin; ConflictError where what stands there now is in its way."""
    kind, row = _in_bin(session, key, number)
    if kind.restore is not None:
        kind.restore(session, row)
    else:
        row.removed = None
    session.flush()


def remove_for_good(session: Session, key: str, number: int) -> None:
    """Remove something that is in the bin, with all that belongs to it, so that it cannot be brought back.

    Raises
    ------
    NotFoundError
        If it is not in the bin.
    ConflictError
        If something that is kept needs it, as a jug needs the tins it was poured from.
    """
    kind, row = _in_bin(session, key, number)
    stays = f"{kind.name(row)} is needed by {{}} that is kept: it stays in the bin, out of the way"
    if user := _spoken_of(session, kind, number):
        raise ConflictError(stays.format(f"a {user}"))
    if isinstance(row, MaterialRow):
        _forget_readings(session, row, stays)
    try:
        with session.begin_nested():
            session.delete(row)
            session.flush()
    except IntegrityError as error:
        raise ConflictError(stays.format("a jug")) from error


_KEEPERS: Final[dict[str, tuple[Any, ...]]] = {
    "look": (LookRow.layers,), "jug": (MixRow.laid,), "strip": (StripRow.laid,), "piece": (PieceRow.grounds,),
    "colour": (TargetRow.source,), "tin": (MaterialRow.made,),
}  # fmt: skip
"""What keeps names of other things, by what it is called."""


def _spoken_of(session: Session, kind: Kind, number: int) -> str:
    """Return what kind of thing names this one in what it keeps; nothing where none does."""
    for user, columns in _KEEPERS.items():
        for column in columns:
            said = [
                cast(column, String).contains(words.format(number), autoescape=True) for words in kind.spoken
            ]
            if (
                said
                and session.execute(select(column.class_.id).where(or_(*said)).limit(1)).first() is not None
            ):
                return user
    return ""


def _forget_readings(session: Session, row: MaterialRow, stays: str) -> None:
    """Remove what was read of a tin alone; ConflictError where another tin was read with it, and so known by
    it."""
    mine = select(ReadingVolumeRow.reading_id).where(ReadingVolumeRow.material_id == row.id)
    readings = session.scalars(select(ReadingRow).where(ReadingRow.id.in_(mine))).all()
    if any(len(reading.volumes) > 1 for reading in readings):
        raise ConflictError(stays.format("another tin, which was read with it,"))
    for reading in readings:
        session.delete(reading)


def _in_bin(session: Session, key: str, number: int) -> tuple[Kind, Any]:
    kind = KINDS.get(key)
    row = session.get(kind.table, number) if kind is not None else None
    if kind is None or row is None or row.removed is None:
        raise NotFoundError(f"there is no {key} {number} in the bin (any more)")
    return kind, row
