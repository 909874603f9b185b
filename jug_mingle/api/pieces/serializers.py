"""Pieces as they are shown."""

from jug_mingle.api.pieces import schemas
from jug_mingle.services.pieces import piece_of
from jug_mingle.store.models import PieceRow


def piece_out(row: PieceRow) -> schemas.PieceOut:
    """Return a piece."""
    piece = piece_of(row)
    measures = {name: value for name, value in row.spec.items() if name != "form"}
    return schemas.PieceOut(
        id=row.id, name=row.name, form=piece.form, measures=measures, grounds=row.grounds, look_id=row.look_id,
        areas={zone: round(area, 4) for zone, area in piece.areas.items()},
    )  # fmt: skip
