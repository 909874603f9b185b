"""What stands on a finish sheet: every kind of layer is said in full, with how long to wait after it."""

import io
from typing import Any

from pypdf import PdfReader

from jug_mingle.core.finishes import KINDS
from jug_mingle.core.finishes.layers import FILMS_OF
from jug_mingle.core.finishes.usual import USUAL
from jug_mingle.core.spectra import light
from jug_mingle.errors import ConflictError, UnfitError
from jug_mingle.services import looks, pieces, prints
from jug_mingle.services.look_shapes import LayerIn
from jug_mingle.store.models import PieceRow
from tests.services.test_services import ServiceCase

WINDOW = light("window")


class SheetCase(ServiceCase):
    def setUp(self) -> None:
        super().setUp()
        self.piece = self.add("bedside")
        self.blue, self.pale = (self.mix(name=name).id for name in ("Blue", "Pale"))

    def add(self, form: str, **measures: Any) -> PieceRow:
        return pieces.add_piece(self.session, self.job.id, name=form.title(), form=form, measures=measures)

    def layer(self, kind: str, **changes: Any) -> LayerIn:
        most = FILMS_OF.get(kind, (1, 1))[1]
        mixes = [f"mix:{number}" for number in (self.blue, self.pale, self.blue)]
        own: dict[str, list[str]] = {"wax": ["brown wax"], "metallic": ["gold"], "sealer": [], "oil": []}
        asked = {"kind": kind, **USUAL[kind], "colours": own.get(kind, mixes[:most]), **changes}
        return LayerIn.model_validate(asked)

    def text(self, *layers: LayerIn) -> str:
        look = looks.save_look(self.session, self.job.id, name="Trial", layers=list(layers))
        looks.wear(self.session, self.piece.id, look.id)
        sheet = prints.sheet_of(self.session, self.piece.id, light=WINDOW)
        return " ".join(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(sheet)).pages)


class FinishSheetTest(SheetCase):
    def test_every_kind(self) -> None:
        """Each kind of layer has its line, whatever lies below it."""
        base = [self.layer("paint")]
        for kind, title in KINDS.items():
            with self.subTest(kind):
                said = self.text(*base, self.layer(kind))
                self.assertIn(title, said)
                self.assertIn("Follow the labels", said)

    def test_how_it_is_laid(self) -> None:
        """Coats, water, wiping, waits, place and zones are said as painters say them (common practice)."""
        for layer, words in (
            (self.layer("wash", water=2.0, wipe=0.6, coats=2), ("2 coats", "1 : 2 with water", "60 % wiped back")),
            (self.layer("stain", dwell=8.0), ("wiped after 8 minutes",)),
            (self.layer("wax", place="recess"), ("in recesses", "30 to 60 minutes, then buff")),
            (self.layer("dry_brush", place="high"), ("on high points",)),
            (self.layer("metallic", place="edges"), ("at edges",)),
            (self.layer("paint", zones=["front", "top"]), ("on front, top",)),
            (self.layer("oil"), ("a day",)),
            (self.layer("distress", down_to=0), ("none",)),
        ):
            with self.subTest(layer.kind):
                said = self.text(self.layer("paint"), layer)
                for one in words:
                    self.assertIn(one, said)

    def test_layers_that_are_off_are_not_told(self) -> None:
        self.assertNotIn("Wash", self.text(self.layer("paint"), self.layer("wash", on=False)))

    def test_bare(self) -> None:
        with self.assertRaisesRegex(ConflictError, "wears no look yet"):
            prints.sheet_of(self.session, self.piece.id, light=WINDOW)


class WalkStripTest(SheetCase):
    def strip(self, rows: int) -> str:
        piece = self.add("chest", rows=rows)
        made = prints.walk_strip_of(
            self.session, piece.id, self.blue, self.pale, coats=2, light=WINDOW, unit="ml"
        )  # fmt: skip
        return " ".join(PdfReader(io.BytesIO(made)).pages[0].extract_text().split())

    def test_rows_of_a_chest(self) -> None:
        """Each row of one jug has its line, the first of its first colour, the rest by additions of the other."""
        said = self.strip(5)
        for words in ("Row 1", "Row 2", "Row 3", "Blue", "Pale"):
            self.assertIn(words, said)

    def test_two_rows_need_no_walk(self) -> None:
        with self.assertRaisesRegex(UnfitError, "nothing to walk down"):
            self.strip(2)
