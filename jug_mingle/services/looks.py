"""Looks: the layers of a job's finishes, resolved to films of its jugs and pots; pictures, points and judgements."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any, Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import mixed_film, mixed_paint
from jug_mingle.core.finishes import METALS, WAXES, Film, Finish, Laid, Layer, area_shares, at_point, stages
from jug_mingle.core.finishes.generic import USUAL_MATERIAL, generic_film
from jug_mingle.core.finishes.layer import stage_names
from jug_mingle.core.finishes.picture import Picture, render
from jug_mingle.core.finishes.presets import LOOKS
from jug_mingle.core.materials.handling import in_force
from jug_mingle.core.materials.kind import Handling
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.blend_path import Paint, Ramp, ramp
from jug_mingle.core.pieces import UNPAINTED, Samples, draw, usual_piece
from jug_mingle.core.practice.judgement import Waxed, judge, waxes_on
from jug_mingle.core.practice.layer_order import Remark, check_order
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.amounts import SPREAD_RATE
from jug_mingle.services.jobs import get_job
from jug_mingle.services.look_shapes import ColourNote, LayerIn, LookFile
from jug_mingle.services.mixes import get_mix, mix_rows
from jug_mingle.services.pieces import drawn, get_piece, ground_named, grounds_of, piece_of
from jug_mingle.services.predictions import pours_of
from jug_mingle.services.said import row_number
from jug_mingle.services.shelf import fitted_shelf, get_material, standing, to_material
from jug_mingle.store.models import LookRow, MaterialRow, MixRow, PieceRow, now

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
    resolved(session, job_id, layers)
    row = LookRow(job_id=job_id, name=name, layers=[], removed=None) if look_id is None else get_look(session, look_id)
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
    """Return layers whose roles are played by the mixes of a job; where it has too few the last one plays two.

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
        layer.model_copy(update={"colours": [cast.get(colour, colour) for colour in layer.colours]}) for layer in layers
    ]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class _Colours:
    """Films by name, each made once."""

    session: Session
    job_id: int
    shelf: Shelf
    made: dict[str, Film]

    def film(self, name: str) -> Film:
        if name not in self.made:
            self.made[name] = self._make(name)
        return self.made[name]

    def _make(self, name: str) -> Film:
        if name in WAXES or name in METALS:
            return generic_film(name)
        kind, _, key = name.partition(":")
        number = row_number(key)
        if kind == "mix" and number is not None:
            mix = get_mix(self.session, number)
            if mix.job_id != self.job_id:
                raise UnfitError(f"mix {key} belongs to another job")
            return film_of(self.shelf, mix.name, pours_of(mix))
        if kind == "pot" and key:
            pot = get_material(self.session, key)
            return film_of(self.shelf, pot.name, (Pour(key=key, parts=1, ml=1.0),))
        raise UnfitError(
            f"there is no colour {name!r}: name a jug (mix:1), a pot (pot:its-key), a wax ({', '.join(WAXES)}) or a "
            f"gilding ({', '.join(METALS)})"
        )


def film_of(shelf: Shelf, name: str, pours: Sequence[Pour]) -> Film:
    """Return a mix as a film: its optics, and how thick one ordinary coat of it dries; the last ones are kept."""
    return _film_of(shelf, name, tuple(pours))


@lru_cache(maxsize=128)
def _film_of(shelf: Shelf, name: str, pours: tuple[Pour, ...]) -> Film:
    film, first = mixed_film(shelf, pours), shelf.materials[shelf.index(pours[0].key)]
    return Film(name=name, optics=film.optics, X=film.X, veil=film.veil, base=first.kind.base)


