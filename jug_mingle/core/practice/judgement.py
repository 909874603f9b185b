"""What can be said of a finish before a brush is wet: each remark with its number and its reason."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT, Light
from jug_mingle.core.finishes.blends import area_shares
from jug_mingle.core.finishes.fields import share_left
from jug_mingle.core.finishes.generic import WAXES
from jug_mingle.core.finishes.layer import Film, Layer
from jug_mingle.core.finishes.stack import Finish, evenly
from jug_mingle.core.marked import marked
from jug_mingle.core.optics.blend_path import Paint, ramp
from jug_mingle.core.optics.film import R_body, R_film, R_infinity, R_seen
from jug_mingle.core.optics.hiding import CLOSE_WITHIN, HIDDEN_WITHIN, coats_to_hide, contrast_ratio
from jug_mingle.core.optics.ways import WAYS
from jug_mingle.core.pieces.addresses import said_of
from jug_mingle.core.pieces.faces import UNPAINTED, Samples
from jug_mingle.core.practice.remark import Remark

FAR: Final = 40.0
"""Ends of a blend farther apart than this are hard to join without a colour in between. [CIEDE2000]"""

FAINT, STARK = 2.5, 22.0
"""Contrast of a wax, glaze or dry brush that is barely seen, or jumps out. [CIEDE2000]"""

_TINTS = {"white": 0.86, "pale grey": 0.50, "grey": 0.25, "dark grey": 0.08}
_PALE: Final = 70.0

_WASH_COAT: Final = 15.0
"""A coat as thin as paint thinned 1 : 2 leaves is a wash, however well its pigment hides. [µm, dry]"""

_NO_LONGER_READ: Final = 0.93
"""A film of this contrast ratio over black and white hides what lies below."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Waxed:
    """What a wax makes of the finish: its name, the colour where it lies, how far that is from before, in a
    word."""

    name: str
    R: FloatArray
    delta_E: float
    says: str


def waxes_on(finish: Finish, zone: str) -> list[Waxed]:
    """Return what clear, black, brown and white wax would make of the topmost colour, rubbed into its
    recesses.

    That is the colour without the accents that lie on it already.
    """
    last = max(
        (n + 1 for n, layer in enumerate(finish.layers) if layer.reaches(zone) and _is_ground(layer)),
        default=0,
    )
    R, veil = evenly(finish, zone)[last]
    before = R_to_Lab(R_seen(R, veil))
    waxes = []
    for name, film in WAXES.items():
        seen = R_seen(R_film(K=film.optics.K, S=film.optics.S, X=film.X, R_g=R), film.veil)
        after = R_to_Lab(seen)
        delta_E = float(delta_E_CIE2000(before, after))
        waxes.append(Waxed(name=name, R=seen, delta_E=delta_E, says=flattery(before, after, delta_E)))
    return waxes


def _is_ground(layer: Layer) -> bool:
    """Return whether a layer is what accents lie on, rather than an accent, wear or gilding."""
    return layer.of.act in ("film", "surface") and not layer.of.has("accent")


def flattery(before: FloatArray, after: FloatArray, delta_E: float) -> str:
    """Return in a word what an accent does to a colour (3,), told from the hue and lightness of what it makes
    of it.

    Common practice: brown warms a cool grey, over a pale beige that leans pink it looks grubby, black is a
    shadow line.
    """
    L, a, b = (float(value) for value in before)
    dL, da, db = (float(value) for value in np.subtract(after, before))
    if delta_E < FAINT:
        return "hardly shows"
    if L > _PALE and a > 1.0 and b > a and dL < -6.0 and np.hypot(da, db) > 2.0:
        return "grubby"
    if abs(db) < 0.15 * abs(dL):
        return "a shadow" if dL < 0.0 else "paler"
    return "warmer" if db > 0.0 else "cooler"


