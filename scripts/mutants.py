"""Break the code a line at a time and tell which breaks no test saw: `make mutants ARGS="--lines 150 --seed
11"`.

A seeded sample of lines of the core, the services, the API and the pages' logic, as many of each, is broken,
one break a line, and each run against the tests of its own module: Python with cosmic-ray's operators,
TypeScript with a few rules of our own (web/tests/mutants.mjs). Works on copies; the checkout stays as it is.
"""

import argparse
import itertools
import json
import os
import random
import re
import shutil
import subprocess
import sys
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from dataclasses import dataclass
from importlib.util import cache_from_source
from pathlib import Path
from queue import SimpleQueue

from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator

ROOT = Path(__file__).parents[1]
AREAS = ("core", "services", "api", "web")
LIMIT = 600.0  # s a mutant; its tests take at most half of it when nothing hangs
_PAIRS = ("Add_Sub", "Sub_Add", "Mul_Div", "Div_Mul")
_FLIPS = ("Lt_GtE", "Gt_LtE", "LtE_Lt", "GtE_Gt", "Eq_NotEq", "NotEq_Eq", "Is_IsNot", "IsNot_Is")
OPERATORS = (
    *(f"core/ReplaceBinaryOperator_{pair}" for pair in _PAIRS),
    *(f"core/ReplaceComparisonOperator_{flip}" for flip in _FLIPS),
    "core/NumberReplacer",
    "core/AddNot",
    "core/ReplaceTrueWithFalse",
    "core/ReplaceFalseWithTrue",
    "core/ReplaceAndWithOr",
    "core/ReplaceOrWithAnd",
    "core/ZeroIterationForLoop",
    "core/ReplaceUnaryOperator_Delete_USub",
    "core/ReplaceUnaryOperator_Delete_Not",
)
"""Slips of a hand at work. What would change an annotation, whether a record could be written to, or only
which exception is caught, is left out."""


@dataclass(frozen=True)
class Mutant:
    """One break: where, by which operator, and which of its occurrences in the file."""

    path: Path
    line: int
    operator: str
    occurrence: int

    def __str__(self) -> str:
        """Return where it is, what is done, and the line."""
        line = self.path.read_text().splitlines()[self.line - 1].strip()
        return f"{self.path.relative_to(ROOT)}:{self.line} {self.operator.split('/')[1]} | {line}"

    @property
    def area(self) -> str:
        """The part of the program that it is in."""
        return self.path.relative_to(ROOT / "jug_mingle").parts[0]

    def code(self) -> str:
        """Return the file as it would be, broken."""
        broken: str | None = mutate_code(
            self.path.read_text(), get_operator(self.operator)(), self.occurrence
        )
        if broken is None:
            raise ValueError(f"{self.path} has no occurrence {self.occurrence} of {self.operator}")
        return broken


WEB = {
    "shared/say/amounts": "say", "shared/say/lengths": "say", "shared/say/numbers": "say",
    "shared/say/marked": "say",
    "shared/say/times": "say", "shared/useHistory": "states", "features/tryon/layers": "states",
    "api/versions": "states", "api/outbox": "outbox", "api/reach": "reach",
}  # fmt: skip
"""The pages' modules of logic alone, and which tests of tests/web ask them."""


@dataclass(frozen=True)
class WebMutant:
    """One break of a page's logic: where, by which rule, and what stands there then."""

    path: Path
    line: int
    rule: str
    start: int
    end: int
    text: str
    area: str = "web"

    def __str__(self) -> str:
        """Return where it is, what is done, and the line."""
        line = self.path.read_text().splitlines()[self.line - 1].strip()
        return f"{self.path.relative_to(ROOT)}:{self.line} {self.rule} {self.text[:30]!r} | {line}"

    def code(self) -> str:
        """Return the file as it would be, broken."""
        text = self.path.read_text()
        return text[: self.start] + self.text + text[self.end :]


def web_breaks(path: Path) -> Iterator[WebMutant]:
    """Yield every break of a file of the pages' logic."""
    command = ["node", str(ROOT / "web/tests/mutants.mjs"), str(path)]
    for one in json.loads(subprocess.run(command, capture_output=True, check=True, cwd=ROOT / "web").stdout):
        yield WebMutant(path=path, **one)


def breaks(path: Path) -> Iterator[Mutant]:
    """Yield every break of a file."""
    text = path.read_text()
    nodes, lines = list(ast_nodes(get_ast(text))), text.splitlines()
    for name in OPERATORS:
        operator = get_operator(name)()
        places = itertools.chain.from_iterable(operator.mutation_positions(node) for node in nodes)
        for occurrence, (start, _) in enumerate(places):
            line = lines[start[0] - 1]
            if not (
                line.startswith(("@dataclass", "@lru_cache"))  # how a class is made, how much is remembered
                or (name.endswith("Mul_Div") and "*," in line)  # `*,` of a signature
            ):
                yield Mutant(path, start[0], name, occurrence)


