"""Families of invented paints, each with a physics and a trade of its own: what figures are tuned on, and
tested on.

Two generators that share nothing make the colorants. `TUNED` families take theirs from Mie theory, as the
prior's crowd does. `LEFT_OUT` ones draw absorption bands in energy with long tails, scattering that falls as
a power of the wavelength, and phase functions of two terms; no constant of the product may be chosen by what
they show. All are solved by adding–doubling with forward scattering (`bench.transfer`).
"""

import hashlib
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import count
from pathlib import Path
from typing import Final

import numpy as np

from bench.oracle import COLORANTS, optics_of
from bench.synthetic_pigments import Chance, pigment
from bench.transfer import TERMS, reflectance
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.optics.film import K1, SHEEN_VEIL

CACHE: Final = Path(__file__).parents[1] / "build" / "families"
_ORDERS: Final = np.arange(TERMS)


@dataclass(frozen=True, slots=True, kw_only=True)
class Family:
    """A world of paints.

    Attributes
    ----------
    empirical : bool
        Whether its colorants come from the second generator.
    black : tuple of float
        Where one part of its black in ten of white lies. [L*]
    strong : tuple of float
        How much more, or less, its colours absorb and scatter than common furniture paint; even in the
        logarithm.
    forward : tuple of float
        Asymmetry of its phase functions; of the first generator what is added to Mie theory's.
    crowding : float
        Share of its scattering that a pigment loses where the film is as full of pigment as a good white.
    solids_error : float
        How far volume solids are from what is said of them (natural logarithm).
    sheens : tuple of str
    white : tuple of float
        L* of its whites, from and to.
    yellow : float
        How yellow the binder is: absorption at 400 nm. [1/µm]
    sheens_by_lustre : bool
        Whether what a mix of sheens loses in lustre adds up (the roughness does), instead of what it shows of
        veil.
    """

    name: str
    seed: int
    empirical: bool = False
    black: tuple[float, float] = (45.0, 75.0)
    strong: tuple[float, float] = (0.6, 1.8)
    forward: tuple[float, float] = (0.0, 0.0)
    crowding: float = 0.0
    solids_error: float = 0.0
    sheens: tuple[str, ...] = ("flat",)
    white: tuple[float, float] = (94.0, 97.5)
    yellow: float = 0.0
    sheens_by_lustre: bool = False


TUNED: Final = (
    Family(name="plain", seed=11),
    Family(name="strong", seed=12, black=(45.0, 55.0), strong=(1.5, 4.0), crowding=0.15),
    Family(name="crowded", seed=13, crowding=0.35, solids_error=0.15, white=(92.0, 95.0),
        sheens=("flat", "matte")),
    Family(name="sheens", seed=14, sheens=("flat", "matte", "eggshell", "satin"), yellow=0.0006,
        solids_error=0.1,
           forward=(-0.2, 0.1)),
)  # fmt: skip

LEFT_OUT: Final = (
    Family(name="organics", seed=21, empirical=True, black=(45.0, 58.0), strong=(1.5, 5.0),
        forward=(0.6, 0.92),
           crowding=0.4),
    Family(name="mixed sheens", seed=22, empirical=True, strong=(0.7, 3.0), forward=(0.5, 0.92),
           crowding=0.5, sheens=("flat", "matte", "satin"), solids_error=0.15, sheens_by_lustre=True),
    Family(name="old tins", seed=23, empirical=True, black=(50.0, 75.0), strong=(0.4, 2.0),
        forward=(0.3, 0.9),
           crowding=0.6, solids_error=0.15, white=(92.0, 96.0), yellow=0.0008, sheens=("flat", "matte")),
)  # fmt: skip

FRESH: Final = tuple(
    replace(family, name=f"{family.name}, again", seed=family.seed + 30) for family in LEFT_OUT
)
"""The same worlds with other paints: drawn after all constants were settled, since the tables of the first
draw and of two more (seeds 10 and 20 on) were seen."""