def resolved(session: Session, job_id: int, layers: Sequence[LayerIn]) -> tuple[Layer, ...]:
    """Return layers with their films; UnfitError or NotFoundError says which layer is wrong, and how."""
    colours = _Colours(session=session, job_id=job_id, shelf=fitted_shelf(session), made={})
    found = []
    for number, layer in enumerate(layers):
        spec: dict[str, Any] = layer.model_dump(exclude={"colours", "zones"})
        try:
            films = tuple(colours.film(name) for name in layer.colours)
            found.append(Layer(films=films, zones=tuple(layer.zones), **spec))
        except ValueError as error:
            raise UnfitError(f"layer {number + 1}: {error}") from error
    return tuple(found)


def dressed(session: Session, piece_id: int, layers: Sequence[LayerIn]) -> tuple[PieceRow, Finish]:
    """Return a piece and its finish, saved or not: all that a picture needs of the database."""
    row = get_piece(session, piece_id)
    return row, Finish(layers=resolved(session, row.job_id, layers), grounds=grounds_of(session, row))


def picture_of(
    row: PieceRow,
    finish: Finish,
    *,
    light: Light,
    pixels_wide: int,
    pixels_high: int,
    stage: int | None = None,
    shaded: bool = True,
) -> Picture:
    """Return the picture of a piece in a finish; with `stage` as it is after so many coats."""
    if stage is not None:
        grown = stages(finish.layers)
        finish = Finish(layers=grown[min(stage, len(grown) - 1)], grounds=finish.grounds)
    samples = drawn(row, pixels_wide, pixels_high)
    return render(samples, (pixels_high, pixels_wide), finish, light, shaded=shaded)


FORM_PIXELS: Final = (264, 198)
"""Size of the picture that a form is chosen by."""


def picture_of_form(form: str, *, light: Light) -> Picture:
    """Return a small picture of a form in its usual measures, bare."""
    wide, high = FORM_PIXELS
    return render(draw(usual_piece(form), wide, high).samples(), (high, wide), Finish(), light)


def field_of(row: PieceRow, finish: Finish, number: int, *, pixels_wide: int, pixels_high: int) -> Picture:
    """Return where a layer lies and how thick, white for much, on the piece in grey."""
    if not 0 <= number < len(finish.layers):
        raise UnfitError(f"there is no layer {number + 1} among {len(finish.layers)}")
    layer = finish.layers[number]
    samples = drawn(row, pixels_wide, pixels_high)
    values = np.full(samples.pixel.size + 1, 0.30, dtype=np.float32)
    for zone, place in samples.zones.items():
        if zone not in UNPAINTED and layer.reaches(zone):
            of = layer.of.share or layer.of.field
            values[place] = 0.06 + 0.94 * np.clip(of(layer, samples, zone), 0.0, 1.0)
        elif zone not in UNPAINTED:
            values[place] = 0.06
    values[:-1] *= 0.6 + 0.4 * np.clip(samples.fields["shade"], 0.0, 1.0)
    grey = np.rint(255.0 * np.sqrt(values.take(samples.foremost))).astype(np.uint8).reshape(pixels_high, pixels_wide)
    return np.repeat(grey[..., np.newaxis], 3, axis=2)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Point:
    """What lies at a point of the picture: its zone, and what each layer made of it."""

    zone: str
    laid: list[Laid]


def point_of(
    session: Session, piece_id: int, layers: Sequence[LayerIn], *, x: float, y: float, wide: int, high: int
) -> Point:
    """Return what lies at a point, in shares of the picture's width and height; NotFoundError beside the piece."""
    row, finish = dressed(session, piece_id, layers)
    samples = drawn(row, wide, high)
    pixel = min(high - 1, int(y * high)) * wide + min(wide - 1, int(x * wide))
    at = int(samples.foremost[pixel])
    zone = next((name for name, place in samples.zones.items() if place.start <= at < place.stop), "shadow")
    if zone in UNPAINTED:
        raise NotFoundError("there is nothing painted at this point: pick one on the piece")
    return Point(zone=zone, laid=at_point(finish, samples, zone, at - samples.zones[zone].start))


