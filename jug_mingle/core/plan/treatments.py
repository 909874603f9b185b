"""What becomes of the surface of a unit: stripped, mended, sanded, scuffed, bleached.

Common practice; where painters differ the school that was chosen is followed, and named.
"""

from dataclasses import replace
from typing import Final

from jug_mingle.core.finishes.bare_ground import Below
from jug_mingle.core.plan.conditions import wait_under
from jug_mingle.core.plan.step import NIGHT, Course
from jug_mingle.core.plan.work import PieceWork, Unit, Workshop, on, step_of

BARES: Final = frozenset({"stain", "wash", "two_tone", "oil"})
"""Layers that have to reach the wood."""

_MANY: Final = 4
"""So many old coats are stripped rather than sanded."""


def treatment_of(unit: Unit, work: PieceWork, workshop: Workshop) -> tuple[str, str, str]:
    """Return what becomes of what is on a unit (a key of `TREATMENTS`, or "smooth"), why, by which school."""
    ground, seen = unit.ground, unit.survey
    lead = work.old_paint and work.survey.lead == "found" and ground.coat == "paint"
    if (
        seen.treatment == "keep"
        or unit.key.startswith(("padding", "glass"))
        or (not unit.laid and not seen.treatment)
    ):
        return "keep", "It stays as it is.", ""
    if seen.treatment in ("sand", "strip") and ground.coat == "":
        return "smooth", "It is bare already.", ""
    chosen = "strip" if seen.treatment == "sand" and lead else seen.treatment
    if chosen:
        return (
            chosen,
            "As you said."
            if chosen == seen.treatment
            else "Lead was found: not sanded dry, but stripped wet.",
            "",
        )
    if ground.coat == "" and ground.adhesion not in ("bond", "thick", "loose"):
        return "smooth", "Bare wood is smoothed along the grain.", ""
    if ground.adhesion == "bond":
        return "keep", "Sanding never opens it: it is cleaned, and primed with what bonds.", ""
    layers = _MANY if seen.layers is None and "layers" in work.survey.unknown else seen.layers or 1
    first = unit.laid[0] if unit.laid else None
    bares = (
        first is not None
        and first.layer.kind in BARES
        and ground.coat in ("varnish", "oil", "wax", "factory")
    )
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


def bared(course: Course, work: PieceWork, unit: Unit, workshop: Workshop) -> Unit:
    """Strip a unit where it is to be stripped, and return it as it is then."""
    way, why, school = treatment_of(unit, work, workshop)
    if way != "strip":
        return unit
    layers = unit.survey.layers or (
        _MANY if "layers" in work.survey.unknown else 2 if unit.ground.coat == "paint" else 1
    )
    stay = 1440 if layers >= _MANY + 1 else 60 if unit.ground.coat in ("varnish", "factory") else 40
    rounds = [(1, stay)] + (
        [(2, 60 if stay == 1440 else 40)] if unit.ground.coat == "paint" and layers >= 2 else []
    )
    where = [on(work, unit.key)]
    for number, minutes in rounds:
        course.add(
            step_of(
                work, "strip", unit, f"Stripper on the {unit.title}" + (", again" if number > 1 else ""),
                more=str(number),
                words="Thick, film over it; in heat uncover and scrape a small part at a time."
                if number == 1 else "A second, thin coat under film.",
                why=why, school=school,
                uses=(("stripper", max(0.1, 0.5 * unit.area)), ("film", max(0.5, unit.area)),
                ("gloves", 1.0)),
                ready=("stripper", "film", "gloves"),
            ),
            where,
        )  # fmt: skip
        said = {
            40: "Few coats: 30 to 40 minutes.",
            60: "An hour.",
            1440: "Five or six coats: a day under film.",
        }[minutes]
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


