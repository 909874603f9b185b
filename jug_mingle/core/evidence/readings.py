"""What a painter can know of a material, as residuals of the film equations with their derivatives."""

from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import permutations
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite, check_range, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab, XYZ_to_Lab, XYZ_to_Lab_slope
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT, WAVELENGTHS, Light
from jug_mingle.core.evidence.certainty import NAMED_NOISE
from jug_mingle.core.materials.material import dry_shares
from jug_mingle.core.optics.film import K1, Optics, R_film, R_seen, R_seen_slope
from jug_mingle.core.optics.hiding import coats_as_fraction
from jug_mingle.core.optics.paintable import nearest_film
from jug_mingle.core.optics.uptake import Laying

MODEL_ERROR: Final = 0.1
"""What the film equations are off by on a colour that was fitted (mean CIEDE2000, see bench/)."""

SPECTRUM_ERROR: Final = 0.15
"""The same of a spectrum, in lightness by band: no basis holds every curve, and believed exactly, curves
mislead it."""

_TOGETHER, _SPECTRUM_REACH = 0.5, 60.0
"""The share of that which neighbouring bands have in common, and how far they do. [nm]"""

_HELD_BACK: Final = 1.3
"""A reading of a colour is believed by this factor less than it says: those of one photo err together, and
those of dark paints say more of K and S than a slope can tell. Learnt on the families of bench/ that may be
tuned on."""

_CIEDE2000_OF_LAB: Final = 0.6
"""Mean CIEDE2000 of an even noise in CIELAB of 1 (root mean square of ΔE*ab), over colours of paints."""


