"""Cells of tables that a spreadsheet opens: nothing in them runs; and the tables of a plan."""

import csv
import io
from collections.abc import Iterable, Sequence
from typing import Final

_RUN: Final = "=+-@\t\r"
_REMARK: Final = "#"
"""What many programs take for the beginning of a remark, in the first cell of a row."""


_SHIELDED: Final = f"{_RUN}{_REMARK}'"


def shielded(text: str) -> str:
    """Return a text that no spreadsheet takes for a formula, nor a reader for a remark; one that begins like
    a shield is shielded, too."""
    return f"'{text}" if text and text[0] in _SHIELDED else text


def unshielded(text: str) -> str:
    """Return a text as it was before `shielded`."""
    return text[1:] if len(text) > 1 and text[0] == "'" and text[1] in _SHIELDED else text


STEP_COLUMNS: Final = (
    "start", "end", "piece", "step", "minutes", "part", "parts", "done", "how", "why", "cautions",
)  # fmt: skip
GOODS_COLUMNS: Final = ("what", "unit", "needed", "there", "buy", "cash", "share", "said")


def table(columns: Sequence[str], rows: Iterable[Sequence[object]]) -> bytes:
    """Return rows under a header as CSV; what a spreadsheet would take for a formula is shielded."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    for row in rows:
        writer.writerow([shielded(cell) if isinstance(cell, str) else cell for cell in row])
    return out.getvalue().encode()
