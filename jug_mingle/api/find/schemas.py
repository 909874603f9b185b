"""What is found of the past, over the wire."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex
from jug_mingle.documents.strict import OneOf
from jug_mingle.services.find import KINDS

FoundKind = Annotated[str, OneOf(KINDS)]


class FoundOut(BaseModel):
    """Something that was found."""

    kind: FoundKind
    id: int
    job_id: int | None
    job_name: str
    title: str
    words: str
    at: datetime
    hex: Hex | None = Field(description="Its colour in the light asked for, if it has one.")
    delta_E: float | None = Field(description="From the colour asked for. [CIEDE2000]")
    said: str = Field(description="How far that is, in words.")


class FindOut(BaseModel):
    """What was found, and how many there are in all."""

    found: list[FoundOut]
    all: int
