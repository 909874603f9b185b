"""A step of a plan, and how long after it the next may follow."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import Final

ACTS_THAT_DRY: Final = frozenset(
    {"primer", "paint", "blend", "wash", "two_tone", "stain", "glaze", "sponge", "wax", "oil", "sealer",
    "crackle",
     "drips", "stencil", "lettering", "raised", "transfer", "paper", "collage", "ornament", "lined",
     "stippled",
     "trowelled", "salt", "rust", "tissue", "dry_brush", "knife", "metallic", "strip", "fill", "glue",
     "bleach"}
)  # fmt: skip
"""What should not be done where it is too cold."""

NIGHT: Final = 720
"""Overnight. [minutes]"""

NOISY: Final = frozenset({"sand", "scrape", "free", "drill"})
"""What neighbours hear at night."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Take:
    """What a step takes of a colour. [ml]"""

    colour: str
    name: str
    ml: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """Something that is done with hands.

    Attributes
    ----------
    key : str
        Stays the same as long as it means the same work.
    piece : int
        Number of the piece; 0 where it belongs to none.
    act : str
        A key of `rates.RATES`.
    minutes : float
        Of hands, as it is usual, before what was learnt. [minutes]
    title, words : str
        What is done, in a line; and how.
    why, school : str
        Its reason; the question on which painters differ, and whose answer it follows.
    faces : tuple of str
        Addresses of the faces that are worked on.
    ready : tuple of str
        What to have at hand.
    uses : mapping-like tuple
        Consumables: (key of `shopping.GOODS`, how much).
    takes : tuple of Take
    kinds : frozenset of str
        Kinds of material that are handled.
    hands : int
        1..2
    place : str
        "", "booth" or "outdoors".
    kit, cleaning : str, int
        As of `problem.Task`.
    card : str
        Key of its technique card.
    layer, coat : int
        Of a look's layers: which, and which coat; -1 and 0 of other work.
    parts : int
        Into how many pieces it may be divided between sessions.
    cure : int
        Until it may be used lightly, after it. [minutes]
    stands : float
        Of what is wiped with the rag in the hand: how long it stands before. [minutes]
    part : str
        The part of the piece that it is for, as `units` names them; of what cannot be told apart, nothing.
    """

    key: str
    piece: int
    act: str
    minutes: float
    title: str
    words: str = ""
    why: str = ""
    school: str = ""
    faces: tuple[str, ...] = ()
    ready: tuple[str, ...] = ()
    uses: tuple[tuple[str, float], ...] = ()
    takes: tuple[Take, ...] = ()
    kinds: frozenset[str] = frozenset()
    hands: int = 1
    place: str = ""
    kit: str = ""
    cleaning: int = 0
    card: str = ""
    layer: int = -1
    coat: int = 0
    parts: int = 1
    cure: int = 0
    stands: float = 0.0
    part: str = ""
    cautions: tuple[str, ...] = ()


def short_of(step: Step) -> str:
    """Return what a step is called where there is little room: its part and which coat, or what is done to
    it."""
    part = step.part.partition("-")[0]
    if step.layer >= 0 and step.coat > 0:
        return f"{part} {step.coat}"
    act = {"other": step.title, "smooth": "smooth", "refit": "refit", "dismantle": "take apart"}.get(
        step.act, step.act
    )
    return act if part in ("all", "") else f"{act} {part}"


@dataclass(frozen=True, slots=True, kw_only=True)
class Wait:
    """How long after a step another may follow.

    Attributes
    ----------
    least : int
        Not before. [minutes]
    most : int or None
        Not after: a window. [minutes]
    words : str
        What it is for: "dry", "under film".
    why : str
        Its reason, and what the air makes of it.
    felt : bool
        Whether practice has no figure, so that it is planned with a usual one and told by touch.
    closes : str
        Of a window: what it is for, and what to do once it has closed.
    """

    before: str
    after: str
    least: int = 0
    most: int | None = None
    words: str = ""
    why: str = ""
    felt: bool = False
    closes: str = ""


@dataclass(slots=True)
class _Pending:
    key: str
    least: int
    most: int | None
    words: str
    why: str
    felt: bool
    closes: str


@dataclass(slots=True)
class Course:
    """Steps in the making: each follows what was done last on every part that it works on."""

    steps: list[Step] = field(default_factory=list)
    waits: list[Wait] = field(default_factory=list)
    _last: dict[str, _Pending] = field(default_factory=dict)

    def add(self, step: Step, on: Iterable[str], *, most: int | None = None, closes: str = "") -> Step:
        """Add a step on parts, after what was done there last; `most` minutes after that, where there is a
        window."""
        before: dict[str, _Pending] = {}
        for part in on:
            last = self._last.get(part)
            if last is not None and (last.key not in before or before[last.key].least < last.least):
                before[last.key] = last
        for last in before.values():
            limit = last.most if most is None else max(most, last.least)
            self.waits.append(
                Wait(
                    before=last.key, after=step.key, least=last.least, most=limit, words=last.words,
                    why=last.why, felt=last.felt, closes=closes or last.closes,
                )
            )  # fmt: skip
        self.steps.append(step)
        for part in on:
            self._last[part] = _Pending(step.key, 0, None, "", "", False, "")
        return step

    def then(
        self, on: Sequence[str], least: int, *, words: str, why: str, most: int | None = None,
        felt: bool = False, closes: str = "",
    ) -> None:  # fmt: skip
        """Let whatever comes next on parts wait."""
        for part in on:
            last = self._last.get(part)
            if last is not None:
                self._last[part] = _Pending(last.key, least, most, words, why, felt, closes)
