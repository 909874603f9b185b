"""Jobs over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import LightName, Name, Room
from jug_mingle.api.looks.schemas import FinishOut
from jug_mingle.api.mixes.schemas import MixOut
from jug_mingle.api.photos.schemas import PhotoOut
from jug_mingle.api.pieces.schemas import PieceOut
from jug_mingle.api.targets.schemas import TargetOut
from jug_mingle.documents.strict import StrictModel


class RoomsIn(StrictModel):
    """The light of the workshop, and that of the room where the piece will stand."""

    workshop_light: LightName
    room_light: LightName


class JobOut(BaseModel):
    """A job in a line."""

    id: int
    name: str
    room: str


class JobIn(StrictModel):
    """A job to begin."""

    name: Name
    room: Room = ""


class JobChangeIn(StrictModel):
    """What changes of a job; only what is sent is changed."""

    name: Name | None = None
    room: Room | None = None


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
