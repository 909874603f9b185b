"""What pages remember by themselves: a look's undo, layers in hand, versions of what is shown."""

from typing import Any

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from tests.web.support import LogicCase

often = settings(
    max_examples=25, deadline=None, derandomize=True, phases=[Phase.explicit, Phase.generate],
    suppress_health_check=list(HealthCheck),
)  # fmt: skip

steps = st.lists(
    st.one_of(
        st.tuples(st.just("change"), st.integers(0, 9)),
        st.tuples(st.sampled_from(["undo", "redo", "leave"])),
        st.tuples(st.just("restart"), st.integers(0, 9)),
    ),
    min_size=20,
    max_size=120,
)


class UndoTest(LogicCase):
    @often
    @given(st.integers(0, 9), steps)
    def test_like_two_stacks(self, first: int, taken: list[tuple[Any, ...]]) -> None:
        """A value changed step by step goes back and forth as two plain stacks do, also when its page is
        left and entered again; a change that changes nothing is none."""
        now, back, forth, wanted = first, list[int](), list[int](), list[list[Any]]()
        for step in taken:
            went = step[0] not in ("undo", "redo")
            if step[0] == "change" and step[1] != now:
                back.append(now)
                now, forth = step[1], []
            elif step[0] == "undo" and back:
                forth.append(now)
                now, went = back.pop(), True
            elif step[0] == "redo" and forth:
                back.append(now)
                now, went = forth.pop(), True
            elif step[0] == "restart":
                now, back, forth = step[1], [], []
            wanted.append([now, bool(back), bool(forth), went])
        found = self.page.evaluate("([first, taken]) => logic.undone(first, taken)", [first, taken])
        self.assertEqual(found, wanted)

    def test_a_drag_is_one_change(self) -> None:
        """What follows within 700 ms is one change with what was before it, however many steps it had; after
        a step back a change is one of its own, however soon."""
        for pause, back in ((10, 0), (700, 0), (701, 3)):
            steps = [("pause", pause), ("restart", 0), *(("change", n) for n in (1, 2, 3, 4)), ("undo",)]
            found = self.page.evaluate("taken => logic.undone(0, taken)", steps)
            self.assertEqual(found[-1][0], back, pause)
        steps = [
            ("pause", 10), ("change", 1), ("undo",), ("change", 2), ("undo",), ("change", 3),
            ("change", 4),
        ]  # fmt: skip
        found = self.page.evaluate("taken => logic.undone(0, taken)", steps)
        self.assertEqual([one[0] for one in found], [0, 1, 0, 2, 0, 3, 4])


