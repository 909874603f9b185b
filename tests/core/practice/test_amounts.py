"""How much paint a piece takes, and how many coats a mix lasts."""

import unittest
from dataclasses import replace
from typing import Any

from jug_mingle.core.finishes import KINDS, WAXES, Film, Finish, Layer, bare
from jug_mingle.core.finishes.generic import generic_film
from jug_mingle.core.materials.handling import Facts
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.pieces import draw, usual_piece
from jug_mingle.core.practice import amounts
from jug_mingle.core.practice.amounts import coats_within, paint_needed
from tests.core.paints import film, known_shelf


class CoatsWithinTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Six hours hold coats at 0, 2, 4 and 6 hours; a quarter of an hour holds one."""
        self.assertEqual(coats_within(0.25, coats=10, recoat=120), 4)
        self.assertEqual(coats_within(0.25, coats=2, recoat=120), 2)
        self.assertEqual(coats_within(0.01, coats=3, recoat=60), 1)
        self.assertEqual(coats_within(14.0, coats=3, recoat=15), 3)
        self.assertEqual(coats_within(0.1, coats=3, recoat=0), 3)

    def test_paint_by_the_gallon(self) -> None:
        """400 ft² a US gallon is 9.817 m² a litre (231 in³, 0.3048 m; exact definitions): one gallon covers
        400 ft²."""
        area, gallon = 400 * 0.3048**2, 231 * 2.54**3
        self.assertAlmostEqual(paint_needed(area, coats=1, spread_rate=9.8170, margin=0.0), gallon, delta=0.5)
        self.assertAlmostEqual(paint_needed(2.0, coats=3, spread_rate=12.0, margin=0.1), 550.0)

    def test_paint_refused(self) -> None:
        for area, coats, rate, margin in (
            (-1, 1, 10, 0), (1, 0, 10, 0), (1, 13, 10, 0), (1, 1, 0, 0), (1, 1, 10, 2), (5000, 1, 10, 0),
        ):  # fmt: skip
            with self.assertRaisesRegex(ValueError, "an area from 0"):
                paint_needed(area, coats=coats, spread_rate=rate, margin=margin)


class TakenTest(unittest.TestCase):
    """What a layer takes, by the spread rate of what is laid; a box has one front, its sides and a top."""

    PIECE = usual_piece("box")

    def taken(self, kind: str, *films: Film, **changes: Any) -> list[amounts.Taken]:
        layer = Layer(kind=kind, films=films, **changes)
        return amounts.taken_by(layer, draw(self.PIECE, 160, 120).samples(), self.PIECE.faces)

    def test_by_its_own_spread_rate(self) -> None:
        """Wax goes twice as far as paint; water thins what is laid; fifteen per cent are over."""
        area = sum(self.PIECE.areas.values())
        paint, wax = film("blue"), WAXES["brown wax"]
        self.assertAlmostEqual(self.taken("paint", paint, coats=2)[0].ml, 1.15 * 2000 * area / 11.0, places=6)
        self.assertAlmostEqual(self.taken("wax", wax)[0].ml, 1.15 * 1000 * area / 20.0, places=6)
        self.assertAlmostEqual(
            self.taken("wash", paint, water=1.0)[0].ml, 1.15 * 1000 * area / 11.0 / 2.0, places=6
        )

    def test_by_area(self) -> None:
        """A blend shares its area out; what lies on one zone takes that alone; wear takes nothing."""
        both = self.taken("blend", film("blue"), film("white"))
        self.assertAlmostEqual(sum(one.area for one in both), sum(self.PIECE.areas.values()), places=6)
        top = self.taken("paint", film("blue"), zones=("top",))[0]
        self.assertAlmostEqual(top.area, self.PIECE.areas["top"], places=9)
        self.assertEqual(self.taken("distress"), [])


class PlacedTest(unittest.TestCase):
    """V013, V202: what is dabbed or rubbed into a place takes little; a chest of common size."""

    PIECE = usual_piece("chest", relief="moulded")
    SAMPLES = draw(PIECE, 360, 270).samples()

    def taken(self, layer: Layer) -> amounts.Taken:
        return amounts.taken_by(layer, self.SAMPLES, self.PIECE.faces, margin=0.0)[0]

    def test_a_few_millilitres(self) -> None:
        """By area really covered and the pot's own spread rate: edge wax, gilding in grooves, a dry brush."""
        for layer, low, high in (
            (
                Layer(
                    kind="wax", films=(WAXES["brown wax"],), place="edges", width=0.1, amount=0.6, wipe=0.9
                ),
                0.5,
                20.0,
            ),
            (
                Layer(
                    kind="metallic", films=(generic_film("gold"),), place="recess", zones=("recess", "bead")
                ),
                0.2,
                6.0,
            ),
            (Layer(kind="dry_brush", films=(film("white"),), **KINDS["dry_brush"].usual), 10.0, 90.0),
        ):
            taken = self.taken(layer)
            self.assertTrue(low < taken.ml < high, (layer.kind, taken))
            rate = layer.films[0].spread_rate
            self.assertAlmostEqual(taken.ml, 1000.0 * taken.area / rate, places=6)
            self.assertLess(taken.area, 0.5 * sum(self.PIECE.areas.values()))

    def test_what_has_no_tin_is_counted(self) -> None:
        """Clear coat, oil and gilding, by what is usual for them; two coats take twice one."""
        area = sum(self.PIECE.areas.values())
        for kind, rate in (("sealer", 12.0), ("oil", 18.0)):
            self.assertAlmostEqual(self.taken(Layer(kind=kind)).ml, 1000.0 * area / rate, places=6)
        self.assertAlmostEqual(self.taken(Layer(kind="sealer", coats=2)).ml, 2000.0 * area / 12.0, places=6)


