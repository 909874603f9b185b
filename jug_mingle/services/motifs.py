"""Motifs: our own, a job's own stencils and pictures, and letters; from photos and SVG, to files and back."""

import base64
import zlib
from collections.abc import Mapping, Sequence
from functools import lru_cache
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray
from PIL import Image
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import LINEAR_OF_BYTE, RGB_TO_XYZ
from jug_mingle.core.marked import marked
from jug_mingle.core.optics.film import R_body
from jug_mingle.core.pattern.art import Art, Motif, coverage, signed_area, union
from jug_mingle.core.pattern.cutting import FINEST, Cut, cut
from jug_mingle.core.pattern.motifs import OURS, motif
from jug_mingle.documents.layout import MotifFile
from jug_mingle.documents.strict import row_number
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.formats.images import Pixels
from jug_mingle.formats.letters import lettered
from jug_mingle.formats.svg_shapes import Shapes, read_svg
from jug_mingle.services.jobs import get_job
from jug_mingle.services.photos import get_photo
from jug_mingle.store.models import MotifRow, PhotoRow, now


def way_up(turn: float, *, mirrored: bool) -> str:
    """Return which way up something is laid, in words."""
    way = {0: "upright", 90: "top to the right", 180: "upside down", 270: "top to the left"}.get(
        round(turn) % 360, f"turned {marked(turn % 360)}° clockwise"
    )
    return f"{way}, face down (mirrored)" if mirrored else way


_MOST_HOLED: Final = 16
"""Shapes with holes may cover a drawing so many times, one beside or over the other."""

COLOURS: Final = 24
"""Colours that a picture of one's own is printed in."""

_PRINT: Final = 320
"""Longer side of a picture as it is printed. [pixels]"""


def motif_rows(session: Session, job_id: int) -> Sequence[MotifRow]:
    """Return the motifs of a job, oldest first."""
    get_job(session, job_id)
    return session.scalars(
        select(MotifRow).where(MotifRow.job_id == job_id, MotifRow.removed.is_(None)).order_by(MotifRow.id)
    ).all()


def get_motif(session: Session, motif_id: int) -> MotifRow:
    """Return a motif, also one that was removed; NotFoundError when there is none."""
    row = session.get(MotifRow, motif_id)
    if row is None:
        raise NotFoundError(f"there is no motif {motif_id}")
    return row


def own_motif(session: Session | None, job_id: int, name: str) -> MotifRow | None:
    """Return the motif that "own:3" names; None for a name of ours. UnfitError says what is known."""
    if name in OURS or name == "text":
        return None
    kind, _, key = name.partition(":")
    number = row_number(key)
    if kind != "own" or number is None or session is None:
        raise UnfitError(
            f"there is no motif {name!r}; known are {', '.join(OURS)}, text, and own: with a number"
        )
    row = get_motif(session, number)
    if row.job_id != job_id:
        raise UnfitError(f"motif {key} belongs to another job: duplicate the look with its motif")
    return row


def photo_of(session: Session, job_id: int, photo_id: int) -> PhotoRow:
    """Return a photo of a job; UnfitError where it is another's."""
    photo = get_photo(session, photo_id)
    if photo.job_id != job_id:
        raise UnfitError(f"photo {photo_id} belongs to another job: add it to this one")
    return photo


def outlines_of(row: MotifRow) -> Motif | None:
    """Return the outlines of a motif of a job; None of a picture."""
    return _outlines(row) if row.kind == "outlines" else None


def _outlines(row: MotifRow) -> Motif:
    rings = tuple(np.array(ring, dtype=float) for ring in row.content["rings"])
    inks = tuple(row.content.get("inks", ()))
    return Motif(
        key=f"own:{row.id}",
        title=row.name,
        width=row.width,
        height=row.height,
        rings=rings,
        inks=inks or (0,) * len(rings),
    )


def motif_of(session: Session, job_id: int, name: str, width: float) -> Motif:
    """Return the outlines of a motif, so wide [m]; UnfitError where it is a picture, which has none."""
    row = own_motif(session, job_id, name)
    if row is None:
        return motif(name, width)
    if row.kind != "outlines":
        raise UnfitError(f"{row.name} is a picture: cut a stencil from its photo, or lay it as paper")
    return _outlines(row).scaled(width)


def art_of(session: Session | None, job_id: int, name: str, width: float) -> tuple[Art, tuple[object, ...]]:
    """Return the picture of a motif, so wide [m], and by what it is known again."""
    row = own_motif(session, job_id, name)
    if row is None:
        return _ours(name, width), (name, width)
    return _own(row.id, row.version, width, _Content(row)), ("own", row.id, row.version, width)


class _Content:
    """A row as something that a cache does not compare."""

    def __init__(self, row: MotifRow) -> None:
        self.row = row

    def __hash__(self) -> int:
        return 0

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Content)


