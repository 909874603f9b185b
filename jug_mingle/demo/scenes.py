"""The demo photos: a glazed jug under a bulb, a painted sample board in daylight, a wool throw under a tube,
and old paint beside a 24-patch card, and the hall settle in its corner.

Each is a picture of spectra: areas of known reflectance, shaded, then photographed. The true colours are
known."""

from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.photos.chart import carry, chart_R, homography
from jug_mingle.core.pieces.faces import coverage_of_polygon
from jug_mingle.demo import corner
from jug_mingle.demo.camera import develop, photograph
from jug_mingle.demo.pigments import TINS, true_mix


def smooth_noise(shape: tuple[int, int], cells: tuple[float, float], rng: np.random.Generator) -> FloatArray:
    """Return noise (h, w), mean 0, about -1..1, with so many cells down and across, interpolated smoothly."""
    down, across = (int(np.ceil(n)) + 2 for n in cells)
    knots = rng.standard_normal((down, across)) * 0.6
    y = np.linspace(0.0, cells[0], shape[0], endpoint=False)
    x = np.linspace(0.0, cells[1], shape[1], endpoint=False)
    return _ease(knots, y, x)


def _ease(knots: FloatArray, y: FloatArray, x: FloatArray) -> FloatArray:
    i, j = y.astype(int), x.astype(int)
    fy, fx = y - i, x - j
    fy, fx = (fy * fy * (3.0 - 2.0 * fy))[:, np.newaxis], (fx * fx * (3.0 - 2.0 * fx))[np.newaxis]
    rows = knots[:, j] * (1.0 - fx) + knots[:, j + 1] * fx
    return np.asarray(rows[i] * (1.0 - fy) + rows[i + 1] * fy)


def wood_figure(shape: tuple[int, int], *, upright: bool, scale: float, seed: int) -> FloatArray:
    """Return the height of a wood's figure (h, w): long streaks along the grain, and fine pores.

    `scale` is pixels per metre, so that the figure keeps its size when the picture grows.
    """
    rng = np.random.default_rng(seed)
    h, w = (shape[1], shape[0]) if upright else shape
    metres = (h / scale, w / scale)
    bands = smooth_noise((h, w), (metres[0] * 28.0 + 1, metres[1] * 2.0 + 1), rng)
    streaks = smooth_noise((h, w), (metres[0] * 120.0 + 1, metres[1] * 4.0 + 1), rng)
    pores = smooth_noise((h, w), (metres[0] * 420.0 + 1, metres[1] * 26.0 + 1), rng)
    figure = 0.55 * bands + 0.35 * streaks + 0.3 * pores
    return np.asarray((figure.T if upright else figure).astype(np.float32))


WIDTH, HEIGHT = 1600, 1200


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Spot:
    """A place in a photo whose true reflectance is known."""

    name: str
    x: int
    y: int
    R: FloatArray


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Scene:
    """A photo, the light it was taken in, its white, and the true colours in it."""

    name: str
    light: str
    pixels: NDArray[np.uint8]
    white: Spot
    spots: tuple[Spot, ...]


def _glaze() -> FloatArray:
    """The jug's glaze: a soft blue-green of its own, no mixture of the shelf."""
    hump = 0.215 * np.exp(-0.5 * ((WAVELENGTHS - 505.0) / 55.0) ** 2)
    tail = 0.07 / (1.0 + np.exp(-(WAVELENGTHS - 700.0) / 14.0))
    return np.asarray(0.085 + hump + tail)


def _throat() -> FloatArray:
    return np.asarray(0.30 + 0.22 / (1.0 + np.exp(-(WAVELENGTHS - 520.0) / 45.0)))


def _wool(dark: bool) -> FloatArray:
    if dark:
        return np.asarray(0.06 + 0.30 / (1.0 + np.exp(-(WAVELENGTHS - 565.0) / 26.0)))
    return np.asarray(0.42 + 0.24 / (1.0 + np.exp(-(WAVELENGTHS - 500.0) / 50.0)))


def _where(area: FloatArray) -> tuple[slice, slice]:
    """Return the rows and columns of a picture within which an area is not nothing."""
    down, across = np.flatnonzero(area.any(axis=1)), np.flatnonzero(area.any(axis=0))
    if not down.size:
        return slice(0, 0), slice(0, 0)
    return slice(int(down[0]), int(down[-1]) + 1), slice(int(across[0]), int(across[-1]) + 1)


