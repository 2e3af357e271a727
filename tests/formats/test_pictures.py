"""Pictures as they are kept, read with other libraries than the one that writes them: simplejpeg (libjpeg-turbo) for
what is drawn, exifread for what a device wrote into them. The blocks of one colour are invented."""

import io
import os
import struct
import zlib

import exifread
import numpy as np
import pytest
import simplejpeg
from PIL import Image

from lean_year.core.errors import InputError
from lean_year.formats.pictures import LONGEST_SIDE_PX, MAX_BYTES, kept_picture

RED, GREEN, BLUE, WHITE = (200, 30, 30), (30, 160, 40), (30, 40, 190), (255, 255, 255)
# EXIF 2.32, table 6: how the picture is to be turned, by the tag 0x0112. From memory.
ORIENTATION, MAKE, PLACE = 0x0112, 0x010F, 0x8825
TURNED = {
    1: (RED, GREEN), 2: (GREEN, RED), 3: (WHITE, BLUE), 4: (BLUE, WHITE),
    5: (RED, BLUE), 6: (BLUE, RED), 7: (WHITE, GREEN), 8: (GREEN, WHITE),
}  # fmt: skip
"""The two upper corners as they are seen, by how the device says that it was held."""


def four_corners(width=240, height=160, mode="RGB"):
    """Red and green above, blue and white below."""
    picture = Image.new(mode, (width, height), WHITE)
    for colour, corner in ((RED, (0, 0)), (GREEN, (width // 2, 0)), (BLUE, (0, height // 2))):
        picture.paste(colour, (*corner, corner[0] + width // 2, corner[1] + height // 2))
    return picture


def written(picture, kind="JPEG", **more):
    data = io.BytesIO()
    picture.save(data, kind, **more)
    return data.getvalue()


def by_a_device(orientation=1, size=(240, 160)):
    exif = Image.Exif()
    exif[ORIENTATION], exif[MAKE] = orientation, "A make of camera"
    exif.get_ifd(PLACE).update({1: "N", 2: (12.0, 30.0, 1.5), 3: "E", 4: (98.0, 7.0, 9.0)})
    return written(four_corners(*size), exif=exif, comment=b"by hand")


def corner_colours(jpeg):
    drawn = simplejpeg.decode_jpeg(jpeg)
    height, width, _ = drawn.shape
    return [drawn[height // 4, width // 4], drawn[height // 4, 3 * width // 4]]


@pytest.mark.parametrize("orientation", TURNED)
def test_it_is_turned_upright(orientation):
    kept = kept_picture(by_a_device(orientation))
    for seen, colour in zip(corner_colours(kept.jpeg), TURNED[orientation], strict=True):
        assert np.abs(seen.astype(int) - colour).max() < 12
    height, width, _, _ = simplejpeg.decode_jpeg_header(kept.jpeg)
    assert (kept.width_px, kept.height_px) == (width, height) == ((240, 160) if orientation < 5 else (160, 240))


def test_place_device_and_comments_are_taken_out():
    taken = by_a_device()
    before = exifread.process_file(io.BytesIO(taken))
    assert str(before["Image Make"]) == "A make of camera"
    assert "GPS GPSLatitude" in before
    kept = kept_picture(taken).jpeg
    assert not exifread.process_file(io.BytesIO(kept))
    for left in (b"Exif", b"camera", b"by hand"):
        assert left in taken
        assert left not in kept


@pytest.mark.parametrize(
    ("size", "kept_as"), [((4000, 3000), (2000, 1500)), ((900, 6000), (300, 2000)), ((2000, 10), (2000, 10))]
)
def test_the_longer_side_is_at_most_2000_pixels(size, kept_as):
    kept = kept_picture(written(four_corners(*size), "PNG"))
    height, width, colours, _ = simplejpeg.decode_jpeg_header(kept.jpeg)
    assert (width, height) == kept_as
    assert colours == "YCbCr"
    assert max(kept_as) <= LONGEST_SIDE_PX


@pytest.mark.parametrize("more", [{}, {"progressive": True}, {"quality": 30, "optimize": True}])
def test_what_is_bare_already_is_kept_byte_by_byte(more):
    bare = written(four_corners(), **more)
    assert kept_picture(bare).jpeg == bare
    assert kept_picture(kept_picture(by_a_device(6)).jpeg).jpeg == kept_picture(by_a_device(6)).jpeg


def test_nothing_hides_behind_the_end_or_between_the_parts():
    bare = written(four_corners())
    comment = b"\xff\xfe" + struct.pack(">H", 2 + 6) + b"hidden"
    hiding = [bare + b"hidden", bare[:2] + comment + bare[2:], bare[:-2] + b"\xff\xd9hidden\xff\xd9"]
    for data in hiding:
        kept = kept_picture(data).jpeg
        assert b"hidden" not in kept
        assert np.array_equal(np.round(corner_colours(kept)[0] / 16), np.round(corner_colours(bare)[0] / 16))


def test_what_is_seen_through_becomes_white_and_grey_stays_grey():
    clear = Image.new("RGBA", (40, 40), (0, 0, 0, 0))
    assert simplejpeg.decode_jpeg(kept_picture(written(clear, "PNG")).jpeg).min() > 250
    grey = kept_picture(written(Image.new("L", (40, 40), 90))).jpeg
    assert np.abs(simplejpeg.decode_jpeg(grey).astype(int) - 90).max() < 4


@pytest.mark.parametrize("kind", ["PNG", "WEBP"])
def test_other_kinds_that_are_taken_are_kept_as_jpeg(kind):
    kept = kept_picture(written(four_corners(), kind, quality=95))
    assert simplejpeg.is_jpeg(kept.jpeg)
    assert np.abs(corner_colours(kept.jpeg)[0].astype(int) - RED).max() < 16


def claims(width, height):
    """A PNG of a few bytes that says it is this large."""

    def part(name, data):
        return struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))

    head = part(b"IHDR", struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0))
    return b"\x89PNG\r\n\x1a\n" + head + part(b"IDAT", zlib.compress(b"\0" * 100)) + part(b"IEND", b"")


KIND = "must be a picture: JPEG, PNG or WebP"
CUT_OFF = "is cut off or damaged"
REFUSED = {
    "nothing": (b"", KIND),
    "words": (b"not a picture at all", KIND),
    "a page": (b"<html><script>alert(1)</script></html>", KIND),
    "a drawing with a script": (b'<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>', KIND),
    "a kind that is not taken": (written(four_corners(), "GIF"), KIND),
    "another": (written(four_corners(), "TIFF"), KIND),
    "an archive": (b"PK\x03\x04" + b"\0" * 60, KIND),
    "cut off": (written(four_corners(900, 900), quality=95)[:6_000], CUT_OFF),
    "a PNG cut off": (written(Image.effect_noise((300, 300), 90), "PNG")[:3_000], CUT_OFF),
    "a head alone": (b"\xff\xd8\xff\xe0", KIND),
    "50,000 by 50,000": (claims(50_000, 50_000), "may have at most 50,000,000 pixels"),
    "a little too large": (claims(10_001, 5_000), "may have at most 50,000,000 pixels"),
    "too many bytes": (b"\xff\xd8" + os.urandom(MAX_BYTES), "may have at most 16 MB"),
}


@pytest.mark.parametrize("case", REFUSED)
def test_what_is_no_picture_that_is_taken_costs_a_sentence(case):
    data, says = REFUSED[case]
    with pytest.raises(InputError) as refused:
        kept_picture(data)
    assert refused.value.field == "photo"
    assert says in refused.value.problem
