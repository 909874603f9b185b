"""Photos: bytes → sRGB pixels, upright, with their colour profile applied; and pixels → bytes."""

import io
from collections.abc import Mapping
from datetime import UTC, datetime
from functools import cache
from typing import Final, Literal

import numpy as np
from numpy.typing import NDArray
from PIL import ExifTags, Image, ImageCms, ImageOps, PngImagePlugin, UnidentifiedImageError

Pixels = NDArray[np.uint8]

# The size of a picture is checked below, against the limit of the caller, before any pixel is decoded.
Image.MAX_IMAGE_PIXELS = None

MOST_A_SIDE: Final = 30_000
"""A picture is not longer than this: a strip of one pixel's height takes gigabytes to make smaller.
[pixels]"""

MEDIA_TYPES: Final = {
    "JPEG": "image/jpeg",
    "MPO": "image/jpeg",
    "PNG": "image/png",
    "WEBP": "image/webp",
    "HEIF": "image/heic",
}
READ: Final = "JPEG, PNG, WebP or HEIC"


_SCAN: Final = b"\xff\xda"
"""Where a scan of a JPEG begins (ITU-T T.81, B.2.3): nothing else in one has these two bytes."""

_MOST_SCANS: Final = 80
"""A progressive JPEG has some ten scans, one of many previews some tens; each is decoded over the whole
picture."""


class NotAPictureError(ValueError):
    """The bytes are not a whole picture of a kind that is read."""


class PictureTooLargeError(ValueError):
    """The picture has more pixels than the limit."""


def opened(data: bytes) -> Image.Image:
    """Return a picture that is not decoded yet. What reads HEIC is loaded when the first one comes."""
    if data[4:8] == b"ftyp":
        _register_heic()
    return Image.open(io.BytesIO(data))


@cache
def _register_heic() -> None:
    import pillow_heif

    pillow_heif.register_heif_opener()


def decode(data: bytes, *, max_pixels: int, longest: int) -> tuple[Pixels, str]:
    """Return the pixels (h, w, 3) of a photo and its media type.

    Parameters
    ----------
    max_pixels : int
        More pixels than this are refused before they are decoded.
    longest : int
        The picture is made smaller, never larger, so that its longer side is at most this.

    Raises
    ------
    NotAPictureError
        If it cannot be read to its end, or is of a kind that is not read.
    PictureTooLargeError
        If it has more than max_pixels.
    """
    try:
        with opened(data) as image:
            if image.format not in MEDIA_TYPES:
                raise NotAPictureError(f"{image.format} pictures are not read: save it as {READ}")
            width, height = image.size
            if max(width, height) > MOST_A_SIDE:
                raise PictureTooLargeError(
                    f"the photo is {max(width, height)} pixels long, more than {MOST_A_SIDE}: cut it smaller"
                )
            if width * height > max_pixels:
                raise PictureTooLargeError(
                    f"the photo has {width * height / 1e6:.0f} million pixels, more than "
                    f"{max_pixels / 1e6:.0f}: "
                    "save it smaller"
                )
            media_type = MEDIA_TYPES[image.format]
            if media_type == "image/jpeg" and data.count(_SCAN) > _MOST_SCANS:
                raise NotAPictureError(
                    f"the picture is stored in more than {_MOST_SCANS} scans: save it anew"
                )
            return _pixels(image, data, longest), media_type
    except UnidentifiedImageError as error:
        raise NotAPictureError(
            f"this file is not a picture that can be read: choose a {READ} file"
        ) from error
    except (OSError, SyntaxError, ValueError, EOFError) as error:
        if isinstance(error, NotAPictureError | PictureTooLargeError):
            raise
        raise NotAPictureError("the picture is damaged or cut short: choose another copy of it") from error


_EXIF: Final = 0x8769
_TAKEN: Final = 0x9003
_OFFSET: Final = 0x9011


def taken_at(data: bytes) -> datetime | None:
    """Return when a photo was taken, as its camera wrote it (EXIF 2.32, DateTimeOriginal); None where it did
    not.

    A camera that says no offset from UTC is taken to go by the clock of this machine.
    """
    try:
        with opened(data) as image:
            exif = image.getexif().get_ifd(_EXIF)
        when, offset = str(exif.get(_TAKEN, "")), str(exif.get(_OFFSET, ""))
        stamp = datetime.strptime(f"{when} {offset}".strip(), "%Y:%m:%d %H:%M:%S" + (" %z" if offset else ""))
        return stamp.astimezone(UTC) if _OLDEST <= stamp.year <= datetime.now().year + 1 else None
    except (OSError, ValueError, TypeError, OverflowError, SyntaxError, EOFError):
        return None


