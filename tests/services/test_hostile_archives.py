"""Archives that are damaged, cut short, newer, or made to do harm."""

import hashlib
import io
import json
import random
import shutil
import stat
import tempfile
import unittest
import zipfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

from jug_mingle.errors import DataRefusedError
from jug_mingle.formats.archive_file import LIST, ROWS
from jug_mingle.services.archives import archive, read_back
from tests.api.support import copy_demo
from tests.soak import rounds


class HostileTest(unittest.TestCase):
    """Damaged, cut short, newer, or made to do harm: refused in a sentence, and nothing is touched."""

    good: bytes
    base: Path

    @classmethod
    def setUpClass(cls) -> None:
        cls.base = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        data = copy_demo(cls.base / "data")
        archive(data, cls.base / "good.zip")
        cls.good = (cls.base / "good.zip").read_bytes()

    def members(self) -> dict[str, bytes]:
        with zipfile.ZipFile(io.BytesIO(self.good)) as opened:
            return {name: opened.read(name) for name in opened.namelist()}

    def refused(self, data: bytes, words: str = "") -> str:
        file = self.base / "spoilt.zip"
        file.write_bytes(data)
        with self.assertRaises(DataRefusedError) as caught, read_back(file, self.base):
            self.fail("it was read")
        said = str(caught.exception)
        self.assertIn(words, said)
        self.assertNotIn("Traceback", said)
        self.assertEqual([one.name for one in self.base.glob("archive-*")], [])
        return said

    def packed(self, members: dict[str, bytes]) -> bytes:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as opened:
            for name, data in members.items():
                opened.writestr(name, data)
        return out.getvalue()

    def relisted(self, change: Callable[[dict[str, Any]], None]) -> bytes:
        members = self.members()
        said = json.loads(members[LIST])
        change(said)
        return self.packed({**members, LIST: json.dumps(said).encode()})

    def rewritten(self, change: Callable[[dict[str, list[dict[str, Any]]]], None]) -> bytes:
        """Return the archive with other rows, its list and hash made to fit."""
        members = self.members()
        kept, said = json.loads(members[ROWS]), json.loads(members[LIST])
        change(kept)
        data = json.dumps(kept).encode()
        said |= {
            "rows_sha256": hashlib.sha256(data).hexdigest(),
            "rows": {name: len(its) for name, its in kept.items()},
        }
        return self.packed({**members, ROWS: data, LIST: json.dumps(said).encode()})

    def test_damaged_and_cut_short(self) -> None:
        """Any byte changed, any end cut off: it is refused, or nothing that is read of it is another."""
        rng = random.Random(17)
        self.refused(b"", "no zip")
        self.refused(b"name,kind\n", "no zip")
        for _ in range(rounds(5, 400)):
            cut = rng.randrange(1, len(self.good) - 1)
            self.refused(self.good[:cut])
        for _ in range(rounds(5, 400)):
            at = rng.randrange(len(self.good))
            spoilt = bytearray(self.good)
            spoilt[at] ^= 1 << rng.randrange(8)
            file = self.base / "spoilt.zip"
            file.write_bytes(bytes(spoilt))
            folder = self.base / "read"
            try:
                with read_back(file, self.base) as found:
                    found.keep_photos(folder)
                    self.assertEqual(found.jobs(), [(1, "Card-catalogue cabinet")])
            except DataRefusedError:
                pass
            finally:
                shutil.rmtree(folder, ignore_errors=True)

    def test_values_that_no_page_takes(self) -> None:
        """A reflectance of 1e300, which no job could be shown with; a name of half a letter, which nobody can
        read."""
        for table, column, value in (
            ("target", "R", [1e300] * 36), ("target", "R", [-5.0] * 36), ("strip", "R", [1e300] * 36),
            ("job", "name", "half \ud800"), ("mix", "batch", 1e300), ("entry", "words", "\udfff"),
        ):  # fmt: skip

            def spoil(
                rows: dict[str, list[dict[str, Any]]], at: tuple[str, str, Any] = (table, column, value)
            ) -> None:
                for row in rows.get(at[0], [])[:1]:
                    row[at[1]] = at[2]

            with self.subTest(table, value=str(value)[:20]):
                if json.loads(self.members()[ROWS]).get(table):
                    self.refused(self.rewritten(spoil))

    def test_newer(self) -> None:
        self.refused(self.relisted(lambda said: said.update(version=2)), "newer program")
        self.refused(self.relisted(lambda said: said.update(revision="9999")), "newer Jug Mingle")
        self.refused(self.relisted(lambda said: said.update(format="other")), "no archive of Jug Mingle")
        self.refused(self.relisted(lambda said: said.update(more=1)), "more")

    def test_names(self) -> None:
        """Paths that lead out, links, names that do not belong, things twice."""
        for name in (
            "../evil", "/etc/passwd", "photos/../../evil", "photos/x.original", "C:\\evil",
            "jug-mingle.db",
        ):  # fmt: skip
            self.refused(self.packed({**self.members(), name: b"x"}), "that can be trusted")
        link = zipfile.ZipInfo(f"photos/{'0' * 64}.original")
        link.external_attr = (stat.S_IFLNK | 0o777) << 16
        out = io.BytesIO(self.packed(self.members()))
        with zipfile.ZipFile(out, "a") as opened:
            opened.writestr(link, "/etc/passwd")
        self.refused(out.getvalue(), "that can be trusted")
        out = io.BytesIO(self.packed(self.members()))
        with zipfile.ZipFile(out, "a") as opened, self.assertWarns(UserWarning):
            opened.writestr(LIST, "{}")
        self.refused(out.getvalue(), "twice")

    def test_bombs(self) -> None:
        """What would unpack to far more than it says, or than anything honest, is not unpacked."""
        self.refused(self.packed({**self.members(), ROWS: b" " * 300_000_000}), "would unpack to")
        lie = bytearray(self.packed({LIST: b"{}", ROWS: b" " * 900_000}))
        at = lie.rindex(b"PK\x01\x02")
        lie[at + 24 : at + 28] = (10).to_bytes(4, "little")
        self.refused(bytes(lie))
        self.refused(self.packed({LIST: b"[" * 100_000, ROWS: b"{}"}), "no JSON")

    def test_photos(self) -> None:
        members = self.members()
        photo = next(name for name in members if name.startswith("photos/"))
        self.refused(
            self.packed({name: data for name, data in members.items() if name != photo}), "the photos"
        )
        spoilt = self.packed({**members, photo: members[photo][:-1] + b"x"})
        file = self.base / "spoilt.zip"
        file.write_bytes(spoilt)
        with (
            self.assertRaisesRegex(DataRefusedError, "not the one that was kept"),
            read_back(file, self.base) as found,
        ):
            found.keep_photos(self.base / "read")

    def test_rows(self) -> None:
        """Rows that no program wrote: unknown, missing, of another kind, orphans, or such as could not be
        shown."""

        def first(table: str, **said: Any) -> Callable[[dict[str, list[dict[str, Any]]]], None]:
            return lambda kept: kept[table][0].update(said)

        for change, words in (
            (lambda kept: kept.update(evil=[{"id": 1}]), "does not know"),
            (first("job", evil=1), "does not know"),
            (lambda kept: kept["job"][0].pop("name"), "lacks 'name'"),
            (first("job", name=7), "cannot be '7'"),
            (first("job", id="1; DROP TABLE job"), "cannot be"),
            (first("job", created="yesterday"), "cannot be"),
            (first("job", state="lost"), "cannot be read"),
            (first("mix", batch="much"), "cannot be"),
            (first("mix", job_id=99), "belongs to what is not there"),
            (first("target", R=[1.0]), "cannot be read"),
            (first("look", layers=[{"kind": "evil"}]), "cannot be read"),
            (first("piece", spec={"form": "evil"}), "cannot be read"),
            (first("photo", turned=45), "cannot be read"),
            (first("photo", sha256="../../evil"), "is not in it"),
            (first("material", kind="evil"), "cannot be read"),
            (first("material", left_ml=-1.0), "left_not_negative"),
            (first("reading", swatches=[{"seen": "evil"}]), "cannot be read"),
        ):
            with self.subTest(words):
                self.refused(self.rewritten(change), words)
        members = self.members()
        self.refused(
            self.packed({**members, ROWS: members[ROWS].replace(b"cabinet", b"kabinet")}), "not those that"
        )
