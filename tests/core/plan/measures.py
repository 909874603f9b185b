"""What plans are measured by: the waits alone, and work that is done piece by piece."""

from math import ceil

from jug_mingle.core.plan.scheduling import Hours
from jug_mingle.core.plan.step import Wait
from jug_mingle.core.plan.steps import Steps


def waits_of(steps: Steps) -> int:
    """Return the waits of the longest chain of steps, without any hands. [minutes]"""
    longest: dict[str, int] = {}
    into: dict[str, list[Wait]] = {}
    for wait in steps.waits:
        into.setdefault(wait.after, []).append(wait)

    def until(key: str) -> int:
        if key not in longest:
            longest[key] = max((until(wait.before) + wait.least for wait in into.get(key, ())), default=0)
        return longest[key]

    return max((until(step.key) for step in steps.steps), default=0)


def in_order(steps: Steps, hours: Hours) -> int | None:
    """Return when work would be usable that is done piece by piece, each step as it comes and none beside it.

    None where the hours do not reach. [minutes]

    As somebody works who keeps no plan: every wait is waited for.
    """
    at, ends, usable = 0, dict[str, int](), 0
    for piece in dict.fromkeys(step.piece for step in steps.steps):
        for step in (one for one in steps.steps if one.piece == piece):
            waits = [wait for wait in steps.waits if wait.after == step.key and wait.before in ends]
            at = max([at, *(ends[wait.before] + wait.least for wait in waits)])
            minutes = ceil(step.minutes) + step.cleaning
            left = minutes
            for one in hours.sessions:
                if one.end <= at or left <= 0:
                    continue
                at = max(at, one.start)
                if step.parts == 1 and one.end - at < left <= one.length:
                    continue
                took = min(left, one.end - at)
                at, left = at + took, left - took
            if left > 0:
                return None
            ends[step.key] = at
            usable = max(usable, at + step.cure)
    return usable
