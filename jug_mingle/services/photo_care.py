"""Photos looked after: named, dated by their part in the work, turned with all that is marked on them,
removed."""

from collections.abc import Callable
from typing import Any, Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.documents.look import Marks
from jug_mingle.documents.strict import FARTHEST
from jug_mingle.errors import UnfitError
from jug_mingle.services.photos import get_photo
from jug_mingle.store.models import PhotoRow, TargetRow, now

STAGES: Final = ("", "before", "during", "after")
"""Which part of the work a photo shows."""

Turn = Callable[[float, float], tuple[float, float]]


def change_photo(
    session: Session, photo_id: int, *, name: str | None = None, stage: str | None = None
) -> PhotoRow:
    """Name a photo, or say which part of the work it shows; what is None stays."""
    row = get_photo(session, photo_id)
    if stage is not None and stage not in STAGES:
        raise UnfitError(f"a photo is of {', '.join(STAGES[1:])}, or of none of them, not of {stage!r}")
    row.name = row.name if name is None else name
    row.stage = row.stage if stage is None else stage
    session.flush()
    return row


def remove_photo(session: Session, photo_id: int) -> None:
    """Put a photo into the bin. Colours that were caught from it stay."""
    get_photo(session, photo_id).removed = now()
    session.flush()


def turn_photo(session: Session, photo_id: int, quarters: int) -> PhotoRow:
    """Turn a photo clockwise by quarters; what was tapped, drawn and marked on it turns with it."""
    row = get_photo(session, photo_id)
    for _ in range(quarters % 4):
        _turn_once(session, row)
    session.flush()
    return row


def _turn_once(session: Session, row: PhotoRow) -> None:
    high = row.height

    def turn(x: float, y: float) -> tuple[float, float]:
        # What lay far outside the photo stays within what a mark may be.
        return max(-FARTHEST, min(high - y, FARTHEST)), x

    marks = Marks.model_validate(row.marks)
    for face in marks.faces:
        face.corners = [turn(*corner) for corner in face.corners]
    marks.white = None if marks.white is None else turn(*marks.white)
    row.marks = marks.model_dump(mode="json")
    for target in session.scalars(select(TargetRow).where(TargetRow.job_id == row.job_id)):
        turned = _turned(target.source, row.id, high, turn)
        if turned != target.source:
            target.source = turned
    row.turned = (row.turned + 90) % 360
    row.width, row.height = row.height, row.width


def _turned(said: Any, photo_id: int, high: int, turn: Turn) -> Any:
    """Return how a colour was caught, with what was tapped on the turned photo where it lies now."""
    if isinstance(said, list):
        return [_turned(one, photo_id, high, turn) for one in said]
    if not isinstance(said, dict):
        return said
    if said.get("photo_id") == photo_id:
        return {key: _areas_turned(value, high, turn) for key, value in said.items()}
    return {key: _turned(value, photo_id, high, turn) for key, value in said.items()}


def _areas_turned(said: Any, high: int, turn: Turn) -> Any:
    """Turn every area within; taps and boxes are of whole pixels, the last of which becomes the first."""
    if isinstance(said, list):
        return [_areas_turned(one, high, turn) for one in said]
    if not isinstance(said, dict):
        return said
    shape = said.get("shape")
    if shape == "spot":
        return {**said, "x": max(0.0, high - 1 - said["y"]), "y": said["x"]}
    if shape == "box":
        across = sorted((max(0.0, high - 1 - said["bottom"]), max(0.0, high - 1 - said["top"])))
        return {**said, "left": across[0], "right": across[1], "top": said["left"], "bottom": said["right"]}
    if shape == "freehand":
        return {**said, "points": [list(turn(*point)) for point in said["points"]]}
    if isinstance(said.get("corners"), list):
        return {**said, "corners": [list(turn(*corner)) for corner in said["corners"]]}
    return {key: _areas_turned(value, high, turn) for key, value in said.items()}
