"""How answers about a plan are filled: from what the services found to what is sent."""

from collections.abc import Iterable, Mapping
from datetime import datetime, timedelta
from functools import partial

from sqlalchemy.orm import Session

from jug_mingle.api.common import WordsOut, hex_of
from jug_mingle.api.context import Context
from jug_mingle.api.plan_shapes import (
    AirOut,
    AllowedOut,
    ClashOut,
    DayOut,
    DryingOut,
    HoursOut,
    LineOut,
    MoneyOut,
    PieceCostOut,
    PlanOut,
    PlanStepOut,
    SlotOut,
    SurveyOut,
    SurveysOut,
    TakeOut,
    TestOut,
    TimerOut,
    TimersOut,
)
from jug_mingle.api.practice import CardOut
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.pieces.addresses import ZONES
from jug_mingle.core.plan.conditions import open_under, wait_under
from jug_mingle.core.plan.dangers import CAUTIONS
from jug_mingle.core.plan.scheduling import Slot
from jug_mingle.core.plan.shopping import Line
from jug_mingle.core.plan.step import Step, Take, short_of
from jug_mingle.core.plan.steps import why_not_dropped
from jug_mingle.core.plan.survey import CAUSES, DAMAGE, LEAD, TESTS, TREATMENTS
from jug_mingle.core.practice.hazards import DEFERS
from jug_mingle.core.practice.schools import QUESTIONS
from jug_mingle.core.practice.techniques import CARDS
from jug_mingle.documents.plan import SurveyIn
from jug_mingle.services.hours import EVENINGS, busy_kept, hours_kept, hours_row
from jug_mingle.services.looks import worn_look
from jug_mingle.services.materials import get_material
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.pieces import piece_of, piece_rows
from jug_mingle.services.plan_money import Money, amount_words
from jug_mingle.services.plan_progress import took_words
from jug_mingle.services.plan_view import Drying, laid_R, titles, view_of
from jug_mingle.services.plan_work import work_of
from jug_mingle.services.plans import PlanNow
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import TimerRow, now


def plan_out(
    session: Session, context: Context, job_id: int, current: PlanNow, light: Light, unit: str
) -> PlanOut:
    """Return a plan as it is looked at, in a light, with amounts in a unit."""
    view = view_of(current)
    starts: dict[str, datetime] = {}
    for slot in current.slots:
        if slot.step:
            starts.setdefault(slot.step, current.calendar.at(slot.start))
    hexes = {key: hex_of(R, light) for key, R in laid_R(current).items()}
    said = partial(step_out, session, current, starts=starts, hexes=hexes, unit=unit)
    rows = piece_rows(session, job_id)
    return PlanOut(
        begun=current.row is not None, hours=current.hours is not None, moment=current.moment,
        now=said(view.now) if view.now else None,
        technique=_technique(view.now), next_at=view.next_at,
        waits_for=f"{view.waiting_for.words}: {view.waiting_for.why}".strip(": ") if view.waiting_for else "",
        drying=[_drying(dry) for dry in view.drying],
        days=[
            DayOut(
                start=day.start, end=day.end, minutes=day.minutes,
                slots=[_slot(current, slot, hexes) for slot in day.slots],
            )
            for day in view.days
        ],
        steps=[said(step) for step in current.steps.steps],
        dropped=list(current.row.asks.get("dropped", [])) if current.row else [],
        allowed=[
            AllowedOut(piece=titles(current).get(a.piece, ""), words=a.words, at=a.at,
            why=a.why) for a in view.allowed
        ],
        clashes=[ClashOut(words=c.words, helps=c.helps, steps=list(c.steps)) for c in view.clashes],
        usable=view.usable, changed=str(current.kept.get("changed", "")),
        due=current.due,
        begin_by=datetime.fromisoformat(current.kept["latest"]) if current.kept.get("latest") else None,
        proven=bool(current.kept.get("proven")), stale=current.stale,
        bettering=context.bettering.is_under_way(job_id), sessions=int(current.kept.get("sessions", 0)),
        hands_left=view.hands_left, hands_left_words=time_words(view.hands_left), finished=view.finished,
        unsurveyed=[row.name for row in rows if row.survey is None],
        without_look=[row.name for row in rows if worn_look(session, row) is None],
        air=_air(context, current),
        sprayer=not (current.row and current.row.asks.get("no_sprayer")), zone=current.calendar.zone.key,
    )  # fmt: skip


