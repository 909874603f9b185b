"""Jugs are mixed before what is laid of them, and laid before what is mixed spoils. Common practice."""

from collections.abc import Mapping, Sequence
from typing import Final

from jug_mingle.core.materials.handling import days_words
from jug_mingle.core.plan.rates import RATES
from jug_mingle.core.plan.step import Step, Wait

FRESH: Final = 3.0
"""What keeps no longer is mixed anew each time it is laid. [days]"""


def mixed(steps: Sequence[Step], keeps: Mapping[str, float | None]) -> tuple[list[Step], list[Wait]]:
    """Return the steps in which a job's jugs are mixed, each once for all pieces, and the waits and windows
    after them.

    Parameters
    ----------
    keeps : mapping
        Colour → how long it keeps once it is mixed [days]; None where practice has no figure.
    """
    found: list[Step] = []
    waits: list[Wait] = []
    for colour, life in keeps.items():
        laid = [step for step in steps if any(take.colour == colour for take in step.takes)]
        if not laid:
            continue
        name = next(take.name for take in laid[0].takes if take.colour == colour)
        spoils = life is not None and life > FRESH
        words = "By its recipe on the bench; a strip of it dries meanwhile."
        if life is not None and not spoils:
            words += (
                f" It keeps about {days_words(life)}: mix only what is laid that day, and again the next."
            )
        key = f"job.mix.{colour.replace(':', '-')}"
        found.append(
            Step(
                key=key, piece=0, act="mix", title=f"Mix {name}", words=words,
                minutes=RATES["mix"].minutes(0.0),
                why="All of it from one jug: a second never matches quite." if not spoils
                else f"Once mixed it keeps about {days_words(life or 0.0)}: all of it is laid by then.",
                kinds=frozenset().union(*(step.kinds for step in laid)), ready=("jug", "stick"), part="all",
            )
        )  # fmt: skip
        most = round((life or 0.0) * 1440) if spoils else None
        waits += [
            Wait(
                before=key, after=step.key, most=most, words="mixed",
                closes=f"{name} has spoilt by then: mix the rest anew." if spoils else "",
            )
            for step in laid
        ]  # fmt: skip
    return found, waits
