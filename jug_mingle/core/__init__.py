"""The heart: colour, paint physics and the search for recipes. numpy in, numpy out; no web, no database.

A shelf becomes known by readings, a target asks for recipes:

>>> import numpy as np
>>> from jug_mingle.core import Material, Reading, Swatch, Target, Wishes
>>> from jug_mingle.core import characterise, find_recipes, kind_of, tool
>>> paints = [Material(key=k, name=k, kind=kind_of("chalk_paint")) for k in ("white", "blue")]
>>> def reading(key, Lab, *volumes):
...     return Reading(key=key, volumes=volumes, swatches=(Swatch(seen=np.array(Lab)),), noise=0.5)
>>> shelf = characterise(paints, [
...     reading("a", [96, 0, 2], ("white", 1.0)),
...     reading("b", [32, 8, -38], ("blue", 1.0)),
...     reading("c", [58, -2, -30], ("blue", 1.0), ("white", 4.0)),
... ])
>>> target = Target(R=predict(shelf, [Pour(key="white", parts=6, ml=6.0), Pour(key="blue", parts=1, ml=1.0)]))
>>> best = find_recipes(shelf, target, Wishes(batch=350.0, tool=tool("parts"), most_tins=2))[-1]
>>> [(pour.key, pour.parts, round(pour.ml)) for pour in best.pours]
[('white', 6, 300), ('blue', 1, 50)]
"""

from jug_mingle.core.colour.difference import delta_E_CIE2000, difference_words
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS, Light, light, lights, make_light
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm, look_over
from jug_mingle.core.evidence.mixtures import predict
from jug_mingle.core.evidence.next_swatch import next_swatch
from jug_mingle.core.evidence.readings import Hiding, Reading, Swatch
from jug_mingle.core.materials.kinds import KINDS, kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import TOOLS, tool
from jug_mingle.core.optics.blend_path import ramp
from jug_mingle.core.optics.film import Optics, R_film, R_infinity, R_seen, R_stack
from jug_mingle.core.optics.grounds import Ground, ground, measured_ground
from jug_mingle.core.optics.hiding import coats_to_hide, contrast_ratio, hiding_power
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.core.recipes.lacking import what_is_lacking
from jug_mingle.core.recipes.over import OverWay, OverWishes, find_ways
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.rescue import Advice, Batch, Rescue, advise, read_batch
from jug_mingle.core.recipes.two_woods import make_one
from jug_mingle.core.recipes.undertones import what_moves
from jug_mingle.core.recipes.wishes import NothingToMixError, Target, Wishes

__all__ = [
    "BANDS",
    "KINDS",
    "NOISE",
    "TOOLS",
    "WAVELENGTHS",
    "Advice",
    "Batch",
    "Ground",
    "Hiding",
    "LaidFilm",
    "Laying",
    "Light",
    "Material",
    "NothingToMixError",
    "Optics",
    "OverWay",
    "OverWishes",
    "Pour",
    "R_film",
    "R_infinity",
    "R_seen",
    "R_stack",
    "Reading",
    "Recipe",
    "Rescue",
    "Shelf",
    "Swatch",
    "Target",
    "Wishes",
    "advise",
    "characterise",
    "coats_to_hide",
    "contrast_ratio",
    "delta_E_CIE2000",
    "difference_words",
    "find_recipes",
    "find_ways",
    "ground",
    "hiding_power",
    "kind_of",
    "light",
    "lights",
    "look_over",
    "make_light",
    "make_one",
    "measured_ground",
    "next_swatch",
    "predict",
    "ramp",
    "read_batch",
    "recover_reflectance",
    "tool",
    "what_is_lacking",
    "what_moves",
]
