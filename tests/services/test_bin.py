"""The bin: what is removed for good takes what is its own along, and nothing that others stand on."""

import numpy as np
from sqlalchemy import select

from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.errors import ConflictError
from jug_mingle.services import bin, materials, readings
from jug_mingle.store.models import MaterialRow, ReadingRow
from tests.services.support import ServiceCase


class ForGoodTest(ServiceCase):
    def tin(self, key: str) -> MaterialRow:
        return self.session.scalars(select(MaterialRow).where(MaterialRow.key == key)).one()

    def count(self) -> int:
        return len(self.session.scalars(select(ReadingRow)).all())

    def test_a_tin_read_with_another(self) -> None:
        """What was read of two tins mixed is what the other is known by: the tin stays, and so does it."""
        blue, white = self.tin("blue"), self.tin("white")
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(blue, 1.0), (white, 1.0)], veil=1.0,
            swatches=[Swatch(seen=np.array((60.0, 2.0, -20.0)))],
        )  # fmt: skip
        before = self.count()
        materials.remove_material(self.session, "blue")
        with self.assertRaisesRegex(ConflictError, "another tin, which was read with it"):
            bin.remove_for_good(self.session, "tin", blue.id)
        self.assertEqual(self.count(), before)
        self.assertIsNotNone(self.session.get(MaterialRow, blue.id))

    def test_a_tin_read_alone(self) -> None:
        """What was read of it alone goes with it, and nothing else."""
        ochre, before = self.tin("ochre"), self.count()
        materials.remove_material(self.session, "ochre")
        bin.remove_for_good(self.session, "tin", ochre.id)
        self.assertEqual(self.count(), before - 1)
        self.assertIsNone(self.session.get(MaterialRow, ochre.id))
