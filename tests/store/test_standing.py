"""What cannot be opened is refused in one plain line, and not touched."""

import hashlib
import os
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import unittest
from collections.abc import Callable
from contextlib import closing
from pathlib import Path

from jug_mingle.errors import DataRefusedError
from jug_mingle.services.jobs import job_rows
from jug_mingle.store.database import NAME, open_database, revisions
from jug_mingle.store.standing import check_file

FOLDERS = Path(__file__).parent / "folders"


def newer(file: Path) -> None:
    with closing(sqlite3.connect(file)) as connection, connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")


def of_another_program(file: Path) -> None:
    file.unlink()
    with closing(sqlite3.connect(file)) as connection, connection:
        connection.execute("CREATE TABLE songs (name)")


def torn(file: Path) -> None:
    """Overwrite the middle of it."""
    data = bytearray(file.read_bytes())
    data[8192:40960] = os.urandom(32768)
    file.write_bytes(data)


def no_revision(file: Path) -> None:
    with closing(sqlite3.connect(file)) as connection, connection:
        connection.execute("DELETE FROM alembic_version")


def empty(file: Path) -> None:
    file.write_bytes(b"")


def garbage(file: Path) -> None:
    file.write_bytes(b"this is a letter to my aunt" * 400)


def cut(file: Path) -> None:
    file.write_bytes(file.read_bytes()[: file.stat().st_size // 2])


def gone(file: Path) -> None:
    """Photos without their database."""
    (file.parent / "photos").mkdir()
    (file.parent / "photos" / "ab.original").write_bytes(b"x")
    file.unlink()


CASES: tuple[tuple[Callable[[Path], None], str], ...] = (
    (newer, "newer Jug Mingle"), (of_another_program, "half a database"), (torn, "damaged"),
    (no_revision, "half"),
    (empty, "is empty"), (garbage, "is damaged"), (cut, "damaged"), (gone, "is gone"),
)  # fmt: skip


class RefusedTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def spoilt(self, spoil: Callable[[Path], None]) -> Path:
        folder = self.folder / spoil.__name__
        folder.mkdir()
        shutil.copy(FOLDERS / "0007-used" / NAME, folder / NAME)
        spoil(folder / NAME)
        return folder

    def state(self, folder: Path) -> dict[str, str]:
        return {
            str(file.relative_to(folder)): hashlib.sha256(file.read_bytes()).hexdigest()
            for file in sorted(folder.rglob("*"))
            if file.is_file()
        }

    def test_refused_and_not_touched(self) -> None:
        for spoil, words in CASES:
            with self.subTest(spoil.__name__):
                folder = self.spoilt(spoil)
                before = self.state(folder)
                with self.assertRaisesRegex(DataRefusedError, words) as refused:
                    open_database(folder)
                self.assertNotIn("\n", str(refused.exception))
                self.assertEqual(self.state(folder), before)

    def test_the_program_says_it_in_a_line(self) -> None:
        """Started on such a folder, the program leaves with 1 and one line, no traceback."""
        for spoil in (garbage, newer):
            with self.subTest(spoil.__name__):
                folder = self.spoilt(spoil)
                ran = subprocess.run(
                    [sys.executable, "-m", "jug_mingle.cli", "serve", "--data", str(folder), "--port", "0"],
                    capture_output=True, text=True, timeout=600, check=False,
                )  # fmt: skip
                self.assertEqual(ran.returncode, 1)
                self.assertEqual(len(ran.stderr.strip().splitlines()), 1, ran.stderr)
                self.assertIn(str(folder), ran.stderr)

    def test_a_file_for_a_folder(self) -> None:
        file = self.folder / "file"
        file.write_text("x")
        with self.assertRaisesRegex(DataRefusedError, "cannot be used"):
            open_database(file)

    def test_a_log_that_was_left(self) -> None:
        """A database whose program was killed has its newest work in a log beside it: that is read, and
        opened."""
        folder = self.folder / "killed"
        work = (
            "import os, sys; from pathlib import Path; from jug_mingle.store.database import open_database; "
            "from jug_mingle.services.jobs import add_job; d = open_database(Path(sys.argv[1]));\n"
            "with d.write.begin() as s: add_job(s, name='newest')\n"
            "os._exit(0)"
        )
        subprocess.run([sys.executable, "-c", work, str(folder)], check=True, timeout=600)
        self.assertTrue((folder / f"{NAME}-wal").stat().st_size)
        self.assertEqual(check_file(folder / NAME, revisions()), revisions()[-1])
        database = open_database(folder)
        self.addCleanup(database.close)
        with database.read() as session:
            self.assertEqual([job.name for job in job_rows(session)], ["newest"])

    def test_a_start_that_was_cut_off(self) -> None:
        """A first start that is killed leaves nothing that the next one stumbles over."""
        folder = self.folder / "cut"
        folder.mkdir()
        (folder / "jug-mingle.new.db").write_bytes(b"half")
        (folder / "jug-mingle.new.db-wal").write_bytes(b"half")
        open_database(folder).close()
        self.assertEqual(sorted(file.name for file in folder.iterdir()), [NAME])
