"""Lights that things are judged in."""

import numpy as np
from fastapi import APIRouter

from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.lights.schemas import LightOut
from jug_mingle.core.colour.spectra import BANDS, SWITCH, lights
from jug_mingle.core.finishes.picture import MAT

router = APIRouter(prefix="/api/lights", tags=["lights"])


@router.get("")
def list_lights() -> list[LightOut]:
    """List the lights, daylight first."""
    mat = np.full(BANDS, MAT)
    return [
        LightOut.model_validate(
            {"name": name, "title": light.title, "mat": hex_of(mat, light), "switch": name in SWITCH}
        )
        for name, light in lights().items()
    ]
