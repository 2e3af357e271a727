"""Pictures as they are kept: upright, of a size that is needed, and without what a device writes into them."""

import io
import warnings
from dataclasses import dataclass
from typing import TYPE_CHECKING

from lean_year.core.errors import InputError

if TYPE_CHECKING:
    from PIL import Image

MAX_BYTES = 16 * 1024 * 1024
LONGEST_SIDE_PX = 2_000
MOST_PIXELS = 50_000_000
TOO_MANY_PIXELS = f"may have at most {MOST_PIXELS:,} pixels"
KINDS = ("JPEG", "PNG", "WEBP")
QUALITY = 82
_START, _END, _SCAN = b"\xff\xd8", b"\xff\xd9", 0xDA
_PLAIN_SEGMENTS = {0xE0, 0xDB, 0xC0, 0xC2, 0xC4, 0xDD, _SCAN}
"""What a JPEG needs to be drawn, and the short head that says it is one. Place, time and device stand in others."""


@dataclass(frozen=True, slots=True)
class Picture:
    """A JPEG as it is kept."""

    jpeg: bytes
    width_px: int
    height_px: int


def kept_picture(data: bytes, field: str = "photo") -> Picture:
    """A picture as it is kept: turned upright, its longer side at most 2,000 px, and nothing in it but the picture.

    One that is so already is kept byte by byte.

    Raises
    ------
    InputError
        If it is no picture of a kind that is taken, cut off, or too large. The kind is read from what it holds.
    """
    from PIL import Image, UnidentifiedImageError  # a server to which nobody sends a photo need not hold it

    if len(data) > MAX_BYTES:
        raise InputError(field, f"may have at most {MAX_BYTES // 1024**2} MB")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(data), formats=KINDS) as opened:
                if opened.width * opened.height > MOST_PIXELS:
                    raise InputError(field, TOO_MANY_PIXELS)
                opened.load()
                small_enough = max(opened.size) <= LONGEST_SIDE_PX
                if opened.format == "JPEG" and opened.mode == "RGB" and small_enough and _is_bare(data):
                    return Picture(data, *opened.size)
                return _drawn_anew(opened)
    except InputError:
        raise
    except Image.DecompressionBombError as error:
        raise InputError(field, TOO_MANY_PIXELS) from error
    except UnidentifiedImageError as error:
        raise InputError(field, "must be a picture: JPEG, PNG or WebP") from error
    except (OSError, SyntaxError, ValueError, EOFError, IndexError, KeyError, TypeError) as error:
        raise InputError(field, "is cut off or damaged: it cannot be read to its end") from error


def _drawn_anew(opened: "Image.Image") -> Picture:
    from PIL import Image, ImageOps

    upright = ImageOps.exif_transpose(opened)
    if upright.mode in ("RGBA", "LA", "P"):
        seen_through = upright.convert("RGBA")
        upright = Image.new("RGB", seen_through.size, "white")
        upright.paste(seen_through, mask=seen_through.getchannel("A"))
    small = upright.convert("RGB")
    small.thumbnail((LONGEST_SIDE_PX, LONGEST_SIDE_PX), Image.Resampling.LANCZOS)
    written = io.BytesIO()
    # Into a new one: whatever else the opened one carried stays behind.
    bare = Image.new("RGB", small.size)
    bare.paste(small)
    bare.save(written, "JPEG", quality=QUALITY, optimize=True)
    return Picture(written.getvalue(), *bare.size)


def _is_bare(data: bytes) -> bool:
    """Whether a JPEG holds the picture alone: no notes between its parts and nothing after its end."""
    if not data.startswith(_START) or not data.endswith(_END):
        return False
    at = len(_START)
    while at + 4 <= len(data):
        marker, kind = data[at], data[at + 1]
        if marker != 0xFF or kind not in _PLAIN_SEGMENTS:
            return False
        length = int.from_bytes(data[at + 2 : at + 4], "big")
        if kind == 0xE0 and (length != 16 or data[at + 4 : at + 9] != b"JFIF\0"):
            return False
        if kind == _SCAN:
            at = _end_of_scan(data, at + 2 + length)
            if data[at : at + 2] == _END:
                return at + 2 == len(data)
        else:
            at += 2 + length
    return False


def _end_of_scan(data: bytes, at: int) -> int:
    """Where the next marker stands behind the coded picture: in there a stuffed zero or a restart follows each ff."""
    while (at := data.find(b"\xff", at)) >= 0 and at + 1 < len(data):
        if data[at + 1] != 0 and not 0xD0 <= data[at + 1] <= 0xD7:
            return at
        at += 2
    return len(data)
