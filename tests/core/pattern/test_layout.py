"""Layouts: tiling and symmetry against Shapely, jobs of common practice, and what does not fit."""

import unittest
from itertools import product
from typing import Any, get_args

import numpy as np
from shapely.affinity import rotate, scale, translate
from shapely.geometry import Polygon, box
from shapely.ops import unary_union

from jug_mingle.core.pattern.laying import lay
from jug_mingle.core.pattern.layout import Across, Layout, Single
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.motifs import motif
from jug_mingle.core.pattern.net import net_of
from jug_mingle.core.pattern.sheets import counted, positions_of, wait_of
from jug_mingle.core.pattern.surfaces import Spare, Surface, reached_surfaces, surface_alone, surfaces_of
from jug_mingle.core.pieces import usual_piece
from jug_mingle.services.pattern_prints import placed_on, put


def face(w: float, h: float, name: str = "front/drawer/drawer 1/outside", **more: Any) -> Surface:
    return Surface(name=name, part=name.split("/")[2], addresses=(name,), w=w, h=h, **more)


def pattern(layout: Layout, surfaces: list[Surface], art: str = "") -> Pattern:
    own = motif(art or layout.motif, layout.width).art()
    return Pattern(key=(layout,), layout=layout, spaces=lay(layout, surfaces), arts=(own,))


def drawers(rows: int, columns: int, w: float = 0.3, h: float = 0.2, gap: float = 0.02) -> list[Surface]:
    return [
        face(w, h, f"front/drawer/drawer {row * columns + column + 1}/outside", x=0.02 + column * (w + gap),
             y=0.02 + row * (h + gap))
        for row in range(rows) for column in range(columns)
    ]  # fmt: skip