class _Canvas:
    """A linear picture that areas of one reflectance are laid onto."""

    def __init__(self, light: str) -> None:
        self.light = light
        self.linear = np.zeros((HEIGHT, WIDTH, 3), dtype=np.float32)
        self.y = np.arange(HEIGHT, dtype=np.float32)[:, np.newaxis] + 0.5
        self.x = np.arange(WIDTH, dtype=np.float32)[np.newaxis] + 0.5

    def lay(self, R: FloatArray, cover: FloatArray | float, shade: FloatArray | float) -> None:
        colour = photograph(R, self.light).astype(np.float32)
        area = np.broadcast_to(np.asarray(cover, dtype=np.float32), (HEIGHT, WIDTH))
        lit = np.broadcast_to(np.asarray(shade, dtype=np.float32), (HEIGHT, WIDTH))
        rows, columns = _where(area)
        here, part = self.linear[rows, columns], area[rows, columns, np.newaxis]
        here += part * (lit[rows, columns, np.newaxis] * colour - here)

    def polygon(self, corners: list[tuple[float, float]]) -> FloatArray:
        xs, ys = zip(*corners, strict=True)
        rows = slice(max(0, int(min(ys)) - 2), min(HEIGHT, int(max(ys)) + 3))
        columns = slice(max(0, int(min(xs)) - 2), min(WIDTH, int(max(xs)) + 3))
        cover = np.zeros((HEIGHT, WIDTH))
        cover[rows, columns] = coverage_of_polygon(corners, rows, columns)
        return cover

    def darken(self, amount: FloatArray) -> None:
        self.linear *= (1.0 - np.clip(amount, 0, 1))[..., np.newaxis].astype(np.float32)

    def finish(self, seed: int, exposure: float) -> NDArray[np.uint8]:
        return develop(self.linear, exposure=exposure, seed=seed)


def jug_on_the_table() -> Scene:
    """The glazed jug beside a sheet of white paper, under a warm bulb."""
    c = _Canvas("bulb")
    fall = 0.78 + 0.24 * np.exp(-(((c.x - 720) / 1000) ** 2 + ((c.y - 560) / 900) ** 2))
    c.lay(np.full(36, 0.36), 1.0, fall * 0.62)
    table = np.clip((c.y - 760) / 2.0, 0, 1) + 0.0 * c.x
    figure = wood_figure((HEIGHT, WIDTH), upright=False, scale=900.0, seed=5)
    c.lay(ground("oak").R_seen, table, fall * (0.92 + 0.10 * figure))
    paper = c.polygon([(905, 800), (1330, 812), (1420, 1075), (930, 1062)])
    shadow = np.exp(-(((c.x - 720) / 330) ** 2 + ((c.y - 1000) / 46) ** 2)) * 0.55
    c.darken(np.roll(paper, 7, axis=0) * (1 - paper) * 0.35)
    white = np.full(36, 0.90) * (1.0 - 0.04 * np.exp(-(WAVELENGTHS - 380.0) / 25.0))
    c.lay(white, paper, fall * 0.98)
    c.darken(shadow * (1 - 0.5 * paper))
    _throw_jug(c, fall)
    return Scene(
        name="The jug on the table",
        light="bulb",
        pixels=c.finish(1, 0.70),
        white=Spot(name="paper", x=1130, y=930, R=white),
        spots=(
            Spot(name="jug glaze", x=575, y=760, R=_glaze()),
            Spot(name="bare rim", x=580, y=346, R=_throat()),
        ),
    )


