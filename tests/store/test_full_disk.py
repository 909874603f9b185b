"""A disk that is really full: a small one of memory, where it may be mounted; nothing is half written, all is
said."""

import shutil
import subprocess
import tempfile
import unittest
from pathlib import Path

from fastapi.testclient import TestClient

from jug_mingle.cli import demo_app
from jug_mingle.errors import DataRefusedError
from jug_mingle.services.in_use import in_use
from tests.api.support import OWN, copy_demo, photo
from tests.services.test_backup import rows


class FullDiskTest(unittest.TestCase):
    def setUp(self) -> None:
        base = Path(self.enterContext(tempfile.TemporaryDirectory()))
        made = copy_demo(base / "demo")
        size = sum(file.stat().st_size for file in made.rglob("*") if file.is_file())
        self.disk = base / "disk"
        self.disk.mkdir()
        mount = ["mount", "-t", "tmpfs", "-o", f"size={size // 1024 + 3000}k", "tmpfs", str(self.disk)]
        if not shutil.which("mount") or subprocess.run(mount, capture_output=True, check=False).returncode:
            self.skipTest(
                "no disk may be mounted here: the answers to a full one are held by tests/api/test_failures"
            )
        self.addCleanup(subprocess.run, ["umount", "-l", str(self.disk)], check=False)
        self.data = self.disk / "data"
        shutil.copytree(made, self.data)

    def fill(self) -> Path:
        """Take all the room that is left."""
        filler = self.disk / "filler"
        with filler.open("wb") as out:
            try:
                while True:
                    out.write(b"\0" * 65536)
                    out.flush()
            except OSError:
                pass
        return filler

    def test_said_and_nothing_half_written(self) -> None:
        with TestClient(demo_app(self.data), base_url=OWN) as client:
            client.get("/api/jobs/1")
            filler = self.fill()
            files = sorted(file.name for file in (self.data / "photos").iterdir())
            with self.assertLogs("jug_mingle", "ERROR"):
                refused = client.post(
                    "/api/jobs/1/photos", params={"name": "x"}, content=photo(size=(900, 700))
                )
            self.assertEqual(refused.status_code, 507, refused.text)
            self.assertEqual(set(refused.json()), {"detail", "fields"})
            self.assertEqual(sorted(file.name for file in (self.data / "photos").iterdir()), files)
            # What lies in the log's own room may still go in.
            notes = ({"notes": f"{number} {'x' * 3900}"} for number in range(400))
            answer = next(
                one for one in (client.patch("/api/jobs/1", json=note) for note in notes) if one.is_error
            )
            self.assertEqual(answer.status_code, 507, answer.text)
            self.assertIn("the disk is full: nothing was changed", answer.json()["detail"])
            self.assertEqual(client.get("/api/jobs/1").status_code, 200)
            filler.unlink()
            self.assertEqual(client.post("/api/jobs", json={"name": "Room again"}).status_code, 201)
        self.assertIn("Room again", str(rows(self.data)["job"]))

    def test_a_start(self) -> None:
        """A start on a full disk is refused in a line, or goes; what is there stays as it is."""
        before = rows(self.data)
        filler = self.fill()
        try:
            with in_use(self.data) as at:
                at("http://127.0.0.1:1")
        except (DataRefusedError, OSError) as error:
            self.assertTrue(str(error))
        filler.unlink()
        self.assertEqual(rows(self.data), before)
