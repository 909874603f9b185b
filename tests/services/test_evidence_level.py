"""How well the tins of a shelf are known, letter by letter."""

import numpy as np

from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.services import evidence_level, materials, readings
from tests.services.support import ServiceCase


class LevelTest(ServiceCase):
    def test_letters(self) -> None:
        """Unread nothing is known; the dried colour is A; a tint with white makes D of it, not of the
        white."""
        bare = materials.add_material(self.session, key="bare", name="Bare", kind="chalk_paint", left_ml=100)
        self.assertEqual(
            evidence_level.levels(self.session), {"white": "A", "blue": "A", "ochre": "A", "bare": ""}
        )
        self.assertEqual(evidence_level.known(self.session, bare.key).level, "")
        white, blue = (materials.get_material(self.session, key) for key in ("white", "blue"))
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(blue, 1.0), (white, 4.0)], veil=1.0,
            swatches=[Swatch(seen=np.array([70.0, -3.0, -22.0]))], about={"task": "tint"},
        )  # fmt: skip
        self.assertEqual(evidence_level.levels(self.session)["blue"], "D")
        known = evidence_level.known(self.session, "blue")
        self.assertEqual(known.level, "D")
        self.assertNotIn("tint", [task.key for task in known.tasks])
