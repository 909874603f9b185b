"""A remark on a finish, and the order in which remarks are said."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Final, Literal

Weight = Literal["wrong", "school", "advice"]

_WEIGHTS: Final[tuple[Weight, ...]] = ("wrong", "school", "advice")


@dataclass(frozen=True, slots=True, kw_only=True)
class Remark:
    """Something about a finish: which layer, what, why and what to do.

    Attributes
    ----------
    weight : str
        "wrong" will fail, "school" is done both ways, "advice" is to know.
    rule : str
        Id of the rule that says it; nothing where it follows from a colour.
    school : str
        Of what is done both ways: key of the question on which painters differ.
    answers : tuple of str
        What those answer to it who do it so.
    quiet : bool
        Whether it is said only to who answered otherwise: it is too common to be told to everybody.
    cause : str
        What remarks of one cause share; they are said as one.
    """

    layer: int | None
    weight: Weight
    words: str
    why: str
    rule: str = ""
    school: str = ""
    answers: tuple[str, ...] = ()
    quiet: bool = False
    cause: str = ""


def ranked(remarks: Iterable[Remark]) -> list[Remark]:
    """Return remarks as they are said: what will fail first, each once, those of one cause on one layer as
    one."""
    found: dict[tuple[object, ...], Remark] = {}
    for one in sorted(remarks, key=lambda remark: _WEIGHTS.index(remark.weight)):
        key = (one.layer, one.cause) if one.cause else (one.layer, one.words)
        heavier = found.get(key)
        if heavier is None:
            found[key] = one
        elif one.words != heavier.words and one.words not in heavier.why:
            found[key] = replace(heavier, why=f"{heavier.why} {one.words}")
    return list(found.values())
