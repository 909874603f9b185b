"""What wood keeps of a coat."""

import unittest

import numpy as np

from jug_mingle.core.optics.uptake import (
    LONGEST,
    PREPARED,
    SEALED,
    SHORTEST,
    Laying,
    Uptake,
    coats_kept,
    laying_words,
    share_left,
    shares_kept,
    taken_in,
)

OAK = Uptake(capacity=0.9, rate=0.5, again=0.8)


class UptakeTest(unittest.TestCase):
    def test_root_of_time(self) -> None:
        """Capillaries fill with the root of time: four times the wait is twice as much, while the wood is far
        from full (E. W. Washburn, Phys. Rev. 17, 273 (1921), doi:10.1103/PhysRev.17.273); then it levels
        off."""
        slow = Uptake(capacity=1.0, rate=0.01)
        self.assertAlmostEqual(taken_in(slow, 4.0) / taken_in(slow, 1.0), 2.0, delta=0.02)
        waits = np.array([taken_in(OAK, wait) for wait in (SHORTEST, 1.0, 5.0, 30.0, LONGEST)])
        self.assertTrue(np.all(np.diff(waits) > 0))
        self.assertLess(waits[-1], 0.9)
        self.assertAlmostEqual(waits[-1], 0.9, delta=0.01)

    def test_wiping(self) -> None:
        """Left alone all of a coat stays; wiped, what went in stays and a share of the rest; on what is
        closed only that share."""
        self.assertEqual(float(shares_kept(OAK, [Laying(wipe=0.0)])[0]), 1.0)
        hard = float(shares_kept(OAK, [Laying(wait=5.0, wipe=1.0)])[0])
        inside = taken_in(OAK, 5.0)
        self.assertAlmostEqual(hard, inside + (1.0 - inside) * 0.12)
        self.assertAlmostEqual(float(shares_kept(SEALED, [Laying(wipe=1.0)])[0]), 0.12)
        np.testing.assert_allclose(share_left([0.0, 1.0]), [1.0, 0.12])

    def test_how_the_wood_was_made_ready(self) -> None:
        """Sealed or finely sanded wood takes less, end grain more (common practice)."""
        kept = [float(shares_kept(OAK, [Laying(prepared=one)])[0]) for one in PREPARED]
        by_name = dict(zip(PREPARED, kept, strict=True))
        self.assertLess(by_name["sealed first"], by_name["sanded fine"])
        self.assertLess(by_name["sanded fine"], by_name["as sanded"])
        self.assertLess(by_name["as sanded"], by_name["end grain"])

    def test_coats(self) -> None:
        """The second coat on wood adds less than the first; on what is closed just as much."""
        self.assertAlmostEqual(coats_kept(OAK, 3), 2.6)
        self.assertAlmostEqual(coats_kept(SEALED, 3), 3.0)
        once, twice = shares_kept(OAK, [Laying(), Laying(coats=2)])
        self.assertAlmostEqual(twice / once, 1.8)

    def test_drawn(self) -> None:
        """Arrays of drawn values give as many rows, one column for each way to lay."""
        drawn = Uptake(amount=np.array([1.0, 2.0]), capacity=0.9, rate=np.array([0.5, 0.5]))
        found = shares_kept(drawn, [Laying(), Laying(wait=30.0), Laying(wipe=0.3)])
        self.assertEqual(found.shape, (2, 3))
        np.testing.assert_allclose(found[1], 2.0 * found[0])

    def test_refused(self) -> None:
        """A wait of zero or a week, a wipe beyond a rag, no coat, a wood made ready as nobody knows."""
        for wrong, words in (
            ({"wait": 0.0}, "from 10 seconds to 12 hours"), ({"wait": 7 * 1440.0}, "laid without wiping"),
            ({"wipe": 1.2}, "from 0, left alone, to 1"), ({"coats": 0}, "from 1 to 6 coats"),
            ({"prepared": "waxed"}, "as sanded"),
        ):  # fmt: skip
            with self.subTest(wrong), self.assertRaisesRegex(ValueError, words):
                Laying(**wrong)

    def test_words(self) -> None:
        for laying, takes, words in (
            (Laying(wait=SHORTEST, wipe=0.45, coats=2), True, "wiped lightly at once, two coats"),
            (Laying(wait=0.5), True, "wiped hard after 30 seconds, one coat"),
            (
                Laying(wait=4.0, wipe=0.75, prepared="end grain"),
                True,
                "wiped after 4 minutes, one coat, wood end grain",
            ),
            (Laying(wait=1.0), True, "wiped hard after 1 minute, one coat"),
            (Laying(wait=4.0), False, "wiped hard, one coat"),
            (Laying(wipe=0.0, coats=3), True, "left alone, three coats"),
        ):
            self.assertEqual(laying_words(laying, takes=takes), words)
