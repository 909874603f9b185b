"""Jugs: the vessels that stand about."""

from fastapi import APIRouter

from jug_mingle.api.context import ContextNow, ReadSession
from jug_mingle.api.jugs.schemas import JugIn, JugOut
from jug_mingle.services import jugs

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
