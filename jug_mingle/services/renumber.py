"""A job brought in beside others: its rows get numbers of their own, wherever one of them names another."""

import json
import re
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any, Final

from sqlalchemy import Connection, Table, func, select

from jug_mingle.documents.look import LayerIn
from jug_mingle.services.plan_work import marks_of
from jug_mingle.store.tables import row_of, said_rows

Said = Mapping[str, Any]

_NAMED: Final = {
    "photo_id": "photo", "target_id": "target", "mix_id": "mix", "reading_id": "device_reading",
    "piece": "piece", "look_id": "look", "strip": "strip",
}  # fmt: skip
"""Name in JSON → the table whose row a whole number under it names."""

_SPOKEN: Final = {
    "mix": "mix",
    "batch": "pot",
    "strip": "strip",
    "wood": "target",
    "found": "target",
    "own": "motif",
}
"""What stands before a number in a text, as "mix:7" → its table."""

_TEXT: Final = re.compile(r"(mix|batch|strip|wood|found|own):(\d+)")
_STEP_PIECE: Final = re.compile(r"^p(\d+)(?=\.)")
_STEP_MIX: Final = re.compile(r"(?<=^job\.mix\.mix-)\d+")
_STEP_MARK: Final = re.compile(r"(?<=-)[0-9a-f]{5}(?=\.|$)")
_STEPS_IN: Final = frozenset({"plan", "step_done", "timer"})
_LISTS: Final = {("choice", "look_ids"): "look"}


@dataclass(slots=True)
class Numbers:
    """New numbers by old ones, for each table; keys of tins that are called otherwise here; marks of layers.

    What comes from elsewhere (`foreign`) and names something that was not brought along names nothing here.
    """

    foreign: bool = False

    of: dict[str, dict[int, int]] = field(default_factory=dict)
    keys: dict[str, str] = field(default_factory=dict)
    marks: dict[str, str] = field(default_factory=dict)

    def row(self, table: str, number: Any) -> Any:
        """Return the new number of a row; of one that was not brought along the same, or 0 where that is
        elsewhere."""
        return self.of.get(table, {}).get(number, 0 if self.foreign else number)

    def json(self, value: Any, name: str = "") -> Any:
        """Return a value of a JSON column with new numbers and keys."""
        if isinstance(value, dict):
            return {self._text(key): self.json(one, key) for key, one in value.items()}
        if isinstance(value, list):
            return [self.json(one, name) for one in value]
        if isinstance(value, str):
            return self.keys.get(value, value) if name in ("key", "material") else self._text(value)
        if isinstance(value, int) and not isinstance(value, bool) and name in _NAMED:
            return self.row(_NAMED[name], value)
        return value

    def _text(self, text: str) -> str:
        if match := _TEXT.fullmatch(text):
            return f"{match[1]}:{self.row(_SPOKEN[match[1]], int(match[2]))}"
        if text.startswith("pot:"):
            return f"pot:{self.keys.get(text[4:], text[4:])}"
        return text

    def step(self, key: str) -> str:
        """Return the key of a step of a plan, which holds its piece, its jug and the mark of its layer."""
        key = _STEP_PIECE.sub(lambda match: f"p{self.row('piece', int(match[1]))}", key)
        key = _STEP_MIX.sub(lambda match: str(self.row("mix", int(match[0]))), key)
        return _STEP_MARK.sub(lambda match: self.marks.get(match[0], match[0]), key)

    def steps(self, value: Any) -> Any:
        """Return what a plan keeps, in which any text may be the key of a step."""
        if isinstance(value, dict):
            return {self.step(key): self.steps(one) for key, one in value.items()}
        if isinstance(value, list):
            return [self.steps(one) for one in value]
        return self.step(value) if isinstance(value, str) else value


