"""Conventions of the house, tested: layers, documented routes, nothing named that must not be."""

import ast
import re
import unittest
from collections.abc import Iterator
from pathlib import Path
from typing import ClassVar

from jug_mingle.api.app import create_app
from jug_mingle.settings import Settings

ROOT = Path(__file__).parents[1]
PACKAGE = ROOT / "jug_mingle"
LAYERS = {
    "core": 0, "documents": 0, "store": 1, "formats": 1, "devices": 1, "services": 2, "api": 3, "demo": 3,
    "cli": 4,
}  # fmt: skip


class LayersTest(unittest.TestCase):
    def test_imports_point_down(self) -> None:
        """No module imports from a layer above its own."""
        for file in PACKAGE.rglob("*.py"):
            layer = file.relative_to(PACKAGE).parts[0].removesuffix(".py")
            for node in ast.walk(ast.parse(file.read_text())):
                if isinstance(node, ast.ImportFrom) and (node.module or "").startswith("jug_mingle."):
                    other = (node.module or "").split(".")[1]
                    if layer in LAYERS and other in LAYERS:
                        self.assertLessEqual(
                            LAYERS[other], LAYERS[layer], f"{file.name} imports {node.module}"
                        )

    def test_core_is_pure(self) -> None:
        """The core asks no clock, opens no file by name and prints nothing."""
        for file in (PACKAGE / "core").rglob("*.py"):
            names = {node.id for node in ast.walk(ast.parse(file.read_text())) if isinstance(node, ast.Name)}
            self.assertFalse(names & {"open", "print", "input"}, file.name)

    def test_every_core_module_has_tests(self) -> None:
        """Each module of the core has a test of its name, or is imported by a test of its room."""
        for file in (PACKAGE / "core").rglob("*.py"):
            room = ROOT / "tests" / "core" / file.parent.relative_to(PACKAGE / "core")
            if (
                file.stem != "__init__"
                and room.name != "kinds"
                and not (room / f"test_{file.stem}.py").exists()
            ):
                text = "\n".join(test.read_text() for test in room.rglob("*.py"))
                self.assertTrue(
                    re.search(rf"[. ]{file.stem}\b", text), f"no test of {room.name} knows {file.name}"
                )

    def test_every_kind_is_registered(self) -> None:
        """Each file of kinds has its kinds in the one table of its folder; going over that table tests
        them."""
        for folder in ("materials", "finishes"):
            names = (PACKAGE / "core" / folder / "kinds" / "__init__.py").read_text()
            for file in (PACKAGE / "core" / folder / "kinds").glob("*.py"):
                if file.stem != "__init__":
                    self.assertIn(f".kinds.{file.stem} import", names)

    def test_rooms_one_can_stand_up_in(self) -> None:
        """At most 8 % of the modules, and of the pages' parts, have under 40 lines; the API has at most 50
        modules."""
        pages = [file for kind in ("ts", "vue") for file in (ROOT / "web" / "src").rglob(f"*.{kind}")]
        for files in ([*PACKAGE.rglob("*.py")], pages):
            own = [file for file in files if "versions" not in file.parts and file.name != "schema.d.ts"]
            small = [file for file in own if len(file.read_text().splitlines()) < 40]
            self.assertLessEqual(len(small), 0.08 * len(own), sorted(file.name for file in small))
        self.assertLessEqual(len([*(PACKAGE / "api").rglob("*.py")]), 50)

    def test_a_name_is_one_thing(self) -> None:
        """Modules of one name are one noun on several floors, as the API says it, a service does it, the core
        reckons it; on a floor there is one of a name, but for the rules of practice, which are called by
        what they are about."""
        seen: dict[tuple[str, str], Path] = {}
        for file in sorted(PACKAGE.rglob("*.py")):
            if {"versions", "rules"} & set(file.parts) or file.stem == "__init__":
                continue
            floor = file.relative_to(PACKAGE).parts[0]
            self.assertNotIn((floor, file.stem), seen, file)
            seen[floor, file.stem] = file

    def test_no_file_is_long(self) -> None:
        """No module has more than 600 lines."""
        folders = (PACKAGE, ROOT / "tests", ROOT / "bench", ROOT / "web" / "src")
        found = (
            file for folder in folders for kind in ("py", "vue", "ts") for file in folder.rglob(f"*.{kind}")
        )
        for file in (file for file in found if file.name != "schema.d.ts"):
            self.assertLessEqual(len(file.read_text().splitlines()), 600, str(file.relative_to(ROOT)))


class DocumentsTest(unittest.TestCase):
    def test_tables_are_whole(self) -> None:
        """Every row of a table in docs has a head above it, and as many cells."""
        for file in [*(ROOT / "docs").rglob("*.md"), ROOT / "README.md", ROOT / "CONTRIBUTING.md"]:
            lines = file.read_text().splitlines()
            for number, line in enumerate(lines):
                if not line.startswith("|"):
                    continue
                above = lines[number - 1] if number else ""
                if not above.startswith("|"):
                    below = lines[number + 1] if number + 1 < len(lines) else ""
                    self.assertRegex(below, r"^[|:\s-]+$", f"{file.name}:{number + 1} begins without a head")
                else:
                    self.assertEqual(cells(line), cells(above), f"{file.name}:{number + 1}")

    def test_decisions_say_what_is_gone(self) -> None:
        """A file that a decision names is there, or the decision says under its status that it is not."""
        there = [file.as_posix() for folder in ("jug_mingle", "tests", "web", "bench", "scripts", "docs")
                 for file in (ROOT / folder).rglob("*") if "node_modules" not in file.parts]  # fmt: skip
        for file in (ROOT / "docs" / "decisions").glob("*.md"):
            text = file.read_text()
            said = re.search(r"^Names what stands elsewhere or is gone by now: (.*)$", text, re.M)
            for name in re.findall(r"`([\w/-]+\.(?:py|ts|vue))`", text):
                if not any(one.endswith(f"/{name}") for one in there) and not file.name.startswith("0038"):
                    self.assertIn(f"`{name}`", said[1] if said else "", file.name)


