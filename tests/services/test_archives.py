"""Archives: every table and column in them, jobs brought in beside others, and whatever is wrong refused
whole."""

import json
import shutil
import sqlite3
import zipfile
from contextlib import closing
from datetime import datetime
from pathlib import Path
from typing import Any
from unittest.mock import patch

import numpy as np
from sqlalchemy import inspect

from jug_mingle.documents.plan import AddedStepIn
from jug_mingle.errors import JugMingleError, UnfitError
from jug_mingle.formats.archive_file import ArchiveList, read_archive
from jug_mingle.services import (
    archives,
    bin,
    bring_back,
    demo_job,
    jobs,
    looks,
    motifs,
    photos,
    plan_asks,
    plans,
)
from jug_mingle.services.archives import archive, read_back
from jug_mingle.services.entries import add_entry
from jug_mingle.services.materials import add_material
from jug_mingle.services.mixes import add_mix
from jug_mingle.services.recipes import PourAsked
from jug_mingle.store.database import NAME, Database, open_database
from jug_mingle.store.models import DoneRow, JobRow, MixRow, PhotoRow, Row, SettingRow
from jug_mingle.store.tables import LEFT_OUT, schema_of_rows, tables_of
from tests.services.test_backup import BackupCase, rows
from tests.services.test_backup import photos as hashes

DOCS = Path(__file__).parents[2] / "docs"
FOLDERS = Path(__file__).parents[1] / "store" / "folders"


class ArchiveCase(BackupCase):
    def opened(self, data: Path | None = None) -> Database:
        database = open_database(data or self.data)
        self.addCleanup(database.close)
        return database

    def archived(self, job_id: int | None = None) -> Path:
        archive(self.data, self.base / "a.zip", job_id=job_id)
        return self.base / "a.zip"


class WholeTest(ArchiveCase):
    def test_a_disk_that_fails_is_said(self) -> None:
        """What the disk says of itself, or what there is to say; and which file was meant."""
        for error, words in (
            (OSError(28, "No space left"), "No space left"),
            (OSError("taken out"), "taken"),
        ):
            with (
                patch.object(archives, "copy_database", side_effect=error),
                self.assertRaisesRegex(JugMingleError, f"was not made: {words}.* \\(a.zip\\)$"),
            ):
                self.archived()

    def test_every_table_and_column(self) -> None:
        """All that the models have is in an archive, but the keys of writes; its schema is published as it
        is."""
        said = read_archive(self.archived())
        kept = said.rows()
        self.assertEqual(set(kept), set(Row.metadata.tables) - LEFT_OUT)
        self.assertEqual(LEFT_OUT, {"done", "paired", "alembic_version"})
        for name, its in kept.items():
            for row in its:
                self.assertEqual(set(row), set(Row.metadata.tables[name].c.keys()))
        with self.opened().engine.connect() as connection:
            schema = schema_of_rows(tables_of(connection).values())
        published = json.loads((DOCS / "archive.schema.json").read_text())
        self.assertEqual(published["list"], ArchiveList.model_json_schema())
        self.assertEqual(published["rows"], schema, "write it anew: see docs/formats.md")
        for name, table in schema["properties"].items():
            columns = {column.key for column in inspect(Row.metadata.tables[name]).columns}
            self.assertEqual(set(table["items"]["required"]), columns)

    def test_every_release_goes_out_and_comes_back(self) -> None:
        """From every data folder of an earlier release: archived as it lies there, brought back, and the same
        then as when it is opened itself, to the row and to the pixel."""
        for release in sorted(folder.name for folder in FOLDERS.iterdir() if (folder / NAME).exists()):
            with self.subTest(release):
                data, back = self.base / release, self.base / f"{release} back"
                shutil.copytree(FOLDERS / release, data)
                shutil.copytree(FOLDERS / "photos", data / "photos")
                archive(data, self.base / f"{release}.zip")
                with read_back(self.base / f"{release}.zip", self.base) as found:
                    shutil.copytree(found.folder, back)
                    found.keep_photos(back / "photos")
                open_database(data).close()
                self.assertEqual(rows(back), rows(data))
                database = self.opened(back)
                with database.read() as session:
                    for row in session.query(PhotoRow):
                        here, there = (
                            photos.pixels_of(row, photos.PhotoFolder(one / "photos")) for one in (data, back)
                        )
                        self.assertTrue(np.array_equal(here, there))

    def test_in_place_of_what_is_here(self) -> None:
        """On the screen all is replaced in one transaction while the program works; what was here is kept
        beside."""
        file, before = self.archived(), rows(self.data)
        database = self.opened()
        with database.write.begin() as session:
            jobs.add_job(session, name="Later")
            jobs.remove_job(session, 1)
        later = rows(self.data)
        heard = database.changes.name
        with read_back(file, self.base) as found, database.read() as session:
            said = bring_back.foresee(found, session, self.data / "photos")
            self.assertEqual((said.replaces["jobs"], said.brings["jobs"], said.new_photos), (2, 1, 0))
            self.assertRegex(said.words(), r"^The archive of \d{4}-\d\d-\d\d \d\d:\d\d \(UTC\) holds 1 job")
            self.assertIn("2 jobs", said.words())
        with read_back(file, self.base) as found:
            aside = bring_back.restore_all(found, database, self.data)
        self.assertEqual(rows(self.data), before)
        self.assertEqual(
            {"everything"}, set().union(*(one.topics for one in database.changes.since(heard)[0]))
        )
        kept = self.base / "kept"
        kept.mkdir()
        shutil.copy(aside, kept / NAME)
        self.assertEqual(rows(kept), later)

    def test_cut_off_while_it_replaces(self) -> None:
        """Cut off at any step, on the screen as well, what was here is here whole."""
        file = self.archived()
        database = self.opened()
        with database.write.begin() as session:
            jobs.add_job(session, name="Later")
        before = rows(self.data)
        for step in ("put_rows", "tell_all", "copy_database"):
            with self.subTest(step), read_back(file, self.base) as found:
                with (
                    patch(f"jug_mingle.services.bring_back.{step}", side_effect=KeyboardInterrupt),
                    self.assertRaises(KeyboardInterrupt),
                ):
                    bring_back.restore_all(found, database, self.data)
                self.assertEqual(rows(self.data), before)


