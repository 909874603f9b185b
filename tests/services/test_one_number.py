"""Amounts, waits and coats are the same in Try on, on the sheet, in Mingle and on the bench, over generated
looks."""

import io
import re
from unittest.mock import patch

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.marked import plain
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.documents.look import LayerIn
from jug_mingle.services import amounts, batches, finish_report, looks, materials, prints, strip_readings
from jug_mingle.services import settings as own_settings
from tests.services.support import LookCase

LAID = st.lists(
    st.tuples(
        st.sampled_from(["paint", "wash", "dry_brush", "stencil", "sealer", "oil", "wax", "metallic",
            "primer"]),
        st.integers(1, 4), st.sampled_from(["brush", "spray"]),
    ),
    min_size=1, max_size=3,
)  # fmt: skip


class OneNumberTest(LookCase):
    def setUp(self) -> None:
        super().setUp()
        materials.add_material(self.session, key="water", name="Water", kind="thinner", left_ml=900)
        self.batch = batches.begin_batch(self.session, self.sky.id)
        for place, pour in enumerate(batches.asked_of(self.batch)):
            batches.make_pour(
                self.session, self.batch.id, place=place, material=pour.key, ml=pour.ml, how="scale"
            )

    def layers(self, laid: list[tuple[str, int, str]]) -> list[LayerIn]:
        own: dict[str, list[str]] = {"sealer": [], "oil": [], "wax": ["brown wax"], "metallic": ["gold"]}
        jug = [f"mix:{self.sky.id}"]
        return [
            LayerIn.model_validate(
                {"kind": kind, **KINDS[kind].usual, "colours": own.get(kind, jug), "coats": coats, "way": way}
            )
            for kind, coats, way in laid
        ]

    def sheet(self) -> str:
        with patch(
            "jug_mingle.services.finish_pictures.picture_of", return_value=np.zeros((4, 4, 3), np.uint8)
        ):
            data = prints.sheet_of(self.session, self.chest.id, light=light("window"))()
        return " ".join(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(data)).pages)

    @given(LAID, st.sampled_from([0.0, 0.15, 0.3]))
    @settings(max_examples=8, deadline=None)
    def test_amounts(self, laid: list[tuple[str, int, str]], margin: float) -> None:
        """To the millilitre: what Try on says, what is printed, what Mingle offers for the colour's jug."""
        own_settings.keep_settings(self.session, margin=margin, schools={})
        layers = self.layers(laid)
        looks.wear(
            self.session, self.chest.id,
            looks.save_look(self.session, self.job.id, name="T", layers=layers).id
        )  # fmt: skip
        needs = finish_report.judged(self.session, self.chest.id, layers, light=light("window")).needs
        self.assertEqual(needs, finish_report.needs_worn(self.session, self.chest))
        text = self.sheet()
        for need in needs:
            said = re.search(rf"{re.escape(need.name)} (\d[\d.]*) ml", text)
            self.assertIsNotNone(said, (need.name, text[:400]))
            self.assertAlmostEqual(float(said.group(1) if said else 0.0), need.ml, delta=0.51)
        mingle = amounts.amount_in_looks(self.session, self.job.id, self.sky.target_id or 0)
        jug = [need.ml for need in needs if need.mix_id == self.sky.id]
        self.assertAlmostEqual(mingle.ml if mingle else 0.0, sum(jug), places=6)

    @given(st.integers(1, 5), st.floats(0.0, 4.0), st.sampled_from([0.0, 0.2]))
    @settings(max_examples=12, deadline=None)
    def test_preparations(self, coats: int, water: float, margin: float) -> None:
        """Thinned in the jug or as it is laid, the same area takes the same paint, to the millilitre."""
        own_settings.keep_settings(self.session, margin=margin)
        layer = {
            **KINDS["paint"].usual,
            "kind": "paint",
            "colours": ["pot:blue"],
            "coats": coats,
            "water": water,
        }
        laid = [LayerIn.model_validate(layer)]
        (need,) = finish_report.judged(self.session, self.chest.id, laid, light=light("window")).needs
        thinned = [Pour(key="blue", parts=1, ml=100.0), Pour(key="water", parts=1, ml=100.0 * water)]
        whole = amounts.amount_of(self.session, self.job.id, thinned[: 2 if water else 1], coats=coats).ml
        self.assertAlmostEqual(need.ml * (1.0 + water), whole, delta=0.5)

    @given(st.integers(1, 6), st.integers(5, 3000), st.integers(5, 600))
    @settings(max_examples=6, deadline=None)
    def test_waits(self, coats: int, recoat: int, dry: int) -> None:
        """A label's recoat is on the sheet and in Try on, its dry time on the bench, to the minute, coats
        counted."""
        for key in ("white", "blue"):
            materials.change_material(
                self.session, key, {"handling": {"recoat": float(recoat), "dry": float(dry)}}
            )
        look = looks.save_look(
            self.session, self.job.id, name="T", layers=self.layers([("paint", coats, "brush")])
        )
        looks.wear(self.session, self.chest.id, look.id)
        words = time_words(recoat) if coats == 1 else f"{coats} coats, {time_words(recoat)} after each"
        self.assertIn(plain(words), self.sheet())
        found = finish_report.judged(
            self.session, self.chest.id, looks.layers_of(look), light=light("window")
        )
        self.assertEqual(found.waits, [words])
        self.assertEqual(strip_readings.dry_minutes(self.batch), dry)
