"""Recipes for a target from the shelf, by hand, side by side, and what lies behind them."""

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.recipes.lacking import nearest_words, unsure_words
from jug_mingle.documents.colour_source import FromText
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import materials, recipes, targets, tin_tests
from jug_mingle.services.colours import resolve
from jug_mingle.services.recipes import PourAsked
from tests.services.support import BLUE, ServiceCase

WINDOW = (light("window"),)
SKY = [PourAsked(material="white", parts=3, ml=150.0), PourAsked(material="blue", parts=1, ml=50.0)]
PALE = [PourAsked(material="white", parts=9, ml=180.0), PourAsked(material="blue", parts=1, ml=20.0)]


class FoundTest(ServiceCase):
    def found(self, **changes: object) -> recipes.Found:
        asked = {
            "target_id": self.target.id, "batch": 200.0, "tool_key": "parts", "parts": 12, "use": (),
            "avoid": (), "most_tins": 3, "lights": ("window",),
        }  # fmt: skip
        return recipes.recipes_for(self.session, **{**asked, **changes})  # type: ignore[arg-type]

    def test_recipes(self) -> None:
        found = self.found()
        self.assertEqual({len(r.pours) for r in found.recipes}, {1, 2, 3})
        np.testing.assert_allclose(found.target.R, BLUE)

    def test_refusals_are_named(self) -> None:
        """What cannot be used is told from what contradicts the shelf."""
        with self.assertRaises(UnfitError):
            self.found(batch=0.0)
        with self.assertRaises(UnfitError):
            self.found(tool_key="ladle")
        with self.assertRaises(ConflictError):
            self.found(avoid=("white", "blue", "ochre"))
        with self.assertRaises(NotFoundError):
            self.found(target_id=99)

    def test_only_what_stands_there(self) -> None:
        """A tin that was put away is in no recipe, and asking for it is refused by its name."""
        materials.remove_material(self.session, "blue")
        self.assertNotIn("blue", {pour.key for recipe in self.found().recipes for pour in recipe.pours})
        with self.assertRaisesRegex(UnfitError, "no tin 'blue' on the shelf"):
            self.found(use=("blue",))

    def test_what_is_lacking(self) -> None:
        """From white and ochre no blue comes: it is said, with what would help; with the blue nothing is
        lacking."""
        self.assertIsNone(self.found().lack)
        lack = self.found(avoid=("blue",)).lack
        assert lack is not None
        self.assertIn("too yellow", lack.misses)
        self.assertGreater(lack.nearest, 10.0)

    def test_shelf_measure_and_knowledge_are_three_facts(self) -> None:
        """A pale grey-blue that a scale pours is no fault of the shelf; nor is one that is computed near of
        tins that nobody has read. What no measure reaches is."""
        for key in ("white", "blue", "ochre"):
            materials.remove_material(self.session, key)
        for key, text in (
            ("chalk", "#f2f0ea"), ("soot", "#3a3a3c"), ("deep", "#33517e"), ("sand", "#b8893c"),
            ("brick", "#8e3b34")
        ):  # fmt: skip
            row = materials.add_material(
                self.session, key=key, name=key.title(), kind="chalk_paint", left_ml=9000
            )
            tin_tests.first_colour(self.session, row, resolve(self.session, self.folder, FromText(text=text)))
        said = {}
        for text in ("#a7bcc0", "#7fa39a", "#00c853"):
            R = resolve(self.session, self.folder, FromText(text=text)).R
            wanted = targets.add_target(self.session, job_id=self.job.id, name=text, R=R, noise=1.0,
                photo_id=None,
                                        source={}, how="typed")  # fmt: skip
            found = self.found(target_id=wanted.id, batch=500.0)
            said[text] = f"{nearest_words(found.lack)} {unsure_words(found.recipes)}"
        self.assertIn("Weighed on a scale the same tins come to", said["#a7bcc0"])
        for text in ("#a7bcc0", "#7fa39a"):
            self.assertNotIn("does not reach", said[text], text)
        self.assertIn("The shelf does not reach this colour", said["#00c853"])


class ByHandTest(ServiceCase):
    def by_hand(self, asked: list[PourAsked], batch: float | None = None) -> list[tuple[str, float]]:
        recipe, _ = recipes.try_by_hand(
            self.session, self.target.id, asked, tool_key="scale", lights=WINDOW, batch=batch
        )
        return [(pour.key, pour.ml) for pour in recipe.pours]

    def test_amounts(self) -> None:
        """Without a batch each pour is as asked; with one it is shared out by parts, and adds up."""
        self.assertEqual(self.by_hand(SKY), [("white", 150.0), ("blue", 50.0)])
        shared = dict(self.by_hand(SKY, batch=100.0))
        self.assertAlmostEqual(sum(shared.values()), 100.0, delta=0.2)
        self.assertAlmostEqual(shared["white"] / shared["blue"], 3.0, delta=0.05)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(UnfitError, "stands twice"):
            self.by_hand([*SKY, SKY[0]])
        materials.add_material(self.session, key="varnish", name="Varnish", kind="oil_varnish", left_ml=100)
        with self.assertRaises(UnfitError):
            self.by_hand([*SKY, PourAsked(material="varnish", parts=1, ml=1.0)])
        materials.remove_material(self.session, "blue")
        with self.assertRaisesRegex(NotFoundError, "no tin 'blue'"):
            self.by_hand(SKY)

    def test_beside(self) -> None:
        """Two recipes are as far apart as their colours are, and each hides in its own coats."""
        white = [PourAsked(material="white", parts=1, ml=50.0)]
        both = recipes.set_beside(
            self.session, self.target.id, SKY, white, tool_key="scale", lights=WINDOW, ground_key="oak"
        )
        first, second = (R_to_Lab(recipe.R, WINDOW[0]) for recipe in both.recipes)
        self.assertAlmostEqual(both.apart[0], float(delta_E_CIE2000(first, second)), places=9)
        self.assertGreater(both.apart[0], 3.0)
        self.assertNotEqual(*both.coats, both.coats)
        for asked, coats in zip((SKY, white), both.coats, strict=True):
            explained, title = recipes.explanation_of(self.session, self.target.id, asked, ground_key="oak")
            self.assertEqual((explained.coats, title.lower()), (coats, "oak"))


class TellingSwatchTest(ServiceCase):
    def test_tells(self) -> None:
        """Known only as masstones, a tint tells most; it is read with the white, and leaves less doubt than
        before."""
        found = recipes.telling_swatch(self.session, SKY)
        assert found is not None
        self.assertLessEqual(found.after, 0.8 * found.before)
        self.assertLessEqual({key for key, _ in found.volumes}, {"white", "blue"})

    def test_none(self) -> None:
        """Without a white there is nothing to let down with; what is not on the shelf is refused."""
        with self.assertRaises(NotFoundError):
            recipes.telling_swatch(self.session, [PourAsked(material="gone", parts=1, ml=1.0)])
        for light_enough in ("white", "ochre"):
            materials.remove_material(self.session, light_enough)
        self.assertIsNone(recipes.telling_swatch(self.session, SKY[1:]))
