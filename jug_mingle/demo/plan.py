"""The demo's plan, in progress: looked over, hours after the library closes, and the first evenings
behind."""

from datetime import timedelta

from sqlalchemy.orm import Session

from jug_mingle.documents.plan import PartSurveyIn, SurveyIn
from jug_mingle.services import pieces, plan_progress, plan_work, plans
from jug_mingle.services.hours import EVENINGS, keep_hours
from jug_mingle.store.models import JobRow, now

_UNTIL = "frame.blend"
"""The first coat of the cabinet's frame is the last that is behind."""

_AGO = timedelta(minutes=25)


def plan_begun(session: Session, job: JobRow) -> None:
    """Look the three pieces over, say when there is time, and tick the first steps off."""
    for row in pieces.piece_rows(session, job.id):
        seen = SurveyIn(parts={"": PartSurveyIn(layers=1)}, causes=[], lead="none")
        if row.name == "Card-catalogue cabinet":
            seen = SurveyIn(parts={"top": PartSurveyIn(damage=["dents"])}, causes=["heavy"], interiors="feed")
        plan_work.keep_survey(session, row.id, seen)
    keep_hours(session, EVENINGS)
    _tick_off(session, job)
    plans.make(session, job.id)


def _tick_off(session: Session, job: JobRow) -> None:
    """Tick steps off as if each had been done when its waits were over, the last of them less than half an
    hour ago."""
    current = plans.plan_now(session, job.id)
    at, ended = 0.0, dict[str, float]()
    waiting = {step.key: step for step in current.steps.steps}
    while not any(f".{_UNTIL}" in key for key in ended):
        ready = {
            key: max(
                [at, *(ended[wait.before] + wait.least for wait in current.steps.waits if wait.after == key)]
            )
            for key in waiting
            if all(wait.before in ended for wait in current.steps.waits if wait.after == key)
        }
        key = min(ready, key=lambda one_: ready[one_])
        at = ended[key] = ready[key] + waiting.pop(key).minutes
    over = now() - _AGO
    ticked = [(key, over + timedelta(minutes=end - at)) for key, end in ended.items()]
    plan_progress.tick_off(session, job.id, current, ticked)
    plans.begun_plan(session, job.id).begun = ticked[0][1]
