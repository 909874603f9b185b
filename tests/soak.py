"""Long loops, bounded: an ordinary run takes a seeded sample of what `make soak` goes through whole."""

import os
import random
from collections.abc import Iterable
from typing import TypeVar

Item = TypeVar("Item")

SOAK = os.environ.get("SOAK") == "1"

SHORT_SOAK = os.environ.get("SOAK") == "short"
"""What CI runs after the tests: a thirty-second part of the rounds."""


def rounds(few: int, many: int) -> int:
    """Return how often a loop goes round: a few times, many when soaking."""
    return many if SOAK else max(few, many // 32) if SHORT_SOAK else few


def bounded(items: Iterable[Item], most: int, *, seed: int = 11) -> list[Item]:
    """Return all items when soaking, else as many as `most` of them in their order; always the same ones."""
    every = list(items)
    if SOAK or len(every) <= most:
        return every
    return [every[n] for n in sorted(random.Random(seed).sample(range(len(every)), most))]
