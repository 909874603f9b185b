"""Preparations: cast from tins, jugs and what is left in a container, at any size."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from typing import Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material, may_mix
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.preparation_table import PREPARATIONS, own_preparation
from jug_mingle.core.recipes.preparations import (
    TAP,
    WATER_KIND,
    Preparation,
    Prepared,
    Shares,
    batch_of,
    prepare,
)
from jug_mingle.documents.strict import row_number
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.batches import get_batch
from jug_mingle.services.materials import get_material, keys_on_shelf, to_material
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import ground_over, poured_of, pours_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import PreparationRow, now

_OWN: Final = "own-"
"""Before the number of a preparation of the person's own, in its key."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Size:
    """How much is made: in all, or of one role. [ml]"""

    ml: float
    of: str = ""


def preparations(session: Session) -> dict[str, Preparation]:
    """Return the preparations that are known by their keys, the person's own last."""
    rows = session.scalars(
        select(PreparationRow).where(PreparationRow.removed.is_(None)).order_by(PreparationRow.id)
    )
    return {**PREPARATIONS, **{one.key: one for one in map(_own, rows)}}


def _own(row: PreparationRow) -> Preparation:
    return own_preparation(
        f"{_OWN}{row.id}", row.title, [(role["title"], role["kind"], role["parts"]) for role in row.roles],
        film=row.film, laying=Laying(**row.laying),
    )  # fmt: skip


def add_own(
    session: Session, title: str, parts: Sequence[tuple[str, float]], *, film: str, laying: Laying
) -> Preparation:
    """Keep a preparation of the person's own, of tins by their parts; tins of their kinds play its roles.

    Raises
    ------
    UnfitError, NotFoundError
        If there is no such tin, one stands twice, they do not mix, or parts are not above 0.
    ConflictError
        If another preparation has that title.
    """
    tins = [_tin_or_tap(session, key) for key, _ in parts]
    if len({tin.key for tin in tins}) < len(tins):
        raise UnfitError("a tin stands twice: say all its parts in one place")
    if reason := may_mix(tins):
        raise UnfitError(reason)
    _check_title(session, title)
    kinds = [tin.kind.key for tin in tins]
    roles = [
        {"title": tin.kind.title.lower() if kinds.count(tin.kind.key) == 1 else tin.name,
        "kind": tin.kind.key,
         "parts": share}
        for tin, (_, share) in zip(tins, parts, strict=True)
    ]  # fmt: skip
    row = PreparationRow(title=title, film=film, laying=asdict(laying), roles=roles, removed=None)
    try:
        _own(row)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    session.add(row)
    session.flush()
    return _own(row)


def _tin_or_tap(session: Session, key: str) -> Material:
    """Return a tin, or the water of the tap where no tin of that key stands there."""
    if key == TAP and key not in keys_on_shelf(session):
        return Material(key=TAP, name="water", kind=kind_of(WATER_KIND))
    return to_material(get_material(session, key))


def _check_title(session: Session, title: str, *, but: str = "") -> None:
    if any(
        value.title.lower() == title.lower() and value.key != but for value in preparations(session).values()
    ):
        raise ConflictError(f"there is a preparation {title} already: give it another name")


def rename_own(session: Session, key: str, title: str) -> Preparation:
    """Call a preparation of the person's own something else; ConflictError where another has that title."""
    row = _own_row(session, key)
    _check_title(session, title, but=key)
    row.title = title
    session.flush()
    return _own(row)


def remove_own(session: Session, key: str) -> None:
    """Take a preparation of the person's own off the list; `restore_own` brings it back. Jugs of it stay."""
    _own_row(session, key).removed = now()
    session.flush()


def restore_own(session: Session, key: str) -> Preparation:
    """Bring a preparation of the person's own back."""
    row = _own_row(session, key)
    row.removed = None
    session.flush()
    return _own(row)


def _own_row(session: Session, key: str) -> PreparationRow:
    number = row_number(key.removeprefix(_OWN)) if key.startswith(_OWN) else None
    row = None if number is None else session.get(PreparationRow, number)
    if row is None:
        raise NotFoundError(f"there is no preparation of your own {key!r}")
    return row


