"""Colours over a ground, as a job asks for them; grounds that are jugs and strips; fields that teach."""

import io
from datetime import date
from typing import Any

import numpy as np
from pypdf import PdfReader

from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.marked import plain
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.over import HAND_ERROR
from jug_mingle.documents.laid import FieldIn, LaidIn
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import (
    batch_rescue,
    batches,
    jobs,
    materials,
    mixes,
    over,
    preparations,
    prints,
    remix,
    strip_readings,
    strips,
    wood_fields,
)
from jug_mingle.services.colours import Colour
from jug_mingle.services.predictions import (
    assess_batch,
    ground_over,
    laid_otherwise,
    look_of,
    over_name,
    poured_of,
    pours_of,
)
from jug_mingle.services.recipes import PourAsked
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import MixRow, ReadingRow
from tests.services.support import BLUE, ServiceCase

OAK = LaidIn(kind="stain", over="oak", wait=4.0)


class OverCase(ServiceCase):
    def setUp(self) -> None:
        super().setUp()
        self.stain = materials.add_material(
            self.session, name="Tea", kind="water_stain", left_ml=500, full_ml=500
        )

    def laid(self, laid: LaidIn = OAK, **more: Any) -> MixRow:
        asked = {"job_id": self.job.id, "target_id": None, "name": "Tea", "batch": 100.0, "tool_key": "parts",
                 "pours": [PourAsked(material=self.stain.key, parts=1, ml=100.0)]}  # fmt: skip
        return mixes.add_mix(self.session, **{**asked, **more}, laid=laid)

    def colour(self, R: Any) -> Colour:
        return Colour(R=np.clip(R, 0.0, 1.0), noise=0.5, how="reader", spectral=True)


class GroundOverTest(OverCase):
    def test_jugs_and_strips(self) -> None:
        """A stained wood still takes in, a painted one does not; a strip is the ground that it shows."""
        stained, painted = self.laid(), self.mix()
        self.assertEqual(ground_over(self.session, self.job.id, f"mix:{stained.id}").takes, "oak")
        self.assertEqual(ground_over(self.session, self.job.id, f"mix:{painted.id}").takes, "")
        strip = strips.add_offcut(
            self.session, self.job.id, self.colour(BLUE), mix_id=stained.id, material=None, ground="",
            coats=1, wiped_after=None, board="", notes="", laid=FieldIn(over="oak", wait=4.0),
        )  # fmt: skip
        seen = ground_over(self.session, self.job.id, f"strip:{strip.id}")
        np.testing.assert_allclose(seen.R_seen, np.array(strip.R))
        self.assertEqual(seen.takes, "oak")
        self.assertEqual(over_name(self.session, stained, pours_of(stained)), "oak")

    def test_refused(self) -> None:
        other = jobs.add_job(self.session, name="Other")
        mix = self.laid()
        for job, name in ((other.id, f"mix:{mix.id}"), (self.job.id, "strip:9"), (self.job.id, "mix:99")):
            with self.assertRaises(NotFoundError):
                ground_over(self.session, job, name)
        mix.laid = OAK.model_copy(update={"over": f"mix:{mix.id}"}).model_dump()
        with self.assertRaisesRegex(UnfitError, "lies over itself"):
            ground_over(self.session, self.job.id, f"mix:{mix.id}")
        with self.assertRaises(UnfitError):
            self.laid(OAK.model_copy(update={"over": "marble"}))

    def test_water_comes_from_a_tin(self) -> None:
        """A wash is kept with its water as a pour; where no water stood on the shelf, it does then."""
        wash = self.laid(LaidIn(kind="wash", over="oak"), water=2.0,
                         pours=[PourAsked(material="ochre", parts=1, ml=50.0)])  # fmt: skip
        pours = [(pour.material.kind, pour.parts, pour.ml) for pour in wash.pours]
        self.assertEqual(pours[1], ("thinner", 2, 100.0))
        fine = self.laid(LaidIn(kind="paint_stain", over="oak"), water=0.25,
                         pours=[PourAsked(material="ochre", parts=1, ml=80.0)])  # fmt: skip
        self.assertEqual([(pour.parts, pour.ml) for pour in fine.pours], [(4, 80.0), (1, 20.0)])


