"""What a pattern is raised, stuck or rusted with; none of it goes into a colour mix."""

from typing import Final

from jug_mingle.core.materials.kind import FUMES, Handling, Kind

PASTES: Final = (
    Kind(
        key="texture_paste",
        title="Texture paste",
        base="water",
        optical="hiding",
        sheen="flat",
        volume_solids=0.70,
        density=1.60,
        spread_rate=1.0,
        colours=False,
        handling=Handling(
            dry=60,
            recoat=240,
            coats="1",
            under="Dry paint or sanded wood",
            over="Paint, wax or clear coat: it is porous",
            into="Nothing: what is scraped off goes back into its tub",
            why={
                "dry": "about five minutes until the stencil is lifted; by touch until it is painted, an "
                "hour assumed",
                "into": "it hardens: tools are rinsed out of doors, never down a sink",
            },
        ),
    ),
    Kind(
        key="white_glue",
        stirred_with=frozenset({"thinner"}),
        title="White glue",
        base="water",
        optical="clear",
        sheen="satin",
        volume_solids=0.45,
        density=1.08,
        spread_rate=8.0,
        colours=False,
        handling=Handling(
            dry=60,
            recoat=120,
            coats="1 below, 1 above",
            under="Dry paint",
            over="A clear coat: thinned, it stays soft when wet",
            into="A little water",
            why={"into": "brushed on the paper, which relaxes and wrinkles less"},
        ),
    ),
    Kind(
        key="rust_paint",
        title="Iron paint that rusts",
        base="water",
        optical="hiding",
        sheen="flat",
        volume_solids=0.40,
        density=2.20,
        spread_rate=8.0,
        colours=False,
        caution=FUMES,
        handling=Handling(
            dry=30,
            recoat=720,
            coats="2, the activator on the second",
            under="A sealed or painted surface: bare iron below it goes on rusting",
            over="A matte sealer, which deepens it",
            into="Nothing",
            must_be_sealed=True,
            why={"recoat": "the rust comes overnight and is judged the next day"},
        ),
    ),
)