class EvidenceError(ValueError):
    """A reading cannot be what it is said to be; the message gives the value and what to do."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Swatch:
    """One dried patch.

    Attributes
    ----------
    seen : (3,) or (36,) ndarray
        CIELAB under the reading's light, or the seen reflectance.
    X : float
        Dry thickness; infinity when it hides. [µm]
    R_g : (36,) ndarray, optional
        Body reflectance of the ground; needed where X is finite.
    """

    seen: FloatArray
    X: float = np.inf
    R_g: FloatArray | None = None

    def __post_init__(self) -> None:
        seen = check_finite(as_floats(self.seen, "a reading"), "a reading")
        if seen.shape not in ((3,), (BANDS,)):
            raise EvidenceError(
                f"a reading is Lab (3 numbers) or a reflectance ({BANDS} numbers), got shape {seen.shape}"
            )
        if seen.shape == (BANDS,):
            check_range(seen, "a read reflectance", 0.0, 1.0)
        else:
            check_range(seen[:1], "L* of a reading", -5.0, 110.0)
        if np.isfinite(self.X) and self.R_g is None:
            raise EvidenceError("a film of finite thickness needs the reflectance of its ground")
        check_range(np.asarray(self.X, dtype=float), "film thickness", 0.0)
        object.__setattr__(self, "seen", read_only(seen))

    def luminance(self, light: Light) -> float:
        """Return the seen luminance factor. [0..1]"""
        if self.seen.size == BANDS:
            return float(self.seen @ light.weights[:, 1]) / 100.0
        return float(((max(self.seen[0], 0.0) + 16.0) / 116.0) ** 3)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Reading:
    """Dried patches of one tin or mix, read under one light.

    Attributes
    ----------
    volumes : tuple of (material key, volume)
        What was poured, in any one unit.
    noise : float
        Mean error of the reading. [CIEDE2000]
    veil : float
        Surface of the dried patch, as for `film.R_seen`. [0..1]
    pour_error : float
        Relative error of each poured volume (one standard deviation).
    thickness_error : float
        Relative error of the film's thickness, one for all its patches.
    wood, laying : str, Laying, optional
        Of what was laid on wood and wiped: the key of that wood, and how it was laid. The thickness of its
        patches is then that of one coat left alone where nothing goes in; what stays of it is what the fit
        learns of the wood.
    """

    key: str
    volumes: tuple[tuple[str, float], ...]
    swatches: tuple[Swatch, ...]
    noise: float
    light: Light = DAYLIGHT
    veil: float = 1.0
    pour_error: float = 0.0
    thickness_error: float = 0.0
    wood: str = ""
    laying: Laying | None = None

    def __post_init__(self) -> None:
        _check_volumes(self.key, self.volumes)
        if self.laying is not None and (not self.wood or any(np.isinf(swatch.X) for swatch in self.swatches)):
            raise EvidenceError(
                f"reading {self.key!r}: what was laid on wood needs that wood, and how thick a coat is"
            )
        if not self.swatches:
            raise EvidenceError(f"reading {self.key!r} has no patch")
        for name in ("noise", "veil", "pour_error", "thickness_error"):
            check_range(
                np.asarray(getattr(self, name), dtype=float), f"{name} of reading {self.key!r}", 0.0, 100.0
            )
        self._check_card()

    def _check_card(self) -> None:
        """A film over a darker ground is never lighter than the same film over a lighter one."""
        films = [
            (float(swatch.R_g.mean()), swatch.luminance(self.light))
            for swatch in self.swatches
            if swatch.R_g is not None and np.isfinite(swatch.X)
        ]
        slack = 0.01 * (1.0 + self.noise)
        for (dark, Y_dark), (pale, Y_pale) in permutations(films, 2):
            if dark < pale - 0.05 and Y_dark > Y_pale + slack:
                raise EvidenceError(
                    f"reading {self.key!r}: over the darker ground it reads lighter ({100 * Y_dark:.0f} %) "
                    f"than over the paler one ({100 * Y_pale:.0f} %): were the two swapped?"
                )


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Hiding:
    """How many coats hid a ground.

    Attributes
    ----------
    coats : int
        The count at which the ground was hidden; or, with `hid` False, the most that were tried.
    X_coat : float
        Dry thickness of one coat. [µm]
    R_g : (36,) ndarray
        Body reflectance of the ground.
    """

    key: str
    volumes: tuple[tuple[str, float], ...]
    coats: int
    X_coat: float
    R_g: FloatArray
    hid: bool = True
    light: Light = DAYLIGHT
    veil: float = 1.0
    thickness_error: float = 0.2

    def __post_init__(self) -> None:
        _check_volumes(self.key, self.volumes)
        if not 1 <= self.coats <= 20:
            raise EvidenceError(f"coats to hide must be from 1 to 20, got {self.coats}")
        check_range(np.asarray(self.X_coat), "thickness of a coat", 0.1)


def _check_volumes(key: str, volumes: tuple[tuple[str, float], ...]) -> None:
    if not volumes:
        raise EvidenceError(f"reading {key!r} names no material")
    if len({name for name, _ in volumes}) != len(volumes):
        raise EvidenceError(f"reading {key!r} names a material twice: add its volumes up")
    for name, volume in volumes:
        if not (np.isfinite(volume) and volume > 0):
            raise EvidenceError(f"reading {key!r}: the volume of {name!r} must be above 0, got {volume}")


def as_film_shows(item: Reading | Hiding) -> Reading | Hiding:
    """Return a reading with every patch that is darker than a film of its surface can look as the nearest
    that it can.

    A typed colour, a printed chip or a photo has another surface than the paint, or none: how far it had to
    be moved is part of its noise. Spectra are moved by band.
    """
    if not isinstance(item, Reading):
        return item
    shown = [_shown(swatch.seen, item) for swatch in item.swatches]
    moved = max(apart for _, apart in shown)
    if moved == 0.0:
        return item
    swatches = tuple(
        replace(swatch, seen=seen) for swatch, (seen, _) in zip(item.swatches, shown, strict=True)
    )
    return replace(item, swatches=swatches, noise=float(np.hypot(item.noise, 0.5 * moved)))


def held_back(item: Reading | Hiding) -> Reading | Hiding:
    """Return what was read as it is believed: a colour a little less than it says."""
    if not isinstance(item, Reading) or item.swatches[0].seen.size == BANDS:
        return item
    return replace(item, noise=_HELD_BACK * item.noise)


def _shown(seen: FloatArray, item: Reading) -> tuple[FloatArray, float]:
    if seen.size == BANDS:
        raised = np.maximum(seen, item.veil * K1)
        return raised, float(delta_E_CIE2000(R_to_Lab(seen, item.light), R_to_Lab(raised, item.light)))
    nearest = nearest_film(seen, item.veil, item.light, measured=item.noise < NAMED_NOISE)
    return nearest, float(delta_E_CIE2000(seen, nearest))


def residual_block(
    item: Reading | Hiding, K: FloatArray, S: FloatArray, solids: FloatArray, kept: FloatArray | None = None
) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Return the whitened residuals of one piece of evidence and their derivatives.

    Parameters
    ----------
    K, S : (m, 36) ndarray
        Optics of the m materials in it, in its order.
    solids : (m,) ndarray
        Their volume solids.
    kept : (m,) ndarray, optional
        What a wood keeps of each, as `uptake.shares_kept`.

    Returns
    -------
    r : (rows,) ndarray
        Predicted minus read, in units of the noise; errors of pour and thickness are part of that noise.
    by_log_K, by_log_S : (rows, m, 36) ndarray
    """
    c = dry_shares([volume for _, volume in item.volumes], solids)
    if isinstance(item, Hiding):
        return _hiding_block(item, c, K, S)
    if kept is not None:
        stays = float(c @ kept)
        c = c * kept / stays
        item = replace(
            item, swatches=tuple(replace(swatch, X=swatch.X * stays) for swatch in item.swatches), laying=None
        )
    parts = [_swatch_block(item, swatch, c, K, S) for swatch in item.swatches]
    r = np.concatenate([part[0] for part in parts])
    by_log_K = np.concatenate([part[1] for part in parts])
    by_log_S = np.concatenate([part[2] for part in parts])
    nuisance = [np.concatenate([part[3] for part in parts])[:, np.newaxis] * item.thickness_error]
    if item.pour_error > 0.0 and len(item.volumes) > 1:
        at_K, at_S = by_log_K / K, by_log_S / S  # (rows, m, 36): c_i times the slope by the mixture's K and S
        most = int(np.argmax(c))  # water has no share at all
        by_pour = np.einsum("rmw,mw->rm", at_K, K) - np.einsum(
            "rw,m,w->rm", at_K[:, most] / c[most], c, c @ K
        )
        by_pour += np.einsum("rmw,mw->rm", at_S, S) - np.einsum(
            "rw,m,w->rm", at_S[:, most] / c[most], c, c @ S
        )
        nuisance.append(by_pour * item.pour_error)
    return _whiten(r, by_log_K, by_log_S, np.hstack(nuisance))


