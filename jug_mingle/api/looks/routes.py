"""Looks: what they are made of, our own, those of a job, and their files."""

from typing import Any

from fastapi import APIRouter
from fastapi.responses import Response

from jug_mingle.api.common.files import gives, sent
from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.context import ContextNow, ReadSession, writing
from jug_mingle.api.looks.schemas import FinishMadeOut, FinishOut, LookbookOut, LookIn, PresetOut
from jug_mingle.api.looks.serializers import finish_out, kind_out
from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.finishes import KINDS, METALS, PATTERNS, WAXES
from jug_mingle.core.finishes.generic import generic_swatch
from jug_mingle.core.finishes.presets import LOOKS
from jug_mingle.documents.look import LayerIn, LookFile
from jug_mingle.documents.strict import Id
from jug_mingle.services import looks
from jug_mingle.services.jobs import get_job

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
        return finish_out(looks.save_look(session, job_id, name=body.name, layers=body.layers, look_id=look_id))


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
