"""Tables of colours as other programs write them: a sample a row or a column, spectra, CIELAB, XYZ, RGB or
hex."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import product
from typing import Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import adapt
from jug_mingle.core.colour.spaces import XYZ_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.marked import marked
from jug_mingle.formats.cells import unshielded
from jug_mingle.formats.colour_file import (
    ColourFile,
    ColourFileError,
    Lab_in_daylight,
    Lab_of_hex,
    Lab_of_RGB,
    Sample,
    check_count,
    clean_name,
    number,
    refuse_lamps,
    refuse_seen_otherwise,
    resampled,
    said_of,
)
from jug_mingle.formats.table_rows import TableError, rows_of
from jug_mingle.formats.whites import White, WhiteName, observer_of, stated, suggested, words_of

_BAND: Final = re.compile(
    r"(?:spectral_?(?:nm|pct)?|spec|nm|r|wl|wavelength|lambda|λ)?[\s_]*(\d{3,4})(?:[.,]\d+)?\s*(?:nm)?",
    re.IGNORECASE,
)
_NANOMETRES: Final = (300.0, 1100.0)
_LEAST: Final = 8
"""So many wavelengths, at least, make a spectrum."""

_NAMES: Final = (
    "samplename", "name", "names", "sample", "colour", "color", "colourname", "colorname", "title", "label",
    "patch", "description", "sampleloc", "location", "sampleid", "id", "no", "nr", "number", "",
)  # fmt: skip
"""What columns of names are headed, the best first."""

_AXES: Final[dict[str, tuple[tuple[str, ...], ...]]] = {
    "Lab": (("l", "labl", "ciel", "cielabl", "lstar", "cielstar"), ("a", "laba", "ciea", "cielaba", "astar"),
            ("b", "labb", "cieb", "cielabb", "bstar")),
    "XYZ": (("x", "xyzx", "ciex", "tristimulusx"), ("y", "xyzy", "ciey", "tristimulusy"),
            ("z", "xyzz", "ciez", "tristimulusz")),
    "RGB": (("r", "red", "rgbr", "srgbr", "sr"), ("g", "green", "rgbg", "srgbg", "sg"),
            ("b", "blue", "rgbb", "srgbb", "sb")),
}  # fmt: skip
_MOST_NOTES: Final = 12
_LIKE: Final = 6
"""So many columns of one name are looked through."""
_ABOUT_ONE: Final = 0.02
_HEX: Final = ("hex", "html", "htmlcode", "hexcode", "rgbhex", "hexrgb", "srgbhex", "css", "web", "hexvalue")
_HEX_CELL: Final = re.compile(r"#?[0-9a-fA-F]{6}")
_OWN: Final = {"noise": "noise", "how": "how", "samplenoise": "noise", "samplehow": "how"}


@dataclass(frozen=True, slots=True)
class Columns:
    """Where in a table of a sample a row what stands."""

    header: Sequence[str]
    name: int | None
    bands: Mapping[int, float]
    axes: Mapping[str, tuple[int, int, int]]
    hex: int | None
    said: Mapping[str, int]

    def taken(self) -> set[int]:
        """Return the columns that are understood."""
        places = {self.name, self.hex, *self.bands, *self.said.values()}
        return {place for place in places if place is not None} | {
            at for axes in self.axes.values() for at in axes
        }


def read_table(data: bytes, white: WhiteName | None = None, name: str = "") -> ColourFile:
    """Return the colours of a table, which way ever it lies.

    Raises
    ------
    ColourFileError
        If it holds no colours, too many, or what is no paint.
    """
    try:
        rows, commas = rows_of(data)
    except TableError as error:
        raise ColourFileError(str(error)) from error
    if commas:
        rows = [[_pointed(cell) for cell in row] for row in rows]
    rows = [row for row in rows if any(row)]
    full = [row for row in rows if not _is_remark(row)] or [[]]
    remarks = " ".join(" ".join(row) for row in rows if row and row[0].startswith("#"))[:5000]
    refuse_lamps(
        " ".join((name, *(cell for row in full[:100] for cell in row if cell and not _is_number(cell))))
    )
    head = next((at for at, row in enumerate(full[:40]) if _is_head(row, full)), None)
    if head is None:
        return _without_head(full)
    preface = remarks + " " + " ".join(" ".join(row) for row in full[:head])
    # Below the header a row as wide as it is a sample, though its name begins like a remark.
    below = rows[rows.index(full[head]) + 1 :]
    body = [row for row in below if not _is_remark(row) or len(row) == len(full[head]) > 1]
    if (nm := _wavelengths_down(body)) is not None:
        return _across(full[head], body, nm)
    check_count(len(body))
    columns = columns_of(full[head], body)
    if not (columns.bands or columns.axes or columns.hex is not None):
        raise ColourFileError(
            "the table has no colours: it needs a header with name and one of: hex · L, a, b · X, Y, Z · R, "
            "G, B · wavelengths 380 … 730"
        )
    return read_samples(
        columns, body, white=white_of(columns, body, preface + " " + " ".join(full[head]), white,
        usual="D65"), places=[f"row {place}" for place in range(head + 2, head + 2 + len(body))],
    )  # fmt: skip


def _is_remark(row: Sequence[str]) -> bool:
    """Return whether a row is a remark; a colour's code begins like one, too."""
    return row[0].startswith("#") and _HEX_CELL.fullmatch(row[0]) is None