class FieldsTest(OverCase):
    def test_a_field_teaches(self) -> None:
        """A field that dried darker than was predicted makes the next prediction darker, the same field
        nearer."""
        mix = self.laid()
        before = look_of(self.session, mix, pours_of(mix))
        dark = self.colour(before * 0.6)
        strip = strips.add_offcut(
            self.session, self.job.id, dark, mix_id=mix.id, material=None, ground="", coats=1,
            wiped_after=None,
            board="Tea", notes="", laid=FieldIn(over="oak", wait=4.0), bare=self.colour(ground("oak").R_seen),
        )  # fmt: skip
        self.assertIsNotNone(strip.reading_id)
        self.assertEqual((strip.ground, strip.wiped_after), ("oak", 4.0))
        after = look_of(self.session, mix, pours_of(mix))
        self.assertLess(np.abs(after - dark.R).mean(), 0.5 * np.abs(before - dark.R).mean())
        self.assertIn(("oak", self.stain.key), fitted_shelf(self.session).taking)
        self.assertEqual(strips.how_of(strip), "wiped hard after 4 minutes, one coat")
        strips.change_strip(self.session, strip.id, {"notes": "back of the door"})
        with self.assertRaisesRegex(ConflictError, "keep it anew"):
            strips.change_strip(self.session, strip.id, {"wiped_after": 9.0})

    def test_what_was_put_over_it(self) -> None:
        """Half of a field sealed is a field of its own, whose surface is that of the seal."""

        def field(laid: LaidIn | FieldIn) -> ReadingRow:
            poured = {self.stain.key: 1.0}
            blue = self.colour(BLUE)
            return wood_fields.read_field(
                self.session, self.job.id, blue, laid, poured, pour_error=0.0, about={}
            )

        for finish, veil in (("", 0.9), ("sealed", 0.35)):
            row = field(FieldIn(over="oak", wait=4.0, finish=finish))
            self.assertEqual((row.veil, row.about["laying"]["wait"]), (veil, 4.0))
        glaze = LaidIn(kind="glaze", over="oak")  # over a clear coat: the oak below takes none of it in
        self.assertNotIn("laying", field(glaze).about)
        self.assertEqual(ground_over(self.session, self.job.id, f"mix:{self.laid(glaze).id}").takes, "")
        self.assertNotIn("laying", field(FieldIn(over="old_white_paint")).about)
        thick = [field(one).thickness_error for one in (FieldIn(over="oak", wait=4.0), glaze)]
        self.assertEqual(thick, [HAND_ERROR, 0.3])


