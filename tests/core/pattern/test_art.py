"""Motifs and their pictures: areas against Shapely; our own motifs can be cut."""

import itertools
import unittest

import numpy as np
from shapely.geometry import Polygon
from shapely.ops import unary_union

from jug_mingle.core.pattern.art import Motif, coverage, signed_area
from jug_mingle.core.pattern.motifs import OURS, motif
from jug_mingle.core.pattern.printed import TONES, framed, on_film, on_paper, woven


class CoverageTest(unittest.TestCase):
    def test_areas(self) -> None:
        """The share of a window that a motif covers, against the area of its polygons as Shapely 2 has
        them."""
        for key in OURS:
            with self.subTest(key):
                one = motif(key, 0.2)
                expected = unary_union([Polygon(ring) for ring in one.rings]).area
                found = float(coverage(one.rings, one.width, one.height).mean()) * one.width * one.height
                self.assertAlmostEqual(found / expected, 1.0, delta=0.01)
                self.assertAlmostEqual(
                    sum(abs(signed_area(ring)) for ring in one.rings), expected, delta=1e-9
                )

    def test_a_ring_within_a_ring_is_a_hole(self) -> None:
        """Even-odd, as SVG 1.1, 11.3 has it; Shapely's polygon with a hole has the same area."""
        square = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])
        hole = (0.25 + 0.5 * square)[::-1]
        self.assertAlmostEqual(float(coverage([square, hole], 1.0, 1.0).mean()), 0.75, delta=1e-6)
        self.assertAlmostEqual(signed_area(square) + signed_area(hole), Polygon(square, [hole]).area)

    def test_a_crossing_outline(self) -> None:
        """An outline that crosses itself is two triangles: no error, and no more than its area."""
        bow = np.array([[0.0, 0.0], [1.0, 1.0], [1.0, 0.0], [0.0, 1.0]])
        self.assertAlmostEqual(float(coverage([bow], 1.0, 1.0).mean()), 0.5, delta=0.01)


class OurMotifsTest(unittest.TestCase):
    def test_can_be_cut(self) -> None:
        """Every outline is simple, within its window, and a strip of film stays between any two."""
        for key in OURS:
            one = motif(key, 0.1)
            polygons = [Polygon(ring) for ring in one.rings]
            for polygon in polygons:
                self.assertTrue(polygon.is_valid, key)
                left, top, right, low = polygon.bounds
                self.assertTrue(left >= -1e-9 and top >= -1e-9, key)
                self.assertTrue(right <= one.width + 1e-9 and low <= one.height + 1e-9, key)
            for a, b in itertools.combinations(polygons, 2):
                self.assertGreater(a.distance(b), 0.0005, key)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "known are sprig"):
            motif("unicorn")
        for width in (0.0, -1.0, 6.0):
            with self.assertRaisesRegex(ValueError, "up to .5 m"):
                Motif(key="x", title="x", width=width, height=0.1, rings=())

    def test_printed(self) -> None:
        """On film the ground stays free, on paper it is covered, a weave has the openings of its motif
        free."""
        art = motif("damask", 0.1).art()
        for tone in TONES:
            film, paper = on_film(art, tone), on_paper(art, tone)
            np.testing.assert_array_equal(film.alpha, art.alpha)
            self.assertEqual(float(paper.alpha.min()), 1.0)
            self.assertEqual(set(np.unique(paper.ink)), {0, 1, 2})
        np.testing.assert_allclose(woven(art, "straw").alpha, 1.0 - art.alpha)
        edge = framed(on_paper(art, "sepia"), 0.01, 0)
        self.assertEqual(int(edge.ink[0].max()), 0)
        with self.assertRaisesRegex(ValueError, "no tone"):
            on_film(art, "neon")
