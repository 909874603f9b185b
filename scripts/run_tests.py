"""Run the tests: all, or the modules named. Finding none is a failure; the last line counts them.

Several processes share them, a class at a time; each has a server of its own, and copies of one demo. There
is one more of them than there are processors, since a test with a browser waits for a third of its time.
`TEST_PROCESSES=1` runs them one after the other.
"""

import faulthandler
import json
import multiprocessing
import os
import re
import resource
import sys
import tempfile
import time
import unittest
from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor, as_completed
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

FACADE = "tests.core.test_facade"
"""The module whose tests are the examples of the core's facade."""

TIMES = Path("build/test_times.json")
"""How long each class took last time, so that the longest begin first."""

SECOND_TRIES = Path("build/second_tries.json")
"""Which classes had to be run a second time in the last ten whole runs here."""

RUNS = 10
"""So many runs are remembered; what needed a second try in two of them is mended, or goes."""

HUNG = 1200.0
"""A class that takes longer than this has come to a stand: the run ends, and says in which lines. [s]"""

_BROWSERS = re.compile(r"\.(browser|web)\.")
"""What needs a browser comes last: what drives one stays in its process."""

_ERROR = re.compile(r"\s*\|?\s*[\w.]*(Error|Exception|Timeout)\b")
"""The line of a report that says what went wrong."""

WHOSE = (resource.RUSAGE_SELF, resource.RUSAGE_CHILDREN)


@dataclass(frozen=True, slots=True)
class Outcome:
    """What came of a class: tests run, skipped, what is to be read of those that failed, time and processors'
    time, a browser's among it. [s]"""

    name: str
    run: int
    skipped: int
    failed: tuple[str, ...]
    report: str
    seconds: float
    busy: float


def classes_of(suite: unittest.TestSuite) -> Iterator[unittest.TestCase]:
    """Yield every test of a suite."""
    for one in suite:
        if isinstance(one, unittest.TestSuite):
            yield from classes_of(one)
        else:
            yield one


def run_class(name: str) -> Outcome:
    """Run one class, or one module whose tests are made by `load_tests`, in this process."""
    sys.path.insert(0, ".")
    began, busy = time.perf_counter(), _busy()
    result = unittest.TestResult()
    faulthandler.dump_traceback_later(HUNG, exit=True)
    unittest.defaultTestLoader.loadTestsFromName(name).run(result)
    faulthandler.cancel_dump_traceback_later()
    wrong = [("FAIL", *one) for one in result.failures] + [("ERROR", *one) for one in result.errors]
    bad = tuple(sorted({getattr(test, "test_case", test).id() for _, test, _ in wrong}))
    report = "".join(f"{'=' * 70}\n{kind}: {test}\n{text}\n" for kind, test, text in wrong)
    return Outcome(
        name, result.testsRun, len(result.skipped), bad, report, time.perf_counter() - began, _busy() - busy
    )


def _busy() -> float:
    """Return the processors' time of this process, of what it ran, and of what still runs for it. [s]"""
    own = sum(used.ru_utime + used.ru_stime for used in map(resource.getrusage, WHOSE))
    return own + sum(_used(child) for child in _descendants(os.getpid()))


def _descendants(process: int) -> Iterator[int]:
    """Yield what runs for a process, by what the kernel says of each."""
    children: dict[int, list[int]] = {}
    for stat in Path("/proc").glob("[0-9]*/stat"):
        with suppress(OSError):
            children.setdefault(int(_fields(stat)[1]), []).append(int(stat.parent.name))
    found = [process]
    for one in found:
        found += children.get(one, [])
    yield from found[1:]


def _used(process: int) -> float:
    """Return the time of a process that runs, and of those that it waited for; nothing of one that ended.
    [s]"""
    with suppress(OSError):
        return sum(map(int, _fields(Path(f"/proc/{process}/stat"))[11:15])) / os.sysconf("SC_CLK_TCK")
    return 0.0


def _fields(stat: Path) -> list[str]:
    return stat.read_text().rpartition(")")[2].split()


def group_of(test: unittest.TestCase) -> str:
    """Return what is run together with a test: its class; of a doctest its module."""
    kind = type(test)
    return FACADE if kind.__module__ == "doctest" else f"{kind.__module__}.{kind.__qualname__}"


def in_processes(names: list[str], processes: int) -> Iterator[Outcome]:
    """Yield the outcome of each class, as it comes: the core's first, while the demo is made, a browser's
    last, and of each the longest first, so that no long one is left for the end."""
    known = json.loads(TIMES.read_text()) if TIMES.exists() else {}
    names = sorted(
        names, key=lambda name: (bool(_BROWSERS.search(name)), ".core." not in name, -known.get(name, 5.0))
    )
    with tempfile.TemporaryDirectory() as shared:
        os.environ["TEST_DEMO"] = shared
        with ProcessPoolExecutor(processes, mp_context=multiprocessing.get_context("spawn")) as pool:
            for done in as_completed([pool.submit(run_class, name) for name in names]):
                yield done.result()


