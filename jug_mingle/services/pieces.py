"""Pieces of a job: furniture with names, its parts, what its faces are before anything is laid, what it is
for."""

import json
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import asdict
from functools import lru_cache
from typing import Any

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.finishes import Below
from jug_mingle.core.finishes.bare_ground import below_of
from jug_mingle.core.optics.grounds import Ground, ground, measured_ground
from jug_mingle.core.pieces import FORMS, Piece, Samples, draw, usual_piece
from jug_mingle.core.pieces.addresses import NOWHERE, zone_of
from jug_mingle.documents.strict import row_number
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.jobs import get_job
from jug_mingle.services.targets import get_target
from jug_mingle.store.models import PieceRow, now

_BARE_WOOD = 0.5
"""How much more of a first coat bare wood drinks. See `GroundKind`."""


def piece_rows(session: Session, job_id: int) -> Sequence[PieceRow]:
    """Return the pieces of a job, oldest first."""
    get_job(session, job_id)
    return session.scalars(
        select(PieceRow).where(PieceRow.job_id == job_id, PieceRow.removed.is_(None)).order_by(PieceRow.id)
    ).all()


def get_piece(session: Session, piece_id: int) -> PieceRow:
    """Return a piece, also one that was removed; NotFoundError when there is none."""
    row = session.get(PieceRow, piece_id)
    if row is None:
        raise NotFoundError(f"there is no piece {piece_id}")
    return row


def set_of(session: Session, row: PieceRow) -> Sequence[PieceRow]:
    """Return the pieces of the set that a piece belongs to, itself first; itself alone where it belongs to
    none."""
    others = [
        piece for piece in piece_rows(session, row.job_id) if row.belongs and piece.belongs == row.belongs
    ]
    return [row, *(piece for piece in others if piece.id != row.id)]


def add_piece(
    session: Session, job_id: int, *, name: str, form: str, measures: Mapping[str, Any], wood: str = "oak"
) -> PieceRow:
    """Add a piece of a form; measures that are not given are the form's usual ones. UnfitError says what is
    wrong."""
    get_job(session, job_id)
    try:
        piece = usual_piece(form, **measures)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    ground_named(session, job_id, wood)
    row = PieceRow(
        job_id=job_id, name=name, spec=asdict(piece), grounds={"": wood}, look_id=None, removed=None
    )
    session.add(row)
    session.flush()
    return row


def change_piece(
    session: Session, piece_id: int, *, name: str | None, measures: Mapping[str, Any],
    grounds: Mapping[str, str], facts: Mapping[str, Any] | None = None,
) -> PieceRow:  # fmt: skip
    """Change a piece's name, measures and parts, or what its faces are before anything is laid; nothing is
    half done.

    Grounds are for any names that faces answer to; UnfitError says which names the piece has. `facts` are
    uses, age, count and belongs.
    """
    row = get_piece(session, piece_id)
    try:
        piece = Piece.of({**row.spec, **measures})
    except ValueError as error:
        raise UnfitError(str(error)) from error
    check_names(piece, piece.ungrouped(face for face in grounds if face))
    for key in grounds.values():
        _ground_on(session, row, key)
    spec = asdict(piece)
    row.spec, row.grounds = spec, {**row.grounds, **grounds}
    for key, value in (facts or {}).items():
        setattr(row, key, value)
    if name is not None:
        row.name = name
    session.flush()
    return row


def duplicate_piece(session: Session, piece_id: int) -> PieceRow:
    """Add the same piece once more, dressed alike."""
    row = get_piece(session, piece_id)
    taken = {other.name for other in piece_rows(session, row.job_id)}
    name = next(f"{row.name[:110]} {n}" for n in range(2, 10_000) if f"{row.name[:110]} {n}" not in taken)
    copy = PieceRow(
        job_id=row.job_id, name=name, spec=row.spec, grounds=row.grounds, look_id=row.look_id, removed=None,
        uses=row.uses, age=row.age, count=row.count, belongs=row.belongs, hardware=row.hardware,
        last=row.last,
    )  # fmt: skip
    session.add(copy)
    session.flush()
    return copy


def remove_piece(session: Session, piece_id: int) -> None:
    """Take a piece off the job; `restore_piece` brings it back."""
    get_piece(session, piece_id).removed = now()
    session.flush()


def restore_piece(session: Session, piece_id: int) -> PieceRow:
    """Bring a removed piece back."""
    row = get_piece(session, piece_id)
    row.removed = None
    session.flush()
    return row


