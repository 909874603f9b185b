"""The picture shows the very colours of the recipes."""

import unittest
from typing import Any

import numpy as np
from numpy.testing import assert_array_equal

from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import (
    XYZ_TO_RGB,
    R_to_Lab,
    RGB_to_sRGB,
    XYZ_to_Lab,
    sRGB_to_RGB,
    sRGB_to_XYZ,
)
from jug_mingle.core.colour.spectra import light, lights
from jug_mingle.core.finishes import Below, Finish, Layer, bare
from jug_mingle.core.finishes.nodes import screen_weights
from jug_mingle.core.finishes.picture import MAT, Picture, Room, linear_screen, render
from jug_mingle.core.finishes.stack import evenly
from jug_mingle.core.finishes.stack_tables import colours
from jug_mingle.core.optics.film import R_film, R_infinity, R_seen
from jug_mingle.core.optics.grounds import GROUNDS, ground
from jug_mingle.core.pieces import UNPAINTED, draw, usual_piece
from jug_mingle.core.pieces.addresses import WHEN_ASKED
from tests.core.paints import TRUE, film, sheet


def shown(key: str, name: str = "window") -> np.ndarray[Any, Any]:
    R = R_seen(R_infinity(K=TRUE[key][0], S=TRUE[key][1]), 1.0)
    return np.asarray(np.rint(255 * R_to_screen(R, light(name))))


def apart(
    first: Picture | np.ndarray[Any, Any], second: Picture | np.ndarray[Any, Any]
) -> np.ndarray[Any, Any]:
    """Return CIEDE2000 between sRGB bytes."""
    Lab = [XYZ_to_Lab(sRGB_to_XYZ(np.asarray(one, dtype=float) / 255.0)) for one in (first, second)]
    return np.asarray(delta_E_CIE2000(*Lab))


def opaque(key: str, **changes: Any) -> Layer:
    return Layer(**{"kind": "paint", "films": (film(key, X=900.0),), **changes})


class PlainTest(unittest.TestCase):
    """Twelve nodes instead of 36 bands cost at most half a unit of CIEDE2000, everywhere."""

    def test_plain_equals_the_chip(self) -> None:
        """To the byte, or its neighbour."""
        for key in TRUE:
            for name in lights():
                with self.subTest(key, light=name):
                    picture = render(sheet(), (40, 40), Finish(layers=(opaque(key),)), light(name))
                    np.testing.assert_allclose(picture[20, 20], shown(key, name), atol=1.0)

    def test_thin_films_over_every_ground(self) -> None:
        """Where wood has no figure the colour of a face is that of the film equation over it, before it is
        rounded."""
        samples, day = sheet(), light("window")
        for key in GROUNDS:
            below = Below(R=bare(key).R, veil=bare(key).veil, figure=0.0)
            for paint in ("white", "blue", "red"):
                thin = film(paint, X=8.0)
                finish = Finish(layers=(Layer(kind="paint", films=(thin,)),), grounds={"": below})
                R = R_seen(R_film(K=thin.optics.K, S=thin.optics.S, X=8.0, R_g=below.R), 1.0)
                found = colours(finish, samples, "front", screen_weights(day))[0]
                with self.subTest(key, paint=paint):
                    Lab = [
                        XYZ_to_Lab(RGB @ np.linalg.inv(XYZ_TO_RGB.T))
                        for RGB in (found, linear_screen(R, day))
                    ]
                    self.assertLess(float(delta_E_CIE2000(*Lab)), 0.5)

    def test_in_a_room(self) -> None:
        """Beside the piece there is the wall, and the floor below where they meet; the piece itself is the
        same."""
        samples = draw(usual_piece("settle"), 300, 200).samples()
        finish, day = Finish(layers=(opaque("green"),)), light("window")
        wall, floor = np.full(36, 0.8), ground("walnut").R_seen
        plain = render(samples, (200, 300), finish, day).astype(int)
        shown = render(samples, (200, 300), finish, day, room=Room(wall=wall, floor=floor)).astype(int)
        for at, R in (((2, 2), wall), ((197, 297), floor)):
            self.assertLess(np.abs(shown[at] - 255 * R_to_screen(R, day)).max(), 1.5)
        self.assertTrue(100 < samples.floor < 198)
        front = samples.pixel[samples.zones["front"]][samples.weight[samples.zones["front"]] > 0.999]
        assert_array_equal(shown.reshape(-1, 3)[front], plain.reshape(-1, 3)[front])

    def test_mean_of_each_zone(self) -> None:
        """On a whole piece, shading off, each painted zone has the recipe's colour in the mean."""
        piece = usual_piece("chest")
        samples = draw(piece, 300, 200).samples()
        finish = Finish(layers=(opaque("green"), Layer(kind="sealer", veil=0.2)))
        picture = render(samples, (200, 300), finish, light("bulb"), shaded=False)
        R = R_seen(*evenly(finish, "front")[-1])
        whole = np.zeros(samples.pixel.size, dtype=bool)
        whole[samples.foremost[samples.foremost < samples.pixel.size]] = True
        for zone, place in samples.zones.items():
            if zone in (*UNPAINTED, *WHEN_ASKED):
                continue
            inner = whole[place] & (samples.weight[place] > 0.999)
            mean = sRGB_to_RGB(picture.reshape(-1, 3)[samples.pixel[place][inner]] / 255.0).mean(axis=0)
            with self.subTest(zone):
                self.assertLess(
                    float(apart(255 * RGB_to_sRGB(mean), 255 * R_to_screen(R, light("bulb")))), 0.5
                )