@lru_cache(maxsize=32)
def _ours(name: str, width: float) -> Art:
    return motif(name, width).art()


@lru_cache(maxsize=16)
def _own(_number: int, _version: int, width: float, content: _Content) -> Art:
    row = content.row
    if row.kind == "outlines":
        return _outlines(row).scaled(width).art()
    ink = _ink_of(row.content)
    return Art(
        width=width, height=width * row.height / row.width, alpha=np.ones(ink.shape, dtype=np.float32),
        ink=ink, palette=np.array(row.content["palette"]),
    )  # fmt: skip


def letters(words: str, *, font: str, height: float, bridged: bool) -> Motif:
    """Return words as outlines, their capitals so high [m]; `bridged` as a stencil of them is cut.

    UnfitError names a letter that the font lacks.
    """
    try:
        rings, wide, high = lettered(words, font=font)
        made = Motif(
            key=f"text:{words}", title=words, width=wide * height, height=high * height,
            rings=tuple(ring * height for ring in rings), inks=(0,) * len(rings),
        )  # fmt: skip
        if not bridged:
            return made
        return cut(_filled(made), width=made.width, key=made.key, title=words, threshold=0.5).motif
    except ValueError as error:
        raise UnfitError(str(error)) from error


def _filled(made: Motif) -> FloatArray:
    return coverage(made.rings, made.width, made.height, longest=FINEST)


def stencil_of_pixels(pixels: Pixels, *, width: float, name: str, **how: Any) -> Cut:
    """Return a picture cut as a stencil; UnfitError says why it cannot be."""
    small = Image.fromarray(pixels)
    small.thumbnail((FINEST, FINEST), Image.Resampling.BOX)
    light = LINEAR_OF_BYTE[np.asarray(small.convert("L"))]
    try:
        # Lightness as the eye sees it, so that half-way is half-way.
        return cut(1.0 - np.cbrt(light), width=width, title=name, **how)
    except ValueError as error:
        raise UnfitError(str(error)) from error


def stencil_of_svg(data: bytes, *, width: float | None, name: str, **how: Any) -> Cut:
    """Return the shapes of an SVG cut as a stencil, as wide as the file says where no width is given. [m]"""
    try:
        shapes = read_svg(data)
        wide = width or (shapes.mm or 100.0) / 1000.0
        whole = _drawn(shapes)
        return cut(whole, width=wide, title=name, **{"threshold": 0.5, **how})
    except ValueError as error:
        raise UnfitError(str(error)) from error


def _drawn(shapes: Shapes) -> FloatArray:
    """Return how far each place of a drawing is covered (h, w): outlines that are filled all at once, those
    with holes one shape after the other. ValueError where these are more than anyone draws."""
    plain: list[FloatArray] = []
    holed: list[list[FloatArray]] = []
    for shape in shapes.shapes:
        rings = [ring - (shapes.x, shapes.y) for ring in shape.rings]
        if len(rings) > 1 and (shape.even_odd or _holes(rings)):
            holed.append(rings)
        else:
            plain += rings
    whole = union(plain, shapes.width, shapes.height, longest=FINEST)
    scale, boxes = FINEST / max(shapes.width, shapes.height), []
    for rings in holed:
        every = np.concatenate(rings) * scale
        low = np.clip(np.floor(every.min(axis=0)), 0, whole.shape[::-1]).astype(int)
        high = np.clip(np.ceil(every.max(axis=0)), 0, whole.shape[::-1]).astype(int)
        if np.all(high > low):
            boxes.append((rings, low, high))
    if sum(int(np.prod(high - low)) for _, low, high in boxes) > _MOST_HOLED * whole.size:
        raise UnfitError(
            "shapes with holes lie over one another too often in this drawing: join them to one path, or "
            "take a picture of it instead"
        )
    for rings, low, high in boxes:
        wide, tall = (high - low).tolist()
        own = coverage(
            [ring - low / scale for ring in rings], wide / scale, tall / scale, longest=max(wide, tall)
        )
        place = whole[low[1] : high[1], low[0] : high[0]]
        np.maximum(place, own, out=place)
    return whole


def _holes(rings: Sequence[FloatArray]) -> bool:
    """Return whether outlines of one shape run both ways round, so that some are holes (non-zero rule)."""
    return len({signed_area(ring) > 0.0 for ring in rings}) > 1


def keep_cut(session: Session, job_id: int, made: Cut, *, name: str, how: Mapping[str, Any]) -> MotifRow:
    """Keep a stencil of one's own."""
    outlines = made.motif
    return _keep(
        session, job_id, name=name, kind="outlines", width=outlines.width, height=outlines.height,
        content={"rings": [np.round(ring, 6).tolist() for ring in outlines.rings], "inks": []},
        made={**how, "islands": made.islands,
              "bridges": [[round(v, 5) for v in (b.x, b.y, b.to_x, b.to_y, b.width)] for b in made.bridges]},
    )  # fmt: skip


