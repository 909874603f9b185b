"""Primers: what lies under paint; no primer is ever a white to mix with."""

from typing import Final

from jug_mingle.core.materials.cautions import POWDER
from jug_mingle.core.materials.kind import Handling, Kind

PRIMERS: Final = (
    Kind(
        key="primer",
        title="Primer",
        base="water",
        optical="hiding",
        sheen="matte",
        volume_solids=0.38,
        density=1.30,
        spread_rate=10.0,
        colours=False,
        handling=Handling(
            dry=60,
            recoat=1440,
            coats="1",
            under="Clean, scuffed wood or old finish",
            over="Paint",
            into="Nothing: never use it as a white",
            blocks_stains=True,
            why={
                "recoat": "at least 24 hours before paint, as the label asks",
                "coats": "one is common",
                "into": "paint lightened with primer peeled as a skin after about three days",
            },
        ),
    ),
    Kind(
        key="bonding_primer",
        title="Bonding primer",
        base="water",
        optical="hiding",
        sheen="satin",
        volume_solids=0.36,
        density=1.25,
        spread_rate=12.0,
        colours=False,
        handling=Handling(
            dry=60,
            recoat=1440,
            coats="1 thin",
            under="Baked-on white, coated board: what will not sand",
            over="Paint",
            into="Nothing: never use it as a white",
            blocks_stains=True,
            why={
                "coats": "a thin film on the parts that will not sand",
                "into": "paint lightened with it peeled as a sticky skin after about three days",
            },
        ),
    ),
    Kind(
        key="clear_primer",
        title="Clear primer",
        base="water",
        optical="clear",
        sheen="matte",
        volume_solids=0.30,
        density=1.03,
        spread_rate=10.0,
        colours=False,
        handling=Handling(
            dry=60,
            recoat=1440,
            coats="1–2",
            under="Clean, bare or scuffed wood",
            over="Paint, clear coat",
            into="Nothing",
            blocks_stains=True,
            why={
                "recoat": "at least 24 hours before paint, as for every stain-blocking primer",
                "coats": "one is common; two thin ones where it is sprayed",
            },
        ),
    ),
    Kind(
        key="crackle_gesso",
        title="Crackle gesso powder",
        base="water",
        optical="hiding",
        sheen="flat",
        volume_solids=0.35,
        density=1.30,
        spread_rate=7.0,
        colours=False,
        caution=POWDER,
        handling=Handling(
            dry=15,
            recoat=15,
            pot_life=1,
            coats="2",
            under="Bare or sanded wood",
            over="Milk paint, which it cracks",
            into="Water 1 : 1",
            why={
                "dry": "about 15 minutes a coat",
                "coats": "two",
                "into": "one part powder to one of water",
                "pot_life": "no figure is agreed: mix for the day",
            },
        ),
    ),
)
