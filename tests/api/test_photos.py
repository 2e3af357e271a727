"""Photos by the API: kept once and durably, served as they are, carried in bundles and copies; limits."""

import io
import json
import zipfile

import pytest
import simplejpeg
from sqlalchemy import func, select

from lean_year.api.app import create_app
from lean_year.api.routers import photos as routes
from lean_year.api.security import BUNDLES, MAX_REQUEST_BYTES, most_bytes
from lean_year.formats import bundle
from lean_year.store.database import open_database, reading
from lean_year.store.tables import PhotoRow, PictureRow
from tests.formats.test_pictures import by_a_device, four_corners, written

PLAIN = written(four_corners())


@pytest.fixture
def keep(client, demo):
    def send(key, data, property_id=demo["id"]):
        return client.put(f"/api/properties/{property_id}/photos/{key}", content=data)

    return send


def count(client, of):
    with reading(client.app.state.workshop.engine) as session:
        return session.scalar(select(func.count()).select_from(of))


def with_photo(client, demo, *keys):
    """The demo after its document names photos."""
    operations = [{"op": "add", "path": f"/photos/{key}", "value": {"of": "road/route"}} for key in keys]
    answer = client.post(
        f"/api/properties/{demo['id']}/edits",
        json={"base_revision": 1, "edit_id": "photo-edit", "label": "Photo", "operations": operations},
    )
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_a_photo_is_kept_upright_and_bare_and_served_so(client, demo, keep):
    answer = keep("yard-1", by_a_device(6))
    assert answer.status_code == 200
    got = client.get(f"/api/properties/{demo['id']}/photos/yard-1")
    assert got.headers["content-type"] == "image/jpeg"
    assert got.headers["cache-control"] == "private, max-age=31536000, immutable"
    assert got.headers["x-content-type-options"] == "nosniff"
    assert b"Exif" not in got.content
    height, width, _, _ = simplejpeg.decode_jpeg_header(got.content)
    assert answer.json() == {"width_px": width, "height_px": height, "size_bytes": len(got.content)}
    assert (width, height) == (160, 240)


def test_the_same_picture_is_kept_once_and_a_key_never_names_another(client, demo, keep):
    other = client.post(f"/api/properties/{demo['id']}/copy").json()["id"]
    for key, property_id in (("a", demo["id"]), ("a", demo["id"]), ("b", demo["id"]), ("a", other)):
        assert keep(key, PLAIN, property_id).status_code == 200
    assert count(client, PhotoRow) == 3
    assert count(client, PictureRow) == 1
    refused = keep("a", by_a_device())
    assert refused.status_code == 422
    assert refused.json()["errors"] == [
        {"field": "key", "message": "names another photo of this property; take a new key"}
    ]
    assert client.get(f"/api/properties/{demo['id']}/photos/a").content == PLAIN


@pytest.mark.parametrize("data", [b"", b"words", PLAIN[:700], b"\xff\xd8" + b"\0" * (16 * 1024 * 1024)])
def test_what_is_no_photo_is_refused_and_nothing_is_kept(client, keep, data):
    answer = keep("a", data)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == ("photo" if data else "body")
    assert count(client, PhotoRow) == count(client, PictureRow) == 0


def test_one_of_100_mb_is_refused_before_it_is_read(keep):
    answer = keep("a", b"\xff\xd8" + b"\0" * 100_000_000)
    assert answer.status_code == 413
    assert answer.json()["errors"][0]["message"].startswith("too large: a file may have at most 16 MB")


def test_a_key_that_is_none_and_a_property_that_is_not_there(client, demo, keep):
    assert keep("Yard 1", PLAIN).status_code == 422
    assert keep("x" * 41, PLAIN).status_code == 422
    assert keep("a", PLAIN, "nowhere").json()["errors"] == [{"field": "id", "message": "there is no such property"}]
    missing = client.get(f"/api/properties/{demo['id']}/photos/a")
    assert missing.status_code == 404
    assert missing.json()["errors"] == [{"field": "id", "message": "there is no such photo"}]


def test_there_is_an_end_to_how_many_and_how_much(keep, monkeypatch):
    monkeypatch.setattr(routes, "MOST_PHOTOS", 2)
    assert [keep(key, PLAIN).status_code for key in "aab"] == [200, 200, 200]
    assert keep("c", PLAIN).json()["errors"][0]["message"] == "is one more than the 2 that a property may have"
    monkeypatch.setattr(routes, "MOST_PHOTOS", 9)
    monkeypatch.setattr(routes, "MOST_PICTURES_BYTES", 3 * len(PLAIN))
    assert keep("c", PLAIN).status_code == 200
    assert "would make more than 0 MB of photos" in keep("d", PLAIN).json()["errors"][0]["message"]


