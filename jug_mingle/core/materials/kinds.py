"""What stands on the shelf: kinds of material with their handling facts, and one material's optics.

The numbers of a kind are defaults of common practice, to be overridden by the label of the tin in hand.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

Base = Literal["water", "oil", "wax", "any"]
Optical = Literal["hiding", "transparent", "clear", "extender"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """A kind of material and what is usual for it.

    Attributes
    ----------
    base : str
        What carries it; only equal bases mix ("any" mixes with all).
    optical : str
        "hiding" has absorption and scattering of its own; "transparent" colours but hardly scatters (stain, dye,
        glaze, coloured wax); "clear" has neither (medium, clear coat, water); "extender" is a white powder that only
        dulls and thickens.
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
    colours: bool = True
    caution: str = ""

    @property
    def dry_coat(self) -> float:
        """Dry thickness of one coat. [µm]"""
        return 1000.0 / self.spread_rate * self.volume_solids


_RAGS: Final = "Oily rags can heat up by themselves: lay them flat outside to dry, or keep them in a closed metal can."
_FUMES: Final = "Open the windows while it is wet; keep it off the skin."
_FUMES_RAGS: Final = f"{_FUMES} {_RAGS}"
_POWDER: Final = "Do not breathe the powder: stir it in slowly, wear a dust mask."
_SPRAY: Final = "Spray outdoors or with a mask made for paint mist, away from flames."

