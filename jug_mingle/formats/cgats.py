"""Spectral exchange text: CGATS.17 / ISO 28178 keyword files with reflectances, CIELAB, XYZ or RGB."""

import re
import shlex
from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import adapt
from jug_mingle.core.colour.spaces import XYZ_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT, WAVELENGTHS
from jug_mingle.formats.colour_file import (
    D50_WHITE,
    ColourFile,
    ColourFileError,
    Lab_in_daylight,
    Lab_of_RGB,
    Sample,
    check_count,
    clean_name,
    number,
    resampled,
    said_of,
    text_of,
)

_BAND = re.compile(r"(?:SPECTRAL_?(?:NM|PCT)?|SPEC|NM|R)_?(\d{3,4})(?:\.0+)?$", re.IGNORECASE)
_KNOWN: Final = {
    "SAMPLE_ID",
    "SAMPLE_NAME",
    "LAB_L",
    "LAB_A",
    "LAB_B",
    "XYZ_X",
    "XYZ_Y",
    "XYZ_Z",
    "RGB_R",
    "RGB_G",
    "RGB_B",
    "SAMPLE_NOISE",
    "SAMPLE_HOW",
}


def read(data: bytes) -> ColourFile:
    """Return the colours of a keyword file.

    Fields that are not understood stay with the sample; keywords that are not are reported. CIELAB and XYZ without
    spectra are taken for D50, the white of the trade that the format comes from, unless the file names D65.
    """
    lines = [line.strip() for line in text_of(data).splitlines()]
    if not any(re.match(r"(CGATS|ISO ?28178|BEGIN_DATA_FORMAT)", line) for line in lines[:60]):
        raise ColourFileError("a keyword file begins with CGATS.17 or ISO28178 and has a BEGIN_DATA_FORMAT")
    fields, rows, header = _parts(lines)
    white = DAYLIGHT.white if re.search(r"\bD65\b", " ".join(header)) else D50_WHITE
    notes = [
        f"Said in the file: {line[:200]}"
        for line in header
        if not line.startswith(("CGATS", "ISO", "NUMBER_OF", "KEYWORD", "#"))
    ]
    samples = []
    for place, row in enumerate(rows, start=1):
        if len(row) != len(fields):
            raise ColourFileError(f"sample {place} has {len(row)} values for {len(fields)} fields")
        sample, said = _sample(dict(zip(fields, row, strict=True)), place, white)
        samples.append(sample)
        notes += [note for note in said if note not in notes]
    check_count(len(samples))
    return ColourFile(samples=tuple(samples), notes=tuple(notes[:20]))


def _words(line: str) -> list[str]:
    try:
        return shlex.split(line, comments=False, posix=True)
    except ValueError:
        return line.split()


def _parts(lines: list[str]) -> tuple[list[str], list[list[str]], list[str]]:
    """Return the field names, the rows of the first table, and what else is said before it."""
    fields: list[str] = []
    rows: list[list[str]] = []
    header: list[str] = []
    words: list[str] = []
    place = "head"
    for line in lines:
        if line == "BEGIN_DATA_FORMAT":
            place = "fields"
        elif line == "BEGIN_DATA":
            if not fields:
                raise ColourFileError("BEGIN_DATA stands before any BEGIN_DATA_FORMAT: the fields are not known")
            place = "data"
        elif line == "END_DATA":
            place = "end"
            break
        elif line.startswith("END_DATA_FORMAT"):
            place = "head"
        elif place == "fields":
            fields += _words(line)
        elif place == "data" and line and not line.startswith("#"):
            words += _words(line)
            if len(words) % len(fields) == 0:
                rows += _chunks(words, len(fields))
                words = []
            elif len(words) > 50 * len(fields):
                break
        elif place == "head" and line:
            header.append(line)
    if place == "data":
        raise ColourFileError("the file ends before END_DATA: it was cut short")
    if words:
        raise ColourFileError(f"the data do not fill {len(fields)} fields a sample: {len(words)} values are left over")
    return [name.upper() for name in fields], rows, header


