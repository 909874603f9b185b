"""Preparations: roles instead of a target, at any size, kept as jugs."""

from typing import Annotated

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, Field, StringConstraints, computed_field
from sqlalchemy.orm import Session

from jug_mingle.api.common import AmountOut, Hex, amount_out, hex_of
from jug_mingle.api.context import COMPUTES, ContextNow, LightNow, ReadSession, UnitNow
from jug_mingle.api.over import StreaksOut, streaks_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.laid import LaidFilm
from jug_mingle.core.materials.handling import keeps_words, wait_words
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.measuring.units import SIZES
from jug_mingle.core.optics.uptake import SHORTEST, Laying
from jug_mingle.core.practice.amounts import shortage
from jug_mingle.core.practice.hazards import cautions_of
from jug_mingle.core.recipes.preparation_table import PREPARATIONS
from jug_mingle.core.recipes.preparations import TAP, Preparation, over_seal, thinned_by
from jug_mingle.documents.laid import FilmKind, LaidIn, LayingIn
from jug_mingle.documents.strict import Id, OneOf, StrictModel
from jug_mingle.services import preparations as service
from jug_mingle.services.amounts import amount_of, spoils
from jug_mingle.services.materials import get_material, handled, keys_on_shelf
from jug_mingle.services.settings import settings_of
from jug_mingle.services.shelf_fit import fitted_shelf

Title = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
RoleKey = Annotated[str, Field(max_length=40)]


class RoleOut(BaseModel):
    """One part of a preparation, and the tins on the shelf that can play it."""

    key: str
    title: str
    parts: float
    low: float | None
    high: float | None
    tins: list[str]
    loose: bool = Field(
        default=False, description="Whether it comes from the cupboard, and not from the shelf."
    )
    tap: bool = Field(default=False, description='Whether it is water: "water" is that of the tap.')
    at_hand: bool = Field(
        default=False, description="Whether it is at hand without a tin of it on the shelf."
    )

    @computed_field  # type: ignore[prop-decorator]
    @property
    def pots(self) -> list[str]:
        """An older spelling of `tins`."""
        return self.tins


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
    laying: LayingIn | None = Field(
        default=None, description="How it is laid; left alone in one coat without it."
    )


class PrepareIn(StrictModel):
    """Who plays which role, in which parts, how much is made [ml], and over what it goes."""

    cast: dict[RoleKey, Annotated[str, Field(max_length=80)]] = Field(
        max_length=6,
        description='Role → a tin by its key, a jug ("mix:3") or what is left in a batch ("batch:7").',
    )
    parts: dict[RoleKey, float] | None = Field(default=None, max_length=6, description="Where not as usual.")
    batch: float = Field(default=300.0, gt=0.0, le=20_000.0, description="In all, or of one role, in `size`.")
    size: Annotated[str, OneOf(SIZES)] | None = Field(
        default=None, description="The unit of that; ml without it."
    )
    of: RoleKey | None = Field(default=None, description="The role that so much is made of.")
    ground: str = Field(default="oak", max_length=40)
    job_id: Id | None = Field(
        default=None, description="The piece that it is for: more than that takes may spoil."
    )


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
    spoils: str = Field(
        default="", description="Said where more is made than the piece takes before it spoils."
    )
    short: str = Field(
        default="", description="Said where the shelf holds too little of it, with the largest batch."
    )
    needed: AmountOut | None = Field(
        default=None, description="What the job's pieces take of it, in the usual coats."
    )
    caution: str = Field(default="", description="What can hurt while it is made.")
    laid: LaidIn | None = Field(default=None, description="How it is laid, where it is seen through.")


router = APIRouter(prefix="/api/preparations", tags=["preparations"])


@router.get("")
def list_preparations(session: ReadSession) -> list[PreparationOut]:
    """List the preparations, one's own last, with the tins that can play each role."""
    return [_preparation_out(session, preparation) for preparation in service.preparations(session).values()]


def _preparation_out(session: Session, preparation: Preparation) -> PreparationOut:
    shelf, there = fitted_shelf(session), keys_on_shelf(session)
    tins = [material for material in shelf.materials if material.key in there]
    return PreparationOut(
        key=preparation.key, title=preparation.title, order=preparation.order, use=preparation.use,
        keepable=any(role.kinds and not role.water for role in preparation.roles),
        own=preparation.key not in PREPARATIONS,
        roles=[
            RoleOut(
                key=role.key, title=role.title, parts=role.parts, low=role.low, high=role.high,
                tins=[tin.key for tin in tins if tin.kind.key in role.kinds], loose=not role.kinds,
                tap=role.water, at_hand=role.at_hand,
            )
            for role in preparation.roles
        ],
    )  # fmt: skip


