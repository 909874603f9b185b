"""The power goes off in the middle: an import, a restore, a daily copy leave what was or what shall be, never
half."""

import random
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import time
from contextlib import closing
from pathlib import Path

from jug_mingle.services.archives import archive, read_back
from jug_mingle.services.pairing import Doors
from jug_mingle.store.database import NAME, open_database
from tests.services.test_backup import BackupCase, rows
from tests.soak import rounds

COPY = """import sys; from datetime import date; from pathlib import Path
from jug_mingle.services.copies import keep_copy
keep_copy(Path(sys.argv[1]), date(2026, 1, 2))
"""


PAIR = """import sys; from pathlib import Path
from jug_mingle.services.pairing import Doors
from jug_mingle.store.database import open_database
doors = Doors(open_database(Path(sys.argv[1])))
for number in range(40):
    print(doors.pair(doors.make_code("work").code, f"device {number}")[1], flush=True)
"""


class KilledTest(BackupCase):
    def setUp(self) -> None:
        super().setUp()
        self.rng = random.Random(23)
        archive(self.data, self.base / "job.zip", job_id=1)
        archive(self.data, self.base / "all.zip")

    def killed(self, *line: str) -> None:
        """Run Python, and kill it some time into its work, without a word of warning."""
        process = subprocess.Popen(
            [sys.executable, *line], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL
        )
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
            self.killed(
                "-m", "jug_mingle.cli", "import", str(self.base / "job.zip"), "--data", str(folder), "--yes"
            )
            found = self.sound(folder)
            twice = found["job"] == 2
            for name in ("piece", "mix", "look", "target", "strip", "step_done"):
                self.assertEqual(found[name], before[name] * (2 if twice else 1), name)

    def test_backup(self) -> None:
        """A backup that is cut off leaves no archive, or a whole one."""
        for number in range(rounds(3, 40)):
            file = self.base / f"backup {number}.zip"
            self.killed("-m", "jug_mingle.cli", "backup", str(file), "--data", str(self.data))
            if file.exists():
                with tempfile.TemporaryDirectory() as folder, read_back(file, Path(folder)) as found:
                    self.assertIsNotNone(found)
            self.sound(self.data)

    def test_pairing(self) -> None:
        """Every device that was told its token is known after the power went off, and no other has one."""
        for number in range(rounds(3, 60)):
            folder = self.base / f"pairing {number}"
            shutil.copytree(self.data, folder)
            process = subprocess.Popen(
                [sys.executable, "-c", PAIR, str(folder)], stdout=subprocess.PIPE, text=True
            )
            time.sleep(self.rng.uniform(0.8, 3.0))
            process.kill()
            said = process.communicate()[0].split("\n")[:-1]
            database = open_database(folder)
            doors = Doors(database)
            known = [doors.known(token) for token in said]
            database.close()
            self.assertNotIn(None, known)
            self.assertLessEqual(len(doors.devices()) - len(said), 1)

    def test_restore(self) -> None:
        new = rows(self.data)
        with closing(sqlite3.connect(self.data / NAME)) as connection, connection:
            connection.execute("UPDATE job SET name = 'Later'")
        old = rows(self.data)
        for number in range(rounds(3, 60)):
            folder = self.base / f"restore {number}"
            shutil.copytree(self.data, folder)
            self.killed(
                "-m", "jug_mingle.cli", "restore", str(self.base / "all.zip"), "--data", str(folder), "--yes"
            )
            self.sound(folder)
            self.assertIn(rows(folder), (old, new))

    def test_daily_copy(self) -> None:
        for number in range(rounds(2, 30)):
            folder = self.base / f"copy {number}"
            shutil.copytree(self.data, folder, ignore=shutil.ignore_patterns("copies"))
            self.killed("-c", COPY, str(folder))
            for copy in (folder / "copies").glob("*.db"):
                with closing(sqlite3.connect(copy)) as connection:
                    self.assertEqual(connection.execute("PRAGMA integrity_check").fetchone(), ("ok",))
                    self.assertEqual(connection.execute("SELECT count(*) FROM piece").fetchone(), (3,))
            self.sound(folder)
