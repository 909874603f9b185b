"""Any file of colours: recognised by what is in it, not by its name."""

from collections.abc import Mapping
from typing import Final

from jug_mingle.formats import cgats, colour_tables, cxf, gpl
from jug_mingle.formats.colour_file import ColourFile, ColourFileError, Writer
from jug_mingle.formats.colour_table import read_table
from jug_mingle.formats.table_rows import text_of
from jug_mingle.formats.whites import WhiteName

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


def read_colours(data: bytes, white: WhiteName | None = None, name: str = "") -> ColourFile:
    """Return the colours of a file: GIMP palette, table or workbook, keyword text, CxF3 or JSON.

    Parameters
    ----------
    white : str, optional
        Under which white its CIELAB and XYZ stand; without it what the file says or suggests, or what is
        usual.
    name : str, optional
        What the file is called, for what that says: a file is recognised by what is in it.

    Raises
    ------
    ColourFileError
        If it is none of them, or is damaged.
    """
    if len(data) > LARGEST:
        raise ColourFileError(
            f"the file is larger than {LARGEST // 1_000_000} MB: that is no file of colours"
        )
    if data[:4] == b"PK\x03\x04":
        return read_table(data, white, name)
    if b"\x00" in data[:200] and data[:2] not in (b"\xff\xfe", b"\xfe\xff"):
        raise ColourFileError("this is no text: palettes, tables, workbooks, CGATS, CxF and JSON are read")
    text = text_of(data)
    head = text[:8000].lstrip()
    if head.startswith("GIMP Palette"):
        return gpl.read(data)
    if head.startswith("<"):
        return cxf.read(data, white)
    if head.startswith(("{", "[")):
        return colour_tables.read_json(data, white)
    if "BEGIN_DATA" in text or head.startswith(("CGATS", "ISO28178")):
        return cgats.read(text, white)
    return read_table(data, white, name)
