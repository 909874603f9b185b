"""The database file: migrations, foreign keys, times and writers that wait."""

import re
import sqlite3
import tempfile
import threading
import unittest
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path

from alembic import command
from alembic.autogenerate import compare_metadata
from alembic.config import Config
from alembic.migration import MigrationContext
from sqlalchemy import Engine, create_engine, text
from sqlalchemy.exc import IntegrityError

from jug_mingle.core.pieces import Piece
from jug_mingle.documents.look import Marks
from jug_mingle.services.looks import get_look, layers_of
from jug_mingle.services.mixes import mix_rows
from jug_mingle.services.pieces import piece_of, piece_rows
from jug_mingle.store.database import MIGRATIONS, NAME, SCHEMA, open_database, revisions, schema_of
from jug_mingle.store.models import JobRow, MaterialRow, PhotoRow, PieceRow, Row, TargetRow
from jug_mingle.store.standing import check_file


def shape_of(file: Path) -> dict[str, object]:
    """Return each statement that makes a database, its parts sorted, and the columns of each table in
    order."""
    made = [re.split(r",\s+", statement) for statement in schema_of(file).split(";\n\n")]
    with closing(sqlite3.connect(file)) as database:
        tables = database.execute("SELECT name FROM sqlite_master WHERE type = 'table'").fetchall()
        return {"": sorted(sorted(part.strip("() \n\t") for part in one) for one in made)} | {
            name: database.execute(f"PRAGMA table_info({name})").fetchall() for (name,) in tables
        }


class DatabaseTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.database = open_database(self.folder)
        self.addCleanup(self.database.close)

    def test_migrations_make_the_models(self) -> None:
        """What the migrations build is what the models say, and opening it changes nothing."""
        folder, engine = self.of_revision(revisions()[-1])
        with engine.connect() as connection:
            self.assertEqual(compare_metadata(MigrationContext.configure(connection), Row.metadata), [])
        engine.dispose()
        open_database(folder).close()
        self.assertEqual([f.name for f in folder.glob("*.before-*")], [])

    def test_a_new_database_is_what_the_migrations_come_to(self) -> None:
        """Made at once it has the same tables, their columns in the same order, and the same revision. In
        which order keys to other tables are written, Alembic leaves to chance."""
        folder, engine = self.of_revision(revisions()[-1])
        engine.dispose()
        new, old = (shape_of(one / NAME) for one in (self.folder, folder))
        self.assertEqual(new, old, "run scripts/new_migration.py")
        self.assertEqual(schema_of(self.folder / NAME), SCHEMA.read_text(encoding="utf-8"))
        self.assertEqual(check_file(self.folder / NAME, revisions()), revisions()[-1])

    def test_copy_before_a_migration(self) -> None:
        """A database of an older revision is copied beside itself before it is changed, and no copy is
        written over."""
        folder, engine = self.of_revision("0006")
        engine.dispose()
        head = revisions()[-1]
        (folder / f"jug-mingle.before-{head}.db").write_bytes(b"an older copy")
        open_database(folder).close()
        self.assertEqual((folder / f"jug-mingle.before-{head}.db").read_bytes(), b"an older copy")
        self.assertEqual(check_file(folder / f"jug-mingle.before-{head}-2.db", revisions()), "0006")

    def of_revision(self, revision: str) -> tuple[Path, Engine]:
        """Return a folder with an empty database of an older revision, and an engine on it."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        engine = create_engine(f"sqlite:///{folder / 'jug-mingle.db'}")
        with engine.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, revision)
        return folder, engine

    def test_photos_of_old_databases(self) -> None:
        """A photo from before marks has none, and the colours that were caught from it still name it."""
        folder, engine = self.of_revision("0006")
        with engine.begin() as connection:
            connection.execute(
                text("INSERT INTO job (id, name, room, created) VALUES (1, 'Job', '', '2026-01-01')")
            )
            connection.execute(
                text(
                    "INSERT INTO photo (id, job_id, name, sha256, media_type, width, height, created) "
                    "VALUES (7, 1, 'Jug', 'ab', 'image/jpeg', 40, 30, '2026-01-01')"
                )
            )
            connection.execute(
                text(
                    "INSERT INTO target (id, job_id, photo_id, name, R, noise, source, created) "
                    "VALUES (3, 1, 7, 'glaze', '[0.5]', 4.0, '{}', '2026-01-01')"
                )
            )
        engine.dispose()
        database = open_database(folder)
        self.addCleanup(database.close)
        with database.read() as session:
            photo, target = session.get(PhotoRow, 7), session.get(TargetRow, 3)
            assert photo is not None
            assert target is not None
            self.assertEqual(Marks.model_validate(photo.marks), Marks())
            self.assertEqual((photo.name, target.photo_id), ("Jug", 7))

    def test_pieces_are_counted_anew(self) -> None:
        """A piece from before parts keeps its look and measures, and says once that its areas are counted
        anew."""
        folder, engine = self.of_revision("0008")
        with engine.begin() as connection:
            connection.execute(
                text("INSERT INTO job (id, name, room, created) VALUES (1, 'Job', '', '2026-01-01')")
            )
            spec = '{"form": "desk", "width": 1.3, "height": 0.77, "depth": 0.62, "rows": 3, "columns": 1}'
            connection.execute(
                text(
                    "INSERT INTO piece (id, job_id, name, spec, grounds, created) "
                    "VALUES (1, 1, 'Desk', :spec, '{\"\": \"oak\"}', '2026-01-01')"
                ),
                {"spec": spec},
            )
        engine.dispose()
        database = open_database(folder)
        self.addCleanup(database.close)
        with database.read() as session:
            row = session.get(PieceRow, 1)
            assert row is not None
            self.assertEqual(
                (row.recounted, row.count, row.age, row.uses, row.hardware), (True, 1, "unknown", None, None)
            )
            self.assertAlmostEqual(piece_of(row).areas["top"], 0.91352)

    def test_pieces_and_finishes_of_old_databases(self) -> None:
        """The one cabinet of each job and its one finish become a piece and its look, measures and colours
        kept."""
        folder, engine = self.of_revision("0005")
        with engine.begin() as connection:
            for number, finish in enumerate(("ombre", "blend", None), start=1):
                connection.execute(
                    text(
                        "INSERT INTO job (id, name, room, piece, created) VALUES (:n, :name, '', :piece, "
                        "'2026-01-01')"
                    ),
                    {
                        "n": number,
                        "name": f"Job {number}",
                        "piece": '{"width": 0.8, "rows": 5, "plinth": 0.1}',
                    },
                )
                if finish is None:
                    continue
                for mix in (2 * number - 1, 2 * number):
                    connection.execute(
                        text(
                            "INSERT INTO mix (id, job_id, name, batch, tool, created) "
                            "VALUES (:id, :job, 'm', 100, 'parts', '2026-01-01')"
                        ),
                        {"id": mix, "job": number},
                    )
                connection.execute(
                    text(
                        "INSERT INTO finish (job_id, style, first_id, second_id, width, created) "
                        "VALUES (:job, :style, :first, :second, 0.3, '2026-01-01')"
                    ),
                    {"job": number, "style": finish, "first": 2 * number - 1, "second": 2 * number},
                )
        engine.dispose()
        database = open_database(folder)
        self.addCleanup(database.close)
        self.assertTrue((folder / f"jug-mingle.before-{revisions()[-1]}.db").exists())
        with database.read() as session:
            for number, kinds in ((1, ["blend"]), (2, ["paint", "blend"]), (3, [])):
                (piece,) = piece_rows(session, number)
                self.assertEqual(piece_of(piece), Piece(width=0.8, rows=5, base_height=0.1))
                layers = [] if piece.look_id is None else layers_of(get_look(session, piece.look_id))
                self.assertEqual([layer.kind for layer in layers], kinds)
                self.assertEqual(len(mix_rows(session, number)), 2 * bool(kinds))
                if layers:
                    self.assertEqual(layers[-1].colours, [f"mix:{2 * number - 1}", f"mix:{2 * number}"])
                    self.assertEqual(layers[-1].width, 0.3)

    def test_pragmas(self) -> None:
        with self.database.engine.connect() as connection:
            self.assertEqual(connection.execute(text("PRAGMA journal_mode")).scalar(), "wal")
            self.assertEqual(connection.execute(text("PRAGMA foreign_keys")).scalar(), 1)

    def test_constraints(self) -> None:
        """Rows that contradict the rules are refused by the database itself."""
        for row in (
            MaterialRow(key="a", name="A", kind="chalk_paint", left_ml=-1.0),
            PhotoRow(job_id=99, name="p", sha256="0", media_type="image/png", width=1, height=1),
        ):
            with (
                self.subTest(type(row).__name__),
                self.assertRaises(IntegrityError),
                self.database.write.begin() as s,
            ):
                s.add(row)

    def test_times_come_back_in_utc(self) -> None:
        at = datetime(2026, 3, 1, 12, 30, tzinfo=UTC)
        with self.database.write.begin() as session:
            session.add(JobRow(name="j", created=at))
        with self.database.read() as session:
            row = session.get(JobRow, 1)
            assert row is not None
            self.assertEqual(row.created, at)

    def test_writers_wait_for_each_other(self) -> None:
        """Eight writers that each read, then write, all get through and lose nothing."""
        with self.database.write.begin() as session:
            session.add(MaterialRow(key="a", name="A", kind="chalk_paint", left_ml=0.0))

        def pour() -> None:
            for _ in range(10):
                with self.database.write.begin() as session:
                    row = session.get(MaterialRow, 1)
                    assert row is not None
                    row.left_ml += 1.0

        threads = [threading.Thread(target=pour) for _ in range(8)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        with self.database.read() as session:
            row = session.get(MaterialRow, 1)
            assert row is not None
            self.assertEqual(row.left_ml, 80.0)
