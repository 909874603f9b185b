"""The command line: ports and the demo."""

import socket
import tempfile
import unittest
from pathlib import Path

from jug_mingle.cli import HOST, free_port, prepare_demo


class FreePortTest(unittest.TestCase):
    def test_taken_port(self) -> None:
        """When the wanted port is taken another free one is picked."""
        with socket.socket() as busy:
            busy.bind((HOST, 0))
            busy.listen()
            taken = busy.getsockname()[1]
            self.assertNotEqual(free_port(taken), taken)
        self.assertEqual(free_port(taken), taken)


class PrepareDemoTest(unittest.TestCase):
    def test_again_changes_nothing(self) -> None:
        """Starting the demo again keeps what is there, the person's own changes included."""
        with tempfile.TemporaryDirectory() as folder:
            prepare_demo(Path(folder))
            files = {file.name: file.stat().st_mtime_ns for file in (Path(folder) / "photos").iterdir()}
            prepare_demo(Path(folder))
            self.assertEqual({f.name: f.stat().st_mtime_ns for f in (Path(folder) / "photos").iterdir()}, files)
