"""Cells that spreadsheets open run nothing, and come back as they were."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jug_mingle.formats.cells import shielded, unshielded
from jug_mingle.formats.shelf_csv import read_shelf_csv, write_shelf_csv


class CellsTest(unittest.TestCase):
    def test_what_a_spreadsheet_would_run(self) -> None:
        for text in ("=1+1", "+1", "-2+3+cmd|x", "@sum", "\t=1", "'=1"):
            self.assertEqual(shielded(text), f"'{text}")
        for text in ("", "Chalk white", "5-minute paint", "a=b"):
            self.assertEqual(shielded(text), text)

    @given(st.text(max_size=20))
    def test_there_and_back(self, text: str) -> None:
        self.assertEqual(unshielded(shielded(text)), text)
        self.assertNotIn(shielded(text)[:1], set("=+-@"))

    def test_the_shelf(self) -> None:
        """Empty cells stay empty, and a tin with a daring name comes back with its own."""
        table = write_shelf_csv(
            [{"name": "-2+3+cmd", "kind": "chalk_paint", "notes": "", "place": "", "left_ml": 5.0}]
        )
        self.assertNotIn(b"'\n", table)
        self.assertNotIn(b",',", table)
        tin = read_shelf_csv(table).good[0]
        self.assertEqual((tin.name, tin.notes, tin.place), ("-2+3+cmd", "", ""))

    def test_a_thousand_or_one(self) -> None:
        """1,000 in a table is asked about, not read as one."""
        found = read_shelf_csv(b"name;kind;left_ml;price\nA;chalk_paint;1,000;2\nB;chalk_paint;250,5;28,50\n")
        self.assertIn("1,000", found.bad[0].reason)
        self.assertEqual(found.good[0].numbers, {"left_ml": 250.5, "price": 28.5})
