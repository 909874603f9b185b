"""Sample strips, offcuts and stain boards: what was on them, on which ground, how it was wiped, and how it came out."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.recipes.stain_boards import Wait, nearest_wait
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.colours import Colour
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import get_material
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.targets import get_target
from jug_mingle.store.models import StripRow, now


def strips_of(session: Session, job_id: int) -> Sequence[StripRow]:
    """Return the dried strips and offcuts of a job, newest first."""
    return session.scalars(
        select(StripRow)
        .where(StripRow.job_id == job_id, StripRow.removed.is_(None))
        .order_by(StripRow.created.desc(), StripRow.id.desc())
    ).all()


def get_strip(session: Session, strip_id: int) -> StripRow:
    """Return a strip, also one that was put away; NotFoundError when there is none."""
    row = session.get(StripRow, strip_id)
    if row is None:
        raise NotFoundError(f"there is no strip {strip_id}")
    return row


def add_offcut(
    session: Session,
    job_id: int,
    colour: Colour,
    *,
    mix_id: int | None,
    material: str | None,
    ground: str,
    coats: int,
    wiped_after: float | None,
    board: str,
    notes: str,
) -> StripRow:
    """Keep an offcut; with the name of a board and the wait before wiping it is a field of that stain board.

    Raises
    ------
    UnfitError
        If neither a mix nor a tin, or both, are on it, or a field of a board was not wiped.
    ConflictError
        If the board holds another stain or another wood, or has a field of that wait already.
    """
    get_job(session, job_id)
    if (mix_id is None) == (material is None):
        raise UnfitError("say what is on the offcut: one of the jugs, or one tin from the shelf")
    if mix_id is not None and get_mix(session, mix_id).job_id != job_id:
        raise UnfitError(f"mix {mix_id} belongs to another job")
    tin = None if material is None else get_material(session, material)
    row = StripRow(
        job_id=job_id, pot_id=None, mix_id=mix_id, material_id=None if tin is None else tin.id, reading_id=None,
        photo_id=colour.photo_id, R=colour.R.tolist(), ground=ground, coats=coats, wiped_after=wiped_after,
        board=board, notes=notes, removed=None,
    )  # fmt: skip
    if board:
        _check_field(session, row)
    session.add(row)
    session.flush()
    return row


def _check_field(session: Session, row: StripRow) -> None:
    if row.wiped_after is None:
        raise UnfitError("a field of a stain board needs its wait before wiping, in minutes")
    for other in fields_of(session, row.job_id, row.board):
        if other.id == row.id:
            continue
        if (other.mix_id, other.material_id, other.ground, other.coats) != (
            row.mix_id, row.material_id, row.ground, row.coats,
        ):  # fmt: skip
            raise ConflictError(
                f"the board {row.board} is of another stain, another wood or another number of coats: "
                "begin a new one under its own name"
            )
        if other.wiped_after == row.wiped_after:
            raise ConflictError(f"the board {row.board} has a field wiped after {row.wiped_after:g} minutes already")


def fields_of(session: Session, job_id: int, board: str) -> list[StripRow]:
    """Return the fields of a stain board, the shortest wait first."""
    found = [row for row in strips_of(session, job_id) if row.board == board]
    return sorted(found, key=lambda row: row.wiped_after or 0.0)


def boards_of(session: Session, job_id: int) -> dict[str, list[StripRow]]:
    """Return the stain boards of a job with their fields, the shortest wait first."""
    names = dict.fromkeys(row.board for row in strips_of(session, job_id) if row.board)
    return {name: fields_of(session, job_id, name) for name in names}


def wait_for(session: Session, job_id: int, board: str, target_id: int) -> Wait:
    """Return after which wait a stain board comes nearest to a target."""
    fields = fields_of(session, job_id, board) if board else []
    if not fields:
        raise NotFoundError(f"there is no stain board {board!r}")
    waits = [row.wiped_after or 0.0 for row in fields]
    return nearest_wait(waits, [row.R for row in fields], np.array(get_target(session, target_id).R))


def change_strip(session: Session, strip_id: int, changes: Mapping[str, Any]) -> StripRow:
    """Write down more of a strip: ground, coats, the wait before it was wiped, notes."""
    row = get_strip(session, strip_id)
    for name, value in changes.items():
        setattr(row, name, value)
    if row.board:
        _check_field(session, row)
    session.flush()
    return row


def remove_strip(session: Session, strip_id: int) -> None:
    """Put a strip away; `restore_strip` brings it back. What it taught the paints stays."""
    get_strip(session, strip_id).removed = now()
    session.flush()


def restore_strip(session: Session, strip_id: int) -> StripRow:
    """Bring a strip back."""
    row = get_strip(session, strip_id)
    row.removed = None
    if row.board:
        _check_field(session, row)
    session.flush()
    return row
