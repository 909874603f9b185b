"""Jobs made by the program's own rules from random surveys and looks, and hours to lay them into."""

import random
from collections.abc import Sequence

import numpy as np

from jug_mingle.core.finishes.bare_ground import bare
from jug_mingle.core.finishes.generic import generic_film
from jug_mingle.core.finishes.layer import Film, Layer
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.materials.handling import Facts
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.pieces import FORMS, usual_piece
from jug_mingle.core.plan.problem import Session
from jug_mingle.core.plan.scheduling import Hours
from jug_mingle.core.plan.step import Take
from jug_mingle.core.plan.survey import CAUSES, DAMAGE, TESTS, PartSurvey, Survey
from jug_mingle.core.plan.work import PieceWork

GROUNDS = (
    "oak", "pine", "sound_varnish", "failed_varnish", "old_white_paint", "old_thick_paint", "waxed_wood",
    "oiled_wood", "laminate", "old_flaking_paint",
)  # fmt: skip
FORMS_USED = ("card_cabinet", "chest", "bedside", "cupboard", "table", "chair", "stool", "settle")


def film(kind: str, *, pale: bool = True) -> Film:
    """Return a film of a kind, of which only how it is handled matters here."""
    of = kind_of(kind)
    optics = Optics(K=np.full(36, 0.01 if pale else 0.8), S=np.full(36, 0.3))
    return Film(
        name=of.title, optics=optics, X=of.dry_coat, veil=0.9, base=of.base, spread_rate=of.spread_rate,
        facts=Facts.of([(of, {})]),
    )  # fmt: skip


def layer(kind: str, *kinds: str, **values: object) -> Layer:
    """Return a layer laid with tins of kinds."""
    return Layer(kind=kind, films=tuple(film(one) for one in kinds), **values)  # type: ignore[arg-type]


def look(r: random.Random) -> list[Layer]:
    """Return one of the looks that painters lay, with random coats."""
    paint = r.choice(["chalk_paint", "mineral_paint", "home_chalk_paint"])
    wax = generic_film("brown wax")
    return list(
        r.choice(
            [
                (layer("paint", paint, coats=r.randint(1, 3)), layer("wax", "clear_wax", place="everywhere")),
                (
                    layer("paint", paint, coats=2), layer("distress", amount=0.3),
                    layer("wax", "clear_wax", place="everywhere"), Layer(kind="wax", films=(wax,)),
                ),
                (layer("blend", paint, paint, coats=2), layer("sealer", coats=r.randint(1, 3))),
                (layer("stain", "oil_stain", dwell=r.choice([0.5, 10.0])), layer("sealer", "oil_varnish",
                coats=r.randint(1, 4))),
                (layer("wash", paint, coats=2, water=2.0), layer("sealer", coats=1)),
                (
                    layer("primer", "crackle_gesso", coats=2), layer("paint", "milk_paint", coats=2),
                    layer("sponge", "coloured_glaze"), layer("wax", "light_wax", place="everywhere"),
                    Layer(kind="wax", films=(wax,)),
                ),
                (layer("paint", "enamel", coats=2, way=r.choice(["spray", "brush"])),),
                (layer("oil", "oil_wax_butter"),),
                (
                    layer("paint", paint, coats=2), layer("stencil", paint), layer("sealer", coats=2),
                    Layer(kind="metallic", films=(generic_film("gold"),)),
                ),
            ]
        )
    )  # fmt: skip


def piece(number: int, seed: int) -> PieceWork:
    """Return a random piece."""
    r = random.Random(seed)
    form = r.choice(FORMS_USED)
    layers = look(r)
    parts = {"": _part(r)}
    if r.random() < 0.5:
        parts["top"] = _part(r)
    return PieceWork(
        number=number, name=f"{FORMS[form].title} {number}", piece=usual_piece(form),
        finish=Finish(layers=tuple(layers), grounds={"": bare(r.choice(GROUNDS))}),
        survey=Survey(
            parts=parts, causes=tuple(one for one in CAUSES if r.random() < 0.12),
            unknown=tuple(one for one in TESTS if r.random() < 0.12),
            lead=r.choice(["unknown", "none", "found"]), interiors=r.choice(["", "", "line", "feed"]),
            deliver=r.random() < 0.2,
        ),
        uses=FORMS[form].uses, age=r.choice(["unknown", "before_1980", "later"]),
        count=r.choice([1, 1, 1, 2]),
        takes=[tuple(Take(colour=f"usual:{n}", name=f.name, ml=100.0) for f in one.films) for n,
        one in enumerate(layers)],
        marks=tuple(f"m{n}" for n in range(len(layers))),
    )  # fmt: skip


def _part(r: random.Random) -> PartSurvey:
    damage = tuple(one for one in DAMAGE if r.random() < 0.1)
    return PartSurvey(damage=damage, layers=r.choice([None, 1, 2, 5]))


def pieces(count: int, seed: int) -> list[PieceWork]:
    """Return some random pieces."""
    return [piece(number + 1, 1000 * seed + number) for number in range(count)]


def evenings(days: int = 120, *, hands: int = 2) -> Hours:
    """Return evenings of two hours and weekends of five, for two pairs of hands by default, as some lifts
    take both."""
    spans: Sequence[tuple[int, int]] = [
        (day * 1440 + 540, day * 1440 + 840) if day % 7 in (5, 6) else (day * 1440 + 1110, day * 1440 + 1230)
        for day in range(days)
    ]
    return Hours(sessions=tuple(Session(start=a, end=b, hands=hands) for a, b in spans))


def long_days(days: int = 30, *, hands: int = 1) -> Hours:
    """Return days of ten hours."""
    return Hours(
        sessions=tuple(
            Session(start=day * 1440 + 480, end=day * 1440 + 1080, hands=hands) for day in range(days)
        )
    )
