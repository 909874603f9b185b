"""The practice of the trade: what goes wrong, and what to do."""

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field

from jug_mingle.core.practice.mishaps import MISHAPS


class MishapOut(BaseModel):
    """Something that goes wrong: its sign, the likely cause, what to do, how soon, what has to be done
    again."""

    model_config = ConfigDict(from_attributes=True)

    key: str
    sign: str
    cause: str
    remedy: str
    soon: str
    again: str
    school: str


class CardOut(BaseModel):
    """How a kind of layer is laid, each in a line; what does not arise is empty."""

    model_config = ConfigDict(from_attributes=True)

    signs: str = Field(description="The tools as they are drawn: names, divided by spaces.")
    tool: str
    load: str
    water: str
    section: str
    stroke: str
    stop: str
    right: str
    practise: str


router = APIRouter(prefix="/api/practice", tags=["practice"])


@router.get("/mishaps")
def list_mishaps() -> list[MishapOut]:
    """List what goes wrong, by its sign."""
    return [MishapOut.model_validate(mishap) for mishap in MISHAPS.values()]