def sample(area: str, lines: int, chance: random.Random) -> list[Mutant | WebMutant]:
    """Return one break of each of so many lines of an area, drawn by chance."""
    by_line: dict[tuple[Path, int], list[Mutant | WebMutant]] = {}
    paths = [ROOT / f"web/src/{name}.ts" for name in WEB] if area == "web" else []
    for path in sorted(paths or (ROOT / "jug_mingle" / area).rglob("*.py")):
        for mutant in web_breaks(path) if area == "web" else breaks(path):
            by_line.setdefault((path, mutant.line), []).append(mutant)
    drawn = chance.sample(sorted(by_line), min(lines, len(by_line)))
    return [chance.choice(by_line[key]) for key in drawn]


def naming(texts: dict[Path, str], dotted: str) -> list[Path]:
    """Return up to four tests that name a module, those first that do so most."""
    noun = dotted.rpartition(".")[2]
    named = {
        test: text.count(dotted) + len(re.findall(rf"(?<![\w./]){noun}\.\w", text))
        for test, text in texts.items()
    }
    return [test for test in sorted(named, key=lambda test: -named[test]) if named[test]][:4]


def own_tests(path: Path) -> list[str]:
    """Return the test modules of a file: its namesake's, those that name it, or else those that name its
    users, and those that ask for its noun most.

    Of the core, without any, those of its room. What is recorded of the rules and of the demo stands by every
    file; by those of the API what it says of itself, and writes in any order.
    """
    if path.suffix == ".ts":
        return [f"tests.web.test_{WEB[path.relative_to(ROOT / 'web/src').with_suffix('').as_posix()]}"]
    parts = path.relative_to(ROOT / "jug_mingle").with_suffix("").parts
    area, noun = parts[0], parts[-1]
    dotted = "jug_mingle." + ".".join(parts)
    folders = {"core": ("core",), "services": ("services", "api", "core", "store"), "api": ("api",)}[area]
    tests = [test for folder in folders for test in sorted((ROOT / "tests" / folder).rglob("test_*.py"))]
    texts = {test: test.read_text() for test in tests if test.stem != "test_fuzz"}
    own = [test for test in texts if test.stem == f"test_{noun}"]
    own += [test for test in naming(texts, dotted) if test not in own]
    if not own and area != "core":  # nobody names it: those of the modules that it is a part of
        folder = ROOT / "jug_mingle" / area
        whole = [f"jug_mingle.{area}.{one.stem}" for one in folder.glob("*.py") if dotted in one.read_text()]
        own = list(dict.fromkeys(test for name in sorted(whole) for test in naming(texts, name)))
    if area == "core":
        own += [] if own else [test for test in texts if test.parent.name == parts[1]]
    else:
        asked = {
            test: text.count(f"/{noun.split('_')[0]}") for test, text in texts.items() if test not in own
        }
        own += [test for test in sorted(asked, key=lambda test: -asked[test])[:2] if asked[test]]
    names = [".".join(test.relative_to(ROOT).with_suffix("").parts) for test in own]
    before = len(names) if area == "core" else 1
    said = ["tests.api.test_openapi"] if area == "api" else []
    rules = ["tests.golden.test_rules"] if area == "core" else []
    last = ["tests.api.test_any_order"] if area == "api" else []
    return list(
        dict.fromkeys([*said, *rules, *names[:before], "tests.golden.test_golden", *names[before:], *last])
    )


def fails(tests: list[str], copy: Path) -> bool:
    """Return whether a test of these modules fails, or hangs, in a copy of the project."""
    command = [str(ROOT / ".venv/bin/python"), "-m", "unittest", "-q", "-f", *tests]
    paths = {
        "PYTHONPATH": str(copy),
        "PYTHONDONTWRITEBYTECODE": "",
        "NUMBA_CACHE_DIR": str(copy / "build/numba"),
    }
    try:
        done = subprocess.run(
            command, cwd=copy, env=os.environ | paths, capture_output=True, timeout=LIMIT, check=False
        )
    except subprocess.TimeoutExpired:
        return True
    return done.returncode != 0


def seen(mutant: Mutant | WebMutant, copy: Path) -> bool:
    """Return whether its own tests see a break; one that cannot be built is seen, too."""
    there = copy / mutant.path.relative_to(ROOT)
    kept = there.read_text()
    _rewrite(there, mutant.code())
    try:
        if mutant.area == "web" and not built(copy):
            return True
        return fails(own_tests(mutant.path), copy)
    finally:
        _rewrite(there, kept)


