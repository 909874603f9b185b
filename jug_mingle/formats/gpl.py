"""GIMP palettes (.gpl): a line of red, green, blue and a name for each colour."""

import re
from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from jug_mingle.core.colour.spaces import Lab_to_XYZ, XYZ_to_sRGB
from jug_mingle.formats.colour_file import (
    ColourFile,
    ColourFileError,
    Lab_of_RGB,
    Sample,
    check_count,
    clean_name,
    said_of,
)
from jug_mingle.formats.table_rows import text_of

_CAUGHT = re.compile(r"# off by about (\d+\.\d+)(?: (\w+))?\s*$")
"""What is written below a colour: its error to expect [CIEDE2000], and how it was caught."""

_ROW = re.compile(r"\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$")


def read(data: bytes) -> ColourFile:
    """Return the colours of a palette; ColourFileError names the line that is wrong."""
    lines = text_of(data).splitlines()
    if not lines or lines[0].strip() != "GIMP Palette":
        raise ColourFileError('a GIMP palette begins with the line "GIMP Palette"')
    samples: list[Sample] = []
    notes, title = [], ""
    for place, line in enumerate(lines[1:], start=2):
        if not line.strip() or re.match(r"\s*Columns\s*:", line):
            continue
        if samples and (caught := _CAUGHT.match(line)):
            samples[-1] = replace(samples[-1], **said_of(caught[1], caught[2] or "", f"line {place}"))
        elif line.lstrip().startswith("#"):
            if line.strip("# \t"):
                notes.append(f"Remark in the file: {line.strip('# ').strip()[:200]}")
        elif line.startswith("Name:"):
            title = clean_name(line[5:], "")
        elif match := _ROW.match(line):
            values = [float(match[n]) for n in (1, 2, 3)]
            name = clean_name(match[4] or "", f"colour {len(samples) + 1}")
            samples.append(Sample(name=name, Lab=Lab_of_RGB(values, f"line {place}")))
        else:
            raise ColourFileError(
                f"line {place} is no colour: {line.strip()[:60]!r}; expected red green blue name"
            )
    check_count(len(samples))
    return ColourFile(samples=tuple(samples), notes=tuple(notes), title=title)


def write(samples: Sequence[Sample], title: str) -> bytes:
    """Return a palette; colours that a screen cannot show are clipped to its edge."""
    rows = ["GIMP Palette", f"Name: {clean_name(title, 'Colours')}", "Columns: 6", "#"]
    for sample in samples:
        r, g, b = np.rint(255.0 * XYZ_to_sRGB(Lab_to_XYZ(sample.colour()))).astype(int)
        rows.append(f"{r:3d} {g:3d} {b:3d}\t{clean_name(sample.name, 'colour')}")
        if sample.noise is not None:
            rows.append(f"# off by about {sample.noise:.2f} {sample.how}".rstrip())
    return ("\n".join(rows) + "\n").encode()
