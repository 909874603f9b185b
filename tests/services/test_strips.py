"""Strips, offcuts and stain boards."""

from typing import Any

from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import jobs, strips
from jug_mingle.services.colours import Colour
from tests.services.support import BLUE, ServiceCase


class StripsTest(ServiceCase):
    def keep(self, **changes: Any) -> int:
        asked = {"mix_id": None, "material": "ochre", "ground": "oak", "coats": 1, "wiped_after": None,
            "board": "",
                 "notes": ""}  # fmt: skip
        colour = Colour(R=BLUE * changes.pop("bright", 1.0), noise=0.5, how="reader", spectral=False)
        return strips.add_offcut(
            self.session, changes.pop("job", self.job.id), colour, **{**asked, **changes}
        ).id

    def test_newest_first_and_put_away(self) -> None:
        first, second = self.keep(), self.keep(coats=2)
        self.assertEqual([row.id for row in strips.strips_of(self.session, self.job.id)], [second, first])

    def test_of_one_thing(self) -> None:
        mix = self.mix()
        for both in ({"material": None}, {"mix_id": mix.id}):
            with self.assertRaisesRegex(UnfitError, "one of the jugs, or one tin"):
                self.keep(**both)
        other = jobs.add_job(self.session, name="Other")
        with self.assertRaisesRegex(UnfitError, "belongs to another job"):
            self.keep(material=None, mix_id=mix.id, job=other.id)

    def test_board(self) -> None:
        """Fields stand by their wait; one of another wood, or just as one that is there, is refused; other
        stacks are not."""
        for wait, bright in ((10.0, 0.5), (1.0, 1.0), (30.0, 0.3)):
            self.keep(board="tea", wiped_after=wait, bright=bright)
        waits = [row.wiped_after for row in strips.boards_of(self.session, self.job.id)["tea"]]
        self.assertEqual(waits, [1.0, 10.0, 30.0])
        found = strips.wait_for(self.session, self.job.id, "tea", self.target.id)
        self.assertAlmostEqual(found.minutes, 1.0)
        self.assertLess(found.delta_E, 0.05)
        for wrong in ({"ground": "pine", "wiped_after": 3.0}, {"wiped_after": 10.0}):
            with self.subTest(wrong), self.assertRaises(ConflictError):
                self.keep(board="tea", **wrong)
        self.keep(board="tea")  # left alone
        self.keep(board="tea", coats=2, wiped_after=10.0)
        self.assertEqual(len(strips.fields_of(self.session, self.job.id, "tea")), 5)
        with self.assertRaises(NotFoundError):
            strips.wait_for(self.session, self.job.id, "coffee", self.target.id)
