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
from jug_mingle.core.optics.blend_path import Paint, ramp
from jug_mingle.core.optics.film import R_body, R_film, R_infinity, R_seen
from jug_mingle.core.optics.hiding import coats_to_hide
from jug_mingle.core.pieces.addresses import said_of
from jug_mingle.core.pieces.faces import UNPAINTED, Samples
from jug_mingle.core.practice.remark import Remark

FAR: Final = 40.0
"""Ends of a blend farther apart than this are hard to join without a colour in between. [CIEDE2000]"""

FAINT, STARK = 2.5, 22.0
"""Contrast of a wax, glaze or dry brush that is barely seen, or jumps out. [CIEDE2000]"""

_TINTS = {"white": 0.86, "pale grey": 0.50, "grey": 0.25, "dark grey": 0.08}
_PALE = 70.0


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Waxed:
    """What a wax makes of the finish: its name, the colour where it lies, and how far that is from before."""

    name: str
    R: FloatArray
    delta_E: float


def waxes_on(finish: Finish, zone: str) -> list[Waxed]:
    """Return what clear, black, brown and white wax would make of the topmost colour, rubbed into its recesses."""
    R, veil = evenly(finish, zone)[-1]
    before = R_to_Lab(R_seen(R, veil))
    found = []
    for name, film in WAXES.items():
        seen = R_seen(R_film(K=film.optics.K, S=film.optics.S, X=film.X, R_g=R), film.veil)
        found.append(Waxed(name=name, R=seen, delta_E=float(delta_E_CIE2000(before, R_to_Lab(seen)))))
    return found


def judge(finish: Finish, samples: Samples, *, bridges: Sequence[Film] = (), light: Light = DAYLIGHT) -> list[Remark]:
    """Return what is to be said of a finish on a piece.

    Parameters
    ----------
    bridges : sequence of Film
        Paints of the shelf that could stand between two ends of a blend.
    """
    samples = finish.tells_apart(samples)
    zones = [zone for zone in samples.zones if zone not in UNPAINTED]
    found: list[Remark] = []
    for place, layer in enumerate(finish.layers):
        touched = [zone for zone in zones if layer.reaches(zone)]
        if not touched:
            continue
        zone = max(touched, key=lambda name: samples.zones[name].stop - samples.zones[name].start)
        said = [*_blend(layer, samples, zone, bridges, light), *_contrast(finish, place, zone, light)]
        said += [*_wash(finish, place, zone, light), *_hides(finish, place, touched, light)]
        found += [Remark(layer=place, weight="advice", words=words, why=why) for words, why in said]
    return [*found, *_sealed(finish, zones, light)]


def _paint(film: Film) -> Paint:
    return Paint(optics=film.optics, veil=film.veil)


def _blend(
    layer: Layer, samples: Samples, zone: str, bridges: Sequence[Film], light: Light
) -> Iterator[tuple[str, str]]:
    if not layer.of.by_look:
        return
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
            f"{first.name} and {last.name} are so near that the blend will hardly show: {way.length:.1f}.",
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
    Lab = np.array([R_to_Lab(R_seen(R_infinity(K=f.optics.K, S=f.optics.S), f.veil), light) for f in layer.films])
    draw = np.array(shares) * (0.4 + Lab[:, 0] / 100.0 + np.hypot(Lab[:, 1], Lab[:, 2]) / 80.0)
    weight = draw / draw.sum()
    at = int(np.argmax(weight))
    if weight[at] > 0.58 and shares[at] < 0.52:
        yield (
            f"{layer.films[at].name} will take over: {100 * shares[at]:.0f} % of the area, "
            f"{100 * weight[at]:.0f} % of the look.",
            "Light and vivid colours come forward: give them less room than they seem to need.",
        )


def _contrast(finish: Finish, place: int, zone: str, light: Light) -> Iterator[tuple[str, str]]:
    layer = finish.layers[place]
    if not layer.of.has("accent"):
        return
    states = evenly(finish, zone)
    before, after = (R_to_Lab(R_seen(*states[n]), light) for n in (place, place + 1))
    apart = float(delta_E_CIE2000(before, after))
    name = layer.films[0].name
    if apart < FAINT:
        yield f"{name} will barely be seen: {apart:.1f}.", "Under about 2.5 only a raking light shows it."
    elif apart > STARK:
        words = "too hard against so pale a colour" if before[0] > _PALE and after[0] < 50 else "stark"
        yield f"{name} will be {words}: {apart:.0f}.", "Brown is softer than black on a pale colour; a little goes far."


def _wash(finish: Finish, place: int, zone: str, light: Light) -> Iterator[tuple[str, str]]:
    layer = finish.layers[place]
    if not layer.of.has("thin"):
        return
    states = evenly(finish, zone)
    film = layer.films[0]
    seen = R_seen(
        R_film(K=film.optics.K, S=film.optics.S, X=layer.X * share_left(layer), R_g=states[place][0]), film.veil
    )
    opaque = R_seen(R_infinity(K=film.optics.K, S=film.optics.S), film.veil)
    off, from_bare = (
        float(delta_E_CIE2000(R_to_Lab(seen, light), R_to_Lab(other, light)))
        for other in (opaque, R_seen(*states[place]))
    )
    if off < 8.0:
        yield (
            "So thick it is paint, no longer a wash: what lies below will not be read.",
            f"It is {off:.0f} from the paint itself; thin it (1 : 2 is common) or wipe it sooner.",
        )
    elif from_bare < 2.0:
        yield "So thin that it will hardly be seen.", f"It changes what lies below by {from_bare:.1f}."


def _hides(finish: Finish, place: int, zones: Sequence[str], light: Light) -> Iterator[tuple[str, str]]:
    """Whether what lies below grins through, zone by zone where they differ, and which primer saves a coat."""
    layer = finish.layers[place]
    if not layer.of.has("hides"):
        return
    alike: dict[bytes, tuple[FloatArray, list[str]]] = {}
    for zone in zones:
        below = evenly(finish, zone)[place][0]
        alike.setdefault(below.tobytes(), (below, []))[1].append(zone)
    for film in layer.films:
        for below, there in alike.values():
            needed = coats_to_hide(film.optics, X_coat=film.X, R_g=below, light=light, veil=film.veil)
            if needed is not None and needed <= layer.coats:
                continue
            saved = _primer_for(film, needed or 21, light)
            words = "more than 20" if needed is None else str(needed)
            where = "" if len(alike) == 1 else f" on {', '.join(map(said_of, there))}"
            tint = f" A {saved[0]} primer saves {saved[1]}." if saved else ""
            yield (
                f"What lies below grins through {film.name}{where}: {words} coats hide it, {layer.coats} are "
                f"planned.{tint}",
                "Counted until it is within 1 of the hiding film.",
            )


def _primer_for(film: Film, needed: int, light: Light) -> tuple[str, int] | None:
    best: tuple[str, int] | None = None
    for name, level in _TINTS.items():
        R_g = R_body(np.full(BANDS, level), 0.9)
        coats = coats_to_hide(film.optics, X_coat=film.X, R_g=R_g, light=light, veil=film.veil) or 21
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
            deeper = "deeper" if sealed[0] < raw[0] else "paler"
            return [
                Remark(
                    layer=place, weight="advice", words=f"{layer.of.title} makes it {deeper}, by {apart:.1f}.",
                    why="It takes the white veil off a matte surface. Judge the colour sealed, not raw.",
                )
            ]  # fmt: skip
    return []
