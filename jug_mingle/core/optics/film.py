"""Kubelka–Munk: opaque layers, films over a ground, stacks, and the surface above them (Saunderson).

K and S are per µm of dry film, X in µm; any one unit of length will do. The wavelength axis is the last; all
other axes broadcast. `R_body` is what happens inside a film, `R_seen` what an eye or a camera sees of it."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite, check_range, read_only
from jug_mingle.core.colour.spectra import BANDS


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Optics:
    """K and S of a dry film over the 36 bands. [1/µm]"""

    K: FloatArray
    S: FloatArray

    def __post_init__(self) -> None:
        for name in ("K", "S"):
            array = check_finite(as_floats(getattr(self, name), name, last_axis=BANDS), name)
            object.__setattr__(self, name, read_only(check_range(array, name, 0.0)))


CLEAR: Final = Optics(K=np.full(BANDS, 1e-7), S=np.full(BANDS, 1e-7))
"""A medium, clear coat, wax or oil: solids without colour."""

EXTENDER: Final = Optics(K=np.full(BANDS, 1e-5), S=np.full(BANDS, 0.003))
"""Plaster or chalk in a binder: nearly of the binder's refractive index, so it hardly hides (index 1.58, 2
µm, Mie)."""


# Reflection of a film of refractive index 1.5 in air: outside at near normal incidence, and inside for
# diffuse light (J. L. Saunderson, J. Opt. Soc. Am. 32, 727 (1942), doi:10.1364/JOSA.32.000727).
K1: Final = 0.04
K2: Final = 0.6

SHEEN_VEIL: Final = {"flat": 1.0, "matte": 0.9, "eggshell": 0.6, "satin": 0.35, "gloss": 0.05, "wet": 0.0}
"""The share of the outer surface's reflection that reaches the eye from every side, as a white veil, by
sheen."""


def veil_of(sheen: str) -> float:
    """Return the veil of a sheen; ValueError lists the known ones."""
    if sheen not in SHEEN_VEIL:
        raise ValueError(f"there is no sheen {sheen!r}; known are {', '.join(SHEEN_VEIL)}")
    return SHEEN_VEIL[sheen]


def R_infinity(*, K: ArrayLike, S: ArrayLike) -> FloatArray:
    """Return the body reflectance of an opaque layer.

    Parameters
    ----------
    K, S : (..., W) array_like
        Absorption and scattering, not negative, not both zero. [1/µm]

    Returns
    -------
    R_inf : (..., W) ndarray
        Reflectance factor; 1 where K = 0, 0 where S = 0, nan where an input is nan. [0..1]

    Notes
    -----
    1 + K/S - sqrt((K/S)² + 2 K/S), written without cancellation at large K/S and without a division by S.

    References
    ----------
    .. [1] P. Kubelka, F. Munk, Z. Tech. Phys. 12, 593 (1931).
    """
    K, S = _gate(K, S)
    if np.any((K == 0.0) & (S == 0.0)):
        raise ValueError("a layer with K = 0 and S = 0 is clear: it has no opaque limit")
    return S / (K + S + np.sqrt(K * (K + 2.0 * S)))


def K_over_S(R_inf: ArrayLike) -> FloatArray:
    """Return K/S of an opaque layer of body reflectance `R_inf`, which must lie above 0 and up to 1."""
    R_inf = as_floats(R_inf, "R_inf")
    if np.any((R_inf <= 0.0) | (R_inf > 1.0)):
        raise ValueError("R_inf must be above 0 and at most 1")
    return (1.0 - R_inf) ** 2 / (2.0 * R_inf)


def R_film(*, K: ArrayLike, S: ArrayLike, X: ArrayLike, R_g: ArrayLike) -> FloatArray:
    """Return the body reflectance of a film over a ground.

    Parameters
    ----------
    K, S : (..., W) array_like
        Absorption and scattering of the film, not negative. [1/µm]
    X : (...) array_like
        Dry thickness, not negative, infinity allowed; broadcasts against the leading axes. [µm]
    R_g : (..., W) array_like
        Body reflectance of the ground. [0..1]

    Returns
    -------
    R : (..., W) ndarray
        [0..1]

    Notes
    -----
    Two forms of one solution. Where K > S, with ρ = R_inf and E = exp(-2 X sqrt(K (K + 2 S))),
    R = ρ + (1 - ρ²)(R_g - ρ) E / (1 - ρ R_g + ρ (R_g - ρ) E), which is R_g exp(-2 K X) at S = 0 to the last
    digit. Elsewhere the hyperbolic form with u = X tanh(x)/x, x = X sqrt(K (K + 2 S)), which is regular at K
    = 0.

    References
    ----------
    .. [1] P. Kubelka, J. Opt. Soc. Am. 38, 448 (1948), doi:10.1364/JOSA.38.000448.
    """
    K, S = _gate(K, S)
    R_g = check_range(as_floats(R_g, "R_g"), "R_g", 0.0, 1.0)
    X = check_range(as_floats(X, "X"), "X", 0.0)[..., np.newaxis]
    K, S, X, R_g = np.broadcast_arrays(K, S, X, R_g)
    root = np.sqrt(K * (K + 2.0 * S))
    absorbing = K > S
    R = np.where(absorbing, _film_exponential(K, S, X, R_g, root), _film_hyperbolic(K, S, X, R_g, root))
    return np.asarray(R)


def _film_exponential(
    K: FloatArray, S: FloatArray, X: FloatArray, R_g: FloatArray, root: FloatArray
) -> FloatArray:
    depth = root * np.where(np.isinf(X), 1e300, X)
    E = np.exp(-2.0 * np.minimum(depth, 400.0))
    E = np.where(depth > 350.0, 0.0, E)
    rho = np.divide(S, K + S + root, out=np.zeros_like(K), where=K > 0.0)
    return np.asarray(rho + (1.0 - rho**2) * (R_g - rho) * E / (1.0 - rho * R_g + rho * (R_g - rho) * E))


def _film_hyperbolic(
    K: FloatArray, S: FloatArray, X: FloatArray, R_g: FloatArray, root: FloatArray
) -> FloatArray:
    thick = np.where(np.isinf(X), 1e150, X)
    depth = root * thick
    u = np.divide(np.tanh(depth), root, out=thick.copy(), where=depth > 1e-8)
    return np.asarray((R_g + u * (S - (K + S) * R_g)) / (1.0 + u * (K + S - S * R_g)))


def film_alone(*, K: ArrayLike, S: ArrayLike, X: ArrayLike) -> tuple[FloatArray, FloatArray]:
    """Return the reflectance over black and the transmittance of a film: what `R_film` needs of it for any
    ground.

    Parameters
    ----------
    K, S : (..., W) array_like
        Absorption and scattering of the film, not negative. [1/µm]
    X : (...) array_like
        Dry thickness, not negative and not infinite; broadcasts against the leading axes. [µm]

    Returns
    -------
    R0, T : (..., W) ndarray
        Over a ground R_g the film's reflectance is R0 + T² R_g / (1 - R0 R_g). [0..1]

    References
    ----------
    .. [1] P. Kubelka, J. Opt. Soc. Am. 38, 448 (1948), doi:10.1364/JOSA.38.000448.
    """
    K, S = _gate(K, S)
    X = check_range(as_floats(X, "X"), "X", 0.0, 1e9)[..., np.newaxis]
    root = np.sqrt(K * (K + 2.0 * S))
    depth = root * X
    half = np.exp(-depth)
    E = half * half
    u = np.divide((1.0 - E) / (1.0 + E), root, out=np.broadcast_to(X, depth.shape).copy(), where=depth > 1e-8)
    under = 1.0 + u * (K + S)
    return np.asarray(u * S / under), np.asarray(2.0 * half / ((1.0 + E) * under))


def R_stack(layers: Sequence[tuple[ArrayLike, ArrayLike, ArrayLike]], R_g: ArrayLike) -> FloatArray:
    """Return the body reflectance of layers (K, S, X), lowest first, over a ground `R_g`."""
    R = as_floats(R_g, "R_g")
    for K, S, X in layers:
        R = R_film(K=K, S=S, X=X, R_g=R)
    return R


def saunderson(R: ArrayLike, veil: ArrayLike) -> FloatArray:
    """Return what comes out through a surface of refractive index 1.5 (Saunderson 1942), with a share of its
    veil.

    Parameters
    ----------
    R : (..., W) array_like
        Reflectance below the surface. [0..1]
    veil : (...) array_like
        Share of the outer reflection that is seen: 1 dead flat, 0 wet, oiled or glossy and seen from the
        side.
    """
    R = check_range(as_floats(R, "R"), "R", 0.0, 1.0)
    veil = check_range(as_floats(veil, "veil"), "veil", 0.0, 1.0)[..., np.newaxis]
    return np.asarray(veil * K1 + (1.0 - K1) * (1.0 - K2) * R / (1.0 - K2 * R))


_AHEAD: Final = (0.697, 0.174, 0.953, 8.589)
"""a, b, c, n of `_steeper`; for phase functions of asymmetry 0.45."""


def _steeper(R: FloatArray) -> FloatArray:
    """Return K/S as it is seen straight on over K/S as the two fluxes have it, of layers of body reflectance
    R."""
    a, b, c, n = _AHEAD
    u = 1.0 - R
    return 1.0 + a * u * (1.0 + b * R) + c * u**n


def straight_on(R_body: ArrayLike) -> FloatArray:
    """Return the reflectance of a layer looked at straight on, from its Kubelka–Munk reflectance for diffuse
    light.

    Notes
    -----
    Light that leaves straight up comes from deeper than light that leaves in all directions, so an eye, a
    camera or a sphere instrument sees a strongly absorbing layer darker than the two fluxes say; the more so
    as pigments scatter forwards. Radiative transfer of a half-space below a surface of index 1.5
    (adding–doubling with a Henyey–Greenstein phase function, see bench/) has K/S seen = K/S G, with G from 1
    in white to 2.6 in black, met within 1.5 %. docs/decisions/0025-true-anywhere.md tells why.
    """
    R = as_floats(R_body, "R_body")
    u = (1.0 - R) ** 2 * _steeper(R)
    return np.asarray(2.0 * R / (2.0 * R + u + np.sqrt(u * (u + 4.0 * R))))


def R_seen(R_body: ArrayLike, veil: ArrayLike) -> FloatArray:
    """Return what is seen of a body reflectance: straight on, through the surface.

    Parameters
    ----------
    R_body : (..., W) array_like
        From `R_infinity`, `R_film` or `R_stack`. [0..1]
    veil : (...) array_like
        As for `saunderson`.
    """
    return saunderson(straight_on(check_range(as_floats(R_body, "R_body"), "R_body", 0.0, 1.0)), veil)


def R_seen_slope(R_body: FloatArray) -> FloatArray:
    """Return the derivative of `R_seen` by R_body, which lies inside 0..1; the veil has no part in it."""
    step = 1e-6
    low, high = np.clip(R_body - step, 0.0, 1.0), np.clip(R_body + step, 0.0, 1.0)
    return np.asarray((R_seen(high, 0.0) - R_seen(low, 0.0)) / (high - low))


def R_body(R_seen: ArrayLike, veil: ArrayLike, *, floor: float = 1e-4) -> FloatArray:
    """Return the body reflectance behind a seen one, the inverse of `R_seen`, kept within floor..1 - floor.

    A surface seen darker than its own veil has no body reflectance; it gets the floor.
    """
    seen = check_range(as_floats(R_seen, "R_seen"), "R_seen", 0.0, 1.0)
    inner = seen - check_range(as_floats(veil, "veil"), "veil", 0.0, 1.0)[..., np.newaxis] * K1
    straight = np.clip(inner / ((1.0 - K1) * (1.0 - K2) + K2 * inner), 0.1 * floor, 1.0 - 0.1 * floor)
    log_q_seen = np.log((1.0 - straight) ** 2 / (2.0 * straight))
    a, b, c, n = _AHEAD
    log_q = log_q_seen.copy()
    for _ in range(
        8
    ):  # Newton in the logarithm; G falls as R grows, so its slope lies well below that of K/S
        q = np.exp(log_q)
        root = np.sqrt(q * (q + 2.0))
        body = 1.0 / (1.0 + q + root)
        u, G = 1.0 - body, _steeper(body)
        by_R = a * (b * u - 1.0 - b * body) - c * n * u ** (n - 1.0)
        log_q -= (log_q + np.log(G) - log_q_seen) / (1.0 - by_R * body * q / (root * G))
    q = np.exp(log_q)
    body = 1.0 / (1.0 + q + np.sqrt(q * (q + 2.0)))
    return np.clip(body, floor, 1.0 - floor)


def _gate(K: ArrayLike, S: ArrayLike) -> tuple[FloatArray, FloatArray]:
    return check_range(as_floats(K, "K"), "K", 0.0), check_range(as_floats(S, "S"), "S", 0.0)