ROLES: Final = (
    "white", "warm white", "black", "red", "deep red", "yellow", "ochre", "orange", "blue", "deep blue",
    "green",
    "earth green", "violet", "brown", "umber", "grey", "sage", "duck egg", "rose", "mustard", "slate",
    "cream", "brick", "extended",
)  # fmt: skip
_HUES: Final = {
    "red": (560, 610), "deep red": (600, 640), "yellow": (480, 500), "ochre": (510, 545),
    "orange": (530, 565), "brown": (560, 610), "umber": (560, 620),
}  # fmt: skip
_BANDS: Final = {
    "blue": ((590, 640),), "deep blue": ((560, 610), (640, 690)), "green": ((640, 690), (410, 440)),
    "earth green": ((620, 680), (400, 450)), "violet": ((540, 580),),
}  # fmt: skip
_LET_DOWN: Final = {
    "grey": ("black", "umber"), "sage": ("earth green", "umber"), "duck egg": ("blue", "yellow"),
    "rose": ("red", "deep red"), "mustard": ("ochre", "umber"), "slate": ("black", "blue"),
    "cream": ("ochre", "yellow"), "brick": ("brown", "deep red"),
}  # fmt: skip
TINTS: Final = np.eye(len(ROLES)) + 4.0 * np.eye(len(ROLES))[0]
"""Poured volumes (paints, paints) of what tells most of each paint: one part with four of white; of a second
white, whose tint with white tells nothing, ten parts with one of black."""
for _role in ("warm white", "extended"):
    TINTS[ROLES.index(_role)] = (
        10.0 * np.eye(len(ROLES))[ROLES.index(_role)] + np.eye(len(ROLES))[ROLES.index("black")]
    )

_FULL: Final = 0.15
"""Pigment volume share of a dry film as full as a good white's."""

Film = FloatArray
"""(1 + TERMS, 36): absorption, and scattering times the moments of its phase function. [1/µm]"""


@dataclass(frozen=True, slots=True, eq=False)
class _Colorant:
    """At a pigment volume share of one: absorption, scattering and the moments of its phase function (…,
    36)."""

    mu_a: FloatArray
    mu_s: FloatArray
    moments: FloatArray

    def film(self, share: float) -> Film:
        return np.vstack([self.mu_a, self.mu_s * self.moments]) * share


