"""The pour strip has its true heights: read back from the PDF."""

import io
import re
import unittest
from datetime import date
from itertools import pairwise
from typing import Any

from pypdf import PdfReader
from reportlab.pdfbase.pdfmetrics import stringWidth

from jug_mingle.core.measuring.jugs import JUGS, jam_jar
from jug_mingle.formats.pour_strip import (
    FOOT,
    Line,
    lid_label,
    line_heights,
    pour_strip,
    recipe_card,
    walk_strip,
)
from jug_mingle.formats.print_sheet import fitted

MM = 72.0 / 25.4
LINES = [
    Line(name="Chalk white", ml=222.0, words="222 ml", sRGB=(0.95, 0.95, 0.94)),
    Line(name="Mill pond", ml=180.0, words="180 ml", sRGB=(0.2, 0.45, 0.4)),
    Line(name="Well bottom", ml=21.0, words="21 ml", sRGB=(0.2, 0.25, 0.6)),
]


def label_and_card(lines: list[Line], title: str = "T", job: str = "J", **said: str) -> tuple[bytes, bytes]:
    """Print a lid's label and a recipe's card of the same lines."""
    usual: dict[str, Any] = {"title": title, "job": job, "made": date(2026, 11, 25)}
    caution = said.get("caution", "")
    label = lid_label(lines, **usual, keeps="keeps", caution=caution, sRGB=(0, 0.5, 0.5))
    cautions = [caution] if caution else []
    card = recipe_card(
        lines, **usual, said=said.get("said", ""), cautions=cautions, target=None, mix=(0, 0.5, 0.5)
    )
    return label, card


class StripTest(unittest.TestCase):
    def test_heights(self) -> None:
        """Every line stands within 0.02 mm of the jug's exact geometry; the volume from it is within 0.5
        %."""
        for jug in (JUGS["tin"], JUGS["measuring jug"], jam_jar(diameter=90, neck=70, height=120)):
            page = PdfReader(io.BytesIO(pour_strip(LINES, jug, title="Glaze", bottom=3.0))).pages[0]
            content = page.get_contents()
            assert content is not None
            text = content.get_data().decode("latin-1")
            found = re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", text)
            level = sorted(
                {float(y1) / MM for x1, y1, x2, y2 in found if y1 == y2 and float(x2) - float(x1) < 90 * MM}
            )
            heights = [y - FOOT - 3.0 for y in level if y > FOOT]
            total = 0.0
            self.assertEqual(len(heights), 3)
            for line, drawn, exact in zip(LINES, heights, line_heights(LINES, jug), strict=True):
                total += line.ml
                self.assertAlmostEqual(drawn, exact, delta=0.02)
                self.assertAlmostEqual(jug.volume(drawn) / total, 1.0, delta=0.005)
            words = page.extract_text()
            self.assertIn("1. to here: 222 ml · Chalk white", words)
            self.assertIn("100 mm", words)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "take a larger one"):
            pour_strip(LINES, JUGS["paper cup"], title="x")

    def test_label_and_card(self) -> None:
        label, card = label_and_card(
            LINES, "Jug glaze", "Cabinet", said="Predicted: close", caution="Air the room."
        )
        page = PdfReader(io.BytesIO(label)).pages[0]
        self.assertAlmostEqual(float(page.mediabox.width) / MM, 90.0, places=1)
        self.assertIn("2026-11-25", page.extract_text())
        self.assertIn("Air the room", page.extract_text())
        words = PdfReader(io.BytesIO(card)).pages[0].extract_text()
        for word in ("Mill pond", "Predicted", "Air the room"):
            self.assertIn(word, words)


class WalkStripTest(unittest.TestCase):
    STEPS = (
        Line(name="Glaze", ml=260.0, words="260 ml", parts="row 1", sRGB=(0.2, 0.4, 0.4)),
        Line(name="Rim", ml=240.0, words="90 ml", parts="row 2", sRGB=(0.4, 0.5, 0.5)),
        Line(name="Rim", ml=255.0, words="140 ml", parts="row 3", sRGB=(0.6, 0.7, 0.7)),
    )

    def test_levels_and_words(self) -> None:
        """The jug rises and falls from step to step; each level is drawn true, and near words are spread."""
        jug = JUGS["measuring jug"]
        page = PdfReader(io.BytesIO(walk_strip(self.STEPS, jug, title="Chest"))).pages[0]
        content = page.get_contents()
        assert content is not None
        text = content.get_data().decode("latin-1")
        found = re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", text)
        level = {
            float(y1) / MM - FOOT - 3.0 for x1, y1, x2, y2 in found if y1 == y2 and float(y1) > FOOT * MM
        }
        for step in self.STEPS:
            self.assertTrue(any(abs(jug.height(step.ml) - drawn) < 0.02 for drawn in level), (step, level))
        words = page.extract_text()
        for number, step in enumerate(self.STEPS, start=1):
            self.assertIn(f"{number}. {step.words} · {step.parts} · {step.name}", words)

    def test_too_tall(self) -> None:
        with self.assertRaises(ValueError):
            walk_strip(
                [Line(name="Row 1", ml=9000.0, words="", sRGB=(0, 0, 0))], JUGS["measuring jug"], title="x"
            )


