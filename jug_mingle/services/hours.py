"""Hours: when there are hands, by the week and by single days, less what a calendar says is busy; as
minutes."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from itertools import pairwise
from math import ceil
from typing import Any, Final
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from sqlalchemy import select
from sqlalchemy.orm import Session as Reading

from jug_mingle.core.plan.conditions import TOO_COLD
from jug_mingle.core.plan.problem import Session
from jug_mingle.core.plan.scheduling import Hours
from jug_mingle.documents.plan import HoursIn, SpanIn
from jug_mingle.errors import UnfitError
from jug_mingle.store.models import SettingRow, now

_KEY: Final = "hours"
_BUSY: Final = "busy"
_DAYS: Final = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
EVENINGS: Final = HoursIn.model_validate(
    {
        "week": {
            **{day: [{"start": "18:30", "end": "20:30"}] for day in ("mon", "tue", "wed", "thu", "fri")},
            "sat": [{"start": "09:00", "end": "14:00"}],
        }
    }
)
"""Hours that are offered where nobody said any."""

AHEAD: Final = 120
"""So many days of hours are looked at. [days]"""

_SHORTEST: Final = 5
"""A time with hands that is shorter is none. [minutes]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Busy:
    """A time that is taken, as a calendar says."""

    start: datetime
    end: datetime
    words: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Air:
    """What a forecast says of an hour."""

    at: datetime
    temperature: float
    humidity: float
    rain: bool


def hours_kept(session: Reading) -> HoursIn | None:
    """Return the hours that were set; None where nobody set any."""
    row = _row(session, _KEY)
    return None if row is None else HoursIn.model_validate(row.value["is"])


def hours_row(session: Reading) -> SettingRow | None:
    """Return the row that the hours lie in, by which two who change them are told apart; None before they are
    set."""
    return _row(session, _KEY)


def keep_hours(session: Reading, hours: HoursIn) -> HoursIn:
    """Keep hours. UnfitError says what is wrong with them."""
    zone_of(hours)
    for name, spans in [*hours.week.items(), *((str(day), spans) for day, spans in hours.days.items())]:
        ordered = sorted(spans, key=lambda span: span.start)
        for first, then in pairwise(ordered):
            if then.start < first.end:
                raise UnfitError(
                    f"on {name} two times overlap: {first.start}–{first.end} and {then.start}–{then.end}"
                )
    _keep(session, _KEY, hours.model_dump(mode="json"))
    return hours


def busy_kept(session: Reading) -> list[Busy]:
    """Return the times that a calendar said are taken."""
    row = _row(session, _BUSY)
    kept = [] if row is None else row.value["is"]["times"]
    return [
        Busy(start=datetime.fromisoformat(a), end=datetime.fromisoformat(b), words=words)
        for a, b, words in kept
    ]


def keep_busy(session: Reading, times: Sequence[Busy]) -> None:
    """Keep what a calendar says is taken, in place of what an earlier one said."""
    _keep(
        session,
        _BUSY,
        {"times": [[busy.start.isoformat(), busy.end.isoformat(), busy.words] for busy in times]},
    )


def _row(session: Reading, key: str) -> SettingRow | None:
    return session.scalar(select(SettingRow).where(SettingRow.key == f"plan:{key}"))


def _keep(session: Reading, key: str, value: dict[str, Any]) -> None:
    row = _row(session, key)
    if row is None:
        session.add(SettingRow(key=f"plan:{key}", value={"is": value}))
    else:
        row.value = {"is": value}
    session.flush()


def zone_of(hours: HoursIn) -> ZoneInfo:
    """Return the time zone of hours; UnfitError where there is none of that name."""
    try:
        return ZoneInfo(hours.zone)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise UnfitError(f"there is no time zone {hours.zone!r}: name one such as Europe/Berlin") from error


