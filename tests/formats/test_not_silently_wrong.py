"""Files of other tools that could be read wrong without a word: each is read right, or refused with a reason.

What is expected follows from the numbers in the files; CIELAB of sRGB values by IEC 61966-2-1, as
`core.colour` has it.
"""

import json
import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.formats.colour_file import ColourFile, ColourFileError, Lab_of_RGB, Sample
from jug_mingle.formats.colours import WRITERS, read_colours
from jug_mingle.formats.shelf_csv import read_shelf_csv

DARK, PALE = np.linspace(1.0, 1.6, 36), np.linspace(60.0, 80.0, 36)
"""A black and a grey, in percent."""


def read(*lines: str, white: str | None = None) -> ColourFile:
    return read_colours("\n".join(lines).encode(), white)  # type: ignore[arg-type]


def cxf(*spectra: str, spec: str = "") -> bytes:
    things = "".join(
        f'<Object Name="o{n}"><ColorValues>{one}</ColorValues></Object>' for n, one in enumerate(spectra)
    )
    return (
        '<CxF xmlns="http://colorexchangeformat.com/CxF3-core"><Resources><ObjectCollection>'
        f"{things}</ObjectCollection><ColorSpecificationCollection>{spec}</ColorSpecificationCollection>"
        "</Resources></CxF>"
    ).encode()


def spectrum(R: np.ndarray, more: str = "") -> str:
    text = " ".join(f"{value:.4f}" for value in R)
    return f'<ReflectanceSpectrum StartWL="380" Increment="10" {more}>{text}</ReflectanceSpectrum>'


class TablesTest(unittest.TestCase):
    def test_own_names_with_a_sharp(self) -> None:
        """A colour named "#7 jug" comes back from the program's own CSV, and from another program's."""
        samples = [
            Sample(name=name, Lab=np.array([50.0, 10.0, -20.0])) for name in ("#7 jug", "plain", "#fff")
        ]
        back = read_colours(WRITERS["csv"][0](samples, "Colours"))
        self.assertEqual([one.name for one in back.samples], ["#7 jug", "plain", "#fff"])
        other = read("# made in a shop", "name,L,a,b", "#7 jug,50,10,-20", "# a remark", "plain,40,0,0")
        self.assertEqual([one.name for one in other.samples], ["#7 jug", "plain"])
        self.assertEqual(len(read("#a7bcc0", "#33517e").samples), 2)

    def test_two_columns_called_b(self) -> None:
        """Beside R, G, B the b of L, a, b is its own column."""
        for header, row in (
            ("name,R,G,B,L,a,b", "x,10,200,30,50,10,-20"), ("name,L,a,b,R,G,B", "x,50,10,-20,10,200,30")
        ):  # fmt: skip
            (one,) = read(header, row).samples
            assert one.Lab is not None
            assert_allclose(one.Lab, [50.0, 10.0, -20.0], atol=0.01)

    def test_chromaticity_is_no_XYZ(self) -> None:
        """x, y beside X, Y, Z are passed over; x, y, z alone are no colour."""
        (one,) = read("name,x,y,X,Y,Z", "p,0.3127,0.3290,47.52,50.0,54.44").samples
        self.assertLess(float(np.hypot(*one.colour()[1:])), 0.5)
        with self.assertRaisesRegex(ColourFileError, "no colours"):
            read("name,x,y,z", "p,0.3127,0.3290,0.3583", "q,0.4,0.4,0.2")

    def test_percent_of_red(self) -> None:
        (one,) = read("name,R (%),G (%),B (%)", "x,50,20,10").samples
        assert_allclose(one.colour(), Lab_of_RGB([127.5, 51.0, 25.5], "x"), atol=0.01)

    def test_observer_and_light(self) -> None:
        """What stands for 10° or under a tube is refused with its reason; the light of a column is that of
        its head."""
        for lines in (
            ("Observer 10°", "name,L,a,b", "x,50,1,1"), ("name,L*(D65/10),a*(D65/10),b*(D65/10)", "x,50,1,1"),
            ("CGATS.17", "OBSERVER \"10 degree\"", "BEGIN_DATA_FORMAT", "SAMPLE_NAME LAB_L LAB_A LAB_B",
             "END_DATA_FORMAT", "BEGIN_DATA", "x 50 1 1", "END_DATA"),
        ):  # fmt: skip
            with self.subTest(lines[0]), self.assertRaisesRegex(ColourFileError, "10°"):
                read(*lines)
        with self.assertRaisesRegex(ColourFileError, "stand under F11"):
            read("Illuminant: F11", "name,L,a,b", "x,50,1,1")
        found = read("name,L*(A/2),a*(A/2),b*(A/2),L*(D65/2),a*(D65/2),b*(D65/2)", "x,50,5,5,50,0,0")
        assert found.white is not None
        self.assertIn(found.white.name, ("A", "D65"))
        self.assertEqual(found.white.how, "stated")


