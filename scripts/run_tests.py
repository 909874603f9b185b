"""Run the tests: all, or the modules named. Finding none is a failure; the last line counts them.

Several processes share them, a class at a time; each has a server of its own, and copies of one demo. There
is one more of them than there are processors, since a test with a browser waits for a third of its time.
`TEST_PROCESSES=1` runs them one after the other.
"""

import faulthandler
import json
import multiprocessing
import os
import resource
import sys
import tempfile
import time
import unittest
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor, as_completed
from dataclasses import dataclass
from pathlib import Path

FACADE = "tests.core.test_facade"
"""The module whose tests are the examples of the core's facade."""

TIMES = Path("build/test_times.json")
"""How long each class took last time, so that the longest begin first."""

HUNG = 1200.0
"""A class that takes longer than this has come to a stand: the run ends, and says in which lines. [s]"""

WHOSE = (resource.RUSAGE_SELF, resource.RUSAGE_CHILDREN)


@dataclass(frozen=True, slots=True)
class Outcome:
    """What came of a class: tests run, skipped, what is to be read of those that failed, time and processors'
    time. [s]

    The latter is without most of a browser's.
    """

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
    return sum(used.ru_utime + used.ru_stime for used in map(resource.getrusage, WHOSE))


def group_of(test: unittest.TestCase) -> str:
    """Return what is run together with a test: its class; of a doctest its module."""
    kind = type(test)
    return FACADE if kind.__module__ == "doctest" else f"{kind.__module__}.{kind.__qualname__}"


def in_processes(names: list[str], processes: int) -> Iterator[Outcome]:
    """Yield the outcome of each class, as it comes: the core's first, while the demo is made, a browser's
    last, and of each the longest first, so that no long one is left for the end."""
    known = json.loads(TIMES.read_text()) if TIMES.exists() else {}
    names = sorted(names, key=lambda name: (".browser." in name, ".core." not in name, -known.get(name, 5.0)))
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
    outcomes = [once_more(one) if one.failed and ".browser." in one.name else one for one in outcomes]
    print("".join(one.report for one in outcomes))
    if not wanted:
        TIMES.parent.mkdir(exist_ok=True)
        TIMES.write_text(json.dumps({one.name: round(one.seconds, 1) for one in outcomes}, indent=0))
    bad, skipped = sum(len(one.failed) for one in outcomes), sum(one.skipped for one in outcomes)
    print(f"{sum(one.run for one in outcomes) - bad - skipped} passed, {bad} failed, {skipped} skipped")
    return int(bad > 0)


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
