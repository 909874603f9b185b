"""Any file of colours: recognised by what is in it, not by its name."""

from collections.abc import Mapping
from typing import Final

from jug_mingle.formats import cgats, colour_tables, cxf, gpl
from jug_mingle.formats.colour_file import ColourFile, ColourFileError, Writer, text_of

WRITERS: Final[Mapping[str, tuple[Writer, str]]] = {
    "gpl": (gpl.write, "text/plain; charset=utf-8"),
    "csv": (colour_tables.write_csv, "text/csv; charset=utf-8"),
    "txt": (cgats.write, "text/plain; charset=utf-8"),
    "cxf": (cxf.write, "application/xml"),
    "json": (colour_tables.write_json, "application/json"),
}
"""Ending → how it is written, and its media type."""

LARGEST: Final = 5_000_000
"""A file of colours is smaller than this. [bytes]"""


def read_colours(data: bytes) -> ColourFile:
    """Return the colours of a file: GIMP palette, CSV, keyword text, CxF3, JSON, or columns of one spectrum.

    Raises
    ------
    ColourFileError
        If it is none of them, or is damaged.
    """
    if len(data) > LARGEST:
        raise ColourFileError(f"the file is larger than {LARGEST // 1_000_000} MB: that is no file of colours")
    if b"\x00" in data[:200] and data[:2] not in (b"\xff\xfe", b"\xfe\xff"):
        raise ColourFileError("this is no text: palettes, CSV, CGATS, CxF and JSON are read")
    head = text_of(data[:8000]).lstrip()
    if head.startswith("GIMP Palette"):
        return gpl.read(data)
    if head.startswith("<"):
        return cxf.read(data)
    if head.startswith(("{", "[")):
        return colour_tables.read_json(data)
    if "BEGIN_DATA_FORMAT" in head or head.startswith(("CGATS", "ISO28178")):
        return cgats.read(data)
    first = head.split("\n", 1)[0].lower()
    if any(word in first for word in ("hex", "name", ",l,", ";l;")):
        return colour_tables.read_csv(data)
    return colour_tables.read_columns(data)
