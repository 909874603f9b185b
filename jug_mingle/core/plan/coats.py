"""From a look to steps: each layer coat by coat, unit by unit, with what dries, what closes and what is
sanded between.

Waits and open times are of what is in the tins; common practice adds the windows: wear with a damp rag the
same day, a sponge soon after, oil wiped after twenty minutes, gilding a night after a clear coat.
"""

from collections.abc import Mapping
from dataclasses import replace
from typing import Final

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.plan.conditions import Changed, open_under, wait_under
from jug_mingle.core.plan.patterned import patterned, tissue_for
from jug_mingle.core.plan.rates import laid_minutes
from jug_mingle.core.plan.step import NIGHT, Course, Step, Take
from jug_mingle.core.plan.work import PieceWork, Unit, Workshop, on, step_of
from jug_mingle.core.practice.situation import LaidLayer

BY_TOUCH: Final = 60
"""A wait of which practice has no figure is planned so long. [minutes]"""

LIGHT_USE: Final = 1440
"""After the last coat a piece is handled gently for a day, assumed. [minutes]"""

ATTENDED: Final = 5.0
"""What waits no longer than this on a face is waited for with the rag in the hand. [minutes]"""

OIL_STAYS: Final = 20
"""Oil and butter are wiped off at about twenty minutes. [minutes]"""

_FILTERS: Final = 0.05
"""Of a pair of filters that a sprayed coat uses up, assumed: they are looked at after spraying, and last a
job."""

_LOOSENS: Final = frozenset({"milk_paint", "chalk_paint", "home_chalk_paint"})
"""What a damp rag still moves on the day that it was laid."""

_ORDINALS: Final = ("", "First", "Second", "Third", "Fourth", "Fifth", "Sixth", "Seventh", "Eighth")
_GOES_ON_DRY: Final = frozenset(
    {"wax", "glaze", "sponge", "distress", "fade", "chippy", "metallic", "stencil", "lettering", "raised",
    "transfer",
     "paper", "collage", "ornament", "lined", "dry_brush", "knife", "wax_eraser",
     "drips", "wash", "two_tone", "stain"}
)  # fmt: skip
"""What follows as soon as the coat below can be touched; a full coat waits longer."""


def lay(course: Course, work: PieceWork, units: Mapping[str, Unit], workshop: Workshop) -> None:
    """Add the coats of a piece's look on units that are ready for it; the first after what was tried on a
    board."""
    for number, layer in enumerate(work.finish.layers):
        if not layer.on:
            continue
        reached = [
            unit for unit in units.values() if any(laid_layer.place == number for laid_layer in unit.laid)
        ]
        area = sum(unit.area for unit in reached)
        for unit in reached:
            at = next(n for n, laid_layer in enumerate(unit.laid) if laid_layer.place == number)
            share = unit.area / area if area else 0.0
            takes = [replace(take, ml=take.ml * share / layer.coats) for take in _takes(work, number)]
            for coat in range(1, layer.coats + 1):
                _coat(course, work, unit, at, coat, tuple(takes), workshop)


def mark_of(work: PieceWork, number: int) -> str:
    """Return what a layer is called in the keys of its steps."""
    return f"{number}-{work.marks[number]}" if number < len(work.marks) else str(number)


def _takes(work: PieceWork, number: int) -> tuple[Take, ...]:
    return tuple(work.takes[number]) if number < len(work.takes) else ()


def _coat(
    course: Course,
    work: PieceWork,
    unit: Unit,
    at: int,
    coat: int,
    takes: tuple[Take, ...],
    workshop: Workshop,
) -> None:
    laid_layer, where = unit.laid[at], [on(work, unit.key)]
    way = laid_layer.layer.way
    most, closes = _window(unit, at, coat, workshop)
    step = _step(work, unit, laid_layer, coat, takes, way, workshop)
    if coat > 1:
        _sanded_between(course, work, unit, laid_layer, coat, workshop)
    course.add(step, where, most=most, closes=closes)
    _wiped_later(course, work, unit, laid_layer, coat, workshop)
    _dries(course, work, unit, at, coat, workshop)
    raised = (
        coat == 1
        and at == 0
        and unit.ground.drinks
        and laid_layer.facts.base == "water"
        and laid_layer.layer.kind != "stain"
    )
    if raised and laid_layer.layer.of.act == "film":
        course.add(
            step_of(
                work, "smooth", unit, f"Knock the raised grain of the {unit.title} back", more="grain",
                words="320 by hand along the grain, then dust it off.",
                why="The first water lifts the fibres, once.",
                uses=(("grit_320", max(0.5, unit.area)), ("tack_cloths", 0.3)),
            ),
            where,
        )  # fmt: skip


