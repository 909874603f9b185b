"""The work walked from one end to the other, as a person does it; what stands in the way is counted on each
screen."""

import re
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Any, Final

from playwright.sync_api import Error, Locator, ViewportSize, expect

from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.pieces import FORMS
from jug_mingle.core.plan.survey import CAUSES, DAMAGE, TESTS, PartSurvey, Survey
from tests.browser.walker import Walker, add_tin, begin_job, button, catch_from_photo, type_colour

SIZES: Final = (
    ("mouse", ViewportSize(width=1280, height=800)),
    ("mouse", ViewportSize(width=1920, height=1080)),
    ("touch", ViewportSize(width=1024, height=768)),
    ("touch", ViewportSize(width=390, height=844)),
)
"""A laptop, a wide screen, a tablet on its stand and a phone."""

BREATH: Final = 800
"""A second tap sooner is taken for the same one. [ms]"""

READ_TWICE: Final = """() => {
  const shown = e => { const s = getComputedStyle(e), r = e.getBoundingClientRect()
    return s.visibility !== 'hidden' && s.display !== 'none' && r.width > 2 && r.height > 2 }
  const found = []
  for (const e of document.querySelectorAll('main *, aside *, header *')) {
    if (e.closest('li, tr, option, [role=alert], .visually-hidden')) continue
    if (e.children.length > 0 || !shown(e)) continue
    const text = (e.textContent ?? '').trim()
    if (text.split(/\\s+/).length >= 3) found.push(text)
  }
  return found
}"""
"""Phrases of three words and more, but for rows of a list, which are alike."""


@dataclass
class Stretch:
    """One stretch of a walk: what was done in it, and what was met.

    Attributes
    ----------
    presses, keys : int
        Clicks or taps, and letters typed.
    back : int
        Places that were gone back to after they had been left.
    twice : tuple of str
        Phrases that stand twice on a screen.
    """

    name: str
    presses: int = 0
    keys: int = 0
    back: int = 0
    twice: tuple[str, ...] = ()
    missing: str = ""


@dataclass
class Walk:
    """A walk by one hand at one size, stretch by stretch."""

    walker: Walker
    stretches: list[Stretch] = field(default_factory=list)
    _been: list[str] = field(default_factory=list)

    @contextmanager
    def stretch(self, name: str) -> Iterator[None]:
        """Count what is done within it; a stretch that cannot be walked is told with its reason, and the walk
        ends."""
        found = Stretch(name)
        self.stretches.append(found)
        presses, keys = self.walker.presses, self.walker.keys
        try:
            yield
            found.twice = self._twice()
        except (AssertionError, Error) as problem:
            found.missing = f"{problem}.".strip().splitlines()[0][:90]
            raise
        finally:
            found.presses, found.keys = self.walker.presses - presses, self.walker.keys - keys
            found.back = self._back()

    def _back(self) -> int:
        place = next(
            (part for part in re.split(r"[/?#]", self.walker.page.url)[3:] if part and not part.isdigit()), ""
        )
        if self._been and self._been[-1] == place:
            return 0
        self._been.append(place)
        return int(place in self._been[:-1])

    def _twice(self) -> tuple[str, ...]:
        found = Counter(self.walker.page.evaluate(READ_TWICE))
        return tuple(text for text, count in found.items() if count > 1)

    def to(self, place: str) -> None:
        """Go to a place by its sign."""
        self.walker.press(
            self.walker.page.get_by_role("navigation", name="Places").get_by_role("link", name=place)
        )