def judge(
    finish: Finish, samples: Samples, *, bridges: Sequence[Film] = (), light: Light = DAYLIGHT
) -> list[Remark]:
    """Return what is to be said of a finish on a piece.

    Parameters
    ----------
    bridges : sequence of Film
        Paints of the shelf that could stand between two ends of a blend.
    """
    samples = finish.tells_apart(samples)
    zones = [zone for zone in samples.zones if zone not in UNPAINTED]
    remarks: list[Remark] = []
    for place, layer in enumerate(finish.layers):
        touched = [zone for zone in zones if layer.reaches(zone)]
        if not touched:
            continue
        zone = max(touched, key=lambda name: samples.zones[name].stop - samples.zones[name].start)
        blend = layer if layer.of.by_look and not _moved_later(finish, place, zone) else None
        said = [
            *(_blend(blend, samples, zone, bridges, light) if blend else ()),
            *_contrast(finish, place, samples, zone, light),
        ]
        said += [*_wash(finish, place, zone, light), *_hides(finish, place, touched, light)]
        remarks += [Remark(layer=place, weight="advice", words=words, why=why) for words, why in said]
    return [*remarks, *_sealed(finish, zones, light)]


def _moved_later(finish: Finish, place: int, zone: str) -> bool:
    """Return whether a later coat of a blend covers this one, which it moves: the later one is judged."""
    return any(layer.of.by_look and layer.reaches(zone) for layer in finish.layers[place + 1 :])


def _paint(film: Film) -> Paint:
    return Paint(optics=film.optics, veil=film.veil)


def _blend(
    layer: Layer, samples: Samples, zone: str, bridges: Sequence[Film], light: Light
) -> Iterator[tuple[str, str]]:
    first, last = layer.films[0], layer.films[-1] if len(layer.films) == 2 else layer.films[1]
    way = ramp(_paint(first), _paint(last), light=light, steps=9)
    if way.muddy or way.length > FAR:
        bridge = best_bridge(first, last, bridges, light)
        by = f" {bridge.name} in between would help most." if bridge else ""
        if way.muddy:
            yield (
                f"{first.name} and {last.name} turn muddy between them.{by}",
                "The mixtures on the way lose chroma below both ends.",
            )
        else:
            yield (
                f"{first.name} and {last.name} are far apart: {way.length:.0f}.{by}",
                "Near colours join easily; far ones show every stroke of the join.",
            )
    elif way.length < 6.0:
        yield (
            f"{first.name} and {last.name} are so near that the blend will hardly show: "
            f"{marked(way.length, '.1f')}.",
            "Under about 6 it looks like one colour.",
        )
    yield from _takes_over(layer, samples, zone, light)


def best_bridge(first: Film, last: Film, bridges: Sequence[Film], light: Light = DAYLIGHT) -> Film | None:
    """Return the paint that, put between two ends, gives the shortest clean way; None where none is clean."""
    best: tuple[float, Film] | None = None
    for film in bridges:
        if film.name in (first.name, last.name):
            continue
        legs = [ramp(_paint(a), _paint(b), light=light, steps=9) for a, b in ((first, film), (film, last))]
        if any(leg.muddy for leg in legs) or max(leg.length for leg in legs) > FAR:
            continue
        total = sum(leg.length for leg in legs)
        if best is None or total < best[0]:
            best = (total, film)
    return None if best is None else best[1]


def _takes_over(layer: Layer, samples: Samples, zone: str, light: Light) -> Iterator[tuple[str, str]]:
    """A light or vivid colour draws the eye more than its area says."""
    shares = area_shares(layer, samples, zone, by_look=True)
    Lab = np.array(
        [R_to_Lab(R_seen(R_infinity(K=f.optics.K, S=f.optics.S), f.veil), light) for f in layer.films]
    )
    draw = np.array(shares) * (0.4 + Lab[:, 0] / 100.0 + np.hypot(Lab[:, 1], Lab[:, 2]) / 80.0)
    weight = draw / draw.sum()
    at = int(np.argmax(weight))
    if weight[at] > 0.58 and shares[at] < 0.52:
        yield (
            f"{layer.films[at].name} will take over: {100 * shares[at]:.0f} % of the area, "
            f"{100 * weight[at]:.0f} % of the look.",
            "Light and vivid colours come forward: give them less room than they seem to need.",
        )


