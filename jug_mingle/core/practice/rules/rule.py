"""A rule of the trade: when it holds, what it says, why and what to do. All of it is common practice."""

from collections.abc import Callable
from dataclasses import dataclass

from jug_mingle.core.practice.remark import Weight
from jug_mingle.core.practice.situation import Situation

Says = Callable[[Situation, int], str]
"""(situation, number of one of its layers) → what is said, as one sentence; nothing where the rule does not
hold."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Rule:
    """A rule.

    Attributes
    ----------
    key : str
        Its id, by which tests and settings name it.
    says : callable
        As of `Says`; of a rule `of_faces` the number is that of the topmost layer.
    why : str
        The reason, and what to do.
    school, answers, quiet, cause
        As of `Remark`.
    of_faces : bool
        Whether it is about faces, and no layer by itself.
    about : callable
        Of what is about faces: address → whether it can be about that one.
    """

    key: str
    weight: Weight
    says: Says
    why: str
    school: str = ""
    answers: tuple[str, ...] = ()
    quiet: bool = False
    cause: str = ""
    of_faces: bool = False
    about: Callable[[str], bool] = lambda _face: True
