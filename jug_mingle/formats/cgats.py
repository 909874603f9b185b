"""Spectral exchange text: CGATS.17 / ISO 28178 keyword files with reflectances, CIELAB, XYZ or RGB."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Final

import numpy as np

from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.formats.colour_file import ColourFile, ColourFileError, Sample, check_count, clean_name
from jug_mingle.formats.colour_table import columns_of, read_samples, white_of
from jug_mingle.formats.whites import WhiteName

_WORD: Final = re.compile(r'"((?:[^"]|"")*)"|(\S+)')
_NOISE: Final = ("CGATS", "ISO", "NUMBER_OF", "KEYWORD", "#", "BEGIN_", "END_")
_SPEAKS: Final = re.compile(r"SPECT\b|CCSS\b|CCMX\b|ILLUMINANT_DATA")
_LIGHT: Final = re.compile(
    r'(?:MEAS_TYPE|DEVICE_CLASS|MEASUREMENT_TYPE)\s+"?(EMI|AMB|TRANS|DISPLAY|LIGHT)', re.IGNORECASE
)
_REFLECTS: Final = re.compile(r'MEAS_TYPE\s+"?REFL', re.IGNORECASE)


def read(text: str, white: WhiteName | None = None) -> ColourFile:
    """Return the colours of a keyword file.

    Fields that are not understood stay with the sample; keywords that are not are reported. CIELAB and XYZ
    without spectra are taken under the white that is chosen, that the file names or that its samples suggest,
    else under D50, the white of the trade that the format comes from.
    """
    lines = [line.strip() for line in text.splitlines()]
    fields, rows, header = _parts(lines)
    _refuse_light(" ".join(header))
    check_count(len(rows))
    columns = columns_of(fields, rows)
    if not (columns.bands or columns.axes):
        raise ColourFileError("its samples have neither a spectrum (SPECTRAL_NM380 …) nor LAB, XYZ or RGB")
    said = "; ".join(line for line in header if not line.startswith(_NOISE))
    read = read_samples(
        columns, rows, white=white_of(columns, rows, " ".join(header), white, usual="D50"),
        places=[f"sample {place}" for place in range(1, len(rows) + 1)],
    )  # fmt: skip
    return replace(read, notes=((f"Said in the file: {said[:400]}",) if said else ()) + read.notes)


def _refuse_light(header: str) -> None:
    """Refuse what is no surface: the spectrum of a lamp, of a display, of what a filter lets through."""
    first = header.split(" ", 1)[0]
    if (_SPEAKS.match(first) and not _REFLECTS.search(header)) or _LIGHT.search(header):
        raise ColourFileError(
            "the file holds the spectrum of a light or a filter, or what a display shows, and no paint. Only "
            "reflectances are read"
        )


def _words(line: str, fields: int = 0) -> list[str]:
    """Return the words of a line; where tabs divide it into as many cells as there are fields, cells have
    blanks."""
    cells = line.split("\t")
    if len(cells) == fields > 1:
        return [_unquoted(cell.strip()) for cell in cells]
    return [one[0].replace('""', '"') or one[1] for one in _WORD.findall(line)]


def _unquoted(cell: str) -> str:
    return cell[1:-1].replace('""', '"') if len(cell) > 1 and cell[0] == cell[-1] == '"' else cell


_PLACES: Final = {"BEGIN_DATA_FORMAT": "fields", "BEGIN_DATA": "data", "END_DATA": "end"}


def _parts(lines: list[str]) -> tuple[list[str], list[list[str]], list[str]]:
    """Return the field names, the rows of the first table, and what else is said before it."""
    fields: list[str] = []
    rows: list[list[str]] = []
    header: list[str] = []
    words: list[str] = []
    place = "head"
    for line in lines:
        if line == "BEGIN_DATA" and not fields:
            raise ColourFileError("BEGIN_DATA stands before any BEGIN_DATA_FORMAT: the fields are not known")
        place, before = _PLACES.get(line, "head" if line.startswith("END_DATA_FORMAT") else place), place
        if place == "end":
            break
        if line in _PLACES or place != before:
            continue
        if place == "fields":
            fields += _words(line)
        elif place == "data" and line and not line.startswith("#"):
            words += _words(line, 0 if words else len(fields))
            if len(words) > 50 * len(fields) and len(words) % len(fields):
                break
            if len(words) % len(fields) == 0:
                rows += _chunks(words, len(fields))
                words = []
                check_count(len(rows))
        elif place == "head" and line:
            header.append(line)
    _whole(place, fields, words)
    return [name.upper() for name in fields], rows, header


def _whole(place: str, fields: list[str], left: list[str]) -> None:
    if place == "data":
        raise ColourFileError("the file ends before END_DATA: it was cut short")
    if left:
        raise ColourFileError(
            f"the data do not fill {len(fields)} fields a sample: {len(left)} values are left over"
        )


def _chunks(words: list[str], size: int) -> Iterator[list[str]]:
    for start in range(0, len(words), size):
        yield words[start : start + size]


def write(samples: Sequence[Sample], title: str) -> bytes:
    """Return a keyword file with CIELAB under D65 of every sample, how it was caught and its error.

    Reflectances are written where all samples have a measured one: the table has the same fields for all of
    them.
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
    return clean_name(text, "colour").replace('"', '""')
