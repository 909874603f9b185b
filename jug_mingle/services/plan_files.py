"""A plan as it leaves the program: a calendar with alarms, a sheet and step cards, tables, and a file with a
schema."""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import Final

from jug_mingle.core.marked import plain
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.plan.dangers import CAUTIONS
from jug_mingle.core.plan.scheduling import Slot
from jug_mingle.core.plan.step import Step
from jug_mingle.core.practice.hazards import DEFERS
from jug_mingle.documents.plan import PlanFile, PlanStepDoc, PlanWaitDoc
from jug_mingle.formats.calendar_file import Entry, write_calendar
from jug_mingle.formats.cells import GOODS_COLUMNS, STEP_COLUMNS, table
from jug_mingle.formats.plan_sheet import RGB, PlanDay, PlanLine, StepCard, plan_sheet, step_cards
from jug_mingle.services.plan_money import Money, amount_words
from jug_mingle.services.plan_view import Day, View, laid_R, titles
from jug_mingle.services.plans import PlanNow
from jug_mingle.services.prints import screen_RGB
from jug_mingle.services.settings import Settings
from jug_mingle.store.models import now

_USUAL: Final = Settings()

_WARNED: Final = 10
"""Before a session the alarm goes so early. [minutes]"""


def calendar_of(name: str, view: View) -> bytes:
    """Return a plan as an iCalendar file: an entry for each session with an alarm before it, one for each
    step, and the windows that close, with an alarm when half of them is gone."""
    current = view.plan
    entries = []
    for day in view.days:
        if not day.slots:
            continue
        what = ", ".join(dict.fromkeys(_titled(current, slot) for slot in day.slots))
        entries.append(
            Entry(
                uid=f"session-{day.start:%Y%m%dT%H%M}", title=f"{name}: {time_words(day.minutes)} of work",
                words=what, start=day.start, end=day.end, before=_WARNED,
            )
        )  # fmt: skip
        entries += [
            Entry(
                uid=f"step-{slot.key}", title=_titled(current, slot), words=_words(current, slot), busy=False,
                start=current.calendar.at(slot.start), end=current.calendar.at(slot.end), before=0,
            )
            for slot in day.slots
        ]  # fmt: skip
    entries += _windows(current)
    for allowed in view.allowed:
        entries.append(
            Entry(
                uid=f"allowed-{allowed.piece}-{allowed.words.replace(' ', '-')}",
                title=f"{titles(current).get(allowed.piece, '')}: {allowed.words}", words=allowed.why,
                start=allowed.at, end=allowed.at + timedelta(minutes=15), busy=False,
            )
        )  # fmt: skip
    return write_calendar(name, entries, stamped=now())


