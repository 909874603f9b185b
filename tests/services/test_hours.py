"""Hours as minutes of a plan: weeks, single days, what is busy, summer time, what is refused."""

import unittest
from datetime import UTC, datetime, timedelta

from pydantic import ValidationError

from jug_mingle.documents.plan import HoursIn, SpanIn
from jug_mingle.errors import UnfitError
from jug_mingle.services.hours import (
    EVENINGS,
    Air,
    Busy,
    Calendar,
    busy_by_calendar,
    busy_kept,
    hours_kept,
    hours_of,
    keep_busy,
    keep_hours,
    zone_of,
)
from jug_mingle.store.models import now
from tests.services.support import ServiceCase

BERLIN = HoursIn.model_validate({**EVENINGS.model_dump(mode="json"), "zone": "Europe/Berlin"})
SATURDAY = datetime(2027, 3, 27, 8, tzinfo=UTC)
"""The day before the clocks change in Berlin."""


class AsMinutesTest(unittest.TestCase):
    def setUp(self) -> None:
        self.calendar = Calendar.since(SATURDAY, zone_of(BERLIN))

    def local(self, minute: int) -> str:
        return f"{self.calendar.at(minute).astimezone(self.calendar.zone):%a %H:%M}"

    def test_by_the_clock_over_summer_time(self) -> None:
        """Evenings stay at half past six by the clock though a day has 23 hours."""
        found = hours_of(BERLIN, self.calendar, days=4).sessions
        self.assertEqual(
            [(self.local(one.start), self.local(one.end)) for one in found],
            [("Sat 09:00", "Sat 14:00"), ("Mon 18:30", "Mon 20:30"), ("Tue 18:30", "Tue 20:30")],
        )
        self.assertEqual(found[1].start, 2 * 1440 + 18 * 60 + 30 - 60)

    def test_a_night_that_loses_an_hour(self) -> None:
        night = HoursIn.model_validate(
            {"zone": "Europe/Berlin", "week": {"sun": [{"start": "01:00", "end": "05:00"}]}}
        )
        found = hours_of(night, self.calendar, days=3).sessions
        self.assertEqual(found[0].length, 3 * 60)

    def test_single_days_and_what_is_busy(self) -> None:
        monday = (SATURDAY + timedelta(days=2)).date()
        hours = BERLIN.model_copy(
            update={
                "days": {
                    monday: [SpanIn(start="07:00", end="08:00")],
                    (SATURDAY + timedelta(days=3)).date(): [],
                }
            }
        )
        busy = [
            Busy(start=datetime(2027, 3, 27, 9, tzinfo=UTC), end=datetime(2027, 3, 27, 10, 30, tzinfo=UTC))
        ]
        found = hours_of(hours, self.calendar, busy=busy, days=4).sessions
        self.assertEqual(
            [(self.local(one.start), self.local(one.end)) for one in found],
            [("Sat 09:00", "Sat 10:00"), ("Sat 11:30", "Sat 14:00"), ("Mon 07:00", "Mon 08:00")],
        )

    def test_noise_daylight_rain_and_cold(self) -> None:
        cold = [Air(at=datetime(2027, 3, 27, 8, tzinfo=UTC), temperature=4.0, humidity=80.0, rain=True)]
        self.assertIsNone(hours_of(BERLIN, self.calendar, forecast=cold, days=1).warm)
        shed = BERLIN.model_copy(update={"heated": False})
        found = hours_of(shed, self.calendar, forecast=cold, days=1)
        assert found.noisy is not None
        assert found.outdoors is not None
        assert found.warm is not None
        self.assertEqual(
            [(self.local(a), self.local(b)) for a, b in found.noisy], [("Sat 08:00", "Sat 20:00")]
        )
        self.assertEqual(
            [(self.local(a), self.local(b)) for a, b in found.outdoors], [("Sat 10:00", "Sat 17:00")]
        )
        self.assertEqual([self.local(one) for one in found.warm[0]], ["Sat 00:00", "Sat 09:00"])

    def test_said(self) -> None:
        self.assertEqual(self.calendar.said(9 * 60 + 30), "Saturday 27 March, 09:30")


class KeptTest(ServiceCase):
    def test_kept_and_read(self) -> None:
        self.assertIsNone(hours_kept(self.session))
        keep_hours(self.session, BERLIN)
        self.assertEqual(hours_kept(self.session), BERLIN)
        busy = [Busy(start=SATURDAY, end=SATURDAY + timedelta(hours=1), words="Choir")]
        keep_busy(self.session, busy)
        self.assertEqual(busy_kept(self.session), busy)
        keep_busy(self.session, [])
        self.assertEqual(busy_kept(self.session), [])

    def test_refused(self) -> None:
        for spoilt, words in (
            ({"zone": "Mars/Olympus"}, "no time zone"),
            ({"week": {"mon": [{"start": "08:00", "end": "10:00"}, {"start": "09:00", "end": "11:00"}]}},
            "overlap"),
        ):  # fmt: skip
            with self.assertRaisesRegex(UnfitError, words):
                keep_hours(self.session, HoursIn.model_validate(spoilt))
        for bad in (
            {"start": "20:00", "end": "08:00"},
            {"start": "8", "end": "9"},
            {"start": "25:00", "end": "26:00"},
        ):
            with self.assertRaises(ValidationError):
                SpanIn.model_validate(bad)

    def test_what_began_yesterday_still_takes_its_time(self) -> None:
        begins, ends = (f"{now() + timedelta(hours=hours):%Y%m%dT%H%M%SZ}" for hours in (-20, 20))
        lines = (
            "BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//hours//EN", "BEGIN:VEVENT", "UID:1",
            f"DTSTAMP:{begins}",
            f"DTSTART:{begins}", f"DTEND:{ends}", "SUMMARY:Fair", "END:VEVENT", "END:VCALENDAR",
        )  # fmt: skip
        (fair,) = busy_by_calendar(self.session, "\r\n".join(lines).encode())
        self.assertEqual((f"{fair.start:%Y%m%dT%H%M%SZ}", fair.words), (begins, "Fair"))

    def test_broken_calendar(self) -> None:
        with self.assertRaisesRegex(UnfitError, "no calendar"):
            busy_by_calendar(self.session, b"hello")
