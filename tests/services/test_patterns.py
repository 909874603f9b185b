"""Layouts on a piece of a job: laid, counted, printed, kept, brought along; motifs of one's own; accents."""

import io
from itertools import product
from typing import Any

import numpy as np
from PIL import Image
from pypdf import PdfReader
from scipy import ndimage

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes import KINDS
from jug_mingle.core.marked import plain
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.pattern.art import coverage
from jug_mingle.core.pattern.surfaces import surfaces_of
from jug_mingle.core.pieces import FORMS, usual_piece
from jug_mingle.documents.layout import MotifFile, SingleIn
from jug_mingle.documents.look import LayerIn, LookFile
from jug_mingle.errors import UnfitError
from jug_mingle.formats.svg_shapes import read_svg
from jug_mingle.services import finish_report, jobs, layouts, looks, motifs, pattern_prints, patterns, pieces
from jug_mingle.services.finish_resolver import dressed
from jug_mingle.services.settings import keep_settings
from tests.services.support import LookCase


def blot(size: int = 300) -> np.ndarray:
    """A dark ring on white, with a dot in it: pixels of a photo."""
    y, x = np.mgrid[:size, :size] - size / 2
    r = np.hypot(x, y) / size
    dark = ((r > 0.25) & (r < 0.38)) | (r < 0.1)
    return np.repeat(np.where(dark, 20, 240).astype(np.uint8)[..., np.newaxis], 3, axis=2)


class PatternCase(LookCase):
    def layer(self, kind: str = "stencil", **layout: Any) -> LayerIn:
        colours = [f"mix:{self.ochre.id}"] if kind in ("stencil", "lettering", "ornament") else []
        said = patterns.USUAL[kind].model_copy(update=layout) if layout else None
        return LayerIn(kind=kind, colours=colours, layout=said)

    def laid(self, kind: str = "stencil", **layout: Any) -> layouts.Laid:
        return layouts.laid(self.session, self.chest.id, [self.paint(), self.layer(kind, **layout)], 1)


