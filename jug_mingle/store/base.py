"""What all tables stand on: rows with a number and the time that they were made, times in UTC."""

from contextvars import ContextVar
from datetime import UTC, date, datetime
from typing import Any

from sqlalchemy import JSON, Date, DateTime, Dialect, MetaData, TypeDecorator
from sqlalchemy.orm import DeclarativeBase, Mapped, declared_attr, mapped_column

may_change: ContextVar[bool] = ContextVar("may_change", default=True)
"""Whether the request in this context may write; no transaction is begun for one that may not."""


class UTCDateTime(TypeDecorator[datetime]):
    """A time that comes back from SQLite as it went in: aware, in UTC."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Store UTC without its zone."""
        return None if value is None else value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Give the zone back."""
        return None if value is None else value.replace(tzinfo=UTC)


def now() -> datetime:
    """Return the time that rows are stamped with."""
    return datetime.now(UTC)


class Row(DeclarativeBase):
    """Base of all tables."""

    metadata = MetaData(
        naming_convention={
            "ix": "ix_%(table_name)s_%(column_0_name)s",
            "uq": "uq_%(table_name)s_%(column_0_name)s",
            "ck": "ck_%(table_name)s_%(constraint_name)s",
            "fk": "fk_%(table_name)s_%(column_0_name)s_%(referred_table_name)s",
            "pk": "pk_%(table_name)s",
        }
    )
    type_annotation_map = {  # noqa: RUF012 - SQLAlchemy reads it from the class
        datetime: UTCDateTime,
        date: Date,
        dict[str, Any]: JSON,
        list[Any]: JSON,
        list[float]: JSON,
    }

    id: Mapped[int] = mapped_column(primary_key=True)
    created: Mapped[datetime] = mapped_column(default=now)
    version: Mapped[int] = mapped_column(default=1, server_default="1")
    """How often it was written: who changes it says which one they saw (`store.changed`)."""

    @declared_attr.directive
    @classmethod
    def __mapper_args__(cls) -> dict[str, Any]:
        """Let every change of a row count its version up."""
        return {"version_id_col": cls.version}
