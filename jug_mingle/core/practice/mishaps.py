"""What goes wrong, found by its sign: the likely cause, what to do, how soon, what has to be done again.

All of it is common practice; the texts stand in `core/data/mishaps.csv`, a row a mishap.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from jug_mingle.core.practice.hazards import rows_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Mishap:
    """Something that went wrong.

    Attributes
    ----------
    sign : str
        What is seen, as a person says it.
    cause, remedy : str
    soon : str
        How soon it has to be done.
    again : str
        What has to be done again.
    school : str
        Key of the question on which painters differ about it, if they do.
    """

    key: str
    sign: str
    cause: str
    remedy: str
    soon: str
    again: str
    school: str = ""


MISHAPS: Final[Mapping[str, Mishap]] = {row["key"]: Mishap(**row) for row in rows_of("mishaps.csv")}
