"""The fit kept in the data folder: the same back, or none at all."""

import hashlib
from dataclasses import fields
from unittest.mock import patch

import numpy as np

from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.services import kept_fit, shelf_fit
from tests.services.support import ServiceCase


class KeptFitTest(ServiceCase):
    def load(self, key: str = "k") -> Shelf | None:
        return kept_fit.load(self.path, key, self.shelf.materials)

    def setUp(self) -> None:
        super().setUp()
        self.shelf = shelf_fit.fitted_shelf(self.session)
        kept_fit.save(self.path, "k", self.shelf)

    def test_the_same_back(self) -> None:
        """Everything of a fit comes back to the last bit, so that a draw from it is the same draw."""
        back = self.load()
        assert back is not None
        for name in ("log_K", "log_S", "unknowns"):
            np.testing.assert_array_equal(getattr(back, name), getattr(self.shelf, name))
        self.assertEqual((back.weights, back.misses), (self.shelf.weights, self.shelf.misses))
        self.assertEqual(
            [one.name for one in fields(back.factor)], [one.name for one in fields(self.shelf.factor)]
        )
        for ours, theirs in zip(back.draw(8), self.shelf.draw(8), strict=True):
            np.testing.assert_array_equal(ours, theirs)

    def test_another_one_is_none(self) -> None:
        """A fit of another shelf, a torn file and an empty folder are all no fit, and nothing breaks."""
        self.assertIsNone(self.load("other"))
        whole = (self.path / kept_fit.NAME).read_bytes()
        index = whole.rindex(
            b"PK\x01\x02"
        )  # the last entry of the list at its end: how it is packed, and with what
        packed, sealed = (whole[: index + at] + b"\x63" + whole[index + at + 1 :] for at in (10, 8))
        cut, over = whole[: len(whole) // 2], whole[:60] + b"y" * 400 + whole[460:]
        for number, spoilt in enumerate((b"", b"x" * 900, cut, over, packed, sealed)):
            (self.path / kept_fit.NAME).write_bytes(spoilt)
            with self.subTest(number):
                self.assertIsNone(self.load())
        (self.path / kept_fit.NAME).unlink()
        self.assertIsNone(self.load())

    def test_of_earlier_code(self) -> None:
        """What earlier code made of the same is found where that is asked for, and of something else
        never."""
        with patch("jug_mingle.services.kept_fit.physics", return_value="of tomorrow"):
            self.assertIsNone(self.load())
            last = kept_fit.load(self.path, "k", self.shelf.materials, of_any_physics=True)
            assert last is not None
            np.testing.assert_array_equal(last.log_K, self.shelf.log_K)
            self.assertIsNone(kept_fit.load(self.path, "other", self.shelf.materials, of_any_physics=True))

    def test_where_it_cannot_be_kept(self) -> None:
        """A disk that does not take it is no trouble."""
        kept_fit.save(self.path / "not there", "k", self.shelf)
        self.assertFalse((self.path / "not there").exists())

    def test_key(self) -> None:
        """The same of the same, another of another, and another by other physics."""
        self.assertEqual(kept_fit.key_of(("a", 1.0)), kept_fit.key_of(("a", 1.0)))
        self.assertNotEqual(kept_fit.key_of(("a", 1.0)), kept_fit.key_of(("a", 1.5)))
        self.assertNotEqual(kept_fit.physics(), hashlib.sha256().hexdigest())
        with patch("jug_mingle.services.kept_fit.physics", return_value="of tomorrow"):
            tomorrow = kept_fit.key_of(("a", 1.0))
        self.assertNotEqual(kept_fit.key_of(("a", 1.0)), tomorrow)
