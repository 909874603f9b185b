"""The work walked from one end to the other, as a person does it; what stands in the way is counted on each screen."""

import re
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import asdict, dataclass, field
from typing import Any, Final

from playwright.sync_api import Error, Locator, ViewportSize, expect

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.pieces import FORMS
from jug_mingle.core.plan.survey import Survey
from tests.browser.journeys import Walker, add_tin, button, catch_from_photo, type_colour

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
    if (e.closest('li, tr, option, [role=alert], .visually-hidden') || e.children.length > 0 || !shown(e)) continue
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
        """Count what is done within it; a stretch that cannot be walked is told with its reason, and the walk ends."""
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
        place = next((part for part in re.split(r"[/?#]", self.walker.page.url)[3:] if part and not part.isdigit()), "")
        if self._been and self._been[-1] == place:
            return 0
        self._been.append(place)
        return int(place in self._been[:-1])

    def _twice(self) -> tuple[str, ...]:
        found = Counter(self.walker.page.evaluate(READ_TWICE))
        return tuple(text for text, count in found.items() if count > 1)

    def to(self, place: str) -> None:
        """Go to a place by its sign."""
        self.walker.press(self.walker.page.get_by_role("navigation", name="Places").get_by_role("link", name=place))


def from_nothing(walk: Walk) -> None:
    """From an empty folder: a dresser, five tins, a cloth's colour, a jug poured and compared, a wash over oak, a plan
    for three evenings, a label for the lid."""
    walker, page = walk.walker, walk.walker.page
    page.goto("/")
    with walk.stretch("a dresser"):
        walker.press(button(page, "Chest of drawers"))
        expect(page.get_by_label("Called")).to_have_value("Chest of drawers")
    with walk.stretch("five own tins"):
        walk.to("Shelf")
        for name, colour in (
            ("White", "#f2f0ea"), ("Blue", "#33517e"), ("Ochre", "#b8893c"), ("Red", "#8e3b34"), ("Black", "#3a3a3c"),
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
        walker.press(page.locator(".stage").get_by_role("button", name=re.compile("^(Done|Finish as it is)$")).last)
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


def all_places(walk: Walk) -> None:
    """The demo: every place once, in the order of the work."""
    walker, page = walk.walker, walk.walker.page
    page.goto("/1/piece")
    for name in ("Piece", "Catch", "Mingle", "Try on", "Plan", "Daybook", "Shelf"):
        with walk.stretch(name):
            walk.to(name)
            expect(page.get_by_role("heading", level=1)).to_be_visible()
            page.wait_for_timeout(1500)
    with walk.stretch("Settings"):
        walker.presses += 1
        page.keyboard.press(",")
        expect(page.get_by_role("heading", name="How do I work?")).to_be_visible()


def again_in_us_units(walk: Walk) -> None:
    """Last year's job again, for a second client, in cups and inches: its colour found, mixed anew, poured and
    labelled."""
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


def survey_answers(survey: Survey) -> int:
    """How many questions of the survey are answered by other than what stands there."""
    part = sum(bool(one.treatment) + (one.layers is not None) + len(one.damage) for one in survey.parts.values())
    rest = len(survey.causes) + len(survey.unknown) + bool(survey.interiors) + (survey.lead != "unknown")
    return part + rest


def sequence(walk: Walk, form: str, ground: str, survey: Survey, layers: tuple[Layer, ...]) -> dict[str, Any]:
    """One kind of job from its survey to its use: the piece and its layers are chosen on the screen, its survey is
    answered, its plan is read on the screen and ticked off to the end. Return the plan as it was before the first
    tick."""
    walker, page = walk.walker, walk.walker.page
    job = page.request.post("/api/jobs", data={"name": f"A {form}"}).json()["id"]
    titles = {kind["key"]: kind["title"] for kind in page.request.get("/api/lookbook").json()["kinds"]}
    page.goto(f"/{job}/piece")
    with walk.stretch("its form"):
        expect(page.locator(".forms li").first).to_be_visible()
        walker.press(button(page, FORMS[form].title))
        expect(page.get_by_label("Called")).to_be_visible()
    piece = page.request.get(f"/api/jobs/{job}").json()["pieces"][0]["id"]
    with walk.stretch("what it is now"):
        walker.presses += 1 + survey_answers(survey)
        grounds = dict.fromkeys(page.request.get(f"/api/jobs/{job}").json()["pieces"][0]["grounds"], ground)
        assert page.request.patch(f"/api/pieces/{piece}", data={"grounds": grounds}).ok
        told = page.request.put(f"/api/pieces/{piece}/survey", data=_survey_in(survey))
        assert told.ok, told.text()
    with walk.stretch("its layers"):
        walk.to("Try on")
        for layer in layers:
            walker.press(page.get_by_label("Add a layer"))
            page.get_by_label("Add a layer").select_option(label=titles[layer.kind])
        shown = page.get_by_role("list", name="Layers, the topmost first").get_by_role("listitem")
        expect(shown).to_have_count(len(layers) + 1)
        looks: list[dict[str, Any]] = []
        for _ in range(100):
            looks = page.request.get(f"/api/jobs/{job}").json()["looks"]
            if looks and len(looks[-1]["layers"]) == len(layers):
                break
            page.wait_for_timeout(100)
        _coats(walker, looks[-1], layers)
    with walk.stretch("its plan"):
        walk.to("Plan")
        expect(page.get_by_role("button", name="Done", exact=True)).to_be_visible()
        plan: dict[str, Any] = page.request.get(f"/api/jobs/{job}/plan").json()
    with walk.stretch("ticked off to its use"):
        walker.presses += len(plan["steps"])  # each is ticked off when it is done
        open_ = [step["key"] for step in plan["steps"]]
        while open_:
            done = page.request.post(f"/api/jobs/{job}/steps/done", data={"step": open_[-1], "before_too": True})
            assert done.ok, done.text()
            now = page.request.get(f"/api/jobs/{job}/plan").json()["steps"]
            open_ = [step["key"] for step in now if not step["done"] and not step["skipped"]]
        page.reload()
        expect(page.get_by_text("All of it is done.")).to_be_visible()
    return plan


def _coats(walker: Walker, look: dict[str, Any], layers: tuple[Layer, ...]) -> None:
    """Lay the coats that the job has: a press for each layer that has other than the usual."""
    wanted = [{**kept, "coats": layer.coats} for kept, layer in zip(look["layers"], layers, strict=True)]
    walker.presses += sum(a != b for a, b in zip(wanted, look["layers"], strict=True))
    page = walker.page
    told = page.request.put(f"/api/looks/{look['id']}", data={"name": look["name"], "layers": wanted})
    assert told.ok, told.text()


def _survey_in(survey: Survey) -> dict[str, Any]:
    parts = {key: asdict(part) for key, part in survey.parts.items()}
    return {**{key: value for key, value in asdict(survey).items() if key != "parts"}, "parts": parts}


WALKS: Final[dict[str, Callable[[Walk], None]]] = {
    "from an empty folder": from_nothing,
    "the demo, all places": all_places,
    "last year's job again, in cups": again_in_us_units,
}