def _windows(current: PlanNow) -> list[Entry]:
    ends = {slot.step: current.calendar.at(slot.end) for slot in current.slots if slot.part == slot.of}
    ends |= {key: row.ended for key, row in current.done.items()}
    entries = []
    for wait in current.steps.waits:
        if wait.most is None or wait.after in current.done or wait.before not in ends:
            continue
        closes = ends[wait.before] + timedelta(minutes=wait.most)
        entries.append(
            Entry(
                uid=f"window-{wait.after}", title=f"At the latest: {current.steps.of(wait.after).title}",
                words=wait.closes,
                start=closes - timedelta(minutes=5), end=closes, before=max(1, (wait.most - wait.least) // 2),
                busy=False,
            )
        )  # fmt: skip
    return entries


def _titled(current: PlanNow, slot: Slot) -> str:
    if not slot.step:
        return f"Clean the {'gun' if slot.kit.endswith('.spray') else 'brush'}"
    step = current.steps.of(slot.step)
    return step.title if slot.of == 1 else f"{step.title}, part {slot.part} of {slot.of}"


def _words(current: PlanNow, slot: Slot) -> str:
    if not slot.step:
        return ""
    step = current.steps.of(slot.step)
    cautions = [CAUTIONS[key] for key in step.cautions]
    return " ".join(filter(None, [step.words, step.why, *cautions, DEFERS if cautions else ""]))


def _looks(current: PlanNow) -> dict[str, RGB]:
    """Return how what each step lays looks by the window, by the step's key."""
    return {key: screen_RGB(R) for key, R in laid_R(current).items()}


def sheet_of(name: str, view: View, money: Money, settings: Settings = _USUAL) -> bytes:
    """Return a plan as a sheet to tick off, with what has to be bought at its end."""
    current = view.plan
    looks, saying = _looks(current), settings.saying()
    zone = current.calendar.zone
    said = [f"{time_words(view.hands_left)} of work in {sum(bool(day.slots) for day in view.days)} sessions."]
    if view.usable:
        said.append(f"Light use from {view.usable.astimezone(zone):%A %d %B, %H:%M}.")
    said += [saying.told(f"{clash.words} {clash.helps}") for clash in view.clashes]
    days = [
        PlanDay(
            title=_day_title(current, day), lines=[_line(current, slot, looks, saying) for slot in day.slots]
        )
        for day in view.days
        if day.slots
    ]
    days.append(PlanDay(title="To buy", lines=_to_buy(money, saying)))
    return plan_sheet(f"Plan: {name}", said, days, paper=settings.page)


def _to_buy(money: Money, saying: Saying) -> list[PlanLine]:
    return [
        PlanLine(
            when="", title=line.title, amounts=f"{amount_words(line, line.needed, saying)} needed",
            piece=saying.told(line.buy),
            long="" if line.cash is None else saying.money(line.cash),
        )
        for line in [*money.tins, *money.goods]
        if line.buy
    ]  # fmt: skip


def _day_title(current: PlanNow, day: Day) -> str:
    start, end = day.start.astimezone(current.calendar.zone), day.end.astimezone(current.calendar.zone)
    return f"{start:%A} {start.day} {start:%B}, {start:%H:%M}–{end:%H:%M}"


def _line(current: PlanNow, slot: Slot, looks: Mapping[str, RGB], saying: Saying) -> PlanLine:
    step = current.steps.of(slot.step) if slot.step else None
    piece = titles(current).get(step.piece, "") if step else ""
    return PlanLine(
        when=f"{current.calendar.at(slot.start).astimezone(current.calendar.zone):%H:%M}",
        title=_titled(current, slot),
        piece=piece,
        long=time_words(slot.end - slot.start),
        amounts=_amounts(step, saying) if step and slot.part == 1 else "", sRGB=looks.get(slot.step),
    )  # fmt: skip


def cards_of(name: str, view: View, settings: Settings = _USUAL) -> bytes:
    """Return the steps that are still to be done as cards."""
    current = view.plan
    slots = {slot.step: slot for slot in reversed(current.slots) if slot.step}
    todo = sorted(
        (step for step in current.steps.steps if step.key not in current.done),
        key=lambda step: slots[step.key].start if step.key in slots else 10**9,
    )
    looks = _looks(current)
    cards = [
        _card(current, step, slots.get(step.key), settings.saying(), looks.get(step.key)) for step in todo
    ]
    return step_cards(f"Step cards: {name}", cards, paper=settings.page)


def _amounts(step: Step, saying: Saying) -> str:
    """Return how much of what a step takes."""
    return ", ".join(f"{saying.amount(take.ml)} {take.name}" for take in step.takes)


def _card(current: PlanNow, step: Step, slot: Slot | None, saying: Saying, look: RGB | None) -> StepCard:
    when = current.calendar.said(slot.start) if slot else "no time yet"
    waits = [wait for wait in current.steps.waits if wait.before == step.key and wait.least]
    taken = {take.name for take in step.takes}
    longest = max(waits, key=lambda wait: wait.least, default=None)
    return StepCard(
        title=step.title, piece=titles(current).get(step.piece, ""),
        when=f"{when}, about {time_words(step.minutes)}",
        amounts=_amounts(step, saying), ready=", ".join(thing for thing in step.ready if thing not in taken),
        how=saying.told(step.words), why=saying.told(step.why),
        after=saying.told(f"Then {longest.words}: {time_words(longest.least)}.") if longest else "",
        cautions=[CAUTIONS[key] for key in step.cautions] + ([DEFERS] if step.cautions else []), sRGB=look,
    )  # fmt: skip


def csv_of(view: View) -> bytes:
    """Return a plan as a table."""
    current = view.plan
    rows = [
        [doc.start.isoformat() if doc.start else "", doc.end.isoformat() if doc.end else "", doc.piece,
        doc.title,
         doc.minutes, doc.part, doc.parts, "yes" if doc.done else "", doc.words, doc.why,
         " ".join(doc.cautions)]
        for doc in _docs(current)
    ]  # fmt: skip
    return table(STEP_COLUMNS, rows)


def shopping_csv(money: Money, settings: Settings = _USUAL) -> bytes:
    """Return what a plan takes as a table; in words as amounts are said, in numbers as the columns are
    documented."""
    saying = settings.saying()
    return table(
        GOODS_COLUMNS,
        [
            [line.title, line.unit, round(line.needed, 2), round(line.there, 1), saying.told(line.buy),
             "" if line.cash is None else round(line.cash, 2),
             "" if line.share is None else round(line.share, 2), amount_words(line, line.needed, saying)]
            for line in [*money.tins, *money.goods]
        ],
    )  # fmt: skip


def file_of(name: str, view: View) -> PlanFile:
    """Return a plan as a file."""
    current, kept = view.plan, view.plan.kept
    return PlanFile(
        job=name, made=datetime.fromisoformat(kept["made"]) if kept.get("made") else now(),
        usable=view.usable,
        proven=bool(kept.get("proven")), sessions=int(kept.get("sessions", 0)), steps=_docs(current),
        waits=[
            PlanWaitDoc(before=w.before, after=w.after, least=w.least, most=w.most, words=plain(w.words),
                        why=plain(w.why))
            for w in current.steps.waits
        ],
    )  # fmt: skip


def _docs(current: PlanNow) -> list[PlanStepDoc]:
    names, slots = titles(current), [slot for slot in current.slots if slot.step]
    docs = []
    for step in current.steps.steps:
        own: Sequence[Slot | None] = [slot for slot in slots if slot.step == step.key] or [None]
        row = current.done.get(step.key)
        for slot in own if row is None else [None]:
            start = (
                current.calendar.at(slot.start)
                if slot
                else row.ended - timedelta(minutes=row.minutes)
                if row
                else None
            )
            end = current.calendar.at(slot.end) if slot else row.ended if row else None
            docs.append(
                PlanStepDoc(
                    key=step.key, piece=names.get(step.piece, ""), title=step.title, act=step.act,
                    minutes=round(row.minutes if row else step.minutes, 1), words=plain(step.words),
                    why=plain(step.why),
                    school=step.school, cautions=[CAUTIONS[key] for key in step.cautions], start=start,
                    end=end,
                    part=slot.part if slot else 1, parts=slot.of if slot else 1, done=row is not None,
                )
            )  # fmt: skip
    return sorted(
        docs, key=lambda doc: (doc.start is None, doc.start.isoformat() if doc.start else "", doc.key)
    )
