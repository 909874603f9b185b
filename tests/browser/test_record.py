"""Own work, kept: many jobs by keys and by touch, the record found again, names given back, US units."""

import re
import sqlite3
import tempfile
from contextlib import closing
from pathlib import Path

from playwright.sync_api import expect

from jug_mingle.store.database import NAME
from tests.api.support import photo
from tests.browser.support import PHONE, BrowserCase
from tests.soak import SOAK


class JobsTest(BrowserCase):
    def many(self, number: int) -> None:
        """Put so many jobs beside the demo's, as years of work would."""
        with closing(sqlite3.connect(self.folder / NAME)) as connection, connection:
            connection.executemany(
                "INSERT INTO job (name, room, client, created) VALUES (?, '', ?, '2026-01-01 00:00:00')",
                [(f"Chest {n}", f"client {n % 40}") for n in range(number)],
            )

    def test_by_keys(self) -> None:
        """J leads to all jobs; words find one, Enter takes it, arrows go on; the address keeps job and
        place."""
        self.many(500 if SOAK else 195)
        page = self.page
        self.go("mingle")
        expect(page).to_have_url(re.compile(r"/1/mingle"))
        page.keyboard.press("j")
        field = page.get_by_label("Find a job by its words")
        expect(field).to_be_focused()
        page.keyboard.type("chest 17")
        expect(page.locator("[data-job]")).to_have_count(15)  # by number or by client
        page.keyboard.press("ArrowDown")
        expect(page.locator(".take").first).to_be_focused()
        page.keyboard.press("ArrowUp")
        page.keyboard.press("Control+a")
        page.keyboard.type("chest 171")
        expect(page.locator("[data-job]")).to_have_count(1)
        page.keyboard.press("Enter")
        expect(page).to_have_url(re.compile(r"/\d+/piece$"))
        expect(page.get_by_role("button", name="Chest 171")).to_be_visible()
        taken = page.url
        page.reload()
        expect(page.get_by_role("button", name="Chest 171")).to_be_visible()
        page.go_back()
        page.go_back()
        expect(page).to_have_url(re.compile(r"/1/mingle"))
        expect(page.locator("[data-job]")).to_have_count(0)  # the address goes back before the list does
        expect(page.get_by_role("button", name="Card-catalogue cabinet")).to_be_visible()
        other = self.page.context.new_page()
        other.goto(taken)
        expect(other.get_by_role("button", name="Chest 171")).to_be_visible()
        other.goto("/settings")
        expect(other.get_by_role("button", name="Chest 171")).to_be_visible()
        expect(page.get_by_role("button", name="Card-catalogue cabinet")).to_be_visible()

    def test_by_touch(self) -> None:
        """On a phone: found, taken, finished, put into the archive, removed, and brought back out of the
        bin."""
        self.many(500 if SOAK else 195)
        page = self.open(PHONE)
        page.goto("/jobs")
        page.get_by_label("Find a job by its words").fill("chest 42")
        page.get_by_role("button", name="What to do with Chest 42").tap()
        page.get_by_role("dialog").get_by_role("button", name="About this job").tap()
        sheet = page.get_by_role("dialog")
        sheet.get_by_label("It is").select_option("for_sale")
        sheet.get_by_label("For whom").fill("the reading circle")
        sheet.get_by_role("button", name="Keep").last.tap()
        mine = page.locator("[data-job]", has=page.get_by_text("Chest 42", exact=True))
        expect(mine).to_contain_text("for sale for 0 days")
        expect(mine).to_contain_text("the reading circle")
        page.get_by_role("button", name="What to do with Chest 42").tap()
        page.get_by_role("dialog").get_by_role("button", name="Into the archive").tap()
        page.get_by_label("Which jobs").select_option("archived")
        expect(page.locator("[data-job]")).to_have_count(1)
        page.get_by_role("button", name="What to do with Chest 42").tap()
        page.get_by_role("dialog").get_by_role("button", name="Remove").tap()
        expect(page.get_by_text("Chest 42 was removed.")).to_be_visible()
        expect(page.locator("[data-job]")).to_have_count(0)
        page.goto("/settings")
        page.get_by_role("button", name="Bring Chest 42 back").tap()
        expect(page.get_by_text("It is empty.")).to_be_visible()
        self.accessible(page)

    def test_out_and_in_again(self) -> None:
        """A job goes out as a file and comes in beside itself; a duplicate stands beside it; axe finds
        nothing."""
        page = self.page
        page.goto("/jobs")
        expect(page.locator("[data-job]")).to_have_count(1)
        page.get_by_role("button", name="What to do with Card-catalogue").click()
        with page.expect_download() as saved:
            page.get_by_role("link", name="As a file").click()
        file = Path(self.enterContext(tempfile.TemporaryDirectory())) / "job.zip"
        saved.value.save_as(file)
        page.locator("input[type=file]").set_input_files(file)
        sheet = page.get_by_role("dialog", name="What is in this archive")
        expect(sheet).to_contain_text("stands here, too")
        self.accessible(page)
        sheet.get_by_role("button", name="Bring in this job").click()
        expect(page.locator("[data-job]")).to_have_count(2)
        page.get_by_role("button", name="What to do with Card-catalogue cabinet (2)").click()
        page.get_by_role("dialog").get_by_role("button", name="Duplicate").click()
        expect(page.locator("[data-job]")).to_have_count(3)
        self.accessible(page)


