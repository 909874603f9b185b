"""Rows that came from elsewhere, read as the program will read them: what it could not show is refused at
once."""

from collections.abc import Callable
from pathlib import Path
from typing import Any, Final

import numpy as np
from sqlalchemy import inspect, select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.materials.kinds import KINDS
from jug_mingle.documents.laid import FieldIn, LaidIn
from jug_mingle.documents.look import LayerIn, Marks
from jug_mingle.errors import DataRefusedError
from jug_mingle.services.hours import hours_kept
from jug_mingle.services.jobs import STATES
from jug_mingle.services.materials import to_material
from jug_mingle.services.pieces import piece_of
from jug_mingle.services.readings import to_reading
from jug_mingle.services.settings import settings_of
from jug_mingle.store.database import engine_on
from jug_mingle.store.models import (
    BatchRow,
    JobRow,
    LookRow,
    MaterialRow,
    MixRow,
    PhotoRow,
    PieceRow,
    ReadingRow,
    Row,
    StripRow,
    TargetRow,
)

BRIGHTEST: Final = 2.0
"""No surface gives back more than twice a perfect white, the brightest dayglow among them."""

LARGEST: Final = 1e12
"""No number of a row is larger, amounts, prices and measures among them."""


def proofread(file: Path) -> None:
    """Read every row of a database of today's revision: its words and numbers within bounds, and what more it
    holds.

    Raises
    ------
    DataRefusedError
        Naming the first that cannot be what the program wrote.
    """
    engine = engine_on(file)
    try:
        with Session(engine) as session:
            for mapper in sorted(Row.registry.mappers, key=lambda one: one.class_.__name__):
                table = mapper.class_
                for row in session.scalars(select(table)):
                    _proofread(table, row, _READ.get(table, _nothing_else))
            hours_kept(session)
            settings_of(session)
    except (ValueError, TypeError, KeyError, AttributeError, OverflowError) as error:
        raise DataRefusedError("its settings cannot be read") from error
    finally:
        engine.dispose()


def _proofread(table: type[Row], row: Any, read: Callable[[Any], object]) -> None:
    try:
        for column in inspect(table).column_attrs:
            _bounded(getattr(row, column.key))
        read(row)
    except (ValueError, TypeError, KeyError, AttributeError, IndexError, OverflowError) as error:
        raise DataRefusedError(
            f"its {table.__tablename__} {row.id} cannot be read ({str(error)[:120]})"
        ) from error


def _nothing_else(_row: Any) -> None:
    """Stands for tables that hold nothing but words and numbers."""


def _bounded(said: Any) -> None:
    """Refuse what no page could have said: half letters, which no answer can carry, and numbers of no
    thing."""
    if isinstance(said, str):
        said.encode()
    elif isinstance(said, float | int) and not abs(said) <= LARGEST:
        raise ValueError(f"{said:g} is no measure of anything")
    elif isinstance(said, dict):
        for name, value in said.items():
            _bounded(name)
            _bounded(value)
    elif isinstance(said, list):
        for value in said:
            _bounded(value)


def _reflectance(values: Any) -> None:
    array = np.asarray(values, dtype=float)
    if array.shape != (BANDS,) or not np.all((array >= -0.01) & (array <= BRIGHTEST)):
        raise ValueError(f"a reflectance has {BANDS} numbers from 0 to {BRIGHTEST:g}")


def _job(row: JobRow) -> None:
    if row.state not in STATES:
        raise ValueError(f"a job is not {row.state!r}")


def _material(row: MaterialRow) -> None:
    if row.kind not in KINDS:
        raise ValueError(f"there is no kind {row.kind!r}")
    to_material(row)


def _photo(row: PhotoRow) -> None:
    Marks.model_validate(row.marks)
    if row.turned not in (0, 90, 180, 270) or min(row.width, row.height) < 1:
        raise ValueError("a photo has a size, and is turned by quarters")
    if len(row.sha256) != 64 or set(row.sha256) - set("0123456789abcdef"):
        raise ValueError("a photo is named by its SHA-256")


def _target(row: TargetRow) -> None:
    _reflectance(row.R)
    if row.background is not None:
        _reflectance(row.background)


def _mix(row: MixRow) -> None:
    if row.laid is not None:
        LaidIn.model_validate(row.laid)


def _batch(row: BatchRow) -> None:
    for one in row.asked:
        str(one["key"]), int(one["parts"]), float(one["ml"])


def _strip(row: StripRow) -> None:
    _reflectance(row.R)
    if row.laid is None:
        return
    if "bare" in row.laid:
        _reflectance(row.laid["bare"])
    said = {name: value for name, value in row.laid.items() if name != "bare"}
    (LaidIn if "kind" in said else FieldIn).model_validate(said)


def _look(row: LookRow) -> None:
    for layer in row.layers:
        LayerIn.model_validate(layer)


_READ: Final[dict[type[Row], Callable[[Any], object]]] = {
    JobRow: _job, MaterialRow: _material, ReadingRow: to_reading, PhotoRow: _photo, TargetRow: _target,
    MixRow: _mix, BatchRow: _batch, StripRow: _strip, LookRow: _look, PieceRow: piece_of,
}  # fmt: skip
