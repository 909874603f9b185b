"""Preparations over the wire."""

from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common.schemas import AmountOut, Hex
from jug_mingle.api.over.schemas import StreaksOut
from jug_mingle.core.measuring.units import SIZES
from jug_mingle.documents.laid import FilmKind, LaidIn, LayingIn
from jug_mingle.documents.strict import Id, OneOf, StrictModel

Title = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
RoleKey = Annotated[str, Field(max_length=40)]


class RoleOut(BaseModel):
    """One part of a preparation, and the tins on the shelf that can play it."""

    key: str
    title: str
    parts: float
    low: float | None
    high: float | None
    pots: list[str]
    loose: bool = Field(default=False, description="Whether it comes from the cupboard, and not from the shelf.")
    tap: bool = Field(default=False, description='Whether it is water: "water" is that of the tap.')
    at_hand: bool = Field(default=False, description="Whether it is at hand without a tin of it on the shelf.")


class PreparationOut(BaseModel):
    """A preparation."""

    key: str
    title: str
    roles: list[RoleOut]
    order: str
    use: str
    keepable: bool = Field(description="Whether it can stand as a jug: all of it comes from the shelf.")
    own: bool = Field(default=False, description="Whether the person made it.")


class OwnPartIn(StrictModel):
    """A tin of a preparation of one's own, and its parts; tins of its kind play that role."""

    material: str = Field(max_length=80)
    parts: float = Field(gt=0.0, le=1000.0)


class PreparationNameIn(StrictModel):
    """What a preparation of one's own is to be called."""

    title: Title


class OwnPreparationIn(StrictModel):
    """A preparation of one's own, from tins by their parts; and how it is laid."""

    title: Title
    parts: list[OwnPartIn] = Field(min_length=1, max_length=6)
    film: FilmKind | None = Field(default=None, description="As which see-through film; None until it hides.")
    laying: LayingIn | None = Field(default=None, description="How it is laid; left alone in one coat without it.")


class PrepareIn(StrictModel):
    """Who plays which role, in which parts, how much is made [ml], and over what it goes."""

    cast: dict[RoleKey, Annotated[str, Field(max_length=80)]] = Field(
        max_length=6, description='Role → a tin by its key, a jug ("mix:3") or what is left in a batch ("batch:7").'
    )
    parts: dict[RoleKey, float] | None = Field(default=None, max_length=6, description="Where not as usual.")
    batch: float = Field(default=300.0, gt=0.0, le=20_000.0, description="In all, or of one role, in `size`.")
    size: Annotated[str, OneOf(SIZES)] | None = Field(default=None, description="The unit of that; ml without it.")
    of: RoleKey | None = Field(default=None, description="The role that so much is made of.")
    ground: str = Field(default="oak", max_length=40)
    job_id: Id | None = Field(default=None, description="The piece that it is for: more than that takes may spoil.")


class PreparedPourOut(BaseModel):
    """One tin's share of a preparation; one from the cupboard has no tin."""

    material: str | None
    name: str
    parts: int
    ml: float
    words: str


class PoursFromOut(BaseModel):
    """What of the pours is not taken from tins, but from a batch that was mixed before."""

    batch_id: int
    ml: float
    words: str


class PreparedOut(BaseModel):
    """A preparation scaled to a batch, and what one coat of it does."""

    pours: list[PreparedPourOut]
    batch: float = Field(description="How much is made in all. [ml]")
    from_batches: list[PoursFromOut] = []
    before_hex: Hex
    after_hex: Hex
    wet_hex: Hex
    before: StreaksOut
    after: StreaksOut
    keeps: str
    wait: str = Field(description="How long it dries after each of its usual coats.")
    breaks: list[str] = Field(default=[], description="What breaks, where the ratio lies outside what holds.")
    spoils: str = Field(default="", description="Said where more is made than the piece takes before it spoils.")
    short: str = Field(default="", description="Said where the shelf holds too little of it, with the largest batch.")
    needed: AmountOut | None = Field(default=None, description="What the job's pieces take of it, in the usual coats.")
    caution: str = Field(default="", description="What can hurt while it is made.")
    laid: LaidIn | None = Field(default=None, description="How it is laid, where it is seen through.")
