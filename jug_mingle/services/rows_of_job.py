"""Which rows a job is made of: its own, those that belong to these, and the tins and readings that they stand
on."""

import json
import re
from collections.abc import Mapping
from typing import Any, Final

from sqlalchemy import Connection, Table, select

_PARENTS: Final = {"pour": "mix", "pot": "mix", "pour_made": "pot"}
"""Table → the table that its rows belong to, where a row does not say its job itself."""

_READ: Final = re.compile(r'"reading_id": ?(\d+)')


def rows_of_job(
    connection: Connection, tables: Mapping[str, Table], job_id: int, *, without: frozenset[str] = frozenset()
) -> dict[str, set[int]]:
    """Return, of each table, the numbers of the rows that a job needs to stand elsewhere as it stands here.

    With its mixes go the tins that they are poured from, with these all that was read of them, and of what
    was mixed with them. Rows of `without` are left where they are.
    """
    found: dict[str, set[int]] = {name: set() for name in tables}
    found["job"] = {job_id}
    for name, table in tables.items():
        if name in without:
            continue
        if "job_id" in table.c:
            found[name] |= _numbers(connection, table, table.c.job_id == job_id)
        elif name in _PARENTS:
            parent = _PARENTS[name]
            found[name] |= _numbers(connection, table, table.c[f"{parent}_id"].in_(found[parent]))
    texts = [json.dumps(row) for row in _json_columns(connection, tables, found)]
    found["material"] = _materials(connection, tables, found, texts)
    _add_readings(connection, tables, found)
    found["device_reading"] = {int(number) for text in texts for number in _READ.findall(text)}
    names = set(connection.scalars(select(tables["pot"].c.jug).where(tables["pot"].c.id.in_(found["pot"]))))
    found["jug"] = _numbers(connection, tables["jug"], tables["jug"].c.name.in_(names))
    return found


def _numbers(connection: Connection, table: Table, condition: Any) -> set[int]:
    return set(connection.scalars(select(table.c.id).where(condition)))


def _json_columns(
    connection: Connection, tables: Mapping[str, Table], found: Mapping[str, set[int]]
) -> list[Any]:
    """Return all that the rows found so far hold as JSON."""
    values: list[Any] = []
    for name, numbers in found.items():
        table = tables[name]
        columns = [
            column
            for column in table.c
            if str(column.type) == "JSON" and column.name not in ("R", "background")
        ]
        if columns and numbers:
            rows = connection.execute(select(*columns).where(table.c.id.in_(numbers)))
            values.extend(value for row in rows for value in row if value)
    return values


def _materials(
    connection: Connection, tables: Mapping[str, Table], found: Mapping[str, set[int]], texts: list[str]
) -> set[int]:
    """Return the tins that are poured, laid, or named by their key in what is kept as JSON."""
    used: set[int] = set()
    for name in ("pour", "pour_made", "strip"):
        column = tables[name].c.material_id
        rows = connection.scalars(
            select(column).where(tables[name].c.id.in_(found[name]), column.is_not(None))
        )
        used |= set(rows)
    material = tables["material"]
    keys = {key: number for number, key in connection.execute(select(material.c.id, material.c.key)).all()}
    named = {part for text in texts for part in re.findall(r'"(?:pot:)?([^"]{1,80})"', text)}
    return used | {keys[key] for key in named & set(keys)}


def _add_readings(connection: Connection, tables: Mapping[str, Table], found: dict[str, set[int]]) -> None:
    """Add what was read of the tins, and the tins that were in it with them, until nothing more is found."""
    volume, strip = tables["reading_volume"], tables["strip"]
    of_strips = select(strip.c.reading_id).where(
        strip.c.id.in_(found["strip"]), strip.c.reading_id.is_not(None)
    )
    found["reading"] |= set(connection.scalars(of_strips))
    while True:
        before = len(found["material"]) + len(found["reading"])
        query = select(volume.c.reading_id).where(volume.c.material_id.in_(found["material"]))
        found["reading"] |= set(connection.scalars(query))
        query = select(volume.c.material_id).where(volume.c.reading_id.in_(found["reading"]))
        found["material"] |= set(connection.scalars(query))
        if len(found["material"]) + len(found["reading"]) == before:
            break
    found["reading_volume"] = _numbers(connection, volume, volume.c.reading_id.in_(found["reading"]))
