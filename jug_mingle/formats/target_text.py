"""A target as a person writes it: "#4f7f80", "53.1 -22 -8.6" (Lab), or a text file of wavelengths and reflectances."""

import re
from pathlib import Path

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour import Lab_to_XYZ, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.core.recovery import recover_reflectance
from jug_mingle.core.spectra import WAVELENGTHS, as_spectrum

_NUMBER = r"[-+]?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?"


def parse_target(text: str) -> FloatArray:
    """Return the reflectance (36,) that stands for a target; ValueError says how one is written."""
    if re.fullmatch(r"\s*#?[0-9a-fA-F]{6}\s*", text):
        return recover_reflectance(sRGB_to_XYZ(hex_to_sRGB(text)))
    numbers = re.findall(_NUMBER, text)
    if len(numbers) == 3 and re.fullmatch(rf"\s*(?:{_NUMBER}[\s,;]*){{3}}", text):
        L, a, b = (float(number) for number in numbers)
        if not (0.0 <= L <= 100.0 and abs(a) <= 160.0 and abs(b) <= 160.0):
            raise ValueError(f"Lab has L from 0 to 100 and a, b within 160, got {L:g}, {a:g}, {b:g}")
        return recover_reflectance(Lab_to_XYZ([L, a, b]))
    path = Path(text)
    if not path.is_file():
        raise ValueError(f'a target is "#4f7f80", "L a b" or a file of wavelengths and reflectances, got {text!r}')
    return read_spectrum(path)


def read_spectrum(path: Path) -> FloatArray:
    """Return the reflectance (36,) of a text file with a wavelength [nm] and a reflectance [0..1] on each line.

    Lines that do not begin with a number are skipped. It must reach from 400 to 700 nm; past its ends the last value
    holds.
    """
    rows = []
    for line in path.read_text(encoding="utf-8", errors="replace").splitlines():
        found = re.fullmatch(rf"\s*({_NUMBER})[\s,;]+({_NUMBER})\s*", line)
        if found:
            rows.append((float(found[1]), float(found[2])))
    if len(rows) < 8:
        raise ValueError(f"{path} holds {len(rows)} lines of wavelength and reflectance; at least 8 are needed")
    nm, R = np.array(sorted(rows)).T
    if nm[0] > 400.0 or nm[-1] < 700.0:
        raise ValueError(f"{path} reaches from {nm[0]:g} to {nm[-1]:g} nm; 400 to 700 nm is needed")
    if R.max() > 1.0:
        raise ValueError(f"{path} has a reflectance of {R.max():g}: give shares of one, not percent")
    return as_spectrum(np.interp(WAVELENGTHS, nm, R), f"the reflectance in {path}")