def test_a_photo_goes_with_its_property_and_a_picture_with_its_last_photo(client, demo, keep):
    copied = keep("a", PLAIN) and client.post(f"/api/properties/{demo['id']}/copy").json()["id"]
    assert client.get(f"/api/properties/{copied}/photos/a").content == PLAIN
    client.delete(f"/api/properties/{demo['id']}")
    assert client.get(f"/api/properties/{demo['id']}/photos/a").status_code == 404
    assert client.get(f"/api/properties/{copied}/photos/a").content == PLAIN
    client.delete(f"/api/properties/{copied}")
    assert count(client, PhotoRow) == count(client, PictureRow) == 0


def test_an_acknowledged_photo_is_there_after_a_new_start(tmp_path):
    from fastapi.testclient import TestClient

    for again in (False, True):
        engine = open_database(tmp_path)
        with TestClient(create_app(engine), base_url="http://127.0.0.1:8765") as client:
            demo = client.post("/api/properties/demo/saltmarrow").json()["id"]
            address = f"/api/properties/{demo}/photos/a"
            if again:
                assert client.get(address).content == PLAIN
            else:
                assert client.put(address, content=PLAIN).status_code == 200
        engine.dispose()


def test_a_bundle_opens_again_with_what_the_document_names(client, demo, keep):
    for key in ("yard", "taken-out"):
        keep(key, PLAIN)
    keep("eaves", by_a_device(6))
    state = with_photo(client, demo, "yard", "eaves", "not-sent-yet")
    saved = client.get(f"/api/properties/{demo['id']}/bundle")
    assert saved.headers["content-type"] == "application/zip"
    assert saved.headers["content-disposition"].endswith("Saltmarrow.zip")
    with zipfile.ZipFile(io.BytesIO(saved.content)) as archive:
        assert sorted(archive.namelist()) == ["photos/eaves.jpg", "photos/yard.jpg", "property.json"]
        as_file = client.get(f"/api/properties/{demo['id']}/file").json()
        assert json.loads(archive.read("property.json")) == as_file
    opened = client.post(BUNDLES, content=saved.content)
    assert opened.status_code == 201
    again = opened.json()
    assert again["id"] != demo["id"]
    assert again["document"] == state["document"]
    assert again["plan"] == state["plan"]
    for key in ("yard", "eaves"):
        both = [client.get(f"/api/properties/{each['id']}/photos/{key}").content for each in (demo, again)]
        assert both[0] == both[1]
    assert client.get(f"/api/properties/{again['id']}/bundle").content == saved.content
    assert count(client, PictureRow) == 2


def test_a_bundle_with_a_photo_that_is_none_brings_nothing_in(client, demo):
    with_photo(client, demo, "yard")
    saved = client.get(f"/api/properties/{demo['id']}/bundle").content
    data = io.BytesIO(saved)
    with zipfile.ZipFile(data, "a") as archive:
        archive.writestr("photos/yard.jpg", b"no picture")
    answer = client.post(BUNDLES, content=data.getvalue())
    assert answer.status_code == 422
    assert answer.json()["errors"] == [
        {"field": "photos/yard.jpg", "message": "must be a picture: JPEG, PNG or WebP"}
    ]
    assert len(client.get("/api/properties").json()["properties"]) == 1


def test_a_bundle_may_be_larger_than_anything_else_and_has_an_end(client, monkeypatch):
    assert most_bytes({"path": BUNDLES}) == bundle.MAX_BYTES > MAX_REQUEST_BYTES
    assert most_bytes({"path": "/api/properties/file"}) == MAX_REQUEST_BYTES
    monkeypatch.setattr(bundle, "MAX_BYTES", 1_000)
    said = client.post(BUNDLES, content=b"x" * 1_001)
    in_pieces = client.post(BUNDLES, content=(b"x" * 600 for _ in range(2)))
    for answer in (said, in_pieces):
        assert answer.status_code == 413
        assert "a bundle with photos" in answer.json()["errors"][0]["message"]


def test_a_document_may_name_photos_of_what_is_not_asked_any_more(client, demo):
    state = with_photo(client, demo, "a")
    assert state["document"]["photos"]["a"] == {"of": "road/route", "by": "", "on": None, "arrows": []}
    assert {key: state["plan"][key] for key in ("verdict", "findings")} == {
        key: demo["plan"][key] for key in ("verdict", "findings")
    }
