"""Pictures of a piece in a finish, where its layers lie, and what lies at a point."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.finishes import Finish, Laid, at_point, stages
from jug_mingle.core.finishes.picture import Picture, Room, render, render_field
from jug_mingle.core.optics.grounds import SURROUNDINGS
from jug_mingle.core.pieces import UNPAINTED, draw, usual_piece
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.finish_resolver import dressed
from jug_mingle.services.pieces import drawn, ground_named
from jug_mingle.store.models import PieceRow


def picture_of(
    row: PieceRow,
    finish: Finish,
    *,
    light: Light,
    pixels_wide: int,
    pixels_high: int,
    stage: int | None = None,
    shaded: bool = True,
    opened: bool = False,
    before: bool = False,
    room: Room | None = None,
    raking: bool = False,
) -> Picture:
    """Return the picture of a piece in a finish; with `stage` as it is after so many coats.

    `opened` and `before` as for `pieces.drawn`, `room` and `raking` as for `picture.render`.
    """
    if stage is not None:
        grown = stages(finish.layers)
        finish = Finish(layers=grown[min(stage, len(grown) - 1)], grounds=finish.grounds)
    samples = drawn(row, pixels_wide, pixels_high, opened=opened, before=before)
    return render(samples, (pixels_high, pixels_wide), finish, light, shaded=shaded, room=room, raking=raking)


def room_of(session: Session, job_id: int, wall: str | None, floor: str | None) -> Room | None:
    """Return the room that a picture is shown in, by what walls and floors often are, or by colours of the
    job ("found:7"); none where neither is said. UnfitError when there is no such."""
    if wall is None and floor is None:
        return None
    return Room(
        wall=_surrounding(session, job_id, wall or "white wall"),
        floor=_surrounding(session, job_id, floor or "oak floor"),
    )


def _surrounding(session: Session, job_id: int, name: str) -> FloatArray:
    if name in SURROUNDINGS:
        return recover_reflectance(Lab_to_XYZ(SURROUNDINGS[name]))
    if name.startswith("found:"):
        return ground_named(session, job_id, name).R_seen
    raise UnfitError(
        f"there is no wall or floor {name!r}; known are {', '.join(SURROUNDINGS)}, and found: with a colour"
    )


FORM_PIXELS: Final = (264, 198)
"""Size of the picture that a form is chosen by."""


def picture_of_form(form: str, *, light: Light) -> Picture:
    """Return a small picture of a form in its usual measures, bare."""
    wide, high = FORM_PIXELS
    return render(draw(usual_piece(form), wide, high).samples(), (high, wide), Finish(), light)


def field_of(row: PieceRow, finish: Finish, number: int, *, pixels_wide: int, pixels_high: int) -> Picture:
    """Return where a layer lies and how thick, white for much, on the piece in grey."""
    if not 0 <= number < len(finish.layers):
        raise UnfitError(f"there is no layer {number + 1} among {len(finish.layers)}")
    return render_field(
        drawn(row, pixels_wide, pixels_high), (pixels_high, pixels_wide), finish.layers[number]
    )


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Point:
    """What lies at a point of the picture: the address of its face, and what each layer made of it."""

    face: str
    laid: list[Laid]


def point_of(
    session: Session, piece_id: int, layers: Sequence[LayerIn], *, x: float, y: float, wide: int, high: int,
    opened: bool = False,
) -> Point:  # fmt: skip
    """Return what lies at a point, in shares of the picture's width and height; NotFoundError beside the
    piece."""
    row, finish = dressed(session, piece_id, layers)
    samples = drawn(row, wide, high, opened=opened)
    pixel = min(high - 1, int(y * high)) * wide + min(wide - 1, int(x * wide))
    at = int(samples.foremost[pixel])
    face = next((name for name, place in samples.faces.items() if place.start <= at < place.stop), "shadow")
    if face in UNPAINTED:
        raise NotFoundError("there is nothing painted at this point: pick one on the piece")
    return Point(face=face, laid=at_point(finish, samples.by_face, face, at - samples.faces[face].start))


def seen_of(laid: Sequence[Laid]) -> FloatArray:
    """Return what is seen at a point in the end (36,)."""
    return np.clip(laid[-1].R, 0.0, 1.0)