class PercentTest(unittest.TestCase):
    def test_of_a_file_not_of_an_object(self) -> None:
        """A black in percent beside a grey in percent stays black, in CxF and in JSON."""
        for data in (
            cxf(spectrum(DARK), spectrum(PALE)),
            json.dumps(
                {"colours": [{"name": "k", "R": DARK.tolist()}, {"name": "g", "R": PALE.tolist()}]}
            ).encode(),
        ):
            black, grey = read_colours(data).samples
            assert black.R is not None
            assert grey.R is not None
            assert_allclose((black.R.max(), grey.R.max()), (0.016, 0.8), atol=1e-6)
        self.assertEqual(WAVELENGTHS.size, DARK.size)

    def test_what_stands_for_all_light(self) -> None:
        """CxF's MaxRange says it: 1 of shares, 100 of percent, on the spectrum or in its specification."""
        for more, spec, values, most in (
            ('MaxRange="1"', "", np.full(36, 0.9), 0.9), ('MaxRange="100"', "", DARK, 0.016),
            (
                'ColorSpecification="s"',
                '<ColorSpecification Id="s"><MeasurementSpec MaxRange="100"/></ColorSpecification>', DARK,
                0.016,
            ),
        ):  # fmt: skip
            (one,) = read_colours(cxf(spectrum(values, more), spec=spec)).samples
            assert one.R is not None
            self.assertAlmostEqual(float(one.R.max()), most)

    def test_stated_in_CxF(self) -> None:
        Lab = '<ColorCIELab ColorSpecification="s"><L>50</L><A>5</A><B>5</B></ColorCIELab>'
        for light, observer, words in (("F11", "2_Degree", "under F11"), ("D65", "10_Degree", "10°")):
            spec = (
                f'<ColorSpecification Id="s"><TristimulusSpec><Illuminant>{light}</Illuminant>'
                f"<Observer>{observer}</Observer></TristimulusSpec></ColorSpecification>"
            )
            with self.assertRaisesRegex(ColourFileError, words):
                read_colours(cxf(Lab, spec=spec))

    def test_the_chosen_white_of_JSON(self) -> None:
        data = json.dumps({"colours": [{"name": "x", "Lab": [50, 20, 20]}]}).encode()
        one, other = (read_colours(data, white).samples[0].colour() for white in (None, "D50"))
        self.assertGreater(float(np.abs(one - other).max()), 0.3)


class KindsTest(unittest.TestCase):
    def test_in_the_words_of_the_menu(self) -> None:
        """Kinds are taken as menus name them; a wrong one is said once, with the nearest."""
        found = read_shelf_csv(
            b"name,kind\nSloe,Chalk-type paint (water)\nPond,Milk paint powder\nA,chalky paint\nB,chalky "
            b"paint\n"
        )
        self.assertEqual([one.kind for one in found.good], ["chalk_paint", "milk_paint"])
        self.assertEqual(
            [one.reason for one in found.bad],
            ["there is no kind 'chalky paint'; the nearest is Chalk-type paint", "the same as row 4"],
        )
