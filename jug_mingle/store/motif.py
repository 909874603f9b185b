"""The table of motifs: stencils of one's own, and pictures of one's own as they are printed."""

from datetime import datetime
from typing import Any

from sqlalchemy import ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from jug_mingle.store.base import Row


class MotifRow(Row):
    """A motif of a job."""

    __tablename__ = "motif"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str] = mapped_column(String(20))
    """"outlines" of a stencil, or "print" of a picture."""
    width: Mapped[float]
    height: Mapped[float]
    content: Mapped[dict[str, Any]]
    """{"rings": [[[x, y], …]], "inks": […]} in metres; or {"size": [h, w], "ink": base64, "palette":
    [[36]]}."""
    made: Mapped[dict[str, Any]] = mapped_column(default=dict, server_default="{}")
    """What it was cut from, how, how many islands it had, and the bridges that hold them."""
    removed: Mapped[datetime | None]
