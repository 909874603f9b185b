"""The drilling template has its holes at their true places: read back from the PDF."""

import io
import re
import unittest

from pypdf import PdfReader

from jug_mingle.formats.drilling_template import LEVEL, PAGES, drilling_template

WIDE = PAGES["A4"][0]

MM = 72.0 / 25.4


class TemplateTest(unittest.TestCase):
    def test_true_places(self) -> None:
        """Crosses to drill lie within 0.02 mm of their places from the middle, on the line of half height."""
        for width in (250.0, 800.0):
            half = 0.5 * width
            pdf = drilling_template(
                title="drawer 1",
                width=width,
                height=180.0,
                kept=(),
                filled=(half,),
                drilled=(half - 64.0, half + 64.0),
            )
            page = PdfReader(io.BytesIO(pdf)).pages[0]
            content = page.get_contents()
            assert content is not None
            lines = re.findall(
                r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", content.get_data().decode("latin-1")
            )
            crosses = sorted(
                float(x1) / MM
                for x1, y1, x2, y2 in lines
                if x1 == x2
                and abs(float(y2) - float(y1)) / MM < 10.1
                and abs(float(y1) / MM - LEVEL + 5.0) < 0.1
            )
            for found, expected in zip(crosses, (0.5 * WIDE - 64.0, 0.5 * WIDE + 64.0), strict=True):
                self.assertAlmostEqual(found, expected, delta=0.02)
            words = page.extract_text()
            self.assertTrue("drill" in words and "fill" in words and "100 mm" in words)
            self.assertAlmostEqual(float(page.mediabox.width) / MM, WIDE, places=1)

    def test_too_far_apart(self) -> None:
        with self.assertRaisesRegex(ValueError, "400 mm apart, and the page is 297 mm wide"):
            drilling_template(
                title="x", width=900.0, height=200.0, kept=(), filled=(), drilled=(250.0, 650.0)
            )
