"""Each sequence by kind of project comes out of a survey and a look, in its order. Common practice, by its
ids.

What is pasted, cast or transferred is a stencil layer, or a step that somebody adds, until pattern has its
own rules.
"""

import unittest
from itertools import pairwise

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.scheduling import problem_of
from jug_mingle.core.plan.steps import Added, Changes, changed, steps_of
from jug_mingle.core.plan.survey import PartSurvey, Survey
from jug_mingle.core.plan.work import Workshop
from tests.core.plan.checker import faults
from tests.core.plan.generated import evenings, layer
from tests.core.plan.test_sequences import GOLD, WAX, acts, in_this_order, work

CHALK = "chalk_paint"
BLEND = layer("blend", CHALK, CHALK, coats=2)
PAINT = layer("paint", CHALK, coats=2)
WASH = layer("wash", CHALK, coats=2, water=2.0)
STENCIL = layer("stencil", CHALK)
DISTRESS = Layer(kind="distress")
BROWN = Layer(kind="wax", films=(WAX,))
CLEAR = layer("wax", "clear_wax", place="everywhere")
GILDED = Layer(kind="metallic", films=(GOLD,))


def sealer(coats: int = 2) -> Layer:
    return layer("sealer", "clear_coat", coats=coats)


def seen(
    *, treatment: str = "", layers: int | None = None, damage: tuple[str, ...] = (), **rest: object
) -> Survey:
    part = PartSurvey(treatment=treatment, layers=layers, damage=damage)
    return Survey(parts={"": part}, **rest)  # type: ignore[arg-type]


