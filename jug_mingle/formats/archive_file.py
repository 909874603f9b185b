"""Archives: one zip with a list of what is in it, rows as JSON, and photos as they came. See docs/formats.md.

Nothing in an archive is believed: names, sizes and hashes are checked before anything is kept of it.
"""

import hashlib
import json
import re
import stat
import zipfile
import zlib
from collections.abc import Callable, Iterable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Annotated, Any, BinaryIO, Final, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from jug_mingle.errors import DataRefusedError

LIST: Final = "archive.json"
ROWS: Final = "rows.json"
_NAME: Final = re.compile(r"archive\.json|rows\.json|photos/([0-9a-f]{64})\.original")
_LARGEST: Final = {LIST: 64_000_000, ROWS: 1_000_000_000}
"""What these are at most, unpacked. [bytes]"""

_LARGEST_PHOTO: Final = 400_000_000
_DENSEST: Final = 200
"""Nothing honest is packed more densely than this."""

_MOST: Final = 1_000_000
_BLOCK: Final = 1 << 20

Table = Annotated[str, Field(pattern=r"^[a-z_]{1,40}$")]
Sha256 = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]


class ArchiveList(BaseModel):
    """What an archive says of itself."""

    model_config = ConfigDict(extra="forbid", title="Jug Mingle archive")

    format: Literal["jug-mingle archive"] = "jug-mingle archive"
    version: Literal[1] = 1
    of: Literal["everything", "job"] = Field(
        description="Everything that a program held, or one job with its tins."
    )
    title: str = Field(max_length=200, description="The name of the job; empty of everything.")
    program: str = Field(max_length=40, description="The version of the program that wrote it.")
    revision: str = Field(
        pattern=r"^[0-9]{4}$", description="The revision of the tables that its rows are of."
    )
    made: str = Field(max_length=40, description="When it was made, ISO 8601, UTC.")
    rows: dict[Table, int] = Field(description="Table → how many rows of it are in rows.json.")
    rows_sha256: Sha256
    photos: dict[Sha256, int] = Field(description="SHA-256 of a photo → its size. [bytes]")


Rows = Mapping[str, list[dict[str, Any]]]
"""Table → rows, each a mapping of its columns; times are ISO 8601 in UTC."""


@dataclass(frozen=True, slots=True)
class Archive:
    """An archive that was looked through: its list is right, its names and sizes can be trusted."""

    file: Path
    said: ArchiveList

    def rows(self) -> Rows:
        """Return its rows; DataRefusedError where they are not those that its list names."""
        with _refusals(self.file), zipfile.ZipFile(self.file) as opened:
            data = _whole(opened, ROWS, _LARGEST[ROWS])
        if hashlib.sha256(data).hexdigest() != self.said.rows_sha256:
            raise damaged(self.file, "its rows are not those that were written")
        try:
            rows = json.loads(data, parse_constant=_no_number)
        except (ValueError, RecursionError) as error:
            raise damaged(self.file, "its rows are no JSON") from error
        if not isinstance(rows, dict) or {name: _count(its) for name, its in rows.items()} != self.said.rows:
            raise damaged(self.file, "it does not hold the rows that it names")
        return rows

    def photos(self) -> Iterator[tuple[str, Callable[[BinaryIO], None]]]:
        """Yield each photo's hash and what writes it to an open file; DataRefusedError where its bytes are
        others."""
        with _refusals(self.file), zipfile.ZipFile(self.file) as opened:
            for sha256 in self.said.photos:
                yield sha256, lambda into, name=sha256: self._copy(opened, name, into)  # type: ignore[misc]

    def _copy(self, opened: zipfile.ZipFile, sha256: str, into: BinaryIO) -> None:
        digest, size = hashlib.sha256(), 0
        with _refusals(self.file), opened.open(f"photos/{sha256}.original") as source:
            while block := source.read(_BLOCK):
                size += len(block)
                if size > self.said.photos[sha256]:
                    break
                digest.update(block)
                into.write(block)
        if size != self.said.photos[sha256] or digest.hexdigest() != sha256:
            raise damaged(self.file, f"the photo {sha256[:12]}… is not the one that was kept")


def _count(rows: object) -> int:
    return len(rows) if isinstance(rows, list) and all(isinstance(row, dict) for row in rows) else -1


def _no_number(text: str) -> float:
    raise ValueError(f"{text} is no number")


def damaged(file: Path, why: str) -> DataRefusedError:
    """Return how a damaged archive is refused."""
    return DataRefusedError(
        f"{file.name} is a damaged archive: {why}. Take another copy of it. Nothing was changed."
    )


@contextmanager
def _refusals(file: Path) -> Iterator[None]:
    """Say what is wrong with a zip that cannot be read."""
    try:
        yield
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, KeyError, RuntimeError) as error:
        raise damaged(file, "it is cut short, or its bytes changed") from error


