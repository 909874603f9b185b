"""Archives brought back: what would happen, then all of it or nothing; and single jobs beside what is
there."""

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Final

from sqlalchemy import Connection, Table, func, select
from sqlalchemy.orm import Session

from jug_mingle.errors import UnfitError
from jug_mingle.services.archives import ReadBack
from jug_mingle.services.jobs import job_rows
from jug_mingle.services.renumber import bring_in
from jug_mingle.services.rows_of_job import rows_of_job
from jug_mingle.store.changed import tell_all
from jug_mingle.store.database import NAME, Database, copy_database
from jug_mingle.store.tables import put_rows, said_rows, tables_of

COUNTED: Final = {
    "job": "jobs", "piece": "pieces", "target": "colours", "mix": "jugs", "photo": "photos",
    "material": "tins", "entry": "entries",
}  # fmt: skip
"""Tables that a person counts, and what they call their rows."""

Tables = Mapping[str, Table]


@dataclass(frozen=True, slots=True, kw_only=True)
class JobThere:
    """A job of an archive; `here` where one begun at the same moment stands here, too."""

    number: int
    name: str
    counts: Mapping[str, int]
    here: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Foreseen:
    """What bringing an archive back would do.

    Attributes
    ----------
    brings, replaces : mapping
        How much of each (see `COUNTED`) it holds, and how much stands here that a restore would replace.
    new_photos : int
        How many photos of it are not here yet.
    """

    of: str
    title: str
    made: str
    jobs: list[JobThere]
    brings: Mapping[str, int]
    replaces: Mapping[str, int]
    new_photos: int

    def words(self) -> str:
        """Return in a few lines what would happen."""
        holds = counted_words(self.brings)
        if self.new_photos:
            holds += f"; {self.new_photos} of its photos are not here yet"
        there = (
            f"It replaces what is here: {counted_words(self.replaces)}. That is kept as a copy beside."
            if self.replaces.get("jobs")
            else "There is nothing here that it would replace."
        )
        return f"The archive of {self.made[:16].replace('T', ' ')} (UTC) holds {holds}.\n{there}"


def counted_words(counts: Mapping[str, int]) -> str:
    """Return counts in words: "2 jobs, 5 photos"."""
    said = [
        f"{many} {words if many != 1 else words.removesuffix('s')}" for words, many in counts.items() if many
    ]
    return ", ".join(said).replace("entrie ", "entry ") or "nothing"


def foresee(archive: ReadBack, session: Session, photos: Path) -> Foreseen:
    """Return what bringing an archive back here would do; nothing is changed."""
    with archive.connected() as connection:
        tables = tables_of(connection)
        live = tables_of(session.connection())
        here = set(session.scalars(select(live["job"].c.created)))
        jobs = [
            JobThere(
                number=row.id,
                name=row.name,
                counts=_of_job(connection, tables, row.id),
                here=row.created in here,
            )
            for row in connection.execute(select(tables["job"]).order_by(tables["job"].c.id))
        ]
        brings = {words: _many(connection, tables[name]) for name, words in COUNTED.items()}
    return Foreseen(
        of=archive.said.of, title=archive.said.title, made=archive.said.made, jobs=jobs, brings=brings,
        replaces={words: _many(session.connection(), live[name]) for name, words in COUNTED.items()},
        new_photos=sum(not (photos / f"{sha256}.original").exists() for sha256 in archive.said.photos),
    )  # fmt: skip


def _many(connection: Connection, table: Table) -> int:
    return connection.scalar(select(func.count()).select_from(table)) or 0


def _of_job(connection: Connection, tables: Tables, number: int) -> dict[str, int]:
    return {
        words: connection.scalar(select(func.count()).where(tables[name].c.job_id == number)) or 0
        for name, words in COUNTED.items()
        if "job_id" in tables[name].c
    }


