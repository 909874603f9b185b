"""Rows of a table as other programs write it: text with commas, semicolons, tabs or blanks between, .xlsx,
.ods."""

import csv
import io
import re
import zipfile
import zlib
from collections import Counter
from datetime import date, datetime, time
from typing import Final

from jug_mingle.formats.workbook_bounds import TooLargeWorkbookError, check_workbook

MOST_ROWS: Final = 20_000
MOST_COLUMNS: Final = 4_000
"""Bounds of a table, looked at before anything is made of a row."""

MOST_CELLS: Final = 500_000

_LONGEST_CELL: Final = 20_000


class TableError(ValueError):
    """The table cannot be read; the message says why."""


def rows_of(data: bytes) -> tuple[list[list[str]], bool]:
    """Return the rows of a table, blank ones included, and whether numbers in it may have decimal commas.

    Parameters
    ----------
    data : bytes
        Text in UTF-8, UTF-16 with its mark or Latin-1, or a workbook, of which the first sheet is read.

    Raises
    ------
    TableError
        If it has more than `MOST_ROWS` rows or `MOST_COLUMNS` columns, or is damaged.
    """
    if data[:4] == b"PK\x03\x04":
        return _workbook(data), False
    text = text_of(data)
    if text.count("\n") > MOST_ROWS or text.count("\r") > MOST_ROWS + text.count("\n"):
        raise TableError(f"the table has more than {MOST_ROWS} rows: leave out what is not needed")
    divider = _divider(text)
    if divider is None:
        rows = [re.split(r"\s+", line.strip()) if line.strip() else [] for line in text.splitlines()]
        return _bounded(rows), True
    try:
        rows = list(csv.reader(io.StringIO(text, newline=""), delimiter=divider))
    except csv.Error as error:
        raise TableError(f"the table cannot be read: {error}") from error
    return _bounded([[cell.strip() for cell in row] for row in rows]), divider != ","


def text_of(data: bytes) -> str:
    """Return the text of a file; UTF-8 with or without its mark, UTF-16 with it, else Latin-1."""
    if data.startswith((b"\xff\xfe", b"\xfe\xff")):
        return data.decode("utf-16", errors="replace")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return data.decode("latin-1")


def _divider(text: str) -> str | None:
    """Return what stands between the cells: what splits most of the first lines into the same number of
    cells."""
    lines = [line for line in text[:20_000].splitlines() if line.strip()][:12]
    scores: dict[str, tuple[float, int]] = {}
    for divider in "\t;,":
        counts = Counter(line.count(divider) for line in lines)
        cells, often = max(counts.items(), key=lambda one: (one[0] > 0, one[1], one[0]), default=(0, 0))
        if cells:
            scores[divider] = (often / len(lines), cells)
    # A tab or a semicolon that splits evenly is one: in such files a comma stands within numbers.
    for divider in "\t;":
        if scores.get(divider, (0.0, 0))[0] >= 0.6:
            return divider
    return max(scores, key=lambda one: scores[one], default=None)


def _workbook(data: bytes) -> list[list[str]]:
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            check_workbook(packed, rows=MOST_ROWS, columns=MOST_COLUMNS, cells=MOST_CELLS)
    except TooLargeWorkbookError as error:
        raise TableError(str(error)) from error
    except (zipfile.BadZipFile, zlib.error, EOFError, OSError, RuntimeError, NotImplementedError) as error:
        raise TableError("the workbook is damaged or cut short: save it anew") from error
    from python_calamine import CalamineError, CalamineWorkbook, WorksheetNotFound

    try:
        book = CalamineWorkbook.from_filelike(io.BytesIO(data))
        sheet = book.get_sheet_by_index(0)
        return _bounded([[_said(cell) for cell in row] for row in sheet.to_python()])
    except WorksheetNotFound as error:
        raise TableError("the workbook names a sheet that is not in it: save it anew") from error
    except (CalamineError, IndexError, UnicodeDecodeError) as error:
        raise TableError(f"the workbook cannot be read: {error}") from error
    except BaseException as error:
        # What is written in Rust fails with a panic, which is no Exception, on a workbook made to break it.
        if type(error).__name__ == "PanicException":
            raise TableError("the workbook cannot be read: it is damaged") from error
        raise


def _said(cell: object) -> str:
    if isinstance(cell, bool):
        return "yes" if cell else "no"
    if isinstance(cell, float):
        return f"{cell:.12g}"
    if isinstance(cell, datetime):
        return cell.date().isoformat()
    if isinstance(cell, date | time):
        return cell.isoformat()
    return str(cell).strip()


def _bounded(rows: list[list[str]]) -> list[list[str]]:
    if len(rows) > MOST_ROWS + 1:
        raise TableError(f"the table has more than {MOST_ROWS} rows: leave out what is not needed")
    if max((len(row) for row in rows), default=0) > MOST_COLUMNS:
        raise TableError(f"the table has more than {MOST_COLUMNS} columns")
    if sum(map(len, rows)) > MOST_CELLS:
        raise TableError(f"the table has more than {MOST_CELLS} cells")
    if any(len(cell) > _LONGEST_CELL for row in rows for cell in row):
        raise TableError(f"a cell of the table has more than {_LONGEST_CELL} letters")
    return rows
