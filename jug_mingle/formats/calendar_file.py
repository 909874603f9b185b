"""iCalendar: the times that somebody is busy read from a file, and a plan written to one, with alarms."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from typing import Final
from zoneinfo import ZoneInfo

import recurring_ical_events
from icalendar import Alarm, Calendar, Event

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
        raise ValueError(f"the calendar is larger than {_LARGEST // 1_000_000} MB: export only the months that matter")
    if b"BEGIN:VCALENDAR" not in data.upper()[:4096]:
        raise ValueError("this is no calendar file: it does not begin with BEGIN:VCALENDAR")
    if data.upper().count(b"BEGIN:VEVENT") > _MOST_EVENTS:
        raise ValueError(f"the calendar has more than {_MOST_EVENTS} entries: export only the months that matter")
    _refuse_seconds(data)
    try:
        calendar = Calendar.from_ical(data)
        events = recurring_ical_events.of(calendar, skip_bad_series=True).between(start, end)
    except Exception as error:  # the parser raises what it likes on a damaged file
        raise ValueError("the calendar is damaged: export it again") from error
    found = []
    for number, event in enumerate(events):
        if number >= _MOST:
            raise ValueError(f"the calendar says more than {_MOST} times: export only the months that matter")
        if str(event.get("STATUS", "")).upper() == "CANCELLED" or str(event.get("TRANSP", "")).upper() == "TRANSPARENT":
            continue
        first, last = _moment(event.start, zone), _end(event, zone)
        if last > first:
            found.append(Taken(start=max(first, start), end=min(last, end), words=str(event.get("SUMMARY", ""))[:120]))
    return sorted(found, key=lambda one: (one.start, one.end))


def _refuse_seconds(data: bytes) -> None:
    """A rule that recurs by the second or the minute is no appointment, and would be millions of times."""
    upper = data.upper()
    if b"FREQ=SECONDLY" in upper or b"FREQ=MINUTELY" in upper:
        raise ValueError("an entry of the calendar recurs every minute or second: take it out")


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
    for one in entries:
        event = Event()
        event.add("uid", f"{one.uid}@jug-mingle.invalid")
        event.add("dtstamp", stamped.astimezone(UTC))
        event.add("dtstart", one.start.astimezone(UTC))
        event.add("dtend", one.end.astimezone(UTC))
        event.add("summary", one.title)
        if one.words:
            event.add("description", one.words)
        event.add("transp", "OPAQUE" if one.busy else "TRANSPARENT")
        if one.before is not None:
            alarm = Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", one.title)
            alarm.add("trigger", timedelta(minutes=-one.before))
            event.add_component(alarm)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
