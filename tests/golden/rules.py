"""What the core's rules say, kept as it is: `python -m tests.golden.rules` writes it anew.

Forms and their faces, materials, grounds, layers, what the rules remark, the steps of generated jobs with
what they use, how these are laid into hours, and jugs. No program is started. A rebuild is compared with it;
whoever means to change what a rule says writes it again and says in the commit which.
"""

import dataclasses
import json
import math
import random
from collections import Counter
from collections.abc import Iterator
from dataclasses import replace
from hashlib import sha256
from itertools import product
from typing import Any, get_args

import numpy as np

from jug_mingle.core.colour.colour_names import describe, family
from jug_mingle.core.colour.difference import difference_words, direction
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.next_swatch import next_swatch
from jug_mingle.core.finishes import WAXES, Finish, Layer, bare
from jug_mingle.core.finishes.kinds import KINDS as KINDS_OF_LAYER
from jug_mingle.core.materials.kinds import KINDS
from jug_mingle.core.measuring.jugs import JUGS
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.measuring.units import UNITS, format_amount
from jug_mingle.core.optics.grounds import GROUNDS, ground, measured_ground
from jug_mingle.core.pattern.laying import lay
from jug_mingle.core.pattern.layout import Layout
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.motifs import motif
from jug_mingle.core.pattern.sheets import counted, wait_of
from jug_mingle.core.pattern.supply import cut_for, positions_to_lay, supplied
from jug_mingle.core.pattern.surfaces import surfaces_of
from jug_mingle.core.pieces import FORMS, draw, usual_piece
from jug_mingle.core.pieces.faces import FIELDS
from jug_mingle.core.plan.conditions import Conditions
from jug_mingle.core.plan.first_plan import first_plan, lower_bound
from jug_mingle.core.plan.rates import RATES
from jug_mingle.core.plan.scheduling import Hours, problem_of
from jug_mingle.core.plan.shopping import consumables
from jug_mingle.core.plan.steps import Steps, steps_of
from jug_mingle.core.plan.work import Workshop
from jug_mingle.core.practice.hardware import Act, Hardware
from jug_mingle.core.practice.hazards import Work, hazards_of
from jug_mingle.core.practice.judgement import judge
from jug_mingle.core.practice.pattern_order import order_of
from jug_mingle.core.practice.situation import laid_of, situations
from jug_mingle.core.recipes.accents import accents_of, loudness
from jug_mingle.core.recipes.lacking import OUT_OF_REACH, nearest_words, unsure_words, what_is_lacking
from jug_mingle.core.recipes.over import OverWishes, find_ways
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.rescue import advise
from jug_mingle.core.recipes.stain_boards import nearest_wait, reflectance_after
from jug_mingle.core.recipes.wishes import Target
from jug_mingle.errors import JugMingleError
from tests.core.evidence.test_laid import OAK
from tests.core.evidence.test_laid import SHELF as LAID_SHELF
from tests.core.paints import TRUE, film, material, readings, seen
from tests.core.plan import generated
from tests.core.plan.test_all_sequences import SEQUENCES
from tests.core.plan.test_sequences import work
from tests.core.practice.support import remarks
from tests.core.recipes.test_recipes import SHELF, TARGETS, wishes
from tests.core.recipes.test_rescue import WANTED, poured
from tests.golden.record import DATA

FILE = DATA / "rules.json"
_JOBS = 14
"""So many generated jobs, of one piece or of two."""

CHANGES: tuple[dict[str, Any], ...] = (
    {"width": 0.7, "depth": 0.3}, {"rows": 3, "columns": 2}, {"handle": "knob"}, {"handle": "pull"},
)  # fmt: skip

_LOOKS = 90
"""So many looks of layers drawn by chance are judged by the rules."""


def plain(value: Any) -> Any:
    """Return a record as JSON has it: numbers in five digits, sets in order, arrays left out."""
    if dataclasses.is_dataclass(value) and not isinstance(value, type):
        said = {field.name: plain(getattr(value, field.name)) for field in dataclasses.fields(value)}
        return {name: one for name, one in said.items() if one not in (None, "", [], {})}
    if isinstance(value, dict):
        return {str(key): plain(one) for key, one in value.items()}
    if isinstance(value, set | frozenset):
        return sorted(plain(one) for one in value)
    if isinstance(value, list | tuple):
        return [plain(one) for one in value]
    if isinstance(value, float):
        return float(f"{value:.5g}") if math.isfinite(value) else str(value)
    return value if isinstance(value, str | int | bool | None) else None


