"""All steps of a job: of each piece from the survey to "you may use it", changed as was asked, with what can
hurt."""

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final

from jug_mingle.core.marked import marked
from jug_mingle.core.plan.coats import lay
from jug_mingle.core.plan.dangers import Around, with_cautions
from jug_mingle.core.plan.finishing import Milestone, finish, milestones
from jug_mingle.core.plan.mixing import mixed
from jug_mingle.core.plan.preparation import prepare
from jug_mingle.core.plan.step import Course, Step, Wait
from jug_mingle.core.plan.work import PieceWork, Workshop

NEEDED: Final[Mapping[str, str]] = {
    "test": "nothing is sanded or scraped before it is known",
    "solvent": "nothing that forms a film holds on wax or on what is left of a stripper",
    "neutralise": "bleach stays active",
    "scrape": "stripper has to come off",
    "wipe": "what is not wiped off stays sticky",
}
"""Acts that cannot be dropped, and why."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Added:
    """A step of somebody's own: for a piece, after another step or before all; with the wait that follows
    it."""

    key: str
    piece: int
    title: str
    minutes: float
    after: str = ""
    wait: int = 0
    act: str = "other"
    words: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Changes:
    """What somebody asked of the steps: which are dropped, which are added, and which come after which."""

    dropped: Collection[str] = ()
    added: Sequence[Added] = ()
    order: Sequence[tuple[str, str]] = ()


@dataclass(frozen=True, kw_only=True)
class Steps:
    """The steps of a job with the waits between them, and what is allowed when."""

    steps: tuple[Step, ...]
    waits: tuple[Wait, ...]
    milestones: tuple[Milestone, ...] = ()

    def of(self, key: str) -> Step:
        """Return a step; KeyError where there is none."""
        return self.by_key[key]

    @cached_property
    def by_key(self) -> dict[str, Step]:
        """Steps by key."""
        return {step.key: step for step in self.steps}

    def still_before(self, done: Collection[str]) -> dict[str, set[str]]:
        """Return what is still to be done before each step that is not done, next to it or behind what is
        done."""
        into: dict[str, list[str]] = {}
        for wait in self.waits:
            into.setdefault(wait.after, []).append(wait.before)
        found: dict[str, set[str]] = {}

        def of(key: str) -> set[str]:
            if key not in found:
                found[key] = set()
                for before in into.get(key, ()):
                    found[key] |= of(before) if before in done else {before}
            return found[key]

        return {step.key: of(step.key) for step in self.steps if step.key not in done}

    def before(self, key: str) -> set[str]:
        """Return the keys of all steps that come before one by its waits."""
        into: dict[str, list[str]] = {}
        for wait in self.waits:
            into.setdefault(wait.after, []).append(wait.before)
        found: set[str] = set()
        open_ = [key]
        while open_:
            for before in into.get(open_.pop(), ()):
                if before not in found:
                    found.add(before)
                    open_.append(before)
        return found


def steps_of(pieces: Iterable[PieceWork], workshop: Workshop) -> Steps:
    """Return the steps of a job, by the rules; `changed` has them as somebody asked."""
    found: list[Step] = []
    waits: list[Wait] = []
    marks: list[Milestone] = []
    keeps: dict[str, float | None] = {}
    for work in pieces:
        keeps.update(work.keeps)
        course = Course()
        units = prepare(course, work, workshop)
        lay(course, work, units, workshop)
        finish(course, work, units, workshop)
        last = max((n for n, step in enumerate(course.steps) if step.layer >= 0), default=-1)
        found += [
            with_cautions(
                _paced(step, workshop),
                Around(
                    survey=work.survey,
                    uses=work.uses,
                    air=workshop.air,
                    old_paint=work.old_paint,
                    last=number == last,
                ),
            )
            for number, step in enumerate(course.steps)
        ]
        waits += course.waits
        marks += milestones(work, units)
    jugs, laid_by = mixed(found, keeps)
    found, waits = [*jugs, *found], [*waits, *laid_by]
    return Steps(steps=tuple(found), waits=tuple(waits), milestones=tuple(marks))


def _paced(step: Step, workshop: Workshop) -> Step:
    return replace(step, minutes=step.minutes * workshop.pace.get(step.act, 1.0))


def changed(steps: Steps, changes: Changes) -> tuple[Steps, list[str]]:
    """Return steps with what was dropped, added and put in another order; and why some of that cannot be done
    (now)."""
    refused = []
    for key in changes.dropped:
        try:
            steps = dropped(steps, key)
        except ValueError as error:
            refused.append(str(error))
    for one in changes.added:
        steps = added(steps, one)
    for first, then in changes.order:
        try:
            steps = ordered(steps, first, then)
        except ValueError as error:
            refused.append(str(error))
    return steps, refused


def why_not_dropped(steps: Steps, key: str) -> str:
    """Return why a step cannot be dropped; nothing where it can."""
    step = steps.of(key)
    return NEEDED.get(step.act, "")


def dropped(steps: Steps, key: str) -> Steps:
    """Return steps without one; what came after it comes after what was before it, and waits as long as
    either asked.

    A step that is not there any more is dropped already. ValueError where a rule forbids it.
    """
    if all(step.key != key for step in steps.steps):
        return steps
    if reason := why_not_dropped(steps, key):
        raise ValueError(f"“{steps.of(key).title}” stays: {reason}")
    before = [wait for wait in steps.waits if wait.after == key]
    after = [wait for wait in steps.waits if wait.before == key]
    bridged = [
        replace(
            first if first.least >= then.least else then, before=first.before, after=then.after,
            least=max(first.least, then.least), most=None,
        )
        for first in before
        for then in after
    ]  # fmt: skip
    kept = [wait for wait in steps.waits if key not in (wait.before, wait.after)]
    return replace(
        steps, steps=tuple(one for one in steps.steps if one.key != key), waits=_once([*kept, *bridged])
    )


def _once(waits: Iterable[Wait]) -> tuple[Wait, ...]:
    found: dict[tuple[str, str], Wait] = {}
    for wait in waits:
        there = found.get((wait.before, wait.after))
        if there is None or wait.least > there.least:
            found[wait.before, wait.after] = wait
    return tuple(found.values())


def added(steps: Steps, one: Added) -> Steps:
    """Return steps with one more: right after another, so that what followed that follows it; or first of its
    piece."""
    if any(step.key == one.key for step in steps.steps):
        return steps
    if not 1.0 <= one.minutes <= 600.0:
        raise ValueError(f"a step takes from 1 to 600 minutes, got {marked(one.minutes)}")
    step = Step(
        key=one.key,
        piece=one.piece,
        act=one.act,
        title=one.title,
        minutes=one.minutes,
        words=one.words,
        why="You added it.",
    )
    if one.after and any(step.key == one.after for step in steps.steps):
        moved = [
            replace(wait, before=one.key, least=max(one.wait, 0), most=None, words=wait.words)
            for wait in steps.waits
            if wait.before == one.after
        ]
        kept = list(steps.waits)
        at = next(n for n, other in enumerate(steps.steps) if other.key == one.after) + 1
        link = [Wait(before=one.after, after=one.key)]
        return replace(
            steps, steps=(*steps.steps[:at], step, *steps.steps[at:]), waits=_once([*kept, *moved, *link])
        )
    firsts = [
        other.key
        for other in steps.steps
        if other.piece == one.piece and not any(wait.after == other.key for wait in steps.waits)
    ]
    links = [Wait(before=one.key, after=key, least=one.wait) for key in firsts]
    return replace(steps, steps=(step, *steps.steps), waits=(*steps.waits, *links))


def ordered(steps: Steps, first: str, then: str) -> Steps:
    """Return steps of which one comes before another; ValueError where it has to come after it."""
    keys = {step.key for step in steps.steps}
    if first not in keys or then not in keys:
        return steps
    if then in steps.before(first) or first == then:
        raise ValueError(
            f"“{steps.of(first).title}” comes after “{steps.of(then).title}”: what lies on a part decides"
        )
    return replace(steps, waits=_once([*steps.waits, Wait(before=first, after=then)]))
