"""Colours as they are shown: hex under a light, chips, how sure they are."""

import numpy as np

from jug_mingle.api.common import schemas
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import Light, light
from jug_mingle.core.evidence.certainty import sureness
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.services.amounts import Amount
from jug_mingle.services.colours import Colour


def hex_of(R: FloatArray, shown: Light) -> str:
    """Return the sRGB hex of a reflectance as it looks under a light; predicted ones may lie a little beside 0..1."""
    return sRGB_to_hex(R_to_screen(np.clip(R, 0.0, 1.0), shown))


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


def amount_out(found: Amount, saying: Saying) -> schemas.AmountOut:
    """Return what pieces take, and how that was reckoned, as it is said."""
    area, over = saying.area(found.area), f"and {100 * found.margin:.0f} % over"
    if found.area <= 0.0:
        words = "say first what you are painting"
    elif found.coats is None or found.spread_rate is None:
        words = f"what the looks that are worn take of it, on {area}, {over}"
    else:
        coats = "1 coat" if found.coats == 1 else f"{found.coats} coats"
        words = f"{area} × {coats} ÷ {saying.spread_rate(round(found.spread_rate, 1))}, {over}"
    return schemas.AmountOut(ml=round(found.ml), said=saying.amount(found.ml), area=round(found.area, 2), words=words)
