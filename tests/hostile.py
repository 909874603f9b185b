"""Files of strangers that were made to do harm; each is refused, or done within bounds."""

import io
import zipfile
from collections.abc import Callable, Mapping
from typing import Final

from PIL import Image

_PARTS: Final = {
    "[Content_Types].xml": '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">'
    '<Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" '
    'ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override '
    'PartName="/xl/workbook.xml" '
    'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>',
    "_rels/.rels": '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">'
    '<Relationship Id="r1" '
    'Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" '
    'Target="xl/workbook.xml"/></Relationships>',
    "xl/workbook.xml": '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" '
    'xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets>'
    '<sheet name="a" sheetId="1" r:id="r1"/></sheets></workbook>',
    "xl/_rels/workbook.xml.rels": '<Relationships '
        'xmlns="http://schemas.openxmlformats.org/package/2006/relationships">'
    '<Relationship Id="r1" '
    'Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" '
    'Target="worksheets/sheet1.xml"/><Relationship Id="r2" '
    'Type="http://schemas.openxmlformats.org/officeDocument/2006/'
    'relationships/sharedStrings" Target="sharedStrings.xml"/></Relationships>',
}  # fmt: skip
_MAIN: Final = 'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"'


def workbook(rows: str, shared: str = "") -> bytes:
    """Return a workbook of one sheet of these rows."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, text in _PARTS.items():
            packed.writestr(name, text)
        packed.writestr(
            "xl/worksheets/sheet1.xml", f"<worksheet {_MAIN}><sheetData>{rows}</sheetData></worksheet>"
        )
        if shared:
            packed.writestr("xl/sharedStrings.xml", f"<sst {_MAIN}><si><t>{shared}</t></si></sst>")
    return out.getvalue()


def two_corners() -> bytes:
    """Return a workbook of its first and its last cell alone."""
    first, last = (
        '<row r="1"><c r="A1"><v>1</v></c></row>',
        '<row r="1048576"><c r="XFD1048576"><v>2</v></c></row>',
    )
    return workbook(first + last)


def one_long_text() -> bytes:
    """Return a workbook of 400,000 cells that share a text of 19,000 letters."""
    row = '<c t="s"><v>0</v></c>' * 200
    return workbook("".join(f'<row r="{n + 1}">{row}</row>' for n in range(2000)), "y" * 19_000)


def svg(inside: str) -> bytes:
    """Return an SVG drawing."""
    return f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">{inside}</svg>'.encode()


def many_circles(count: int = 4999) -> bytes:
    """Return a drawing of circles that all lie over one another."""
    return svg("".join(f'<circle cx="{40 + n % 20}" cy="50" r="{10 + n % 30}"/>' for n in range(count)))


def calendar(rule: str, start: str = "20261201T080000Z") -> bytes:
    """Return a calendar of one series."""
    return (
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20261201T000000Z\r\n"
        f"DTSTART:{start}\r\nDURATION:PT1M\r\nRRULE:{rule}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
    ).encode()


def dense_series() -> bytes:
    """Return a calendar of every second of every day."""
    every = {
        name: ",".join(map(str, range(most))) for name, most in (("HOUR", 24), ("MINUTE", 60), ("SECOND", 60))
    }
    return calendar("FREQ=DAILY;" + ";".join(f"BY{name}={values}" for name, values in every.items()))


def many_scans(scans: int = 400) -> bytes:
    """Return a progressive JPEG whose last scan comes over and over."""
    out = io.BytesIO()
    Image.effect_noise((64, 64), 40.0).convert("RGB").save(out, "JPEG", progressive=True)
    data = out.getvalue()
    last, end = data.rfind(b"\xff\xda"), data.rfind(b"\xff\xd9")
    return data[:end] + data[last:end] * scans + data[end:]


FILES: Final[Mapping[str, tuple[str, Callable[[], bytes]]]] = {
    "workbook, two corners": ("/api/colours/file?name=a.xlsx", two_corners),
    "workbook, one long text": ("/api/colours/file?name=a.xlsx", one_long_text),
    "SVG, a transform of a long word": (
        "/api/jobs/1/motifs/svg?name=x",
        lambda: svg(f'<g transform="{"a" * 40_000}"><rect width="9" height="9"/></g>'),
    ),
    "SVG, a transform of blanks": (
        "/api/jobs/1/motifs/svg?name=x",
        lambda: svg(f'<g transform="m{" " * 40_000}x"><rect width="9"/></g>'),
    ),
    "SVG, 4999 circles": ("/api/jobs/1/motifs/svg?name=x", many_circles),
    "calendar, folded seconds": ("/api/hours/busy", lambda: calendar("FREQ=SEC\r\n ONDLY")),
    "calendar, every second": ("/api/hours/busy", dense_series),
    "calendar, hourly since year 1": ("/api/hours/busy", lambda: calendar("FREQ=HOURLY", "00010101T000000Z")),
    "JPEG, 400 scans": ("/api/jobs/1/photos?name=x", many_scans),
}  # fmt: skip
"""Hostile files by what they are: where each is sent, and what makes it."""
