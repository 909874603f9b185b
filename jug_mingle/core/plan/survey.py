"""What a piece is before anything is done to it, part by part: damage, layers, what must stay, what can hurt.

What is not known is asked with the test that tells, and planned for meanwhile as what harms least. Common
practice.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Final

from jug_mingle.core.pieces.addresses import closest_first

DAMAGE: Final[Mapping[str, str]] = {
    "dents": "dents, scratches or nail holes",
    "corner": "a missing corner",
    "veneer": "loose veneer",
    "split": "a split or a long crack",
    "stains": "dark stains in the wood",
    "smell": "it smells",
    "failing": "the old finish flakes, peels or stretches",
}
"""What may be wrong with a part."""

CAUSES: Final[Mapping[str, str]] = {
    "staples": "staples or tacks",
    "nails": "nails that stand out",
    "glass": "glass in it",
    "lamp": "a lamp or wires in it",
    "heavy": "too heavy for one",
    "pets": "pet hair in its padding",
}
"""What is in or on a piece that can hurt, or has to come off first."""

TREATMENTS: Final[Mapping[str, str]] = {
    "": "as its ground asks",
    "keep": "stays as it is",
    "scuff": "scuffed",
    "sand": "sanded to bare wood",
    "strip": "stripped to bare wood",
}
"""What becomes of what is on a part; what stays is masked."""

LEAD: Final[Mapping[str, str]] = {"unknown": "not tested", "none": "none found", "found": "found"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Test:
    """A question of the survey that may be left open.

    Attributes
    ----------
    test : str
        What tells.
    meanwhile : str
        What is planned until it is known.
    minutes, wait : int
        What the test takes of hands, and then of time.
    """

    key: str
    title: str
    test: str
    meanwhile: str
    minutes: int
    wait: int = 0


TESTS: Final[Mapping[str, Test]] = {
    one.key: one
    for one in (
        Test(
            key="finish", title="Which finish is on it?", minutes=10,
            test="On a hidden place: spirits on a rag take wax off, a scratch with a coin shows brittle "
                "varnish, water "
            "beads on a sealed face and darkens bare wood.",
            meanwhile="It is cleaned and scuffed as a varnished piece is.",
        ),
        Test(
            key="layers", title="How many coats lie on it?", minutes=15, wait=30,
            test="Two strippers on patches of a hand's size, half an hour, scrape, and count the colours.",
            meanwhile="Three or more are reckoned with: believed to be three, they were often five.",
        ),
        Test(
            key="bleeds", title="Does its wood bleed?", minutes=5, wait=1440,
            test="A patch of white paint or primer; what comes through yellow or pink shows after a day.",
            meanwhile="A stain-blocking primer is planned under pale paint.",
        ),
        Test(
            key="wax", title="Is there wax on it?", minutes=5,
            test="A drop of water stands high on wax; spirits on a white rag take it off, and it smears.",
            meanwhile="It is wiped with spirits before anything is laid.",
        ),
        Test(
            key="lead", title="Does the old paint hold lead?", minutes=10,
            test="A lead test of its own, through all layers down to the wood, as its label says.",
            meanwhile="Nothing is sanded or scraped dry until it is known.",
        ),
    )
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class PartSurvey:
    """What was seen of a part, or of all that nothing else was said of.

    Attributes
    ----------
    damage : tuple of str
        Keys of `DAMAGE`.
    layers : int or None
        How many coats are believed to lie on it; None where nobody knows. 0..20
    treatment : str
        A key of `TREATMENTS`.
    """

    damage: tuple[str, ...] = ()
    layers: int | None = None
    treatment: str = ""

    def __post_init__(self) -> None:
        for one in self.damage:
            if one not in DAMAGE:
                raise ValueError(f"damage is one of {', '.join(DAMAGE)}, not {one!r}")
        if self.layers is not None and not 0 <= self.layers <= 20:
            raise ValueError(f"from 0 to 20 old coats can lie on a part, got {self.layers}")
        if self.treatment not in TREATMENTS:
            raise ValueError(
                f"a part is treated by {', '.join(filter(None, TREATMENTS))}, not {self.treatment!r}"
            )


@dataclass(frozen=True, slots=True, kw_only=True)
class Survey:
    """What a piece is before anything is done.

    Attributes
    ----------
    parts : mapping
        Any name that faces answer to → what was seen there; "" is every other face.
    causes : tuple of str
        Keys of `CAUSES`.
    unknown : tuple of str
        Keys of `TESTS`: what was answered with "I don't know".
    lead : str
        A key of `LEAD`.
    interiors : str
        "" leave them, "line" drawers are lined, "feed" bare insides are fed with oil or butter.
    deliver : bool
        Whether it goes to somebody else.
    """

    parts: Mapping[str, PartSurvey] = field(default_factory=dict)
    causes: tuple[str, ...] = ()
    unknown: tuple[str, ...] = ()
    lead: str = "unknown"
    interiors: str = ""
    deliver: bool = False

    def __post_init__(self) -> None:
        for kind, said, known in (
            ("what can hurt", self.causes, CAUSES),
            ("a question", self.unknown, TESTS),
        ):
            for one in said:
                if one not in known:
                    raise ValueError(f"{kind} is one of {', '.join(known)}, not {one!r}")
        if self.lead not in LEAD:
            raise ValueError(f"lead is {', '.join(LEAD)}, not {self.lead!r}")
        if self.interiors not in ("", "line", "feed"):
            raise ValueError(f"insides are lined or fed, not {self.interiors!r}")

    @classmethod
    def of(cls, spec: Mapping[str, Any] | None) -> "Survey":
        """Return it as plain values say it; of nothing, as when nobody looked."""
        if not spec:
            return cls()
        parts = {
            name: PartSurvey(**{**one, "damage": tuple(one.get("damage", ()))})
            for name, one in spec.get("parts", {}).items()
        }
        rest: dict[str, Any] = {
            key: tuple(value) if isinstance(value, list) else value for key, value in spec.items()
        }
        return cls(**{**rest, "parts": parts})

    def of_face(self, address: str) -> PartSurvey:
        """Return what was seen of a face, by the name closest to it."""
        named = next((self.parts[name] for name in closest_first(address) if name in self.parts), None)
        return named or self.parts.get("", PartSurvey())
