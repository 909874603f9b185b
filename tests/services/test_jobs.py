"""Jobs: begun, renamed, given their lights; one that is not there is said so."""

from jug_mingle.errors import NotFoundError
from jug_mingle.services import jobs
from tests.services.support import ServiceCase


class JobsTest(ServiceCase):
    def test_begun_and_called_otherwise(self) -> None:
        second = jobs.add_job(self.session, name="Settle")
        self.assertEqual([row.name for row in jobs.job_rows(self.session)], ["Stand", "Settle"])
        jobs.change_job(self.session, second.id, room="porch")
        self.assertEqual((second.name, second.room), ("Settle", "porch"))
        jobs.change_job(self.session, second.id, name="Bench")
        self.assertEqual((second.name, second.room), ("Bench", "porch"))

    def test_lights(self) -> None:
        row = jobs.set_rooms(self.session, self.job.id, workshop_light="tube", room_light="bulb")
        self.assertEqual((row.workshop_light, row.room_light), ("tube", "bulb"))

    def test_none(self) -> None:
        for ask in (jobs.get_job, lambda session, job: jobs.change_job(session, job, name="x")):
            with self.assertRaisesRegex(NotFoundError, "no job 99"):
                ask(self.session, 99)