class World:
    """The paints of a family as films, and what a reader sees of their mixes."""

    def __init__(self, family: Family) -> None:
        self.family = family
        c = Chance(family.seed)
        self._chance = c
        colorants = {role: self._colorant(role) for role in (*_HUES, *_BANDS, "black", "extended")}
        white = self._white_pigment()
        films, loads = [], []
        for role in ROLES:
            film, load = self._paint(role, colorants, white)
            films.append(film)
            loads.append(load)
        self.films, self.loads = np.array(films), np.array(loads)
        self.solids = np.exp(family.solids_error * c.rng.standard_normal(len(ROLES)))
        self.sheens = [str(c.rng.choice(family.sheens)) for _ in ROLES]
        self.veils = np.clip(
            [SHEEN_VEIL[s] + 0.08 * c.rng.standard_normal() * (s != "flat") for s in self.sheens], 0.02, 1.0
        )
        self._set_black()

    def _colorant(self, role: str) -> _Colorant:
        return self._empirical(role) if self.family.empirical else self._mie(role)

    def _mie(self, role: str) -> _Colorant:
        """Return the first pigment of the crowd's generator that does what this role does, jittered by the
        family."""
        c = self._chance
        for _ in count():
            if role == "extended":
                one = next(colorant for colorant in COLORANTS if colorant.name == "extender")
                break
            one = pigment(c)
            if _suits(role, one.k(), one.name):
                break
        mu_a, mu_s, mu_sg = optics_of(one)
        g = np.clip(mu_sg / mu_s + c.even(*self.family.forward), 0.0, 0.95)
        return _Colorant(mu_a, mu_s, g ** _ORDERS[:, np.newaxis])

    def _empirical(self, role: str) -> _Colorant:
        """Return a colorant from curves: Student-shaped bands in energy over a power of the wavelength."""
        c = self._chance
        energy = 1239.84 / WAVELENGTHS

        def band(nm: float, width: float) -> FloatArray:
            return (1.0 + ((energy - 1239.84 / nm) / width) ** 2 / 3.0) ** -2.0

        def edge(nm: float, soft: float) -> FloatArray:
            return np.asarray(0.5 + np.arctan((energy - 1239.84 / nm) / soft) / np.pi)

        clean = role in _BANDS or role in ("red", "deep red", "yellow", "ochre", "orange")
        floor = c.log(0.002, 0.02) if clean else 0.06
        if role == "black":
            mu_a = (WAVELENGTHS / 550.0) ** -c.even(0.3, 1.3)
        elif role == "extended":
            mu_a = np.full(BANDS, 5e-5)
        elif role in _HUES:
            mu_a = floor + edge(
                c.even(*_HUES[role]), 0.16 if role in ("brown", "umber") else c.even(0.02, 0.07)
            )
            mu_a = mu_a * (1.0 - 0.45 * c.even(0.0, 1.0) * band(c.even(400, 450), 0.25))
        else:
            mu_a = floor + sum(
                (band(c.even(*where), c.even(0.12, 0.22)) for where in _BANDS[role]), start=np.zeros(BANDS)
            )
        scatters = {"black": 0.03, "extended": 0.06, "ochre": 1.0, "brown": 0.7, "umber": 0.5}.get(
            role, c.log(0.05, 0.8)
        )
        g = c.even(*self.family.forward)
        # Two terms: most forward, a little back, so that its shape is not that of one asymmetry.
        ahead, share = min(1.15 * g + 0.05, 0.95), 0.9
        moments = share * ahead**_ORDERS + (1.0 - share) * (-0.3) ** _ORDERS
        mu_s = scatters * (WAVELENGTHS / 550.0) ** -c.even(0.0, 1.4) / (1.0 - moments[1])
        spread = np.broadcast_to(moments[:, np.newaxis], (TERMS, BANDS))
        return _Colorant(mu_a * 2.2, np.asarray(mu_s), spread)

    def _white_pigment(self) -> _Colorant:
        c = self._chance
        if not self.family.empirical:
            g = c.even(0.3, 0.55)
            mu_s = 1.4 * (WAVELENGTHS / 550.0) ** -c.even(0.6, 1.2) / (1.0 - g)
        else:
            g = c.even(0.2, 0.65)
            mu_s = 1.4 * (WAVELENGTHS / 550.0) ** -c.even(0.2, 1.4) / (1.0 - g)
        mu_a = 0.02 / (1.0 + np.exp((WAVELENGTHS - c.even(385.0, 405.0)) / c.even(3.0, 7.0)))
        return _Colorant(mu_a, mu_s, np.broadcast_to((g**_ORDERS)[:, np.newaxis], (TERMS, BANDS)))

    def _binder(self) -> Film:
        film = np.zeros((1 + TERMS, BANDS))
        film[0] = self.family.yellow * np.exp(-(WAVELENGTHS - 400.0) / 60.0) + 1e-6
        return film

    def _paint(self, role: str, colorants: dict[str, _Colorant], white: _Colorant) -> tuple[Film, float]:
        """Return a paint's film and how full of pigment it is."""
        c = self._chance
        strength = c.log(*self.family.strong)
        if role in ("white", "warm white"):
            share = c.even(0.13, 0.18)
            return self._dirty(white.film(share) + self._binder(), warm=role != "white"), share
        if role in _LET_DOWN:
            first, second = _LET_DOWN[role]
            base, share = white.film(c.even(0.06, 0.14)), 0.12
            deep = c.even(0.3, 0.9) if role in ("brick", "mustard") else c.log(0.02, 0.25)
            film = base + colorants[first].film(0.08 * deep * strength)
            return film + colorants[second].film(0.08 * deep * c.log(0.1, 0.6)) + self._binder(), share
        if role == "extended":
            return colorants[role].film(0.12) + white.film(c.even(0.05, 0.1)) + self._binder(), 0.2
        share = 0.05 * strength if role == "black" else c.even(0.06, 0.13)
        film = colorants[role].film(share * (1.0 if role == "black" else strength))
        return film + white.film(
            c.log(0.0005, 0.015) * (0.0 if role == "black" else 1.0)
        ) + self._binder(), share

    def _dirty(self, film: Film, *, warm: bool) -> Film:
        """Return a white of the lightness that the family's whites have: it holds a little grey, a warm one
        ochre."""
        c = self._chance
        wanted = c.even(*self.family.white) - (1.0 if warm else 0.0)
        tilt = np.exp(-(WAVELENGTHS - 550.0) / (120.0 if warm else c.even(200.0, 900.0)))
        low, high = 1e-6, 1e-1
        for _ in range(30):
            dirt = np.sqrt(low * high)
            trial = film.copy()
            trial[0] += dirt * tilt
            if R_to_Lab(_seen(trial[np.newaxis])[0])[0] > wanted:
                low = dirt
            else:
                high = dirt
        return trial

    def _set_black(self) -> None:
        """Scale the black so that one part in ten of white lies where the family's blacks lie."""
        at, wanted = ROLES.index("black"), self._chance.even(*self.family.black)
        plain, low, high = self.films[at].copy(), 0.02, 50.0
        for _ in range(25):
            factor = float(np.sqrt(low * high))
            self.films[at] = plain * factor
            one_in_ten = np.zeros(len(ROLES))
            one_in_ten[at], one_in_ten[0] = 1.0, 10.0
            if R_to_Lab(self.mixed(one_in_ten[np.newaxis]))[0, 0] > wanted:
                low = factor
            else:
                high = factor

    @cached_property
    def strength(self) -> FloatArray:
        """The L* of one part in ten of white, by paint."""
        volumes = np.eye(len(ROLES))
        volumes[:, 0] += 10.0
        return np.asarray(R_to_Lab(self.mixed(volumes))[:, 0])

    def mixed(self, volumes: FloatArray) -> FloatArray:
        """Return the seen reflectance (m, 36) of dried opaque mixes of poured volumes (m, paints)."""
        return _seen(self.mixed_films(volumes)) - (1.0 - self.veil_of(volumes))[:, np.newaxis] * K1

    def shares(self, volumes: FloatArray) -> FloatArray:
        """Return the true shares of the dry film (m, paints)."""
        dry = volumes * self.solids
        return np.asarray(dry / dry.sum(axis=1, keepdims=True))

    def mixed_films(self, volumes: FloatArray) -> FloatArray:
        """Return the films (m, 1 + TERMS, 36) of mixes."""
        c = self.shares(volumes)
        films = np.einsum("mp,pxw->mxw", c, self.films)
        films[:, 1:] *= self._crowded(c @ self.loads)[:, np.newaxis, np.newaxis]
        return films

    def _crowded(self, load: FloatArray) -> FloatArray:
        return np.clip(1.0 - self.family.crowding * load / _FULL, 0.2, None)

    def veil_of(self, volumes: FloatArray) -> FloatArray:
        """Return how much of the outer reflection is seen of mixes (m,)."""
        c = self.shares(volumes)
        if not self.family.sheens_by_lustre:
            return np.asarray(c @ self.veils)
        lustre = np.log(np.clip(1.0 - self.veils, 0.05, None))
        return np.asarray(1.0 - np.where(c @ self.veils > 0.999, 0.0, np.exp(c @ lustre)))

    @cached_property
    def truth(self) -> dict[str, FloatArray]:
        """Masstones, tints with four of white, and the mixes of every cell: volumes (m, paints) and what is
        seen."""
        file = CACHE / f"{self.family.name.replace(' ', '-')}.npz"
        if file.exists():
            with np.load(file) as stored:
                if str(stored["family"]) == _key(self.family):
                    return {name: stored[name] for name in stored.files if name != "family"}
        rng = np.random.default_rng(self.family.seed + 1000)
        found = {}
        for name, volumes in (
            ("masstone", np.eye(len(ROLES))),
            ("tint", TINTS),
            ("mix", few_tins(rng, 400)),
            ("strong", strong_tints(rng, self, 300)),
            ("pale", near_white(rng, 300)),
        ):
            found[f"{name} volumes"], found[name] = volumes, self.mixed(volumes)
        CACHE.mkdir(parents=True, exist_ok=True)
        np.savez(file, family=_key(self.family), **found)
        return found


