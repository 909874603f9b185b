"""Cells of tables that spreadsheets open: what begins like a formula is shielded by a `'`, and freed on the
way in."""

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