class JobTest(ArchiveCase):
    def test_beside_itself_and_removed(self) -> None:
        """A job exported, imported beside itself and removed for good leaves no trace."""
        before = rows(self.data)
        file, database = self.archived(1), self.opened()
        with read_back(file, self.base) as found:
            (number,) = bring_back.import_jobs(found, database, self.data, [1])
        with database.read() as session:
            row = jobs.get_job(session, number)
            self.assertEqual((row.name, row.room), ("Card-catalogue cabinet (2)", "for the reading room"))
            mine = {mix.id for mix in session.query(MixRow).filter(MixRow.job_id == number)}
            for look in looks.look_rows(session, number):
                named = {
                    colour
                    for layer in look.layers
                    for colour in layer["colours"]
                    if colour.startswith("mix:")
                }
                self.assertLessEqual(named, {f"mix:{one}" for one in mine})
        with database.write.begin() as session:
            jobs.remove_job(session, number)
            bin.remove_for_good(session, "job", number)
        self.assertEqual(rows(self.data), before)

    def test_nothing_of_this_machine(self) -> None:
        """Keys of writes, what was answered to them, and devices that were let in stay where they are: in no
        archive, neither of all nor of a job."""
        database = self.opened()
        with database.write.begin() as session:
            session.add(DoneRow(key="a-key-of-a-write", request="POST /api/jobs", status=201, answer="{}"))
        for job in (None, 1):
            file = self.archived(job)
            with zipfile.ZipFile(file) as packed:
                said = b"".join(packed.read(name) for name in packed.namelist() if name.endswith(".json"))
                names = packed.namelist()
            self.assertNotIn(b"a-key-of-a-write", said)
            self.assertFalse([name for name in names if "done" in name or "paired" in name])

    def test_archive_of_a_release(self) -> None:
        """A job that was archived by an earlier release comes in with all that was worked on it."""
        database = self.opened(self.base / "new")
        for file in sorted(FOLDERS.glob("*/archive.zip")):
            with self.subTest(file.parent.name), read_back(file, self.base) as found:
                (number,) = bring_back.import_jobs(found, database, self.base / "new", [1])
                with database.read() as session:
                    plan = plans.plan_now(session, number)
                    self.assertGreater(len(plan.done), 5)
                    self.assertEqual(plan.works[0].survey.of_face("top").treatment, "sand")
                    self.assertIn("With a jug", [look.name for look in looks.look_rows(session, number)])
                    self.assertEqual([one.name for one in motifs.motif_rows(session, number)], ["Jug, cut"])

    def test_into_another_program(self) -> None:
        """Elsewhere it stands as it stood here: the same rows under numbers of its own, with the tins it
        needs."""
        file, new = self.archived(1), self.base / "new"
        database = self.opened(new)
        with database.write.begin() as session:
            jobs.add_job(session, name="Mine")
        with read_back(file, self.base) as found:
            self.assertEqual(bring_back.import_jobs(found, database, new, [1]), [2])
        here, there = rows(self.data), rows(new)
        for table in "piece target mix pour look photo strip step_done timer plan".split():
            self.assertEqual(len(there[table]), len(here[table]), table)
        self.assertEqual(hashes(new), hashes(self.data))
        self.assertLess(len(there["material"]), len(here["material"]))
        with closing(sqlite3.connect(new / NAME)) as connection:
            self.assertEqual(connection.execute("PRAGMA foreign_key_check").fetchall(), [])

    def test_tins_that_are_called_alike(self) -> None:
        """Another tin of the same key and name stays what it is; the one that comes in gets a name of its
        own."""
        file, new = self.archived(1), self.base / "new"
        database = self.opened(new)
        with database.write.begin() as session:
            add_material(session, key="mill-pond", name="Mill pond", kind="wall_paint", left_ml=70.0)
        with read_back(file, self.base) as found:
            bring_back.import_jobs(found, database, new, [1])
        with closing(sqlite3.connect(new / NAME)) as connection:
            tins = dict(
                connection.execute("SELECT key, name FROM material WHERE key LIKE 'mill-pond%'").fetchall()
            )
            texts = connection.execute("SELECT source FROM target").fetchall()
        self.assertEqual(tins, {"mill-pond": "Mill pond", "mill-pond-2": "Mill pond 2"})
        self.assertNotIn('"mill-pond"', str(texts))

    def test_duplicate(self) -> None:
        """A job like another has its plan's own steps and nothing that was done (the golden answers have its
        pieces, colours, jugs and looks)."""
        database = self.opened()
        with database.write.begin() as session:
            plan_asks.add(session, 1, AddedStepIn(piece=3, title="Oil the hinges", minutes=10))
            plan_asks.ask(session, 1, air={"temperature": 12.0, "humidity": 60.0})
            number = bring_back.duplicate_job(session, 1)
        with database.read() as session:
            last = max(work.number for work in plans.plan_now(session, number).works)
            (own,) = (
                step for step in plans.plan_now(session, number).steps.steps if step.title == "Oil the hinges"
            )
            kept = plans.plan_row(session, number)
            assert kept is not None
            self.assertEqual((own.piece, "air" in kept.asks, kept.laid), (last, False, None))
            row = session.get_one(JobRow, number)
            self.assertEqual((row.state, row.name), ("planned", "Card-catalogue cabinet (2)"))
            self.assertEqual(plans.plan_now(session, number).done, {})

    def test_the_demo_beside_ones_own(self) -> None:
        """It comes with its tins and goes with them; a tin that was poured from for one's own job stays."""
        new = self.base / "new"
        database = self.opened(new)
        with database.write.begin() as session:
            jobs.add_job(session, name="Mine")
        before = rows(new)

        def make(into: Path) -> None:
            archive(self.data, into, job_id=1)

        demo_job.bring_demo(database, new, make)
        with self.assertRaisesRegex(JugMingleError, "here already"):
            demo_job.bring_demo(database, new, make)
        with database.write.begin() as session:
            demo_job.put_demo_away(session)
        self.assertEqual(rows(new), before)
        demo_job.bring_demo(database, new, make)
        with database.write.begin() as session:
            pour = PourAsked(material="mill-pond", parts=1, ml=40.0)
            add_mix(
                session, job_id=1, target_id=None, name="Pond", batch=40.0, tool_key="parts", pours=[pour]
            )
        with database.write.begin() as session:
            demo_job.put_demo_away(session)
            self.assertIsNone(session.query(SettingRow).filter(SettingRow.key == "demo").one_or_none())
        self.assertIn("mill-pond", [row[0] for row in self.of(new, "SELECT key FROM material")])

    def of(self, folder: Path, query: str) -> list[Any]:
        with closing(sqlite3.connect(folder / NAME)) as connection:
            return connection.execute(query).fetchall()

    def test_one_job_does_not_replace_everything(self) -> None:
        database = self.opened()
        with read_back(self.archived(1), self.base) as found:
            with self.assertRaisesRegex(UnfitError, "import it beside"):
                bring_back.restore_all(found, database, self.data)
            with self.assertRaisesRegex(UnfitError, "no job 7"):
                bring_back.import_jobs(found, database, self.data, [7])
            with self.assertRaisesRegex(UnfitError, "at least one"):
                bring_back.import_jobs(found, database, self.data, [])


class SaidTest(ArchiveCase):
    def test_names_of_files(self) -> None:
        day = datetime(2026, 11, 27)
        self.assertEqual(archives.archive_name("", day), "jug-mingle-2026-11-27.zip")
        self.assertEqual(archives.archive_name("Hall settle", day), "jug-mingle-hall-settle-2026-11-27.zip")

    def test_an_entry_goes_along(self) -> None:
        """What is written down of a job is in its archive, with the photo that belongs to it."""
        database = self.opened()
        with database.write.begin() as session:
            add_entry(
                session, 1, {"kind": "endured", "words": "two years later: the edge is worn", "photo_id": 2}
            )
        new = self.base / "new"
        other = self.opened(new)
        with read_back(self.archived(1), self.base) as found:
            bring_back.import_jobs(found, other, new, [1])
        with closing(sqlite3.connect(new / NAME)) as connection:
            said = connection.execute(
                "SELECT entry.words, photo.name FROM entry JOIN photo ON photo.id = photo_id"
            )
            self.assertEqual(
                said.fetchall(), [("two years later: the edge is worn", "Sample board by the window")]
            )
