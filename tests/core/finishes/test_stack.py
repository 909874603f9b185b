"""Layers over a ground: against the two-flux equations and Beer–Lambert, picture against point, wear, waxes,
shares."""

import unittest
from dataclasses import replace
from typing import Any

import numpy as np
from numpy.testing import assert_allclose
from scipy.linalg import expm

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import XYZ_TO_RGB, XYZ_to_Lab
from jug_mingle.core.colour.spectra import BANDS, light
from jug_mingle.core.finishes import (
    KINDS,
    PATTERNS,
    WAXES,
    Below,
    Film,
    Finish,
    Layer,
    area_shares,
    at_point,
    bare,
)
from jug_mingle.core.finishes.bare_ground import figured
from jug_mingle.core.finishes.nodes import screen_weights
from jug_mingle.core.finishes.picture import linear_screen
from jug_mingle.core.finishes.stack_tables import colours
from jug_mingle.core.optics.film import Optics, R_body, R_seen
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.pieces import UNPAINTED, draw, usual_piece
from tests.core.paints import film, sheet

FLAT = {"": Below(R=np.full(BANDS, 0.6), veil=0.0, figure=0.0)}


def two_flux(layers: list[tuple[float, float, float]], R_g: float) -> float:
    """Solve dI/dx = -(K + S) I + S J, dJ/dx = (K + S) J - S I (Kubelka & Munk 1931) through layers (K, S, X),
    top first, by matrix exponentials: an implementation that shares nothing with the closed forms."""
    through = np.eye(2)
    for K, S, X in layers:
        through = expm(np.array([[-(K + S), S], [-S, K + S]]) * X) @ through
    # At the bottom J = R_g I; at the top I = 1, J = R.
    low_1, low_J = through[:, 0], through[:, 1]
    return float((R_g * low_1[0] - low_1[1]) / (low_J[1] - R_g * low_J[0]))


def one_of_each(**changes: Any) -> list[Layer]:
    """Return a layer of every kind as it is usually laid."""
    films = [film("blue", X=12.0), film("white", X=12.0), film("red", X=12.0)]
    return [
        Layer(**{"kind": kind, "films": tuple(films[: KINDS[kind].films[1]]), **KINDS[kind].usual, **changes})
        for kind in KINDS
    ]


