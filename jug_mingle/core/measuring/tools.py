"""The measuring tools at hand, the sizes of a batch, and ratios in lowest terms."""

from dataclasses import dataclass
from math import gcd
from typing import Final

from jug_mingle.core.marked import marked, marked_range

SMALLEST_BATCH: Final = 1.0
LARGEST_BATCH: Final = 20_000.0
"""A batch is from a thimble to a builder's bucket. [ml]"""


POUR_ERROR: Final = {"scale": 0.005, "strip": 0.03, "eye": 0.10}
"""Relative error of a pour (one standard deviation) by how it was measured: weighed, to a mark, by eye."""

SPOON_ERROR: Final = 0.03
"""Relative error of the levelled spoons that a tint is made with."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Tool:
    """A way to measure.

    Attributes
    ----------
    step : float, optional
        The smallest amount that it measures; amounts are whole multiples. None for parts of any size. [ml]
    step_grams : float, optional
        The same for a scale. [g]
    error : float
        Relative error of one pour (one standard deviation).
    """

    key: str
    title: str
    error: float
    step: float | None = None
    step_grams: float | None = None
    unit_said: str = ""
    """The unit that it measures in, as `units.said` takes it; empty for one that measures shares only."""

    def unit(self, densest: float) -> float | None:
        """Return the smallest amount in ml; a scale's, for the densest of the tins [g/ml], so that all can be
        met."""
        return self.step_grams / densest if self.step_grams is not None else self.step


TOOLS: Final = {
    tool.key: tool
    for tool in (
        Tool(key="parts", title="parts by eye", error=0.06),
        Tool(key="spoons", title="spoons", error=0.05, step=2.5, unit_said="spoons"),
        Tool(key="syringe", title="syringe", error=0.02, step=0.5, unit_said="ml"),
        Tool(key="scale", title="scale", error=POUR_ERROR["scale"], step_grams=0.1, unit_said="g"),
        Tool(key="drops", title="drops", error=0.08, step=0.05, unit_said="drop"),
    )
}


def tool(key: str) -> Tool:
    """Return the tool `key`; ValueError lists the known ones."""
    if key not in TOOLS:
        raise ValueError(f"there is no measuring tool {key!r}; known are {', '.join(TOOLS)}")
    return TOOLS[key]


def check_batch(batch: float) -> float:
    """Return the batch when it is a size that a painter can mix [ml]; ValueError otherwise."""
    if not SMALLEST_BATCH <= batch <= LARGEST_BATCH:
        raise ValueError(
            f"what is mixed must be from {marked_range(SMALLEST_BATCH, LARGEST_BATCH, unit='ml')}, got "
            f"{marked(batch, unit='ml')}"
        )
    return batch


def lowest_terms(units: tuple[int, ...]) -> tuple[int, ...]:
    """Return a ratio of whole numbers without its common factor."""
    divisor = gcd(*units)
    return tuple(unit // divisor for unit in units)