def _step(
    work: PieceWork,
    unit: Unit,
    laid_layer: LaidLayer,
    coat: int,
    takes: tuple[Take, ...],
    way: str,
    workshop: Workshop,
) -> Step:
    layer, kind = laid_layer.layer, laid_layer.layer.of
    title = (
        kind.title
        if layer.coats == 1
        else f"{_ORDINALS[coat] if coat < len(_ORDINALS) else f'{coat}th'} coat of {kind.title.lower()}"
    )
    film = takes[0].colour if takes else f"usual:{kind.usual_material or layer.kind}"
    paints = bool(layer.films) or bool(kind.usual_material)
    tool = {"brush": "brush", "roller": "roller", "spray": "spray gun", "rag": "rags"}[way]
    open_time = min(
        (h.open_time for _, h in laid_layer.facts.contents if h.open_time is not None), default=None
    )
    laid = patterned(layer, unit, work.count, workshop.schools, coat=coat)
    said = _words(layer, open_time, unit, coat, open_under(workshop.air))
    minutes = laid.minutes if laid else laid_minutes(layer.kind, way, unit.area, unit.parts)
    return step_of(
        work, layer.kind, unit, f"{title}, {unit.title}", more=f"{mark_of(work, laid_layer.place)}.{coat}",
        words=said if laid is None else laid.words, why=kind.why[:1].upper() + kind.why[1:] + ".",
        minutes=minutes, takes=takes, kinds=laid_layer.facts.kinds,
        place="booth" if way == "spray" else "", kit=f"{film}.{way}" if paints else "",
        cleaning=(12 if way == "spray" else 6) if paints else 0, card=layer.kind, layer=laid_layer.place,
        coat=coat,
        ready=(*(take.name for take in takes), tool) if paints else ("320 paper and a block",),
        uses=_uses(layer, unit, way) if laid is None else laid.uses, parts=max(1, min(4, unit.parts)),
        stands=layer.dwell if layer.kind == "stain" and layer.dwell <= ATTENDED else 0.0,
    )  # fmt: skip


def _on_cloth(unit: Unit) -> bool:
    """Whether what is laid goes into cloth, which takes it while it is damp."""
    return unit.ground.adhesion == "wet"


def _words(layer: Layer, open_time: float | None, unit: Unit, coat: int, heat: Changed) -> str:
    said = []
    if _on_cloth(unit) and coat == 1 and layer.of.has("hides"):
        said.append(
            "Mist the cloth, so that it goes in. A pattern that still shows is no fault: three coats are "
            "usual."
        )
    if layer.kind == "stain" and layer.dwell <= ATTENDED:
        said.append(
            f"On, {time_words(layer.dwell) if layer.dwell >= 1 else '30 s'}, and wiped off along the grain."
        )
    if layer.water:
        said.append(f"{marked(layer.water)} parts of water to one.")
    if open_time is not None and layer.of.act == "film":
        stays = open_time * heat.factor
        said.append(f"It stays open about {time_words(stays)}: a section at a time, edge to edge.")
        said += heat.why
    if unit.parts > 1 and unit.key == "fronts":
        said.append("Fronts side by side, so that differences show.")
    return " ".join(said)


def _uses(layer: Layer, unit: Unit, way: str) -> tuple[tuple[str, float], ...]:
    if not layer.films and not layer.of.usual_material:
        return (("grit_320", max(0.5, unit.area)),)
    if layer.kind == "tissue":
        return (("tissue", tissue_for(unit.area)),)
    if way == "spray":
        return (("filters", _FILTERS), ("gloves", 1.0))
    return (("cloths", 1.0),) if layer.kind in ("wax", "stain", "oil", "glaze", "wash") else ()


def _window(unit: Unit, at: int, coat: int, workshop: Workshop) -> tuple[int | None, str]:
    """Return how long after what lies below a layer may be begun at the latest [minutes], and what to do
    after that."""
    laid_layer, below = unit.laid[at], [x for x in unit.laid[:at] if x.layer.of.act != "reveal"]
    if coat > 1 or not below or not below[-1].facts.kinds & _LOOSENS:
        return None, ""
    if laid_layer.layer.kind == "sponge":
        return 1440, "A sponge lifts fresh paint only. Later: sand it, or glaze."
    if laid_layer.layer.kind == "distress" and workshop.schools.get("distress_by") != "paper":
        return 600, "A damp rag works the same day. Later: rub it back with paper."
    return None, ""


