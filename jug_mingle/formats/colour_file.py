"""Colours in files: what every format reads to and writes from, and the one gate that recognises them."""

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import adapt
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab, XYZ_to_Lab, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.core.colour.spectra import DAYLIGHT, WAVELENGTHS
from jug_mingle.core.evidence.certainty import WAYS
from jug_mingle.core.marked import marked, marked_range
from jug_mingle.formats.whites import WHITES, White, observer_of, other_light_of

MOST: Final = 10_000
"""A file may hold so many colours."""


class ColourFileError(ValueError):
    """The file is not what it says, or says something that cannot be; the message gives the line or the
    sample."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Sample:
    """One colour of a file: a measured reflectance (36,) or CIELAB under D65, and whatever else was said of
    it.

    Attributes
    ----------
    noise : float or None
        Error to expect of it, where the file says so. [CIEDE2000]
    how : str
        How it was caught, a key of `core.evidence.WAYS`; empty where the file does not say.
    """

    name: str
    R: FloatArray | None = None
    Lab: FloatArray | None = None
    noise: float | None = None
    how: str = ""
    extra: Mapping[str, str] = field(default_factory=dict)

    def reflectance(self) -> FloatArray:
        """Return its reflectance; one that has only a colour gets the smoothest with that colour."""
        if self.R is not None:
            return self.R
        return np.clip(
            recover_reflectance(Lab_to_XYZ(self.Lab if self.Lab is not None else [0, 0, 0])), 0.0, 1.0
        )

    def colour(self) -> FloatArray:
        """Return its CIELAB (3,) under D65."""
        return R_to_Lab(self.R) if self.R is not None else np.asarray(self.Lab)


@dataclass(frozen=True, slots=True, kw_only=True)
class ColourFile:
    """What was read: the samples, and notes on what was assumed, kept or passed over."""

    samples: tuple[Sample, ...]
    notes: tuple[str, ...] = ()
    title: str = ""
    white: White | None = None
    """Under which white its colours were taken, where that could be another."""


def number(text: str, where: str) -> float:
    """Return a number as files write it, with a point or a comma; ColourFileError says where it stands."""
    try:
        value = float(text.strip().replace(",", "."))
    except ValueError:
        raise ColourFileError(f"{where}: {text[:40]!r} is no number") from None
    if not np.isfinite(value):
        raise ColourFileError(f"{where}: {text[:40]!r} is no finite number")
    return value


def resampled(
    nm: Sequence[float], values: Sequence[float], where: str, scale: float | None = None
) -> tuple[FloatArray, list[str]]:
    """Return a reflectance over the 36 bands from values at wavelengths, and notes on what was assumed.

    Percent are recognised and divided by 100, unless `scale` says by what values are multiplied; past the
    ends, which must reach 400 and 700 nm, the last value holds.

    Raises
    ------
    ColourFileError
        If the wavelengths do not rise, are too coarse or too short, or a value is not a reflectance.
    """
    at, R = np.asarray(nm, dtype=float), np.asarray(values, dtype=float)
    notes = []
    if at.size != R.size:
        raise ColourFileError(f"{where}: {R.size} values for {at.size} wavelengths")
    order = np.argsort(at)
    at, R = at[order], R[order]
    if at.size < 8 or np.any(np.diff(at) <= 0):
        raise ColourFileError(
            f"{where}: at least 8 different wavelengths are needed, got {len(set(at.tolist()))}"
        )
    if at[0] > 400.0 or at[-1] < 700.0:
        raise ColourFileError(
            f"{where}: reaches from {marked_range(at[0], at[-1])} nm; 400 to 700 nm is needed "
            "(wavelengths are in "
            f"nm)"
        )
    if np.diff(at).max() > 25.0:
        raise ColourFileError(
            f"{where}: a gap of {marked(np.diff(at).max())} nm between wavelengths is too wide; 20 nm will do"
        )
    scale = (0.01 if R.max() > 2.0 else 1.0) if scale is None else scale
    if (scale * R).min() < -0.02:
        raise ColourFileError(f"{where}: a reflectance of {marked(R.min())} is below 0")
    if reason := _no_surface(at, scale * R):
        raise ColourFileError(
            f"{where}: {reason}. A lamp or a filter is no paint; only reflectances are read"
        )
    R = scale * R
    if scale != 1.0:
        notes.append("Its reflectances are in percent; they were divided by 100.")
    if R.max() > 1.0:
        notes.append(
            f"{where}: it gives back {100 * R.max():.0f} % of the light at {marked(at[np.argmax(R)])} "
            "nm, as only "
            "fluorescent paint does. Its colour hangs on the ultraviolet in the light, and no mix of it can "
            "be computed; what is above 100 % was cut."
        )
    if at[0] > 380.0 or at[-1] < 730.0:
        notes.append(
            f"It reaches from {marked_range(at[0], at[-1])} nm; past that its last values were held."
        )
    return np.clip(np.interp(WAVELENGTHS, at, R), 0.0, 1.0), notes


def _no_surface(at: FloatArray, share: FloatArray) -> str:
    """Return why shares over wavelengths [nm] cannot be reflectances of a paint; nothing where they may
    be."""
    if share.max() > 2.0:
        return f"a value of {marked(share.max())} is neither a share nor a percentage of light given back"
    if 0.0 <= share.max() < 0.003:
        return f"it gives back less than {marked(0.3)} % everywhere, as the power of a lamp in watts does"
    seen = (at >= 400.0) & (at <= 700.0)
    every = np.interp(np.arange(400.0, 701.0, 10.0), at, share)
    if abs(every[16] - 1.0) < 5e-4 and (every > 1.005).sum() >= 3:
        return "it is exactly 1 at 560 nm and above 1 elsewhere, as the relative power of a lamp is"
    if share.max() > 1.04 and (share[seen] > 1.005).mean() > 0.34:
        return f"it gives back up to {100 * share.max():.0f} % over a third of the light"
    # A line of a lamp, or its blue diode, stands alone: 20 nm to either side there is half as much. Of 3388
    # measured surfaces none has a peak of more than 0.47 of its largest value; fluorescent lamps and white
    # diodes have 0.59 up.
    around = np.maximum(np.interp(at - _ASIDE, at, share), np.interp(at + _ASIDE, at, share))
    peaks = np.where(seen, share - around, 0.0)
    if peaks.max() > max(0.05, _LINE * share[seen].max()):
        return f"it has a line at {marked(at[int(np.argmax(peaks))])} nm, as only lamps have"
    return ""


_ASIDE: Final = 20.0
_LINE: Final = 0.52

_LAMP: Final = re.compile(
    r"\b(SPD|illuminants?|lamp|spectral power|emission|emissive|irradiance|radiance|luminance|transmittance|"
    r"transmission|transmissive|transm?|spectrans|W/m2?|filter|CCT|CRI|Duv|lux|lumen|IRR|PPFD)\b",
    re.IGNORECASE,
)
_PAINT: Final = re.compile(r"reflect|reflexion|remission|paint", re.IGNORECASE)


def refuse_lamps(words: str) -> None:
    """Refuse a file whose header says that it holds the light of a lamp or what a filter lets through."""
    words = words.replace("_", " ")
    match = _LAMP.search(re.sub(r"illuminant[\s\",:=]+[A-Z]\d*\b", "", words, flags=re.IGNORECASE))
    if match and not _PAINT.search(words):
        raise ColourFileError(
            f"the file says {match[0]!r}: it holds the light of a lamp, or what a filter lets through, and "
            f"no paint. "
            "Only reflectances are read"
        )


def refuse_seen_otherwise(words: str) -> None:
    """Refuse CIELAB or XYZ that stand, as a header says, for an observer or under a light that are not known
    here."""
    if said := observer_of(words):
        raise ColourFileError(
            f"its colours stand for the observer of 10° ({said}): only those of 2° are read. Export them for "
            f"2°, or "
            "the reflectances, which are read whichever"
        )
    if said := other_light_of(words):
        raise ColourFileError(
            f"its colours stand under {said}: only those under {', '.join(WHITES)} are read, and "
            f"reflectances, which "
            "need no light. Choose its white if you know it"
        )


def Lab_in_daylight(Lab: Sequence[float], white: FloatArray, where: str) -> FloatArray:
    """Return CIELAB under D65 of CIELAB against another white (CAT16, complete adaptation)."""
    L, a, b = Lab
    if not (-1.0 <= L <= 101.0 and abs(a) <= 200.0 and abs(b) <= 200.0):
        raise ColourFileError(
            f"{where}: Lab has L from 0 to 100 and a, b within 200, got {marked(L)}, {marked(a)}, {marked(b)}"
        )
    XYZ = Lab_to_XYZ([L, a, b], white)
    return XYZ_to_Lab(adapt(XYZ, white=white, white_to=DAYLIGHT.white))


def Lab_of_hex(text: str, where: str) -> FloatArray:
    """Return CIELAB under D65 of "#rrggbb"."""
    try:
        return XYZ_to_Lab(sRGB_to_XYZ(hex_to_sRGB(text)))
    except ValueError as error:
        raise ColourFileError(f"{where}: {error}") from None


def Lab_of_RGB(values: Sequence[float], where: str) -> FloatArray:
    """Return CIELAB under D65 of sRGB 0..255."""
    if any(not 0.0 <= value <= 255.0 for value in values):
        raise ColourFileError(
            f"{where}: red, green and blue run from 0 to 255, got {', '.join(f'{marked(v)}' for v in values)}"
        )
    return XYZ_to_Lab(sRGB_to_XYZ(np.asarray(values) / 255.0))


def clean_name(text: str, fallback: str) -> str:
    """Return a name of at most 120 characters without line breaks."""
    printable = "".join(c if c.isprintable() else " " for c in text)
    return re.sub(r"\s+", " ", printable).strip()[:120] or fallback


def whole_letters(text: str) -> str:
    """Return a text that can be written anywhere: half letters (lone surrogates) become question marks."""
    return text.encode("utf-8", errors="replace").decode("utf-8")


def said_of(noise: object, how: object, where: str) -> dict[str, Any]:
    """Return what a file says of a colour's error and of how it was caught, as `Sample` takes it; nothing for
    blanks.

    What another program wrote into such a field is passed over, since it means something of its own.
    """
    said: dict[str, Any] = {}
    if noise not in (None, ""):
        said["noise"] = number(str(noise), where)
        if not 0.0 <= said["noise"] <= 50.0:
            raise ColourFileError(
                f"{where}: the error of a colour is from 0 to 50 CIEDE2000, got {marked(said['noise'])}"
            )
    if how in WAYS:
        said["how"] = how
    return said


def check_count(count: int) -> None:
    """Refuse files of nothing, and files of more than anyone paints with."""
    if count == 0:
        raise ColourFileError("there is no colour in this file")
    if count > MOST:
        raise ColourFileError(f"there are {count} colours in this file; at most {MOST} are read")


Reader = Callable[[bytes], ColourFile]
Writer = Callable[[Sequence[Sample], str], bytes]
