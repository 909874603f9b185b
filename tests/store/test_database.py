"""The database file: migrations, foreign keys, times and writers that wait."""

import sqlite3
import tempfile
import threading
import unittest
from datetime import UTC, datetime
from pathlib import Path

from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError

from jug_mingle.store.database import open_database
from jug_mingle.store.models import JobRow, MaterialRow, PhotoRow, Row


class DatabaseTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.database = open_database(self.folder)
        self.addCleanup(self.database.close)

    def test_migrations_make_the_models(self) -> None:
        """What the migrations build is what the models say, and opening again changes nothing."""
        with self.database.engine.connect() as connection:
            self.assertEqual(compare_metadata(MigrationContext.configure(connection), Row.metadata), [])
        open_database(self.folder).close()
        self.assertEqual([f.name for f in self.folder.glob("*.before-*")], [])

    def test_copy_before_a_migration(self) -> None:
        """A database of an older revision is copied beside itself before it is changed."""
        self.database.close()
        with sqlite3.connect(self.folder / "jug-mingle.db") as file:
            for table in reversed(Row.metadata.sorted_tables):
                file.execute(f"DROP TABLE {table.name}")
            file.execute("UPDATE alembic_version SET version_num = '0000'")
        file.close()
        with self.assertRaisesRegex(Exception, "0000"):
            open_database(self.folder)
        self.assertEqual(len(list(self.folder.glob("jug-mingle.before-*.db"))), 1)

    def test_pragmas(self) -> None:
        with self.database.engine.connect() as connection:
            self.assertEqual(connection.execute(text("PRAGMA journal_mode")).scalar(), "wal")
            self.assertEqual(connection.execute(text("PRAGMA foreign_keys")).scalar(), 1)

    def test_constraints(self) -> None:
        """Rows that contradict the rules are refused by the database itself."""
        for row in (
            MaterialRow(key="a", name="A", kind="chalk_paint", left_ml=-1.0),
            PhotoRow(job_id=99, name="p", sha256="0", media_type="image/png", width=1, height=1),
        ):
            with self.subTest(type(row).__name__), self.assertRaises(IntegrityError), self.database.write.begin() as s:
                s.add(row)

    def test_times_come_back_in_utc(self) -> None:
        at = datetime(2026, 3, 1, 12, 30, tzinfo=UTC)
        with self.database.write.begin() as session:
            session.add(JobRow(name="j", piece={}, created=at))
        with self.database.read() as session:
            row = session.get(JobRow, 1)
            assert row is not None
            self.assertEqual(row.created, at)

    def test_writers_wait_for_each_other(self) -> None:
        """Eight writers that each read, then write, all get through and lose nothing."""
        with self.database.write.begin() as session:
            session.add(MaterialRow(key="a", name="A", kind="chalk_paint", left_ml=0.0))

        def pour() -> None:
            for _ in range(10):
                with self.database.write.begin() as session:
                    row = session.get(MaterialRow, 1)
                    assert row is not None
                    row.left_ml += 1.0

        threads = [threading.Thread(target=pour) for _ in range(8)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        with self.database.read() as session:
            row = session.get(MaterialRow, 1)
            assert row is not None
            self.assertEqual(row.left_ml, 80.0)
