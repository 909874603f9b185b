"""Writes that are done once: a request that carries a key is remembered in the transaction that it makes."""

from contextvars import ContextVar
from dataclasses import dataclass
from datetime import timedelta
from typing import Final

from sqlalchemy import Connection, delete, event, select, update
from sqlalchemy.orm import Session, sessionmaker

from jug_mingle.errors import AlreadyDoneError
from jug_mingle.store.models import DoneRow, now

KEPT: Final = timedelta(days=90)
"""How long the keys of writes are kept: longer than a write waits in a browser for its page to be opened."""

ANSWERED: Final = timedelta(days=3)
"""How long what was answered is kept with them."""


@dataclass(slots=True)
class Once:
    """One write in the making: its key, the request (method and address), and whether it is remembered
    yet."""

    key: str
    request: str
    kept: bool = False


once: ContextVar[Once | None] = ContextVar("once", default=None)
"""The write that is being made in this context; None for one without a key."""


def remember_writes(write: sessionmaker[Session]) -> None:
    """Let every transaction of these sessions remember the key of the write in hand, or refuse one that was
    done.

    The key is stored with what the write changes, so that both are there or neither, whatever is cut off.
    """

    @event.listens_for(write, "after_begin")
    def look(_session: Session, _transaction: object, connection: Connection) -> None:
        mine = once.get()
        if mine is None or mine.kept:
            return
        if connection.scalar(select(DoneRow.id).where(DoneRow.key == mine.key)) is not None:
            raise AlreadyDoneError("this was done already")

    @event.listens_for(write, "before_commit")
    def keep(session: Session) -> None:
        mine = once.get()
        if mine is not None and not mine.kept:
            session.add(DoneRow(key=mine.key, request=mine.request, status=None))
            mine.kept = True


def answered(session: Session, key: str) -> DoneRow | None:
    """Return the write of a key, with what was answered; nothing where it was not done."""
    return session.scalar(select(DoneRow).where(DoneRow.key == key))


def keep_answer(session: Session, key: str, *, status: int, media_type: str, answer: str) -> None:
    """Keep what a write was answered, so that the same can be said again."""
    row = answered(session, key)
    if row is not None:
        row.status, row.media_type, row.answer = status, media_type, answer
        session.flush()


def forget_old(session: Session) -> None:
    """Drop the keys that nobody will send again, and the answers that nobody waits for."""
    session.execute(delete(DoneRow).where(DoneRow.created < now() - KEPT))
    old = (DoneRow.created < now() - ANSWERED, DoneRow.status.is_not(None))
    session.execute(update(DoneRow).where(*old).values(status=None, media_type="", answer=""))
