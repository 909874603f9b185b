"""Photos: kept as uploaded, worked on as an upright sRGB copy; their patches, their light, their scheme."""

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from typing import Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spaces import LINEAR_OF_BYTE, R_to_XYZ
from jug_mingle.core.evidence.level import chips_known_to
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.core.marked import marked
from jug_mingle.core.photos.chart import Chart, read_chart
from jug_mingle.core.photos.honest_light import (
    Caught,
    Correction,
    as_it_is,
    catch,
    from_known,
    from_two_whites,
    from_white,
)
from jug_mingle.core.photos.patches import Area, Patch, UnusablePatchError, average, box, freehand, spot
from jug_mingle.core.photos.scheme import Dominant, dominant_colours
from jug_mingle.documents.colour_source import (
    AreaIn,
    BoxIn,
    ChartIn,
    ChipsIn,
    LightingIn,
    SpotIn,
    TwoWhitesIn,
    WhiteIn,
)
from jug_mingle.errors import NotFoundError, TooLargeError, UnfitError
from jug_mingle.formats.images import NotAPictureError, PictureTooLargeError, Pixels, decode, encode, smaller
from jug_mingle.services.evidence_level import levels
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import get_material
from jug_mingle.services.newest import Newest
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.files import written_whole
from jug_mingle.store.models import PhotoRow

LONGEST: Final = 2400
"""Longer side of the working copy. [pixels]"""

_ANY: Final = 200_000_000
"""What was let in once is opened again, whatever the limit is today. [pixels]"""

_LINEAR: Final = LINEAR_OF_BYTE


@dataclass(frozen=True, slots=True)
class PhotoFolder:
    """Where photos lie: the upload as it came, and its working copy, both named by the upload's SHA-256."""

    path: Path

    def original(self, sha256: str) -> Path:
        """Return the file of a photo as it came."""
        return self.path / f"{sha256}.original"

    def working(self, sha256: str, turned: int = 0, wide: int | None = None) -> Path:
        """Return the file of its working copy, turned so far [degrees]; of a small one where `wide` is
        given."""
        more = (f".{turned}" if turned else "") + (f".w{wide}" if wide else "")
        return self.path / f"{sha256}{more}.jpg"


_open: Newest[Path, Pixels] = Newest(3)
"""The photos last looked at, decoded."""

_charts: Newest[tuple[str, int], Chart | None] = Newest(50)
"""The chart in each photo, found or not."""


def pixels_of(row: PhotoRow, folder: PhotoFolder) -> Pixels:
    """Return the pixels (h, w, 3) of a photo's working copy, which is made anew where it is gone or damaged.

    Raises
    ------
    NotFoundError
        If the upload itself is gone or damaged, too.
    """
    file = folder.working(row.sha256, row.turned)

    def make() -> Pixels:
        try:
            return decode(file.read_bytes(), max_pixels=LONGEST**2, longest=LONGEST)[0]
        except (OSError, NotAPictureError):
            return _remade(row, folder)

    return _open.get(file, make)


def working_file(row: PhotoRow, folder: PhotoFolder, *, wide: int | None = None) -> Path:
    """Return the file of a photo's working copy, which is made anew where it is gone; NotFoundError as
    `pixels_of`.

    With `wide` that of a small one, at most so wide. [pixels]
    """
    file = folder.working(row.sha256, row.turned, wide)
    if not file.exists():
        if wide is None:
            _remade(row, folder)
        else:
            _write(file, encode(smaller(pixels_of(row, folder), wide), "sketch")[0])
    return file


