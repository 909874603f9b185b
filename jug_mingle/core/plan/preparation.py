"""From a survey to the steps before the first coat: taken apart, cleaned, mended, bared or scuffed, dusted,
primed.

Common practice; where painters differ the school that was chosen is followed, and named.
"""

from collections.abc import Sequence
from dataclasses import replace

from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.plan.conditions import wait_under
from jug_mingle.core.plan.looking_over import clean, look_over
from jug_mingle.core.plan.rates import RATES, laid_minutes
from jug_mingle.core.plan.step import Course, Take
from jug_mingle.core.plan.survey import TESTS
from jug_mingle.core.plan.treatments import BARES, bared, mend, surfaced
from jug_mingle.core.plan.work import PieceWork, Unit, Workshop, on, step_of
from jug_mingle.core.practice.rules import RULES
from jug_mingle.core.practice.situation import Situation


def prepare(course: Course, work: PieceWork, workshop: Workshop) -> dict[str, Unit]:
    """Add the steps before the first coat, and return each unit as it is then."""
    units = work.units
    every = [on(work, unit.key) for unit in units]
    look_over(course, work, units, every)
    for unit in units:
        clean(course, work, unit, workshop)
    ready = {unit.key: bared(course, work, unit, workshop) for unit in units}
    for unit in units:
        mend(course, work, unit)
    for unit in units:
        ready[unit.key] = surfaced(
            course, work, ready[unit.key], workshop, stripped=ready[unit.key] is not unit
        )
    for unit in units:
        _dust(course, work, unit)
    _mask(course, work, units)
    return {unit.key: _primed(course, work, ready[unit.key], workshop) for unit in units}


def _dust(course: Course, work: PieceWork, unit: Unit) -> None:
    if unit.key.startswith(("padding", "glass")) or not unit.laid:
        return
    course.add(
        step_of(
            work, "dust", unit, f"Take the dust off the {unit.title}",
            words="Brush or blow, damp wipe, tack cloth.",
            why="Three steps: what one leaves the next takes.", uses=(("tack_cloths", 0.5),), ready=("vacuum",
            "tack cloth"),
        ),
        [on(work, unit.key)],
    )  # fmt: skip
    course.then(
        [on(work, unit.key)],
        15,
        words="dries after the wipe",
        why="A quarter of an hour, by touch.",
        felt=True,
    )


def _mask(course: Course, work: PieceWork, units: Sequence[Unit]) -> None:
    laid = [unit for unit in units if unit.laid]
    stays = [unit for unit in units if unit.survey.treatment == "keep" or not unit.laid]
    if not laid:
        return
    sprayed = any(layer.layer.way == "spray" for unit in laid for layer in unit.laid)
    course.add(
        step_of(
            work, "mask", None, "Cover the floor, mask what stays",
            words="Cloths below it; tape at what is not painted"
            + ("; paper over the rest, for the spray." if sprayed else "."),
            why="Wet paint spatters, and lifts from tape that was put on well.",
            minutes=RATES["mask"].minutes(0.0, len(stays) + (4 if sprayed else 0)), uses=(("tape", 0.3),
            ("floor_cloth", 0.2)),
        ),
        [on(work, unit.key) for unit in laid],
    )  # fmt: skip


def primer_for(unit: Unit, work: PieceWork, workshop: Workshop) -> tuple[str, str, str]:
    """Return the kind of primer that a unit needs before its look, why, and by which school; nothing where it
    needs none."""
    if not unit.laid or unit.laid[0].layer.kind in ("primer", *BARES):
        return "", "", ""
    first, school = unit.laid[0], workshop.schools.get("prime", "")
    here = Situation(faces=unit.faces, ground=unit.ground, laid=unit.laid)
    for rule, kind in (
        ("slick_ground", "bonding_primer"),
        ("milk_paint_on_a_film", "primer"),
        ("enamel_on_bare_wood", "primer"),
    ):
        if words := RULES[rule].says(here, 0):
            return kind, f"{words.rstrip('.')}. {RULES[rule].why}", ""
    if workshop.schools.get("enamel") != "scuffed" and (
        words := RULES["enamel_on_scuffed_finish"].says(here, 0)
    ):
        return "primer", words, "enamel"
    if school != "never" and (words := RULES["bleeding"].says(here, 0)):
        return "primer", f"{words.rstrip('.')}. {RULES['bleeding'].why}", "prime"
    if "bleeds" in work.survey.unknown and first.layer.of.has("hides") and school != "never":
        return "primer", f"Whether it bleeds is not known. {TESTS['bleeds'].meanwhile}", "prime"
    if school == "always" and first.layer.of.has("hides") and not first.facts.own_primer:
        return "primer", "You always prime.", "prime"
    if (
        "sale" in work.uses
        and school not in ("never", "where_it_bleeds")
        and first.layer.of.has("hides")
        and not first.facts.own_primer
    ):
        return "primer", "It is for sale, and its use is not known.", "prime"
    return "", "", ""


def _primed(course: Course, work: PieceWork, unit: Unit, workshop: Workshop) -> Unit:
    kind, why, school = primer_for(unit, work, workshop)
    if not kind:
        return unit
    tin, where = kind_of(kind), [on(work, unit.key)]
    facts, changed = tin.handling, wait_under(workshop.air, wax=False, water=tin.base == "water")
    ml = 1000.0 * unit.area / tin.spread_rate * 1.15
    course.add(
        step_of(
            work, "primer", unit, f"Prime the {unit.title}",
            words=f"{tin.title}, one coat, thin and even. Grey "
            "under dark colours saves a coat.",
            why=why, school=school, minutes=laid_minutes("primer", "brush", unit.area, unit.parts),
            kinds=frozenset({kind}),
            kit=f"usual:{kind}.brush", cleaning=5, card="primer", ready=(tin.title.lower(), "brush"),
            uses=(("gloves",
            1.0),),
            takes=(Take(colour=f"usual:{kind}", name=tin.title, ml=ml),), more="added",
        ),
        where,
    )  # fmt: skip
    course.then(
        where,
        changed.of(facts.recoat or 1440),
        words="the primer dries",
        why=" ".join([facts.why.get("recoat", "A day in the strict routine."), *changed.why]).strip(),
    )
    return replace(
        unit, ground=replace(unit.ground, coat="primer", adhesion="holds", bleeds=False, thirst=0.0)
    )
