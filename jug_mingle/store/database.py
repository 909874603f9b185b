"""The database: SQLite in WAL mode, writers one after the other, migrations at start after a copy is kept."""

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from threading import Lock
from typing import Final

from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session, sessionmaker

from jug_mingle.errors import DataRefusedError, ForbiddenError
from jug_mingle.store.base import may_change
from jug_mingle.store.changed import Changes, watch
from jug_mingle.store.once import forget_old, remember_writes
from jug_mingle.store.reading import hold_rows
from jug_mingle.store.standing import check_file

MIGRATIONS: Final = Path(__file__).parent / "migrations"
NAME: Final = "jug-mingle.db"

SCHEMA: Final = MIGRATIONS / "schema.sql"
"""The tables that all migrations come to; `scripts/new_migration.py` writes it anew, a test holds it."""

CONNECTIONS: Final = 64
"""More than there are threads to ask for one, so that nobody waits for a connection."""


@dataclass(frozen=True, slots=True)
class Writing:
    """Sessions to write with. Writers of this program stand in a queue, so that none is told that it is
    locked out."""

    sessions: sessionmaker[Session]
    queue: Lock = field(default_factory=Lock)

    @contextmanager
    def begin(self) -> Iterator[Session]:
        """Give a session in a transaction that begins at once; committed at the end, or undone whole.

        Raises
        ------
        ForbiddenError
            If whoever asks in this context may only look.
        """
        if not may_change.get():
            raise ForbiddenError("this device may look, and change nothing")
        with self.queue, self.sessions.begin() as session:
            yield session


@dataclass(frozen=True, slots=True)
class Database:
    """Sessions to read with (BEGIN) and to write with (BEGIN IMMEDIATE)."""

    engine: Engine
    read: sessionmaker[Session]
    write: Writing
    changes: Changes = field(default_factory=Changes)

    def close(self) -> None:
        """Let everybody go who listens, and close every connection."""
        self.changes.close()
        self.engine.dispose()


def revisions() -> list[str]:
    """Return the revisions that this program knows, the oldest first."""
    return sorted(script.name.split("_")[0] for script in (MIGRATIONS / "versions").glob("[0-9]*.py"))


def open_database(folder: Path) -> Database:
    """Return the database of a data folder, made or migrated where needed.

    Before a migration a copy `jug-mingle.before-<revision>.db` is kept beside it.

    Raises
    ------
    DataRefusedError
        If what lies there cannot be opened: newer, damaged, empty, half made, not to be read. It is not
        touched.
    """
    try:
        folder.mkdir(parents=True, exist_ok=True)
        file = folder / NAME
        if not file.exists():
            _refuse_orphans(folder)
            _make(file)
        else:
            _bring_up(file, check_file(file, revisions()))
        engine = engine_on(file)
        database = Database(
            engine=engine, read=sessions(engine), write=Writing(sessions(engine, immediate=True))
        )
        hold_rows(database.read)
        remember_writes(database.write.sessions)
        watch(database.write.sessions, database.changes)
        with database.write.begin() as session:
            forget_old(session)
    except OSError as error:
        raise DataRefusedError(f"the data folder {folder} cannot be used: {error.strerror}") from error
    except (sqlite3.Error, DBAPIError) as error:
        reason = error.orig if isinstance(error, DBAPIError) else error
        raise DataRefusedError(f"the data folder {folder} cannot be used: {reason}") from error
    return database


def _refuse_orphans(folder: Path) -> None:
    """A folder of photos whose database is gone is not begun anew without a word."""
    if any((folder / "photos").glob("*.original")):
        raise DataRefusedError(
            f"{folder} has photos but its database {NAME} is gone: restore a backup, or move the photos away "
            "to begin anew. Nothing was changed."
        )


def engine_on(file: Path) -> Engine:
    """Return an engine on a database file, its connections set up."""
    engine = create_engine(f"sqlite:///{file}", pool_size=CONNECTIONS, max_overflow=CONNECTIONS)
    _listen(engine)
    return engine