class TilingTest(unittest.TestCase):
    def printed(self, one: Pattern, address: str, rows: int = 240) -> np.ndarray:
        w, h = one.size_of(address)
        columns = int(rows * w / h)
        u, v = np.meshgrid((np.arange(columns) + 0.5) / columns, (np.arange(rows) + 0.5) / rows)
        return one.at(address, u.ravel(), v.ravel())[0].reshape(rows, columns)

    def test_area_against_shapely(self) -> None:
        """What is printed of every arrangement, by its mask, is the area of its polygons clipped to the
        face."""
        for layout in (
            Layout(width=0.06, height=0.06, repeat_x=0.07, repeat_y=0.08),
            Layout(width=0.06, height=0.06, half_drop=True, across="left", shift_x=0.013, shift_y=-0.02),
            Layout(width=0.05, height=0.05, whole=True, mirrored="both", turn=90.0),
            Layout(width=0.06, height=0.06, arrange="corners", motif="corner"),
            Layout(width=0.06, height=0.03, arrange="border", motif="border"),
            Layout(width=0.06, height=0.06, arrange="row", mirrored="across"),
            Layout(width=0.08, height=0.08, arrange="one", turn=30.0),
        ):
            with self.subTest(layout.arrange, turn=layout.turn):
                one = pattern(layout, [face(0.31, 0.23)])
                own = motif(layout.motif, layout.width)
                rings = [ring for p in placed_on(one.spaces[0], layout) for ring in put(own, p)]
                expected = (
                    unary_union([Polygon(ring) for ring in rings]).intersection(box(0, 0, 0.31, 0.23)).area
                )
                self.assertAlmostEqual(one.area / expected, 1.0, delta=0.04)

    def test_put_against_shapely(self) -> None:
        """A motif that is mirrored, turned and moved lies where Shapely's affine transforms put it."""
        own = motif("sprig", 0.1)
        for turn, mirrored in ((0.0, False), (90.0, True), (213.0, True), (-35.0, False)):
            layout = Layout(
                width=0.05, height=0.05,
                singles=(Single(part="drawer 1", x=0.12, y=0.07, turn=turn, mirrored=mirrored, size=1.4),),
            )  # fmt: skip
            placed = lay(layout, [face(0.3, 0.2)])[0].placed[0]
            for ring, found in zip(own.rings, put(own, placed), strict=True):
                wanted = translate(Polygon(ring), -0.05, -0.05)
                wanted = scale(wanted, (-0.7 if mirrored else 0.7), 0.7, origin=(0, 0))
                wanted = translate(rotate(wanted, turn, origin=(0, 0)), 0.12, 0.07)
                self.assertLess(Polygon(found).symmetric_difference(wanted).area, 1e-9)

    def test_symmetry(self) -> None:
        """Whole repeats from the middle are the same from both sides; mirrored columns are each other's
        mirror."""
        dots = Layout(motif="rosette", width=0.05, height=0.05, whole=True)
        seen = self.printed(pattern(dots, [face(0.3, 0.2)]), "front/drawer/drawer 1/outside")
        self.assertLess(float(np.abs(seen - seen[:, ::-1]).mean()), 0.02)
        turned = Layout(motif="sprig", width=0.1, height=0.1, whole=True, mirrored="across")
        seen = self.printed(pattern(turned, [face(0.2, 0.1)]), "front/drawer/drawer 1/outside")
        middle = seen.shape[1] // 2
        self.assertLess(float(np.abs(seen[:, :middle] - seen[:, middle:][:, ::-1]).mean()), 0.02)

    def test_over_the_gaps(self) -> None:
        """Over several the pattern runs on behind the gaps; pushed together it runs on without them."""
        layout = Layout(motif="dots", width=0.037, height=0.037, span="over_gaps", across="left", down="top")
        fronts = drawers(1, 2)
        one = pattern(layout, fronts)
        second = one.spaces[0].spots[1]
        self.assertAlmostEqual(second.x - one.spaces[0].spots[0].x, 0.32)
        butted = pattern(Layout(**{**vars_of(layout), "span": "butted"}), fronts)
        self.assertAlmostEqual(butted.spaces[0].spots[1].x, 0.30)
        self.assertAlmostEqual(butted.spaces[0].w, 0.60)

    def test_a_drawer_that_does_not_line_up(self) -> None:
        """A measured offset moves the print on that drawer alone, by just that."""
        layout = Layout(motif="dots", width=0.04, height=0.04, span="over_gaps")
        fronts = drawers(1, 2)
        plain = pattern(layout, fronts)
        moved = pattern(Layout(**{**vars_of(layout), "offsets": (("drawer 2", 0.01, 0.0),)}), fronts)
        first, second = (one.addresses[0] for one in fronts)
        np.testing.assert_array_equal(self.printed(plain, first), self.printed(moved, first))
        pixel = 0.3 / self.printed(plain, second).shape[1]
        by = round(0.01 / pixel)
        shifted = self.printed(plain, second)[:, :-by]
        self.assertLess(float(np.abs(shifted - self.printed(moved, second)[:, by:]).mean()), 0.03)

    def test_spared(self) -> None:
        """Within the margin of a handle, and where a keyhole is, nothing is printed; elsewhere nothing
        changes."""
        handle = Spare(x=0.14, y=0.09, w=0.02, h=0.02, why="knob")
        keyhole = Spare(x=0.02, y=0.02, w=0.03, h=0.03, why="keyhole")
        surface = face(0.3, 0.2, spares=(handle,))
        layout = Layout(
            motif="lattice", width=0.02, height=0.02, spared=0.01, spares=(("drawer 1", keyhole),)
        )
        one = pattern(layout, [surface])
        u, v = np.array([0.5, 0.5 + 0.019 / 0.3, 0.1, 0.52]), np.array([0.5, 0.5, 0.15, 0.9])
        self.assertEqual([bool(a > 0) for a in one.at(surface.name, u, v)[0]][:3], [False, False, False])
        free = pattern(Layout(motif="lattice", width=0.02, height=0.02), [surface])
        self.assertLess(one.area, free.area)

    def test_thins_out_and_ends(self) -> None:
        """Density that fades leaves fewer below; torn and feathered ends stay within what is covered."""
        tall = face(0.4, 1.0)
        fading = pattern(Layout(motif="dots", width=0.03, height=0.03, fade_to=0.1), [tall])
        seen = self.printed(fading, tall.name, 400)
        self.assertGreater(float(seen[:130].mean()), 2.0 * float(seen[270:].mean()))
        for ends in ("cut", "torn", "feathered"):
            layout = Layout(
                motif="lattice", width=0.02, height=0.02, reach=0.667, reach_from="left", ends=ends
            )
            seen = self.printed(pattern(layout, [tall]), tall.name)
            self.assertEqual(float(seen[:, int(0.72 * seen.shape[1]) :].max()), 0.0)
            self.assertGreater(float(seen[:, : int(0.5 * seen.shape[1])].mean()), 0.3)


