"""Sample strips, offcuts and stain boards: what was on them, on which ground, how it was wiped, and how it
came out."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.marked import marked
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.optics.uptake import Laying, laying_words
from jug_mingle.core.recipes.stain_boards import Wait, nearest_wait
from jug_mingle.documents.laid import FieldIn
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.colours import Colour
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import get_material
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import ground_over
from jug_mingle.services.readings import check_readings
from jug_mingle.services.targets import get_target
from jug_mingle.services.wood_fields import read_field
from jug_mingle.store.models import MaterialRow, ReadingRow, StripRow, now


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
    laid: FieldIn | None = None,
    bare: Colour | None = None,
) -> StripRow:
    """Keep an offcut; with the name of a board it is a field of that board.

    One that says how it was `laid` joins the fit of tins and wood; `bare` is the wood beside it, where that
    was read.

    Raises
    ------
    UnfitError
        If neither a mix nor a tin, or both, are on it.
    ConflictError
        If the board is of another wood, or has just such a field already.
    """
    get_job(session, job_id)
    row = _on_it(session, job_id, colour, mix_id, material, board, notes)
    row.ground, row.coats, row.wiped_after = ground, coats, wiped_after
    _keep(session, row, laid, colour, bare)
    if laid is not None:
        check_readings(session)
    return row


@dataclass(frozen=True, slots=True, kw_only=True)
class BoardField:
    """One field of a board: what is on it, how it was laid, and the colour that it dried to."""

    colour: Colour
    mix_id: int | None
    material: str | None
    laid: FieldIn
    notes: str = ""


def add_board(
    session: Session, job_id: int, board: str, fields: Sequence[BoardField], *, bare: Colour | None = None
) -> list[StripRow]:
    """Keep fields that lie on one board, all or none; `bare` is the wood beside them, where that was read.

    Raises
    ------
    UnfitError, ConflictError
        As `add_offcut`; the words say which field.
    """
    get_job(session, job_id)
    kept = []
    for n, field in enumerate(fields, start=1):
        try:
            row = _on_it(session, job_id, field.colour, field.mix_id, field.material, board, field.notes)
            _keep(session, row, field.laid, field.colour, bare)
        except (UnfitError, ConflictError) as error:
            raise type(error)(f"field {n}: {error}") from error
        kept.append(row)
    check_readings(session)
    return kept


def _on_it(
    session: Session,
    job_id: int,
    colour: Colour,
    mix_id: int | None,
    material: str | None,
    board: str,
    notes: str,
) -> StripRow:
    if (mix_id is None) == (material is None):
        raise UnfitError("say what is on the offcut: one of the jugs, or one tin from the shelf")
    if mix_id is not None and get_mix(session, mix_id).job_id != job_id:
        raise UnfitError(f"mix {mix_id} belongs to another job")
    tin = None if material is None else get_material(session, material)
    return StripRow(
        job_id=job_id, batch_id=None, mix_id=mix_id, material_id=None if tin is None else tin.id,
        reading_id=None,
        photo_id=colour.photo_id, R=colour.R.tolist(), board=board, notes=notes, removed=None,
    )  # fmt: skip


def _keep(session: Session, row: StripRow, laid: FieldIn | None, colour: Colour, bare: Colour | None) -> None:
    if laid is not None:
        _lay(session, row, laid, bare)
    if row.board:
        _check_field(session, row)
    session.add(row)
    session.flush()
    if laid is not None:
        row.reading_id = _teach(session, row, laid, colour, bare).id
        session.flush()


def _lay(session: Session, row: StripRow, laid: FieldIn, bare: Colour | None) -> None:
    """Say on a strip how it was laid: its ground by name, coats, and wait, too."""
    ground = ground_over(session, row.job_id, laid.over)
    row.ground, row.coats = ground.name.lower(), laid.coats
    row.wiped_after = laid.wait if laid.wipe > 0.0 else None
    row.laid = laid.model_dump() | ({} if bare is None else {"bare": bare.R.tolist()})


def _teach(session: Session, row: StripRow, laid: FieldIn, colour: Colour, bare: Colour | None) -> ReadingRow:
    if row.mix_id is not None:
        mix = get_mix(session, row.mix_id)
        poured, error = {pour.material.key: pour.ml for pour in mix.pours}, tool(mix.tool).error
    else:
        poured, error = {session.get_one(MaterialRow, row.material_id).key: 1.0}, 0.0
    return read_field(
        session, row.job_id, colour, laid, poured, pour_error=error,
        about={"strip": row.id, "board": row.board, "name": row.notes or row.board}, bare=bare,
    )  # fmt: skip


def how_of(row: StripRow) -> str:
    """Return how a strip was laid, in words; nothing where that was not said."""
    if row.laid is None:
        return ""
    finish = row.laid.get("finish", "")
    laying = Laying(**{name: row.laid[name] for name in ("wait", "wipe", "coats", "prepared")})
    return laying_words(laying, takes=True) + (f", then {finish}" if finish else "")


def _check_field(session: Session, row: StripRow) -> None:
    for other in fields_of(session, row.job_id, row.board):
        if other.id == row.id:
            continue
        if other.ground != row.ground:
            raise ConflictError(
                f"the board {row.board} is of {other.ground or 'another wood'}: begin a new one under its "
                f"own name"
            )
        if _stack_of(other) == _stack_of(row) and other.wiped_after == row.wiped_after:
            after = "not wiped" if row.wiped_after is None else f"of {marked(row.wiped_after)} minutes"
            raise ConflictError(f"the board {row.board} has just such a field, {after}, already")


def _stack_of(row: StripRow) -> tuple[object, ...]:
    """Return all that fields of a board may differ in beside the wait."""
    laid = row.laid or {}
    return (
        row.mix_id,
        row.material_id,
        row.coats,
        *(laid.get(name) for name in ("wipe", "prepared", "finish")),
    )


def fields_of(session: Session, job_id: int, board: str) -> list[StripRow]:
    """Return the fields of a stain board, the shortest wait first."""
    strips = [row for row in strips_of(session, job_id) if row.board == board]
    return sorted(strips, key=lambda row: row.wiped_after or 0.0)


def boards_of(session: Session, job_id: int) -> dict[str, list[StripRow]]:
    """Return the stain boards of a job with their fields, the shortest wait first."""
    names = dict.fromkeys(row.board for row in strips_of(session, job_id) if row.board)
    return {name: fields_of(session, job_id, name) for name in names}


def rename_board(session: Session, job_id: int, board: str, name: str) -> list[StripRow]:
    """Call a board something else, and return its fields; fields of it in the bin are called so, too.

    Raises
    ------
    NotFoundError, ConflictError
        If there is no such board, or one of that name already.
    """
    every = session.scalars(select(StripRow).where(StripRow.job_id == job_id, StripRow.board == board)).all()
    if not fields_of(session, job_id, board):
        raise NotFoundError(f"there is no stain board {board!r} in this job")
    if name != board and fields_of(session, job_id, name):
        raise ConflictError(f"there is a board {name} already: give it another name")
    for row in every:
        row.board = name
    session.flush()
    return fields_of(session, job_id, name)


def wait_for(session: Session, job_id: int, board: str, target_id: int) -> Wait:
    """Return after which wait a stain board comes nearest to a target, by that of its stains which does."""
    stacks: dict[object, list[StripRow]] = {}
    for row in fields_of(session, job_id, board) if board else []:
        if row.wiped_after is not None:
            stacks.setdefault(_stack_of(row), []).append(row)
    if not stacks:
        raise NotFoundError(f"there is no stain board {board!r} with a field that was wiped")
    R = np.array(get_target(session, target_id).R)
    waits = [
        nearest_wait([row.wiped_after or 0.0 for row in rows], [row.R for row in rows], R)
        for rows in stacks.values()
    ]
    return min(waits, key=lambda wait: wait.delta_E)


def change_strip(session: Session, strip_id: int, changes: Mapping[str, Any]) -> StripRow:
    """Write down more of a strip: ground, coats, the wait before it was wiped, notes.

    ConflictError where it taught how a wood takes what is on it: what it was read as stays as it was.
    """
    row = get_strip(session, strip_id)
    if row.laid is not None and set(changes) - {"notes"}:
        raise ConflictError(
            "this field taught the wood as it was said to be laid: put it away, and keep it anew"
        )
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