def _whiten(
    r: FloatArray, by_log_K: FloatArray, by_log_S: FloatArray, nuisance: FloatArray
) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Fold errors that several residuals share into their covariance, and divide by its root."""
    if not np.any(nuisance):
        return r, by_log_K, by_log_S
    root = np.linalg.cholesky(np.eye(r.size) + nuisance @ nuisance.T)
    inverse = np.linalg.inv(root)
    return inverse @ r, np.tensordot(inverse, by_log_K, 1), np.tensordot(inverse, by_log_S, 1)


def body_and_slopes(
    K: FloatArray, S: FloatArray, X: float, R_g: FloatArray | None
) -> tuple[FloatArray, FloatArray, FloatArray, FloatArray]:
    """Return body reflectance (36,) of a film and its derivatives by log K, log S and log X."""
    R: FloatArray
    if np.isinf(X) or R_g is None:
        root = np.sqrt(K * (K + 2.0 * S))
        R = S / (K + S + root)
        slope = R * K / root
        return R, -slope, slope, np.zeros(BANDS)
    step = 1e-4
    up, down = np.exp(step), np.exp(-step)
    trial_K = np.stack([K, K * up, K * down, K, K, K, K])
    trial_S = np.stack([S, S, S, S * up, S * down, S, S])
    trial_X = X * np.array([1, 1, 1, 1, 1, up, down])
    R = R_film(K=trial_K, S=trial_S, X=trial_X, R_g=R_g)
    return R[0], (R[1] - R[2]) / (2 * step), (R[3] - R[4]) / (2 * step), (R[5] - R[6]) / (2 * step)


def _swatch_block(
    item: Reading, swatch: Swatch, c: FloatArray, K: FloatArray, S: FloatArray
) -> tuple[FloatArray, FloatArray, FloatArray, FloatArray]:
    K_mix, S_mix = c @ K, c @ S
    body, by_K, by_S, by_X = body_and_slopes(K_mix, S_mix, swatch.X, swatch.R_g)
    seen, surface = R_seen(body, item.veil), R_seen_slope(body)
    if swatch.seen.size == BANDS:
        r, observe = _spectral(seen, swatch.seen, item.noise)
    else:
        r, observe = _coloured(seen, swatch.seen, item.light, metric_of(item, swatch))
    observe = observe * surface
    by_log_K = observe[:, np.newaxis] * (by_K / K_mix * (c[:, np.newaxis] * K))
    by_log_S = observe[:, np.newaxis] * (by_S / S_mix * (c[:, np.newaxis] * S))
    return r, by_log_K, by_log_S, observe @ by_X


def metric_of(item: Reading, swatch: Swatch) -> FloatArray:
    """Return M (3, 3) that turns a miss in CIELAB into units of the noise of a reading of a colour.

    Instruments and cameras err in CIELAB evenly, not in CIEDE2000.
    """
    per_axis = float(np.hypot(item.noise, MODEL_ERROR)) / _CIEDE2000_OF_LAB / np.sqrt(3.0)
    return np.asarray(np.eye(3) / per_axis)


def _coloured(
    seen: FloatArray, Lab_read: FloatArray, light: Light, M: FloatArray
) -> tuple[FloatArray, FloatArray]:
    XYZ = seen @ light.weights
    slope = XYZ_to_Lab_slope(XYZ, light.white) @ light.weights.T
    return M @ (XYZ_to_Lab(XYZ, light.white) - Lab_read), M @ slope


@lru_cache(maxsize=64)
def _spectral_metric(noise: float) -> FloatArray:
    """Return W (36, 36) that turns misses in lightness by band into units of their noise, the model's own
    included."""
    apart = np.subtract.outer(WAVELENGTHS, WAVELENGTHS) / _SPECTRUM_REACH
    alone = noise**2 + (1.0 - _TOGETHER) * SPECTRUM_ERROR**2
    covariance = _TOGETHER * SPECTRUM_ERROR**2 * np.exp(-0.5 * apart**2) + alone * np.eye(BANDS)
    return read_only(np.linalg.inv(np.linalg.cholesky(covariance)))


def _spectral(seen: FloatArray, R_read: FloatArray, noise: float) -> tuple[FloatArray, FloatArray]:
    """Compare cube roots, as lightness does."""
    root = np.cbrt(seen)
    W = _spectral_metric(round(noise, 3))
    return W @ ((root - np.cbrt(np.maximum(R_read, 1e-5))) * 116.0), W * (116.0 / (3.0 * root**2))


def _hiding_block(
    item: Hiding, c: FloatArray, K: FloatArray, S: FloatArray
) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Return one row: the logarithm of the coats that hide against the interval in which they lie."""
    K_mix, S_mix = c @ K, c @ S

    def log_coats(K_at: FloatArray, S_at: FloatArray) -> float:
        optics = Optics(K=K_at, S=S_at)
        return float(
            np.log(
                coats_as_fraction(optics, X_coat=item.X_coat, R_g=item.R_g, light=item.light, veil=item.veil)
            )
        )

    value = log_coats(K_mix, S_mix)
    if item.hid:
        low, high = np.log(max(item.coats - 1.0, 0.35)), np.log(item.coats)
        middle, spread = (low + high) / 2.0, (high - low) / np.sqrt(12.0)
    else:
        middle, spread = np.log(item.coats), 0.0
    error = float(np.hypot(spread, item.thickness_error))
    step = 0.02
    by_K, by_S = np.zeros(BANDS), np.zeros(BANDS)
    # Coats depend on level and tilt of K and S; bands move together in three broad windows.
    for window in np.array_split(np.arange(BANDS), 3):
        bump = np.zeros(BANDS)
        bump[window] = step
        by_K[window] = (log_coats(K_mix * np.exp(bump), S_mix) - value) / step / window.size
        by_S[window] = (log_coats(K_mix, S_mix * np.exp(bump)) - value) / step / window.size
    r = (value - middle) / error
    if not item.hid and r > 0.0:  # more coats than were tried: just what was seen
        r, by_K, by_S = 0.0, np.zeros(BANDS), np.zeros(BANDS)
    by_log_K = (by_K / K_mix * (c[:, np.newaxis] * K) / error)[np.newaxis]
    by_log_S = (by_S / S_mix * (c[:, np.newaxis] * S) / error)[np.newaxis]
    return np.array([r]), by_log_K, by_log_S