def read_archive(file: Path) -> Archive:
    """Look through an archive without unpacking it.

    Raises
    ------
    DataRefusedError
        If it is none, is damaged or cut short, is of a newer program, or holds anything that does not belong
        there: other names, paths, links, things twice, things that unpack to far more than they say.
    """
    if not file.is_file():
        raise DataRefusedError(
            f"there is no file {file.name}: name an archive that `backup` or `export` made"
        )
    if not zipfile.is_zipfile(file):
        raise damaged(file, "it is no zip, or is cut short")
    with _refusals(file), zipfile.ZipFile(file) as opened:
        members = opened.infolist()
        if len(members) > _MOST:
            raise _untrusted(file, "it holds more than a million files")
        for member in members:
            _check_member(file, member)
        names = [one.filename for one in members]
        if len(set(names)) != len(names):
            raise _untrusted(file, "it holds a file twice")
        if LIST not in names or ROWS not in names:
            raise DataRefusedError(
                f"{file.name} is no archive of Jug Mingle: it has no {LIST}. Nothing was changed."
            )
        contents = _list_of(file, _whole(opened, LIST, _LARGEST[LIST]))
        sizes = {
            match[1]: one.file_size
            for one in members
            if (match := _NAME.fullmatch(one.filename)) and match[1]
        }
    if sizes != contents.photos:
        raise damaged(file, "it does not hold the photos that it names")
    return Archive(file, contents)


def _list_of(file: Path, data: bytes) -> ArchiveList:
    try:
        said = json.loads(data)
    except (ValueError, RecursionError) as error:
        raise damaged(file, f"its {LIST} is no JSON") from error
    if not isinstance(said, dict) or said.get("format") != "jug-mingle archive":
        raise DataRefusedError(f"{file.name} is no archive of Jug Mingle. Nothing was changed.")
    if said.get("version") != 1:
        raise DataRefusedError(
            f"{file.name} is an archive of version {str(said.get('version'))[:20]}, this program reads "
            f"version 1: take "
            "the newer program. Nothing was changed."
        )
    try:
        return ArchiveList.model_validate(said)
    except ValidationError as error:
        first = error.errors()[0]
        where = ".".join(str(part) for part in first["loc"])[:80]
        raise damaged(file, f"{where} in its list: {first['msg']}") from error


def _check_member(file: Path, member: zipfile.ZipInfo) -> None:
    match = _NAME.fullmatch(member.filename)
    if match is None or stat.S_ISLNK(member.external_attr >> 16):
        raise _untrusted(file, f"it names a file {member.filename[:80]!r}")
    if member.flag_bits & 0x1:
        raise _untrusted(file, "it is locked with a password")
    most = _LARGEST_PHOTO if match[1] else _LARGEST[member.filename]
    dense = member.file_size > max(_BLOCK, member.compress_size * _DENSEST)
    if (
        member.file_size > most
        or dense
        or member.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)
    ):
        raise _untrusted(file, f"{member.filename[:80]} would unpack to {member.file_size / 1e6:.0f} MB")


def _untrusted(file: Path, why: str) -> DataRefusedError:
    return DataRefusedError(f"{file.name} is no archive that can be trusted: {why}. Nothing was changed.")


def _whole(opened: zipfile.ZipFile, name: str, most: int) -> bytes:
    """Return a member, and not a byte more than it says it has, whatever is packed in it."""
    size = opened.getinfo(name).file_size
    with opened.open(name) as source:
        data = source.read(min(size, most) + 1)
    if len(data) != size:
        raise zipfile.BadZipFile(f"{name} has another size than it says")
    return data


def write_archive(
    into: BinaryIO, tables: Mapping[str, Iterable[Mapping[str, Any]]], photos: Mapping[str, Path], **said: str
) -> ArchiveList:
    """Write an archive, row by row and block by block, so that it takes no more memory for more of them.

    Parameters
    ----------
    tables : mapping
        Table → its rows, as JSON takes them.
    photos : mapping
        SHA-256 → the file of a photo.
    **said
        What its list says: `of`, `title`, `program`, `revision`, `made`.

    Raises
    ------
    DataRefusedError
        If the bytes of a photo are not those that its name says.
    """
    counts: dict[str, int] = {}
    digest, sizes = hashlib.sha256(), {}
    with zipfile.ZipFile(into, "w", zipfile.ZIP_DEFLATED) as opened:
        with opened.open(ROWS, "w", force_zip64=True) as rows:
            for text in _json_of(tables, counts):
                data = text.encode()
                digest.update(data)
                rows.write(data)
        for sha256, file in photos.items():
            sizes[sha256] = _pack(opened, sha256, file)
        list_ = ArchiveList.model_validate(
            {**said, "rows": counts, "rows_sha256": digest.hexdigest(), "photos": sizes}
        )
        opened.writestr(LIST, list_.model_dump_json(indent=1))
    return list_


def _json_of(tables: Mapping[str, Iterable[Mapping[str, Any]]], counts: dict[str, int]) -> Iterator[str]:
    yield "{"
    for number, (name, rows) in enumerate(tables.items()):
        counts[name] = 0
        yield f'{", " if number else ""}"{name}": ['
        for row in rows:
            yield (",\n" if counts[name] else "\n") + json.dumps(row, ensure_ascii=False, allow_nan=False)
            counts[name] += 1
        yield "]"
    yield "}"


def _pack(opened: zipfile.ZipFile, sha256: str, file: Path) -> int:
    """Put a photo into an archive as it is: it is packed already. Return its size."""
    digest, size = hashlib.sha256(), 0
    entry = zipfile.ZipInfo(f"photos/{sha256}.original")
    with file.open("rb") as source, opened.open(entry, "w", force_zip64=True) as packed:
        while block := source.read(_BLOCK):
            digest.update(block)
            size += len(block)
            packed.write(block)
    if digest.hexdigest() != sha256:
        raise DataRefusedError(f"the photo {sha256[:12]}… is damaged: its bytes are not those that were sent")
    return size