class BenchTest(OverCase):
    def test_laid_otherwise(self) -> None:
        """A jug that is seen through is not rescued by what is added: it is laid otherwise, nearer to its
        colour."""
        mix = self.laid(target_id=self.target.id)
        row = batches.begin_batch(self.session, mix.id, jug=None)
        batches.make_pour(self.session, row.id, place=0, material=self.stain.key, ml=100.0, how="eye")
        dark = self.colour(look_of(self.session, mix, pours_of(mix)) * 0.7)
        strip_readings.read_strip(self.session, row.id, dark, anyway=True)
        way = laid_otherwise(self.session, row)
        assert way is not None
        self.assertLessEqual(
            way.worst, assess_batch(self.session, row, np.array(self.target.R), [DAYLIGHT]).worst
        )
        with self.assertRaisesRegex(ConflictError, "lay it otherwise"):
            batch_rescue.rescue(self.session, row.id, tool_key="syringe")
        self.assertIsNone(
            laid_otherwise(self.session, batches.begin_batch(self.session, self.mix().id, jug=None))
        )

    def test_mixed_again(self) -> None:
        """Mixed again it is laid as it was; where a tin is gone it is looked for over what is below."""
        mix = self.laid(target_id=self.target.id)
        again = remix.remix(self.session, mix.id, batch=50.0, tool_key="parts", lights=[DAYLIGHT])
        assert again.same is not None
        np.testing.assert_allclose(again.same.R, look_of(self.session, mix, pours_of(mix)), atol=1e-6)
        materials.remove_material(self.session, self.stain.key)
        gone = remix.remix(self.session, mix.id, batch=50.0, tool_key="parts", lights=[DAYLIGHT])
        self.assertEqual((gone.same, gone.substitutes), (None, []))
        self.assertIn("another way over what is below", remix.missing_words(gone))

    def test_printed(self) -> None:
        """Label and card say how it is laid and over what, and for how long there is no figure; a board its
        fields."""
        mix = self.laid()
        day = date(2026, 11, 27)
        label = prints.printed(self.session, mix.id, "label", jug=None, unit="ml", day=day)
        card = prints.printed(self.session, mix.id, "card", jug=None, unit="ml", day=day)
        for data, words in (
            (label, "no figure is agreed: mix for the job"),
            (card, "Tea Wiped hard after 4 minutes, one coat, over oak. Dry a strip first."),
        ):
            self.assertIn(words, PdfReader(io.BytesIO(data)).pages[0].extract_text().replace("\n", " "))
        for wait in (1.0, 8.0):
            strips.add_offcut(
                self.session, self.job.id, self.colour(BLUE), mix_id=mix.id, material=None, ground="",
                coats=1, wiped_after=None, board="Tea", notes="", laid=FieldIn(over="oak", wait=wait),
            )  # fmt: skip
        said = PdfReader(
            io.BytesIO(prints.board_of(self.session, self.job.id, "Tea", day=date(2026, 11, 27)))
        )
        self.assertIn("2. Tea", said.pages[0].extract_text())
        self.assertIn("after 8 minutes", said.pages[0].extract_text())
        with self.assertRaises(NotFoundError):
            prints.board_of(self.session, self.job.id, "none", day=date(2026, 11, 27))


class WaysTest(OverCase):
    def test_found_and_by_hand(self) -> None:
        found = over.ways_for(
            self.session, self.target.id, over="oak", allowed=over.Allowed(), lights=(DAYLIGHT,)
        )
        self.assertTrue(found.ways)
        step = over.StepAsked(kind="stain", parts=((self.stain.key, 1),), water=0.0, laying=Laying(wait=2.0))
        way, _, on = over.try_way(
            self.session,
            self.job.id,
            [step],
            over="oak",
            target_id=None,
            tool_key="parts",
            lights=(DAYLIGHT,),
        )
        self.assertEqual((len(way.steps), on.name), (1, "Oak"))

    def test_refused(self) -> None:
        oil = materials.add_material(self.session, name="Bark", kind="oil_stain", left_ml=100, full_ml=100)

        def by_hand(*parts: tuple[str, int], water: float = 0.0) -> None:
            step = over.StepAsked(kind="stain", parts=parts, water=water, laying=Laying())
            over.try_way(self.session, self.job.id, [step], over="oak", target_id=None, tool_key="parts",
                         lights=(DAYLIGHT,))  # fmt: skip

        for parts, water, words in (
            (((self.stain.key, 1), (oil.key, 1)), 0.0, "oil and water do not mix"),
            (((oil.key, 1),), 1.0, "water does not mix"),
            (((oil.key, 1), (oil.key, 2)), 0.0, "stands twice"),
        ):
            with self.subTest(words), self.assertRaisesRegex(UnfitError, words):
                by_hand(*parts, water=water)
        every = tuple(m.key for m in fitted_shelf(self.session).materials)
        with self.assertRaisesRegex(ConflictError, "grey or pale cool"):
            over.undertones(self.session, self.job.id, over="white_primer", wish="red",
                            allowed=over.Allowed(avoid=every),
                            light=DAYLIGHT)  # fmt: skip
        other = jobs.add_job(self.session, name="Other")
        with self.assertRaisesRegex(NotFoundError, "in this job"):
            over.made_one(self.session, other.id, woods=["oak", "pine"], target_id=self.target.id,
                          allowed=over.Allowed(), lights=(DAYLIGHT,))  # fmt: skip
        with self.assertRaisesRegex(UnfitError, "two or three"):
            over.made_one(self.session, self.job.id, woods=["oak"], target_id=None, allowed=over.Allowed(),
                          lights=(DAYLIGHT,))  # fmt: skip
        with self.assertRaisesRegex(UnfitError, "no tin 'soot'"):
            over.ways_for(self.session, self.target.id, over="oak", allowed=over.Allowed(use=("soot",)),
                          lights=(DAYLIGHT,))  # fmt: skip


