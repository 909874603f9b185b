"""What is marked on a photo: faces by their corners."""

from pydantic import Field

from jug_mingle.documents.look import Zone
from jug_mingle.documents.strict import Id, Point, StrictModel


class FaceIn(StrictModel):
    """A face on a photo: its corners in turn, in pixels of the working copy, its zone, how wide it is, and
    how high where that was found out [m]; `known` where its width was measured on the piece, so that others
    follow from it."""

    corners: list[Point] = Field(min_length=4, max_length=4)
    zone: Zone = "front"
    width: float = Field(default=0.5, gt=0.0, le=10.0)
    height: float | None = Field(default=None, gt=0.0, le=20.0)
    known: bool = False


class Marks(StrictModel):
    """All marks of a photo; `wood` is the ground that is bare, `white` a place that is white in truth,
    `piece` the piece that it shows."""

    faces: list[FaceIn] = Field(default=[], max_length=40)
    wood: str = Field(default="oak", min_length=1, max_length=40)
    white: Point | None = None
    piece: Id | None = None
