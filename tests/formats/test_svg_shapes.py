"""SVG in and out: shapes by the standard's own rules, attacks refused; letters as outlines."""

import unittest

import numpy as np
from defusedxml import ElementTree
from shapely.geometry import Polygon

from jug_mingle.formats.letters import FONTS, lettered
from jug_mingle.formats.svg_shapes import MOST_BYTES, SvgRefusedError, read_svg, write_svg

NS = 'xmlns="http://www.w3.org/2000/svg"'


class ReadTest(unittest.TestCase):
    def areas(self, inner: str, more: str = "") -> list[float]:
        found = read_svg(f'<svg {NS} viewBox="0 0 100 100" {more}>{inner}</svg>'.encode())
        return [Polygon(ring).area for shape in found.shapes for ring in shape.rings]

    def test_shapes_and_transforms(self) -> None:
        """Areas as geometry has them: transforms nest and multiply (SVG 1.1, 7.4 to 7.6)."""
        for inner, expected in (
            ('<rect width="10" height="4"/>', 40.0),
            ('<g transform="scale(2)"><rect transform="translate(3)" width="10" height="4"/></g>', 160.0),
            ('<rect transform="rotate(30 5 5)" width="10" height="4"/>', 40.0),
            ('<rect transform="skewX(20)" width="10" height="4"/>', 40.0),
            ('<path d="M0 0h10v4h-10z" transform="matrix(1 0 0 .5 0 0)"/>', 20.0),
            ('<polygon points="0,0 10,0 0,10"/>', 50.0),
        ):
            with self.subTest(inner):
                self.assertAlmostEqual(self.areas(inner)[0], expected, places=6)
        self.assertAlmostEqual(self.areas('<circle cx="50" cy="50" r="10"/>')[0], np.pi * 100, delta=1.5)
        self.assertAlmostEqual(
            self.areas('<path d="M40 50 a10 10 0 1 0 20 0 a10 10 0 1 0 -20 0z"/>')[0], np.pi * 100, delta=1.5
        )

    def test_units(self) -> None:
        """An inch is 25.4 mm and 96 pixels (CSS 2.1, 4.3.2)."""
        for said, mm in (("10cm", 100.0), ("1in", 25.4), ("96px", 25.4), ("96", 25.4), ("72pt", 25.4)):
            found = read_svg(
                f'<svg {NS} width="{said}" viewBox="0 0 1 1"><rect width="1" height="1"/></svg>'.encode()
            )
            assert found.mm is not None
            self.assertAlmostEqual(found.mm, mm)

    def test_a_curve(self) -> None:
        """A quarter of a circle by the usual cubic (a = 0.5523) is one within a thousandth."""
        (area,) = self.areas('<path d="M0 0 L100 0 C100 55.23 55.23 100 0 100 Z"/>')
        self.assertAlmostEqual(area / (np.pi * 1e4 / 4), 1.0, delta=0.004)

    def test_refused(self) -> None:
        """Scripts, links, bombs and what cannot be cut are refused in words."""
        bomb = '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;">]>'
        for words, data in (
            ("script", f"<svg {NS}><script>alert(1)</script></svg>"),
            ("script", f'<svg {NS}><rect onload="x()" width="1" height="1"/></svg>'),
            ("foreignobject", f"<svg {NS}><foreignObject/></svg>"),
            (
                "links",
                f'<svg {NS} xmlns:x="http://www.w3.org/1999/xlink"><use '
                f'x:href="http://e.test/a.svg#b"/></svg>',
            ),
            ("image", f'<svg {NS}><image href="#a" width="1" height="1"/></svg>'),
            ("text", f"<svg {NS}><text>A</text></svg>"),
            ("entities", f"{bomb}<svg {NS}><title>&b;</title></svg>"),
            ("no SVG", "<html/>"),
            ("no SVG", "plain words"),
            ("no closed shape", f'<svg {NS}><path d="M0 0 L1 1"/></svg>'),
            ("cannot be read", f'<svg {NS}><path d="M0 0 Q"/></svg>'),
            ("transform", f'<svg {NS}><rect transform="spin(3)" width="1" height="1"/></svg>'),
            ("beyond all measure", f'<svg {NS}><rect width="1e300" height="1e300"/></svg>'),
            ("nested too deeply", f"<svg {NS}>{'<g>' * 60}<rect width='1' height='1'/>{'</g>' * 60}</svg>"),
            ("too many points", f'<svg {NS}><path d="M0 0{" l1 1" * 70_000}z"/></svg>'),
            ("more than", f"<svg {NS}>{' ' * MOST_BYTES}</svg>"),
        ):
            with self.subTest(words, data=data[:60]), self.assertRaisesRegex(SvgRefusedError, words):
                read_svg(data.encode())

    def test_written_and_read(self) -> None:
        """In millimetres, the openings apart from the marks; read back they are what they were."""
        ring = np.array([[0.01, 0.02], [0.05, 0.02], [0.05, 0.07]])
        data = write_svg("A & B", 0.1, 0.08, [ring], marks=[np.array([[0.0, 0.0], [0.01, 0.0]])])
        root = ElementTree.fromstring(data)
        self.assertEqual((root.get("width"), root.get("viewBox")), ("100.000mm", "0 0 100.000 80.000"))
        found = read_svg(data)
        np.testing.assert_allclose(found.shapes[0].rings[0] / 1000.0, ring, atol=1e-6)
        self.assertEqual(len(found.shapes), 1)


class LettersTest(unittest.TestCase):
    def test_outlines(self) -> None:
        """Capitals are as high as asked for, a zero has a hole, wider words are wider; both fonts that
        ship."""
        for font in FONTS:
            rings, wide, high = lettered("H", font=font)
            self.assertAlmostEqual(high, 1.0, delta=0.01)
            self.assertGreater(lettered("HH", font=font)[1], 1.9 * wide)
            self.assertEqual(len(lettered("O", font=font)[0]), 2)
            self.assertGreaterEqual(min(float(ring.min()) for ring in rings), -1e-9)

    def test_refused(self) -> None:
        for words, text in (("no letter for ☃", "a☃"), ("1 to 60", ""), ("1 to 60", "x" * 61)):
            with self.assertRaisesRegex(ValueError, words):
                lettered(text)
        with self.assertRaisesRegex(ValueError, "no font"):
            lettered("a", font="comic")