def _throw_jug(c: _Canvas, fall: FloatArray) -> None:
    cx, top, foot = 600.0, 300.0, 1010.0
    from scipy.interpolate import PchipInterpolator  # half a second to import, for a jug that is thrown once

    knots_y = np.array([300, 345, 420, 520, 640, 760, 880, 960, 1010])
    knots_r = np.array([158, 146, 132, 168, 226, 250, 226, 178, 150])
    radius = PchipInterpolator(knots_y, knots_r, extrapolate=True)(np.clip(c.y, 300, 1010))
    inside = (
        np.clip(radius - np.abs(c.x - cx) + 0.5, 0, 1) * np.clip(c.y - top, 0, 1) * np.clip(foot - c.y, 0, 1)
    )
    bottom = np.clip(1.5 - (((c.x - cx) / 150) ** 2 + ((c.y - foot) / 26) ** 2) * 1.0, 0, 1) * (
        c.y >= foot - 1
    )
    body = np.maximum(inside, np.clip(bottom * 8 - 3, 0, 1))
    handle_r = np.hypot((c.x - 815) / 1.0, (c.y - 590) / 1.32)
    handle = np.clip(24 - np.abs(handle_r - 128) + 0.5, 0, 1) * np.clip((c.x - 760) / 3, 0, 1)
    glaze = _glaze()
    c.lay(glaze, handle, fall * (0.72 + 0.30 * np.exp(-(((handle_r - 120) / 12) ** 2))))
    nx = np.clip((c.x - cx) / np.maximum(radius, 1.0), -1, 1)
    lambert = np.clip(0.34 - 0.62 * nx + 0.74 * np.sqrt(1 - nx**2), 0.10, None) / 1.16
    speckle = smooth_noise((HEIGHT, WIDTH), (90.0, 120.0), np.random.default_rng(8)) * 0.03
    c.lay(glaze, body, fall * lambert * (1.0 + speckle))
    mouth = np.clip((1.0 - np.hypot((c.x - cx) / 146, (c.y - 303) / 21)) * 30, 0, 1)
    c.lay(glaze, mouth, 0.14 + 0.16 * np.clip((c.x - cx + 150) / 300, 0, 1))
    outer = np.clip((1.0 - np.hypot((c.x - cx) / 158, (c.y - 303) / 28)) * 40, 0, 1)
    edge_y = 303 + 28 * np.sqrt(np.clip(1 - ((c.x - cx) / 158) ** 2, 0, 1))
    lip = np.clip(np.minimum(c.y - edge_y + 8, edge_y + 30 - c.y) / 2, 0, 1) * body
    c.lay(_throat(), np.maximum(outer * (1 - mouth), lip), fall * (0.92 - 0.25 * nx))
    glint = np.exp(-(((c.x - 500) / 20) ** 2 + ((c.y - 655) / 90) ** 2)) + 0.5 * np.exp(
        -(((c.x - 540) / 10) ** 2 + ((c.y - 430) / 40) ** 2)
    )
    c.lay(np.ones(36), np.clip(glint * 0.85, 0, 1) * body, 1.1)


