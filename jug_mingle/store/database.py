"""The database: SQLite in WAL mode, writers that begin at once, migrations at start after a copy is kept."""

import sqlite3
from dataclasses import dataclass
from pathlib import Path

from sqlalchemy import Connection, Engine, create_engine, event, inspect, text
from sqlalchemy.orm import Session, sessionmaker

MIGRATIONS = Path(__file__).parent / "migrations"


@dataclass(frozen=True, slots=True)
class Database:
    """Sessions to read with (BEGIN) and to write with (BEGIN IMMEDIATE)."""

    engine: Engine
    read: sessionmaker[Session]
    write: sessionmaker[Session]

    def close(self) -> None:
        """Close every connection."""
        self.engine.dispose()


def open_database(folder: Path) -> Database:
    """Return the database of a data folder, made or migrated where needed.

    Before a migration of rows that exist, a copy `jug-mingle.before-<revision>.db` is kept beside it.
    """
    folder.mkdir(parents=True, exist_ok=True)
    file = folder / "jug-mingle.db"
    engine = create_engine(f"sqlite:///{file}")
    _listen(engine)
    _migrate(engine, file)
    writer = engine.execution_options(begin_immediate=True)
    return Database(
        engine=engine,
        read=sessionmaker(engine, expire_on_commit=False),
        write=sessionmaker(writer, expire_on_commit=False),
    )


def _listen(engine: Engine) -> None:
    @event.listens_for(engine, "connect")
    def on_connect(connection: sqlite3.Connection, _record: object) -> None:
        connection.isolation_level = None  # SQLAlchemy's BEGIN below, not the driver's
        for pragma in ("journal_mode=WAL", "foreign_keys=ON", "busy_timeout=5000", "synchronous=FULL"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def on_begin(connection: Connection) -> None:
        immediate = connection.get_execution_options().get("begin_immediate", False)
        connection.exec_driver_sql("BEGIN IMMEDIATE" if immediate else "BEGIN")


def _migrate(engine: Engine, file: Path) -> None:
    head = max((script.name.split("_")[0] for script in (MIGRATIONS / "versions").glob("[0-9]*.py")), default=None)
    current = _revision(engine)
    if current == head:
        return
    if current is not None:
        copy = file.with_name(f"jug-mingle.before-{head}.db")
        with sqlite3.connect(file) as source, sqlite3.connect(copy) as target:
            source.backup(target)
        target.close()
        source.close()
    _upgrade(engine)


def _revision(engine: Engine) -> str | None:
    with engine.connect() as connection:
        if not inspect(connection).has_table("alembic_version"):
            return None
        found: str | None = connection.execute(text("SELECT version_num FROM alembic_version")).scalar()
        return found


def _upgrade(engine: Engine) -> None:
    # Importing Alembic takes a quarter of a second, which an ordinary start need not spend.
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.connect() as connection:
        # SQLite changes a table by making it anew and dropping the old one: with foreign keys on, dropping a job would
        # take with it all that belongs to it. They cannot be turned off within a transaction.
        driver = connection.connection.driver_connection
        assert driver is not None
        driver.execute("PRAGMA foreign_keys=OFF")
        with connection.begin():
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
            broken = connection.exec_driver_sql("PRAGMA foreign_key_check").fetchall()
            if broken:
                raise RuntimeError(f"the migration would leave {len(broken)} rows without what they belong to")
        driver.execute("PRAGMA foreign_keys=ON")