class LayoutTest(PatternCase):
    def test_which_way_up(self) -> None:
        ways = {0.0: "upright", 450.0: "top to the right", 180.0: "upside down", -90.0: "top to the left"}
        for turn, words in ways.items():
            self.assertEqual(motifs.way_up(turn, mirrored=False), words)
        self.assertEqual(
            plain(motifs.way_up(-30.0, mirrored=True)), "turned 330° clockwise, face down (mirrored)"
        )

    def test_every_kind(self) -> None:
        """What every kind of pattern takes is counted and said with its unit, in words and in order."""
        for kind in patterns.USUAL:
            with self.subTest(kind):
                one = self.laid(kind)
                numbers = dict(layouts.numbers_of(self.session, one, Saying()))
                self.assertTrue(one.positions and one.count.area > 0.0)
                self.assertIn("m²", numbers["covered"])
                if (usual := KINDS[kind].usual_material) and not self.layer(kind).colours:
                    self.assertIn(kind_of(usual).title, numbers)
                self.assertGreater(len(layouts.steps_of(self.session, one)), 1)
                self.assertEqual(one.supply is not None, kind in layouts.CUT_FROM_SHEETS)
                flat = layouts.flat_picture(one, light=light("window"), pixels_wide=200)
                self.assertEqual(flat.shape[1], 200)

    def test_the_area_is_that_of_the_picture(self) -> None:
        """What is covered by the layout, what the look takes of its colour, and what the plan buys is one
        number."""
        one = self.laid("stencil", motif="lattice", width=0.05)
        layers = [self.paint(), self.layer("stencil", motif="lattice", width=0.05)]
        judged = finish_report.judged(self.session, self.chest.id, layers, light=light("window"))
        need = next(need for need in judged.needs if need.name == self.ochre.name)
        self.assertAlmostEqual(need.area, one.count.area, delta=0.01 * one.count.area)

    def test_in_both_units(self) -> None:
        """Distances in centimetres and inches, the person's own first; past an edge as such."""
        self.assertEqual(layouts.both(0.254, Saying()), "25.4 cm (10.00 in)")
        self.assertEqual(layouts.both(0.254, Saying(length="in")), "10.00 in (25.4 cm)")
        self.assertIn("past it", layouts.both(-0.008, Saying()))

    def test_schools(self) -> None:
        """Who lifts it wet waits half as long, and is told so."""
        barrier = self.laid(width=0.1)
        keep_settings(self.session, schools={"stencil_edge": "lifted_wet"})
        wet = self.laid(width=0.1)
        self.assertEqual(2 * wet.count.minutes, barrier.count.minutes)
        self.assertNotEqual(
            layouts.steps_of(self.session, wet), layouts.steps_of(self.session, self.laid(edge="barrier"))
        )

    def test_sheets_lack(self) -> None:
        """Of too few sheets it says how many more, and what would do with fewer."""
        one = self.laid("paper", sheet_width=0.35, sheet_height=0.4, sheets=1, span="each", width=0.1)
        assert one.supply is not None
        self.assertGreater(one.supply.lacking, 0)
        self.assertTrue(any("more" in words for words in layouts.says_of(one, Saying())))

    def test_a_missing_strip(self) -> None:
        """J061: where whole repeats stop short of an edge the missing strip is named, with its width."""
        said = layouts.says_of(self.laid(width=0.09, span="each", whole=True, columns=2, rows=1), Saying())
        self.assertTrue(any("lay the matching strip" in words and " cm " in words for words in said))

    def test_too_large_is_shrunk(self) -> None:
        """A motif larger than every face is shrunk to fit, alike where it is laid out and in a look; the
        usual layout of every kind fits every form that has a flat face."""
        too_large = {"motif": "damask", "arrange": "one", "span": "each", "width": 2.0, "repeat_x": 2.2}
        one = self.laid("stencil", **too_large)
        self.assertLess(one.said.width, 1.0)
        _, finish = dressed(self.session, self.chest.id, [self.paint(), self.layer("stencil", **too_large)])
        laid_out = finish.layers[1].laid_out
        assert laid_out is not None
        self.assertEqual(laid_out.layout.width, one.said.width)
        self.assertAlmostEqual(laid_out.layout.repeat_x / laid_out.layout.width, 1.1)
        for form in FORMS:
            flat = [face for face in surfaces_of(usual_piece(form)) if not face.frame]
            for kind in patterns.USUAL:
                made = patterns.prepared(None, 0, LayerIn(kind=kind))
                assert made is not None
                with self.subTest(form, kind=kind):
                    self.assertGreater(len(made.lay(flat).spaces), 0)

    def test_what_does_not_fit(self) -> None:
        """What has no flat face is refused where it is laid out; in a look it prints nothing, and says so."""
        nowhere = self.layer("stencil").model_copy(update={"zones": ["nowhere"]})
        with self.assertRaisesRegex(UnfitError, "no flat face"):
            layouts.laid(self.session, self.chest.id, [self.paint(), nowhere], 1)
        layers = [self.paint(), nowhere]
        judged = finish_report.judged(self.session, self.chest.id, layers, light=light("window"))
        self.assertTrue(any("does not fit" in one.words and one.layer == 1 for one in judged.remarks))
        for words, layout in (
            ("font has no letter", {"motif": "text", "texts": ["☃"]}),
            ("there is no motif 'own:99x'", {"motif": "own:99x"}),
            ("there is no motif 99", {"motif": "own:99"}),
        ):  # fmt: skip
            with self.assertRaisesRegex(Exception, words):
                self.laid("stencil", **layout)
        with self.assertRaisesRegex(UnfitError, "not laid out"):
            layouts.laid(self.session, self.chest.id, [self.paint()], 0)

    def test_pinned_by_hand(self) -> None:
        """A motif put by hand stays there, and is measured from the piece."""
        one = self.laid("ornament", singles=[SingleIn(part="drawer 1", x=0.1, y=0.05, turn=90.0)])
        (position,) = one.positions
        self.assertEqual((position.parts, position.turn), (("drawer 1",), 90.0))

    def test_a_look_with_no_layout_still_draws(self) -> None:
        """Looks kept before layouts were: a stencil without one is laid in the usual way."""
        old = LayerIn.model_validate({"kind": "stencil", "colours": [f"mix:{self.ochre.id}"], "width": 0.35})
        _, finish = dressed(self.session, self.chest.id, [self.paint(), old])
        self.assertIsNotNone(finish.layers[1].laid_out)


