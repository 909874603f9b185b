"""A piece with its doors and drawers open: how far each reaches, and a box without its lid."""

from dataclasses import replace

from jug_mingle.core.pieces.solids import Box, Front


def reaches_out(box: Box, front: Front) -> float:
    """Return how far forward a drawer or an open door reaches, the lower drawers farther; 0 of what stays.
    [m]"""
    if front.kind == "door":
        return front.w
    if front.kind != "drawer":
        return 0.0
    return min(0.6 * box.d, 0.36) * (0.3 + 0.7 * (front.row + 1) / front.rows)


def lid_up(box: Box) -> Box:
    """Return a box without its lid, if it has one."""
    lid = next((front for front in box.fronts if front.kind == "lid"), None)
    if lid is None:
        return box
    rest = tuple(front for front in box.fronts if front is not lid)
    return replace(box, y=box.y + lid.h, h=box.h - lid.h, fronts=rest, top_part="lid top")
