"""The picture of a step: the piece as it is after it, the faces that are worked on in full, all else
faded."""

from dataclasses import replace
from typing import Final

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.finishes.picture import Picture, render
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.errors import UnfitError
from jug_mingle.services.pieces import drawn, get_piece
from jug_mingle.services.plan_asks import step_in
from jug_mingle.services.plans import plan_now

_FADED: Final = 0.72
"""How far what is not worked on goes over into the grey of the mat. [0..1]"""


def picture_of_step(
    session: Session, job_id: int, key: str, *, light: Light, wide: int, high: int
) -> Picture:
    """Return the picture (high, wide, 3) of a step; UnfitError where the plan has none of that key."""
    plan = plan_now(session, job_id)
    step = step_in(plan, key)
    work = next((work for work in plan.works if work.number == step.piece), None)
    if work is None:
        raise UnfitError("this step is for all pieces: it is not seen on one")
    layers = work.finish.layers[: step.layer + 1] if step.layer >= 0 else ()
    if layers:
        layers = (*layers[:-1], replace(layers[-1], coats=max(1, step.coat)))
    samples = drawn(get_piece(session, step.piece), wide, high)
    pixels = render(samples, (high, wide), Finish(layers=layers, grounds=work.finish.grounds), light)
    if not step.faces:
        return pixels
    meant = np.zeros(samples.pixel.size + 1, dtype=bool)
    for face in step.faces:
        if face in samples.faces:
            meant[samples.faces[face]] = True
    if not meant.any():
        return pixels
    faded = ~meant[samples.foremost].reshape(high, wide)
    grey = pixels[0, 0].astype(np.float32)
    found = pixels.astype(np.float32)
    found[faded] += _FADED * (grey - found[faded])
    return np.rint(found).astype(np.uint8)
