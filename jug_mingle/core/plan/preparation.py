"""From a survey to the steps before the first coat: taken apart, cleaned, mended, bared or scuffed, dusted, primed.

Common practice; where painters differ the school that was chosen is followed, and named.
"""

from collections.abc import Sequence
from dataclasses import replace
from typing import Final

from jug_mingle.core.finishes.bare_ground import Below
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.plan.conditions import wait_under
from jug_mingle.core.plan.rates import RATES, laid_minutes
from jug_mingle.core.plan.step import Course, Step, Take
from jug_mingle.core.plan.survey import TESTS
from jug_mingle.core.plan.work import PieceWork, Unit, Workshop
from jug_mingle.core.practice.hardware import handled
from jug_mingle.core.practice.rules import RULES
from jug_mingle.core.practice.situation import Situation

NIGHT: Final = 720
"""Overnight. [minutes]"""

_BARES: Final = frozenset({"stain", "wash", "two_tone", "oil"})
"""Layers that have to reach the wood."""

_MANY: Final = 4
"""So many old coats are stripped rather than sanded."""


def prepare(course: Course, work: PieceWork, workshop: Workshop) -> dict[str, Unit]:
    """Add the steps before the first coat, and return each unit as it is then."""
    units = work.units
    every = [_on(work, unit) for unit in units]
    _begin(course, work, units, every)
    for unit in units:
        _clean(course, work, unit, workshop)
    ready = {unit.key: _bared(course, work, unit, workshop) for unit in units}
    for unit in units:
        _mend(course, work, unit)
    for unit in units:
        ready[unit.key] = _surfaced(course, work, ready[unit.key], workshop, stripped=ready[unit.key] is not unit)
    for unit in units:
        _dust(course, work, unit)
    _mask(course, work, units)
    return {unit.key: _primed(course, work, ready[unit.key], workshop) for unit in units}


def _on(work: PieceWork, unit: Unit) -> str:
    return on(work, unit.key)


def on(work: PieceWork, unit: str) -> str:
    """Return the name of a unit of a piece among all that a plan works on."""
    return f"p{work.number}.{unit}"


def step_of(work: PieceWork, act: str, unit: Unit | None, title: str, *, more: str = "", **values: object) -> Step:
    """Return a step on a unit, or on a whole piece: its key, its usual minutes, its faces."""
    where = unit.key if unit else "all"
    area, parts = (unit.area, unit.parts) if unit else (0.0, 1)
    given = {"minutes": RATES[act].minutes(area, parts), "faces": unit.faces if unit else (), "part": where, **values}
    names = [f"p{work.number}", where, act, *filter(None, [more, "again" if unit and unit.again else ""])]
    key = ".".join(names)
    return Step(key=key, piece=work.number, act=act, title=title, **given)  # type: ignore[arg-type]


def _begin(course: Course, work: PieceWork, units: Sequence[Unit], every: Sequence[str]) -> None:
    survey = work.survey
    course.add(
        step_of(
            work, "photograph", None, "Photograph it as it is", words="All sides, and each kind of handle.",
            why="To show before and after, and to know how it goes together again.",
        ),
        every,
    )  # fmt: skip
    fronts = work.count * len(handled(work.piece))
    course.add(
        step_of(
            work, "dismantle", None, "Take off handles, number drawers, bag screws",
            words="Each drawer numbered on its back; each bag labelled with its part.",
            why="Each drawer fits only its own place, and small parts get lost.",
            minutes=RATES["dismantle"].minutes(0.0, fronts), uses=(("bags", max(1.0, fronts / 4.0)),),
            ready=("screwdriver", "bags and a pen"), hands=2 if "heavy" in survey.causes else 1,
        ),
        every,
    )  # fmt: skip
    for cause, title, words in (
        ("lamp", "Take the lamp and its wires off", "Unplugged; its clamp, too."),
        ("glass", "Take the glass out", "Slowly, where it is glued in; else mask it."),
        ("staples", "Pull staples and tacks", "What stays is hammered flush; run a hand over it."),
        ("nails", "Pull or sink nails", "Cut ones fly: cover the eyes."),
    ):
        if cause in survey.causes:
            course.add(
                step_of(work, "free", None, title, more=cause, words=words, why="It cuts, or is in the way."), every
            )
    padding = [unit for unit in units if unit.key.startswith("padding")]
    if padding:
        course.add(
            step_of(
                work, "extract", padding[0], "Clean the padding out, two passes", words="Carpet extractor, two passes.",
                why="Hair and dust stay in it else; a night to dry.",
            ),
            [_on(work, unit) for unit in padding],
        )  # fmt: skip
        course.then([_on(work, unit) for unit in padding], NIGHT, words="the padding dries", why="Overnight.")
    _tests(course, work, every)
    _board(course, work, every)


