"""Jugs: volumes and heights."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import fixed_quad

from jug_mingle.core.measuring import jugs


class JugTest(unittest.TestCase):
    @given(st.floats(30, 200), st.floats(30, 200), st.floats(40, 300), st.floats(0, 1))
    def test_frustum_is_the_integral(self, bottom: float, top: float, height: float, share: float) -> None:
        """The volume below a height is the integral of the circles below it, and the height of a volume its
        inverse."""
        jug = jugs.tapered_jug(bottom=bottom, top=top, height=height)
        h = share * height

        def circle(y: np.ndarray) -> np.ndarray:
            return np.asarray(np.pi / 4 * (bottom + (top - bottom) * y / height) ** 2)

        area = float(fixed_quad(circle, 0, h, n=5)[0])
        self.assertAlmostEqual(jug.volume(h), area / 1000, delta=1e-6 * max(area / 1000, 1.0))
        self.assertAlmostEqual(jug.height(jug.volume(h)), h, delta=1e-4)

    def test_worked_by_hand(self) -> None:
        """A cylinder of 100 mm and 100 mm height holds 785.398 ml; a frustum 60 to 90 mm, 100 mm high,
        447.677 ml."""
        self.assertAlmostEqual(jugs.straight_jug(diameter=100, height=100).capacity, 785.3981634, places=6)
        self.assertAlmostEqual(
            jugs.tapered_jug(bottom=60, top=90, height=100).capacity, 447.6769531, places=6
        )

    def test_calibrated(self) -> None:
        """A jug known by pouring water stands at every mark, and between them in between."""
        jug = jugs.calibrated_jug([(100, 20), (250, 45), (500, 80)])
        for ml, mm in ((100, 20), (250, 45), (500, 80)):
            self.assertAlmostEqual(jug.height(ml), mm, places=3)
        self.assertTrue(45 < jug.height(300) < 80)
        self.assertAlmostEqual(jugs.jam_jar(diameter=76, neck=62, height=110).height(100), 22.044, places=2)

    def test_refused(self) -> None:
        for make, words in (
            (lambda: jugs.straight_jug(diameter=80, height=0), "height above 0"),
            (lambda: jugs.straight_jug(diameter=2, height=50), "5 to 1000 mm wide"),
            (lambda: jugs.straight_jug(diameter=float("nan"), height=50), "finite"),
            (lambda: jugs.calibrated_jug([(100, 20)]), "at least twice"),
            (lambda: jugs.calibrated_jug([(100, 20), (90, 40)]), "must rise"),
            (lambda: jugs.JUGS["paper cup"].height(5000), "take a larger one"),
            (lambda: jugs.JUGS["paper cup"].volume(-1), "from 0 to"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                make()

    def test_room_to_stir(self) -> None:
        """A vessel is filled to six sevenths at most (common practice); a barrel goes to the largest."""
        holds = jugs.JUGS["jam jar"].capacity * 6.0 / 7.0
        self.assertEqual(jugs.roomy(jugs.JUGS, holds * 0.999), "jam jar")
        self.assertNotEqual(jugs.roomy(jugs.JUGS, holds * 1.001), "jam jar")
        self.assertEqual(jugs.roomy(jugs.JUGS, 1e6), "bucket")
