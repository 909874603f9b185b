"""Files of colours: what is written is read back, files of other tools are read, and every malformed one is
refused."""

import json
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.formats.colour_file import ColourFileError, Sample, resampled
from jug_mingle.formats.colours import WRITERS, read_colours
from tests.reference import reference

RAMP = np.linspace(0.1, 0.8, 36)
SAMPLES = [
    Sample(name="Glaze, jug", R=RAMP),
    Sample(name='Rim "old"', R=RAMP[::-1] ** 2),
    Sample(name="é", Lab=np.array([53.0, -22, -9])),
]

# As another tool writes it: reflectances in percent, every 20 nm from 400 to 700, extra fields and keywords.
CGATS = """CGATS.17
ORIGINATOR "a bench spectrophotometer"
INSTRUMENTATION "made up"
KEYWORD "BATCH"
NUMBER_OF_FIELDS 19
BEGIN_DATA_FORMAT
SAMPLE_ID SAMPLE_NAME BATCH SPECTRAL_NM400 SPECTRAL_NM420 SPECTRAL_NM440 SPECTRAL_NM460 SPECTRAL_NM480
SPECTRAL_NM500 SPECTRAL_NM520 SPECTRAL_NM540 SPECTRAL_NM560 SPECTRAL_NM580 SPECTRAL_NM600 SPECTRAL_NM620
SPECTRAL_NM640 SPECTRAL_NM660 SPECTRAL_NM680 SPECTRAL_NM700
END_DATA_FORMAT
NUMBER_OF_SETS 2
BEGIN_DATA
1 "first chip" b7 10 12 14 16 18 20 22 24 26 28 30 32 34 36 38 40
2 "second chip" b8 40 38 36 34 32 30 28 26 24 22 20 18 16 14 12 10
END_DATA
"""

# The shape of ISO 17972 documents, from memory: the increment stands in the specification, CIELAB under D50.
CXF = """<?xml version="1.0" encoding="UTF-8"?>
<cc:CxF xmlns:cc="http://colorexchangeformat.com/CxF3-core"><cc:Resources>
<cc:ObjectCollection>
<cc:Object ObjectType="Standard" Name="chip" Id="a"><cc:ColorValues>
<cc:ReflectanceSpectrum ColorSpecification="s" StartWL="400">{values}</cc:ReflectanceSpectrum>
<cc:ColorCMYK><cc:Cyan>1</cc:Cyan></cc:ColorCMYK></cc:ColorValues></cc:Object>
<cc:Object ObjectType="Target" Name="grey" Id="b"><cc:ColorValues>
<cc:ColorCIELab ColorSpecification="s"><cc:L>50</cc:L><cc:A>0</cc:A><cc:B>0</cc:B></cc:ColorCIELab>
</cc:ColorValues></cc:Object>
<cc:Object ObjectType="Target" Name="empty" Id="c"><cc:ColorValues/></cc:Object>
</cc:ObjectCollection>
<cc:ColorSpecificationCollection><cc:ColorSpecification Id="s"><cc:MeasurementSpec>
<cc:WavelengthRange StartWL="400" Increment="20"/></cc:MeasurementSpec></cc:ColorSpecification>
</cc:ColorSpecificationCollection></cc:Resources></cc:CxF>"""


class RoundTripTest(unittest.TestCase):
    def test_every_format(self) -> None:
        """Names come back, measured reflectances to six digits, what a palette can hold to its bytes; what
        was never measured comes back as a colour alone."""
        for kind, (write, _) in WRITERS.items():
            with self.subTest(kind):
                found = read_colours(write(SAMPLES, "Bench"))
                self.assertEqual(len(found.samples), 3)
                for one, back in zip(SAMPLES, found.samples, strict=True):
                    self.assertEqual(back.name, one.name)
                    if kind not in ("gpl", "txt") and one.R is not None:
                        assert_allclose(back.reflectance(), one.R, atol=6e-7)
                    if one.R is None:
                        self.assertIsNone(back.R)
                    self.assertLess(float(delta_E_CIE2000(back.colour(), one.colour())), 0.8)

    @settings(max_examples=25, deadline=None)
    @given(
        st.sampled_from(sorted(WRITERS)),
        st.text(min_size=1, max_size=40),
        st.lists(st.floats(0.01, 1.0), min_size=6, max_size=6),
    )
    def test_any_name_and_reflectance(self, kind: str, name: str, knots: list[float]) -> None:
        """Whatever a colour is called, and however its reflectance runs, the file that is written can be
        read."""
        R = np.interp(WAVELENGTHS, np.linspace(380, 730, 6), knots)
        found = read_colours(WRITERS[kind][0]([Sample(name=name, R=R)], name))
        self.assertEqual(len(found.samples), 1)
        if kind != "gpl":
            assert_allclose(found.samples[0].reflectance(), R, atol=6e-7)


