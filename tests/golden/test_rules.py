"""The rules of the core say what they said, word by word and number by number (tests/golden/rules.py)."""

import json
import unittest

from tests.golden.rules import FILE, said
from tests.golden.test_golden import differences


class RulesTest(unittest.TestCase):
    def test_as_they_were(self) -> None:
        """Forms, materials, remarks, steps and their hours; a number may move by a fiftieth of its last
        digit."""
        wanted, found = json.loads(FILE.read_text()), said()
        self.assertEqual(list(found), list(wanted))
        apart = [line for name in wanted for line in differences(wanted[name], found[name], name)]
        self.assertEqual(apart[:20], [], f"{len(apart)} differences")
