"""Looks: what they are made of, our own, those of a job, and their files."""

import math
from typing import Annotated, Any, Literal

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel, Field

from jug_mingle.api.common import Hex, Name, gives, hex_of, sent
from jug_mingle.api.context import ContextNow, ReadSession, writing
from jug_mingle.api.practice import CardOut
from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.finishes import KINDS, METALS, PATTERNS, WAXES
from jug_mingle.core.finishes.generic import generic_swatch
from jug_mingle.core.finishes.layer_kind import LayerKind
from jug_mingle.core.finishes.layer_settings import Setting
from jug_mingle.core.finishes.presets import LOOKS
from jug_mingle.core.practice.techniques import CARDS
from jug_mingle.documents.look import LayerIn, LookFile
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.services import looks
from jug_mingle.services.jobs import get_job
from jug_mingle.services.looks import layers_of
from jug_mingle.store.models import LookRow


class FinishOut(BaseModel):
    """A look of a job: its finish by name."""

    id: int
    version: int
    name: str
    layers: list[LayerIn]


class FinishMadeOut(FinishOut):
    """A look that was made, and the version of the piece that wears it since, where one does."""

    piece_version: int | None


Pixels = Annotated[int, Field(ge=64, le=2400)]
Layers = Annotated[list[LayerIn], Field(max_length=24)]


class WordOut(BaseModel):
    """What values below a limit are called; the last has no limit."""

    below: float | None
    word: str


class SettingOut(BaseModel):
    """What a person can move of a layer: a slider, a choice, or a layer below."""

    key: Literal[
        "coats", "water", "wipe", "amount", "size", "width", "contrast", "hand", "seed", "dwell", "veil",
        "pattern", "place", "way", "down_to",
    ]  # fmt: skip
    title: str
    control: Literal["slider", "choice", "layer_below"]
    low: float
    high: float
    shown_low: float = Field(description="From here a person usually moves it.")
    shown_high: float
    step: float
    log: bool = Field(description="Whether even steps of the slider are even factors.")
    unit: Literal["", "%", "1 : n", "min", "no."]
    words: list[WordOut]
    options: dict[str, str]


class LayerKindOut(BaseModel):
    """A kind of layer, how it is usually laid, and why."""

    key: str
    title: str
    why: str
    least: int
    most: int
    takes: list[str] = Field(description="Kinds of material that are laid in it.")
    generic: str = Field(description="Generic materials that it takes as well: waxes, metals, or none.")
    usual: LayerIn
    laid_out: bool = Field(description="Whether it has a layout.")
    begins_with: str = Field(description="The generic material that it is laid with at first, or none.")
    settings: list[SettingOut]
    card: CardOut


class PresetOut(BaseModel):
    """A look of our own to begin from."""

    key: str
    title: str
    words: str


class LookbookOut(BaseModel):
    """What looks are made of."""

    kinds: list[LayerKindOut]
    patterns: dict[str, str]
    presets: list[PresetOut]
    waxes: list[str]
    metals: list[str]
    swatches: dict[str, Hex] = Field(description="How the generic waxes and gildings look.")


class LookIn(StrictModel):
    """A look to keep."""

    name: Name
    layers: Annotated[list[LayerIn], Field(max_length=24)]


def finish_out(row: LookRow) -> FinishOut:
    """Return a look."""
    return FinishOut(id=row.id, version=row.version, name=row.name, layers=layers_of(row))


def kind_out(kind: LayerKind) -> LayerKindOut:
    """Return a kind of layer with what can be moved of it."""
    return LayerKindOut(
        key=kind.key, title=kind.title, why=kind.why, least=kind.films[0], most=kind.films[1],
        takes=list(kind.takes),
        generic=kind.generic, laid_out=kind.has("laid_out"), begins_with=kind.begins_with,
        usual=LayerIn.model_validate({"kind": kind.key, **kind.usual}),
        settings=[setting_out(setting) for setting in kind.settings],
        card=CardOut.model_validate(CARDS[kind.key]),
    )  # fmt: skip


