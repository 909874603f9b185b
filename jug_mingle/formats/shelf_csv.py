"""The shelf as a table: one row a tin, read from text or a workbook, written as CSV (see docs/formats.md)."""

import csv
import io
import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from difflib import get_close_matches
from typing import Final

from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.marked import marked, marked_range
from jug_mingle.core.materials.kinds import KINDS
from jug_mingle.core.optics.film import SHEEN_VEIL
from jug_mingle.formats.cells import shielded, unshielded
from jug_mingle.formats.colour_file import ColourFileError, Lab_in_daylight, Lab_of_hex, number
from jug_mingle.formats.table_rows import TableError, rows_of

COLUMNS: Final = (
    "name", "kind", "left_ml", "full_ml", "price", "opened", "place", "use_up", "hex", "L", "a", "b",
    "volume_solids", "density", "spread_rate", "sheen", "notes",
)  # fmt: skip
SAID: Final = ("left", "full")
"""Columns that are written for people, in their own units, and passed over on the way in."""

_MOST: Final = 2000
_RANGES: Final = {
    "left_ml": (0.0, 50_000.0), "full_ml": (1.0, 50_000.0), "price": (0.0, 10_000.0),
    "volume_solids": (0.0, 1.0), "density": (0.3, 5.0), "spread_rate": (0.5, 60.0),
}  # fmt: skip


_THOUSAND_OR_ONE: Final = re.compile(r"[1-9]\d{0,2}(,\d{3})+")
"""A number that is a thousand in one country and one in another."""


