"""What several nouns share: types of values, how they are filled, and files that are sent."""

from collections.abc import Callable
from typing import Annotated, Any
from urllib.parse import quote

import numpy as np
from fastapi import Query, Response
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import LIGHT_NAMES, Light, light
from jug_mingle.core.evidence.certainty import sureness
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.measuring.tools import TOOLS
from jug_mingle.core.measuring.units import UNITS
from jug_mingle.documents.strict import OneOf
from jug_mingle.formats.letters_missing import may_lack
from jug_mingle.services.amounts import Amount
from jug_mingle.services.colours import Colour

LightName = Annotated[str, OneOf(LIGHT_NAMES)]
ToolName = Annotated[str, OneOf(TOOLS)]
UnitName = Annotated[str, OneOf(UNITS)]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Room = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]
Hex = Annotated[str, Field(pattern="^#[0-9a-f]{6}$")]


class Problem(BaseModel):
    """What is wrong with a request and what to do; `fields` says it per field where it belongs to one."""

    detail: str
    fields: dict[str, str] = {}


class WordsOut(BaseModel):
    """A key and what it is called."""

    key: str
    title: str


class LookOut(BaseModel):
    """How a colour looks in one light."""

    light: LightName
    hex: Hex


class ChipOut(BaseModel):
    """A colour: how it looks in the light asked for, its daylight sRGB and CIELAB, a name, and how sure it
    is."""

    hex: Hex
    daylight_hex: Hex
    Lab: list[float] = Field(min_length=3, max_length=3)
    name: str
    noise: float = Field(description="Error to expect. [CIEDE2000]")
    how: str = Field(default="", description="How it was caught, as `core.evidence.WAYS` names it.")
    sureness: str
    warnings: list[str]
    faults: list[str] = Field(
        default=[], description="What is wrong with the patch, in a word for the picture."
    )
    rooms: list[LookOut] = Field(
        default=[], description="How it looks in the workshop and where it will stand."
    )


class AmountOut(BaseModel):
    """How much the pieces of a job take [ml], on which area [m²], and how that was reckoned."""

    ml: float
    said: str = Field(description="The amount in the unit that was asked for.")
    area: float
    words: str


def hex_of(R: FloatArray, shown: Light) -> str:
    """Return the sRGB hex of a reflectance as it looks under a light; predicted ones may lie a little beside
    0..1."""
    return sRGB_to_hex(R_to_screen(np.clip(R, 0.0, 1.0), shown))


def chip(R: FloatArray, noise: float, warnings: list[str], shown: Light, how: str = "") -> ChipOut:
    """Return a colour as a chip."""
    L, a, b = (round(float(x), 2) for x in R_to_Lab(R))
    return ChipOut(
        hex=hex_of(R, shown),
        daylight_hex=hex_of(R, light("window")),
        Lab=[L, a, b],
        name=describe((L, a, b)),
        noise=round(noise, 2),
        how=how,
        sureness=sureness(noise, how),
        warnings=warnings,
    )


def colour_out(colour: Colour, shown: Light) -> ChipOut:
    """Return a colour from anywhere as a chip."""
    made = chip(colour.R, colour.noise, list(colour.warnings), shown, colour.how)
    return made.model_copy(update={"faults": list(colour.faults)})


def amount_out(amount: Amount, saying: Saying) -> AmountOut:
    """Return what pieces take, and how that was reckoned, as it is said."""
    area, over = saying.area(amount.area), f"and {100 * amount.margin:.0f} % over"
    if amount.area <= 0.0:
        words = "say first what you are painting"
    elif amount.coats is None or amount.spread_rate is None:
        words = f"what the looks that are worn take of it, on {area}, {over}"
    else:
        coats = "1 coat" if amount.coats == 1 else f"{amount.coats} coats"
        words = f"{area} × {coats} ÷ {saying.spread_rate(round(amount.spread_rate, 1))}, {over}"
    return AmountOut(
        ml=round(amount.ml), said=saying.amount(amount.ml), area=round(amount.area, 2), words=words
    )


Anyway = Annotated[bool, Query(description="Print it also where letters are missing from every font here.")]


def gives(*media_types: str) -> dict[int | str, dict[str, Any]]:
    """Return the answers of a route that gives a file."""
    file: dict[str, Any] = {"schema": {"type": "string", "format": "binary"}}
    content = {
        media_type: {"schema": {}} if media_type == "application/json" else file for media_type in media_types
    }
    return {200: {"description": "The file.", "content": content}}


PDF = gives("application/pdf")


def sent(data: bytes, media_type: str, name: str, *, shown: bool = False) -> Response:
    """Return a file with its name, to be saved, or, `shown`, to be looked at first (RFC 6266)."""
    plain = "".join(
        letter if letter.isascii() and (letter.isalnum() or letter in " .-_") else "-" for letter in name
    )
    way = "inline" if shown else "attachment"
    head = {"Content-Disposition": f"{way}; filename=\"{plain}\"; filename*=UTF-8''{quote(name)}"}
    return Response(data, media_type=media_type, headers=head | {"Cache-Control": "no-store"})


def printed(make: Callable[[], bytes], name: str, *, anyway: bool) -> Response:
    """Return a PDF; where letters are missing from every font it is refused by their names, unless
    `anyway`."""
    token = may_lack.set(anyway)
    try:
        return sent(make(), "application/pdf", f"{name[:100].strip() or 'print'}.pdf", shown=True)
    finally:
        may_lack.reset(token)
