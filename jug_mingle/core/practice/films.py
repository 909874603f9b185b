"""What is said of a see-through film where it is chosen: what makes it even, how it wears, whether it can be
wiped.

Common practice; on what painters differ both ways are said.
"""

from collections.abc import Collection
from typing import Final

_DAILY: Final = frozenset({"drinks", "writing", "meals", "child", "seat"})
"""Uses that wear a finish every day."""


def notes_on(
    kind: str, *, coats: int, takes: bool, materials: Collection[str], uses: Collection[str]
) -> list[str]:
    """Return what is said of a film.

    Parameters
    ----------
    kind : str
        A key of `over_kinds`.
    takes : bool
        Whether it lies on a wood that takes it in.
    materials : collection of str
        Kinds of what is in it.
    uses : collection of str
        What the piece is for, keys of `practice.uses`.
    """
    said = []
    if kind == "stain" and coats == 1:
        said.append("One coat of stain can dry uneven; two even it out.")
    if kind == "wash" and takes and _DAILY.intersection(uses):
        said.append(
            "For daily use a stain below a hard film needs less retouching than a wash, which looks more "
            "natural."
        )
    if kind in ("wax", "tinted_wax") and takes:
        said.append("On raw wood wax sinks in and mostly stays; over one clear coat it can still be wiped.")
    if "light_wax" in materials:
        said.append("More white wax adds white: for more protection go over it with clear wax.")
    return said
