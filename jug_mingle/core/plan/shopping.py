"""What a plan takes: tins against what is left, in tins that are sold; consumables by step; what it costs,
and hours.

Sizes and prices are usual ones without a currency; a price that somebody gave goes before. Common practice.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import combinations_with_replacement
from math import ceil
from typing import Final

from jug_mingle.core.marked import marked
from jug_mingle.core.plan.step import Step


@dataclass(frozen=True, slots=True, kw_only=True)
class Good:
    """Something that is bought for the work, not for its colour: its unit, how many are in a pack, a usual
    price."""

    key: str
    title: str
    unit: str
    pack: float
    price: float


GOODS: Final[Mapping[str, Good]] = {
    good.key: good
    for good in (
        Good(key="grit_120", title="120 paper", unit="sheets", pack=5, price=4.0),
        Good(key="grit_150", title="150 paper", unit="sheets", pack=5, price=4.0),
        Good(key="grit_180", title="180 paper", unit="sheets", pack=5, price=4.0),
        Good(key="grit_220", title="220 paper", unit="sheets", pack=5, price=4.0),
        Good(key="grit_320", title="320 paper", unit="sheets", pack=5, price=4.0),
        Good(key="cloths", title="Lint-free cloths", unit="cloths", pack=10, price=6.0),
        Good(key="tack_cloths", title="Tack cloths", unit="cloths", pack=3, price=5.0),
        Good(key="gloves", title="Gloves", unit="pairs", pack=10, price=5.0),
        Good(key="tape", title="Masking tape", unit="rolls", pack=1, price=4.0),
        Good(key="floor_cloth", title="Floor cloth", unit="cloths", pack=1, price=8.0),
        Good(key="film", title="Plastic film", unit="m²", pack=20, price=5.0),
        Good(key="stripper", title="Gel stripper", unit="l", pack=1, price=18.0),
        Good(key="spirits", title="Spirits", unit="l", pack=1, price=6.0),
        Good(key="pads", title="Steel wool and pads", unit="pads", pack=6, price=5.0),
        Good(key="cleaner", title="Degreaser", unit="l", pack=1, price=6.0),
        Good(key="bleach", title="Wood bleach", unit="l", pack=1, price=14.0),
        Good(key="neutraliser", title="Neutraliser", unit="l", pack=1, price=8.0),
        Good(key="wood_filler", title="Wood filler", unit="l", pack=0.25, price=6.0),
        Good(key="two_part_filler", title="Two-part filler", unit="l", pack=0.5, price=12.0),
        Good(key="glue", title="Wood glue", unit="l", pack=0.25, price=5.0),
        Good(key="filters", title="Respirator filters", unit="pairs", pack=1, price=12.0),
        Good(key="lead_test", title="Lead test", unit="tests", pack=2, price=15.0),
        Good(key="paper", title="Drawer lining", unit="m", pack=5, price=9.0),
        Good(key="transfer_sheets", title="Transfers", unit="sheets", pack=4, price=24.0),
        Good(key="paper_sheets", title="Decorative paper", unit="sheets", pack=1, price=6.0),
        Good(key="cane", title="Cane, mesh or liner", unit="m", pack=1, price=18.0),
        Good(key="stencil_film", title="Stencil film", unit="sheets", pack=1, price=12.0),
        Good(key="mesh", title="Mesh stencils", unit="screens", pack=1, price=18.0),
        Good(key="tissue", title="Gift tissue", unit="sheets", pack=10, price=3.0),
        Good(key="casts", title="Casting clay", unit="casts", pack=12, price=9.0),
        Good(key="bags", title="Labelled bags", unit="bags", pack=20, price=3.0),
        Good(key="brush", title="Brushes", unit="brushes", pack=1, price=7.0),
    )
}

SIZES: Final[Mapping[str, tuple[float, ...]]] = {
    "paint": (250.0, 500.0, 1000.0, 2500.0),
    "primer": (500.0, 1000.0, 2500.0),
    "stain": (250.0, 500.0, 1000.0),
    "wax": (100.0, 200.0, 400.0),
    "clear": (250.0, 500.0, 1000.0, 2500.0),
}
"""Tins that are sold. [ml]"""


_TOGETHER: Final = 4
"""So many tins are put together for what a large one would hold far more than."""


def tins_of(ml: float, sizes: Iterable[float]) -> tuple[float, ...]:
    """Return the tins that hold so much with the least left over, and then the fewest. [ml]"""
    known = sorted(sizes, reverse=True)
    if ml <= 0.0:
        return ()
    whole = max(0, int(ml // known[0]) - 1)
    rest = ml - whole * known[0]
    combined = (
        some for count in range(1, _TOGETHER + 1) for some in combinations_with_replacement(known, count)
    )
    best = min((some for some in combined if sum(some) >= rest), key=lambda some: (sum(some), len(some)))
    return (known[0],) * whole + best


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """Something to have: how much is needed, how much is there, what is bought, in cash and as a share of it.

    Attributes
    ----------
    cash : float or None
        What has to be paid for what is bought; None where no price is known.
    share : float or None
        What of it this job uses up, of the same price.
    """

    key: str
    title: str
    unit: str
    needed: float
    there: float
    buy: str
    cash: float | None
    share: float | None
    steps: int = 0


def consumables(steps: Iterable[Step]) -> list[Line]:
    """Return what steps use up, in packs that are sold."""
    needed: dict[str, float] = {}
    times: dict[str, int] = {}
    kits = set()
    for step in steps:
        for key, amount in step.uses:
            needed[key] = needed.get(key, 0.0) + amount
            times[key] = times.get(key, 0) + 1
        if step.kit.endswith(".brush"):
            kits.add(step.kit)
    if kits:
        needed["brush"], times["brush"] = float(len(kits)), len(kits)
    lines = []
    for key, amount in needed.items():
        good = GOODS[key]
        packs = ceil(amount / good.pack - 1e-9)
        unit = good.unit.removesuffix("es" if good.unit == "brushes" else "s") if packs == 1 else good.unit
        whole = _sized(good.pack, good.unit) if good.pack != 1 else ""
        pack = f"{packs} × {whole}" if whole else _sized(packs, unit)
        lines.append(
            Line(
                key=key, title=good.title, unit=good.unit, needed=amount, there=0.0, buy=pack,
                cash=packs * good.price, share=good.price * amount / good.pack, steps=times[key],
            )
        )  # fmt: skip
    return sorted(lines, key=lambda line: list(GOODS).index(line.key))


def _sized(amount: float, unit: str) -> str:
    """Return what a pack holds: a volume may be said in another unit, sheets and metres are sold as they
    are."""
    return marked(amount, unit=unit) if unit in ("ml", "l") else f"{amount:g} {unit}"


def tin_line(
    key: str, title: str, *, needed: float, left: float | None, price: float | None, sizes: Iterable[float]
) -> Line:
    """Return how much of a tin is needed against what is left [ml], by its price for a litre."""
    lacks = max(0.0, needed - (left or 0.0))
    tins = tins_of(lacks, sizes)
    per_ml = None if price is None else price / 1000.0
    return Line(
        key=key, title=title, unit="ml", needed=needed, there=left or 0.0,
        buy=" + ".join(marked(size, unit="ml") for size in tins),
        cash=None if per_ml is None else per_ml * sum(tins),
        share=None if per_ml is None else per_ml * needed,
    )  # fmt: skip


def left_of_price(price: float, *, share: float, hours: float) -> tuple[float, float]:
    """Return what is left of a price once what it cost is paid, and what that is for an hour of hands."""
    left = price - share
    return left, left / hours if hours > 0.0 else 0.0
