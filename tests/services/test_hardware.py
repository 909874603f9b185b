"""Handles of a piece, and their template."""

from unittest.mock import patch

from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import hardware, pieces
from tests.services.support import ServiceCase


class HardwareTest(ServiceCase):
    def test_kept_and_worked_out(self) -> None:
        row = pieces.add_piece(self.session, self.job.id, name="Chest", form="chest", measures={"columns": 2})
        hardware.keep_hardware(self.session, row.id, {"act": "change", "new_apart": 96.0, "price": 2.5})
        hardware.keep_hardware(self.session, row.id, {"each": 1})
        pieces.change_piece(self.session, row.id, name=None, measures={}, grounds={}, facts={"count": 2})
        found = hardware.fitted_on(row)
        self.assertEqual((found.count, found.cost, len(found.holes), found.wrong), (16, 40.0, 8, ""))
        self.assertEqual([len(one.drilled) for one in found.holes], [2] * 8)
        self.assertTrue(hardware.template_of(self.session, row.id, "drawer 3")().startswith(b"%PDF"))
        with patch("jug_mingle.formats.drilling_template.drilling_template") as drawn:
            hardware.template_of(self.session, row.id, "drawer 3")()
        self.assertGreater(drawn.call_args.kwargs["width"], drawn.call_args.kwargs["height"])
        self.assertGreater(drawn.call_args.kwargs["height"], 50.0)  # mm
        copy = pieces.duplicate_piece(self.session, row.id)
        self.assertEqual(copy.hardware, row.hardware)

    def test_refused(self) -> None:
        row = pieces.add_piece(self.session, self.job.id, name="Chest", form="chest", measures={})
        with self.assertRaisesRegex(UnfitError, "1500 mm"):
            hardware.keep_hardware(self.session, row.id, {"new_apart": 1e6})
        with self.assertRaisesRegex(NotFoundError, "no handle on 'top'; there is one on drawer 1"):
            hardware.template_of(self.session, row.id, "top")
        hardware.keep_hardware(self.session, row.id, {"act": "change", "each": 2, "new_apart": 900.0})
        self.assertIn("do not fit", hardware.fitted_on(row).wrong)
