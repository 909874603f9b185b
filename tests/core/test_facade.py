"""The documented facade of the core."""

import doctest
import unittest

import jug_mingle.core


def load_tests(
    _loader: unittest.TestLoader, tests: unittest.TestSuite, _pattern: str | None
) -> unittest.TestSuite:
    """Run the examples in the docstrings."""
    tests.addTests(doctest.DocTestSuite(jug_mingle.core))
    return tests


class FacadeTest(unittest.TestCase):
    def test_everything_named_is_there(self) -> None:
        for name in jug_mingle.core.__all__:
            self.assertTrue(hasattr(jug_mingle.core, name), name)
        self.assertEqual(len(set(jug_mingle.core.__all__)), len(jug_mingle.core.__all__))
