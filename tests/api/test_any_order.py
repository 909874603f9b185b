"""Every write of the API in any order, as a painter presses them: nothing falls over, and all places agree
afterwards.

A state machine begins from a small job that is under way, makes one write after another, and reads after each
all that there is of the job. `TALLY` counts what was written; the last test says it.
"""

import json
import random
import unittest
from collections import Counter
from contextlib import ExitStack
from pathlib import Path
from typing import Any, Final
from unittest.mock import patch

from hypothesis import HealthCheck, Phase, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, rule, run_state_machine_as_test

from jug_mingle.core.marked import plain
from jug_mingle.services.plan_solver import Bettering
from tests.api import any_truth
from tests.api.any_start import WORN, Ready
from tests.api.any_write import QUERIES, Seen, body_of, path_of
from tests.soak import SOAK, rounds

OPERATIONS: Final = [
    (method.upper(), path)
    for path, ways in json.loads(Path("docs/openapi.json").read_text())["paths"].items()
    for method, said in ways.items()
    if method in ("post", "put", "patch", "delete") and not said.get("x-computes")
]
"""Every write that there is."""

OFTEN: Final = [
    one
    for one in OPERATIONS
    if any(
        part in one[1]
        for part in ("/looks", "/look", "/survey", "/steps", "/plan", "/mixes", "/batches", "/pieces")
    )
    and "restore" not in one[1]
]
"""What a painter does most, and what plans, amounts and looks follow from."""

_DECK: Final[list[tuple[str, str]]] = []
_SHUFFLING: Final = random.Random(37)


def drawn() -> tuple[str, str]:
    """Return the next write of a deck that has each once and what is done most twice; it is shuffled when it
    is out."""
    if not _DECK:
        _DECK.extend([*OPERATIONS, *OFTEN])
        _SHUFFLING.shuffle(_DECK)
    return _DECK.pop()


TALLY: Final[Counter[str]] = Counter()
READ: Final = (
    "", "/plan", "/plan/money", "/surveys", "/daybook", "/strips", "/boards", "/choices", "/motifs",
)  # fmt: skip
PRINTS: Final = ("/plan.json", "/plan.pdf", "/plan.ics", "/step-cards.pdf", "/shopping.csv", "/boards.pdf")
LEAVES_STEPS: Final = ("/steps", "/plan")
"""Writes after which a plan takes other than what the looks do: steps left out, added, done another way."""


