"""The command line: ports and the demo."""

import json
import socket
import tempfile
import unittest
from pathlib import Path

from typer.testing import CliRunner, Result

from jug_mingle.cli import HOST, app, listen, prepare_demo
from jug_mingle.services.in_use import in_use


class ListenTest(unittest.TestCase):
    def test_taken_port(self) -> None:
        """When the wanted port is taken another free one is picked; what is picked stays ours until it is
        closed."""
        with listen(0) as first:
            taken = first.getsockname()[1]
            with listen(taken) as second:
                self.assertNotEqual(second.getsockname()[1], taken)
            with socket.create_connection((HOST, taken), timeout=5):
                pass
        with listen(taken) as again:
            self.assertEqual(again.getsockname()[1], taken)


class PrepareDemoTest(unittest.TestCase):
    def test_again_changes_nothing(self) -> None:
        """Starting the demo again keeps what is there, the person's own changes included."""
        with tempfile.TemporaryDirectory() as folder:
            prepare_demo(Path(folder))
            files = {file.name: file.stat().st_mtime_ns for file in (Path(folder) / "photos").iterdir()}
            prepare_demo(Path(folder))
            self.assertEqual(
                {f.name: f.stat().st_mtime_ns for f in (Path(folder) / "photos").iterdir()}, files
            )


class MatchTest(unittest.TestCase):
    """`jug-mingle match` as the README shows it."""

    SHELF = str(Path(__file__).parents[1] / "docs" / "examples" / "shelf.json")

    def run_match(self, *words: str) -> Result:
        return CliRunner().invoke(app, ["match", "--shelf", self.SHELF, *words])

    def test_json(self) -> None:
        """JSON gives what was asked: tins, batch, spoons, and the difference in each light."""
        done = self.run_match(
            "--target", "#4f7f80", "--pots", "2", "--batch", "300", "--tool", "spoons",
            "--light", "window", "--light", "bulb", "--json",
        )  # fmt: skip
        self.assertEqual(done.exit_code, 0, done.output)
        found = json.loads(done.stdout)
        self.assertEqual(found["target"], "#4f7f80")
        for recipe in found["recipes"]:
            self.assertLessEqual(len(recipe["pours"]), 2)
            self.assertEqual(set(recipe["delta_E"]), {"window", "bulb"})
            self.assertAlmostEqual(sum(p["ml"] for p in recipe["pours"]), 300, delta=20)
            self.assertTrue(all(p["ml"] % 2.5 == 0 for p in recipe["pours"]))
        self.assertLess(found["next_swatch"]["after"], found["next_swatch"]["before"])

    def test_bad(self) -> None:
        """Whatever is wrong is said in one line, with exit code 2."""
        for words, said in (
            (("--target", "puce"), "a target is"),
            (("--target", "#4f7f80", "--tool", "thimble"), "no measuring tool"),
            (("--target", "#4f7f80", "--light", "moon"), "there is no light"),
            (("--target", "#4f7f80", "--pots", "7"), "from 1 to 4 tins"),
            (("--target", "#4f7f80", "--batch", "0"), "from 1 to 20000 ml"),
        ):
            with self.subTest(said):
                done = self.run_match(*words)
                self.assertEqual(done.exit_code, 2)
                self.assertIn(said, done.output)


class PlanTest(unittest.TestCase):
    JOB = Path(__file__).parents[1] / "docs" / "examples" / "job.json"

    def plan(self, *arguments: str) -> Result:
        return CliRunner().invoke(app, ["plan", *arguments])

    def test_text_and_json(self) -> None:
        text = self.plan(str(self.JOB), "--quick").output
        self.assertIn("light use Saturday 6 March", text)
        self.assertIn("Wax, top", text)
        found = json.loads(self.plan(str(self.JOB), "--quick", "--json").output)
        self.assertEqual(found["format"], "jug-mingle plan")

    def test_bad(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            spoilt = Path(folder) / "job.json"
            for text, words in (
                ("{}", "is no job file"),
                (self.JOB.read_text().replace("2027-03-01", "0001-01-01"), "jug-mingle:"),
            ):
                spoilt.write_text(text)
                answer = self.plan(str(spoilt), "--quick")
                self.assertEqual(answer.exit_code, 2, answer.output)
                self.assertIn(words, answer.output)
            busy = Path(folder) / "busy.ics"
            busy.write_text("hello")
            self.assertIn("no calendar", self.plan(str(self.JOB), "--hours", str(busy), "--quick").output)
        self.assertEqual(self.plan("nowhere.json").exit_code, 2)


class SeveralColoursTest(unittest.TestCase):
    def test_which_one(self) -> None:
        """A file of several colours is not guessed at: they are listed, one is named by its number, notes are
        said."""
        file = Path(self.enterContext(tempfile.TemporaryDirectory())) / "chart.csv"
        file.write_text("name,L,a,b\nJug glaze,52,-12,-9\nBare rim,80,2,12\n")
        match = ["match", "--shelf", MatchTest.SHELF, "--target"]
        asked = CliRunner().invoke(app, [*match, str(file)])
        self.assertEqual(asked.exit_code, 2)
        for words in ("holds 2 colours; say which", "#1  Jug glaze", "#2  Bare rim"):
            self.assertIn(words, asked.output)
        done = CliRunner().invoke(app, [*match, f"{file}#2"])
        self.assertEqual(done.exit_code, 0, done.output)
        self.assertIn("taken as seen under D65, which the file does not say", done.output)
        self.assertEqual(CliRunner().invoke(app, [*match, f"{file}#3"]).exit_code, 2)


class DoctorTest(unittest.TestCase):
    def test_exit_codes(self) -> None:
        """What is wrong is an exit code of 1, for scripts; what is sound or mended is none."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.assertEqual(CliRunner().invoke(app, ["doctor", "--data", str(folder / "none")]).exit_code, 1)
        prepare_demo(folder)
        next((folder / "photos").glob("*.jpg")).unlink()
        looked = CliRunner().invoke(app, ["doctor", "--data", str(folder), "--only-look"])
        self.assertEqual((looked.exit_code, looked.output.count("WRONG")), (1, 1))
        mended = CliRunner().invoke(app, ["doctor", "--data", str(folder)])
        self.assertEqual((mended.exit_code, mended.output.count("mended")), (0, 1))

    def test_a_second_program(self) -> None:
        """A second program on the folder, and a certificate that is not there, are refused in a line."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        with in_use(folder):
            second = CliRunner().invoke(app, ["serve", "--data", str(folder)])
        self.assertEqual(second.exit_code, 1)
        self.assertIn("works on", second.output)
        bare = CliRunner().invoke(app, ["serve", "--data", str(folder), "--certificate", "/nowhere.pem"])
        self.assertEqual(bare.exit_code, 1)
        self.assertIn("there is no certificate", bare.output)
