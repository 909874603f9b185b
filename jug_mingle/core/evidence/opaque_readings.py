"""Readings of opaque swatches as colours, many at once: what most evidence is, as arrays instead of one by
one."""

from collections.abc import Sequence

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import XYZ_to_Lab, XYZ_to_Lab_slope
from jug_mingle.core.evidence.readings import Hiding, Reading, metric_of
from jug_mingle.core.materials.material import dry_shares
from jug_mingle.core.optics.film import R_seen, R_seen_slope


def fits(item: Reading | Hiding) -> bool:
    """Return whether a piece of evidence is one opaque swatch read as a colour."""
    return (
        isinstance(item, Reading)
        and len(item.swatches) == 1
        and bool(np.isinf(item.swatches[0].X))
        and item.swatches[0].seen.size == 3
    )


class OpaqueBatch:
    """Readings of mixes of equally many materials each.

    `slopes` gives for all of them what `evidence.residual_block` gives for one; a test holds both together.
    """

    def __init__(
        self, readings: Sequence[Reading], places: Sequence[Sequence[int]], solids: FloatArray
    ) -> None:
        self.places = np.array(places, dtype=np.intp)
        volumes = np.array([[volume for _, volume in reading.volumes] for reading in readings])
        self.c = np.array([dry_shares(row, solids[at]) for row, at in zip(volumes, self.places, strict=True)])
        self.Lab = np.array([reading.swatches[0].seen for reading in readings])
        self.metric = np.array([metric_of(reading, reading.swatches[0]) for reading in readings])
        self.weights = np.array([reading.light.weights for reading in readings])
        self.white = np.array([reading.light.white for reading in readings])
        self.veil = np.array([reading.veil for reading in readings])
        self.pour_error = np.array([reading.pour_error for reading in readings])

    def slopes(self, K: FloatArray, S: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray]:
        """Return residuals (b, 3) and slopes (b, m, 3, 36) by log K and log S of the m materials of each
        reading."""
        K, S = K[self.places], S[self.places]
        K_mix, S_mix = np.einsum("bm,bmw->bw", self.c, K), np.einsum("bm,bmw->bw", self.c, S)
        root = np.sqrt(K_mix * (K_mix + 2.0 * S_mix))
        body = S_mix / (K_mix + S_mix + root)
        XYZ = np.einsum("bw,bwx->bx", R_seen(body, self.veil), self.weights)
        r = np.einsum("bij,bj->bi", self.metric, XYZ_to_Lab(XYZ, self.white) - self.Lab)
        observe = self.metric @ XYZ_to_Lab_slope(XYZ, self.white) @ self.weights.transpose(0, 2, 1)
        # d body / d log(K/S) = -body K / root; log S pulls the other way.
        observe = observe * (R_seen_slope(body) * body * K_mix / root)[:, np.newaxis, :]
        by_K, by_S = -observe / K_mix[:, np.newaxis], observe / S_mix[:, np.newaxis]
        c = self.c[..., np.newaxis]
        by_log_K = by_K[:, np.newaxis] * (c * K)[:, :, np.newaxis]
        by_log_S = by_S[:, np.newaxis] * (c * S)[:, :, np.newaxis]
        if self.c.shape[1] == 1 or not np.any(self.pour_error):
            return r, by_log_K, by_log_S
        by_pour = np.einsum("biw,bmw->bim", by_K, c * (K - K_mix[:, np.newaxis]))
        by_pour += np.einsum("biw,bmw->bim", by_S, c * (S - S_mix[:, np.newaxis]))
        by_pour *= self.pour_error[:, np.newaxis, np.newaxis]
        inverse = np.linalg.inv(np.linalg.cholesky(np.eye(3) + by_pour @ by_pour.transpose(0, 2, 1)))
        many = inverse[:, np.newaxis]
        return np.einsum("bij,bj->bi", inverse, r), many @ by_log_K, many @ by_log_S