class OtherToolsTest(unittest.TestCase):
    def test_cgats(self) -> None:
        """Percent are recognised and said, 20 nm are interpolated, unknown fields and keywords are kept or
        reported."""
        found = read_colours(CGATS.encode())
        first = found.samples[0]
        assert_allclose(first.reflectance()[[2, 3, 12]], [0.10, 0.11, 0.20], atol=1e-9)
        self.assertEqual((first.name, first.extra["BATCH"]), ("first chip", "b7"))
        notes = " ".join(found.notes)
        for words in ("percent", "400 to 700 nm", "INSTRUMENTATION"):
            self.assertIn(words, notes)

    def test_cgats_Lab_is_D50(self) -> None:
        """CIELAB in a keyword file is under D50, and comes out under D65: a neutral stays neutral."""
        fields = "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n"
        text = f"CGATS.17\n{fields}BEGIN_DATA\n1 50 0 0\nEND_DATA\n"
        assert_allclose(read_colours(text.encode()).samples[0].colour(), [50, 0, 0], atol=0.02)

    def test_cgats_XYZ_and_RGB(self) -> None:
        """Of XYZ the white is D50 and comes out neutral (ICC.1, its PCS white); of RGB it is sRGB's own."""
        for names, values in (("XYZ_X XYZ_Y XYZ_Z", "96.42 100 82.49"), ("RGB_R RGB_G RGB_B", "255 255 255")):
            head = f"ISO28178\nBEGIN_DATA_FORMAT\nSAMPLE_ID {names}\nEND_DATA_FORMAT\n"
            found = read_colours(f"{head}BEGIN_DATA\n1 {values}\nEND_DATA\n".encode())
            with self.subTest(names):
                assert_allclose(found.samples[0].colour(), [100, 0, 0], atol=0.05)

    def test_cgats_says_its_white(self) -> None:
        """The same CIELAB is another colour under D65 than under D50, by what Bradford's adaptation says."""
        fields = "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n"
        unsaid, said = (
            read_colours(f"CGATS.17\n{line}{fields}BEGIN_DATA\n1 45 20 -50\nEND_DATA\n".encode())
            .samples[0]
            .colour()
            for line in ("", 'WEIGHTING_FUNCTION "ILLUMINANT, D65"\n')
        )
        assert_allclose(said, [45, 20, -50], atol=0.01)
        whites = reference.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]
        XYZ = reference.Lab_to_XYZ([45, 20, -50], whites["D50"])
        D50, D65 = (reference.xy_to_XYZ(whites[name]) for name in ("D50", "D65"))
        XYZ = reference.adaptation.matrix_chromatic_adaptation_VonKries(D50, D65, transform="Bradford") @ XYZ
        self.assertLess(float(delta_E_CIE2000(unsaid, reference.XYZ_to_Lab(XYZ, whites["D65"]))), 1.0)

    def test_json_of_every_kind(self) -> None:
        """A bare list of colours is read too; each may come as reflectances, CIELAB or hex."""
        nm = list(range(380, 741, 20))
        entries = [
            {"name": "a", "Lab": [50, 0, 0], "from": "hall"},
            {"hex": "#ffffff"},
            {"R": [0.5] * 19, "wavelengths": nm},
        ]
        found = read_colours(json.dumps(entries).encode())
        self.assertEqual(found.samples[0].extra, {"from": '"hall"'})
        assert_allclose(found.samples[1].colour(), [100, 0, 0], atol=0.05)
        assert_allclose(found.samples[2].reflectance(), 0.5, atol=1e-6)

    def test_cxf(self) -> None:
        values = " ".join(f"{x:.4f}" for x in np.linspace(0.1, 0.4, 16))
        found = read_colours(CXF.format(values=values).encode())
        self.assertEqual([sample.name for sample in found.samples], ["chip", "grey"])
        assert_allclose(found.samples[0].reflectance()[2], 0.1, atol=1e-6)
        assert_allclose(found.samples[1].colour(), [50, 0, 0], atol=0.02)
        self.assertEqual(found.samples[0].extra["ObjectType"], "Standard")
        notes = " ".join(found.notes)
        self.assertIn("ColorCMYK, which is not read", notes)
        self.assertIn("'empty' holds no colour", notes)

    def test_gimp_palette(self) -> None:
        """A palette as GIMP writes it (its documentation, from memory): columns, remarks, tabs, names with
        spaces."""
        head = "GIMP Palette\r\nName: Hall\r\nColumns: 3\r\n# by hand\r\n"
        text = head + "255 255 255\twhite wall\r\n  0   0   0\tUntitled\r\n"
        found = read_colours(text.encode())
        self.assertEqual(found.title, "Hall")
        assert_allclose(found.samples[0].colour(), [100, 0, 0], atol=0.05)
        self.assertIn("by hand", found.notes[0])

    def test_columns(self) -> None:
        """Two columns, as spectrometers save them: commas, tabs or semicolons, with a head."""
        chart = reference.SDS_COLOURCHECKERS["ISO 17321-1"]["orange"]
        for divider in (",", "\t", " ; "):
            rows = "\n".join(
                f"{nm:g}{divider}{R:.5f}" for nm, R in zip(chart.wavelengths, chart.values, strict=True)
            )
            found = read_colours(("wavelength reflectance\n" + rows).encode()).samples[0]
            assert_allclose(
                found.reflectance(), np.interp(WAVELENGTHS, chart.wavelengths, chart.values), atol=1e-5
            )

    def test_csv_with_semicolons_and_utf16(self) -> None:
        text = "name;hex;note\nWand;#4f7f80;unten\n"
        for data in (text.encode(), text.encode("utf-16")):
            found = read_colours(data).samples[0]
            self.assertEqual((found.name, found.extra["note"]), ("Wand", "unten"))


