"""The workshop's own devices: each is let in once by a code, keeps a token, and can be sent away at any
time."""

import hashlib
import secrets
import time
from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from threading import Lock
from typing import Final, Literal

from sqlalchemy import delete, select, update

from jug_mingle.errors import ConflictError, ForbiddenError, NotFoundError
from jug_mingle.services.jobs import get_job, newest_job
from jug_mingle.store.database import Database
from jug_mingle.store.models import PairedRow, now

May = Literal["work", "look"]
"""What a device may: everything that the main screen may but let others in, or only look."""

LIVES: Final = 600.0
"""So long a code lets a device in. [s]"""

TRIES: Final = 8
"""After so many wrong codes the one that is shown lets nobody in any more: 31^8 codes are not found in eight
tries."""

MOST: Final = 40
"""So many devices may be known at once."""

_LETTERS: Final = "ABCDEFGHJKMNPQRSTUVWXYZ23456789"
_LENGTH: Final = 8
_SAID: Final = timedelta(minutes=1)
"""So exactly it is kept when a device was used last."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Paired:
    """A device that is let in."""

    id: int
    name: str
    may: May
    job_id: int | None
    """The job that a guest looks at, and no other; whoever works here sees all."""

    created: datetime
    last_used: datetime


@dataclass(frozen=True, slots=True, kw_only=True)
class Code:
    """A code that lets one device in, once."""

    code: str
    may: May
    job_id: int | None
    ends: float
    """When it ends, by the clock of this `Doors`. [s]"""


class Doors:
    """Who is let in. One of these belongs to a running program; what it knows is in the database, too."""

    def __init__(self, database: Database, *, clock: Callable[[], float] = time.monotonic) -> None:
        self._database, self._clock = database, clock
        self._lock = Lock()
        self._code: Code | None = None
        self._wrong = 0
        with database.read() as session:
            rows = session.scalars(select(PairedRow)).all()
        self._known = {row.token: _paired(row) for row in rows}

    def devices(self) -> list[Paired]:
        """Return the devices that are let in, the one used last first."""
        return sorted(self._known.values(), key=lambda paired: paired.last_used, reverse=True)

    def code(self) -> Code | None:
        """Return the code that lets a device in now, if there is one."""
        code = self._code
        return code if code is not None and self._clock() < code.ends else None

    def seconds_left(self, code: Code) -> int:
        """Return how long a code is good for. [s]"""
        return max(0, round(code.ends - self._clock()))

    def make_code(self, may: May, *, job_id: int | None = None) -> Code:
        """Return a new code; the one before it lets nobody in any more. A guest comes to one job: the one
        named, else the one that was touched last."""
        if may == "look":
            with self._database.read() as session:
                job_id = newest_job(session) if job_id is None else get_job(session, job_id).id
        else:
            job_id = None
        with self._lock:
            self._wrong = 0
            letters = "".join(secrets.choice(_LETTERS) for _ in range(_LENGTH))
            self._code = Code(code=letters, may=may, job_id=job_id, ends=self._clock() + LIVES)
            return self._code

    def pair(self, code: str, name: str) -> tuple[Paired, str]:
        """Let a device in; return it and its token, which is kept nowhere else.

        Raises
        ------
        ForbiddenError
            If the code is not the one that is shown.
        ConflictError
            If there are too many devices already.
        """
        said = "".join(code.split()).replace("-", "").upper()
        with self._lock:
            good = self.code()
            if good is None or not secrets.compare_digest(said.encode(), good.code.encode()):
                self._wrong += 1
                if self._wrong >= TRIES:
                    self._code = None
                raise ForbiddenError(
                    "that is not the code of the main screen, or it has run out: look there for a new one"
                )
            if len(self._known) >= MOST:
                raise ConflictError(
                    f"{MOST} devices are let in already: send away one that is not used any more"
                )
            # Spent before it is written: it never lets a second one in.
            self._code = None
        token = secrets.token_urlsafe(32)
        with self._database.write.begin() as session:
            row = PairedRow(name=name, token=_kept(token), may=good.may, job_id=good.job_id, last_used=now())
            session.add(row)
            session.flush()
            paired = _paired(row)
        self._known[_kept(token)] = paired
        return paired, token

    def known(self, token: str) -> Paired | None:
        """Return the device of a token, if it is let in."""
        return self._known.get(_kept(token)) if token else None

    def used(self, token: str) -> None:
        """Keep that a device was used now."""
        paired, at = self.known(token), now()
        if paired is None or at - paired.last_used < _SAID:
            return
        self._known[_kept(token)] = replace(paired, last_used=at)
        with (
            self._database.write.sessions.begin() as session
        ):  # no queue behind a long write, and no version of a row
            session.execute(update(PairedRow).where(PairedRow.id == paired.id).values(last_used=at))

    def send_away(self, number: int) -> None:
        """Let a device in no more, from now on; NotFoundError where there is none of this number."""
        with self._lock:
            tokens = [token for token, paired in self._known.items() if paired.id == number]
            if not tokens:
                raise NotFoundError("this device is not let in any more")
            for token in tokens:
                del self._known[token]
        with self._database.write.begin() as session:
            session.execute(delete(PairedRow).where(PairedRow.id == number))
        # Those who listen are woken, so that a stream of this device ends now.
        self._database.changes.publish({"paired"})


def _paired(row: PairedRow) -> Paired:
    may: May = "work" if row.may == "work" else "look"
    return Paired(
        id=row.id, name=row.name, may=may, job_id=row.job_id, created=row.created, last_used=row.last_used
    )


def _kept(token: str) -> str:
    """Return what of a token is kept: who reads the database gets in with nothing of it."""
    return hashlib.sha256(token.encode("utf-8", errors="replace")).hexdigest()
