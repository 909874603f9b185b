"""What a colour reader would read of dried samples: the tray of the stand-in reader."""

from collections.abc import Mapping, Sequence

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstone, predict
from jug_mingle.core.materials.material import dry_shares, mixed_veil
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.coefficients import Optics
from jug_mingle.core.optics.film import R_infinity, R_seen
from jug_mingle.core.optics.grounds import Ground


def read_masstone(shelf: Shelf, key: str) -> FloatArray:
    """Return what is read of a tin by itself (36,). [0..1]"""
    return np.clip(masstone(shelf, key), 0.0, 1.0)


def read_over(shelf: Shelf, pours: Sequence[Pour], ground: Ground) -> FloatArray:
    """Return what is read of one coat of a mix over a ground (36,). [0..1]"""
    return np.clip(predict(shelf, pours, over=ground), 0.0, 1.0)


def read_opaque(shelf: Shelf, truth: Mapping[str, Optics], volumes: Mapping[str, float]) -> FloatArray:
    """Return what is read of an opaque mix of volumes by key (36,): of tins whose truth is known as they
    truly are."""
    tins = [shelf.materials[shelf.index(key)] for key in volumes]
    amounts = list(volumes.values())
    c = dry_shares(amounts, [tin.solids for tin in tins])
    optics = [truth.get(tin.key) or shelf.optics(tin.key) for tin in tins]
    K = sum(share * one.K for share, one in zip(c, optics, strict=True))
    S = sum(share * one.S for share, one in zip(c, optics, strict=True))
    return np.clip(R_seen(R_infinity(K=K, S=S), mixed_veil(tins, amounts)), 0.0, 1.0)
