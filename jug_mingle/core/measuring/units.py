"""Amounts in the unit that a person chose, always as something that they can measure."""

import math
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

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
"""Millilitres of a spoon, a cup, a drop. US customary volumes follow from the gallon; metric spoons are 5 and 15 ml;
twenty drops are a millilitre, the pharmacist's convention, from memory."""

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
        Unit(key="ml", title="millilitres", ml=1.0, name="ml", steps=((50.0, 0.5), (math.inf, 1.0))),
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
    **dict.fromkeys(("fl oz", "fl. oz.", "fl.oz.", "floz", "oz", "ounce", "ounces", "fluid ounces"), US_GALLON / 128.0),
    **dict.fromkeys(("c", "cup", "cups"), _VOLUMES["cup"]),
    **dict.fromkeys(("pt", "pint", "pints"), US_GALLON / 8.0),
    **dict.fromkeys(("qt", "quart", "quarts"), US_GALLON / 4.0),
    **dict.fromkeys(("gal", "gallon", "gallons"), US_GALLON),
    **dict.fromkeys(("drop", "drops"), _VOLUMES["drop"]),
}  # fmt: skip
"""What a person may type behind an amount, and the millilitres in one; spoons, cups and larger measures are US ones."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasuredAmount:
    """An amount as it is measured: the words, and the millilitres that they come to."""

    words: str
    ml: float


def in_spoons(ml: float, system: str = "us") -> MeasuredAmount:
    """Return an amount in cups, tablespoons and quarter teaspoons, never off by more than an eighth of a teaspoon."""
    if system not in _SPOONS:
        raise ValueError(f"spoons are us or metric, got {system!r}")
    cup, tbsp, tsp = _SPOONS[system]
    quarters = round(ml / (_VOLUMES[tsp] / 4.0))
    left, words = Fraction(quarters, 4), []
    for unit, step in ((cup, _VOLUMES[cup] / _VOLUMES[tsp] / 4.0), (tbsp, _VOLUMES[tbsp] / _VOLUMES[tsp])):
        size = Fraction(round(step * 4), 4)  # a quarter cup and a tablespoon, in teaspoons
        count = int(left // size)
        left -= count * size
        if count:
            words.append(_counted(Fraction(count, 4) if unit == cup else Fraction(count), _NAMES[unit]))
    if left or not words:
        words.append(_counted(left, _NAMES[tsp]))
    return MeasuredAmount(words=" + ".join(words), ml=quarters * _VOLUMES[tsp] / 4.0)


def _counted(amount: Fraction, name: str) -> str:
    whole, rest = divmod(amount, 1)
    number = f"{whole or ''}{_QUARTERS.get(rest, '')}" or "0"
    return f"{number} {name}{'s' if amount > 1 else ''}"


def _in_drops(ml: float) -> MeasuredAmount:
    """Return an amount in drops; one that nobody counts in drops as whole millilitres and the drops over them."""
    drops = round(ml / _VOLUMES["drop"])
    whole, over = divmod(drops, round(1.0 / _VOLUMES["drop"])) if ml > _MOST_DROPS * _VOLUMES["drop"] else (0, drops)
    words = [f"{whole} ml"] if whole else []
    if over or not whole:
        words.append(f"{over} drop{'' if over == 1 else 's'}")
    return MeasuredAmount(words=" + ".join(words), ml=drops * _VOLUMES["drop"])


def unit_of_tool(unit_said: str, chosen: str) -> str:
    """Return in which unit an amount is said: the tool's own, in a person's system of spoons; or else theirs."""
    if unit_said == "spoons" and chosen == "metric_spoons":
        return chosen
    return unit_said or chosen


def format_amount(ml: float, unit: str, *, density: float = 1.0) -> MeasuredAmount:
    """Return an amount in a unit, rounded to what can be read off: spoons in quarters, grams in tenths, drops whole.

    ValueError lists the known units.
    """
    if unit == "spoons":
        return in_spoons(ml)
    if unit == "metric_spoons":
        return in_spoons(ml, "metric")
    if unit == "g":
        grams = round(ml * density, 1)
        return MeasuredAmount(words=f"{grams:.1f} g".replace(".0 g", " g"), ml=grams / density)
    if unit == "drop":
        return _in_drops(ml)
    plain = UNITS.get(unit)
    if plain is None or plain.ml is None:
        raise ValueError(f"there is no unit {unit!r}; known are {', '.join(UNITS)}")
    size = ml / plain.ml
    step = next(step for limit, step in plain.steps if size < limit)
    amount = round(size / step) * step
    plural = "s" if plain.counted and amount > 1 else ""
    return MeasuredAmount(words=f"{amount:g} {plain.name}{plural}", ml=amount * plain.ml)
