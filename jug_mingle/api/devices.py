"""The colour reader and the scale, and their stand-ins."""

import asyncio
import json
import time
from collections.abc import AsyncIterator
from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Query
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, Field

from jug_mingle.api.common import ChipOut, chip
from jug_mingle.api.context import ContextNow, LightNow
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.devices.lines import DeviceError
from jug_mingle.documents.strict import StrictModel
from jug_mingle.errors import DeviceTroubleError
from jug_mingle.services import reader_tray


class DevicesOut(BaseModel):
    """Which devices there are to work with."""

    reader: bool
    scale: bool
    weather: bool


class ReaderOut(BaseModel):
    """The colour reader: who it is, and, for the stand-in, what lies on its tray."""

    model: str
    serial: str
    stand_in: bool
    tray: list[str]
    placed: str
    fault: str
    calibrated: bool


class ReaderReadingOut(ChipOut):
    """A reading that was kept; its id is what a colour is taken from."""

    id: int
    sample: str
    device: str
    R: list[float]


class PlaceIn(StrictModel):
    """What is laid under the stand-in reader."""

    sample: str = Field(min_length=1, max_length=200, pattern=r"^[^\r\n|]+$")


class ReaderFaultIn(StrictModel):
    """A fault that the stand-in reader shall have."""

    fault: Literal["none", "timeout", "disconnect", "half-line", "out-of-range", "uncalibrated", "lies"]


class WeightOut(BaseModel):
    """What the scale shows. [g]"""

    grams: float
    state: Literal["stable", "moving", "overload"]


class LoadIn(StrictModel):
    """What is put on the stand-in scale. [g]"""

    grams: float = Field(ge=0.0, le=20_000.0)


router = APIRouter(prefix="/api/devices", tags=["devices"])


@router.get("")
def list_devices(context: ContextNow) -> DevicesOut:
    """Say which devices there are to work with: real ones, or, in the demo, the stand-ins."""
    demo, settings = context.make_demo is None, context.settings
    return DevicesOut(
        reader=demo or bool(settings.reader), scale=demo or bool(settings.scale),
        weather=demo or bool(settings.weather),
    )  # fmt: skip


@router.get("/reader")
def get_reader(context: ContextNow) -> ReaderOut:
    """Say which reader answers, and what lies on the tray of the stand-in."""
    try:
        identity = context.reader.identify()
        if not context.stand_ins:
            return ReaderOut(
                model=identity.model,
                serial=identity.serial,
                stand_in=False,
                tray=[],
                placed="",
                fault="none",
                calibrated=True,
            )
        placed, fault, calibrated = context.reader.simulate("STATE")[1:]
        tray = context.reader.tray()
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    return ReaderOut(
        model=identity.model, serial=identity.serial, stand_in=True, tray=tray,
        placed=placed.replace("_", " "), fault=fault, calibrated=calibrated == "yes",
    )  # fmt: skip


@router.post("/reader/calibrate", status_code=204)
def calibrate(context: ContextNow) -> None:
    """Calibrate the reader on its white tile."""
    try:
        if context.stand_ins:
            context.reader.simulate("PLACE White tile")
        context.reader.calibrate()
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error


@router.post("/reader/read", status_code=201)
def read(context: ContextNow, body: PlaceIn | None = None, light: LightNow = "window") -> ReaderReadingOut:
    """Read what lies under the reader (for the stand-in: lay it there first) and keep the reading."""
    sample = "" if body is None else body.sample
    try:
        if context.stand_ins and sample:
            context.reader.simulate(f"PLACE {sample}")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    row = reader_tray.read_sample(context.reader, sample=sample)
    with context.database.write.begin() as session:
        session.add(row)
        session.flush()
        made = chip(np.array(row.R), 0.5, [], light_named(light))
        return ReaderReadingOut(**made.model_dump(), id=row.id, sample=row.sample, device=row.device, R=row.R)


@router.post("/reader/fault", status_code=204)
def set_fault(body: ReaderFaultIn, context: ContextNow) -> None:
    """Give the stand-in reader a fault, to see what the program does about it."""
    try:
        context.reader.simulate(f"FAULT {body.fault}")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error


@router.get("/scale")
def weigh(context: ContextNow) -> WeightOut:
    """Return what the scale shows."""
    try:
        weight = context.scale.weigh()
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    return WeightOut(grams=round(weight.grams, 1), state=weight.state)


@router.post("/scale/load", status_code=204)
def put_on_scale(body: LoadIn, context: ContextNow) -> None:
    """Put something on the stand-in scale."""
    try:
        context.scale.simulate(f"LOAD {body.grams}")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error


@router.get("/scale/stream", response_class=StreamingResponse)
def stream_scale(
    context: ContextNow, seconds: Annotated[float, Query(ge=0.2, le=3600.0)] = 600.0
) -> StreamingResponse:
    """Send what the scale shows, ten times a second, as server-sent events; trouble is an event too, and it
    goes on."""

    async def events() -> AsyncIterator[str]:
        end = time.monotonic() + seconds
        # Between two looks a stream holds no thread, of which there are few; and it ends when the program
        # does.
        while time.monotonic() < end and not context.database.changes.closed:
            try:
                weight = await run_in_threadpool(context.scale.weigh)
                body = {"grams": round(weight.grams, 1), "state": weight.state, "trouble": ""}
            except DeviceError as error:
                body = {"grams": 0.0, "state": "moving", "trouble": str(error)}
            body["at"] = round(1000 * time.time())  # so that the screen can tell how old it is
            yield f"data: {json.dumps(body, allow_nan=False)}\n\n"
            await asyncio.sleep(0.1 if not body["trouble"] else 0.5)

    return StreamingResponse(events(), media_type="text/event-stream", headers={"Cache-Control": "no-store"})
