"""Oils for wood."""

from typing import Final

from jug_mingle.core.materials.kind import RAGS, Handling, Kind

OILS: Final = (
    Kind(
        key="oil_wax_butter",
        title="Oil and wax butter",
        base="oil",
        optical="clear",
        sheen="satin",
        volume_solids=0.90,
        density=0.90,
        spread_rate=18.0,
        soaks=0.9,
        soak_rate=0.45,
        caution=RAGS,
        handling=Handling(
            dry=20,
            recoat=1440,
            open_time=20,
            coats="1",
            under="Dry interiors, matte paint",
            over="Nothing needed",
            into="Gel stain",
            why={
                "open_time": "about 20 minutes, then wipe completely or it stays sticky",
                "into": "both are oil-based, so they may be mixed",
            },
        ),
    ),
    Kind(
        key="oil",
        title="Finishing oil",
        base="oil",
        optical="clear",
        sheen="satin",
        volume_solids=0.90,
        density=0.93,
        spread_rate=18.0,
        soaks=0.9,
        soak_rate=0.45,
        caution=RAGS,
        handling=Handling(
            dry=480,
            recoat=1440,
            cure=30,
            open_time=20,
            coats="1–2",
            under="Bare wood, stain, matte paint",
            over="Nothing needed",
            into="Oil-based stain",
            why={"coats": "it deepens the tone; one coat shows it"},
        ),
    ),
)
