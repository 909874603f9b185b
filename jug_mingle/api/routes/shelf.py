"""The shelf."""

from fastapi import APIRouter

from jug_mingle.api.context import LightNow, Reading
from jug_mingle.api.schemas import MaterialOut
from jug_mingle.api.shapes import material_out
from jug_mingle.core.spectra import light as light_named
from jug_mingle.services import shelf as service

router = APIRouter(prefix="/api/shelf", tags=["shelf"])


@router.get("")
def list_materials(session: Reading, light: LightNow = "window") -> list[MaterialOut]:
    """List all pots with their dried colour."""
    shelf = service.fitted_shelf(session)
    return [material_out(row, shelf, light_named(light)) for row in service.material_rows(session)]