class CloseLinesTest(unittest.TestCase):
    """Lines that lie close never print on one another, whatever the names."""

    def written(self, pdf: bytes) -> list[tuple[float, float, str]]:
        """Return (x, y, words) of every piece of text beside or on the strip. [mm]"""
        found: list[tuple[float, float, str]] = []

        def take(text: str, _cm: object, tm: list[float], _font: object, _size: float) -> None:
            if text.strip() and tm[5] / MM > FOOT - 2:
                found.append((tm[4] / MM, tm[5] / MM, text.strip()))

        PdfReader(io.BytesIO(pdf)).pages[0].extract_text(visitor_text=take)
        return found

    def test_nothing_lies_on_another(self) -> None:
        """3 ml in four tins, shares of 5 %, ten tins in a thimble: numbers and words keep their distance."""
        for shares in ((0.9, 0.7, 0.7, 0.7), (200.0, 16.0, 16.0, 16.0), (0.1,) * 10, (300.0, 0.05, 0.05)):
            lines = [
                Line(name=f"Grandmother Wilhelmina's {n} extraordinarily long name of a tin " * 2, ml=ml,
                     words=f"{ml} ml", parts="1 part", sRGB=(0.5, 0.5, 0.5))
                for n, ml in enumerate(shares)
            ]  # fmt: skip
            for pdf in (
                pour_strip(lines, JUGS["measuring jug"], title="x " * 200),
                walk_strip(lines, JUGS["measuring jug"], title="x"),
            ):
                text = self.written(pdf)
                numbers = sorted(y for x, y, words in text if words.isdecimal())
                beside = sorted(
                    (y, words) for x, y, words in text if words.split(".")[0].isdecimal() and " ml" in words
                )
                self.assertEqual((len(numbers), len(beside)), (len(lines), len(lines)))
                self.assertGreater(min(b - a for a, b in pairwise(numbers)), 3.2)
                self.assertGreater(min(b[0] - a[0] for a, b in pairwise(beside)), 4.0)
                for _, words in beside:
                    self.assertTrue(words.endswith("…"), words)

    def test_words_end_within_the_page(self) -> None:
        """By measured width: the cut text fits, one letter more would not, and the amount stands before the
        name."""
        long = "Wide Wool Works" * 20
        for width in (20.0, 64.0, 150.0):
            cut = fitted(f"230 ml · {long}", width=width, size=10.5)
            self.assertTrue(cut.startswith("230 ml"))
            self.assertLessEqual(stringWidth(cut, "Plain", 10.5) / MM, width)
            self.assertGreater(stringWidth(cut + "WW", "Plain", 10.5) / MM, width)
        self.assertEqual(fitted("short", width=64.0, size=10.5), "short")

    def test_an_amount_is_never_cut(self) -> None:
        """Amounts in cups and spoons are long: on a label and a card they are set smaller, few pours or
        many."""
        amount = "12 cups + 15 tablespoons + 2½ teaspoons"
        for many in (1, 5):
            lines = [
                Line(name="Mill pond " * 9, ml=50.0, words=amount, parts="1 part", sRGB=(0, 0, 0))
            ] * many
            for pdf in label_and_card(lines):
                with self.subTest(many=many):
                    words = PdfReader(io.BytesIO(pdf)).pages[0].extract_text()
                    self.assertEqual(words.count(amount), many)

    def test_label_and_card_with_long_names(self) -> None:
        lines = [
            Line(name="An endless name " * 9, ml=50.0, words="50 ml", parts="1 part", sRGB=(0, 0, 0))
        ] * 5
        for pdf in label_and_card(lines, "T" * 120, "J" * 120):
            words = PdfReader(io.BytesIO(pdf)).pages[0].extract_text()
            self.assertEqual(words.count("50 ml"), 5)
            self.assertIn("…", words)
            self.assertIn("2026-11-25", words)
