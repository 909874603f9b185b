"""Units and tools over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import ToolName, UnitName, WordsOut


class UnitOut(BaseModel):
    """A unit in which amounts are said.

    `spoons` is "us" or "metric" where an amount is put together of cups and spoons, `ml` what one of a plain unit is,
    and `steps` up to which amount, in the unit, it is read off in which step; the last has no end.
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
    typed: dict[str, float] = Field(description="What may be typed behind an amount → the millilitres in one.")
