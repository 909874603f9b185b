"""Shelf files and targets as a person writes them."""

import json
import tempfile
import unittest
from pathlib import Path

import numpy as np

from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.formats.shelf_file import read_shelf
from jug_mingle.formats.target_text import parse_target

EXAMPLE = Path(__file__).parents[2] / "docs" / "examples" / "shelf.json"


class ReadShelfTest(unittest.TestCase):
    def setUp(self) -> None:
        self.file = Path(self.enterContext(tempfile.TemporaryDirectory())) / "shelf.json"

    def test_example(self) -> None:
        """The example of the README is read and fits its readings."""
        shelf = read_shelf(EXAMPLE)
        self.assertEqual(len(shelf.materials), 16)
        self.assertLess(max(shelf.misses.values()), 2.5)

    def test_every_kind_of_reading(self) -> None:
        """Lab, hex, spectra and films over a ground."""
        self.file.write_text(
            json.dumps(
                {
                    "materials": [{"key": "w", "kind": "chalk_paint"}, {"key": "s", "kind": "water_stain"}],
                    "readings": [
                        {"volumes": {"w": 1}, "Lab": [96, 0, 2]},
                        {"volumes": {"w": 2}, "hex": "#f4f2ea", "how": "label"},
                        {"volumes": {"s": 1}, "R": [0.3] * 36, "X": 12.0, "ground": "paper"},
                    ],
                }
            )
        )
        self.assertEqual([m.name for m in read_shelf(self.file).materials], ["w", "s"])

    def test_bad(self) -> None:
        good = {"key": "w", "kind": "chalk_paint"}
        for content, words in (
            ("{", "not JSON"),
            ('{"materials": []}', "materials"),
            (json.dumps({"materials": [{**good, "colour": 1}]}), "materials.0.colour"),
            (json.dumps({"materials": [{"key": "w", "kind": "jam"}]}), "no kind of material 'jam'"),
            (
                json.dumps({"materials": [good], "readings": [{"volumes": {"w": 1}}]}),
                "exactly one of Lab, hex and R",
            ),
            (
                json.dumps({"materials": [good], "readings": [{"volumes": {"x": 1}, "hex": "#ffffff"}]}),
                "not on the shelf",
            ),
            (
                json.dumps({"materials": [good], "readings": [{"volumes": {"w": -1}, "hex": "#ffffff"}]}),
                "above 0",
            ),
            (
                json.dumps({"materials": [good], "readings": [{"volumes": {"w": 1}, "hex": "#fff", "X": 3}]}),
                "both X and",
            ),
            (json.dumps({"materials": [good, good]}), "share a key"),
        ):
            with self.subTest(words):
                self.file.write_text(content)
                with self.assertRaisesRegex(ValueError, words):
                    read_shelf(self.file)
        with self.assertRaisesRegex(ValueError, "cannot be read"):
            read_shelf(Path("no-such-file.json"))


class ParseTargetTest(unittest.TestCase):
    def test_ways_of_writing(self) -> None:
        self.assertEqual(sRGB_to_hex(R_to_screen(parse_target("#4f7f80"))), "#4f7f80")
        for text in (
            "53.1, -22, -8.6", "53.1,-22,-8.6", "Lab 53,1; -22; -8,6", "53,1 -22 -8,6",
            "53,1, \u221222, \u22128,6",
        ):  # fmt: skip
            np.testing.assert_allclose(R_to_Lab(parse_target(text)), [53.1, -22, -8.6], atol=1e-6)

    def test_spectrum_file(self) -> None:
        """Wavelengths and reflectances, with a heading; percent are recognised, short ranges refused."""
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "r.txt"
            nm = range(400, 701, 20)
            file.write_text("nm, R\n" + "\n".join(f"{n}, {0.2 + (n - 400) / 1000:.4f}" for n in nm))
            found = parse_target(str(file))
            self.assertAlmostEqual(found[12], 0.3)
            self.assertAlmostEqual(found[0], 0.2)
            file.write_text("\n".join(f"{n} {20 + n / 100}" for n in nm))
            self.assertAlmostEqual(parse_target(str(file))[12], 0.25)
            file.write_text("\n".join(f"{n} 0.5" for n in range(450, 650, 10)))
            with self.assertRaisesRegex(ValueError, "reaches from 450 to 640 nm"):
                parse_target(str(file))
            file.write_text("400 0.5\n700 0.5")
            with self.assertRaisesRegex(ValueError, "at least 8 lines"):
                parse_target(str(file))

    def test_bad(self) -> None:
        for text, words in (("puce", "a target is"), ("150 0 0", "L from 0 to 100"), ("", "a target is")):
            with self.subTest(text), self.assertRaisesRegex(ValueError, words):
                parse_target(text)
