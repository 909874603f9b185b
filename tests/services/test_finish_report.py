"""What is said of a finish on a piece: remarks, waxes, what it takes."""

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.materials.material import SPREAD_RATE
from jug_mingle.documents.look import LayerIn
from jug_mingle.documents.plan import PartSurveyIn, SurveyIn
from jug_mingle.services import (
    finish_pictures,
    finish_report,
    finish_resolver,
    materials,
    mixes,
    pieces,
    plan_work,
)
from tests.services.support import LookCase


class ReportTest(LookCase):
    def judged(self, *layers: LayerIn) -> finish_report.Judged:
        return finish_report.judged(self.session, self.chest.id, layers, light=light("window"))

    def test_a_jug_put_away_underneath(self) -> None:
        """The picture stays, and the judgement says which jug is gone."""
        mixes.remove_mix(self.session, self.sky.id)
        materials.remove_material(self.session, "ochre")
        layers = [self.paint(), LayerIn(kind="wash", colours=["pot:ochre"])]
        row, finish = finish_resolver.dressed(self.session, self.chest.id, layers)
        picture = finish_pictures.picture_of(
            row, finish, light=light("window"), pixels_wide=120, pixels_high=90
        )
        self.assertEqual(picture.shape, (90, 120, 3))
        said = [one.words for one in self.judged(*layers).remarks]
        self.assertIn("Sky was put away.", said)
        self.assertIn("Ochre was put away.", said)

    def test_what_the_survey_bares_counts_as_bare(self) -> None:
        """A stain on old paint has nothing to soak into; where the survey strips the piece it lies on bare
        wood."""
        materials.add_material(self.session, key="nut", name="Nut", kind="water_stain", left_ml=400)
        self.chest.grounds = {"": "old_white_paint"}
        stain = LayerIn(kind="stain", colours=["pot:nut"])
        needs_bare = "stain_needs_bare_wood"
        self.assertIn(needs_bare, [one.rule for one in self.judged(stain).remarks])
        plan_work.keep_survey(
            self.session, self.chest.id, SurveyIn(parts={"": PartSurveyIn(treatment="strip")})
        )
        self.assertNotIn(needs_bare, [one.rule for one in self.judged(stain).remarks])

    def test_needs(self) -> None:
        """Two coats over all are twice the area at the spread rate, and 15 % over; an ombre's two share
        it."""
        area = sum(pieces.piece_of(self.chest).areas.values())
        judged = self.judged(self.paint())
        self.assertAlmostEqual(judged.needs[0].ml, 1.15 * 2000 * area / SPREAD_RATE, delta=0.5)
        self.assertEqual((judged.needs[0].mix_id, judged.needs[0].batch), (self.sky.id, 200.0))
        both = [f"mix:{self.sky.id}", f"mix:{self.ochre.id}"]
        blend = LayerIn(kind="blend", colours=both, pattern="ombre", coats=2)
        needs = self.judged(blend).needs
        self.assertEqual([need.name for need in needs], ["Sky", "Ochre"])
        self.assertAlmostEqual(sum(need.ml for need in needs), 1.15 * 2000 * area / SPREAD_RATE, delta=0.5)

    def test_needs_of_one_jug_in_two_layers(self) -> None:
        """They are added up; an own tin has no jug, and a layer on the top alone takes no more than the
        top's."""
        once, top = (
            self.judged(self.paint(coats=1)).needs[0],
            self.judged(self.paint(coats=1, zones=["top"])).needs[0],
        )
        self.assertLess(top.area, once.area)
        both = self.judged(self.paint(coats=1), self.paint(coats=1, zones=["top"]))
        self.assertEqual(len(both.needs), 1)
        self.assertAlmostEqual(both.needs[0].ml, once.ml + top.ml, places=6)
        self.assertAlmostEqual(both.needs[0].area, once.area + top.area, places=9)
        tin = self.judged(LayerIn(kind="paint", colours=["pot:ochre"])).needs[0]
        self.assertEqual((tin.name, tin.mix_id, tin.batch), ("Ochre", None, None))

    def test_stages(self) -> None:
        """A stage each coat, the bare piece first."""
        self.assertEqual(len(self.judged(self.paint(coats=3)).stages), 4)

    def test_needs_of_a_part_and_of_a_set(self) -> None:
        """A layer on one inside takes what that inside takes, six alike six times as much, and use is asked
        for."""
        inside = self.paint(coats=1, zones=["drawer 1/inside"])
        area = pieces.piece_of(self.chest).faces["within/drawer/drawer 1/inside"]
        once = self.judged(inside).needs[0]
        self.assertAlmostEqual(once.area, area)
        pieces.change_piece(
            self.session, self.chest.id, name=None, measures={}, grounds={"": "old_white_paint"},
            facts={"count": 6, "uses": ["drinks"]},
        )  # fmt: skip
        six = self.judged(inside).needs[0]
        self.assertAlmostEqual(six.ml, 6 * once.ml)
        said = " ".join(one.words for one in self.judged(self.paint()).remarks)
        for words in ("hardest clear coat", "Old white paint: scuff-sand"):
            self.assertIn(words, said)
        cautions = self.judged(self.paint()).cautions
        self.assertIn("may hold lead", cautions[0])
        self.assertIn("Labels, local rules", cautions[-1])
