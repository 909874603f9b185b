"""How amounts, areas, spread rates and money are said: one formatter each, in a person's own units."""

import re
from dataclasses import dataclass
from typing import Final

from jug_mingle.core.measuring.units import SQUARE_FOOT, UNITS, US_GALLON, format_amount

LENGTHS: Final = {"cm": 0.01, "in": 0.0254}
"""Units in which lengths are said, and the metres in one; the inch exactly (NIST Handbook 44, appendix C)."""

TEMPERATURES: Final = ("C", "F")
NUMBERS: Final = ("point", "comma")
PAPERS: Final = ("A4", "Letter")

_DECIMAL: Final = re.compile(r"(?<=\d)\.(?=\d)")
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
        "point" or "comma", between a number and its fraction.
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

    def words(self, text: str) -> str:
        """Return words with their numbers written as the person writes them."""
        return _DECIMAL.sub(",", text) if self.numbers == "comma" else text

    def amount(self, ml: float, *, density: float | None = None) -> str:
        """Return an amount [ml], as it can be read off; weighed only where its density [g/ml] is known."""
        unit = "ml" if density is None and self.unit == "g" else self.unit
        return self.words(format_amount(ml, unit, density=density or 1.0).words)

    def fine_length(self, metres: float) -> str:
        """Return a length [m] as it is marked with a pencil: "457 mm", "17.99 in"."""
        if self.length_unit == "in":
            return self.words(f"{metres / LENGTHS['in']:.2f} in")
        return self.words(f"{round(1000.0 * metres, 1):g} mm")

    def area(self, area: float) -> str:
        """Return an area [m²]: "5.2 m²", "56 sq ft"."""
        if self.length_unit == "in":
            feet = area / SQUARE_FOOT
            return self.words(f"{feet:.0f} sq ft" if area >= _SMALL else f"{feet:.2f} sq ft")
        return self.words(f"{area:.1f} m²" if area >= _SMALL else f"{area:.3f} m²")

    def spread_rate(self, rate: float) -> str:
        """Return a spread rate [m²/L]: "11 m² a litre", "448 sq ft a gallon"."""
        if self.length_unit == "in":
            return f"{rate * US_GALLON / 1000.0 / SQUARE_FOOT:.0f} sq ft a gallon"
        return self.words(f"{rate:g} m² a litre")

    def money(self, amount: float) -> str:
        """Return an amount of money, two places after the point, with the currency before it."""
        return " ".join(filter(None, (self.currency, self.words(f"{amount:.2f}"))))
