"""Colours as CSV (name, hex, L, a, b, 380 … 730), as JSON, and as plain columns of wavelength and reflectance."""

import csv
import io
import json
import re
from collections.abc import Sequence
from typing import Any, Final

import numpy as np

from jug_mingle.core.colour.spaces import Lab_to_XYZ, XYZ_to_sRGB, sRGB_to_hex
from jug_mingle.core.colour.spectra import DAYLIGHT, WAVELENGTHS
from jug_mingle.formats.cells import shielded, unshielded
from jug_mingle.formats.colour_file import (
    ColourFile,
    ColourFileError,
    Lab_in_daylight,
    Lab_of_hex,
    Sample,
    check_count,
    clean_name,
    number,
    resampled,
    said_of,
    text_of,
    whole_letters,
)

SCHEMA: Final = "jug-mingle-colours/1"
_NUMBER: Final = r"[-+]?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?"
_COLUMNS: Final = ("name", "hex", "l", "a", "b", "noise", "how")


def read_csv(data: bytes) -> ColourFile:
    """Return the colours of a table: a header, then a row a colour; further columns stay with the colour."""
    text = text_of(data)
    dialect = ";" if text.split("\n", 1)[0].count(";") > text.split("\n", 1)[0].count(",") else ","
    try:
        rows = list(csv.reader(io.StringIO(text, newline=""), delimiter=dialect))
    except csv.Error as error:
        raise ColourFileError(f"the table cannot be read: {error}") from error
    if not rows:
        raise ColourFileError("the table is empty")
    header = [cell.strip().lower() for cell in rows[0]]
    bands = {place: float(cell) for place, cell in enumerate(header) if re.fullmatch(r"\d{3}(\.0+)?", cell)}
    if "hex" not in header and "l" not in header and len(bands) < 8:
        raise ColourFileError("the table needs a header with name and one of: hex · L, a, b · wavelengths 380 … 730")
    samples, notes = [], []
    for place, row in enumerate(rows[1:], start=2):
        if not any(cell.strip() for cell in row):
            continue
        if len(row) != len(header):
            raise ColourFileError(f"row {place} has {len(row)} cells for {len(header)} columns")
        sample, said = _row(dict(zip(header, row, strict=True)), [row[at] for at in bands], list(bands.values()), place)
        samples.append(sample)
        notes += [note for note in said if note not in notes]
    check_count(len(samples))
    return ColourFile(samples=tuple(samples), notes=tuple(notes))


def _row(cells: dict[str, str], values: list[str], nm: list[float], place: int) -> tuple[Sample, list[str]]:
    where = f"row {place}"
    name = clean_name(unshielded(cells.get("name", "")), f"colour {place - 1}")
    extra = {
        key: value for key, value in cells.items() if key not in _COLUMNS and not re.fullmatch(r"\d{3}(\.0+)?", key)
    }
    said = said_of(cells.get("noise", "").strip(), cells.get("how", "").strip(), where)
    if len(nm) >= 8 and all(value.strip() for value in values):
        R, notes = resampled(nm, [number(value, where) for value in values], where)
        return Sample(name=name, R=R, extra=extra, **said), notes
    if all(cells.get(key, "").strip() for key in ("l", "a", "b")):
        Lab = Lab_in_daylight([number(cells[key], where) for key in ("l", "a", "b")], DAYLIGHT.white, where)
        return Sample(name=name, Lab=Lab, extra=extra, **said), []
    if cells.get("hex", "").strip():
        return Sample(name=name, Lab=Lab_of_hex(cells["hex"], where), extra=extra, **said), []
    raise ColourFileError(f"{where} has no colour: give hex, or L, a and b, or reflectances")


def write_csv(samples: Sequence[Sample], title: str) -> bytes:
    """Return a table with everything; bands stay blank where no reflectance was measured."""
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(["name", "hex", "L", "a", "b", "noise", "how", *(f"{nm:g}" for nm in WAVELENGTHS)])
    for sample in samples:
        numbers = [f"{x:.4f}" for x in sample.colour()]
        said = ["" if sample.noise is None else f"{sample.noise:.2f}", sample.how]
        bands = [""] * WAVELENGTHS.size if sample.R is None else [f"{x:.6f}" for x in sample.R]
        rows.writerow([shielded(clean_name(sample.name, "colour")), _hex(sample), *numbers, *said, *bands])
    return out.getvalue().encode()


