"""Targets: kept with how they were caught, changed, taken off and brought back."""

from jug_mingle.services import targets
from tests.services.support import BLUE, ServiceCase


class TargetsTest(ServiceCase):
    def test_kept(self) -> None:
        self.assertEqual(self.target.R, BLUE.tolist())
        self.assertEqual(
            (self.target.how, self.target.noise, self.target.tolerance), ("white_photo", 5.0, 2.0)
        )

    def test_changed(self) -> None:
        """What is None stays, but a background can be taken away."""
        targets.change_target(self.session, self.target.id, {"background": BLUE.tolist(), "tolerance": 1.0})
        targets.change_target(self.session, self.target.id, {"name": "dusk", "tolerance": None})
        self.assertEqual((self.target.name, self.target.tolerance), ("dusk", 1.0))
        self.assertIsNotNone(self.target.background)
        targets.change_target(self.session, self.target.id, {"background": None})
        self.assertIsNone(self.target.background)
