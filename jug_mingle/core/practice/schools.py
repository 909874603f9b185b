"""Questions on which painters differ: the main schools, and what following one changes in what is said.

All of it is common practice; none is declared the winner.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Final

from jug_mingle.core.practice.remark import Remark


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """A question, its answers by key, each as one says what one does, and what not answering it means."""

    key: str
    title: str
    answers: Mapping[str, str]
    unanswered: str = "tell me of both ways"
    of_plan: bool = False
    """Whether it changes the steps of a plan, and nothing that is said of a finish."""


_NOTHING: Final = "say nothing of it"

QUESTIONS: Final[Mapping[str, Question]] = {
    question.key: question
    for question in (
        Question(
            key="coloured_wax", title="Coloured wax",
            answers={
                "seal": "over a clear coat, on which it moves and wipes",
                "clear_wax": "over clear or light wax, dried",
                "raw": "on raw paint, where its tone is richest",
            },
        ),
        Question(
            key="dark_wax", title="Dark wax", unanswered=_NOTHING,
            answers={"over_light": "only over light or clear wax, dried",
                "straight": "straight on what is there"},
        ),
        Question(
            key="dark_place", title="Where dark wax belongs", unanswered=_NOTHING,
            answers={"recess": "in recesses, where dirt gathers",
                "high": "a trace on the highest points only"},
        ),
        Question(
            key="gilding", title="Gilding",
            answers={"last": "last of all: cured, it protects itself", "first": "before the clear coat"},
        ),
        Question(
            key="distress", title="Distress",
            answers={"before": "before wax or clear coat",
                "after": "after it, so that wax marks the bare places"},
        ),
        Question(
            key="prime", title="A primer under paint", unanswered=_NOTHING,
            answers={
                "always": "always", "where_it_bleeds": "only where it bleeds or will not hold",
                "never": "never, with paint that needs none",
            },
        ),
        Question(
            key="protect", title="What protects the piece", unanswered=_NOTHING,
            answers={
                "film": "a clear coat everywhere", "film_top": "a clear coat on the top, wax below",
                "wax": "wax everywhere",
            },
        ),
        Question(
            key="clear_coats", title="Clear coats on a top that is used", unanswered=_NOTHING,
            answers={"one": "one, where its label says so", "two": "two", "three": "three", "four": "four"},
        ),
        Question(
            key="enamel", title="Enamel on a sound, scuffed finish",
            answers={"primed": "with a primer", "scuffed": "straight on it"},
        ),
        Question(
            key="film_over_wax", title="A clear coat over wax that was wiped to a trace",
            answers={"never": "never", "hard": "once the wax is hard"},
        ),
        Question(
            key="distress_by", of_plan=True, title="How wear is made",
            unanswered="plan the damp rag, where the "
            "paint allows it",
            answers={"rag": "with a damp rag, the same day", "paper": "with paper, any time after"},
        ),
        Question(
            key="between_coats", of_plan=True, title="Sanding between coats",
            unanswered="plan it for enamel and on tops in use",
            answers={"sand": "between all coats", "end": "at the end, or not at all"},
        ),
        Question(
            key="stencil_edge", of_plan=True, title="A clean stencil edge",
            unanswered="plan clear coat through the windows",
            answers={
                "barrier": "clear coat through the windows first", "lifted_wet": "lifted while it is wet",
                "dry": "a nearly dry roller is enough",
            },
        ),
        Question(
            key="transfer", title="A transfer on what", unanswered=_NOTHING,
            answers={"bare": "on the bare paint, one seal for all", "between": "between two clear coats"},
        ),
        Question(
            key="paper_glue", of_plan=True, title="What paper is pasted with",
            unanswered="plan clear coat",
            answers={
                "flat": "flat clear coat, no added shine", "satin": "satin clear coat, one film for all",
                "white_glue": "white glue with a little water, on the paper",
            },
        ),
        Question(
            key="paper_trim", of_plan=True, title="Paper cut to size",
            unanswered="plan it a little larger, rubbed off while damp",
            answers={"before": "measured and cut before", "after": "pasted larger and rubbed off while damp"},
        ),
        Question(
            key="removal", of_plan=True, title="Getting to bare wood",
            unanswered="plan sanding, and stripper for "
            "many coats",
            answers={"sand": "by sander", "strip": "by stripper"},
        ),
    )
}  # fmt: skip


def check_schools(chosen: Mapping[str, str]) -> None:
    """Raise ValueError where a question is not known, or has no such answer."""
    for key, answer in chosen.items():
        if key not in QUESTIONS:
            raise ValueError(f"there is no question {key!r}; painters differ on {', '.join(QUESTIONS)}")
        if answer and answer not in QUESTIONS[key].answers:
            raise ValueError(f"{key!r} is answered by {', '.join(QUESTIONS[key].answers)}, not {answer!r}")


def by_school(remarks: Iterable[Remark], chosen: Mapping[str, str]) -> list[Remark]:
    """Return remarks as someone is told who follows these schools: what they do themselves is not said; what
    they do otherwise is advice, and names their own way."""
    found = []
    for one in remarks:
        answer = chosen.get(one.school, "")
        if not answer:
            found += [] if one.quiet else [one]
        elif answer not in one.answers:
            own = QUESTIONS[one.school].answers[answer]
            found.append(replace(one, weight="advice", why=f"You do it otherwise: {own}. {one.why}"))
    return found
