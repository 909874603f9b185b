"""Accents: what would answer the scheme of a piece, as what this shelf can mix, and how loud on it."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final, Literal

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.finishes import METALS, Film, Finish, Layer, area_shares
from jug_mingle.core.finishes.generic import generic_film
from jug_mingle.core.finishes.stack import evenly
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.optics.film import R_seen
from jug_mingle.core.pieces import UNPAINTED, Samples
from jug_mingle.core.pieces.addresses import WHEN_ASKED, zone_of
from jug_mingle.core.recipes.accents import Accent, accents_of, loudness
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.wishes import NothingToMixError, Target, Wishes
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import ConflictError
from jug_mingle.services.finish_pictures import room_of
from jug_mingle.services.finish_resolver import dressed
from jug_mingle.services.materials import keys_on_shelf
from jug_mingle.services.pieces import drawn, piece_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import PieceRow

Answers = Literal["piece", "print", "handles", "floor", "wall"]
Place = Literal["edges", "high", "handles", "inside"]

_JUDGED_AT: Final = (360, 270)
_BATCH: Final = 60.0
"""An accent takes little. [ml]"""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Answer:
    """An accent as the shelf can mix it.

    Attributes
    ----------
    R : (36,) ndarray
        What was wanted.
    share : float
        Of the piece's painted area on which it would lie. [0..1]
    loud : float
        As `accents.loudness`.
    """

    accent: Accent
    R: FloatArray
    recipe: Recipe
    share: float
    loud: float
    words: str
    metal: str
    """The gilding that has its colour, of a metal's own."""


def answers(
    session: Session, piece_id: int, layers: Sequence[LayerIn], *, to: Answers, place: Place, light: Light,
    wall: str | None = None, floor: str | None = None,
) -> tuple[list[Answer], Shelf]:  # fmt: skip
    """Return what would answer a finish on a piece, in a light; ConflictError where nothing can be mixed."""
    row, finish = dressed(session, piece_id, layers)
    samples = drawn(row, *_JUDGED_AT)
    main = _main(finish, samples, light)
    tones = _tones(finish, light)
    metal = R_to_Lab(_metal(finish), light)
    answered = main
    if to == "print" and tones:
        answered = max(tones, key=lambda one: float(np.hypot(one[1], one[2])))
    elif to == "handles":
        answered = metal
    elif to in ("floor", "wall"):
        room = room_of(session, row.job_id, wall or "white wall", floor or "oak floor")
        if room is not None:
            answered = R_to_Lab(room.floor if to == "floor" else room.wall, light)
    share = _share(row, finish, samples, place)
    shelf, there = fitted_shelf(session), keys_on_shelf(session)
    away = tuple(material.key for material in shelf.materials if material.key not in there)
    wishes = Wishes(batch=_BATCH, tool=tool("parts"), avoid=away)
    found = []
    for accent in accents_of(answered, tones=tones, metal=metal):
        R = recover_reflectance(Lab_to_XYZ(accent.Lab))
        try:
            recipes = find_recipes(shelf, Target(R=R, lights=(light,)), wishes)
        except NothingToMixError as error:
            raise ConflictError(str(error)) from error
        best = min(recipes, key=lambda one: one.expected)
        value, words = loudness(R_to_Lab(best.R, light), main, share)
        found.append(
            Answer(accent=accent, R=R, recipe=best, share=share, loud=value, words=words,
                   metal=_gilding(accent.Lab) if accent.key == "metal" else "")
        )  # fmt: skip
    return found, shelf


def _main(finish: Finish, samples: Samples, light: Light) -> FloatArray:
    """Return CIELAB of what covers most of a piece."""
    zone = max(
        (name for name in samples.zones if name not in UNPAINTED and zone_of(name) not in WHEN_ASKED),
        key=lambda name: float(samples.weight[samples.zones[name]].sum()),
    )
    face = next(name for name, at in samples.faces.items() if at.start == samples.zones[zone].start)
    R, veil = evenly(finish, face, 0.5)[-1]
    return R_to_Lab(R_seen(R, veil), light)


def _tones(finish: Finish, light: Light) -> list[FloatArray]:
    prints = [layer.of.palette(layer) for layer in finish.layers if layer.on and layer.of.palette is not None]
    return [R_to_Lab(R_seen(one, 0.3), light) for palette in prints for one in palette]


def _metal(finish: Finish) -> FloatArray:
    below = finish.ground_of("hardware")
    return R_seen(below.R, below.veil)


def _gilding(Lab: FloatArray) -> str:
    return min(METALS, key=lambda name: float(np.hypot(*(np.subtract(METALS[name], Lab)[1:]))))


def _share(row: PieceRow, finish: Finish, samples: Samples, place: Place) -> float:
    """Return the share of the painted area that an accent takes where it is put."""
    faces = piece_of(row).faces
    painted = sum(area for face, area in faces.items() if zone_of(face) not in WHEN_ASKED)
    if place in ("handles", "inside"):
        zone = "hardware" if place == "handles" else "within"
        own = sum(area for face, area in faces.items() if zone_of(face) == zone)
        return min(1.0, own / (painted + own)) if own else 0.0
    film: Film = generic_film("gold")
    layer = Layer(
        kind="metallic",
        films=(film,),
        place="high" if place == "high" else "edges",
        amount=0.45,
        width=0.1,
        hand=0.4,
    )
    zones = [name for name in samples.zones if name not in UNPAINTED and zone_of(name) not in WHEN_ASKED]
    weights = [float(samples.weight[samples.zones[name]].sum()) for name in zones]
    return float(np.average([area_shares(layer, samples, name)[0] for name in zones], weights=weights))
