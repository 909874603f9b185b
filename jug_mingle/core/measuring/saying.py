"""How amounts, areas, spread rates and money are said: one formatter each, in a person's own units."""

import re
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from typing import Final

from jug_mingle.core.marked import VALUE, marked_number, plain
from jug_mingle.core.measuring.units import SQUARE_FOOT, UNITS, US_GALLON, format_amount

LENGTHS: Final = {"cm": 0.01, "in": 0.0254}
"""Units in which lengths are said, and the metres in one; the inch exactly (NIST Handbook 44, appendix C)."""

TEMPERATURES: Final = ("C", "F")
NUMBERS: Final = ("point", "comma")
PAPERS: Final = ("A4", "Letter")

_METRES: Final = {"m": 1.0, "cm": 0.01, "mm": 0.001}
_MILLILITRES: Final = {"ml": 1.0, "l": 1000.0}
_SMALL: Final = 0.1
"""An area below this, such as a handle's, is said more finely. [m²]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Saying:
    """The units that a person set.

    Attributes
    ----------
    unit : str
        A key of `core.measuring.units.UNITS`.
    length : str
        A key of `LENGTHS`; empty where it goes with `unit`.
    temperature : str
        "C" or "F".
    numbers : str
        "point" or "comma", between a number and its fraction; or "marked", for who shows it elsewhere
        (`core.marked`).
    currency : str
        As it stands beside an amount of money.
    """

    unit: str = "ml"
    length: str = ""
    temperature: str = "C"
    numbers: str = "point"
    currency: str = ""

    @property
    def length_unit(self) -> str:
        """In which unit lengths are said: inches by those who measure paint in US units and said nothing
        else."""
        return self.length or ("in" if UNITS[self.unit].us else "cm")

    def number(self, value: float, spec: str = "g") -> str:
        """Return a number, formatted, as the person writes it."""
        return self._written(f"{value:{spec}}")

    def told(self, words: str) -> str:
        """Return a sentence with its marked values (`core.marked`) in the person's units."""
        return plain(VALUE.sub(self._value, words))

    def _written(self, number: str) -> str:
        if self.numbers == "marked":
            return marked_number(number)
        return number.replace(".", ",") if self.numbers == "comma" else number

    def _value(self, match: re.Match[str]) -> str:
        """Return a marked value as the person says it; one whose unit nobody says otherwise as it is."""
        numbers, unit = [one for one in (match["low"], match["high"]) if one], match["unit"] or ""
        if unit in _MILLILITRES:
            return " to ".join(self.amount(float(one) * _MILLILITRES[unit]) for one in numbers)
        if unit in _METRES:
            said = self.length_unit if self.length_unit == "in" or unit != "mm" else "mm"
            metres = [float(one) * _METRES[unit] for one in numbers]
            size = LENGTHS["in"] if said == "in" else _METRES[said]
            numbers = [_rounded(one / size, 2 if said == "in" else 1) for one in metres]
            unit = said
        elif unit == "°C" and self.temperature == "F":
            numbers, unit = [_rounded(float(one) * 1.8 + 32.0, 0) for one in numbers], "°F"
        number = " to ".join(self._written(one) for one in numbers)
        return f"{number} {unit}" if unit else number

    def amount(self, ml: float, *, density: float | None = None) -> str:
        """Return an amount [ml], as it can be read off; weighed only where its density [g/ml] is known."""
        unit = "ml" if density is None and self.unit == "g" else self.unit
        words = format_amount(ml, unit, density=density or 1.0).words
        return words if self.numbers == "marked" else self.told(words)

    def fine_length(self, metres: float) -> str:
        """Return a length [m] as it is marked with a pencil: "457 mm", "17.99 in"."""
        if self.length_unit == "in":
            return f"{self.number(metres / LENGTHS['in'], '.2f')} in"
        return f"{self.number(round(1000.0 * metres, 1))} mm"

    def area(self, area: float) -> str:
        """Return an area [m²]: "5.2 m²", "56 sq ft"."""
        if self.length_unit == "in":
            feet = area / SQUARE_FOOT
            return f"{self.number(feet, '.0f' if area >= _SMALL else '.2f')} sq ft"
        return f"{self.number(area, '.1f' if area >= _SMALL else '.3f')} m²"

    def spread_rate(self, rate: float) -> str:
        """Return a spread rate [m²/L]: "11 m² a litre", "448 sq ft a gallon"."""
        if self.length_unit == "in":
            return f"{rate * US_GALLON / 1000.0 / SQUARE_FOOT:.0f} sq ft a gallon"
        return f"{self.number(rate)} m² a litre"

    def money(self, amount: float) -> str:
        """Return an amount of money, two places after the point, with the currency before it."""
        return " ".join(filter(None, (self.currency, self.number(amount, ".2f"))))


def _rounded(value: float, places: int) -> str:
    """Return a number with at most so many places, of two as near the larger one."""
    said = Decimal(value).quantize(Decimal(1).scaleb(-places), ROUND_HALF_UP)
    return f"{said.normalize() + 0:f}"
