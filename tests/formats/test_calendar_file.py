"""iCalendar: busy times read within bounds, hostile files refused; a plan written, read back by another
reader."""

import unittest
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

import vobject
from hypothesis import given
from hypothesis import strategies as st

from jug_mingle.formats.calendar_file import Entry, read_busy, write_calendar

BERLIN = ZoneInfo("Europe/Berlin")
FROM, TO = datetime(2027, 3, 1, tzinfo=UTC), datetime(2027, 4, 15, tzinfo=UTC)


def calendar(*lines: str) -> bytes:
    return "\r\n".join(
        ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//test//EN", *lines, "END:VCALENDAR", ""]
    ).encode()


def event(*lines: str) -> tuple[str, ...]:
    return ("BEGIN:VEVENT", "UID:1", "DTSTAMP:20270101T000000Z", *lines, "END:VEVENT")


class ReadTest(unittest.TestCase):
    def busy(self, *lines: str) -> list[tuple[datetime, datetime]]:
        return [
            (one.start, one.end)
            for one in read_busy(calendar(*event(*lines)), start=FROM, end=TO, zone=BERLIN)
        ]

    def test_single(self) -> None:
        self.assertEqual(
            self.busy("DTSTART:20270305T170000Z", "DTEND:20270305T180000Z", "SUMMARY:Choir"),
            [(datetime(2027, 3, 5, 17, tzinfo=UTC), datetime(2027, 3, 5, 18, tzinfo=UTC))],
        )

    def test_weekly_over_the_change_of_clocks(self) -> None:
        """RFC 5545: a local time recurs by the clock; Berlin changes on 28 March 2027, so its UTC time
        moves."""
        found = self.busy(
            "DTSTART;TZID=Europe/Berlin:20270303T190000", "DURATION:PT1H", "RRULE:FREQ=WEEKLY;COUNT=6"
        )
        self.assertEqual([start.hour for start, _ in found], [18, 18, 18, 18, 17, 17])

    def test_whole_days_and_floating_times(self) -> None:
        self.assertEqual(
            self.busy("DTSTART;VALUE=DATE:20270310"),
            [(datetime(2027, 3, 9, 23, tzinfo=UTC), datetime(2027, 3, 10, 23, tzinfo=UTC))],
        )
        self.assertEqual(self.busy("DTSTART:20270310T190000", "DTEND:20270310T200000")[0][0].hour, 18)

    def test_free_and_cancelled_take_no_time(self) -> None:
        for line in ("TRANSP:TRANSPARENT", "STATUS:CANCELLED"):
            self.assertEqual(self.busy("DTSTART:20270305T170000Z", "DTEND:20270305T180000Z", line), [])

    def test_endless_rules_stay_within_bounds(self) -> None:
        found = self.busy("DTSTART:19700101T170000Z", "DTEND:19700101T180000Z", "RRULE:FREQ=DAILY")
        self.assertEqual(len(found), 45)

    def test_hostile_and_broken(self) -> None:
        for data, words in (
            (b"", "no calendar"), (b"<html>", "no calendar"), (b"\x00\xff" * 50, "no calendar"),
            (calendar(*event("DTSTART:20270305T170000Z", "RRULE:FREQ=SECONDLY")), "every minute or second"),
            (calendar(*(line for _ in range(6000) for line in event("DTSTART:20270305T170000Z"))),
            "more than 5000"), (b"BEGIN:VCALENDAR\r\n" + b"x" * 5_000_000, "larger than"),
        ):  # fmt: skip
            with self.assertRaisesRegex(ValueError, words):
                read_busy(data, start=FROM, end=TO, zone=BERLIN)

    @given(st.binary(max_size=300))
    def test_never_anything_but_a_clear_refusal(self, data: bytes) -> None:
        try:
            read_busy(b"BEGIN:VCALENDAR\r\n" + data, start=FROM, end=TO, zone=BERLIN)
        except ValueError as error:
            self.assertIn("calendar", str(error))


class WriteTest(unittest.TestCase):
    def test_read_back_by_another_reader(self) -> None:
        """What is written is read by vobject, which shares no code with what wrote it."""
        start = datetime(2027, 3, 5, 18, 30, tzinfo=UTC)
        entries = [
            Entry(uid="a", title="Second coat, fronts", words="Thinly; with the grain", start=start,
                  end=start + timedelta(minutes=14), before=10),
            Entry(uid="b", title="At the latest: distress", words="", start=start,
                end=start + timedelta(minutes=5),
                  busy=False),
        ]  # fmt: skip
        read = vobject.readOne(write_calendar("Cabinet", entries, stamped=start).decode())
        first, second = read.vevent_list
        self.assertEqual(first.summary.value, "Second coat, fronts")
        self.assertEqual(first.description.value, "Thinly; with the grain")
        self.assertEqual(first.dtstart.value, start)
        self.assertEqual(first.valarm.trigger.value, timedelta(minutes=-10))
        self.assertEqual((first.transp.value, second.transp.value), ("OPAQUE", "TRANSPARENT"))
        self.assertFalse(hasattr(second, "valarm"))
