"""The work that a plan is for: a piece with its survey and its look, cut into units that are treated
alike."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Final

from jug_mingle.core.finishes.bare_ground import Below
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.pieces.addresses import zone_of
from jug_mingle.core.pieces.forms import Piece
from jug_mingle.core.plan.conditions import Conditions
from jug_mingle.core.plan.rates import RATES
from jug_mingle.core.plan.step import Step, Take
from jug_mingle.core.plan.survey import PartSurvey, Survey
from jug_mingle.core.practice.hardware import Hardware
from jug_mingle.core.practice.situation import LaidLayer, laid_of

UNITS: Final = {
    "insides": ("inside", "within"),
    "frame": ("body", "side", "plinth", "moulding"),
    "fronts": ("front",),
    "legs": ("leg",),
    "top": ("top",),
    "padding": ("padding",),
    "backs": ("hidden",),
    "handles": ("hardware",),
    "glass": ("glass",),
}
"""What is worked on in one go: zones, the easiest first, insides before outsides."""

_LEFT_ALONE: Final = frozenset({"insides", "backs", "handles", "glass"})
"""Units that are worked on only where a look reaches them."""

_UNIT_OF: Final = {zone: unit for unit, zones in UNITS.items() for zone in zones}


@dataclass(frozen=True, slots=True, kw_only=True)
class Workshop:
    """How somebody works: the schools that they follow, the air, how long each act takes them, which tools
    there are.

    Attributes
    ----------
    pace : mapping
        Act → by which factor it takes longer than usual.
    """

    schools: Mapping[str, str] = field(default_factory=dict)
    air: Conditions = field(default_factory=Conditions)
    pace: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True, slots=True, kw_only=True)
class Unit:
    """Faces of a piece that are treated alike and lie together."""

    key: str
    title: str
    faces: tuple[str, ...]
    area: float
    parts: int
    ground: Below
    survey: PartSurvey
    laid: tuple[LaidLayer, ...]
    again: bool
    """Whether it was painted in this job already, otherwise than it shall be now."""


@dataclass(frozen=True, kw_only=True, eq=False)
class PieceWork:
    """A piece that a plan is for.

    Attributes
    ----------
    finish : Finish
        The look that it shall wear; without layers where none is chosen.
    takes : sequence
        Of each layer, what all of it takes of each colour, all pieces alike together.
    keeps : mapping
        Of colours that are mixed for the job, how long each keeps [days]; None where nobody knows.
    marks : tuple of str
        Says of each layer what is laid: a coat of another mark is another step.
    over : mapping
        Unit → what was painted on it in this job and is not part of the look any more: that is its ground
        now.
    """

    number: int
    name: str
    piece: Piece
    finish: Finish
    survey: Survey = field(default_factory=Survey)
    uses: Collection[str] = ()
    age: str = "unknown"
    count: int = 1
    hardware: Hardware = field(default_factory=Hardware)
    takes: Sequence[Sequence[Take]] = ()
    keeps: Mapping[str, float | None] = field(default_factory=dict)
    marks: tuple[str, ...] = ()
    over: Mapping[str, str] = field(default_factory=dict)

    @cached_property
    def old_paint(self) -> bool:
        """Whether there is old paint that may hold lead."""
        return self.age != "later" and any(
            unit.ground.coat == "paint" and not unit.again for unit in self.units
        )

    @cached_property
    def units(self) -> list[Unit]:
        """What is worked on, cut by what it is, what was seen of it and what shall lie on it.

        What is not painted, and of which nothing was said, is left out.
        """
        groups: dict[tuple[str, str, PartSurvey, tuple[int, ...]], list[str]] = {}
        grounds: dict[str, Below] = {}
        for face in self.piece.faces:
            name = _UNIT_OF.get(zone_of(face), "frame")
            laid = tuple(n for n, layer in enumerate(self.finish.layers) if layer.reaches(face))
            seen = self.survey.of_face(face)
            told = name not in _LEFT_ALONE and bool(seen.damage or seen.treatment)
            if not (laid or told or (name == "padding" and self.survey.causes)):
                continue
            ground = self.finish.ground_of(face)
            grounds[ground.name] = ground
            groups.setdefault((name, ground.name, seen, laid), []).append(face)
        several: dict[str, int] = {}
        for name, *_ in groups:
            several[name] = several.get(name, 0) + 1
        found: list[Unit] = []
        for (name, ground_name, seen, laid), faces in groups.items():
            number = sum(unit.key.partition("-")[0] == name for unit in found) + 1
            key = name if number == 1 else f"{name}-{number}"
            found.append(
                Unit(
                    key=key,
                    title=_title(name, faces) if several[name] > 1 else name, faces=tuple(faces),
                    area=self.count * sum(self.piece.faces[face] for face in faces),
                    parts=self.count * len({face.split("/")[2] for face in faces if "/" in face})
                    or self.count,
                    again=key in self.over, survey=seen,
                    ground=_painted(grounds[ground_name],
                        self.over[key]) if key in self.over else grounds[ground_name],
                    laid=tuple(laid_of(n, self.finish.layers[n]) for n in laid),
                )
            )  # fmt: skip
        return sorted(found, key=lambda unit: list(UNITS).index(unit.key.partition("-")[0]))


def _painted(below: Below, name: str) -> Below:
    return replace(below, name=name, coat="paint", adhesion="scuff", bleeds=False, thirst=0.0)


def _title(name: str, faces: Sequence[str]) -> str:
    """Return what part of a unit is called where it is treated otherwise than the rest: by its parts."""
    parts = list(dict.fromkeys(face.split("/")[2] for face in faces if "/" in face))
    return f"{name}: {', '.join(parts[:2])}{' …' if len(parts) > 2 else ''}"


def on(work: PieceWork, unit: str) -> str:
    """Return the name of a unit of a piece among all that a plan works on."""
    return f"p{work.number}.{unit}"


def step_of(
    work: PieceWork, act: str, unit: Unit | None, title: str, *, more: str = "", **values: object
) -> Step:
    """Return a step on a unit, or on a whole piece: its key, its usual minutes, its faces."""
    where = unit.key if unit else "all"
    area, parts = (unit.area, unit.parts) if unit else (0.0, 1)
    given = {
        "minutes": RATES[act].minutes(area, parts),
        "faces": unit.faces if unit else (),
        "part": where,
        **values,
    }
    names = [f"p{work.number}", where, act, *filter(None, [more, "again" if unit and unit.again else ""])]
    key = ".".join(names)
    return Step(key=key, piece=work.number, act=act, title=title, **given)  # type: ignore[arg-type]
