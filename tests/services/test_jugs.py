"""Vessels: the known ones, the person's own, and which holds a batch."""

from math import pi

from jug_mingle.core.measuring.jugs import JUGS
from jug_mingle.errors import ConflictError, UnfitError
from jug_mingle.services import jugs
from tests.services.support import ServiceCase


class JugsTest(ServiceCase):
    def add(self, name: str, **measures: object) -> None:
        asked = {"bottom": None, "top": None, "neck": None, "height": None, "marks": ()}
        jugs.add_jug(self.session, name=name, **{**asked, **measures})  # type: ignore[arg-type]

    def test_own(self) -> None:
        """A straight vessel of 100 mm by 100 mm holds its cylinder: π/4 litres."""
        self.add("crock", bottom=100.0, height=100.0)
        self.assertEqual(list(jugs.all_jugs(self.session)), [*JUGS, "crock"])
        self.assertAlmostEqual(jugs.jug_named(self.session, "crock").capacity, 250 * pi, places=3)
        with self.assertRaisesRegex(ConflictError, "stands there already"):
            self.add("crock", bottom=80.0, height=90.0)

    def test_smallest_with_room_to_stir(self) -> None:
        """700 ml fill six sevenths of 817 ml; a little more needs the next size; nothing holds a barrel."""
        self.add("crock", bottom=102.0, height=100.0)
        holds = jugs.jug_named(self.session, "crock").capacity * 6 / 7
        self.assertEqual(jugs.jug_for(self.session, holds - 0.1), "crock")
        self.assertNotEqual(jugs.jug_for(self.session, holds + 0.1), "crock")
        self.assertEqual(jugs.jug_for(self.session, 1e6), "bucket")

    def test_refused(self) -> None:
        with self.assertRaisesRegex(UnfitError, "no jug 'thimble'; known are paper cup"):
            jugs.jug_named(self.session, "thimble")
        with self.assertRaisesRegex(UnfitError, "measure its inner diameter"):
            self.add("vase")
