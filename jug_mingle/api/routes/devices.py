"""The colour reader and the scale, and their stand-ins."""

from typing import Literal

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, Field

from jug_mingle.api.context import PROBLEMS, ContextNow, LightNow
from jug_mingle.api.schemas import ChipOut
from jug_mingle.api.shapes import chip
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.devices.lines import DeviceError
from jug_mingle.errors import DeviceTroubleError
from jug_mingle.services import measured
from jug_mingle.services.said import Said

router = APIRouter(prefix="/api/devices", tags=["devices"])


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


class PlaceIn(Said):
    """What is laid under the stand-in reader."""

    sample: str = Field(min_length=1, max_length=200, pattern=r"^[^\r\n|]+$")


class ReaderFaultIn(Said):
    """A fault that the stand-in reader shall have."""

    fault: Literal["none", "timeout", "disconnect", "half-line", "out-of-range", "uncalibrated", "lies"]


class WeightOut(BaseModel):
    """What the scale shows. [g]"""

    grams: float
    state: Literal["stable", "moving", "overload"]


class LoadIn(Said):
    """What is put on the stand-in scale. [g]"""

    grams: float = Field(ge=0.0, le=20_000.0)


@router.get("/reader", responses=PROBLEMS)
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
        tray = " ".join(context.reader.simulate("TRAY")[1:]).replace("_", " ").split("|")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    return ReaderOut(
        model=identity.model, serial=identity.serial, stand_in=True, tray=tray, placed=placed.replace("_", " "),
        fault=fault, calibrated=calibrated == "yes",
    )  # fmt: skip


@router.post("/reader/calibrate", status_code=204, responses=PROBLEMS)
def calibrate(context: ContextNow) -> None:
    """Calibrate the reader on its white tile."""
    try:
        if context.stand_ins:
            context.reader.simulate("PLACE White tile")
        context.reader.calibrate()
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error


@router.post("/reader/read", status_code=201, responses=PROBLEMS)
def read(context: ContextNow, body: PlaceIn | None = None, light: LightNow = "window") -> ReaderReadingOut:
    """Read what lies under the reader (for the stand-in: lay it there first) and keep the reading."""
    sample = "" if body is None else body.sample
    try:
        if context.stand_ins and sample:
            context.reader.simulate(f"PLACE {sample}")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    with context.database.write.begin() as session:
        row = measured.read_sample(session, context.reader, sample=sample)
        made = chip(np.array(row.R), 0.5, [], light_named(light))
        return ReaderReadingOut(**made.model_dump(), id=row.id, sample=row.sample, device=row.device, R=row.R)


@router.post("/reader/fault", status_code=204, responses=PROBLEMS)
def set_fault(body: ReaderFaultIn, context: ContextNow) -> None:
    """Give the stand-in reader a fault, to see what the program does about it."""
    try:
        context.reader.simulate(f"FAULT {body.fault}")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error


@router.get("/scale", responses=PROBLEMS)
def weigh(context: ContextNow) -> WeightOut:
    """Return what the scale shows."""
    try:
        weight = context.scale.weigh()
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    return WeightOut(grams=round(weight.grams, 1), state=weight.state)


@router.post("/scale/load", status_code=204, responses=PROBLEMS)
def put_on_scale(body: LoadIn, context: ContextNow) -> None:
    """Put something on the stand-in scale."""
    try:
        context.scale.simulate(f"LOAD {body.grams}")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
