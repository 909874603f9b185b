"""The printed card has its true size: read back from the PDF."""

import io
import re
import unittest

from pypdf import PdfReader

from jug_mingle.formats.card_pdf import FIELD, card_pdf

MM = 72.0 / 25.4


class CardTest(unittest.TestCase):
    def test_true_size(self) -> None:
        """Both fields are 60 mm squares and the rule is 100 mm long, to a hundredth of a millimetre."""
        page = PdfReader(io.BytesIO(card_pdf("Sloe skin"))).pages[0]
        content = page.get_contents()
        assert content is not None
        text = content.get_data().decode("latin-1")
        boxes = [
            [float(x) for x in found] for found in re.findall(r"([\d.]+) ([\d.]+) ([\d.]+) ([\d.]+) re", text)
        ]
        self.assertEqual(len(boxes), 2)
        for _, _, wide, high in boxes:
            self.assertAlmostEqual(wide / MM, FIELD, places=2)
            self.assertAlmostEqual(high / MM, FIELD, places=2)
        lines = [
            [float(x) for x in found]
            for found in re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", text)
        ]
        self.assertAlmostEqual(max(x2 - x1 for x1, _, x2, _ in lines) / MM, 100.0, places=2)

    def test_text_and_fonts(self) -> None:
        """The words can be selected, the tin is named, and every font is embedded."""
        page = PdfReader(io.BytesIO(card_pdf("Sloe skin"))).pages[0]
        self.assertIn("Sloe skin", page.extract_text())
        for font in page["/Resources"]["/Font"].values():  # type: ignore[index]
            descriptor = font.get_object().get("/FontDescriptor")
            if descriptor is not None:
                self.assertIn("/FontFile2", descriptor.get_object())
