"""The shelf as CSV: out and back, and every bad row by number and reason."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from jug_mingle.formats.shelf_csv import COLUMNS, ShelfCsvError, read_shelf_csv, write_shelf_csv


class TableTest(unittest.TestCase):
    def test_round_trip(self) -> None:
        """What is written is read back, with a name that a spreadsheet would run as a formula."""
        tins = [
            {"name": "Sloe, skin", "kind": "chalk_paint", "left_ml": 250.0, "full_ml": 500.0, "use_up": True,
             "L": 30.0, "a": 10.0, "b": -19.0},
            {"name": "Wax", "kind": "clear_wax", "left_ml": 0.0, "opened": "2026-03-31",
            "place": "lower board"},
        ]  # fmt: skip
        found = read_shelf_csv(write_shelf_csv(tins))
        self.assertEqual([tin.name for tin in found.good], ["Sloe, skin", "Wax"])
        self.assertEqual(found.bad, ())
        first, second = found.good
        self.assertEqual((first.numbers["left_ml"], first.use_up), (250.0, True))
        assert first.Lab is not None
        assert second.opened is not None
        self.assertAlmostEqual(first.Lab[0], 30.0, places=6)
        self.assertEqual(second.opened.isoformat(), "2026-03-31")
        self.assertIn(b"'=SUM", write_shelf_csv([{"name": "=SUM(A1)", "kind": "acrylic"}]))

    def test_bad_rows(self) -> None:
        """Good rows are offered, bad ones named by number and reason, unknown columns said."""
        rows = (
            ("Good,chalk_paint,100,#804020,", ""),
            (",chalk_paint,1,,", "needs a name"),
            ("Soup,soup,1,,", "no kind 'soup'"),
            ("Odd,acrylic,lots,,", "'lots' is no number"),
            ("Much,acrylic,99999999,,", "left_ml must be from 0 to 50000"),
            ("Good,acrylic,1,,", "stands on the shelf already, or twice"),
            ("Tide line,acrylic,1,,", "stands on the shelf already"),
            ("Hue,acrylic,1,#12,", "written like"),
            ("Kind by title,Chalk-type paint,1,,x", ""),
            ("Kind in words,milk paint,1,,x", ""),
            ("Wide,acrylic,1,,,,,", "8 cells for 5 columns"),
        )
        text = "name,kind,left_ml,hex,smell\n" + "\n".join(row for row, _ in rows)
        found = read_shelf_csv(text.encode(), taken=["Tide line"])
        self.assertEqual([tin.name for tin in found.good], ["Good", "Kind by title", "Kind in words"])
        wanted = {place: reason for place, (_, reason) in enumerate(rows, start=2) if reason}
        self.assertEqual({bad.row for bad in found.bad}, set(wanted))
        for bad in found.bad:
            self.assertIn(wanted[bad.row], bad.reason)
        self.assertEqual(found.good[2].kind, "milk_paint")
        self.assertIn("'smell' is not known", found.notes[0])

    def test_no_table(self) -> None:
        for data in (b"", b"just words\n", b"hex,left_ml\n#804020,3\n"):
            with self.assertRaisesRegex(ShelfCsvError, "at least name and kind"):
                read_shelf_csv(data)
        self.assertIn("name", COLUMNS)

    @settings(max_examples=40, deadline=None)
    @given(st.text(max_size=200))
    def test_any_text(self, text: str) -> None:
        """Whatever stands in a row, it is taken or refused by its number."""
        found = read_shelf_csv(("name,kind,left_ml\n" + text).encode("utf-8", "replace"))
        self.assertTrue(all(bad.row >= 2 and bad.reason for bad in found.bad))