def vars_of(layout: Layout) -> dict[str, Any]:
    return {name: getattr(layout, name) for name in Layout.__dataclass_fields__}


class PracticeTest(unittest.TestCase):
    """Jobs as they come in common practice."""

    def test_five_columns_four_fit(self) -> None:
        """V164, V165: of a print of five columns four fit a face: the fifth is masked, by its width."""
        layout = Layout(width=0.06, height=0.06, columns=5, rows=3, whole=True, across="left", down="top")
        one = pattern(layout, [face(0.26, 0.2)])
        (strip,) = one.spaces[0].masked
        self.assertEqual(strip.why, "1 of 5 columns")
        self.assertAlmostEqual(strip.w, 0.06)
        (position,) = positions_of(one)
        self.assertEqual((position.columns, position.rows), (4, 3))

    def test_half_an_inch_past_the_edge(self) -> None:
        """V058: a pattern that turns an edge is set half an inch past it, all round."""
        for across, shift, wide in product(get_args(Across), (0.0, 0.02, -0.013), (0.28, 0.3)):
            layout = Layout(
                width=0.05, height=0.05, overhang=0.0127, across=across, down="top", shift_x=shift
            )
            grid = lay(layout, [face(wide, 0.2)])[0].grid
            assert grid is not None
            end = grid.x + grid.columns * grid.pitch_x
            with self.subTest(f"{across}, {shift} m, {wide} m"):
                self.assertLessEqual(grid.x, -0.0127 + 1e-9)
                self.assertGreaterEqual(end, wide + 0.0127 - 1e-9)
                self.assertLess(end - grid.x - 2 * grid.pitch_x, wide + 2 * 0.0127)

    def test_corners_and_wedges(self) -> None:
        """V227: four corner motifs a door, turned to their corners, and two wedges between."""
        doors = [face(0.4, 0.7, f"front/door/door {n}/outside", x=0.42 * n) for n in (1, 2)]
        spaces = lay(Layout(motif="corner", width=0.1, height=0.1, arrange="corners", wedges=2), doors)
        self.assertEqual([len(one.placed) for one in spaces], [6, 6])
        for one in spaces:
            middles = {(round(p.x, 3), round(p.y, 3)) for p in one.placed[:4]}
            self.assertEqual(middles, {(0.06, 0.06), (0.34, 0.06), (0.34, 0.64), (0.06, 0.64)})
            self.assertEqual([p.art for p in one.placed], [0, 0, 0, 0, 1, 1])

    def test_numbers_on_stools(self) -> None:
        """One to three on three stools, each its own, the fourth plain."""
        tops = [face(0.3, 0.3, f"top/seat/seat {n}/outside", plane="top") for n in range(1, 5)]
        layout = Layout(motif="text", width=0.1, height=0.1, arrange="one", texts=("1", "2", "3"))
        spaces = lay(layout, tops, [(0.05, 0.1), (0.07, 0.1), (0.07, 0.1)])
        self.assertEqual([[p.art for p in one.placed] for one in spaces], [[0], [1], [2], []])
        self.assertAlmostEqual(spaces[0].placed[0].w, 0.05)

    def test_positions_and_waits(self) -> None:
        """V023: thirty minutes a position, fifteen for the barrier, fifteen before the next; ten uses of a
        screen."""
        layout = Layout(width=0.1, height=0.1, columns=2, rows=2, mesh=True, used=3)
        one = pattern(layout, drawers(2, 3))
        positions = positions_of(one)
        self.assertEqual([p.number for p in positions], list(range(1, len(positions) + 1)))
        count = counted(one, positions, wait=wait_of("stencil"))
        self.assertEqual(count.minutes, 30 * len(positions))
        self.assertEqual(count.screens, -(-(3 + len(positions)) // 10))
        self.assertEqual(count.washes, (3 + len(positions) - 1) % 10 + 1)
        self.assertEqual((wait_of("stencil", "lifted_wet"), wait_of("raised"), wait_of("paper")), (15, 5, 0))

    def test_measured_from_the_piece(self) -> None:
        """A position says how far it is from the piece's own edges; pushed together, from those of the
        stack."""
        layout = Layout(width=0.1, height=0.1, arrange="one", span="each")
        found = positions_of(pattern(layout, drawers(2, 2)))
        self.assertAlmostEqual(found[3].left, 0.02 + 0.32 + 0.1)
        self.assertAlmostEqual(found[3].top, 0.02 + 0.22 + 0.05)
        butted = positions_of(
            pattern(Layout(width=0.1, height=0.1, span="butted", across="left", down="top"), drawers(2, 2))
        )
        self.assertAlmostEqual(butted[0].left, 0.0)


class SurfacesTest(unittest.TestCase):
    def test_of_pieces(self) -> None:
        """Fronts lie within the piece's own front, the side joins its right edge, the top its upper one."""
        for form in ("card_cabinet", "chest", "sideboard", "settle", "stand"):
            try:
                piece = usual_piece(form)
            except ValueError:
                continue
            for one in surfaces_of(piece):
                self.assertGreater(min(one.w, one.h), 0.0)
                if one.plane == "front":
                    self.assertLessEqual(one.x + one.w, piece.width + 0.2)
        piece = usual_piece("card_cabinet")
        found = surfaces_of(piece)
        self.assertEqual(sum(one.part.startswith("drawer") for one in found), 12)
        side = next(one for one in found if one.plane == "side")
        self.assertAlmostEqual(side.x, piece.width)
        top = next(one for one in found if one.plane == "top")
        self.assertAlmostEqual(top.y + top.h, 0.0, delta=0.05)
        self.assertEqual(len(reached_surfaces(found, {"front/drawer/drawer 2/outside"})), 1)

    def test_round_a_corner(self) -> None:
        """Over the edge a pattern runs on: front and side are one space, and lie beside each other on the
        net."""
        piece = usual_piece("card_cabinet")
        own = [one for one in surfaces_of(piece) if one.plane in ("front", "side") and not one.frame]
        spaces = lay(Layout(width=0.1, height=0.1, span="wrapped"), own)
        self.assertEqual(len(spaces), 1)
        net = net_of(spaces, wrapped=True)
        side = next(one for one in net.shown if one.surface.plane == "side")
        front = max(one.x + one.surface.w for one in net.shown if one.surface.plane == "front")
        self.assertAlmostEqual(side.x, front, delta=0.03)

    def test_net_holds_all(self) -> None:
        piece = usual_piece("card_cabinet")
        own = [one for one in surfaces_of(piece) if one.part.startswith("drawer")]
        for span in ("each", "over_gaps", "butted"):
            net = net_of(lay(Layout(width=0.1, height=0.1, span=span), own), surfaces_of(piece))
            for one in net.shown:
                self.assertGreaterEqual(min(one.x, one.y), -1e-9)
                self.assertLessEqual(one.x + one.surface.w, net.width + 1e-9)
                self.assertLessEqual(one.y + one.surface.h, net.height + 1e-9)


class RefusedTest(unittest.TestCase):
    def test_what_cannot_be(self) -> None:
        alone = [surface_alone("front", 0.3, 0.2)]
        for words, make in (
            ("larger than|largest face", lambda: lay(Layout(width=0.4, height=0.4, arrange="one"), alone)),
            ("3 mm. to .3 m", lambda: Layout(width=0.0, height=0.1)),
            ("repeat", lambda: Layout(width=0.1, height=0.1, repeat_x=0.001)),
            ("more than 4000", lambda: lay(Layout(width=0.003, height=0.003), alone)),
            ("up to 400", lambda: Layout(singles=(Single(part="x", x=0, y=0),) * 401)),
            ("1 to 60", lambda: Layout(columns=61)),
            ("no flat face", lambda: lay(Layout(), [])),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                make()

    def test_elsewhere_nothing(self) -> None:
        one = pattern(Layout(width=0.05, height=0.05), [face(0.3, 0.2)])
        u = np.full(3, 0.5)
        self.assertEqual(float(one.at("side/x/y/z", u, u)[0].max()), 0.0)
        self.assertFalse(one.lies_on("side/x/y/z"))
