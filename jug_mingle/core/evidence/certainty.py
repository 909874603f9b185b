"""How sure a colour is by the way it became known: the error to expect, and the words for it. One place for
both."""

from typing import Final

from jug_mingle.core.marked import marked

NOISE: Final = {"reader": 0.5, "card_photo": 2.5, "white_photo": 5.0, "label": 5.0, "exact": 0.02, "eye": 1.5}
"""Mean CIEDE2000 error of a reading, by the way it was taken."""

WAYS: Final = {
    "reader": "colour reader",
    "card_photo": "photo with known colours",
    "white_photo": "photo with a white",
    "photo": "photo alone",
    "typed": "typed",
    "file": "from a file",
    "label": "label or table",
    "eye": "compared by eye",
    "coats": "counted coats",
    "predicted": "predicted from a recipe",
    "made": "made from other colours",
    "exact": "exact",
    "before": "from before: how is not known any more",
}
"""The ways in which a colour is known, in words."""

NAMED_NOISE: Final = 1.0
"""Error to expect of a colour that was only typed, or named by a palette: how well a name can say it.
[CIEDE2000]"""

PREDICTED_NOISE: Final = 2.0
"""Error to expect of a colour that is computed from what is known of paints. [CIEDE2000]"""

PHOTO_NOISE: Final = {"chart": 2.5, "chips": 4.6, "two_whites": 4.9, "white": 5.2, "none": 12.0}
"""Mean CIEDE2000 to expect of a colour caught in a photo, by what made its light honest
(docs/colour-science.md, `make bench ARGS=catch`)."""

PHOTO_WORDS: Final = {
    "chart": "With a colour card the colour is right within 2 to 3: close.",
    "chips": "With your own dried chips it is right within 4 to 6, nearer with more of them.",
    "two_whites": "With two white things, for light from one side, it is right within 4 to 7: a shade.",
    "white": "With one white thing it is right within 4 to 8: a shade.",
    "none": "With nothing known in the picture it is a guess: 10 and more off, another colour.",
}
"""What a painter may expect of each."""

_SURE: Final = 1.0
_WORDS: Final = (
    (_SURE, "sure"),
    (3.5, "nearly sure: right within 2 to 3"),
    (8.0, "roughly: right within 4 to 8, a shade"),
)


def predicted_noise(expected: float) -> float:
    """Return the error to expect of a mix that was never read, from what its recipe expects of itself.
    [CIEDE2000]

    No recipe is surer than a name: what it knows of its paints it knows from readings.
    """
    return max(NAMED_NOISE, expected)


def sureness(noise: float, how: str) -> str:
    """Return in words how a colour was caught, a key of `WAYS`, and what error to expect of it
    [CIEDE2000]."""
    if how == "before":
        return (
            "from before: how it was caught is not known any more; "
            f"kept then as right within about {marked(noise, '.1f')}"
        )
    if how == "typed" and noise <= _SURE:
        return "as typed"
    return next(
        (words for limit, words in _WORDS if noise <= limit), "a guess: tap something white to know better"
    )
