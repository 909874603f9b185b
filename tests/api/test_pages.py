"""The built pages: files as they are, every place the first page, nothing from outside the folder."""

import tempfile
import unittest
from pathlib import Path
from unittest.mock import patch

from fastapi.testclient import TestClient

from jug_mingle.api.app import create_app
from jug_mingle.settings import Settings
from tests.api.support import OWN


class PagesTest(unittest.TestCase):
    client: TestClient

    @classmethod
    def setUpClass(cls) -> None:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        pages = folder / "pages"
        (pages / "assets").mkdir(parents=True)
        (pages / "index.html").write_text("<title>first page</title>")
        (pages / "jug.svg").write_text("<svg/>")
        (pages / "assets" / "a-1f.js").write_text("let a = 1\n" * 200)
        (folder / "secret.txt").write_text("secret")
        with patch("jug_mingle.api.app.pages_folder", return_value=pages):
            cls.client = TestClient(create_app(Settings(data=folder / "data")), base_url=OWN)

    def test_files(self) -> None:
        """A file is itself; what has a hash in its name may be kept for ever, and travels packed."""
        self.assertEqual(self.client.get("/jug.svg").text, "<svg/>")
        asset = self.client.get("/assets/a-1f.js")
        self.assertIn("immutable", asset.headers["cache-control"])
        self.assertEqual(asset.headers["content-encoding"], "gzip")

    def test_places(self) -> None:
        """A place in the pages is the first page, asked for anew each time, also by a name too long for a
        file."""
        for path in ("", "mingle", "bench/7", "x" * 300):
            with self.subTest(path[:10]):
                found = self.client.get(f"/{path}")
                self.assertIn("first page", found.text)
                self.assertEqual(found.headers["cache-control"], "no-cache")

    def test_nothing_else(self) -> None:
        """No file beside the folder is given out; what is no address of the API is said to be none."""
        self.assertNotIn("secret", self.client.get("/..%2fsecret.txt").text)
        self.assertEqual(self.client.get("/api/nowhere").status_code, 404)
