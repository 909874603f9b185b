"""What a rule of the trade sees: the ground of faces that are treated alike, what lies on them, what it is
made of."""

from collections.abc import Collection, Iterator
from dataclasses import dataclass
from functools import cache
from typing import Final

from jug_mingle.core.finishes.bare_ground import Below
from jug_mingle.core.finishes.generic import USUAL_MATERIAL
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.materials.handling import Facts, wait_words
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.pieces.addresses import ZONES, said_of, zone_of

_SOFT_WAXES: Final = frozenset({"clear_wax", "coloured_wax", "light_wax"})
_CLEAR_WAXES: Final = frozenset({"clear_wax", "light_wax"})

_CLEAR: Final = 0.02
"""A film that absorbs less than this (K X, mean over the spectrum) is clear."""

_LEFT: Final = 0.2
"""A wax of which more than this share stays on open faces is a coat; less lies in recesses alone."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class LaidLayer:
    """A layer as it lies on faces: its number in the finish, and the facts of what is in it."""

    place: int
    layer: Layer
    facts: Facts

    @property
    def title(self) -> str:
        """What it is called."""
        return self.layer.of.title

    @property
    def soft(self) -> bool:
        """Whether it is a solvent wax, on which nothing that forms a film holds."""
        return self.layer.of.act == "film" and bool(self.facts.kinds & _SOFT_WAXES)

    @property
    def whole(self) -> bool:
        """Whether it is a coat, rather than what stays in recesses and on edges when the rest is wiped
        off."""
        return self.layer.place == "everywhere" or (1.0 - self.layer.wipe) * self.layer.amount > _LEFT

    @property
    def clear_wax(self) -> bool:
        """Whether it is clear or light wax, or a wax base without a colour, whatever its name."""
        films = self.layer.films
        clear = bool(films) and float(films[0].optics.K.mean()) * films[0].X <= _CLEAR
        return self.layer.kind == "wax" and (bool(self.facts.kinds & _CLEAR_WAXES) or clear)

    @property
    def coloured_wax(self) -> bool:
        """Whether it is a wax that colours."""
        return self.layer.kind == "wax" and not self.clear_wax and not self.powder

    @property
    def powder(self) -> bool:
        """Whether it is a dry powder that is brushed into wax, and seals nothing."""
        return "ageing_powder" in self.facts.kinds

    @property
    def seals(self) -> bool:
        """Whether it covers what needs a seal: a clear coat, an oil, a wax."""
        return self.layer.of.has("seals")

    @property
    def wait(self) -> str:
        """The wait after each coat, of what is in it, as it is said; "none" of wear."""
        return "none" if self.layer.of.act == "reveal" else wait_words(self.facts.recoat, self.layer.coats)

    @property
    def forms_film(self) -> bool:
        """Whether it dries to a film that needs something to bond to."""
        return self.layer.of.has("water_based", "film_seal") and not self.soft and not self.powder


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Situation:
    """Faces on which the same lies on the same ground; layers from the ground up, without what is off."""

    faces: tuple[str, ...]
    ground: Below
    laid: tuple[LaidLayer, ...]

    def below(self, at: int) -> list[LaidLayer]:
        """Return what lies below one of `laid`, wear left out."""
        return [laid_layer for laid_layer in self.laid[:at] if laid_layer.layer.of.act != "reveal"]

    def above(self, at: int) -> list[LaidLayer]:
        """Return what lies above one of `laid`."""
        return list(self.laid[at + 1 :])


def situations(finish: Finish, faces: Collection[str]) -> list[Situation]:
    """Return a piece's faces, by their addresses, grouped by what lies on them and below."""
    laid = {place: laid_of(place, layer) for place, layer in enumerate(finish.layers) if layer.on}
    groups: dict[tuple[Below, tuple[int, ...]], list[str]] = {}
    for face in faces:
        reach = tuple(place for place in laid if finish.layers[place].reaches(face))
        groups.setdefault((finish.ground_of(face), reach), []).append(face)
    return [
        Situation(faces=tuple(own), ground=ground, laid=tuple(laid[place] for place in reach))
        for (ground, reach), own in groups.items()
    ]


def laid_of(place: int, layer: Layer) -> LaidLayer:
    """Return a layer with the facts of what is in it: of all its colours, or of what is usual for its
    kind."""
    known = [film.facts for film in layer.films if film.facts is not None]
    if layer.kind in ("glaze", "sponge") and any(facts.base == "wax" for facts in known):
        # A generic wax lends a glaze its colour, no more.
        return LaidLayer(place=place, layer=layer, facts=_usual("coloured_glaze"))
    usual = USUAL_MATERIAL.get(layer.kind) or next(iter(layer.of.takes), "thinner")
    return LaidLayer(place=place, layer=layer, facts=known[0].with_(known[1:]) if known else _usual(usual))


@cache
def _usual(kind: str) -> Facts:
    return Facts.of([(kind_of(kind), {})])


def where(faces: Collection[str], of: Collection[str]) -> str:
    """Return what faces are called, in brackets; nothing where they are all `of` those that could be meant.

    A zone of which all faces are meant is said as one.
    """
    if set(faces) >= set(of):
        return ""
    names = list(dict.fromkeys(_named(faces, of)))
    shown = names[:3] + (["others"] if len(names) > 3 else [])
    return f" ({', '.join(shown)})"


def _named(faces: Collection[str], of: Collection[str]) -> Iterator[str]:
    for face in faces:
        zone = zone_of(face)
        whole = {one for one in of if zone_of(one) == zone} <= set(faces)
        yield ZONES.get(zone, zone) if whole else said_of(face)
