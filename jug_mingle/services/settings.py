"""What a person set once for all their work: the paint kept over, and how they answer where painters differ."""

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
    """What was set: `margin` as `core.practice.amounts.MARGIN`, and the answer to each question of `schools`."""

    margin: float = MARGIN
    schools: Mapping[str, str] = field(default_factory=dict)


def settings_of(session: Session) -> Settings:
    """Return what was set; what is usual where nothing was."""
    kept = {row.key: row.value["is"] for row in session.scalars(select(SettingRow))}
    schools = {key.removeprefix("school:"): value for key, value in kept.items() if key.startswith("school:")}
    return Settings(margin=kept.get("margin", MARGIN), schools=schools)


def keep_settings(session: Session, *, margin: float | None, schools: Mapping[str, str]) -> Settings:
    """Set the margin, and answers to questions; an empty answer takes one back. UnfitError says what is wrong."""
    try:
        check_schools(schools)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    if margin is not None:
        _keep(session, "margin", margin)
    for key, answer in schools.items():
        _keep(session, f"school:{key}", answer)
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
