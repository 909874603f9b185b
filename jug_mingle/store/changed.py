"""What changed, told as it happens; and writes that are refused where what they change was changed
meanwhile."""

from collections import deque
from collections.abc import Callable, Iterable
from contextvars import ContextVar
from dataclasses import dataclass, field
from threading import Lock
from typing import Any, Final
from uuid import uuid4

from sqlalchemy import event, select
from sqlalchemy.orm import Session, sessionmaker

from jug_mingle.errors import ChangedElsewhereError
from jug_mingle.store.base import Row
from jug_mingle.store.models import BatchRow, MixRow

EVERYTHING: Final = "everything"
"""The topic of a change that may have touched anything."""

_KEPT: Final = 1000
_SHELF: Final = frozenset({"material", "reading", "reading_volume", "jug", "preparation"})
_UNTOLD: Final = frozenset({"done"})
_INFO: Final = "topics"


@dataclass(slots=True)
class Seen:
    """Which version of a row a person had before them when they changed it."""

    table: str
    number: int
    version: int
    checked: bool = False


seen: ContextVar[Seen | None] = ContextVar("seen", default=None)
"""What the write in this context says that it saw; None where it says nothing."""

page: ContextVar[str] = ContextVar("page", default="")
"""The page that makes the write in this context, so that it need not be told of it."""


@dataclass(frozen=True, slots=True)
class Change:
    """One transaction that was kept: what it touched, and which page made it."""

    number: int
    topics: frozenset[str]
    page: str


@dataclass(slots=True)
class Changes:
    """What changed since the program started, the newest thousand; whoever listens is woken."""

    started: str = field(default_factory=lambda: uuid4().hex[:12])
    closed: bool = False
    _kept: deque[Change] = field(default_factory=lambda: deque(maxlen=_KEPT))
    _lock: Lock = field(default_factory=Lock)
    _wake: set[Callable[[], object]] = field(default_factory=set)
    _number: int = 0

    @property
    def name(self) -> str:
        """What the newest change is called, to resume after it."""
        return f"{self.started}-{self._number}"

    def publish(self, topics: Iterable[str]) -> None:
        """Tell of a change."""
        with self._lock:
            self._number += 1
            self._kept.append(Change(self._number, frozenset(topics), page.get()))
        self._wake_all()

    def since(self, name: str) -> tuple[list[Change], str]:
        """Return what came after a change of that name, and the name to resume with; where that is not known
        any more, one change that may have touched everything."""
        started, _, number = name.partition("-")
        with self._lock:
            known = started == self.started and number.isdigit() and len(number) < 12
            first = self._kept[0].number if self._kept else self._number + 1
            if not known or int(number) > self._number or int(number) + 1 < first:
                return [Change(self._number, frozenset({EVERYTHING}), "")], self.name
            return [change for change in self._kept if change.number > int(number)], self.name

    def listen(self, wake: Callable[[], object]) -> Callable[[], None]:
        """Call `wake`, from any thread, at each change and at the end; return how that is stopped."""
        self._wake.add(wake)
        return lambda: self._wake.discard(wake)

    def close(self) -> None:
        """Let everybody who listens go."""
        self.closed = True
        self._wake_all()

    def _wake_all(self) -> None:
        for wake in list(self._wake):
            wake()


def watch(write: sessionmaker[Session], changes: Changes) -> None:
    """Let the transactions of these sessions be told of, and refuse what changes a row that was changed
    meanwhile."""

    @event.listens_for(write, "before_flush")
    def check(session: Session, _context: object, _objects: object) -> None:
        for row in session.dirty if seen.get() is not None else ():
            if isinstance(row, Row):
                check_seen(row.__tablename__, row.id, row.version)

    @event.listens_for(write, "after_flush")
    def collect(session: Session, _context: object) -> None:
        topics: set[str] = session.info.setdefault(_INFO, set())
        for row in (*session.new, *session.dirty, *session.deleted):
            topics |= _topics_of(session, row)

    @event.listens_for(write, "after_commit")
    def tell(session: Session) -> None:
        topics = session.info.pop(_INFO, set())
        if topics:
            changes.publish(topics)

    @event.listens_for(write, "after_rollback")
    def forget(session: Session) -> None:
        session.info.pop(_INFO, None)


def check_seen(table: str, number: int, version: int) -> None:
    """Raise ChangedElsewhereError where the write in this context says that it saw another version of this
    thing."""
    mine = seen.get()
    if mine is None or mine.checked or (mine.table, mine.number) != (table, number):
        return
    mine.checked = True
    if version != mine.version:
        raise ChangedElsewhereError(
            "this was changed in another window meanwhile: look at what stands there now, and keep one of "
            "the two"
        )


def tell_all(session: Session) -> None:
    """Let the transaction of a session be told of as one that may have touched anything."""
    session.info.setdefault(_INFO, set()).add(EVERYTHING)


def _topics_of(session: Session, row: Any) -> set[str]:
    table = row.__tablename__
    if table in _UNTOLD:
        return set()
    if table in _SHELF:
        return {"shelf"}
    if table == "setting":
        return {"settings"}
    if table == "paired":
        return {"paired"}
    if table == "job":
        return {"jobs", f"job:{row.id}"}
    job = getattr(row, "job_id", None) or _job_of(session, row)
    return {table, EVERYTHING if job is None else f"job:{job}"}


def _job_of(session: Session, row: Any) -> int | None:
    """Return the job of what belongs to a mix or to a batch of one."""
    if hasattr(row, "batch_id"):
        query = (
            select(MixRow.job_id)
            .join(BatchRow, BatchRow.mix_id == MixRow.id)
            .where(BatchRow.id == row.batch_id)
        )
    elif hasattr(row, "mix_id"):
        query = select(MixRow.job_id).where(MixRow.id == row.mix_id)
    else:
        return None
    return session.connection().execute(query).scalar()
