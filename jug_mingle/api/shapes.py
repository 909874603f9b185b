"""From rows and core objects to what goes over the wire."""

from typing import cast

import numpy as np

from jug_mingle.api import schemas
from jug_mingle.core.advice import Lack
from jug_mingle.core.amounts import cost_of
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.characterise import Shelf
from jug_mingle.core.colour import R_to_Lab, R_to_screen, difference_words, sRGB_to_hex
from jug_mingle.core.recipes import Recipe, masstone
from jug_mingle.core.spectra import Light, light
from jug_mingle.core.words import describe, direction
from jug_mingle.services.colours import Colour
from jug_mingle.services.looks import layers_of
from jug_mingle.services.photo_shapes import Marks
from jug_mingle.services.pieces import piece_of
from jug_mingle.store.models import LookRow, MixRow, PhotoRow, PieceRow, TargetRow


def hex_of(R: FloatArray, shown: Light) -> str:
    """Return the sRGB hex of a reflectance as it looks under a light."""
    return sRGB_to_hex(R_to_screen(R, shown))


def sureness(noise: float) -> str:
    """Return in words what error a caught colour has."""
    if noise <= 1.0:
        return "sure"
    if noise <= 3.5:
        return "nearly sure: off by 2 to 3"
    if noise <= 8.0:
        return "fairly sure: it may be a shade off, by 4 to 8"
    return "a guess: tap something white to know better"


def chip(R: FloatArray, noise: float, warnings: list[str], shown: Light) -> schemas.ChipOut:
    """Return a colour as a chip."""
    L, a, b = (round(float(x), 2) for x in R_to_Lab(R))
    return schemas.ChipOut(
        hex=hex_of(R, shown),
        daylight_hex=hex_of(R, light("window")),
        Lab=[L, a, b],
        name=describe((L, a, b)),
        noise=round(noise, 2),
        sureness=sureness(noise),
        warnings=warnings,
    )


def colour_out(colour: Colour, shown: Light) -> schemas.ChipOut:
    """Return a colour from anywhere as a chip."""
    made = chip(colour.R, colour.noise, list(colour.warnings), shown)
    return made.model_copy(update={"faults": list(colour.faults)})


def target_out(row: TargetRow, shown: Light, rooms: tuple[str, ...] = ()) -> schemas.TargetOut:
    """Return a target, with its look in the lights of the rooms."""
    R = np.array(row.R)
    made = chip(R, row.noise, row.source.get("warnings", []), shown).model_dump(exclude={"rooms"})
    looks = [schemas.LookOut(light=cast(schemas.LightName, name), hex=hex_of(R, light(name))) for name in rooms]
    return schemas.TargetOut(
        **made,
        rooms=looks,
        id=row.id,
        title=row.name,
        photo_id=row.photo_id,
        tolerance=row.tolerance,
        light=cast(schemas.LightName, row.light),
        background_hex=None if row.background is None else hex_of(np.array(row.background), shown),
    )


def photo_out(row: PhotoRow) -> schemas.PhotoOut:
    """Return a photo."""
    marks = Marks.model_validate(row.marks)
    return schemas.PhotoOut(id=row.id, name=row.name, width=row.width, height=row.height, marks=marks)


def masstone_hex(shelf: Shelf, key: str, shown: Light) -> str:
    """Return how a material looks by itself, dried: opaque, or a coat over white paper for one that never hides."""
    return hex_of(masstone(shelf, key), shown)


def recipe_out(
    recipe: Recipe, target_R: FloatArray | None, lights: list[Light], shelf: Shelf, shown: Light, spoils: str = ""
) -> schemas.RecipeOut:
    """Return a recipe; `lights` are those of its differences, the first of them the one that it is judged in."""
    delta_E = recipe.delta_E[0]
    misses = ""
    if target_R is not None and delta_E >= 1.0:
        misses = direction(R_to_Lab(recipe.R, lights[0]), R_to_Lab(target_R, lights[0]))
    return schemas.RecipeOut(
        pours=[
            schemas.PourOut(
                material=pour.key,
                name=shelf.materials[shelf.index(pour.key)].name,
                hex=masstone_hex(shelf, pour.key, shown),
                parts=pour.parts,
                ml=round(pour.ml, 1),
                left_after=round(max(0.0, shelf.materials[shelf.index(pour.key)].left - pour.ml), 1),
            )
            for pour in recipe.pours
        ],
        hex=hex_of(recipe.R, shown),
        delta_E=round(delta_E, 2),
        words=difference_words(delta_E),
        low=round(recipe.low, 2),
        high=round(recipe.high, 2),
        misses=misses,
        cost=round(cost_of(shelf, recipe.pours), 2),
        metameric=_metameric(recipe.delta_E, lights),
        spoils=spoils,
        differences=[
            schemas.DifferenceOut(light=at.name, delta_E=round(value, 2), words=difference_words(value))
            for at, value in zip(lights, recipe.delta_E, strict=True)
        ],
    )


def _metameric(delta_E: tuple[float, ...], lights: list[Light]) -> str:
    """Say where a match in one light is a miss in another (metamerism)."""
    best, worst = int(np.argmin(delta_E)), int(np.argmax(delta_E))
    if delta_E[best] >= 2.0 or delta_E[worst] < max(3.0, 2.0 * delta_E[best]):
        return ""
    a, b = lights[best].title.lower(), lights[worst].title.lower()
    return f"A match by {a}, but {difference_words(delta_E[worst])} by {b}."


def piece_out(row: PieceRow) -> schemas.PieceOut:
    """Return a piece."""
    piece = piece_of(row)
    measures = {name: value for name, value in row.spec.items() if name != "form"}
    return schemas.PieceOut(
        id=row.id, name=row.name, form=piece.form, measures=measures, grounds=row.grounds, look_id=row.look_id,
        areas={zone: round(area, 4) for zone, area in piece.areas.items()},
    )  # fmt: skip


def finish_out(row: LookRow) -> schemas.FinishOut:
    """Return a look."""
    return schemas.FinishOut(id=row.id, name=row.name, layers=layers_of(row))


def mix_out(
    row: MixRow, recipe: Recipe, target: TargetRow | None, lights: list[Light], shelf: Shelf, shown: Light
) -> schemas.MixOut:
    """Return a mix with today's prediction."""
    R = None if target is None else np.array(target.R)
    return schemas.MixOut(
        id=row.id,
        name=row.name,
        target_id=row.target_id,
        batch=row.batch,
        recipe=recipe_out(recipe, R, lights, shelf, shown),
    )


def nearest_words(lack: Lack | None) -> str:
    """Return what to say where the shelf does not reach a colour; nothing where it does."""
    if lack is None:
        return ""
    help_ = f" A {lack.family} on the shelf would help most: {lack.with_it:.1f}." if lack.family else ""
    how = f"{difference_words(lack.nearest)}, {lack.nearest:.1f}: {lack.misses}"
    return f"The shelf does not reach this colour. The nearest is {how}.{help_}"
