"""What people and other programs say to the program: the base of every body, and places on a photo."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

Pixel = Annotated[float, Field(ge=-1e6, le=1e6)]
Point = tuple[Pixel, Pixel]


class Said(BaseModel):
    """Base of what comes in: unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)
