"""Jobs: begun, renamed, given their lights; one that is not there is said so."""

from datetime import timedelta

from sqlalchemy import select

from jug_mingle.services import bring_back, jobs, mixes
from jug_mingle.store.models import TimerRow, now
from tests.services.support import ServiceCase


class JobsTest(ServiceCase):
    def test_begun_and_called_otherwise(self) -> None:
        second = jobs.add_job(self.session, name="Settle")
        self.assertEqual([row.name for row in jobs.job_rows(self.session)], ["Stand", "Settle"])
        jobs.change_job(self.session, second.id, room="porch")
        self.assertEqual((second.name, second.room), ("Settle", "porch"))
        jobs.change_job(self.session, second.id, name="Bench")
        self.assertEqual((second.name, second.room), ("Bench", "porch"))

    def test_days_unsold(self) -> None:
        """A finished job stands till it is sold; the days after that are not its own. None while it is in
        work."""
        row, today = self.job, now()
        self.assertIsNone(jobs.days_unsold(row))
        row.finished = today - timedelta(days=30)
        self.assertEqual(jobs.days_unsold(row), 30)
        row.gone = today - timedelta(days=25)
        self.assertEqual(jobs.days_unsold(row), 5)
        row.gone = today - timedelta(days=40)
        self.assertEqual(jobs.days_unsold(row), 0)

    def test_gone_on_the_day_it_went(self) -> None:
        """Sold, and later said to be given: the day on which it went stays; back in work it has none."""
        jobs.change_job(self.session, self.job.id, state="sold")
        self.job.gone = now() - timedelta(days=9)
        before = self.job.gone
        jobs.change_job(self.session, self.job.id, state="given")
        self.assertEqual(self.job.gone, before)
        jobs.change_job(self.session, self.job.id, state="planned")
        self.assertIsNone(self.job.gone)

    def test_a_duplicate_waits_for_nothing(self) -> None:
        """A job begun like another has its jugs, and none of the timers that run for that one."""
        self.mix()
        self.session.add(
            TimerRow(job_id=self.job.id, words="Dry", kind="wait", step="", ends=now() + timedelta(hours=1))
        )
        self.session.flush()
        number = bring_back.duplicate_job(self.session, self.job.id)
        of = [row.job_id for row in self.session.scalars(select(TimerRow))]
        self.assertEqual(of, [self.job.id])
        self.assertEqual(len(mixes.mix_rows(self.session, number)), 1)
