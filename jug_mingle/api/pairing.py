"""Devices of the workshop: a code on the main screen, a device let in, sent away."""

from datetime import datetime
from typing import Annotated, Literal

from fastapi import APIRouter, Request, Response
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.access import Visitor, cookie_name, visitor_of
from jug_mingle.api.context import Context, ContextNow
from jug_mingle.documents.strict import Id
from jug_mingle.errors import ConflictError, ForbiddenError
from jug_mingle.services.pairing import May
from jug_mingle.settings import addresses


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
    address: str = Field(
        description="The page on which it is typed; with the code behind a #, as the picture has it."
    )
    qr: str = Field(description="A picture of that address for a camera, as an SVG data URI.")


class PairingOut(BaseModel):
    """How the program is shared, and who asks."""

    shared: bool
    role: Literal["home", "device", "stranger"]
    may: May | None
    name: str = Field(
        description="What the device that asks is called; empty for the main screen and strangers."
    )
    encrypted: bool = Field(description="Whether this answer came over HTTPS.")
    addresses: list[str] = Field(
        description="Where the workshop reaches the program. The main screen alone is told."
    )
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


router = APIRouter(prefix="/api/pairing", tags=["pairing"])

_YEAR = 365 * 24 * 3600
"""So long a browser keeps a token. [s]"""


@router.get("")
def get_pairing(request: Request, context: ContextNow) -> PairingOut:
    """Say how the program is shared, and who asks."""
    return _out(request, context, visitor_of(request))


@router.post("/code", status_code=201)
def make_code(body: CodeIn, request: Request, context: ContextNow) -> PairingOut:
    """Make a code that lets one device in; the one before it is void."""
    _at_home(request)
    if not context.settings.share:
        raise ConflictError("the program is not shared: start it with --share first")
    context.doors.make_code(body.may, job_id=body.job_id)
    return _out(request, context, visitor_of(request))


@router.post("", status_code=201)
def pair(body: PairIn, request: Request, response: Response, context: ContextNow) -> PairingOut:
    """Let the device that asks in, by the code of the main screen; its token comes as a cookie."""
    paired, token = context.doors.pair(body.code, body.name)
    response.set_cookie(
        cookie_name(request.scope), token, max_age=_YEAR, httponly=True, samesite="strict",
        secure=request.url.scheme == "https", path="/",
    )  # fmt: skip
    return _out(request, context, Visitor("device", paired))


@router.delete("/{device_id}", status_code=204)
def send_away(device_id: int, request: Request, context: ContextNow) -> None:
    """Let a device in no more; also what it listens to ends at once. A device may send itself away."""
    device = visitor_of(request).device
    if device is None or device.id != device_id:
        _at_home(request)
    context.doors.send_away(device_id)


def _at_home(request: Request) -> None:
    if visitor_of(request).role != "home":
        raise ForbiddenError(
            "only the main screen, on the machine of the program itself, lets devices in and sends them away"
        )


def _out(request: Request, context: Context, visitor: Visitor) -> PairingOut:
    home = visitor.role == "home"
    shared = context.settings.share
    return PairingOut(
        shared=shared, role=visitor.role, may=visitor.may, name=visitor.device.name if visitor.device else "",
        encrypted=request.url.scheme == "https",
        addresses=_addresses(request, context) if home and shared else [],
        devices=[
            DeviceOut(
                id=paired.id, name=paired.name, may=paired.may, created=paired.created,
                last_used=paired.last_used,
                this=visitor.device is not None and paired.id == visitor.device.id,
            )
            for paired in context.doors.devices()
            if visitor.may == "work" or (visitor.device and visitor.device.id == paired.id)
        ],
        code=_code(request, context) if home and shared else None,
    )  # fmt: skip


def _addresses(request: Request, context: Context) -> list[str]:
    port = (request.scope.get("server") or ("", 0))[1]
    return [f"{request.url.scheme}://{name}:{port}" for name in addresses(context.settings)]


def _code(request: Request, context: Context) -> CodeOut | None:
    code = context.doors.code()
    if code is None:
        return None
    address = f"{_addresses(request, context)[0]}/pair"
    import segno  # a start need not take it

    said = f"{code.code[:4]}-{code.code[4:]}"
    return CodeOut(
        code=said, may=code.may, seconds=context.doors.seconds_left(code), address=address,
        # Behind a #, the code goes to no server and into no log before it is typed.
        qr=segno.make(f"{address}#{said}", error="m").svg_data_uri(scale=4, border=3, dark="#000",
            light="#fff"),
    )  # fmt: skip