def keep_file(session: Session, job_id: int, file: MotifFile) -> MotifRow:
    """Keep a motif from a file; UnfitError when its picture is damaged."""
    if file.picture is not None:
        content = file.picture.model_dump(mode="json")
        _ink_of(content)
        return _keep(
            session, job_id, name=file.name, kind="print", width=file.width, height=file.height,
            content=content, made={"from": "a file"},
        )  # fmt: skip
    return _keep(
        session, job_id, name=file.name, kind="outlines", width=file.width, height=file.height,
        content={"rings": [[list(p) for p in ring] for ring in file.rings], "inks": list(file.inks)},
        made={"from": "a file"},
    )  # fmt: skip


def _ink_of(content: Mapping[str, Any]) -> NDArray[np.uint8]:
    """Return which of its colours each place of a picture has (h, w); UnfitError when that cannot be read."""
    rows, columns = content["size"]
    try:
        unpacked = zlib.decompressobj().decompress(
            base64.b64decode(content["ink"], validate=True), rows * columns + 1
        )
        ink = np.frombuffer(unpacked, dtype=np.uint8).reshape(rows, columns)
    except (ValueError, zlib.error) as error:
        raise UnfitError("the picture of this motif is damaged: take it from its photo again") from error
    if int(ink.max()) >= len(content["palette"]):
        raise UnfitError(
            "the picture of this motif names colours that it does not have: take it from its photo again"
        )
    return ink


def keep_print(
    session: Session, job_id: int, pixels: Pixels, *, name: str, width: float, photo_id: int
) -> MotifRow:
    """Keep a picture as it is printed: in `COLOURS` colours, so wide. [m]"""
    if not 0.01 <= width <= 3.0:
        raise UnfitError(
            f"a picture is from {marked(1, unit='cm')} to {marked(3, unit='m')} wide, got "
            f"{marked(100 * width, unit='cm')}"
        )
    small = Image.fromarray(pixels)
    small.thumbnail((_PRINT, _PRINT), Image.Resampling.BOX)
    few = small.quantize(COLOURS, method=Image.Quantize.MEDIANCUT, dither=Image.Dither.NONE)
    ink = np.asarray(few, dtype=np.uint8)
    colours = np.array(few.getpalette(), dtype=np.uint8).reshape(-1, 3)[: int(ink.max()) + 1]
    palette = [
        R_body(recover_reflectance(np.clip(LINEAR_OF_BYTE[one] @ RGB_TO_XYZ.T, 1e-4, None)), 0.0)
        .round(5)
        .tolist()
        for one in colours
    ]
    return _keep(
        session, job_id, name=name, kind="print", width=width, height=width * ink.shape[0] / ink.shape[1],
        content={"size": list(ink.shape), "ink": base64.b64encode(zlib.compress(ink.tobytes())).decode(),
                 "palette": palette},
        made={"from": "a photo", "photo_id": photo_id},
    )  # fmt: skip


def _keep(session: Session, job_id: int, **columns: Any) -> MotifRow:
    get_job(session, job_id)
    row = MotifRow(job_id=job_id, removed=None, **columns)
    session.add(row)
    session.flush()
    return row


def copy_motif(session: Session, name: str, job_id: int) -> str:
    """Return the name of a motif in another job, brought along; one of ours stays what it is."""
    number = row_number(name.partition(":")[2]) if name.startswith("own:") else None
    if number is None:
        return name
    row = get_motif(session, number)
    if row.job_id == job_id:
        return name
    same = next(
        (one for one in motif_rows(session, job_id) if one.name == row.name and one.content == row.content),
        None,
    )
    made = same or _keep(
        session, job_id, name=row.name, kind=row.kind, width=row.width, height=row.height,
        content=row.content, made={key: value for key, value in row.made.items() if key != "photo_id"},
    )  # fmt: skip
    return f"own:{made.id}"


def rename_motif(session: Session, motif_id: int, name: str) -> MotifRow:
    """Call a motif otherwise."""
    row = get_motif(session, motif_id)
    row.name = name
    session.flush()
    return row


def remove_motif(session: Session, motif_id: int) -> None:
    """Put a motif away; layers that are laid with it keep it."""
    get_motif(session, motif_id).removed = now()


def restore_motif(session: Session, motif_id: int) -> MotifRow:
    """Bring a motif back."""
    row = get_motif(session, motif_id)
    row.removed = None
    session.flush()
    return row


def to_file(row: MotifRow) -> MotifFile:
    """Return a motif as a file."""
    said = {"picture": row.content} if row.kind == "print" else dict(row.content)
    return MotifFile.model_validate({"name": row.name, "width": row.width, "height": row.height, **said})
