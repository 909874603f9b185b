"""How long hands take for each act, by area and by part; what the person really took corrects it.

A dresser of about three square metres takes an hour to sand and ten minutes to spray once: common practice.
All other figures are assumed to fit these, and are there to be corrected by what is done.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final


@dataclass(frozen=True, slots=True, kw_only=True)
class Rate:
    """Minutes of an act: for each square metre, for each part, and in any case."""

    area: float = 0.0
    part: float = 0.0
    least: float = 3.0

    def minutes(self, area: float, parts: int = 1) -> float:
        """Return how long it takes. [minutes]"""
        return max(self.least, self.area * area + self.part * parts)


RATES: Final[Mapping[str, Rate]] = {
    "photograph": Rate(least=5.0),
    "dismantle": Rate(part=1.5, least=5.0),
    "free": Rate(least=15.0),
    "extract": Rate(area=30.0, least=20.0),
    "test": Rate(least=5.0),
    "clean": Rate(area=10.0, least=5.0),
    "glue": Rate(least=15.0),
    "fill": Rate(least=10.0),
    "shape": Rate(least=10.0),
    "solvent": Rate(area=12.0, least=5.0),
    "strip": Rate(area=8.0, least=5.0),
    "scrape": Rate(area=20.0, part=1.0, least=8.0),
    "scuff": Rate(area=8.0, part=0.5, least=5.0),
    "sand": Rate(area=20.0, part=1.0, least=10.0),
    "smooth": Rate(area=5.0, part=0.3, least=3.0),
    "bleach": Rate(area=8.0, least=5.0),
    "neutralise": Rate(area=8.0, least=5.0),
    "dust": Rate(area=3.0, least=5.0),
    "mask": Rate(part=1.5, least=8.0),
    "unmask": Rate(least=5.0),
    "mix": Rate(least=10.0),
    "board": Rate(least=15.0),
    "primer": Rate(area=12.0, part=0.5, least=5.0),
    "paint": Rate(area=12.0, part=0.7, least=5.0),
    "blend": Rate(area=28.0, part=1.5, least=10.0),
    "wash": Rate(area=14.0, part=1.0, least=6.0),
    "two_tone": Rate(area=20.0, part=1.0, least=10.0),
    "stain": Rate(area=12.0, part=0.7, least=6.0),
    "wipe": Rate(area=6.0, part=0.4, least=4.0),
    "glaze": Rate(area=18.0, part=1.0, least=8.0),
    "sponge": Rate(area=18.0, part=1.0, least=10.0),
    "dry_brush": Rate(area=12.0, part=0.7, least=6.0),
    "knife": Rate(area=12.0, part=0.7, least=6.0),
    "wax": Rate(area=12.0, part=0.7, least=6.0),
    "wax_eraser": Rate(area=6.0, part=0.4, least=5.0),
    "distress": Rate(area=8.0, part=0.7, least=6.0),
    "crackle": Rate(area=12.0, part=0.5, least=6.0),
    "chippy": Rate(area=15.0, part=1.0, least=10.0),
    "drips": Rate(area=8.0, part=1.0, least=6.0),
    "metallic": Rate(area=8.0, part=1.0, least=8.0),
    "stencil": Rate(area=35.0, part=3.0, least=15.0),
    "lettering": Rate(part=12.0, least=15.0),
    "raised": Rate(area=40.0, part=4.0, least=15.0),
    "transfer": Rate(area=40.0, part=5.0, least=15.0),
    "paper": Rate(area=30.0, part=4.0, least=15.0),
    "collage": Rate(area=60.0, part=6.0, least=20.0),
    "ornament": Rate(part=15.0, least=20.0),
    "lined": Rate(area=15.0, part=10.0, least=15.0),
    "stippled": Rate(area=25.0, part=1.5, least=10.0),
    "trowelled": Rate(area=25.0, part=1.5, least=10.0),
    "salt": Rate(area=20.0, part=1.5, least=10.0),
    "rust": Rate(area=16.0, part=1.0, least=10.0),
    "tissue": Rate(area=30.0, part=2.0, least=10.0),
    "oil": Rate(area=8.0, part=0.4, least=5.0),
    "sealer": Rate(area=10.0, part=0.5, least=5.0),
    "fade": Rate(area=12.0, part=0.5, least=6.0),
    "buff": Rate(area=8.0, part=0.3, least=5.0),
    "line": Rate(part=4.0, least=8.0),
    "feed": Rate(area=8.0, least=8.0),
    "drill": Rate(part=4.0, least=8.0),
    "hardware": Rate(part=3.0, least=8.0),
    "refit": Rate(part=2.0, least=5.0),
    "deliver": Rate(least=30.0),
    "other": Rate(least=5.0),
}
"""By act."""

ROLLED: Final = 0.6
"""What a roller takes of the time of a brush, assumed."""

SPRAYED: Final = Rate(area=10.0 / 3.0, part=0.1, least=4.0)
"""Ten minutes a coat on a dresser: common practice."""

_TRUST: Final = 60.0
"""So many minutes of work weigh as much as what is usual. [minutes]"""


def laid_minutes(act: str, way: str, area: float, parts: int) -> float:
    """Return how long a coat takes. [minutes]"""
    rate = RATES.get(act, RATES["paint"])
    if way == "spray":
        return SPRAYED.minutes(area, parts)
    return rate.minutes(area * (ROLLED if way == "roller" else 1.0), parts)


def learnt(taken: Iterable[tuple[str, float, float]]) -> dict[str, float]:
    """Return by which factor each act takes longer than usual, of what was done: (act, usual minutes, minutes
    taken).

    An hour of it counts as much as what is usual does, so that one slow evening does not turn the plan over.
    0.25..4
    """
    usual: dict[str, float] = {}
    real: dict[str, float] = {}
    for act, planned, took in taken:
        usual[act] = usual.get(act, 0.0) + planned
        real[act] = real.get(act, 0.0) + took
    return {act: min(4.0, max(0.25, (real[act] + _TRUST) / (usual[act] + _TRUST))) for act in usual}
