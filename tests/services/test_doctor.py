"""A data folder held by one program, and looked through: what is mended, what is only said."""

import subprocess
import sys
import time

from jug_mingle.errors import DataRefusedError
from jug_mingle.services.doctor import look_through
from jug_mingle.services.in_use import in_use, is_held
from tests.services.test_backup import BackupCase, rows


class DoctorTest(BackupCase):
    def states(self, *, mend: bool = True) -> list[str]:
        return [one.state for one in look_through(self.data, mend=mend)]

    def words(self) -> str:
        return " · ".join(one.words for one in look_through(self.data))

    def test_sound(self) -> None:
        before = rows(self.data)
        self.assertEqual(set(self.states()), {"sound"})
        self.assertEqual(rows(self.data), before)

    def test_mended(self) -> None:
        """Working copies are made anew from what was sent, unfinished files go; only looked at, nothing
        changes."""
        photos = self.data / "photos"
        gone, damaged = sorted(file for file in photos.glob("*.jpg") if len(file.stem) == 64)[:2]
        gone.unlink()
        damaged.write_bytes(b"junk")
        (photos / "a.original.part").write_bytes(b"")
        self.assertEqual(self.states(mend=False).count("wrong"), 3)
        self.assertTrue((photos / "a.original.part").exists())
        self.assertEqual(self.states().count("mended"), 3)
        self.assertEqual(set(self.states()), {"sound"})
        self.assertGreater(gone.stat().st_size, 1000)

    def test_what_cannot_be_mended(self) -> None:
        """A photo that was sent and is damaged, a database that is damaged or gone: said, with what to do."""
        original = next((self.data / "photos").glob("*.original"))
        original.write_bytes(b"junk")
        self.assertIn("add the photo once more", self.words())
        database = self.data / "jug-mingle.db"
        whole = database.read_bytes()
        database.write_bytes(whole[:4096] + b"\xff" * (len(whole) - 4096))
        self.assertIn("damaged", self.words())
        database.write_bytes(b"")
        self.assertIn("is empty", self.words())
        database.unlink()
        self.assertIn("no database", self.words())
        self.assertEqual([one.state for one in look_through(self.data / "nowhere")], ["wrong"])


class InUseTest(BackupCase):
    def test_one_at_a_time(self) -> None:
        """A second program is told where the first one is, and touches nothing; the doctor only looks
        meanwhile."""
        with in_use(self.data) as at:
            at("http://127.0.0.1:8417")
            self.assertTrue(is_held(self.data))
            with (
                self.assertRaisesRegex(DataRefusedError, "already, at http://127.0.0.1:8417"),
                in_use(self.data),
            ):
                self.fail("a second one was let in")
            self.assertIn("looked at only", next(look_through(self.data)).words)
        self.assertFalse(is_held(self.data))
        with in_use(self.data):
            pass

    def test_let_go_by_one_that_is_killed(self) -> None:
        code = (
            "import sys, time; from pathlib import Path; from jug_mingle.services.in_use import in_use\n"
            "with in_use(Path(sys.argv[1])): print('held', flush=True); time.sleep(60)"
        )
        process = subprocess.Popen([sys.executable, "-c", code, str(self.data)], stdout=subprocess.PIPE)
        assert process.stdout is not None
        self.assertEqual(process.stdout.readline().strip(), b"held")
        self.assertTrue(is_held(self.data))
        process.kill()
        process.wait()
        process.stdout.close()
        end = time.monotonic() + 10.0
        while is_held(self.data) and time.monotonic() < end:
            time.sleep(0.05)
        self.assertFalse(is_held(self.data))

    def test_a_folder_that_is_none(self) -> None:
        """A file in place of the folder is said in a line."""
        file = self.base / "file"
        file.write_text("x")
        with self.assertRaisesRegex(DataRefusedError, "cannot be written to"), in_use(file):
            self.fail("it was held")