_OLDEST: Final = 1975
"""No digital camera is older; a clock that was never set says 1970."""


def _pixels(image: Image.Image, data: bytes, longest: int) -> Pixels:
    """Return the pixels of a picture that is open. It is made smaller before anything else: each step of a
    large one takes as much memory again."""
    if image.format in ("JPEG", "MPO"):
        image.draft("RGB", (longest, longest))  # decodes at a half or a quarter where that is still enough
    profile, exif = image.info.get("icc_profile"), image.getexif()
    turned = {"exif": exif.tobytes()} if exif.get(ExifTags.Base.Orientation, 1) != 1 else {}
    small = _large_webp(data, longest) if image.format == "WEBP" and max(image.size) > longest else image
    if small.mode.startswith("I;16") or small.mode == "I":
        small = _eight_bits(small)
    if max(small.size) > longest:
        small = (
            small.convert("RGBA" if "transparency" in small.info else "RGB") if small.mode == "P" else small
        )
        small.thumbnail((longest, longest), Image.Resampling.BOX)
    if turned:
        small.info.update(turned)
        small = ImageOps.exif_transpose(small)
    return np.asarray(_to_srgb(small, profile))


def _large_webp(data: bytes, longest: int) -> Image.Image:
    """Return a WebP picture made smaller: OpenCV decodes it into one buffer, where Pillow holds three."""
    import cv2

    pixels = cv2.imdecode(np.frombuffer(data, dtype=np.uint8), cv2.IMREAD_UNCHANGED)
    if pixels is None:
        raise NotAPictureError("the picture is damaged or cut short: choose another copy of it")
    by = longest / max(pixels.shape[:2])
    size = (max(1, round(pixels.shape[1] * by)), max(1, round(pixels.shape[0] * by)))
    shrunk = cv2.resize(pixels, size, interpolation=cv2.INTER_AREA)
    way = cv2.COLOR_BGRA2RGBA if shrunk.ndim == 3 and shrunk.shape[2] == 4 else cv2.COLOR_BGR2RGB
    return Image.fromarray(cv2.cvtColor(shrunk, way))


def _eight_bits(image: Image.Image) -> Image.Image:
    """Return a picture of 16 bits in 8, a strip at a time."""
    deep = np.asarray(image)
    out = np.empty(deep.shape, dtype=np.uint8)
    for first in range(0, len(deep), 256):
        out[first : first + 256] = np.clip(deep[first : first + 256] / 257.0, 0.0, 255.0)
    return Image.fromarray(out)


def _to_srgb(image: Image.Image, profile: bytes | None) -> Image.Image:
    """Apply an embedded profile; one that is broken, or none, means sRGB."""
    if image.mode in ("RGBA", "LA", "PA", "P"):
        flat = image.convert("RGBA")
        sheet = Image.new("RGBA", flat.size, "white")
        image = Image.alpha_composite(sheet, flat).convert("RGB")
    if profile:
        try:
            source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
            converted = ImageCms.profileToProfile(
                image, source, ImageCms.createProfile("sRGB"), outputMode="RGB"
            )
            if converted is not None:
                return converted
        except (ImageCms.PyCMSError, OSError):
            pass
    return image.convert("RGB")


def smaller(pixels: Pixels, wide: int) -> Pixels:
    """Return a picture (h, w, 3) at most so wide. [pixels]"""
    image = Image.fromarray(pixels)
    image.thumbnail((wide, 4 * wide), Image.Resampling.BOX)
    return np.asarray(image)


def encode(pixels: Pixels, kind: Literal["exact", "sketch", "working"]) -> tuple[bytes, str]:
    """Return the bytes and media type of a picture: "exact" is lossless, "sketch" quick, "working" nearly
    lossless."""
    out = io.BytesIO()
    image = Image.fromarray(pixels)
    if kind == "exact":
        image.save(out, "WEBP", lossless=True, quality=0, method=0)
        return out.getvalue(), "image/webp"
    quality = 96 if kind == "working" else 88
    image.save(out, "JPEG", quality=quality, subsampling=0)
    return out.getvalue(), "image/jpeg"


def encode_png(pixels: Pixels, notes: Mapping[str, str]) -> bytes:
    """Return a PNG with the sRGB profile embedded, and notes as text chunks (Title, Comment …)."""
    info = PngImagePlugin.PngInfo()
    for key, words in notes.items():
        info.add_itxt(key, words)
    out = io.BytesIO()
    profile = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
    Image.fromarray(pixels).save(out, "PNG", pnginfo=info, icc_profile=profile, compress_level=4)
    return out.getvalue()