@dataclass(frozen=True, slots=True, kw_only=True)
class FromBatch:
    """What of a preparation is poured from a batch that was mixed before, and how much was poured of that.
    [ml]"""

    batch_id: int
    name: str
    ml: float
    holds: float
    of_tins: Mapping[str, float]
    """What of each tin comes with it. [ml]"""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Made:
    """A preparation as it is made, over a ground; `batch` is how much, in all. [ml]"""

    preparation: Preparation
    prepared: Prepared
    batch: float
    shelf: Shelf
    ground: Ground
    from_batches: list[FromBatch]

    @property
    def left(self) -> str:
        """Said where a batch holds less than its role takes."""
        short = [rest for rest in self.from_batches if rest.ml > rest.holds * 1.001]
        if not short:
            return ""
        one = min(short, key=lambda rest: rest.holds / rest.ml)
        most = self.batch * one.holds / one.ml
        return (
            f"{one.name} holds {marked(one.holds, '.0f', 'ml')} at most: the most is "
            f"{marked(most, '.0f', 'ml')}."
        )

    @property
    def poured(self) -> dict[str, float]:
        """What of each tin is in those batches already. [ml]"""
        found: dict[str, float] = {}
        for rest in self.from_batches:
            for key, ml in rest.of_tins.items():
                found[key] = found.get(key, 0.0) + ml
        return found


def make(
    session: Session, key: str, cast: Mapping[str, str], size: Size, *, over: str, job_id: int | None,
    parts: Mapping[str, float],
) -> Made:  # fmt: skip
    """Return a preparation as it is made.

    Who plays a role is a tin by its key, a jug of the job ("mix:3") or what is left in a batch ("batch:7").

    Raises
    ------
    UnfitError, NotFoundError
        If there is no such preparation, tin, jug or batch, or it cannot play its role.
    """
    known = preparations(session)
    if key not in known:
        raise NotFoundError(f"there is no preparation {key!r}; known are {', '.join(known)}")
    preparation, shelf = known[key], fitted_shelf(session)
    there = keys_on_shelf(session)
    tap = {
        role.key
        for role in preparation.roles
        if role.water and cast.get(role.key) == TAP and TAP not in there
    }
    played = {role: _played(session, said, job_id) for role, said in cast.items() if role not in tap}
    try:
        batch = batch_of(preparation, parts, role=size.of, ml=size.ml) if size.of else size.ml
        ground = ground_over(session, job_id or 0, over)
        found = prepare(shelf, preparation, played, batch=batch, below=ground, parts=parts)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    rest = _from_batches(session, preparation, cast, batch, parts)
    return Made(
        preparation=preparation, prepared=found, batch=batch, shelf=shelf, ground=ground, from_batches=rest
    )


def _played(session: Session, said: str, job_id: int | None) -> Shares:
    kind, _, text = said.partition(":")
    number = row_number(text)
    if kind == "mix" and number is not None:
        mix = get_mix(session, number)
        if mix.job_id != job_id:
            raise UnfitError(f"mix {number} belongs to another job")
        return [(pour.key, pour.ml) for pour in pours_of(mix)]
    if kind == "batch" and number is not None:
        row = get_batch(session, number)
        if get_mix(session, row.mix_id).job_id != job_id:
            raise UnfitError(f"batch {number} belongs to another job")
        if not row.made:
            raise UnfitError("nothing was poured into that jug yet")
        return list(poured_of(row).items())
    if said not in keys_on_shelf(session):
        raise NotFoundError(f"there is no tin {said!r} on the shelf")
    return [(said, 1.0)]


def _from_batches(
    session: Session,
    preparation: Preparation,
    cast: Mapping[str, str],
    batch: float,
    parts: Mapping[str, float],
) -> list[FromBatch]:
    whole, rests = sum(parts.get(role.key, role.parts) for role in preparation.roles), []
    for role in preparation.roles:
        number = row_number(cast.get(role.key, "").partition("batch:")[2])
        if number is None:
            continue
        row = get_batch(session, number)
        there, takes = poured_of(row), batch * parts.get(role.key, role.parts) / whole
        holds = sum(there.values())
        of_tins = {key: ml * min(takes, holds) / holds for key, ml in there.items()}
        name = get_mix(session, row.mix_id).name
        rests.append(FromBatch(batch_id=number, name=name, ml=takes, holds=holds, of_tins=of_tins))
    return rests
