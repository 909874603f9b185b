"""Write a migration from what the models say and the newest migration gives: `new_migration.py "what
changes"`; without words only the tables that all of them come to, `store/migrations/schema.sql`."""

import sys
import tempfile
from pathlib import Path

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine

from jug_mingle.store.database import MIGRATIONS, NAME, SCHEMA, engine_on, make_at, schema_of


def main(message: str) -> None:
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / NAME
        make_at(file, "head")
        if message:
            write_migration(engine_on(file), message)
            make_at(file, "head")
        SCHEMA.write_text(schema_of(file), encoding="utf-8")


def write_migration(engine: Engine, message: str) -> None:
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    number = f"{len(list((MIGRATIONS / 'versions').glob('*.py'))) + 1:04d}"
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.revision(config, message, autogenerate=True, rev_id=number)
    engine.dispose()


if __name__ == "__main__":
    main(" ".join(sys.argv[1:]))