@dataclass(frozen=True, slots=True, kw_only=True)
class Need:
    """What a finish takes of one colour, in one layer or in all. [m², ml]

    `colour` is as layers name it; `mix_id` is its jug, if it is one, and `batch` how much that jug was made for. [ml]
    `density` is that of what is laid. [g/ml]
    """

    colour: str
    name: str
    area: float
    ml: float
    mix_id: int | None = None
    batch: float | None = None
    density: float = 1.3


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Judged:
    """What is said of a finish: remarks, what waxes would make of it, and what it takes of each colour."""

    remarks: list[Remark]
    waxes: list[Waxed]
    needs: list[Need]
    stages: list[str]


JUDGED_AT = (360, 270)
"""Pixels of the drawing by which shares of area are told."""


def judged(session: Session, piece_id: int, layers: Sequence[LayerIn], *, light: Light) -> Judged:
    """Return what is to be said of a finish on a piece."""
    row, finish = dressed(session, piece_id, layers)
    samples = drawn(row, *JUDGED_AT)
    bleeds = ground_named(session, row.job_id, row.grounds.get("", "oak")).bleeds
    remarks = [
        *_put_away(session, layers),
        *check_order(finish.layers),
        *judge(finish, samples, bridges=_bridges(session), bleeds=bleeds, light=light),
    ]
    zone = max(
        (zone for zone in samples.zones if zone not in UNPAINTED),
        key=lambda name: samples.zones[name].stop - samples.zones[name].start,
    )
    return Judged(
        remarks=remarks, waxes=waxes_on(finish, zone),
        needs=_together(session, needs_of(session, row, layers, finish, samples)), stages=stage_names(finish.layers),
    )  # fmt: skip


def _bridges(session: Session) -> list[Film]:
    shelf, there = fitted_shelf(session), standing(session)
    return [
        film_of(shelf, material.name, (Pour(key=material.key, parts=1, ml=1.0),))
        for material in shelf.materials
        if material.key in there and material.kind.optical == "hiding" and material.kind.colours
    ]


def _put_away(session: Session, layers: Sequence[LayerIn]) -> list[Remark]:
    """A look keeps its colours when a jug or a pot is put away; it says so."""
    found = []
    for number, layer in enumerate(layers):
        for kind, _, key in (colour.partition(":") for colour in layer.colours):
            row = get_mix(session, int(key)) if kind == "mix" else get_material(session, key) if kind == "pot" else None
            if row is not None and row.removed is not None:
                why = "Its colour is still known, so the picture stays; bring it back, or choose another."
                found.append(Remark(layer=number, weight="advice", words=f"{row.name} was put away.", why=why))
    return found


def needs_of(
    session: Session, row: PieceRow, layers: Sequence[LayerIn], finish: Finish, samples: Samples
) -> list[list[Need]]:
    """Return what each layer takes of each colour: its share of each zone's area, times coats, as it is laid wet."""
    areas = piece_of(row).areas
    found: list[list[Need]] = []
    for spec, layer in zip(layers, finish.layers, strict=True):
        there: dict[str, Need] = {}
        for zone, area in areas.items():
            if not layer.films or zone not in samples.zones or not layer.reaches(zone):
                continue
            for colour, film, part in zip(spec.colours, layer.films, area_shares(layer, samples, zone), strict=True):
                # A coat is laid as thick as an ordinary one, whatever is wiped off again.
                laid = part if layer.of.has("spares_paint") else 1.0
                ml = 1000.0 * area * laid * layer.coats / SPREAD_RATE / (1.0 + layer.water)
                before = there.get(colour) or Need(
                    colour=colour, name=film.name, area=0.0, ml=0.0, density=density_of(session, colour)
                )
                there[colour] = replace(before, area=before.area + area * part, ml=before.ml + ml)
        found.append(list(there.values()))
    return found


