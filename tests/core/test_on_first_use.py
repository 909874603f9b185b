"""A library that stands aside is loaded by its first use, and not before."""

import subprocess
import sys
import unittest

from jug_mingle.core.on_first_use import OnFirstUse

CODE = """import sys
from jug_mingle.core.on_first_use import OnFirstUse
colours = OnFirstUse("colorsys")
print("colorsys" in sys.modules, round(colours.rgb_to_hls(1, 0, 0)[1], 3), "colorsys" in sys.modules)
"""


class OnFirstUseTest(unittest.TestCase):
    def test_loaded_by_its_first_use(self) -> None:
        said = subprocess.run([sys.executable, "-c", CODE], capture_output=True, text=True, check=True)
        self.assertEqual(said.stdout.split(), ["False", "0.5", "True"])

    def test_what_is_not_there(self) -> None:
        with self.assertRaises(ModuleNotFoundError):
            _ = OnFirstUse("no_such_library").anything

    def test_a_start_loads_no_more_than_it_needs(self) -> None:
        """The server's modules alone bring none of what only some requests need."""
        code = "import sys, jug_mingle.api.app; print([m for m in ("
        code += "'cv2', 'numba', 'ortools', 'reportlab', 'pillow_heif', "
        code += "'icalendar', 'segno', 'python_calamine', 'alembic') if m in sys.modules])"
        said = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
        self.assertEqual(said.stdout.strip(), "[]")
