"""Radiative transfer of many layers at once: adding–doubling for any azimuth-free phase function, below a
surface.

H. C. van de Hulst, "A new look at multiple scattering" (1963), and W. J. Wiscombe, J. Quant. Spectrosc.
Radiat. Transfer 16, 637 (1976). `bench.oracle` takes similarity for granted; here light scatters forwards as
it does in paint. Matrices act on radiances: I_out = R I_in. Nothing here is used by the product.
"""

from functools import cache

import numpy as np

from bench.oracle import N_FILM
from jug_mingle.core.arrays import FloatArray

TERMS = 9
"""Terms of a phase function; what is sharper is forward scattering that changes nothing (delta-M, Wiscombe
1977)."""

_STEP = 1e-6
_OPAQUE = 40
_HALVES = 22
_CRITICAL = float(np.sqrt(1.0 - 1.0 / N_FILM**2))


@cache
def _quadrature() -> tuple[FloatArray, FloatArray]:
    """Return cosines inside the film and their weights on 0..1: Gauss below the critical angle, Radau with 1
    above."""
    low, w_low = np.polynomial.legendre.leggauss(6)
    n = 5
    # Radau on -1..1 with a fixed end at 1, by the roots of (P_{n-1} + P_n) / (1 + x), mirrored.
    p = np.zeros(n + 1)
    p[n - 1 : n + 1] = 1.0
    inner = np.sort(np.polynomial.legendre.legroots(p).real)[1:]
    at = np.concatenate([[-1.0], inner])
    weight = (1.0 - at) / (n * np.polynomial.legendre.Legendre.basis(n - 1)(at)) ** 2
    mu = np.concatenate(
        [(low + 1.0) / 2.0 * _CRITICAL, (1.0 + _CRITICAL) / 2.0 + (1.0 - _CRITICAL) / 2.0 * -at]
    )
    w = np.concatenate([w_low / 2.0 * _CRITICAL, weight * (1.0 - _CRITICAL) / 2.0])
    order = np.argsort(mu)
    return mu[order], w[order]


@cache
def _legendre() -> FloatArray:
    """Return (2 l + 1) P_l(µ_i) P_l(µ_j), (terms, i, j)."""
    mu, _ = _quadrature()
    P = np.array([np.polynomial.legendre.Legendre.basis(order)(mu) for order in range(TERMS)])
    return (2 * np.arange(TERMS) + 1)[:, np.newaxis, np.newaxis] * P[:, :, np.newaxis] * P[:, np.newaxis]


def _fresnel(mu_inside: FloatArray) -> FloatArray:
    """Return the reflectance of the surface for unpolarised light from inside."""
    sin2 = N_FILM**2 * (1.0 - mu_inside**2)
    out = np.sqrt(np.clip(1.0 - sin2, 0.0, None))
    s = ((N_FILM * mu_inside - out) / (N_FILM * mu_inside + out)) ** 2
    p = ((mu_inside - N_FILM * out) / (mu_inside + N_FILM * out)) ** 2
    return np.where(sin2 >= 1.0, 1.0, (s + p) / 2.0)


def _thin(
    mu_a: FloatArray, chi: FloatArray, depth: FloatArray | float = _STEP
) -> tuple[FloatArray, FloatArray]:
    """Return R and T (m, i, j) of a layer of very small optical depth (m,), from µ_a (m,) and µ_s χ_l (m,
    terms)."""
    mu, w = _quadrature()
    moments, total = _extinction(mu_a, chi)
    depth = np.broadcast_to(np.asarray(depth, dtype=float), total.shape)[:, np.newaxis, np.newaxis]
    ahead = np.einsum("ml,lij->mij", moments, _legendre())
    back = np.einsum("ml,lij->mij", moments * (-1.0) ** np.arange(TERMS), _legendre())
    per = (depth / total[:, np.newaxis, np.newaxis] * w) / (2.0 * mu[:, np.newaxis])
    T = np.eye(mu.size) * np.exp(-depth / mu[:, np.newaxis]) + per * ahead
    return per * back, T


def _extinction(mu_a: FloatArray, chi: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return the moments of what is scattered, and how much is lost in all. [1/µm]"""
    moments = chi - chi[:, -1:]  # delta-M: the last term is taken as light that was not scattered at all
    return moments, mu_a + moments[:, 0]


def _double(R: FloatArray, T: FloatArray) -> tuple[FloatArray, FloatArray]:
    between = np.linalg.solve(np.eye(R.shape[-1]) - R @ R, T)
    return R + T @ R @ between, T @ between


def reflectance(mu_a: FloatArray, chi: FloatArray) -> FloatArray:
    """Return what an instrument with d/8° geometry sees of opaque films (m,), the surface's own reflection
    included.

    Parameters
    ----------
    mu_a : (m,) ndarray
        Absorption. [1/µm]
    chi : (m, TERMS) ndarray
        Scattering times the Legendre moments of its phase function; the first is the scattering itself.
        [1/µm]
    """
    R, T = _thin(mu_a, chi)
    for _ in range(_OPAQUE):
        R, T = _double(R, T)
    return _seen(R)


def film_over(mu_a: FloatArray, chi: FloatArray, X: FloatArray, R_g: FloatArray) -> FloatArray:
    """Return the same of films of X µm (m,) over an even ground that reflects R_g (m,) of all light.
    [0..1]"""
    mu, w = _quadrature()
    ground = R_g[:, np.newaxis, np.newaxis] * np.broadcast_to(2.0 * mu * w, (mu.size, mu.size))
    depth = _extinction(mu_a, chi)[1] * X
    R, T = _thin(mu_a, chi, depth / 2.0**_HALVES)
    for _ in range(_HALVES):
        R, T = _double(R, T)
    return _seen(R + T @ np.linalg.solve(np.eye(mu.size) - ground @ R, ground @ T))


def _seen(R: FloatArray) -> FloatArray:
    """Return what leaves through the surface of what reflects R (m, i, j) below it, lit straight on."""
    mu, w = _quadrature()
    inside = _fresnel(mu)
    beam = np.zeros(mu.size)
    beam[-1] = 1.0 / (2.0 * w[-1])  # one unit of flux straight down
    outer = float(_fresnel(np.array([1.0]))[0])
    up = np.linalg.solve(np.eye(mu.size) - R * inside, (R @ beam)[..., np.newaxis])[..., 0]
    return np.asarray(outer + (1.0 - outer) * (up @ (2.0 * mu * w * (1.0 - inside))))