def from_nothing(walk: Walk) -> None:
    """From an empty folder: a dresser, five tins, a cloth's colour, a jug poured and compared, a wash over
    oak, a plan for three evenings, a label for the lid."""
    walker, page = walk.walker, walk.walker.page
    page.goto("/")
    with walk.stretch("a dresser"):
        walker.press(button(page, "Chest of drawers"))
        expect(page.get_by_label("Called")).to_have_value("Chest of drawers")
    with walk.stretch("five own tins"):
        walk.to("Shelf")
        for name, colour in (
            ("White", "#f2f0ea"), ("Blue", "#33517e"), ("Ochre", "#b8893c"), ("Red", "#8e3b34"),
            ("Black", "#3a3a3c"),
        ):  # fmt: skip
            add_tin(walker, name, colour)
    with walk.stretch("a cloth's colour"):
        walk.to("Catch")
        catch_from_photo(walker)
        expect(page.get_by_role("status").get_by_role("button", name="Mix it")).to_be_visible()
    with walk.stretch("a recipe"):
        walker.press(page.get_by_role("status").get_by_role("button", name="Mix it"))
        walker.press(button(page, "Keep as a jug"))
        expect(page.get_by_text("stands with your jugs")).to_be_visible()
    with walk.stretch("poured"):
        walker.press(page.get_by_role("status").get_by_role("button", name="Pour it"))
        pours = len(page.request.get("/api/jobs/1").json()["mixes"][-1]["recipe"]["pours"])
        for done in range(1, pours + 1):
            page.wait_for_timeout(BREATH)
            walker.press(page.get_by_role("button", name=re.compile("tap anywhere")))
            if done < pours:
                expect(page.get_by_text(f"{done} of {pours} poured")).to_be_visible()
        expect(page.get_by_role("heading", name="It is all in")).to_be_visible()
    with walk.stretch("a dried strip compared"):
        walker.press(button(page, "The strip is painted"))
        walker.press(page.get_by_label("it is dry already"))
        hex_ = page.request.get("/api/jobs/1").json()["mixes"][-1]["recipe"]["hex"]
        type_colour(walker, hex_)
        walker.press(button(page, "Compare it"))
        walker.press(
            page.locator(".stage").get_by_role("button", name=re.compile("^(Done|Finish as it is)$")).last
        )
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()
    with walk.stretch("a wash over oak"):
        walk.to("Try on")
        expect(page.locator("[data-preview]")).to_be_visible()
        walker.press(page.get_by_label("Add a layer"))
        page.get_by_label("Add a layer").select_option(label="Wash")
        expect(page.get_by_role("list", name="Layers, the topmost first")).to_contain_text("Wash")
        expect(page.get_by_text("Kept", exact=True).or_(page.locator("[data-preview]")).first).to_be_visible()
    with walk.stretch("a plan for three evenings"):
        walk.to("Plan")
        for day in ("Monday", "Tuesday", "Wednesday"):
            walker.type(page.get_by_label(day), "18-21")
        for day in ("Thursday", "Friday", "Saturday", "Sunday"):
            if page.get_by_label(day).input_value():
                walker.type(page.get_by_label(day), "")
        walker.press(button(page, "Use these hours"))
        expect(page.get_by_role("button", name="Done", exact=True)).to_be_visible()
    with walk.stretch("a label for the lid"):
        jugs = _jugs(walk)
        walker.press(jugs.get_by_role("button", name="print, rename, mix again"))
        with page.context.expect_event("request", lambda sent: "/label.pdf" in sent.url):
            walker.press(jugs.get_by_role("link", name="lid label"))


def _jugs(walk: Walk) -> Locator:
    """The jugs of the job: in their drawer, or beside a place that has room for them."""
    page = walk.walker.page
    drawer = page.get_by_role("navigation", name="Places").get_by_role("button", name="Jugs")
    if drawer.count() > 0:
        walk.walker.press(drawer)
    elif page.get_by_role("list", name="Jugs").count() == 0:
        walk.to("Mingle")
    return page.get_by_role("list", name="Jugs")


def preparations(walk: Walk) -> None:
    """From an empty folder: three tins and a colour; each preparation that they make is kept as a jug, its
    water from the tap."""
    walker, page = walk.walker, walk.walker.page
    page.goto("/")
    expect(page.locator(".forms li").first).to_be_visible()
    with walk.stretch("tins by their names, and one by its colour"):
        walk.to("Shelf")
        for name, kind in (("Fissure", "crackle_gesso"), ("Plaster", "extender")):
            expect(page.get_by_role("button", name="Add a tin", exact=True).first).to_be_visible()
            if not button(page, "Many by name").is_visible():
                walker.press(button(page, "Add many, import, export"))
            walker.press(button(page, "Many by name"))
            walker.type(page.get_by_label("One name on a line"), name)
            _choose(walker, page.get_by_label("They are"), kind)
            walker.press(button(page, "Put 1 on the shelf"))
            expect(page.get_by_text("1 tin stands on the shelf")).to_be_visible()
        add_tin(walker, "Pond", "#33517e")
    with walk.stretch("a colour"):
        walk.to("Catch")
        walker.press(button(page, "Without a photo"))
        type_colour(walker, "#8fa3b8")
        walker.press(button(page, "Keep this colour"))
        walker.press(page.get_by_role("status").get_by_role("button", name="Mix it"))
    panel = page.locator(".prepare")
    with walk.stretch("its preparations"):
        walker.press(page.get_by_role("button", name="Wash, wax, glaze"))
        for key in ("home_chalk_paint", "crackle_gesso", "wash"):
            _choose(walker, panel.locator("select").first, key)
            keep = panel.get_by_role("button", name="Keep it as a jug")
            expect(keep).to_be_enabled()
            with page.expect_response(re.compile(r"/jobs/\d+/mixes")) as kept:
                walker.press(keep)
            assert kept.value.ok, kept.value.text()
            expect(page.get_by_text("stands with your jugs")).to_be_visible()
            page.wait_for_timeout(BREATH)


