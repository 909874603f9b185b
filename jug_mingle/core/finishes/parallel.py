"""Parts of a picture computed side by side. It pays only for work that lets the interpreter go: see
`compiled`."""

import os
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Final

_PART: Final = 4096
"""Samples in a part: few enough for the processor's own memory."""

_HELPERS: Final = (os.cpu_count() or 1) - 1
_POOL: Final = ThreadPoolExecutor(max(_HELPERS, 1), thread_name_prefix="picture")


def side_by_side(work: Callable[[slice], None], count: int) -> None:
    """Do the work for every part of `range(count)`; parts must not need each other. The first error is
    raised."""
    parts = iter([slice(start, min(start + _PART, count)) for start in range(0, count, _PART)])

    def do() -> None:
        for part in parts:  # each part goes to whoever is free
            work(part)

    helpers = [_POOL.submit(do) for _ in range(min(_HELPERS, count // _PART))]
    do()
    for helper in helpers:
        if (
            not helper.cancel()
        ):  # one that has not begun, since others have the helpers, has nothing left to do
            helper.result()
