"""A plan as files: a calendar, sheets, tables, a file with a schema; and a job planned from a file."""

import csv
import io
import json
import unittest
from pathlib import Path

import jsonschema
import vobject
from pypdf import PdfReader

from jug_mingle.documents.plan import JobFile, PlanFile
from jug_mingle.errors import UnfitError
from jug_mingle.services import plan_files, plan_of_file
from jug_mingle.services.plan_money import money_of
from jug_mingle.services.plan_view import view_of
from tests.services.test_plans import PlanCase

DOCS = Path(__file__).parents[2] / "docs"


class FilesTest(PlanCase):
    def test_calendar(self) -> None:
        read = vobject.readOne(plan_files.calendar_of("Stand", view_of(self.one())).decode())
        titles = [one.summary.value for one in read.vevent_list]
        self.assertTrue(any(title.startswith("Stand: ") for title in titles))
        self.assertTrue(any(title.startswith("At the latest") for title in titles))
        self.assertTrue(any("light use" in title for title in titles))
        sessions = [one for one in read.vevent_list if one.summary.value.startswith("Stand: ")]
        self.assertTrue(all(hasattr(one, "valarm") for one in sessions))

    def test_sheets(self) -> None:
        view, money = view_of(self.one()), money_of(self.session, self.job.id, self.one())
        for data, words in (
            (plan_files.sheet_of("Stand", view, money), "Plan: Stand"),
            (plan_files.sheet_of("Stand", view, money),
            "To buy"),
            (plan_files.cards_of("Stand", view), "Distress"),
        ):  # fmt: skip
            text = "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(data)).pages)
            self.assertIn(words, text)

    def test_no_amount_and_no_step_is_cut(self) -> None:
        """Half an amount on paper would be a wrong one: all is set smaller where it is long."""
        view, money = view_of(self.one()), money_of(self.session, self.job.id, self.one())
        pages = PdfReader(io.BytesIO(plan_files.sheet_of("Stand", view, money))).pages
        text = "\n".join(page.extract_text() for page in pages)
        for line in [*money.tins, *money.goods]:
            if line.buy:
                self.assertIn(f"{line.title}", text)
        for step in self.one().steps.steps:
            self.assertIn(step.title, text)
        self.assertGreaterEqual(
            text.count(" needed"), sum(bool(one.buy) for one in [*money.tins, *money.goods])
        )

    def test_tables(self) -> None:
        view = view_of(self.one())
        rows = list(csv.DictReader(io.StringIO(plan_files.csv_of(view).decode())))
        self.assertEqual({row["step"] for row in rows}, {step.title for step in self.one().steps.steps})
        goods = plan_files.shopping_csv(money_of(self.session, self.job.id, self.one())).decode()
        self.assertIn("Masking tape", goods)

    def test_file_keeps_its_schema(self) -> None:
        found = plan_files.file_of("Stand", view_of(self.one()))
        schema = json.loads((DOCS / "plan.schema.json").read_text())
        jsonschema.validate(json.loads(found.model_dump_json()), schema)
        self.assertEqual(schema, PlanFile.model_json_schema())
        self.assertEqual(json.loads((DOCS / "job.schema.json").read_text()), JobFile.model_json_schema())


class FromFileTest(unittest.TestCase):
    def job(self, **changes: object) -> JobFile:
        said = json.loads((DOCS / "examples" / "job.json").read_text())
        return JobFile.model_validate({**said, **changes})

    def test_example(self) -> None:
        plan = plan_of_file.plan_file(self.job())
        self.assertIn("Wax, top", plan_of_file.plan_text(plan))
        assert plan.usable is not None
        self.assertEqual(str(plan.usable.date()), "2027-03-06")

    def test_busy_moves_it(self) -> None:
        busy = (
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\n"
            "DTSTART;VALUE=DATE:20270302\r\nDTEND;VALUE=DATE:20270306\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        )
        plan = plan_of_file.plan_file(self.job(), [busy.encode()])
        assert plan.usable is not None
        self.assertGreater(str(plan.usable.date()), "2027-03-07")
        self.assertFalse(
            [step for step in plan.steps if step.start and "03-02" <= f"{step.start:%m-%d}" < "03-06"]
        )

    def test_refused(self) -> None:
        for changes, words in (
            ({"hours": {"week": {}}}, "no hours"), ({"due": "2027-03-02T00:00:00"}, "cannot be used by"),
            ({"pieces": [{"name": "x", "form": "settle",
                "layers": [{"kind": "paint", "colours": ["pot:x"]}]}]},
            "usual:"),
        ):  # fmt: skip
            with self.assertRaisesRegex(UnfitError, words):
                plan_of_file.plan_file(self.job(**changes))
        with self.assertRaisesRegex(UnfitError, "no calendar"):
            plan_of_file.plan_file(self.job(), [b"x"])
