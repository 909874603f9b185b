"""What a calendar file says is taken, within the days that a plan looks at."""

from datetime import timedelta

from sqlalchemy.orm import Session

from jug_mingle.documents.plan import HoursIn
from jug_mingle.errors import UnfitError
from jug_mingle.formats.calendar_file import read_busy
from jug_mingle.services.hours import AHEAD, Busy, hours_kept, zone_of
from jug_mingle.store.models import now


def read(session: Session, data: bytes) -> list[Busy]:
    """Return the times that a calendar file takes; UnfitError says what is wrong with it."""
    start = now() - timedelta(days=1)
    try:
        found = read_busy(
            data,
            start=start,
            end=start + timedelta(days=AHEAD + 1),
            zone=zone_of(hours_kept(session) or HoursIn()),
        )
    except ValueError as error:
        raise UnfitError(str(error)) from error
    return [Busy(start=one.start, end=one.end, words=one.words) for one in found]
