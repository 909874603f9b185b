"""The forms that a piece of furniture may have, each built from its measures as solids; quick starts to be
changed."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any, Final, Literal

from jug_mingle.core.marked import marked, marked_range
from jug_mingle.core.pieces import cases, frames
from jug_mingle.core.pieces.addresses import ZONES, names_of
from jug_mingle.core.pieces.cases import Row
from jug_mingle.core.pieces.changes import Change, changed, parts_of
from jug_mingle.core.pieces.profiles import LegShape
from jug_mingle.core.pieces.solids import Box, Handle, Relief, areas_of, faces_of

Base = Literal["plinth", "legs", "none"]
Seat = Literal["wood", "padded"]
Back = Literal["slats", "panel", "cane", "cloth", "none"]

_MEASURES: Final = {"width": (0.1, 4.0), "height": (0.02, 3.0), "depth": (0.01, 2.0)}
_MOST: Final = 12
_MOST_CHANGES: Final = 100


@dataclass(frozen=True, kw_only=True)
class Piece:
    """A piece of furniture in metres.

    Attributes
    ----------
    rows, columns : int
        Of drawers, doors, shelves or boards, as the form has them. 1..12 each.
    base_height : float
        Of the plinth or the legs below the body. [m]
    layout : tuple of Row
        What fills the front of a case, row by row from above; its form's usual when empty.
    pedestals, leaves : int
        Of a desk, 1..2, and of a table, 0..2.
    changes : tuple of Change
        What is not as the form has it, in the order in which it was done.
    """

    form: str = "card_cabinet"
    width: float = 0.92
    height: float = 1.02
    depth: float = 0.42
    rows: int = 4
    columns: int = 3
    base: Base = "plinth"
    base_height: float = 0.09
    relief: Relief = "flat"
    handle: Handle = "label_knob"
    layout: tuple[Row, ...] = ()
    pedestals: int = 2
    middle_drawer: bool = False
    leaves: int = 0
    leg: LegShape = "square"
    seat: Seat = "wood"
    back: Back = "slats"
    changes: tuple[Change, ...] = ()

    @classmethod
    def of(cls, spec: Mapping[str, Any]) -> "Piece":
        """Return a piece as plain values say it, as `dataclasses.asdict` leaves them."""
        layout = tuple(one if isinstance(one, Row) else Row(**one) for one in spec.get("layout", ()))
        changes = tuple(one if isinstance(one, Change) else Change(**one) for one in spec.get("changes", ()))
        return cls(**{**spec, "layout": layout, "changes": changes})

    def __post_init__(self) -> None:
        if self.form not in FORMS:
            raise ValueError(f"there is no form {self.form!r}; known are {', '.join(FORMS)}")
        for name, (least, most) in _MEASURES.items():
            value = getattr(self, name)
            if not least <= value <= most:
                raise ValueError(
                    f"the {name} of a piece must be from {marked_range(least, most, unit='m')}, got "
                    f"{marked(value, unit='m')}"
                )
        for name, low, high in (
            ("rows", 1, _MOST),
            ("columns", 1, _MOST),
            ("pedestals", 1, 2),
            ("leaves", 0, 2),
        ):
            if not low <= getattr(self, name) <= high:
                raise ValueError(f"a piece has from {low} to {high} {name}, got {getattr(self, name)}")
        if not 0.0 <= self.base_height <= 0.8 * self.height:
            raise ValueError(
                f"the base is from {marked_range(0, 0.8)} of the height, got "
                f"{marked(self.base_height, unit='m')}"
            )
        self._check_layout()
        if len(self.changes) > _MOST_CHANGES:
            raise ValueError(f"a piece takes up to {_MOST_CHANGES} changes, got {len(self.changes)}")
        if min((min(f.w, f.h) for box in self.boxes for f in box.fronts), default=1.0) < 0.02:
            raise ValueError("the fronts leave no room: take fewer of them or a larger piece")

    def _check_layout(self) -> None:
        if len(self.layout) > _MOST:
            raise ValueError(f"a front has up to {_MOST} rows, got {len(self.layout)}")
        for row in self.layout:
            if not 1 <= row.count <= _MOST:
                raise ValueError(f"a row holds from 1 to {_MOST} {row.filling}, got {row.count}")
            for name, share in (("height", row.share), ("width", row.wide)):
                if not 0.01 <= share <= 100.0:
                    raise ValueError(
                        f"the share of a row's {name} is from {marked_range(0.01, 100)}, got {marked(share)}"
                    )
        if self.layout and self.layout[0].beside:
            raise ValueError("the first row of a front has none that it could stand beside")

    @cached_property
    def boxes(self) -> tuple[Box, ...]:
        """Its solids, those at the back first."""
        built = changed(FORMS[self.form].build(self), self.changes, (self.width, self.height, self.depth))
        return tuple(sorted(built, key=_from_behind))

    @cached_property
    def before(self) -> "Piece":
        """The piece as it came: without what is done to it in this job."""
        return replace(self, changes=tuple(change for change in self.changes if not change.ours))

    @cached_property
    def parts(self) -> dict[str, str]:
        """The kind of each of its parts, by key."""
        return parts_of(sorted(self.boxes, key=lambda box: (box.z, box.y, box.x)))

    @cached_property
    def faces(self) -> dict[str, float]:
        """Area of each of its faces, by address. [m²]"""
        return faces_of(self.boxes)

    @property
    def areas(self) -> dict[str, float]:
        """Painted area of each zone; what is painted only when asked is left out. [m²]"""
        return areas_of(self.boxes)

    @cached_property
    def names(self) -> frozenset[str]:
        """All names that its faces answer to, and what was taken off it; a group stands for the names of its
        parts."""
        return frozenset().union(*map(names_of, self.faces)) | self.gone | frozenset(ZONES)

    @cached_property
    def groups(self) -> dict[str, tuple[str, ...]]:
        """The parts of each group, by the name that it was given."""
        of: dict[str, str] = {}
        for change in self.changes:
            if change.act == "group":
                its = [part for part, kind in self.parts.items() if change.part in (part, kind)]
                of.update(dict.fromkeys(its or [change.part], change.name))
        return {name: tuple(part for part, its in of.items() if its == name) for name in of.values() if name}

    def ungrouped(self, names: Iterable[str]) -> list[str]:
        """Return names with those of groups, or of a face of all in a group, put as those of their parts."""
        found: list[str] = []
        for name in names:
            group, slash, face = name.partition("/")
            parts = () if name in self.names else self.groups.get(group, ())
            found += [f"{part}{slash}{face}" for part in parts] or [name]
        return list(dict.fromkeys(found))

    @cached_property
    def gone(self) -> frozenset[str]:
        """The keys of parts that it had, and that were taken off."""
        return frozenset(change.part for change in self.changes if change.act == "remove")

    def called(self, part: str) -> str:
        """Return what a part is called: by the name it was given, else by its key."""
        return next(
            (
                change.name
                for change in reversed(self.changes)
                if change.part == part and change.act == "name" and change.name
            ),
            part,
        )


def _from_behind(box: Box) -> tuple[bool, float, float, bool, float]:
    """Return where a solid comes as all are drawn: what is behind, below, or to the left before others."""
    return not (box.made == "leaf" and box.x < 0.0), -box.z, -box.y, box.made in ("slab", "cushion"), box.x


@dataclass(frozen=True, slots=True, kw_only=True)
class FormKind:
    """A form: how it is built, its usual measures, and what its rows and columns are."""

    title: str
    build: Callable[[Piece], list[Box]]
    usual: Mapping[str, Any]
    rows: str = ""
    columns: str = ""
    offers: tuple[str, ...] = ()
    """What else can be said of it: fields of `Piece`."""
    uses: tuple[str, ...] = ()
    """What it is usually for, by `practice.uses`."""


FORMS: Final[Mapping[str, FormKind]] = {
    "card_cabinet": FormKind(
        title="Card cabinet", build=cases.drawers, rows="rows of drawers", columns="drawers in a row",
        usual={}, offers=("layout", "base", "leg", "relief", "handle"), uses=("looks",),
    ),
    "chest": FormKind(
        title="Chest of drawers", build=cases.drawers, rows="rows of drawers", columns="drawers in a row",
        usual={"width": 0.9, "height": 0.95, "depth": 0.48, "rows": 4, "columns": 1, "handle": "pull"},
        offers=("layout", "base", "leg", "relief", "handle"), uses=("looks",),
    ),
    "bedside": FormKind(
        title="Bedside table", build=cases.drawers, rows="rows of drawers", columns="drawers in a row",
        usual={"width": 0.45, "height": 0.6, "depth": 0.38, "rows": 2, "columns": 1, "handle": "knob",
            "base": "legs",
               "base_height": 0.18},
        offers=("layout", "base", "leg", "relief", "handle"), uses=("drinks",),
    ),
    "cupboard": FormKind(
        title="Cupboard", build=cases.doors, rows="rows of doors", columns="doors in a row",
        usual={"width": 0.95, "height": 1.5, "depth": 0.45, "rows": 1, "columns": 2, "handle": "knob",
               "relief": "panelled"},
        offers=("layout", "base", "leg", "relief", "handle"), uses=("looks",),
    ),
    "table": FormKind(
        title="Table", build=frames.table,
        usual={"width": 1.4, "height": 0.75, "depth": 0.8, "rows": 1, "columns": 1, "handle": "none",
            "base": "none",
               "base_height": 0.0},
        offers=("leaves", "leg"), uses=("meals",),
    ),
    "chair": FormKind(
        title="Chair", build=frames.chair,
        usual={"width": 0.44, "height": 0.9, "depth": 0.42, "rows": 1, "columns": 1, "handle": "none",
            "base": "none",
               "base_height": 0.0},
        offers=("seat", "back", "leg"), uses=("seat",),
    ),
    "stool": FormKind(
        title="Stool or stand", build=frames.stool,
        usual={"width": 0.36, "height": 0.7, "depth": 0.36, "rows": 1, "columns": 1, "handle": "none",
            "base": "none",
               "base_height": 0.0},
        offers=("leg",), uses=("looks",),
    ),
    "settle": FormKind(
        title="Bench or settle", build=frames.settle, columns="boards in the back",
        usual={"width": 1.3, "height": 1.05, "depth": 0.46, "rows": 1, "columns": 4, "handle": "none",
            "base": "none",
               "base_height": 0.0, "relief": "panelled"},
        offers=("seat", "back", "leg", "relief"), uses=("seat",),
    ),
    "desk": FormKind(
        title="Desk", build=cases.desk, rows="drawers on each side",
        usual={"width": 1.3, "height": 0.77, "depth": 0.62, "rows": 3, "columns": 1, "handle": "knob"},
        offers=("pedestals", "middle_drawer", "layout", "base", "leg", "relief", "handle"), uses=("writing",),
    ),
    "roll_desk": FormKind(
        title="Desk with a roll top", build=cases.roll_desk, rows="drawers on each side",
        usual={"width": 1.3, "height": 1.15, "depth": 0.7, "rows": 3, "columns": 1, "handle": "knob"},
        offers=("layout", "base", "leg", "relief", "handle"), uses=("writing",),
    ),
    "bookcase": FormKind(
        title="Bookcase", build=cases.bookcase, rows="compartments",
        usual={"width": 0.8, "height": 1.6, "depth": 0.3, "rows": 5, "columns": 1, "handle": "none"},
        offers=("layout", "base", "leg"), uses=("looks",),
    ),
    "mirror": FormKind(
        title="Mirror frame", build=frames.mirror,
        usual={"width": 0.6, "height": 0.8, "depth": 0.03, "rows": 1, "columns": 1, "handle": "none",
            "base": "none",
               "base_height": 0.0, "relief": "moulded"},
        offers=("relief",), uses=("looks",),
    ),
    "box": FormKind(
        title="Box", build=cases.box,
        usual={"width": 0.4, "height": 0.22, "depth": 0.28, "rows": 1, "columns": 1, "handle": "none",
            "base": "none",
               "base_height": 0.0},
        offers=("relief",), uses=("looks",),
    ),
    "board": FormKind(
        title="Board", build=frames.board, columns="boards side by side",
        usual={"width": 0.6, "height": 0.3, "depth": 0.02, "rows": 1, "columns": 3, "handle": "none",
            "base": "none",
               "base_height": 0.0},
        offers=("relief",), uses=("looks",),
    ),
}  # fmt: skip


def usual_piece(form: str, **changes: Any) -> Piece:
    """Return a piece of a form with its usual measures; ValueError lists the known forms."""
    if form not in FORMS:
        raise ValueError(f"there is no form {form!r}; known are {', '.join(FORMS)}")
    return Piece.of({"form": form, **FORMS[form].usual, **changes})
