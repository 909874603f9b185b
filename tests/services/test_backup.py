"""Everything written into an archive and brought back, by command: all of it or nothing, whatever cuts it
off."""

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

from jug_mingle.errors import DataRefusedError, NotFoundError
from jug_mingle.services.backup import back_up, export_job, restore, verify
from jug_mingle.services.jobs import add_job, job_rows
from jug_mingle.store.database import NAME, copy_database, open_database
from tests.api.support import copy_demo


def rows(folder: Path) -> dict[str, list[Any]]:
    """Return every row of every table but the keys of writes; JSON that is nothing is nothing."""
    with closing(sqlite3.connect(folder / NAME)) as connection:
        names = [
            name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
        ]
        return {
            name: [
                tuple(None if value == "null" else value for value in row)
                for row in connection.execute(f"SELECT * FROM {name} ORDER BY 1")
            ]
            for name in names
            if name != "done"
        }


def photos(folder: Path) -> dict[str, str]:
    """Return the hash of every photo as it came."""
    files = (folder / "photos").glob("*.original")
    return {file.name: hashlib.sha256(file.read_bytes()).hexdigest() for file in files}


def folder_backup(data: Path, into: Path) -> Path:
    """Return a backup as earlier releases made it: a folder with the database, the photos and a list."""
    into.mkdir()
    copy_database(data / NAME, into / NAME)
    shutil.copytree(data / "photos", into / "photos", ignore=shutil.ignore_patterns("*.w*", "unnamed.json"))
    files = {file.relative_to(into).as_posix(): file for file in into.rglob("*") if file.is_file()}
    said = {name: hashlib.sha256(file.read_bytes()).hexdigest() for name, file in files.items()}
    (into / "backup.json").write_text(json.dumps({"format": "jug-mingle backup 1", "files": said}))
    return into


class BackupCase(unittest.TestCase):
    def setUp(self) -> None:
        self.base = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.data = copy_demo(self.base / "data")

    def backed_up(self) -> Path:
        return back_up(self.data, self.base / "copy.zip")[0]