def mend(course: Course, work: PieceWork, unit: Unit) -> None:
    """Add what is done about damage."""
    where, damage = [on(work, unit.key)], unit.survey.damage
    if "veneer" in damage:
        course.add(
            step_of(
                work, "glue", unit, f"Glue the loose veneer of the {unit.title}", minutes=20.0,
                words="Glue under it, paper over it, a board and clamps.",
                why="What lifts now lifts the paint later.",
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
                    words=f"With {name}, a little proud.", why=why,
                    uses=((name.replace("-", "_").replace(" ", "_"),
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
                work, "other", unit, f"Put the {unit.title} out to air", more="air", minutes=5.0,
                place="outdoors",
                words="In dry air, under a roof.", why="A smell that stays is sealed in by a clear primer.",
            ),
            where,
        )  # fmt: skip
        course.then(where, 5 * 1440, words="airs", why="About five days outdoors.")


def surfaced(course: Course, work: PieceWork, unit: Unit, workshop: Workshop, *, stripped: bool) -> Unit:
    """Sand, scuff or smooth a unit, bleach it where a see-through look would show stains; return it as it is
    then."""
    way, why, school = ("strip", "", "") if stripped else treatment_of(unit, work, workshop)
    where, found = [on(work, unit.key)], unit
    lead = work.old_paint and work.survey.lead == "found" and unit.ground.coat == "paint"
    if way in ("sand", "strip"):
        course.add(
            step_of(
                work, "sand", unit, f"Sand the {unit.title} to bare wood", more="bare",
                words="120, 180, 220. Pencil lines over it at each grit: all gone before the next.",
                why=why if way == "sand" else "After stripping: no fuzz, no residue, no swirls.",
                school=school,
                uses=(("grit_120", max(1.0, unit.area)), ("grit_180", max(1.0, unit.area)),
                    ("grit_220", max(1.0,
                unit.area))),
                ready=("sander with a vacuum", "120, 180 and 220", "pencil"), parts=4,
            ),
            where,
        )  # fmt: skip
        found = replace(unit, ground=bare_of(unit.ground))
    elif way in ("scuff", "smooth"):
        wet = " Wet, with a pad: no dry dust, as lead was found." if lead else ""
        grit = "220" if way == "smooth" else "150"
        gently = (
            " Gently: the skin of a board is thin." if unit.ground.wood in ("fibreboard", "plywood") else ""
        )
        course.add(
            step_of(
                work, "scuff" if way == "scuff" else "smooth", unit,
                f"{'Scuff' if way == 'scuff' else 'Smooth'} the {unit.title}",
                words=f"{grit} along the grain, until nothing shines.{gently}{wet}", why=why, school=school,
                uses=((f"grit_{grit}", max(1.0, unit.area)),), ready=(f"{grit} paper", "a block"),
                more="first",
            ),
            where,
        )  # fmt: skip
    see_through = bool(found.laid) and not any(layer.layer.of.has("hides") for layer in found.laid)
    if "stains" in unit.survey.damage and see_through and found.ground.coat == "":
        _bleach(course, work, found, workshop)
    return found


def _bleach(course: Course, work: PieceWork, unit: Unit, workshop: Workshop) -> None:
    where = [on(work, unit.key)]
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
            work, "neutralise", unit, f"Neutralise the {unit.title}",
            words="Its own neutraliser, or washed well, "
            "twice.",
            why="Bleach stays active after it has dried.", uses=(("neutraliser", 0.1), ("cloths", 1.0)),
        ),
        where,
    )  # fmt: skip
    changed = wait_under(workshop.air, wax=False, water=True)
    course.then(
        where,
        changed.of(1440),
        words="dries and airs",
        why=" ".join(["A day; until nothing smells.", *changed.why]),
    )
    course.add(
        step_of(
            work, "smooth", unit, f"Knock the raised grain of the {unit.title} back", more="bleached",
            words="220 by hand, lightly.",
            why="Water lifts the fibres once.", uses=(("grit_220", 1.0),),
        ),
        where,
    )  # fmt: skip
