"""The base of everything that is said to the program: strict models, numbers of rows, places on a photo."""

from collections.abc import Iterable
from datetime import date, datetime
from typing import Annotated, Any, Final, TypeVar

from pydantic import (
    AfterValidator,
    AwareDatetime,
    BaseModel,
    ConfigDict,
    Field,
    GetCoreSchemaHandler,
    GetJsonSchemaHandler,
)
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

Id = Annotated[int, Field(ge=-(2**63), le=2**63 - 1)]
"""The number of a row; what the database cannot hold is refused at the door."""

_DIGITS: Final = 18
"""Numbers of rows with more digits than this are none."""

YEARS: Final = (1900, 2199)
"""The years of a painter's work; beyond them clocks of other places run out of days, and no date is meant."""


_T = TypeVar("_T", date, datetime)


def _within_years(day: _T) -> _T:
    first, last = YEARS
    if not first <= day.year <= last:
        raise PydanticCustomError(
            "year", "must be a day of {first} to {last}", {"first": first, "last": last}
        )
    return day


Day = Annotated[date, AfterValidator(_within_years)]
Moment = Annotated[datetime, AfterValidator(_within_years)]
When = Annotated[AwareDatetime, AfterValidator(_within_years)]

FARTHEST: Final = 1e6
"""So far from its corner a place on a photo may lie. [pixels]"""

Pixel = Annotated[float, Field(ge=-FARTHEST, le=FARTHEST)]
Point = tuple[Pixel, Pixel]


class OneOf:
    """Marks a text as one of a table's keys: menus, API and refusals follow the table."""

    def __init__(self, values: Iterable[str]) -> None:
        self.known = list(values)
        *most, last = [repr(value) for value in self.known]
        self.expected = f"{', '.join(most)} or {last}" if most else last

    def check(self, value: str) -> str:
        """Return the value; a finding like Pydantic's own of a literal where it is not known."""
        if value not in self.known:
            raise PydanticCustomError(
                "literal_error", "must be one of {expected}", {"expected": self.expected}
            )
        return value

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_after_validator_function(self.check, handler(source))

    def __get_pydantic_json_schema__(
        self, schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        return {"type": "string", "enum": self.known}


class StrictModel(BaseModel):
    """Base of what comes in: unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


def row_number(text: str) -> int | None:
    """Return the number of a row as it stands in a name ("7" of "mix:7"); nothing for what is no such
    number."""
    return int(text) if text.isascii() and text.isdecimal() and len(text) <= _DIGITS else None
