"""The picture shows the very colours of the recipes."""

import unittest

import numpy as np

from jug_mingle.core.colour import R_to_screen
from jug_mingle.core.film import R_infinity, R_seen
from jug_mingle.core.ladders import Paint
from jug_mingle.core.materials import Optics
from jug_mingle.core.pieces import CardCabinet
from jug_mingle.core.pieces.faces import Drawing, Face
from jug_mingle.core.render import MAT, Finish, render
from jug_mingle.core.spectra import light
from tests.core.paints import TRUE


def paint(key: str) -> Paint:
    return Paint(optics=Optics(K=TRUE[key][0], S=TRUE[key][1]), veil=1.0)


def sheet(zone: str = "front") -> Drawing:
    """A picture that is one evenly lit front of 40 × 40 pixels."""
    ones = np.ones((40, 40), dtype=np.float32)
    run = (np.arange(40, dtype=np.float32) + 0.5) / 40
    face = Face(
        zone=zone, rows=slice(0, 40), columns=slice(0, 40), cover=ones, shade=ones, u=ones * run, v=ones * run[:, None],
        across=ones * run, down=ones * run[:, None], grain=0 * ones,
    )  # fmt: skip
    return Drawing(width=40, height=40, faces=(face,))


def shown(key: str, name: str) -> np.ndarray:
    R = R_seen(R_infinity(K=TRUE[key][0], S=TRUE[key][1]), 1.0)
    return np.asarray(255 * R_to_screen(R, light(name)))


class RenderTest(unittest.TestCase):
    def test_plain_equals_the_chip(self) -> None:
        """An evenly lit plain front has the recipe's screen colour to the byte, in every light."""
        for name in ("window", "bulb", "cool_led", "tube"):
            picture = render(sheet(), Finish(style="plain", first=paint("blue")), light(name))
            np.testing.assert_allclose(picture[20, 20], shown("blue", name), atol=0.75)

    def test_ombre_runs_from_first_to_second(self) -> None:
        finish = Finish(style="ombre", first=paint("blue"), second=paint("white"), width=0.6)
        picture = render(sheet(), finish, light("window")).astype(float)
        np.testing.assert_allclose(picture[0, 5], shown("blue", "window"), atol=0.75)
        np.testing.assert_allclose(picture[-1, 5], shown("white", "window"), atol=0.75)
        self.assertTrue(np.all(np.diff(picture[:, 5].sum(axis=1)) >= 0.0))

    def test_width(self) -> None:
        """A narrow ombre changes within few rows, a wide one over many."""
        spread = []
        for width in (0.1, 0.9):
            finish = Finish(style="ombre", first=paint("blue"), second=paint("white"), width=width)
            spread.append(len(np.unique(render(sheet(), finish, light("window"))[:, 5], axis=0)))
        self.assertGreater(spread[1], 3 * spread[0])

    def test_blend_is_light_in_the_centre(self) -> None:
        finish = Finish(style="blend", first=paint("blue"), second=paint("white"))
        picture = render(sheet(), finish, light("window")).astype(float)
        np.testing.assert_allclose(picture[0, 0], shown("blue", "window"), atol=0.75)
        self.assertGreater(picture[20, 20].sum(), picture[0, 0].sum() + 200)

    def test_mat_around(self) -> None:
        picture = render(CardCabinet().draw(300, 200), Finish(), light("window"))
        expected = 255 * R_to_screen(np.full(36, MAT), light("window"))
        np.testing.assert_allclose(picture[2, 2], expected, atol=0.75)
        self.assertEqual(picture.shape, (200, 300, 3))

    def test_bad(self) -> None:
        with self.assertRaisesRegex(ValueError, "choose a mix"):
            Finish(style="plain")
        with self.assertRaisesRegex(ValueError, "ombre needs a second mix"):
            Finish(style="ombre", first=paint("blue"))
        with self.assertRaisesRegex(ValueError, "from 0 to 1, got 2"):
            Finish(width=2.0)