def _pointed(cell: str) -> str:
    return cell.replace(",", ".") if re.fullmatch(r"[-+]?\d*,\d+(?:[eE][-+]?\d+)?", cell) else cell


def _is_number(cell: str) -> bool:
    try:
        float(cell)
    except ValueError:
        return False
    return True


def _plain(cell: str) -> str:
    return re.sub(r"[^a-z0-9]", "", re.sub(r"\(.*?\)|\[.*?\]", "", cell.lower()).replace("*", ""))


def _is_head(row: Sequence[str], rows: Sequence[Sequence[str]]) -> bool:
    """Return whether a row says what stands below it: words over numbers, or a row of wavelengths."""
    if len(_bands_of(row)) >= _LEAST:
        return True
    plain = {_plain(cell) for cell in row}
    axes = any(all(plain & set(names) for names in kind) for kind in _AXES.values())
    if axes or plain & set(_HEX):
        return True
    below = rows[rows.index(row) + 1 :]
    named = (
        len(row) > 1 and not _is_number(row[0]) and bool(below) and len(below[0]) in (len(row), len(row) + 1)
    )
    return named and _wavelengths_down(below) is not None


def _bands_of(header: Sequence[str]) -> dict[int, float]:
    """Return the columns that are wavelengths, with these [nm]; nothing where they do not rise evenly
    enough."""
    found = {at: one for at, cell in enumerate(header) if (one := _nm(cell)) is not None}
    return found if len(found) >= _LEAST and len(set(found.values())) == len(found) else {}


def _nm(cell: str) -> float | None:
    match = _BAND.fullmatch(cell.strip())
    if match is None:
        return None
    nm = float(re.sub(r"[^\d.]", "", cell.replace(",", ".")).rstrip(".") or 0)
    return nm if _NANOMETRES[0] <= nm <= _NANOMETRES[1] else None


def _wavelengths_down(body: Sequence[Sequence[str]]) -> list[float] | None:
    """Return the wavelengths that the first column holds; None where it holds anything else."""
    found: list[float] = []
    for row in body:
        nm = _nm(row[0]) if row and (_is_number(row[0]) or row[0].lower().endswith("nm")) else None
        if nm is None or (found and nm <= found[-1]):
            return None
        found.append(nm)
    return found if len(found) >= _LEAST else None


def _is_chromaticity(header: Sequence[str], body: Sequence[Sequence[str]], at: tuple[int, int, int]) -> bool:
    """Return whether columns headed x, y and z are shares of one another, and no XYZ."""
    rows = [numbers for row in body if (numbers := _numbers(row, at))]
    small = all(header[one].strip() in "xyz" for one in at)
    return small and bool(rows) and all(abs(sum(numbers) - 1.0) < _ABOUT_ONE for numbers in rows)


def columns_of(header: Sequence[str], body: Sequence[Sequence[str]]) -> Columns:
    """Return what the columns of a table hold, by what stands over them."""
    plain = [_plain(cell) for cell in header]
    bands = _bands_of(header)
    axes = {}
    for kind, names in _AXES.items():
        places = [
            [at for at, cell in enumerate(plain) if cell in some and at not in bands][:_LIKE]
            for some in names
        ]
        # Of columns of one name those that stand together are meant: the b of R, G, B is blue, that of L, a,
        # b is not.
        together = min(
            product(*places),
            key=lambda some: (max(some) - min(some), list(some) != sorted(some), some),
            default=None,
        )
        if together is not None and len(set(together)) == len(together):
            axes[kind] = (together[0], together[1], together[2])
    if "XYZ" in axes and _is_chromaticity(header, body, axes["XYZ"]):
        del axes["XYZ"]
    if "Lab" in axes and "RGB" in axes and axes["Lab"][2] == axes["RGB"][2]:
        del axes["RGB"]
    code = next((at for at, cell in enumerate(plain) if cell in _HEX), None)
    said = {key: plain.index(one) for one, key in _OWN.items() if one in plain}
    known = {*bands, *said.values(), *(at for places in axes.values() for at in places)} | ({code} - {None})
    named = [at for word in _NAMES for at, cell in enumerate(plain) if cell == word and at not in known]
    wordy = [
        at
        for at in range(len(header))
        if at not in known and body and at < len(body[0]) and not _is_number(body[0][at])
    ]
    return Columns(header, next(iter([*named, *wordy]), None), bands, axes, code, said)


