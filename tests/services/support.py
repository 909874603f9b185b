"""Services on a real database file: one job, three tins and a target."""

import tempfile
import unittest
from pathlib import Path
from typing import Any

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.documents.look import LayerIn
from jug_mingle.services import (
    batches,
    jobs,
    materials,
    mixes,
    pieces,
    readings,
    recipes,
    strip_readings,
    targets,
)
from jug_mingle.services.colours import Colour
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.store.database import open_database
from jug_mingle.store.models import BatchRow, JobRow, MixRow, TargetRow

BLUE = np.clip(0.1 + 0.5 * np.exp(-0.5 * ((np.arange(36) - 9) / 6.0) ** 2), 0, 1)


class ServiceCase(unittest.TestCase):
    """An empty database with one job, three tins and a target."""

    def setUp(self) -> None:
        self.path = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.database = open_database(self.path)
        self.addCleanup(self.database.close)
        self.session: Session = self.enterContext(self.database.write.sessions())
        self.folder = PhotoFolder(self.path / "photos")
        self.job: JobRow = jobs.add_job(self.session, name="Stand", room="hall")
        for key, Lab in (("white", (96, 0, 2)), ("blue", (35, 5, -40)), ("ochre", (60, 12, 48))):
            row = materials.add_material(
                self.session, key=key, name=key.title(), kind="chalk_paint", left_ml=500
            )
            readings.add_reading(
                self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
                swatches=[Swatch(seen=np.array(Lab, dtype=float))],
            )  # fmt: skip
        self.target: TargetRow = targets.add_target(
            self.session,
            job_id=self.job.id,
            name="sky",
            R=BLUE,
            noise=5.0,
            photo_id=None,
            source={},
            how="white_photo",
        )

    def mix(self, **changes: object) -> MixRow:
        asked = {
            "job_id": self.job.id,
            "target_id": self.target.id,
            "name": "Sky",
            "batch": 200.0,
            "tool_key": "parts",
        }
        pours = [
            recipes.PourAsked(material="white", parts=3, ml=150.0),
            recipes.PourAsked(material="blue", parts=1, ml=50.0),
        ]
        return mixes.add_mix(self.session, **{**asked, "pours": pours, **changes})  # type: ignore[arg-type]


class LookCase(ServiceCase):
    """Two jugs and a chest of drawers."""

    def setUp(self) -> None:
        super().setUp()
        self.sky = self.mix()
        self.ochre = self.mix(pours=[recipes.PourAsked(material="ochre", parts=1, ml=100.0)], name="Ochre")
        self.chest = pieces.add_piece(
            self.session, self.job.id, name="Chest", form="chest", measures={"columns": 2}
        )

    def paint(self, **changes: Any) -> LayerIn:
        return LayerIn.model_validate(
            {"kind": "paint", "colours": [f"mix:{self.sky.id}"], "coats": 2, **changes}
        )


class BatchCase(ServiceCase):
    """A batch of the mix on the bench, nothing poured yet."""

    def setUp(self) -> None:
        super().setUp()
        self.batch: BatchRow = batches.begin_batch(self.session, self.mix().id)

    def pour(self, material: str, ml: float) -> None:
        batches.make_pour(
            self.session, self.batch.id, place=len(self.batch.made), material=material, ml=ml, how="scale"
        )

    def read_strip(self, R: np.ndarray, *, anyway: bool = True) -> None:
        """Read a dried strip of it by the reader."""
        colour = Colour(R=R, noise=0.5, how="reader", spectral=True)
        strip_readings.read_strip(self.session, self.batch.id, colour, anyway=anyway)