class DaybookTest(BrowserCase):
    def test_written_found_and_used_again(self) -> None:
        """Written down, photographed, found by words and by colour, and used again in another job."""
        page = self.page
        self.go("daybook")
        page.get_by_role("button", name="Write something down").click()
        page.get_by_label("What it is").select_option("endured")
        page.get_by_label("How it looks by now").fill("two years later: the edge is worn, the rest is sound")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_text("two years later").first).to_be_visible()
        page.locator("#daybook-photos").set_input_files(
            {"name": "after.jpg", "mimeType": "image/jpeg", "buffer": photo(size=(120, 80))}
        )
        page.get_by_role("button", name="after.jpg: name it, turn it, remove it").click()
        page.get_by_label("Called", exact=True).fill("the leg, done")
        page.get_by_label("Called", exact=True).press("Enter")
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="after.jpg: name it, turn it, remove it")).to_be_visible()
        page.get_by_label("It shows").select_option("after")
        page.get_by_role("button", name="Turn", exact=True).click()
        self.until(
            lambda: [self.job()["photos"][-1][told] for told in ("stage", "turned", "width")],
            ["after", 90, 80],
        )
        page.request.post("/api/jobs", data={"name": "Hall settle"})
        page.goto("/2/daybook")
        page.get_by_label("Find by words").fill("two years")
        expect(page.locator(".find li")).to_have_count(1)
        page.get_by_label("Find by words").fill("")
        page.get_by_role("button", name="by colour or date").click()
        page.get_by_label("Colour to find, typed").fill("#3f8a86")
        page.get_by_label("What to find").select_option("colour")
        page.get_by_role("button", name="Want it in this job: jug glaze").click()
        expect(page.get_by_text("jug glaze is a colour of this job.")).to_be_visible()
        page.get_by_label("What to find").select_option("look")
        page.get_by_role("button", name="any colour, any date").click()
        page.get_by_label("Find by words").fill("tide")
        page.get_by_role("button", name="Use it in this job: Tide").click()
        expect(page.get_by_text("is a look of this job")).to_be_visible()
        job = page.request.get("/api/jobs/2").json()
        self.assertEqual(([one["title"] for one in job["targets"]], [one["name"] for one in job["looks"]]),
                         (["jug glaze"], ["Tide"]))  # fmt: skip
        self.accessible(page)

    def test_renamed_and_back(self) -> None:
        """A colour and a board are called otherwise by keys, and as before again."""
        page = self.page
        self.go("catch")
        page.get_by_role("button", name="rename", exact=True).click()
        field = page.get_by_label("New name of jug glaze")
        field.fill("sea glaze")
        field.press("Enter")
        expect(page.get_by_text("jug glaze is called sea glaze now.")).to_be_visible()
        self.quiet()
        self.assertEqual(self.job()["targets"][0]["title"], "sea glaze")
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        self.quiet()
        self.assertEqual(self.job()["targets"][0]["title"], "jug glaze")
        page.goto("/1/daybook")
        page.get_by_role("button", name="Rename Tea on oak").press("Enter")
        page.get_by_label("New name of Tea on oak").press("Escape")
        expect(page.get_by_role("button", name="Rename Tea on oak")).to_be_focused()
        page.keyboard.press("Enter")
        page.keyboard.type("Tea, wiped")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Tea, wiped")).to_be_visible()
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        expect(page.get_by_role("heading", name="Tea on oak")).to_be_visible()

    def test_look_tin_and_job_as_before(self) -> None:
        """A look, a tin and a job are called as before by the same button."""
        page = self.page
        undo = page.get_by_role("status").get_by_role("button", name="Undo")
        self.go("1/try-on")
        page.get_by_role("button", name="rename, print, share, remove").click()
        look = page.get_by_label("its name", exact=True)
        before = look.input_value()
        look.fill("Foam")
        look.press("Enter")
        expect(page.get_by_text(f"{before} is called Foam now.")).to_be_visible()
        undo.click()
        expect(look).to_have_value(before)
        self.go("shelf?tin=mill-pond")
        tin = page.get_by_label("Name", exact=True)
        tin.fill("Weir")
        tin.press("Enter")
        expect(page.get_by_text("Mill pond is called Weir now.")).to_be_visible()
        # Another tin is in hand by now: it is not the one that is called as before.
        page.get_by_role("button", name="Sloe skin").click()
        expect(tin).to_have_value("Sloe skin")
        undo.click()
        self.until(lambda: page.request.get("/api/shelf/mill-pond").json()["name"], "Mill pond")
        expect(tin).to_have_value("Sloe skin")
        job = page.request.get("/api/jobs/1").json()["name"]
        page.get_by_role("banner").get_by_role("button", name=job).click()
        page.get_by_role("menuitem", name="About this job").click()
        page.get_by_role("dialog").get_by_label("Name").fill("The catalogue")
        page.get_by_role("dialog").get_by_role("button", name="Keep").click()
        expect(page.get_by_text("The catalogue is as you said now.")).to_be_visible()
        undo.click()
        self.until(lambda: page.request.get("/api/jobs/1").json()["name"], job)

    def test_choosing_with_a_client(self) -> None:
        """Two looks on a page, and the answer kept with the job."""
        page = self.page
        self.go("try-on")
        page.get_by_role("button", name="rename, print, share, remove").click()
        page.get_by_role("button", name="Show a client").click()
        sheet = page.get_by_role("dialog", name="Choosing with a client")
        with page.expect_popup():
            sheet.get_by_role("button", name="Make the page").click()
        sheet.get_by_role("button", name="Keep their answer").click()
        sheet.get_by_label("They chose").select_option(label="Harbour")
        sheet.get_by_label("In their words").fill("the calm one")
        sheet.get_by_role("button", name="Keep", exact=True).click()
        expect(sheet).to_contain_text("They chose Harbour: “the calm one”.")
        self.accessible(page)


class UnitsTest(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        said = {"unit": "fl_oz", "currency": "$", "temperature": "", "length": "", "paper": ""}
        self.page.request.patch("/api/settings", data=said)

    def test_settings_by_keys(self) -> None:
        """A comma opens the settings; single keys can be turned off, and then do nothing; motion and numbers
        follow."""
        page = self.page
        self.go("shelf")
        page.keyboard.press(",")
        expect(page.get_by_role("heading", name="How do I work?")).to_be_visible()
        page.get_by_label("Numbers").select_option("comma")
        page.get_by_label("Single keys do something").uncheck()
        self.quiet()
        page.locator("h1").click()
        page.keyboard.press("s")
        expect(page.get_by_role("heading", name="How do I work?")).to_be_visible()
        self.go("mingle")
        expect(page.get_by_label("amount").first).to_have_value(re.compile(r"^\d+(,\d+)?$"))
        self.go("settings")
        self.accessible(page)
