"""Pairing over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.documents.strict import Id
from jug_mingle.services.pairing import May


class DeviceOut(BaseModel):
    """A device that is let in."""

    id: int
    name: str
    may: May = Field(description='"work": all that the main screen may but let others in; "look": only look.')
    created: datetime
    last_used: datetime
    this: bool = Field(description="Whether it is the one that asks.")


class CodeOut(BaseModel):
    """A code that lets one device in, once."""

    code: str
    may: May
    seconds: int = Field(description="So long it is good. [s]")
    address: str = Field(description="The page on which it is typed; with the code behind a #, as the picture has it.")
    qr: str = Field(description="A picture of that address for a camera, as an SVG data URI.")


class PairingOut(BaseModel):
    """How the program is shared, and who asks."""

    shared: bool
    role: Literal["home", "device", "stranger"]
    may: May | None
    name: str = Field(description="What the device that asks is called; empty for the main screen and strangers.")
    encrypted: bool = Field(description="Whether this answer came over HTTPS.")
    addresses: list[str] = Field(description="Where the workshop reaches the program. The main screen alone is told.")
    devices: list[DeviceOut] = Field(description="Who is let in. A stranger is told nothing.")
    code: CodeOut | None = Field(description="The code that is good now. The main screen alone is told.")


class CodeIn(BaseModel):
    """What a device that comes next may."""

    may: May = "work"
    job_id: Id | None = Field(
        default=None, description="The job that a guest looks at; without it the one touched last."
    )


class PairIn(BaseModel):
    """A code, as the main screen shows it, and what the device is to be called."""

    code: str = Field(min_length=1, max_length=20)
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]