def density_of(session: Session, colour: str) -> float:
    """Return the density of what is laid, for those who weigh it. [g/ml]"""
    kind, _, key = colour.partition(":")
    number = row_number(key)
    if kind == "mix" and number is not None:
        pours = get_mix(session, number).pours
        ml = sum(pour.ml for pour in pours)
        return sum(pour.ml * to_material(pour.material).mass_density for pour in pours) / ml
    return to_material(get_material(session, key)).mass_density if kind == "pot" else 1.0


def _together(session: Session, needs: Sequence[Sequence[Need]]) -> list[Need]:
    """Return what all layers take of each colour, and how much its jug was made for."""
    found: dict[str, Need] = {}
    for need in (need for layer in needs for need in layer):
        before = found.get(need.colour)
        both = need if before is None else replace(before, area=before.area + need.area, ml=before.ml + need.ml)
        found[need.colour] = both
    for colour, need in found.items():
        kind, _, key = colour.partition(":")
        if kind == "mix":
            found[colour] = replace(need, mix_id=int(key), batch=get_mix(session, int(key)).batch)
    return list(found.values())


def pots_in(session: Session, colour: str) -> list[MaterialRow]:
    """Return the pots that a colour of a layer is made of: those of a jug, or a pot itself; none of a generic one."""
    kind, _, key = colour.partition(":")
    number = row_number(key)
    if kind == "mix" and number is not None:
        return [pour.material for pour in get_mix(session, number).pours]
    return [get_material(session, key)] if kind == "pot" and key else []


def handlings_of(session: Session, colour: str) -> list[Handling]:
    """Return how what is in a colour of a layer is handled, by the labels of its pots or what is usual for them."""
    if colour in USUAL_MATERIAL:
        return [kind_of(USUAL_MATERIAL[colour]).handling]
    return [in_force(kind_of(pot.kind), pot.handling) for pot in pots_in(session, colour)]


def way_between(session: Session, *, job_id: int, first_id: int, second_id: int, light: Light, steps: int) -> Ramp:
    """Return the mixtures on the way from one mix to another, even to the eye."""
    ends = [paint_of_mix(session, job_id, mix_id) for mix_id in (first_id, second_id)]
    return ramp(ends[0], ends[1], light=light, steps=steps)


def paint_of_mix(session: Session, job_id: int, mix_id: int) -> Paint:
    """Return a mix of a job as a film to run into others."""
    row = mix_of(session, job_id, mix_id)
    return mixed_paint(fitted_shelf(session), pours_of(row))


def mix_of(session: Session, job_id: int, mix_id: int) -> MixRow:
    """Return a mix that belongs to a job; UnfitError when it is of another."""
    row = get_mix(session, mix_id)
    if row.job_id != job_id:
        raise UnfitError(f"mix {mix_id} belongs to another job")
    return row


def to_file(session: Session, look_id: int) -> LookFile:
    """Return a look as a file: jugs and pots become roles, so that it can be worn in other colours."""
    row = get_look(session, look_id)
    layers = layers_of(row)
    named = {colour for layer in layers for colour in layer.colours if ":" in colour}
    # The jugs in the order in which the job has them, so that a look comes back in the colours that it left in.
    order = [f"mix:{mix.id}" for mix in mix_rows(session, row.job_id)]
    ranked = sorted(named, key=lambda colour: (order.index(colour) if colour in order else len(order), colour))
    cast = dict(zip(ranked, ROLES, strict=False))
    films = _Colours(session=session, job_id=row.job_id, shelf=fitted_shelf(session), made={})
    return LookFile(
        name=row.name,
        roles={role: ColourNote(name=films.film(colour).name) for colour, role in cast.items()},
        layers=[
            layer.model_copy(update={"colours": [cast.get(colour, colour) for colour in layer.colours]})
            for layer in layers
        ],
    )


def seen_of(laid: Sequence[Laid]) -> FloatArray:
    """Return what is seen at a point in the end (36,)."""
    return np.clip(laid[-1].R, 0.0, 1.0)
