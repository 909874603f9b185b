"""Jobs over the wire."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common.schemas import LightName, Name, Room, WordsOut
from jug_mingle.api.looks.schemas import FinishOut
from jug_mingle.api.mixes.schemas import MixOut
from jug_mingle.api.photos.schemas import PhotoOut
from jug_mingle.api.pieces.schemas import PieceOut
from jug_mingle.api.targets.schemas import TargetOut
from jug_mingle.documents.strict import OneOf, StrictModel, When
from jug_mingle.services.jobs import STATES


class RoomsIn(StrictModel):
    """The light of the workshop, and that of the room where the piece will stand."""

    workshop_light: LightName
    room_light: LightName


State = Annotated[str, OneOf(STATES)]
Notes = Annotated[str, StringConstraints(max_length=4000)]


class JobOut(BaseModel):
    """A job in a line."""

    id: int
    version: int
    name: str
    room: str
    client: str
    notes: str
    due: datetime | None = Field(description="When it is needed.")
    state: State
    finished: datetime | None = Field(description="When the work on it ended.")
    days_unsold: int | None = Field(description="How long it has stood finished, or stood until it was sold or given.")
    archived: bool
    created: datetime


class PictureOut(BaseModel):
    """A photo that stands for a job: its number, and how far it was turned."""

    id: int
    turned: int


class JobLineOut(JobOut):
    """A job as the list of them shows it, with a photo, and the number of a piece, that may be its picture."""

    counts: dict[str, int]
    photo: PictureOut | None
    piece: int | None
    touched: datetime = Field(description="When something was last added to it.")


class StateOut(WordsOut):
    """What a job can be."""

    key: State


class JobIn(StrictModel):
    """A job to begin."""

    name: Name
    room: Room = ""
    client: Room = ""


class JobChangeIn(StrictModel):
    """What changes of a job; only what is sent is changed."""

    name: Name | None = None
    room: Room | None = None
    client: Room | None = None
    notes: Notes | None = None
    state: State | None = None
    archived: bool | None = None
    due: When | None = None
    no_due: bool = Field(default=False, description="Whether it is needed by no date any more.")


class JobWholeOut(JobOut):
    """A job with all that belongs to it, as it looks in the light asked for."""

    workshop_light: LightName
    room_light: LightName
    photos: list[PhotoOut]
    targets: list[TargetOut]
    mixes: list[MixOut]
    pieces: list[PieceOut]
    looks: list[FinishOut]
    areas: dict[str, float] = Field(description="Painted area of each zone of all pieces. [m²]")
