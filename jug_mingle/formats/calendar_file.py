"""iCalendar: the times that somebody is busy read from a file, and a plan written to one, with alarms."""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from typing import Final
from zoneinfo import ZoneInfo

import recurring_ical_events
from icalendar import Alarm, Calendar, Event

from jug_mingle.core.marked import plain

_LARGEST: Final = 4_000_000
_MOST: Final = 20_000
"""More times than this within the bounds are no person's calendar."""

_MOST_EVENTS: Final = 5_000


@dataclass(frozen=True, slots=True, kw_only=True)
class Taken:
    """A time that a calendar says is taken."""

    start: datetime
    end: datetime
    words: str


def read_busy(data: bytes, *, start: datetime, end: datetime, zone: ZoneInfo) -> list[Taken]:
    """Return the times that are taken within bounds; recurrences are expanded there and nowhere else.

    What is cancelled or marked as free takes no time. A day without hours is taken whole.

    Raises
    ------
    ValueError
        If it is no calendar, or larger than a person's.
    """
    if len(data) > _LARGEST:
        raise ValueError(
            f"the calendar is larger than {_LARGEST // 1_000_000} MB: export only the months that matter"
        )
    if b"BEGIN:VCALENDAR" not in data.upper()[:4096]:
        raise ValueError("this is no calendar file: it does not begin with BEGIN:VCALENDAR")
    if data.upper().count(b"BEGIN:VEVENT") > _MOST_EVENTS:
        raise ValueError(
            f"the calendar has more than {_MOST_EVENTS} entries: export only the months that matter"
        )
    _refuse_endless(data, until=end)
    try:
        calendar = Calendar.from_ical(data)
        events = recurring_ical_events.of(calendar, skip_bad_series=True).between(start, end)
    except Exception as error:  # the parser raises what it likes on a damaged file
        raise ValueError("the calendar is damaged: export it again") from error
    all_taken = []
    for number, event in enumerate(events):
        if number >= _MOST:
            raise ValueError(f"the calendar says more than {_MOST} times: export only the months that matter")
        if (
            str(event.get("STATUS", "")).upper() == "CANCELLED"
            or str(event.get("TRANSP", "")).upper() == "TRANSPARENT"
        ):
            continue
        first, last = _moment(event.start, zone), _end(event, zone)
        if last > first:
            all_taken.append(
                Taken(start=max(first, start), end=min(last, end), words=str(event.get("SUMMARY", ""))[:120])
            )
    return sorted(all_taken, key=lambda taken: (taken.start, taken.end))


_FOLD: Final = re.compile(rb"\r?\n[ \t]")
_RULE: Final = re.compile(rb"(?:RRULE|EXRULE)[^:\n]{0,200}:([^\r\n]*)")
_BEGINS: Final = re.compile(rb"DTSTART[^:\n]{0,200}:(\d{4})")
_A_YEAR: Final = {b"YEARLY": 12, b"MONTHLY": 24, b"WEEKLY": 52, b"DAILY": 366, b"HOURLY": 366 * 24}
"""How much there is to go through of a rule for each year since it began; of a rare one the going costs
more."""
_MOST_STEPS: Final = 600_000
"""So much is gone through of all rules together: forty entries that recur daily since 1985, in a few
seconds."""


def _refuse_endless(data: bytes, *, until: datetime) -> None:
    """Refuse rules that recur by the second or the minute, which are no appointment, and those that would be
    gone through for minutes: hourly since long ago, or daily at many hours. ValueError says so.

    Lines are unfolded first (RFC 5545, 3.1), or a rule hides in two of them.
    """
    steps, began = 0, until.year
    for line in _FOLD.sub(b"", data).upper().split(b"\n"):
        if line.startswith(b"BEGIN:"):
            began = until.year
        elif (since := _BEGINS.match(line)) is not None:
            began = int(since[1])
        elif (rule := _RULE.match(line)) is not None:
            said = dict(part.split(b"=", 1) for part in rule[1].split(b";") if b"=" in part)
            often = said.get(b"FREQ", b"").strip()
            if often in (b"SECONDLY", b"MINUTELY"):
                raise ValueError("an entry of the calendar recurs every minute or second: take it out")
            a_year = _A_YEAR.get(often, 366)
            for by in (b"BYDAY", b"BYMONTHDAY", b"BYYEARDAY", b"BYHOUR", b"BYMINUTE", b"BYSECOND"):
                a_year *= 1 + said.get(by, b"").count(b",")
            steps += a_year * max(1, until.year - began + 1)
        if steps > _MOST_STEPS:
            raise ValueError(
                "the calendar recurs far too often, or since far too long ago: export only the months that "
                "matter"
            )


def _moment(value: date | datetime, zone: ZoneInfo) -> datetime:
    if isinstance(value, datetime):
        return value.astimezone(UTC) if value.tzinfo else value.replace(tzinfo=zone).astimezone(UTC)
    return datetime.combine(value, time(), zone).astimezone(UTC)


def _end(event: Event, zone: ZoneInfo) -> datetime:
    return _moment(event.end, zone)


@dataclass(frozen=True, slots=True, kw_only=True)
class Entry:
    """Something of a plan in a calendar; `before` is how long before it the alarm goes. [minutes]"""

    uid: str
    title: str
    words: str
    start: datetime
    end: datetime
    before: int | None = None
    busy: bool = True


def write_calendar(name: str, entries: Iterable[Entry], *, stamped: datetime) -> bytes:
    """Return entries as an iCalendar file (RFC 5545)."""
    calendar = Calendar()
    calendar.add("prodid", "-//Jug Mingle//plan//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name)
    for entry in entries:
        event = Event()
        event.add("uid", f"{entry.uid}@jug-mingle.invalid")
        event.add("dtstamp", stamped.astimezone(UTC))
        event.add("dtstart", entry.start.astimezone(UTC))
        event.add("dtend", entry.end.astimezone(UTC))
        event.add("summary", entry.title)
        if entry.words:
            event.add("description", plain(entry.words))
        event.add("transp", "OPAQUE" if entry.busy else "TRANSPARENT")
        if entry.before is not None:
            alarm = Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", entry.title)
            alarm.add("trigger", timedelta(minutes=-entry.before))
            event.add_component(alarm)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
