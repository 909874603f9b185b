"""What the program says of itself: every address, what it takes and within which bounds, as the committed
document."""

import json
import unittest
from pathlib import Path

from jug_mingle.api.app import create_app
from jug_mingle.api.context import COMPUTES
from jug_mingle.api.nouns import marked
from jug_mingle.settings import Settings

COMMITTED = Path(__file__).parents[2] / "docs" / "openapi.json"


class OpenAPITest(unittest.TestCase):
    def test_document_is_committed(self) -> None:
        """docs/openapi.json says it: no bound, default or word changes unseen (`make api` writes it anew)."""
        said = json.loads(json.dumps(create_app(Settings(data=Path("nowhere"))).openapi()))
        self.assertEqual(said, json.loads(COMMITTED.read_text()))

    def test_pages_know_what_computes(self) -> None:
        """Pages ask those routes anew that change nothing, and keep what was said to all others (`make
        api`)."""
        known = json.loads((COMMITTED.parents[1] / "web" / "src" / "api" / "computing.json").read_text())
        self.assertEqual(known, sorted(route.path for route in marked(COMPUTES)))