def cells(row: str) -> int:
    """Count the strokes between the cells of a row; one within code is none."""
    return len(re.findall(r"(?<!\\)\|", re.sub(r"`[^`]*`", "", row)))


class CachesTest(unittest.TestCase):
    OF_FEW_NAMES: ClassVar[set[str]] = {
        "core.colour.spectra.table", "core.evidence.prior._own_basis", "core.finishes.generic.metal",
        "core.finishes.generic.generic_film", "core.finishes.textures.tile", "core.optics.grounds.ground",
        "core.practice.situation._usual", "demo.camera._power", "formats.letters._font",
        "formats.print_fonts._faces",
    }  # fmt: skip
    """What is asked by names of which there are few, and refuses others."""

    def caches(self) -> Iterator[tuple[str, str]]:
        """Yield every cache of the program with what makes it one; what takes no argument is no more than a
        constant."""
        for file in PACKAGE.rglob("*.py"):
            room = ".".join(file.relative_to(PACKAGE).with_suffix("").parts)
            for node in ast.walk(ast.parse(file.read_text())):
                if isinstance(node, ast.FunctionDef) and node.args.args + node.args.kwonlyargs:
                    for made in map(ast.unparse, node.decorator_list):
                        if re.match(r"(lru_)?cache\b", made):
                            yield f"{room}.{node.name}", made
                elif isinstance(node, ast.Assign | ast.AnnAssign) and node.value is not None:
                    to = node.target if isinstance(node, ast.AnnAssign) else node.targets[0]
                    made = ast.unparse(node.value)
                    kept = re.match(r"(Newest|NewestOf|LRUCache|WeakKeyDictionary)\(", made)
                    if kept and isinstance(to, ast.Name):
                        yield f"{room}.{to.id}", made

    def test_each_is_bounded_and_listed(self) -> None:
        """None grows with what a person types, and the record of them says what each may hold."""
        listed = set(
            re.findall(
                r"^\| `([\w.]+)` \|", (ROOT / "docs/decisions/0038-a-suite-that-tells.md").read_text(), re.M
            )
        )
        found = dict(self.caches())
        self.assertEqual(listed, set(found))
        for name, made in found.items():
            self.assertTrue(name in self.OF_FEW_NAMES or "(" in made, f"{name} has no bound")


class RoutesTest(unittest.TestCase):
    def test_documented(self) -> None:
        """Every route has a summary and, where it can refuse, says so in the one shape."""
        document = create_app(Settings()).openapi()
        for path, methods in document["paths"].items():
            for method, route in methods.items():
                with self.subTest(path=path, method=method):
                    self.assertTrue(route.get("description"))
                    if "{" in path:
                        schema = route["responses"]["4XX"]["content"]["application/json"]["schema"]
                        self.assertEqual(schema, {"$ref": "#/components/schemas/Problem"})


class ReadAnewTest(unittest.TestCase):
    """What pages read stays as it was read until the stream of changes names it."""

    ALWAYS: ClassVar[set[str]] = {
        "demo", "devices", "families", "forms", "grounds", "kinds", "lights", "lookbook", "measuring",
        "methods", "mishaps", "patterns", "piece words", "reader", "scheme", "states", "surroundings",
    }  # fmt: skip
    """What does not change while the program runs, or is of a photo as it came."""

    def test_every_query_is_named(self) -> None:
        pages = ROOT / "web" / "src"
        told = set(re.findall(r"'([a-z -]+)(?:/[a-z]+)?'", (pages / "api" / "events.ts").read_text()))
        for file in (file for file in pages.rglob("*") if file.suffix in {".vue", ".ts"}):
            for key in re.findall(r"queryKey: (?:computed\(\(\) => )?\[\s*'([^']+)'", file.read_text()):
                with self.subTest(file.name, key=key):
                    self.assertIn(key, told | self.ALWAYS)


class WalksTest(unittest.TestCase):
    def test_walks_press(self) -> None:
        """A walk changes nothing behind the pages' back: what a page offers is pressed there. Reading is
        free."""
        for name in ("walks.py", "test_walks.py", "walker.py"):
            text = (ROOT / "tests" / "browser" / name).read_text()
            reached = re.findall(r"\.request\.(?:post|put|patch|delete|fetch)\b|\bhttpx\b|TestClient", text)
            self.assertEqual(reached, [], name)


class NothingFromOutsideTest(unittest.TestCase):
    def test_pages_name_no_host(self) -> None:
        """The pages' own sources load nothing from another machine."""
        for file in (ROOT / "web" / "src").rglob("*"):
            if file.suffix in {".vue", ".ts", ".css"} and file.name != "schema.d.ts":
                self.assertFalse(
                    re.findall(r"https?://(?!127\.0\.0\.1|www\.w3\.org)", file.read_text()), file.name
                )
