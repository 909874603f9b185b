"""What is printed in other scripts, read back from the PDF; what no font has is named before it is
printed."""

import io
import unittest
from datetime import date
from unittest.mock import patch

from pypdf import PdfReader

from jug_mingle.core.measuring.jugs import JUGS
from jug_mingle.errors import UnfitError
from jug_mingle.formats import print_fonts
from jug_mingle.formats.letters_missing import may_lack
from jug_mingle.formats.pour_strip import Line, lid_label, pour_strip
from jug_mingle.formats.print_fonts import missing, runs, width_of

NAMES = ("Wände Łódź Ħamrun", "Θαλασσινό μπλε", "Тёмная ель", "Xanh lá cây đậm, vỏ trứng")
"""Latin with marks, Greek, Cyrillic, Vietnamese."""


def line(name: str, ml: float = 100.0) -> Line:
    return Line(name=name, ml=ml, words=f"{ml:g} ml", sRGB=(0.2, 0.4, 0.4))


def label(title: str) -> bytes:
    return lid_label(
        [line(title)], title=title, job="Kasten", made=date(2026, 11, 28), keeps="keeps",
        caution="Air the room.", sRGB=(0, 0.5, 0.5),
    )  # fmt: skip


class ScriptsTest(unittest.TestCase):
    def test_shipped(self) -> None:
        """Names in the scripts that ship are printed, found again as text, and need no font of the
        machine."""
        with patch.object(print_fonts, "_installed", return_value=()):
            for name in NAMES:
                with self.subTest(name):
                    page = PdfReader(io.BytesIO(pour_strip([line(name)], JUGS["tin"], title=name))).pages[0]
                    self.assertIn(name, page.extract_text())
                    self.assertEqual(missing(name), "")

    def test_bold_is_embedded(self) -> None:
        """Titles are bold in every script, and what is used of each font lies in the file."""
        page = PdfReader(io.BytesIO(label("Тёмная ель"))).pages[0]
        fonts = [one.get_object() for one in page["/Resources"]["/Font"].values()]  # type: ignore[index]
        ours = [one for one in fonts if "/FontDescriptor" in one]
        self.assertTrue(any("Bold" in one["/BaseFont"] and "Noto" in one["/BaseFont"] for one in ours))
        self.assertTrue(all("/FontFile2" in one["/FontDescriptor"].get_object() for one in ours))

    def test_missing(self) -> None:
        """Letters that no font has are named, once each, and nothing is printed; then boxes, if that is
        wanted."""
        with patch.object(print_fonts, "_installed", return_value=()):
            print_fonts._font_of.cache_clear()
            self.addCleanup(print_fonts._font_of.cache_clear)
            self.assertEqual(missing("Jug 猫 and 猫, 鳥"), "猫鳥")
            with self.assertRaisesRegex(UnfitError, "no font here has 猫: they would be printed as boxes"):
                label("猫 glaze")
            token = may_lack.set(True)
            try:
                self.assertIn("glaze", PdfReader(io.BytesIO(label("猫 glaze"))).pages[0].extract_text())
            finally:
                may_lack.reset(token)

    def test_scripts_that_are_shaped(self) -> None:
        """Arabic, Hebrew and Devanagari change with their neighbours or run the other way: said to be
        missing."""
        for name in ("أزرق", "כחול", "नीला"):
            self.assertTrue(missing(name), name)

    def test_runs(self) -> None:
        """A line is cut where the font changes, and is as wide as its pieces."""
        pieces = list(runs("Blau ель 2 ★"))
        self.assertEqual("".join(piece for _, piece in pieces).replace("\ufffd", "★"), "Blau ель 2 ★")
        self.assertGreater(len(pieces), 1)
        self.assertEqual(len(list(runs("Blau ель 2"))), 1)
        self.assertAlmostEqual(
            width_of("Blau ель 2 ★", 10), sum(width_of(piece, 10) for _, piece in pieces), places=6
        )


class OrderTest(unittest.TestCase):
    def test_the_sentence_agrees_with_the_order(self) -> None:
        for first, second, said in ((200.0, 50.0, True), (50.0, 200.0, False)):
            pdf = pour_strip([line("One", first), line("Two", second)], JUGS["tin"], title="x")
            self.assertEqual("most goes in first" in PdfReader(io.BytesIO(pdf)).pages[0].extract_text(), said)

    def test_each_weight_has_its_name(self) -> None:
        """A reader tells fonts apart by their names: of two of one name it would print all in one weight."""
        out = pour_strip([line("One")], JUGS["tin"], title="x")
        fonts = PdfReader(io.BytesIO(out)).pages[0]["/Resources"]["/Font"]  # type: ignore[index]
        names = [str(font.get_object()["/BaseFont"]) for font in fonts.values()]
        self.assertEqual(len(set(names)), len(names), names)
        self.assertTrue(any("Bold" in name for name in names))

    def test_paper(self) -> None:
        """On both papers a millimetre is a millimetre: the rule of 100 mm, and the lines of the strip, are as
        long."""
        import re

        for paper, size in (("A4", (210.0, 297.0)), ("Letter", (215.9, 279.4))):
            page = PdfReader(
                io.BytesIO(pour_strip([line("One")], JUGS["tin"], title="x", paper=paper))
            ).pages[0]
            self.assertAlmostEqual(float(page.mediabox.width) * 25.4 / 72, size[0], delta=0.2)
            self.assertAlmostEqual(float(page.mediabox.height) * 25.4 / 72, size[1], delta=0.2)
            content = page.get_contents()
            assert content is not None
            strokes = re.findall(
                r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", content.get_data().decode("latin-1")
            )
            long = [abs(float(c) - float(a)) * 25.4 / 72 for a, b, c, d in strokes if b == d]
            self.assertAlmostEqual(min(long, key=lambda one: abs(one - 100.0)), 100.0, delta=0.01)
