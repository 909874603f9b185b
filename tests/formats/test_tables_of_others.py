"""Tables of colours that nobody here made, and the ways in which other tools write them.

Files of the colour-science wheel (BSD-3-Clause) and of the colour-cxf wheel (BSD-3-Clause) are read where
they are installed; none is kept here.
"""

import io
import unittest
import zipfile
from dataclasses import MISSING, fields, is_dataclass
from datetime import date
from importlib.resources import files
from pathlib import Path
from typing import Any

import colour_cxf
import numpy as np
from numpy.testing import assert_allclose
from odf.opendocument import OpenDocumentSpreadsheet
from odf.table import Table, TableCell, TableRow
from odf.text import P
from openpyxl import Workbook

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.formats.colour_file import MOST, ColourFileError, Sample
from jug_mingle.formats.colours import WRITERS, read_colours
from jug_mingle.formats.shelf_csv import ShelfCsvError, read_shelf_csv
from jug_mingle.formats.whites import WHITES
from tests.reference import reference

OF_COLOUR = Path(str(files("colour")))
BANDS = np.linspace(0.1, 0.6, WAVELENGTHS.size)


def of_colour(name: str) -> bytes:
    """Return a file of the colour-science wheel."""
    return next(OF_COLOUR.rglob(name)).read_bytes()


def workbook(rows: list[list[Any]]) -> bytes:
    """Return rows as openpyxl writes them."""
    book = Workbook()
    for row in rows:
        book.active.append(row)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def spreadsheet(rows: list[list[str]]) -> bytes:
    """Return rows as odfpy writes them."""
    document, table = OpenDocumentSpreadsheet(), Table(name="one")
    for row in rows:
        line = TableRow()
        for cell in row:
            place = TableCell(valuetype="string")
            place.addElement(P(text=cell))
            line.addElement(place)
        table.addElement(line)
    document.spreadsheet.addElement(table)
    out = io.BytesIO()
    document.write(out)
    return out.getvalue()


