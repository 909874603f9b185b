"""Packing: instances cut from full sheets go back without waste, small ones as brute force has them; supply
of jobs."""

import itertools
import random
import unittest
from dataclasses import replace

from jug_mingle.core.pattern.blocks import Size, blocks_of
from jug_mingle.core.pattern.laying import lay
from jug_mingle.core.pattern.layout import Layout
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.motifs import motif
from jug_mingle.core.pattern.packing import Packed, Put, pack
from jug_mingle.core.pattern.supply import Piece, cut_for, pieces_of, supplied
from tests.core.pattern.test_layout import drawers, face


def cut_up(rng: random.Random, size: Size, count: int) -> list[Size]:
    """Return a sheet cut into so many pieces by straight cuts: they fill it without waste."""
    parts = [size]
    while len(parts) < count:
        parts.sort(key=lambda part: -part[0] * part[1])
        w, h = parts.pop(rng.randrange(min(3, len(parts))))
        share = rng.uniform(0.3, 0.7)
        parts += [(w * share, h), (w * (1 - share), h)] if w > h else [(w, h * share), (w, h * (1 - share))]
    return parts


def covered(pieces: list[Size], found: Packed) -> float:
    return sum(pieces[one.piece][0] * pieces[one.piece][1] for one in found.put)


class PackingTest(unittest.TestCase):
    def lies_right(self, pieces: list[Size], bins: list[Size], found: Packed) -> None:
        """No piece twice, each within its bin, none over another."""
        self.assertEqual(len({one.piece for one in found.put}), len(found.put))
        boxes: dict[int, list[tuple[float, float, float, float]]] = {}
        for one in found.put:
            w, h = pieces[one.piece][::-1] if one.turned else pieces[one.piece]
            self.assertLessEqual(one.x + w, bins[one.bin][0] + 1e-4)
            self.assertLessEqual(one.y + h, bins[one.bin][1] + 1e-4)
            boxes.setdefault(one.bin, []).append((one.x, one.y, one.x + w, one.y + h))
        for own in boxes.values():
            for a, b in itertools.combinations(own, 2):
                apart = (
                    a[2] <= b[0] + 1e-4 or b[2] <= a[0] + 1e-4 or a[3] <= b[1] + 1e-4 or b[3] <= a[1] + 1e-4
                )
                self.assertTrue(apart, (a, b))

    def test_thirty_motifs_on_nine_faces(self) -> None:
        """Cut from full faces, so that the best is no waste: at least 95 % is covered, whichever way they
        turn."""
        for seed in range(4):
            rng = random.Random(seed)
            bins = [(rng.uniform(0.2, 0.6), rng.uniform(0.15, 0.4)) for _ in range(9)]
            pieces = [one for n, size in enumerate(bins) for one in cut_up(rng, size, 4 if n < 3 else 3)]
            self.assertEqual(len(pieces), 30)
            pieces = [one if rng.random() < 0.5 else one[::-1] for one in pieces]
            rng.shuffle(pieces)
            found = pack(pieces, bins)
            self.lies_right(pieces, bins, found)
            self.assertGreaterEqual(covered(pieces, found), 0.95 * sum(w * h for w, h in bins))

    def brute(self, pieces: list[Size], bins: list[Size]) -> float:
        """Return the most that can be covered, by every order, bin and turn, each piece at a corner of those
        before."""
        best = 0.0

        def put(left: list[int], there: list[list[tuple[float, float, float, float]]], area: float) -> None:
            nonlocal best
            best = max(best, area)
            if area + sum(pieces[n][0] * pieces[n][1] for n in left) <= best + 1e-12:
                return
            for n in left:
                for number, (wide, high) in enumerate(bins):
                    own = there[number]
                    xs, ys = {0.0, *(b[2] for b in own)}, {0.0, *(b[3] for b in own)}
                    for w, h in {pieces[n], pieces[n][::-1]}:
                        for x, y in itertools.product(xs, ys):
                            spot = (x, y, x + w, y + h)
                            inside = spot[2] <= wide + 1e-9 and spot[3] <= high + 1e-9
                            if inside and all(
                                spot[2] <= b[0] + 1e-9
                                or b[2] <= x + 1e-9
                                or spot[3] <= b[1] + 1e-9
                                or b[3] <= y + 1e-9
                                for b in own
                            ):
                                rest = [m for m in left if m != n]
                                put(
                                    rest,
                                    [[*o, spot] if k == number else o for k, o in enumerate(there)],
                                    area + w * h,
                                )

        put(list(range(len(pieces))), [[] for _ in bins], 0.0)
        return best

    def test_as_brute_force(self) -> None:
        """Few enough pieces are packed as well as trying everything does, also where not all fit."""
        for seed in range(6):
            rng = random.Random(seed)
            bins = [(0.3, 0.2)] if seed % 2 else [(0.2, 0.15), (0.16, 0.12)]
            pieces = [
                (round(rng.uniform(0.05, 0.16), 2), round(rng.uniform(0.05, 0.16), 2)) for _ in range(4)
            ]
            found = pack(pieces, bins)
            self.lies_right(pieces, bins, found)
            self.assertTrue(found.best)
            self.assertAlmostEqual(covered(pieces, found), self.brute(pieces, bins), places=6)

    def test_seven_without_waste(self) -> None:
        for seed in range(3):
            rng = random.Random(seed)
            pieces = [(round(w, 3), round(h, 3)) for w, h in cut_up(rng, (0.3, 0.2), 4)] + [(0.1, 0.2)] * 3
            bins: list[Size] = [(0.301, 0.201), (0.3, 0.2)]
            found = pack(pieces, bins)
            self.lies_right(pieces, bins, found)
            self.assertEqual(found.left, ())

    def test_pinned_stays(self) -> None:
        pieces: list[Size] = [(0.1, 0.1)] * 5
        fixed = Put(piece=2, bin=0, x=0.05, y=0.05)
        found = pack(pieces, [(0.3, 0.3)], pinned=[fixed])
        self.assertIn(fixed, found.put)
        # What is pinned was not tried elsewhere: a better filling may well exist, and is not denied.
        self.assertFalse(found.best)
        self.assertTrue(pack(pieces, [(0.3, 0.3)]).best)
        self.lies_right(pieces, [(0.3, 0.3)], found)
        with self.assertRaisesRegex(ValueError, "past the edge"):
            pack(pieces, [(0.3, 0.3)], pinned=[Put(piece=0, bin=0, x=0.25, y=0.0)])

    def test_direction_is_kept(self) -> None:
        """A piece with an upper side is not turned."""
        self.assertEqual(pack([(0.1, 0.3)], [(0.3, 0.1)], turning=False).put, ())
        self.assertTrue(pack([(0.1, 0.3)], [(0.3, 0.1)]).put[0].turned)
        with self.assertRaisesRegex(ValueError, "wider and higher than 0"):
            pack([(0.0, 1.0)], [(1.0, 1.0)])

    def test_blocks(self) -> None:
        """Two halves of a sheet make it whole, and no block is larger than asked for."""
        found = blocks_of([(0.1, 0.2), (0.2, 0.2)], turning=False, within=(0.3, 0.2), slack=0.0)
        whole = max(found, key=lambda one: one.area)
        self.assertAlmostEqual(whole.w, 0.3)
        self.assertTrue(all(one.w <= 0.3001 and one.h <= 0.2001 for one in found))