def _key(family: Family) -> str:
    """Return what a kept truth follows from: the family and the code that makes it."""
    here = Path(__file__)
    code = b"".join(
        here.with_name(name).read_bytes() for name in ("families.py", "transfer.py", "synthetic_pigments.py")
    )
    return f"{family!r} {hashlib.sha256(code).hexdigest()}"


def few_tins(rng: np.random.Generator, many: int) -> FloatArray:
    """Return poured volumes (many, paints): 2–4 paints at ratios up to 1 : 100, even in the logarithm."""
    volumes = np.zeros((many, len(ROLES)))
    for row in volumes:
        chosen = rng.choice(len(ROLES), size=rng.integers(2, 5), replace=False)
        row[chosen] = np.exp(rng.uniform(0.0, np.log(100.0), size=chosen.size))
    return volumes


def strong_tints(rng: np.random.Generator, world: World, many: int) -> FloatArray:
    """Return one of the family's strong colours with 50 to 200 parts of white."""
    strong = [n for n, role in enumerate(ROLES) if role in (*_HUES, *_BANDS, "black")]
    volumes = np.zeros((many, len(ROLES)))
    volumes[np.arange(many), rng.choice(strong, many)] = 1.0
    volumes[:, 0] = np.exp(rng.uniform(np.log(50.0), np.log(200.0), many))
    return volumes