class SpectraTest(unittest.TestCase):
    def test_a_column_a_sample(self) -> None:
        """A 24-patch chart, a wavelength a row: the values are those that colour-science itself reads."""
        found = read_colours(of_colour("babelcolor_average.csv"))
        spectra = reference.read_sds_from_csv_file(str(next(OF_COLOUR.rglob("babelcolor_average.csv"))))
        self.assertEqual([one.name for one in found.samples], list(spectra))
        for one in found.samples:
            theirs = spectra[one.name]
            assert_allclose(
                one.reflectance(), np.interp(WAVELENGTHS, theirs.wavelengths, theirs.values), atol=1e-9
            )

    def test_turned_round(self) -> None:
        """The same table turned, tabs between, is the same 24 colours."""
        across, down = (
            read_colours(of_colour(name)).samples
            for name in ("colorchecker_n_ohta.csv", "colorchecker_n_ohta_transposed.csv")
        )
        self.assertEqual((len(across), len(down)), (24, 24))
        for one, other in zip(across, down, strict=True):
            assert_allclose(one.reflectance(), other.reflectance(), atol=1e-6)

    def test_headings(self) -> None:
        """Wavelengths are headed R400, 400 nm, nm400, SPECTRAL_400 or 400.0; samples by any column of
        names."""
        for heading in ("R{}", "{} nm", "{}nm", "nm{}", "SPECTRAL_NM{}", "SPECTRAL_{}", "{}.0"):
            for name in ("Name", "SAMPLE_ID", "Patch", "Colour name", ""):
                head = [name, *(heading.format(f"{nm:g}") for nm in WAVELENGTHS)]
                text = (
                    "\t".join(head) + "\n" + "\t".join(["Well bottom", *(f"{x:.4f}" for x in BANDS)]) + "\n"
                )
                with self.subTest(heading, name=name):
                    found = read_colours(text.encode()).samples[0]
                    self.assertEqual(found.name, "Well bottom")
                    assert_allclose(found.reflectance(), BANDS, atol=6e-5)

    def test_decimal_commas_and_percent(self) -> None:
        """Semicolons with decimal commas, and percent: of a whole table, so that a dark sample does not turn
        white."""
        head = ";".join(["nm", "light", "dark"])
        rows = "\n".join(
            f"{nm:g};{40 + n / 2:.2f};{1.2 + n / 100:.3f}".replace(".", ",")
            for n, nm in enumerate(WAVELENGTHS)
        )
        light, dark = read_colours(f"{head}\n{rows}\n".encode()).samples
        self.assertAlmostEqual(light.reflectance()[0], 0.40)
        self.assertAlmostEqual(dark.reflectance()[0], 0.012)

    def test_workbooks(self) -> None:
        """.xlsx and .ods hold the same table, numbers or texts."""
        head = ["name", *(f"{nm:g}" for nm in WAVELENGTHS)]
        row = ["Mill pond", *(round(float(x), 4) for x in BANDS)]
        for data in (workbook([head, row]), spreadsheet([head, [str(cell) for cell in row]])):
            found = read_colours(data).samples[0]
            self.assertEqual(found.name, "Mill pond")
            assert_allclose(found.reflectance(), BANDS, atol=6e-5)
        tins: list[list[Any]] = [
            ["Name", "Kind", "left_ml", "opened"],
            ["Pond", "Milk paint", 250.5, date(2026, 3, 31)],
        ]
        tin = read_shelf_csv(workbook(tins)).good[0]
        self.assertEqual(
            (tin.kind, tin.numbers["left_ml"], str(tin.opened)), ("milk_paint", 250.5, "2026-03-31")
        )

    def test_a_workbook_without_its_sheet(self) -> None:
        """A workbook of which a part was lost is refused in words."""
        whole, rest = zipfile.ZipFile(io.BytesIO(workbook([["name"]]))), io.BytesIO()
        with zipfile.ZipFile(rest, "w") as cut:
            for one in whole.infolist():
                if "worksheets/" not in one.filename:
                    cut.writestr(one, whole.read(one))
        with self.assertRaisesRegex(ColourFileError, "a sheet that is not in it"):
            read_colours(rest.getvalue())

    def test_many(self) -> None:
        """Ten thousand are read; more are counted and refused before any is made."""
        head = "name,L,a,b\n"
        self.assertEqual(len(read_colours((head + "x,50,0,0\n" * MOST).encode()).samples), MOST)
        with self.assertRaisesRegex(ColourFileError, "10001 colours"):
            read_colours((head + "x,oops,0,0\n" * (MOST + 1)).encode())
        with self.assertRaisesRegex(ColourFileError, "20000 rows"):
            read_colours((head + "\n" * 30_000).encode())

    def test_nested_for_ever(self) -> None:
        """Five megabytes of objects within objects: only what lies straight in the collection is an
        object."""
        many = 180_000
        text = (
            '<CxF xmlns="http://colorexchangeformat.com/CxF3-core"><Resources><ObjectCollection>'
            + '<Object Name="a">' * many
            + "</Object>" * many
            + "</ObjectCollection></Resources></CxF>"
        )
        with self.assertRaisesRegex(ColourFileError, "no colour in this file"):
            read_colours(text.encode()[:4_999_000] if len(text) > 5_000_000 else text.encode())


