"""Rows of a database file as JSON takes them, and back, of whatever revision: its tables are asked what they
are."""

import math
from collections.abc import Iterable, Iterator, Mapping
from datetime import UTC, date, datetime
from typing import Any, Final

from sqlalchemy import (
    JSON,
    Boolean,
    Column,
    Connection,
    Date,
    DateTime,
    Float,
    Integer,
    MetaData,
    String,
    Table,
    select,
)

from jug_mingle.errors import DataRefusedError

LEFT_OUT: Final = frozenset({"done", "paired", "alembic_version"})
"""Tables that are of this machine and no part of the record: keys of writes, devices let in, and the
revision."""

_AT_ONCE: Final = 500
_LARGEST: Final = 2**63


def tables_of(connection: Connection) -> dict[str, Table]:
    """Return the tables of the record by name, those that others belong to first."""
    metadata = MetaData()
    metadata.reflect(connection)
    for column in (column for table in metadata.tables.values() for column in table.c):
        if isinstance(column.type, JSON):
            column.type = JSON(none_as_null=True)
    return {table.name: table for table in metadata.sorted_tables if table.name not in LEFT_OUT}


def said_rows(
    connection: Connection, table: Table, numbers: Iterable[int] | None = None
) -> Iterator[dict[str, Any]]:
    """Yield the rows of a table, by number, as JSON takes them; only those of `numbers`, where these are
    given."""
    wanted = None if numbers is None else sorted(numbers)
    for begin in range(0, len(wanted), _AT_ONCE) if wanted is not None else (0,):
        query = select(table).order_by(table.c.id)
        if wanted is not None:
            query = query.where(table.c.id.in_(wanted[begin : begin + _AT_ONCE]))
        for row in connection.execution_options(yield_per=_AT_ONCE).execute(query).mappings():
            yield {name: _said(value) for name, value in row.items()}


def _said(value: Any) -> Any:
    if isinstance(value, datetime):
        return value.replace(tzinfo=UTC).isoformat()
    return value.isoformat() if isinstance(value, date) else value


def put_rows(
    connection: Connection, tables: Mapping[str, Table], rows: Mapping[str, list[dict[str, Any]]]
) -> None:
    """Put rows into tables that are empty of them.

    Raises
    ------
    DataRefusedError
        If a table or a column is not known, one is missing, or a value is not what its column holds.
    """
    if unknown := sorted(set(rows) - set(tables)):
        raise DataRefusedError(f"it holds rows of {unknown[0]!r}, which this program does not know")
    for name, table in tables.items():
        its = rows.get(name, [])
        for begin in range(0, len(its), _AT_ONCE):
            connection.execute(table.insert(), [row_of(table, one) for one in its[begin : begin + _AT_ONCE]])


def row_of(table: Table, said: Mapping[str, Any]) -> dict[str, Any]:
    """Return a row as its table takes it; DataRefusedError names the column that is wrong."""
    if unknown := sorted(set(said) - set(table.c.keys())):
        raise DataRefusedError(f"its {table.name} has {unknown[0][:40]!r}, which this program does not know")
    if missing := [column.name for column in table.c if column.name not in said]:
        raise DataRefusedError(f"its {table.name} lacks {missing[0]!r}")
    return {column.name: _value(column, said[column.name]) for column in table.c}


def _value(column: Column[Any], value: Any) -> Any:
    if value is None:
        if not column.nullable:
            raise _unfit(column, value)
        return None
    if isinstance(column.type, DateTime | Date) and isinstance(value, str):
        try:
            if isinstance(column.type, Date):
                return date.fromisoformat(value)
            return datetime.fromisoformat(value).astimezone(UTC).replace(tzinfo=None)
        except (ValueError, OverflowError) as error:
            raise _unfit(column, value) from error
    if not _fits(column, value):
        raise _unfit(column, value)
    return value


def _fits(column: Column[Any], value: Any) -> bool:
    kind = column.type
    if isinstance(kind, JSON):
        return True
    if isinstance(kind, Boolean):
        return isinstance(value, bool) or value in (0, 1)
    if isinstance(kind, Integer):
        return isinstance(value, int) and not isinstance(value, bool) and -_LARGEST <= value < _LARGEST
    if isinstance(kind, Float):
        return isinstance(value, int | float) and not isinstance(value, bool) and math.isfinite(value)
    return isinstance(kind, String) and isinstance(value, str) and len(value) <= (kind.length or 10**7)


def _unfit(column: Column[Any], value: Any) -> DataRefusedError:
    return DataRefusedError(f"the {column.name} of its {column.table.name} cannot be {str(value)[:40]!r}")


def schema_of_rows(tables: Iterable[Table]) -> dict[str, Any]:
    """Return the JSON schema of rows.json, as the tables are."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Rows of a Jug Mingle archive",
        "type": "object",
        "additionalProperties": False,
        "properties": {
            table.name: {
                "type": "array",
                "items": {
                    "type": "object",
                    "additionalProperties": False,
                    "required": [column.name for column in table.c],
                    "properties": {column.name: _schema_of(column) for column in table.c},
                },
            }
            for table in tables
        },
    }


def _schema_of(column: Column[Any]) -> dict[str, Any]:
    kinds: list[tuple[type[Any], dict[str, Any]]] = [
        (JSON, {}), (DateTime, {"type": "string", "format": "date-time"}),
        (Date, {"type": "string", "format": "date"}),
        (Boolean, {"type": "boolean"}), (Integer, {"type": "integer"}), (Float, {"type": "number"}),
    ]  # fmt: skip
    found = next((schema for kind, schema in kinds if isinstance(column.type, kind)), None)
    if found is None:
        length = getattr(column.type, "length", None)
        found = {"type": "string", **({"maxLength": length} if length else {})}
    parent = next((key.column.table.name for key in column.foreign_keys), "")
    more = {"description": f"The id of its {parent}."} if parent else {}
    kind = found.get("type")
    return {**found, **({"type": [kind, "null"]} if kind and column.nullable else {}), **more}
