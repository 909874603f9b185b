"""What a job's plan is made of: its pieces with surveys and looks, and how the person works."""

import hashlib
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.optics.ways import WAYS
from jug_mingle.core.plan.coats import mark_of
from jug_mingle.core.plan.conditions import Conditions
from jug_mingle.core.plan.rates import learnt
from jug_mingle.core.plan.step import Take
from jug_mingle.core.plan.survey import Survey
from jug_mingle.core.plan.work import PieceWork, Workshop
from jug_mingle.core.practice.hardware import Hardware
from jug_mingle.documents.look import LayerIn
from jug_mingle.documents.plan import SurveyIn
from jug_mingle.errors import UnfitError
from jug_mingle.services.finish_report import JUDGED_AT, needs_of
from jug_mingle.services.finish_resolver import dressed
from jug_mingle.services.looks import worn_layers
from jug_mingle.services.pieces import (
    check_names,
    drawn,
    get_piece,
    grounds_of,
    piece_of,
    piece_rows,
    uses_of,
)
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import PieceRow, StepDoneRow


def keep_survey(session: Session, piece_id: int, survey: SurveyIn) -> PieceRow:
    """Keep what a piece is before anything is done; UnfitError where it names a part that the piece has
    not."""
    row = get_piece(session, piece_id)
    check_names(piece_of(row), (name for name in survey.parts if name))
    row.survey = survey.model_dump(mode="json")
    session.flush()
    return row


def survey_of(row: PieceRow) -> Survey:
    """Return what a piece is before anything is done; of an empty answer, as when nobody looked."""
    return Survey.of(row.survey)


@dataclass(frozen=True, slots=True, kw_only=True)
class Other:
    """What is laid otherwise than a look says: other colours, as the shop had none; by brush, as the gun is
    broken."""

    swaps: Mapping[str, str] = field(default_factory=dict)
    brushed: bool = False


def works_of(
    session: Session, job_id: int, done: Mapping[str, StepDoneRow] | None = None, other: Other | None = None
) -> list[PieceWork]:
    """Return the pieces of a job as a plan takes them; what was painted otherwise than they wear is a
    ground."""
    works = [work_of(session, row, other) for row in piece_rows(session, job_id)]
    return works if not done else [replace(work, over=_painted_otherwise(work, done)) for work in works]


def work_of(session: Session, row: PieceRow, other: Other | None = None) -> PieceWork:
    """Return a piece as a plan takes it, in the look that it wears."""
    worn = worn_layers(session, row)
    layers = [otherwise(layer, other) for layer in worn] if other else worn
    takes: list[tuple[Take, ...]] = []
    if layers:
        _, finish = dressed(session, row.id, layers)
        needs = needs_of(session, row, layers, finish, drawn(row, *JUDGED_AT))
        takes = [
            tuple(Take(colour=need.colour, name=need.name, ml=need.ml) for need in layer) for layer in needs
        ]
    else:
        finish = Finish(grounds=grounds_of(session, row))
    return PieceWork(
        number=row.id, name=row.name, piece=piece_of(row), finish=finish, survey=survey_of(row),
        uses=uses_of(row),
        age=row.age, count=row.count, hardware=Hardware.of(row.hardware), takes=takes, marks=marks_of(layers),
        keeps=_keeps(layers, finish),
    )  # fmt: skip


def otherwise(layer: LayerIn, other: Other) -> LayerIn:
    """Return a layer as it is laid instead: as many brushed coats as are as thick as the sprayed ones."""
    usual = f"usual:{KINDS[layer.kind].usual_material}"
    colours = [other.swaps.get(colour, colour) for colour in layer.colours]
    if not layer.colours and usual in other.swaps:
        colours = [other.swaps[usual]]
    change: dict[str, Any] = {"colours": colours}
    if other.brushed and layer.way == "spray":
        coats = WAYS["brush"].coats_for(WAYS["spray"].thick * layer.coats)
        change |= {"way": "brush", "coats": min(12, coats)}
    return layer.model_copy(update=change)


def _keeps(layers: Sequence[LayerIn], finish: Finish) -> dict[str, float | None]:
    """Return how long what is mixed for a look keeps: its jugs, and powders that are stirred with water.
    [days]"""
    found: dict[str, float | None] = {}
    for laid_layer, layer in zip(layers, finish.layers, strict=True):
        for colour, film in zip(laid_layer.colours, layer.films, strict=True):
            life = film.facts.pot_life if film.facts is not None else None
            if colour.startswith("mix:") or life is not None:
                found[colour] = life
    return found


def marks_of(layers: Sequence[LayerIn]) -> tuple[str, ...]:
    """Return a short name of what each layer lays: it differs where kind, colours, water or faces do."""
    found = []
    for layer in layers:
        told: list[object] = [layer.kind, layer.colours, layer.water, layer.zones, layer.dwell]
        # A layout that goes on being laid is the same, however far it is.
        if layer.layout is not None:
            told.append(layer.layout.model_dump(mode="json", exclude={"placed"}))
        said = json.dumps(told)
        found.append(hashlib.sha256(said.encode()).hexdigest()[:5])
    return tuple(found)


def _painted_otherwise(work: PieceWork, done: Mapping[str, StepDoneRow]) -> dict[str, str]:
    """Return the units on which coats lie that the look does not have."""
    marks = {mark_of(work, number) for number in range(len(work.marks))}
    found: dict[str, str] = {}
    for row in done.values():
        about = row.about
        if about.get("piece") != work.number or about.get("layer", -1) < 0 or row.how != "done":
            continue
        if not any(f".{mark}" in row.step for mark in marks):
            found[about["part"]] = f"{about['title'].split(',')[0].lower()}, laid before"
    return found


def workshop_of(session: Session, air: Conditions) -> Workshop:
    """Return how the person works: their schools, the air, and how long each act really took them."""
    rows = session.scalars(
        select(StepDoneRow).where(StepDoneRow.taken_back.is_(None), StepDoneRow.how == "done")
    )
    pace = learnt(
        (row.about.get("act", ""), row.usual, row.minutes) for row in rows if row.about.get("timed")
    )
    return Workshop(schools=settings_of(session).schools, air=air, pace=pace)


def conditions_of(said: Mapping[str, Any]) -> Conditions:
    """Return the air as it was typed; what is usual where nothing was. UnfitError says what is wrong."""
    try:
        return Conditions(**said)
    except ValueError as error:
        raise UnfitError(str(error)) from error