def sessions(engine: Engine, *, immediate: bool = False) -> sessionmaker[Session]:
    """Return sessions that read, or, `immediate`, that write."""
    options = {"begin_immediate": True} if immediate else {}
    return sessionmaker(engine.execution_options(**options), expire_on_commit=False)


def _listen(engine: Engine) -> None:
    @event.listens_for(engine, "connect")
    def on_connect(connection: sqlite3.Connection, _record: object) -> None:
        connection.isolation_level = None  # SQLAlchemy's BEGIN below, not the driver's
        for pragma in ("journal_mode=WAL", "foreign_keys=ON", "busy_timeout=20000", "synchronous=FULL"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def on_begin(connection: Connection) -> None:
        immediate = connection.get_execution_options().get("begin_immediate", False)
        connection.exec_driver_sql("BEGIN IMMEDIATE" if immediate else "BEGIN")


def _make(file: Path) -> None:
    """Make a new database at once of what the migrations come to; under another name first: a start that is
    cut off leaves none, never half of one."""
    part = file.with_name("jug-mingle.new.db")
    for stale in file.parent.glob("jug-mingle.new.db*"):
        stale.unlink()
    with closing(sqlite3.connect(part)) as connection:
        connection.executescript(SCHEMA.read_text(encoding="utf-8"))
        connection.execute("INSERT INTO alembic_version VALUES (?)", (revisions()[-1],))
        connection.commit()
    part.replace(file)


def into_one_file(file: Path) -> None:
    """Bring a database that nobody has open into its one file, without a log beside it."""
    with closing(sqlite3.connect(file)) as connection:
        connection.execute("PRAGMA journal_mode=DELETE")


def _bring_up(file: Path, current: str) -> None:
    head = revisions()[-1]
    if current == head:
        return
    copy_database(file, _free(file.with_name(f"jug-mingle.before-{head}.db")))
    engine = engine_on(file)
    try:
        _upgrade(engine)
    finally:
        engine.dispose()


def _free(file: Path) -> Path:
    """Return a name that nothing has yet: an older copy is never written over."""
    names = (file.with_name(f"{file.stem}{suffix}.db") for suffix in ("", *(f"-{n}" for n in range(2, 1000))))
    return next(name for name in names if not name.exists())


def copy_database(file: Path, copy: Path) -> None:
    """Copy a database, also while it is in use, by SQLite's own backup."""
    with closing(sqlite3.connect(file)) as source, closing(sqlite3.connect(copy)) as target:
        source.backup(target)
        target.execute("PRAGMA journal_mode=DELETE")


def schema_of(file: Path) -> str:
    """Return the statements that make the tables of a database, in their order."""
    with closing(sqlite3.connect(file)) as connection:
        made = "SELECT sql FROM sqlite_master WHERE sql IS NOT NULL ORDER BY rowid"
        return "".join(f"{sql};\n\n" for (sql,) in connection.execute(made))


def make_at(file: Path, revision: str) -> None:
    """Make an empty database as a release made it, or bring one up to that."""
    engine = engine_on(file)
    try:
        _upgrade(engine, revision)
    finally:
        engine.dispose()


def _upgrade(engine: Engine, revision: str = "head") -> None:
    # Importing Alembic takes a quarter of a second, which an ordinary start need not spend.
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.connect() as connection:
        # SQLite changes a table by making it anew and dropping the old one: with foreign keys on, dropping a
        # job would take with it all that belongs to it. They cannot be turned off within a transaction.
        driver = connection.connection.driver_connection
        if driver is None:
            raise RuntimeError("the database has no connection of its own to turn foreign keys off in")
        driver.execute("PRAGMA foreign_keys=OFF")
        with connection.begin():
            config.attributes["connection"] = connection
            command.upgrade(config, revision)
            broken = connection.exec_driver_sql("PRAGMA foreign_key_check").fetchall()
            if broken:
                raise RuntimeError(
                    f"the migration would leave {len(broken)} rows without what they belong to"
                )
        driver.execute("PRAGMA foreign_keys=ON")
