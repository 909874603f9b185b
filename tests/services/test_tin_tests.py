"""Small tests of a tin, and what suits which."""

import numpy as np

from jug_mingle.documents.colour_source import FromText
from jug_mingle.documents.tin_test import CardIn, CoatsIn, FilmIn, MasstoneIn, TestIn, TintIn
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import evidence_level, materials, tin_tests
from jug_mingle.store.models import ReadingRow
from tests.services.support import ServiceCase

GREY = FromText(source="text", text="#808080")


class TinTestsTest(ServiceCase):
    def setUp(self) -> None:
        super().setUp()
        materials.add_material(self.session, key="green", name="Green", kind="chalk_paint", left_ml=100)
        materials.add_material(self.session, key="glaze", name="Glaze", kind="coloured_glaze", left_ml=100)
        materials.add_material(self.session, key="thinner", name="Thinner", kind="thinner", left_ml=100)

    def keep(self, key: str, test: TestIn) -> ReadingRow:
        colours = tin_tests.colours_of(self.session, self.folder, test)
        return tin_tests.add_test(self.session, key=key, test=test, colours=colours)

    def test_each_makes_it_known(self) -> None:
        """The dried colour is A, with coats B, over a card C, a tint with white D."""
        for test, level in (
            (MasstoneIn(task="masstone", colour=FromText(source="text", text="#1f6a4a")), "A"),
            (CoatsIn(task="coats", coats=2, ground="walnut", hid=True), "B"),
            (
                CardIn(
                    task="card",
                    over_black=FromText(source="text", text="#1d6547"),
                    over_white=FromText(source="text", text="#216e4d"),
                ),
                "C",
            ),
            (TintIn(task="tint", colour=FromText(source="text", text="#9cc4b2"), white="white"), "D"),
        ):
            with self.subTest(test.task):
                self.keep("green", test)
                self.assertEqual(evidence_level.levels(self.session)["green"], level)

    def test_a_card_is_two_films(self) -> None:
        """A card's swatches have the thickness of a brushed coat, over black and over white."""
        row = self.keep("green", CardIn(task="card", over_black=GREY, over_white=GREY))
        self.assertEqual(len(row.swatches), 2)
        black, white = (np.mean(swatch["R_g"]) for swatch in row.swatches)
        self.assertLess(black, white)
        coat = materials.to_material(materials.get_material(self.session, "green")).dry_coat
        self.assertEqual([swatch["X"] for swatch in row.swatches], [coat, coat])

    def test_refused(self) -> None:
        tint = TintIn(task="tint", colour=GREY, white="green")
        for key, test, words in (
            ("thinner", MasstoneIn(task="masstone", colour=GREY), "no colour of its own"),
            ("glaze", MasstoneIn(task="masstone", colour=GREY), "one coat of it over white paper"),
            ("green", FilmIn(task="film", colour=GREY), "the paint by itself"),
            ("green", tint, "not the tin itself"),
            ("green", CoatsIn(task="coats", coats=2, ground="linoleum", hid=True), "no ground 'linoleum'"),
        ):
            with self.subTest(words), self.assertRaisesRegex(UnfitError, words):
                self.keep(key, test)
        with self.assertRaises(NotFoundError):
            self.keep("green", TintIn(task="tint", colour=GREY, white="gone"))
