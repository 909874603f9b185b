"""The plan in a real browser: from a survey to a done evening to a replan, by mouse, by keys, on a phone;
timers."""

from playwright.sync_api import Locator, Page, expect

from tests.browser.support import DESK, BrowserCase, Server


class PlanTest(BrowserCase):
    def plan(self) -> None:
        self.go("plan")
        expect(self.page.get_by_role("button", name="Done", exact=True)).to_be_visible()

    def test_a_better_plan(self) -> None:
        """While a better plan is looked for the page says so; then it shows the one that was found, and that
        can be worked on."""
        page = self.page
        self.server.stop()
        self.server = self.enterContext(Server(self.folder, port=self.server.port, better_plans=True))
        self.assertTrue(page.request.post("/api/jobs/1/plan?anew=true", data={}).ok)
        self.go("plan")
        self.bettered()
        proven = page.request.get("/api/jobs/1/plan").json()
        self.assertFalse(proven["bettering"])
        page.reload()
        now = self.now()
        page.get_by_role("button", name="Done", exact=True).click()
        expect(self.shown(page)).not_to_have_text(now)

    def bettered(self) -> None:
        self.until(lambda: self.page.request.get("/api/jobs/1/plan").json()["bettering"], False)

    def shown(self, page: Page) -> Locator:
        """The step to do now, and its piece: two pieces have steps of one title."""
        return page.locator("#now-title, .now .of")

    def now(self) -> list[str]:
        return self.shown(self.page).all_inner_texts()

    def test_survey_hours_done_and_undone(self) -> None:
        """A dent is seen, an evening is lost, a step is done, and undone: the plan follows each time."""
        page = self.page
        self.plan()
        page.get_by_role("button", name="What is each piece now?").click()
        page.get_by_role("button", name="Hall settle").click()
        page.get_by_label("Where").first.select_option(label="top")
        page.get_by_label("dents, scratches or nail holes").check()
        page.get_by_role("button", name="All steps").click()
        expect(page.get_by_role("region", name="Hall settle")).to_contain_text("Fill the top")
        days = page.get_by_role("list", name="The days to come").get_by_role("listitem")
        before = days.first.inner_text()
        days.first.get_by_role("button", name="no time").click()
        expect(days.first).not_to_have_text(before)
        now = self.now()
        page.get_by_role("button", name="Done", exact=True).click()
        expect(self.shown(page)).not_to_have_text(now)
        page.get_by_role("button", name="Undo").click()
        expect(self.shown(page)).to_have_text(now)

    def test_every_answer_of_the_survey_is_kept(self) -> None:
        """Several answers in one window, one after the other, are there after a reload; none folds the survey
        shut."""
        page = self.page
        self.plan()
        fold = page.get_by_role("button", name="What is each piece now?")
        if fold.get_attribute("aria-expanded") != "true":
            fold.click()
        page.get_by_role("button", name="Hall settle").click()
        for answer in ("staples or tacks", "nails that stand out", "pet hair in its padding"):
            page.get_by_label(answer).check()
            self.quiet()  # a hand is no faster
        page.get_by_label("Its insides").select_option(label="feed bare wood with butter")
        expect(page.get_by_text("in another window")).to_have_count(0)
        expect(fold).to_have_attribute("aria-expanded", "true")
        self.quiet()
        page.reload()
        expect(fold).to_be_visible()
        if fold.get_attribute("aria-expanded") != "true":
            fold.click()
        page.get_by_role("button", name="Hall settle").click()
        for answer in ("staples or tacks", "nails that stand out", "pet hair in its padding"):
            expect(page.get_by_label(answer)).to_be_checked()
        expect(page.get_by_label("Its insides")).to_have_value("feed")

    def test_took_longer_tacky_and_wrong(self) -> None:
        page = self.page
        self.plan()
        now = self.now()
        page.get_by_role("button", name="took longer").click()
        page.get_by_label("It took, in minutes").fill("zwölf")
        page.get_by_role("button", name="Done in so long").click()
        expect(page.get_by_text("Give a number.")).to_be_visible()
        page.get_by_label("It took, in minutes").fill("41")
        page.get_by_role("button", name="Done in so long").click()
        expect(self.shown(page)).not_to_have_text(now)
        page.get_by_role("button", name="still tacky").click()
        expect(page.get_by_role("list", name="Timers")).to_be_visible()
        page.get_by_role("button", name="went wrong").click()
        page.get_by_label("What do you see?").select_option(label="The drips have faded")
        expect(page.get_by_text("Make them again").first).to_be_visible()

    def test_by_keys(self) -> None:
        """Place 5 by its key, done by the space bar, the reason by tab and enter, closed by escape."""
        page = self.page
        # Whatever the hour of the test, there is time to work now.
        hours = page.request.get("/api/hours").json()["hours"]
        days = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
        hours["week"] = {day: [{"start": "00:00", "end": "23:59"}] for day in days}
        self.assertTrue(page.request.put("/api/hours", data={**hours, "quiet": None}).ok)
        self.assertTrue(page.request.post("/api/jobs/1/plan", data={}).ok)
        self.go("catch")
        page.keyboard.press("5")
        expect(page.get_by_role("heading", name="What do I do now?")).to_be_visible()
        now = self.now()
        page.keyboard.press("Space")
        expect(self.shown(page)).not_to_have_text(now)
        why = page.get_by_role("button", name="why?")
        why.focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("dialog")).to_contain_text("Source: common practice")
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_be_hidden()

    def test_timers_outlive_a_reload_and_ring(self) -> None:
        """Three run at once, in every place, and a reload changes nothing; the one that ends rings until it
        is removed."""
        page = self.page
        for words, seconds in (("Wipe the top", 600), ("Wipe the legs", 900), ("Wipe now", 5)):
            page.request.post(
                "/api/timers", data={"job_id": 1, "words": words, "seconds": seconds, "kind": "wipe"}
            )
        for place in ("plan", "shelf"):
            self.go(place)
            page.reload()
            timers = page.get_by_role("list", name="Timers")
            expect(timers).to_be_visible()
            page.set_viewport_size({"width": 1600, "height": 900})
            expect(timers).to_contain_text("Wipe the top")
        rings = page.get_by_role("alert").filter(has_text="Wipe now")
        expect(rings).to_be_visible(timeout=15_000)
        page.get_by_role("button", name="Remove the timer: Wipe now").click()
        expect(rings).to_have_count(0)

    def test_shopping_and_air(self) -> None:
        page = self.page
        self.plan()
        page.get_by_role("button", name="Shopping and money").click()
        expect(page.get_by_role("row", name="Masking tape")).to_be_visible()
        page.get_by_label("price asked").fill("300")
        page.get_by_label("price asked").blur()
        expect(page.get_by_text("left of it")).to_be_visible()
        page.get_by_role("button", name="Air, date, sprayer").click()
        page.get_by_label("% humidity").fill("85")
        page.get_by_label("% humidity").blur()
        expect(page.get_by_text("doubles the wait of a wax").first).to_be_visible()
        self.accessible(page)


