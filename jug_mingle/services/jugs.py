"""Vessels: those that stand about, and the person's own, measured or known by pouring water."""

from collections.abc import Mapping, Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.measuring.jugs import (
    JUGS,
    Form,
    Jug,
    calibrated_jug,
    jam_jar,
    roomy,
    straight_jug,
    tapered_jug,
)
from jug_mingle.errors import ConflictError, UnfitError
from jug_mingle.store.models import JugRow


def all_jugs(session: Session) -> dict[str, Jug]:
    """Return every vessel by name, the person's own last."""
    own = session.scalars(select(JugRow).order_by(JugRow.id)).all()
    return {
        **JUGS,
        **{
            row.name: Jug(form=_form(row.form), heights=tuple(row.heights), diameters=tuple(row.diameters))
            for row in own
        },
    }


def _form(text: str) -> Form:
    forms: Mapping[str, Form] = {"straight": "straight", "tapered": "tapered", "jam_jar": "jam_jar"}
    return forms.get(text, "measuring")


def jug_named(session: Session, name: str) -> Jug:
    """Return a vessel; UnfitError lists them."""
    known = all_jugs(session)
    if name not in known:
        raise UnfitError(f"there is no jug {name!r}; known are {', '.join(known)}")
    return known[name]


def jug_for(session: Session, batch: float) -> str:
    """Return the smallest vessel that holds a batch with a sixth to spare, or else the largest. [ml]"""
    return roomy(all_jugs(session), batch)


def add_jug(
    session: Session,
    *,
    name: str,
    bottom: float | None,
    top: float | None,
    neck: float | None,
    height: float | None,
    marks: Sequence[tuple[float, float]],
) -> JugRow:
    """Keep a vessel by its inner measures [mm], or by marks of water (millilitres in all, height [mm]).

    Raises
    ------
    ConflictError
        If one of this name stands there.
    UnfitError
        If it cannot be a vessel.
    """
    if name in all_jugs(session):
        raise ConflictError(f"a jug called {name!r} stands there already: call this one something else")
    try:
        jug = _made(bottom, top, neck, height, marks)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    row = JugRow(name=name, form=jug.form, heights=list(jug.heights), diameters=list(jug.diameters))
    session.add(row)
    session.flush()
    return row


def _made(
    bottom: float | None,
    top: float | None,
    neck: float | None,
    height: float | None,
    marks: Sequence[tuple[float, float]],
) -> Jug:
    if marks:
        return calibrated_jug(marks)
    if bottom is None or height is None:
        raise ValueError(
            "measure its inner diameter at the bottom and its inner height, or pour known water and mark it"
        )
    if neck is not None:
        return jam_jar(diameter=bottom, neck=neck, height=height)
    if top is None or top == bottom:
        return straight_jug(diameter=bottom, height=height)
    return tapered_jug(bottom=bottom, top=top, height=height)
