"""What a person set once for all their work: units, paper, lights, schools, and how the program behaves."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import LIGHT_NAMES
from jug_mingle.core.measuring.saying import LENGTHS, NUMBERS, PAPERS, TEMPERATURES, Saying
from jug_mingle.core.measuring.units import UNITS
from jug_mingle.core.practice.amounts import MARGIN
from jug_mingle.core.practice.schools import check_schools
from jug_mingle.errors import UnfitError
from jug_mingle.store.changed import check_seen
from jug_mingle.store.models import SettingRow
from jug_mingle.store.reading import read_once

LABEL_NAMES: Final = {"job": "the job", "client": "the job and whom it is for", "none": "nobody"}
"""Whom a lid label names."""

_SCHOOL: Final = "school:"
"""Before a question of the schools, in the key of its answer."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    """What was set.

    `unit` is the key of one of `core.measuring.units.UNITS`, or None where nobody chose yet; what is empty
    goes with the unit; `margin` as `core.practice.amounts.MARGIN`; `schools` the answer to each question of
    them; the lights are those of a new job; `label_names` a key of `LABEL_NAMES`; the last three say how the
    program behaves.
    """

    unit: str | None = None
    length: str = ""
    temperature: str = ""
    numbers: str = "point"
    paper: str = ""
    currency: str = ""
    margin: float = MARGIN
    workshop_light: str = "window"
    room_light: str = "window"
    label_names: str = "job"
    keys: bool = True
    sound: bool = True
    motion: bool = True
    schools: Mapping[str, str] = field(default_factory=dict)
    version: int = 0
    """Of all of it together: it grows whenever anything is set."""

    @property
    def us(self) -> bool:
        """Whether paint is measured in US units."""
        return UNITS[self.unit or "ml"].us

    @property
    def page(self) -> str:
        """The paper that is printed on: Letter where US units are used and nothing else was set."""
        return self.paper or ("Letter" if self.us else "A4")

    def saying(self, unit: str | None = None) -> Saying:
        """Return how things are said, amounts in a unit other than the set one where one is given."""
        return Saying(
            unit=unit or self.unit or "ml", length=self.length, numbers=self.numbers, currency=self.currency,
            temperature=self.temperature or ("F" if self.us else "C"),
        )  # fmt: skip

    def marking(self, unit: str | None = None) -> Saying:
        """Return the same for answers that a page shows: fractions are marked, and it writes them."""
        return replace(self.saying(unit), numbers="marked")


def _one_of(values: Any, *, or_none: bool = False) -> Callable[[Any], bool]:
    return lambda value: value in values or (or_none and value == "")


_FITS: Final[Mapping[str, Callable[[Any], bool]]] = {
    "unit": _one_of(UNITS),
    "length": _one_of(LENGTHS, or_none=True),
    "temperature": _one_of(TEMPERATURES, or_none=True),
    "numbers": _one_of(NUMBERS),
    "paper": _one_of(PAPERS, or_none=True),
    "currency": lambda value: isinstance(value, str) and len(value) <= 8,
    "margin": lambda value: isinstance(value, float | int) and 0.0 <= value <= 1.0,
    "workshop_light": _one_of(LIGHT_NAMES),
    "room_light": _one_of(LIGHT_NAMES),
    "label_names": _one_of(LABEL_NAMES),
    "keys": lambda value: isinstance(value, bool),
    "sound": lambda value: isinstance(value, bool),
    "motion": lambda value: isinstance(value, bool),
}
"""Each setting by its key, and what it can be."""


def settings_of(session: Session) -> Settings:
    """Return what was set; what is usual where nothing was."""
    return read_once(session, "settings", lambda: _settings(session))


def _settings(session: Session) -> Settings:
    rows = [
        row for row in session.scalars(select(SettingRow)) if row.key in _FITS or row.key.startswith(_SCHOOL)
    ]
    kept: dict[str, Any] = {row.key: row.value["is"] for row in rows if row.value["is"] != ""}
    schools = {key.removeprefix(_SCHOOL): value for key, value in kept.items() if key.startswith(_SCHOOL)}
    own = {key: value for key, value in kept.items() if key in _FITS}
    return Settings(**own, schools=schools, version=sum(row.version for row in rows))


def keep_settings(session: Session, *, schools: Mapping[str, str] | None = None, **said: Any) -> Settings:
    """Set what is not None; an empty text takes one back.

    UnfitError says what is wrong; ChangedElsewhereError where the write saw another version of "setting" 0,
    all of it.

    Parameters
    ----------
    schools : mapping, optional
        Question → answer; an empty one takes it back.
    **said
        Fields of `Settings`.
    """
    try:
        check_schools(schools or {})
    except ValueError as error:
        raise UnfitError(str(error)) from error
    for key, value in said.items():
        if key not in _FITS or not (value is None or _FITS[key](value)):
            raise UnfitError(f"{key.replace('_', ' ')} cannot be set to {str(value)[:40]!r}")
    check_seen(SettingRow.__tablename__, 0, settings_of(session).version)
    answers = {f"{_SCHOOL}{key}": answer for key, answer in (schools or {}).items()}
    for key, value in {**said, **answers}.items():
        if value is not None:
            _keep(session, key, value)
    session.flush()
    return settings_of(session)


def _keep(session: Session, key: str, value: float | str) -> None:
    row = session.scalar(select(SettingRow).where(SettingRow.key == key))
    if row is None:
        session.add(SettingRow(key=key, value={"is": value}))
    else:
        row.value = {"is": value}