def _contrast(
    finish: Finish, place: int, samples: Samples, zone: str, light: Light
) -> Iterator[tuple[str, str]]:
    """How far a wax, a glaze or a dry brush stands out where it lies, laid and wiped as it is."""
    layer = finish.layers[place]
    if not layer.of.has("accent"):
        return
    R, veil = evenly(finish, zone)[place]
    film, t = layer.films[0], _where_it_lies(layer, samples, zone)
    after_R = R_film(
        K=film.optics.K, S=film.optics.S, X=layer.lies_on(finish.wood_below(place, zone)).at(t), R_g=R
    )
    before, after = (
        R_to_Lab(R_seen(body, surface), light)
        for body, surface in ((R, veil), (after_R, layer.of.surface(layer, veil, min(1.0, t))))
    )
    apart = float(delta_E_CIE2000(before, after))
    if apart < FAINT:
        yield (
            f"{film.name} will barely be seen: {marked(apart, '.1f')}.",
            f"Under about {marked(2.5)} only a raking light shows it.",
        )
    elif apart > STARK and layer.kind == "wax":
        yield (
            f"{film.name} will stand out: {apart:.0f}.",
            "Some want it so; wiped further, or over clear wax, it is softer.",
        )
    elif apart > STARK:
        words = "too hard against so pale a colour" if before[0] > _PALE and after[0] < 50 else "stark"
        softer = [
            waxed
            for waxed in waxes_on(finish, zone)
            if waxed.name != film.name and FAINT < waxed.delta_E < STARK
        ]
        other = (
            f" {softer[0].name.capitalize()} would stand out by {softer[0].delta_E:.0f}." if softer else ""
        )
        yield f"{film.name} will be {words}: {apart:.0f}.", f"Wipe it further, or lay less of it.{other}"


def _where_it_lies(layer: Layer, samples: Samples, zone: str) -> float:
    """Return how thick a partial layer lies where it lies at all: the mean of its field, weighted by
    itself."""
    values = np.broadcast_to(
        np.asarray(layer.of.field(layer, samples, zone), dtype=float), samples.of("u", zone).shape
    )
    return float((values**2).sum() / max(float(values.sum()), 1e-9))


def _wash(finish: Finish, place: int, zone: str, light: Light) -> Iterator[tuple[str, str]]:
    layer = finish.layers[place]
    if not layer.of.has("thin"):
        return
    states = evenly(finish, zone)
    film, X = layer.films[0], float(layer.lies_on(finish.wood_below(place, zone)).at(share_left(layer)))
    seen = R_seen(R_film(K=film.optics.K, S=film.optics.S, X=X, R_g=states[place][0]), film.veil)
    hides = float(contrast_ratio(film.optics, X, veil=film.veil))
    from_bare = float(delta_E_CIE2000(R_to_Lab(seen, light), R_to_Lab(R_seen(*states[place]), light)))
    if hides > _NO_LONGER_READ and film.X / (1.0 + layer.water) > _WASH_COAT:
        yield (
            "So thick it is paint, no longer a wash: what lies below will not be read.",
            f"It hides {100 * hides:.0f} % of what lies below; thin it (1 : 2 is common) or wipe it sooner.",
        )
    elif from_bare < 2.0:
        yield (
            "So thin that it will hardly be seen.",
            f"It changes what lies below by {marked(from_bare, '.1f')}.",
        )


