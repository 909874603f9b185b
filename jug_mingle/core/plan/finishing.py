"""After the last coat: unmasked, insides, handles, the second photograph, delivery; and what may be used
when.

Common practice.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from jug_mingle.core.marked import marked
from jug_mingle.core.plan.coats import LIGHT_USE
from jug_mingle.core.plan.rates import RATES
from jug_mingle.core.plan.step import Course
from jug_mingle.core.plan.work import PieceWork, Unit, Workshop, on, step_of
from jug_mingle.core.practice.hardware import handled

_CURE: Final = 21.0
"""Of a film of which nobody says how long it cures. [days]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Milestone:
    """From when something is allowed, after the last coat of a piece. [minutes]"""

    piece: int
    words: str
    after: int
    why: str


def finish(course: Course, work: PieceWork, units: Mapping[str, Unit], workshop: Workshop) -> None:
    """Add the steps after the last coat."""
    every = [on(work, key) for key in units]
    if not every:
        return
    laid = [on(work, key) for key, unit in units.items() if unit.laid]
    if laid:
        course.add(
            step_of(
                work, "unmask", None, "Take the tape off",
                words="Slowly, back on itself; score it where a film has "
                "gone over it.",
                why="Once the coat is dry through: else it tears.",
            ),
            laid,
        )  # fmt: skip
    _handles(course, work, every)
    if work.survey.interiors:
        _insides(course, work, every)
    course.add(
        step_of(
            work, "refit", None, "Put handles and drawers back", words="Each drawer into its own place.",
            why="By its number; screws from its own bag.", minutes=RATES["refit"].minutes(0.0,
            work.count * len(handled(work.piece))),
            cure=LIGHT_USE if laid else 0,
        ),
        every,
    )  # fmt: skip
    course.add(
        step_of(
            work, "photograph", None, "Photograph it beside the first picture", more="after",
            words="In the same light.",
            why="What it was and what it is; and what it was made with, in the daybook.",
            cure=LIGHT_USE if laid else 0,
        ),
        every,
    )  # fmt: skip
    if work.survey.deliver:
        course.then(
            every, LIGHT_USE, words="hardens before it is moved", why="A day before it is wrapped, assumed."
        )
        course.add(step_of(work, "deliver", None, "Deliver it",
            words="Nothing laid against paint that still cures.",
                           why="It goes to somebody else."), every)  # fmt: skip


def _handles(course: Course, work: PieceWork, every: Sequence[str]) -> None:
    fronts = work.count * len(handled(work.piece))
    act = work.hardware.act
    in_the_look = any(unit.laid for unit in work.units if unit.key.startswith("handles"))
    if not fronts or act == "keep" or (act == "paint" and in_the_look):
        return
    if act == "change":
        course.add(
            step_of(
                work, "drill", None, "Drill for the new handles",
                words="By the printed template, from the front.",
                why="Old and new holes differ; filled ones are hard by now.",
                minutes=RATES["drill"].minutes(0.0,
                fronts),
            ),
            every,
        )  # fmt: skip
        return
    words = (
        "Clean them; no paint."
        if act == "clean"
        else "Dabbed, the dark lines left; then the toughest clear coat, twice."
    )
    course.add(
        step_of(
            work, "hardware", None, "Clean the handles" if act == "clean" else "Paint the handles",
            words=words,
            why="Painted metal without its primer wears first." if act == "paint"
            else "Its metal suits the piece.",
            minutes=RATES["hardware"].minutes(0.0, fronts),
        ),
        every[:1],
    )  # fmt: skip


def _insides(course: Course, work: PieceWork, every: Sequence[str]) -> None:
    drawers = max(
        1, work.count * len({face.split("/")[2] for face in work.piece.faces if face.startswith("within/")})
    )
    area = work.count * sum(
        area for face, area in work.piece.faces.items() if face.startswith(("within/", "inside/"))
    )
    if work.survey.interiors == "line":
        course.add(
            step_of(work, "line", None, "Line the drawers", words="Paper cut to each, or felt.",
            why="Clean to the hand.",
                    minutes=RATES["line"].minutes(0.0, drawers), uses=(("paper", 0.5 * drawers),)), every,
        )  # fmt: skip
        return
    inside = f"p{work.number}.inside-feed"
    course.add(
        step_of(work, "feed", None, "Feed the insides and runners",
            words="Oil-wax butter, a little, rubbed in.",
                why="Dry wood takes it up, and drawers run again.", minutes=RATES["feed"].minutes(area),
                kinds=frozenset({"oil_wax_butter"}), uses=(("cloths", 2.0),)), [*every, inside],
    )  # fmt: skip
    course.then([*every], 20, words="goes in", why="Twenty minutes, then all of it is wiped off.", most=40,
                closes="Left longer it stays sticky: wipe it with spirits.")  # fmt: skip
    course.add(
        step_of(work, "wipe", None, "Wipe the insides", more="feed", words="All of it.",
            why="What stays is sticky.",
                minutes=max(4.0, RATES["wipe"].minutes(area)), kinds=frozenset({"oil_wax_butter"})), every,
    )  # fmt: skip


def milestones(work: PieceWork, units: Mapping[str, Unit]) -> list[Milestone]:
    """Return what is allowed how long after a piece's last coat."""
    facts = [
        layer.facts
        for unit in units.values()
        for layer in unit.laid
        if layer.layer.of.act in ("film", "surface")
    ]
    if not facts:
        return []
    cures = [h.cure for fact in facts for _, h in fact.contents if h.cure is not None]
    cure, wax = max(cures, default=_CURE), any(fact.base == "wax" for fact in facts)
    found = [
        Milestone(
            piece=work.number, words="light use", after=LIGHT_USE, why="A day, handled gently; assumed."
        )
    ]
    found.append(
        Milestone(
            piece=work.number,
            words="tape on it",
            after=2 * LIGHT_USE,
            why="When it is dry through; a day longer than it seems.",
        )
    )
    if "seat" in work.uses:
        days = 7 if wax else 3
        found.append(
            Milestone(
                piece=work.number,
                words="guests on it",
                after=days * 1440,
                why="Wax waits several days before guests sit."
                if wax
                else "A film carries after some days; assumed.",
            )
        )
    use = "cups" if {"drinks", "meals", "writing"} & set(work.uses) else "hard use"
    found.append(
        Milestone(
            piece=work.number,
            words=use,
            after=round(cure * 1440),
            why=f"Its slowest coat cures in {marked(cure)} days.",
        )
    )
    return found