def read_samples(
    columns: Columns, body: Sequence[Sequence[str]], *, white: White, places: Sequence[str]
) -> ColourFile:
    """Return the samples of a table with one a row.

    Parameters
    ----------
    places : sequence of str
        What each row is called where something is wrong with it.
    """
    for row, where in zip(body, places, strict=True):
        if len(row) > len(columns.header) and any(row[len(columns.header) :]):
            raise ColourFileError(f"{where} has {len(row)} cells for {len(columns.header)} columns")
    padded = [[*row, *[""] * (len(columns.header) - len(row))] for row in body]
    scale = scales_of(columns, padded)
    samples, notes = (
        [],
        [f"{kind} from 0 to 1 was multiplied by {marked(by)}." for kind, by in scale.items() if by > 1.0],
    )
    for place, (row, where) in enumerate(zip(padded, places, strict=True), start=1):
        sample, said = _sample(columns, row, place, where, white, scale)
        samples.append(sample)
        notes += [note for note in said if note not in notes]
    if all(one.R is not None for one in samples) or not ({"Lab", "XYZ"} & set(columns.axes)):
        return ColourFile(samples=tuple(samples), notes=tuple(notes[:_MOST_NOTES]))
    return ColourFile(samples=tuple(samples), notes=(*notes[:_MOST_NOTES], words_of(white)), white=white)


def white_of(
    columns: Columns, body: Sequence[Sequence[str]], head: str, chosen: WhiteName | None, *, usual: WhiteName
) -> White:
    """Return the white of a table's colours: the chosen one, the one its head names, the one its samples
    suggest, or the usual one of such files."""
    axes = [at for kind in ("Lab", "XYZ") for at in columns.axes.get(kind, ())]
    own = " ".join(columns.header[at] for at in axes)
    if axes and not columns.bands:
        refuse_seen_otherwise(
            own if stated(own) or observer_of(own) else head if chosen is None else observer_of(head)
        )
    if chosen is not None:
        return White(chosen, "chosen")
    if (named := stated(own)) is not None:
        return White(named, "stated")
    if (named := stated(head)) is not None:
        return White(named, "stated")
    if "XYZ" in columns.axes:
        scale = scales_of(columns, body)["XYZ"]
        rows = [
            (_numbers(row, columns.axes["XYZ"]), _numbers(row, columns.axes.get("Lab", ()))) for row in body
        ]
        XYZ = [[scale * value for value in one] for one, _ in rows if one]
        Lab = [one for said, one in rows if said and one]
        found = suggested(XYZ, Lab if Lab and len(Lab) == len(XYZ) else None)
        if found is not None:
            return White(found, "neutrals")
    return White(usual, "assumed")


def scales_of(columns: Columns, body: Sequence[Sequence[str]]) -> dict[str, float]:
    """Return by what the numbers of each kind are multiplied: some write 0 to 1 what others write to 100 or
    255."""
    places = {**{kind: list(some) for kind, some in columns.axes.items()}, "R": list(columns.bands)}
    return {
        kind: _scale(
            kind,
            [row[at] for row in body for at in some if at < len(row)],
            percent=bool(some) and all("%" in columns.header[at] for at in some),
        )
        for kind, some in places.items()
    }


def _numbers(row: Sequence[str], places: Sequence[int]) -> list[float]:
    """Return the numbers at some places of a row; nothing where one of them is none."""
    cells = [row[at] if at < len(row) else "" for at in places]
    return [float(cell) for cell in cells] if all(map(_is_number, cells)) else []


def _scale(kind: str, cells: Sequence[str], *, percent: bool = False) -> float:
    values = [abs(float(cell)) for cell in cells if _is_number(cell)]
    most = max(values, default=0.0)
    if percent and kind == "RGB":
        return 2.55
    if kind == "R":  # of the whole table: a dark sample in percent looks like a light one in shares
        return 0.01 if most > 2.0 else 1.0
    if kind == "XYZ" and 0.0 < most <= 1.6:
        return 100.0
    return 255.0 if kind == "RGB" and 0.0 < most <= 1.0 and any(value % 1.0 for value in values) else 1.0


