"""Patterns and textures as layers: paint through a mask, prints in own colours, relief that takes wax and
light."""

import unittest
from typing import Any

import numpy as np

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes import KINDS, WAXES, Finish, Layer, at_point
from jug_mingle.core.finishes.flat import flat_drawing
from jug_mingle.core.finishes.picture import Picture, render
from jug_mingle.core.finishes.printing import cover, printed, second_dabbed_in
from jug_mingle.core.finishes.relief import lit_by, roughness, upon
from jug_mingle.core.optics.film import R_film, R_seen
from jug_mingle.core.pattern.laying import lay
from jug_mingle.core.pattern.layout import Layout
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.motifs import motif
from jug_mingle.core.pattern.net import net_of
from jug_mingle.core.pattern.printed import on_film
from jug_mingle.core.pattern.surfaces import Surface, surfaces_of
from jug_mingle.core.pieces import Samples, draw, usual_piece
from tests.core.paints import film

PIECE = usual_piece("card_cabinet")
SAMPLES: Samples = draw(PIECE, 360, 270).samples()
FACE = "front/drawer/drawer 2/outside"
TEXTURES = ("stippled", "trowelled", "salt", "rust", "tissue", "chippy")


def fronts() -> list[Surface]:
    return [one for one in surfaces_of(PIECE) if one.part.startswith("drawer")]


def laid(kind: str, *, key: str = "sprig", paint: str = "white", **changes: Any) -> Layer:
    layout = Layout(motif=key, width=0.09, height=0.09, **changes)
    art = motif(key, 0.09).art()
    if KINDS[kind].palette is not None:
        art = on_film(art, "leaf")
    pattern = Pattern(key=(kind, key, str(changes)), layout=layout, spaces=lay(layout, fronts()), arts=(art,))
    films = (film(paint),) if KINDS[kind].films[0] else ()
    return Layer(kind=kind, films=films, laid_out=pattern, **KINDS[kind].usual)


def picture(*layers: Layer, **more: Any) -> Picture:
    return render(SAMPLES, (270, 360), Finish(layers=layers), light("window"), **more)


class PrintingTest(unittest.TestCase):
    def test_paint_through_windows_alone(self) -> None:
        """A stencil changes what its windows show, as one film there by the film equations, and nothing
        else."""
        base, sprig = Layer(kind="paint", films=(film("blue"),), coats=3), laid("stencil")
        finish = Finish(layers=(base, sprig))
        apart = finish.tells_apart(SAMPLES).by_face
        there = cover(sprig, apart, FACE)
        for at in (int(np.argmax(there)), int(np.argmin(there))):
            states = at_point(finish, apart, FACE, at)
            own = film("white")
            t = float(np.asarray(sprig.of.field(sprig, apart, FACE))[at])
            ground = at_point(Finish(layers=(base,)), apart, FACE, at)[-1].R
            body = states[-1].R
            if t == 0.0:
                np.testing.assert_allclose(body, ground, atol=1e-9)
            else:
                self.assertGreater(float(body.mean()), float(ground.mean()))
                seen = R_seen(R_film(K=own.optics.K, S=own.optics.S, X=own.X * t, R_g=ground), 1.0)
                self.assertGreater(float(seen.mean()), float(ground.mean()))

    def test_reaches_its_faces_alone(self) -> None:
        """On the drawers it is for; side, top and frame stay as they were."""
        base = Layer(kind="paint", films=(film("blue"),))
        before, after = picture(base), picture(base, laid("stencil"))
        changed = (before != after).any(axis=2).ravel()
        for name, place in SAMPLES.faces.items():
            seen = SAMPLES.pixel[place][SAMPLES.foremost[SAMPLES.pixel[place]] >= place.start]
            if name.startswith("side/") and len(seen):
                inner = SAMPLES.pixel[place][SAMPLES.weight[place] > 0.99]
                self.assertFalse(changed[inner].any())
        self.assertGreater(int(changed.sum()), 500)

    def test_two_colours_run_into_each_other(self) -> None:
        """Where the second colour is dabbed it is mostly that, elsewhere mostly the first; both meet
        softly."""
        one = laid("stencil")
        two = Layer(kind="stencil", films=(film("white"), film("red")), laid_out=one.laid_out, amount=0.9)
        apart = Finish(layers=(two,)).tells_apart(SAMPLES)
        zone = next(name for name in apart.zones if name.startswith("front") and two.reaches(name))
        share, ink = second_dabbed_in(two, apart, zone), printed(two, apart, zone)[1]
        self.assertGreater(float(share[ink > 0].mean()), float(share[ink == 0].mean()) + 0.4)
        self.assertFalse(np.array_equal(picture(one), picture(two)))

    def test_prints_have_their_own_colours(self) -> None:
        """A transfer is its own ink where it is printed; at a point and in the picture it is the same."""
        transfer = laid("transfer")
        finish = Finish(layers=(Layer(kind="paint", films=(film("blue"),)), transfer))
        apart = finish.tells_apart(SAMPLES).by_face
        at = int(np.argmax(cover(transfer, apart, FACE)))
        assert transfer.of.palette is not None
        palette = transfer.of.palette(transfer)
        R = at_point(finish, apart, FACE, at)[-1].R
        ink = int(printed(transfer, apart, FACE)[1][at])
        wanted = R_seen(palette[ink], finish.layers[0].films[0].veil)
        self.assertLess(float(np.abs(R - wanted).max()), 0.02)

    def test_worn_and_waxed_above(self) -> None:
        """What lies above takes it: worn down to the paint it thins out, wax darkens it."""
        base, sprig = Layer(kind="paint", films=(film("blue"),)), laid("stencil")
        plain = picture(base, sprig).astype(float)
        worn = picture(base, sprig, Layer(kind="fade", down_to=1, amount=0.8)).astype(float)
        bare = picture(base).astype(float)
        self.assertLess(float(np.abs(worn - bare).mean()), float(np.abs(plain - bare).mean()))
        waxed = picture(base, sprig, Layer(kind="wax", films=(WAXES["black wax"],), wipe=0.5)).astype(float)
        self.assertLess(float(waxed.mean()), float(plain.mean()))


