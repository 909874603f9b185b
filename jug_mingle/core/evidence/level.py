"""How well a material is known, and what the next better test of it would take and give."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstone, palette_of
from jug_mingle.core.evidence.next_swatch import gain_of
from jug_mingle.core.evidence.readings import Hiding, Reading, Swatch
from jug_mingle.core.materials.material import dry_shares
from jug_mingle.core.measuring.tools import SPOON_ERROR
from jug_mingle.core.optics.film import Optics, R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.optics.hiding import coats_to_hide

LEVELS: Final = {
    "": "nothing is known of its colour",
    "A": "its label or its dried colour alone",
    "B": "its dried colour, and how many coats hid something",
    "C": "its dried colour, and a coat over black and white",
    "D": "its dried colour, and a tint with white",
    "E": "measured spectra",
    "F": "learnt from jugs that were read",
}
"""Names for what a person sees; the fit itself knows only readings."""

KNOWN_TO: Final = {"": 12.0, "A": 5.0, "B": 5.0, "C": 3.0, "D": 2.0, "E": 0.6, "F": 1.5}
"""How far a chip of a material is from what is known of it, by its letter. [CIEDE2000]"""

FILLED: Final = {
    letter: n for n, letter in enumerate(sorted(KNOWN_TO, key=lambda known: (-KNOWN_TO[known], known)))
}
"""How full a scale of six steps is by a letter: 0 where nothing is known, 6 where a colour is known
nearest."""

CARD_BLACK: Final = 0.05
CARD_WHITE: Final = 0.85
"""Seen reflectance of the black and the white of a printed card; a common office print, from memory."""

TINT_WHITE: Final = 4.0
"""Parts of white to one of paint in the tint that tells a paint's strength best."""

COAT_ERROR: Final = 0.15
"""Relative error of the thickness of one brushed coat."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Task:
    """A small test of a material: its key, what it makes of the width of a prediction [CIEDE2000]."""

    key: str
    before: float
    after: float


def chips_known_to(letters: Sequence[str]) -> float:
    """Return how far chips of materials known to these letters are off together: their mean over √n.
    [CIEDE2000]"""
    return float(np.mean([KNOWN_TO[letter] for letter in letters]) / np.sqrt(len(letters)))


def level_of(key: str, evidence: Iterable[Reading | Hiding]) -> str:
    """Return the letter of a material, a key of `LEVELS`, from all evidence of the shelf."""
    found = ""
    for item in evidence:
        if key in {name for name, _ in item.volumes}:
            found = max(found, _letter(key, item))
    return found


def _letter(key: str, item: Reading | Hiding) -> str:
    names = [name for name, _ in item.volumes]
    if isinstance(item, Hiding):
        return letter_of(key, names, coats=True, films=[], spectral=False)
    films = [bool(np.isfinite(swatch.X)) for swatch in item.swatches]
    return letter_of(key, names, coats=False, films=films, spectral=item.swatches[0].seen.size == BANDS)


def letter_of(key: str, names: Sequence[str], *, coats: bool, films: Sequence[bool], spectral: bool) -> str:
    """Return the letter that one piece of evidence gives a material.

    Parameters
    ----------
    names : sequence of str
        The materials in what is to be read, in pouring order.
    coats : bool
        Whether coats were counted until they hid.
    films : sequence of bool
        For each patch, whether it is a film of known thickness rather than opaque.
    spectral : bool
        Whether reflectances were read.
    """
    if coats:
        return "B"
    if len(names) > 2:
        return "F"
    if len(names) == 2 and names[0] != key:
        return ""  # as the white of another's tint it tells of that other
    if spectral:
        return "E"
    if len(names) == 2:
        return "D"
    return "C" if len(films) > 1 and all(films) else "A"


def white_of(shelf: Shelf, among: Collection[str]) -> str | None:
    """Return the key of the white to make tints with, `among` these keys: the lightest paint that may be
    mixed; None when none is light enough."""
    L, key = max(_lightness(shelf, among), default=(0.0, ""))
    return key if L > _LIGHT else None


def black_of(shelf: Shelf, among: Collection[str]) -> str | None:
    """Return the key of the dark paint that tells whites apart, `among` these keys; None when none is dark
    enough."""
    L, key = min(_lightness(shelf, among), default=(100.0, ""))
    return key if L < _DEEP else None


_LIGHT, _DEEP = 60.0, 40.0
"""L* above which the lightest paint serves as a white, and below which the darkest as a black."""


def _lightness(shelf: Shelf, among: Collection[str]) -> list[tuple[float, str]]:
    """Return the L* of the paints among these keys that may be mixed."""
    return [
        (float(R_to_Lab(masstone(shelf, material.key))[0]), material.key)
        for material in shelf.materials
        if material.key in among and material.kind.optical == "hiding" and material.kind.colours
    ]


def card_bodies() -> tuple[FloatArray, FloatArray]:
    """Return the body reflectances (36,) of the card's black and white."""
    return R_body(np.full(BANDS, CARD_BLACK), 0.9), R_body(np.full(BANDS, CARD_WHITE), 0.9)