class AnyOrder(RuleBasedStateMachine):
    """A job under way, and whatever is done to it next."""

    def __init__(self) -> None:
        super().__init__()
        self.closing = ExitStack()
        # The first plan stands: how a better one is searched for has tests of its own.
        self.closing.enter_context(patch.object(Bettering, "begin", return_value=False))
        self.seen = Seen(random=random.Random(0), archive=Ready.made().archive)
        self.done: list[str] = []
        self.versions: dict[tuple[str, int], int] = {}
        self.said: dict[tuple[str, int], int] = {}
        self.money: Any = None
        self.margin = 0.0
        self.amounts: dict[int, list[str]] = {}
        """What Try on says that each piece takes of its jugs."""
        self.changed = True
        self.plain = True
        """Whether the plan still takes what the looks do."""

    def teardown(self) -> None:
        if len(self.done) > 1:
            self.prints()
        TALLY["sequences"] += 1
        self.closing.close()

    @initialize(seed=st.integers(0, 2**32), form=st.sampled_from(list(WORN)))
    def sit_down(self, seed: int, form: str) -> None:
        """Look at what is there."""
        self.client = self.closing.enter_context(Ready.made().open(form))
        self.done.append(f"a {form}")
        self.seen.rows["pots"] = [1]
        self.seen.random.seed(seed)
        self.look()

    @rule()
    def write(self) -> None:
        """Send the next write, naming the version that was seen, as a page does."""
        method, path = drawn()
        name = f"{method} {path}"
        body, query = body_of(name, self.seen), QUERIES[name](self.seen) if name in QUERIES else {}
        address = path_of(path, self.seen)
        sent: dict[str, Any] = (
            {"content": body} if isinstance(body, bytes) else {} if body is None else {"json": body}
        )
        headers = (
            {"If-Match": said} if (said := self.version_of(address)) and method in ("PUT", "PATCH") else {}
        )
        answer = self.client.request(method, address, params=query, headers=headers, **sent)
        self.done.append(f"{method} {address} {query or ''} {body if not isinstance(body, bytes) else ''}")
        TALLY[name] += 1
        TALLY["writes"] += 1
        self.answered(answer)
        if answer.status_code < 300:
            TALLY["taken"] += 1
            TALLY[f"taken {name}"] += 1
            self.note(address, answer, expected=bool(headers))
            self.written(name, body, answer)
            self.plain &= not any(part in path for part in LEAVES_STEPS) or path.endswith("/plan")
        elif headers:
            self.say(answer.status_code != 412, f"{answer.text}: nobody else had changed it")
        self.changed = answer.status_code < 400
        if self.changed:
            self.look()
        else:
            self.stands(path)

    def written(self, name: str, body: Any, answer: Any) -> None:
        """Note the numbers that only the answer of a write says; where it began a jug with a rest, weigh all
        jugs."""
        said = answer.json() if answer.content else {}
        if name == "POST /api/archives":
            self.seen.tokens.append(said["token"])
        if name == "POST /api/mixes/{mix_id}/batches":
            self.seen.rows.setdefault("pots", []).append(said["id"])
        if name == "POST /api/shelf/{key}/tests":
            self.seen.rows.setdefault("readings", []).extend(one["id"] for one in said["readings"])
        if name == "POST /api/jobs/{job_id}/mixes" and body.get("from_batches"):
            batch = self.client.post(f"/api/mixes/{said['id']}/batches", json={}).json()
            before = any_truth.in_jugs(self.seen.batches)
            self.seen.rows["pots"].append(batch["id"])
            after = any_truth.in_jugs(
                [self.read(f"/api/batches/{one}") for one in set(self.seen.rows["pots"])]
            )
            self.say(
                abs(after - before) < 1.0, f"{before} ml stood in all jugs, {after} ml since a rest went over"
            )

    def version_of(self, address: str) -> str:
        """Return what a page says of the version of a piece, look, colour or jug that it changes."""
        noun, _, rest = address.removeprefix("/api/").partition("/")
        table = {"pieces": "piece", "looks": "look", "targets": "target", "mixes": "mix"}.get(noun, "")
        number = rest.partition("/")[0]
        known = self.versions.get((table, int(number))) if table and number.isdigit() else None
        return f'"{table}-{number}-{known}"' if known else ""

    def note(self, address: str, answer: Any, *, expected: bool) -> None:
        """Note from the answer alone which version there is now, as a page must before it may change it once
        more."""
        if not expected:
            return
        noun, number = address.removeprefix("/api/").split("/")[:2]
        table = {"pieces": "piece", "looks": "look", "targets": "target", "mixes": "mix"}[noun]
        said = answer.json() if answer.content else {}
        self.say(
            "version" in said, f"{self.done[-1]} says no version: the next change of it would be refused"
        )
        self.versions[table, int(number)] = self.said[table, int(number)] = said.get("version", 0)

    def look(self) -> None:
        """Read all that there is of the job."""
        get = self.read
        jobs, self.seen.shelf = get("/api/jobs"), get("/api/shelf")
        if not any(one["id"] == 1 for one in jobs):
            self.seen.job = {"id": jobs[0]["id"]} if jobs else {}
        number = self.seen.job.get("id", 1)
        if not jobs:
            return
        read = {path: get(f"/api/jobs/{number}{path}") for path in READ}
        self.seen.job, self.seen.plan = read[""], read["/plan"] or {}
        self.seen.bin = get("/api/bin")
        get("/api/find")
        self.money, self.margin = read["/plan/money"], get("/api/settings")["margin"]
        self.seen.preparations = [one["key"] for one in get("/api/preparations") if one["own"]]
        rows = self.seen.rows
        rows["entries"] = [one["id"] for one in read["/daybook"]["entries"]]
        for name in ("strips", "choices", "motifs"):
            rows[name] = [one["id"] for one in read[f"/{name}"] if one["id"] is not None]
        rows["timers"] = [one["id"] for one in get("/api/timers")["timers"]]
        self.seen.batches = [self.read(f"/api/batches/{one}") for one in sorted(set(rows.get("pots", [])))]
        for noun, kind in (
            ("pieces", "piece"), ("looks", "look"), ("targets", "colour"), ("mixes", "jug"),
            ("strips", "strip"), ("motifs", "motif"),
        ):  # fmt: skip
            rows[f"gone {noun}"] = [one["id"] for one in self.seen.bin if one["kind"] == kind]
        self.aged(number)

    def stands(self, path: str) -> None:
        """Check that what was refused left the job and the shelf as they were."""
        number = self.seen.job.get("id", 1)
        for what, was in ((f"/api/jobs/{number}", self.seen.job), ("/api/shelf", self.seen.shelf)):
            now = self.read(what)
            self.say(now == was or len(was) < 2, f"{path} was refused, and {what} is no longer what it was")

    def aged(self, number: int) -> None:
        """Check that no row is younger than it was: a version once said is never taken back."""
        nouns = {"piece": "pieces", "look": "looks", "target": "targets", "mix": "mixes"}
        for table, noun in nouns.items():
            for row in self.seen.job.get(noun, []):
                known = self.versions.get((table, row["id"]), 0)
                self.say(
                    row["version"] >= known,
                    f"{table} {row['id']} of job {number} went back to an older version",
                )
                said = self.said.pop((table, row["id"]), row["version"])
                self.say(
                    row["version"] == said,
                    f"{table} {row['id']} has version {row['version']}, its write said {said}",
                )
                self.versions[table, row["id"]] = row["version"]

    def read(self, path: str, **query: Any) -> Any:
        """Return what is answered; what is not there is nothing."""
        answer = self.client.get(path, params=query)
        self.answered(answer)
        return (
            answer.json() if answer.is_success and "json" in answer.headers.get("content-type", "") else None
        )

    def prints(self) -> None:
        """Print the plan, its cards, the shopping, sheets, labels: each is a file, or a refusal in words."""
        number = self.seen.job.get("id", 1)
        own = [f"/api/jobs/{number}{path}" for path in PRINTS]
        own += [f"/api/mixes/{one['id']}/label.pdf" for one in self.seen.job.get("mixes", [])[:1]]
        for path in own:
            self.answered(self.client.get(path))
        for one in self.seen.job.get("pieces", [])[:1]:
            sheet = self.client.get(f"/api/pieces/{one['id']}/sheet.pdf")
            self.answered(sheet)
            said = any_truth.words_of(sheet.content) if sheet.is_success else ""
            for amount in self.amounts.get(one["id"], []) if said else []:
                self.say(
                    plain(amount) in said,
                    f"the sheet of piece {one['id']} does not say {amount}, which Try on says",
                )

    def answered(self, answer: Any) -> None:
        """Check that an answer is one: what nobody foresaw is a mistake of the program."""
        foreseen = answer.status_code < 500 or answer.status_code == 503
        self.say(
            foreseen, f"{answer.request.method} {answer.request.url.path}: {answer.status_code} {answer.text}"
        )

    def say(self, good: bool, words: str) -> None:
        """Fail with the whole sequence where something is not good."""
        if not good:
            told = "\n".join(f"{n + 1}. {one}" for n, one in enumerate(self.done))
            raise AssertionError(f"{words}\nafter\n{told}")

    @invariant()
    def is_printed(self) -> None:
        """After every tenth write all is printed; it runs after `agrees`, in the order of the alphabet."""
        if len(self.done) % 10 == 0:
            self.prints()

    @invariant()
    def agrees(self) -> None:
        """Try on, Mingle, plan and shopping take the same of each jug; so does the sheet, when it is
        printed."""
        job = self.seen.job
        if "mixes" not in job or not self.changed:
            return
        needs: Counter[int] = Counter()
        self.amounts = {}
        looks = {one["id"]: one["layers"] for one in job["looks"]}
        for piece in job["pieces"]:
            layers = looks.get(piece["look_id"])
            if layers is None:
                continue
            judged = self.client.post(f"/api/pieces/{piece['id']}/judge", json={"layers": layers})
            self.answered(judged)
            said = judged.json()["needs"] if judged.is_success else []
            self.amounts[piece["id"]] = [need["words"] for need in said if need["mix_id"]]
            for wrong in any_truth.too_much(piece, layers, said, margin=self.margin):
                self.say(False, wrong)
            for need in said:
                needs[need["mix_id"] or 0] += need["ml"]
        for target in job["targets"]:
            jugs = [mix["id"] for mix in job["mixes"] if mix["target_id"] == target["id"]]
            worn = sum(needs[jug] for jug in jugs)
            for query in ({}, {"spread_rate": 9.0, "coats": 1}):  # as a whole recipe, as a film over wood
                said = self.read(f"/api/jobs/{job['id']}/amount", target_id=target["id"], **query)
                if worn and said:
                    self.say(abs(said["ml"] - worn) <= 1.0, f"Mingle says {said['ml']} ml, Try on {worn} ml")
        for wrong in (*any_truth.twice(self.seen.plan), *any_truth.too_many(self.money or {"goods": []})):
            self.say(False, wrong)
        self.bought(needs)

    def bought(self, needs: Counter[int]) -> None:
        """Check that plan and shopping list take of each tin what the jugs of the looks take of it."""
        job, money = self.seen.job, self.money
        if not self.plain or not money or self.seen.plan.get("stale") or self.seen.plan.get("without_look"):
            return
        tins: Counter[str] = Counter()
        for mix in job["mixes"]:
            pours = mix["recipe"]["pours"]
            for pour in pours:
                tins[f"pot:{pour['material']}"] += (
                    needs[mix["id"]] * pour["ml"] / sum(one["ml"] for one in pours)
                )
        for line in money["pots"]:
            if wanted := tins[line["key"]]:
                self.say(
                    line["needed"] >= wanted - 1.5,
                    f"the plan takes {line['needed']} ml of {line['title']}, not {wanted}",
                )


class AnyOrderTest(unittest.TestCase):
    def test_any_order(self) -> None:
        """Ten sequences of sixteen or so writes, 210 of twenty-four when soaking; always the same ones."""
        often = settings(
            max_examples=rounds(10, 210), stateful_step_count=rounds(17, 25), deadline=None, derandomize=True,
            database=None, phases=[Phase.generate], suppress_health_check=list(HealthCheck),
        )  # fmt: skip
        run_state_machine_as_test(AnyOrder, settings=often)
        few = {f"{method} {path}": TALLY[f"{method} {path}"] for method, path in OPERATIONS}
        print(f"{TALLY['writes']} writes in {TALLY['sequences']} sequences, {TALLY['taken']} taken, ", end="")
        print(f"each of {len(few)} kinds at least {min(few.values())} times")
        self.assertGreaterEqual(TALLY["sequences"], 10)
        self.assertGreaterEqual(TALLY["writes"], rounds(150, 5000))
        self.assertGreaterEqual(
            min(few.values()), rounds(0, 5), [name for name, times in few.items() if times < 5]
        )
        self.assertGreater(TALLY["taken"], TALLY["writes"] / 2)
        if SOAK:
            print("never taken:", [name for name in few if not TALLY[f"taken {name}"]])
