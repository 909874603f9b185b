"""Readings: kept, withdrawn and counted again, as the core takes them."""

import numpy as np

from jug_mingle.core.evidence.readings import Hiding, Reading, Swatch
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import materials, readings
from tests.services.support import ServiceCase


class ReadingsTest(ServiceCase):
    def test_as_it_was_said(self) -> None:
        """A film over a ground and a count of coats come back from the database as they were given."""
        blue, white = (materials.get_material(self.session, key) for key in ("blue", "white"))
        film = Swatch(seen=np.array([50.0, -3.0, -22.0]), X=30.0, R_g=np.full(36, 0.8))
        row = readings.add_reading(
            self.session, how="reader", noise=0.7, volumes=[(blue, 1.0), (white, 4.0)], veil=0.9,
            swatches=[film], pour_error=0.03, thickness_error=0.15, light_name="bulb",
        )  # fmt: skip
        self.session.expire_all()
        found = readings.to_reading(row)
        assert isinstance(found, Reading)
        self.assertEqual(found.volumes, (("blue", 1.0), ("white", 4.0)))
        self.assertEqual(
            (found.noise, found.veil, found.pour_error, found.thickness_error), (0.7, 0.9, 0.03, 0.15)
        )
        self.assertEqual((found.light.name, found.swatches[0].X), ("bulb", 30.0))
        coats = {"coats": 2, "X_coat": 36.0, "R_g": [0.2] * 36, "hid": False}
        counted = readings.add_reading(
            self.session, how="coats", noise=1.0, volumes=[(blue, 1.0)], veil=1.0, coats=coats
        )
        hiding = readings.to_reading(counted)
        assert isinstance(hiding, Hiding)
        self.assertEqual((hiding.coats, hiding.X_coat, hiding.hid), (2, 36.0, False))

    def test_withdrawn_and_back(self) -> None:
        (row,) = readings.readings_of(self.session, "blue")
        readings.withdraw_reading(self.session, row.id)
        self.assertEqual(readings.readings_of(self.session, "blue"), [])
        self.assertEqual(len(readings.reading_rows(self.session)), 2)
        readings.restore_reading(self.session, row.id)
        self.assertEqual(readings.readings_of(self.session, "blue"), [row])

    def test_refused(self) -> None:
        blue = materials.get_material(self.session, "blue")
        with self.assertRaises(UnfitError):
            readings.add_reading(
                self.session, how="reader", noise=0.5, volumes=[(blue, -1.0)], veil=1.0,
                swatches=[Swatch(seen=np.array([50.0, 0.0, 0.0]))],
            )  # fmt: skip
        with self.assertRaisesRegex(NotFoundError, "no reading 99"):
            readings.get_reading(self.session, 99)