def restore_all(archive: ReadBack, database: Database, data: Path) -> Path:
    """Put everything that an archive holds in the place of what is here, in one transaction, also while
    people work.

    What was here is kept as a copy beside, whose name is returned.

    Raises
    ------
    UnfitError
        If the archive is of one job: that is imported beside the others.
    DataRefusedError
        If a photo of it is damaged, or the disk fails.
    """
    if archive.said.of != "everything":
        raise UnfitError(
            f"this is an archive of the job {archive.said.title!r}: import it beside the others instead"
        )
    archive.keep_photos(data / "photos")
    aside = data / f"jug-mingle.before-restore-{datetime.now(UTC):%Y%m%d-%H%M%S}.db"
    copy_database(data / NAME, aside)
    with archive.connected() as source, database.write.begin() as session:
        connection = session.connection()
        live = tables_of(connection)
        connection.exec_driver_sql("PRAGMA defer_foreign_keys=ON")
        for table in reversed(live.values()):
            connection.execute(table.delete())
        put_rows(connection, live, {name: list(said_rows(source, table)) for name, table in live.items()})
        tell_all(session)
    return aside


def import_jobs(archive: ReadBack, database: Database, data: Path, numbers: Collection[int]) -> list[int]:
    """Bring jobs of an archive in beside those that are here, all or none, and return their numbers here.

    The tins that they need and that are not here are put on the shelf; those that are here stay as they are.

    Raises
    ------
    UnfitError
        If the archive has no such job.
    """
    there = dict(archive.jobs())
    if unknown := sorted(set(numbers) - set(there)):
        raise UnfitError(f"the archive has no job {unknown[0]}")
    if not numbers:
        raise UnfitError("choose at least one job of the archive")
    archive.keep_photos(data / "photos")
    found = []
    with archive.connected() as source, database.write.begin() as session:
        tables = tables_of(source)
        for number in sorted(numbers):
            wanted = rows_of_job(source, tables, number)
            rows = {name: list(said_rows(source, tables[name], its)) for name, its in wanted.items()}
            found.append(beside(session, rows, {"removed": None}))
        tell_all(session)
    return found


def duplicate_job(session: Session, job_id: int) -> int:
    """Begin a job like another: its pieces, photos, colours, jugs, looks and the ways of its plan, and
    nothing of what was done on it."""
    connection = session.connection()
    tables = tables_of(connection)
    without = frozenset({"pot", "pour_made", "strip", "step_done", "timer", "entry", "choice"})
    wanted = rows_of_job(connection, tables, job_id, without=without)
    rows = {name: list(said_rows(connection, tables[name], its)) for name, its in wanted.items()}
    for name in ("photo", "target", "mix", "look", "piece"):
        rows[name] = [row for row in rows[name] if row.get("removed") is None or name == "target"]
    kept = {row["id"] for row in rows["mix"]}
    rows["pour"] = [row for row in rows["pour"] if row["mix_id"] in kept]
    fresh = {
        "created": datetime.now(UTC).isoformat(), "version": 1, "state": "planned", "finished": None,
        "gone": None, "archived": None, "removed": None, "due": None,
    }  # fmt: skip
    rows["plan"] = [
        {**row, "begun": fresh["created"], "asked": None, "laid": None, "asks": _ways(row["asks"])}
        for row in rows["plan"]
    ]
    return beside(session, rows, fresh, foreign=False)


def _ways(asks: Mapping[str, Any]) -> dict[str, Any]:
    """Return what of a plan is true of the next job, too: steps left out, added, put in order; no time, no
    air."""
    return {key: asks[key] for key in ("dropped", "added", "order") if key in asks}


def beside(
    session: Session,
    rows: Mapping[str, list[dict[str, Any]]],
    job: Mapping[str, Any],
    *,
    foreign: bool = True,
) -> int:
    """Put the rows of a job in beside others, under a name of its own, and return its number."""
    connection = session.connection()
    tables = tables_of(connection)
    taken = {row.name for row in job_rows(session)}
    name = rows["job"][0]["name"]
    free = next(one for one in (name, *(f"{name[:110]} ({n})" for n in range(2, 10_000))) if one not in taken)
    number = bring_in(connection, tables, rows, {**job, "name": free}, foreign=foreign)
    session.expire_all()
    tell_all(session)
    return number