class FromNothingTest(BrowserCase):
    """An empty folder: no piece, no hours, no look."""

    def setUp(self) -> None:
        super().setUp()
        self.folder = self.folder / "own"
        self.server = self.enterContext(Server(self.folder, own=True))
        self.page = self.open(DESK)

    def test_first_plan(self) -> None:
        """A plan asks for a piece, then for hours; what is written wrongly is told beside it, and kept."""
        page = self.page
        self.go("plan")
        expect(page.get_by_text("A plan begins with a piece.")).to_be_visible()
        page.request.post("/api/jobs/1/pieces", data={"name": "Stool", "form": "stool"})
        page.reload()
        expect(page.get_by_role("heading", name="When have you time?")).to_be_visible()
        page.get_by_label("Monday").fill("when I can")
        page.get_by_role("button", name="Use these hours").click()
        expect(page.get_by_text("write times as 18:30–20:30")).to_be_visible()
        expect(page.get_by_label("Monday")).to_have_value("when I can")
        page.get_by_label("Monday").fill("18-20:30, 21:00 to 22")
        page.get_by_role("button", name="Use these hours").click()
        expect(page.get_by_role("button", name="Done", exact=True)).to_be_visible()
        expect(page.get_by_text("Without a look: Stool.")).to_be_visible()
        hours = page.request.get("/api/hours").json()["hours"]["week"]["mon"]
        self.assertEqual(hours, [{"start": "18:00", "end": "20:30"}, {"start": "21:00", "end": "22:00"}])
        self.accessible(page)
