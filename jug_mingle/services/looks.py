"""Looks of a job: kept, worn, cast in its jugs, written to files."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.finishes.presets import LOOKS
from jug_mingle.documents.layout import LayoutIn
from jug_mingle.documents.look import ColourNote, LayerIn, LookFile
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.finish_resolver import _Colours, resolved
from jug_mingle.services.jobs import get_job
from jug_mingle.services.mixes import copy_mix, get_mix, mix_rows
from jug_mingle.services.motifs import copy_motif, get_motif, keep_file
from jug_mingle.services.motifs import to_file as motif_file
from jug_mingle.services.pieces import get_piece
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import LookRow, PieceRow, now

ROLES = ("first", "second", "third")


def look_rows(session: Session, job_id: int) -> Sequence[LookRow]:
    """Return the looks of a job, oldest first."""
    get_job(session, job_id)
    return session.scalars(
        select(LookRow).where(LookRow.job_id == job_id, LookRow.removed.is_(None)).order_by(LookRow.id)
    ).all()


def get_look(session: Session, look_id: int) -> LookRow:
    """Return a look, also one that was removed; NotFoundError when there is none."""
    row = session.get(LookRow, look_id)
    if row is None:
        raise NotFoundError(f"there is no look {look_id}")
    return row


def save_look(
    session: Session, job_id: int, *, name: str, layers: Sequence[LayerIn], look_id: int | None = None
) -> LookRow:
    """Keep a look, new or changed; UnfitError when a colour of it is missing or of another job."""
    get_job(session, job_id)
    resolved(session, job_id, layers)
    row = (
        LookRow(job_id=job_id, name=name, layers=[], removed=None)
        if look_id is None
        else get_look(session, look_id)
    )
    if row.job_id != job_id:
        raise UnfitError(f"look {look_id} belongs to another job")
    row.name, row.layers = name, [layer.model_dump(mode="json") for layer in layers]
    session.add(row)
    session.flush()
    return row


def remove_look(session: Session, look_id: int) -> None:
    """Put a look away; pieces that wear it are bare until `restore_look` brings it back."""
    get_look(session, look_id).removed = now()
    session.flush()


def worn_look(session: Session, piece: PieceRow) -> LookRow | None:
    """Return the look that a piece wears; None where it wears none, or one that was put away."""
    row = None if piece.look_id is None else get_look(session, piece.look_id)
    return row if row is not None and row.removed is None else None


def worn_layers(session: Session, piece: PieceRow) -> list[LayerIn]:
    """Return the layers that a piece wears; none where it is bare."""
    row = worn_look(session, piece)
    return [] if row is None else layers_of(row)


def restore_look(session: Session, look_id: int) -> LookRow:
    """Bring a look back."""
    row = get_look(session, look_id)
    row.removed = None
    session.flush()
    return row


def wear(session: Session, piece_id: int, look_id: int | None) -> PieceRow:
    """Dress a piece in a look, or in nothing."""
    row = get_piece(session, piece_id)
    if look_id is not None and get_look(session, look_id).job_id != row.job_id:
        raise UnfitError(f"look {look_id} belongs to another job")
    row.look_id = look_id
    session.flush()
    return row


def copy_look(session: Session, look_id: int, job_id: int) -> LookRow:
    """Return a look of another job as one of this, its jugs brought along; a jug that is here just so stands
    for it."""
    look = get_look(session, look_id)
    cast: dict[str, str] = {}
    for colour in {
        colour for layer in layers_of(look) for colour in layer.colours if colour.startswith("mix:")
    }:
        mix = get_mix(session, int(colour.partition(":")[2]))
        cast[colour] = f"mix:{copy_mix(session, mix, job_id).id}"
    layers = [
        layer.model_copy(
            update={"colours": [cast.get(colour, colour) for colour in layer.colours],
                    "layout": _with_motif(session, layer.layout, job_id)}
        )
        for layer in layers_of(look)
    ]  # fmt: skip
    return save_look(session, job_id, name=look.name, layers=layers)


def _with_motif(session: Session, layout: LayoutIn | None, job_id: int) -> LayoutIn | None:
    """Return a layout with its motif brought along."""
    if layout is None:
        return None
    return layout.model_copy(update={"motif": copy_motif(session, layout.motif, job_id), "placed": 0})


def layers_of(row: LookRow) -> list[LayerIn]:
    """Return the layers of a look."""
    return [LayerIn.model_validate(layer) for layer in row.layers]


def preset(session: Session, job_id: int, key: str) -> list[LayerIn]:
    """Return the layers of one of our own looks, in the job's jugs: its first mix, its second, its third."""
    found = next((look for look in LOOKS if look.key == key), None)
    if found is None:
        raise NotFoundError(f"there is no look {key!r}; known are {', '.join(look.key for look in LOOKS)}")
    return cast_roles(session, job_id, [LayerIn.model_validate(dict(layer)) for layer in found.layers])


def cast_roles(session: Session, job_id: int, layers: Sequence[LayerIn]) -> list[LayerIn]:
    """Return layers whose roles are played by the mixes of a job; where it has too few the last one plays
    two.

    Raises
    ------
    UnfitError
        If the layers need a jug and the job has none.
    """
    mixes = mix_rows(session, job_id)
    if not mixes and any(colour in ROLES for layer in layers for colour in layer.colours):
        raise UnfitError("this look needs a jug: mingle a colour and keep it first")
    cast = {role: f"mix:{mixes[min(n, len(mixes) - 1)].id}" for n, role in enumerate(ROLES) if mixes}
    return [
        layer.model_copy(update={"colours": [cast.get(colour, colour) for colour in layer.colours]})
        for layer in layers
    ]


def from_file(session: Session, job_id: int, file: LookFile) -> LookRow:
    """Keep a look from a file in the jugs of a job, its own motifs with it."""
    made = {name: f"own:{keep_file(session, job_id, one).id}" for name, one in file.motifs.items()}
    layers = [
        layer
        if layer.layout is None
        else layer.model_copy(
            update={"layout": layer.layout.model_copy(
                update={"motif": made.get(layer.layout.motif, layer.layout.motif), "placed": 0}
            )}
        )
        for layer in cast_roles(session, job_id, file.layers)
    ]  # fmt: skip
    return save_look(session, job_id, name=file.name, layers=layers)


def to_file(session: Session, look_id: int) -> LookFile:
    """Return a look as a file: jugs and tins become roles, so that it can be worn in other colours."""
    row = get_look(session, look_id)
    layers = layers_of(row)
    named = {colour for layer in layers for colour in layer.colours if ":" in colour}
    # The jugs in the order in which the job has them, so that a look comes back in the colours that it left
    # in.
    order = [f"mix:{mix.id}" for mix in mix_rows(session, row.job_id)]
    ranked = sorted(
        named, key=lambda colour: (order.index(colour) if colour in order else len(order), colour)
    )
    cast = dict(zip(ranked, ROLES, strict=False))
    films = _Colours(session=session, job_id=row.job_id, shelf=fitted_shelf(session), made={})
    return LookFile(
        name=row.name,
        roles={role: ColourNote(name=films.film(colour).name) for colour, role in cast.items()},
        motifs={
            name: motif_file(get_motif(session, int(name.partition(":")[2])))
            for name in {layer.layout.motif for layer in layers if layer.layout is not None}
            if name.startswith("own:")
        },
        layers=[
            layer.model_copy(update={"colours": [cast.get(colour, colour) for colour in layer.colours]})
            for layer in layers
        ],
    )
