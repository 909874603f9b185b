"""Standard preparations: roles instead of a target, scaled to any batch."""

from fastapi import APIRouter

from jug_mingle.api.common.serializers import amount_out, hex_of
from jug_mingle.api.context import PROBLEMS, LightNow, ReadSession, UnitNow
from jug_mingle.api.preparations.schemas import PreparationOut, PreparedOut, PreparedPourOut, PrepareIn, RoleOut
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.materials.handling import keeps_words, wait_words
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.practice.amounts import shortage
from jug_mingle.core.practice.hazards import cautions_of
from jug_mingle.core.recipes.preparations import PREPARATIONS, prepare
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.amounts import amount_of, spoils
from jug_mingle.services.materials import get_material, handled, keys_on_shelf
from jug_mingle.services.shelf_fit import fitted_shelf

router = APIRouter(prefix="/api/preparations", tags=["preparations"])


@router.get("")
def list_preparations(session: ReadSession) -> list[PreparationOut]:
    """List the preparations, with the tins that can play each role."""
    shelf, there = fitted_shelf(session), keys_on_shelf(session)
    tins = [material for material in shelf.materials if material.key in there]
    return [
        PreparationOut(
            key=one.key,
            title=one.title,
            order=one.order,
            use=one.use,
            roles=[
                RoleOut(
                    key=role.key,
                    title=role.title,
                    parts=role.parts,
                    pots=[tin.key for tin in tins if tin.kind.key in role.kinds],
                )
                for role in one.roles
            ],
        )
        for one in PREPARATIONS.values()
    ]


@router.post("/{key}", responses=PROBLEMS)
def prepare_batch(
    key: str, body: PrepareIn, session: ReadSession, light: LightNow = "window", unit: UnitNow = "ml"
) -> PreparedOut:
    """Return a preparation scaled to a batch; what it does to a ground is predicted."""
    if key not in PREPARATIONS:
        raise NotFoundError(f"there is no preparation {key!r}; known are {', '.join(PREPARATIONS)}")
    shelf, shown, there = fitted_shelf(session), light_named(light), keys_on_shelf(session)
    if gone := [tin for tin in body.cast.values() if tin not in there]:
        raise NotFoundError(f"there is no tin {gone[0]!r} on the shelf")
    try:
        found = prepare(shelf, PREPARATIONS[key], body.cast, batch=body.batch, below=ground(body.ground))
    except ValueError as error:
        raise UnfitError(str(error)) from error
    facts = handled(get_material(session, pour.key) for pour in found.pours)
    tins, pours = [shelf.materials[shelf.index(pour.key)] for pour in found.pours], []
    for pour, tin in zip(found.pours, tins, strict=True):
        words = format_amount(pour.ml, unit, density=tin.mass_density).words
        pours.append(PreparedPourOut(name=tin.name, ml=round(pour.ml, 1), words=words))
    return PreparedOut(
        pours=pours,
        needed=None
        if body.job_id is None
        else amount_out(amount_of(session, body.job_id, found.pours, coats=PREPARATIONS[key].coats), unit),
        before_hex=hex_of(found.before, shown),
        after_hex=hex_of(found.R, shown),
        keeps="no figure is agreed: mix for the job" if facts.pot_life is None else keeps_words(facts.pot_life),
        wait=wait_words(facts.recoat, PREPARATIONS[key].coats),
        spoils="" if body.job_id is None else spoils(session, body.job_id, found.pours, unit=unit),
        short=shortage(shelf, found.pours, unit=unit),
        caution=" ".join(cautions_of(tin.kind.key for tin in tins)),
    )