def _technique(step: Step | None) -> CardOut | None:
    return CardOut.model_validate(CARDS[step.card]) if step is not None and step.card in CARDS else None


def step_out(
    session: Session,
    current: PlanNow,
    step: Step,
    *,
    starts: Mapping[str, datetime],
    hexes: Mapping[str, str],
    unit: str,
) -> PlanStepOut:
    """Return a step of a plan."""
    row = current.done.get(step.key)
    chosen = settings_of(session).schools.get(step.school, "")
    question = QUESTIONS.get(step.school)
    school = f"{question.title}: {question.answers.get(chosen) or question.unanswered}" if question else ""
    closes = next((w.closes for w in current.steps.waits if w.after == step.key and w.most is not None), "")
    return PlanStepOut(
        key=step.key, piece=step.piece, piece_name=titles(current).get(step.piece, "for all"), act=step.act,
        title=step.title,
        minutes=round(step.minutes, 1), words=step.words, why=step.why, school=step.school,
        school_words=school,
        faces=list(step.faces), ready=list(step.ready),
        takes=[_take(session, take, unit) for take in step.takes],
        cautions=[CAUTIONS[key] for key in step.cautions] + ([DEFERS] if step.cautions else []),
        card=step.card, hex=hexes.get(step.key), stands=60.0 * step.stands, done=row is not None,
        skipped=row is not None and row.how == "skipped",
        ended=row.ended if row else None,
        took=took_words(row.usual, row.minutes) if row and row.about.get("timed") else "",
        hands=step.hands, pinned=_pinned(current, step),
        start=starts.get(step.key), own=".fix." in step.key or step.key.startswith("own."),
        may_drop=not why_not_dropped(current.steps, step.key), window_closes=closes,
    )  # fmt: skip


def _pinned(current: PlanNow, step: Step) -> datetime | None:
    said = (current.row.asks.get("pinned") or {}).get(step.key) if current.row else None
    return datetime.fromisoformat(said) if said else None


def _take(session: Session, take: Take, unit: str) -> TakeOut:
    said = settings_of(session).marking(unit).amount
    kind, _, key = take.colour.partition(":")
    left = ""
    if kind == "pot":
        left = f"{said(get_material(session, key).left_ml)} left"
    elif kind == "mix":
        left = f"the jug was made for {said(get_mix(session, int(key)).batch)}"
    return TakeOut(colour=take.colour, name=take.name, ml=round(take.ml, 1), words=said(take.ml), left=left)


def _drying(dry: Drying) -> DryingOut:
    return DryingOut(
        step=dry.step.key, title=dry.step.title, words=dry.wait.words or "waits", why=dry.wait.why,
        then=dry.then.key,
        then_title=dry.then.title, began=dry.began, until=dry.until, closes=dry.closes,
        closes_words=dry.wait.closes, felt=dry.wait.felt,
    )  # fmt: skip


def _slot(current: PlanNow, slot: Slot, hexes: Mapping[str, str]) -> SlotOut:
    start, end = current.calendar.at(slot.start), current.calendar.at(slot.end)
    if not slot.step:
        gun = slot.kit.endswith(".spray")
        return SlotOut(
            key=slot.key, step="", title="Clean the gun" if gun else "Clean the brush", short="clean",
            piece="", start=start, end=end,
            hex=None, dries_until=None,
        )  # fmt: skip
    step = current.steps.of(slot.step)
    waits = [wait for wait in current.steps.waits if wait.before == step.key and wait.least > 0]
    longest = max(waits, key=lambda wait: wait.least, default=None) if slot.part == slot.of else None
    return SlotOut(
        key=slot.key, step=step.key, short=short_of(step), piece=titles(current).get(step.piece, ""),
        start=start,
        end=end,
        title=step.title if slot.of == 1 else f"{step.title} ({slot.part} of {slot.of})",
        hex=hexes.get(step.key),
        dries_until=end + timedelta(minutes=longest.least) if longest else None,
        dries=longest.words if longest else "",
    )  # fmt: skip


