"""Looks as they are shown."""

from jug_mingle.api.looks import schemas
from jug_mingle.services.looks import layers_of
from jug_mingle.store.models import LookRow


def finish_out(row: LookRow) -> schemas.FinishOut:
    """Return a look."""
    return schemas.FinishOut(id=row.id, name=row.name, layers=layers_of(row))