class FilmsTest(unittest.TestCase):
    def test_three_films_as_the_two_flux_equations(self) -> None:
        films = [film("red", X=9.0), film("white", X=4.0), film("blue", X=3.0)]
        layers = tuple(Layer(kind="paint", films=(one,)) for one in films)
        laid = at_point(Finish(layers=layers, grounds=FLAT), sheet(), "front", 5)
        for band in (3, 17, 30):
            top_first = [(float(f.optics.K[band]), float(f.optics.S[band]), f.X) for f in reversed(films)]
            expected = R_seen(np.array([two_flux(top_first, 0.6)]), 1.0)
            assert_allclose(laid[-1].R[band], expected[0], rtol=1e-9)

    def test_stain_is_beer_lambert(self) -> None:
        """Without scattering the ground's reflectance falls by exp(-2KX)."""
        K = np.linspace(0.001, 0.05, BANDS)
        tea = Film(name="tea", optics=Optics(K=K, S=np.zeros(BANDS)), X=14.0, veil=0.0)
        samples = sheet()
        found = at_point(
            Finish(layers=(Layer(kind="glaze", films=(tea,)),), grounds=FLAT), samples, "front", 9
        )
        assert_allclose(found[-1].R, R_seen(0.6 * np.exp(-2 * K * 14.0 * found[-1].field), 0.0), rtol=1e-9)

    def test_coats_add_up(self) -> None:
        """Two coats in one layer are one coat twice, and a wash of 1 : 2 is a third of its paint."""
        blue = film("blue", X=6.0, veil=0.0)
        once = Layer(kind="paint", films=(blue,))
        pairs = (
            ((replace(once, coats=2),), (once, once)),
            ((Layer(kind="wash", films=(blue,), water=2.0, coats=3),), (Layer(kind="wash", films=(blue,)),)),
        )
        for first, second in pairs:
            found = [
                at_point(Finish(layers=one, grounds=FLAT), sheet(), "front", 0)[-1].R
                for one in (first, second)
            ]
            assert_allclose(found[0], found[1], rtol=1e-12)

    def test_longer_is_darker(self) -> None:
        """Common practice: a stain that stands longer before it is wiped dries darker, ever more slowly;
        never does more of it go in than a coat holds."""
        tea = Film(name="tea", optics=Optics(K=np.full(BANDS, 0.02), S=np.zeros(BANDS)), X=14.0, veil=0.0)

        def lies(minutes: float, wood: str = "oak") -> float:
            return Layer(kind="stain", films=(tea,), dwell=minutes).lies_on(wood).X

        X = np.array([lies(minutes) for minutes in (1.0, 5.0, 15.0, 60.0)])
        self.assertTrue(np.all(np.diff(X) > 0))
        self.assertLess((X[3] - X[2]) / 45, (X[1] - X[0]) / 4)
        self.assertLessEqual(lies(600.0), tea.X)
        self.assertLess(lies(600.0, wood=""), 0.15 * tea.X)  # sealed, all but a trace is wiped off

    def test_a_closed_wood_takes_nothing_in(self) -> None:
        """Of a wash a little goes into bare wood before it is wiped; below clear coat or paint the wood is
        closed."""
        blue = film("blue", X=6.0, veil=0.0)
        wash, clear = Layer(kind="wash", films=(blue,), wipe=1.0), Layer(kind="sealer", veil=0.3)
        finish = Finish(layers=(wash, clear, wash), grounds={"": bare("oak")})
        self.assertEqual([finish.wood_below(n, "front") for n in (0, 2)], ["oak", ""])
        self.assertEqual(
            Finish(layers=(wash,), grounds={"": bare("old_white_paint")}).wood_below(0, "front"), ""
        )
        self.assertGreater(float(wash.lies_on("oak").at(0.12)), float(wash.lies_on("").at(0.12)))
        self.assertAlmostEqual(float(wash.lies_on("oak").at(1.0)), wash.X)

    def test_closest_ground(self) -> None:
        """The closest that is said counts; where nothing is said handles are brass, cane is cane, the rest
        oak."""
        finish = Finish(
            grounds={"front": bare("pine"), "drawer 2": bare("walnut"), "drawer 2/inside": bare("birch")}
        )
        for face, key in (
            ("front/drawer/drawer 1/outside", "pine"), ("front/drawer/drawer 2/outside", "walnut"),
            ("within/drawer/drawer 2/inside", "birch"), ("hardware/handle/drawer 2 handle/outside", "brass"),
            ("padding/cane/back/outside", "cane"), ("padding/upholstery/seat padding/outside", "plain_cloth"),
            ("glass", "glass"), ("top/top/top/outside", "oak"),
        ):  # fmt: skip
            with self.subTest(face):
                self.assertEqual(finish.ground_of(face).name, ground(key).name)


class PictureTest(unittest.TestCase):
    def test_every_kind_shows_what_lies_there(self) -> None:
        """At random places of each kind the picture's colour is that of the equations at the point."""
        samples = draw(usual_piece("chest", relief="panelled"), 300, 220).samples()
        base = Layer(kind="paint", films=(film("green", X=25.0),))
        day = light("window")
        for layer in one_of_each():
            finish = Finish(layers=(base, layer, Layer(kind="wax", films=(WAXES["brown wax"],), amount=0.2)))
            drawn = colours(finish, samples, "front", screen_weights(day))
            for at in np.random.default_rng(3).integers(0, drawn.shape[0], 12):
                R = np.clip(at_point(finish, samples, "front", int(at))[-1].R, 0.0, 1.0)
                pair = (drawn[at], linear_screen(R, day))
                Lab = [XYZ_to_Lab(np.maximum(RGB @ np.linalg.inv(XYZ_TO_RGB.T), 0.0)) for RGB in pair]
                with self.subTest(layer.kind, at=int(at)):
                    self.assertLess(float(delta_E_CIE2000(*Lab)), 0.8)

    def test_blends_of_every_pattern(self) -> None:
        """Shares of a blend lie from 0 to 1 and add up, for each pattern and each zone; a seed changes what
        is wild."""
        samples = draw(usual_piece("cupboard"), 200, 150).samples()
        for pattern in PATTERNS:
            for films in ((film("blue"), film("white")), (film("blue"), film("white"), film("red"))):
                layer = Layer(kind="blend", films=films, pattern=pattern, hand=0.5)  # type: ignore[arg-type]
                for zone in samples.zones:
                    if zone in UNPAINTED:
                        continue
                    shares = area_shares(layer, samples, zone)
                    with self.subTest(pattern, zone=zone, films=len(films)):
                        self.assertAlmostEqual(sum(shares), 1.0, places=5)
                        self.assertGreaterEqual(min(shares), 0.0)

    def test_ground_has_its_mean(self) -> None:
        """The figure of a wood goes both ways around its tone."""
        oak = bare("oak")
        spread = figured(oak, np.linspace(-1, 1, 41))
        assert_allclose(spread.mean(axis=0), oak.R, rtol=0.08)
        assert_allclose(figured(bare("white_primer"), np.array([-1.0, 1.0]))[0], bare("white_primer").R)