def _air(context: Context, current: PlanNow) -> AirOut:
    typed = bool(current.row and current.row.asks.get("air"))
    trouble = "" if typed else context.forecasts.trouble
    wax, other = (
        wait_under(current.air, wax=True, water=False),
        wait_under(current.air, wax=False, water=True, thin=True),
    )
    return AirOut(
        temperature=round(current.air.temperature, 1), humidity=round(current.air.humidity),
        moving_air=current.air.moving_air,
        dryer=current.air.dryer, source="typed" if typed else "usual" if trouble else "forecast",
        trouble=trouble,
        says=list(dict.fromkeys([*wax.why, *other.why, *open_under(current.air).why])),
    )  # fmt: skip


def surveys_out(session: Session, job_id: int) -> SurveysOut:
    """Return the surveys of a job's pieces."""
    pieces = []
    for row in piece_rows(session, job_id):
        piece = piece_of(row)
        zones = list(piece.areas)
        names = [("", "all of it"), *((zone, ZONES.get(zone, zone)) for zone in zones)]
        names += [(part, piece.called(part)) for part in piece.parts if part not in dict(names)]
        pieces.append(
            SurveyOut(
                piece=row.id, version=row.version, name=row.name, surveyed=row.survey is not None,
                survey=SurveyIn.model_validate(row.survey or {}), old_paint=work_of(session, row).old_paint,
                parts=[WordsOut(key=key, title=title) for key, title in names],
            )
        )  # fmt: skip

    def words(table: Mapping[str, str]) -> list[WordsOut]:
        return [WordsOut(key=key, title=title) for key, title in table.items()]

    return SurveysOut(
        pieces=pieces, damage=words(DAMAGE), causes=words(CAUSES), treatments=words(TREATMENTS),
        lead=words(LEAD), tests=[
            TestOut(key=test.key, title=test.title, test=test.test,
            meanwhile=test.meanwhile) for test in TESTS.values()
        ],
    )  # fmt: skip


def hours_out(session: Session) -> HoursOut:
    """Return the hours that were set, or those that are offered."""
    row, kept, busy = hours_row(session), hours_kept(session), busy_kept(session)
    return HoursOut(
        id=row.id if row else 0, version=row.version if row else 0, set=kept is not None,
        hours=kept or EVENINGS,
        busy=len(busy), busy_words=list(dict.fromkeys(one.words for one in busy if one.words))[:5],
    )  # fmt: skip


def timer_out(row: TimerRow) -> TimerOut:
    """Return a timer."""
    return TimerOut(
        id=row.id,
        job_id=row.job_id,
        words=row.words,
        kind=row.kind,
        step=row.step,
        began=row.created,
        ends=row.ends,
    )


def timers_out(rows: Iterable[TimerRow]) -> TimersOut:
    """Return timers with the server's time."""
    return TimersOut(moment=now(), timers=[timer_out(row) for row in rows])


def money_out(session: Session, money: Money, unit: str) -> MoneyOut:
    """Return what a plan takes and costs, amounts in a unit."""
    settings = settings_of(session)
    saying = settings.marking(unit)
    return MoneyOut(
        currency=settings.currency,
        tins=[_line(line, saying, money.instead.get(line.key, ())) for line in money.tins],
        swapped=[WordsOut(key=key, title=title) for key, title in money.swapped],
        goods=[_line(line, saying) for line in money.goods], hardware=money.hardware,
        cash=round(money.cash, 2),
        share=round(money.share, 2), hours=round(money.hours, 2), unpriced=money.unpriced,
        pieces=[
            PieceCostOut(piece=p.piece, name=p.name, share=round(p.share, 2), hours=round(p.hours, 2))
            for p in money.pieces
        ],
        asked=money.asked, left=None if money.left is None else round(money.left, 2),
        per_hour=None if money.per_hour is None else round(money.per_hour, 2),
    )  # fmt: skip


def _line(line: Line, saying: Saying, instead: Iterable[tuple[str, str]] = ()) -> LineOut:
    return LineOut(
        key=line.key, title=line.title, unit=line.unit, needed=round(line.needed, 2),
        needed_words=amount_words(line, line.needed, saying),
        there_words=amount_words(line, line.there, saying) if line.there else "",
        buy=line.buy, cash=None if line.cash is None else round(line.cash, 2),
        share=None if line.share is None else round(line.share, 2),
        instead=[WordsOut(key=key, title=title) for key, title in instead],
    )  # fmt: skip
