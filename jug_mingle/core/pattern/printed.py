"""Motifs as they are printed on film or paper: in tones of our own, on a ground or on clear film; woven
sheets."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.optics.film import R_body
from jug_mingle.core.pattern.art import Art

Lab = tuple[float, float, float]

_INKS: Final[Mapping[str, tuple[str, Lab, Lab, Lab]]] = {
    "sepia": ("sepia on cream", (88.0, 1.0, 10.0), (36.0, 10.0, 18.0), (52.0, 20.0, 28.0)),
    "leaf": ("leaf green on ivory", (90.0, -1.0, 8.0), (40.0, -18.0, 16.0), (46.0, 34.0, 20.0)),
    "slate": ("slate on grey", (80.0, -1.0, -2.0), (38.0, -3.0, -10.0), (58.0, 4.0, -14.0)),
    "straw": ("straw and brown", (60.0, 6.0, 22.0), (76.0, 4.0, 28.0), (44.0, 12.0, 22.0)),
    "steel": ("steel and black", (30.0, 0.0, 0.0), (66.0, 0.0, -1.0), (20.0, 0.0, 0.0)),
}
"""By key: the name, then CIELAB of the ground and of two inks; of our own making."""

TONES: Final[Mapping[str, str]] = {key: title for key, (title, *_) in _INKS.items()}


def _palette(tone: str) -> FloatArray:
    if tone not in _INKS:
        raise ValueError(f"there is no tone {tone!r}; known are {', '.join(_INKS)}")
    return np.stack([R_body(recover_reflectance(Lab_to_XYZ(one)), 0.0) for one in _INKS[tone][1:]])


def on_film(art: Art, tone: str) -> Art:
    """Return a motif as it is printed on clear film."""
    return replace(art, ink=(art.ink + 1).astype(np.uint8), palette=_palette(tone))


def on_paper(art: Art, tone: str) -> Art:
    """Return a motif as it is printed on paper, which covers all of its sheet."""
    return replace(
        art, alpha=np.ones_like(art.alpha), palette=_palette(tone),
        ink=np.where(art.alpha > 0.5, art.ink + 1, 0).astype(np.uint8),
    )  # fmt: skip


def woven(art: Art, tone: str) -> Art:
    """Return a sheet of strands, whose holes are the openings of a motif."""
    return replace(
        art, alpha=(1.0 - art.alpha).astype(np.float32), ink=np.ones_like(art.ink), palette=_palette(tone)
    )


def framed(art: Art, border: float, extra: int) -> Art:
    """Return a picture whose edge, so wide [m], is dabbed with a colour of the palette."""
    rows, columns = art.alpha.shape
    x = np.minimum(np.arange(columns), np.arange(columns)[::-1])[np.newaxis] * art.width / columns
    y = np.minimum(np.arange(rows), np.arange(rows)[::-1])[:, np.newaxis] * art.height / rows
    ragged = 0.5 + 0.5 * np.random.default_rng(7).random(art.alpha.shape)
    return replace(art, ink=np.where(np.minimum(x, y) < border * ragged, extra, art.ink).astype(np.uint8))