def tasks_of(shelf: Shelf, key: str, *, done: Sequence[str] = (), white: str | None = None) -> list[Task]:
    """Return the tests of a material that were not done, the most telling first.

    What each would leave open of the material let down half and half with white (or, for one that never
    hides, of a coat over white paper) follows from the covariance of the fit, before anything is painted.
    """
    material = shelf.materials[shelf.index(key)]
    if material.kind.optical not in ("hiding", "transparent"):
        return []
    tests = _tests(shelf, key, white)
    probe = tests["film" if material.kind.optical == "transparent" else "half"]
    tasks = []
    for name, test in tests.items():
        if name in done or name == "half" or (name == "film" and material.kind.optical == "hiding"):
            continue
        before, after = gain_of(shelf, probe=probe, test=test)
        tasks.append(Task(key=name, before=before, after=after))
    return sorted(tasks, key=lambda task: task.after)


def _card(optics: Optics, X: float, alone: tuple[tuple[str, float], ...], veil: float) -> Reading:
    """Return what a coat over the black and the white field of the card would tell."""
    card = tuple(
        Swatch(seen=R_to_Lab(_film_seen(optics, X, R_g, veil)), X=X, R_g=R_g) for R_g in card_bodies()
    )
    return Reading(
        key="card",
        volumes=alone,
        swatches=card,
        noise=NOISE["card_photo"],
        veil=veil,
        thickness_error=COAT_ERROR,
    )


def _tests(shelf: Shelf, key: str, white: str | None) -> dict[str, Reading | Hiding]:
    material, optics = shelf.materials[shelf.index(key)], shelf.optics(key)
    alone, X, paper = ((key, 1.0),), material.dry_coat, ground("paper")
    on_paper = paper.body
    film = Swatch(seen=_film_seen(optics, X, on_paper, material.veil), X=X, R_g=on_paper)
    if material.kind.optical == "transparent":
        return {
            "film": Reading(key="film", volumes=alone, swatches=(film,), noise=1.0, veil=material.veil),
            "card": _card(optics, X, alone, material.veil),
        }
    with_white = key if white is None else white
    half, tint = (
        _mixed(shelf, alone if with_white == key else ((key, 1.0), (with_white, parts)))
        for parts in (1.0, TINT_WHITE)
    )
    opaque = _mixed(shelf, alone)
    wood = ground("walnut" if R_to_Lab(masstone(shelf, key))[0] > 45 else "maple")
    R_g = wood.body
    coats = min(coats_to_hide(optics, X_coat=X, R_g=R_g) or 8, 8)
    found: dict[str, Reading | Hiding] = {
        "half": _read(half, "half", noise=1.0),
        "reader": _read(opaque, "reader", noise=NOISE["reader"]),
        "coats": Hiding(key="coats", volumes=alone, coats=coats, X_coat=X, R_g=R_g),
        "card": _card(optics, X, alone, material.veil),
    }  # fmt: skip
    if with_white != key:
        found["tint"] = _read(tint, "tint", noise=NOISE["reader"], pour_error=SPOON_ERROR)
        found["spectrum"] = _read(
            tint, "spectrum", noise=NOISE["reader"], pour_error=SPOON_ERROR, spectrum=True
        )
    return found


def _film_seen(optics: Optics, X: float, R_g: FloatArray, veil: float) -> FloatArray:
    return R_seen(R_film(K=optics.K, S=optics.S, X=X, R_g=R_g), veil)


def _mixed(
    shelf: Shelf, volumes: tuple[tuple[str, float], ...]
) -> tuple[tuple[tuple[str, float], ...], FloatArray, float]:
    palette = palette_of(shelf, [shelf.index(name) for name, _ in volumes])
    amounts = np.array([volume for _, volume in volumes])
    return (
        volumes,
        np.asarray(palette.seen(amounts)),
        float(dry_shares(amounts, palette.solids) @ palette.veil),
    )


def _read(
    mix: tuple[tuple[tuple[str, float], ...], FloatArray, float], key: str, *, noise: float,
    pour_error: float = 0.0, spectrum: bool = False,
) -> Reading:  # fmt: skip
    volumes, R, veil = mix
    swatch = Swatch(seen=np.clip(R, 0.0, 1.0) if spectrum else R_to_Lab(R))
    return Reading(
        key=key, volumes=volumes, swatches=(swatch,), noise=noise, veil=veil, pour_error=pour_error
    )
