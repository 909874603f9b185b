"""Looks as they are shown."""

import math

from jug_mingle.api.looks import schemas
from jug_mingle.api.looks.schemas import LayerKindOut, SettingOut, WordOut
from jug_mingle.api.practice.schemas import CardOut
from jug_mingle.core.finishes.layer_kind import LayerKind
from jug_mingle.core.finishes.settings import Setting
from jug_mingle.core.practice.techniques import CARDS
from jug_mingle.documents.look import LayerIn
from jug_mingle.services.looks import layers_of
from jug_mingle.store.models import LookRow


def finish_out(row: LookRow) -> schemas.FinishOut:
    """Return a look."""
    return schemas.FinishOut(id=row.id, version=row.version, name=row.name, layers=layers_of(row))


def kind_out(kind: LayerKind) -> LayerKindOut:
    """Return a kind of layer with what can be moved of it."""
    return LayerKindOut(
        key=kind.key, title=kind.title, why=kind.why, least=kind.films[0], most=kind.films[1], takes=list(kind.takes),
        generic=kind.generic, laid_out=kind.has("laid_out"), begins_with=kind.begins_with,
        usual=LayerIn.model_validate({"kind": kind.key, **kind.usual}),
        settings=[setting_out(one) for one in kind.settings], card=CardOut.model_validate(CARDS[kind.key]),
    )  # fmt: skip


def setting_out(one: Setting) -> SettingOut:
    """Return what can be moved of a layer."""
    words = [WordOut(below=None if math.isinf(limit) else limit, word=word) for limit, word in one.words]
    return SettingOut.model_validate(
        {
            "key": one.key, "title": one.title, "control": one.control, "low": one.low, "high": one.high,
            "shown_low": one.shown[0],
            "shown_high": one.shown[1], "step": one.step, "log": one.log, "unit": one.unit, "words": words,
            "options": dict(one.options),
        }
    )  # fmt: skip
