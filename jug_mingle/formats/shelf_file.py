"""A shelf as a JSON file: materials, and readings of them. What `jug-mingle match` reads."""

import json
from pathlib import Path
from typing import Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, Field, ValidationError, model_validator

from jug_mingle.core.colour.spaces import XYZ_to_Lab, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import veil_of
from jug_mingle.core.optics.grounds import ground


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class MaterialEntry(_Strict):
    """One tin; what is left out takes the kind's default."""

    key: str = Field(min_length=1, max_length=80)
    name: str = Field(default="", max_length=120)
    kind: str
    left_ml: float | None = Field(default=None, ge=0.0)
    volume_solids: float | None = None
    density: float | None = None
    spread_rate: float | None = None


class ReadingEntry(_Strict):
    """One dried, opaque patch, or with `X` a film of so many µm over a generic ground."""

    volumes: dict[str, float] = Field(min_length=1)
    Lab: tuple[float, float, float] | None = None
    hex: str | None = None
    R: list[float] | None = None
    how: Literal["reader", "card_photo", "white_photo", "label", "exact"] = "reader"
    light: str = "window"
    sheen: str = "flat"
    pour_error: float = 0.03
    X: float | None = None
    ground: str | None = None

    @model_validator(mode="after")
    def _one_colour(self) -> "ReadingEntry":
        if sum(value is not None for value in (self.Lab, self.hex, self.R)) != 1:
            raise ValueError("a reading has exactly one of Lab, hex and R")
        if (self.X is None) != (self.ground is None):
            raise ValueError("a film needs both X and ground")
        return self


class ShelfFile(_Strict):
    """The whole file."""

    materials: list[MaterialEntry] = Field(min_length=1)
    readings: list[ReadingEntry] = []


def read_shelf(path: Path) -> Shelf:
    """Return the fitted shelf of a file.

    Raises
    ------
    ValueError
        If it is not such a file; the message names the entry.
    """
    try:
        parsed = ShelfFile.model_validate(json.loads(path.read_text(encoding="utf-8")))
    except OSError as error:
        raise ValueError(f"the shelf file {path} cannot be read: {error.strerror}") from error
    except (json.JSONDecodeError, UnicodeDecodeError) as error:
        raise ValueError(f"{path} is not JSON: {error}") from error
    except ValidationError as error:
        first = error.errors()[0]
        raise ValueError(f"{path}: {'.'.join(str(part) for part in first['loc'])}: {first['msg']}") from error
    materials = [_material(entry) for entry in parsed.materials]
    return characterise(materials, [_reading(str(n), entry) for n, entry in enumerate(parsed.readings)])


def _material(entry: MaterialEntry) -> Material:
    return Material(
        key=entry.key,
        name=entry.name or entry.key,
        kind=kind_of(entry.kind),
        left=np.inf if entry.left_ml is None else entry.left_ml,
        volume_solids=entry.volume_solids,
        density=entry.density,
        spread_rate=entry.spread_rate,
    )


def _reading(key: str, entry: ReadingEntry) -> Reading:
    at = light(entry.light)
    if entry.hex is not None:
        seen = XYZ_to_Lab(sRGB_to_XYZ(hex_to_sRGB(entry.hex)))
    else:
        seen = np.array(entry.Lab if entry.Lab is not None else entry.R)
    R_g = None
    if entry.ground is not None:
        below = ground(entry.ground)
        R_g = below.body
    return Reading(
        key=key,
        volumes=tuple(entry.volumes.items()),
        swatches=(Swatch(seen=seen, X=np.inf if entry.X is None else entry.X, R_g=R_g),),
        noise=NOISE[entry.how],
        light=at,
        veil=veil_of(entry.sheen),
        pour_error=entry.pour_error,
        thickness_error=0.15 if entry.X is not None else 0.0,
    )