_TRIED: Final = frozenset({"stain", "wash", "two_tone", "glaze", "blend"})
"""Layers that are tried on an offcut first."""


def _board(course: Course, work: PieceWork, every: Sequence[str]) -> None:
    """What cannot be foreseen well is tried on a board first."""
    tried = [one.of.title.lower() for one in work.finish.layers if one.on and one.kind in _TRIED]
    if tried:
        course.add(
            step_of(
                work, "board", None, f"Try {' and '.join(dict.fromkeys(tried))} on an offcut",
                words="The same wood, made ready as the piece is; half of it sealed.",
                why="The piece is hard to put right, a board costs minutes. Judge it dry, where the piece will stand.",
            ),
            every,
        )  # fmt: skip


def _tests(course: Course, work: PieceWork, every: Sequence[str]) -> None:
    asked = list(work.survey.unknown)
    if work.old_paint and work.survey.lead == "unknown" and "lead" not in asked:
        asked.append("lead")
    for key in asked:
        test = TESTS[key]
        if key == "lead" and (work.survey.lead != "unknown" or not work.old_paint):
            continue
        course.add(
            step_of(
                work, "test", None, f"Find out: {test.title[0].lower()}{test.title[1:]}", more=key, words=test.test,
                why=f"Until it is known: {test.meanwhile[0].lower()}{test.meanwhile[1:]}", minutes=float(test.minutes),
                uses=(("lead_test", 1.0),) if key == "lead" else (),
            ),
            every,
        )  # fmt: skip
        if test.wait and key == "layers":
            course.then(every, test.wait, words="the patches work", why="Half an hour tells them apart.")
    if work.old_paint and work.survey.lead == "found":
        course.add(
            step_of(
                work, "other", None, "Ask a licensed practice about the lead", more="lead",
                words="How it may come off, or be sealed in, where you live. Nothing is sanded or scraped dry.",
                why="Lead was found in its old paint.", minutes=15.0,
            ),
            every,
        )  # fmt: skip


def _clean(course: Course, work: PieceWork, unit: Unit, workshop: Workshop) -> None:
    if unit.key.startswith("padding") or unit.again:
        return
    course.add(
        step_of(
            work, "clean", unit, f"Clean and rinse the {unit.title}", words="Degreaser in warm water, then a clean "
            "wet cloth.",
            why="Dirt lifts the paint, or comes through it.", uses=(("cleaner", 0.1), ("cloths", 1.0)),
            ready=("two buckets", "cloths"),
        ),
        [_on(work, unit)],
    )  # fmt: skip
    changed = wait_under(workshop.air, wax=False, water=True)
    course.then(
        [_on(work, unit)], changed.of(60), words="dries after the rinse", felt=True,
        why=" ".join(["No figure is usual: an hour, by touch.", *changed.why]),
    )  # fmt: skip
    if unit.ground.coat == "wax" or unit.ground.adhesion == "clean" or "wax" in work.survey.unknown:
        course.add(
            step_of(
                work, "solvent", unit, f"Take the wax off the {unit.title}", words="Spirits and a pad, then clean "
                "rags.",
                why="Nothing that forms a film holds on wax.", kinds=frozenset({"spirits"}), uses=(("spirits", 0.15),
                ("cloths", 2.0)),
            ),
            [_on(work, unit)],
        )  # fmt: skip
        course.then([_on(work, unit)], 30, words="spirits go off", why="Half an hour, by smell.", felt=True)


