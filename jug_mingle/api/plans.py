"""The plan: surveys, hours, steps and what really happens to them, timers, money, and all of it as files."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from typing import Annotated

from fastapi import APIRouter, Body, Depends, Query, Response
from sqlalchemy.orm import Session

from jug_mingle.api.common import PDF, Anyway, gives, printed, sent
from jug_mingle.api.context import IMAGE, Context, ContextNow, LightNow, ReadSession, UnitNow
from jug_mingle.api.guests import OnlyJob
from jug_mingle.api.plan_answers import hours_out, money_out, plan_out, surveys_out, timer_out, timers_out
from jug_mingle.api.plan_shapes import (
    BusyIn,
    DayIn,
    HoursOut,
    MoneyOut,
    OrderIn,
    PinIn,
    PlanChangeIn,
    PlanOut,
    SaidOut,
    StepDoneIn,
    StepIn,
    SurveyKeptOut,
    SurveysOut,
    TackyIn,
    TimerIn,
    TimerOut,
    TimersOut,
    WeatherIn,
    WrongIn,
)
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.devices.lines import DeviceError
from jug_mingle.documents.plan import AddedStepIn, HoursIn, PlanFile, StepKey, SurveyIn
from jug_mingle.documents.strict import Id
from jug_mingle.errors import DeviceTroubleError
from jug_mingle.formats.images import encode
from jug_mingle.services import plan_asks, plan_progress, plan_work, plans, timers
from jug_mingle.services.hours import busy_by_calendar, hours_kept, keep_busy, keep_hours
from jug_mingle.services.jobs import get_job
from jug_mingle.services.plan_money import money_of
from jug_mingle.services.plan_pictures import picture_of_step
from jug_mingle.services.plan_view import view_of
from jug_mingle.services.settings import settings_of

router = APIRouter(prefix="/api", tags=["plans"])


@dataclass(frozen=True, slots=True)
class Asking:
    """Whose plan is meant, and the light and the unit in which it is answered."""

    context: Context
    job_id: int
    light: str
    unit: str

    def after(self, change: Callable[[Session], object], *, anew: bool = False) -> PlanOut:
        """Change something and lay the plan as it is then, in one go; then begin to better it."""
        context, forecast = self.context, self.context.forecasts.now()
        with context.database.write.begin() as session:
            change(session)
            timed = hours_kept(session) is not None
            if timed:
                plans.make(session, self.job_id, forecast=forecast, anew=anew)
        if timed:
            context.bettering.begin(
                self.job_id,
                lambda solver: plans.better(context.database, solver, self.job_id, forecast=forecast),
            )
        with context.database.read() as session:
            again = plans.plan_now(session, self.job_id, forecast=forecast)
            return plan_out(session, context, self.job_id, again, light_named(self.light), self.unit)


def asking(job_id: Id, context: ContextNow, unit: UnitNow, light: LightNow = "window") -> Asking:
    """Give a route that changes a plan what it answers with."""
    return Asking(context=context, job_id=job_id, light=light, unit=unit)


AskingNow = Annotated[Asking, Depends(asking)]


@router.get("/jobs/{job_id}/plan")
def get_plan(
    job_id: Id, session: ReadSession, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> PlanOut:
    """Return a job's plan as it stands: what to do now, what dries meanwhile, the days."""
    get_job(session, job_id)
    current = plans.plan_followed(session, job_id, forecast=context.forecasts.now())
    return plan_out(session, context, job_id, current, light_named(light), unit)


@router.post("/jobs/{job_id}/plan")
def make_plan(asked: AskingNow, anew: bool = False) -> PlanOut:
    """Lay what is still to be done into the hours there are, at once; it is bettered in the background. What
    moves is as little as may be, unless it is asked for `anew`."""
    return asked.after(lambda _session: None, anew=anew)


