"""How well each tin is known, and what would tell more."""

from dataclasses import dataclass

from sqlalchemy.orm import Session

from jug_mingle.core.evidence.level import Task, letter_of, level_of, tasks_of, white_of
from jug_mingle.services.materials import get_material, keys_on_shelf, material_rows
from jug_mingle.services.readings import reading_rows, readings_of, to_reading, volumes_of
from jug_mingle.services.shelf_fit import fitted_shelf


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    """How well a tin is known: its letter, and the tests not yet done, the most telling first."""

    level: str
    tasks: list[Task]
    white: str | None


def levels(session: Session) -> dict[str, str]:
    """Return the letter of every tin."""
    found = dict.fromkeys((row.key for row in material_rows(session)), "")
    for row in reading_rows(session):
        volumes = [key for key, _ in volumes_of(row)]
        films = [swatch["X"] is not None for swatch in row.swatches]
        spectral = any(len(swatch["seen"]) > 3 for swatch in row.swatches[:1])
        for key in volumes:
            letter = letter_of(key, volumes, coats=row.coats is not None, films=films, spectral=spectral)
            found[key] = max(found.get(key, ""), letter)
    return found


def known(session: Session, key: str) -> Known:
    """Return how well a tin is known and what would tell more of it."""
    get_material(session, key)
    shelf = fitted_shelf(session)
    evidence = [to_reading(row) for row in readings_of(session, key)]
    white = white_of(shelf, keys_on_shelf(session))
    done = {str(row.about.get("task", "")) for row in readings_of(session, key)}
    return Known(
        level=level_of(key, evidence),
        tasks=tasks_of(shelf, key, done=sorted(done - {""}), white=white),
        white=white,
    )
