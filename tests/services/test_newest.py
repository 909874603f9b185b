"""Costly results are made once, and only the newest are kept."""

import gc
import threading
import unittest
from functools import partial

from jug_mingle.services.newest import Newest, NewestOf


class NewestTest(unittest.TestCase):
    def test_made_once(self) -> None:
        """Eight threads that ask for one result at once get the same, made a single time."""
        made: list[int] = []
        start = threading.Barrier(8)
        kept: Newest[str, object] = Newest(2)
        found: list[object] = []

        def make() -> object:
            made.append(1)
            return object()

        def ask() -> None:
            start.wait()
            found.append(kept.get("a", make))

        threads = [threading.Thread(target=ask) for _ in range(8)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(len(made), 1)
        self.assertEqual(len(set(map(id, found))), 1)

    def test_the_oldest_goes(self) -> None:
        """Of three only the two asked for last stay; one put in place of another is the one got."""
        kept: Newest[str, list[str]] = Newest(2)
        for key in "ab":
            kept.get(key, lambda key=key: [key])  # type: ignore[misc]
        kept.get("a", list)
        kept.get("c", lambda: ["c"])
        self.assertEqual(kept.get("b", lambda: ["anew"]), ["anew"])
        kept.put("b", ["put"])
        self.assertEqual(kept.get("b", list), ["put"])
        self.assertEqual(kept.get("a", lambda: ["anew"]), ["anew"])

    def test_one_slow_result_stops_no_other(self) -> None:
        """While one is made another is got; an error is raised, and the next ask tries again."""
        kept: Newest[str, int] = Newest(2)
        go, begun = threading.Event(), threading.Event()

        def slow() -> int:
            begun.set()
            go.wait(10)
            return 1

        thread = threading.Thread(target=lambda: kept.get("slow", slow))
        thread.start()
        begun.wait(10)
        self.assertEqual(kept.get("quick", lambda: 2), 2)
        go.set()
        thread.join()
        with self.assertRaises(ZeroDivisionError):
            kept.get("bad", lambda: 1 // 0)
        self.assertEqual(kept.get("bad", lambda: 3), 3)

    def test_many_threads_many_keys(self) -> None:
        """Sixteen threads ask for more results than are kept: each gets that of its key, none is lost between
        being made and being read, and nothing is left of the making."""
        kept: Newest[int, int] = Newest(1)
        wrong: list[object] = []

        def ask(first: int) -> None:
            try:
                for n in range(first, first + 200):
                    wrong.extend([n] * (kept.get(n % 7, partial(int, n % 7)) != n % 7))
            except KeyError as error:
                wrong.append(error)

        threads = [threading.Thread(target=ask, args=(n,)) for n in range(16)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(wrong, [])
        self.assertEqual(kept._making, {})

    def test_of_an_owner(self) -> None:
        """Each owner has its own; what an owner had goes with it."""

        class Owner:
            pass

        kept: NewestOf[Owner, str, list[str]] = NewestOf(2)
        first, second = Owner(), Owner()
        self.assertEqual(kept.get(first, "a", lambda: ["first"]), ["first"])
        self.assertEqual(kept.get(second, "a", lambda: ["second"]), ["second"])
        self.assertEqual(kept.get(first, "a", list), ["first"])
        del first
        gc.collect()
        self.assertEqual(len(kept._of), 1)
