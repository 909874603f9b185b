"""A plan and its shopping list as CSV. The headers are documented in docs/formats.md."""

import csv
import io
from collections.abc import Iterable, Sequence
from typing import Final

from jug_mingle.formats.cells import shielded

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
