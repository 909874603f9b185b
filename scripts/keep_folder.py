"""Keep a data folder of today for the tests: every later release must open it. For each revision the demo as
it is once somebody has worked in it, and the archive of that job.

Photos go to the folder that all kept ones share, since they are named by their hash.
"""

import shutil
import tempfile
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from jug_mingle.cli import demo_app, prepare_demo
from jug_mingle.services.archives import archive
from jug_mingle.store.database import NAME, copy_database, revisions

FOLDERS = Path(__file__).parents[1] / "tests" / "store" / "folders"
OWN = "http://127.0.0.1:8417"


class Worker:
    """Works in the demo as a painter does, by the program's own routes; any refusal ends it."""

    def __init__(self, client: TestClient) -> None:
        self.client = client

    def send(self, method: str, path: str, body: Any = None) -> Any:
        """Send a request, and return what was answered."""
        answer = self.client.request(method, f"/api/{path}", json=body)
        if answer.status_code >= 300:
            raise SystemExit(f"{method} {path}: {answer.status_code} {answer.text[:400]}")
        return answer.json() if answer.content else None

    def work(self) -> None:
        """Use all that a migration may have to move: survey, ticked plan, motif, strip, rest, choice, boards,
        entry."""
        job = self.send("GET", "jobs/1")
        piece, mixes = job["pieces"][0], job["mixes"]
        self.send("PUT", f"pieces/{piece['id']}/survey", {
            "parts": {"": {"layers": 1}, "top": {"treatment": "sand", "damage": ["dents", "stains"]}},
            "causes": ["nails"], "unknown": ["bleeds"], "lead": "none", "interiors": "feed", "deliver": True,
        })  # fmt: skip
        self.send("PUT", "hours", {"week": {"sat": [{"start": "09:00", "end": "13:00"}],
                                            "wed": [{"start": "18:00", "end": "21:00"}]},
                                            "zone": "UTC"})  # fmt: skip
        plan = self.send("POST", "jobs/1/plan")
        first = [step["key"] for step in plan["steps"] if not step["done"]]
        self.send("POST", "jobs/1/steps/done", {"step": plan["now"]["key"] if plan["now"] else first[0]})
        again = self.send("POST", "jobs/1/steps/done", {"step": first[6], "before_too": True, "minutes": 12})
        self.send("POST", "jobs/1/steps", {"title": "Tea for two", "minutes": 10, "after": first[6]})
        last = [step for step in again["steps"] if not step["done"] and step["may_drop"]][-1]
        self.send("POST", "jobs/1/steps/drop", {"step": last["key"]})
        motif = self.send(
            "POST", "jobs/1/motifs/cut", {"name": "Jug, cut", "photo_id": job["photos"][0]["id"]}
        )
        layers = job["looks"][0]["layers"]
        stencil = {"kind": "stencil", "colours": layers[0]["colours"][:1], "zones": ["front"],
                   "layout": {"motif": f"own:{motif['id']}", "width": 0.06, "height": 0.06}}  # fmt: skip
        look = self.send("POST", "jobs/1/looks", {"name": "With a jug", "layers": [*layers, stencil]})
        self.send("PUT", f"pieces/{piece['id']}/look", {"look_id": look["id"]})
        self.send("POST", f"pieces/{piece['id']}/duplicate")
        batch = self.send("POST", f"mixes/{mixes[0]['id']}/batches", {})
        for place, pour in enumerate(mixes[0]["recipe"]["pours"]):
            self.send("POST", f"batches/{batch['id']}/pours",
                      {"place": place, "material": pour["material"], "ml": pour["ml"],
                      "how": "eye"})  # fmt: skip
        self.send("POST", f"batches/{batch['id']}/strip-painted")
        self.send(
            "POST",
            f"batches/{batch['id']}/strips",
            {"colour": {"source": "text", "text": mixes[0]["recipe"]["hex"]}, "anyway": True},
        )
        made = mixes[0]["recipe"]["pours"]
        self.send("POST", "jobs/1/mixes", {
            "name": "From the rest", "batch": 100.0, "target_id": None,
            "pours": [{"material": p["material"], "parts": p["parts"],
                "ml": p["ml"] * 100.0 / mixes[0]["batch"]}
                      for p in made],
            "from_batches": [{"batch_id": batch["id"], "ml": 60.0}],
        })  # fmt: skip
        self.send("POST", "jobs/1/strips", {
            "colour": {"source": "text", "text": "#6b5a45"}, "material": made[0]["material"],
            "board": "Offcut A", "ground": "oak", "coats": 2,
        })  # fmt: skip
        looks = [look["id"] for look in self.send("GET", "jobs/1")["looks"]][:2]
        choice = self.send("POST", "jobs/1/choices", {"piece_id": piece["id"], "look_ids": looks})
        self.send("PUT", f"choices/{choice['id']}/answer", {"look_id": looks[0], "words": "The first."})
        self.send(
            "POST", "jobs/1/entries", {"kind": "work", "words": "Sanded the top", "minutes": 35, "grit": 180}
        )
        self.send("POST", "preparations", {"title": "Thin wash of mine", "parts": [
            {"material": made[0]["material"], "parts": 1},
            {"material": "tap-water", "parts": 2}]})  # fmt: skip


def keep(name: str, folder: Path) -> Path:
    """Keep the database of a folder, with what photos nobody kept yet."""
    kept = FOLDERS / name
    shutil.rmtree(kept, ignore_errors=True)
    kept.mkdir(parents=True)
    copy_database(folder / NAME, kept / NAME)
    for photo in (folder / "photos").iterdir():
        if not (FOLDERS / "photos" / photo.name).exists():
            shutil.copy(photo, FOLDERS / "photos" / photo.name)
            print(f"new photo {photo.name}")
    print(f"kept {name}")
    return kept


def main() -> None:
    revision = revisions()[-1]
    with tempfile.TemporaryDirectory() as made:
        folder = Path(made)
        prepare_demo(folder, said=print)
        with TestClient(demo_app(folder), base_url=OWN) as client:
            Worker(client).work()
        kept = keep(f"{revision}-used", folder)
        archive(folder, kept / "archive.zip", job_id=1)


if __name__ == "__main__":
    main()
