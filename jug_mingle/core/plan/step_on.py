"""A step on a unit of a piece, or on all of it: its key, its usual minutes, its faces."""

from jug_mingle.core.plan.rates import RATES
from jug_mingle.core.plan.step import Step
from jug_mingle.core.plan.work import PieceWork, Unit


def on(work: PieceWork, unit: str) -> str:
    """Return the name of a unit of a piece among all that a plan works on."""
    return f"p{work.number}.{unit}"


def step_of(
    work: PieceWork, act: str, unit: Unit | None, title: str, *, more: str = "", **values: object
) -> Step:
    """Return a step on a unit, or on a whole piece: its key, its usual minutes, its faces."""
    where = unit.key if unit else "all"
    area, parts = (unit.area, unit.parts) if unit else (0.0, 1)
    given = {
        "minutes": RATES[act].minutes(area, parts),
        "faces": unit.faces if unit else (),
        "part": where,
        **values,
    }
    names = [f"p{work.number}", where, act, *filter(None, [more, "again" if unit and unit.again else ""])]
    key = ".".join(names)
    return Step(key=key, piece=work.number, act=act, title=title, **given)  # type: ignore[arg-type]
