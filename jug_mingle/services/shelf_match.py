"""Recipes for a colour from a shelf file, without a database: what the command line offers."""

import json
from dataclasses import dataclass
from pathlib import Path

from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.difference import difference_words, likely_words
from jug_mingle.core.colour.spaces import sRGB_to_hex
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.level import black_of, white_of
from jug_mingle.core.evidence.next_swatch import NextSwatch, telling_swatch
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.core.recipes.lacking import OUT_OF_REACH, Lack, what_is_lacking
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.wishes import Target, Wishes
from jug_mingle.formats.shelf_file import read_shelf
from jug_mingle.formats.target_text import parse_target


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Match:
    """Recipes for a target, what is lacking where none comes near, and the swatch that would tell most."""

    shelf: Shelf
    target: Target
    recipes: list[Recipe]
    lack: Lack | None
    test: NextSwatch | None


def match_target(
    *, target: str, shelf_file: Path, tins: int, batch: float, tool_key: str, light_names: list[str]
) -> Match:
    """Return recipes for a target as written; ValueError says what is wrong with what was given."""
    shelf = read_shelf(shelf_file)
    wanted = Target(R=parse_target(target), lights=tuple(light(name) for name in light_names))
    wishes = Wishes(batch=batch, tool=tool(tool_key), most_tins=tins)
    recipes = find_recipes(shelf, wanted, wishes)
    best = min(recipes, key=lambda recipe: recipe.worst)
    lack = what_is_lacking(shelf, wanted, wishes, best.pours) if best.worst >= OUT_OF_REACH else None
    there = {material.key for material in shelf.materials}
    white, black = white_of(shelf, there), black_of(shelf, there)
    test = None if white is None else telling_swatch(shelf, best.pours, white=white, black=black)
    return Match(shelf=shelf, target=wanted, recipes=recipes, lack=lack, test=test)


def to_json(match: Match) -> str:
    """Return a match as JSON."""
    return json.dumps(
        {
            "target": sRGB_to_hex(R_to_screen(match.target.R)),
            "recipes": [
                {
                    "pours": [
                        {"key": pour.key, "parts": pour.parts, "ml": round(pour.ml, 2)}
                        for pour in recipe.pours
                    ],
                    "hex": sRGB_to_hex(R_to_screen(recipe.R)),
                    "delta_E": {
                        at.name: round(value, 3)
                        for at, value in zip(match.target.lights, recipe.delta_E, strict=True)
                    },
                    "words": difference_words(recipe.expected),
                    "expected": round(recipe.expected, 3),
                    "band_80": [round(recipe.low, 3), round(recipe.high, 3)],
                }
                for recipe in match.recipes
            ],
            "lack": match.lack and {"misses": match.lack.misses, "family": match.lack.family},
            "next_swatch": match.test
            and {"volumes": dict(match.test.volumes), "before": match.test.before, "after": match.test.after},
        },
        indent=2,
    )


def to_text(match: Match) -> str:
    """Return a match as a person reads it."""
    names = {material.key: material.name for material in match.shelf.materials}
    lines = []
    for recipe in match.recipes:
        parts = " + ".join(f"{pour.parts} {names[pour.key]}" for pour in recipe.pours)
        amounts = ", ".join(f"{pour.ml:.1f} ml {names[pour.key]}" for pour in recipe.pours)
        lines.append(
            f"{len(recipe.pours)} tin{'s' if len(recipe.pours) > 1 else ''}: {parts}\n"
            f"    {difference_words(recipe.expected)}: "
            f"{likely_words(recipe.expected, recipe.low, recipe.high)}\n    {amounts}"
        )
    if match.lack is not None:
        help_ = (
            f" A {match.lack.family} would help most ({match.lack.with_it:.1f})." if match.lack.family else ""
        )
        lines.append(
            f"The nearest is {match.lack.misses or 'a little off'} ({match.lack.nearest:.1f}).{help_}"
        )
    if match.test is not None:
        swatch = " and ".join(f"{volume:g} of {names[key]}" for key, volume in match.test.volumes)
        lines.append(
            f"To know better, paint {swatch}, dry and read it: {match.test.before:.1f} becomes "
            f"{match.test.after:.1f}."
        )
    return "\n".join(lines)
