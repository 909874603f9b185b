"""What stands on a finish sheet: every kind of layer is said in full, with how long to wait after it."""

import io
import re
from datetime import date
from typing import Any
from unittest.mock import patch

import numpy as np
from pypdf import PdfReader

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes import KINDS
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import ConflictError, UnfitError
from jug_mingle.services import looks, materials, ombres, pieces, prints, recipes
from jug_mingle.store.models import PieceRow
from tests.services.support import ServiceCase
from tests.soak import bounded

WINDOW = light("window")


class SheetCase(ServiceCase):
    def setUp(self) -> None:
        super().setUp()
        self.piece = self.add("bedside")
        self.blue, self.pale = (self.mix(name=name).id for name in ("Blue", "Pale"))

    def add(self, form: str, **measures: Any) -> PieceRow:
        return pieces.add_piece(self.session, self.job.id, name=form.title(), form=form, measures=measures)

    def layer(self, kind: str, **changes: Any) -> LayerIn:
        most = KINDS[kind].films[1]
        mixes = [f"mix:{number}" for number in (self.blue, self.pale, self.blue)]
        own: dict[str, list[str]] = {"wax": ["brown wax"], "metallic": ["gold"], "sealer": [], "oil": []}
        asked = {"kind": kind, **KINDS[kind].usual, "colours": own.get(kind, mixes[:most]), **changes}
        return LayerIn.model_validate(asked)

    def text(self, *layers: LayerIn) -> str:
        look = looks.save_look(self.session, self.job.id, name="Trial", layers=list(layers))
        looks.wear(self.session, self.piece.id, look.id)
        with patch(
            "jug_mingle.services.finish_pictures.picture_of", return_value=np.zeros((4, 4, 3), np.uint8)
        ):
            sheet = prints.sheet_of(self.session, self.piece.id, light=WINDOW)()
        return " ".join(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(sheet)).pages)


