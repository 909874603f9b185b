"""The wheel in a fresh environment without Node: installed, it shows the demo with its pages; its notices
ship."""

import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
import tomllib
import unittest
import urllib.request
import zipfile
from pathlib import Path
from typing import ClassVar

from jug_mingle import __version__

ROOT = Path(__file__).parent.parent
UV = Path(sys.executable).with_name("uv")


class VersionTest(unittest.TestCase):
    def test_one_version(self) -> None:
        """Package, program and CHANGELOG say one version; a tag of this commit says it, too."""
        said = tomllib.loads((ROOT / "pyproject.toml").read_text("utf-8"))["project"]["version"]
        newest = re.search(r"^## (\d+\.\d+\.\d+)", (ROOT / "CHANGELOG.md").read_text("utf-8"), re.MULTILINE)
        assert newest is not None
        self.assertEqual((said, newest[1]), (__version__, __version__))
        tags = subprocess.run(
            ["git", "tag", "--points-at", "HEAD"], cwd=ROOT, capture_output=True, text=True, check=False
        )
        for tag in re.findall(r"^v(\d+\.\d+\.\d+)$", tags.stdout, re.MULTILINE):
            self.assertEqual(tag, __version__)


@unittest.skipUnless(UV.exists() and shutil.which("make"), "no uv or make here: make test brings both")
class WheelTest(unittest.TestCase):
    folder: ClassVar[Path]
    wheel: ClassVar[Path]

    @classmethod
    def setUpClass(cls) -> None:
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        subprocess.run(
            ["make", "-s", "wheel", f"DIST={cls.folder}"], cwd=ROOT, check=True, stdout=subprocess.DEVNULL
        )
        cls.wheel = next(cls.folder.glob("*.whl"))

    def test_what_is_in_it(self) -> None:
        """The pages, the fonts, the data and the notices are in it; no test, no source of the pages."""
        with zipfile.ZipFile(self.wheel) as packed:
            names = packed.namelist()
            notices = packed.read("jug_mingle/NOTICES.txt").decode()
        for part in (
            "web_dist/index.html formats/fonts/NotoSans-Bold.ttf core/data/techniques.csv LICENSE"
        ).split():
            self.assertTrue(any(name.endswith(part) for name in names), part)
        self.assertFalse([name for name in names if name.startswith(("tests", "web/", "bench"))])
        for name in (
            "fastapi", "numpy", "ortools", "vue@", "bootstrap@", "NotoSans-Regular.ttf", "MIT License",
            "Apache",
        ):  # fmt: skip
            self.assertIn(name, notices)

    def test_installed(self) -> None:
        """Installed alone, `jug-mingle demo` serves its pages and its work."""
        home = self.folder / "home"
        python = self.folder / "env" / "bin" / "python"
        subprocess.run([UV, "venv", "-q", "--python", sys.executable, self.folder / "env"], check=True)
        subprocess.run([UV, "pip", "install", "-q", "--python", python, self.wheel], check=True)
        program = python.with_name("jug-mingle")
        bare = {"PATH": str(python.parent), "HOME": str(home), "LANG": "C.UTF-8", "PYTHONUNBUFFERED": "1"}
        node = shutil.which("node", path=bare["PATH"])
        self.assertIsNone(node)
        said = self.folder / "said"
        with said.open("w") as out:
            process = subprocess.Popen(
                [program, "demo", "--port", "0", "--data", self.folder / "data"], stdout=out, stderr=out,
                cwd=self.folder,
                env=bare | {name: os.environ[name] for name in ("OPENBLAS_CORETYPE",) if name in os.environ},
            )  # fmt: skip
        self.addCleanup(process.wait)
        self.addCleanup(process.kill)
        address = self.address(process, said)
        page = urllib.request.urlopen(address, timeout=600).read().decode()
        script = re.search(r'src="(/assets/[^"]+\.js)"', page)
        assert script is not None
        self.assertGreater(len(urllib.request.urlopen(address + script[1], timeout=600).read()), 10_000)
        self.assertIn(
            b"Card-catalogue cabinet", urllib.request.urlopen(f"{address}/api/jobs", timeout=600).read()
        )

    def address(self, process: "subprocess.Popen[bytes]", said: Path) -> str:
        """Wait until the program says where it is."""
        end = time.monotonic() + 240
        while time.monotonic() < end and process.poll() is None:
            found = re.search(r"Jug Mingle is at (http://\S+)", said.read_text())
            if found:
                return found[1]
            time.sleep(0.2)
        raise AssertionError(said.read_text()[-2000:])
