"""Colours as CSV (name, hex, L, a, b, 380 … 730), written, and as JSON, written and read."""

import csv
import io
import json
from collections.abc import Sequence
from typing import Any, Final

import numpy as np

from jug_mingle.core.colour.spaces import Lab_to_XYZ, XYZ_to_sRGB, sRGB_to_hex
from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.formats.cells import shielded
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
    whole_letters,
)
from jug_mingle.formats.table_rows import text_of
from jug_mingle.formats.whites import White, WhiteName

_PERCENT: Final = 2.0
"""A reflectance above this is in percent, and all of the file with it."""

SCHEMA: Final = "jug-mingle-colours/1"


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


def read_json(data: bytes, white: WhiteName | None = None) -> ColourFile:
    """Return the colours of a JSON file: {"format", "title", "colours": [{"name", "R" | "Lab" | "hex"}]}."""
    try:
        parsed = json.loads(text_of(data))
    except (ValueError, RecursionError) as error:  # also a whole number of more digits than Python reads
        raise ColourFileError(f"the file is no JSON: {error}") from error
    colours = parsed.get("colours") if isinstance(parsed, dict) else parsed
    if not isinstance(colours, list):
        raise ColourFileError('a JSON file of colours has a list "colours"')
    check_count(len(colours))
    others = (
        [key for key in parsed if key not in ("format", "title", "colours")]
        if isinstance(parsed, dict)
        else []
    )
    notes = [f"Said in the file: {whole_letters(', '.join(others))[:300]}"] if others else []
    samples = []
    under = White(white or "D65", "chosen" if white else "assumed")
    spectra = [value for entry in colours if isinstance(entry, dict) for value in _values(entry.get("R"))]
    scale = 0.01 if max(spectra, default=0.0) > _PERCENT else 1.0
    for place, entry in enumerate(colours, start=1):
        sample, said = _entry(entry, place, under, scale)
        samples.append(sample)
        notes += [note for note in said if note not in notes]
    title = str(parsed.get("title", "")) if isinstance(parsed, dict) else ""
    chosen = any(sample.R is None and "Lab" in entry for sample, entry in zip(samples, colours, strict=True))
    return ColourFile(
        samples=tuple(samples),
        notes=tuple(notes),
        title=clean_name(title, ""),
        white=under if chosen else None,
    )


def _values(said: object) -> list[float]:
    """Return the numbers of a list in a file; what is none is said where it is read."""
    some = said if isinstance(said, list) else []
    return [float(value) for value in some if isinstance(value, int | float) and abs(value) < 1e300]


def _entry(entry: Any, place: int, under: White, scale: float) -> tuple[Sample, list[str]]:
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
        R, notes = resampled(nm, _list(entry["R"], where), where, scale)
        return Sample(name=name, R=R, extra=extra, **known), notes
    if "Lab" in entry:
        Lab = _list(entry["Lab"], where)
        if len(Lab) != 3:
            raise ColourFileError(f"{where}: Lab has three numbers")
        return Sample(name=name, Lab=Lab_in_daylight(Lab, under.XYZ, where), extra=extra, **known), []
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
    entry: dict[str, Any] = {
        "name": sample.name,
        "hex": _hex(sample),
        "Lab": np.round(sample.colour(), 4).tolist(),
    }
    if sample.noise is not None:
        entry["noise"] = round(sample.noise, 2)
    if sample.how:
        entry["how"] = sample.how
    if sample.R is not None:
        entry |= {"R": np.round(sample.R, 6).tolist(), "wavelengths": WAVELENGTHS.tolist()}
    return entry