class MalformedTest(unittest.TestCase):
    def test_each_says_what_is_wrong(self) -> None:
        spectrum = "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n"
        for data, words in (
            (b"", "at least 8"),
            (b"GIMP Palette\n300 0 0 red\n", "0 to 255"),
            (b"GIMP Palette\nblue\n", "line 2 is no colour"),
            (b"GIMP Palette\n", "no colour in this file"),
            (b"CGATS.17\nBEGIN_DATA\n1\nEND_DATA\n", "before any BEGIN_DATA_FORMAT"),
            (f"CGATS.17\n{spectrum}BEGIN_DATA\n1 50 0 0\n".encode(), "cut short"),
            (f"CGATS.17\n{spectrum}BEGIN_DATA\n1 50 0\nEND_DATA\n".encode(), "left over"),
            (f"CGATS.17\n{spectrum}BEGIN_DATA\n1 50 x 0\nEND_DATA\n".encode(), "no number"),
            (f"CGATS.17\n{spectrum}BEGIN_DATA\n1 500 0 0\nEND_DATA\n".encode(), "L from 0 to 100"),
            (b"<a><b></a>", "no well-formed XML"),
            (b"<svg/>", "no CxF3 document"),
            (b'<!DOCTYPE x [<!ENTITY a "aa">]><CxF>&a;</CxF>', "XML"),
            (CXF.format(values="0.1 0.2").encode(), "at least 8"),
            (CXF.format(values=" ".join(["700"] * 16)).encode(), "neither a share nor a percentage"),
            (b'{"colours": 3}', 'a list "colours"'),
            (b'{"colours": [{"name": "a"}]}', "neither R, Lab nor hex"),
            (b'{"colours": [{"hex": "#12345g"}]}', "written like"),
            (b'{"colours": ["red"]}', "is no object"),
            (b'{"colours": [{"Lab": [1, 2]}]}', "three numbers"),
            (b'{"colours": [{"Lab": 5}]}', "a list of numbers"),
            (b'{"colours": []}', "no colour in this file"),
            (b"name,note\na,b\n", "needs a header"),
            (b"name,hex,l,a,b\nx,,,,\n", "row 2 has no colour"),
            (
                f"CGATS.17\n{spectrum.replace('LAB', 'CMYK')}BEGIN_DATA\n1 5 0 0\nEND_DATA\n".encode(),
                "neither a spec",
            ),
            (
                f"CGATS.17\n{spectrum.replace('LAB_L LAB_A LAB_B', 'XYZ_X XYZ_Y XYZ_Z')}"
                "BEGIN_DATA\n1 5 -1 0\nEND_DATA\n".encode(),
                "from 0 to about 100",
            ),
            (b"{", "no JSON"),
            (b"name,hex\na,#zzzzzz\n", "row 2"),
            (b"name,hex\na\n", "row 2 has no colour"),
            (b"name,hex\na,#778899,more\n", "3 cells for 2 columns"),
            (b"\x00\x01\x02\x03", "no text"),
            (b"x" * 5_000_001, "larger than 5 MB"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ColourFileError, words):
                read_colours(data)

    def test_wavelengths(self) -> None:
        for nm, R, words in (
            ([500 + 10 * n for n in range(20)], [0.5] * 20, "400 to 700 nm is needed"),
            ([0.4 + 0.01 * n for n in range(31)], [0.5] * 31, "wavelengths are in nm"),
            ([400, 450, 500, 550, 600, 640, 680, 720], [0.5] * 8, "a gap of 50 nm"),
            ([400 + 10 * n for n in range(31)], [0.5] * 30, "30 values for 31"),
            ([400 + 10 * n for n in range(31)], [-0.5] * 31, "below 0"),
            ([400] * 10, [0.5] * 10, "different wavelengths"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ColourFileError, words):
                resampled(nm, R, "it")
        cut, notes = resampled([380 + 10 * n for n in range(36)], [0.6] * 28 + [1.1] * 4 + [0.6] * 4, "it")
        self.assertEqual(cut.max(), 1.0)
        self.assertIn("fluorescent", notes[0])

    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(sorted(WRITERS)), st.integers(0, 4000), st.binary(max_size=6))
    def test_damage(self, kind: str, at: int, junk: bytes) -> None:
        """A file damaged or cut anywhere is read or refused by name, never with another error."""
        data = WRITERS[kind][0](SAMPLES, "Bench")
        for damaged in (data[:at], data[:at] + junk + data[at + len(junk) :]):
            try:
                found = read_colours(damaged)
            except ColourFileError:
                continue
            for sample in found.samples:
                self.assertTrue(np.all((sample.reflectance() >= 0) & (sample.reflectance() <= 1)))
                self.assertTrue(np.all(np.isfinite(R_to_Lab(sample.reflectance()))))