def near_white(rng: np.random.Generator, many: int) -> FloatArray:
    """Return whites that are let down with a little of one or two other paints: off-whites."""
    volumes = np.zeros((many, len(ROLES)))
    for row in volumes:
        row[rng.choice(2)] = 1.0
        chosen = rng.choice(np.arange(2, len(ROLES)), size=rng.integers(1, 3), replace=False)
        row[chosen] = np.exp(rng.uniform(np.log(1 / 300), np.log(1 / 30), size=chosen.size))
    return volumes


def _suits(role: str, k: FloatArray, kind: str) -> bool:
    """Return whether an absorption curve (36,) of the crowd's generator is that of a role."""
    blue, green, red = k[4:9].mean(), k[14:20].mean(), k[25:31].mean()
    if role == "black":
        return kind == "dark"
    if kind == "dark":
        return False
    if role in ("yellow", "ochre"):
        return (
            blue > 6 * green
            and red < 0.5 * green + 0.01
            and (kind in ("oxide", "earth")) == (role == "ochre")
        )
    if role in ("red", "deep red", "orange"):
        return green > 5 * red and blue > 3 * red
    if role in ("brown", "umber"):
        return kind == "earth" and blue > green > red
    if role == "violet":
        return green > 4 * blue and green > 2 * red
    if role in ("blue", "deep blue"):
        return red > 6 * blue and green > 1.5 * blue
    return bool(red > 4 * green and blue > 1.5 * green)


def _seen(films: FloatArray) -> FloatArray:
    """Return the seen reflectance (m, 36) of opaque films (m, 1 + TERMS, 36), flat."""
    m = films.shape[0]
    rows = films.transpose(0, 2, 1).reshape(m * BANDS, -1)
    found = [reflectance(part[:, 0], part[:, 1:]) for part in np.array_split(rows, max(1, len(rows) // 4000))]
    return np.concatenate(found).reshape(m, BANDS)
