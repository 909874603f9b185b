"""The interface is made by one hand: one scale of measures, its own drawings of what the trade has, no
others."""

import re
import unittest
from pathlib import Path

from PIL import Image

from jug_mingle.core.pieces import FORMS
from jug_mingle.core.practice.techniques import CARDS

ROOT = Path(__file__).parents[1]
WEB = ROOT / "web"
SIGNS = WEB / "src" / "signs"
SCALED = re.compile(
    r"(?<![-\w])(font-size|border(?:-[a-z]+)*-radius|(?:row-|column-)?gap|padding(?:-[a-z]+)?|"
    r"margin(?:-[a-z]+)?): ([^;{}]+);"
)
OWN = re.compile(r"(?<![-\w.])(?:[3-9]|[12]\d|3[0-6])(?:\.\d+)?px|(?<![-\w])[\d.]+rem")
"""A measure between 3 and 36 px, or one of the type's, that is written out: those up to there are the
scale's."""


def styles() -> dict[str, str]:
    """Return the styles of every component and sheet, by their names, but for the scale itself."""
    found = {
        str(path.relative_to(WEB)): "\n".join(
            re.findall(r"<style[^>]*>(.*?)</style>", path.read_text(), re.DOTALL)
        )
        for path in (WEB / "src").rglob("*.vue")
    }
    return {**found, "theme.css": (WEB / "src" / "shared" / "theme.css").read_text()}


class ScaleTest(unittest.TestCase):
    def test_every_measure_is_of_the_scale(self) -> None:
        wrong = [
            f"{name}: {prop}: {value}"
            for name, text in styles().items()
            for prop, value in SCALED.findall(text)
            if OWN.search(re.sub(r"calc\([^;]*\)", "", value))
        ]
        self.assertEqual(wrong, [])

    def test_what_is_used_is_there(self) -> None:
        """Each measure that a style names stands in the scale, and each of the scale is used."""
        scale = (WEB / "src" / "shared" / "scale.css").read_text()
        names = set(re.findall(r"--(?:type|space|round|line|reach|rail|jugs|side)[-\w]*", scale))
        used = set(
            re.findall(
                r"var\((--(?:type|space|round|line|reach|rail|jugs|side)(?![a-z])[-\w]*)", str(styles())
            )
        )
        self.assertEqual((used - names - {"--line", "--said"}, names - used), (set(), set()))


class SignsTest(unittest.TestCase):
    def test_every_form_and_tool_is_drawn(self) -> None:
        drawn = {path.stem for path in SIGNS.glob("*.svg")}
        self.assertEqual({f"form-{key}" for key in FORMS} - drawn, set())
        self.assertEqual(
            {f"tool-{sign}" for card in CARDS.values() for sign in card.signs.split()} - drawn, set()
        )
        self.assertTrue(all(card.signs for card in CARDS.values()))

    def test_in_ink(self) -> None:
        """Each takes the colour of the words beside it, in forced colours too, and no other; all are of one
        size."""
        for path in SIGNS.glob("*.svg"):
            with self.subTest(path.stem):
                text = path.read_text()
                self.assertIn('viewBox="0 0 24 24"', text)
                self.assertLessEqual(
                    set(re.findall(r'(?:fill|stroke)="([^"]+)"', text)), {"none", "currentColor"}
                )
                self.assertLess(len(text), 1000)

    def test_none_is_drawn_for_nothing(self) -> None:
        """Each drawing is shown somewhere."""
        code = "\n".join(
            path.read_text() for path in (WEB / "src").rglob("*.[vt]*") if path.suffix in (".vue", ".ts")
        )
        known = {f"form-{key}" for key in FORMS} | {
            f"tool-{sign}" for card in CARDS.values() for sign in card.signs.split()
        }
        known |= {f"sheen-{word}" for word in ("flat", "matte", "eggshell", "satin", "gloss")}
        drawn = {path.stem for path in SIGNS.glob("*.svg")}
        self.assertEqual(
            {name for name in drawn - known if f"'{name}'" not in code and f'"{name}"' not in code}, set()
        )

    def test_no_common_set(self) -> None:
        """No package of signs is asked for: the trade has its own."""
        self.assertNotRegex((WEB / "package.json").read_text(), r"icon|lucide")


class PicturesTest(unittest.TestCase):
    def test_moving_picture(self) -> None:
        """The main job as a moving picture of less than 3 MB, and fewer than 20 of the places, all named."""
        film = ROOT / "docs" / "main-job.webp"
        self.assertLess(film.stat().st_size, 3_000_000)
        with Image.open(film) as picture:
            self.assertGreater(picture.n_frames, 10)  # type: ignore[attr-defined]
        shots = list((ROOT / "docs" / "screenshots").iterdir())
        self.assertLess(len(shots), 20)
        readme = (ROOT / "README.md").read_text()
        self.assertEqual([path.name for path in shots if f"docs/screenshots/{path.name}" not in readme], [])