def _remade(row: PhotoRow, folder: PhotoFolder) -> Pixels:
    file = folder.original(row.sha256)
    try:
        data = file.read_bytes()
        if hashlib.sha256(data).hexdigest() != row.sha256:
            raise NotAPictureError("its bytes are others than those that were sent")
        pixels, _ = decode(data, max_pixels=_ANY, longest=LONGEST)
    except (OSError, NotAPictureError, PictureTooLargeError) as error:
        raise NotFoundError(
            f"the file of the photo {row.name} is gone or damaged: add the photo once more"
        ) from error
    pixels = np.ascontiguousarray(np.rot90(pixels, -row.turned // 90))
    copy = encode(pixels, "working")[0]
    _write(folder.working(row.sha256, row.turned), copy)
    # What is read from the copy later is what is seen now: it is nearly lossless, not quite.
    return decode(copy, max_pixels=LONGEST**2, longest=LONGEST)[0]


def photo_rows(session: Session, job_id: int) -> Sequence[PhotoRow]:
    """Return the photos of a job that were not removed, oldest first."""
    query = select(PhotoRow).where(PhotoRow.job_id == job_id, PhotoRow.removed.is_(None))
    return session.scalars(query.order_by(PhotoRow.id)).all()


def get_photo(session: Session, photo_id: int) -> PhotoRow:
    """Return a photo, also one that was removed; NotFoundError when there is none."""
    row = session.get(PhotoRow, photo_id)
    if row is None:
        raise NotFoundError(f"there is no photo {photo_id}")
    return row


def read_photo(data: bytes, *, max_pixels: int) -> tuple[Pixels, str]:
    """Return the working pixels and the media type of an upload; UnfitError or TooLargeError when it is
    none."""
    try:
        return decode(data, max_pixels=max_pixels, longest=LONGEST)
    except PictureTooLargeError as error:
        raise TooLargeError(str(error)) from error
    except NotAPictureError as error:
        raise UnfitError(str(error)) from error


def keep_files(folder: PhotoFolder, data: bytes, pixels: Pixels) -> str:
    """Write the files of a photo and return the hash that names them; what lies there damaged is mended.

    They are written before the row, so that a row never lacks its file, and before anybody waits for the
    database.
    """
    sha256 = hashlib.sha256(data).hexdigest()
    original = folder.original(sha256)
    if not original.exists() or hashlib.sha256(original.read_bytes()).hexdigest() != sha256:
        _write(original, data)
    _write(folder.working(sha256), encode(pixels, "working")[0])
    return sha256


def add_photo(
    session: Session, *, job_id: int, name: str, sha256: str, size: tuple[int, int], media_type: str,
    taken: datetime | None = None,
) -> PhotoRow:  # fmt: skip
    """Keep a photo whose files are kept; one that the job has already is returned as it is, out of the bin if
    it lay there. `size` is (width, height) of the working copy, `taken` when the camera says that it was."""
    get_job(session, job_id)
    photo = session.scalar(select(PhotoRow).where(PhotoRow.job_id == job_id, PhotoRow.sha256 == sha256))
    if photo is not None:
        photo.removed = None
        return photo
    width, height = size
    row = PhotoRow(
        job_id=job_id,
        name=name,
        sha256=sha256,
        media_type=media_type,
        width=width,
        height=height,
        taken=taken,
        removed=None,
    )
    session.add(row)
    session.flush()
    return row


def _write(file: Path, data: bytes) -> None:
    file.parent.mkdir(parents=True, exist_ok=True)
    with written_whole(file) as opened:
        opened.write(data)


def caught_from(
    session: Session, row: PhotoRow, folder: PhotoFolder, *, area: AreaIn, lighting: LightingIn
) -> Caught:
    """Return the colour of an area of a photo, its light made honest; UnfitError when it cannot be."""
    try:
        here = _area(row, area)
        return catch(_patch(row, folder, here), correction_of(session, row, folder, lighting), here.centre)
    except UnusablePatchError as error:
        raise UnfitError(str(error)) from error


def correction_of(session: Session, row: PhotoRow, folder: PhotoFolder, lighting: LightingIn) -> Correction:
    """Return how a photo's colours become those in daylight, by what is known in it; UnfitError when that
    cannot be."""
    try:
        if isinstance(lighting, WhiteIn):
            return from_white(_patch(row, folder, _area(row, lighting.area)), grey=lighting.grey)
        if isinstance(lighting, TwoWhitesIn):
            first, second = _area(row, lighting.first), _area(row, lighting.second)
            whites = _patch(row, folder, first), _patch(row, folder, second)
            return from_two_whites(*whites, at=(first.centre, second.centre))
        if isinstance(lighting, ChipsIn):
            return _from_chips(session, row, folder, lighting)
        if isinstance(lighting, ChartIn):
            return chart_on(row, folder, lighting.corners).correction
        return as_it_is()
    except UnusablePatchError as error:
        raise UnfitError(str(error)) from error


def _from_chips(session: Session, row: PhotoRow, folder: PhotoFolder, lighting: ChipsIn) -> Correction:
    shelf, letters = fitted_shelf(session), levels(session)
    for chip in lighting.chips:
        if get_material(session, chip.key).removed is not None:
            raise UnfitError(
                f"the tin {chip.key!r} was taken off the shelf: choose chips of tins that stand there"
            )
    patches = [_patch(row, folder, _area(row, chip.area)) for chip in lighting.chips]
    XYZ = np.array([R_to_XYZ(masstone(shelf, chip.key)) for chip in lighting.chips])
    known_to = chips_known_to([letters[chip.key] for chip in lighting.chips])
    return from_known(patches, XYZ, method="chips", known_to=known_to)


def chart_on(row: PhotoRow, folder: PhotoFolder, corners: Sequence[tuple[float, float]] | None) -> Chart:
    """Return the chart in a photo, found or by its corners; UnfitError when there is none."""
    pixels = pixels_of(row, folder)
    try:
        if corners is not None:
            return read_chart(_LINEAR[pixels], np.array(corners))
        found = _charts.get((row.sha256, row.turned), lambda: _found_chart(pixels))
    except UnusablePatchError as error:
        raise UnfitError(str(error)) from error
    if found is None:
        raise UnfitError(
            "no 24-patch card was found in this photo: it must lie wholly in the picture, unshadowed. Mark "
            "the four outer corners of its patches instead"
        )
    return found


def _found_chart(pixels: Pixels) -> Chart | None:
    # OpenCV takes a fifth of a second to import.
    from jug_mingle.formats.chart_finder import WITHIN, LookedLongEnoughError, find_chart

    try:
        return find_chart(pixels, _LINEAR[pixels])
    except LookedLongEnoughError:
        raise UnfitError(
            f"no 24-patch card was found within {marked(WITHIN)} seconds of looking, and the rest of "
            "the photo was "
            f"left: "
            "mark the four outer corners of its patches instead"
        ) from None


def scheme_of(
    session: Session, row: PhotoRow, folder: PhotoFolder, *, lighting: LightingIn, most: int
) -> tuple[list[Dominant], Correction, float]:
    """Return the dominant colours of a photo, the light they were made honest by, and pixels of the photo per
    row of the small picture that they were found in."""
    pixels = pixels_of(row, folder)
    stride = max(1, max(pixels.shape[:2]) // 300)
    correction = correction_of(session, row, folder, lighting)
    height, width = (n // stride * stride for n in pixels.shape[:2])
    blocks = _LINEAR[pixels[:height, :width]].reshape(height // stride, stride, width // stride, stride, 3)
    return dominant_colours(correction.XYZ(blocks.mean(axis=(1, 3))), most=most), correction, float(stride)


def _area(row: PhotoRow, area: AreaIn) -> Area:
    size = {"width": row.width, "height": row.height}
    if isinstance(area, SpotIn):
        return spot(x=area.x, y=area.y, radius=area.radius, **size)
    if isinstance(area, BoxIn):
        return box(left=area.left, top=area.top, right=area.right, bottom=area.bottom, **size)
    return freehand(area.points, **size)


def _patch(row: PhotoRow, folder: PhotoFolder, area: Area) -> Patch:
    pixels = pixels_of(row, folder)
    mask = area.mask if area.outline else None
    return average(_LINEAR[pixels[area.top : area.bottom, area.left : area.right]], mask)
