"""How well a material is known, and which small test would tell most."""

import unittest

import numpy as np

from jug_mingle.core.evidence import level
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.readings import Hiding, Reading, Swatch
from tests.core.paints import material, readings


class LevelTest(unittest.TestCase):
    def reading(self, *volumes: tuple[str, float], seen: object = (50, 0, 0), X: float = np.inf) -> Reading:
        film = {} if np.isinf(X) else {"X": X, "R_g": np.full(36, 0.8)}
        return Reading(key="r", volumes=volumes, swatches=(Swatch(seen=np.array(seen), **film),), noise=1.0)  # type: ignore[arg-type]

    def test_letters(self) -> None:
        """A to F by the best evidence there is; as the white of another's tint a tin learns nothing."""
        alone, tint = self.reading(("a", 1.0)), self.reading(("a", 1.0), ("w", 4.0))
        coats = Hiding(key="h", volumes=(("a", 1.0),), coats=3, X_coat=30.0, R_g=np.full(36, 0.2))
        spectrum, tin = (
            self.reading(("a", 1.0), seen=np.full(36, 0.4)),
            self.reading(("a", 1.0), ("b", 1.0), ("w", 1.0)),
        )
        cases: list[tuple[list[Reading | Hiding], str]] = [
            ([], ""), ([alone], "A"), ([alone, coats], "B"), ([alone, tint], "D"), ([spectrum], "E"),
            ([alone, tin], "F"),
        ]  # fmt: skip
        for evidence, letter in cases:
            with self.subTest(letter):
                self.assertEqual(level.level_of("a", evidence), letter)
        self.assertEqual(level.level_of("w", [tint]), "")
        seen = np.array([[30.0, 0, 0], [60.0, 0, 0]])
        films = tuple(Swatch(seen=L, X=20.0, R_g=R) for L, R in zip(seen, level.card_bodies(), strict=True))
        card = Reading(key="c", volumes=(("a", 1.0),), noise=1.0, swatches=films)
        self.assertEqual(level.level_of("a", [alone, card]), "C")


class ChipsTest(unittest.TestCase):
    def test_more_chips_are_known_better(self) -> None:
        """Errors of chips are independent: four of a kind are off by half as much as one (standard error of a
        mean)."""
        self.assertEqual(level.chips_known_to("B"), level.KNOWN_TO["B"])
        self.assertAlmostEqual(level.chips_known_to("BBBB"), level.KNOWN_TO["B"] / 2)
        self.assertAlmostEqual(
            level.chips_known_to("BD"), (level.KNOWN_TO["B"] + level.KNOWN_TO["D"]) / 2 / 2**0.5
        )
        self.assertEqual(set(level.KNOWN_TO), set(level.LEVELS))


class TasksTest(unittest.TestCase):
    def test_the_tint_tells_most(self) -> None:
        """Of a paint known by its masstone alone a tint with white narrows most, coats hardly; none
        widens."""
        keys = ["white", "red"]
        evidence = [r for r in readings(keys, noise=2.0) if r.key != "red 1"]
        shelf = characterise([material(key) for key in keys], evidence)
        white = level.white_of(shelf, set(keys))
        self.assertEqual(white, "white")
        tasks = level.tasks_of(shelf, "red", white=white)
        self.assertIn(tasks[0].key, ("tint", "spectrum"))
        self.assertEqual({task.key for task in tasks}, {"reader", "coats", "card", "tint", "spectrum"})
        for task in tasks:
            self.assertLessEqual(task.after, task.before + 1e-9)
        self.assertLess(tasks[0].after, 0.6 * tasks[0].before)
        self.assertNotIn(
            "tint", {task.key for task in level.tasks_of(shelf, "red", done=["tint"], white=white)}
        )
        self.assertNotIn("tint", {task.key for task in level.tasks_of(shelf, "white", white=white)})

    def test_no_white(self) -> None:
        shelf = characterise([material("red")], [r for r in readings(["white", "red"]) if r.key == "red 0"])
        self.assertIsNone(level.white_of(shelf, {"red"}))