def treatment_of(unit: Unit, work: PieceWork, workshop: Workshop) -> tuple[str, str, str]:
    """Return what becomes of what is on a unit (a key of `TREATMENTS`, or "smooth"), why, by which school."""
    ground, seen = unit.ground, unit.survey
    lead = work.old_paint and work.survey.lead == "found" and ground.coat == "paint"
    if seen.treatment == "keep" or unit.key.startswith(("padding", "glass")) or (not unit.laid and not seen.treatment):
        return "keep", "It stays as it is.", ""
    if seen.treatment in ("sand", "strip") and ground.coat == "":
        return "smooth", "It is bare already.", ""
    chosen = "strip" if seen.treatment == "sand" and lead else seen.treatment
    if chosen:
        return (
            chosen,
            "As you said." if chosen == seen.treatment else "Lead was found: not sanded dry, but stripped wet.",
            "",
        )
    if ground.coat == "" and ground.adhesion not in ("bond", "thick", "loose"):
        return "smooth", "Bare wood is smoothed along the grain.", ""
    if ground.adhesion == "bond":
        return "keep", "Sanding never opens it: it is cleaned, and primed with what bonds.", ""
    layers = _MANY if seen.layers is None and "layers" in work.survey.unknown else seen.layers or 1
    first = unit.laid[0] if unit.laid else None
    bares = first is not None and first.layer.kind in _BARES and ground.coat in ("varnish", "oil", "wax", "factory")
    bares = bares or (first is not None and first.layer.kind in ("stain", "oil") and ground.coat == "paint")
    failing = "failing" in seen.damage or ground.adhesion == "loose"
    if not (bares or failing or ground.adhesion == "thick"):
        return "scuff", "A sound old finish is scuffed, so that the next coat grips.", ""
    why = (
        "What lies on it has to reach the wood."
        if bares
        else "The old finish fails: a coat stays as long as what it is on."
    )
    school = workshop.schools.get("removal", "")
    if lead or layers >= _MANY or ground.adhesion == "thick":
        return "strip", f"{why} Many coats are stripped, few sanded.", ""
    return (
        (school, why, "removal")
        if school
        else ("sand", f"{why} The wood below is sound: sanded rather than stripped.", "removal")
    )


def _bared(course: Course, work: PieceWork, unit: Unit, workshop: Workshop) -> Unit:
    """Strip a unit where it is to be stripped, and return it as it is then."""
    way, why, school = treatment_of(unit, work, workshop)
    if way != "strip":
        return unit
    layers = unit.survey.layers or (
        _MANY if "layers" in work.survey.unknown else 2 if unit.ground.coat == "paint" else 1
    )
    stay = 1440 if layers >= _MANY + 1 else 60 if unit.ground.coat in ("varnish", "factory") else 40
    rounds = [(1, stay)] + ([(2, 60 if stay == 1440 else 40)] if unit.ground.coat == "paint" and layers >= 2 else [])
    where = [_on(work, unit)]
    for number, minutes in rounds:
        course.add(
            step_of(
                work, "strip", unit, f"Stripper on the {unit.title}" + (", again" if number > 1 else ""),
                more=str(number),
                words="Thick, film over it; in heat uncover and scrape a small part at a time."
                if number == 1 else "A second, thin coat under film.",
                why=why, school=school, uses=(("stripper", max(0.1, 0.5 * unit.area)), ("film", max(0.5, unit.area)),
                ("gloves", 1.0)),
                ready=("stripper", "film", "gloves"),
            ),
            where,
        )  # fmt: skip
        said = {40: "Few coats: 30 to 40 minutes.", 60: "An hour.", 1440: "Five or six coats: a day under film."}[
            minutes
        ]
        course.then(
            where, minutes, words="works under film", why=said, most=minutes + 1440,
            closes="It stays soft for a day under film. Once dry: stripper again.",
        )  # fmt: skip
        course.add(
            step_of(
                work, "scrape", unit, f"Scrape the {unit.title}", more=str(number),
                words="Plastic, unless the wood is known. Where the scraper drags more coats lie below.",
                why="While it is soft.", uses=(("cloths", 2.0),), ready=("scraper", "a tin for the waste"),
            ),
            where,
        )  # fmt: skip
    course.add(
        step_of(
            work, "solvent", unit, f"Clean the {unit.title} with spirits", more="residue",
            words="Spirits with steel wool or a pad.",
            why="What is left of the stripper keeps paint from holding.", kinds=frozenset({"spirits"}),
            uses=(("spirits", 0.25), ("pads", 2.0), ("cloths", 2.0)),
        ),
        where,
    )  # fmt: skip
    course.then(where, NIGHT, words="dries after the spirits", why="Overnight.")
    return replace(unit, ground=bare_of(unit.ground))