class ShortageTest(unittest.TestCase):
    def test_the_largest_batch(self) -> None:
        """300 ml of a paint of which 90 are left in a batch of 500 allow 150 ml; what is poured already
        counts."""
        shelf = known_shelf(["white", "blue"])
        white, blue = (
            replace(one, left=left) for one, left in zip(shelf.materials, (90.0, 900.0), strict=True)
        )
        shelf = replace(shelf, materials=(white, blue))
        pours = [Pour(key="white", parts=3, ml=300.0), Pour(key="blue", parts=2, ml=200.0)]
        self.assertEqual(
            amounts.shortage(shelf, pours), "White holds 90 ml of the 300 ml it takes: the most is 150 ml."
        )
        self.assertIn("the most is 5 fl oz", amounts.shortage(shelf, pours, unit="fl_oz"))
        self.assertEqual(amounts.shortage(shelf, pours, poured={"white": 210.0}), "")
        self.assertEqual(amounts.shortage(shelf, pours[1:]), "")


class NotCountedTest(unittest.TestCase):
    def test_what_bare_wood_drinks(self) -> None:
        """Nobody measured it, so it is said, face by face, and only where a first coat lies on what is
        bare."""
        faces = tuple(usual_piece("chest").faces)
        paint = Layer(kind="paint", films=(film("white"),))
        grounds = {"": bare("sound_varnish"), "top": bare("pine")}
        self.assertIn(
            "Bare pine drinks", amounts.not_counted(Finish(layers=(paint,), grounds=grounds), faces)
        )
        for finish in (
            Finish(layers=(replace(paint, zones=("front",)),), grounds=grounds), Finish(grounds=grounds),
            Finish(layers=(Layer(kind="distress"),), grounds=grounds),
        ):  # fmt: skip
            self.assertEqual(amounts.not_counted(finish, faces), "")


class SpoilsTest(unittest.TestCase):
    def test_only_more_than_is_needed(self) -> None:
        """Milk paint keeps two weeks: three litres on a square metre are too much, what it takes is not."""

        def said(area: float, kind: str, ml: float) -> str:
            return amounts.spoils(
                area, Facts.of([(kind_of(kind), {})]), ml, spread_rate=kind_of(kind).spread_rate
            )

        words = "keeps about 14 days. Until then the whole piece takes 256 ml in 2 coats"
        self.assertIn(words, said(1.0, "milk_paint", 3000.0))
        for area, kind, ml in (
            (1.0, "milk_paint", 270.0),
            (0.0, "milk_paint", 3000.0),
            (1.0, "chalk_paint", 3000.0),
        ):
            self.assertEqual(said(area, kind, ml), "")
        self.assertIn("sets within hours", said(1.0, "home_chalk_paint", 3000.0))
