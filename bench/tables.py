"""Printing figures, and timing them."""

import time
from collections.abc import Callable, Sequence
from typing import Any

import numpy as np


def table(title: str, header: Sequence[str], rows: Sequence[Sequence[Any]]) -> None:
    """Print a table with its columns in line."""
    text = [
        [f"{cell:.3g}" if isinstance(cell, float) else str(cell) for cell in row] for row in [header, *rows]
    ]
    widths = [max(len(row[i]) for row in text) for i in range(len(header))]
    print(f"\n{title}")
    for number, row in enumerate(text):
        print("  " + "  ".join(cell.ljust(width) for cell, width in zip(row, widths, strict=True)).rstrip())
        if number == 0:
            print("  " + "  ".join("-" * width for width in widths))


def seconds(act: Callable[[], object], runs: int = 7) -> list[float]:
    """Return how long `act` took, several times, after one run that does not count."""
    act()
    found = []
    for _ in range(runs):
        start = time.perf_counter()
        act()
        found.append(time.perf_counter() - start)
    return found


def ms(times: Sequence[float], share: float = 0.5) -> float:
    """Return a quantile of times in milliseconds."""
    return float(1000 * np.quantile(times, share))
