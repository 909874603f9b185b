"""Layers and the stages of a finish."""

import unittest
from dataclasses import fields

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spaces import XYZ_TO_RGB, XYZ_to_Lab
from jug_mingle.core.colour.spectra import BANDS, light
from jug_mingle.core.finishes import KINDS, METALS, WAXES, Below, Finish, Layer, at_point, stages
from jug_mingle.core.finishes.picture import linear_screen
from jug_mingle.core.finishes.presets import LOOKS
from tests.core.paints import film, sheet

FLAT = {"": Below(R=np.full(BANDS, 0.6), veil=0.0, figure=0.0)}


class LayersTest(unittest.TestCase):
    def test_refused(self) -> None:
        blue = film("blue")
        for asked, words in (
            ({"kind": "blend", "films": (blue,)}, "blend needs 2 to 3 colours, got 1"),
            ({"kind": "two_tone", "films": (blue,)}, "needs 2 colours, got 1"),
            ({"kind": "paint"}, "paint needs a colour, got 0"),
            ({"kind": "distress", "films": (blue,)}, "got 1"),
            (
                {"kind": "paint", "films": (blue,), "coats": 13},
                "coats of a layer must be from 1 to 12, got 13",
            ),
            ({"kind": "wash", "films": (blue,), "water": -1.0}, "water of a layer must be from 0 to 10"),
            ({"kind": "glitter"}, "there is no layer 'glitter'"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                Layer(**asked)

    def test_stages(self) -> None:
        """Bare, then after each coat of each layer that is shown."""
        blue = film("blue")
        layers = (
            Layer(kind="paint", films=(blue,), coats=2), Layer(kind="stencil", films=(blue,), on=False),
            Layer(kind="sealer", coats=1),
        )  # fmt: skip
        grown = stages(layers)
        self.assertEqual([sum(one.coats for one in stage if one.on) for stage in grown], [0, 1, 2, 3])

    def test_zones_and_off(self) -> None:
        blue = film("blue")
        self.assertTrue(Layer(kind="paint", films=(blue,)).reaches("top"))
        self.assertFalse(Layer(kind="paint", films=(blue,), zones=("front",)).reaches("top"))
        self.assertFalse(Layer(kind="paint", films=(blue,), on=False).reaches("front"))

    def test_every_kind_has_its_usual_numbers(self) -> None:
        for kind in KINDS.values():
            self.assertTrue(kind.why)
            self.assertLessEqual(set(kind.usual), {one.name for one in fields(Layer)})
        for look in LOOKS:
            for layer in look.layers:
                numbers = {name: value for name, value in layer.items() if name not in ("colours", "zones")}
                films = tuple(WAXES.get(name, film("blue")) for name in layer["colours"])
                with self.subTest(look.key, kind=layer["kind"]):
                    self.assertTrue(Layer(films=films, **numbers).on)

    def test_metals(self) -> None:
        """Gilding without a colour of one's own is gold; it covers what it catches."""
        layer = Layer(kind="metallic", amount=1.0, width=1.0, place="everywhere", hand=1.0)
        found = at_point(Finish(layers=(layer,), grounds=FLAT), sheet(high=np.ones((40, 40))), "front", 3)
        Lab = XYZ_to_Lab(linear_screen(found[-1].R, light("window")) @ np.linalg.inv(XYZ_TO_RGB.T))
        assert_allclose(Lab, METALS["gold"], atol=6.0)