class ReliefTest(unittest.TestCase):
    def test_wax_stays_at_the_foot(self) -> None:
        """Over raised work the places between stand deeper, the paste prouder, than without it."""
        raised = laid("raised", key="rosette", arrange="one")
        samples = Finish(layers=(raised,)).tells_apart(SAMPLES)
        zone = next(name for name in samples.zones if name.startswith("front") and raised.reaches(name))
        over = upon(samples, raised, zone)
        self.assertGreater(float(over.of("recess", zone).mean()), float(samples.of("recess", zone).mean()))
        there = cover(raised, samples, zone) > 0.9
        self.assertGreaterEqual(float(over.of("high", zone)[there].min()), 0.9)
        wax = Layer(kind="wax", films=(WAXES["black wax"],), place="recess", wipe=0.9)
        flat = Layer(kind="paint", films=(film("white"),))
        self.assertFalse(np.array_equal(picture(flat, raised, wax), picture(flat, raised)))

    def test_raking_light_shows_it(self) -> None:
        """Low light from the side makes more of an unevenness than light from above; on what is flat none of
        either."""
        flat = Layer(kind="paint", films=(film("white"),))
        self.assertIsNone(lit_by((flat,), SAMPLES, (270, 360), raking=True))
        for kind in TEXTURES:
            own = KINDS[kind]
            films = (film("white"),) * own.films[0]
            layer = Layer(kind=kind, films=films, **own.usual)
            usual, raking = (lit_by((flat, layer), SAMPLES, (270, 360), raking=one) for one in (False, True))
            assert usual is not None
            assert raking is not None
            self.assertGreater(float(raking.std()), float(usual.std()), kind)
            self.assertAlmostEqual(float(np.median(usual)), 1.0, delta=0.15)

    def test_how_rough(self) -> None:
        """Sa by its definition (ISO 25178-2, 4.1.7), the mean distance from the mean plane; grit is
        rougher."""
        rough = {}
        for kind in TEXTURES:
            own = KINDS[kind]
            layer = Layer(kind=kind, films=(film("white"),) * own.films[0], **own.usual)
            zone = next(name for name in SAMPLES.zones if name.startswith("front"))
            assert own.relief is not None
            height = own.relief(layer, SAMPLES, zone).height
            rough[kind] = roughness(layer, SAMPLES, zone)
            self.assertAlmostEqual(rough[kind], float(np.mean(np.abs(height - np.mean(height)))), places=9)
            self.assertTrue(1e-6 < rough[kind] < 2e-3, kind)
        self.assertGreater(rough["trowelled"], rough["stippled"])
        self.assertGreater(rough["salt"], rough["tissue"])
        self.assertEqual(roughness(Layer(kind="paint", films=(film("white"),)), SAMPLES, "front"), 0.0)

    def test_lambert(self) -> None:
        """A slope towards the light is lighter, away from it darker, by the cosine (Lambert 1760)."""
        raised = laid("ornament", key="rosette", arrange="one")
        apart = Finish(layers=(raised,)).tells_apart(SAMPLES)
        light_on = lit_by((raised,), apart, (270, 360), raking=False)
        assert light_on is not None
        self.assertGreater(float(light_on.max()), 1.05)
        self.assertLess(float(light_on.min()), 0.95)


class FlatTest(unittest.TestCase):
    def test_the_same_colours(self) -> None:
        """Laid flat, the finish has the colour that the unshaded picture of the piece has."""
        base = Layer(kind="paint", films=(film("green"),), coats=3)
        spaces = lay(Layout(width=0.1, height=0.1), fronts())
        drawing = flat_drawing(net_of(spaces, surfaces_of(PIECE)), 300)
        flat = render(drawing.samples(), (drawing.height, 300), Finish(layers=(base,)), light("window"))
        piece = picture(base, shaded=False)
        at = SAMPLES.pixel[SAMPLES.faces[FACE]][SAMPLES.weight[SAMPLES.faces[FACE]] > 0.99][5]
        middle = flat[drawing.height // 2, 150]
        self.assertLessEqual(int(np.abs(middle.astype(int) - piece.reshape(-1, 3)[at].astype(int)).max()), 2)
