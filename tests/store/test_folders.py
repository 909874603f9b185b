"""Data folders of earlier releases open, keep what is in them, and answer every read."""

import json
import re
import shutil
import sqlite3
import tempfile
import unittest
from contextlib import closing
from pathlib import Path
from typing import Any, ClassVar

from fastapi.testclient import TestClient

from jug_mingle.cli import demo_app, prepare_own
from jug_mingle.store.database import NAME
from tests.api.support import OWN

FOLDERS = Path(__file__).parent / "folders"
RELEASES = sorted(folder.name for folder in FOLDERS.iterdir() if (folder / NAME).exists())
STREAMS = re.compile("/devices/|/events$")
"""What goes on answering until whoever listens leaves; it has its own tests."""

SINCE = re.compile("{choice_id}|{motif_id}|{piece_id}/(layout|stencil)")

KEPT = {
    "job": "name", "material": "key, name, kind, left_ml, full_ml, price", "mix": "name, batch, tool",
    "pour": "mix_id, material_id, parts, ml", "pour_made": "pot_id, material_id, ml",
    "pot": "mix_id, jug, capacity",
    "target": "name, R, noise", "photo": "name, sha256, width, height",
    "piece": "name, spec, grounds, look_id",
    "look": "name, layers", "strip": "mix_id, material_id, R, board, wiped_after",
    "reading": "noise, swatches, coats", "reading_volume": "reading_id, material_id, volume",
}  # fmt: skip
"""Table → what of it must be equal after it was opened by today's program: names, amounts, and what was
read."""


class ReleaseTest(unittest.TestCase):
    """One data folder of each release; photos lie together, since they are named by their hash."""

    ready: ClassVar[Path]
    """Under the name of each release its folder as today's program made it ready."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.ready = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        for release in RELEASES:
            shutil.copytree(FOLDERS / "photos", cls.ready / release / "photos")
            shutil.copy(FOLDERS / release / NAME, cls.ready / release / NAME)
            prepare_own(cls.ready / release)

    def opened(self, release: str) -> Path:
        """Return a folder of a release, made ready."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        shutil.copytree(self.ready / release, folder, dirs_exist_ok=True)
        return folder

    def kept(self, file: Path) -> dict[str, list[Any]]:
        with closing(sqlite3.connect(file)) as connection:
            return {
                table: connection.execute(f"SELECT {columns} FROM {table} ORDER BY id").fetchall()
                for table, columns in KEPT.items()
            }

    def test_there_is_one_of_each_release(self) -> None:
        """Today's revision has its folder, too: the next release must open it."""
        self.assertLessEqual({"0007-demo", "0007-used", "0008-demo", "0016-used"}, set(RELEASES))

    def test_nothing_is_lost(self) -> None:
        """Opened, migrated and filled in, a folder has the rows, names, amounts and readings that it had."""
        for release in RELEASES:
            with self.subTest(release):
                folder = self.opened(release)
                before = self.kept(FOLDERS / release / NAME)
                self.assertEqual(self.kept(folder / NAME), before)
                with closing(sqlite3.connect(folder / NAME)) as connection:
                    without = connection.execute(
                        "SELECT count(*) FROM mix WHERE predicted IS NULL"
                    ).fetchone()[0]
                self.assertEqual(without, 0)

    def test_every_read_answers(self) -> None:
        """Every address that only reads answers with 200, for whatever of it the folder has."""
        for release in RELEASES:
            folder = self.opened(release)
            with TestClient(demo_app(folder), base_url=OWN) as client:
                paths = client.get("/openapi.json").json()["paths"]
                poured = bool(self.kept(folder / NAME)["pot"])
                for path in (
                    path for path, ways in paths.items() if "get" in ways and not STREAMS.search(path)
                ):
                    # Only what was worked in since has choices, motifs of its own, and a layer that was laid
                    # out.
                    if ("{batch_id}" in path and not poured) or (
                        SINCE.search(path) and release < "0016-used"
                    ):
                        continue
                    asked = self.filled(path, self.last_layer(folder))
                    with self.subTest(release=release, path=asked):
                        answer = client.get(asked)
                        self.assertEqual(answer.status_code, 200, answer.text[:200])

    def last_layer(self, folder: Path) -> int:
        """Return the number of the topmost layer that the first piece wears."""
        with closing(sqlite3.connect(folder / NAME)) as connection:
            worn = "SELECT look.layers FROM look JOIN piece ON piece.look_id = look.id WHERE piece.id = 1"
            found = connection.execute(worn).fetchone()
        return len(json.loads(found[0])) - 1 if found else 0

    def filled(self, path: str, layer: int) -> str:
        """Return an address with what the demo has in place of its parts."""
        usual = {
            "key": "mill-pond" if "shelf" in path else "box" if "forms" in path else "tide", "kind": "card",
            "photo_id": "4" if "chart" in path else "1", "pot_id": "1", "reading_id": "1",
        }  # fmt: skip
        if "colours" in path:
            usual["kind"] = "csv"
        asked = re.sub(r"{(\w+)}", lambda part: usual.get(part[1], "1"), path)
        further = {
            "boards/wait": "board=Tea%20on%20oak&target_id=1", "boards.pdf": "board=Tea%20on%20oak",
            "steps/picture": "step=p1.all.photograph",
            "ladder": "first_id=1&second_id=2",
            "way": "first_id=1&second_id=2",
            "/layout.": f"layer={layer}",
            "/stencil.": f"layer={layer}",
        }  # fmt: skip
        return asked + next((f"?{query}" for part, query in further.items() if part in asked), "")

    def test_from_before(self) -> None:
        """What cannot be told any more is marked so, and never guessed; what can be told is said."""
        folder = self.opened("0007-used")
        with TestClient(demo_app(folder), base_url=OWN) as client:
            targets = {one["title"]: one for one in client.get("/api/jobs/1").json()["targets"]}
            how = {title: one["how"] for title, one in targets.items()}
            self.assertEqual(how["jug glaze"], "white_photo")
            self.assertEqual(how["read glaze"], "reader")
            for title in ("typed green", "out of the scheme", "back from a file"):
                self.assertEqual(how[title], "before")
                self.assertIn("from before", targets[title]["sureness"])
            ways = {
                key: [one["how"] for one in client.get(f"/api/shelf/{key}").json()["readings"]]
                for key in ("typed-green", "read-glaze", "mill-pond")
            }
            self.assertIn("from before", ways["typed-green"][0])
            self.assertEqual(ways["read-glaze"], ["colour reader"])
            self.assertEqual(set(ways["mill-pond"][:2]), {"colour reader"})
