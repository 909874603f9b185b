"""Stains and washes over wood: how near their predicted looks are to a physics and a trade that are not the
core's."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from bench.other_paints import interval
from bench.tables import table
from bench.woods import Wood
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm, coat_of, look_over
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import R_body
from jug_mingle.core.optics.grounds import Ground, measured_ground
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.over import OverStep, assess_way
from jug_mingle.core.recipes.over_kinds import OVER_KINDS
from jug_mingle.core.recipes.wishes import Target

WOODS: Final = 12
FIELD_ERROR: Final = 0.06
"""How far the amount on one field lies from what was meant (natural logarithm)."""

_WATER: Final = 2.0
_ASKED: Final = tuple(
    Laying(wait=wait, wipe=1.0, coats=coats)
    for wait, coats in ((0.5, 1), (3.0, 1), (20.0, 1), (2.0, 2), (8.0, 2))
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    """What is known of a stain or wash on a wood: fields that were read on it, and whether it has a label."""

    title: str
    fields: tuple[Laying, ...]
    label: bool = False


KNOWN: Final = (
    Known(title="label over its named wood", fields=(), label=True),
    Known(title="two fields", fields=(Laying(wait=1.0), Laying(wait=10.0))),
    Known(title="label, then a board of four", label=True,
          fields=(Laying(wait=1.0), Laying(wait=4.0), Laying(wait=15.0), Laying(wait=5.0, coats=2))),
)  # fmt: skip


def _material(wood: Wood, which: int) -> Material:
    paint = wood.is_paint[which]
    kind = kind_of("chalk_paint" if paint else "water_stain")
    return Material(key=f"m{which}", name=f"m{which}", kind=kind, sheen="flat")


def _noisy(R: FloatArray, noise: float, rng: np.random.Generator) -> FloatArray:
    return R_to_Lab(R) + noise / 0.6 / np.sqrt(3.0) * rng.standard_normal(3)


def _thin(wood: Wood, which: int) -> tuple[float, float]:
    """Return the water in what is laid, and the share of a coat that is left of it."""
    return (_WATER, 1.0 / (1.0 + _WATER)) if wood.is_paint[which] else (0.0, 1.0)


def fitted(wood: Wood, named: Wood, known: Known, rng: np.random.Generator) -> tuple[Shelf, Ground]:
    """Return what is known of the wood's stains and washes, and the bare wood as it was read."""
    bare = np.clip(wood.bare + 0.002 * rng.standard_normal(36), 0.01, 1.0)
    ground = measured_ground("wood", bare, veil=1.0, thirst=0.5, wood="wood")
    materials = [_material(wood, which) for which in range(len(wood.colourants))]
    found = []
    for which, material in enumerate(materials):
        water, thin = _thin(wood, which)
        X = float(coat_of([material], np.array([1.0]), water)[0])
        if wood.is_paint[which]:
            opaque = _noisy(wood.colourants[which].seen_opaque(), NOISE["reader"], rng)
            found.append(Reading(key=f"{which} opaque", volumes=((material.key, 1.0),), noise=NOISE["reader"],
                                 swatches=(Swatch(seen=opaque),)))  # fmt: skip
        if known.label:
            usual = Laying(wait=5.0)
            seen = _noisy(
                named.look_of(wood.colourants[which], wood.is_paint[which], usual, thin), NOISE["label"], rng
            )
            found.append(
                _read(material, f"{which} label", seen, X, named.bare, usual, "named", NOISE["label"])
            )
        for number, laying in enumerate(known.fields):
            error = FIELD_ERROR * rng.standard_normal()
            seen = _noisy(wood.field(which, laying, thin=thin, error=error), NOISE["reader"], rng)
            found.append(_read(material, f"{which} {number}", seen, X, bare, laying, "wood", NOISE["reader"]))
    return characterise(materials, found), ground


def _read(
    material: Material,
    key: str,
    seen: FloatArray,
    X: float,
    bare: FloatArray,
    laying: Laying,
    wood: str,
    noise: float,
) -> Reading:
    swatch = Swatch(seen=seen, X=X, R_g=R_body(bare, 1.0))
    return Reading(
        key=key, volumes=((material.key, 1.0),), swatches=(swatch,), noise=noise, wood=wood, laying=laying,
        thickness_error=FIELD_ERROR,
    )  # fmt: skip


def errors(known: Known, *, left_out: bool, woods: Sequence[int]) -> dict[str, FloatArray]:
    """Return how far predicted looks are off [CIEDE2000], and whether their bands hold."""
    off, holds = [], []
    for seed in woods:
        rng = np.random.default_rng(seed)
        wood, named = Wood(seed, left_out=left_out), Wood.of_the_name(seed, left_out=left_out)
        shelf, ground = fitted(wood, named, known, rng)
        for which in range(len(wood.colourants)):
            water, thin = _thin(wood, which)
            for laying in _ASKED:
                film = LaidFilm(volumes=((f"m{which}", 1.0),), laying=laying, water=water)
                true = wood.field(which, laying, thin=thin, error=FIELD_ERROR * rng.standard_normal())
                look = R_to_Lab(look_over(shelf, [film], ground))
                off.append(float(delta_E_CIE2000(look, R_to_Lab(true))))
                holds.append(_inside(shelf, ground, film, look, true, rng))
    return {"off": np.array(off), "holds": np.array(holds)}


def _inside(
    shelf: Shelf, ground: Ground, film: LaidFilm, look: FloatArray, true: FloatArray, rng: np.random.Generator
) -> bool:
    """Return whether the band of a look, towards a target 2 to 6 away from it, holds the true difference."""
    wanted = np.clip(look + rng.standard_normal(3) * 2.3, [5.0, -120.0, -120.0], [99.0, 120.0, 120.0])
    target = Target(R=recover_reflectance(Lab_to_XYZ(wanted)))
    step = OverStep(kind=OVER_KINDS[0], film=film, parts=((film.keys[0], 1),))
    way = assess_way(shelf, target, ground, [step], pour_error=0.0)
    return way.low <= float(target.goal.miss(true)) <= way.high


def main() -> None:
    """Print the tables."""
    for left_out in (False, True):
        rows = []
        for known in KNOWN:
            found = errors(known, left_out=left_out, woods=range(100 * left_out, 100 * left_out + WOODS))
            off = found["off"]
            rows.append([known.title, len(off), float(np.median(off)), float(np.quantile(off, 0.95)),
                         interval(found["holds"])])  # fmt: skip
        title = "left out of tuning" if left_out else "tuned on"
        table(
            f"Looks over wood, woods {title} [CIEDE2000]", ["known", "looks", "median", "p95", "band"], rows
        )
