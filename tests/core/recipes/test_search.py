"""The search against trying everything, and its limits."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.mixtures import Palette
from jug_mingle.core.recipes.enumeration import compositions, linear_volumes
from jug_mingle.core.recipes.exact import Misses
from jug_mingle.core.recipes.search import Search, best_candidates, exhaustive
from jug_mingle.core.recipes.wishes import Goal
from tests.core.paints import TRUE, seen

PALETTE = Palette(
    K=np.array([k for k, _ in TRUE.values()]),
    S=np.array([s for _, s in TRUE.values()]),
    solids=np.full(len(TRUE), 0.4),
    veil=np.ones(len(TRUE)),
)
LIGHTS = (light("window"), light("bulb"))
TARGETS = (
    seen({"white": 4, "blue": 2, "green": 1}),
    seen({"yellow": 3, "red": 1, "white": 5}) * 0.97,
    np.clip(seen({"white": 8, "black": 1}) * np.linspace(0.9, 1.1, 36), 0, 1),
    np.full(36, 0.02),
)


class SearchTest(unittest.TestCase):
    def test_as_good_as_trying_everything(self) -> None:
        """For one to three tins and twelve parts it is within 0.1 of the exhaustive best."""
        for number, R in enumerate(TARGETS):
            goal = Goal(Lab=np.array([R_to_Lab(R, at) for at in LIGHTS]), lights=LIGHTS)
            for tins in (1, 2, 3):
                with self.subTest(target=number, tins=tins):
                    best = exhaustive(PALETTE, goal, tins=tins, parts=12)
                    found = best_candidates(PALETTE, goal, tins=tins, parts=12, units=None)[0]
                    self.assertLessEqual(found.miss, best.miss + 0.1)

    def test_mixed_sheens_by_both_measures(self) -> None:
        """Tins of several sheens, also for colours far out of their reach: as near as the exhaustive best on
        paper, and as likely as the exhaustive best over drawn shelves."""
        sheens = replace(PALETTE, veil=np.resize([1.0, 0.35, 0.9, 0.6], PALETTE.size))
        rng = np.random.default_rng(5)
        shape = (8, *sheens.K.shape)
        for number, R in enumerate((*TARGETS, np.full(36, 0.93), np.linspace(0.02, 0.9, 36))):
            goal = Goal(Lab=np.array([R_to_Lab(R, at) for at in LIGHTS]), lights=LIGHTS)
            drawn = Misses(
                K=sheens.K * np.exp(0.3 * rng.standard_normal((*shape[:2], 1)) + np.zeros(shape)),
                S=np.broadcast_to(sheens.S, shape), solids=sheens.solids, veil=sheens.veil, goal=goal,
            )  # fmt: skip
            for tins in (1, 2, 3):
                with self.subTest(target=number, tins=tins):
                    found = Search(sheens, goal, parts=8, units=None, drawn=drawn).best(tins)
                    plain = exhaustive(sheens, goal, tins=tins, parts=8)
                    likely = exhaustive(sheens, goal, tins=tins, parts=8, drawn=drawn)
                    self.assertLessEqual(found[0].miss, plain.miss + 0.1)
                    self.assertLessEqual(min(one.expected for one in found), likely.expected + 0.1)

    def test_how_far_it_is(self) -> None:
        """Trying everything tells how far it is, from none to nearly all."""
        told: list[float] = []
        goal = Goal(Lab=R_to_Lab(TARGETS[0])[np.newaxis], lights=LIGHTS[:1])
        exhaustive(PALETTE, goal, tins=3, parts=4, report=told.append)
        self.assertEqual((told[0], told), (0.0, sorted(told)))
        self.assertLess(told[-1], 1.0)

    def test_compositions(self) -> None:
        """Ratios are whole, positive, in lowest terms, and none is missing."""
        table = compositions(3, 5)
        expected = {tuple(sorted(row)) for row in ((1, 1, 1), (1, 1, 2), (1, 1, 3), (1, 2, 2))}
        self.assertEqual({tuple(sorted(row)) for row in table.tolist()}, expected)
        self.assertEqual(len(table), 1 + 3 + 3 + 3)

    def test_more_tins_than_there_are(self) -> None:
        goal = Goal(Lab=R_to_Lab(TARGETS[0])[np.newaxis], lights=LIGHTS[:1])
        small = Palette(K=PALETTE.K[:2], S=PALETTE.S[:2], solids=PALETTE.solids[:2], veil=PALETTE.veil[:2])
        self.assertEqual(best_candidates(small, goal, tins=3, parts=12, units=None), [])


WINDOW = light("window")


def goal(R: np.ndarray) -> Goal:
    return Goal(Lab=R_to_Lab(R)[np.newaxis], lights=(WINDOW,))


class LimitsTest(unittest.TestCase):
    @settings(max_examples=15, deadline=None)
    @given(st.floats(0.02, 0.6), st.sampled_from(list(range(len(TRUE)))))
    def test_stock(self, share: float, short: int) -> None:
        """A tin that holds a share of the batch gives no more than that."""
        most = np.ones(len(TRUE))
        most[short] = share
        R = seen({"white": 3, "blue": 2, "yellow": 1})
        for tins in (1, 2, 3):
            found = best_candidates(PALETTE, goal(R), tins=tins, parts=12, units=200.0, most=most)
            for candidate in found:
                units = dict(zip(candidate.tins, candidate.units, strict=True))
                total = sum(candidate.units) if sum(candidate.units) <= 12 else 200.0
                self.assertLessEqual(units.get(short, 0), share * total * 1.02 + 1e-6)

    def test_linear_volumes_hold_the_tin(self) -> None:
        R = seen({"white": 3, "blue": 2, "yellow": 1})
        start = seen({"white": 3, "blue": 3, "yellow": 1})
        wider = PALETTE.with_tin(PALETTE.K[:3].mean(axis=0), PALETTE.S[:3].mean(axis=0), solids=0.4, veil=1.0)
        sets, volumes = linear_volumes(wider, goal(R), start, must=6, others=2)
        self.assertTrue(np.all(np.any(sets == 6, axis=1)))
        self.assertTrue(np.all(volumes >= 0.0))
