"""Looks of our own to begin from."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Final

from jug_mingle.core.finishes.kinds import KINDS


@dataclass(frozen=True, slots=True, kw_only=True)
class Look:
    """A look of our own: layers whose colours are given by role ("first", "second", "third" jug), or by
    name."""

    key: str
    title: str
    words: str
    layers: tuple[Mapping[str, Any], ...]


def _layer(kind: str, *colours: str, **changes: Any) -> Mapping[str, Any]:
    return {"kind": kind, "colours": list(colours), **KINDS[kind].usual, **changes}


LOOKS: Final = (
    Look(
        key="plain", title="One colour", words="two coats and a satin clear coat",
        layers=(_layer("paint", "first"), _layer("sealer")),
    ),
    Look(
        key="lantern", title="Lantern", words="dark outline, light in the middle of each front",
        layers=(
            _layer("paint", "first", coats=1), _layer("blend", "first", "second", zones=["front"], size=0.0),
            _layer("sealer"),
        ),
    ),
    Look(
        key="tide", title="Tide", words="from one colour above to the other at the foot",
        layers=(_layer("blend", "first", "second", pattern="ombre", size=0.0, width=0.9), _layer("sealer")),
    ),
    Look(
        key="ladder", title="Ladder", words="each row of drawers a step further",
        layers=(_layer("blend", "first", "second", pattern="ombre_steps"), _layer("sealer")),
    ),
    Look(
        key="mist", title="Mist", words="a pale wash, the wood readable below",
        layers=(_layer("wash", "second"), _layer("oil")),
    ),
    Look(
        key="hearth", title="Hearth", words="smoky blend, dark wax in the recesses",
        layers=(
            _layer("blend", "first", "second", pattern="smoky"),
            _layer("wax", "clear wax", place="everywhere", wipe=0.9), _layer("wax", "brown wax"),
        ),
    ),
    Look(
        key="harbour", title="Harbour", words="worn at the edges, faded, a little gilding",
        layers=(
            _layer("paint", "second"), _layer("paint", "first"), _layer("distress", down_to=1),
            _layer("fade", down_to=1, amount=0.15), _layer("sealer"), _layer("metallic", place="recess"),
        ),
    ),
    Look(
        key="pond", title="Dry pond", words="cracked light over dark, brown in the cracks",
        layers=(
            _layer("paint", "first"), _layer("paint", "second", coats=1), _layer("crackle", down_to=1),
            _layer("sealer", coats=1), _layer("glaze", "brown wax", wipe=0.85), _layer("sealer", coats=1),
        ),
    ),
    Look(
        key="barn", title="Barn door", words="imitation wood in two streaky washes",
        layers=(_layer("paint", "second", coats=1), _layer("two_tone", "first", "second"), _layer("sealer")),
    ),
    Look(
        key="almanac", title="Almanac", words="a sprig stencilled, then sanded faint",
        layers=(
            _layer("paint", "first"), _layer("stencil", "second", zones=["front", "side"]),
            _layer("fade", down_to=1, amount=0.2), _layer("wax", "clear wax", place="everywhere", wipe=0.9),
        ),
    ),
)  # fmt: skip
