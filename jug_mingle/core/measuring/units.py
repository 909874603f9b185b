"""Amounts in the unit that a person chose, always as something that they can measure."""

import math
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from jug_mingle.core.marked import marked

US_GALLON: Final = 3785.411784
"""231 cubic inches of 2.54 cm, exactly (NIST Handbook 44, appendix C). [ml]"""

SQUARE_FOOT: Final = 0.3048**2
"""Exactly (NIST Handbook 44, appendix C). [m²]"""

_VOLUMES: Final = {
    "cup": US_GALLON / 16.0,
    "tbsp": US_GALLON / 256.0,
    "tsp": US_GALLON / 768.0,
    "metric_cup": 250.0,
    "metric_tbsp": 15.0,
    "metric_tsp": 5.0,
    "drop": 0.05,
}
"""Millilitres of a spoon, a cup, a drop. US customary volumes follow from the gallon; metric spoons are 5 and
15 ml; twenty drops are a millilitre, the pharmacist's convention, from memory."""

_NAMES: Final = {
    "cup": "cup", "tbsp": "tablespoon", "tsp": "teaspoon", "metric_cup": "cup", "metric_tbsp": "tablespoon",
    "metric_tsp": "teaspoon",
}  # fmt: skip
_SPOONS: Final = {"us": ("cup", "tbsp", "tsp"), "metric": ("metric_cup", "metric_tbsp", "metric_tsp")}
_MOST_DROPS: Final = 60
_QUARTERS: Final = {Fraction(1, 4): "¼", Fraction(1, 2): "½", Fraction(3, 4): "¾"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Unit:
    """A unit in which amounts are said.

    Attributes
    ----------
    title : str
        As menus name it.
    ml : float or None
        Millilitres in one, of a plain unit; None where the amount is put together otherwise.
    name : str
        As it stands after a number, with an s where `counted`.
    steps : tuple of (float, float)
        Up to which amount, in the unit, it is read off in which step.
    us : bool
        Whether who measures paint in it says lengths in inches, unless they said otherwise.
    """

    key: str
    title: str
    ml: float | None = None
    name: str = ""
    counted: bool = False
    steps: tuple[tuple[float, float], ...] = ((math.inf, 0.25),)
    us: bool = False


UNITS: Final = {
    unit.key: unit
    for unit in (
        Unit(
            key="ml",
            title="millilitres",
            ml=1.0,
            name="ml",
            steps=((1.0, 0.01), (10.0, 0.1), (50.0, 0.5), (math.inf, 1.0)),
        ),
        Unit(key="l", title="litres", ml=1000.0, name="l", steps=((math.inf, 0.05),)),
        Unit(key="spoons", title="US spoons", us=True),
        Unit(key="metric_spoons", title="metric spoons"),
        Unit(key="fl_oz", title="fl oz", ml=US_GALLON / 128.0, name="fl oz", us=True),
        Unit(key="pint", title="US pints", ml=US_GALLON / 8.0, name="pint", counted=True, us=True),
        Unit(key="quart", title="US quarts", ml=US_GALLON / 4.0, name="quart", counted=True, us=True),
        Unit(key="g", title="grams"),
        Unit(key="drop", title="drops"),
    )
}
"""The units in which amounts are said: one row each; menus, API and prints follow."""


_GRAMS: Final = Unit(key="g", title="grams", ml=1.0, name="g", steps=((1.0, 0.01), (math.inf, 0.1)))

SIZES: Final = {
    "ml": ("ml", 1.0), "l": ("litres", 1000.0), "cup": ("US cups", _VOLUMES["cup"]),
    "metric_cup": ("metric cups", _VOLUMES["metric_cup"]), "tbsp": ("US tablespoons", _VOLUMES["tbsp"]),
    "fl_oz": ("fl oz", US_GALLON / 128.0), "pint": ("US pints", US_GALLON / 8.0),
    "quart": ("US quarts", US_GALLON / 4.0),
}  # fmt: skip
"""Units in which a person says how much is made: their names, and the millilitres in one."""


TYPED: Final = {
    **dict.fromkeys(("ml", "cc"), 1.0), "cl": 10.0, "dl": 100.0,
    **dict.fromkeys(("l", "litre", "litres", "liter", "liters"), 1000.0),
    **dict.fromkeys(("tsp", "teaspoon", "teaspoons"), _VOLUMES["tsp"]),
    **dict.fromkeys(("tbsp", "tablespoon", "tablespoons"), _VOLUMES["tbsp"]),
    **dict.fromkeys(("fl oz", "fl. oz.", "fl.oz.", "floz", "oz", "ounce", "ounces", "fluid ounces"),
        US_GALLON / 128.0),
    **dict.fromkeys(("c", "cup", "cups"), _VOLUMES["cup"]),
    **dict.fromkeys(("pt", "pint", "pints"), US_GALLON / 8.0),
    **dict.fromkeys(("qt", "quart", "quarts"), US_GALLON / 4.0),
    **dict.fromkeys(("gal", "gallon", "gallons"), US_GALLON),
    **dict.fromkeys(("drop", "drops"), _VOLUMES["drop"]),
}  # fmt: skip
"""What a person may type behind an amount, and the millilitres in one; spoons, cups and larger measures are
US ones."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasuredAmount:
    """An amount as it is measured: the words, and the millilitres that they come to."""

    words: str
    ml: float


NEAR: Final = 0.04
"""So far an amount as it is said may be from what is meant, as a share of it; else it is said in a smaller
measure."""

_QUARTERS_OF: Final = 4


def _near(said: float, ml: float) -> bool:
    return abs(said - ml) <= NEAR * ml


def in_spoons(ml: float, system: str = "us") -> MeasuredAmount:
    """Return an amount in cups, tablespoons and quarter teaspoons, never off by more than an eighth of a
    teaspoon, and with the drops over them where that would be much of it. ValueError where there is no such
    system."""
    if system not in _SPOONS:
        raise ValueError(f"spoons are us or metric, got {system!r}")
    quarter = _VOLUMES[_SPOONS[system][2]] / _QUARTERS_OF
    quarters = round(ml / quarter)
    if ml <= 0.0 or _near(quarters * quarter, ml):
        return MeasuredAmount(words=_spoon_words(quarters, system), ml=quarters * quarter)
    whole = int(ml // quarter)
    over = _in_drops(ml - whole * quarter)
    if whole == 0:
        return over
    return MeasuredAmount(words=f"{_spoon_words(whole, system)} + {over.words}", ml=whole * quarter + over.ml)


def _spoon_words(quarters: int, system: str) -> str:
    """Return so many quarter teaspoons in cups, tablespoons and teaspoons."""
    cup, tbsp, tsp = _SPOONS[system]
    left, words = Fraction(quarters, _QUARTERS_OF), []
    for unit, step in ((cup, _VOLUMES[cup] / _VOLUMES[tsp] / 4.0), (tbsp, _VOLUMES[tbsp] / _VOLUMES[tsp])):
        size = Fraction(round(step * 4), 4)  # a quarter cup and a tablespoon, in teaspoons
        count = int(left // size)
        left -= count * size
        if count:
            words.append(_counted(Fraction(count, 4) if unit == cup else Fraction(count), _NAMES[unit]))
    if left or not words:
        words.append(_counted(left, _NAMES[tsp]))
    return " + ".join(words)


def _in_few_spoons(ml: float) -> MeasuredAmount:
    """Return an amount in the fewest US measures that are near it: quarter cups, tablespoons over them,
    teaspoons."""
    tsp = _VOLUMES["tsp"]
    for step in (_VOLUMES["cup"] / 4.0, _VOLUMES["tbsp"], tsp):
        said = round(ml / step) * step
        if said > 0.0 and _near(said, ml):
            return MeasuredAmount(words=_spoon_words(round(_QUARTERS_OF * said / tsp), "us"), ml=said)
    return in_spoons(ml)


def _counted(amount: Fraction, name: str) -> str:
    whole, rest = divmod(amount, 1)
    number = f"{whole or ''}{_QUARTERS.get(rest, '')}" or "0"
    return f"{number} {name}{'s' if amount > 1 or amount == 0 else ''}"


def _in_drops(ml: float) -> MeasuredAmount:
    """Return an amount in drops; one that nobody counts in drops as whole millilitres and the drops over
    them, one of so few that half a drop is much in tenths of a drop."""
    drops = round(ml / _VOLUMES["drop"])
    if ml > 0.0 and not _near(drops * _VOLUMES["drop"], ml):
        parts = max(0.1, round(ml / _VOLUMES["drop"], 1))
        return MeasuredAmount(
            words=f"{marked(parts)} drop{'s' if parts > 1 else ''}", ml=parts * _VOLUMES["drop"]
        )
    whole, over = (
        divmod(drops, round(1.0 / _VOLUMES["drop"])) if ml > _MOST_DROPS * _VOLUMES["drop"] else (0, drops)
    )
    words = [f"{whole} ml"] if whole else []
    if over or not whole:
        words.append(f"{over} drop{'' if over == 1 else 's'}")
    return MeasuredAmount(words=" + ".join(words), ml=drops * _VOLUMES["drop"])


def _plain(ml: float, unit: Unit) -> MeasuredAmount:
    """Return an amount as a number of a plain unit, at least the smallest step of it where it is anything at
    all."""
    size = ml / (unit.ml or 1.0)
    step = next(step for limit, step in unit.steps if size < limit)
    amount = max(1, round(size / step)) * step if ml > 0.0 else 0.0
    plural = "s" if unit.counted and (amount > 1 or amount == 0.0) else ""
    return MeasuredAmount(words=f"{marked(amount)} {unit.name}{plural}", ml=amount * (unit.ml or 1.0))


def unit_of_tool(unit_said: str, chosen: str) -> str:
    """Return in which unit an amount is said: the tool's own, in a person's system of spoons; or else
    theirs."""
    if unit_said == "spoons" and chosen == "metric_spoons":
        return chosen
    return unit_said or chosen


def format_amount(ml: float, unit: str, *, density: float = 1.0) -> MeasuredAmount:
    """Return an amount in a unit, rounded to what can be read off: spoons in quarters, grams in tenths, drops
    whole.

    Where that is not near it (`NEAR`) it is said in smaller measures: quarts, pints and fl oz in cups and
    spoons, litres in millilitres, spoons with drops. Nothing but nothing is said to be 0. ValueError lists
    the known units.
    """
    if unit in ("spoons", "metric_spoons"):
        return in_spoons(ml, "us" if unit == "spoons" else "metric")
    if unit == "g":
        measured_amount = _plain(ml * density, _GRAMS)
        return MeasuredAmount(words=measured_amount.words, ml=measured_amount.ml / density)
    if unit == "drop":
        return _in_drops(ml)
    plain = UNITS.get(unit)
    if plain is None or plain.ml is None:
        raise ValueError(f"there is no unit {unit!r}; known are {', '.join(UNITS)}")
    measured_amount = _plain(ml, plain)
    if ml <= 0.0 or _near(measured_amount.ml, ml) or unit == "ml":
        return measured_amount
    return _in_few_spoons(ml) if plain.us else _plain(ml, UNITS["ml"])