def _sample(
    columns: Columns, row: Sequence[str], place: int, where: str, white: White, scale: Mapping[str, float]
) -> tuple[Sample, list[str]]:
    name = clean_name(unshielded(row[columns.name]) if columns.name is not None else "", f"colour {place}")
    said = {key: row[at].strip() for key, at in columns.said.items()}
    known = said_of(said.get("noise", ""), said.get("how", ""), where)
    taken = columns.taken()
    extra = {
        columns.header[at]: cell for at, cell in enumerate(row) if at not in taken and columns.header[at]
    }
    values = [row[at] for at in columns.bands]
    why = ""
    if columns.bands and all(values):
        try:
            R, notes = resampled(
                list(columns.bands.values()), [number(value, where) for value in values], where, scale["R"]
            )
            return Sample(name=name, R=R, extra=extra, **known), notes
        except ColourFileError as error:
            if not columns.axes and columns.hex is None:
                raise
            why = f"Where {str(error).removeprefix(f'{where}: ')}, the colour was taken instead."
    notes = [why] if why else []
    for kind, places in columns.axes.items():
        if all(row[at] for at in places):
            numbers = [scale[kind] * number(row[at], where) for at in places]
            return Sample(name=name, Lab=_Lab(kind, numbers, white, where), extra=extra, **known), notes
    if columns.hex is not None and row[columns.hex]:
        return Sample(name=name, Lab=Lab_of_hex(row[columns.hex], where), extra=extra, **known), notes
    raise ColourFileError(f"{where} has no colour: give hex, or L, a and b, or X, Y and Z, or reflectances")


def _Lab(kind: str, values: list[float], white: White, where: str) -> FloatArray:
    if kind == "Lab":
        return Lab_in_daylight(values, white.XYZ, where)
    if kind == "RGB":
        return Lab_of_RGB(values, where)
    if min(values) < 0.0 or max(values) > 250.0:
        raise ColourFileError(
            f"{where}: XYZ runs from 0 to about 100, got {', '.join(f'{marked(v)}' for v in values)}"
        )
    return XYZ_to_Lab(adapt(values, white=white.XYZ, white_to=DAYLIGHT.white))


def _across(header: Sequence[str], body: Sequence[Sequence[str]], nm: Sequence[float]) -> ColourFile:
    """Read a table with a wavelength a row and a sample a column."""
    many = max(len(row) for row in body) - 1
    check_count(many)
    names = list(header[-many:]) if len(header) >= many else []
    scale = _scale("R", [cell for row in body for cell in row[1:]])
    samples, notes = [], []
    for at in range(1, many + 1):
        name = clean_name(unshielded(names[at - 1]) if names else "", f"colour {at}")
        cells = [row[at] if at < len(row) else "" for row in body]
        if not any(cells):
            continue
        R, said = resampled(nm, [number(cell, name) for cell in cells], f"column {name!r}", scale)
        samples.append(Sample(name=name, R=R))
        notes += [note for note in said if note not in notes]
    check_count(len(samples))
    return ColourFile(samples=tuple(samples), notes=tuple(notes[:_MOST_NOTES]))


def _without_head(rows: Sequence[Sequence[str]]) -> ColourFile:
    """Read a table without a header: wavelengths down or across, or a hex code somewhere in each row."""
    numeric = [row for row in rows if row and all(_is_number(cell) for cell in row if cell)]
    if (nm := _wavelengths_down(numeric)) is not None and max(map(len, numeric)) >= 2:
        many = max(map(len, numeric)) - 1
        names = ["spectrum"] if many == 1 else [f"colour {at}" for at in range(1, many + 1)]
        return _across(names, numeric, nm)
    samples = []
    for place, row in enumerate(rows, start=1):
        code = next(
            (cell for cell in row if _HEX_CELL.fullmatch(cell) and (cell[0] == "#" or not cell.isdigit())), ""
        )
        if code:
            name = " ".join(cell for cell in row if cell != code)
            samples.append(
                Sample(name=clean_name(name, f"colour {place}"), Lab=Lab_of_hex(code, f"row {place}"))
            )
    if samples and len(samples) == len(rows):
        check_count(len(samples))
        return ColourFile(samples=tuple(samples))
    raise ColourFileError(
        "this is no file of colours that is read: a table needs a header with name and one of: hex · L, a, b "
        "· "
        f"X, Y, Z · R, G, B · wavelengths 380 … 730, or at least {_LEAST} lines of a wavelength [nm] and "
        f"reflectances"
    )
