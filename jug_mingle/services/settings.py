"""What a person set once for all their work: units, currency, paint kept over, answers where painters differ."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.practice.amounts import MARGIN
from jug_mingle.core.practice.schools import check_schools
from jug_mingle.errors import UnfitError
from jug_mingle.store.models import SettingRow


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    """What was set.

    `unit` is the key of one of `core.measuring.units.UNITS`, or None where nobody chose yet; `currency` as it stands
    beside an amount; `margin` as `core.practice.amounts.MARGIN`; `schools` the answer to each question of them.
    """

    unit: str | None = None
    currency: str = ""
    margin: float = MARGIN
    schools: Mapping[str, str] = field(default_factory=dict)


def settings_of(session: Session) -> Settings:
    """Return what was set; what is usual where nothing was."""
    kept = {row.key: row.value["is"] for row in session.scalars(select(SettingRow))}
    schools = {key.removeprefix("school:"): value for key, value in kept.items() if key.startswith("school:")}
    return Settings(
        unit=kept.get("unit"), currency=kept.get("currency", ""), margin=kept.get("margin", MARGIN), schools=schools
    )


def keep_settings(
    session: Session, *, margin: float | None = None, schools: Mapping[str, str] | None = None,
    unit: str | None = None, currency: str | None = None,
) -> Settings:  # fmt: skip
    """Set what is not None; an empty answer, and an empty currency, take one back. UnfitError says what is wrong."""
    schools = schools or {}
    try:
        check_schools(schools)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    answers = {f"school:{key}": answer for key, answer in schools.items()}
    for key, value in {"unit": unit, "currency": currency, "margin": margin, **answers}.items():
        if value is not None:
            _keep(session, key, value)
    session.flush()
    return settings_of(session)


def _keep(session: Session, key: str, value: float | str) -> None:
    row = session.scalar(select(SettingRow).where(SettingRow.key == key))
    if value == "":
        if row is not None:
            session.delete(row)
    elif row is None:
        session.add(SettingRow(key=key, value={"is": value}))
    else:
        row.value = {"is": value}