def tables() -> Iterator[tuple[str, Any]]:
    """Yield what is known of materials, grounds, kinds of layers, jugs and units."""
    for key, kind in KINDS.items():
        yield f"material {key}", plain(kind)
    for key in GROUNDS:
        yield f"ground {key}", plain(ground(key))
    yield "ground of one's own", plain(measured_ground("own", np.full(36, 0.4)))
    for key, layer in KINDS_OF_LAYER.items():
        yield f"layer {key}", plain(layer)
    for key, rate in RATES.items():
        yield f"rate {key}", plain(rate)
    for key, jug in JUGS.items():
        heights = [jug.heights[-1] * share for share in (0.0, 0.1, 0.45, 0.8, 1.0)]
        yield f"jug {key}", plain([[jug.capacity], [jug.volume(height) for height in heights]])
    for unit in UNITS:
        amounts = (0.02, 0.7, 3.3, 14.0, 60.0, 237.0, 1250.0)
        yield f"amounts in {unit}", [format_amount(ml, unit, density=1.2).words for ml in amounts]


def forms() -> Iterator[tuple[str, Any]]:
    """Yield the faces of each form as it usually is, and of a few that are changed, with their areas. [m²]"""
    for form in FORMS:
        yield f"faces of {form}", plain(usual_piece(form).faces)
        for number, changes in enumerate(CHANGES):
            try:
                piece = usual_piece(form, **changes)
            except ValueError as error:
                yield f"{form} {number}", str(error)
            else:
                yield f"faces of {form} {number}", plain([sorted(piece.faces.items()), piece.areas])


def drawings() -> Iterator[tuple[str, Any]]:
    """Yield where each face of each form is seen, shut and open, and what its fields come to."""
    for form, opened in product(FORMS, (False, True)):
        samples = draw(usual_piece(form), 150, 110, opened=opened).samples()
        yield f"drawn {form}, {'open' if opened else 'shut'}", {
            "floor": samples.floor, "scale": plain(samples.scale),
            **{
                face: [place.stop - place.start, plain(float(samples.weight[place].sum())),
                       *(plain(float(samples.fields[name][place].mean())) for name in FIELDS)]
                for face, place in samples.faces.items()
            },
        }  # fmt: skip


def judged() -> Iterator[tuple[str, Any]]:
    """Yield what is said of blends, coats and waxes in colours that are known exactly, on a small chest."""
    samples = draw(usual_piece("chest"), 80, 60).samples()
    r, colours = random.Random(3), sorted(TRUE)
    for number in range(40):
        first, second = r.sample(colours, 2)
        kind = r.choice(["blend", "paint", "wash", "two_tone"])
        keys = (first, second) if kind in ("blend", "two_tone") else (first,)
        films = tuple(film(key, X=r.choice([22.0, 60.0, 300.0])) for key in keys)
        layers = [Layer(kind=kind, films=films, coats=r.randint(1, 3), width=r.random(), wipe=r.random())]
        if number % 3 == 0:
            layers.append(Layer(kind="wax", films=(WAXES["brown wax"],), wipe=r.random()))
        finish = Finish(layers=tuple(layers), grounds={"": bare(r.choice(["oak", "walnut", "white_primer"]))})
        bridges = [film(key) for key in colours]
        yield f"judged {number}", [[one.layer, one.words, one.why] for one in judge(
            finish, samples, bridges=bridges)]  # fmt: skip


ARRANGED: tuple[dict[str, Any], ...] = (
    {"repeat_x": 0.11, "repeat_y": 0.12, "columns": 2}, {"half_drop": True, "across": "left", "mesh": True},
    {"span": "over_gaps", "shift_x": 0.013, "rows": 2, "used": 4, "mesh": True},
    {"arrange": "one", "turn": 30.0},
    {"arrange": "corners", "motif": "corner", "wedges": 2, "width": 0.04, "height": 0.04},
    {"arrange": "border", "motif": "border", "width": 0.06, "height": 0.03}, {"arrange": "row"},
    {"whole": True, "mirrored": "both", "width": 0.07}, {"spared": 0.01, "fade_to": 0.4, "seed": 3},
    {"span": "wrapped", "overhang": 0.02, "sheet_width": 0.35, "sheet_height": 0.3, "border": 0.005},
    {"reach": 0.6, "reach_from": "bottom", "sheet_width": 0.5, "sheet_height": 0.7},
    {"across": "right", "down": "bottom", "overhang": 0.01, "shift_y": 0.007, "width": 0.2, "height": 0.17},
)  # fmt: skip
"""Layouts of one motif; each is laid on two pieces, as a stencil, as paper and as a liner."""


