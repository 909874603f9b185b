"""Measuring tools and batches."""

import unittest

from jug_mingle.core.measuring.tools import TOOLS, check_batch, lowest_terms, tool


class ToolTest(unittest.TestCase):
    def test_scale_unit(self) -> None:
        """A tenth of a gram is less than a tenth of a millilitre of a heavy paint."""
        self.assertAlmostEqual(tool("scale").unit(1.45) or 0.0, 0.1 / 1.45)
        self.assertIsNone(tool("parts").unit(1.0))
        self.assertEqual(TOOLS["spoons"].step, 2.5)

    def test_bad(self) -> None:
        with self.assertRaisesRegex(ValueError, "no measuring tool 'thimble'"):
            tool("thimble")
        for batch in (0.0, -5.0, 1e6, float("nan")):
            with self.subTest(batch), self.assertRaisesRegex(ValueError, "from .1 to 20000 ml"):
                check_batch(batch)

    def test_terms(self) -> None:
        self.assertEqual(lowest_terms((6, 9, 3)), (2, 3, 1))
