"""Jobs as they are shown."""

from jug_mingle.api.jobs import schemas
from jug_mingle.store.models import JobRow


def job_out(row: JobRow) -> schemas.JobOut:
    """Return a job in a line."""
    return schemas.JobOut(id=row.id, name=row.name, room=row.room)
