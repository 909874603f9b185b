"""Colours that would answer a scheme: near, opposite, split, a tone of its print, the metal's own; how loud
each is."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.marked import marked

Lab = FloatArray


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Accent:
    """A colour wanted as an accent: what it is to the scheme, why, and its CIELAB."""

    key: str
    title: str
    why: str
    Lab: Lab


_NEUTRAL: Final = 8.0
"""A colour of less chroma than this has no hue to answer."""

_LEAST_CHROMA, _MOST_CHROMA = 18.0, 55.0


def accents_of(main: Lab, *, tones: Sequence[Lab] = (), metal: Lab | None = None) -> list[Accent]:
    """Return the accents that would answer a colour.

    Parameters
    ----------
    main : (3,) ndarray
        CIELAB of what is to be answered.
    tones : sequence of (3,) ndarray
        Colours of a print; the one of the most chroma is taken up.
    metal : (3,) ndarray, optional
        Of its handles.
    """
    accents = []
    chroma, hue = float(np.hypot(main[1], main[2])), float(np.degrees(np.arctan2(main[2], main[1])))
    if chroma >= _NEUTRAL:
        strong = float(np.clip(chroma, _LEAST_CHROMA, _MOST_CHROMA))
        lift = 12.0 if main[0] < 50.0 else -12.0
        for key, title, by, why in (
            (
                "near",
                "Near it",
                32.0,
                "A neighbour of its hue, a little lighter or darker: calm, of one family.",
            ),
            (
                "opposite",
                "Opposite",
                180.0,
                "Across from its hue: each makes the other stronger, so little is enough.",
            ),
            (
                "split_warm",
                "Beside the opposite, one way",
                150.0,
                "A step beside its opposite: lively, less harsh.",
            ),
            ("split_cool", "Beside the opposite, the other way", 210.0, "The same to the other side."),
        ):
            accents.append(
                Accent(key=key, title=title, why=why, Lab=_turned(main[0] + lift, strong, hue + by))
            )
    else:
        dark = main[0] > 55.0
        level = 24.0 if dark else 88.0
        accents.append(
            Accent(key="opposite", title="Opposite", Lab=np.array([level, 0.0, 2.0]),
                   why=f"It has hardly a hue: a {'dark' if dark else 'light'} line answers it.")
        )  # fmt: skip
        accents.append(
            Accent(key="near", title="A colour to it", Lab=_turned(0.5 * (main[0] + 45.0), 30.0, 65.0),
                   why="Beside a neutral any colour speaks; a warm one comes forward.")
        )  # fmt: skip
    if len(tones):
        tone = max(tones, key=lambda one: float(np.hypot(one[1], one[2])))
        accents.append(
            Accent(key="tone", title="A tone of its print", Lab=np.asarray(tone),
                   why="Taken up elsewhere, one tone of the print ties it to the piece.")
        )  # fmt: skip
    if metal is not None:
        accents.append(
            Accent(key="metal", title="The metal's own", Lab=np.asarray(metal),
                   why="The colour of the handles again: edges and handles look meant for each other.")
        )  # fmt: skip
    return accents


def _turned(L: float, chroma: float, hue: float) -> Lab:
    angle = np.radians(hue)
    return np.array([float(np.clip(L, 15.0, 92.0)), chroma * np.cos(angle), chroma * np.sin(angle)])


_LOUD: Final = ((2.0, "a whisper"), (5.0, "a quiet word"), (10.0, "speaks"), (float("inf"), "shouts"))
"""Limits of loudness, assumed."""


def loudness(Lab_of: Lab, around: Lab, share: float) -> tuple[float, str]:
    """Return how loud a colour is on a share of an area, and in a word.

    It is its difference from what is around it [CIEDE2000] times the square root of its share [0..1]: a spot
    four times as large counts twice. Assumed; what counts is the order.
    """
    if not 0.0 <= share <= 1.0:
        raise ValueError(f"a share of an area is from 0 to 1, got {marked(share)}")
    value = float(delta_E_CIE2000(Lab_of, around)) * float(np.sqrt(share))
    return value, next(word for limit, word in _LOUD if value < limit)
