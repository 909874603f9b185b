"""Jugs: the vessels that stand about."""

from typing import Annotated

from fastapi import APIRouter
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.context import ContextNow, ReadSession
from jug_mingle.documents.strict import StrictModel
from jug_mingle.services import jugs

JugName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]


class JugOut(BaseModel):
    """A vessel that stands about."""

    name: JugName
    capacity: float
    heights: list[float]
    diameters: list[float]


class JugIn(StrictModel):
    """A vessel by its inner measures [mm], or by marks of water: millilitres in all, and height [mm]."""

    name: JugName
    bottom: float | None = Field(default=None, gt=0.0, le=1000.0)
    top: float | None = Field(default=None, gt=0.0, le=1000.0)
    neck: float | None = Field(default=None, gt=0.0, le=1000.0)
    height: float | None = Field(default=None, ge=0.0, le=1000.0)
    marks: list[tuple[float, float]] = Field(default=[], max_length=20)


router = APIRouter(prefix="/api", tags=["jugs"])


@router.get("/jugs")
def list_jugs(session: ReadSession) -> list[JugOut]:
    """List the vessels, those of one's own last."""
    return [
        JugOut.model_validate(
            {"name": name, "capacity": jug.capacity, "heights": jug.heights, "diameters": jug.diameters}
        )
        for name, jug in jugs.all_jugs(session).items()
    ]


@router.post("/jugs", status_code=201)
def add_jug(body: JugIn, context: ContextNow) -> JugOut:
    """Keep a vessel of one's own, by its inner measures or by pouring known water."""
    with context.database.write.begin() as session:
        row = jugs.add_jug(session, **body.model_dump())
        jug = jugs.jug_named(session, row.name)
        return JugOut(name=row.name, capacity=jug.capacity, heights=row.heights, diameters=row.diameters)
