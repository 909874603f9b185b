"""Layers as they are said, resolved to films of the job's jugs and of tins on the shelf."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import partial
from typing import Any

from sqlalchemy.orm import Session

from jug_mingle.core.evidence.block_arrow import ArrowFactor
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import taken_by
from jug_mingle.core.evidence.mixtures import mixed_film
from jug_mingle.core.finishes import METALS, WAXES, Film, Finish, Layer
from jug_mingle.core.finishes.generic import generic_film
from jug_mingle.core.materials.handling import Facts
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.pattern.surfaces import surfaces_of
from jug_mingle.documents.look import LayerIn
from jug_mingle.documents.strict import row_number
from jug_mingle.errors import UnfitError
from jug_mingle.services.materials import get_material
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.newest import NewestOf
from jug_mingle.services.patterns import Prepared, on_surfaces, prepared
from jug_mingle.services.pieces import check_names, get_piece, grounds_of, piece_of
from jug_mingle.services.predictions import pours_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import MaterialRow, PieceRow


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
            return film_of(
                self.shelf, mix.name, pours_of(mix), labels_of(pour.material for pour in mix.pours)
            )
        if kind == "pot" and key:
            tin = get_material(self.session, key)
            return film_of(self.shelf, tin.name, (Pour(key=key, parts=1, ml=1.0),), labels_of([tin]))
        raise UnfitError(
            f"there is no colour {name!r}: name a jug (mix:1), a tin (pot:its-key), a wax "
            f"({', '.join(WAXES)}) or a gilding ({', '.join(METALS)})"
        )


Labels = tuple[tuple[str, tuple[tuple[str, object], ...]], ...]
"""Of each tin its kind, and what its label says of how it is handled."""


def labels_of(tins: Iterable[MaterialRow]) -> Labels:
    """Return what tins are, and what their labels say."""
    return tuple((tin.kind, tuple(sorted((tin.handling or {}).items()))) for tin in tins)


def film_of(shelf: Shelf, name: str, pours: Sequence[Pour], labels: Labels = ()) -> Film:
    """Return a mix as a film: its optics, and how thick one ordinary coat of it dries; its facts by its
    labels."""

    def make() -> Film:
        film, first = mixed_film(shelf, pours), shelf.materials[shelf.index(pours[0].key)]
        return Film(
            name=name, optics=film.optics, X=film.X, veil=film.veil, base=first.kind.base,
            spread_rate=film.spread_rate, density=film.density,
            facts=Facts.of((kind_of(kind), dict(own)) for kind, own in labels) if labels else None,
            taken=partial(taken_by, shelf, tuple((pour.key, pour.ml) for pour in pours)),
        )  # fmt: skip

    return _films.get(shelf.factor, (name, tuple(pours), labels), make)


_films: NewestOf[ArrowFactor, tuple[str, tuple[Pour, ...], Labels], Film] = NewestOf(1000)
"""Films made from a fit, as long as that fit is in use: what was poured of a tin makes none of them anew."""


def resolved(session: Session, job_id: int, layers: Sequence[LayerIn]) -> tuple[Layer, ...]:
    """Return layers with their films; UnfitError or NotFoundError says which layer is wrong, and how."""
    colours = _Colours(session=session, job_id=job_id, shelf=fitted_shelf(session), made={})
    found = []
    for number, layer in enumerate(layers):
        spec: dict[str, Any] = layer.model_dump(exclude={"colours", "zones", "layout"})
        try:
            films = tuple(colours.film(name) for name in layer.colours)
            found.append(Layer(films=films, zones=tuple(layer.zones), **spec))
        except ValueError as error:
            raise UnfitError(f"layer {number + 1}: {error}") from error
    return tuple(found)


def layouts_of(session: Session, job_id: int, layers: Sequence[LayerIn]) -> list[Prepared | None]:
    """Return the layouts of layers; UnfitError says which is wrong, and how."""
    ready = []
    for number, layer in enumerate(layers):
        try:
            ready.append(prepared(session, job_id, layer))
        except ValueError as error:
            raise UnfitError(f"layer {number + 1}: {error}") from error
    return ready


def dressed(session: Session, piece_id: int, layers: Sequence[LayerIn]) -> tuple[PieceRow, Finish]:
    """Return a piece and its finish, saved or not: all that a picture needs of the database."""
    row = get_piece(session, piece_id)
    piece = piece_of(row)
    found = resolved(session, row.job_id, layers)
    own = tuple(replace(layer, zones=tuple(piece.ungrouped(layer.zones))) for layer in found)
    own = on_surfaces(own, layouts_of(session, row.job_id, layers), surfaces_of(piece))
    check_names(piece, (name for layer in own for name in layer.zones))
    return row, Finish(layers=own, grounds=grounds_of(session, row))