def _rewrite(path: Path, text: str) -> None:
    """Write a file, and drop what Python compiled of it: two texts of one length within one second look the
    same to it."""
    path.write_text(text)
    Path(cache_from_source(str(path))).unlink(missing_ok=True)


def built(copy: Path) -> bool:
    """Build the pages' logic in a copy; whether that could be done."""
    command = ["npx", "vite", "build", "--config", "vite.logic.config.ts", "--logLevel", "silent"]
    return subprocess.run(command, cwd=copy / "web", capture_output=True, check=False).returncode == 0


def copies_of_project(count: int) -> SimpleQueue[Path]:
    """Return copies to break; they stay in build/, so that compiled loops need not be compiled again."""
    copies: SimpleQueue[Path] = SimpleQueue()
    for number in range(count):
        copy = ROOT / "build/mutants" / str(number)
        for part in ("jug_mingle", "tests", "docs", "scripts", "bench"):
            shutil.rmtree(copy / part, ignore_errors=True)
            shutil.copytree(
                ROOT / part, copy / part, ignore=shutil.ignore_patterns("__pycache__", "screenshots")
            )
        shutil.rmtree(copy / "web", ignore_errors=True)
        shutil.copytree(ROOT / "web", copy / "web", ignore=shutil.ignore_patterns("node_modules"))
        (copy / "web/node_modules").symlink_to(ROOT / "web/node_modules")
        built(copy)
        copies.put(copy)
    return copies


@contextmanager
def borrowed(copies: SimpleQueue[Path]) -> Iterator[Path]:
    """Hand out a copy that nobody else works on meanwhile."""
    copy = copies.get()
    try:
        yield copy
    finally:
        copies.put(copy)


def survivors_of(mutants: list[Mutant | WebMutant], processes: int) -> list[Mutant | WebMutant]:
    """Return the breaks that no test saw; SystemExit names tests that fail before anything is broken."""
    copies = copies_of_project(processes)
    tests = sorted({test for mutant in mutants for test in own_tests(mutant.path)})

    def broken_already(test: str) -> bool:
        with borrowed(copies) as copy:
            return fails([test], copy)

    def lives(mutant: Mutant | WebMutant) -> bool:
        with borrowed(copies) as copy:
            found = not seen(mutant, copy)
        print(f"{'LIVES' if found else 'seen'} {mutant}", flush=True, file=sys.stderr)
        return found

    with ThreadPoolExecutor(processes) as pool:
        # What fails without a break would count as having seen each.
        if wrong := [test for test, bad in zip(tests, pool.map(broken_already, tests), strict=True) if bad]:
            raise SystemExit(f"these fail before anything is broken: {', '.join(wrong)}")
        return [mutant for mutant, living in zip(mutants, pool.map(lives, mutants), strict=True) if living]


def main() -> int:
    """Print the share of breaks seen in each area, and the others; fail under 85 % of all, 75 % of any."""
    options = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    options.add_argument("--lines", type=int, default=150, help="how many lines are broken, over all areas")
    options.add_argument("--seed", type=int, default=11)
    options.add_argument("--areas", nargs="+", choices=AREAS, default=AREAS)
    options.add_argument("--processes", type=int, default=os.cpu_count() or 1)
    chosen = options.parse_args()
    chance, began = random.Random(chosen.seed), time.monotonic()
    mutants = [
        one for area in chosen.areas for one in sample(area, chosen.lines // len(chosen.areas), chance)
    ]
    chance.shuffle(mutants)
    survivors = survivors_of(mutants, chosen.processes)
    print(f"{len(mutants)} lines broken, seed {chosen.seed}, {time.monotonic() - began:.0f} s")
    shares = []
    for area in chosen.areas:
        broken = [one for one in mutants if one.area == area]
        lived = [one for one in survivors if one.area == area]
        shares.append(1 - len(lived) / max(len(broken), 1))
        print(f"{area:10} {len(broken) - len(lived):3} of {len(broken)} seen, {shares[-1]:.0%}")
    for mutant in sorted(survivors, key=lambda one: (one.path, one.line)):
        print(mutant)
    all_seen = 1 - len(survivors) / max(len(mutants), 1)
    print(f"{'all':10} {len(mutants) - len(survivors):3} of {len(mutants)} seen, {all_seen:.0%}")
    return 0 if min(shares) >= 0.75 and all_seen >= 0.85 else 1


if __name__ == "__main__":
    sys.exit(main())
