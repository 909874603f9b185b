"""Preparations over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import AmountOut, Hex
from jug_mingle.documents.strict import Id, StrictModel


class RoleOut(BaseModel):
    """One part of a preparation, and the tins on the shelf that can play it."""

    key: str
    title: str
    parts: float
    pots: list[str]


class PreparationOut(BaseModel):
    """A preparation."""

    key: str
    title: str
    roles: list[RoleOut]
    order: str
    use: str


class PrepareIn(StrictModel):
    """Who plays which role, how much is made [ml], and over what it goes."""

    cast: dict[str, str] = Field(max_length=6)
    batch: float = 300.0
    ground: str = Field(default="oak", max_length=40)
    job_id: Id | None = Field(default=None, description="The piece that it is for: more than that takes may spoil.")


class PreparedPourOut(BaseModel):
    """One tin's share of a preparation."""

    name: str
    ml: float
    words: str


class PreparedOut(BaseModel):
    """A preparation scaled to a batch, and what one coat of it does."""

    pours: list[PreparedPourOut]
    before_hex: Hex
    after_hex: Hex
    keeps: str
    wait: str = Field(description="How long it dries after each of its usual coats.")
    spoils: str = Field(default="", description="Said where more is made than the piece takes before it spoils.")
    short: str = Field(default="", description="Said where the shelf holds too little of it, with the largest batch.")
    needed: AmountOut | None = Field(default=None, description="What the job's pieces take of it, in the usual coats.")
    caution: str = Field(default="", description="What can hurt while it is made.")