def once_more(before: Outcome) -> Outcome:
    """Run a browser's class that failed beside others once more, alone: no test depends on the machine's
    speed, and one that fails for a defect fails again. What was seen the first time is printed all the
    same."""
    print(f"{before.report}\n{before.name} failed beside others: it runs once more, alone.", flush=True)
    return next(in_processes([before.name], 1))


def main(wanted: list[str]) -> int:
    """Run them and say how many passed."""
    loader = unittest.defaultTestLoader
    suite = loader.loadTestsFromNames(wanted) if wanted else loader.discover("tests", top_level_dir=".")
    tests = list(classes_of(suite))
    if not tests:
        print("no test was found")
        return 1
    groups = dict.fromkeys(group_of(test) for test in tests)
    cannot_load = any(type(test).__module__ == "unittest.loader" for test in tests)
    processes = int(os.environ.get("TEST_PROCESSES", 1 + (os.cpu_count() or 1)))
    if (
        processes < 2
        or cannot_load
        or any(name.count(".") > 2 and name.split(".")[-1].startswith("test_") for name in wanted)
    ):
        return one_after_the_other(suite)
    outcomes = []
    for one in in_processes(list(groups), processes):
        outcomes.append(one)
        print(
            f"{one.seconds:6.1f} s  busy {one.busy:5.1f} s  {one.run:3d}  "
            f"{one.name}{'  FAILED' if one.failed else ''}",
            flush=True,
        )
    again = [one.name for one in outcomes if one.failed and ".browser." in one.name]
    outcomes = [once_more(one) if one.name in again else one for one in outcomes]
    print("".join(one.report for one in outcomes))
    say_where_time_went(outcomes)
    say_second_tries(again, remember=not wanted)
    if not wanted:
        TIMES.parent.mkdir(exist_ok=True)
        TIMES.write_text(json.dumps({one.name: round(one.seconds, 1) for one in outcomes}, indent=0))
    bad, skipped = sum(len(one.failed) for one in outcomes), sum(one.skipped for one in outcomes)
    print(f"{sum(one.run for one in outcomes) - bad - skipped} passed, {bad} failed, {skipped} skipped")
    for one in outcomes:
        print(in_short(one.report), end="")
    return int(bad > 0)


def in_short(report: str) -> str:
    """Return of each that failed which it is, the lines that name an error, and the last ones: where only the
    end of a run is kept, they are what is read."""
    found = []
    for lines in (text.strip().splitlines() for text in report.split("=" * 70)[1:]):
        errors = [line for line in lines[1:-4] if _ERROR.match(line)]
        found += [line[:300] for line in (lines[0], *errors[-4:], *lines[1:][-4:])]
    return "".join(f"{line}\n" for line in found)


def say_where_time_went(outcomes: list[Outcome]) -> None:
    """Say which classes took longest, and how long each room took."""
    print("The twenty slowest:")
    for one in sorted(outcomes, key=lambda one: -one.busy)[:20]:
        print(f"{one.seconds:7.1f} s  busy {one.busy:6.1f} s  {one.run:3d}  {one.name}")
    print("By room:")
    rooms: dict[str, list[Outcome]] = {}
    for one in outcomes:
        rooms.setdefault(".".join(one.name.split(".")[:2]), []).append(one)
    for room, ones in sorted(rooms.items(), key=lambda item: -sum(one.busy for one in item[1])):
        seconds, busy = sum(one.seconds for one in ones), sum(one.busy for one in ones)
        print(f"{seconds:7.1f} s  busy {busy:6.1f} s  {sum(one.run for one in ones):3d}  {room}")


def say_second_tries(names: list[str], *, remember: bool) -> None:
    """Say what was run a second time, and what was so too often in the last runs."""
    print(f"{len(names)} run a second time{': ' if names else '.'}{', '.join(names)}")
    if not remember:
        return
    before = json.loads(SECOND_TRIES.read_text()) if SECOND_TRIES.exists() else []
    runs = [*before, names][-RUNS:]
    SECOND_TRIES.parent.mkdir(exist_ok=True)
    SECOND_TRIES.write_text(json.dumps(runs, indent=0))
    for name, often in Counter(name for run in runs for name in run).items():
        if often > 1:
            print(f"{name} needed a second try in {often} of the last {len(runs)} runs: mend it, or it goes.")


def one_after_the_other(suite: unittest.TestSuite) -> int:
    """Run a suite in this process."""
    result = unittest.TextTestRunner(verbosity=1).run(suite)
    bad = {getattr(test, "test_case", test).id() for test, _ in result.failures + result.errors}
    skipped = len(result.skipped)
    print(f"{result.testsRun - len(bad) - skipped} passed, {len(bad)} failed, {skipped} skipped")
    return int(not result.wasSuccessful())


if __name__ == "__main__":
    sys.path.insert(0, ".")
    sys.exit(main(sys.argv[1:]))