def bare_of(below: Below) -> Below:
    """Return a ground as it is once what lay on it is off."""
    return replace(below, coat="", adhesion="holds", thirst=max(below.thirst, 0.5), name=below.name)


def _mend(course: Course, work: PieceWork, unit: Unit) -> None:
    where, damage = [_on(work, unit)], unit.survey.damage
    if "veneer" in damage:
        course.add(
            step_of(
                work, "glue", unit, f"Glue the loose veneer of the {unit.title}", minutes=20.0,
                words="Glue under it, paper over it, a board and clamps.", why="What lifts now lifts the paint later.",
                uses=(("glue", 0.05),), ready=("glue", "clamps", "a board"),
            ),
            where,
        )  # fmt: skip
        course.then(where, NIGHT, words="the glue sets", why="Overnight in clamps.")
    for kind, name, rounds, why in (
        (
            "corner",
            "two-part filler",
            2,
            "Large losses take two rounds; hot glue pressed over a whole corner makes the mould.",
        ),
        ("split", "two-part filler", 1, "Long cracks take the hard filler."),
        ("dents", "wood filler", 1, "Dents and holes show more under paint than before."),
    ):
        if kind not in damage:
            continue
        for number in range(1, rounds + 1):
            course.add(
                step_of(
                    work, "fill", unit, f"Fill the {unit.title}" + (", again" if number > 1 else ""),
                    more=f"{kind}.{number}",
                    words=f"With {name}, a little proud.", why=why, uses=((name.replace("-", "_").replace(" ", "_"),
                    0.05),),
                ),
                where,
            )  # fmt: skip
            course.then(
                where,
                60,
                words="the filler hardens",
                why="Wood filler sands after about an hour; the label knows better.",
            )
        course.add(
            step_of(
                work, "shape", unit, f"Sand the filling of the {unit.title} level", more=kind,
                words="120 to shape, 150 to level.", why="By hand or machine, until no edge is felt.",
                uses=(("grit_120", 1.0),),
            ),
            where,
        )  # fmt: skip
    if "smell" in damage:
        course.add(
            step_of(
                work, "other", unit, f"Put the {unit.title} out to air", more="air", minutes=5.0, place="outdoors",
                words="In dry air, under a roof.", why="A smell that stays is sealed in by a clear primer.",
            ),
            where,
        )  # fmt: skip
        course.then(where, 5 * 1440, words="airs", why="About five days outdoors.")


def _surfaced(course: Course, work: PieceWork, unit: Unit, workshop: Workshop, *, stripped: bool) -> Unit:
    """Sand, scuff or smooth a unit, bleach it where a see-through look would show stains; return it as it is then."""
    way, why, school = ("strip", "", "") if stripped else treatment_of(unit, work, workshop)
    where, found = [_on(work, unit)], unit
    lead = work.old_paint and work.survey.lead == "found" and unit.ground.coat == "paint"
    if way in ("sand", "strip"):
        course.add(
            step_of(
                work, "sand", unit, f"Sand the {unit.title} to bare wood", more="bare",
                words="120, 180, 220. Pencil lines over it at each grit: all gone before the next.",
                why=why if way == "sand" else "After stripping: no fuzz, no residue, no swirls.", school=school,
                uses=(("grit_120", max(1.0, unit.area)), ("grit_180", max(1.0, unit.area)), ("grit_220", max(1.0,
                unit.area))),
                ready=("sander with a vacuum", "120, 180 and 220", "pencil"), parts=4,
            ),
            where,
        )  # fmt: skip
        found = replace(unit, ground=bare_of(unit.ground))
    elif way in ("scuff", "smooth"):
        wet = " Wet, with a pad: no dry dust, as lead was found." if lead else ""
        grit = "220" if way == "smooth" else "150"
        course.add(
            step_of(
                work, "scuff" if way == "scuff" else "smooth", unit,
                f"{'Scuff' if way == 'scuff' else 'Smooth'} the {unit.title}",
                words=f"{grit} along the grain, until nothing shines.{wet}", why=why, school=school,
                uses=((f"grit_{grit}", max(1.0, unit.area)),), ready=(f"{grit} paper", "a block"), more="first",
            ),
            where,
        )  # fmt: skip
    see_through = bool(found.laid) and not any(one.layer.of.has("hides") for one in found.laid)
    if "stains" in unit.survey.damage and see_through and found.ground.coat == "":
        _bleach(course, work, found, workshop)
    return found


