"""The demo answers as recorded: numbers to the last digit that is said, pictures within 0.3 CIEDE2000."""

import json
import re
import unittest
from collections.abc import Iterator
from typing import Any

import numpy as np
from PIL import Image

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import XYZ_TO_RGB, XYZ_to_Lab
from jug_mingle.core.marked import VALUE
from tests.api.support import DemoCase
from tests.golden.record import DATA, answers, pictures, recorded

_NUMBER = re.compile(r"-?\d+(?:\.\d+)?")


class GoldenTest(DemoCase):
    def test_answers(self) -> None:
        """Every answer says what it said, number by number."""
        wanted = json.loads((DATA / "answers.json").read_text())
        said = dict(answers(self.client))
        answered = {name: one for name, one in said.items() if not name.startswith(("print ", "file "))}
        self.assertEqual(
            sorted(set(unmarked(answered))), [], "numbers in sentences that nobody reads with a comma"
        )
        found = recorded(said)
        self.assertEqual(list(found), list(wanted))
        apart = [line for name in wanted for line in differences(wanted[name], found[name], name)]
        self.assertEqual(apart[:40], [], f"{len(apart)} differences")
        self.assertEqual(places(found), places(wanted))

    def test_pictures(self) -> None:
        """Every picture looks as it did; a level of rounding is no difference."""
        to_XYZ = np.linalg.inv(XYZ_TO_RGB)
        for name, pixels in pictures(self.client):
            with self.subTest(name):
                kept = np.asarray(Image.open(DATA / f"{name.replace(', ', '-')}.png").convert("RGB"))
                self.assertEqual(kept.shape, pixels.shape)
                moved = (np.abs(kept.astype(int) - pixels.astype(int)) > 1).any(axis=-1)
                if moved.any():
                    Lab = [XYZ_to_Lab(_linear(one[moved]) @ to_XYZ.T) for one in (kept, pixels)]
                    self.assertLess(float(delta_E_CIE2000(*Lab).max()), 0.3)


def _linear(levels: Any) -> Any:
    value = levels / 255.0
    return np.where(value <= 0.04045, value / 12.92, ((value + 0.055) / 1.055) ** 2.4)


def unmarked(value: Any) -> Iterator[str]:
    """Yield sentences with a fraction that stands in no mark (`core.marked`)."""
    if isinstance(value, dict | list):
        for one in value.values() if isinstance(value, dict) else value:
            yield from unmarked(one)
    elif isinstance(value, str) and " " in value and re.search(r"\d\.\d", VALUE.sub("", value)):
        yield value


def places(answers: Any) -> dict[str, int]:
    """Return to how many places numbers of a name are rounded, of names that stand often; six is as good as
    none."""
    said: dict[str, list[int]] = {}

    def look(value: Any, name: str) -> None:
        for key, one in value.items() if isinstance(value, dict) else ((name, one) for one in value):
            if isinstance(one, dict | list):
                look(one, key)
            elif isinstance(one, float):
                said.setdefault(key, []).append(min(6, len(repr(one).partition(".")[2])))

    look(answers, "")
    return {name: max(counts) for name, counts in said.items() if len(counts) >= 20}


def differences(wanted: Any, found: Any, where: str) -> Iterator[str]:
    """Yield what differs, by its place in the answer."""
    if isinstance(wanted, dict) and isinstance(found, dict):
        for key in wanted.keys() | found.keys():
            if key not in found:
                yield f"{where}.{key}: gone"
            elif key in wanted:  # an answer may say more than it did
                yield from differences(wanted[key], found[key], f"{where}.{key}")
    elif isinstance(wanted, list) and isinstance(found, list) and len(wanted) == len(found):
        for number, (one, other) in enumerate(zip(wanted, found, strict=True)):
            yield from differences(one, other, f"{where}[{number}]")
    elif not _same(wanted, found):
        yield f"{where}: {wanted!r} became {found!r}"


def _same(wanted: Any, found: Any) -> bool:
    if isinstance(wanted, bool) or isinstance(found, bool) or wanted is None or found is None:
        return wanted is found
    if isinstance(wanted, int | float) and isinstance(found, int | float):
        return abs(wanted - found) <= 0.011 + 1e-3 * abs(wanted)
    if not (isinstance(wanted, str) and isinstance(found, str)):
        return False
    if re.fullmatch(r"#[0-9a-f]{6}", wanted) and re.fullmatch(r"#[0-9a-f]{6}", found):
        return all(abs(int(wanted[i : i + 2], 16) - int(found[i : i + 2], 16)) <= 1 for i in (1, 3, 5))
    numbers = [[float(n) for n in _NUMBER.findall(text)] for text in (wanted, found)]
    alike = _NUMBER.sub("#", wanted) == _NUMBER.sub("#", found)
    return alike and all(abs(a - b) <= 0.11 + 1e-2 * abs(a) for a, b in zip(*numbers, strict=True))


if __name__ == "__main__":
    unittest.main()
