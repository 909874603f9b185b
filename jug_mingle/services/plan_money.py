"""What a job's plan takes and costs: tins against what is left, consumables, hardware, hours, a price."""

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil
from typing import Final

from sqlalchemy.orm import Session

from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.plan.shopping import SIZES, Line, consumables, left_of_price, tin_line
from jug_mingle.core.plan.step import Step
from jug_mingle.services.hardware import fitted_on
from jug_mingle.services.materials import get_material, material_rows
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.pieces import piece_rows
from jug_mingle.services.plans import PlanNow

_ML: Final = {"ml": 1.0, "l": 1000.0}
_CLEAR: Final = frozenset({"clear_coat", "oil_varnish", "oil", "oil_wax_butter"})


@dataclass(frozen=True, kw_only=True)
class PieceCost:
    """What a piece takes of money and hands: cash share of tins, and hours."""

    piece: int
    name: str
    share: float
    hours: float


@dataclass(frozen=True, kw_only=True)
class Money:
    """What a plan takes and costs, in the currency of its prices.

    `cash` is what has to be paid for what is bought whole, `share` what of it the job uses up; `unpriced` are
    things of which no price is known, counted as nothing.
    """

    tins: list[Line]
    goods: list[Line]
    hardware: float
    cash: float
    share: float
    hours: float
    unpriced: list[str]
    instead: Mapping[str, list[tuple[str, str]]]
    swapped: list[tuple[str, str]]
    pieces: list[PieceCost]
    asked: float | None
    left: float | None
    per_hour: float | None


def money_of(session: Session, job_id: int, current: PlanNow) -> Money:
    """Return what a job's plan takes and costs; of what is done already, too."""
    tins = [
        _tin_line(session, key, title, ml) for (key, title), ml in sorted(_taken(session, current).items())
    ]
    goods = consumables(current.steps.steps)
    hardware = sum(fitted_on(row).cost for row in piece_rows(session, job_id) if row.hardware)
    lines = [*tins, *goods]
    cash = hardware + sum(line.cash or 0.0 for line in lines)
    share = hardware + sum(line.share or 0.0 for line in lines)
    hours = sum(step.minutes for step in current.steps.steps) / 60.0
    asked = current.row.asked if current.row is not None else None
    left, per_hour = left_of_price(asked, share=share, hours=hours) if asked is not None else (None, None)
    return Money(
        tins=tins, goods=goods, hardware=hardware, cash=cash, share=share, hours=hours,
        unpriced=[line.title for line in tins if line.share is None],
        instead={line.key: _instead(session, line.key) for line in tins},
        swapped=list(((current.row.asks.get("swaps") or {}) if current.row else {}).items()),
        pieces=_pieces(session, current), asked=asked,
        left=left, per_hour=per_hour,
    )  # fmt: skip


def _taken(session: Session, current: PlanNow) -> dict[tuple[str, str], float]:
    """Return what all steps take of each tin; a jug as what is in it. [ml]"""
    found: dict[tuple[str, str], float] = {}
    for step in current.steps.steps:
        for key, title, ml in _tins(session, step):
            found[key, title] = found.get((key, title), 0.0) + ml
    return found


def _tins(session: Session, step: Step) -> list[tuple[str, str, float]]:
    found = []
    for take in step.takes:
        kind, _, key = take.colour.partition(":")
        if kind == "mix":
            mix = get_mix(session, int(key))
            whole = sum(pour.ml for pour in mix.pours)
            found += [
                (f"pot:{pour.material.key}", pour.material.name, take.ml * pour.ml / whole)
                for pour in mix.pours
            ]
        else:
            found.append((take.colour, take.name, take.ml))
    return found


def _tin_line(session: Session, colour: str, title: str, ml: float) -> Line:
    kind, _, key = colour.partition(":")
    if kind == "pot":
        row = get_material(session, key)
        sizes = _sizes(row.kind)
        return tin_line(colour, title, needed=ml, left=row.left_ml, price=row.price or None, sizes=sizes)
    if kind == "usual":
        tins = [row for row in material_rows(session) if row.kind == key]
        prices = [row.price for row in tins if row.price]
        return tin_line(
            colour, title, needed=ml, left=sum(row.left_ml for row in tins), price=max(prices, default=None),
            sizes=_sizes(key),
        )  # fmt: skip
    return tin_line(colour, title, needed=ml, left=None, price=None, sizes=_sizes("clear_wax"))


def _sizes(kind: str) -> tuple[float, ...]:
    if kind in _CLEAR:
        return SIZES["clear"]
    if "wax" in kind:
        return SIZES["wax"]
    if "primer" in kind:
        return SIZES["primer"]
    return SIZES["stain"] if kind_of(kind).optical == "transparent" else SIZES["paint"]


def _pieces(session: Session, current: PlanNow) -> list[PieceCost]:
    piece_costs = []
    for work in current.works:
        own = [step for step in current.steps.steps if step.piece == work.number]
        share = sum(line.share or 0.0 for line in consumables(own))
        for step in own:
            share += sum(
                _tin_line(session, key, title, ml).share or 0.0 for key, title, ml in _tins(session, step)
            )
        piece_costs.append(
            PieceCost(
                piece=work.number, name=work.name, share=share, hours=sum(s.minutes for s in own) / 60.0
            )
        )
    return piece_costs


def _instead(session: Session, colour: str) -> list[tuple[str, str]]:
    """Return the tins of the same kind that stand on the shelf, as layers name them."""
    kind, _, key = colour.partition(":")
    if kind not in ("pot", "usual"):
        return []
    wanted = get_material(session, key).kind if kind == "pot" else key
    return [
        (f"pot:{row.key}", row.name)
        for row in material_rows(session)
        if row.kind == wanted and row.key != key
    ]


def amount_words(line: Line, amount: float, saying: Saying) -> str:
    """Return so much of something a plan takes: what is poured as amounts are said, the rest counted."""
    if line.unit == "m²":
        return saying.area(amount)
    ml = _ML.get(line.unit)
    return _counted(amount, line.unit) if ml is None else saying.amount(amount * ml)


def _counted(amount: float, unit: str) -> str:
    """Return so many of something, begun ones whole: nobody buys or takes part of a sheet."""
    count = ceil(amount - 1e-6)
    one = unit.removesuffix("es") if unit.endswith("shes") else unit.removesuffix("s")
    return f"{count} {one if count == 1 else unit}"
