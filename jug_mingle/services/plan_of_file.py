"""A job in a file, planned without a database: what the command line prints."""

from collections.abc import Sequence
from datetime import datetime

import numpy as np

from jug_mingle.core.finishes.bare_ground import bare
from jug_mingle.core.finishes.generic import METALS, WAXES, generic_film
from jug_mingle.core.finishes.layer import Film, Layer
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.marked import plain
from jug_mingle.core.materials.handling import Facts, time_words
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.optics.film import Optics, veil_of
from jug_mingle.core.pattern.surfaces import surfaces_of
from jug_mingle.core.pieces import FORMS, usual_piece
from jug_mingle.core.plan.dangers import CAUTIONS
from jug_mingle.core.plan.explain import why_none
from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.problem import Schedule
from jug_mingle.core.plan.scheduling import Laid, problem_of
from jug_mingle.core.plan.step import Take
from jug_mingle.core.plan.steps import Steps, steps_of
from jug_mingle.core.plan.survey import Survey
from jug_mingle.core.plan.work import PieceWork, Workshop
from jug_mingle.documents.plan import JobFile, JobPieceIn, PlanFile, PlanStepDoc, PlanWaitDoc
from jug_mingle.errors import UnfitError
from jug_mingle.formats.calendar_file import read_busy
from jug_mingle.services.hours import AHEAD, Busy, Calendar, hours_of, zone_of
from jug_mingle.services.patterns import on_surfaces, prepared
from jug_mingle.services.pieces import check_names
from jug_mingle.services.plan_solver import PlanSolver
from jug_mingle.services.plan_work import conditions_of, marks_of
from jug_mingle.store.models import now

_PALE = Optics(K=np.full(36, 0.01), S=np.full(36, 0.3))
"""Of a paint of which a file says the kind alone: pale, so that what bleeds is minded. [1/µm]"""


def work_of_file(number: int, job_piece: JobPieceIn) -> PieceWork:
    """Return a piece of a file as a plan takes it; UnfitError says what is wrong with it."""
    try:
        piece = usual_piece(job_piece.form, **job_piece.measures)
        layers = tuple(
            Layer(
                films=tuple(_film(name) for name in layer.colours), zones=tuple(layer.zones),
                **layer.model_dump(exclude={"colours", "zones", "layout"}),
            )
            for layer in job_piece.layers
        )  # fmt: skip
        layers = on_surfaces(
            layers, [prepared(None, 0, layer) for layer in job_piece.layers], surfaces_of(piece)
        )
        survey = Survey.of(job_piece.survey.model_dump())
        check_names(piece, (name for layer in layers for name in layer.zones))
        check_names(piece, (name for name in (*survey.parts, *job_piece.grounds) if name))
    except (ValueError, TypeError) as error:
        raise UnfitError(f"{job_piece.name}: {error}") from error
    finish = Finish(layers=layers, grounds={name: bare(key) for name, key in job_piece.grounds.items()})
    uses = FORMS[job_piece.form].uses if job_piece.uses is None else tuple(job_piece.uses)
    takes = [
        tuple(Take(colour=name, name=film.name, ml=_ml(piece.areas, layer, film, job_piece.count)) for name,
            film in zip(
            laid_layer.colours, layer.films, strict=True
        ))
        for laid_layer, layer in zip(job_piece.layers, layers, strict=True)
    ]  # fmt: skip
    return PieceWork(
        number=number, name=job_piece.name, piece=piece, finish=finish, survey=survey, uses=uses,
        age=job_piece.age,
        count=job_piece.count, takes=takes, marks=marks_of(job_piece.layers),
        keeps={
            name: film.facts.pot_life
            for laid_layer, layer in zip(job_piece.layers, layers, strict=True)
            for name, film in zip(laid_layer.colours, layer.films, strict=True)
            if film.facts is not None and film.facts.pot_life is not None
        },
    )  # fmt: skip


def _film(name: str) -> Film:
    if name in WAXES or name in METALS:
        return generic_film(name)
    kind_word, _, key = name.partition(":")
    if kind_word != "usual":
        raise ValueError(
            f'in a file a colour is "usual:" and a kind of material, or a wax or gilding; not {name!r}'
        )
    kind = kind_of(key)
    return Film(
        name=kind.title, optics=_PALE, X=kind.dry_coat, veil=veil_of(kind.sheen), base=kind.base,
        spread_rate=kind.spread_rate, density=kind.density, facts=Facts.of([(kind, {})]),
    )  # fmt: skip


