"""The heart: colour, paint physics and the search for recipes. numpy in, numpy out; no web, no database.

A shelf becomes known by readings, a target asks for recipes:

>>> import numpy as np
>>> from jug_mingle.core import Material, Reading, Swatch, Target, Wishes, characterise, find_recipes, kind_of, tool
>>> paints = [Material(key=k, name=k, kind=kind_of("chalk_paint")) for k in ("white", "blue")]
>>> def reading(key, Lab, *volumes):
...     return Reading(key=key, volumes=volumes, swatches=(Swatch(seen=np.array(Lab)),), noise=0.5)
>>> shelf = characterise(paints, [
...     reading("a", [96, 0, 2], ("white", 1.0)),
...     reading("b", [32, 8, -38], ("blue", 1.0)),
...     reading("c", [58, -2, -30], ("blue", 1.0), ("white", 4.0)),
... ])
>>> target = Target(R=predict(shelf, [Pour(key="white", parts=6, ml=6.0), Pour(key="blue", parts=1, ml=1.0)]))
>>> best = find_recipes(shelf, target, Wishes(batch=350.0, tool=tool("parts"), most_pots=2))[-1]
>>> [(pour.key, pour.parts, round(pour.ml)) for pour in best.pours]
[('white', 6, 300), ('blue', 1, 50)]
"""

from jug_mingle.core.advice import next_swatch, what_is_lacking
from jug_mingle.core.characterise import Shelf, characterise
from jug_mingle.core.colour import delta_E_CIE2000, difference_words
from jug_mingle.core.evidence import NOISE, Hiding, Reading, Swatch
from jug_mingle.core.film import R_film, R_infinity, R_seen, R_stack
from jug_mingle.core.grounds import ground, measured_ground
from jug_mingle.core.hiding import coats_to_hide, contrast_ratio, hiding_power
from jug_mingle.core.ladders import ramp
from jug_mingle.core.layers import find_layers, match_two_woods
from jug_mingle.core.materials import KINDS, Ground, Material, Optics, kind_of
from jug_mingle.core.measures import TOOLS, tool
from jug_mingle.core.recipes import NothingToMixError, Pour, Recipe, Target, Wishes, find_recipes, predict
from jug_mingle.core.recovery import recover_reflectance
from jug_mingle.core.rescue import Advice, Pot, Rescue, advise, read_pot
from jug_mingle.core.spectra import BANDS, WAVELENGTHS, Light, light, lights, make_light

__all__ = [
    "BANDS",
    "KINDS",
    "NOISE",
    "TOOLS",
    "WAVELENGTHS",
    "Advice",
    "Ground",
    "Hiding",
    "Light",
    "Material",
    "NothingToMixError",
    "Optics",
    "Pot",
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
    "find_layers",
    "find_recipes",
    "ground",
    "hiding_power",
    "kind_of",
    "light",
    "lights",
    "make_light",
    "match_two_woods",
    "measured_ground",
    "next_swatch",
    "predict",
    "ramp",
    "read_pot",
    "recover_reflectance",
    "tool",
    "what_is_lacking",
]
