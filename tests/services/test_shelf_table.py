"""The shelf as a table, out and in."""

import csv
import io

import numpy as np

from jug_mingle.errors import UnfitError
from jug_mingle.services import evidence_level, materials, readings, shelf_table
from tests.services.support import ServiceCase


class TableTest(ServiceCase):
    def test_out_and_in(self) -> None:
        """A tin taken off and taken from its own table is the tin that it was, known by its label's
        colour."""
        materials.change_material(self.session, "blue", {"price": 12.5, "place": "top", "use_up": True})
        data = shelf_table.write_table(self.session)
        rows = {row["name"]: row for row in csv.DictReader(io.StringIO(data.decode("utf-8-sig")))}
        self.assertEqual(set(rows), {"Blue", "Ochre", "White"})
        self.assertAlmostEqual(float(rows["Ochre"]["L"]), 60.0, delta=1.0)
        materials.remove_material(self.session, "blue")
        (row,) = shelf_table.take_table(self.session, data)
        self.assertEqual(
            (row.name, row.left_ml, row.price, row.place, row.use_up), ("Blue", 500.0, 12.5, "top", True)
        )
        self.assertEqual(evidence_level.levels(self.session)[row.key], "A")

    def test_a_stain_is_a_film_over_paper(self) -> None:
        """The colour of what never hides is that of a coat over white paper, that of a paint is of the paint
        alone."""
        table = b"name,kind,hex\nTea,water_stain,#a07850\nSlate,chalk_paint,#506070\n"
        tea, slate = shelf_table.take_table(self.session, table)
        (film,), (opaque,) = (readings.readings_of(self.session, row.key)[0].swatches for row in (tea, slate))
        self.assertEqual(film["X"], materials.to_material(tea).dry_coat)
        self.assertGreater(np.mean(film["R_g"]), 0.6)
        self.assertIsNone(opaque["X"])

    def test_nothing_is_taken_by_looking(self) -> None:
        data = b"name,kind\nGrey,chalk_paint\nBlue,chalk_paint\nOdd,paste\n"
        found = shelf_table.check_table(self.session, data)
        self.assertEqual(
            ([row.name for row in found.good], [bad.row for bad in found.bad]), (["Grey"], [3, 4])
        )
        self.assertEqual(len(materials.material_rows(self.session)), 3)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(UnfitError, "no row in this file"):
            shelf_table.take_table(self.session, b"name,kind\nBlue,chalk_paint\n")
        with self.assertRaisesRegex(UnfitError, "must name the columns"):
            shelf_table.check_table(self.session, b"x,y\n1,2\n")