class ColoursTest(unittest.TestCase):
    def test_headings(self) -> None:
        """CIELAB, XYZ and RGB as other tools head them, with the numbers that they write."""
        for head, row, Lab in (
            ("L*,a*,b*", "50,0,0", (50, 0, 0)),
            ("LAB_L;LAB_A;LAB_B", "50;0;0", (50, 0, 0)),
            ("CIE_L\tCIE_A\tCIE_B", "50\t0\t0", (50, 0, 0)),
            ("name;X;Y;Z", "white;95,047;100;108,883", (100, 0, 0)),
            ("R;G;B", "255;255;255", (100, 0, 0)),
            ("red\tgreen\tblue", "1.0\t1.0\t1.0", None),
            ("r,g,b", "0.5,0.5,0.5", (53.4, 0, 0)),
            ("Name,HTML code", "wall,#ffffff", (100, 0, 0)),
        ):
            with self.subTest(head):
                found = read_colours(f"{head}\n{row}\n".encode()).samples[0]
                if Lab is not None:
                    assert_allclose(found.colour(), Lab, atol=0.06)

    def test_names_and_codes_without_a_heading(self) -> None:
        found = read_colours(b"Jug glaze\t#4f7f80\nBare rim\t#c9b79c\n").samples
        self.assertEqual([one.name for one in found], ["Jug glaze", "Bare rim"])

    def test_the_white(self) -> None:
        """Greys of XYZ tell their white; what the file says goes before that, and what a person chooses
        before both."""
        greys = [
            (name, share) for name, share in (("white", 0.9), ("light", 0.5), ("grey", 0.2), ("dark", 0.08))
        ]
        for white in ("D50", "D65"):
            rows = "\n".join(
                f"{n} " + " ".join(f"{share * one:.4f}" for one in WHITES[white]) for n, share in greys
            )
            fields_ = "BEGIN_DATA_FORMAT\nSAMPLE_ID XYZ_X XYZ_Y XYZ_Z\nEND_DATA_FORMAT\n"
            text = f"CGATS.17\n{fields_}BEGIN_DATA\n{rows}\nEND_DATA\n"
            with self.subTest(white):
                found = read_colours(text.encode())
                assert found.white is not None
                self.assertEqual((found.white.name, found.white.how), (white, "neutrals"))
                self.assertLess(max(float(np.hypot(*one.colour()[1:])) for one in found.samples), 0.05)
                self.assertIn(f"under {white}", found.notes[-1])
                other = "D65" if white == "D50" else "D50"
                chosen = read_colours(text.encode(), other).white  # type: ignore[arg-type]
                said = read_colours(
                    text.replace("CGATS.17", f'CGATS.17\nWEIGHTING_FUNCTION "ILLUMINANT, {other}"').encode()
                )
                assert chosen is not None
                assert said.white is not None
                self.assertEqual((chosen.name, chosen.how), (other, "chosen"))
                self.assertEqual((said.white.name, said.white.how), (other, "stated"))

    def test_a_white_that_nothing_tells(self) -> None:
        found = read_colours(b"name,L,a,b\nx,50,20,-30\n")
        assert found.white is not None
        self.assertEqual((found.white.name, found.white.how), ("D65", "assumed"))
        warm = read_colours(b"name,L,a,b\nx,50,20,-30\n", "A")
        self.assertGreater(float(delta_E_CIE2000(found.samples[0].colour(), warm.samples[0].colour())), 1.0)


class NoPaintTest(unittest.TestCase):
    def test_lamps(self) -> None:
        """Illuminants of the CIE, meters of lamps and keyword files of lights are no paints, and are told
        so."""
        for name in "D65 D50 A C FL1 FL2 FL7 FL11 FL3.15 HP1 LED-B5 LED-V1".split():
            lamp = reference.SDS_ILLUMINANTS[name]
            rows = "\n".join(
                f"{nm:g},{power:.6g}" for nm, power in zip(lamp.wavelengths, lamp.values, strict=True)
            )
            with self.subTest(name), self.assertRaisesRegex(ColourFileError, "lamp|light|neither a share"):
                read_colours(rows.encode())
        for name in ("RANDOM_001_02._3262K.csv", "uprtek.xls.txt"):
            with self.subTest(name), self.assertRaisesRegex(ColourFileError, "light of a lamp"):
                read_colours(of_colour(name))
        for head in (
            "SPECT\nSPECTRAL_BANDS 36",
            'CTI3\nDEVICE_CLASS "EMISSION"',
            'X\nMEAS_TYPE "TRANSMISSIVE"',
        ):
            bands = " ".join(f"SPEC_{nm:g}" for nm in WAVELENGTHS)
            row = " ".join(["0.5"] * 36)
            text = f"{head}\nBEGIN_DATA_FORMAT\n{bands}\nEND_DATA_FORMAT\nBEGIN_DATA\n{row}\nEND_DATA\n"
            with self.subTest(head), self.assertRaisesRegex(ColourFileError, "no paint"):
                read_colours(text.encode())

    def test_by_what_the_file_is_called(self) -> None:
        rows = "\n".join(f"{nm:g},{x:.3f}" for nm, x in zip(WAVELENGTHS, BANDS, strict=True))
        self.assertEqual(len(read_colours(rows.encode(), name="table top").samples), 1)
        with self.assertRaisesRegex(ColourFileError, "transmittance"):
            read_colours(rows.encode(), name="glass transmittance")

    def test_a_long_head(self) -> None:
        """However long the head of a keyword file is, its fields are found."""
        head = "".join(f'KEYWORD "K{n}"\nK{n} "x"\n' for n in range(600))
        fields_ = "BEGIN_DATA_FORMAT\nSAMPLE_LOC LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n"
        text = f"CTI3\n{head}{fields_}BEGIN_DATA\nA1 50 0 0\nEND_DATA\n"
        self.assertEqual(read_colours(text.encode()).samples[0].name, "A1")


