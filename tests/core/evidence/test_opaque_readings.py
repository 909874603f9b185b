"""Opaque readings all at once, as one by one."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.opaque_readings import OpaqueBatch, fits
from jug_mingle.core.evidence.readings import Reading, Swatch, residual_block
from tests.core.paints import TRUE, seen


class OpaqueBatchTest(unittest.TestCase):
    def test_a_thin_swatch_is_no_masstone(self) -> None:
        """A swatch through which its ground shows says of the film, not of the paint by itself: it is read
        with its thickness, and never among the opaque ones. Nor are two swatches, nor a spectrum."""
        seen_Lab = np.array((50.0, 0.0, 0.0))
        opaque, thin = Swatch(seen=seen_Lab), Swatch(seen=seen_Lab, X=30.0, R_g=np.full(36, 0.8))
        spectral = Swatch(seen=np.full(36, 0.3))
        for swatches, alone in (
            ((opaque,), True), ((thin,), False), ((opaque, opaque), False), ((spectral,), False),
        ):  # fmt: skip
            item = Reading(key="a", volumes=(("a", 1.0),), veil=0.6, noise=0.7, swatches=swatches)
            self.assertEqual(fits(item), alone)

    def test_equals_one_by_one(self) -> None:
        """Many readings at once give what each gives by itself, pour errors included."""
        keys = list(TRUE)
        K, S = (np.array([TRUE[key][i] for key in keys]) * 1.1 for i in (0, 1))
        items = [
            Reading(
                key=f"{a}{b}", volumes=((keys[a], 1.0), (keys[b], 3.0)), veil=0.6, noise=0.7,
                pour_error=error, swatches=(Swatch(seen=R_to_Lab(seen({keys[a]: 2.0, keys[b]: 3.0}))),),
            )
            for a, b, error in ((0, 1, 0.05), (2, 3, 0.0), (4, 1, 0.2))
        ]  # fmt: skip
        places = [[keys.index(key) for key, _ in item.volumes] for item in items]
        solids = np.full(len(keys), 0.4)
        r, by_K, by_S = OpaqueBatch(items, places, solids).slopes(K, S)
        for at, (item, place) in enumerate(zip(items, places, strict=True)):
            one = residual_block(item, K[place], S[place], solids[place])
            assert_allclose(r[at], one[0], atol=1e-9)
            assert_allclose(by_K[at], one[1].transpose(1, 0, 2), atol=1e-9)
            assert_allclose(by_S[at], one[2].transpose(1, 0, 2), atol=1e-9)