def piece_of(row: PieceRow) -> Piece:
    """Return a piece as the core takes it; one of the same measures is drawn and counted once."""
    return _piece_of(json.dumps(row.spec, sort_keys=True))


@lru_cache(maxsize=256)
def _piece_of(spec: str) -> Piece:
    return Piece.of(json.loads(spec))


def check_names(piece: Piece, names: Iterable[str]) -> None:
    """Raise UnfitError where a piece has no face that answers to a name."""
    for name in names:
        if name != NOWHERE and name not in piece.names and name.partition("/")[0] not in piece.gone:
            has = ", ".join([*piece.parts, *zones_of(piece)])
            raise UnfitError(f"the piece has no face called {name!r}; it has {has}")


def zones_of(piece: Piece) -> list[str]:
    """Return the zones of a piece's faces, each once."""
    return list(dict.fromkeys(map(zone_of, piece.faces)))


def areas_of(session: Session, job_id: int) -> dict[str, float]:
    """Return the painted area of each zone, of all pieces of a job together, as many as there are of each.
    [m²]"""
    found: dict[str, float] = {}
    for row in piece_rows(session, job_id):
        for zone, area in piece_of(row).areas.items():
            found[zone] = found.get(zone, 0.0) + row.count * area
    return found


def uses_of(row: PieceRow) -> Sequence[str]:
    """Return what a piece is for: as it was said, else as is usual for its form."""
    return FORMS[row.spec["form"]].uses if row.uses is None else row.uses


def uses_of_job(session: Session, job_id: int) -> set[str]:
    """Return what any piece of a job is for."""
    return {use for row in piece_rows(session, job_id) for use in uses_of(row)}


def ground_named(session: Session, job_id: int, name: str) -> Ground:
    """Return what a zone is before anything is laid.

    A generic ground by its key ("oak", "white_primer"), or a colour of the job: "wood:7" is a figured wood of
    that colour, "found:7" an even ground, such as old paint. UnfitError when there is none.
    """
    kind, _, text = name.partition(":")
    number = row_number(text)
    try:
        if kind in ("wood", "found") and number is not None:
            target = get_target(session, number)
            if target.job_id != job_id:
                raise UnfitError(f"colour {number} belongs to another job")
            return measured_ground(
                target.name,
                np.array(target.R),
                figure=0.7 if kind == "wood" else 0.0,
                adhesion="holds" if kind == "wood" else "scuff",
                thirst=_BARE_WOOD if kind == "wood" else 0.0,
                coat="" if kind == "wood" else "paint",
                wood=name,
            )
        return ground(name)
    except ValueError as error:
        raise UnfitError(str(error)) from error


def grounds_of(session: Session, row: PieceRow) -> dict[str, Below]:
    """Return what the zones of a piece are before anything is laid."""
    return {name: below_of(_ground_on(session, row, key)) for name, key in ground_keys(row).items()}


def ground_keys(row: PieceRow) -> dict[str, str]:
    """Return the key of the ground of each name that faces answer to; what is said of a part itself goes
    before what is said of its group."""
    piece, said = piece_of(row), row.grounds
    spread = {name: key for group, key in said.items() for name in piece.ungrouped([group]) if name != group}
    return {**spread, **{name: key for name, key in said.items() if name not in piece.groups}}


def _ground_on(session: Session, row: PieceRow, key: str) -> Ground:
    """Return a ground of a piece: as for `ground_named`, or "last:" and a name for what it was last painted
    with."""
    kind, _, name = key.partition(":")
    if kind != "last":
        return ground_named(session, row.job_id, key)
    if name not in (row.last or {}):
        raise UnfitError(f"the piece was not painted before on {name!r}")
    kept = (row.last or {})[name]
    # A finish that is there is scuffed before the next, as an old paint is.
    return measured_ground(kept["name"], np.array(kept["R"]), adhesion="scuff", coat="paint")


def drawn(
    row: PieceRow, pixels_wide: int, pixels_high: int, *, opened: bool = False, before: bool = False
) -> Samples:
    """Return what is seen of a piece drawn at a size, with its doors and drawers open when `opened`, as it
    came when `before`; the last few are kept."""
    piece = piece_of(row)
    return _drawn(piece.before if before else piece, pixels_wide, pixels_high, opened)


@lru_cache(maxsize=5)
def _drawn(piece: Piece, pixels_wide: int, pixels_high: int, opened: bool) -> Samples:
    return draw(piece, pixels_wide, pixels_high, opened=opened).samples()
