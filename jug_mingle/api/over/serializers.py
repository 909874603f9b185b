"""Films over a ground as they are shown."""

from collections.abc import Collection, Mapping, Sequence

from sqlalchemy.orm import Session

from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.over import schemas
from jug_mingle.api.recipes.schemas import DifferenceOut
from jug_mingle.api.recipes.serializers import pour_out
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import JUST_SEEN, compare, difference_words, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm, body_over
from jug_mingle.core.evidence.mixtures import mixed_film
from jug_mingle.core.materials.handling import wait_words
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.optics.film import R_seen, veil_of
from jug_mingle.core.optics.grain import STREAKS
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import laying_words
from jug_mingle.core.practice.amounts import cost_of, shortage
from jug_mingle.core.practice.films import notes_on
from jug_mingle.core.practice.hazards import cautions_of
from jug_mingle.core.recipes.assessment import metameric_words
from jug_mingle.core.recipes.over import OverStep, OverWay
from jug_mingle.core.recipes.undertones import change_words
from jug_mingle.documents.laid import LaidIn
from jug_mingle.services.materials import get_material, handled


def streaks_out(shelf: Shelf, films: Sequence[LaidFilm], ground: Ground, shown: Light) -> schemas.StreaksOut:
    """Return the streaks of a ground's grain below films, dry, wet, and below a satin clear coat."""
    laid = body_over(shelf, films, ground, heights=STREAKS)

    def hexes(R: FloatArray) -> list[str]:
        return [hex_of(one, shown) for one in R]

    return schemas.StreaksOut(
        dry=hexes(laid.seen), wet=hexes(R_seen(laid.body, 0.0)), sealed=hexes(R_seen(laid.body, veil_of("satin")))
    )


def over_out(shelf: Shelf, name: str, ground: Ground, shown: Light) -> schemas.OverOut:
    """Return a ground."""
    return schemas.OverOut(
        over=name, name=ground.name, hex=hex_of(ground.R_seen, shown), takes=bool(ground.takes),
        streaks=streaks_out(shelf, (), ground, shown),
    )  # fmt: skip


def step_out(
    session: Session, shelf: Shelf, step: OverStep, over: str, *, takes: bool, batch: float, measured: str,
    screens: Mapping[str, str], uses: Collection[str] = (),
) -> schemas.OverStepOut:  # fmt: skip
    """Return a film of a way."""
    pours, laying = step.pours(batch), step.film.laying
    facts = handled(get_material(session, pour.key) for pour in pours)
    mix = " · ".join(f"{part} {shelf.materials[shelf.index(key)].name}" for key, part in step.parts)
    if len(step.parts) == 1:
        mix = shelf.materials[shelf.index(step.parts[0][0])].name
    thinned = ""
    if step.film.water > 0.0:
        water = step.film.water
        mix += " on misted wood" if water < 1.0 else f", 1 : {water:g} with water"
        thinned = format_amount(sum(pour.ml for pour in pours) * water, measured).words
    how = laying_words(laying, takes=takes and not step.film.over_seal)
    if step.film.over_seal and takes:
        how = f"over a clear coat that is dry: {how}"
    laid = LaidIn(
        kind=step.kind.key, over=over, wait=laying.wait, wipe=laying.wipe, coats=laying.coats, prepared=laying.prepared
    )
    return schemas.OverStepOut(
        title=step.kind.title, pours=[pour_out(pour, shelf, screens, measured) for pour in pours],
        spread_rate=round((1.0 + step.film.water) * mixed_film(shelf, pours).spread_rate, 3),
        water=step.film.water, water_words=thinned, mix=mix, how=how, laid=laid,
        wait=f"{'dries ' if laying.coats == 1 else ''}{wait_words(facts.recoat, laying.coats)}",
        notes=notes_on(step.kind.key, coats=laying.coats, takes=takes, materials=facts.kinds, uses=uses),
    )  # fmt: skip


def way_out(
    session: Session, way: OverWay, *, target_R: FloatArray | None, ground: Ground, over: str, lights: Sequence[Light],
    shelf: Shelf, shown: Light, batch: float, measured: str, screens: Mapping[str, str], uses: Collection[str] = (),
) -> schemas.OverWayOut:  # fmt: skip
    """Return a way; `lights` are those of its differences, the first of them the one that it is judged in."""
    likely = way.likely[0]
    misses = ""
    if target_R is not None and way.delta_E[0] >= JUST_SEEN:
        misses = compare(R_to_Lab(way.R, lights[0]), R_to_Lab(target_R, lights[0])).misses
    pours = [pour for step in way.steps for pour in step.pours(batch)]
    steps = [
        step_out(session, shelf, step, over, takes=bool(ground.takes), batch=batch, measured=measured, screens=screens)
        for step in way.steps
    ]
    against = target_R is not None
    return schemas.OverWayOut(
        title=", ".join(step.title for step in steps), steps=steps, hex=hex_of(way.R, shown),
        streaks=streaks_out(shelf, [step.film for step in way.steps], ground, shown),
        delta_E=round(way.delta_E[0], 2), expected=round(likely.expected, 2), low=round(likely.low, 2),
        high=round(likely.high, 2), words=difference_words(way.delta_E[0]) if against else "",
        likely=likely_words(likely.expected, likely.low, likely.high) if against else "", misses=misses,
        change=change_words(way.R, ground.R_seen, lights[0]),
        metameric=metameric_words([one.expected for one in way.likely], list(lights)) if against else "",
        differences=[
            DifferenceOut(
                light=at.name, delta_E=round(value, 2), words=difference_words(value),
                likely=likely_words(one.expected, one.low, one.high),
            )
            for at, value, one in zip(lights, way.delta_E, way.likely, strict=True)
        ],
        cost=round(cost_of(shelf, pours), 2), short=shortage(shelf, pours, unit=measured),
        cautions=cautions_of(shelf.materials[shelf.index(pour.key)].kind.key for pour in pours),
        unread=unread_words(shelf, way, ground),
    )  # fmt: skip


def unread_words(shelf: Shelf, way: OverWay, ground: Ground) -> str:
    """Say what field would make a way surer, where none of its first film was read on this wood; else nothing."""
    first = way.steps[0]
    if not ground.takes or any((ground.takes, key) in shelf.taking for key in first.film.keys):
        return ""
    return (
        f"Nobody has read this {first.kind.title} on {ground.name.lower()} yet: how much goes in is what is usual. Lay "
        f"a field on a scrap of it, {laying_words(first.film.laying, takes=True)}, let it dry and read it."
    )


def in_each_light(values: Sequence[FloatArray], lights: Sequence[Light]) -> list[DifferenceOut]:
    """Return how far looks are apart in each light, those farthest apart."""
    found = []
    for light in lights:
        Labs = [R_to_Lab(R, light) for R in values]
        most = max(compare(a, b).delta_E for n, a in enumerate(Labs) for b in Labs[n + 1 :])
        found.append(DifferenceOut(light=light.name, delta_E=round(most, 2), words=difference_words(most)))
    return found
