"""Amounts, waits and coats are the same in Try on, on the sheet, in Mingle and on the bench, over generated looks."""

import io
import re
from unittest.mock import patch

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.documents.look import LayerIn
from jug_mingle.services import amounts, batches, finish_report, looks, materials, prints, strip_readings
from jug_mingle.services import settings as own_settings
from tests.services.support import LookCase

LAID = st.lists(
    st.tuples(
        st.sampled_from(["paint", "wash", "dry_brush", "stencil", "sealer", "oil", "wax", "metallic", "primer"]),
        st.integers(1, 4), st.sampled_from(["brush", "spray"]),
    ),
    min_size=1, max_size=3,
)  # fmt: skip


class OneNumberTest(LookCase):
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
        with patch("jug_mingle.services.finish_pictures.picture_of", return_value=np.zeros((4, 4, 3), np.uint8)):
            data = prints.sheet_of(self.session, self.chest.id, light=light("window"))()
        return " ".join(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(data)).pages)

    @given(LAID, st.sampled_from([0.0, 0.15, 0.3]))
    @settings(max_examples=8, deadline=None)
    def test_amounts(self, laid: list[tuple[str, int, str]], margin: float) -> None:
        """To the millilitre: what Try on says, what is printed, what Mingle offers for the colour's jug."""
        own_settings.keep_settings(self.session, margin=margin, schools={})
        layers = self.layers(laid)
        looks.wear(
            self.session, self.chest.id, looks.save_look(self.session, self.job.id, name="T", layers=layers).id
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

    def test_waits(self) -> None:
        """A label's recoat is on the sheet, its dry time on the bench, to the minute; each coat is counted."""
        materials.change_material(self.session, "blue", {"handling": {"recoat": 95.0, "dry": 47.0}})
        look = looks.save_look(self.session, self.job.id, name="T", layers=self.layers([("paint", 3, "brush")]))
        looks.wear(self.session, self.chest.id, look.id)
        words = "3 coats, 1 h 35 min after each"
        self.assertIn(words, self.sheet())
        layers = looks.layers_of(look)
        self.assertEqual(
            finish_report.judged(self.session, self.chest.id, layers, light=light("window")).waits, [words]
        )
        batch = batches.begin_batch(self.session, self.sky.id)
        for place, pour in enumerate(batches.asked_of(batch)):
            batches.make_pour(self.session, batch.id, place=place, material=pour.key, ml=pour.ml, how="scale")
        self.assertEqual(strip_readings.dry_minutes(batch), 47.0)
