"""A plain check of a schedule: it knows the rules alone, and shares nothing with what makes schedules."""

from collections import defaultdict

from jug_mingle.core.plan.problem import Problem, Schedule


def faults(problem: Problem, schedule: Schedule) -> list[str]:
    """Return what a schedule does that a rule forbids, in words; nothing where it keeps them all."""
    starts = dict(schedule.starts)
    if set(starts) != {task.key for task in problem.tasks}:
        return ["not every task has a time"]
    last = max((starts[task.key] + task.minutes + task.tail for task in problem.tasks), default=0)
    wrong = [*_of_hands(problem, schedule, starts), *_of_waits(problem, starts)]
    if schedule.usable != last:
        wrong.append(f"it says that it is usable at {schedule.usable}, which is {last}")
    return wrong


def _of_hands(problem: Problem, schedule: Schedule, starts: dict[str, int]) -> list[str]:
    """Return what lies outside of its hours, and what asks for more hands or places than there are."""
    found: list[str] = []
    busy: dict[int, int] = defaultdict(int)
    placed: dict[tuple[str, int], int] = defaultdict(int)
    used: dict[tuple[str, int], int] = {}
    for task in problem.tasks:
        start, end = starts[task.key], starts[task.key] + task.minutes
        inside = [one for one in task.openings if one.start <= start and end <= one.end]
        if not inside:
            found.append(f"{task.key} lies outside of its hours")
            continue
        found += [f"{task.key} is not when it was settled"] * (task.fixed not in (None, start))
        for minute in range(start, end):
            busy[minute] += task.hands
            if task.place:
                placed[task.place, minute] += 1
        if task.kit and task.cleaning:
            key = (task.kit, inside[0].session)
            used[key] = max(used.get(key, 0), end)
    for one in schedule.cleanings:
        for minute in range(one.start, one.end):
            busy[minute] += 1
    found += _of_cleaning(problem, schedule, used)
    for number, session in enumerate(problem.sessions):
        over = [minute for minute in range(session.start, session.end) if busy[minute] > session.hands]
        found += [f"too many hands at minute {minute} of session {number}" for minute in over[:1]]
    return found + [f"two things in the {place}" for (place, _), count in placed.items() if count > 1]


def _of_cleaning(problem: Problem, schedule: Schedule, used: dict[tuple[str, int], int]) -> list[str]:
    return [
        f"{kit} is not cleaned after its last use"
        for (kit, number), last in used.items()
        if not any(
            c.kit == kit and c.start >= last and c.end <= problem.sessions[number].end
            for c in schedule.cleanings
        )
    ]


def _of_waits(problem: Problem, starts: dict[str, int]) -> list[str]:
    found = []
    for lag in problem.lags:
        before = next(task for task in problem.tasks if task.key == lag.before)
        gap = starts[lag.after] - starts[lag.before] - before.minutes
        if gap < lag.least:
            found.append(f"{lag.after} comes {lag.least - gap} minutes too soon after {lag.before}")
        if lag.most is not None and gap > lag.most:
            found.append(f"{lag.after} comes {gap - lag.most} minutes after its window has closed")
    return found
