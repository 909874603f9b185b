"""Write a migration from what the models say and the newest migration gives: `new_migration.py "what
changes"`."""

import sys
import tempfile
from pathlib import Path

from alembic import command
from alembic.config import Config

from jug_mingle.store.database import MIGRATIONS, open_database


def main(message: str) -> None:
    with tempfile.TemporaryDirectory() as folder:
        database = open_database(Path(folder))
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        number = f"{len(list((MIGRATIONS / 'versions').glob('*.py'))) + 1:04d}"
        with database.engine.begin() as connection:
            config.attributes["connection"] = connection
            command.revision(config, message, autogenerate=True, rev_id=number)
        database.close()


if __name__ == "__main__":
    main(sys.argv[1])
