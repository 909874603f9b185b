"""Loops that are compiled at their first call, and kept compiled."""

import os
from collections.abc import Callable
from functools import cache, wraps
from pathlib import Path
from typing import Any, Final, TypeVar, cast

from platformdirs import user_cache_path

_MATHS: Final = {"reassoc", "contract", "arcp", "nsz"}
"""Sums may be taken in another order; that there is no nan is not taken for granted."""


def folder() -> Path:
    """Return where compiled loops are kept: in the person's own cache, whatever the program was installed by.

    Numba keys what it keeps there by its own version, by the processor and by the file that a loop stands in.
    """
    return Path(os.environ.get("NUMBA_CACHE_DIR") or user_cache_path("jug-mingle", appauthor=False) / "loops")


def are_kept() -> bool:
    """Return whether any loop was compiled on this machine before; else the first pictures and recipes take
    longer."""
    return any(folder().glob("*/*.nbi"))


Loop = TypeVar("Loop", bound=Callable[..., Any])


def compiled(loop: Loop) -> Loop:
    """Return the loop to be compiled at its first call: the compiler takes a second to load, and a shelf
    needs none.

    It lets the interpreter go, so that parts of a task run side by side. What it calls stands in its own
    module.
    """

    @cache
    def made() -> Loop:
        os.environ.setdefault("NUMBA_CACHE_DIR", str(folder()))
        import numba

        return cast(Loop, numba.njit(nogil=True, fastmath=_MATHS, error_model="numpy", cache=True)(loop))

    @wraps(loop)
    def call(*arrays: Any) -> Any:
        return made()(*arrays)

    return cast(Loop, call)
