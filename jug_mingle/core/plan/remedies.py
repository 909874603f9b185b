"""What goes wrong becomes steps: what is done about a mishap, how long that takes, and what has to be laid
again."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

from jug_mingle.core.practice.mishaps import MISHAPS

Again = Literal["step", "part", "nothing"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Remedy:
    """What is done about a mishap.

    Attributes
    ----------
    again : str
        What is laid again: the "step" that went wrong, all of the "part" from the ground up, or "nothing".
    minutes : float
        Of hands. Assumed.
    wait : int
        After it, before anything is laid. [minutes]
    act : str
        A key of `rates.RATES`.
    """

    again: Again
    minutes: float
    wait: int = 0
    act: str = "other"


REMEDIES: Final[Mapping[str, Remedy]] = {
    "peels": Remedy(again="part", minutes=60.0, wait=720, act="strip"),
    "bleeds": Remedy(again="step", minutes=15.0, wait=1440, act="primer"),
    "tide_line": Remedy(again="step", minutes=10.0, act="smooth"),
    "drips_faded": Remedy(again="step", minutes=3.0),
    "wax_smears": Remedy(again="step", minutes=10.0, wait=60),
    "wax_wrong": Remedy(again="step", minutes=15.0, wait=30),
    "wash_too_white": Remedy(again="nothing", minutes=20.0, act="smooth"),
    "wash_uniform": Remedy(again="step", minutes=15.0, act="smooth"),
    "join_seen": Remedy(again="step", minutes=5.0),
    "muddy": Remedy(again="step", minutes=5.0, wait=60),
    "stain_on_paint": Remedy(again="nothing", minutes=10.0),
    "stain_uneven": Remedy(again="step", minutes=30.0, act="sand"),
    "milky": Remedy(again="nothing", minutes=5.0, wait=1440),
    "sticky": Remedy(again="nothing", minutes=15.0, wait=720),
    "brush_marks": Remedy(again="step", minutes=15.0, act="smooth"),
    "bled_stencil": Remedy(again="nothing", minutes=15.0),
    "grain_up": Remedy(again="nothing", minutes=10.0, act="smooth"),
    "tape_pulled": Remedy(again="nothing", minutes=20.0, wait=60),
    "gilding_too_much": Remedy(again="nothing", minutes=10.0),
}
"""By key of `practice.mishaps.MISHAPS`."""


def remedy_of(mishap: str) -> Remedy:
    """Return what is done about a mishap; ValueError where none is called so."""
    if mishap not in MISHAPS:
        raise ValueError(f"there is no mishap {mishap!r}; known are {', '.join(MISHAPS)}")
    return REMEDIES[mishap]