def again_in_us_units(walk: Walk) -> None:
    """Last year's job again, for a second client, in cups and inches: its colour found, mixed anew, poured
    and labelled."""
    walker, page = walk.walker, walk.walker.page
    page.goto("/settings")
    with walk.stretch("cups and inches"):
        walker.press(page.get_by_label("Amounts"))
        page.get_by_label("Amounts").select_option(value="spoons")
        expect(page.get_by_text("goes with the amounts: inches")).to_be_attached()
    with walk.stretch("a second client's job"):
        walker.press(page.get_by_role("heading", level=1))  # a letter is a key outside of a field
        walker.presses += 1
        page.keyboard.press("j")
        walker.press(button(page, "Begin a new job"))
        walker.type(page.get_by_label("Its name"), "Grey chest")
        walker.type(page.get_by_label("For whom"), "a second client")
        walker.press(button(page, "Begin"))
        expect(page.get_by_role("button", name="Chest of drawers", exact=True)).to_be_visible()
        walker.press(button(page, "Chest of drawers"))
        expect(page.get_by_label("Called")).to_be_visible()
        expect(page.get_by_label(re.compile("Width, (in|inches)"))).to_be_visible()
    with walk.stretch("last year's colour found"):
        walk.to("Daybook")
        walker.type(page.get_by_label("Find by words"), "jug glaze")
        walker.press(page.get_by_role("button", name="Mix it again").first)
    with walk.stretch("mixed anew"):
        walker.press(button(page, "Keep as a jug"))
        expect(page.get_by_text("stands with your jugs")).to_be_visible()
    with walk.stretch("its card, in cups"):
        lead = page.get_by_role("status").get_by_role("button", name="Print its card")
        with page.context.expect_event("request", lambda sent: "card.pdf?unit=spoons" in sent.url):
            walker.press(lead)
    with walk.stretch("poured in cups"):
        walker.press(_jugs(walk).get_by_role("button", name="Pour it").last)
        expect(page.get_by_text(re.compile(r"cup|spoon")).first).to_be_visible()


