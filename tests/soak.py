"""Long loops, bounded: an ordinary run takes a seeded sample of what `make soak` goes through whole."""

import os
import random
from collections.abc import Iterable
from typing import TypeVar

Item = TypeVar("Item")

SOAK = os.environ.get("SOAK") == "1"


def bounded(items: Iterable[Item], most: int, *, seed: int = 11) -> list[Item]:
    """Return all items when soaking, else as many as `most` of them in their order; always the same ones."""
    every = list(items)
    if SOAK or len(every) <= most:
        return every
    return [every[n] for n in sorted(random.Random(seed).sample(range(len(every)), most))]