class SupplyTest(unittest.TestCase):
    def pattern(self, layout: Layout, surfaces: list) -> Pattern:  # type: ignore[type-arg]
        art = motif("damask", layout.width).art()
        return Pattern(key=(), layout=layout, spaces=lay(layout, surfaces), arts=(art,))

    def test_two_pairs_over_three_drawers(self) -> None:
        """V017, V018, V020: four sheets in two continuous pairs over three drawers."""
        layout = Layout(
            motif="damask", width=0.6, height=0.7, arrange="row", span="over_gaps", sheet_width=0.3,
            sheet_height=0.7,
        )  # fmt: skip
        one = self.pattern(layout, drawers(3, 1, w=1.2, h=0.22))
        pieces, sheet = cut_for(one, "transfer")
        found = supplied(pieces, sheet, at_hand=4)
        self.assertEqual((found.sheets, found.lacking), (4, 0))
        self.assertEqual({piece.parts for piece in pieces}, {("drawer 1", "drawer 2", "drawer 3")})
        self.assertEqual(supplied(pieces, sheet, at_hand=2).lacking, 2)

    def test_one_picture_in_three_sections(self) -> None:
        """V081: a picture three sheets wide is laid in three."""
        layout = Layout(
            motif="damask", width=0.9, height=0.6, arrange="one", sheet_width=0.3, sheet_height=0.7
        )
        self.assertEqual(len(cut_for(self.pattern(layout, [face(1.2, 0.8)]), "transfer")[0]), 3)

    def test_two_thirds_of_a_top(self) -> None:
        """V089: paper on two thirds of a top is cut for two thirds of it, and for what stands over."""
        top = face(0.9, 0.5, "top/top/top/outside", plane="top")
        layout = Layout(motif="damask", width=0.1, height=0.15, reach=0.667, reach_from="right",
            sheet_width=0.7,
                        sheet_height=0.6, overhang=0.01)  # fmt: skip
        (piece,) = cut_for(self.pattern(layout, [top]), "paper")[0]
        self.assertAlmostEqual(piece.w, 0.9 * 0.667 + 0.02)
        self.assertAlmostEqual(piece.x, 0.9 * 0.333 - 0.01)

    def test_joins_hide_at_edges(self) -> None:
        """A sheet too narrow for all is joined where a face ends, and said to be seen where none does."""
        layout = Layout(
            motif="damask", width=0.1, height=0.15, span="over_gaps", sheet_width=0.4, sheet_height=0.7
        )
        hidden = pieces_of(self.pattern(layout, drawers(1, 2)), (0.4, 0.7))
        self.assertFalse(any(piece.join for piece in hidden))
        seen = pieces_of(self.pattern(layout, [face(1.0, 0.3)]), (0.4, 0.7))
        self.assertTrue(seen[0].join)

    def test_from_a_roll(self) -> None:
        """Cane is cut with its margin from a roll, side by side where two fit."""
        layout = Layout(
            motif="weave", width=0.02, height=0.02, sheet_width=0.45, sheet_height=10.0, border=0.02
        )
        pieces, sheet = cut_for(
            self.pattern(layout, [face(0.16, 0.5), face(0.16, 0.4, "front/door/door 2/outside")]), "lined"
        )
        found = supplied(pieces, sheet)
        self.assertAlmostEqual(pieces[0].w, 0.20)
        self.assertAlmostEqual(found.metres, 0.54)
        self.assertEqual(found.sheets, 1)
        half = replace(pieces[0], w=0.4, h=1.5)
        self.assertEqual([supplied([half] * n, (0.45, 3.0)).sheets for n in (1, 2, 3)], [1, 1, 2])

    def test_larger_than_a_sheet(self) -> None:
        piece = Piece(parts=("top",), space=0, x=0, y=0, w=0.5, h=0.5)
        with self.assertRaisesRegex(ValueError, "does not come out of a sheet"):
            supplied([piece], (0.4, 0.4))
        with self.assertRaisesRegex(ValueError, "say its size"):
            supplied([piece], (0.0, 0.4))
