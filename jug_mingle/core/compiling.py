"""Loops that are compiled at their first call, and kept compiled."""

from collections.abc import Callable
from functools import cache, wraps
from typing import Any, Final, TypeVar, cast

_MATHS: Final = {"reassoc", "contract", "arcp", "nsz"}
"""Sums may be taken in another order; that there is no nan is not taken for granted."""

Loop = TypeVar("Loop", bound=Callable[..., Any])


def compiled(loop: Loop) -> Loop:
    """Return the loop to be compiled at its first call: the compiler takes a second to load, and a shelf needs none.

    It lets the interpreter go, so that parts of a task run side by side. What it calls stands in its own module.
    """

    @cache
    def made() -> Loop:
        import numba

        return cast(Loop, numba.njit(nogil=True, fastmath=_MATHS, error_model="numpy", cache=True)(loop))

    @wraps(loop)
    def call(*arrays: Any) -> Any:
        return made()(*arrays)

    return cast(Loop, call)