def bring_in(
    connection: Connection, tables: Mapping[str, Table], rows: Mapping[str, Iterable[Said]], job: Said, *,
    foreign: bool = True,
) -> int:  # fmt: skip
    """Put a job and what belongs to it into a database beside what is there, and return its number.

    A tin that is there already, by its key and the moment when it was put on the shelf, is taken for the
    same, and so is a reading of it; nothing of it is changed.

    Parameters
    ----------
    rows : mapping
        Table → its rows as `store.tables.said_rows` gives them, of a job as `services.rows_of_job` finds
        them.
    job : mapping
        What the job is called, and what else differs from its row.
    """
    kept = {name: list(its) for name, its in rows.items() if name in tables}
    numbers, there = Numbers(foreign=foreign), {}
    for name in ("material", "reading", "jug", "device_reading"):
        there[name] = _same(connection, tables[name], kept.get(name, []), numbers)
    for name, its in kept.items():
        free = (connection.scalar(select(func.max(tables[name].c.id))) or 0) + 1
        mine = numbers.of.setdefault(name, {})
        for row in its:
            if row["id"] not in mine:
                mine[row["id"]] = free
                free += 1
    _name_tins(connection, tables["material"], kept.get("material", []), there["material"], numbers)
    _mark_layers(kept.get("look", []), numbers)
    for name, table in tables.items():
        skip = there.get("reading", set()) if name == "reading_volume" else there.get(name, set())
        for row in kept.get(name, []):
            if row["reading_id" if name == "reading_volume" else "id"] in skip:
                continue
            changed = {**_renumbered(table, row, numbers), **(job if name == "job" else {})}
            connection.execute(table.insert(), row_of(table, changed))
    return numbers.row("job", kept["job"][0]["id"])  # type: ignore[no-any-return]


_TOLD_BY: Final[Mapping[str, Callable[[Said], Any]]] = {
    "material": lambda row: (row["key"], row["created"]),
    "reading": lambda row: (row["created"], row["how"], json.dumps(row["swatches"])),
    "jug": lambda row: row["name"],
    "device_reading": lambda row: (row["created"], row["device"], json.dumps(row["R"])),
}
"""By what a row that several jobs may stand on is known again."""


def _same(connection: Connection, table: Table, rows: list[Said], numbers: Numbers) -> set[int]:
    """Find rows that are there already: note their numbers, and return those that need not be put in."""
    told = _TOLD_BY[table.name]
    here = {told(row): row["id"] for row in said_rows(connection, table)} if rows else {}
    numbers.of[table.name] = {row["id"]: here[told(row)] for row in rows if told(row) in here}
    return set(numbers.of[table.name])


def _name_tins(
    connection: Connection, table: Table, rows: list[Said], there: set[int], numbers: Numbers
) -> None:
    """Call a tin otherwise where one of that key or name stands here that is another one."""
    taken = {key for (key,) in connection.execute(select(table.c.key)).all()}
    names = {
        name for (name,) in connection.execute(select(table.c.name).where(table.c.removed.is_(None))).all()
    }
    for row in rows:
        if row["id"] in there:
            continue
        key = _free(row["key"], taken, "-")
        if row["removed"] is None:
            name = _free(row["name"], names, " ")
            names.add(name)
            row.update(name=name)  # type: ignore[attr-defined]
        taken.add(key)
        numbers.keys[row["key"]] = key


def _free(text: str, taken: set[str], between: str) -> str:
    return next(
        one for one in (text, *(f"{text[:70]}{between}{n}" for n in range(2, 10_000))) if one not in taken
    )


def _mark_layers(looks: list[Said], numbers: Numbers) -> None:
    """Note by which mark the plan knows each layer now that its colours have other numbers."""
    for look in looks:
        old = [LayerIn.model_validate(one) for one in look["layers"]]
        new = [LayerIn.model_validate(numbers.json(one)) for one in look["layers"]]
        numbers.marks |= dict(zip(marks_of(old), marks_of(new), strict=True))


def _renumbered(table: Table, row: Said, numbers: Numbers) -> dict[str, Any]:
    new = dict(row)
    new["id"] = numbers.row(table.name, row["id"])
    for column in table.c:
        value = row[column.name]
        if value is None:
            continue
        if parents := [key.column.table.name for key in column.foreign_keys]:
            new[column.name] = numbers.row(parents[0], value) or None
        elif (table.name, column.name) in _LISTS:
            new[column.name] = [numbers.row(_LISTS[table.name, column.name], one) for one in value]
        elif isinstance(value, dict | list):
            changed = numbers.json(value)
            new[column.name] = numbers.steps(changed) if table.name in _STEPS_IN else changed
        elif column.name == "step" and table.name in _STEPS_IN:
            new[column.name] = numbers.step(value)
    if table.name == "material":
        new["key"] = numbers.keys.get(row["key"], row["key"])
    return new