class WearTest(unittest.TestCase):
    def test_down_to_any_layer(self) -> None:
        """Where it has gone right through, the layer it goes down to is seen, not the ground."""
        edges = np.zeros((40, 40))
        samples = sheet(edge=edges)
        red, blue = (Layer(kind="paint", films=(film(key, X=900.0),)) for key in ("red", "blue"))
        for down_to, expected in ((0, 0), (1, 1), (2, 2)):
            worn = Layer(kind="distress", amount=1.0, width=1.0, place="edges", down_to=down_to, hand=1.0)
            found = at_point(Finish(layers=(red, blue, worn), grounds=FLAT), samples, "front", 700)
            self.assertGreater(found[-1].field, 0.99)
            below = R_body(found[expected].R, 0.0 if expected == 0 else 1.0)
            assert_allclose(found[-1].R, R_seen(below, 1.0), atol=0.01)

    def test_more_amount_wears_more(self) -> None:
        samples = draw(usual_piece("chest"), 160, 120).samples()
        for kind in ("distress", "crackle", "chippy", "fade"):
            worn = [
                area_shares(Layer(kind=kind, **{**KINDS[kind].usual, "amount": amount}), samples, "front")[0]
                for amount in (0.1, 0.4, 0.9)
            ]
            with self.subTest(kind):
                self.assertTrue(worn[0] < worn[1] < worn[2], worn)

    def test_eraser_takes_off_only_the_wax(self) -> None:
        black = Layer(kind="wax", films=(WAXES["black wax"],), place="everywhere", amount=0.6)
        eraser = Layer(kind="wax_eraser", amount=1.0, place="everywhere")
        paint = Layer(kind="paint", films=(film("white", X=900.0),))
        found = at_point(Finish(layers=(paint, black, eraser), grounds=FLAT), sheet(), "front", 3)
        self.assertLess(float(found[2].R.mean()), 0.5 * float(found[1].R.mean()))
        self.assertAlmostEqual(float(found[3].R.mean()), float(found[1].R.mean()), delta=0.04)

    def test_sponge_lifts_what_lies_below_it_and_tints(self) -> None:
        """T088-T091: where it rubs, the ground under the fresh paint shows, a little darker; elsewhere
        nothing changes. The picture says the same."""
        paint = Layer(kind="paint", films=(film("blue", X=900.0),))
        sponge = Layer(kind="sponge", films=(WAXES["brown wax"],), place="high", amount=0.5, hand=0.9)
        finish = Finish(layers=(paint, sponge), grounds=FLAT)
        samples = sheet(high=np.repeat(np.linspace(0.0, 1.0, 40)[None], 40, axis=0))
        flat, high = (at_point(finish, samples, "front", 20 * 40 + at) for at in (0, 39))
        self.assertEqual((flat[2].field, high[2].field), (0.0, 1.0))
        assert_allclose(flat[2].R, flat[1].R)
        self.assertGreater(float(high[2].R[30]), 0.5 * float(high[0].R[30]))
        self.assertLess(float(high[2].R.mean()), float(high[0].R.mean()))
        weights = screen_weights(light("window"))
        shown = colours(finish, samples, "front", weights)[20 * 40 + 39]
        assert_allclose(shown, linear_screen(high[2].R, light("window")), atol=0.02)  # surfaces are mean ones

    def test_recess_and_high(self) -> None:
        """Wax that is wiped stays in recesses; a dry brush catches what stands proud."""
        half = np.zeros((40, 40))
        half[:, 20:] = 1.0
        samples = sheet(recess=half, high=1.0 - half)
        for layer in one_of_each():
            if layer.kind in ("wax", "glaze", "dry_brush"):
                laid = [
                    at_point(Finish(layers=(layer,)), samples, "front", at)[-1].field
                    for at in (20 * 40 + 5, 20 * 40 + 35)
                ]
                with self.subTest(layer.kind):
                    high, recess = laid
                    self.assertGreater(high if layer.kind == "dry_brush" else recess, min(laid))