def _hides(finish: Finish, place: int, zones: Sequence[str], light: Light) -> Iterator[tuple[str, str]]:
    """Whether what lies below grins through, zone by zone where they differ, and which primer saves a coat.

    Nothing of a coat that another covers later, nor of one that wear goes down to.
    """
    layer = finish.layers[place]
    if not layer.of.has("hides"):
        return
    alike: dict[tuple[bytes, int], tuple[FloatArray, int, list[str]]] = {}
    for zone in zones:
        if _seen_later(finish, place, zone):
            first, coats = _coats_together(finish, place, zone)
            below = evenly(finish, zone)[first][0]
            alike.setdefault((below.tobytes(), coats), (below, coats, []))[2].append(zone)
    for film in layer.films:
        for below, coats, there in alike.values():
            close, whole = (
                _coats_for(layer, film, below, light, within) for within in (CLOSE_WITHIN, HIDDEN_WITHIN)
            )
            if close is not None and close <= coats:
                continue
            saved = _primer_for(layer, film, close or 21, light)
            where = "" if len(alike) == 1 else f" on {', '.join(map(said_of, there))}"
            tint = f" A {saved[0]} primer saves {saved[1]}." if saved else ""
            needs = _coats_words(close) + (
                f" come close, {whole} hide it" if whole and whole != close else " hide it"
            )
            planned = "1 coat is planned" if coats == 1 else f"{coats} are planned"
            yield (
                f"What lies below grins through {film.name}{where}: {needs}, {planned}.{tint}",
                "Counted where the coat lies thinnest, until it is within 2 of the hiding film, or within 1.",
            )


def _coats_together(finish: Finish, place: int, zone: str) -> tuple[int, int]:
    """Return the first of the layers of the same colours that lie on one another there up to this one, as a
    coat that moves the first does; and how many coats they are."""
    films, first, coats = finish.layers[place].films, place, 0
    for number in range(place, -1, -1):
        layer = finish.layers[number]
        if not layer.reaches(zone):
            continue
        if layer.films != films or not layer.of.has("hides"):
            break
        first, coats = number, coats + layer.coats
    return first, coats


def _seen_later(finish: Finish, place: int, zone: str) -> bool:
    later = [layer for layer in finish.layers[place + 1 :] if layer.reaches(zone)]
    return not any(layer.of.has("hides") for layer in later)


def _coats_words(coats: int | None) -> str:
    return "more than 20 coats" if coats is None else "1 coat" if coats == 1 else f"{coats} coats"


def _coats_for(layer: Layer, film: Film, below: FloatArray, light: Light, within: float) -> int | None:
    """Return how many coats of a layer hide what lies below, thinned and laid as it is."""
    return coats_to_hide(
        film.optics, X_coat=film.X / (1.0 + layer.water), R_g=below, light=light, veil=film.veil,
        within=within, way=WAYS[layer.way],
    )  # fmt: skip


def _primer_for(layer: Layer, film: Film, needed: int, light: Light) -> tuple[str, int] | None:
    best: tuple[str, int] | None = None
    for name, level in _TINTS.items():
        coats = _coats_for(layer, film, R_body(np.full(BANDS, level), 0.9), light, CLOSE_WITHIN) or 21
        if coats < needed and (best is None or needed - coats > best[1]):
            best = (name, needed - coats)
    return best


def _sealed(finish: Finish, zones: Sequence[str], light: Light) -> list[Remark]:
    """How far oil or a clear coat deepens the colour."""
    for place, layer in enumerate(finish.layers):
        if not (layer.on and layer.of.act == "surface"):
            continue
        zone = next((name for name in zones if layer.reaches(name)), None)
        if zone is None or place == 0:
            continue
        states = evenly(finish, zone)
        raw, sealed = (R_to_Lab(R_seen(*states[n]), light) for n in (place, place + 1))
        apart = float(delta_E_CIE2000(raw, sealed))
        if apart >= 1.0:
            deeper, why = (
                ("deeper", "It takes the white veil off a matte surface.")
                if sealed[0] < raw[0]
                else ("paler", "Its surface scatters more light than what lies below.")
            )
            return [
                Remark(
                    layer=place, weight="advice",
                    words=f"{layer.of.title} makes it {deeper}, by {marked(apart, '.1f')}.",
                    why=f"{why} Judge the colour sealed, not raw.",
                )
            ]  # fmt: skip
    return []
