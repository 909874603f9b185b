"""Photos of every kind that is read, and files that are none."""

import io
import unittest

import numpy as np
import pillow_heif
from PIL import Image, ImageCms

from jug_mingle.formats.images import NotAPictureError, PictureTooLargeError, decode, encode

pillow_heif.register_heif_opener()  # so that the tests can write HEIC
LIMIT = {"max_pixels": 1_000_000, "longest": 2000}


def picture(mode: str = "RGB") -> Image.Image:
    pixels = np.zeros((30, 40, 3), dtype=np.uint8)
    pixels[:, :20] = (200, 80, 40)
    pixels[:, 20:] = (30, 90, 160)
    return Image.fromarray(pixels).convert(mode)


def saved(image: Image.Image, kind: str, **options: object) -> bytes:
    out = io.BytesIO()
    image.save(out, kind, **options)
    return out.getvalue()


class DecodeTest(unittest.TestCase):
    def test_kinds(self) -> None:
        """JPEG, PNG, WebP and HEIC give the same colours, upright."""
        for kind, options in (
            ("JPEG", {"quality": 95, "subsampling": 0}),
            ("PNG", {}),
            ("WEBP", {"lossless": True}),
            ("HEIF", {"quality": 95}),
        ):
            with self.subTest(kind):
                pixels, media_type = decode(saved(picture(), kind, **options), **LIMIT)
                self.assertEqual(pixels.shape, (30, 40, 3))
                self.assertTrue(media_type.startswith("image/"))
                np.testing.assert_allclose(pixels[15, 5], (200, 80, 40), atol=6)
                np.testing.assert_allclose(pixels[15, 35], (30, 90, 160), atol=6)

    def test_modes(self) -> None:
        """Grey, palette, 16-bit and CMYK pictures are read; what is transparent lies on white."""
        for mode in ("L", "P", "CMYK"):
            with self.subTest(mode):
                pixels, _ = decode(saved(picture(mode), "JPEG" if mode == "CMYK" else "PNG"), **LIMIT)
                self.assertEqual(pixels.shape, (30, 40, 3))
        deep = Image.fromarray(np.full((4, 4), 65535, dtype=np.uint16))
        np.testing.assert_array_equal(decode(saved(deep, "PNG"), **LIMIT)[0][0, 0], 255)
        glass = Image.new("RGBA", (4, 4), (0, 0, 0, 0))
        np.testing.assert_array_equal(decode(saved(glass, "PNG"), **LIMIT)[0][0, 0], 255)

    def test_orientation(self) -> None:
        """A phone held upright says so in EXIF (CIPA DC-008): 6 means turn clockwise."""
        exif = Image.Exif()
        exif[0x0112] = 6
        pixels, _ = decode(saved(picture(), "JPEG", exif=exif, quality=95), **LIMIT)
        self.assertEqual(pixels.shape, (40, 30, 3))
        np.testing.assert_allclose(pixels[5, 15], (200, 80, 40), atol=8)

    def test_profile(self) -> None:
        """A picture in another RGB space is converted: linear-light bytes come out brighter in sRGB."""
        profile = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
        np.testing.assert_allclose(
            decode(saved(picture(), "PNG", icc_profile=profile), **LIMIT)[0], np.asarray(picture()), atol=1
        )
        lab = ImageCms.ImageCmsProfile(ImageCms.createProfile("LAB")).tobytes()
        broken, _ = decode(saved(picture(), "PNG", icc_profile=lab), **LIMIT)
        np.testing.assert_array_equal(broken, np.asarray(picture()))

    def test_made_smaller_never_larger(self) -> None:
        big = Image.new("RGB", (900, 300), (10, 200, 30))
        self.assertEqual(decode(saved(big, "JPEG"), max_pixels=10**6, longest=300)[0].shape, (100, 300, 3))
        self.assertEqual(decode(saved(picture(), "PNG"), **LIMIT)[0].shape, (30, 40, 3))

    def test_animated(self) -> None:
        """Of an animated WebP the first picture is taken."""
        data = saved(
            picture(), "WEBP", save_all=True, append_images=[Image.new("RGB", (40, 30))], lossless=True
        )
        np.testing.assert_allclose(decode(data, **LIMIT)[0][15, 5], (200, 80, 40), atol=3)


