"""Lights over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex, LightName


class LightOut(BaseModel):
    """A light that things are judged in, and how the neutral mat looks in it."""

    name: LightName
    title: str
    mat: Hex
    switch: bool = Field(description="Whether it is always on the light switch; the others name the light of a room.")
