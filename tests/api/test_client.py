"""A client that another tool makes of docs/openapi.json can call every route, and its calls are answered.

The generator (openapi-python-client, MIT) is run in an environment of its own: it needs other versions than
we do.
"""

import json
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from tests.api.support import copy_demo
from tests.browser.support import Server

ROOT = Path(__file__).parent.parent.parent
UV = Path(sys.executable).with_name("uv")
GENERATOR = ("openapi-python-client==0.29.1", "attrs", "httpx", "python-dateutil")


@unittest.skipUnless(UV.exists(), "no uv here: make test brings it")
class ClientTest(unittest.TestCase):
    def test_every_operation(self) -> None:
        document = ROOT / "docs" / "openapi.json"
        paths = json.loads(document.read_text("utf-8"))["paths"]
        operations = sum(len(ways) for ways in paths.values())
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        server = self.enterContext(Server(copy_demo(folder / "data")))
        needs = [part for name in GENERATOR for part in ("--with", name)]
        said = subprocess.run(
            [UV, "run", "-q", "--no-project", "--isolated", "--python", sys.executable, *needs, "python",
             Path(__file__).with_name("client_of_document.py"), document, folder, server.address],
            capture_output=True, text=True, check=False,
        )  # fmt: skip
        self.assertEqual(said.returncode, 0, said.stdout[-3000:] + said.stderr[-3000:])
        self.assertEqual(int(said.stdout.split()[-1]), operations)

    def test_names(self) -> None:
        """An operation is called by its noun and verb, a schema has a name of its own, every answer is
        said."""
        document = json.loads((ROOT / "docs" / "openapi.json").read_text("utf-8"))
        called = [one["operationId"] for ways in document["paths"].values() for one in ways.values()]
        self.assertEqual(len(set(called)), len(called))
        self.assertFalse([name for name in called if "api" in name.split("_")])
        self.assertFalse([name for name in document["components"]["schemas"] if "__" in name])
        for path, ways in document["paths"].items():
            for method, one in ways.items():
                with self.subTest(path=path, method=method):
                    problem = one["responses"]["4XX"]["content"]["application/json"]["schema"]["$ref"]
                    self.assertTrue(problem.endswith("/Problem"))
                    self.assertNotIn("422", one["responses"])
