"""What is wrong with a request, in words that say what to do: Pydantic's findings, by their type."""

from collections.abc import Mapping, Sequence
from typing import Any, Final, get_args

from pydantic_core import core_schema

from jug_mingle.core.marked import marked

_WORDS: Final = {
    "missing": "is missing",
    "extra_forbidden": "is not known here",
    "greater_than": "must be above {gt}",
    "greater_than_equal": "must be at least {ge}",
    "less_than": "must be below {lt}",
    "less_than_equal": "must be at most {le}",
    "finite_number": "must be a number",
    "float_type": "must be a number",
    "float_parsing": "must be a number",
    "int_type": "must be a whole number",
    "int_parsing": "must be a whole number",
    "int_from_float": "must be a whole number",
    "bool_type": "must be true or false",
    "bool_parsing": "must be true or false",
    "string_type": "must be a text",
    "string_too_short": "must have at least {min_length} characters",
    "string_too_long": "must have at most {max_length} characters",
    "literal_error": "must be one of {expected}",
    "list_type": "must be a list",
    "dict_type": "must be an object with named parts",
    "too_short": "must have at least {min_length} entries, has {actual_length}",
    "too_long": "must have at most {max_length} entries, has {actual_length}",
    "json_invalid": "is no JSON: {error}",
    "string_unicode": "must be a text of whole letters",
    "string_pattern_mismatch": "is not written as it must be",
    "datetime_parsing": "must be a day and a time, as 2026-12-01T18:30Z",
    "datetime_from_date_parsing": "must be a day and a time, as 2026-12-01T18:30Z",
    "timezone_aware": "must say how far its clock is from that of Greenwich, as 2026-12-01T18:30Z",
    "date_parsing": "must be a day, as 2026-12-01",
    "date_from_datetime_parsing": "must be a day, as 2026-12-01",
    "date_from_datetime_inexact": "must be a day, as 2026-12-01",
    "model_attributes_type": "must be an object with named parts",
    "model_type": "must be an object with named parts",
    "union_tag_not_found": "does not say of which kind it is",
    "union_tag_invalid": "is of a kind that is not known here",
    "bytes_type": "must be a file",
    "none_required": "must be empty",
}

_PYDANTIC: Final = frozenset(get_args(core_schema.ErrorType))
"""What Pydantic finds by itself; all other types are our own findings, in our own words."""

_WHOLE: Final = ("laying", "value_error")
"""Types of finding whose words are a sentence of their own."""


def words_of(problem: Mapping[str, Any]) -> str:
    """Return in words what one of Pydantic's findings is: {"type", "msg", "ctx"}; never in Pydantic's own."""
    kind, facts = str(problem["type"]), problem.get("ctx", {})
    if kind in ("string_too_short", "too_short") and facts.get("min_length") == 1:
        return "must not be empty"
    if kind in _WORDS:
        limits = {name: marked(fact) if isinstance(fact, float) else fact for name, fact in facts.items()}
        return _WORDS[kind].format(**limits)
    if kind in ("value_error", "assertion_error"):
        return str(facts.get("error", "")) or "cannot be taken as it is"
    return "cannot be taken as it is" if kind in _PYDANTIC else str(problem["msg"])


def sentence_of(problem: Mapping[str, Any]) -> str:
    """Return a finding with its place; what has a subject of its own stands behind a colon."""
    return f"{place_of(problem['loc'])}{': ' if problem['type'] in _WHOLE else ' '}{words_of(problem)}"


def place_of(loc: Sequence[int | str]) -> str:
    """Return where a finding belongs, as a person counts: ("body", "layers", 0, "coats") is "layers 1,
    coats"."""
    place = ""
    for part in loc[1:]:
        place += f" {part + 1}" if isinstance(part, int) else f", {part}" if place else part
    return place or "what was sent"


def printable(words: str) -> str:
    """Return words that can be sent: half letters, which no answer can carry, become question marks."""
    return words.encode("utf-8", errors="replace").decode("utf-8")
