"""Tables of the record: what was written down of a job, and what a client was shown and chose."""

from datetime import datetime
from typing import Any

from sqlalchemy import ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from jug_mingle.store.base import Row


class EntryRow(Row):
    """Something written down of a job: a note, work that was done, money, how it endures."""

    __tablename__ = "entry"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    piece_id: Mapped[int | None] = mapped_column(ForeignKey("piece.id", ondelete="SET NULL"))
    photo_id: Mapped[int | None] = mapped_column(ForeignKey("photo.id", ondelete="SET NULL"))
    kind: Mapped[str] = mapped_column(String(20))
    """A key of `services.entries.KINDS`."""
    at: Mapped[datetime]
    """The time that it tells of."""
    words: Mapped[str] = mapped_column(String(4000), default="")
    step: Mapped[str] = mapped_column(String(160), default="")
    """At which step of the work."""
    tool: Mapped[str] = mapped_column(String(120), default="")
    product: Mapped[str] = mapped_column(String(120), default="")
    grit: Mapped[int | None]
    minutes: Mapped[float | None]
    """Of hands."""
    waited: Mapped[float | None]
    """How long it dried or soaked. [minutes]"""
    money: Mapped[float | None]
    """Spent or got, by its kind."""
    removed: Mapped[datetime | None]


class ChoiceRow(Row):
    """Looks that a client was shown beside each other, and what they answered."""

    __tablename__ = "choice"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    piece_id: Mapped[int] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"))
    look_ids: Mapped[list[Any]]
    """Two or three looks of the job, in the order shown."""
    light: Mapped[str] = mapped_column(String(40), default="window")
    words: Mapped[str] = mapped_column(String(1000), default="")
    """What the page says to the client."""
    answer_id: Mapped[int | None] = mapped_column(ForeignKey("look.id", ondelete="SET NULL"))
    answer: Mapped[str] = mapped_column(String(1000), default="")
    """What they said."""
    answered: Mapped[datetime | None]
    removed: Mapped[datetime | None]
