"""Before anything else: photographed, taken apart, what hurts taken out, what is not known found out,
cleaned.

Common practice.
"""

from collections.abc import Sequence
from typing import Final

from jug_mingle.core.plan.conditions import wait_under
from jug_mingle.core.plan.rates import RATES
from jug_mingle.core.plan.step import NIGHT, Course
from jug_mingle.core.plan.survey import TESTS
from jug_mingle.core.plan.work import PieceWork, Unit, Workshop, on, step_of
from jug_mingle.core.practice.hardware import handled


def look_over(course: Course, work: PieceWork, units: Sequence[Unit], every: Sequence[str]) -> None:
    """Add what comes before everything: photographed, taken apart, freed of what hurts, and what is not known
    found."""
    survey = work.survey
    course.add(
        step_of(
            work, "photograph", None, "Photograph it as it is", words="All sides, and each kind of handle.",
            why="To show before and after, and to know how it goes together again.",
        ),
        every,
    )  # fmt: skip
    fronts = work.count * len(handled(work.piece))
    course.add(
        step_of(
            work, "dismantle", None, "Take off handles, number drawers, bag screws",
            words="Each drawer numbered on its back; each bag labelled with its part.",
            why="Each drawer fits only its own place, and small parts get lost.",
            minutes=RATES["dismantle"].minutes(0.0, fronts), uses=(("bags", max(1.0, fronts / 4.0)),),
            ready=("screwdriver", "bags and a pen"), hands=2 if "heavy" in survey.causes else 1,
        ),
        every,
    )  # fmt: skip
    for cause, title, words in (
        ("lamp", "Take the lamp and its wires off", "Unplugged; its clamp, too."),
        ("glass", "Take the glass out", "Slowly, where it is glued in; else mask it."),
        ("staples", "Pull staples and tacks", "What stays is hammered flush; run a hand over it."),
        ("nails", "Pull or sink nails", "Cut ones fly: cover the eyes."),
    ):
        if cause in survey.causes:
            course.add(
                step_of(work, "free", None, title, more=cause, words=words, why="It cuts, or is in the way."),
                every,
            )
    padding = [unit for unit in units if unit.key.startswith("padding")]
    if padding:
        course.add(
            step_of(
                work, "extract", padding[0], "Clean the padding out, two passes",
                words="Carpet extractor, two passes.", why="Hair and dust stay in it else; a night to dry.",
            ),
            [on(work, unit.key) for unit in padding],
        )  # fmt: skip
        course.then(
            [on(work, unit.key) for unit in padding], NIGHT, words="the padding dries", why="Overnight."
        )
    _tests(course, work, every)
    _board(course, work, every)


_TRIED: Final = frozenset({"stain", "wash", "two_tone", "glaze", "blend"})
"""Layers that are tried on an offcut first."""


def _board(course: Course, work: PieceWork, every: Sequence[str]) -> None:
    """What cannot be foreseen well is tried on a board first."""
    tried = [layer.of.title.lower() for layer in work.finish.layers if layer.on and layer.kind in _TRIED]
    if tried:
        course.add(
            step_of(
                work, "board", None, f"Try {' and '.join(dict.fromkeys(tried))} on an offcut",
                words="The same wood, made ready as the piece is; half of it sealed.",
                why="The piece is hard to put right, a board costs minutes. Judge it dry, where the piece "
                    "will stand.",
            ),
            every,
        )  # fmt: skip


def _tests(course: Course, work: PieceWork, every: Sequence[str]) -> None:
    asked = list(dict.fromkeys(work.survey.unknown))
    if work.old_paint and work.survey.lead == "unknown" and "lead" not in asked:
        asked.append("lead")
    for key in asked:
        test = TESTS[key]
        if key == "lead" and (work.survey.lead != "unknown" or not work.old_paint):
            continue
        course.add(
            step_of(
                work, "test", None, f"Find out: {test.title[0].lower()}{test.title[1:]}", more=key,
                words=test.test,
                why=f"Until it is known: {test.meanwhile[0].lower()}{test.meanwhile[1:]}",
                minutes=float(test.minutes), uses=(("lead_test", 1.0),) if key == "lead" else (),
            ),
            every,
        )  # fmt: skip
        if test.wait and key == "layers":
            course.then(every, test.wait, words="the patches work", why="Half an hour tells them apart.")
    if work.old_paint and work.survey.lead == "found":
        course.add(
            step_of(
                work, "other", None, "Ask a licensed practice about the lead", more="lead",
                words="How it may come off, or be sealed in, where you live. Nothing is sanded or scraped "
                    "dry.",
                why="Lead was found in its old paint.", minutes=15.0,
            ),
            every,
        )  # fmt: skip


def clean(course: Course, work: PieceWork, unit: Unit, workshop: Workshop) -> None:
    """Add that a unit is cleaned, and that wax is taken off it."""
    if unit.key.startswith("padding") or unit.again:
        return
    course.add(
        step_of(
            work, "clean", unit, f"Clean and rinse the {unit.title}",
            words="Degreaser in warm water, then a clean "
            "wet cloth.",
            why="Dirt lifts the paint, or comes through it.", uses=(("cleaner", 0.1), ("cloths", 1.0)),
            ready=("two buckets", "cloths"),
        ),
        [on(work, unit.key)],
    )  # fmt: skip
    changed = wait_under(workshop.air, wax=False, water=True)
    course.then(
        [on(work, unit.key)], changed.of(60), words="dries after the rinse", felt=True,
        why=" ".join(["No figure is usual: an hour, by touch.", *changed.why]),
    )  # fmt: skip
    if unit.ground.coat == "wax" or unit.ground.adhesion == "clean" or "wax" in work.survey.unknown:
        course.add(
            step_of(
                work, "solvent", unit, f"Take the wax off the {unit.title}",
                words="Spirits and a pad, then clean "
                "rags.",
                why="Nothing that forms a film holds on wax.", kinds=frozenset({"spirits"}),
                uses=(("spirits", 0.15),
                ("cloths", 2.0)),
            ),
            [on(work, unit.key)],
        )  # fmt: skip
        course.then(
            [on(work, unit.key)], 30, words="spirits go off", why="Half an hour, by smell.", felt=True
        )
