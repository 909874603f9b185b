"""The fitted shelf is made once."""

import shutil
import tempfile
from contextlib import closing
from pathlib import Path
from typing import Any
from unittest.mock import patch

import numpy as np
from sqlalchemy import event

from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.optics.film import R_body
from jug_mingle.services import kept_fit, materials, readings, shelf_fit
from jug_mingle.store.database import open_database
from tests.services.support import ServiceCase


class ShelfTest(ServiceCase):
    def test_fit_is_kept_until_something_changes(self) -> None:
        """The same shelf is not fitted twice, nor when less is in a tin; a new reading or a fact of its label
        makes it anew."""
        first = shelf_fit.fitted_shelf(self.session)
        self.assertIs(shelf_fit.fitted_shelf(self.session).log_K, first.log_K)
        row = next(row for row in materials.material_rows(self.session) if row.key == "blue")
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
            swatches=[Swatch(seen=np.array([36.0, 5.0, -39.0]))],
        )  # fmt: skip
        second = shelf_fit.fitted_shelf(self.session)
        self.assertIsNot(second.log_K, first.log_K)
        row.left_ml = 10.0
        self.session.flush()
        third = shelf_fit.fitted_shelf(self.session)
        self.assertIs(third.log_K, second.log_K)
        self.assertEqual(third.materials[third.index("blue")].left, 10.0)
        row.volume_solids = 0.2
        self.session.flush()
        self.assertIsNot(shelf_fit.fitted_shelf(self.session).log_K, third.log_K)

    def test_large_shelf_of_earlier_code(self) -> None:
        """A large shelf is shown as earlier code had it until its own fit was made; a small one waits for
        that."""
        shelf_fit.renew_fit(self.session)
        for large, fits in ((1, (0, 1)), (60, (1, 1))):
            with (
                patch("jug_mingle.services.kept_fit.physics", return_value=f"of day {large}"),
                patch("jug_mingle.services.shelf_fit._LARGE", large),
                patch("jug_mingle.services.shelf_fit.characterise", wraps=characterise) as made,
            ):
                shown = shelf_fit.fitted_shelf(self.session)
                self.assertEqual(made.call_count, fits[0])
                shelf_fit.renew_fit(self.session)
                self.assertEqual(made.call_count, fits[1])
                self.assertEqual(shelf_fit.fitted_shelf(self.session).log_K is shown.log_K, bool(fits[0]))

    def test_kept_for_the_next_start(self) -> None:
        """In a moved folder the kept fit is found, and not made; where a reading says something else, it is
        made."""
        first = shelf_fit.fitted_shelf(self.session)
        shelf_fit.renew_fit(self.session)
        self.assertTrue((self.path / kept_fit.NAME).exists())
        self.session.commit()
        with tempfile.TemporaryDirectory() as there:
            copied = Path(shutil.copytree(self.path, Path(there) / "moved"))
            with (
                closing(open_database(copied)) as moved,
                moved.write.sessions() as session,
                patch("jug_mingle.services.shelf_fit.characterise", wraps=characterise) as made,
            ):
                found = shelf_fit.fitted_shelf(session)
                self.assertEqual(made.call_count, 0)
                np.testing.assert_array_equal(found.log_K, first.log_K)
                readings.reading_rows(session)[0].noise = 0.6
                session.flush()
                shelf_fit.fitted_shelf(session)
                self.assertEqual(made.call_count, 1)

    def test_readings_come_back_whole(self) -> None:
        """A film over a ground is stored and read with its thickness and ground."""
        row = materials.add_material(self.session, key="tea", name="Tea", kind="water_stain", left_ml=100)
        paper = R_body(np.full(36, 0.85), 0.9)
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=0.9, thickness_error=0.1,
            swatches=[Swatch(seen=np.linspace(0.15, 0.75, 36), X=12.5, R_g=paper)],
        )  # fmt: skip
        found = shelf_fit.fitted_shelf(self.session)
        self.assertLess(max(found.misses.values()), 3.0)
        self.assertGreater(float(found.optics("tea").K.mean()), float(found.optics("tea").S.mean()))

    def test_statements_do_not_grow_with_the_shelf(self) -> None:
        """Loading the shelf takes a handful of statements, however many tins and readings there are."""
        counts = []
        for extra in (0, 12):
            for number in range(extra):
                row = materials.add_material(
                    self.session, key=f"p{number}", name=f"P {number}", kind="acrylic", left_ml=1
                )
                readings.add_reading(
                    self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
                    swatches=[Swatch(seen=np.array([50.0, 0, 0]))],
                )  # fmt: skip
            self.session.commit()
            said: list[str] = []
            with self.database.read() as session:

                def listen(*args: Any, said: list[str] = said) -> None:
                    said.append(args[2])

                event.listen(self.database.engine, "before_cursor_execute", listen)
                shelf_fit.fitted_shelf(session)
                event.remove(self.database.engine, "before_cursor_execute", listen)
            counts.append(len(said))
        self.assertEqual(counts[0], counts[1])
        self.assertLess(counts[0], 8)
