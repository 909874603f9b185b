"""Jobs as they are shown."""

from typing import Any

from jug_mingle.api.jobs import schemas
from jug_mingle.services.jobs import JobLine, days_unsold
from jug_mingle.store.models import JobRow


def job_facts(row: JobRow) -> dict[str, Any]:
    """Return what is said of a job wherever it is shown."""
    return {
        "id": row.id, "version": row.version, "name": row.name, "room": row.room, "client": row.client,
        "notes": row.notes, "due": row.due, "state": row.state, "finished": row.finished,
        "days_unsold": days_unsold(row), "archived": row.archived is not None, "created": row.created,
    }  # fmt: skip


def job_out(row: JobRow) -> schemas.JobOut:
    """Return a job in a line."""
    return schemas.JobOut(**job_facts(row))


def job_line_out(line: JobLine) -> schemas.JobLineOut:
    """Return a job as the list of them shows it."""
    return schemas.JobLineOut(
        **job_facts(line.row), counts=dict(line.counts), piece=line.piece, touched=line.touched,
        photo=None if line.photo is None else schemas.PictureOut(id=line.photo[0], turned=line.photo[1]),
    )  # fmt: skip
