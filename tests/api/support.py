"""A program with its own demo data, and small photos, for API and browser tests."""

import atexit
import fcntl
import io
import os
import shutil
import sqlite3
import tempfile
import time
import unittest
from contextlib import closing
from datetime import datetime, timedelta
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from fastapi.testclient import TestClient
from PIL import Image

from jug_mingle.cli import demo_app, prepare_demo
from jug_mingle.core.marked import plain
from jug_mingle.services.shelf_fit import renew_fit
from jug_mingle.store.database import NAME as DATABASE
from jug_mingle.store.database import open_database

OWN = "http://127.0.0.1:8417"
"""The address by which a program's own pages reach it."""


DEMO = "TEST_DEMO"
"""Names, in the environment, a folder in which the processes of one run share the demo that the first of them
made."""


@cache
def _made_once() -> Path:
    """Return prepared demo data, with the fit of its shelf kept, so that no test has to make that again."""
    shared = os.environ.get(DEMO)
    folder = Path(shared or tempfile.mkdtemp())
    if not shared:
        atexit.register(shutil.rmtree, folder, ignore_errors=True)
    made = folder / "demo"
    with (folder / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not made.exists():
            making = folder / "making"
            prepare_demo(making)
            database = open_database(making)
            with database.read() as session:
                renew_fit(session)
            database.close()
            making.rename(made)
    return made


def copy_demo(folder: Path) -> Path:
    """Put fresh demo data into a folder; they are made once a run and copied from then on, with the timers as
    they were then: on a slow machine a run takes longer than paint dries, and what rings stands in the
    way."""
    made = _made_once()
    shutil.copytree(made, folder, dirs_exist_ok=True)
    since = timedelta(seconds=time.time() - (made / DATABASE).stat().st_mtime)
    with closing(sqlite3.connect(folder / DATABASE)) as database:
        for number, ends in database.execute("SELECT id, ends FROM timer").fetchall():
            later = (datetime.fromisoformat(ends) + since).isoformat(" ", "microseconds")
            database.execute("UPDATE timer SET ends = ? WHERE id = ?", (later, number))
        database.commit()
    return folder


class DemoCase(unittest.TestCase):
    """Tests on fresh demo data, one copy a class."""

    client: TestClient
    folder: Path

    @classmethod
    def setUpClass(cls) -> None:
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        copy_demo(cls.folder)
        cls.client = cls.enterClassContext(TestClient(demo_app(cls.folder), base_url=OWN))

    def job(self, light: str = "window") -> dict[str, Any]:
        found: dict[str, Any] = self.client.get("/api/jobs/1", params={"light": light}).json()
        return found

    def refused(self, response: Any, status: int, words: str) -> None:
        """Check that an answer is a refusal in the one shape."""
        self.assertEqual(response.status_code, status, response.text)
        body = response.json()
        self.assertEqual(set(body), {"detail", "fields"})
        self.assertIn(words, plain(body["detail"]))


class FreshCase(DemoCase):
    """Tests on fresh demo data, one copy each."""

    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.client = self.enterContext(TestClient(demo_app(copy_demo(folder)), base_url=OWN))


def photo(kind: str = "JPEG", size: tuple[int, int] = (80, 60)) -> bytes:
    """Return a photo, grey paper on the left half, blue-green on the right."""
    pixels = np.zeros((size[1], size[0], 3), dtype=np.uint8)
    pixels[:, : size[0] // 2] = (190, 180, 160)
    pixels[:, size[0] // 2 :] = (60, 110, 100)
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, kind, quality=95)
    return out.getvalue()


WHITE: dict[str, Any] = {"shape": "spot", "x": 20, "y": 30, "radius": 6}
COLOUR: dict[str, Any] = {"shape": "box", "left": 50, "top": 10, "right": 70, "bottom": 50}


def from_photo(photo_id: int, area: dict[str, Any], lighting: dict[str, Any] | None = None) -> dict[str, Any]:
    """Return a colour of a photo as it is sent."""
    return {"source": "photo", "photo_id": photo_id, "area": area, "lighting": lighting or {"method": "none"}}