class PreparationsTest(OverCase):
    def test_from_a_jug_and_from_what_is_left(self) -> None:
        water = materials.add_material(self.session, name="Tap", kind="thinner", left_ml=9000, full_ml=9000)
        mix = self.mix()
        made = preparations.make(
            self.session, "wash", {"paint": f"mix:{mix.id}", "water": water.key},
            preparations.Size(ml=100.0, of="paint"), over="oak", job_id=self.job.id, parts={"water": 3.0},
        )  # fmt: skip
        self.assertAlmostEqual(made.batch, 400.0)
        self.assertGreaterEqual(len(made.prepared.pours), 2)
        self.assertEqual((made.from_batches, made.left), ([], ""))
        for cast, words in (
            ({"paint": "mix:99"}, "no mix 99"), ({"paint": "batch:99"}, "no"),
            ({"paint": "soot"}, "no tin 'soot'"),
        ):  # fmt: skip
            with self.subTest(words), self.assertRaisesRegex(NotFoundError, words):
                preparations.make(self.session, "wash", {**cast, "water": water.key},
                    preparations.Size(ml=90.0),
                                  over="oak", job_id=self.job.id, parts={})  # fmt: skip

    def test_the_rest_of_a_jug_is_poured_in(self) -> None:
        """What is left of a batch plays a role; a jug of it begins with that, and no tin loses anything by
        it."""
        water = materials.add_material(self.session, name="Tap", kind="thinner", left_ml=9000, full_ml=9000)
        before = batches.begin_batch(self.session, self.mix().id)
        for place, (key, ml) in enumerate((("white", 150.0), ("blue", 50.0))):
            batches.make_pour(self.session, before.id, place=place, material=key, ml=ml, how="scale")
        holds = sum(poured_of(before).values())
        lefts = {pour.material.key: pour.material.left_ml for pour in before.made}

        def made(ml: float) -> preparations.Made:
            cast = {"paint": f"batch:{before.id}", "water": water.key}
            return preparations.make(self.session, "wash", cast, preparations.Size(ml=ml, of="paint"),
                over="oak",
                                     job_id=self.job.id, parts={})  # fmt: skip

        some = made(holds / 2)
        self.assertEqual(
            [(one.name, round(one.ml, 6)) for one in some.from_batches], [("Sky", round(holds / 2, 6))]
        )
        self.assertAlmostEqual(sum(some.poured.values()), holds / 2)
        self.assertEqual(some.left, "")
        self.assertIn(
            f"holds {holds:.0f} ml at most: the most is {3 * holds:.0f} ml", plain(made(2 * holds).left)
        )
        pours = [PourAsked(material=pour.key, parts=pour.parts, ml=pour.ml) for pour in some.prepared.pours]
        wash = mixes.add_mix(self.session, job_id=self.job.id, target_id=None, name="Wash", batch=some.batch,
                             tool_key="parts", pours=pours)  # fmt: skip
        row = batches.begin_with_rest(self.session, wash.id, before.id, holds / 2)
        self.assertEqual({pour.material.key: pour.material.left_ml for pour in before.made}, lefts)
        self.assertAlmostEqual(sum(poured_of(row).values()), holds / 2)
        self.assertAlmostEqual(
            sum(poured_of(before).values()), holds / 2
        )  # what went on is not here any more
        self.assertEqual(batches.standing_of(self.session, before).rest.pours, ())
        again = batches.begin_with_rest(self.session, wash.id, before.id, holds / 2)
        self.assertEqual(poured_of(before), {})
        with self.assertRaisesRegex(UnfitError, "nothing is left in Sky"):
            batches.begin_with_rest(self.session, wash.id, before.id, 1.0)
        for _ in before.made:
            batches.undo_pour(self.session, again.id)
        self.assertAlmostEqual(sum(poured_of(before).values()), holds / 2)
        standing = batches.standing_of(self.session, row)
        self.assertEqual([pour.key for pour in standing.rest.pours if pour.ml > 0.5], [water.key])
        with self.assertRaisesRegex(UnfitError, "at most"):
            batches.begin_with_rest(self.session, wash.id, before.id, 2 * holds)

    def test_of_ones_own(self) -> None:
        """Roles and parts of one's own are kept by name, played by tins alike, taken off the list and brought
        back."""
        water = materials.add_material(self.session, name="Tap", kind="thinner", left_ml=9000, full_ml=9000)

        def add(title: str, *parts: tuple[str, float]) -> str:
            laying = Laying(wait=0.2, wipe=0.45, coats=2)
            return preparations.add_own(self.session, title, parts, film="wash", laying=laying).key

        key = add("Milky", ("white", 1.0), (water.key, 4.0))
        own = preparations.preparations(self.session)[key]
        self.assertEqual(
            [(role.title, role.parts) for role in own.roles], [("chalk-type paint", 1.0), ("water", 4.0)]
        )
        self.assertEqual((own.film, own.coats, own.laying.wipe), ("wash", 2, 0.45))
        made = preparations.make(
            self.session, key, {"part_1": "blue", "part_2": water.key}, preparations.Size(ml=500.0),
            over="oak", job_id=self.job.id, parts={},
        )  # fmt: skip
        self.assertEqual(
            [(pour.key, pour.ml) for pour in made.prepared.pours], [("blue", 100.0), (water.key, 400.0)]
        )
        for error, words, title, parts in (
            (ConflictError, "already", "milky", (("white", 1.0),)),
            (ConflictError, "already", "Wash, 1 : 2", (("white", 1.0),)),
            (UnfitError, "stands twice", "A", (("white", 1.0), ("white", 2.0))),
            (UnfitError, "above 0", "A", (("white", 0.0),)),
            (UnfitError, "at least one", "A", ()),
            (NotFoundError, "soot", "A", (("soot", 1.0),)),
        ):
            with self.subTest(words, title=title), self.assertRaisesRegex(error, words):
                add(title, *parts)
        self.assertEqual(preparations.rename_own(self.session, key, "Cloudy").title, "Cloudy")
        self.assertEqual(preparations.rename_own(self.session, key, "CLOUDY").title, "CLOUDY")
        with self.assertRaisesRegex(ConflictError, "already"):
            preparations.rename_own(self.session, key, "Wash, 1 : 2")
        preparations.remove_own(self.session, key)
        self.assertNotIn(key, preparations.preparations(self.session))
        preparations.restore_own(self.session, key)
        self.assertIn(key, preparations.preparations(self.session))
        for strange in ("own-99", "own-x", "wash"):
            with self.assertRaisesRegex(NotFoundError, "of your own"):
                preparations.remove_own(self.session, strange)