class BlendTest(unittest.TestCase):
    def blend(self, **changes: Any) -> np.ndarray[Any, Any]:
        films = (film("blue", X=900.0), film("white", X=900.0))
        layer = Layer(**{"kind": "blend", "films": films, **changes})
        return render(sheet(), (40, 40), Finish(layers=(layer,)), light("window")).astype(float)

    def test_ombre_runs_from_first_to_second(self) -> None:
        picture = self.blend(pattern="ombre", width=0.6)
        self.assertLess(float(apart(picture[0, 5], shown("blue"))), 0.5)
        self.assertLess(float(apart(picture[-1, 5], shown("white"))), 0.5)
        self.assertTrue(np.all(np.diff(picture[:, 5].sum(axis=1)) >= 0.0))

    def test_width(self) -> None:
        """A narrow ombre changes within few rows, a wide one over many."""
        narrow, wide = (
            len(np.unique(self.blend(pattern="ombre", width=width)[:, 5], axis=0)) for width in (0.02, 0.9)
        )
        self.assertGreater(wide, 3 * narrow)

    def test_light_is_in_the_centre(self) -> None:
        picture = self.blend(pattern="centre")
        self.assertLess(float(apart(picture[0, 0], shown("blue"))), 0.5)
        self.assertGreater(picture[20, 20].sum(), picture[0, 0].sum() + 200)


class WholePictureTest(unittest.TestCase):
    def test_mat_around(self) -> None:
        samples = draw(usual_piece("card_cabinet"), 300, 200).samples()
        picture = render(samples, (200, 300), Finish(), light("window"))
        expected = 255 * R_to_screen(np.full(36, MAT), light("window"))
        np.testing.assert_allclose(picture[2, 2], expected, atol=0.75)
        self.assertEqual(picture.shape, (200, 300, 3))

    def test_weights_of_a_pixel_add_up(self) -> None:
        """What is in front and what shines past it make one pixel, never more: no pale fringes."""
        for form in ("card_cabinet", "desk", "mirror", "chair"):
            samples = draw(usual_piece(form), 240, 180).samples()
            total: Any = np.bincount(samples.pixel, samples.weight, minlength=240 * 180)
            total += samples.uncovered
            with self.subTest(form):
                np.testing.assert_allclose(total, 1.0, atol=1e-5)


class SurfaceTest(unittest.TestCase):
    def test_clear_coat_deepens(self) -> None:
        """Common practice: a sealed matte colour is deeper than the raw one."""
        raw, sealed = (
            R_to_Lab(R_seen(*evenly(Finish(layers=layers), "front")[-1]))
            for layers in ((opaque("blue"),), (opaque("blue"), Layer(kind="sealer", veil=0.2)))
        )
        self.assertLess(sealed[0], raw[0] - 2.0)
