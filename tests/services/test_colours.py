"""From what a person says a colour is to its reflectance, and how sure that is."""

from typing import Any

import numpy as np
from pydantic import TypeAdapter

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.certainty import NAMED_NOISE, NOISE, PREDICTED_NOISE
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import colours, jobs, materials, mixes, readings, targets
from jug_mingle.store.models import DeviceReadingRow
from tests.services.support import BLUE, ServiceCase

WHITE_TEXT = {"source": "text", "text": "100 0 0"}


class ColourCase(ServiceCase):
    def resolve(self, **said: Any) -> colours.Colour:
        meant: ColourIn = TypeAdapter(ColourIn).validate_python(said)
        return colours.resolve(self.session, self.folder, meant)


class SourcesTest(ColourCase):
    def test_what_was_measured_is_believed_as_it_is(self) -> None:
        """The reader and a measured file carry a reflectance, a name only a colour; each as sure as its way
        is."""
        row = DeviceReadingRow(device="reader", sample="cloth", R=BLUE.tolist())
        self.session.add(row)
        self.session.flush()
        read = self.resolve(source="reader", reading_id=row.id)
        self.assertEqual(
            (read.how, read.noise, read.spectral, read.name), ("reader", NOISE["reader"], True, "cloth")
        )
        np.testing.assert_array_equal(read.R, BLUE)
        filed = self.resolve(source="spectrum", R=BLUE.tolist(), name="slate")
        self.assertEqual((filed.how, filed.noise, filed.spectral), ("file", NOISE["reader"], True))
        named = self.resolve(source="spectrum", R=BLUE.tolist(), measured=False)
        self.assertEqual((named.noise, named.spectral), (NAMED_NOISE, False))
        said = self.resolve(source="spectrum", R=BLUE.tolist(), noise=3.0, how="card_photo")
        self.assertEqual((said.noise, said.how), (3.0, "card_photo"))
        surer_than_possible = self.resolve(source="spectrum", R=BLUE.tolist(), noise=0.0)
        self.assertEqual(surer_than_possible.noise, NOISE["reader"])

    def test_typed(self) -> None:
        """A typed colour is that colour; one that no paint can be is said to be so; nonsense is refused."""
        typed = self.resolve(source="text", text="55 -8 -12")
        self.assertLess(float(delta_E_CIE2000(R_to_Lab(typed.R), np.array([55.0, -8.0, -12.0]))), 0.5)
        self.assertEqual((typed.how, typed.noise, typed.warnings), ("typed", NAMED_NOISE, ()))
        self.assertEqual(len(self.resolve(source="text", text="60 110 100").warnings), 1)
        self.assertEqual(len(self.resolve(source="text", text="#000000").warnings), 1)
        with self.assertRaises(UnfitError):
            self.resolve(source="text", text="a nice green")

    def test_of_the_job(self) -> None:
        """A target is as sure as it was caught, a tin and a mix as sure as a prediction."""
        target = self.resolve(source="target", target_id=self.target.id)
        self.assertEqual((target.how, target.noise, target.name), ("white_photo", 5.0, "sky"))
        mix = self.resolve(source="mix", mix_id=self.mix().id)
        self.assertEqual((mix.how, mix.noise, mix.name), ("predicted", PREDICTED_NOISE, "Sky"))
        tin = self.resolve(source="material", key="blue")
        self.assertEqual((tin.how, tin.noise, tin.name), ("predicted", PREDICTED_NOISE, "Blue"))
        self.assertLess(float(delta_E_CIE2000(R_to_Lab(tin.R), np.array([35.0, 5.0, -40.0]))), 1.5)
        materials.remove_material(self.session, "blue")
        with self.assertRaisesRegex(NotFoundError, "Blue was taken off the shelf"):
            self.resolve(source="material", key="blue")
        with self.assertRaisesRegex(NotFoundError, "no reading 9 of the colour reader"):
            self.resolve(source="reader", reading_id=9)

    def test_between(self) -> None:
        """At a share of none it is the first, at all the second; it is no surer than the less sure of the
        two."""
        sky, white = {"source": "target", "target_id": self.target.id}, WHITE_TEXT
        for share, end in ((0.0, BLUE), (1.0, self.resolve(**white).R)):
            found = self.resolve(source="between", first=sky, second=white, share=share)
            self.assertLess(float(delta_E_CIE2000(R_to_Lab(found.R), R_to_Lab(end))), 0.5)
        middle = self.resolve(source="between", first=sky, second=white)
        self.assertEqual((middle.how, middle.noise), ("made", max(5.0, NAMED_NOISE)))
        self.assertEqual(middle.name, "between sky and another")

    def test_stepped(self) -> None:
        """Steps are said in the name; none leaves the colour as it was; a chain of them ends somewhere."""
        sky = {"source": "target", "target_id": self.target.id}
        lighter = self.resolve(source="stepped", of=sky, lighter=2.0)
        self.assertGreater(R_to_Lab(lighter.R)[0], R_to_Lab(BLUE)[0])
        self.assertEqual(lighter.name, "sky 2 lighter")
        np.testing.assert_array_equal(self.resolve(source="stepped", of=sky).R, BLUE)
        deep: dict[str, Any] = sky
        for _ in range(12):
            deep = {"source": "stepped", "of": deep, "darker": 0.1}
        self.resolve(**deep)
        for one_deeper in (
            {"source": "stepped", "of": deep, "darker": 0.1},
            {"source": "between", "first": sky, "second": deep},
        ):
            with self.assertRaisesRegex(UnfitError, "at most 12 deep"):
                self.resolve(**one_deeper)


class SaidOfColoursTest(ColourCase):
    def test_for_a_file(self) -> None:
        """Targets and mixes, each with its error; only what was measured as a reflectance says one."""
        targets.add_target(
            self.session, job_id=self.job.id, name="read", R=BLUE, noise=0.5, photo_id=None,
            source={"spectral": True}, how="reader",
        )  # fmt: skip
        self.mix()
        samples = {one.name: one for one in colours.as_samples(self.session, self.job.id)}
        self.assertEqual(set(samples), {"sky", "read", "Sky (mix)"})
        self.assertIsNone(samples["sky"].R)
        self.assertIsNotNone(samples["read"].R)
        self.assertEqual((samples["sky"].noise, samples["Sky (mix)"].how), (5.0, "predicted"))
        mixes.remove_mix(self.session, 1)
        self.assertNotIn("Sky (mix)", {one.name for one in colours.as_samples(self.session, self.job.id)})
        with self.assertRaisesRegex(ConflictError, "no colour in this job yet"):
            colours.as_samples(self.session, jobs.add_job(self.session, name="Empty").id)

    def test_too_dark_for_its_sheen(self) -> None:
        """A flat paint that was said to be blacker than its own veil lets it be is remarked on, others are
        not."""
        blue = materials.get_material(self.session, "blue")
        self.assertEqual(colours.remarks_of(self.session, blue), [])
        black = materials.add_material(
            self.session, key="black", name="Black", kind="chalk_paint", left_ml=100
        )
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(black, 1.0)], veil=1.0,
            swatches=[Swatch(seen=np.full(36, 0.002))],
        )  # fmt: skip
        self.assertEqual(len(colours.remarks_of(self.session, black)), 1)
