"""Photos: kept as uploaded, worked on as an upright sRGB copy, and colours caught from them."""

import hashlib
from collections import OrderedDict
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path
from threading import Lock
from typing import Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour import sRGB_to_RGB
from jug_mingle.core.photos import Area, Caught, Patch, UnusablePatchError, average, catch, spot
from jug_mingle.errors import NotFoundError, TooLargeError, UnfitError
from jug_mingle.formats.images import NotAPictureError, PictureTooLargeError, Pixels, decode, encode
from jug_mingle.services.jobs import get_job
from jug_mingle.store.models import PhotoRow

LONGEST: Final = 2400
"""Longer side of the working copy. [pixels]"""

_LINEAR: Final = np.asarray(sRGB_to_RGB(np.repeat(np.arange(256)[:, np.newaxis] / 255.0, 3, axis=1))[:, 0])


@dataclass(frozen=True, slots=True)
class PhotoFolder:
    """Where photos lie: the upload as it came, and its working copy, both named by the upload's SHA-256."""

    path: Path

    def original(self, sha256: str) -> Path:
        """Return the file of a photo as it came."""
        return self.path / f"{sha256}.original"

    def working(self, sha256: str) -> Path:
        """Return the file of its working copy."""
        return self.path / f"{sha256}.jpg"


class _Open:
    """The photos last looked at, decoded."""

    def __init__(self, most: int = 3) -> None:
        self._kept: OrderedDict[Path, Pixels] = OrderedDict()
        self._lock = Lock()
        self._most = most

    def pixels(self, file: Path) -> Pixels:
        with self._lock:
            if file not in self._kept:
                self._kept[file] = decode(file.read_bytes(), max_pixels=LONGEST**2, longest=LONGEST)[0]
                while len(self._kept) > self._most:
                    self._kept.popitem(last=False)
            self._kept.move_to_end(file)
            return self._kept[file]


_open = _Open()


def photo_rows(session: Session, job_id: int) -> Sequence[PhotoRow]:
    """Return the photos of a job, oldest first."""
    return session.scalars(select(PhotoRow).where(PhotoRow.job_id == job_id).order_by(PhotoRow.id)).all()


def get_photo(session: Session, photo_id: int) -> PhotoRow:
    """Return a photo; NotFoundError when there is none."""
    row = session.get(PhotoRow, photo_id)
    if row is None:
        raise NotFoundError(f"there is no photo {photo_id}")
    return row


def read_photo(data: bytes, *, max_pixels: int) -> tuple[Pixels, str]:
    """Return the working pixels and the media type of an upload; UnfitError or TooLargeError when it is none."""
    try:
        return decode(data, max_pixels=max_pixels, longest=LONGEST)
    except PictureTooLargeError as error:
        raise TooLargeError(str(error)) from error
    except NotAPictureError as error:
        raise UnfitError(str(error)) from error


def add_photo(
    session: Session, folder: PhotoFolder, *, job_id: int, name: str, data: bytes, pixels: Pixels, media_type: str
) -> PhotoRow:
    """Keep a photo; one that the job has already is returned as it is.

    Files are written whole, under another name first, before the row: a row never lacks its file.
    """
    get_job(session, job_id)
    sha256 = hashlib.sha256(data).hexdigest()
    there = session.scalar(select(PhotoRow).where(PhotoRow.job_id == job_id, PhotoRow.sha256 == sha256))
    if there is not None:
        return there
    _write(folder.original(sha256), data)
    _write(folder.working(sha256), encode(pixels, "working")[0])
    height, width = pixels.shape[:2]
    row = PhotoRow(job_id=job_id, name=name, sha256=sha256, media_type=media_type, width=width, height=height)
    session.add(row)
    session.flush()
    return row


def _write(file: Path, data: bytes) -> None:
    if file.exists():
        return
    file.parent.mkdir(parents=True, exist_ok=True)
    part = file.with_suffix(file.suffix + ".part")
    part.write_bytes(data)
    part.replace(file)


def caught_from(row: PhotoRow, folder: PhotoFolder, *, target: Area, white: Area | None) -> Caught:
    """Return the colour of an area of a photo, its light made honest by a white one; UnfitError when it cannot be."""
    pixels = _open.pixels(folder.working(row.sha256))
    try:
        return catch(_patch(pixels, target), None if white is None else _patch(pixels, white))
    except UnusablePatchError as error:
        raise UnfitError(str(error)) from error


def spot_on(row: PhotoRow, *, x: float, y: float, radius: float) -> Area:
    """Return the area around a tap on a photo; UnfitError when the tap lies outside of it."""
    try:
        return spot(x=x, y=y, radius=radius, width=row.width, height=row.height)
    except UnusablePatchError as error:
        raise UnfitError(str(error)) from error


def box_on(row: PhotoRow, *, left: float, top: float, right: float, bottom: float) -> Area:
    """Return a dragged box cut to the photo; UnfitError when it lies outside of it."""
    first_x, last_x = sorted((left, right))
    first_y, last_y = sorted((top, bottom))
    area = Area(
        left=max(0, int(first_x)),
        top=max(0, int(first_y)),
        right=min(row.width, int(last_x) + 1),
        bottom=min(row.height, int(last_y) + 1),
    )
    if area.left >= area.right or area.top >= area.bottom:
        raise UnfitError(f"the box lies outside the photo of {row.width} by {row.height}: drag inside it")
    return area


def _patch(pixels: Pixels, area: Area) -> Patch:
    return average(_LINEAR[pixels[area.top : area.bottom, area.left : area.right]])
