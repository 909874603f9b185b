"""What is read once in a session that only reads: it sees one moment, so nothing of it can change
meanwhile."""

from collections.abc import Callable, Hashable
from typing import TypeVar

from sqlalchemy import Engine, event
from sqlalchemy.orm import Session, sessionmaker

Value = TypeVar("Value")


def read_once(session: Session, key: Hashable, read: Callable[[], Value]) -> Value:
    """Return what `read` gives, kept under a key as long as this session reads; asked each time where it may
    write."""
    bind = session.get_bind()
    writes = not isinstance(bind, Engine) or bind.get_execution_options().get("begin_immediate", False)
    if writes:
        return read()
    kept: dict[Hashable, Value] = session.info.setdefault("read", {})
    if key not in kept:
        kept[key] = read()
    return kept[key]


def hold_rows(maker: sessionmaker[Session]) -> None:
    """Let sessions that read hold each row they have read, so that `Session.get` of it reads it once.

    SQLAlchemy refers to rows weakly: one that nobody else holds is read again by whoever asks for it next.
    """

    @event.listens_for(maker, "loaded_as_persistent")
    def hold(session: Session, row: object) -> None:
        session.info.setdefault("rows", []).append(row)
