"""The power goes off in the middle: an import, a restore, a daily copy leave what was or what shall be, never half."""

import random
import shutil
import sqlite3
import subprocess
import sys
import time
from contextlib import closing
from pathlib import Path

from jug_mingle.services.archives import archive
from jug_mingle.store.database import NAME, open_database
from tests.services.test_backup import BackupCase, rows
from tests.soak import rounds

COPY = "import sys; from datetime import date; from pathlib import Path; from jug_mingle.services.copies import "
"keep_copy"


class KilledTest(BackupCase):
    def setUp(self) -> None:
        super().setUp()
        self.rng = random.Random(23)
        archive(self.data, self.base / "job.zip", job_id=1)
        archive(self.data, self.base / "all.zip")

    def killed(self, *line: str) -> None:
        """Run Python, and kill it some time into its work, without a word of warning."""
        process = subprocess.Popen([sys.executable, *line], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        time.sleep(self.rng.uniform(0.3, 4.0))
        process.kill()
        process.wait()

    def sound(self, folder: Path) -> dict[str, int]:
        """Open what is left, and return how many rows each table has."""
        open_database(folder).close()
        with closing(sqlite3.connect(folder / NAME)) as connection:
            self.assertEqual(connection.execute("PRAGMA foreign_key_check").fetchall(), [])
        return {name: len(its) for name, its in rows(folder).items()}

    def test_import(self) -> None:
        before = self.sound(self.data)
        for number in range(rounds(3, 60)):
            folder = self.base / f"import {number}"
            shutil.copytree(self.data, folder)
            self.killed("-m", "jug_mingle.cli", "import", str(self.base / "job.zip"), "--data", str(folder), "--yes")
            found = self.sound(folder)
            twice = found["job"] == 2
            for name in ("piece", "mix", "look", "target", "strip", "step_done"):
                self.assertEqual(found[name], before[name] * (2 if twice else 1), name)

    def test_restore(self) -> None:
        new = rows(self.data)
        with closing(sqlite3.connect(self.data / NAME)) as connection, connection:
            connection.execute("UPDATE job SET name = 'Later'")
        old = rows(self.data)
        for number in range(rounds(3, 60)):
            folder = self.base / f"restore {number}"
            shutil.copytree(self.data, folder)
            self.killed("-m", "jug_mingle.cli", "restore", str(self.base / "all.zip"), "--data", str(folder), "--yes")
            self.sound(folder)
            self.assertIn(rows(folder), (old, new))

    def test_daily_copy(self) -> None:
        for number in range(rounds(2, 30)):
            folder = self.base / f"copy {number}"
            shutil.copytree(self.data, folder, ignore=shutil.ignore_patterns("copies"))
            self.killed("-c", f"{COPY}; keep_copy(Path(sys.argv[1]), date(2026, 1, 2))", str(folder))
            for copy in (folder / "copies").glob("*.db"):
                with closing(sqlite3.connect(copy)) as connection:
                    self.assertEqual(connection.execute("PRAGMA integrity_check").fetchone(), ("ok",))
                    self.assertEqual(connection.execute("SELECT count(*) FROM piece").fetchone(), (3,))
            self.sound(folder)
