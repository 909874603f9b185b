"""The practice of the trade: what goes wrong, and what to do."""

from fastapi import APIRouter

from jug_mingle.api.practice.schemas import MishapOut
from jug_mingle.core.practice.mishaps import MISHAPS

router = APIRouter(prefix="/api/practice", tags=["practice"])


@router.get("/mishaps")
def list_mishaps() -> list[MishapOut]:
    """List what goes wrong, by its sign."""
    return [MishapOut.model_validate(one) for one in MISHAPS.values()]
