"""The base of everything that is said to the program: strict models, numbers of rows, places on a photo."""

from typing import Annotated, Final

from pydantic import BaseModel, ConfigDict, Field

Id = Annotated[int, Field(ge=-(2**63), le=2**63 - 1)]
"""The number of a row; what the database cannot hold is refused at the door."""

_DIGITS: Final = 18
"""Numbers of rows with more digits than this are none."""

Pixel = Annotated[float, Field(ge=-1e6, le=1e6)]
Point = tuple[Pixel, Pixel]


class StrictModel(BaseModel):
    """Base of what comes in: unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


def row_number(text: str) -> int | None:
    """Return the number of a row as it stands in a name ("7" of "mix:7"); nothing for what is no such number."""
    return int(text) if text.isascii() and text.isdecimal() and len(text) <= _DIGITS else None
