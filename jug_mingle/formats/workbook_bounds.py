"""How large a workbook is once it is read, told before anything of it is made: its cells count from the first
to the last one, and a text that many cells share counts in each.

What reads workbooks makes a whole rectangle of the two corners that are filled, and ends the process where
memory ends.
"""

import re
import zipfile
from collections.abc import Callable
from typing import Final
from xml.parsers import expat

_UNPACKED: Final = 100 * 2**20
"""A workbook unpacks to no more than this. [bytes]"""

_MOST_PARTS: Final = 2_000
_MOST_TEXT: Final = 60 * 2**20
"""All cells together hold no more text than this. [bytes]"""

_MOST_ELEMENTS: Final = 2_500_000
"""More elements than this, of all parts together, are no table."""

_LETTERS: Final = 26


class TooLargeWorkbookError(ValueError):
    """The workbook is larger than a table is; the message says in what."""


def check_workbook(packed: zipfile.ZipFile, *, rows: int, columns: int, cells: int) -> None:
    """Raise TooLargeWorkbookError where a workbook has more rows, columns or cells, or unpacks to far
    more."""
    parts = packed.infolist()
    if sum(member.file_size for member in parts) > _UNPACKED or len(parts) > _MOST_PARTS:
        raise TooLargeWorkbookError("the workbook unpacks to far more than a table is")
    names = {member.filename for member in parts}
    if "content.xml" in names:
        _Repeats(rows=rows, columns=columns, cells=cells).check(packed.read("content.xml"))
        return
    if any(name.endswith(".bin") and "worksheets" in name for name in names):
        raise TooLargeWorkbookError("binary workbooks are not read: save it as .xlsx")
    shared = next((packed.read(name) for name in names if name.endswith("sharedStrings.xml")), b"")
    sheets = _Cells([len(one) for one in re.split(rb"</(?:\w{1,20}:)?si>", shared)], rows, columns, cells)
    for name in names:
        if name.endswith(".xml") and not name.endswith(("sharedStrings.xml", "styles.xml")):
            sheets.check(packed.read(name))


def _parsed(data: bytes, begins: Callable[[str, dict[str, str]], object], ends: Callable[[str], object],
            text: Callable[[str], object]) -> None:  # fmt: skip
    """Go through a document once, without any entity of its own."""

    def refuse(*_: object) -> None:
        raise TooLargeWorkbookError("the workbook defines entities, which are not read: save it anew")

    parser = expat.ParserCreate()
    parser.buffer_text = True
    parser.StartElementHandler, parser.EndElementHandler, parser.CharacterDataHandler = begins, ends, text
    parser.EntityDeclHandler = refuse
    try:
        parser.Parse(data, True)
    except expat.ExpatError as error:
        raise TooLargeWorkbookError("the workbook is damaged or cut short: save it anew") from error


class _Cells:
    """Counts the cells of sheets (ECMA-376, 18.3.1.4): where the last one is, and how much text they
    share."""

    def __init__(self, texts: list[int], rows: int, columns: int, cells: int) -> None:
        self._texts, self._bounds = texts, (rows, columns, cells)
        self._elements = self._shared = 0
        self._new()

    def _new(self) -> None:
        self._count = self._row = self._column = self._last_row = self._last_column = 0
        self._of_text = self._in_value = False

    def check(self, data: bytes) -> None:
        """Look at one part."""
        self._new()
        _parsed(data, self._begins, self._ends, self._text)

    def _begins(self, name: str, values: dict[str, str]) -> None:
        self._elements += 1
        if self._elements > _MOST_ELEMENTS:
            raise _more(*self._bounds)
        kind = name.rsplit(":", 1)[-1]
        if kind == "row":
            self._row, self._column = _whole(values.get("r", ""), self._row + 1), 0
        elif kind == "c":
            letters = values.get("r", "").rstrip("0123456789")
            self._column = _column(letters) if letters else self._column + 1
            self._row = _whole(values.get("r", "")[len(letters) :], self._row)
            self._of_text, self._count = values.get("t") == "s", self._count + 1
            self._last_column = max(self._last_column, self._column)
        else:
            self._in_value = kind == "v" and self._of_text
            return
        self._last_row = max(self._last_row, self._row)
        rows, columns, cells = self._bounds
        over = (
            self._last_row > rows or self._last_column > columns or self._last_row * self._last_column > cells
        )
        if over or self._count > cells:
            raise _more(rows, columns, cells)

    def _ends(self, _name: str) -> None:
        self._in_value = False

    def _text(self, text: str) -> None:
        if self._in_value:
            place = _whole(text.strip(), 0)
            self._shared += self._texts[place] if place < len(self._texts) else 0
            if self._shared > _MOST_TEXT:
                raise TooLargeWorkbookError("the cells of the workbook hold far more text than a table does")


def _whole(said: str, otherwise: int) -> int:
    return int(said[:12]) if said[:12].isdecimal() else otherwise


def _more(rows: int, columns: int, cells: int) -> TooLargeWorkbookError:
    return TooLargeWorkbookError(
        f"the sheet reaches over more than {rows} rows, {columns} columns or {cells} cells: "
        "leave out what is not needed"
    )


def _column(letters: str) -> int:
    found = 0
    for letter in letters[:6].upper():
        found = _LETTERS * found + ord(letter) - ord("A") + 1
    return found


class _Repeats:
    """Counts the cells of an OpenDocument table (1.2, part 1, 9.1): one that is repeated stands for many."""

    def __init__(self, *, rows: int, columns: int, cells: int) -> None:
        self._bounds = rows, columns, cells
        self._row = self._column = self._widest = self._elements = self._said = 0
        self._rows_alike = self._cells_alike = 1
        self._filled_to = 0

    def check(self, data: bytes) -> None:
        """Look at the whole document."""
        _parsed(data, self._begins, self._ends, self._text)

    def _begins(self, name: str, values: dict[str, str]) -> None:
        kind = name.rsplit(":", 1)[-1]
        self._elements += 1
        if kind == "table":
            self._row = self._widest = 0
        elif kind == "table-row":
            self._rows_alike = _times(values.get("table:number-rows-repeated", "1"))
            self._column = self._filled_to = 0
        elif kind in ("table-cell", "covered-table-cell"):
            self._cells_alike = _times(values.get("table:number-columns-repeated", "1"))
            self._column += self._cells_alike
            if "office:value-type" in values:
                self._fill()

    def _text(self, text: str) -> None:
        if text.strip():
            self._said += len(text) * self._cells_alike * self._rows_alike
            self._fill()

    def _ends(self, name: str) -> None:
        if name.rsplit(":", 1)[-1] != "table-row":
            return
        self._row += self._rows_alike
        if self._filled_to:
            self._refuse(self._row)

    def _fill(self) -> None:
        self._filled_to, self._widest = self._column, max(self._widest, self._column)
        self._refuse(self._row + 1)

    def _refuse(self, row: int) -> None:
        rows, columns, cells = self._bounds
        if row > rows or self._widest > columns or row * self._widest > cells or self._elements > 4 * cells:
            raise _more(*self._bounds)
        if self._said > _MOST_TEXT:
            raise TooLargeWorkbookError("the cells of the workbook hold far more text than a table does")


def _times(said: str) -> int:
    return int(said) if said.isdigit() and len(said) < 9 else 10**9
