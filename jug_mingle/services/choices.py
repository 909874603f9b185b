"""Choosing with a client: two or three looks of a piece beside each other, on paper or as a file, and their
answer."""

from collections.abc import Callable, Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import finish_pictures, finish_resolver, looks
from jug_mingle.services.jobs import get_job
from jug_mingle.services.pieces import get_piece
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import ChoiceRow, LookRow, now

FEWEST, MOST = 2, 3


def choice_rows(session: Session, job_id: int) -> Sequence[ChoiceRow]:
    """Return what clients of a job were shown, the newest first."""
    query = select(ChoiceRow).where(ChoiceRow.job_id == job_id, ChoiceRow.removed.is_(None))
    return session.scalars(query.order_by(ChoiceRow.id.desc())).all()


def get_choice(session: Session, choice_id: int) -> ChoiceRow:
    """Return a choice, also one that was removed; NotFoundError when there is none."""
    row = session.get(ChoiceRow, choice_id)
    if row is None:
        raise NotFoundError(f"there is no choice {choice_id}")
    return row


def add_choice(
    session: Session, job_id: int, *, piece_id: int, look_ids: Sequence[int], light: str, words: str
) -> ChoiceRow:
    """Keep which looks of a piece a client is shown; UnfitError where they are not two or three of this
    job."""
    get_job(session, job_id)
    if not FEWEST <= len(set(look_ids)) == len(look_ids) <= MOST:
        raise UnfitError("a client chooses between two or three looks: choose as many, each once")
    if get_piece(session, piece_id).job_id != job_id:
        raise UnfitError(f"piece {piece_id} belongs to another job")
    for look_id in look_ids:
        if looks.get_look(session, look_id).job_id != job_id:
            raise UnfitError(f"look {look_id} belongs to another job")
    row = ChoiceRow(
        job_id=job_id,
        piece_id=piece_id,
        look_ids=list(look_ids),
        light=light,
        words=words,
        answer="",
        removed=None,
    )
    session.add(row)
    session.flush()
    return row


def answer_choice(session: Session, choice_id: int, *, look_id: int | None, words: str) -> ChoiceRow:
    """Keep what a client answered: which look, or none of them, and what they said."""
    row = get_choice(session, choice_id)
    if look_id is not None and look_id not in row.look_ids:
        raise UnfitError("that look was not among those that were shown")
    row.answer_id, row.answer, row.answered = look_id, words, now()
    session.flush()
    return row


def remove_choice(session: Session, choice_id: int) -> None:
    """Put a choice into the bin."""
    get_choice(session, choice_id).removed = now()
    session.flush()


def page_of(session: Session, choice_id: int) -> Callable[[], bytes]:
    """Return what makes the page of a choice, as PDF; it needs the database no more."""
    from jug_mingle.formats.choice_sheet import ShownLook, choice_sheet

    row = get_choice(session, choice_id)
    job, piece, paper = (
        get_job(session, row.job_id),
        get_piece(session, row.piece_id),
        settings_of(session).page,
    )
    light = light_named(row.light)
    shown = []
    for number in row.look_ids:
        look = session.get(LookRow, number)
        if look is None:
            raise NotFoundError("a look of this choice was removed for good: show them anew")
        _, finish = finish_resolver.dressed(session, piece.id, looks.layers_of(look))
        shown.append((look.name, finish))

    def make() -> bytes:
        return choice_sheet(
            [
                ShownLook(
                    name=name,
                    picture=finish_pictures.picture_of(
                        piece, finish, light=light, pixels_wide=1360, pixels_high=736
                    ),
                )
                for name, finish in shown
            ],
            title=f"{job.name}: {piece.name}", client=job.client, room=job.room, light=light.title.lower(),
            words=row.words, paper=paper,
        )  # fmt: skip

    return make
