"""A property with its photos as one archive: `property.json`, which holds the rain too, and `photos/<key>.jpg`."""

import re
import zipfile
import zlib
from collections.abc import Iterable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import IO

from lean_year.core.errors import InputError
from lean_year.formats import pictures, property_file
from lean_year.property.document import PropertyFile
from lean_year.property.photos import MOST_PHOTOS

PROPERTY = "property.json"
MOST_PICTURES_BYTES = 200 * 1024 * 1024
"""Of all photos of one property together."""
MAX_BYTES = MOST_PICTURES_BYTES + 2 * property_file.MAX_BYTES
_PHOTO = re.compile(r"photos/([a-z0-9-]{1,40})\.jpg")
_ALWAYS_THE_SAME = (1980, 1, 1, 0, 0, 0)
"""The same property gives the same bytes, whenever it is saved."""
_END_RECORD_BYTES = 22
_LONG_LOCATOR_BYTES = 20
_LONGEST_LIST_BYTES = 128 * (MOST_PHOTOS + 2)
_NOT_READ = "is damaged, or no bundle of a property"


def write_bundle(file: PropertyFile, photos: Iterable[tuple[str, bytes]], out: IO[bytes]) -> None:
    """Write a property and its photos, each by its key, as one archive."""
    with zipfile.ZipFile(out, "w") as archive:
        described = zipfile.ZipInfo(PROPERTY, _ALWAYS_THE_SAME)
        described.compress_type = zipfile.ZIP_DEFLATED
        archive.writestr(described, file.model_dump_json())
        for key, jpeg in photos:
            archive.writestr(zipfile.ZipInfo(f"photos/{key}.jpg", _ALWAYS_THE_SAME), jpeg)


def is_bundle(start: bytes) -> bool:
    """Whether a file that begins so is an archive, whatever its name."""
    return start.startswith(b"PK")


def read_bundle(data: IO[bytes]) -> tuple[PropertyFile, Iterator[tuple[str, bytes]]]:
    """The property in an archive, and its photos by their keys, which are read one by one as they are asked for.

    Nothing is written to disk under a name that stands in the archive, and no more is unpacked than may be kept.

    Raises
    ------
    InputError
        Naming the part of the archive and what is allowed; also while the photos are read.
    """
    _require_short_list(data)
    with _refused():
        archive = zipfile.ZipFile(data)
        members = _members(archive)
        if PROPERTY not in members:
            raise InputError("file", f"must hold {PROPERTY}")
        text = _unpacked(archive, members[PROPERTY], property_file.MAX_BYTES)
    file = property_file.parse_property_file(property_file.file_text(text))
    for name in members:
        matched = _PHOTO.fullmatch(name)
        if matched and matched[1] not in file.property.photos:
            raise InputError("file", f"holds {name}, which {PROPERTY} does not name under photos")
    return file, _photos(archive, members)


def read_saved_property(path: Path) -> PropertyFile:
    """A property file, or the property in a bundle, from disk: which of them it is, is seen by what it holds.

    Raises
    ------
    InputError
    """
    with suppress(OSError), path.open("rb") as file:
        if is_bundle(file.read(2)):
            return read_bundle(file)[0]
    return property_file.read_property_file(path)


@contextmanager
def _refused() -> Iterator[None]:
    try:
        yield
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, OSError) as error:
        raise InputError("file", _NOT_READ) from error


def _require_short_list(data: IO[bytes]) -> None:
    """Refuse a list of contents that is longer than a property's can be, before anything reads it."""
    size = data.seek(0, 2)
    data.seek(max(size - _END_RECORD_BYTES - _LONG_LOCATOR_BYTES, 0))
    tail = data.read()
    end = tail[-_END_RECORD_BYTES:]
    if len(end) < _END_RECORD_BYTES or end[:4] != b"PK\5\6" or end[-2:] != b"\0\0" or tail[:4] == b"PK\6\7":
        raise InputError("file", _NOT_READ)
    if int.from_bytes(end[12:16], "little") > _LONGEST_LIST_BYTES:
        raise InputError("file", f"may hold at most {MOST_PHOTOS} photos")


def _members(archive: zipfile.ZipFile) -> dict[str, zipfile.ZipInfo]:
    found: dict[str, zipfile.ZipInfo] = {}
    for each in archive.infolist():
        name = each.filename
        if name == "photos/":
            continue
        if name != PROPERTY and not _PHOTO.fullmatch(name):
            raise InputError("file", f"may hold {PROPERTY} and photos/….jpg, and holds {name[:80]!r}")
        if name in found:
            raise InputError("file", f"holds {name} twice")
        if each.flag_bits & 1:
            raise InputError("file", f"holds {name} locked by a password; save it without one")
        if each.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED):
            raise InputError("file", f"holds {name} packed in a way that is not read; use plain zip")
        found[name] = each
    return found


def _photos(archive: zipfile.ZipFile, members: dict[str, zipfile.ZipInfo]) -> Iterator[tuple[str, bytes]]:
    left = MOST_PICTURES_BYTES
    for name, each in members.items():
        matched = _PHOTO.fullmatch(name)
        if matched:
            with _refused():
                jpeg = _unpacked(archive, each, min(pictures.MAX_BYTES, left))
            left -= len(jpeg)
            yield matched[1], jpeg


def _unpacked(archive: zipfile.ZipFile, member: zipfile.ZipInfo, most_bytes: int) -> bytes:
    """What a part holds, however short its own entry says that it is."""
    with archive.open(member) as opened:
        data = opened.read(most_bytes + 1)
    if len(data) > most_bytes:
        raise InputError("file", f"holds {member.filename} that unpacks to more than {most_bytes // 1024**2} MB")
    return data
