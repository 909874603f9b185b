"""The demo job, brought in beside one's own and put away."""

from fastapi import APIRouter
from pydantic import BaseModel, Field

from jug_mingle.api.context import ContextNow, ReadSession, writing
from jug_mingle.errors import NotFoundError
from jug_mingle.services import demo_job as service

router = APIRouter(prefix="/api/demo", tags=["jobs"])


class DemoOut(BaseModel):
    """Whether there is a demo job to bring in, and its number where it stands here."""

    offered: bool = Field(description="Not in the demo itself.")
    job: int | None


@router.get("")
def get_demo(session: ReadSession, context: ContextNow) -> DemoOut:
    """Return whether the demo job can be brought in, or stands here."""
    found = service.demo_job(session)
    return DemoOut(offered=context.make_demo is not None, job=found.job if found else None)


@router.post("", status_code=201)
def bring_demo(context: ContextNow) -> DemoOut:
    """Bring the demo job in beside one's own, with its tins."""
    if context.make_demo is None:
        raise NotFoundError("this is the demo: it is here already")
    job = service.bring_demo(context.database, context.settings.data, context.make_demo)
    return DemoOut(offered=True, job=job)


@router.delete("", status_code=204)
def put_demo_away(context: ContextNow) -> None:
    """Remove the demo job for good, with its tins."""
    with writing(context) as session:
        service.put_demo_away(session)
