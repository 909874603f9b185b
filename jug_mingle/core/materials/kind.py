"""What a kind of material is: its optics and what is usual for it, and how it is handled.

The numbers are defaults of common practice at ordinary room conditions, to be overridden by the label of the
tin in hand. Where practice has no figure there is none here either, and the person is asked."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

RAGS: Final = (
    "Oily rags can heat up by themselves: lay them flat outside to dry, or keep them in a closed metal can."
)
FUMES: Final = "Open the windows while it is wet; keep it off the skin."
FUMES_RAGS: Final = f"{FUMES} {RAGS}"
POWDER: Final = "Do not breathe the powder: stir it in slowly, wear a dust mask."
SPRAY: Final = "Spray outdoors or with a mask made for paint mist, away from flames."


Base = Literal["water", "oil", "wax", "any"]
Optical = Literal["hiding", "transparent", "clear", "extender"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Handling:
    """Usual handling of a kind.

    Attributes
    ----------
    dry : float or None
        Until it can be touched and the next thin layer follows. [minutes]
    recoat : float or None
        Until the next full coat. [minutes]
    cure : float or None
        Until it is as hard as it gets. [days]
    open_time : float or None
        How long it can be worked or wiped. [minutes]
    pot_life : float or None
        How long it keeps once mixed or opened for use. [days]
    coats : str
        How many are usual.
    under, over, into : str
        What may lie under it, what goes over it, and what may be stirred into it.
    own_primer : bool
        Whether it holds on an old finish that was scuffed, and on bare wood, without a primer.
    own_seal : bool
        Whether it needs nothing over it.
    must_be_sealed : bool
        Whether leaving it without a seal is not an option.
    needs_primer : bool
        Whether it does not hold on bare sanded wood, nor on what is slick, without a primer.
    bare_wood_only : bool
        Whether it does not hold on an old finish at all.
    blocks_stains : bool
        Whether what bleeds from wood does not pass it.
    why : mapping
        Field name → reason of its default.
    """

    dry: float | None = None
    recoat: float | None = None
    cure: float | None = None
    open_time: float | None = None
    pot_life: float | None = None
    coats: str = ""
    under: str = ""
    over: str = ""
    into: str = ""
    own_primer: bool = False
    own_seal: bool = False
    must_be_sealed: bool = False
    needs_primer: bool = False
    bare_wood_only: bool = False
    blocks_stains: bool = False
    why: Mapping[str, str]


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """A kind of material and what is usual for it.

    Attributes
    ----------
    base : str
        What carries it; only equal bases mix ("any" mixes with all).
    optical : str
        "hiding" has absorption and scattering of its own; "transparent" colours but hardly scatters (stain,
        dye, glaze, coloured wax); "clear" has neither (medium, clear coat, water); "extender" is a white
        powder that only dulls and thickens.
    sheen : str
        Of the dried film, a key of `film.SHEEN_VEIL`.
    volume_solids : float
        Share of the poured volume that stays as dry film. [0..1]
    density : float
        [g/ml]
    spread_rate : float
        Area that a litre covers in one coat. [m²/L]
    colours : bool
        Whether it may be poured into a colour mix (a primer may not, even a white one).
    powder : bool
        Whether it comes dry, and is measured so: it is stirred with water, and into no paint that is wet
        already.
    stirred_with : frozenset of str
        Of what is no colour: the kinds that a preparation stirs it with, to give them body.
    soaks : float
        Share of a coat that bare sanded wood takes in if it waits long enough. [0..1]
    soak_rate : float
        How fast, as `Uptake.rate`. [1/√minutes]
    handling : Handling
    caution : str
        What to say at the step where it can hurt, or nothing.
    """

    key: str
    title: str
    base: Base
    optical: Optical
    sheen: str
    volume_solids: float
    density: float
    spread_rate: float
    handling: Handling
    colours: bool = True
    powder: bool = False
    stirred_with: frozenset[str] = frozenset()
    soaks: float = 0.5
    soak_rate: float = 0.56
    caution: str = ""

    @property
    def dry_coat(self) -> float:
        """Dry thickness of one coat. [µm]"""
        return 1000.0 / self.spread_rate * self.volume_solids
