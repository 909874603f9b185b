"""What a person set once for all their work."""

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.practice.amounts import MARGIN
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import UnfitError
from jug_mingle.services import amounts, finish_report, settings
from tests.services.support import LookCase


class SettingsTest(LookCase):
    def judged(self) -> finish_report.Judged:
        layers = [self.paint(), LayerIn(kind="wax", colours=["brown wax"], place="recess")]
        return finish_report.judged(self.session, self.chest.id, layers, light=light("window"))

    def test_kept_and_taken_back(self) -> None:
        self.assertEqual(settings.settings_of(self.session), settings.Settings())
        settings.keep_settings(self.session, margin=0.3, schools={"gilding": "first", "enamel": "primed"})
        kept = settings.keep_settings(self.session, margin=None, schools={"gilding": "", "enamel": "scuffed"})
        self.assertEqual((kept.margin, dict(kept.schools)), (0.3, {"enamel": "scuffed"}))
        with self.assertRaisesRegex(UnfitError, "no question 'x'"):
            settings.keep_settings(self.session, margin=0.5, schools={"x": "y"})
        self.assertEqual(settings.settings_of(self.session), kept)

    def test_unit_and_currency(self) -> None:
        settings.keep_settings(self.session, unit="fl_oz", currency="£")
        settings.keep_settings(self.session, margin=0.2)
        kept = settings.settings_of(self.session)
        self.assertEqual((kept.unit, kept.currency, kept.margin), ("fl_oz", "£", 0.2))
        self.assertEqual(settings.keep_settings(self.session, currency="").currency, "")

    def test_what_they_change(self) -> None:
        """The margin is in every amount; a school changes what is said."""
        before, area = (
            self.judged().needs[0].ml,
            amounts.amount_for(self.session, self.job.id, coats=2, spread_rate=11),
        )
        settings.keep_settings(self.session, margin=0.0, schools={})
        self.assertAlmostEqual(self.judged().needs[0].ml, before / (1.0 + MARGIN))
        none = amounts.amount_for(self.session, self.job.id, coats=2, spread_rate=11)
        self.assertAlmostEqual(none.ml, area.ml / (1.0 + MARGIN))
        self.assertIn("wax_on_raw", [one.rule for one in self.judged().remarks])
        settings.keep_settings(self.session, margin=None, schools={"coloured_wax": "raw"})
        self.assertNotIn("wax_on_raw", [one.rule for one in self.judged().remarks])