@router.post("/jobs/{job_id}/plan/stop", status_code=204)
def stop_bettering(job_id: Id, context: ContextNow) -> None:
    """Stop looking for a better plan; the best that was found stands."""
    if context.bettering.is_under_way(job_id):
        context.bettering.solver.stop()


@router.patch("/jobs/{job_id}/plan")
def change_plan(body: PlanChangeIn, asked: AskingNow) -> PlanOut:
    """Say by when it must be usable, what the air is, whether the sprayer works, what price is asked."""

    def change(session: Session) -> None:
        row = plans.begun_plan(session, asked.job_id)
        if body.due is not None or body.no_due:
            plan_asks.set_due(session, asked.job_id, None if body.no_due else body.due)
        if body.asked is not None:
            row.asked = body.asked or None
        if body.air is not None or body.by_forecast:
            plan_asks.ask(
                session,
                asked.job_id,
                air=None if body.by_forecast or body.air is None else body.air.model_dump(),
            )
        if body.no_sprayer is not None:
            plan_asks.ask(session, asked.job_id, no_sprayer=body.no_sprayer)
        if body.swaps is not None:
            plan_asks.swap(session, asked.job_id, body.swaps)

    return asked.after(change)


@router.post("/jobs/{job_id}/steps/done")
def finish_step(body: StepDoneIn, asked: AskingNow) -> PlanOut:
    """Tick a step off; the waits after it begin. Refused with 409 where it was ticked off already."""
    return asked.after(
        lambda session: plan_progress.finish_step(
            session,
            asked.job_id,
            body.step,
            minutes=body.minutes,
            ended=body.ended,
            how=body.how,
            before_too=body.before_too,
        )
    )


@router.post("/jobs/{job_id}/steps/undo")
def take_back(body: StepIn, asked: AskingNow) -> PlanOut:
    """Take back that a step was done."""
    return asked.after(lambda session: plan_progress.take_back(session, asked.job_id, body.step))


@router.post("/jobs/{job_id}/steps/tacky")
def still_tacky(body: TackyIn, asked: AskingNow) -> PlanOut:
    """Let a step wait longer, as what lies below is not dry."""
    return asked.after(
        lambda session: plan_progress.still_tacky(session, asked.job_id, body.step, body.minutes)
    )


@router.post("/jobs/{job_id}/steps/wrong")
def went_wrong(body: WrongIn, asked: AskingNow) -> SaidOut:
    """Make steps of what is done about a mishap."""
    said: list[str] = []
    plan = asked.after(lambda session: said.append(plan_progress.went_wrong(session, asked.job_id, body.step,
    body.mishap)))  # fmt: skip
    return SaidOut(said=said[0], plan=plan)


@router.post("/jobs/{job_id}/steps/another-way")
def another_way(body: StepIn, asked: AskingNow) -> SaidOut:
    """Plan a step the way that is left once its window has closed."""
    said: list[str] = []
    plan = asked.after(
        lambda session: said.append(plan_progress.another_way(session, asked.job_id, body.step))
    )
    return SaidOut(said=said[0], plan=plan)


@router.post("/jobs/{job_id}/steps/drop")
def drop_step(body: StepIn, asked: AskingNow) -> PlanOut:
    """Leave a step out; what a rule forbids says why."""
    return asked.after(lambda session: plan_asks.drop(session, asked.job_id, body.step))


@router.post("/jobs/{job_id}/steps/bring-back")
def bring_back(body: StepIn, asked: AskingNow) -> PlanOut:
    """Bring a step back that was left out, or take one's own away."""
    return asked.after(lambda session: plan_asks.bring_back(session, asked.job_id, body.step))


@router.post("/jobs/{job_id}/steps")
def add_step(body: AddedStepIn, asked: AskingNow) -> PlanOut:
    """Add a step of one's own."""
    return asked.after(lambda session: plan_asks.add(session, asked.job_id, body))