def laid_out() -> Iterator[tuple[str, Any]]:
    """Yield where patterns lie, in which order, from which edges they are measured, how much work they are,
    and what is cut for them of which sheets."""
    for number, changes in enumerate(ARRANGED):
        layout = Layout(**changes)
        for form in ("chest", "table"):
            spaces = lay(layout, [face for face in surfaces_of(usual_piece(form)) if not face.frame])
            art = motif(layout.motif, layout.width).art()
            pattern = Pattern(key=(layout,), layout=layout, spaces=spaces, arts=(art,))
            for kind in ("stencil", "paper", "lined"):
                positions = positions_to_lay(pattern, kind)
                cut, sheet = cut_for(pattern, kind)
                few = len(cut) <= 12  # packing many takes seconds
                yield f"laid out {number} on {form}, {kind}", [
                    plain(counted(pattern, positions, pieces=2, wait=wait_of(kind))),
                    [plain([one.space, one.x, one.y, one.w, one.h, one.left, one.top, one.turn, one.past])
                     for one in positions[:12]],
                    plain(supplied(cut, sheet, turning=number % 2 > 0)) if few else len(cut),
                ]  # fmt: skip


def boards() -> Iterator[tuple[str, Any]]:
    """Yield what a stain board says between its fields, of a dark one too."""
    fields = [np.linspace(0.5, 0.7, 36), np.linspace(0.2, 0.4, 36), np.linspace(0.0, 0.1, 36)]
    for wait in (0.5, 2.0, 7.0, 30.0):
        yield f"board after {wait}", plain(reflectance_after([1, 5, 20], fields, wait).tolist())
    for number, R in enumerate(TARGETS):
        found = nearest_wait([1, 5, 20], fields, R)
        yield f"board for {number}", plain([found.minutes, found.delta_E])


REFUSED: tuple[dict[str, Any], ...] = (
    {"arrange": "one", "width": 0.9, "height": 2.3}, {"arrange": "row", "width": 2.0, "height": 0.1},
    {"width": 0.0005, "height": 0.0005, "repeat_x": 0.0006, "repeat_y": 0.0006},
)  # fmt: skip
"""Layouts that do not lie on a small chest."""


def orders() -> Iterator[tuple[str, Any]]:
    """Yield in which order each kind of pattern is laid by either school, and how layouts are refused."""
    for kind, mesh in product(KINDS_OF_LAYER, (False, True)):
        found = [
            order_of(kind, edge=edge, mesh=mesh, schools=schools)
            for edge, schools in (
                ("barrier", {}),
                ("lifted_wet", {"paper_glue": "satin", "paper_trim": "after"}),
                ("dry", {"paper_glue": "white_glue", "paper_trim": "before", "transfer": "between"}),
            )
        ]
        if any(found):
            yield f"order of {kind}{', mesh' if mesh else ''}", found
    for number, changes in enumerate(REFUSED):
        try:
            lay(Layout(**changes), surfaces_of(usual_piece("chest")))
        except (JugMingleError, ValueError) as error:
            yield f"refused layout {number}", str(error)


def evidence() -> Iterator[tuple[str, Any]]:
    """Yield what is known of tins from few readings with noise, K and S times 100, and what the next swatch
    would narrow."""
    keys = ["white", "red", "yellow", "black"]
    every = readings(keys, noise=0.5)
    for number, kept in enumerate((every, every[::2], [one for one in every if len(one.volumes) == 1])):
        shelf = characterise([material(key) for key in keys], kept)
        for key in keys:
            optics = shelf.optics(key)
            yield (
                f"known {number} of {key}",
                plain([(100.0 * part[::12]).tolist() for part in (optics.K, optics.S)]),
            )
        pours = [Pour(key="white", parts=8, ml=400.0), Pour(key="red", parts=1, ml=50.0)]
        swatches = next_swatch(shelf, pours, white="white", black="black")
        yield f"next swatches {number}", plain([[one.volumes, one.before, one.after] for one in swatches])