def _hex(sample: Sample) -> str:
    return sRGB_to_hex(XYZ_to_sRGB(Lab_to_XYZ(sample.colour())))


def read_json(data: bytes) -> ColourFile:
    """Return the colours of a JSON file: {"format", "title", "colours": [{"name", "R" | "Lab" | "hex"}]}."""
    try:
        parsed = json.loads(text_of(data))
    except (ValueError, RecursionError) as error:  # also a whole number of more digits than Python reads
        raise ColourFileError(f"the file is no JSON: {error}") from error
    colours = parsed.get("colours") if isinstance(parsed, dict) else parsed
    if not isinstance(colours, list):
        raise ColourFileError('a JSON file of colours has a list "colours"')
    check_count(len(colours))
    notes: list[str] = []
    if isinstance(parsed, dict):
        notes = [
            f"Said in the file: {whole_letters(key)}" for key in parsed if key not in ("format", "title", "colours")
        ]
    samples = []
    for place, entry in enumerate(colours, start=1):
        sample, said = _entry(entry, place)
        samples.append(sample)
        notes += [note for note in said if note not in notes]
    title = str(parsed.get("title", "")) if isinstance(parsed, dict) else ""
    return ColourFile(samples=tuple(samples), notes=tuple(notes), title=clean_name(title, ""))


def _entry(entry: Any, place: int) -> tuple[Sample, list[str]]:
    where = f"colour {place}"
    if not isinstance(entry, dict):
        raise ColourFileError(f"{where} is no object with name and R, Lab or hex")
    name = clean_name(str(entry.get("name", "")), where)
    extra = {
        whole_letters(str(k)): json.dumps(v)[:500]
        for k, v in entry.items()
        if k not in ("name", "R", "Lab", "hex", "wavelengths", "noise", "how")
    }
    how = entry.get("how", "")
    known = said_of(entry.get("noise"), how if isinstance(how, str) else "", where)
    if "R" in entry:
        nm = _list(entry.get("wavelengths", WAVELENGTHS.tolist()), where)
        R, notes = resampled(nm, _list(entry["R"], where), where)
        return Sample(name=name, R=R, extra=extra, **known), notes
    if "Lab" in entry:
        Lab = _list(entry["Lab"], where)
        if len(Lab) != 3:
            raise ColourFileError(f"{where}: Lab has three numbers")
        return Sample(name=name, Lab=Lab_in_daylight(Lab, DAYLIGHT.white, where), extra=extra, **known), []
    if "hex" in entry:
        return Sample(name=name, Lab=Lab_of_hex(str(entry["hex"]), where), extra=extra, **known), []
    raise ColourFileError(f"{where} has neither R, Lab nor hex")


def _list(values: Any, where: str) -> list[float]:
    if not isinstance(values, list):
        raise ColourFileError(f"{where}: a list of numbers was expected")
    return [number(str(value), where) for value in values]


def write_json(samples: Sequence[Sample], title: str) -> bytes:
    """Return a JSON file with everything; a reflectance only where one was measured."""
    body = {"format": SCHEMA, "title": title, "colours": [_as_entry(sample) for sample in samples]}
    return (json.dumps(body, indent=1, ensure_ascii=False) + "\n").encode()


def _as_entry(sample: Sample) -> dict[str, Any]:
    entry: dict[str, Any] = {"name": sample.name, "hex": _hex(sample), "Lab": np.round(sample.colour(), 4).tolist()}
    if sample.noise is not None:
        entry["noise"] = round(sample.noise, 2)
    if sample.how:
        entry["how"] = sample.how
    if sample.R is not None:
        entry |= {"R": np.round(sample.R, 6).tolist(), "wavelengths": WAVELENGTHS.tolist()}
    return entry


def read_columns(data: bytes) -> ColourFile:
    """Return the one colour of a text with a wavelength [nm] and a reflectance on each line."""
    nm, values = [], []
    for line in text_of(data).splitlines():
        found = re.fullmatch(rf"\s*({_NUMBER})[\s,;]+({_NUMBER})\s*", line)
        if found:
            nm.append(float(found[1]))
            values.append(float(found[2]))
    if len(nm) < 8:
        raise ColourFileError(f"the file holds {len(nm)} lines of wavelength and reflectance; at least 8 are needed")
    R, notes = resampled(nm, values, "the spectrum")
    return ColourFile(samples=(Sample(name="spectrum", R=R),), notes=tuple(notes))
