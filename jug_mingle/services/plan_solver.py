"""The helper process that searches for plans: begun when it is first needed, stopped when asked, ended when
idle."""

import json
import subprocess
import sys
from collections.abc import Callable, Mapping
from threading import Lock, Thread, Timer
from typing import Any, Final

from jug_mingle.core.plan.problem import Problem, Schedule
from jug_mingle.services.plan_worker import plain_schedule, schedule_of_plain

IDLE: Final = 120.0
"""It is ended when nobody has asked for so long. [s]"""


class PlanSolver:
    """One helper process, which answers one problem after another."""

    def __init__(self, *, idle: float = IDLE) -> None:
        self._idle, self._lock = idle, Lock()
        self._process: subprocess.Popen[str] | None = None
        self._timer: Timer | None = None

    def solve(
        self, problem: Problem, known: Schedule | None, *, near: Mapping[str, int] | None = None,
        bettered: Callable[[Schedule], None] = lambda _one: None, effort: Mapping[str, float] | None = None,
    ) -> Schedule | None:  # fmt: skip
        """Return the best plan that the helper finds, or `known` where it was stopped on the way."""
        with self._lock:
            self._end_timer()
            best = known
            asked = {
                "problem": problem.plain(), "known": plain_schedule(known) if known else None,
                "near": dict(near or {}), "effort": dict(effort or {}),
            }  # fmt: skip
            try:
                process = self._running()
                if process.stdin is None or process.stdout is None:
                    return best
                process.stdin.write(json.dumps(asked) + "\n")
                process.stdin.flush()
                for line in process.stdout:
                    said: dict[str, Any] = json.loads(line)
                    found = said.get("better") or said.get("best")
                    if found:
                        best = schedule_of_plain(found)
                        bettered(best)
                    if "best" in said:
                        break
            except (OSError, ValueError):
                # It was stopped, or killed: what was found until then stands.
                self._gone()
            self._timer = Timer(self._idle, self.stop)
            self._timer.daemon = True
            self._timer.start()
            return best

    def stop(self) -> None:
        """End the helper at once, also in the middle of a search."""
        process = self._process
        if process is not None and process.poll() is None:
            process.kill()
            process.wait()
        self._gone()

    @property
    def running(self) -> bool:
        """Whether there is a helper process."""
        return self._process is not None and self._process.poll() is None

    def _running(self) -> "subprocess.Popen[str]":
        if self._process is None or self._process.poll() is not None:
            self._gone()
            self._process = subprocess.Popen(
                [sys.executable, "-m", "jug_mingle.services.plan_worker"], stdin=subprocess.PIPE,
                stdout=subprocess.PIPE, text=True,
            )  # fmt: skip
        return self._process

    def _gone(self) -> None:
        process, self._process = self._process, None
        for pipe in (process.stdin, process.stdout) if process is not None else ():
            try:
                if pipe is not None:
                    pipe.close()
            except OSError:
                continue

    def _end_timer(self) -> None:
        if self._timer is not None:
            self._timer.cancel()
            self._timer = None

    def close(self) -> None:
        """End the helper for good."""
        self._end_timer()
        self.stop()


class Bettering:
    """Plans that are being bettered in the background, one at a time, by job."""

    def __init__(self, solver: PlanSolver, *, on: bool = True) -> None:
        self.solver, self._on = solver, on
        self._lock = Lock()
        self._under_way: dict[int, Thread] = {}
        self._closed = False

    def begin(self, job_id: int, work: Callable[[PlanSolver], None]) -> bool:
        """Begin to better a job's plan unless that is under way, or not wanted here; say whether it was
        begun."""
        with self._lock:
            if not self._on or job_id in self._under_way:
                return False

            def run() -> None:
                try:
                    work(self.solver)
                except Exception:
                    # What was found as the program closed is not kept any more.
                    if not self._closed:
                        raise
                finally:
                    with self._lock:
                        self._under_way.pop(job_id, None)

            thread = Thread(target=run, name=f"plan-{job_id}", daemon=True)
            self._under_way[job_id] = thread
        thread.start()
        return True

    def is_under_way(self, job_id: int) -> bool:
        """Whether a job's plan is being bettered now."""
        with self._lock:
            return job_id in self._under_way

    def close(self) -> None:
        """Stop all that is under way and end the helper."""
        self._closed = True
        self.solver.close()
        with self._lock:
            threads = list(self._under_way.values())
        for thread in threads:
            thread.join(timeout=5.0)
