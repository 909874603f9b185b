"""Values in sentences: each stands between two marks, so that who shows it says it in a person's own units.

The marks are Unicode's first strong isolate and pop directional isolate (UAX #9, section 2.5), which nobody
sees: what does not know of them shows the sentence as it is. Around what is put into a sentence they are
common practice of message formats.
"""

import re
from typing import Final

FIRST, LAST = "\u2068", "\u2069"

CONVERTED: Final = ("m", "cm", "mm", "ml", "l", "°C")
"""Units of values that a person may read in others."""

VALUE: Final = re.compile(
    rf"{FIRST}(?P<low>-?\d+(?:\.\d+)?)(?: to (?P<high>-?\d+(?:\.\d+)?))?(?: (?P<unit>[^{LAST}]+))?{LAST}"
)


def marked(value: float, spec: str = "g", unit: str = "") -> str:
    """Return a value, formatted, with its unit: between marks where a person may read it otherwise."""
    return marked_number(f"{value:{spec}}", unit)


def marked_range(low: float, high: float, spec: str = "g", unit: str = "") -> str:
    """Return two values and what lies between them, "0.1 to 4 m", between marks likewise."""
    return marked_number(f"{low:{spec}} to {high:{spec}}", unit)


def plain(words: str) -> str:
    """Return words without their marks: values as they were given, with a point."""
    return words.replace(FIRST, "").replace(LAST, "")


def marked_number(number: str, unit: str = "") -> str:
    """Return a number that was formatted already, with its unit, likewise."""
    said = f"{number} {unit}" if unit else number
    return f"{FIRST}{said}{LAST}" if "." in number or unit in CONVERTED else said
