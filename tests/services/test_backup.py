"""A backup holds everything, every byte checked; brought back, the folder is as it was, or as it was before."""

import hashlib
import json
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import unittest
from contextlib import closing
from pathlib import Path
from typing import Any
from unittest.mock import patch

from jug_mingle.errors import DataRefusedError
from jug_mingle.services.backup import back_up, restore, verify
from jug_mingle.services.jobs import add_job, job_rows
from jug_mingle.store.database import NAME, open_database
from tests.api.support import copy_demo


def rows(folder: Path) -> dict[str, list[Any]]:
    """Return every row of every table."""
    with closing(sqlite3.connect(folder / NAME)) as connection:
        names = [name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
        return {name: connection.execute(f"SELECT * FROM {name} ORDER BY 1").fetchall() for name in names}


def photos(folder: Path) -> dict[str, str]:
    return {file.name: hashlib.sha256(file.read_bytes()).hexdigest() for file in (folder / "photos").iterdir()}


class BackupTest(unittest.TestCase):
    def setUp(self) -> None:
        self.base = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.data = copy_demo(self.base / "data")

    def backed_up(self) -> Path:
        back_up(self.data, self.base / "copy")
        return self.base / "copy"

    def test_there_and_back(self) -> None:
        """Into an empty folder all rows and photos come back equal; the database left behind opens."""
        copy = self.backed_up()
        self.assertEqual(verify(copy).photos, 5)
        self.assertIsNone(restore(copy, self.base / "new"))
        self.assertEqual(rows(self.base / "new"), rows(self.data))
        self.assertEqual(photos(self.base / "new"), photos(self.data))

    def test_over_other_work(self) -> None:
        """What was there is kept beside, whole; the folder is as the backup."""
        copy, before = self.backed_up(), rows(self.data)
        database = open_database(self.data)
        with database.write.begin() as session:
            add_job(session, name="After the backup")
        database.close()
        after = rows(self.data)
        aside = restore(copy, self.data)
        assert aside is not None
        self.assertEqual(rows(self.data), before)
        (self.base / "aside").mkdir()
        shutil.copy(aside, self.base / "aside" / NAME)
        self.assertEqual(rows(self.base / "aside"), after)

    def test_while_the_program_works(self) -> None:
        """A backup is made beside a writer, of one moment; a restore is refused while the program has it open."""
        database = open_database(self.data)
        self.addCleanup(database.close)
        with database.write.begin() as session:
            add_job(session, name="In the log")
        copy = self.backed_up()
        self.assertIn("In the log", [row[0] for row in self.jobs(copy)])
        with self.assertRaisesRegex(DataRefusedError, "stop the program first"):
            restore(copy, self.data)
        with database.read() as session:
            self.assertEqual(len(job_rows(session)), 2)

    def jobs(self, folder: Path) -> list[tuple[str]]:
        with closing(sqlite3.connect(folder / NAME)) as connection:
            return connection.execute("SELECT name FROM job").fetchall()

    def test_damaged_backups(self) -> None:
        """One byte, one file, one line of the list: whatever is wrong is found before anything is touched."""
        copy = self.backed_up()
        before = rows(self.data), photos(self.data)
        photo = next((copy / "photos").glob("*.original")).name
        for name, spoil in (
            ("byte", lambda c: (c / NAME).write_bytes((c / NAME).read_bytes()[:-1] + b"x")),
            ("photo", lambda c: (c / "photos" / photo).unlink()),
            ("list gone", lambda c: (c / "backup.json").unlink()),
            ("no json", lambda c: (c / "backup.json").write_text("{")),
            ("other list", lambda c: (c / "backup.json").write_text("[]")),
            ("outside", lambda c: self.relist(c, {"../../etc/passwd": "0"})),
            ("deeper", lambda c: self.relist(c, {"photos/../../x": "0"})),
            ("photo not listed", lambda c: self.unlist(c, f"photos/{photo}")),
        ):
            with self.subTest(name):
                spoilt = self.base / f"spoilt {name}"
                shutil.copytree(copy, spoilt)
                spoil(spoilt)
                with self.assertRaises(DataRefusedError):
                    restore(spoilt, self.data)
                self.assertEqual((rows(self.data), photos(self.data)), before)

    def relist(self, copy: Path, more: dict[str, str]) -> None:
        body = json.loads((copy / "backup.json").read_text())
        body["files"] |= more
        (copy / "backup.json").write_text(json.dumps(body))

    def unlist(self, copy: Path, name: str) -> None:
        body = json.loads((copy / "backup.json").read_text())
        del body["files"][name]
        (copy / "backup.json").write_text(json.dumps(body))

    def test_nothing_half_made(self) -> None:
        """Where a photo is gone, or the target is taken, there is no backup and no remains of one."""
        with self.assertRaisesRegex(DataRefusedError, "no jug-mingle.db"):
            back_up(self.base / "nowhere", self.base / "copy")
        (self.base / "taken").mkdir()
        (self.base / "taken" / "x").write_text("mine")
        with self.assertRaisesRegex(DataRefusedError, "not empty"):
            back_up(self.data, self.base / "taken")
        next((self.data / "photos").glob("*.original")).write_bytes(b"damaged")
        with self.assertRaisesRegex(DataRefusedError, "damaged"):
            back_up(self.data, self.base / "copy")
        next((self.data / "photos").glob("*.original")).unlink()
        with self.assertRaisesRegex(DataRefusedError, "not made"):
            back_up(self.data, self.base / "copy")
        self.assertEqual(sorted(one.name for one in self.base.iterdir()), ["data", "taken"])

    def test_cut_off_anywhere(self) -> None:
        """A restore that is cut off at any of its steps leaves the old rows or the new ones, and opens."""
        copy = self.backed_up()
        with closing(sqlite3.connect(self.data / NAME)) as connection, connection:
            connection.execute("UPDATE job SET name = 'Later'")
        old, new = rows(self.data), rows(copy)
        for step in ("_copy", "_put_aside", "_settle", "open_database"):
            with self.subTest(step):
                with (
                    patch(f"jug_mingle.services.backup.{step}", side_effect=KeyboardInterrupt),
                    self.assertRaises(KeyboardInterrupt),
                ):
                    restore(copy, self.data)
                self.assertIn(rows(self.data), (old, new))
                open_database(self.data).close()

    def test_a_damaged_database_is_replaced(self) -> None:
        """That is what a backup is for: what lies there damaged is kept beside as it is."""
        copy = self.backed_up()
        before = rows(self.data)
        (self.data / NAME).write_bytes(b"damaged" * 1000)
        aside = restore(copy, self.data)
        assert aside is not None
        self.assertEqual(aside.read_bytes(), b"damaged" * 1000)
        self.assertEqual(rows(self.data), before)

    def test_by_command(self) -> None:
        """The commands say in a line what they did, or why not."""

        def run(*words: str) -> subprocess.CompletedProcess[str]:
            line = [sys.executable, "-m", "jug_mingle.cli", *words]
            return subprocess.run(line, capture_output=True, text=True, timeout=60, check=False)

        copy, new = str(self.base / "copy"), str(self.base / "new")
        made = run("backup", copy, "--data", str(self.data))
        self.assertEqual((made.returncode, made.stderr), (0, ""))
        self.assertIn("5 photos", made.stdout)
        self.assertEqual(run("restore", copy, "--data", new).returncode, 0)
        again = run("backup", copy, "--data", str(self.data))
        self.assertEqual(again.returncode, 1)
        self.assertEqual(len(again.stderr.splitlines()), 1)
