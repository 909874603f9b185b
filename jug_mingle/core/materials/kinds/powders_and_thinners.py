"""What is stirred into others: powders that dull and thicken, thinners."""

from typing import Final

from jug_mingle.core.materials.kind import FUMES_RAGS, POWDER, Handling, Kind

_TAKE_POWDER: Final = frozenset(
    {"thinner", "wall_paint", "chalk_paint", "mineral_paint", "acrylic", "milk_paint", "self_priming_paint",
     "home_chalk_paint", "enamel", "tint"}
)  # fmt: skip

POWDERS_AND_THINNERS: Final = (
    Kind(
        key="extender",
        title="Plaster or chalk powder",
        base="any",
        optical="extender",
        sheen="flat",
        volume_solids=0.45,
        density=1.10,
        spread_rate=9.0,
        colours=False,
        stirred_with=_TAKE_POWDER,
        caution=POWDER,
        handling=Handling(
            pot_life=0.25,
            into="Water first, then paint: 1 : 1 : 3",
            why={
                "pot_life": "plaster begins to set once it is wet; no hours are agreed: use it up",
                "into": "added to paint directly it leaves lumps and spoils the tin",
            },
        ),
    ),
    Kind(
        key="spirits",
        title="Mineral spirits",
        base="oil",
        optical="clear",
        sheen="flat",
        volume_solids=0.0,
        density=0.78,
        spread_rate=12.0,
        caution=FUMES_RAGS,
        handling=Handling(
            into="Oil-based paint, stain and wax", why={"into": "oil with oil, water with water"}
        ),
    ),
    Kind(
        key="thinner",
        title="Water",
        base="water",
        optical="clear",
        sheen="flat",
        volume_solids=0.0,
        density=1.0,
        spread_rate=12.0,
        handling=Handling(into="Anything water-based", why={"into": "oil with oil, water with water"}),
    ),
)
