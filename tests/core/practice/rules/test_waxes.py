"""Rules about wax and oil below films, and about coloured wax on what is raw. What is expected is common
practice."""

import unittest

from jug_mingle.core.finishes import Film
from jug_mingle.core.optics.film import Optics
from tests.core.practice.support import layer, of, remarks, said

PAINT, SEAL = layer("paint", "chalk_paint"), layer("sealer")
TRACE = {"place": "recess", "wipe": 0.9, "amount": 0.5}
WHOLE = {"place": "everywhere", "wipe": 0.9}
GILDING = layer("metallic", "gilding_wax")


class FilmOverWaxTest(unittest.TestCase):
    def test_water_based_wax_takes_a_clear_coat(self) -> None:
        """M185, tinted water-based wax is a film like any other."""
        self.assertFalse(
            {"film_over_wax", "film_over_wiped_wax"} & set(said(PAINT, layer("wax", "tinting_wax"), SEAL))
        )

    def test_solvent_wax_does_not(self) -> None:
        """A full coat of solvent wax takes no film, whatever lies between; a trace in recesses is done both
        ways."""
        for between in ((), (GILDING,), (layer("distress"),)):
            full = said(PAINT, layer("wax", "clear_wax", **WHOLE), *between, SEAL)
            self.assertEqual(full["film_over_wax"], "wrong")
            trace = said(PAINT, SEAL, layer("wax", "coloured_wax", **TRACE), *between, SEAL)
            self.assertEqual(trace.get("film_over_wiped_wax"), "school")
            self.assertNotIn("film_over_wax", trace)

    def test_paint_over_wax_and_oil(self) -> None:
        for below in (layer("wax", "coloured_wax", **TRACE), layer("wax", "clear wax", **WHOLE)):
            self.assertEqual(said(below, PAINT)["film_over_wax"], "wrong")
        self.assertEqual(said(layer("oil"), PAINT)["water_over_oil"], "wrong")
        self.assertNotIn("water_over_oil", said(layer("oil"), layer("paint", "oil_enamel")))


class ColouredWaxTest(unittest.TestCase):
    def test_schools(self) -> None:
        """D001, D003, J023: dark wax over dried light wax, or over a clear coat, is right; alone on raw paint
        it is the question of schools. The shelf's own clear or light wax counts as clear, whatever its
        name."""
        K = of("coloured_wax", "black").optics.K
        own = Film(name="Shop paste no 4", optics=Optics(K=K * 0.001, S=K * 0.0), X=9.0, veil=0.5, base="wax",
                   facts=of("light_wax").facts)  # fmt: skip
        dark = layer("wax", of("coloured_wax", "black"), **TRACE)
        for below in (
            SEAL,
            layer("wax", "light_wax", **WHOLE),
            layer("wax", own, **WHOLE),
            layer("wax", "clear wax"),
        ):
            self.assertNotIn("wax_on_raw", said(PAINT, below, dark))
        self.assertEqual(said(PAINT, dark)["wax_on_raw"], "school")
        self.assertEqual(said(PAINT, dark)["dark_wax_wiped_hard"], "advice")
        self.assertNotIn("wax_on_raw", said(layer("paint", "enamel"), dark))
        self.assertNotIn("wax_on_raw", said(PAINT, layer("wax", own, **WHOLE)))

    def test_ageing_powder(self) -> None:
        """M097: into crevices after the wax has dried to the touch; it seals nothing."""
        powder = layer("wax", "ageing_powder", place="recess")
        self.assertNotIn("powder_without_wax", said(PAINT, layer("wax", "clear wax", **WHOLE), powder))
        self.assertLessEqual({"powder_without_wax", "unsealed"}, set(said(PAINT, powder)))

    def test_powder_laid_otherwise(self) -> None:
        """Brushed on as a dry brush over wax it is no film that would peel."""
        waxed = (PAINT, layer("wax", "clear wax", **WHOLE))
        self.assertNotIn("film_over_wax", said(*waxed, layer("dry_brush", "ageing_powder", place="recess")))
        self.assertIn("film_over_wax", said(*waxed, layer("dry_brush", "chalk_paint")))

    def test_clear_coat_between(self) -> None:
        """What lies on a clear coat holds on that, whatever wax or oil is below it; the clear coat itself is
        judged."""
        waxed = (PAINT, layer("wax", "clear wax", **WHOLE))
        found = remarks(*waxed, SEAL, layer("stencil", "chalk_paint"))
        self.assertEqual([one.layer for one in found if one.rule == "film_over_wax"], [2])
        oiled = remarks(layer("oil"), layer("sealer", "oil_varnish"), PAINT)
        self.assertNotIn("water_over_oil", {one.rule for one in oiled})

    def test_eraser(self) -> None:
        """J064: clear wax lifts coloured wax laid just before it."""
        wax = layer("wax", "coloured_wax", **TRACE)
        self.assertNotIn("eraser_without_wax", said(PAINT, wax, layer("wax_eraser")))
        self.assertEqual(said(PAINT, layer("wax_eraser"))["eraser_without_wax"], "wrong")
