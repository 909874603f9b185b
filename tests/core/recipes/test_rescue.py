"""Rescue of a batch that came out wrong."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.mixtures import predict
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.marked import plain
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes import rescue
from jug_mingle.core.recipes.rescue import Batch, Rescue, advise, read_batch
from jug_mingle.core.recipes.wishes import Target
from tests.core.paints import TRUE, known_shelf, seen

SHELF = known_shelf()
WANTED = {"white": 300.0, "blue": 120.0, "yellow": 60.0}


def poured(amounts: dict[str, float], asked: dict[str, float]) -> Batch:
    """Return the batch of someone who thinks that `asked` was poured when it was `amounts`."""
    reading = Reading(
        key="strip",
        volumes=tuple(asked.items()),
        swatches=(Swatch(seen=R_to_Lab(seen(amounts))),),
        noise=0.3,
        pour_error=0.15,
    )
    return read_batch(SHELF, reading)


class ReadPotTest(unittest.TestCase):
    def test_agrees_with_the_reading(self) -> None:
        """The corrected batch looks as it was read, within the noise, though it was poured wrongly."""
        amounts = {**WANTED, "blue": 160.0}
        batch = poured(amounts, WANTED)
        advice = advise(
            SHELF, batch, Target(R=seen(amounts)), tool=tool("syringe"), in_jug=list(WANTED), most_ml=900
        )
        self.assertLess(advice.options[0].delta_E, 0.6)

    def test_strips_that_do_not_hide(self) -> None:
        with self.assertRaisesRegex(ValueError, "one opaque strip"):
            read_batch(
                SHELF,
                Reading(
                    key="x", volumes=(("white", 1.0),), noise=1.0,
                    swatches=(Swatch(seen=np.array([50.0, 0, 0]), X=10.0, R_g=np.full(36, 0.3)),),
                ),
            )  # fmt: skip


class AdviseTest(unittest.TestCase):
    def test_brings_it_home(self) -> None:
        """A batch with a third too much blue comes home by adding what it lacks, when that is truly mixed."""
        amounts = {**WANTED, "blue": 160.0}
        target = Target(R=seen(WANTED))
        advice = advise(
            SHELF, poured(amounts, WANTED), target, tool=tool("syringe"), in_jug=list(WANTED), most_ml=900
        )
        self.assertTrue(advice.reached, advice.words)
        total = dict(amounts)
        for pour in advice.best.additions:
            total[pour.key] = total.get(pour.key, 0.0) + pour.ml
            self.assertAlmostEqual(pour.ml % 0.5, 0.0)
        self.assertLess(float(delta_E_CIE2000(R_to_Lab(seen(total)), R_to_Lab(target.R))), 1.5)
        added = sum(pour.ml for pour in advice.best.additions)
        self.assertAlmostEqual(advice.best.ml, sum(WANTED.values()) + added, places=6)
        before = float(delta_E_CIE2000(R_to_Lab(seen(amounts)), R_to_Lab(target.R)))
        self.assertGreater(before, 3.0)

    def test_right_as_it_is(self) -> None:
        """A batch that matches needs nothing."""
        advice = advise(
            SHELF,
            poured(WANTED, WANTED),
            Target(R=seen(WANTED)),
            tool=tool("syringe"),
            in_jug=list(WANTED),
            most_ml=900,
        )
        self.assertEqual(advice.best.additions, ())
        self.assertEqual(advice.words, "It is right as it is.")

    def test_cannot_be_rescued(self) -> None:
        """Black cannot be made white in a jug that is nearly full, and the answer says what to do instead."""
        batch = poured({"black": 400.0}, {"black": 400.0})
        advice = advise(
            SHELF, batch, Target(R=seen({"white": 1})), tool=tool("syringe"), in_jug=["black"], most_ml=500
        )
        self.assertFalse(advice.reached)
        self.assertIn("Start a new one", advice.words)
        self.assertLessEqual(max(option.ml for option in advice.options), 500.0)

    def test_said_of_it(self) -> None:
        """Home, a third nearer and no nearer, or not worth it: what is said goes by what is likely in the
        end."""

        def option(expected: float, *additions: Pour) -> Rescue:
            R = seen({"blue": 1.0})
            return Rescue(
                additions=additions, ml=100.0, R=R, delta_E=expected, expected=expected, low=0.0, high=9.0
            )  # fmt: skip

        more = Pour(key="white", parts=1, ml=5.0)
        for best, before, words in (
            (option(0.9), 0.9, "right as it is"),
            (option(0.9, more), 6.0, "brings it home"),
            (option(4.0, more), 6.0, "to about 4.0; nearer it will not come"),
            (option(4.4, more), 6.0, "cannot be rescued below about 4.4"),
            (option(4.0), 6.0, "cannot be rescued below about 4.0"),
        ):
            with self.subTest(words):
                self.assertIn(words, plain(rescue._words(best, option(before), tolerance=1.0)))

    def test_full_jug(self) -> None:
        with self.assertRaisesRegex(ValueError, "holds .100 ml., and .480 ml. are in it"):
            advise(
                SHELF,
                poured(WANTED, WANTED),
                Target(R=seen(WANTED)),
                tool=tool("scale"),
                in_jug=list(WANTED),
                most_ml=100,
            )


class LearnFromPotsTest(unittest.TestCase):
    def test_batches_teach(self) -> None:
        """Three read batches of paints known by their masstones alone at least halve the error of another
        mix."""
        from jug_mingle.core.evidence.fit import characterise
        from tests.core.paints import material, readings

        keys = ["white", "red", "blue", "yellow"]
        start = characterise([material(key) for key in keys], readings(keys, tints=False))
        batches: tuple[dict[str, float], ...] = (
            {"white": 5, "red": 1},
            {"white": 4, "blue": 1, "yellow": 1},
            {"yellow": 2, "red": 1, "blue": 0.5},
        )
        evidence = readings(keys, tints=False) + [
            Reading(
                key=f"batch {n}",
                volumes=tuple(batch.items()),
                swatches=(Swatch(seen=R_to_Lab(seen(batch))),),
                noise=0.3,
            )
            for n, batch in enumerate(batches)
        ]
        learnt = characterise([material(key) for key in keys], evidence, start=start)
        errors = []
        for shelf in (start, learnt):
            mixes: tuple[dict[str, float], ...] = (
                {"white": 8, "red": 1, "blue": 1},
                {"white": 3, "yellow": 2, "red": 1},
                {"blue": 1, "white": 9},
            )
            errors.append(
                np.mean(
                    [
                        delta_E_CIE2000(
                            R_to_Lab(predict(shelf, [Pour(key=k, parts=1, ml=v) for k, v in mix.items()])),
                            R_to_Lab(seen(mix)),
                        )
                        for mix in mixes
                    ]
                )
            )
        self.assertLess(errors[1], 0.5 * errors[0])
        withdrawn = characterise([material(key) for key in keys], readings(keys, tints=False), start=learnt)
        np.testing.assert_allclose(withdrawn.log_K, start.log_K, atol=0.1)
        self.assertEqual(len(TRUE), 6)
