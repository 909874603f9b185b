"""Targets: the colours that a job wants."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import ArrayLike
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.recovery import recover_reflectance
from jug_mingle.errors import NotFoundError
from jug_mingle.services.jobs import get_job
from jug_mingle.store.models import TargetRow, now


def target_rows(session: Session, job_id: int) -> Sequence[TargetRow]:
    """Return the targets of a job that were not removed, oldest first."""
    return session.scalars(
        select(TargetRow).where(TargetRow.job_id == job_id, TargetRow.removed.is_(None)).order_by(TargetRow.id)
    ).all()


def get_target(session: Session, target_id: int) -> TargetRow:
    """Return a target, also one that was removed; NotFoundError when there is none."""
    row = session.get(TargetRow, target_id)
    if row is None:
        raise NotFoundError(f"there is no target {target_id}")
    return row


def surface_of(XYZ: ArrayLike) -> FloatArray:
    """Return the reflectance (36,) that stands for a caught colour, XYZ under D65."""
    return np.round(np.clip(recover_reflectance(XYZ), 0.0, 1.0), 6)


def add_target(
    session: Session,
    *,
    job_id: int,
    name: str,
    R: ArrayLike,
    noise: float,
    photo_id: int | None,
    source: dict[str, Any],
) -> TargetRow:
    """Save a colour to a job."""
    get_job(session, job_id)
    row = TargetRow(
        job_id=job_id, name=name, R=np.asarray(R).tolist(), noise=noise, photo_id=photo_id, source=source, removed=None
    )
    session.add(row)
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
