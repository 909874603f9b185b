"""The finish sheet: everything on it, over as many pages as it needs."""

import io
import unittest

import numpy as np
from pypdf import PdfReader

from jug_mingle.formats.finish_sheet import LayerLine, PieceSheet, finish_sheet


def line(number: int) -> LayerLine:
    return LayerLine(
        title=f"Wash {number}", how="1 : 2 with water; 45 % wiped back.", amounts=f"Rim {10 * number} ml",
        wait="about an hour a coat", sRGB=(0.2, 0.5, 0.5),
    )  # fmt: skip


def pages(count: int, cautions: tuple[str, ...] = (), *, pieces: int = 1) -> list[str]:
    piece = PieceSheet(
        lines=[line(n) for n in range(1, count + 1)], title="Cabinet: Tide", job="Reading room",
        said="Takes 40 ml.",
        light="bulb", cautions=cautions, picture=np.full((92, 170, 3), 120, dtype=np.uint8),
    )  # fmt: skip
    data = finish_sheet([piece] * pieces, title="Cabinet: Tide")
    return [page.extract_text() for page in PdfReader(io.BytesIO(data)).pages]


class FinishSheetTest(unittest.TestCase):
    def test_one_page(self) -> None:
        """Title, job, light, amounts, layers in their order, waits and cautions can be read and copied."""
        (page,) = pages(3, ("Follow the label.",))
        for words in (
            "Cabinet: Tide", "Reading room", "bulb", "Takes 40 ml.", "Rim 20 ml", "about an hour",
            "label",
        ):  # fmt: skip
            self.assertIn(words, page)
        self.assertLess(page.index("1  Wash 1"), page.index("3  Wash 3"))

    def test_many_layers(self) -> None:
        """Twenty-four layers fill further pages, none is lost and none stands twice."""
        found = pages(24, ("Follow the label.",))
        self.assertGreater(len(found), 1)
        text = "\n".join(found)
        for number in range(1, 25):
            self.assertEqual(
                text.count(f"{number}  Wash {number}\n") + text.count(f"{number}  Wash {number} "), 1, number
            )
        self.assertIn("Further layers", found[1])

    def test_a_set(self) -> None:
        """Each piece begins a page."""
        self.assertEqual([page.count("Cabinet: Tide") for page in pages(3, pieces=3)], [1, 1, 1])

    def test_no_layers(self) -> None:
        self.assertEqual(len(pages(0)), 1)