SEQUENCES: dict[str, tuple[str, str, Survey, tuple[Layer, ...], str]] = {
    "S008": (
        "chest", "sound_varnish", Survey(),
        (layer("primer", "crackle_gesso", coats=2), layer("paint", "milk_paint", coats=2), layer("sponge",
        "coloured_glaze"),
         layer("wax", "light_wax", place="everywhere"), BROWN), "scuff dust primer paint sponge wax buff",
    ),
    "S011": ("chest", "sound_varnish", Survey(), (BLEND, DISTRESS, STENCIL, sealer(), BROWN),
    "dismantle clean scuff blend distress stencil sealer wax"),
    "S012": (
        "cupboard", "old_dark_paint", seen(layers=1),
        (PAINT, layer("drips", CHALK), STENCIL, DISTRESS, CLEAR, BROWN,
        sealer(1)),
        "scuff paint drips stencil distress wax sealer",
    ),
    "S013": ("chair", "oak", seen(causes=("staples", "pets")), (layer("paint", CHALK, coats=3), layer("glaze",
    "coloured_glaze"), BROWN), "free clean paint glaze wax"),
    "S014": ("box", "oak", Survey(), (WASH, sealer(1)), "board clean smooth wash sealer"),
    "S015": ("box", "oak", Survey(), (layer("stain", CHALK), layer("oil", "oil_wax_butter")),
        "stain oil wipe"),
    "S016": (
        "bedside", "sound_varnish", seen(damage=("dents",)), (PAINT, BLEND, sealer(3), GILDED),
        "dismantle clean fill shape scuff dust paint blend sealer metallic",
    ),
    "S018": (
        "bedside", "sound_varnish", Survey(parts={"top": PartSurvey(treatment="sand")}),
        (layer("primer", "primer"), BLEND, BROWN, GILDED, sealer(1)),
        "clean dust primer blend wax metallic sealer "
        "refit",
    ),
    "S019": ("chest", "sound_varnish", seen(treatment="sand", interiors="feed"),
        (layer("wash", CHALK, coats=3,
    water=2.0), layer("stencil", "enamel")), "dismantle sand wash smooth wash stencil feed wipe refit"),
    "S021": ("box", "baked_coat", Survey(), (layer("paint", CHALK, coats=3), DISTRESS, CLEAR),
    "clean primer paint distress wax"),
    "S022": (
        "chest", "failed_varnish", seen(damage=("failing",)), (layer("primer", "primer"), BLEND, sealer(1),
        layer("glaze", "coloured_glaze"), BROWN),
        "sand dust primer blend sealer glaze wax buff",
    ),
    "S023": ("desk", "sound_varnish", Survey(), (PAINT, sealer(1), STENCIL, sealer(1), BROWN),
    "dismantle clean scuff paint sealer stencil sealer wax refit"),
    "S024": (
        "bedside", "sound_varnish", seen(damage=("corner", "split"), interiors="line"),
        (layer("primer", "primer"), STENCIL, layer("paint", CHALK), sealer(), GILDED),
        "clean fill fill shape scuff dust primer stencil paint sealer metallic buff line",
    ),
    "S025": ("cupboard", "laminate", seen(causes=("glass",), damage=("dents",)), (PAINT, WASH),
    "free clean fill shape paint wash refit"),
    "S026": ("stool", "sound_varnish", Survey(),
        (layer("paint", CHALK), STENCIL, DISTRESS, layer("wax", "light_wax"),
    sealer(1)), "clean paint stencil distress wax sealer"),
    "S027": (
        "desk", "old_thick_paint", seen(treatment="strip", layers=6, damage=("stains",), unknown=("layers",),
        lead="none"),
        (layer("stain", "oil_stain"), layer("wax", "light_wax", place="everywhere"), CLEAR),
        "test strip scrape strip scrape solvent sand bleach neutralise smooth stain wax refit",
    ),
    "S028": (
        "table", "sound_varnish", seen(treatment="strip", damage=("dents",)),
        (layer("stain", "oil_stain", coats=3, dwell=0.5), layer("sealer", "oil_varnish", coats=1)),
        "strip scrape solvent fill shape sand dust stain sealer",
    ),
    "S030": (
        "table", "sound_varnish", seen(treatment="strip"),
        (layer("stain", "oil_stain", coats=2), layer("sealer",
        "oil_varnish", coats=4)),
        "strip scrape solvent sand stain sealer smooth sealer",
    ),
    "S032": (
        "chest", "old_white_paint", seen(treatment="strip", layers=3, lead="none"),
        (WASH, sealer(1), layer("wax",
        "light_wax"), STENCIL, sealer(1)),
        "strip scrape strip scrape solvent sand wash sealer wax stencil sealer",
    ),
    "S033": (
        "desk", "pine", seen(causes=("staples",)), (layer("paint", "home_chalk_paint", coats=3), CLEAR),
        "dismantle free clean smooth paint wax refit",
    ),
    "S034": ("cupboard", "sound_varnish", Survey(), (PAINT, Layer(kind="chippy"), sealer(1)),
    "clean paint chippy sealer refit"),
    "S035": (
        "chest", "old_dark_paint", seen(treatment="strip", lead="none", interiors="feed"),
        (PAINT, BLEND, CLEAR,
        BROWN, sealer(3)),
        "strip scrape solvent sand paint blend wax sealer feed wipe",
    ),
}  # fmt: skip


class EverySequenceTest(unittest.TestCase):
    def test_in_its_order_and_in_the_hours(self) -> None:
        for key, (form, ground, survey, layers, wanted) in SEQUENCES.items():
            found = steps_of([work(form, *layers, ground=ground, survey=survey)], Workshop())
            parts = sorted({step.part for step in found.steps if step.layer >= 0})
            with self.subTest(key):
                self.assertTrue(
                    any(in_this_order(acts(found, part), *wanted.split()) for part in parts),
                    [acts(found, p) for p in parts],
                )
                laid = problem_of(found, evenings())
                plan = first_plan(laid.problem, rounds=2)
                assert plan is not None
                self.assertEqual(faults(laid.problem, plan), [])

    def test_what_runs_beside_something_that_dries(self) -> None:
        """S036 to S042: steps of one's own, and of other parts, are laid into the waits."""
        one = work("chest", PAINT, CLEAR)
        own = Added(key="own.1", piece=1, title="Cast the ornaments", minutes=20.0)
        by_rules = steps_of([one, work("stool", PAINT, number=2)], Workshop())
        found, _ = changed(by_rules, Changes(added=(own,)))
        plan = first_plan(problem_of(found, evenings(hands=1)).problem)
        assert plan is not None
        order = sorted(plan.starts, key=plan.starts.__getitem__)
        pieces = [key.split(".")[0] for key in order]
        self.assertGreater(sum(a != b for a, b in pairwise(pieces)), 4)
