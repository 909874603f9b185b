"""A pattern in the plan: positions with their waits, what is used up, and when rust is judged. Common
practice."""

import unittest
from typing import Any

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.pattern.laying import lay
from jug_mingle.core.pattern.layout import Layout
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.motifs import motif
from jug_mingle.core.pattern.printed import on_paper
from jug_mingle.core.pattern.sheets import positions_of
from jug_mingle.core.pattern.surfaces import surfaces_of
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.plan import shopping
from jug_mingle.core.plan.patterned import patterned, tissue_for
from jug_mingle.core.plan.steps import steps_of
from jug_mingle.core.plan.work import PieceWork, Workshop
from tests.core.plan.generated import layer
from tests.core.plan.test_sequences import work

PIECE = usual_piece("card_cabinet")
FRONTS = [one for one in surfaces_of(PIECE) if one.part.startswith("drawer")]


def laid(kind: str, **layout: Any) -> Layer:
    said = Layout(**{"motif": "sprig", "width": 0.1, "height": 0.1, "span": "over_gaps", **layout})
    art = motif("sprig", 0.1).art()
    art = on_paper(art, "leaf") if kind in ("paper", "collage") else art
    one = Pattern(key=(kind,), layout=said, spaces=lay(said, FRONTS), arts=(art,))
    plain = layer(kind, "chalk_paint") if kind == "stencil" else Layer(kind=kind)
    return Layer(kind=kind, films=plain.films, laid_out=one, coats=plain.coats)


def plan(*layers: Layer, **schools: str) -> tuple[PieceWork, Any]:
    one = work("card_cabinet", layer("paint", "chalk_paint", coats=2), *layers)
    return one, steps_of([one], Workshop(schools=schools))


class PatternedTest(unittest.TestCase):
    def test_half_an_hour_a_position(self) -> None:
        """Nine sheets are nine positions; each but the last waits thirty minutes, fifteen where it is lifted
        wet."""
        stencil = laid("stencil", columns=4, rows=3)
        count = len(positions_of(stencil.laid_out)) if stencil.laid_out else 0
        one, _ = plan(stencil)
        unit = next(unit for unit in one.units if unit.key.startswith("fronts"))
        for schools, wait in (({}, 30), ({"stencil_edge": "lifted_wet"}, 15)):
            found = patterned(stencil, unit, 1, schools)
            assert found is not None
            self.assertEqual(found.waits, (count - 1) * wait)
            self.assertIn(f"{count} positions", found.words)
        self.assertIsNone(patterned(layer("paint", "chalk_paint"), unit, 1, {}))
        # What the layout itself says goes before the school, in the plan as where it is laid out.
        own = patterned(
            laid("stencil", columns=4, rows=3, edge="lifted_wet"), unit, 1, {"stencil_edge": "barrier"}
        )
        assert own is not None
        self.assertEqual(own.waits, (count - 1) * 15)

    def test_in_the_steps(self) -> None:
        """The step of a stencil is on the fronts alone, says its positions, and warns of blades."""
        _, found = plan(laid("stencil", columns=4, rows=3, mesh=True, used=8))
        step = next(step for step in found.steps if step.act == "stencil")
        self.assertIn("positions", step.words)
        self.assertIn("blades", step.cautions)
        self.assertEqual(dict(step.uses)["mesh"], 2.0)
        self.assertFalse(
            [step for step in found.steps if step.act == "stencil" and "side" in step.title.lower()]
        )
        lines = {line.key: line for line in shopping.consumables(found.steps)}
        self.assertEqual(lines["mesh"].needed, 2.0)

    def test_sheets_are_bought(self) -> None:
        """Paper is bought in sheets, tissue by sections of a fresh piece each, two to a sheet."""
        one, _ = plan()
        unit = next(unit for unit in one.units if unit.key.startswith("fronts"))
        found = patterned(laid("paper", sheet_width=0.5, sheet_height=0.7), unit, 1, {})
        assert found is not None
        self.assertGreaterEqual(dict(found.uses)["paper_sheets"], 2.0)
        self.assertEqual((tissue_for(0.1), tissue_for(0.9)), (1.0, 2.5))

    def test_rust_is_judged_the_next_day(self) -> None:
        _, found = plan(Layer(kind="rust"), Layer(kind="sealer"))
        self.assertTrue(any(step.act == "rust" for step in found.steps))
        self.assertTrue(any(wait.least >= 720 for wait in found.waits if "rust" in wait.words))


class FinishTest(unittest.TestCase):
    def test_a_layout_reaches_what_it_lies_on(self) -> None:
        one = laid("stencil")
        self.assertTrue(one.reaches(FRONTS[0].name))
        self.assertFalse(one.reaches("side/carcass/carcass/outside"))
        self.assertTrue(Finish(layers=(one,)).layers)