def _chunks(words: list[str], size: int) -> Iterator[list[str]]:
    for start in range(0, len(words), size):
        yield words[start : start + size]


def _sample(row: dict[str, str], place: int, white: FloatArray) -> tuple[Sample, list[str]]:
    where = f"sample {place}"
    name = clean_name(row.get("SAMPLE_NAME") or row.get("SAMPLE_ID", ""), where)
    bands = {float(found[1]): key for key in row if (found := _BAND.match(key))}
    extra = {key: value for key, value in row.items() if key not in _KNOWN and key not in bands.values()}
    known = said_of(row.get("SAMPLE_NOISE", ""), row.get("SAMPLE_HOW", ""), where)
    if len(bands) >= 8:
        R, notes = resampled(list(bands), [number(row[key], where) for key in bands.values()], where)
        return Sample(name=name, R=R, extra=extra, **known), notes
    for keys in (("LAB_L", "LAB_A", "LAB_B"), ("XYZ_X", "XYZ_Y", "XYZ_Z"), ("RGB_R", "RGB_G", "RGB_B")):
        if all(key in row for key in keys):
            values = [number(row[key], where) for key in keys]
            return Sample(name=name, Lab=_Lab(keys[0], values, white, where), extra=extra, **known), []
    raise ColourFileError(f"{where} has neither a spectrum (SPECTRAL_NM380 …) nor LAB, XYZ or RGB")


def _Lab(kind: str, values: list[float], white: FloatArray, where: str) -> FloatArray:
    if kind == "LAB_L":
        return Lab_in_daylight(values, white, where)
    if kind == "RGB_R":
        return Lab_of_RGB(values, where)
    if min(values) < 0.0 or max(values) > 250.0:
        raise ColourFileError(f"{where}: XYZ runs from 0 to about 100, got {', '.join(f'{v:g}' for v in values)}")
    return XYZ_to_Lab(adapt(values, white=white, white_to=DAYLIGHT.white))


def write(samples: Sequence[Sample], title: str) -> bytes:
    """Return a keyword file with CIELAB under D65 of every sample, how it was caught and its error.

    Reflectances are written where all samples have a measured one: the table has the same fields for all of them.
    """
    measured = all(sample.R is not None for sample in samples)
    bands = [f"SPECTRAL_NM{nm:g}" for nm in WAVELENGTHS] if measured else []
    fields = ["SAMPLE_ID", "SAMPLE_NAME", "LAB_L", "LAB_A", "LAB_B", "SAMPLE_NOISE", "SAMPLE_HOW", *bands]
    lines = [
        "CGATS.17", 'ORIGINATOR "Jug Mingle"', f'DESCRIPTOR "{_quoted(title)}"',
        'WEIGHTING_FUNCTION "ILLUMINANT, D65"', 'WEIGHTING_FUNCTION "OBSERVER, 2 degree"',
        'KEYWORD "SAMPLE_NOISE"', 'KEYWORD "SAMPLE_HOW"',
        f"NUMBER_OF_FIELDS {len(fields)}", "BEGIN_DATA_FORMAT", "\t".join(fields), "END_DATA_FORMAT",
        f"NUMBER_OF_SETS {len(samples)}", "BEGIN_DATA",
    ]  # fmt: skip
    for place, sample in enumerate(samples, start=1):
        known = ['""' if sample.noise is None else f"{sample.noise:.2f}", f'"{sample.how}"']
        values = [f"{x:g}" for x in np.round(sample.colour(), 4)] + known
        values += [f"{x:g}" for x in np.round(sample.R, 6)] if measured and sample.R is not None else []
        lines.append("\t".join([str(place), f'"{_quoted(sample.name)}"', *values]))
    return ("\n".join([*lines, "END_DATA"]) + "\n").encode()


def _quoted(text: str) -> str:
    return clean_name(text, "colour").replace('"', "'").replace("\\", "/")
