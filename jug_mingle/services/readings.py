"""Readings: what was measured or counted of the tins, kept and withdrawn."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict
from typing import Any, Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.contradictions import check_evidence
from jug_mingle.core.evidence.readings import EvidenceError, Hiding, Reading, Swatch
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.materials import material_rows, to_material
from jug_mingle.store.models import MaterialRow, ReadingRow, ReadingVolumeRow, now

_PAIR: Final = 2

SET_ASIDE: Final = "set_aside"
"""Set in what a reading is about where nothing explains it: it counts as withdrawn, but is shown."""


def add_reading(
    session: Session,
    *,
    how: str,
    noise: float,
    volumes: Sequence[tuple[MaterialRow, float]],
    veil: float,
    swatches: Sequence[Swatch] = (),
    coats: Mapping[str, Any] | None = None,
    pour_error: float = 0.0,
    thickness_error: float = 0.0,
    wood: str = "",
    laying: Laying | None = None,
    light_name: str = "window",
    about: Mapping[str, Any] | None = None,
    set_aside: bool = False,
) -> ReadingRow:
    """Store evidence about the materials of one tin or mix; UnfitError when it cannot be what it is said to
    be.

    `wood` and `laying` are as of a `Reading`.

    One that is set aside counts for nothing until `restore_reading` lets it.
    """
    row = ReadingRow(
        how=how,
        noise=noise,
        light=light_name,
        veil=veil,
        pour_error=pour_error,
        thickness_error=thickness_error,
        swatches=[_swatch_to_json(swatch) for swatch in swatches],
        coats=None if coats is None else dict(coats),
        about=dict(about or {}) | ({SET_ASIDE: True} if set_aside else {}) | _laid_to_json(wood, laying),
        removed=now() if set_aside else None,
        volumes=[
            ReadingVolumeRow(material_id=material.id, volume=volume, material=material)
            for material, volume in volumes
        ],
    )
    session.add(row)
    session.flush()
    try:
        to_reading(row)
    except EvidenceError as error:
        raise UnfitError(str(error)) from error
    return row


def check_readings(session: Session) -> None:
    """Look whether what was just added can be fitted; UnfitError when readings contradict each other beyond
    belief.

    The fit itself is made when it is asked for, not while others wait to write.
    """
    materials = [to_material(row) for row in material_rows(session, removed=True)]
    try:
        check_evidence(materials, [to_reading(row) for row in reading_rows(session)])
    except EvidenceError as error:
        raise UnfitError(str(error)) from error


def get_reading(session: Session, reading_id: int) -> ReadingRow:
    """Return a reading, also a withdrawn one; NotFoundError when there is none."""
    row = session.get(ReadingRow, reading_id)
    if row is None:
        raise NotFoundError(f"there is no reading {reading_id}")
    return row


def withdraw_reading(session: Session, reading_id: int) -> None:
    """Let a reading count no more; `restore_reading` lets it count again."""
    row = get_reading(session, reading_id)
    row.removed = now()
    _no_longer_aside(row)
    session.flush()


def restore_reading(session: Session, reading_id: int) -> None:
    """Let a reading that was withdrawn, or set aside, count again."""
    row = get_reading(session, reading_id)
    row.removed = None
    _no_longer_aside(row)
    session.flush()
    check_readings(session)


def _no_longer_aside(row: ReadingRow) -> None:
    row.about = {name: value for name, value in row.about.items() if name != SET_ASIDE}


def is_set_aside(row: ReadingRow) -> bool:
    """Return whether nothing explains a reading, and it counts for nothing."""
    return bool(row.about.get(SET_ASIDE))


def reading_rows(session: Session) -> Sequence[ReadingRow]:
    """Return all readings that were not withdrawn, oldest first."""
    return session.scalars(
        select(ReadingRow).where(ReadingRow.removed.is_(None)).order_by(ReadingRow.id)
    ).all()


def _swatch_to_json(swatch: Swatch) -> dict[str, object]:
    return {
        "seen": swatch.seen.tolist(),
        "X": swatch.X if np.isfinite(swatch.X) else None,
        "R_g": None if swatch.R_g is None else np.asarray(swatch.R_g).tolist(),
    }


def _laid_to_json(wood: str, laying: Laying | None) -> dict[str, object]:
    return {} if laying is None else {"wood": wood, "laying": asdict(laying)}


def volumes_of(row: ReadingRow) -> tuple[tuple[str, float], ...]:
    """Return what was read by its tins and volumes, the one that it tells of first: of two of a batch that is
    what there is less of, as of a tint in its white."""
    found = [(part.material.key, part.volume) for part in row.volumes]
    if "pot" in row.about and len(found) == _PAIR:
        found.sort(key=lambda one: one[1])
    return tuple(found)


def to_reading(row: ReadingRow) -> Reading | Hiding:
    """Return a piece of evidence as the core takes it."""
    volumes = volumes_of(row)
    if row.coats is not None:
        return Hiding(
            key=str(row.id),
            volumes=volumes,
            coats=row.coats["coats"],
            X_coat=row.coats["X_coat"],
            R_g=np.array(row.coats["R_g"]),
            hid=row.coats["hid"],
            light=light(row.light),
            veil=row.veil,
        )
    return Reading(
        key=str(row.id),
        volumes=volumes,
        swatches=tuple(
            Swatch(
                seen=np.array(swatch["seen"]),
                X=np.inf if swatch["X"] is None else swatch["X"],
                R_g=None if swatch["R_g"] is None else np.array(swatch["R_g"]),
            )
            for swatch in row.swatches
        ),
        noise=row.noise,
        light=light(row.light),
        veil=row.veil,
        pour_error=row.pour_error,
        thickness_error=row.thickness_error,
        wood=row.about.get("wood", ""),
        laying=None if "laying" not in row.about else Laying(**row.about["laying"]),
    )


def readings_of(session: Session, key: str) -> list[ReadingRow]:
    """Return the readings in which a tin had a part, oldest first."""
    return [row for row in reading_rows(session) if _is_of(row, key)]


def set_aside_of(session: Session, key: str) -> list[ReadingRow]:
    """Return the readings of a tin, or of mixes with it, that nothing explains, oldest first."""
    rows = session.scalars(select(ReadingRow).where(ReadingRow.removed.is_not(None)).order_by(ReadingRow.id))
    return [row for row in rows if is_set_aside(row) and _is_of(row, key)]


def _is_of(row: ReadingRow, key: str) -> bool:
    return key in {part.material.key for part in row.volumes}