class PrintsTest(PatternCase):
    def test_lists_and_faces(self) -> None:
        """The sheet has positions in both units, the cutting list, what it takes, and every face; alike faces
        once."""
        for kind, words in (
            ("stencil", "Positions"),
            ("paper", "Cutting list"),
            ("collage", "What it takes"),
        ):
            one = self.laid(kind)
            data = pattern_prints.layout_pdf(self.session, one, title="Chest", paper="A4", saying=Saying())
            text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(data)).pages)
            self.assertIn(words, text)
            self.assertIn("100 mm", text)
            self.assertIn("drawer 1", text)

    def test_a_stencil_for_the_cutter(self) -> None:
        """One sheet of so many repeats, in millimetres, with register marks; of a print there is none."""
        repeats: dict[str, Any] = {"rows": 2, "repeat_x": 0.06, "repeat_y": 0.07}
        one = self.laid(motif="dots", width=0.05, columns=3, half_drop=False, **repeats)
        data = pattern_prints.sheet_svg(self.session, one, title="Dots")
        found = read_svg(data)
        self.assertEqual(len(found.shapes), 3 * 2 * 4)
        self.assertAlmostEqual(found.width, 3 * 60 + 40, places=3)
        rings = np.concatenate([ring for one in found.shapes for ring in one.rings])
        np.testing.assert_allclose((rings.min(axis=0) + rings.max(axis=0)) / 2.0, (110.0, 90.0), atol=0.5)
        marks = data.decode().split('id="marks"')[1]
        for x, y in product((20, 200), (20, 160)):  # a cross at each corner of the repeats
            self.assertIn(f"M{x - 5}.000 {y}.000 L{x + 5}.000 {y}.000", marks)
            self.assertIn(f"M{x}.000 {y - 5}.000 L{x}.000 {y + 5}.000", marks)
        ends = []
        for drop in (False, True):
            laid = self.laid(motif="dots", width=0.05, columns=2, half_drop=drop, **repeats)
            found = read_svg(pattern_prints.sheet_svg(self.session, laid, title="Dots"))
            ends.append(max(ring[:, 1].max() for one in found.shapes for ring in one.rings))
            self.assertLess(ends[-1] + 20.0, found.height)
        self.assertAlmostEqual(ends[1] - ends[0], 35.0, delta=0.2)  # half a repeat lower in every second
        with self.assertRaisesRegex(UnfitError, "nothing to cut"):
            pattern_prints.sheet_svg(self.session, self.laid("paper"), title="x")

    def test_letters_hold_together(self) -> None:
        """A number cut as a stencil keeps its middle: the film of 0, 6 and 8 is in one piece
        (scipy.ndimage.label)."""
        for text in ("0", "68", "A"):
            made = motifs.letters(text, font="bold", height=0.05, bridged=True)
            film = np.pad(coverage(made.rings, made.width, made.height) < 0.5, 2, constant_values=True)
            self.assertEqual(ndimage.label(film)[1], 1)
            free = motifs.letters(text, font="bold", height=0.05, bridged=False)
            loose = np.pad(coverage(free.rings, free.width, free.height) < 0.5, 2, constant_values=True)
            self.assertGreater(ndimage.label(loose)[1], 1)


