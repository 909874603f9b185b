"""From rows and core objects to what goes over the wire."""

from collections.abc import Mapping, Sequence
from typing import cast

import numpy as np

from jug_mingle.api import schemas
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.difference import difference_words, direction, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import Light, light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import main_kind, masstones, shows_its_ground
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.measuring.units import format_amount, unit_of_tool
from jug_mingle.core.practice.amounts import cost_of
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.core.recipes.lacking import Lack
from jug_mingle.services.colours import Colour
from jug_mingle.services.looks import layers_of
from jug_mingle.services.photo_shapes import Marks
from jug_mingle.services.pieces import piece_of
from jug_mingle.services.predictions import Then, pours_of, then_of
from jug_mingle.store.models import JobRow, LookRow, MixRow, PhotoRow, PieceRow, TargetRow


def hex_of(R: FloatArray, shown: Light) -> str:
    """Return the sRGB hex of a reflectance as it looks under a light."""
    return sRGB_to_hex(R_to_screen(R, shown))


def sureness(noise: float, how: str) -> str:
    """Return in words how a colour was caught, and what error to expect of it."""
    if how == "before":
        return f"from before: how it was caught is not known any more; kept then as off by about {noise:.1f}"
    if how == "typed" and noise <= 1.0:
        return "as typed"
    if noise <= 1.0:
        return "sure"
    if noise <= 3.5:
        return "nearly sure: off by 2 to 3"
    if noise <= 8.0:
        return "fairly sure: it may be a shade off, by 4 to 8"
    return "a guess: tap something white to know better"


def chip(R: FloatArray, noise: float, warnings: list[str], shown: Light, how: str = "") -> schemas.ChipOut:
    """Return a colour as a chip."""
    L, a, b = (round(float(x), 2) for x in R_to_Lab(R))
    return schemas.ChipOut(
        hex=hex_of(R, shown),
        daylight_hex=hex_of(R, light("window")),
        Lab=[L, a, b],
        name=describe((L, a, b)),
        noise=round(noise, 2),
        how=how,
        sureness=sureness(noise, how),
        warnings=warnings,
    )


def colour_out(colour: Colour, shown: Light) -> schemas.ChipOut:
    """Return a colour from anywhere as a chip."""
    made = chip(colour.R, colour.noise, list(colour.warnings), shown, colour.how)
    return made.model_copy(update={"faults": list(colour.faults)})


def target_out(row: TargetRow, shown: Light, rooms: tuple[str, ...] = ()) -> schemas.TargetOut:
    """Return a target, with its look in the lights of the rooms."""
    return targets_out([row], shown, rooms)[0]


def targets_out(rows: Sequence[TargetRow], shown: Light, rooms: tuple[str, ...] = ()) -> list[schemas.TargetOut]:
    """Return targets, their colours computed all at once."""
    if not rows:
        return []
    R = np.array([row.R for row in rows])
    Lab, daylight = np.round(R_to_Lab(R), 2).tolist(), light("window")
    looks = {at: R_to_screen(R, at) for at in dict.fromkeys([shown, daylight, *(light(name) for name in rooms)])}
    return [
        schemas.TargetOut(
            hex=sRGB_to_hex(looks[shown][n]), daylight_hex=sRGB_to_hex(looks[daylight][n]), Lab=Lab[n],
            name=describe(Lab[n]), noise=round(row.noise, 2), how=row.how, sureness=sureness(row.noise, row.how),
            warnings=row.source.get("warnings", []), id=row.id, title=row.name, photo_id=row.photo_id,
            tolerance=row.tolerance, light=cast(schemas.LightName, row.light),
            rooms=[
                schemas.LookOut(light=cast(schemas.LightName, name), hex=sRGB_to_hex(looks[light(name)][n]))
                for name in rooms
            ],
            background_hex=None if row.background is None else hex_of(np.array(row.background), shown),
        )
        for n, row in enumerate(rows)
    ]  # fmt: skip


def photo_out(row: PhotoRow) -> schemas.PhotoOut:
    """Return a photo."""
    marks = Marks.model_validate(row.marks)
    return schemas.PhotoOut(id=row.id, name=row.name, width=row.width, height=row.height, marks=marks)


def screens_of(shelf: Shelf, shown: Light) -> dict[str, str]:
    """Return how each material looks by itself, dried (hex): opaque, or a coat over white paper for one that never
    hides."""
    screens = R_to_screen(np.clip(masstones(shelf), 0.0, 1.0), shown)
    return {material.key: sRGB_to_hex(screen) for material, screen in zip(shelf.materials, screens, strict=True)}