class CxfTest(unittest.TestCase):
    def test_short_spectra(self) -> None:
        """Spectra that end at 680 nm are left, and the CIELAB beside them is taken, which is said once."""
        found = read_colours(
            Path(str(files("colour_cxf"))).joinpath("tests/resources/sample.cxf").read_bytes()
        )
        self.assertEqual(len(found.samples), 144)
        assert found.white is not None
        self.assertEqual((found.white.name, found.white.how), ("D50", "stated"))
        self.assertEqual(sum("680 nm" in note for note in found.notes), 1)

    def test_what_is_written_passes_its_schema(self) -> None:
        """Read by classes that were generated from the XSD of CxF3 (colour-cxf): nothing unknown, nothing
        missing."""
        samples = [
            Sample(name="read", R=BANDS),
            Sample(name="caught", Lab=np.array([50.0, 4, -9]), noise=5.2, how="photo"),
        ]
        document = colour_cxf.read_cxf(WRITERS["cxf"][0](samples, "Bench"))
        self.assertEqual(len(document.resources.object_collection.object_value), 2)
        self.check(document)

    def check(self, thing: Any) -> None:
        if isinstance(thing, list):
            for one in thing:
                self.check(one)
        if not is_dataclass(thing):
            return
        for field in fields(thing):
            value = getattr(thing, field.name)
            if field.metadata.get("required") and field.default is not MISSING:
                self.assertIsNotNone(value, f"{type(thing).__name__}.{field.name}")
            self.check(value)

    def test_a_guess_stays_a_guess(self) -> None:
        """In every format: a colour that was caught from a photo comes back as one, with its error."""
        caught = Sample(name="Jug glaze", Lab=np.array([52.0, -12, -9]), noise=5.2, how="white_photo")
        for kind, (write, _) in WRITERS.items():
            with self.subTest(kind):
                back = read_colours(write([caught], "Job")).samples[0]
                self.assertIsNone(back.R)
                self.assertEqual((back.how, back.noise), ("white_photo", 5.2))


class ShelfTest(unittest.TestCase):
    def test_workbooks(self) -> None:
        """The shelf's table comes from a workbook as from CSV; one that was made to unpack for ever is
        refused."""
        head = ["name", "kind", "left_ml", "hex"]
        rows = [
            head,
            ["Mill pond", "chalk_paint", "250", "#335544"],
            ["Chalk white", "chalk_paint", "400", ""],
        ]
        for data in (workbook(rows), spreadsheet(rows)):
            found = read_shelf_csv(data)
            self.assertEqual([tin.name for tin in found.good], ["Mill pond", "Chalk white"])
            self.assertEqual(found.bad, ())
        with self.assertRaisesRegex(ShelfCsvError, "damaged"):
            read_shelf_csv(workbook(rows)[:400])
        with self.assertRaisesRegex(ShelfCsvError, "20000 rows"):
            read_shelf_csv(b"name,kind\n" + b"\n" * 40_000)
