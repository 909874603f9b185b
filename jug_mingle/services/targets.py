"""Targets: the colours that a job wants."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np
from numpy.typing import ArrayLike
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.errors import NotFoundError
from jug_mingle.services.jobs import get_job
from jug_mingle.store.models import TargetRow, now
from jug_mingle.store.reading import read_once


def target_rows(session: Session, job_id: int) -> Sequence[TargetRow]:
    """Return the targets of a job that were not removed, oldest first."""
    query = (
        select(TargetRow)
        .where(TargetRow.job_id == job_id, TargetRow.removed.is_(None))
        .order_by(TargetRow.id)
    )
    return read_once(session, ("targets", job_id), lambda: session.scalars(query).all())


def get_target(session: Session, target_id: int) -> TargetRow:
    """Return a target, also one that was removed; NotFoundError when there is none."""
    row = session.get(TargetRow, target_id)
    if row is None:
        raise NotFoundError(f"there is no target {target_id}")
    return row


def add_target(
    session: Session,
    *,
    job_id: int,
    name: str,
    R: ArrayLike,
    noise: float,
    photo_id: int | None,
    source: dict[str, Any],
    how: str,
    tolerance: float = 2.0,
    light: str = "window",
    background: ArrayLike | None = None,
) -> TargetRow:
    """Save a colour to a job."""
    get_job(session, job_id)
    row = TargetRow(
        job_id=job_id,
        name=name,
        R=np.asarray(R).tolist(),
        noise=noise,
        photo_id=photo_id,
        source=source,
        how=how,
        tolerance=tolerance,
        light=light,
        background=None if background is None else np.asarray(background).tolist(),
        removed=None,
    )
    session.add(row)
    session.flush()
    return row


def change_target(session: Session, target_id: int, changes: Mapping[str, Any]) -> TargetRow:
    """Change what is said of a target: name, tolerance, light, background."""
    row = get_target(session, target_id)
    for name, value in changes.items():
        if value is not None or name == "background":
            setattr(row, name, value)
    session.flush()
    return row


def remove_target(session: Session, target_id: int) -> None:
    """Take a target off the job; `restore_target` brings it back."""
    get_target(session, target_id).removed = now()
    session.flush()


def restore_target(session: Session, target_id: int) -> TargetRow:
    """Bring a removed target back."""
    row = get_target(session, target_id)
    row.removed = None
    session.flush()
    return row