def said_of_looks() -> Iterator[tuple[str, Any]]:
    """Yield what the rules remark of looks drawn by chance, and what can hurt in them."""
    r = random.Random(5)
    kinds, materials, grounds = sorted(KINDS_OF_LAYER), sorted(KINDS), sorted(GROUNDS)
    places = ("everywhere", "edges", "recess", "high")
    for number in range(_LOOKS):
        layers, names = [], []
        for _ in range(r.randint(1, 4)):
            kind, material = r.choice(kinds), r.choice(materials)
            values: dict[str, Any] = {
                "coats": r.randint(1, 3),
                "place": r.choice(places),
                "way": r.choice(["brush", "spray"]),
            }
            films = (generated.film(material, pale=r.random() < 0.5),)
            if kind == "wax" and r.random() < 0.6:
                films = (r.choice(list(WAXES.values())),)
            try:
                layers.append(Layer(kind=kind, films=films, **values))
            except ValueError:
                continue
            names.append(f"{kind} of {films[0].name}, {values['coats']} {values['place']}")
        on = r.choice(grounds)
        if not layers:
            continue
        finish = Finish(layers=tuple(layers), grounds={"": bare(on)})
        found = situations(finish, tuple(usual_piece("chest").faces))
        doing = Work(situations=tuple(found), age=r.choice(["unknown", "before_1980"]), uses=("drinks",))
        yield f"look {number}", {
            "of": names, "on": on,
            "remarks": [[one.rule, one.weight, one.layer, one.words, one.why] for one in remarks(
                *layers, ground=on)],
            "waits": [laid_of(place, layer).wait for place, layer in enumerate(layers)],
            "hurts": [hazard.key for hazard in hazards_of(doing)],
        }  # fmt: skip


def jobs() -> Iterator[tuple[str, Any]]:
    """Yield the steps of generated jobs, what they use, and when they are laid in the evenings there are."""
    airs = (
        Conditions(), Conditions(temperature=8.0, humidity=70.0), Conditions(temperature=31.0),
        Conditions(moving_air=True, dryer=True),
    )  # fmt: skip
    for number in range(_JOBS):
        pieces = generated.pieces(1 + number % 2, 40 + number)
        life = (None, 0.4, 3.0, 40.0)[number % 4]
        handles = Hardware(act=get_args(Act)[number % 4], each=1 + number % 2, new_apart=96.0)
        pieces = [replace(one, keeps={"usual:0": life}, hardware=handles) for one in pieces]
        steps = steps_of(pieces, Workshop(air=airs[number % len(airs)], pace={"sand": 1.5}))
        yield f"steps {number}", [_step(step) for step in steps.steps]
        yield f"waits {number}", [_wait(wait) for wait in steps.waits]
        yield f"allowed {number}", plain(steps.milestones)
        yield (
            f"to buy {number}",
            [[one.key, one.needed, one.buy, one.cash] for one in consumables(steps.steps)],
        )
        hours = generated.evenings(hands=1 + number % 2) if number % 3 else generated.long_days()
        yield f"laid {number}", _laid(steps, hours)
    for key, (form, ground_key, survey, layers, _) in SEQUENCES.items():
        steps = steps_of([work(form, *layers, ground=ground_key, survey=survey)], Workshop())
        lines = [*map(_step, steps.steps), *map(_wait, steps.waits)]
        yield f"sequence {key}", [len(lines), sha256("\n".join(lines).encode()).hexdigest()[:16]]


def mixes() -> Iterator[tuple[str, Any]]:
    """Yield recipes of an exact shelf by several wishes, what the shelf lacks, ways over oak, and rescues."""
    few = characterise(
        [material(key, left=60.0 if key == "white" else 900.0) for key in ("white", "red", "black")],
        readings(["white", "red", "black"]),
    )
    for number, R in enumerate(TARGETS):
        for at, (shelf, asked) in enumerate(
            (
                (SHELF, wishes()), (SHELF, wishes(tool=tool("spoons"), batch=60.0, most_tins=2)),
                (SHELF, wishes(use=("red",), avoid=("blue",), parts=8)), (few, wishes(batch=200.0)),
            )
        ):  # fmt: skip
            target = Target(R=R, lights=(light("window"), light("bulb")))
            recipes = find_recipes(shelf, target, asked)
            nearest = min(recipes, key=lambda recipe: recipe.worst)
            far = nearest.worst > OUT_OF_REACH
            lack = what_is_lacking(shelf, target, asked, nearest.pours) if far else None
            yield f"recipes {number} {at}", {
                "recipes": [_recipe(recipe) for recipe in recipes],
                "lacks": nearest_words(lack), "unsure": unsure_words(recipes),
            }  # fmt: skip
        ways = find_ways(LAID_SHELF, Target(R=R), OAK, OverWishes())
        laid = [[{**plain(step), "kind": step.kind.key} for step in way.steps] for way in ways]
        off = [plain([way.delta_E, way.low, way.high]) for way in ways]
        yield f"ways {number}", [laid, off]
    for number, over in enumerate(({"blue": 160.0}, {"white": 200.0, "red": 30.0}, {"yellow": 61.0})):
        advice = advise(
            SHELF, poured({**WANTED, **over}, WANTED), Target(R=seen(WANTED)), tool=tool("syringe"),
            in_jug=list(WANTED), most_ml=620.0,
        )  # fmt: skip
        options = [
            [plain(option.expected), [f"{pour.key} {pour.ml:.1f}" for pour in option.additions]]
            for option in advice.options
        ]
        yield f"rescue {number}", [advice.words, advice.reached, *options]


