"""Units and tools over the wire."""

from pydantic import BaseModel

from jug_mingle.api.common.schemas import ToolName, UnitName, WordsOut


class UnitOut(BaseModel):
    """A unit in which amounts are said."""

    key: UnitName
    title: str


class ToolOut(BaseModel):
    """A way to measure, and the relative error of one pour with it."""

    key: ToolName
    title: str
    error: float


class BatchSizeOut(WordsOut):
    """A unit in which a person says how much is made, and the millilitres in one."""

    ml: float


class MeasuringOut(BaseModel):
    """What amounts are said and measured in: what menus offer."""

    units: list[UnitOut]
    sizes: list[BatchSizeOut]
    tools: list[ToolOut]
