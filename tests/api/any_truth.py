"""What must be true of a job whatever was done to it, reckoned here by hand from what a painter reads off a
page.

All of it is coarse on purpose: it sees what is counted twice or forgotten, not a digit. Values are common
practice.
"""

import io
from collections.abc import Iterator
from typing import Any, Final

from pypdf import PdfReader

Json = Any

SPREAD: Final = 9.0
"""What furniture paints cover in one brushed coat, the least. [m²/l]"""

SPRAYED: Final = 473.0 / 2 / 1.5 * 1.2
"""Half a quart for two sprayed coats on a dresser's carcass of 1.5 m² or more, and a fifth. [ml/m² a coat]"""

FILTERS: Final = 2.0
"""Pairs of filters that one job breathes through, at most."""

ONCE: Final = frozenset({"ornament", "paper"})
"""Layers of which a second coat goes over what lies there."""


def too_much(piece: Json, layers: Json, needs: Json, *, margin: float) -> Iterator[str]:
    """Yield jugs of which a look takes more than its coats can hold on the outside of the piece."""
    for need in needs:
        jug = f"mix:{need['mix_id']}"
        most = sum(
            _most(piece, layer, margin)
            for layer in layers
            if jug in layer["colours"] and layer.get("on", True)
        )
        if need["mix_id"] and need["ml"] > most + 1.0:
            on = f"{piece['name']} ({piece['form']})"
            yield f"{need['ml']} ml of {need['name']} on {on}, where {most:.0f} would do"


def _most(piece: Json, layer: Json, margin: float) -> float:
    ml = 1000.0 / SPREAD
    if layer.get("way") == "spray":
        ml = SPRAYED
    return float(layer["coats"] * _outside(piece, layer.get("zones") or []) * ml * (1.0 + margin))


def _outside(piece: Json, zones: list[str]) -> float:
    """Return the area of a piece on the zones, at most. [m²]"""
    w, h, d = (float(piece["measures"][name]) for name in ("width", "height", "depth"))
    every = 2.0 * (w * d + w * h + d * h) * 1.3  # legs, mouldings, edges
    if zones == ["nowhere"]:
        return 0.0
    return float(piece["count"] * (w * d * 1.05 if zones == ["top"] else every))


def twice(plan: Json) -> Iterator[str]:
    """Yield what a plan lays, casts or paints a second time."""
    steps = plan.get("steps", [])
    minutes = {step["key"]: step["minutes"] for step in steps}
    for step in steps:
        first = step["key"].removesuffix(".2") + ".1"
        second = step["act"] in ONCE and step["key"].endswith(".2")
        if second and step["minutes"] >= minutes.get(first, 1e9):
            yield f"“{step['title']}” takes {step['minutes']} min, as long as its first coat"
        if step["act"] == "hardware" and step["title"].startswith("Paint"):
            look = [
                other for other in steps if other["piece"] == step["piece"] and ".handles" in other["key"]
            ]
            if any(other["takes"] for other in look):
                yield f"handles of piece {step['piece']} are painted by the look and once more"


def too_many(money: Json) -> Iterator[str]:
    """Yield goods that a plan buys more of than anybody uses."""
    for line in money["goods"]:
        if line["key"] == "filters" and line["needed"] > FILTERS:
            yield f"{line['needed']} pairs of filters"


def in_jugs(batches: Json) -> float:
    """Return what stands in all jugs. [ml]"""
    return float(sum(one["poured_ml"] for one in batches))


def words_of(pdf: bytes) -> str:
    """Return what stands on a print, in one line."""
    return " ".join(" ".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages).split())