class FinishSheetTest(SheetCase):
    def test_every_kind(self) -> None:
        """Each kind of layer has its line, whatever lies below it (five of them; the golden set has the
        others)."""
        base = [self.layer("paint")]
        for kind, title in bounded(((one.key, one.title) for one in KINDS.values()), 5):
            with self.subTest(kind):
                said = self.text(*base, self.layer(kind))
                self.assertIn(title, said)
                self.assertIn("Labels, local rules", said)
                self.assertIn("Takes about", said)

    def test_how_it_is_laid(self) -> None:
        """Coats, water, wiping, waits, place and zones are said as painters say them (common practice)."""
        for layer, words in (
            (
                self.layer("wash", water=2.0, wipe=0.6, coats=2),
                ("2 coats", "1 : 2 with water", "60 % wiped back"),
            ),
            (self.layer("stain", dwell=8.0), ("wiped after 8 minutes",)),
            (self.layer("wax", place="recess"), ("in recesses", "30 min")),
            (self.layer("dry_brush", place="high"), ("on high points",)),
            (self.layer("metallic", place="edges"), ("at edges",)),
            (self.layer("paint", zones=["front", "top"]), ("on fronts, top",)),
            (self.layer("oil"), ("24 h",)),
            (self.layer("distress", down_to=0), ("none",)),
        ):
            with self.subTest(layer.kind):
                said = self.text(self.layer("paint"), layer)
                for one in words:
                    self.assertIn(one, said)

    def test_waits_are_each_tins_own(self) -> None:
        """The wait is that of what is laid, by its label or its kind, each coat counted; a jug's is its
        slowest's."""
        for name, kind, layer, handling, words in (
            ("Blocker", "primer", "primer", {}, "24 h"),
            ("Gesso", "crackle_gesso", "primer", {}, "15 min"),
            ("Quick blocker", "primer", "primer", {"recoat": 45.0}, "45 min"),
            ("Tea", "oil_stain", "stain", {}, "15 h"),
            ("Leaf", "gilding_wax", "metallic", {}, "12 h"),
            ("Varnish", "oil_varnish", "sealer", {}, "2 coats, 12 h after each"),
            ("Slow coat", "clear_coat", "sealer", {"recoat": 4320.0}, "2 coats, 3 days after each"),
            ("Milk", "milk_paint", "paint", {}, "2 coats, 15 min after each"),
        ):
            with self.subTest(name):
                row = materials.add_material(self.session, name=name, kind=kind, left_ml=500.0)
                if handling:
                    materials.change_material(self.session, row.key, {"handling": handling})
                self.assertIn(words, self.text(self.layer(layer, colours=[f"pot:{row.key}"])))
        materials.change_material(self.session, "blue", {"handling": {"recoat": 600.0}})
        self.assertIn("2 coats, 10 h after each", self.text(self.layer("paint")))

    def test_in_the_unit_that_is_chosen(self) -> None:
        look = looks.save_look(self.session, self.job.id, name="Trial", layers=[self.layer("paint")])
        looks.wear(self.session, self.piece.id, look.id)
        sheet = prints.sheet_of(self.session, self.piece.id, light=WINDOW, unit="spoons")()
        self.assertRegex(PdfReader(io.BytesIO(sheet)).pages[0].extract_text(), r"cups? \+ \d tablespoon")
        card = prints.printed(self.session, self.blue, "card", jug=None, unit="g", day=date(2026, 11, 24))
        words = PdfReader(io.BytesIO(card)).pages[0].extract_text()
        self.assertIn("2026-11-24", words)
        self.assertRegex(words, r"217.5 g · 3 parts")
        self.assertRegex(words, r"about \d+\.\d, likely \d+\.\d–\d+\.\d")

    def test_parts_that_nobody_counts(self) -> None:
        """Up to 48 parts in all are said on the card; a finer ratio is said in amounts alone."""
        for white, told in ((47, True), (48, False)):
            pours = [
                recipes.PourAsked(material="white", parts=white, ml=10.0 * white),
                recipes.PourAsked(material="blue", parts=1, ml=10.0),
            ]
            mix = self.mix(name=f"{white}", pours=pours).id
            card = prints.printed(self.session, mix, "card", jug=None, unit="ml", day=date(2026, 11, 24))
            self.assertEqual("1 part" in PdfReader(io.BytesIO(card)).pages[0].extract_text(), told)

    def test_without_a_target(self) -> None:
        """A card with a target predicts how near it comes, and shows both; one without says to dry a
        strip."""
        for target_id, told in ((self.target.id, True), (None, False)):
            mix = self.mix(name="Own", target_id=target_id).id
            card = prints.printed(self.session, mix, "card", jug=None, unit="ml", day=date(2026, 11, 24))
            said = PdfReader(io.BytesIO(card)).pages[0].extract_text()
            self.assertEqual("Predicted" in said, told)
            self.assertEqual("wanted" in said, told)

    def test_layers_that_are_off_are_not_told(self) -> None:
        self.assertNotIn("Wash", self.text(self.layer("paint"), self.layer("wash", on=False)))

    def test_picture(self) -> None:
        """The picture on the sheet has 1360 × 736 pixels."""
        self.text(self.layer("paint"))
        sheet = prints.sheet_of(self.session, self.piece.id, light=WINDOW)()
        sizes = [one.image.size for one in PdfReader(io.BytesIO(sheet)).pages[0].images if one.image]
        self.assertIn((1360, 736), sizes)

    def test_a_set(self) -> None:
        """A table and six chairs in one print: those dressed, as many as there are, and what all of them
        take."""
        chairs, bare = self.add("chair"), self.add("stool")
        facts = {"belongs": "Dining"}
        for piece, count in ((self.piece, 1), (chairs, 6), (bare, 1)):
            pieces.change_piece(
                self.session, piece.id, name=None, measures={}, grounds={}, facts={**facts, "count": count}
            )
        single = self.text(self.layer("paint"))
        looks.wear(self.session, chairs.id, self.piece.look_id)
        sheet = prints.sheet_of(self.session, self.piece.id, light=WINDOW, whole_set=True)()
        found = [page.extract_text() for page in PdfReader(io.BytesIO(sheet)).pages]
        self.assertEqual(len(found), 2)
        self.assertIn("6 × Chair, Dining", found[1])
        amounts = [int(one) for one in re.findall(r"about Blue (\d+) ml", " ".join(" ".join(found).split()))]
        first, whole, six = amounts
        self.assertIn(f"about Blue {first} ml", single)
        self.assertAlmostEqual(whole, first + six, delta=1)

    def test_bare(self) -> None:
        with self.assertRaisesRegex(ConflictError, "wears no look yet"):
            prints.sheet_of(self.session, self.piece.id, light=WINDOW)


class WalkStripTest(SheetCase):
    def strip(self, rows: int, unit: str = "ml") -> str:
        piece = self.add("chest", rows=rows)
        made = prints.walk_strip_of(
            self.session, piece.id, self.blue, self.pale, coats=2, light=WINDOW, unit=unit
        )  # fmt: skip
        return " ".join(PdfReader(io.BytesIO(made)).pages[0].extract_text().split())

    def test_weighed(self) -> None:
        """In grams an addition weighs what its own jug does: chalk paint of 1.2 g/ml on its labels, not a
        usual one."""
        for key in ("white", "blue"):
            materials.change_material(self.session, key, {"density": 1.2})
        inks = [
            recipes.PourAsked(material="white", parts=1, ml=90.0),
            recipes.PourAsked(material="ochre", parts=1, ml=9.0),
        ]
        self.pale = self.mix(name="Pale", pours=inks).id
        walk = ombres.ladder(
            self.session, self.add("chest", rows=5).id, self.blue, self.pale, coats=2, light=WINDOW
        ).walk  # fmt: skip
        self.assertIn(f"{1.2 * walk[0].add:.1f}".removesuffix(".0") + " g", self.strip(5, "g"))

    def test_two_rows_need_no_walk(self) -> None:
        with self.assertRaisesRegex(UnfitError, "nothing to walk down"):
            self.strip(2)
