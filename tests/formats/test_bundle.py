"""A property with its photos as one archive: read again by Python's own zip and JSON; hostile ones refused."""

import io
import json
import struct
import zipfile

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import demo_file
from lean_year.formats.bundle import is_bundle, read_bundle, read_saved_property, write_bundle
from lean_year.property.photos import Arrow, Photo
from tests.formats.test_pictures import by_a_device, four_corners, written

PICTURES = {"yard": written(four_corners()), "eaves": by_a_device(6)}


def with_photos():
    file = demo_file("saltmarrow")
    arrow = Arrow(from_x=0.1, from_y=0.2, to_x=0.5, to_y=1, words="2.4 m to the eaves")
    taken = {key: Photo(of="roofs/house/outlet_m", by="Ana", on="2026-11-29", arrows=[arrow]) for key in PICTURES}
    return file.model_copy(update={"property": file.property.model_copy(update={"photos": taken})})


def archive(parts, **how):
    data = io.BytesIO()
    with zipfile.ZipFile(data, "w", **how) as made:
        for name, content in parts:
            made.writestr(name, content)
    return data.getvalue()


def opened(data):
    file, photos = read_bundle(io.BytesIO(data))
    return file, dict(photos)


def saved():
    data = io.BytesIO()
    write_bundle(with_photos(), PICTURES.items(), data)
    return data.getvalue()


def test_it_opens_again_as_it_was():
    file, photos = opened(saved())
    assert file == with_photos()
    assert photos == PICTURES
    assert is_bundle(saved())
    assert not is_bundle(b"{")


def test_any_zip_program_reads_it_and_it_is_always_the_same():
    with zipfile.ZipFile(io.BytesIO(saved())) as read:
        assert read.testzip() is None
        raw = json.loads(read.read("property.json"))
        assert {name: read.read(f"photos/{name}.jpg") for name in PICTURES} == PICTURES
    assert raw["property"]["photos"]["yard"]["arrows"][0]["words"] == "2.4 m to the eaves"
    assert len(raw["rain_record"]["depth_mm"]) > 14_000
    assert saved() == saved()


def test_one_that_was_packed_again_by_hand_opens_too():
    parts = [("photos/", b""), ("property.json", with_photos().model_dump_json())]
    parts += [(f"photos/{key}.jpg", data) for key, data in PICTURES.items()]
    assert opened(archive(parts, compression=zipfile.ZIP_DEFLATED))[1] == PICTURES


def test_a_photo_that_was_not_sent_yet_is_missing_and_nothing_else():
    file, photos = opened(archive([("property.json", with_photos().model_dump_json())]))
    assert set(file.property.photos) == set(PICTURES)
    assert photos == {}


PROPERTY = ("property.json", with_photos().model_dump_json())


def locked():
    data = bytearray(archive([PROPERTY]))
    for mark, at in ((b"PK\1\2", 8), (b"PK\3\4", 6)):
        data[data.index(mark) + at] |= 1
    return bytes(data)


def lying_about_its_size():
    """Says that what it holds is short, and unpacks to gigabytes."""
    data = bytearray(archive([PROPERTY, ("photos/yard.jpg", b"\0" * 20_000_000)], compression=zipfile.ZIP_DEFLATED))
    at = data.rindex(b"PK\1\2")
    data[at + 24 : at + 28] = struct.pack("<I", 100)
    return bytes(data)


def damaged():
    data = bytearray(saved())
    data[data.index(b"photos/yard.jpg") + 600] ^= 0xFF
    return bytes(data)


def with_a_list_of_contents_of(length_bytes):
    data = bytearray(archive([PROPERTY]))
    data[-10:-6] = struct.pack("<I", length_bytes)
    return bytes(data)


NO_BUNDLE = "is damaged, or no bundle of a property"
HOSTILE = {
    "an absolute path": (archive([PROPERTY, ("/etc/passwd", b"x")]), "may hold property.json and photos/….jpg"),
    "a way out": (archive([PROPERTY, ("photos/../../x.jpg", b"x")]), "holds 'photos/../../x.jpg'"),
    "a way out by the other slash": (archive([PROPERTY, ("photos\\..\\x.jpg", b"x")]), "may hold property.json"),
    "a name that no key can be": (archive([PROPERTY, ("photos/Yard 1.jpg", b"x")]), "holds 'photos/Yard 1.jpg'"),
    "a picture that nobody names": (archive([PROPERTY, ("photos/other.jpg", b"x")]), "does not name under photos"),
    "no property": (archive([("photos/yard.jpg", b"x")]), "must hold property.json"),
    "a bomb": (archive([PROPERTY, ("photos/yard.jpg", b"\0" * 60_000_000)], compression=zipfile.ZIP_DEFLATED),
               "unpacks to more than 16 MB"),
    "a bomb of words": (archive([("property.json", b" " * 60_000_000)], compression=zipfile.ZIP_DEFLATED),
                        "unpacks to more than 16 MB"),
    "one that lies about its size": (lying_about_its_size(), f"{NO_BUNDLE}|unpacks to more"),
    "too many parts": (archive([PROPERTY, *((f"photos/p{i}.jpg", b"x") for i in range(2_000))]), "most 300 photos"),
    "a list of contents that is none": (with_a_list_of_contents_of(100), NO_BUNDLE),
    "a list of contents without end": (with_a_list_of_contents_of(2**31), "at most 300 photos"),
    "a part that is locked": (locked(), "locked by a password"),
    "a packing that is not read": (archive([PROPERTY], compression=zipfile.ZIP_LZMA), "packed in a way"),
    "cut off": (saved()[:-300], NO_BUNDLE),
    "damaged inside": (damaged(), NO_BUNDLE),
    "two letters": (b"PK", NO_BUNDLE),
    "words after its end": (saved() + b"more", NO_BUNDLE),
    "a property that is none": (archive([("property.json", b"[1, 2")]), "is not JSON"),
}  # fmt: skip


@pytest.mark.parametrize("case", HOSTILE)
def test_a_hostile_archive_costs_a_sentence(case):
    data, says = HOSTILE[case]
    with pytest.raises(InputError) as refused:
        opened(data)
    assert any(word in str(refused.value) for word in says.split("|")), str(refused.value)


@pytest.mark.filterwarnings("ignore:Duplicate name")
def test_the_same_part_twice_is_refused():
    with pytest.raises(InputError, match=r"holds property\.json twice"):
        opened(archive([PROPERTY, PROPERTY]))


def test_from_disk_either_is_read_by_what_it_holds_whatever_its_name(tmp_path):
    for name, data in (("a.json", saved()), ("b.zip", with_photos().model_dump_json().encode())):
        (tmp_path / name).write_bytes(data)
        assert read_saved_property(tmp_path / name) == with_photos()
    with pytest.raises(InputError, match="cannot read"):
        read_saved_property(tmp_path / "c.zip")