class BadPictureTest(unittest.TestCase):
    def test_refused(self) -> None:
        whole = saved(picture(), "JPEG")
        for data, message in (
            (b"", "not a picture"),
            (b"hello" * 100, "not a picture"),
            (whole[: len(whole) // 2], "damaged or cut short"),
            (saved(picture(), "PNG")[:60], "damaged or cut short"),
            (saved(picture(), "GIF"), "GIF pictures are not read"),
        ):
            with self.subTest(message), self.assertRaisesRegex(NotAPictureError, message):
                decode(data, **LIMIT)

    def test_bomb(self) -> None:
        """A picture of 60 million pixels is refused by its header, before a pixel is decoded."""
        bomb = saved(Image.new("1", (10_000, 6_000)), "PNG")
        self.assertLess(len(bomb), 20_000)
        with self.assertRaisesRegex(PictureTooLargeError, "60 million pixels, more than 50"):
            decode(bomb, max_pixels=50_000_000, longest=2400)


class EncodeTest(unittest.TestCase):
    def test_exact_is_exact(self) -> None:
        pixels = np.random.default_rng(1).integers(0, 256, (20, 30, 3)).astype(np.uint8)
        data, media_type = encode(pixels, "exact")
        self.assertEqual(media_type, "image/webp")
        np.testing.assert_array_equal(np.asarray(Image.open(io.BytesIO(data)).convert("RGB")), pixels)
        self.assertEqual(encode(pixels, "sketch")[1], "image/jpeg")


class LargeTest(unittest.TestCase):
    def test_made_smaller_first(self) -> None:
        """A large picture of any kind is the same one smaller: sides, colours, its turn, its clear parts on
        white."""
        limit = {"max_pixels": 50_000_000, "longest": 300}
        wide = picture().resize((1200, 900), Image.Resampling.NEAREST)
        clear = wide.convert("RGBA")
        clear.paste((0, 0, 0, 0), (0, 0, 600, 900))
        deep = Image.fromarray(np.asarray(wide.convert("L"), dtype=np.uint16) * 257)
        turned = Image.Exif()
        turned[0x0112] = 6
        for name, data, left, size in (
            ("PNG", saved(wide, "PNG"), (200, 80, 40), (225, 300)),
            ("WEBP", saved(wide, "WEBP", quality=95), (200, 80, 40), (225, 300)),
            (
                "palette",
                saved(wide.convert("P", palette=Image.Palette.ADAPTIVE), "PNG"),
                (200, 80, 40),
                (225, 300),
            ),
            ("clear PNG", saved(clear, "PNG"), (255, 255, 255), (225, 300)),
            ("clear WEBP", saved(clear, "WEBP", lossless=True), (255, 255, 255), (225, 300)),
            ("16 bits", saved(deep, "PNG"), None, (225, 300)),
            ("turned", saved(wide, "WEBP", quality=95, exif=turned), None, (300, 225)),
            ("turned PNG", saved(wide, "PNG", exif=turned), None, (300, 225)),
        ):
            with self.subTest(name):
                pixels, _ = decode(data, **limit)
                self.assertEqual(pixels.shape, (*size, 3))
                if left is not None:
                    np.testing.assert_allclose(pixels[100, 20], left, atol=6)
                    np.testing.assert_allclose(pixels[100, 280], (30, 90, 160), atol=6)
                if name == "16 bits":
                    np.testing.assert_allclose(pixels[100, 20], np.asarray(picture("L"))[5, 5], atol=2)
                if name.startswith("turned"):
                    np.testing.assert_allclose(pixels[20, 100], (200, 80, 40), atol=6)