def setting_out(setting: Setting) -> SettingOut:
    """Return what can be moved of a layer."""
    words = [WordOut(below=None if math.isinf(limit) else limit, word=word) for limit, word in setting.words]
    return SettingOut.model_validate(
        {
            "key": setting.key, "title": setting.title, "control": setting.control, "low": setting.low,
            "high": setting.high,
            "shown_low": setting.shown[0],
            "shown_high": setting.shown[1], "step": setting.step, "log": setting.log, "unit": setting.unit,
            "words": words,
            "options": dict(setting.options),
        }
    )  # fmt: skip


router = APIRouter(prefix="/api", tags=["looks"])


@router.get("/lookbook")
def lookbook() -> LookbookOut:
    """Return the kinds of layers with their usual numbers, the patterns of blends, and our own looks."""
    names = (*WAXES, *METALS)
    return LookbookOut(
        kinds=[kind_out(kind) for kind in KINDS.values()],
        patterns=dict(PATTERNS),
        waxes=list(WAXES),
        metals=list(METALS),
        swatches={name: hex_of(generic_swatch(name), DAYLIGHT) for name in names},
        presets=[PresetOut(key=look.key, title=look.title, words=look.words) for look in LOOKS],
    )


@router.get("/look.schema.json")
def look_schema() -> dict[str, Any]:
    """Return the JSON schema of a look's file."""
    return LookFile.model_json_schema()


@router.get("/jobs/{job_id}/presets/{key}")
def preset(job_id: Id, key: str, session: ReadSession) -> list[LayerIn]:
    """Return one of our own looks in the job's jugs."""
    return looks.preset(session, job_id, key)


@router.post("/jobs/{job_id}/looks", status_code=201)
def add_look(job_id: Id, body: LookIn, context: ContextNow, worn_by: Id | None = None) -> FinishMadeOut:
    """Keep a look, and dress a piece in it where one is named: both, or nothing."""
    with writing(context) as session:
        row = looks.save_look(session, job_id, name=body.name, layers=body.layers)
        piece = None if worn_by is None else looks.wear(session, worn_by, row.id)
        return FinishMadeOut(**finish_out(row).model_dump(), piece_version=piece.version if piece else None)


@router.post("/jobs/{job_id}/looks/{look_id}/copy", status_code=201)
def copy_look(job_id: Id, look_id: Id, context: ContextNow) -> FinishOut:
    """Keep a look of another job as one of this, with the jugs that it is laid in."""
    with writing(context) as session:
        get_job(session, job_id)
        return finish_out(looks.copy_look(session, look_id, job_id))


@router.put("/looks/{look_id}")
def change_look(look_id: Id, body: LookIn, context: ContextNow) -> FinishOut:
    """Keep a look as it is now."""
    with writing(context) as session:
        job_id = looks.get_look(session, look_id).job_id
        return finish_out(
            looks.save_look(session, job_id, name=body.name, layers=body.layers, look_id=look_id)
        )


@router.delete("/looks/{look_id}", status_code=204)
def remove_look(look_id: Id, context: ContextNow) -> None:
    """Put a look away; it can be restored."""
    with context.database.write.begin() as session:
        looks.remove_look(session, look_id)


@router.post("/looks/{look_id}/restore")
def restore_look(look_id: Id, context: ContextNow) -> FinishOut:
    """Bring a look back."""
    with context.database.write.begin() as session:
        return finish_out(looks.restore_look(session, look_id))


@router.get("/looks/{look_id}/file", responses=gives("application/json"), response_class=Response)
def look_file(look_id: Id, session: ReadSession) -> Response:
    """Return a look as a file, its jugs as roles."""
    file = looks.to_file(session, look_id)
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in file.name.lower())
    return sent(file.model_dump_json(indent=2).encode(), "application/json", f"{name}.look.json")


@router.post("/jobs/{job_id}/looks/import", status_code=201)
def import_look(job_id: Id, body: LookFile, context: ContextNow) -> FinishOut:
    """Keep a look from a file, in the jugs of this job."""
    with writing(context) as session:
        return finish_out(looks.from_file(session, job_id, body))
