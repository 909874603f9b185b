"""What can hurt at a step, tied to what causes it. Common practice; labels, local rules and licensed trades
first."""

from collections.abc import Callable, Collection, Mapping
from dataclasses import dataclass, replace
from typing import Final

from jug_mingle.core.plan.conditions import COOL, HOT, HUMID, Conditions
from jug_mingle.core.plan.step import Step
from jug_mingle.core.plan.survey import Survey
from jug_mingle.core.practice.hazards import HAZARDS, rows_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Around:
    """What a step is done amid: what is known of its piece, what that is for, the air, old paint that may
    hold lead."""

    survey: Survey
    uses: Collection[str]
    air: Conditions
    old_paint: bool
    last: bool = False


_OILY: Final = frozenset({"oil", "oil_wax_butter", "oil_stain", "gel_stain", "oil_varnish", "oil_enamel"})
_WAXES: Final = frozenset({"clear_wax", "coloured_wax", "light_wax", "gilding_wax", "tinting_wax"})
_POWDERS: Final = frozenset({"milk_paint", "crackle_gesso", "home_chalk_paint", "extender"})
_SOLVENT: Final = frozenset({"spirits"}) | _OILY | _WAXES
_DRY: Final = frozenset({"sand", "scuff", "scrape", "smooth", "shape", "distress", "fade", "chippy"})
_SANDS: Final = frozenset({"sand", "scuff", "smooth", "shape", "distress", "fade"})
_WET: Final = frozenset({"paint", "primer", "blend", "wash", "two_tone", "stain", "strip", "sealer", "drips"})

_Of = Callable[[Step, Around], bool]

_CAUSES: Final[Mapping[str, _Of]] = {
    "dust": lambda step, _: step.act in _SANDS,
    "lead": lambda step, around: around.old_paint and (step.act in _DRY or step.key.endswith("test.lead")),
    "spray": lambda step, _: step.place == "booth",
    "filters": lambda step, _: step.place == "booth",
    "stripper": lambda step, _: step.act in ("strip", "scrape") or step.key.endswith("test.layers"),
    "strong_stripper": lambda step, _: step.act == "strip",
    "solvent": lambda step, _: step.act == "solvent" or bool(step.kinds & _SOLVENT),
    "rags": lambda step, _: step.act == "solvent" or bool(step.kinds & (_OILY | _WAXES)),
    "bleach": lambda step, _: step.act in ("bleach", "neutralise"),
    "peroxide": lambda step, _: step.act in ("bleach", "neutralise"),
    "staples": lambda step, around: step.act == "free" and "staples" in around.survey.causes,
    "nails": lambda step, around: (
        step.act == "free" and bool({"nails", "staples"} & set(around.survey.causes))
    ),
    "glass": lambda step, around: step.act == "free" and "glass" in around.survey.causes,
    "lamp": lambda step, around: step.act == "free" and "lamp" in around.survey.causes,
    "pets": lambda step, around: step.act == "extract" and "pets" in around.survey.causes,
    "blades": lambda step, _: (
        step.act in ("mask", "unmask", "line", "stencil", "transfer", "paper", "collage", "lined")
    ),
    "lifting": lambda step, around: step.act in ("dismantle", "deliver") and "heavy" in around.survey.causes,
    "weather": lambda step, around: (
        step.act in _WET
        and (around.air.temperature >= HOT or around.air.temperature < COOL or around.air.humidity >= HUMID)
    ),
    "cure": lambda _, around: around.last,
    "drains": lambda step, _: bool(step.kinds & (_POWDERS | {"texture_paste"})),
    "powder": lambda step, _: bool(step.kinds & _POWDERS),
    "microwave": lambda step, _: bool(step.kinds & _WAXES),
    "hair_dryer": lambda step, around: around.air.dryer and step.act in _WET,
    "floor": lambda step, _: step.act == "mask",
    "child": lambda step, around: (
        (around.last or step.act in ("sealer", "wax", "oil")) and bool({"child", "meals"} & set(around.uses))
    ),
    "small_parts": lambda step, _: step.act == "dismantle",
}

_OF_WORK: Final = {row["key"]: row["words"] for row in rows_of("step_cautions.csv")}
CAUTIONS: Final[Mapping[str, str]] = {
    key: HAZARDS[key].words if key in HAZARDS else _OF_WORK[key] for key in _CAUSES
}
"""By key: those of finishes, and those of work alone; of which step each is said stands in `_CAUSES`."""


def with_cautions(step: Step, around: Around) -> Step:
    """Return a step with the keys of all that can hurt at it."""
    return replace(step, cautions=tuple(key for key in CAUTIONS if _CAUSES[key](step, around)))
