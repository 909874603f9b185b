"""The true paints of the demo: invented pigments, and the tins made of them. Only their readings reach the
program."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.optics.film import Optics, R_film, R_infinity, R_seen, veil_of


def _bands(*bands: tuple[float, float, float], floor: float = 0.0) -> FloatArray:
    return np.asarray(floor + sum(h * np.exp(-0.5 * ((WAVELENGTHS - c) / w) ** 2) for h, c, w in bands))


def _edge(height: float, at: float, soft: float, floor: float) -> FloatArray:
    return np.asarray(floor + height / (1.0 + np.exp((WAVELENGTHS - at) / soft)))


_TILT: Final = (WAVELENGTHS / 555.0) ** -0.6

# K and S of a dry film that is all this pigment and binder. [1/µm]
_PIGMENTS: Final[dict[str, tuple[FloatArray, FloatArray]]] = {
    "white": (_edge(0.02, 392.0, 6.0, 0.00006), 0.105 * _TILT),
    "black": (np.full(36, 0.42), 0.006 * _TILT),
    "ochre": (_edge(0.22, 485.0, 22.0, 0.004), 0.034 * _TILT),
    "lemon": (_edge(0.50, 483.0, 11.0, 0.0006), 0.022 * _TILT),
    "red earth": (_edge(0.40, 565.0, 15.0, 0.006), 0.036 * _TILT),
    "rose": (_bands((0.34, 530.0, 40.0), (0.08, 430.0, 45.0), floor=0.0008), 0.016 * _TILT),
    "violet": (_bands((0.30, 560.0, 48.0), (0.10, 640.0, 36.0), floor=0.002), 0.008 * _TILT),
    "blue": (_bands((0.42, 620.0, 55.0), (0.25, 695.0, 40.0), floor=0.003), 0.009 * _TILT),
    "sea": (_bands((0.30, 660.0, 60.0), (0.06, 405.0, 30.0), floor=0.003), 0.012 * _TILT),
    "green": (_bands((0.36, 650.0, 55.0), (0.26, 425.0, 40.0), floor=0.004), 0.012 * _TILT),
    "umber": (_edge(0.16, 560.0, 70.0, 0.030), 0.020 * _TILT),
    "clear": (np.full(36, 1e-6), np.full(36, 1e-5)),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Tin:
    """A tin of the demo shelf: its true make-up by dry volume, and how its owner knows it."""

    key: str
    name: str
    kind: str
    left_ml: float
    price: float
    shares: dict[str, float]
    known: str = "reader"

    @property
    def optics(self) -> Optics:
        """The true optics of its dry film."""
        total = sum(self.shares.values())
        K = sum(share / total * _PIGMENTS[name][0] for name, share in self.shares.items())
        S = sum(share / total * _PIGMENTS[name][1] for name, share in self.shares.items())
        return Optics(K=np.asarray(K), S=np.asarray(S))


TINS: Final = (
    Tin(key="chalk-white", name="Chalk white", kind="chalk_paint", left_ml=900, price=28,
        shares={"white": 1.0}),
    Tin(key="tide-line", name="Tide line", kind="chalk_paint", left_ml=640, price=31,
        shares={"white": 0.52, "blue": 0.12, "sea": 0.10, "umber": 0.05}),
    Tin(key="moss-bank", name="Moss bank", kind="chalk_paint", left_ml=420, price=31,
        shares={"white": 0.16, "ochre": 0.40, "green": 0.10, "umber": 0.16}),
    Tin(key="night-ink", name="Night ink", kind="chalk_paint", left_ml=310, price=31,
        shares={"white": 0.05, "black": 0.16, "blue": 0.14}),
    Tin(key="kiln-shard", name="Kiln shard", kind="chalk_paint", left_ml=500, price=31,
        shares={"white": 0.12, "red earth": 0.60, "umber": 0.10}),
    Tin(key="quince-peel", name="Quince peel", kind="chalk_paint", left_ml=380, price=31,
        shares={"white": 0.30, "ochre": 0.50, "lemon": 0.05}),
    Tin(key="sloe-skin", name="Sloe skin", kind="chalk_paint", left_ml=250, price=31, known="card_photo",
        shares={"white": 0.14, "violet": 0.22, "umber": 0.06}),
    Tin(key="oat-straw", name="Oat straw", kind="chalk_paint", left_ml=760, price=29,
        shares={"white": 0.90, "ochre": 0.075, "umber": 0.012}),
    Tin(key="heron-back", name="Heron back", kind="mineral_paint", left_ml=450, price=34,
        shares={"white": 0.60, "black": 0.035, "blue": 0.03}),
    Tin(key="hip-and-haw", name="Hip and haw", kind="mineral_paint", left_ml=330, price=34,
        shares={"white": 0.10, "rose": 0.45, "red earth": 0.12}),
    Tin(key="bracken-floor", name="Bracken floor", kind="mineral_paint", left_ml=280, price=34,
        known="card_photo",
        shares={"white": 0.08, "green": 0.36, "ochre": 0.12}),
    Tin(key="mill-pond", name="Mill pond", kind="mineral_paint", left_ml=510, price=34,
        shares={"white": 0.24, "sea": 0.20, "green": 0.16}),
    Tin(key="cart-track", name="Cart track", kind="mineral_paint", left_ml=600, price=32,
        shares={"white": 0.66, "umber": 0.12, "black": 0.012}),
    Tin(key="lamp-soot", name="Lamp soot", kind="mineral_paint", left_ml=220, price=32,
        shares={"black": 0.40, "white": 0.02}),
    Tin(key="citron-rind", name="Citron rind", kind="mineral_paint", left_ml=190, price=36,
        shares={"white": 0.16, "lemon": 0.60}),
    Tin(key="well-bottom", name="Well bottom", kind="mineral_paint", left_ml=240, price=36,
        shares={"white": 0.10, "blue": 0.36}),
    Tin(key="brewed-tea", name="Brewed tea stain", kind="water_stain", left_ml=400, price=22,
        shares={"clear": 0.6, "umber": 0.4}),
    Tin(key="barley-sugar", name="Barley sugar stain", kind="water_stain", left_ml=350, price=22,
        shares={"clear": 0.8, "ochre": 0.15, "red earth": 0.05}),
    Tin(key="clear-glaze", name="Clear glaze", kind="glaze", left_ml=700, price=18, shares={"clear": 1.0}),
    Tin(key="clear-wax", name="Clear wax", kind="clear_wax", left_ml=300, price=40, shares={"clear": 1.0}),
    Tin(key="peat-wax", name="Peat wax", kind="coloured_wax", left_ml=180, price=44,
        shares={"clear": 0.7, "umber": 0.3}),
    Tin(key="tap-water", name="Tap water", kind="thinner", left_ml=20000, price=0, shares={"clear": 1.0}),
    Tin(key="tinting-wax", name="Wax base", kind="tinting_wax", left_ml=260, price=36, shares={"clear": 1.0}),
    Tin(key="satin-coat", name="Satin clear coat", kind="clear_coat", left_ml=850, price=30,
        shares={"clear": 1.0}),
    Tin(key="plaster", name="Plaster", kind="extender", left_ml=900, price=4, shares={"white": 1.0}),
    Tin(key="grey-primer", name="Grey primer", kind="primer", left_ml=800, price=20,
        shares={"white": 0.7, "black": 0.02}),
)  # fmt: skip


def truth() -> dict[str, Optics]:
    """Return the true optics of every tin by key."""
    return {tin.key: tin.optics for tin in TINS}


def true_mix(tins: list[tuple[Tin, float]]) -> FloatArray:
    """Return the true seen reflectance of a dried opaque mix of poured volumes."""
    dry = np.array([volume * kind_of(tin.kind).volume_solids for tin, volume in tins])
    c = dry / dry.sum()
    K = sum(share * tin.optics.K for share, (tin, _) in zip(c, tins, strict=True))
    S = sum(share * tin.optics.S for share, (tin, _) in zip(c, tins, strict=True))
    return R_seen(R_infinity(K=K, S=S), _veil(tins[int(np.argmax(c))][0]))


def true_film(tin: Tin, *, X: float, R_g: FloatArray) -> FloatArray:
    """Return the true seen reflectance of a film of X µm of one tin over a ground of body reflectance."""
    return R_seen(R_film(K=tin.optics.K, S=tin.optics.S, X=X, R_g=R_g), _veil(tin))


def _veil(tin: Tin) -> float:
    return veil_of(kind_of(tin.kind).sheen)