def recipe_out(
    recipe: Recipe,
    target_R: FloatArray | None,
    lights: list[Light],
    shelf: Shelf,
    shown: Light,
    *,
    screens: Mapping[str, str] | None = None,
    spoils: str = "",
    measured: str = "ml",
) -> schemas.RecipeOut:
    """Return a recipe.

    Parameters
    ----------
    lights : list of Light
        Those of its differences, the first of them the one that it is judged in.
    screens : mapping, optional
        `screens_of` the shelf, where it is at hand.
    measured : str
        The unit in which amounts are said, as `units.said` takes it.
    """
    delta_E, likely = recipe.delta_E[0], recipe.likely[0]
    screens = screens or screens_of(shelf, shown)
    misses = ""
    if target_R is not None and likely.expected >= 1.0 and delta_E >= 1.0:
        misses = direction(R_to_Lab(recipe.R, lights[0]), R_to_Lab(target_R, lights[0]))
    return schemas.RecipeOut(
        pours=[_pour_out(pour, shelf, screens, measured) for pour in recipe.pours],
        hex=hex_of(recipe.R, shown),
        delta_E=round(delta_E, 2),
        expected=round(likely.expected, 2),
        low=round(likely.low, 2),
        high=round(likely.high, 2),
        words="" if target_R is None else difference_words(likely.expected),
        likely="" if target_R is None else likely_words(likely.expected, likely.low, likely.high),
        misses=misses,
        cost=round(cost_of(shelf, recipe.pours), 2),
        metameric="" if target_R is None else _metameric([one.expected for one in recipe.likely], lights),
        spoils=spoils,
        differences=[
            schemas.DifferenceOut(
                light=at.name, delta_E=round(value, 2), words=difference_words(one.expected),
                likely=likely_words(one.expected, one.low, one.high),
            )
            for at, value, one in zip(lights, recipe.delta_E, recipe.likely, strict=True)
        ],
    )  # fmt: skip


def _pour_out(pour: Pour, shelf: Shelf, screens: Mapping[str, str], measured: str) -> schemas.PourOut:
    material = shelf.materials[shelf.index(pour.key)]
    return schemas.PourOut(
        material=pour.key, name=material.name, hex=screens[pour.key], parts=pour.parts, ml=round(pour.ml, 1),
        words=format_amount(pour.ml, measured, density=material.mass_density).words,
        left_after=round(max(0.0, material.left - pour.ml), 1),
    )  # fmt: skip


def measured_in(tool_key: str, unit: str) -> str:
    """Return in which unit the amounts of a recipe are said: the tool's own, or the one that the person chose."""
    return unit_of_tool(tool(tool_key).unit_said, unit)


def _metameric(delta_E: Sequence[float], lights: list[Light]) -> str:
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


def job_out(row: JobRow) -> schemas.JobOut:
    """Return a job in a line."""
    return schemas.JobOut(id=row.id, name=row.name, room=row.room)


def mix_out(
    row: MixRow,
    recipe: Recipe,
    target: TargetRow | None,
    lights: list[Light],
    shelf: Shelf,
    shown: Light,
    *,
    screens: Mapping[str, str],
    over: str,
    same_as: str = "",
) -> schemas.MixOut:
    """Return a mix with today's prediction, and that of then; `over` names what it lies on, if it shows its ground."""
    pours = pours_of(row)
    R = None if target is None else np.array(target.R)
    then = then_of(row.predicted)
    return schemas.MixOut(
        id=row.id, name=row.name, target_id=row.target_id, batch=row.batch, same_as=same_as,
        kind=main_kind(shelf, pours), over=over.lower() if shows_its_ground(shelf, pours) else "",
        recipe=recipe_out(
            recipe, R, lights, shelf, shown, screens=screens, measured=measured_in(row.tool, "ml"),
        ),
        then=None if then is None else then_out(then, recipe.R, shown),
    )  # fmt: skip


def then_out(then: Then, R: FloatArray, shown: Light) -> schemas.ThenOut:
    """Return what was predicted then, beside the colour (36,) that is predicted now."""
    likely = ""
    if then.expected is not None and then.low is not None and then.high is not None:
        likely = likely_words(then.expected, then.low, then.high)
    return schemas.ThenOut(
        hex=hex_of(np.clip(then.R, 0.0, 1.0), shown), likely=likely, model=then.model, at=then.at,
        apart=round(then.apart(R), 2),
    )  # fmt: skip


def nearest_words(lack: Lack | None) -> str:
    """Return what to say where the shelf does not reach a colour; nothing where it does."""
    if lack is None:
        return ""
    help_ = f" A {lack.family} on the shelf would help most: about {lack.with_it:.1f} with it." if lack.family else ""
    how = f"{difference_words(lack.nearest)}, about {lack.nearest:.1f}: {lack.misses}"
    return f"The shelf does not reach this colour. The nearest is {how}.{help_}"