@router.post("/jobs/{job_id}/steps/order")
def order_steps(body: OrderIn, asked: AskingNow) -> PlanOut:
    """Let a step come before another; what lies on a part may forbid it."""
    return asked.after(lambda session: plan_asks.put_before(session, asked.job_id, body.first, body.then))


@router.post("/jobs/{job_id}/steps/pin")
def pin_step(body: PinIn, asked: AskingNow) -> PlanOut:
    """Let a step start at a time, or whenever it fits."""
    return asked.after(lambda session: plan_asks.pin(session, asked.job_id, body.step, body.at))


@router.post("/jobs/{job_id}/plan/skip-day")
def skip_day(body: DayIn, asked: AskingNow) -> PlanOut:
    """Take the hours of a day away, as there is no time after all."""
    return asked.after(lambda session: plan_progress.skip_day(session, asked.job_id, body.day))


@router.get("/jobs/{job_id}/steps/picture", responses=IMAGE, response_class=Response)
async def step_picture(
    job_id: Id,
    step: Annotated[StepKey, Query()],
    context: ContextNow,
    light: LightNow = "window",
    wide: Annotated[int, Query(ge=40, le=1200)] = 320,
    high: Annotated[int, Query(ge=40, le=1200)] = 320,
) -> Response:
    """Return the picture of a step: the faces that are worked on in full, all else faded."""

    def draw() -> Response:
        with context.database.read() as session:
            pixels = picture_of_step(session, job_id, step, light=light_named(light), wide=wide, high=high)
        data, media_type = encode(pixels, "exact")
        return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})

    return await context.rendered(draw)


@router.get("/jobs/{job_id}/surveys")
def get_surveys(job_id: Id, session: ReadSession) -> SurveysOut:
    """Return what a job's pieces are before anything is done, and the words that this is said in."""
    return surveys_out(session, job_id)


@router.put("/pieces/{piece_id}/survey")
def keep_survey(piece_id: Id, body: SurveyIn, context: ContextNow) -> SurveyKeptOut:
    """Keep what a piece is before anything is done; answered with the version of the piece that has it."""
    with context.database.write.begin() as session:
        row = plan_work.keep_survey(session, piece_id, body)
        session.flush()
        return SurveyKeptOut(**SurveyIn.model_validate(row.survey).model_dump(), version=row.version)


@router.get("/hours")
def get_hours(session: ReadSession) -> HoursOut:
    """Return when there is time, or what is offered where nobody said."""
    return hours_out(session)


@router.put("/hours")
def set_hours(body: HoursIn, context: ContextNow) -> HoursOut:
    """Say when there is time."""
    with context.database.write.begin() as session:
        keep_hours(session, body)
        return hours_out(session)


@router.post("/hours/busy")
def read_busy(body: BusyIn, context: ContextNow) -> HoursOut:
    """Read what is taken from a calendar file; it takes the place of what an earlier one said."""
    with context.database.read() as session:  # nobody who writes waits while a calendar is gone through
        taken = busy_by_calendar(session, body.calendar.encode())
    with context.database.write.begin() as session:
        keep_busy(session, taken)
        return hours_out(session)


@router.delete("/hours/busy")
def forget_busy(context: ContextNow) -> HoursOut:
    """Forget what a calendar said is taken."""
    with context.database.write.begin() as session:
        keep_busy(session, [])
        return hours_out(session)


@router.get("/timers")
def list_timers(session: ReadSession, only: OnlyJob) -> TimersOut:
    """Return the timers that run or have rung, the next first, with the server's time."""
    return timers_out(timer for timer in timers.timers(session) if only in (None, timer.job_id))


@router.post("/timers", status_code=201)
def start_timer(body: TimerIn, context: ContextNow) -> TimerOut:
    """Start a timer."""
    with context.database.write.begin() as session:
        return timer_out(timers.start_for(session, body.job_id, body.words, body.seconds, kind=body.kind))


@router.delete("/timers/{timer_id}", status_code=204)
def remove_timer(timer_id: Id, context: ContextNow) -> None:
    """Take a timer away."""
    with context.database.write.begin() as session:
        timers.remove_timer(session, timer_id)


