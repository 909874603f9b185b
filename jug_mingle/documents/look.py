"""A look as it is stored, sent and kept in files: layers from the ground up, each with its colours by
name."""

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.finishes.layer import BlendPattern, LaidBy, Place
from jug_mingle.documents.layout import LayoutIn, MotifFile
from jug_mingle.documents.strict import Id, OneOf, Point, StrictModel

Share = Annotated[float, Field(ge=0.0, le=1.0)]
Zone = Literal["front", "body", "top", "side", "leg", "plinth", "moulding", "inside"]
FaceName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60)]
"""A name that faces of a piece answer to: a zone ("front"), a kind of part ("drawer"), a part ("drawer 2"),
or a face of either ("drawer 2/inside")."""

KindName = Annotated[str, OneOf(KINDS)]
ColourName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=90)]
"""A role ("first", "second", "third" jug), "mix:7", "pot:sloe-skin", a wax ("brown wax") or a gilding
("gold")."""


class LayerIn(StrictModel):
    """One layer; what each number means stands with `core.finishes.Layer`."""

    kind: KindName
    colours: list[ColourName] = Field(default=[], max_length=3)
    zones: list[FaceName] = Field(default=[], max_length=60)
    coats: int = Field(default=1, ge=1, le=12)
    water: float = Field(default=0.0, ge=0.0, le=10.0)
    wipe: Share = 0.0
    amount: Share = 0.5
    place: Place = "everywhere"
    pattern: BlendPattern = "centre"
    size: Share = 0.0
    width: Share = 0.6
    contrast: Share = 1.0
    hand: Share = 0.0
    seed: int = Field(default=1, ge=0, le=10_000)
    dwell: float = Field(default=5.0, ge=0.5, le=600.0)
    down_to: int = Field(default=0, ge=0, le=40)
    way: LaidBy = "brush"
    veil: Share | None = None
    on: bool = True
    layout: LayoutIn | None = Field(default=None, description="Where it lies, of what is laid out.")


class ColourNote(StrictModel):
    """What a role was when the look was kept, for the person who opens it."""

    name: str = Field(default="", max_length=120)


class LookFile(StrictModel):
    """A look as a file."""

    format: Literal["jug-mingle look"] = "jug-mingle look"
    version: Literal[1] = 1
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
    roles: dict[Literal["first", "second", "third"], ColourNote] = Field(default={})
    layers: list[LayerIn] = Field(min_length=1, max_length=24)
    motifs: dict[str, MotifFile] = Field(
        default={}, description="Own motifs of its layers, by their names there."
    )


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
