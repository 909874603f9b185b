"""Measuring: the units and the tools there are."""

from math import isinf

from fastapi import APIRouter

from jug_mingle.api.measuring.schemas import BatchSizeOut, MeasuringOut, ToolOut, UnitOut
from jug_mingle.core.measuring.tools import TOOLS
from jug_mingle.core.measuring.units import SIZES, TYPED, UNITS

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
