"""A paint laboratory whose physics is not Kubelka–Munk, to measure the colour core against.

Invented colorants get absorption, scattering and asymmetry from Mie theory (`miepython`) with invented
refractive indices; paints are mixed by volume; layers under a surface of refractive index 1.5 are solved by
adding–doubling (`iadpython`). Nothing here is used by the product.
"""

from dataclasses import dataclass

import iadpython
import miepython
import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS

N_FILM = 1.5
QUADRATURE = 8


@dataclass(frozen=True)
class Colorant:
    """Index n, absorption index k as a list of (peak, centre nm, width nm, floor), median diameter in µm."""

    name: str
    n: float
    diameter: float
    bands: tuple[tuple[float, float, float], ...] = ()
    floor: float = 0.0
    edge: tuple[float, float, float] | None = None

    def k(self) -> FloatArray:
        k = np.full(BANDS, self.floor)
        for peak, centre, width in self.bands:
            k = k + peak * np.exp(-0.5 * ((WAVELENGTHS - centre) / width) ** 2)
        if self.edge is not None:
            height, at, soft = self.edge
            k = k + height / (1.0 + np.exp((WAVELENGTHS - at) / soft))
        return k


COLORANTS = (
    Colorant("white", 2.70, 0.25, floor=1e-6, edge=(0.02, 385.0, 5.0)),
    Colorant("black", 1.90, 0.06, floor=0.60),
    Colorant("iron red", 2.80, 0.20, bands=((0.20, 480.0, 70.0),), floor=0.004, edge=(0.35, 560.0, 14.0)),
    Colorant("iron yellow", 2.30, 0.30, floor=0.003, edge=(0.16, 480.0, 22.0)),
    Colorant("organic yellow", 1.95, 0.22, floor=0.0006, edge=(0.45, 490.0, 12.0)),
    Colorant("organic red", 2.00, 0.26, bands=((0.45, 525.0, 42.0),), floor=0.001, edge=(0.14, 450.0, 40.0)),
    Colorant("violet", 1.80, 0.14, bands=((0.50, 560.0, 45.0), (0.15, 640.0, 35.0)), floor=0.002),
    Colorant("strong blue", 1.72, 0.11, bands=((0.75, 620.0, 48.0), (0.45, 690.0, 35.0)), floor=0.006),
    Colorant("mineral blue", 1.55, 0.90, bands=((0.040, 600.0, 50.0),), floor=0.0006),
    Colorant("strong green", 1.74, 0.11, bands=((0.65, 650.0, 50.0), (0.35, 430.0, 40.0)), floor=0.004),
    Colorant("oxide green", 2.45, 0.35, bands=((0.05, 600.0, 45.0), (0.06, 440.0, 45.0)), floor=0.008),
    Colorant("earth brown", 2.10, 0.30, floor=0.020, edge=(0.10, 560.0, 60.0)),
    Colorant("extender", 1.58, 2.00, floor=1e-6),
)


def optics_of(colorant: Colorant) -> FloatArray:
    """Return (3, 36): µ_a, µ_s and µ_s g per µm at a pigment volume share of one, over a log-normal of
    sizes."""
    spread = np.exp(0.3 * np.linspace(-2.0, 2.0, 11))
    weight = np.exp(-0.5 * np.linspace(-2.0, 2.0, 11) ** 2)
    weight /= weight.sum()
    out = np.zeros((3, BANDS))
    for band, (nm, k) in enumerate(zip(WAVELENGTHS, colorant.k(), strict=True)):
        for factor, w in zip(spread, weight, strict=True):
            d = colorant.diameter * factor
            q_ext, q_sca, _, g = miepython.efficiencies(complex(colorant.n, -k), d, nm / 1000.0, n_env=N_FILM)
            per_volume = 1.5 * w / d
            out[:, band] += per_volume * np.array([max(q_ext - q_sca, 0.0), q_sca, q_sca * g])
    return out


class Laboratory:
    """Colorants with their optics, paints as shares of colorants, and what a reader sees of their
    mixtures."""

    def __init__(self) -> None:
        self.optics = {c.name: optics_of(c) for c in COLORANTS}

    def paint(self, shares: dict[str, float]) -> FloatArray:
        """Return (3, 36) of a dry film with these pigment volume shares."""
        return np.asarray(sum(share * self.optics[name] for name, share in shares.items()))

    def seen(self, film: FloatArray, *, X: float = np.inf, ground: FloatArray | None = None) -> FloatArray:
        """Return the seen reflectance (36,), surface included, of a film of X µm over a ground of body
        reflectance."""
        out = np.empty(BANDS)
        for band in range(BANDS):
            mu_a, mu_s, mu_sg = film[:, band]
            # Similarity: an isotropic medium of the reduced scattering, which the surface and depth see
            # alike.
            reduced = mu_s - mu_sg
            a, depth = reduced / (mu_a + reduced), (mu_a + reduced) * X
            out[band] = _reflect(a, depth, None if ground is None else float(ground[band]))
        return out


def _reflect(a: float, depth: float, ground: float | None) -> float:
    sample = iadpython.Sample(a=a, b=max(min(depth, 1e5), 1e-6), g=0.0, n=N_FILM, quad_pts=QUADRATURE)
    if ground is None or np.isinf(depth):
        return float(sample.rt()[0])
    R_film, T_film = iadpython.simple_layer_matrices(sample)
    # A Lambertian ground: the same radiance in every direction; the weights 2 µ w sum to one.
    R_ground = np.full_like(R_film, ground)
    R_body, _ = iadpython.add_layers_basic(
        sample, R_ground, np.zeros_like(R_film), R_film, R_film, T_film, T_film
    )
    dark = np.zeros_like(R_film)
    surface = iadpython.start.boundary_layer(sample, top=True)
    R_all, _, T_all, _ = iadpython.add_slide_above(sample, *surface, R_body, R_body, dark, dark)
    return float(sample.UX1_and_UXU(R_all, T_all)[0])