class MotifsTest(PatternCase):
    def test_cut_kept_laid_and_taken_along(self) -> None:
        """A stencil from pixels is kept, laid, copied with its look to another job, and comes through files
        whole."""
        made = motifs.stencil_of_pixels(blot(), width=0.1, name="Ring", bridge=0.002, gap=0.001, kerf=0.0)
        self.assertGreaterEqual(made.islands, 1)
        row = motifs.keep_cut(self.session, self.job.id, made, name="Ring", how={"from": "a photo"})
        layer = self.layer(motif=f"own:{row.id}", width=0.1)
        look = looks.save_look(self.session, self.job.id, name="Rings", layers=[self.paint(), layer])
        other = jobs.add_job(self.session, name="Other")
        copied = looks.layers_of(looks.copy_look(self.session, look.id, other.id))
        assert copied[1].layout is not None
        twin = motifs.own_motif(self.session, other.id, copied[1].layout.motif)
        assert twin is not None
        self.assertEqual((twin.job_id, twin.name), (other.id, "Ring"))
        file = LookFile.model_validate_json(looks.to_file(self.session, look.id).model_dump_json())
        back = looks.layers_of(
            looks.from_file(self.session, other.id, file.model_copy(update={"name": "Back"}))
        )
        self.assertIsNotNone(back[1].layout)
        with self.assertRaisesRegex(UnfitError, "another job"):
            motifs.own_motif(self.session, other.id, f"own:{row.id}")

    def test_a_picture_of_ones_own(self) -> None:
        """A photo is printed in its own colours, at the width asked for; a damaged file of one is refused."""
        row = motifs.keep_print(self.session, self.job.id, blot(), name="Blot", width=0.2, photo_id=1)
        art, _ = motifs.art_of(self.session, self.job.id, f"own:{row.id}", 0.2)
        assert art.palette is not None
        dark, pale = (
            art.palette[art.ink[3, 3]].mean(),
            art.palette[art.ink[art.ink.shape[0] // 2, art.ink.shape[1] // 2]].mean(),
        )
        self.assertGreater(float(dark), float(pale))
        one = self.laid("collage", motif=f"own:{row.id}", width=0.12)
        self.assertGreater(one.count.area, 0.0)
        file = motifs.to_file(row)
        self.assertEqual(
            motifs.keep_file(self.session, self.job.id, file).content["size"], row.content["size"]
        )
        broken = file.model_dump(mode="json")
        broken["picture"]["ink"] = "AAAA"
        with self.assertRaisesRegex(UnfitError, "damaged"):
            motifs.keep_file(self.session, self.job.id, MotifFile.model_validate(broken))
        with self.assertRaisesRegex(UnfitError, "is a picture"):
            motifs.motif_of(self.session, self.job.id, f"own:{row.id}", 0.1)

    def test_from_svg(self) -> None:
        """An SVG that crosses itself, and one with an island, become stencils that hold together."""
        for inner in (
            '<path d="M0 0 L80 80 L80 0 L0 80z"/>',
            '<path fill-rule="evenodd" d="M5 5h70v70h-70z M25 25h30v30h-30z"/>',
        ):
            head = '<svg xmlns="http://www.w3.org/2000/svg" width="80mm" viewBox="0 0 80 80">'
            made = motifs.stencil_of_svg(f"{head}{inner}</svg>".encode(), width=None, name="x")
            self.assertAlmostEqual(made.motif.width, 0.08)
            self.assertEqual(ndimage.label(made.film)[1], 1)
        with self.assertRaisesRegex(UnfitError, "script"):
            motifs.stencil_of_svg(b"<svg><script/></svg>", width=0.1, name="x")

    def test_twelve_megapixels(self) -> None:
        """A large noisy photo of a damask is cut with no island left."""
        from jug_mingle.core.pattern.motifs import motif

        rng = np.random.default_rng(3)
        small = Image.fromarray((255 * (1 - np.pad(motif("damask", 0.2).art().alpha, 20))).astype(np.uint8))
        grey = np.asarray(small.resize((3000, 4000)), dtype=float)
        noisy = np.clip(0.8 * grey + 20 + rng.normal(0, 25, grey.shape), 0, 255).astype(np.uint8)
        made = motifs.stencil_of_pixels(
            np.repeat(noisy[..., np.newaxis], 3, axis=2), width=0.2, name="Damask"
        )
        self.assertEqual(ndimage.label(made.film)[1], 1)
        self.assertGreater(len(made.motif.rings), 5)


class RoughTest(PatternCase):
    def test_said_of_each_layer(self) -> None:
        """How rough a texture is stands with its unit and its meaning; of what is smooth nothing is said."""
        salt = LayerIn(kind="salt", colours=[f"mix:{self.ochre.id}"], amount=0.5)
        smooth, rough = layouts.roughness_of(self.session, self.chest.id, [self.paint(), salt], Saying())
        self.assertEqual(smooth, "")
        self.assertRegex(rough, r"^0\.\d\d mm \(mean distance")
        self.assertIn(
            " in (", layouts.roughness_of(self.session, self.chest.id, [salt], Saying(length="in"))[0]
        )

    def test_edges_dabbed_from_the_shelf(self) -> None:
        """The edges of a collage take a jug's colour, and little of it: what the dabs cover."""
        plain = self.layer("collage")
        dabbed = plain.model_copy(update={"colours": [f"mix:{self.ochre.id}"]})
        judged = finish_report.judged(
            self.session, self.chest.id, [self.paint(), dabbed], light=light("window")
        )
        need = next(need for need in judged.needs if need.name == self.ochre.name)
        whole = layouts.laid(self.session, self.chest.id, [self.paint(), plain], 1).count.area
        self.assertTrue(0.02 * whole < need.area < 0.6 * whole)
        flat = [
            layouts.flat_picture(
                layouts.laid(self.session, self.chest.id, [self.paint(), one], 1),
                light=light("window"),
                pixels_wide=300,
            )
            for one in (plain, dabbed)
        ]
        self.assertGreater(float(np.abs(flat[0].astype(int) - flat[1]).max()), 20.0)


class OtherPieceTest(PatternCase):
    def test_a_piece_with_no_flat_face_of_that_name(self) -> None:
        """The same look on a stool: what has no face to lie on prints nothing, and nothing breaks."""
        table = pieces.add_piece(self.session, self.job.id, name="Table", form="table", measures={})
        one = layouts.laid(self.session, table.id, [self.paint(), self.layer("transfer")], 1)
        self.assertEqual(
            {spot.surface.plane for space in one.pattern.spaces for spot in space.spots}, {"top"}
        )
        stool = pieces.add_piece(self.session, self.job.id, name="Stool", form="stool", measures={})
        layers = [self.paint(), self.layer("stencil").model_copy(update={"zones": ["side"]})]
        judged = finish_report.judged(self.session, stool.id, layers, light=light("window"))
        self.assertTrue(judged.remarks)
