"""Handles as they are drawn: knobs, pulls, and knobs below a label; and wheels."""

import numpy as np

from jug_mingle.core.pieces.canvas import Canvas
from jug_mingle.core.pieces.solids import KNOB, PULL, Box, Front


def draw_handle(canvas: Canvas, z: float, front: Front) -> None:
    """Add the handle of a front that lies at z [m], if it has one."""
    middle, face = front.x + 0.5 * front.w, front.handle_face()
    if front.handle == "label_knob":
        _label(canvas, middle, front.y + 0.30 * front.h, 0.30 * front.w, 0.24 * front.h, z, face)
        _knob(canvas, middle, front.y + 0.70 * front.h, min(0.016, 0.10 * front.h), z, face)
    elif front.handle == "knob":
        tall = front.h > 1.6 * front.w
        side = middle + (0.38 if front.x < canvas.piece.width / 3 else -0.38) * front.w if tall else middle
        _knob(canvas, side, front.y + 0.5 * front.h, min(KNOB, 0.12 * front.h), z, face)
    elif front.handle == "pull":
        for x in (front.x + 0.25 * front.w, front.x + 0.75 * front.w):
            _pull(canvas, x, front.y + 0.5 * front.h, min(PULL, 0.12 * front.w), z, face)


def draw_wheel(canvas: Canvas, box: Box) -> None:
    """Add a wheel."""
    _knob(canvas, box.x + 0.5 * box.w, box.y + 0.5 * box.h, 0.5 * box.h, box.z, box.front_face)


def _label(canvas: Canvas, cx: float, cy: float, w: float, h: float, z: float, metal: str) -> None:
    """A metal frame that holds a card."""
    for zone, grow, level in ((metal, 0.0045, 0.9), ("paper", 0.0, 1.0)):
        size = (w + 2 * grow, h + 2 * grow)
        place, cover, local = canvas.rectangle(cx - size[0] / 2, cy - size[1] / 2, *size, z)
        canvas.add(zone, place, cover, local, size, level * (1.06 - 0.20 * local[1] / size[1]))


def _pull(canvas: Canvas, cx: float, cy: float, w: float, z: float, metal: str) -> None:
    for y, h, level in ((cy - 0.004, 0.014, 0.35), (cy - 0.009, 0.010, 1.02)):
        place, cover, local = canvas.rectangle(cx - w, y, 2 * w, h, z)
        zone = "dark" if level < 0.5 else metal
        cover = cover * (0.4 if zone == "dark" else 1.0)
        canvas.add(
            zone, place, cover, local, (2 * w, h), 1.0 if zone == "dark" else level - 0.5 * local[1] / h
        )


def _knob(canvas: Canvas, cx: float, cy: float, r: float, z: float, metal: str) -> None:
    place, _, local = canvas.rectangle(cx - 2.2 * r, cy - 1.6 * r, 4.4 * r, 4.4 * r, z)
    size = (4.4 * r, 4.4 * r)
    x, y = local[0] / r - 2.2, local[1] / r - 1.6
    cast = 0.45 * np.exp(-(((x - 0.35) / 0.9) ** 2 + ((y - 0.75) / 0.9) ** 2))
    canvas.add("dark", place, cast, local, size, 1.0)
    d = np.hypot(x, y)
    cover = np.clip((1.0 - d) * r * canvas.scale + 0.5, 0, 1)
    facing = np.clip(-0.42 * x - 0.58 * y + 0.70 * np.sqrt(np.clip(1.0 - d**2, 0, 1)), 0, None)
    glint = np.exp(-(((x + 0.35) / 0.22) ** 2 + ((y + 0.42) / 0.22) ** 2))
    canvas.add(metal, place, cover, local, size, 0.22 + 0.95 * facing + 0.9 * glint)
