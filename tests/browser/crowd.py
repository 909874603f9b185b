"""A job and a shelf as they are after years: sixty colours, forty jugs, twelve pieces, two hundred tins."""

from pathlib import Path
from typing import Any

import numpy as np
from fastapi.testclient import TestClient

from jug_mingle.cli import demo_app

COLOURS, JUGS, PIECES, TINS = 60, 40, 12, 200


def grow(client: Any) -> None:
    """Give the demo's job 60 colours, 40 jugs and 12 pieces."""
    rng = np.random.default_rng(5)
    job = client.get("/api/jobs/1").json()
    targets = []
    for number in range(len(job["targets"]), COLOURS):
        r, g, b = rng.integers(40, 230, 3)
        colour = {"source": "text", "text": f"#{r:02x}{g:02x}{b:02x}"}
        made = client.post("/api/jobs/1/targets", json={"name": f"colour {number}", "colour": colour})
        targets.append(made.json()["id"])
    tins = [tin["key"] for tin in client.get("/api/shelf").json() if tin["kind"] == "chalk_paint"]
    for number in range(len(job["mixes"]), JUGS):
        chosen = rng.choice(tins, 3, replace=False)
        pours = [{"material": str(key), "parts": n + 1, "ml": 50.0 * (n + 1)} for n, key in enumerate(chosen)]
        body = {"name": f"mix {number}", "target_id": targets[number], "batch": 300.0, "pours": pours}
        client.post("/api/jobs/1/mixes", json=body).raise_for_status()
    for number in range(len(job["pieces"]), PIECES):
        client.post(
            "/api/jobs/1/pieces", json={"name": f"piece {number}", "form": "chest"}
        ).raise_for_status()


def fill(client: Any) -> None:
    """Put as many tins on the shelf as make two hundred, as a table brings them."""
    rng = np.random.default_rng(7)
    there = len(client.get("/api/shelf").json())
    rows = ["name,kind,left_ml,hex"]
    for number in range(there, TINS):
        r, g, b = rng.integers(70, 240, 3)
        rows.append(
            f"Pot {number} of long remembered trade,chalk_paint,{100 + number},#{r:02x}{g:02x}{b:02x}"
        )
    client.post("/api/shelf/table", content="\n".join(rows).encode()).raise_for_status()


def crowd(data: Path, address: str) -> None:
    """Do both in a data folder of the demo, so that `address` may ask."""
    with TestClient(demo_app(data), base_url=address) as client:
        grow(client)  # first: each jug is predicted by all tins that there are
        fill(client)
