"""Anything of the past found by words, by colour, or by date, wherever it stands."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from threading import Lock
from typing import Any, Final

import numpy as np
from cachetools import LRUCache
from sqlalchemy import Engine, select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.services.entries import KINDS as ENTRY_KINDS
from jug_mingle.store.models import (
    EntryRow,
    JobRow,
    LookRow,
    MixRow,
    PhotoRow,
    PieceRow,
    PlanRow,
    PreparationRow,
    StripRow,
    TargetRow,
)

KINDS: Final = (
    "job", "piece", "colour", "jug", "look", "strip", "plan", "preparation", "entry", "photo",
)  # fmt: skip
"""What can be found."""

MOST: Final = 60
"""So many are shown at most."""

_NEAR: Final = 15.0
"""What lies farther from the colour asked for is not like it. [CIEDE2000]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    """Something that can be found: what it is, where it belongs, what is said of it, and its colour, if it
    has one."""

    kind: str
    number: int
    job: int | None
    title: str
    words: str
    at: datetime
    R: FloatArray | None = None
    Lab: tuple[float, float, float] | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    """Something that was found, with its job's name, and how far it is from the colour that was asked for."""

    known: Known
    job_name: str
    delta_E: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Index:
    """All that can be found, read once and kept until something changes."""

    known: Sequence[Known]
    text: Sequence[str]
    jobs: dict[int, str]
    coloured: FloatArray
    """Places of what has a colour, and those colours, row by row: (n, 4) of place and Lab."""


Rows = dict[tuple[str, int], tuple[int, Known]]
"""What is known of each row, and of which version of it."""

_kept: Final[LRUCache[str, tuple[str, Index, Rows]]] = LRUCache(2)
"""Of a database what its newest change was called, and what was read then."""

_lock: Final = Lock()


def find(
    session: Session, *, state: str, words: str = "", Lab: Sequence[float] | None = None,
    since: datetime | None = None, until: datetime | None = None, kinds: Sequence[str] = (),
    job: int | None = None,
) -> tuple[list[Found], int]:  # fmt: skip
    """Return what fits all that is asked, the nearest colour first, else the newest, at most `MOST`; and how
    many fit.

    Parameters
    ----------
    state : str
        What the newest change is called: while it stays the same, nothing is read again.
    words : str
        Each of them must stand in what is said of it; the names of colours count ("green").
    Lab : sequence of float, optional
        A colour: what has one within 15 CIEDE2000.
    since, until : datetime, optional
        When it was made.
    """
    index = index_of(session, state)
    asked = [word for word in words.casefold().split() if word]
    near: dict[int, float] | None = None
    if Lab is not None and len(index.coloured):
        far = delta_E_CIE2000(np.asarray(Lab, dtype=float), index.coloured[:, 1:])
        near = {int(index.coloured[n, 0]): float(far[n]) for n in np.flatnonzero(far <= _NEAR)}
    places = near if near is not None else {} if Lab is not None else range(len(index.known))
    fits = [
        place
        for place in places
        if (not kinds or index.known[place].kind in kinds)
        and (job is None or index.known[place].job == job)
        and (since is None or index.known[place].at >= since)
        and (until is None or index.known[place].at <= until)
        and all(word in index.text[place] for word in asked)
    ]
    if near is None:
        fits.sort(key=lambda place: index.known[place].at, reverse=True)
    else:
        fits.sort(key=near.__getitem__)
    hits = [
        Found(
            known=index.known[place], job_name=index.jobs.get(index.known[place].job or 0, ""),
            delta_E=None if near is None else near[place],
        )
        for place in fits[:MOST]
    ]  # fmt: skip
    return hits, len(fits)


def index_of(session: Session, state: str) -> Index:
    """Return all that can be found; of what did not change since it was last read nothing is computed
    again."""
    bind = session.get_bind()
    name = str((bind if isinstance(bind, Engine) else bind.engine).url)
    with _lock:
        before, index, rows = _kept.get(name, ("", None, {}))
        if index is None or before != state:
            rows = dict(_rows_now(session, rows))
            index = _read(session, rows)
            _kept[name] = (state, index, rows)
        return index


