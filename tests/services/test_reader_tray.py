"""Readings of the colour reader, and what lies on the tray of the stand-in."""

from typing import Any
from unittest.mock import Mock

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.devices.lines import DeviceError
from jug_mingle.errors import DeviceTroubleError
from jug_mingle.services import materials, mixes, reader_tray, shelf_fit
from jug_mingle.store.models import DeviceReadingRow
from tests.services.support import BLUE, ServiceCase


class ReadTest(ServiceCase):
    def reader(self, **does: Any) -> Mock:
        return Mock(
            **{"identify.return_value": Mock(model="M", serial="7"), "read.return_value": BLUE, **does}
        )

    def test_kept(self) -> None:
        row = reader_tray.read_sample(self.reader(), sample="cloth")
        self.session.add(row)
        self.session.flush()
        kept = self.session.get_one(DeviceReadingRow, row.id)
        self.assertEqual((kept.device, kept.sample), ("M 7", "cloth"))
        np.testing.assert_allclose(kept.R, BLUE, atol=1e-6)

    def test_trouble_keeps_nothing(self) -> None:
        """What the device says went wrong is said, and no reading is left behind."""
        for does in (
            {"identify.side_effect": DeviceError("unplugged")},
            {"read.side_effect": DeviceError("unplugged")},
        ):
            with self.assertRaisesRegex(DeviceTroubleError, "unplugged"):
                reader_tray.read_sample(self.reader(**does), sample="cloth")
        self.assertEqual(self.session.query(DeviceReadingRow).count(), 0)


class TrayTest(ServiceCase):
    def test_samples(self) -> None:
        """What lies there, each tin dried, its tint with the white, and each mix that stands."""
        self.mix()
        away = self.mix(name="Away")
        mixes.remove_mix(self.session, away.id)
        materials.add_material(self.session, key="wax", name="Wax", kind="clear_wax", left_ml=100)
        found = reader_tray.tray(self.session, {}, {"stone": BLUE})
        self.assertEqual(
            list(found),
            ["stone", "Blue", "Blue 1 + white 4", "Ochre", "Ochre 1 + white 4", "White", "Sky (mix)"],
        )
        np.testing.assert_array_equal(found["stone"](), BLUE)
        L = {name: R_to_Lab(read())[0] for name, read in found.items()}
        self.assertLess(L["Blue"], L["Blue 1 + white 4"])
        self.assertLess(L["Blue 1 + white 4"], L["White"])

    def test_the_truth_where_it_is_known(self) -> None:
        """A tin whose optics are known reads as they are, not as the program believes."""
        ochre = shelf_fit.fitted_shelf(self.session).optics("ochre")
        tray = reader_tray.tray(self.session, {"blue": ochre}, {})
        apart = float(delta_E_CIE2000(R_to_Lab(tray["Blue"]()), R_to_Lab(tray["Ochre"]())))
        self.assertLess(apart, 0.01)

    def test_another_base_makes_no_tint(self) -> None:
        materials.add_material(self.session, key="oil", name="Oil", kind="oil_enamel", left_ml=100)
        self.assertNotIn("Oil 1 + white 4", reader_tray.tray(self.session, {}, {}))