class BackupTest(BackupCase):
    def test_there_and_back(self) -> None:
        """Into an empty folder all rows and photos come back equal; the database left behind opens."""
        copy = self.backed_up()
        self.assertIsNone(restore(copy, self.base / "new"))
        self.assertEqual(rows(self.base / "new"), rows(self.data))
        self.assertEqual(photos(self.base / "new"), photos(self.data))
        self.assertEqual(len(photos(self.data)), 5)

    def test_a_folder_gets_a_name_with_the_date(self) -> None:
        file, said = back_up(self.data, self.base)
        self.assertRegex(file.name, r"^jug-mingle-\d{4}-\d\d-\d\d\.zip$")
        self.assertEqual((said.of, said.rows["job"], len(said.photos)), ("everything", 1, 5))
        with self.assertRaisesRegex(DataRefusedError, "there already"):
            back_up(self.data, self.base)

    def test_over_other_work(self) -> None:
        """What was there is kept beside, whole; the folder is as the archive."""
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
        """An archive is made beside a writer, of one moment; a restore is refused while the program has it
        open."""
        database = open_database(self.data)
        self.addCleanup(database.close)
        with database.write.begin() as session:
            add_job(session, name="In the log")
        copy = self.backed_up()
        self.assertEqual(restore(copy, self.base / "new"), None)
        self.assertIn("In the log", [row[0] for row in self.jobs(self.base / "new")])
        with self.assertRaisesRegex(DataRefusedError, "stop the program first"):
            restore(copy, self.data)
        with database.read() as session:
            self.assertEqual(len(job_rows(session)), 2)

    def jobs(self, folder: Path) -> list[tuple[str]]:
        with closing(sqlite3.connect(folder / NAME)) as connection:
            return connection.execute("SELECT name FROM job").fetchall()

    def test_nothing_half_made(self) -> None:
        """Where a photo is gone or damaged there is no archive, and no remains of one."""
        with self.assertRaisesRegex(DataRefusedError, "no jug-mingle.db"):
            back_up(self.base / "nowhere", self.base / "copy.zip")
        photo = next((self.data / "photos").glob("*.original"))
        photo.write_bytes(b"damaged")
        with self.assertRaisesRegex(DataRefusedError, "damaged"):
            back_up(self.data, self.base / "copy.zip")
        photo.unlink()
        with self.assertRaisesRegex(DataRefusedError, "is gone"):
            back_up(self.data, self.base / "copy.zip")
        with self.assertRaisesRegex(NotFoundError, "no job 7"):
            export_job(self.data, 7, self.base / "job.zip")
        self.assertEqual(sorted(one.name for one in self.base.iterdir()), ["data"])
        self.assertEqual([one.name for one in self.data.glob("archive-*")], [])

    def test_cut_off_anywhere(self) -> None:
        """A restore that is cut off at any of its steps leaves the old rows or the new ones, and opens."""
        copy = self.backed_up()
        new = rows(self.data)
        with closing(sqlite3.connect(self.data / NAME)) as connection, connection:
            connection.execute("UPDATE job SET name = 'Later'")
        old = rows(self.data)
        for step in ("_copy", "_put_aside", "_settle", "open_database", "into_one_file"):
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
        """The commands say what they would do, ask, and say in a line what they did, or why not."""

        def run(*words: str, said: str = "") -> subprocess.CompletedProcess[str]:
            line = [sys.executable, "-m", "jug_mingle.cli", *words]
            return subprocess.run(line, capture_output=True, text=True, timeout=600, check=False, input=said)

        copy, new, job = (str(self.base / name) for name in ("copy.zip", "new", "job.zip"))
        made = run("backup", copy, "--data", str(self.data))
        self.assertEqual((made.returncode, made.stderr), (0, ""))
        self.assertIn("5 photos", made.stdout)
        asked = run("restore", copy, "--data", new, said="n\n")
        self.assertEqual(asked.returncode, 1)
        self.assertIn("holds 1 job", asked.stdout)
        self.assertFalse((Path(new) / NAME).exists())
        self.assertEqual(run("restore", copy, "--data", new, said="y\n").returncode, 0)
        again = run("backup", copy, "--data", str(self.data))
        self.assertEqual((again.returncode, len(again.stderr.splitlines())), (1, 1))
        self.assertEqual(run("export", "1", job, "--data", new).returncode, 0)
        refused = run("restore", job, "--data", new, "--yes")
        self.assertIn("`import` brings it in", refused.stderr)
        brought = run("import", job, "--data", new, "--yes")
        self.assertIn("it will stand twice", brought.stdout)
        self.assertEqual(len(rows(Path(new))["job"]), 2)


class FolderBackupTest(BackupCase):
    """Backups of earlier releases, which were folders, come back as well."""

    def test_there_and_back(self) -> None:
        copy = folder_backup(self.data, self.base / "copy")
        self.assertEqual(verify(copy).photos, 5)
        restore(copy, self.base / "new")
        self.assertEqual(rows(self.base / "new"), rows(self.data))
        self.assertEqual(photos(self.base / "new"), photos(self.data))

    def test_damaged(self) -> None:
        """One byte, one file, one line of the list: whatever is wrong is found before anything is touched."""
        copy = folder_backup(self.data, self.base / "copy")
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
            ("photo not listed", lambda c: self.relist(c, {}, without=f"photos/{photo}")),
        ):
            with self.subTest(name):
                spoilt = self.base / f"spoilt {name}"
                shutil.copytree(copy, spoilt)
                spoil(spoilt)
                with self.assertRaises(DataRefusedError):
                    restore(spoilt, self.data)
                self.assertEqual((rows(self.data), photos(self.data)), before)

    def relist(self, copy: Path, more: dict[str, str], without: str = "") -> None:
        body = json.loads((copy / "backup.json").read_text())
        body["files"] = {name: said for name, said in {**body["files"], **more}.items() if name != without}
        (copy / "backup.json").write_text(json.dumps(body))