class LayersTest(LogicCase):
    @often
    @given(st.lists(st.tuples(st.integers(0, 8), st.integers(-2, 9), st.integers(-2, 9)), min_size=50))
    def test_moved_changed_doubled(self, cases: list[tuple[int, int, int]]) -> None:
        """Layers are moved, changed, laid twice and taken apart as in a plain list; else they stay as they
        are."""
        stacks: list[list[dict[str, Any]]] = [
            [{"kind": f"k{n}", "coats": n} for n in range(size)] for size, _, _ in cases
        ]
        ask: list[list[Any]] = [
            [stack, one, other] for stack, (_, one, other) in zip(stacks, cases, strict=True)
        ]
        for (stack, at, to), found in zip(ask, self.ask("layers", "moved", ask), strict=True):
            wanted = list(stack)
            if 0 <= at < len(stack) and 0 <= to < len(stack):
                wanted.insert(to, wanted.pop(at))
            self.assertEqual(found, wanted, (at, to))
        changes = [[stack, at, {"coats": 7}] for stack, at, _ in ask]
        for (stack, at, _), found in zip(ask, self.ask("layers", "changed", changes), strict=True):
            self.assertEqual(found, [{**one, "coats": 7} if n == at else one for n, one in enumerate(stack)])
        for (stack, at, _), found in zip(
            ask, self.ask("layers", "doubled", [one[:2] for one in ask]), strict=True
        ):
            there = 0 <= at < len(stack)
            self.assertEqual(found, [*stack[: at + 1], stack[at], *stack[at + 1 :]] if there else stack)
        apart = self.ask("layers", "lastCoatApart", [one[:2] for one in ask])
        for (stack, at, _), found in zip(ask, apart, strict=True):
            if 0 <= at < len(stack):
                self.assertEqual(found[at]["coats"], max(1, stack[at]["coats"] - 1))
                self.assertEqual(found[at + 1], {**stack[at], "coats": 1})
                self.assertEqual([*found[:at], *found[at + 2 :]], [*stack[:at], *stack[at + 1 :]])
            else:
                self.assertEqual(found, stack)

    def test_begun(self) -> None:
        """A layer begins with its kind's own, else with what is at hand; not at all without a colour that it
        needs."""
        kind = {"least": 2, "usual": {"kind": "blend", "coats": 2}, "begins_with": ""}
        found = self.ask(
            "layers", "begun",
            [[kind, []], [kind, ["a"]], [kind, ["a", "b", "c"]], [{**kind, "begins_with": "w"}, ["a"]],
             [{**kind, "least": 0}, []]],
        )  # fmt: skip
        self.assertEqual(
            [one and one["colours"] for one in found], [None, ["a", "a"], ["a", "b"], ["w", "w"], []]
        )

    def test_drafts(self) -> None:
        """Layers that are not kept yet are found for the look that the piece wears, and for no other."""
        run = self.page.evaluate
        layer = [{"kind": "paint"}]
        run("layers => logic.layers.noteDraft(3, { look: 5, layers })", layer)
        self.assertEqual(run("logic.layers.draftOf(3, 5)"), layer)
        run("logic.layers.forgetDraft(3, [{ kind: 'wax' }])")
        self.assertEqual(run("logic.layers.draftOf(3, 5)"), layer)
        run("layers => logic.layers.forgetDraft(3, layers)", layer)
        self.assertIsNone(run("logic.layers.draftOf(3, 5)"))
        run("layers => logic.layers.noteDraft(3, { look: undefined, layers })", layer)
        self.assertEqual(run("logic.layers.draftOf(3, 8)"), layer)
        run("layers => logic.layers.noteDraft(3, { look: 5, layers })", layer)
        self.assertIsNone(run("logic.layers.draftOf(3, 6)"))
        self.assertIsNone(run("logic.layers.draftOf(3, 5)"))


class VersionsTest(LogicCase):
    @often
    @given(
        st.lists(
            st.tuples(st.sampled_from(["piece", "look"]), st.integers(1, 4), st.integers(0, 30)), min_size=60
        )
    )
    def test_the_newest_is_known(self, told: list[tuple[str, int, int]]) -> None:
        """An older version is never noted over a newer one; of what was never shown no version is named."""
        self.ask("versions", "forgetVersions", [[]])
        self.assertEqual(self.ask("versions", "seen", [["piece", 1]]), [{}])
        newest: dict[tuple[str, int], int] = {}
        self.ask("versions", "note", told)
        for table, number, version in told:
            newest[table, number] = max(version, newest.get((table, number), 0))
        found = self.ask("versions", "seen", list(newest))
        self.assertEqual(found, [{"If-Match": f'"{t}-{n}-{v}"'} for (t, n), v in newest.items()])


class UndoingTest(LogicCase):
    def test_brings_back_what_a_change_takes(self) -> None:
        """For each part of a piece that a change names, what it was; a ground that was not said is that of
        the whole."""
        piece = {
            "measures": {"width": 1.0, "height": 2.0}, "layout": [1], "changes": [], "uses": ["kitchen"],
            "grounds": {"": "pine", "top": "oak"}, "age": "later", "count": 2, "belongs": "",
        }  # fmt: skip
        change = {
            "measures": {"width": 3.0, "depth": 1.0}, "grounds": {"top": "walnut", "side": "oak"}, "count": 4,
            "uses": [],
        }  # fmt: skip
        found = self.ask("parts", "undoing", [[piece, change], [piece, {"age": "unknown"}]])
        self.assertEqual(
            found,
            [
                {
                    "measures": {"width": 1.0, "depth": None}, "grounds": {"top": "oak", "side": "pine"},
                    "count": 2, "uses": ["kitchen"],
                },
                {"age": "later"},
            ],
        )  # fmt: skip
