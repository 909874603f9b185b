"""A layout and a motif as they are stored, sent and kept in files: where a pattern lies, and what it is. In
metres."""

from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from jug_mingle.core.pattern.layout import Across, Arrange, Down, Ends, Layout, Mirrored, Single, Span
from jug_mingle.core.pattern.printed import TONES
from jug_mingle.core.pattern.sheets import Edge
from jug_mingle.core.pattern.surfaces import Spare
from jug_mingle.documents.strict import OneOf, StrictModel

Length = Annotated[float, Field(ge=-5.0, le=5.0, allow_inf_nan=False)]
Share = Annotated[float, Field(ge=0.0, le=1.0)]
PartName = Annotated[str, StringConstraints(min_length=1, max_length=60)]
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)]
MotifName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]
"""One of our own by its key, "own:3" of the job's, or "text"."""


class SingleIn(StrictModel):
    """A motif put by hand, by its middle from the upper left corner of its part."""

    part: PartName
    x: Length
    y: Length
    turn: float = Field(default=0.0, ge=-360.0, le=360.0)
    size: float = Field(default=1.0, ge=0.1, le=10.0)
    mirrored: bool = False
    text: Words = ""
    pinned: bool = True


class SpareIn(StrictModel):
    """A rectangle of a part that is spared: a keyhole, a hinge."""

    part: PartName
    x: Length
    y: Length
    w: float = Field(gt=0.0, le=5.0)
    h: float = Field(gt=0.0, le=5.0)
    why: str = Field(default="", max_length=40)


class OffsetIn(StrictModel):
    """How far a part does not line up with the others, to the right and down, as measured."""

    part: PartName
    x: Length = 0.0
    y: Length = 0.0


class LayoutIn(StrictModel):
    """Where a pattern lies; what each number means stands with `core.pattern.layout.Layout`."""

    motif: MotifName = "sprig"
    font: Literal["plain", "bold"] = "bold"
    tone: Annotated[str, OneOf(TONES)] = "sepia"
    width: float = Field(default=0.1, ge=0.003, le=3.0, description="Of one motif, or of one picture. [m]")
    height: float = Field(default=0.0, ge=0.0, le=3.0, description="0 keeps the motif's own shape. [m]")
    repeat_x: float = Field(default=0.0, ge=0.0, le=3.0)
    repeat_y: float = Field(default=0.0, ge=0.0, le=3.0)
    half_drop: bool = False
    columns: int = Field(default=1, ge=1, le=60)
    rows: int = Field(default=1, ge=1, le=60)
    arrange: Arrange = "all_over"
    span: Span = "each"
    across: Across = "centre"
    down: Down = "centre"
    shift_x: Length = 0.0
    shift_y: Length = 0.0
    whole: bool = False
    overhang: float = Field(default=0.0, ge=0.0, le=0.5)
    margin: float = Field(default=0.01, ge=0.0, le=1.0)
    wedges: Literal[0, 2, 4] = 0
    mirrored: Mirrored = "no"
    turn: float = Field(default=0.0, ge=-360.0, le=360.0)
    spared: float = Field(
        default=-1.0, ge=-1.0, le=0.5, description="Margin around handles; below 0 none is spared."
    )
    reach: float = Field(default=1.0, ge=0.05, le=1.0)
    reach_from: Literal["left", "right", "top", "bottom"] = "left"
    ends: Ends = "cut"
    ends_width: float = Field(default=0.03, ge=0.0, le=0.5)
    fade_from: Share = 1.0
    fade_to: Share = 1.0
    seed: int = Field(default=1, ge=0, le=10_000)
    offsets: list[OffsetIn] = Field(default=[], max_length=200)
    spares: list[SpareIn] = Field(default=[], max_length=200)
    singles: list[SingleIn] = Field(default=[], max_length=400)
    texts: list[Words] = Field(default=[], max_length=200)
    mesh: bool = Field(default=False, description="A mesh that sticks by itself, and lasts ten washes.")
    used: int = Field(default=0, ge=0, le=1000, description="Washes that it has had already.")
    edge: Edge | Literal[""] = Field(default="", description="As the settings say where it is empty.")
    sheets: int = Field(default=0, ge=0, le=500, description="Sheets at hand; 0 where nobody said.")
    sheet_width: float = Field(
        default=0.0, ge=0.0, le=5.0, description="Of a sheet as it is bought; 0 the motif's."
    )
    sheet_height: float = Field(default=0.0, ge=0.0, le=50.0)
    border: float = Field(default=0.0, ge=0.0, le=0.2, description="Of a sheet, to be trimmed off. [m]")
    placed: int = Field(default=0, ge=0, le=100_000, description="How many positions are done.")

    @model_validator(mode="after")
    def check(self) -> "LayoutIn":
        """Refuse what cannot be laid, in the core's own words."""
        try:
            self.layout(self.width)
        except ValueError as error:
            raise PydanticCustomError("layout", "{words}", {"words": str(error)}) from error
        return self

    def layout(self, height: float) -> Layout:
        """Return it as the core takes it; `height` is that of its motif at its width, where it has none
        itself. [m]"""
        own = {
            name: getattr(self, name)
            for name in Layout.__dataclass_fields__
            if name in type(self).model_fields
        }
        own |= {
            "height": self.height or height, "texts": tuple(self.texts),
            "offsets": tuple((offset.part, offset.x, offset.y) for offset in self.offsets),
            "spares": tuple(
                (spare.part,
                    Spare(x=spare.x, y=spare.y, w=spare.w, h=spare.h, why=spare.why)) for spare in self.spares
            ),
            "singles": tuple(Single(**single.model_dump()) for single in self.singles),
        }  # fmt: skip
        return Layout(**own)


class LayoutFile(StrictModel):
    """A layout as a file."""

    format: Literal["jug-mingle layout"] = "jug-mingle layout"
    version: Literal[1] = 1
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
    layout: LayoutIn


Ring = Annotated[list[tuple[Length, Length]], Field(min_length=3, max_length=20_000)]


class PictureFile(StrictModel):
    """A picture as it is printed: which of its colours each place has (zlib, base64), and their body
    reflectances."""

    size: tuple[Annotated[int, Field(ge=1, le=1000)], Annotated[int, Field(ge=1, le=1000)]]
    ink: Annotated[str, StringConstraints(max_length=2_000_000)]
    palette: list[Annotated[list[Share], Field(min_length=36, max_length=36)]] = Field(
        min_length=1, max_length=256
    )


class MotifFile(StrictModel):
    """A motif as a file: closed outlines from the upper left corner, even-odd, each with one of two colours;
    or a picture."""

    format: Literal["jug-mingle motif"] = "jug-mingle motif"
    version: Literal[1] = 1
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
    width: float = Field(gt=0.0, le=5.0)
    height: float = Field(gt=0.0, le=5.0)
    rings: list[Ring] = Field(default=[], max_length=5000)
    inks: list[Literal[0, 1]] = Field(default=[], max_length=5000)
    picture: PictureFile | None = None

    @model_validator(mode="after")
    def check(self) -> "MotifFile":
        """Refuse a file with neither, or with colours for other outlines."""
        if (self.picture is None) == (not self.rings):
            raise PydanticCustomError(
                "motif", "a motif has outlines, or it is a picture: give one of the two"
            )
        if self.inks and len(self.inks) != len(self.rings):
            raise PydanticCustomError("motif", "every outline needs its colour, or none of them has one")
        return self