KINDS: Final[Mapping[str, Kind]] = {
    kind.key: kind
    for kind in (
        Kind(key="chalk_paint", title="Chalk-type paint", base="water", optical="hiding", sheen="flat",
             volume_solids=0.40, density=1.45, spread_rate=11.0),
        Kind(key="mineral_paint", title="Mineral paint", base="water", optical="hiding", sheen="matte",
             volume_solids=0.38, density=1.30, spread_rate=12.0),
        Kind(key="milk_paint", title="Milk paint powder", base="water", optical="hiding", sheen="flat",
             volume_solids=0.30, density=1.10, spread_rate=9.0,
             caution=_POWDER),
        Kind(key="acrylic", title="Craft acrylic", base="water", optical="hiding", sheen="satin",
             volume_solids=0.35, density=1.15, spread_rate=10.0),
        Kind(key="enamel", title="Water-based enamel", base="water", optical="hiding", sheen="satin",
             volume_solids=0.36, density=1.20, spread_rate=11.0),
        Kind(key="oil_enamel", title="Oil-based enamel", base="oil", optical="hiding", sheen="gloss",
             volume_solids=0.50, density=1.10, spread_rate=13.0, caution=_FUMES),
        Kind(key="tint", title="Tinting colour", base="water", optical="hiding", sheen="matte",
             volume_solids=0.30, density=1.30, spread_rate=10.0),
        Kind(key="home_chalk_paint", title="Home-made chalk paint", base="water", optical="hiding", sheen="flat",
             volume_solids=0.42, density=1.50, spread_rate=9.0, caution=_POWDER),
        Kind(key="self_priming_paint", title="Self-priming paint", base="water", optical="hiding", sheen="matte",
             volume_solids=0.40, density=1.35, spread_rate=11.0),
        Kind(key="spray_enamel", title="Spray enamel", base="oil", optical="hiding", sheen="satin",
             volume_solids=0.20, density=0.95, spread_rate=8.0, colours=False, caution=_SPRAY),
        Kind(key="primer", title="Primer", base="water", optical="hiding", sheen="matte",
             volume_solids=0.38, density=1.30, spread_rate=10.0, colours=False),
        Kind(key="bonding_primer", title="Bonding primer", base="water", optical="hiding", sheen="satin",
             volume_solids=0.36, density=1.25, spread_rate=12.0, colours=False),
        Kind(key="clear_primer", title="Clear primer", base="water", optical="clear", sheen="matte",
             volume_solids=0.30, density=1.03, spread_rate=10.0, colours=False),
        Kind(key="crackle_gesso", title="Crackle gesso powder", base="water", optical="hiding", sheen="flat",
             volume_solids=0.35, density=1.30, spread_rate=7.0, colours=False, caution=_POWDER),
        Kind(key="water_stain", title="Water-based stain", base="water", optical="transparent", sheen="matte",
             volume_solids=0.15, density=1.02, spread_rate=12.0),
        Kind(key="oil_stain", title="Oil-based stain", base="oil", optical="transparent", sheen="matte",
             volume_solids=0.30, density=0.90, spread_rate=12.0, caution=_RAGS),
        Kind(key="gel_stain", title="Gel stain", base="oil", optical="transparent", sheen="satin",
             volume_solids=0.35, density=0.95, spread_rate=12.0, caution=_RAGS),
        Kind(key="glaze", title="Clear glaze medium", base="water", optical="clear", sheen="satin",
             volume_solids=0.25, density=1.03, spread_rate=12.0),
        Kind(key="coloured_glaze", title="Antiquing glaze", base="water", optical="transparent", sheen="satin",
             volume_solids=0.25, density=1.04, spread_rate=12.0),
        Kind(key="clear_coat", title="Clear coat", base="water", optical="clear", sheen="satin",
             volume_solids=0.33, density=1.04, spread_rate=12.0),
        Kind(key="oil_varnish", title="Oil varnish", base="oil", optical="clear", sheen="gloss",
             volume_solids=0.50, density=0.92, spread_rate=13.0, caution=_FUMES_RAGS),
        Kind(key="tinting_wax", title="Wax base for tinting", base="water", optical="clear", sheen="eggshell",
             volume_solids=0.35, density=0.95, spread_rate=18.0),
        Kind(key="clear_wax", title="Clear wax", base="wax", optical="clear", sheen="eggshell",
             volume_solids=0.40, density=0.85, spread_rate=20.0, caution=_FUMES),
        Kind(key="coloured_wax", title="Coloured wax", base="wax", optical="transparent", sheen="eggshell",
             volume_solids=0.40, density=0.88, spread_rate=20.0, caution=_FUMES),
        Kind(key="light_wax", title="Light antique wax", base="wax", optical="transparent", sheen="eggshell",
             volume_solids=0.40, density=0.86, spread_rate=20.0, caution=_FUMES),
        Kind(key="gilding_wax", title="Gilding or bronze wax", base="wax", optical="hiding", sheen="satin",
             volume_solids=0.45, density=1.20, spread_rate=25.0, colours=False, caution=_FUMES),
        Kind(key="ageing_powder", title="Ageing powder", base="any", optical="hiding", sheen="flat",
             volume_solids=0.50, density=0.90, spread_rate=25.0, colours=False, caution=_POWDER),
        Kind(key="oil_wax_butter", title="Oil and wax butter", base="oil", optical="clear", sheen="satin",
             volume_solids=0.90, density=0.90, spread_rate=18.0, caution=_RAGS),
        Kind(key="oil", title="Finishing oil", base="oil", optical="clear", sheen="satin",
             volume_solids=0.90, density=0.93, spread_rate=18.0, caution=_RAGS),
        Kind(key="extender", title="Plaster or chalk powder", base="any", optical="extender", sheen="flat",
             volume_solids=0.45, density=1.10, spread_rate=9.0, colours=False,
             caution=_POWDER),
        Kind(key="spirits", title="Mineral spirits", base="oil", optical="clear", sheen="flat",
             volume_solids=0.0, density=0.78, spread_rate=12.0, caution=_FUMES_RAGS),
        Kind(key="thinner", title="Water", base="water", optical="clear", sheen="flat",
             volume_solids=0.0, density=1.0, spread_rate=12.0),
    )
}  # fmt: skip


def kind_of(key: str) -> Kind:
    """Return the kind `key`; ValueError lists the known ones."""
    if key not in KINDS:
        raise ValueError(f"there is no kind of material {key!r}; known are {', '.join(KINDS)}")
    return KINDS[key]
