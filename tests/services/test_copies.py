"""A copy a day, the last fourteen kept; photos that nothing names any more are cleaned after a month."""

import shutil
import sqlite3
from contextlib import closing
from datetime import date, timedelta
from threading import Event
from unittest.mock import patch

from jug_mingle.services import copies
from jug_mingle.services.copies import clean_photos, keep_copy, keep_daily
from jug_mingle.store.database import NAME, open_database
from tests.services.test_backup import BackupCase, rows

DAY = date(2026, 11, 27)


class CopiesTest(BackupCase):
    def setUp(self) -> None:
        super().setUp()
        shutil.rmtree(self.data / "copies", ignore_errors=True)

    def test_one_a_day_fourteen_in_all(self) -> None:
        """Each is the whole database; a second one the same day is not made."""
        for day in range(20):
            self.assertIsNotNone(keep_copy(self.data, DAY + timedelta(days=day)))
            self.assertIsNone(keep_copy(self.data, DAY + timedelta(days=day)))
        there = copies.copies(self.data)
        self.assertEqual(len(there), 14)
        self.assertEqual(there[0].name, "jug-mingle-2026-12-03.db")
        (self.base / "one").mkdir()
        shutil.copy(there[-1], self.base / "one" / NAME)
        self.assertEqual(rows(self.base / "one"), rows(self.data))

    def test_cut_off(self) -> None:
        """A copy that is cut off takes no name; the next look clears it away and makes it."""
        keep_copy(self.data, DAY)
        with (
            patch("jug_mingle.services.copies.copy_database", side_effect=self.half),
            self.assertRaises(KeyboardInterrupt),
        ):
            keep_copy(self.data, DAY + timedelta(days=1))
        self.assertEqual(len(copies.copies(self.data)), 1)
        keep_copy(self.data, DAY + timedelta(days=1))
        self.assertEqual([one.suffix for one in (self.data / "copies").iterdir()], [".db", ".db"])

    def half(self, _source: object, target: object) -> None:
        with open(str(target), "wb") as opened:
            opened.write(b"SQLite format 3\x00 and no more")
        raise KeyboardInterrupt

    def test_in_the_background(self) -> None:
        """What fails is tried again and ends nothing; a stop ends it."""
        stop = Event()
        with patch("jug_mingle.services.copies.keep_copy", side_effect=OSError("the disk is full")) as asked:
            stop.set()
            keep_daily(self.data, stop)
        self.assertEqual(asked.call_count, 1)
        keep_daily(self.data, stop)
        self.assertEqual(len(copies.copies(self.data)), 1)

    def test_photos(self) -> None:
        """Only what no database, bin or kept copy names goes, and only when a month has gone by."""
        keep_copy(self.data, DAY)
        with closing(sqlite3.connect(self.data / NAME)) as connection:
            hashes = [sha256 for (sha256,) in connection.execute("SELECT sha256 FROM photo ORDER BY id")]
        open_database(self.data).close()
        with closing(sqlite3.connect(self.data / NAME)) as connection, connection:
            connection.execute("UPDATE photo SET removed = '2026-11-01' WHERE id = 1")
            connection.execute("DELETE FROM photo WHERE id IN (2, 3)")
        stray = "f" * 64
        (self.data / "photos" / f"{stray}.original").write_bytes(b"x")
        (self.data / "photos" / f"{stray}.90.jpg").write_bytes(b"x")
        self.assertEqual(clean_photos(self.data, DAY), [])
        self.assertEqual(clean_photos(self.data, DAY + timedelta(days=29)), [])
        self.assertEqual(clean_photos(self.data, DAY + timedelta(days=30)), [stray])
        self.assertEqual(list((self.data / "photos").glob(f"{stray}*")), [])
        (self.data / "copies" / f"jug-mingle-{DAY}.db").unlink()
        self.assertEqual(clean_photos(self.data, DAY + timedelta(days=31)), [])
        self.assertEqual(sorted(clean_photos(self.data, DAY + timedelta(days=61))), sorted(hashes[1:3]))
        self.assertTrue((self.data / "photos" / f"{hashes[0]}.original").exists())

    def test_an_unreadable_copy_keeps_all(self) -> None:
        """Where it cannot be told what is named, nothing is removed."""
        (self.data / "photos" / f"{'f' * 64}.original").write_bytes(b"x")
        clean_photos(self.data, DAY)
        (self.data / "copies").mkdir()
        (self.data / "copies" / "jug-mingle-2026-01-01.db").write_bytes(b"damaged" * 100)
        with self.assertRaisesRegex(OSError, "no photo is removed"):
            clean_photos(self.data, DAY + timedelta(days=99))
