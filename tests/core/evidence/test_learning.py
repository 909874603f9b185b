"""What a reading taught."""

import unittest

import numpy as np

from jug_mingle.core.evidence.learning import learnt
from tests.core.paints import known_shelf


class LearntTest(unittest.TestCase):
    def test_what_moved_most_comes_first(self) -> None:
        """A tin that scatters half as much shows in its tint; one that moved hardly at all is not told."""
        before = known_shelf()
        S = np.exp(before.log_S)
        S[before.index("blue")] *= 0.5
        S[before.index("yellow")] *= 0.8
        S[before.index("white")] *= 0.999
        found = learnt(before, before.with_optics(K=np.exp(before.log_K), S=S))
        names = [one.name for one in found]
        self.assertEqual(names, [before.materials[before.index(key)].name for key in ("blue", "yellow")])
        self.assertGreater(found[0].by, found[1].by)
        self.assertEqual(learnt(before, before), [])
