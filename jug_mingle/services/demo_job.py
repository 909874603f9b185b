"""The demo job beside one's own: brought in with its tins, and put away again without a trace."""

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.errors import ConflictError
from jug_mingle.services.archives import read_back
from jug_mingle.services.bring_back import import_jobs
from jug_mingle.services.copies import passing_folder
from jug_mingle.store.database import Database
from jug_mingle.store.models import (
    JobRow,
    MaterialRow,
    PourMadeRow,
    PourRow,
    ReadingRow,
    ReadingVolumeRow,
    SettingRow,
    StripRow,
)

_KEY: Final = "demo"


@dataclass(frozen=True, slots=True)
class DemoJob:
    """The demo job that was brought in: its number, and the keys of the tins that came with it."""

    job: int
    tins: tuple[str, ...]


def demo_job(session: Session) -> DemoJob | None:
    """Return the demo job that stands here; None where it was not brought in, or was removed."""
    row = session.scalar(select(SettingRow).where(SettingRow.key == _KEY))
    if row is None or session.get(JobRow, row.value["is"]["job"]) is None:
        return None
    return DemoJob(row.value["is"]["job"], tuple(row.value["is"]["tins"]))


def bring_demo(database: Database, data: Path, make: Callable[[Path], object]) -> int:
    """Bring the demo job in beside one's own, and return its number; `make` writes its archive to a file.

    Raises
    ------
    ConflictError
        If it stands here already.
    """
    with database.read() as session:
        if demo_job(session) is not None:
            raise ConflictError("the demo job stands here already: it is among your jobs")
        before = set(session.scalars(select(MaterialRow.key)))
    file = passing_folder(data) / "demo.zip"
    file.unlink(missing_ok=True)
    make(file)
    with read_back(file, file.parent) as archive:
        (job,) = import_jobs(archive, database, data, [number for number, _ in archive.jobs()])
    file.unlink()
    with database.write.begin() as session:
        tins = sorted(set(session.scalars(select(MaterialRow.key))) - before)
        row = session.scalar(select(SettingRow).where(SettingRow.key == _KEY)) or SettingRow(key=_KEY)
        row.value = {"is": {"job": job, "tins": tins}}
        session.add(row)
    return job


def put_demo_away(session: Session) -> None:
    """Remove the demo job for good, and of its tins those that nothing of one's own was poured from or read
    with."""
    found = demo_job(session)
    row = session.scalar(select(SettingRow).where(SettingRow.key == _KEY))
    if row is not None:
        session.delete(row)
    if found is None:
        return
    session.delete(session.get_one(JobRow, found.job))
    session.flush()
    rows = {
        row.id: row for row in session.scalars(select(MaterialRow).where(MaterialRow.key.in_(found.tins)))
    }
    readings = {
        reading.id: {volume.material_id for volume in reading.volumes}
        for reading in session.scalars(
            select(ReadingRow).join(ReadingVolumeRow).where(ReadingVolumeRow.material_id.in_(rows)).distinct()
        )
    }
    stay = _used(session, set(rows))
    while True:
        with_them = {
            tin for tins in readings.values() if tins - (set(rows) - stay) for tin in tins & set(rows)
        }
        if with_them <= stay:
            break
        stay |= with_them
    for reading_id, tins in readings.items():
        if not tins & stay:
            session.delete(session.get_one(ReadingRow, reading_id))
    session.flush()
    for number in set(rows) - stay:
        session.delete(rows[number])
    session.flush()


def _used(session: Session, tins: set[int]) -> set[int]:
    """Return the tins that something of another job was poured or painted from."""
    found: set[int] = set()
    for column in (PourRow.material_id, PourMadeRow.material_id, StripRow.material_id):
        found |= {
            number for number in session.scalars(select(column).where(column.in_(tins))) if number is not None
        }
    return found
