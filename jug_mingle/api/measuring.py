"""Measuring: the units and the tools there are."""

from math import isinf

from fastapi import APIRouter
from pydantic import BaseModel, Field

from jug_mingle.api.common import ToolName, UnitName, WordsOut
from jug_mingle.core.measuring.tools import TOOLS
from jug_mingle.core.measuring.units import SIZES, TYPED, UNITS


class UnitOut(BaseModel):
    """A unit in which amounts are said.

    `spoons` is "us" or "metric" where an amount is put together of cups and spoons, `ml` what one of a plain
    unit is, and `steps` up to which amount, in the unit, it is read off in which step; the last has no end.
    """

    key: UnitName
    title: str
    ml: float | None
    name: str
    counted: bool
    steps: list[tuple[float | None, float]]
    spoons: str
    us: bool


class ToolOut(BaseModel):
    """A way to measure, and the relative error of one pour with it."""

    key: ToolName
    title: str
    error: float


class BatchSizeOut(WordsOut):
    """A unit in which a person says how much is made, and the millilitres in one."""

    ml: float


class MeasuringOut(BaseModel):
    """What amounts are said and measured in: what menus offer, and what a typed amount may be in."""

    units: list[UnitOut]
    sizes: list[BatchSizeOut]
    tools: list[ToolOut]
    typed: dict[str, float] = Field(
        description="What may be typed behind an amount → the millilitres in one."
    )


router = APIRouter(prefix="/api/measuring", tags=["measuring"])


@router.get("")
def list_measures() -> MeasuringOut:
    """List the units in which amounts are said, and the tools that they are measured with."""
    return MeasuringOut(
        units=[
            UnitOut(
                key=unit.key,
                title=unit.title,
                ml=unit.ml,
                name=unit.name,
                counted=unit.counted,
                us=unit.us,
                steps=[(None if isinf(limit) else limit, step) for limit, step in unit.steps],
                spoons={"spoons": "us", "metric_spoons": "metric"}.get(unit.key, ""),
            )
            for unit in UNITS.values()
        ],
        sizes=[BatchSizeOut(key=key, title=title, ml=ml) for key, (title, ml) in SIZES.items()],
        tools=[ToolOut(key=tool.key, title=tool.title, error=tool.error) for tool in TOOLS.values()],
        typed=dict(TYPED),
    )
