"""Handles of pieces: counted, their holes compared, the drilling template."""

from collections.abc import Callable, Mapping
from dataclasses import asdict, dataclass
from typing import Any

from sqlalchemy.orm import Session

from jug_mingle.core.practice import hardware as practice
from jug_mingle.core.practice.hardware import Hardware, Holes
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.pieces import get_piece, piece_of
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import PieceRow


@dataclass(frozen=True, slots=True, kw_only=True)
class Fitted:
    """What is done with the handles of a piece, how many that is, what they cost, and the holes of each
    front."""

    hardware: Hardware
    count: int
    cost: float
    holes: list[Holes]
    wrong: str
    """Why the holes do not fit, if they do not."""


def keep_hardware(session: Session, piece_id: int, said: Mapping[str, Any]) -> PieceRow:
    """Keep what is done with the handles of a piece; UnfitError says what is wrong."""
    row = get_piece(session, piece_id)
    try:
        row.hardware = asdict(Hardware.of({**(row.hardware or {}), **said}))
    except ValueError as error:
        raise UnfitError(str(error)) from error
    session.flush()
    return row


def fitted_on(row: PieceRow) -> Fitted:
    """Return what is done with the handles of a piece, worked out."""
    piece, hardware = piece_of(row), Hardware.of(row.hardware)
    count = practice.count_of(piece, hardware, row.count)
    holes: list[Holes] = []
    wrong = ""
    if hardware.act == "change":
        try:
            holes = [practice.holes_of(front, hardware) for front in practice.handled(piece)]
        except ValueError as error:
            wrong = str(error)
    return Fitted(hardware=hardware, count=count, cost=count * hardware.price, holes=holes, wrong=wrong)


def template_of(session: Session, piece_id: int, part: str | None = None) -> Callable[[], bytes]:
    """Return what makes the drilling template of a part, or of the first with a handle; NotFoundError names
    them."""
    from jug_mingle.formats.drilling_template import (
        drilling_template,
    )  # an ordinary start need not import ReportLab

    row = get_piece(session, piece_id)
    piece, hardware = piece_of(row), Hardware.of(row.hardware)
    fronts = {front.part: front for front in practice.handled(piece)}
    part = next(iter(fronts), "") if part is None else part
    if part not in fronts:
        raise NotFoundError(
            f"there is no handle on {part!r}; there is one on {', '.join(fronts) or 'no part'}"
        )
    front = fronts[part]
    try:
        holes = practice.holes_of(front, hardware)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    title, settings = f"{row.name}, {piece.called(part)}", settings_of(session)

    def make() -> bytes:
        try:
            return drilling_template(
                title=title, width=1000.0 * front.w, height=1000.0 * front.h, kept=holes.kept,
                filled=holes.filled, drilled=holes.drilled, paper=settings.page, saying=settings.saying(),
            )  # fmt: skip
        except ValueError as error:
            raise UnfitError(str(error)) from error

    return make
