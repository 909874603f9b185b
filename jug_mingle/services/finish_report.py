"""What is said of a finish on a piece: remarks, waxes, and what it takes of each colour."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.finishes import Film, Finish, Layer
from jug_mingle.core.finishes.layer import stage_names
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.pieces import UNPAINTED, Samples
from jug_mingle.core.plan.survey import Survey
from jug_mingle.core.plan.treatments import bare_of
from jug_mingle.core.practice.amounts import not_counted, taken_by
from jug_mingle.core.practice.hazards import DEFERS, Work, hazards_of
from jug_mingle.core.practice.judgement import Waxed, judge, waxes_on
from jug_mingle.core.practice.remark import Remark, ranked
from jug_mingle.core.practice.rules import by_rules
from jug_mingle.core.practice.schools import by_school
from jug_mingle.core.practice.situation import laid_of, situations
from jug_mingle.core.practice.uses import remarks_of_use
from jug_mingle.documents.look import LayerIn
from jug_mingle.services.finish_resolver import dressed, film_of
from jug_mingle.services.looks import worn_layers
from jug_mingle.services.materials import get_material, keys_on_shelf
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.pieces import drawn, piece_of, set_of, uses_of
from jug_mingle.services.settings import settings_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import PieceRow


@dataclass(frozen=True, slots=True, kw_only=True)
class Need:
    """What a finish takes of one colour, in one layer or in all. [m², ml]

    `colour` is as layers name it; `mix_id` is its jug, if it is one, and `batch` how much that jug was made
    for. [ml] `density` is that of what is laid [g/ml]; `set_ml` what all pieces of the set take, where there
    are others.
    """

    colour: str
    name: str
    area: float
    ml: float
    density: float
    mix_id: int | None = None
    batch: float | None = None
    set_ml: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Judged:
    """What is said of a finish: remarks, what waxes would make of it, what it takes of each colour, and what
    is not counted in that; the wait of each layer, by its place; what can hurt."""

    remarks: list[Remark]
    waxes: list[Waxed]
    needs: list[Need]
    not_counted: str
    waits: list[str]
    stages: list[str]
    cautions: list[str]


JUDGED_AT = (360, 270)
"""Pixels of the drawing by which shares of area are told."""


def judged(session: Session, piece_id: int, layers: Sequence[LayerIn], *, light: Light) -> Judged:
    """Return what is to be said of a finish on a piece."""
    row, worn = dressed(session, piece_id, layers)
    finish = bared_by_survey(row, worn)
    samples = drawn(row, *JUDGED_AT)
    remarks = [
        *_put_away(session, layers),
        *_unfit(finish),
        *by_school(by_rules(finish, piece_of(row).faces), settings_of(session).schools),
        *remarks_of_use(uses_of(row), finish.layers, piece_of(row).faces),
        *judge(finish, samples, bridges=_bridges(session), light=light),
    ]
    zone = max(
        (zone for zone in samples.zones if zone not in UNPAINTED),
        key=lambda name: samples.zones[name].stop - samples.zones[name].start,
    )
    return Judged(
        remarks=ranked(remarks), waxes=waxes_on(finish, zone),
        needs=_with_the_set(
            session, row, _together(session, needs_of(session, row, layers, finish, samples))
        ),
        not_counted=not_counted(finish, piece_of(row).faces),
        waits=[laid_of(n, layer).wait for n, layer in enumerate(finish.layers)],
        stages=stage_names(finish.layers), cautions=cautions_of(row, finish),
    )  # fmt: skip


def bared_by_survey(row: PieceRow, finish: Finish) -> Finish:
    """Return a finish on what its piece is once what the survey sands or strips is off: that is what is laid
    on."""
    survey = Survey.of(row.survey)
    bared = {
        f"{part}/{face}": bare_of(finish.ground_of(address))
        for address in piece_of(row).faces
        for part, face in [address.split("/")[2:]]
        if survey.of_face(address).treatment in ("sand", "strip")
    }
    return replace(finish, grounds={**finish.grounds, **bared}) if bared else finish


def cautions_of(row: PieceRow, finish: Finish) -> list[str]:
    """Return what can hurt where a finish is laid on a piece, the sentence that defers to labels last."""
    work = Work(situations=tuple(situations(finish, piece_of(row).faces)), age=row.age, uses=uses_of(row))
    found = [hazard.words for hazard in hazards_of(work)]
    return [*found, DEFERS] if found else []


def needs_worn(session: Session, row: PieceRow) -> list[Need]:
    """Return what a piece takes of each colour in the look that it wears; nothing where it wears none."""
    layers = worn_layers(session, row)
    if not layers:
        return []
    _, finish = dressed(session, row.id, layers)
    return _together(session, needs_of(session, row, layers, finish, drawn(row, *JUDGED_AT)))


def _with_the_set(session: Session, row: PieceRow, needs: list[Need]) -> list[Need]:
    """Return needs with what the other pieces of the set take of the same colours in the looks that they
    wear."""
    theirs: dict[str, float] = {}
    for other in set_of(session, row):
        if other.id != row.id:
            for need in needs_worn(session, other):
                theirs[need.colour] = theirs.get(need.colour, 0.0) + need.ml
    return [
        replace(need, set_ml=need.ml + theirs[need.colour]) if need.colour in theirs else need
        for need in needs
    ]


def _unfit(finish: Finish) -> list[Remark]:
    """A pattern that does not fit prints nothing; it says so."""
    return [
        Remark(
            layer=number, weight="wrong", words="Its layout does not fit this piece.",
            why="It is larger than every face, or there is no flat face of those that it is for: lay it out "
                "again.",
        )
        for number, layer in enumerate(finish.layers)
        if layer.on and layer.laid_out is not None and not layer.laid_out.spaces
    ]  # fmt: skip


def _bridges(session: Session) -> list[Film]:
    shelf, there = fitted_shelf(session), keys_on_shelf(session)
    return [
        film_of(shelf, material.name, (Pour(key=material.key, parts=1, ml=1.0),))
        for material in shelf.materials
        if material.key in there and material.kind.optical == "hiding" and material.kind.colours
    ]


def _put_away(session: Session, layers: Sequence[LayerIn]) -> list[Remark]:
    """A look keeps its colours when a jug or a tin is put away; it says so."""
    found = []
    for number, layer in enumerate(layers):
        for kind, _, key in (colour.partition(":") for colour in layer.colours):
            row = (
                get_mix(session, int(key))
                if kind == "mix"
                else get_material(session, key)
                if kind == "pot"
                else None
            )
            if row is not None and row.removed is not None:
                why = "Its colour is still known, so the picture stays; bring it back, or choose another."
                found.append(
                    Remark(layer=number, weight="advice", words=f"{row.name} was put away.", why=why)
                )
    return found


def needs_of(
    session: Session, row: PieceRow, layers: Sequence[LayerIn], finish: Finish, samples: Samples
) -> list[list[Need]]:
    """Return what each layer takes of each colour, with the margin that was set."""
    faces, margin = piece_of(row).faces, settings_of(session).margin
    found = []
    for spec, layer in zip(layers, finish.layers, strict=True):
        taken = taken_by(layer, samples, faces, margin=margin)
        colours = [
            (colour, film.name, film.density) for colour, film in zip(spec.colours, layer.films, strict=True)
        ] or [_usual(layer) for _ in taken]
        found.append(
            added_up(
                Need(
                    colour=colour,
                    name=name,
                    area=row.count * one.area,
                    ml=row.count * one.ml,
                    density=density,
                )
                for (colour, name, density), one in zip(colours, taken, strict=True)
                if one.area > 0.0
            )
        )
    return found


def _usual(layer: Layer) -> tuple[str, str, float]:
    """Return what is laid where no tin is named: its key among needs, its name and its density."""
    kind = kind_of(layer.of.usual_material)
    return f"usual:{kind.key}", kind.title, kind.density


def added_up(needs: Iterable[Need]) -> list[Need]:
    """Return needs with one for each colour."""
    found: dict[str, Need] = {}
    for need in needs:
        before = found.get(need.colour)
        both = (
            need if before is None else replace(before, area=before.area + need.area, ml=before.ml + need.ml)
        )
        found[need.colour] = both
    return list(found.values())


def _together(session: Session, needs: Sequence[Sequence[Need]]) -> list[Need]:
    """Return what all layers take of each colour, and how much its jug was made for."""
    found = {need.colour: need for need in added_up(need for layer in needs for need in layer)}
    for colour, need in found.items():
        kind, _, key = colour.partition(":")
        if kind == "mix":
            found[colour] = replace(need, mix_id=int(key), batch=get_mix(session, int(key)).batch)
    return list(found.values())
