"""The process that searches for plans: a problem a line comes in, better plans and the best go out, a line
each.

It is a process of its own because the solver takes seconds and much memory to load, and so that it can be
stopped.
"""

import json
import sys
from typing import Any, TextIO

from jug_mingle.core.plan.cp_model import Effort, solve
from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.problem import Cleaning, Problem, Schedule

ROUNDS = 12_000
"""Orders tried for a plan to begin from, times its tasks."""


def plain_schedule(schedule: Schedule) -> dict[str, Any]:
    """Return a schedule as it goes over a line."""
    return {
        "starts": dict(schedule.starts), "cleanings": [[c.kit, c.start, c.end] for c in schedule.cleanings],
        "usable": schedule.usable, "sessions": schedule.sessions, "bound": schedule.bound,
        "hurry": schedule.hurry,
    }  # fmt: skip


def schedule_of_plain(values: dict[str, Any]) -> Schedule:
    """Return what `plain_schedule` gave."""
    cleanings = tuple(Cleaning(kit=kit, start=a, end=b) for kit, a, b in values["cleanings"])
    return Schedule(**{**values, "cleanings": cleanings})


def answer(asked: dict[str, Any], out: TextIO) -> None:
    """Answer one problem: each better plan as it is found, and then the best; nothing where there is none."""
    problem = Problem.of_plain(asked["problem"])
    known = schedule_of_plain(asked["known"]) if asked["known"] else None
    effort, near = Effort(**asked.get("effort") or {}), asked["near"] or None

    def say(schedule: Schedule) -> None:
        out.write(json.dumps({"better": plain_schedule(schedule)}) + "\n")
        out.flush()

    tried = first_plan(problem, rounds=max(24, min(300, ROUNDS // max(1, len(problem.tasks)))))
    if tried is not None and (known is None or tried.usable < known.usable):
        known = tried
        say(known)
    best = solve(problem, known, effort=effort, near=near, bettered=say)
    out.write(json.dumps({"best": plain_schedule(best) if best else None}) + "\n")
    out.flush()


def main() -> None:
    """Answer until nobody asks any more; what was cut off, as whoever asked is gone, is no question."""
    for line in sys.stdin:
        if line.endswith("\n"):
            answer(json.loads(line), sys.stdout)


if __name__ == "__main__":
    main()