def sequence(
    walk: Walk, form: str, ground: str, survey: Survey, layers: tuple[Layer, ...], *, ticks: int = 0
) -> dict[str, Any]:
    """One kind of job from its survey to its use, all of it pressed on the pages: the piece, its layers, its
    survey; a look that is changed after the plan was made, and the layer brought back; so many steps ticked
    off, or all. Return the plan as it was before the first tick."""
    walker, page = walk.walker, walk.walker.page
    page.goto("/1/piece")
    with walk.stretch("a job, and its form"):
        begin_job(walker, f"A {form}")
        expect(page.locator(".forms li").first).to_be_visible()
        walker.press(button(page, FORMS[form].title))
        expect(page.get_by_label("Called")).to_be_visible()
    job = re.split(r"[/?#]", page.url)[3]
    with walk.stretch("what it is now"):
        grounds = page.get_by_label(re.compile("as it is now$"))
        for number in range(grounds.count()):
            if not (grounds.nth(number).get_attribute("aria-label") or "").startswith("Padding"):
                _choose(walker, grounds.nth(number), ground)
                expect(grounds.nth(number)).to_have_value(ground)
    with walk.stretch("its layers"):
        walk.to("Try on")
        listed = page.get_by_role("list", name="Layers, the topmost first").get_by_role("listitem")
        for count, layer in enumerate(layers, start=1):
            _choose(walker, page.get_by_label("Add a layer"), KINDS[layer.kind].title, label=True)
            expect(listed).to_have_count(count + 1)
            coats = page.get_by_role("slider", name=re.compile("^coats"))
            if layer.coats != KINDS[layer.kind].usual.get("coats", 1) and coats.count() > 0:
                walker.presses += 1
                coats.fill(str(layer.coats))
    with walk.stretch("its survey"):
        walk.to("Plan")
        _answered(walker, survey)
    with walk.stretch("its plan"):
        expect(page.get_by_role("button", name="Done", exact=True)).to_be_visible()
        plan = _followed(walker, job)
    with walk.stretch("a layer away, and brought back"):
        walk.to("Try on")
        expect(listed).to_have_count(len(layers) + 1)
        walker.press(page.get_by_role("button", name="Remove", exact=True).last)
        expect(listed).to_have_count(len(layers))
        walk.to("Plan")
        expect(page.get_by_text("It followed what you changed.")).to_be_visible()
        for file in ("plan", "plan.ics", "plan.pdf", "plan.csv", "plan.json", "step-cards.pdf"):
            assert page.request.get(f"/api/jobs/{job}/{file}").ok, file
        walker.press(button(page, "make it anew"))
        expect(page.get_by_text("It followed what you changed.")).to_have_count(0)
        walk.to("Try on")
        walker.press(page.get_by_role("button", name="Undo", exact=True).first)
        expect(listed).to_have_count(len(layers) + 1)
        walk.to("Plan")
    with walk.stretch("ticked off"):
        tick, done = (
            page.get_by_role("button", name="Done", exact=True),
            page.get_by_text("All of it is done."),
        )
        for _ in range(ticks or 3 * len(plan["steps"])):
            expect(tick.or_(done).first).to_be_visible()
            if done.is_visible():
                break
            with page.expect_response(re.compile("/steps/done")):
                walker.press(tick)
            page.wait_for_timeout(BREATH)
        if not ticks:
            expect(done).to_be_visible()
    return plan


def _followed(walker: Walker, job: str) -> dict[str, Any]:
    """Return the plan once it has followed the last answer: when it stays as it is for a while."""
    before: list[str] = []
    for _ in range(40):
        walker.page.wait_for_timeout(BREATH)
        plan: dict[str, Any] = walker.page.request.get(f"/api/jobs/{job}/plan").json()
        if before == (now := [step["key"] for step in plan["steps"]]):
            return plan
        before = now
    raise AssertionError("the plan never stays as it is")


def _choose(walker: Walker, menu: Locator, wanted: str, *, label: bool = False) -> None:
    """Choose from a menu: a press on it, another on what is wanted."""
    walker.presses += 2
    if label:
        menu.select_option(label=wanted)
    else:
        menu.select_option(value=wanted)


def _answered_of(walker: Walker, part: str, seen: PartSurvey) -> None:
    page = walker.page
    if part:
        _choose(walker, page.get_by_label("Where").first, part)
    for damage in seen.damage:
        walker.press(page.get_by_label(DAMAGE[damage], exact=True))
    if seen.layers is not None:
        walker.type(page.get_by_label(re.compile("^Old coats believed to lie on")), str(seen.layers))
        page.keyboard.press("Tab")
    if seen.treatment:
        _choose(walker, page.get_by_label("What becomes of them"), seen.treatment)


def _answered(walker: Walker, survey: Survey) -> None:
    """Answer the questions of the survey, each where it stands; one is on the plan."""
    page = walker.page
    fold = page.get_by_role("button", name="What is each piece now?")
    expect(fold).to_be_visible()
    if fold.get_attribute("aria-expanded") != "true":
        walker.press(fold)
    for part, seen in survey.parts.items():
        _answered_of(walker, part, seen)
    for cause in survey.causes:
        walker.press(page.get_by_label(CAUSES[cause], exact=True))
    for one in survey.unknown:
        walker.press(page.get_by_label(TESTS[one].title.replace("?", ""), exact=True))
    if survey.interiors:
        _choose(walker, page.get_by_label("Its insides"), survey.interiors)
    if survey.lead != "unknown":
        _choose(walker, page.get_by_label("Lead in its old paint"), survey.lead)
    nothing = page.get_by_role("button", name=re.compile("^Nothing more to see"))
    if survey == Survey() and nothing.count() > 0:
        walker.press(nothing)
    expect(page.get_by_text("in another window")).to_have_count(0)


WALKS: Final[dict[str, Callable[[Walk], None]]] = {
    "from an empty folder": from_nothing,
    "last year's job again, in cups": again_in_us_units,
}