class ShelfCsvError(ValueError):
    """The file as a whole cannot be read as a shelf."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TinRow:
    """One good row: its number in the file, and the fields that it fills in."""

    row: int
    name: str
    kind: str
    numbers: Mapping[str, float]
    opened: date | None = None
    place: str = ""
    use_up: bool = False
    sheen: str | None = None
    notes: str = ""
    Lab: tuple[float, float, float] | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class BadRow:
    """A row that cannot be taken, by number, and why."""

    row: int
    reason: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ShelfCsv:
    """What a file holds: good rows, bad ones, and notes on columns that are not known."""

    good: tuple[TinRow, ...]
    bad: tuple[BadRow, ...]
    notes: tuple[str, ...]


def read_shelf_csv(data: bytes, *, taken: Iterable[str] = ()) -> ShelfCsv:
    """Return the rows of a file; nothing is imported by reading it.

    Parameters
    ----------
    taken : iterable of str
        Names that stand on the shelf already; a row of the same name is refused.

    Raises
    ------
    ShelfCsvError
        If there is no header with name and kind, or far too many rows.
    """
    try:
        rows, _ = rows_of(data)
    except TableError as error:
        raise ShelfCsvError(str(error)) from error
    header = [cell.strip() for cell in rows[0]] if rows else []
    names = {cell.lower(): place for place, cell in enumerate(header)}
    if "name" not in names or "kind" not in names:
        raise ShelfCsvError(
            f"the first row must name the columns, at least name and kind: {', '.join(COLUMNS)}"
        )
    if (many := sum(map(any, rows))) > _MOST + 1:
        raise ShelfCsvError(f"there are {many - 1} rows in this file; at most {_MOST} are read")
    known = {column.lower(): column for column in (*COLUMNS, *SAID)}
    notes = tuple(
        f"Column {cell!r} is not known and was passed over." for cell in header if cell.lower() not in known
    )
    said: dict[str, int] = {}
    good, bad, seen = [], [], {name.strip().lower() for name in taken}
    for place, row in enumerate(rows[1:], start=2):
        if not any(cell.strip() for cell in row):
            continue
        cells = {
            known[cell.lower()]: unshielded(row[at].strip())
            for cell, at in zip(header, range(len(row)), strict=False)
            if cell.lower() in known
        }
        try:
            if len(row) > len(header):
                raise ColourFileError(f"{len(row)} cells for {len(header)} columns")
            tin = _tin(cells, place)
            if tin.name.lower() in seen:
                raise ColourFileError(f"{tin.name!r} stands on the shelf already, or twice in the file")
        except ColourFileError as error:
            first = said.setdefault(str(error), place)
            bad.append(BadRow(row=place, reason=str(error) if first == place else f"the same as row {first}"))
            continue
        seen.add(tin.name.lower())
        good.append(tin)
    return ShelfCsv(good=tuple(good), bad=tuple(bad), notes=notes)


def _tin(cells: Mapping[str, str], place: int) -> TinRow:
    name, kind = cells.get("name", ""), _kind(cells.get("kind", ""))
    if not name or len(name) > 120:
        raise ColourFileError("a tin needs a name of at most 120 characters")
    numbers = {key: _ranged(cells[key], key) for key in _RANGES if cells.get(key)}
    if "left_ml" in numbers and numbers["left_ml"] > numbers.get("full_ml", 50_000.0):
        raise ColourFileError(
            f"left_ml {marked(numbers['left_ml'])} is more than full_ml {marked(numbers['full_ml'])}"
        )
    sheen = cells.get("sheen") or None
    if sheen is not None and sheen not in SHEEN_VEIL:
        raise ColourFileError(f"there is no sheen {sheen!r}; known are {', '.join(SHEEN_VEIL)}")
    return TinRow(
        row=place, name=name, kind=kind, numbers=numbers, opened=_date(cells.get("opened", "")), sheen=sheen,
        place=cells.get("place", "")[:120], use_up=_yes(cells.get("use_up", "")),
        notes=cells.get("notes", "")[:2000], Lab=_Lab(cells),
    )  # fmt: skip


def _kind(text: str) -> str:
    """Return the key of a kind, by its key, its title or as menus name it, however its words are joined:
    "milk_paint", "Milk paint powder", "Chalk-type paint (water)"."""
    said = {
        _plain(words): key
        for key, known in KINDS.items()
        for words in (key, known.title, f"{known.title} ({known.base})")
    }
    if _plain(text) not in said:
        near = get_close_matches(_plain(text), said, n=1, cutoff=0.3)
        nearest = (
            f"; the nearest is {KINDS[said[near[0]]].title}"
            if near
            else f"; one is {KINDS['chalk_paint'].title}"
        )
        raise ColourFileError(f"there is no kind {text[:40]!r}{nearest}")
    return said[_plain(text)]


def _plain(words: str) -> str:
    return re.sub(r"[\s_-]+", " ", words.lower())


def _ranged(text: str, column: str) -> float:
    low, high = _RANGES[column]
    if _THOUSAND_OR_ONE.fullmatch(text.strip()):
        raise ColourFileError(f"{column}: {text.strip()} may be thousands or not: write it without the comma")
    value = number(text, column)
    if not low <= value <= high:
        raise ColourFileError(f"{column} must be from {marked_range(low, high)}, got {marked(value)}")
    return value


def _date(text: str) -> date | None:
    try:
        return date.fromisoformat(text) if text else None
    except ValueError:
        raise ColourFileError(f"opened is a date like 2026-03-31, got {text[:40]!r}") from None


def _yes(text: str) -> bool:
    if text.lower() in ("", "0", "no", "false"):
        return False
    if text.lower() in ("1", "yes", "true", "x"):
        return True
    raise ColourFileError(f"use_up is yes or no, got {text[:40]!r}")


def _Lab(cells: Mapping[str, str]) -> tuple[float, float, float] | None:
    if any(cells.get(key) for key in ("L", "a", "b")):
        values = [number(cells.get(key, ""), key) for key in ("L", "a", "b")]
        L, a, b = Lab_in_daylight(values, DAYLIGHT.white, "the colour").tolist()
        return L, a, b
    if cells.get("hex"):
        L, a, b = Lab_of_hex(cells["hex"], "hex").tolist()
        return L, a, b
    return None


def write_shelf_csv(tins: Sequence[Mapping[str, object]]) -> bytes:
    """Return the table of tins; what a tin leaves out is left empty."""
    out = io.StringIO()
    rows = csv.DictWriter(out, (*COLUMNS, *SAID), lineterminator="\n", restval="")
    rows.writeheader()
    for tin in tins:
        rows.writerow({key: _cell(tin.get(key)) for key in (*COLUMNS, *SAID)})
    return out.getvalue().encode()


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else ""
    return f"{value:g}" if isinstance(value, float) else shielded(str(value))