def colours() -> Iterator[tuple[str, Any]]:
    """Yield what colours are called, what would answer them and how loud that is, and how one is missed."""
    r = random.Random(9)
    for number in range(40):
        Lab = np.array([r.uniform(5, 97), r.uniform(-60, 60), r.uniform(-60, 70)])
        Lab = Lab * (0.2 if number % 4 == 0 else 1.0)
        other = Lab + np.array([r.uniform(-9, 9), r.uniform(-9, 9), r.uniform(-9, 9)])
        tones = [other, -Lab + 40.0] if number % 3 == 0 else ()
        accents = accents_of(Lab, tones=tones, metal=other if number % 5 == 0 else None)
        yield f"colour {number}", [
            describe(Lab), family(Lab), direction(other, Lab), difference_words(float(number) / 3.0),
            [[one.key, one.title, one.why, plain(one.Lab.tolist())] for one in accents],
            plain(loudness(other, Lab, 0.02 * (number + 1))),
        ]  # fmt: skip


def names() -> Iterator[tuple[str, Any]]:
    """Yield how many of 6000 colours have each name and family: a limit that moves moves some of them."""
    Lab = np.random.default_rng(7).uniform((0, -60, -60), (100, 70, 80), (6000, 3))
    Lab[::3, 1:] *= 0.2
    for say in (describe, family):
        yield f"colours by {say.__name__}", dict(sorted(Counter(map(say, Lab)).items()))


def _recipe(recipe: Any) -> str:
    pours = ", ".join(f"{pour.parts} {pour.key} {pour.ml:.1f}" for pour in recipe.pours)
    off = " ".join(f"{one:.2f}" for one in (*recipe.delta_E, recipe.worst, recipe.expected))
    return f"{pours} | {off} | {recipe.low:.1f} to {recipe.high:.1f}"


def _wait(wait: Any) -> str:
    numbers = (str(wait.least), str(wait.most))
    return " | ".join((wait.before, wait.after, *numbers, wait.words, wait.why, wait.closes))


def _step(step: Any) -> str:
    numbers = (
        f"{step.minutes:.2f} {step.hands} {step.layer} {step.coat} {step.parts} {step.cure} {step.cleaning}"
    )
    uses = ", ".join(f"{key} {amount:.3f}" for key, amount in step.uses)
    takes = ", ".join(f"{take.name} {take.ml:.1f}" for take in step.takes)
    said = (step.key, step.act, numbers, step.title, step.words, step.why, step.school, step.place, step.kit)
    return " | ".join((*said, uses, takes, ",".join(step.ready), ",".join(sorted(step.cautions))))


def _laid(steps: Steps, hours: Hours) -> Any:
    problem = problem_of(steps, hours).problem
    schedule = first_plan(problem, rounds=2)
    if schedule is None:
        return None
    starts = sorted(schedule.starts.items(), key=lambda one: one[::-1])
    return [f"not before {lower_bound(problem)}", *(f"{key} {start}" for key, start in starts)]


def said() -> dict[str, Any]:
    """Return all of it by name, as JSON reads it back."""
    rooms = (
        tables, forms, drawings, judged, laid_out, orders, evidence, boards, said_of_looks, jobs,
        mixes, colours, names,
    )  # fmt: skip
    every = {name: one for room in rooms for name, one in room()}
    read: dict[str, Any] = json.loads(json.dumps(every))
    return read


if __name__ == "__main__":
    lines = [f"{json.dumps(name)}: {json.dumps(one, ensure_ascii=False)}" for name, one in said().items()]
    FILE.write_text("{\n" + ",\n".join(lines) + "\n}\n")
