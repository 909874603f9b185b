"""Photos as they are shown."""

from jug_mingle.api.photos import schemas
from jug_mingle.documents.face_marks import Marks
from jug_mingle.store.models import PhotoRow


def photo_out(row: PhotoRow) -> schemas.PhotoOut:
    """Return a photo."""
    return schemas.PhotoOut(
        id=row.id, version=row.version, name=row.name, width=row.width, height=row.height, turned=row.turned,
        stage=row.stage, taken=row.taken, created=row.created, marks=Marks.model_validate(row.marks),
    )  # fmt: skip
