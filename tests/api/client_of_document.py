"""Run with a generator of clients beside it: makes a client of docs/openapi.json and asks a running program
with it.

Prints how many of its operations it can call, and fails where one is missing or dies. See `test_client.py`.
"""

import importlib
import json
import subprocess
import sys
from pathlib import Path
from typing import Any

FILES = "application/pdf image/png image/svg+xml image/jpeg image/webp application/zip text/calendar".split()
ASKED: dict[str, dict[str, Any]] = {
    "jobs.jobs_list_jobs": {},
    "shelf.shelf_list_families": {},
    "prints.prints_print_mix": {"mix_id": 1, "kind": "label"},
    "looks.looks_look_file": {"look_id": 1},
    "lights.lights_list_lights": {},
    "plans.plans_plan_calendar": {"job_id": 1},
}


def main(document: Path, folder: Path, address: str) -> None:
    """Make the client and call it."""
    settings = folder / "settings.json"
    overrides = dict.fromkeys(FILES, "application/octet-stream")
    settings.write_text(json.dumps({"content_type_overrides": overrides, "post_hooks": []}))
    made = folder / "client"
    command = ["openapi-python-client", "generate", "--path", str(document), "--output-path", str(made)]
    said = subprocess.run([*command, "--config", str(settings)], capture_output=True, text=True, check=True)
    if "WARNING" in said.stdout + said.stderr or "Unable" in said.stdout + said.stderr:
        sys.exit(said.stdout + said.stderr)
    package = next(one.parent for one in made.glob("*/client.py"))
    sys.path.insert(0, str(made))
    modules = [one for one in (package / "api").rglob("*.py") if one.stem != "__init__"]
    for one in modules:
        importlib.import_module(".".join(one.relative_to(made).with_suffix("").parts))
    client = importlib.import_module(f"{package.name}.client").Client(base_url=address)
    for name, values in ASKED.items():
        asked = importlib.import_module(f"{package.name}.api.{name}")
        kinds = importlib.import_module(f"{package.name}.models")
        typed = {key: kinds.PrintsPrintMixKind(one) if key == "kind" else one for key, one in values.items()}
        answer = asked.sync_detailed(client=client, **typed)
        if answer.status_code != 200 or answer.parsed is None:
            sys.exit(f"{name}: {answer.status_code} {answer.content[:200]!r}")
    print(len(modules))


if __name__ == "__main__":
    main(Path(sys.argv[1]), Path(sys.argv[2]), sys.argv[3])