def _bleach(course: Course, work: PieceWork, unit: Unit, workshop: Workshop) -> None:
    where = [_on(work, unit)]
    course.add(
        step_of(
            work, "bleach", unit, f"Bleach the {unit.title}", words="Wood bleach, one coat, all of the face.",
            why="Dark stains show through a see-through finish. One coat is enough.", uses=(("bleach", 0.1),
            ("gloves", 1.0)),
        ),
        where,
    )  # fmt: skip
    course.then(where, 60, words="the bleach works", why="As its label says; about an hour.", most=480,
                closes="Bleach that stays keeps working and smells: neutralise it the same day.")  # fmt: skip
    course.add(
        step_of(
            work, "neutralise", unit, f"Neutralise the {unit.title}", words="Its own neutraliser, or washed well, "
            "twice.",
            why="Bleach stays active after it has dried.", uses=(("neutraliser", 0.1), ("cloths", 1.0)),
        ),
        where,
    )  # fmt: skip
    changed = wait_under(workshop.air, wax=False, water=True)
    course.then(
        where, changed.of(1440), words="dries and airs", why=" ".join(["A day; until nothing smells.", *changed.why])
    )
    course.add(
        step_of(
            work, "smooth", unit, f"Knock the raised grain of the {unit.title} back", more="bleached",
            words="220 by hand, lightly.",
            why="Water lifts the fibres once.", uses=(("grit_220", 1.0),),
        ),
        where,
    )  # fmt: skip


def _dust(course: Course, work: PieceWork, unit: Unit) -> None:
    if unit.key.startswith(("padding", "glass")) or not unit.laid:
        return
    course.add(
        step_of(
            work, "dust", unit, f"Take the dust off the {unit.title}", words="Brush or blow, damp wipe, tack cloth.",
            why="Three steps: what one leaves the next takes.", uses=(("tack_cloths", 0.5),), ready=("vacuum",
            "tack cloth"),
        ),
        [_on(work, unit)],
    )  # fmt: skip
    course.then([_on(work, unit)], 15, words="dries after the wipe", why="A quarter of an hour, by touch.", felt=True)


def _mask(course: Course, work: PieceWork, units: Sequence[Unit]) -> None:
    laid = [unit for unit in units if unit.laid]
    stays = [unit for unit in units if unit.survey.treatment == "keep" or not unit.laid]
    if not laid:
        return
    sprayed = any(one.layer.way == "spray" for unit in laid for one in unit.laid)
    course.add(
        step_of(
            work, "mask", None, "Cover the floor, mask what stays",
            words="Cloths below it; tape at what is not painted"
            + ("; paper over the rest, for the spray." if sprayed else "."),
            why="Wet paint spatters, and lifts from tape that was put on well.",
            minutes=RATES["mask"].minutes(0.0, len(stays) + (4 if sprayed else 0)), uses=(("tape", 0.3),
            ("floor_cloth", 0.2)),
        ),
        [_on(work, unit) for unit in laid],
    )  # fmt: skip


def primer_for(unit: Unit, work: PieceWork, workshop: Workshop) -> tuple[str, str, str]:
    """Return the kind of primer that a unit needs before its look, why, and by which school; nothing where it needs
    none."""
    if not unit.laid or unit.laid[0].layer.kind in ("primer", *_BARES):
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
    if workshop.schools.get("enamel") != "scuffed" and (words := RULES["enamel_on_scuffed_finish"].says(here, 0)):
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
    tin, where = kind_of(kind), [_on(work, unit)]
    facts, changed = tin.handling, wait_under(workshop.air, wax=False, water=tin.base == "water")
    ml = 1000.0 * unit.area / tin.spread_rate * 1.15
    course.add(
        step_of(
            work, "primer", unit, f"Prime the {unit.title}", words=f"{tin.title}, one coat, thin and even. Grey "
            "under dark colours saves a coat.",
            why=why, school=school, minutes=laid_minutes("primer", "brush", unit.area, unit.parts),
            kinds=frozenset({kind}),
            kit=f"usual:{kind}.brush", cleaning=5, card="primer", ready=(tin.title.lower(), "brush"), uses=(("gloves",
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
    return replace(unit, ground=replace(unit.ground, coat="primer", adhesion="holds", bleeds=False, thirst=0.0))
