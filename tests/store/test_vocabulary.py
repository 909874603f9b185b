"""Every word that is stored or exported, in one list: whoever changes one needs a migration and an alias.

`vocabulary.json` is that list. A new word is added there by hand; a changed or lost one also needs the two,
for the folders and files of painters hold the old one (docs/glossary.md).
"""

import csv
import io
import json
import unittest
from collections.abc import Callable
from pathlib import Path
from types import ModuleType
from typing import Any, get_args

from pydantic import BaseModel

from jug_mingle.core import WAVELENGTHS
from jug_mingle.core.evidence.certainty import PHOTO_NOISE, WAYS
from jug_mingle.core.finishes.kinds import KINDS as KINDS_OF_LAYER
from jug_mingle.core.finishes.layer import BlendPattern, Place
from jug_mingle.core.materials.kinds import KINDS as KINDS_OF_MATERIAL
from jug_mingle.core.measuring.jugs import JUGS
from jug_mingle.core.measuring.tools import TOOLS
from jug_mingle.core.measuring.units import UNITS
from jug_mingle.core.optics.grounds import GROUNDS
from jug_mingle.core.optics.uptake import PREPARED
from jug_mingle.core.pieces.addresses import FACES, ZONES
from jug_mingle.core.pieces.cases import Filling
from jug_mingle.core.pieces.changes import ADDED, Act
from jug_mingle.core.pieces.forms import FORMS, usual_piece
from jug_mingle.core.plan.survey import CAUSES, DAMAGE, TESTS, TREATMENTS
from jug_mingle.core.practice.uses import AGES, USES
from jug_mingle.core.recipes.over_kinds import OVER_KINDS
from jug_mingle.core.recipes.preparation_table import PREPARATIONS
from jug_mingle.documents import colour_source, laid, layout, look, plan, tin_test
from jug_mingle.formats import cells, colour_tables, shelf_csv, shelf_file
from jug_mingle.store.models import Row

KNOWN: dict[str, list[str]] = json.loads((Path(__file__).parent / "vocabulary.json").read_text())


MARKS = ("FaceIn", "Marks")
"""What a person marked on a photo."""


def fields_of(module: ModuleType, wanted: Callable[[str], bool] = lambda _: True) -> list[str]:
    """Return `Model.field`, or `Model.field=tag` where a field tells models apart, of every model a module
    makes, or of those with a name that is wanted."""
    found = []
    for name, model in ((name, model) for name, model in vars(module).items() if wanted(name)):
        if isinstance(model, type) and issubclass(model, BaseModel) and model.__module__ == module.__name__:
            for field, info in model.model_fields.items():
                tags = (
                    get_args(info.annotation)
                    if field in ("source", "shape", "method", "task", "format")
                    else ()
                )
                found.append(f"{name}.{field}" + (f"={tags[0]}" if tags else ""))
    return found


def colour_header() -> list[str]:
    """Return the header of a table of colours without its wavelengths."""
    header = next(csv.reader(io.StringIO(colour_tables.write_csv([], title="").decode())))
    return [cell for cell in header if cell not in {f"{nm:g}" for nm in WAVELENGTHS}]


def vocabulary() -> dict[str, list[str]]:
    """Return every persisted word of the program as it stands, sorted by what it is a word for."""
    words: dict[str, Any] = {
        "kinds of layer": KINDS_OF_LAYER,
        "patterns of layers": get_args(BlendPattern),
        "places of layers": get_args(Place),
        "zones": ZONES,
        "faces of parts": FACES,
        "kinds of parts": set(ADDED).union(*(usual_piece(form).parts.values() for form in FORMS)),
        "what is done to parts": get_args(Act),
        "what fills a row of fronts": get_args(Filling),
        "uses of pieces": USES,
        "ages of pieces": AGES,
        "kinds of material": KINDS_OF_MATERIAL,
        "ways a colour was read": WAYS,
        "ways a photo's light was known": PHOTO_NOISE,
        "grounds": GROUNDS,
        "forms of pieces": FORMS,
        "measures of pieces": set().union(*(usual_piece(form).__dataclass_fields__ for form in FORMS)),
        "tools": TOOLS,
        "units": UNITS,
        "films over a ground": [kind.key for kind in OVER_KINDS],
        "ways a wood is made ready": PREPARED,
        "fields of how a film is laid": fields_of(laid),
        "fields of surveys, hours, jobs and plans": fields_of(plan),
        "damage": DAMAGE,
        "causes of cautions": CAUSES,
        "treatments": TREATMENTS,
        "questions of a survey": TESTS,
        "columns of a plan": cells.STEP_COLUMNS,
        "jugs": JUGS,
        "preparations": PREPARATIONS,
        "columns of a shelf's table": shelf_csv.COLUMNS,
        "columns of a table of colours": colour_header(),
        "fields of colour sources": fields_of(colour_source),
        "fields of looks": fields_of(look, lambda name: name not in MARKS),
        "fields of layouts": fields_of(layout),
        "fields of tests of a tin": fields_of(tin_test),
        "fields of marks on a photo": fields_of(look, MARKS.__contains__),
        "fields of a shelf file": fields_of(shelf_file),
        "columns of tables": [
            f"{table.name}.{column.name}"
            for table in Row.metadata.tables.values()
            for column in table.columns
        ],
    }
    return {what: sorted(found) for what, found in words.items()}


class VocabularyTest(unittest.TestCase):
    def test_every_stored_word_is_listed(self) -> None:
        found = vocabulary()
        self.assertEqual(sorted(found), sorted(KNOWN))
        for what, words in found.items():
            with self.subTest(what):
                lost, new = sorted(set(KNOWN[what]) - set(words)), sorted(set(words) - set(KNOWN[what]))
                self.assertEqual(lost, [], "lost: it needs a migration and an alias")
                self.assertEqual(new, [], "new: list it in vocabulary.json")

    def test_ways_in_sources_are_those_of_the_core(self) -> None:
        self.assertEqual(sorted(get_args(colour_source.Way)), sorted(WAYS))
