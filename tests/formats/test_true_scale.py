"""Faces at true size: distances read back from the PDF, tiles that register, a rule on every page."""

import io
import unittest

import numpy as np
from pypdf import PdfReader
from pypdf.generic import ContentStream

from jug_mingle.formats.true_scale import FOOT, MARGIN, OVERLAP, PAGES, Printed, Table, TrueFace, true_scale

MM = 72.0 / 25.4


def lines_of(data: bytes, page: int) -> list[list[tuple[float, float]]]:
    """Return the paths drawn on a page, in millimetres from its lower left corner, clips left out."""
    reader = PdfReader(io.BytesIO(data))
    stream = ContentStream(reader.pages[page].get_contents(), reader)
    paths: list[list[tuple[float, float]]] = []
    now: list[tuple[float, float]] = []
    for operands, operator in stream.operations:
        if operator == b"m":
            now = [(float(operands[0]) / MM, float(operands[1]) / MM)]
        elif operator == b"l":
            now.append((float(operands[0]) / MM, float(operands[1]) / MM))
        elif operator in (b"S", b"s") and now:
            paths.append(now)
            now = []
        elif operator == b"h" and now:
            continue
        elif operator in (b"n",):
            now = []
    return paths


class TrueScaleTest(unittest.TestCase):
    def triangle(self, x: float, y: float) -> np.ndarray:
        return np.array([[x, y], [x + 0.05, y], [x, y + 0.03]])

    def test_distances_within_a_fifth_of_a_millimetre(self) -> None:
        """An outline on a tile lies where it lies on the face, to 0.2 mm, on A4 and on Letter, on every
        page."""
        for paper in PAGES:
            face = TrueFace(
                title="top",
                width=0.5,
                height=0.4,
                rings=[self.triangle(0.03, 0.04), self.triangle(0.3, 0.25)],
            )
            data = true_scale("Layout", [face], [], paper=paper)
            wide, high = PAGES[paper]
            step = (wide - 2 * MARGIN - OVERLAP, high - 2 * MARGIN - FOOT - OVERLAP)
            pages = len(PdfReader(io.BytesIO(data)).pages) - 1
            columns = int(np.ceil((500.0 - OVERLAP) / step[0]))
            for page in range(pages):
                row, column = divmod(page, columns)
                found = [path for path in lines_of(data, page + 1) if len(path) == 3]
                self.assertEqual(len(found), 2)
                for path, ring in zip(found, face.rings, strict=True):
                    wanted = 1000.0 * np.asarray(ring) - (column * step[0], row * step[1])
                    wanted = np.stack([MARGIN + wanted[:, 0], high - MARGIN - wanted[:, 1]], axis=1)
                    self.assertLess(float(np.abs(np.array(path) - wanted).max()), 0.2)

    def test_rule_and_crosses(self) -> None:
        """Every page has a rule of 100 mm; tiled ones have crosses, one that holds its face has none."""
        small, large = (TrueFace(title=str(w), width=w, height=0.1) for w in (0.1, 0.5))
        data = true_scale(
            "Layout", [small, large], [Table(title="List", heads=("a", "b"), rows=[("1", "2")] * 80)]
        )
        reader = PdfReader(io.BytesIO(data))
        for number, page in enumerate(reader.pages):
            level = [
                abs(path[1][0] - path[0][0]) for path in lines_of(data, number)
                if len(path) == 2 and abs(path[0][1] - path[1][1]) < 0.01
            ]  # fmt: skip
            self.assertEqual(sum(abs(length - 100.0) < 0.01 for length in level), 1, number)
            tiled = "of 3 (" in page.extract_text()
            self.assertEqual(any(abs(length - 8.0) < 0.01 for length in level), tiled)
        self.assertIn("column 3", reader.pages[-1].extract_text())

    def test_crosses_of_neighbours_meet(self) -> None:
        """The cross at the right of a tile and that at the left of the next are one place on the face."""
        face = TrueFace(title="top", width=0.3, height=0.1)
        data = true_scale("Layout", [face], [])
        step = PAGES["A4"][0] - 2 * MARGIN - OVERLAP

        def cross(page: int) -> float:
            short = [p for p in lines_of(data, page) if len(p) == 2 and 7.9 < abs(p[1][0] - p[0][0]) < 8.1]
            return (short[0][0][0] + short[0][1][0]) / 2.0 - MARGIN

        self.assertAlmostEqual(cross(1), cross(2) + step, delta=0.05)

    def test_pictures(self) -> None:
        """A picture is printed at its own size."""
        pixels = np.zeros((20, 30, 3), dtype=np.uint8)
        face = TrueFace(
            title="top",
            width=0.15,
            height=0.12,
            pictures=[Printed(pixels=pixels, x=0.07, y=0.06, w=0.09, h=0.06)],
        )
        data = true_scale("Layout", [face], [])
        self.assertEqual(len(PdfReader(io.BytesIO(data)).pages[1].images), 1)

    def test_too_many_pages(self) -> None:
        with self.assertRaisesRegex(ValueError, "pages, more than"):
            true_scale("Layout", [TrueFace(title="wall", width=4.0, height=3.0)], [])