def _ml(areas: dict[str, float], layer: Layer, film: Film, count: int) -> float:
    area = sum(area for zone, area in areas.items() if layer.reaches(zone))
    return count * 1000.0 * area * layer.coats / film.spread_rate / (1.0 + layer.water) / len(layer.films)


def plan_file(job: JobFile, busy: Sequence[bytes] = (), *, solver: PlanSolver | None = None) -> PlanFile:
    """Return the plan of a job in a file, with calendars of what is taken.

    Raises
    ------
    UnfitError
        If something in the job or a calendar cannot be used, or no plan is possible; it says why.
    """
    steps = _steps(job)
    zone = zone_of(job.hours)
    start = job.start or now()
    start = start.replace(tzinfo=zone) if start.tzinfo is None else start
    calendar = Calendar.since(start, zone)
    try:
        taken = [
            Busy(start=one.start, end=one.end, words=one.words)
            for data in busy
            for one in read_busy(data, start=calendar.at(0), end=calendar.at(AHEAD * 1440), zone=zone)
        ]
    except ValueError as error:
        raise UnfitError(str(error)) from error
    due = (
        calendar.minute(job.due.replace(tzinfo=zone) if job.due.tzinfo is None else job.due)
        if job.due
        else None
    )
    laid = problem_of(steps, hours_of(job.hours, calendar, busy=taken))
    first = first_plan(laid.problem)
    if first is None:
        raise UnfitError(" ".join(f"{c.words} {c.helps}" for c in why_none(laid, steps, said=calendar.said)))
    best = solver.solve(laid.problem, first) if solver is not None else first
    if due is not None and best is not None and best.usable > due:
        raise UnfitError(
            f"it cannot be used by {calendar.said(due)}: the soonest is {calendar.said(best.usable)}"
        )
    return _file(job, steps, laid, best or first, calendar)


def _steps(job: JobFile) -> Steps:
    works = [work_of_file(number, piece) for number, piece in enumerate(job.pieces, start=1)]
    return steps_of(works, Workshop(schools=job.schools, air=conditions_of(job.air.model_dump())))


def _file(job: JobFile, steps: Steps, laid: Laid, best: Schedule, calendar: Calendar) -> PlanFile:
    names = {number: piece.name for number, piece in enumerate(job.pieces, start=1)}
    docs = []
    for slot in laid.slots(best):
        if not slot.step:
            continue
        step = steps.of(slot.step)
        docs.append(
            PlanStepDoc(
                key=step.key, piece=names.get(step.piece, ""), title=step.title, act=step.act,
                minutes=float(slot.end - slot.start), words=plain(step.words),
                    why=plain(step.why), school=step.school,
                cautions=[CAUTIONS[key] for key in step.cautions], part=slot.part, parts=slot.of,
                start=_local(calendar, slot.start), end=_local(calendar, slot.end),
            )
        )  # fmt: skip
    return PlanFile(
        job=job.name, made=now(), usable=_local(calendar, best.usable), proven=best.proven,
        sessions=best.sessions, steps=docs,
        waits=[
            PlanWaitDoc(before=w.before, after=w.after, least=w.least, most=w.most, words=plain(w.words),
                        why=plain(w.why))
            for w in steps.waits
        ],
    )  # fmt: skip


def _local(calendar: Calendar, minute: int) -> datetime:
    return calendar.at(minute).astimezone(calendar.zone)


def plan_text(plan: PlanFile) -> str:
    """Return a plan as it is printed: a line a step, under its day."""
    lines = [plan.job]
    day = ""
    for step in plan.steps:
        if step.start is None:
            continue
        if (name := f"{step.start:%A} {step.start.day} {step.start:%B}") != day:
            lines += ["", name]
            day = name
        part = f" ({step.part} of {step.parts})" if step.parts > 1 else ""
        lines.append(
            f"  {step.start:%H:%M}  {time_words(step.minutes):>10}  {step.title}{part}, "
            f"{step.piece or 'for all'}"
        )
    if plan.usable:
        said = "no plan is sooner" if plan.proven else "the soonest found"
        lines += [
            "",
            f"light use {plan.usable:%A} {plan.usable.day} {plan.usable:%B}, {plan.usable:%H:%M} ({said})",
        ]
    return "\n".join(lines)
