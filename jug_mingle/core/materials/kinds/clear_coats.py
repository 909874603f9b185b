"""Clear coats: what seals without a colour."""

from typing import Final

from jug_mingle.core.materials.kind import FUMES_RAGS, Handling, Kind

CLEAR_COATS: Final = (
    Kind(
        key="clear_coat",
        title="Clear coat",
        base="water",
        optical="clear",
        sheen="satin",
        volume_solids=0.33,
        density=1.04,
        spread_rate=12.0,
        handling=Handling(
            dry=15,
            recoat=120,
            cure=21,
            open_time=5,
            coats="1 under wax, 2 usual, 3 on a top",
            under="Dry paint or stain",
            over="Coloured wax, another coat",
            into="A little paint of its base: that makes a glaze",
            blocks_stains=True,
            why={
                "coats": "one as a barrier, two for ordinary work, three on a top",
                "into": "the parent tin is never tinted: other colours will be wanted later",
                "dry": "it looks milky over black until it is dry",
            },
        ),
    ),
    Kind(
        key="oil_varnish",
        title="Oil varnish",
        base="oil",
        optical="clear",
        sheen="gloss",
        volume_solids=0.50,
        density=0.92,
        spread_rate=13.0,
        caution=FUMES_RAGS,
        handling=Handling(
            dry=360,
            recoat=720,
            cure=14,
            coats="2–4",
            under="Quite dry stain or paint",
            over="Wax",
            into="Spirits",
            blocks_stains=True,
            why={
                "coats": "four, sanded between, for a table and chairs in use",
                "under": "damp stain below makes it fail",
            },
        ),
    ),
)
