"""How each kind of layer is usually laid, and looks of our own to begin from. Common practice throughout."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Final

USUAL: Final[Mapping[str, Mapping[str, Any]]] = {
    "paint": {"coats": 2},
    "primer": {"coats": 1},
    "blend": {"coats": 2, "pattern": "centre", "width": 0.6, "hand": 0.15},
    "wash": {"water": 2.0, "coats": 2, "wipe": 0.45, "hand": 0.3},
    "two_tone": {"water": 1.0, "coats": 2, "width": 0.5, "hand": 0.4},
    "stain": {"dwell": 5.0, "coats": 1},
    "glaze": {"wipe": 0.75, "place": "recess", "hand": 0.2},
    "dry_brush": {"amount": 0.3, "place": "high", "hand": 0.5},
    "wax": {"wipe": 0.85, "amount": 0.6, "place": "recess"},
    "wax_eraser": {"amount": 0.6, "place": "everywhere"},
    "distress": {"amount": 0.4, "place": "edges", "width": 0.2, "hand": 0.6},
    "crackle": {"amount": 0.3, "down_to": 1},
    "chippy": {"amount": 0.25},
    "drips": {"amount": 0.5},
    "metallic": {"amount": 0.45, "place": "edges", "width": 0.1, "hand": 0.4},
    "stencil": {"amount": 0.9, "width": 0.35, "coats": 1},
    "oil": {"veil": 0.25},
    "sealer": {"veil": 0.35, "coats": 2},
    "fade": {"amount": 0.25, "hand": 0.3},
}
"""Kind → what differs from a layer's plain defaults."""

WHY: Final[Mapping[str, str]] = {
    "paint": "two coats over a near colour or a primer, three to five in white over dark",
    "primer": "one coat; two where it bleeds",
    "blend": "two coats, the second refines; three over an extreme ground",
    "wash": "one part of paint in two of water, two coats, each wiped at once",
    "two_tone": "a splash of water in both colours, kept in their own buckets",
    "stain": "wiped after about five minutes; longer is darker; of a paint, thinned, it is a stain too",
    "glaze": "brushed on, wiped from the open faces, left in the recesses",
    "dry_brush": "the brush unloaded on a rag, over the high points",
    "wax": "worked into the recesses and wiped from the faces",
    "wax_eraser": "clear wax lifts coloured wax where there is too much",
    "distress": "where hands and feet would wear it; wiped wet it is smooth, sanded it is scratchy",
    "crackle": "two colours over one another, the upper one cracked",
    "chippy": "flakes off in patches down to the wood",
    "drips": "thin paint let run",
    "metallic": "gilding wax dabbed on edges or into grooves",
    "stencil": "one coat, the brush nearly dry",
    "oil": "wiped on, left, wiped off wholly; it deepens the colour",
    "sealer": "two to three coats in satin",
    "fade": "320 grit, until the ground shines through",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Look:
    """A look of our own: layers whose colours are given by role ("first", "second", "third" jug), or by name."""

    key: str
    title: str
    words: str
    layers: tuple[Mapping[str, Any], ...]


def _layer(kind: str, *colours: str, **changes: Any) -> Mapping[str, Any]:
    return {"kind": kind, "colours": list(colours), **USUAL[kind], **changes}


LOOKS: Final = (
    Look(
        key="plain", title="One colour", words="two coats and a satin clear coat",
        layers=(_layer("paint", "first"), _layer("sealer")),
    ),
    Look(
        key="lantern", title="Lantern", words="dark outline, light in the middle of each front",
        layers=(
            _layer("paint", "first", coats=1), _layer("blend", "first", "second", zones=["front"]), _layer("sealer"),
        ),
    ),
    Look(
        key="tide", title="Tide", words="from one colour above to the other at the foot",
        layers=(_layer("blend", "first", "second", pattern="ombre", width=0.9), _layer("sealer")),
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
            _layer("fade", down_to=1, amount=0.15), _layer("metallic", place="recess"), _layer("sealer"),
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