def sample_board() -> Scene:
    """Six brushed samples on a board by the window, on a white sheet."""
    c = _Canvas("window")
    light = 0.80 + 0.20 * (1.0 - c.x / WIDTH) + 0.0 * c.y
    c.lay(np.full(36, 0.50), 1.0, 0.7 * light)
    sheet = c.polygon([(130, 110), (1490, 130), (1470, 1110), (110, 1080)])
    white = np.full(36, 0.90)
    c.lay(white, sheet, light)
    board = c.polygon([(330, 190), (1400, 205), (1385, 1010), (315, 990)])
    c.darken(np.roll(np.roll(board, 9, axis=0), -6, axis=1) * (1 - board) * 0.45)
    figure = wood_figure((HEIGHT, WIDTH), upright=False, scale=800.0, seed=9)
    c.lay(ground("birch").R_seen, board, light * (0.95 + 0.07 * figure))
    chosen = ("tide-line", "mill-pond", "heron-back", "moss-bank", "quince-peel", "hip-and-haw")
    tins = {tin.key: tin for tin in TINS}
    rng = np.random.default_rng(4)
    spots = []
    for place, key in enumerate(chosen):
        R = (
            true_mix([(tins[key], 3.0), (tins["chalk-white"], 1.0)])
            if place % 2
            else true_mix([(tins[key], 1.0)])
        )
        x, y = 390 + 330 * (place % 3), 250 + 370 * (place // 3)
        ragged = 8.0 * smooth_noise((HEIGHT, WIDTH), (150.0, 5.0), rng)
        left, right = c.x - x + ragged, x + 270 - c.x + ragged
        patch = np.clip(
            np.minimum(np.minimum(left, right) / 3.0, np.minimum(c.y - y, y + 300 - c.y) / 2.0), 0, 1
        )
        strokes = smooth_noise((HEIGHT, WIDTH), (260.0, 4.0), rng)
        c.lay(R, patch, light * (1.0 + 0.025 * strokes))
        spots.append(Spot(name=f"sample {place + 1}", x=x + 135, y=y + 150, R=R))
    return Scene(
        name="Sample board by the window",
        light="window",
        pixels=c.finish(2, 0.92),
        white=Spot(name="sheet", x=220, y=600, R=white),
        spots=tuple(spots),
    )


def wool_throw() -> Scene:
    """A woven throw with a sewn white label, under the library's tube lights."""
    c = _Canvas("tube")
    folds = 0.80 + 0.16 * np.sin((c.x + 0.35 * c.y) / 150.0) + 0.06 * np.sin(c.y / 95.0)
    warp, weft = np.sin(c.x * 2 * np.pi / 9.0), np.sin(c.y * 2 * np.pi / 9.0)
    weave = 0.90 + 0.10 * np.where((np.floor(c.x / 9) + np.floor(c.y / 9)) % 2 > 0, warp**2, weft**2)
    fuzz = 1.0 + 0.06 * smooth_noise((HEIGHT, WIDTH), (300.0, 400.0), np.random.default_rng(6))
    c.lay(_wool(True), 1.0, folds * weave * fuzz)
    for left in (250.0, 330.0, 1180.0, 1260.0):
        stripe = np.clip(1.0 - np.abs(c.x - left - 0.02 * c.y) / 26.0, 0, 1)
        c.lay(_wool(False), np.clip(stripe * 8, 0, 1), folds * weave * fuzz)
    label = c.polygon([(880, 850), (1100, 862), (1090, 1040), (870, 1028)])
    white = np.full(36, 0.88)
    c.lay(white, label, 0.92)
    return Scene(
        name="The wool throw",
        light="tube",
        pixels=c.finish(3, 0.80),
        white=Spot(name="label", x=985, y=945, R=white),
        spots=(
            Spot(name="rust wool", x=760, y=600, R=_wool(True)),
            Spot(name="cream stripe", x=265, y=600, R=_wool(False)),
        ),
    )


def card_on_the_shelf() -> Scene:
    """The old paint of the plant stand, and a folded curtain, beside a 24-patch card, under a bulb with the
    window behind: what a card is for."""
    c = _Canvas("bulb")
    fall = 0.72 + 0.30 * np.exp(-(((c.x - 500) / 900) ** 2 + ((c.y - 500) / 800) ** 2))
    c.lay(np.full(36, 0.30), 1.0, fall)
    board = np.clip((c.y - 260) / 2.0, 0, 1) + 0.0 * c.x
    figure = wood_figure((HEIGHT, WIDTH), upright=False, scale=700.0, seed=12)
    c.lay(ground("pine").R_seen, board, fall * (0.90 + 0.12 * figure))
    H = homography([[0, 0], [6, 0], [6, 4], [0, 4]], [[560, 440], [1360, 500], [1330, 1040], [520, 960]])

    def field(left: float, top: float, right: float, bottom: float) -> list[tuple[float, float]]:
        return [
            (float(x), float(y))
            for x, y in carry(H, [[left, top], [right, top], [right, bottom], [left, bottom]])
        ]

    frame = c.polygon(field(-0.35, -0.35, 6.35, 4.35))
    c.darken(np.roll(frame, 12, axis=0) * (1 - frame) * 0.4)
    c.lay(np.full(36, 0.035), frame, fall)
    for place, R in enumerate(chart_R()):
        row, column = divmod(place, 6)
        c.lay(R, c.polygon(field(column + 0.07, row + 0.07, column + 0.93, row + 0.93)), fall)
    strip = c.polygon([(150, 420), (430, 405), (400, 1010), (110, 1020)])
    c.lay(
        _old_paint(),
        strip,
        fall * (1.0 + 0.03 * smooth_noise((HEIGHT, WIDTH), (8.0, 220.0), np.random.default_rng(8))),
    )
    curtain = np.clip(1.0 - (c.y - 235) / 3.0, 0, 1) + 0.0 * c.x
    c.lay(_curtain(), curtain, fall * (0.85 + 0.15 * np.sin(c.x / 31.0)))
    return Scene(
        name="Old paint beside a card",
        light="bulb",
        pixels=c.finish(4, 0.86),
        white=Spot(name="lightest grey of the card", x=_grey_at(H)[0], y=_grey_at(H)[1], R=chart_R()[18]),
        spots=(
            Spot(name="old paint", x=275, y=720, R=_old_paint()),
            Spot(name="curtain", x=760, y=120, R=_curtain()),
        ),
    )


def settle_in_its_corner() -> Scene:
    """The hall settle in its old varnish, in a corner of the hall, by the window: a photo to lay a look
    into."""
    c, size = _Canvas("window"), (WIDTH, HEIGHT)
    fall = 0.66 + 0.36 * np.exp(-(((c.x - 1150) / 1100) ** 2 + ((c.y - 380) / 900) ** 2))
    plaster = np.full(36, 0.72) * (1.0 - 0.10 * np.exp(-(WAVELENGTHS - 380.0) / 60.0))
    c.lay(plaster, 1.0, fall)
    planes = [
        (
            [[-0.25, 0.0, -2.0], [-0.25, 0.0, 0.6], [2.9, 0.0, 0.6], [2.9, 0.0, -2.0]],
            ground("oak").R_seen,
            0.70,
        ),
        ([[-0.25, 2.6, -2.0], [-0.25, 2.6, 0.6], [-0.25, 0.0, 0.6], [-0.25, 0.0, -2.0]], plaster, 0.80),
    ]
    grain = wood_figure((HEIGHT, WIDTH), upright=True, scale=500.0, seed=21)
    for corners, R, level in planes:
        c.lay(R, c.polygon(corner.seen(np.array(corners), size)), fall * level * (0.95 + 0.05 * grain))
    ((x, y),) = corner.seen(np.array([[0.62, 0.0, 0.25]]), size)
    c.darken(0.5 * np.exp(-(((c.x - x) / 400) ** 2 + ((c.y - y) / 90) ** 2)))
    varnish = ground("failed_varnish").R_seen
    for box in corner.settle_boxes():
        for face, level in corner.faces_seen(box):
            c.lay(varnish, c.polygon(corner.seen(face, size)), fall * level * (0.90 + 0.12 * grain))
        for board in corner.panels(box):
            c.lay(varnish, c.polygon(corner.seen(board, size)), fall * 0.30)
            inner = board + 0.006 * np.sign(board.mean(axis=0) - board) * np.array([1.0, 1.0, 0.0])
            c.lay(varnish, c.polygon(corner.seen(inner, size)), fall * 0.98 * (0.96 + 0.05 * grain))
    card = np.array([[0.86, 0.478, 0.08], [1.09, 0.478, 0.08], [1.09, 0.478, 0.26], [0.86, 0.478, 0.26]])
    white = np.full(36, 0.90)
    c.lay(white, c.polygon(corner.seen(card[::-1], size)), fall * 0.98)
    ((x, y),) = corner.seen(card.mean(axis=0, keepdims=True), size)
    (at,) = corner.seen(np.array([[0.3, 0.78, 0.43]]), size)
    return Scene(
        name="The settle in its corner", light="window", pixels=c.finish(6, 0.80),
        white=Spot(name="paper on the seat", x=int(x), y=int(y), R=white),
        spots=(Spot(name="old varnish", x=int(at[0]), y=int(at[1]), R=varnish),),
    )  # fmt: skip


def _grey_at(H: FloatArray) -> tuple[int, int]:
    x, y = carry(H, [0.5, 3.5])
    return int(x), int(y)


def _old_paint() -> FloatArray:
    return np.asarray(0.10 + 0.30 * np.exp(-0.5 * ((WAVELENGTHS - 540.0) / 48.0) ** 2))


def _curtain() -> FloatArray:
    return np.asarray(
        0.12
        + 0.28 / (1.0 + np.exp((WAVELENGTHS - 480.0) / 25.0))
        + 0.24 / (1.0 + np.exp(-(WAVELENGTHS - 610.0) / 20.0))
    )


@cache
def scenes() -> tuple[Scene, ...]:
    """Return all demo photos, painted two at a time."""
    with ThreadPoolExecutor(2) as painters:
        painted = [
            painters.submit(paint)
            for paint in (card_on_the_shelf, sample_board, jug_on_the_table, wool_throw, settle_in_its_corner)
        ]
    card, board, jug, throw, settle = (one.result() for one in painted)
    return jug, board, throw, card, settle


def tray_samples() -> dict[str, FloatArray]:
    """Return what the demo lays on the tray of the stand-in reader: the things of its photos."""
    named = {
        "jug glaze": _glaze(), "bare rim of the jug": _throat(), "rust wool": _wool(True),
        "cream wool": _wool(False), "old paint of the plant stand": _old_paint(), "curtain": _curtain(),
    }  # fmt: skip
    return {name[0].upper() + name[1:]: R for name, R in named.items()}
