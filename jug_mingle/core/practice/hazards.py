"""What can hurt, tied to what causes it. Common practice; labels, local rules and licensed trades come
first."""

import csv
from collections.abc import Callable, Collection, Iterable, Mapping
from dataclasses import dataclass
from importlib.resources import files
from typing import Final

from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.practice.situation import Situation


def rows_of(name: str) -> list[dict[str, str]]:
    """Return the rows of a table in `core/data`, by the names of its columns."""
    text = files("jug_mingle.core").joinpath("data", name).read_text(encoding="utf-8")
    return list(csv.DictReader(text.splitlines()))


DEFERS: Final = "Labels, local rules and licensed trades come first."
"""Said with every caution."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Work:
    """What is about to be done on a piece: what lies on its faces, how old it is, what it is for."""

    situations: tuple[Situation, ...]
    age: str = "unknown"
    uses: Collection[str] = ()

    @property
    def kinds(self) -> frozenset[str]:
        """Keys of all materials that are laid."""
        return frozenset().union(
            *(layer.facts.kinds for situation in self.situations for layer in situation.laid)
        )

    def laid(self, *kinds: str) -> bool:
        """Return whether a layer of one of these kinds is laid."""
        return any(layer.layer.kind in kinds for situation in self.situations for layer in situation.laid)

    def laid_by(self, way: str) -> bool:
        """Return whether a layer is laid in a way."""
        return any(layer.layer.way == way for situation in self.situations for layer in situation.laid)

    def on(self, *coats: str) -> bool:
        """Return whether something is laid on an old finish of one of these sorts."""
        return any(situation.ground.coat in coats for situation in self.situations if situation.laid)


@dataclass(frozen=True, slots=True, kw_only=True)
class Hazard:
    """Something that can hurt: the words, and of which work it is said."""

    key: str
    words: str
    of: Callable[[Work], bool]


_OILY: Final = frozenset({"oil", "oil_wax_butter", "oil_stain", "gel_stain", "oil_varnish", "oil_enamel"})
_SOLVENT: Final = frozenset({"spirits", "clear_wax", "coloured_wax", "light_wax", "gilding_wax", *_OILY})
_POWDERS: Final = frozenset({"milk_paint", "crackle_gesso", "extender", "ageing_powder", "home_chalk_paint"})
_OLD: Final = ("varnish", "paint", "oil", "wax", "factory")

_CAUSES: Final[Mapping[str, Callable[[Work], bool]]] = {
    "lead": lambda work: work.age != "later" and work.on("paint"),
    "dust": lambda work: work.on(*_OLD) or work.laid("distress", "fade", "chippy"),
    "spray": lambda work: work.laid_by("spray") or "spray_enamel" in work.kinds,
    "rags": lambda work: bool(work.kinds & _OILY),
    "fumes": lambda work: bool(work.kinds & _SOLVENT),
    "powder": lambda work: bool(work.kinds & _POWDERS),
    "removing": lambda work: work.on("wax"),
    "cure": lambda work: bool({"seat", "meals", "child"}.intersection(work.uses)),
    "child": lambda work: bool({"child", "meals"}.intersection(work.uses)),
    "storing": lambda work: any("wax" in key for key in work.kinds),
}
"""Of which work each is said; the words stand in `core/data/hazards.csv`."""

HAZARDS: Final[Mapping[str, Hazard]] = {
    row["key"]: Hazard(key=row["key"], words=row["words"], of=_CAUSES[row["key"]])
    for row in rows_of("hazards.csv")
}


def hazards_of(work: Work) -> list[Hazard]:
    """Return what can hurt in some work on a piece; nothing where nothing is laid."""
    if not any(situation.laid for situation in work.situations):
        return []
    return [hazard for hazard in HAZARDS.values() if hazard.of(work)]


def cautions_of(kinds: Iterable[str]) -> list[str]:
    """Return what is said of materials where they can hurt, each once, and last that labels come first."""
    found = sorted({kind_of(kind).caution for kind in kinds} - {""})
    return [*found, DEFERS] if found else []