def _sanded_between(
    course: Course, work: PieceWork, unit: Unit, laid_layer: LaidLayer, coat: int, workshop: Workshop
) -> None:
    school, kind = workshop.schools.get("between_coats", ""), laid_layer.layer.kind
    wears = unit.key.startswith("top") and kind == "sealer" and laid_layer.layer.coats >= 3
    enamel = bool(laid_layer.facts.kinds & {"enamel", "oil_enamel", "oil_varnish"})
    if kind not in ("paint", "blend", "sealer") or not (
        school == "sand" or (not school and (wears or enamel))
    ):
        return
    course.add(
        step_of(
            work, "smooth", unit, f"Sand the {unit.title} between coats",
            more=f"{mark_of(work, laid_layer.place)}.between.{coat}",
            words="320, lightly, and dust it off.", why="Each coat is smoother than the last.",
            school="between_coats", uses=(("grit_320", max(0.5, unit.area)), ("tack_cloths", 0.3)),
        ),
        [on(work, unit.key)],
    )  # fmt: skip


def _wiped_later(
    course: Course, work: PieceWork, unit: Unit, laid_layer: LaidLayer, coat: int, workshop: Workshop
) -> None:
    """What stands for a while and is then wiped off is two steps, with a window between."""
    layer, where = laid_layer.layer, [on(work, unit.key)]
    if layer.kind == "stain" and layer.dwell > ATTENDED:
        stands, why = int(layer.dwell), "Time on the wood sets how dark it becomes."
    elif layer.kind == "oil":
        stands, why = OIL_STAYS, "Wood takes what it needs; what stays on it stays sticky."
    else:
        return
    course.then(where, stands, words=f"{layer.of.title.lower()} goes in", why=why,
        most=stands + max(5, stands // 2),
                closes="Left longer it is darker, and sticky: wipe with its own thinner.")  # fmt: skip
    course.add(
        step_of(
            work, "wipe", unit, f"Wipe the {layer.of.title.lower()} off, {unit.title}",
            more=f"{mark_of(work, laid_layer.place)}.{coat}",
            words="All of it, with clean rags, the last along the grain.", why=why,
            kinds=laid_layer.facts.kinds,
            uses=(("cloths", 2.0),), ready=("clean rags",),
        ),
        where,
    )  # fmt: skip


def _dries(course: Course, work: PieceWork, unit: Unit, at: int, coat: int, workshop: Workshop) -> None:
    """Let what follows wait: a full coat until it may be laid, what goes on dry until it can be touched."""
    laid_layer, where = unit.laid[at], [on(work, unit.key)]
    if laid_layer.layer.of.act == "reveal" or laid_layer.layer.kind == "wax_eraser":
        return
    after = (
        laid_layer
        if coat < laid_layer.layer.coats
        else unit.laid[at + 1]
        if at + 1 < len(unit.laid)
        else None
    )
    full = after is laid_layer or (after is not None and after.layer.kind not in _GOES_ON_DRY)
    dry = max((h.dry for _, h in laid_layer.facts.contents if h.dry is not None), default=None)
    soaked = _on_cloth(unit) and after is laid_layer and dry is not None
    minutes = dry if soaked else laid_layer.facts.recoat if full or dry is None else dry
    if after is not None and after.layer.kind == "metallic" and laid_layer.layer.kind == "sealer":
        minutes = NIGHT
    felt = minutes is None
    wax = laid_layer.facts.base == "wax" or laid_layer.layer.kind == "wax"
    laid = patterned(laid_layer.layer, unit, work.count, workshop.schools, coat=coat)
    changed = wait_under(
        workshop.air, wax=wax, water=laid_layer.facts.base == "water", thin=laid_layer.layer.of.has("thin")
    )
    least = changed.of(BY_TOUCH if minutes is None else minutes) + (0 if laid is None else laid.waits)
    why = (
        "No figure is usual: an hour, by touch."
        if felt
        else f"{time_words(float(minutes or 0))} is usual of it."
    )
    if soaked:
        why = "Cloth takes the next coat while it is slightly damp, by feel."
    course.then(
        where,
        least,
        words=f"{laid_layer.layer.of.title.lower()} dries",
        why=" ".join([why, *changed.why]),
        felt=felt,
    )
    last = coat == laid_layer.layer.coats
    over = [x.layer.kind for x in unit.laid[at + 1 :]]
    if last and ((wax and "wax" not in over) or laid_layer.layer.kind == "metallic"):
        course.add(
            step_of(
                work, "buff", unit, f"Buff the {laid_layer.layer.of.title.lower()}, {unit.title}",
                more=f"{mark_of(work, laid_layer.place)}",
                words="A clean soft cloth, lightly.", why="Once it is hard it shines, and no longer smears.",
                uses=(("cloths", 1.0),), ready=("a clean cloth",),
            ),
            where,
        )  # fmt: skip
