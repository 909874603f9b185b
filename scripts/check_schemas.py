"""Every route against its own document: made-up requests, and no answer that is a fault or is not documented.

`make schemas`, or `make schemas ARGS=50` for so many requests a route. Runs a demo of its own in a folder of
its own.
"""

import subprocess
import sys
import tempfile
from pathlib import Path

from tests.api.support import copy_demo
from tests.browser.support import Server

# A fault is a 500, which no route documents; 503 is said by a device in trouble, and documented.
CHECKS = "status_code_conformance,content_type_conformance,response_schema_conformance"
NO_END = r"/(events|stream|archive|restore|demo)$"
"""Streams that go on for ever, and what replaces the whole record while others are asked."""


def main() -> int:
    """Run the checks and return their exit code."""
    many = sys.argv[1] if len(sys.argv) > 1 else "8"
    with tempfile.TemporaryDirectory() as folder, Server(copy_demo(Path(folder) / "data")) as server:
        command = [
            str(Path(sys.executable).with_name("st")), "run", f"{server.address}/openapi.json", "--checks",
            CHECKS,
            "--phases", "fuzzing", "--max-examples", many, "--exclude-path-regex", NO_END, "--workers", "2",
            "--request-timeout", "60", "--seed", "7", "--generation-database", "none",
            "--continue-on-failure",
        ]  # fmt: skip
        return subprocess.run(command, check=False).returncode


if __name__ == "__main__":
    sys.exit(main())
