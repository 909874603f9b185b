"""Texts of the trade that ship as tables."""

import csv
from importlib.resources import files


def rows_of(name: str) -> list[dict[str, str]]:
    """Return the rows of a table in `core/data`, by the names of its columns."""
    text = files("jug_mingle.core").joinpath("data", name).read_text(encoding="utf-8")
    return list(csv.DictReader(text.splitlines()))