def _read(session: Session, rows: Rows) -> Index:
    jobs = {number: name for number, name, *_ in session.execute(select(JobRow.id, JobRow.name))}
    standing = set(session.scalars(select(JobRow.id).where(JobRow.removed.is_(None))))
    known = [one for _, one in rows.values() if one.job is None or one.job in standing]
    text = [f"{one.title} {one.words} {jobs.get(one.job or 0, '')}".casefold() for one in known]
    coloured = [(place, *one.Lab) for place, one in enumerate(known) if one.Lab is not None]
    return Index(known=known, text=text, jobs=jobs, coloured=np.array(coloured, dtype=float).reshape(-1, 4))


def _rows_now(session: Session, rows: Rows) -> Iterator[tuple[tuple[str, int], tuple[int, Known]]]:
    """Yield everything; what is kept of a row is taken as long as its version is the same."""
    for kind, (table, columns) in _TABLES.items():
        versions = {
            number: version
            for number, version, *_ in session.execute(_standing(table, table.id, table.version))
        }
        fresh = [
            number for number, version in versions.items() if rows.get((kind, number), (0,))[0] != version
        ]
        for begin in range(0, len(fresh), 500):
            query = select(*columns).where(table.id.in_(fresh[begin : begin + 500]))
            for row in session.execute(query).mappings():
                rows[kind, row["id"]] = (row["version"], _known(kind, row))
        yield from (((kind, number), rows[kind, number]) for number in versions)


def _standing(table: Any, *columns: Any) -> Any:
    query = select(*columns).order_by(table.id)
    return query.where(table.removed.is_(None)) if hasattr(table, "removed") else query


def _columns(table: Any, *more: Any) -> tuple[Any, tuple[Any, ...]]:
    return table, (table.id, table.version, table.created, *more)


_TABLES: Final[dict[str, tuple[Any, tuple[Any, ...]]]] = {
    "job": _columns(JobRow, JobRow.name, JobRow.room, JobRow.client, JobRow.notes),
    "piece": _columns(PieceRow, PieceRow.job_id, PieceRow.name, PieceRow.belongs),
    "colour": _columns(TargetRow, TargetRow.job_id, TargetRow.name, TargetRow.R),
    "jug": _columns(MixRow, MixRow.job_id, MixRow.name, MixRow.predicted),
    "look": _columns(LookRow, LookRow.job_id, LookRow.name, LookRow.layers),
    "strip": _columns(
        StripRow, StripRow.job_id, StripRow.board, StripRow.notes, StripRow.ground, StripRow.R
    ),
    "plan": _columns(PlanRow, PlanRow.job_id),
    "preparation": _columns(PreparationRow, PreparationRow.title, PreparationRow.film),
    "entry": _columns(
        EntryRow, EntryRow.job_id, EntryRow.kind, EntryRow.words, EntryRow.step, EntryRow.product,
        EntryRow.tool, EntryRow.at,
    ),
    "photo": _columns(PhotoRow, PhotoRow.job_id, PhotoRow.name, PhotoRow.stage, PhotoRow.taken),
}  # fmt: skip


def _known(kind: str, row: Any) -> Known:
    said = [
        row.get(name) or ""
        for name in ("room", "client", "notes", "belongs", "ground", "words", "product", "tool")
    ]
    title = (
        row.get("name") or row.get("title") or row.get("step") or row.get("board") or _USUAL.get(kind, kind)
    )
    if kind == "entry":
        title = row["step"] or ENTRY_KINDS.get(row["kind"], "Note")
    if kind == "look":
        said += sorted({str(layer.get("kind", "")).replace("_", " ") for layer in row["layers"]})
    R = (
        np.array(row["R"])
        if "R" in row
        else np.array(row["predicted"]["R"])
        if row.get("predicted")
        else None
    )
    Lab = None
    if R is not None:
        L, a, b = (float(value) for value in R_to_Lab(R))
        Lab = (L, a, b)
        said.append(describe(Lab))
    return Known(
        kind=kind, number=row["id"], job=row["id"] if kind == "job" else row.get("job_id"), title=title,
        words=" · ".join(filter(None, said)), at=row.get("at") or row.get("taken") or row["created"], R=R,
        Lab=Lab,
    )  # fmt: skip


_USUAL: Final = {"strip": "A strip or offcut", "plan": "The plan"}