@router.post("", status_code=201)
def add_preparation(body: OwnPreparationIn, context: ContextNow) -> PreparationOut:
    """Keep a preparation of one's own."""
    laying = Laying(wait=SHORTEST, wipe=0.0, coats=1) if body.laying is None else body.laying.laying()
    with context.database.write.begin() as session:
        parts = [(own_part.material, own_part.parts) for own_part in body.parts]
        made = service.add_own(session, body.title, parts, film=body.film or "", laying=laying)
        return _preparation_out(session, made)


@router.patch("/{key}")
def rename_preparation(key: str, body: PreparationNameIn, context: ContextNow) -> PreparationOut:
    """Call a preparation of one's own something else."""
    with context.database.write.begin() as session:
        return _preparation_out(session, service.rename_own(session, key, body.title))


@router.delete("/{key}", status_code=204)
def remove_preparation(key: str, context: ContextNow) -> None:
    """Take a preparation of one's own off the list; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_own(session, key)


@router.post("/{key}/restore")
def restore_preparation(key: str, context: ContextNow) -> PreparationOut:
    """Bring a preparation of one's own back."""
    with context.database.write.begin() as session:
        return _preparation_out(session, service.restore_own(session, key))


@router.post("/{key}", openapi_extra=COMPUTES)
def prepare_batch(
    key: str, body: PrepareIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> PreparedOut:
    """Return a preparation scaled to a batch; what it does to a ground is predicted."""
    size = service.Size(ml=body.batch * SIZES[body.size or "ml"][1], of=body.of or "")
    made = service.make(
        session, key, body.cast, size, over=body.ground, job_id=body.job_id,
        parts=body.parts or {},
    )  # fmt: skip
    prepared, preparation, shelf, shown = made.prepared, made.preparation, made.shelf, light_named(light)
    facts = handled(get_material(session, pour.key) for pour in prepared.pours) if prepared.pours else None
    saying = settings_of(session).marking(unit)
    tins, pours = [shelf.materials[shelf.index(pour.key)] for pour in prepared.pours], []
    for pour, tin in zip(prepared.pours, tins, strict=True):
        words = saying.amount(pour.ml, density=tin.mass_density)
        pours.append(
            PreparedPourOut(
                material=pour.key, name=tin.name, parts=pour.parts, ml=round(pour.ml, 1), words=words
            )
        )
    if prepared.water:
        words = saying.amount(prepared.water)
        tap = PreparedPourOut(
            material=TAP,
            name="water, from the tap",
            parts=prepared.water_parts,
            ml=round(prepared.water, 1),
            words=words,
        )
        pours.insert(prepared.water_after, tap)
    for title, ml in prepared.loose:
        words = saying.amount(ml)
        pours.append(PreparedPourOut(material=None, name=title, parts=1, ml=round(ml, 1), words=words))
    films = []
    if preparation.colours and any(tin.solids for tin in tins):
        volumes = tuple((pour.key, pour.ml) for pour in prepared.pours)
        water = thinned_by(prepared.pours, prepared.water)
        films = [
            LaidFilm(
                volumes=volumes, laying=preparation.laying, over_seal=over_seal(preparation), water=water
            )
        ]
    known = facts is not None and facts.pot_life is not None
    measured, job = (
        body.job_id is not None and bool(prepared.pours) and any(tin.solids for tin in tins),
        body.job_id or 0,
    )
    return PreparedOut(
        pours=pours, batch=round(made.batch, 1),
        from_batches=[from_batch_out(rest, unit) for rest in made.from_batches],
        needed=amount_out(amount_of(session, job, prepared.pours, coats=preparation.coats),
            saying) if measured else None,
        before_hex=hex_of(prepared.before, shown), after_hex=hex_of(prepared.R, shown),
        wet_hex=hex_of(np.clip(prepared.wet, 0.0, 1.0), shown),
        before=streaks_out(shelf, (), made.ground, shown),
        after=streaks_out(shelf, films, made.ground, shown),
        keeps=keeps_words(facts.pot_life) if facts and known else "no figure is agreed: mix for the job",
        wait=wait_words(facts.recoat if facts else None, preparation.coats), breaks=list(prepared.breaks),
        spoils=spoils(session, job, prepared.pours, unit=unit) if measured else "",
        short=made.left or shortage(shelf, prepared.pours, poured=made.poured, unit=unit),
        caution=" ".join([preparation.caution, *cautions_of(tin.kind.key for tin in tins)]).strip(),
        laid=LaidIn(kind=preparation.film, over=body.ground, wait=preparation.laying.wait,
            wipe=preparation.laying.wipe,
                    coats=preparation.laying.coats,
                    prepared=preparation.laying.prepared) if preparation.film else None,
    )  # fmt: skip


def from_batch_out(rest: service.FromBatch, unit: str) -> PoursFromOut:
    """Return how much is poured from a batch, and what of tins comes with it."""
    words = Saying(unit=unit, numbers="marked").amount(rest.ml)
    return PoursFromOut(batch_id=rest.batch_id, ml=rest.ml, words=f"{words} of what is left in {rest.name}")