@dataclass(frozen=True, slots=True, kw_only=True)
class Calendar:
    """The clock of a plan: minutes from its first midnight, and back."""

    origin: datetime
    zone: ZoneInfo

    @classmethod
    def since(cls, when: datetime, zone: ZoneInfo) -> "Calendar":
        """Return the clock of a plan that begins on the day of a time."""
        midnight = datetime.combine(when.astimezone(zone).date(), time(), zone)
        return cls(origin=midnight.astimezone(UTC), zone=zone)

    def minute(self, when: datetime) -> int:
        """Return a time as minutes of the plan, the last whole one before it."""
        return int((when.astimezone(UTC) - self.origin).total_seconds() // 60)

    def at(self, minute: int) -> datetime:
        """Return the time of a minute, in UTC."""
        return self.origin + timedelta(minutes=minute)

    def said(self, minute: int) -> str:
        """Return a minute as it is said: "Thursday 19:30"."""
        local = self.at(minute).astimezone(self.zone)
        return f"{local:%A} {local.day} {local:%B}, {local:%H:%M}"


def hours_of(
    hours: HoursIn,
    calendar: Calendar,
    *,
    busy: Iterable[Busy] = (),
    forecast: Sequence[Air] = (),
    days: int = AHEAD,
) -> Hours:
    """Return hours as a plan takes them: sessions without what is busy, and when noise, outdoor work and
    drying go."""
    first = calendar.at(0).astimezone(calendar.zone).date()
    taken = sorted((calendar.minute(one.start), calendar.minute(one.end)) for one in busy)
    sessions = []
    for number in range(days):
        day = first + timedelta(days=number)
        for span in hours.days.get(day, hours.week.get(_DAYS[day.weekday()], [])):
            free = _without([_minutes(calendar, day, span)], taken)
            sessions += [Session(start=a, end=b, hands=hours.hands) for a, b in free if b - a >= _SHORTEST]
    sessions.sort(key=lambda session: session.start)
    daily = [first + timedelta(days=number) for number in range(days)]
    quiet = None if hours.quiet is None else tuple(_minutes(calendar, day, hours.quiet) for day in daily)
    light = (
        None if hours.outdoors is None else tuple(_minutes(calendar, day, hours.outdoors) for day in daily)
    )
    wet = sorted((calendar.minute(air.at), calendar.minute(air.at) + 60) for air in forecast if air.rain)
    cold = sorted(
        (calendar.minute(air.at), calendar.minute(air.at) + 60)
        for air in forecast
        if air.temperature < TOO_COLD
    )
    return Hours(
        sessions=tuple(sessions), noisy=quiet,
        outdoors=tuple(_without(list(light), wet)) if light is not None else None,
        warm=tuple(_without([(0, days * 1440)], cold)) if cold and not hours.heated else None,
    )  # fmt: skip


def with_time(hours: HoursIn, at: datetime, *, minutes: float) -> HoursIn:
    """Return hours that have so many minutes from a time on, put with those of that day that touch them."""
    zone = zone_of(hours)
    start = at.astimezone(zone)
    midnight = datetime.combine(start.date(), time(), zone) + timedelta(days=1)
    end = min(start + timedelta(minutes=ceil(minutes) + _SHORTEST), midnight)
    first, last = f"{start:%H:%M}", "24:00" if end == midnight else f"{end:%H:%M}"
    spans = hours.days.get(start.date(), hours.week.get(_DAYS[start.weekday()], []))
    apart = [span for span in spans if span.end < first or span.start > last]
    touching = [span for span in spans if span not in apart]
    whole = SpanIn(
        start=min([first, *(span.start for span in touching)]),
        end=max([last, *(span.end for span in touching)]),
    )
    return hours.model_copy(
        update={"days": {**hours.days, start.date(): sorted([*apart, whole], key=lambda one: one.start)}}
    )


def _minutes(calendar: Calendar, day: date, span: SpanIn) -> tuple[int, int]:
    """Return a span of a day by the clock of the place; where the clock is changed it is longer or
    shorter."""
    return _minute(calendar, day, span.start), _minute(calendar, day, span.end)


def _minute(calendar: Calendar, day: date, clock: str) -> int:
    hours, minutes = int(clock[:2]), int(clock[3:])
    if hours == 24:
        day, hours = day + timedelta(days=1), 0
    return calendar.minute(datetime.combine(day, time(hours, minutes), calendar.zone))


def _without(spans: list[tuple[int, int]], taken: Sequence[tuple[int, int]]) -> list[tuple[int, int]]:
    found = spans
    for start, end in taken:
        cut = []
        for a, b in found:
            if end <= a or start >= b:
                cut.append((a, b))
                continue
            cut += [(x, y) for x, y in ((a, start), (end, b)) if y > x]
        found = cut
    return found


def busy_by_calendar(session: Reading, data: bytes) -> list[Busy]:
    """Return the times that a calendar file takes; UnfitError says what is wrong with it."""
    from jug_mingle.formats.calendar_file import read_busy  # and with it what reads calendars

    start = now() - timedelta(days=1)
    try:
        all_taken = read_busy(
            data,
            start=start,
            end=start + timedelta(days=AHEAD + 1),
            zone=zone_of(hours_kept(session) or HoursIn()),
        )
    except ValueError as error:
        raise UnfitError(str(error)) from error
    return [Busy(start=taken.start, end=taken.end, words=taken.words) for taken in all_taken]
