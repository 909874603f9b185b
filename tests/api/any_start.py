"""Where a sequence of writes begins: a small job under way, kept in folders that each sequence copies."""

import atexit
import shutil
import tempfile
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any, Final

from fastapi import FastAPI
from fastapi.testclient import TestClient

from jug_mingle.api.app import create_app
from jug_mingle.services.archives import archive
from jug_mingle.settings import Settings
from tests.api.support import OWN, photo

WEEK: Final = {
    "week": {"sat": [{"start": "09:00", "end": "17:00"}], "wed": [{"start": "18:00", "end": "21:00"}]}
}


WORN: Final = {
    "box": [{"kind": "paint", "colours": ["mix:1"], "coats": 2, "way": "spray"},
            {"kind": "wax", "colours": ["brown wax"]}],
    "table": [{"kind": "paint", "colours": ["mix:1"], "coats": 2, "zones": ["top"]}],
    "bedside": [{"kind": "ornament", "colours": ["mix:1"], "coats": 2, "zones": ["front"]},
                {"kind": "paint", "colours": ["mix:1"], "coats": 2, "zones": ["hardware"]}],
}  # fmt: skip
"""What is painted, and the look that it wears: a sequence begins with one of them."""


def begun(client: TestClient, form: str) -> None:
    """Begin a small job: two tins, a colour, a jug that is poured, a piece and its look, hours, a plan."""

    def send(method: str, path: str, body: Any) -> Any:
        answer = client.request(method, f"/api/{path}", json=body)
        assert answer.status_code < 300, f"{path}: {answer.text}"
        return answer.json()

    if not client.get("/api/jobs").json():
        send("POST", "jobs", {"name": "Hall box"})
    tins = [
        send("POST", "shelf",
            {"name": name, "kind": "chalk_paint", "left_ml": 900, "price": 20.0, "colour": colour})
        for name, colour in (
            ("White", {"source": "text", "text": "#f4f2ea"}), ("Blue", {"source": "text", "text": "#2c4f86"}),
        )
    ]  # fmt: skip
    target = send("POST", "jobs/1/targets", {"name": "Sky", "colour": {"source": "text", "text": "#8fa9c9"}})
    pours = [{"material": tin["key"], "parts": 1, "ml": 60.0} for tin in tins]
    send(
        "POST", "jobs/1/mixes", {"name": "Sky jug", "batch": 120.0, "target_id": target["id"], "pours": pours}
    )
    piece = send("POST", "jobs/1/pieces", {"name": "It", "form": form})
    look = send("POST", "jobs/1/looks", {"name": "Sky", "layers": WORN[form]})
    send("PUT", f"pieces/{piece['id']}/look", {"look_id": look["id"]})
    send("POST", "jobs/1/looks", {"name": "Other", "layers": WORN["table"]})
    if form == "bedside":
        send("PUT", f"pieces/{piece['id']}/hardware", {"act": "paint"})
    send("POST", "mixes/1/batches", {})
    for place, pour in enumerate(pours):
        send("POST", "batches/1/pours", {"place": place, "material": pour["material"], "ml": pour["ml"]})
    send("PUT", "hours", {**WEEK, "zone": "UTC"})
    send("POST", "jobs/1/plan", None)
    client.post("/api/jobs/1/photos", params={"name": "Before"}, content=photo())


@dataclass(frozen=True)
class Ready:
    """A program on a folder that each sequence finds as `begun` left it, which is kept beside it, with its
    archive."""

    app: FastAPI
    folder: Path
    kept: dict[str, Path]
    archive: bytes

    @classmethod
    @cache
    def made(cls) -> "Ready":
        """Make it once."""
        made = Path(tempfile.mkdtemp(prefix="any-order-"))
        atexit.register(shutil.rmtree, made, ignore_errors=True)
        folder, packed = made / "data", made / "job.zip"
        # What a demo is, is tested elsewhere.
        app = create_app(Settings(data=folder), make_demo=lambda into: into.write_bytes(packed.read_bytes()))
        kept = {form: made / form for form in WORN}
        for form in WORN:
            with TestClient(app, base_url=OWN) as client:
                begun(client, form)
            folder.rename(kept[form])
        archive(kept["box"], packed, job_id=1)
        return cls(app=app, folder=folder, kept=kept, archive=packed.read_bytes())

    def open(self, form: str) -> TestClient:
        """Return a program that has not begun yet, on the folder as it was; what still ends has its own
        beside it."""
        copy = Path(tempfile.mkdtemp(dir=self.folder.parent)) / "data"
        shutil.copytree(self.kept[form], copy)
        self.folder.unlink(missing_ok=True)
        self.folder.symlink_to(copy)
        return TestClient(self.app, base_url=OWN, raise_server_exceptions=False)