@router.get("/jobs/{job_id}/plan/money")
def get_money(job_id: Id, session: ReadSession, unit: UnitNow) -> MoneyOut:
    """Return what a plan takes and costs: tins, consumables, hardware, hours, a price and what is left of
    it."""
    current = plans.plan_now(session, job_id)
    return money_out(session, money_of(session, job_id, current), unit)


@router.get("/jobs/{job_id}/plan.ics", responses=gives("text/calendar"), response_class=Response)
def plan_calendar(job_id: Id, session: ReadSession, context: ContextNow) -> Response:
    """Return a plan as an iCalendar file with alarms."""
    from jug_mingle.services import plan_files

    name = get_job(session, job_id).name
    data = plan_files.calendar_of(
        name, view_of(plans.plan_followed(session, job_id, forecast=context.forecasts.now()))
    )
    return sent(data, "text/calendar", "plan.ics")


@router.get("/jobs/{job_id}/plan.pdf", responses=PDF, response_class=Response)
def plan_pdf(job_id: Id, session: ReadSession, context: ContextNow, anyway: Anyway = False) -> Response:
    """Return a plan as a sheet to tick off."""
    from jug_mingle.services import plan_files

    current = plans.plan_followed(session, job_id, forecast=context.forecasts.now())
    name, money = get_job(session, job_id).name, money_of(session, job_id, current)
    make = partial(plan_files.sheet_of, name, view_of(current), money, settings_of(session))
    return printed(make, f"plan {name}", anyway=anyway)


@router.get("/jobs/{job_id}/step-cards.pdf", responses=PDF, response_class=Response)
def card_pdf(job_id: Id, session: ReadSession, context: ContextNow, anyway: Anyway = False) -> Response:
    """Return the steps still to be done as cards."""
    from jug_mingle.services import plan_files

    current = plans.plan_followed(session, job_id, forecast=context.forecasts.now())
    name = get_job(session, job_id).name
    make = partial(plan_files.cards_of, name, view_of(current), settings_of(session))
    return printed(make, f"step cards {name}", anyway=anyway)


@router.get("/jobs/{job_id}/plan.csv", responses=gives("text/csv"), response_class=Response)
def plan_csv(job_id: Id, session: ReadSession, context: ContextNow) -> Response:
    """Return a plan as a table."""
    from jug_mingle.services import plan_files

    return sent(
        plan_files.csv_of(view_of(plans.plan_followed(session, job_id, forecast=context.forecasts.now()))),
        "text/csv",
        "plan.csv",
    )


@router.get("/jobs/{job_id}/shopping.csv", responses=gives("text/csv"), response_class=Response)
def shopping_csv(job_id: Id, session: ReadSession) -> Response:
    """Return what a plan takes as a table."""
    from jug_mingle.services import plan_files

    money = money_of(session, job_id, plans.plan_now(session, job_id))
    return sent(plan_files.shopping_csv(money, settings_of(session)), "text/csv", "shopping.csv")


@router.get("/jobs/{job_id}/plan.json")
def plan_json(job_id: Id, session: ReadSession, context: ContextNow) -> PlanFile:
    """Return a plan as a file."""
    from jug_mingle.services import plan_files

    return plan_files.file_of(
        get_job(session, job_id).name,
        view_of(plans.plan_followed(session, job_id, forecast=context.forecasts.now())),
    )


@router.post("/devices/weather", status_code=204)
def set_weather(body: Annotated[WeatherIn, Body()], context: ContextNow) -> None:
    """Give the stand-in weather service a season or a fault."""
    try:
        for command, value in (("SEASON", body.season), ("FAULT", body.fault)):
            if value is not None:
                context.weather.simulate(f"{command} {value}")
    except DeviceError as error:
        raise DeviceTroubleError(str(error)) from error
    context.forecasts.forget()
