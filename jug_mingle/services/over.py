"""Colours over a ground: ways found and tried by hand, woods made one, undertones taken out."""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm
from jug_mingle.core.materials.material import may_mix
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.over import OverStep, OverWay, OverWishes, assess_way, find_ways, reach_words
from jug_mingle.core.recipes.over_kinds import over_kind
from jug_mingle.core.recipes.two_woods import WoodsMadeOne, make_one
from jug_mingle.core.recipes.undertones import Undertone, what_moves
from jug_mingle.core.recipes.wishes import NothingToMixError, Target
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import keys_on_shelf
from jug_mingle.services.predictions import ground_over
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.targets import get_target


@dataclass(frozen=True, slots=True, kw_only=True)
class Allowed:
    """Which tins may be used, how many in a film, and what they are poured with."""

    use: tuple[str, ...] = ()
    avoid: tuple[str, ...] = ()
    most: int = 3
    tool_key: str = "parts"


@dataclass(frozen=True, slots=True, kw_only=True)
class StepAsked:
    """A film by hand: its kind, tins in parts, water to one part of that, and how it is laid."""

    kind: str
    parts: tuple[tuple[str, int], ...]
    water: float
    laying: Laying


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class FoundWays:
    """Ways to a target over a ground; `reach` says why none comes near, and what would."""

    ways: list[OverWay]
    shelf: Shelf
    target: Target
    ground: Ground
    reach: str


def ways_for(
    session: Session, target_id: int, *, over: str, allowed: Allowed, lights: Sequence[Light]
) -> FoundWays:
    """Return the ways to a target over a ground; UnfitError or ConflictError says why there can be none."""
    row = get_target(session, target_id)
    ground = ground_over(session, row.job_id, over)
    target = Target(R=np.array(row.R), lights=tuple(lights))
    with _refusals():
        shelf = fitted_shelf(session)
        ways = find_ways(shelf, target, ground, _wishes(session, shelf, allowed))
    return FoundWays(
        ways=ways, shelf=shelf, target=target, ground=ground, reach=reach_words(target, ground, ways)
    )  # fmt: skip


def try_way(
    session: Session, job_id: int, asked: Sequence[StepAsked], *, over: str, target_id: int | None,
    tool_key: str, lights: Sequence[Light],
) -> tuple[OverWay, Shelf, Ground]:  # fmt: skip
    """Return films by hand with what is predicted of them, against a target or none."""
    get_job(session, job_id)
    shelf, ground = fitted_shelf(session), ground_over(session, job_id, over)
    target = _target_of(session, job_id, target_id, lights)
    with _refusals():
        steps = [_step(session, shelf, step_asked) for step_asked in asked]
        way = assess_way(shelf, target, ground, steps, pour_error=tool(tool_key).error, lights=tuple(lights))
    return way, shelf, ground


def _target_of(
    session: Session, job_id: int, target_id: int | None, lights: Sequence[Light]
) -> Target | None:
    """Return a colour of a job as a target; nothing where none is named, NotFoundError where it is of another
    job."""
    if target_id is None:
        return None
    row = get_target(session, target_id)
    if row.job_id != job_id:
        raise NotFoundError(f"there is no target {target_id} in this job")
    return Target(R=np.array(row.R), lights=tuple(lights))


def _step(session: Session, shelf: Shelf, asked: StepAsked) -> OverStep:
    there = keys_on_shelf(session)
    if gone := [key for key, _ in asked.parts if key not in there]:
        raise NotFoundError(f"there is no tin {gone[0]!r} on the shelf")
    if len({key for key, _ in asked.parts}) != len(asked.parts):
        raise UnfitError("a tin stands twice in this film: add its parts up")
    tins = [shelf.materials[shelf.index(key)] for key, _ in asked.parts]
    if reason := may_mix(tins):
        raise UnfitError(reason)
    if asked.water > 0.0 and any(tin.kind.base not in ("water", "any") for tin in tins):
        raise UnfitError(f"water does not mix with {tins[0].name}: it is {tins[0].kind.base}-based")
    kind = over_kind(asked.kind)
    film = LaidFilm(
        volumes=tuple((key, float(part)) for key, part in asked.parts), laying=asked.laying,
        water=asked.water, over_seal=kind.sealed,
    )  # fmt: skip
    return OverStep(kind=kind, film=film, parts=asked.parts)


def made_one(
    session: Session, job_id: int, *, woods: Sequence[str], target_id: int | None, allowed: Allowed,
    lights: Sequence[Light],
) -> tuple[list[WoodsMadeOne], Shelf, list[Ground]]:  # fmt: skip
    """Return what brings two or three woods of a job together."""
    get_job(session, job_id)
    grounds = [ground_over(session, job_id, name) for name in woods]
    target = _target_of(session, job_id, target_id, lights)
    with _refusals():
        shelf = fitted_shelf(session)
        found = make_one(shelf, grounds, tuple(lights), target, _wishes(session, shelf, allowed))
    return found, shelf, grounds


def undertones(
    session: Session, job_id: int, *, over: str, wish: str, allowed: Allowed, light: Light
) -> tuple[list[Undertone], Shelf, Ground]:
    """Return what moves a wood's undertone as wished."""
    get_job(session, job_id)
    ground = ground_over(session, job_id, over)
    with _refusals():
        shelf = fitted_shelf(session)
        found = what_moves(shelf, ground, wish, _wishes(session, shelf, allowed), light=light)
    return found, shelf, ground


def _wishes(session: Session, shelf: Shelf, allowed: Allowed) -> OverWishes:
    """Return what is allowed, without the tins that were taken off the shelf."""
    away = {material.key for material in shelf.materials} - keys_on_shelf(session)
    known = {material.key for material in shelf.materials}
    if gone := [key for key in allowed.use if key not in known or key in away]:
        raise UnfitError(f"there is no tin {gone[0]!r} on the shelf")
    return OverWishes(
        use=allowed.use, avoid=(*allowed.avoid, *sorted(away)), most=allowed.most,
        pour_error=tool(allowed.tool_key).error,
    )  # fmt: skip


@contextmanager
def _refusals() -> Iterator[None]:
    try:
        yield
    except NothingToMixError as error:
        raise ConflictError(str(error)) from error
    except ValueError as error:
        raise UnfitError(str(error)) from error
