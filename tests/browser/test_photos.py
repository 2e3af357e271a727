"""Photos on a phone: taken without a signal, turned and made smaller by the browser, sent once it is back.

What the browser made is read with other libraries: simplejpeg for the picture, exifread for what a device wrote."""

import io
import json
import re
import urllib.request
import zipfile

import exifread
import numpy as np
import pytest
import simplejpeg
from playwright.sync_api import expect

from tests.browser.conftest import PHONE, copied, standing
from tests.formats.test_pictures import BLUE, RED, by_a_device, claims, corner_colours, four_corners, written

pytestmark = pytest.mark.browser


@pytest.fixture
def phone(browser, server):
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    page = context.new_page()
    page.goto(f"{copied(server, 'saltmarrow')}/survey")
    expect(page.get_by_role("heading", name="Survey", exact=True)).to_be_visible()
    yield page
    context.close()


def first_picker(page):
    return page.get_by_label(re.compile("^Photos of: ")).first


def choose(page, *files):
    names = [f"{at}.jpg" for at in range(len(files))]
    first_picker(page).set_input_files(
        [{"name": name, "mimeType": "image/jpeg", "buffer": data} for name, data in zip(names, files, strict=True)]
    )


def sent_photos(page, count):
    """The photos that the document names, once the server has the pictures of all of them."""
    address = page.url.replace("/p/", "/api/properties/").split("/survey")[0]
    for _ in range(100):
        photos = standing(page.url)["document"]["photos"]
        try:
            pictures = [_get(f"{address}/photos/{key}") for key in photos]
            if len(pictures) == count:
                return photos, pictures
        except OSError:
            pass
        page.wait_for_timeout(200)
    raise AssertionError(f"{len(photos)} photos are named")


def _get(address):
    with urllib.request.urlopen(address) as answer:
        return answer.read()


def test_a_photo_taken_without_a_signal_is_shown_kept_over_a_reload_and_sent_upright_and_bare(phone):
    uploads = []
    phone.on("request", lambda asked: asked.method == "PUT" and uploads.append(asked.post_data_buffer))
    phone.wait_for_timeout(2_500)  # everything else is fetched once the first view stands
    phone.context.set_offline(True)
    large = by_a_device(6, size=(3_000, 2_000))
    choose(phone, large)
    thumb = phone.get_by_role("button", name=re.compile("^Photo 1 of 1: ")).first
    expect(thumb).to_be_visible()
    assert thumb.locator("img").evaluate("image => image.naturalWidth") > 0
    expect(phone.get_by_text("1 photo is kept here and sent")).to_be_visible()
    assert standing(phone.url)["document"]["photos"] == {}
    address = phone.url
    phone.close()

    phone.context.set_offline(False)
    again = phone.context.new_page()
    again.goto(address)
    photos, (kept,) = sent_photos(again, 1)
    expect(again.get_by_text("kept here")).to_have_count(0)
    assert [photo["arrows"] for photo in photos.values()] == [[]]
    height, width, _, _ = simplejpeg.decode_jpeg_header(kept)
    assert (width, height) == (1_333, 2_000)
    assert not exifread.process_file(io.BytesIO(kept))
    assert b"camera" in large
    assert b"camera" not in kept
    for seen, colour in zip(corner_colours(kept), (BLUE, RED), strict=True):
        assert np.abs(seen.astype(int) - colour).max() < 16


def test_what_is_no_photo_is_said_and_the_others_are_taken(phone):
    choose(phone, b"words", written(four_corners()), claims(50_000, 50_000))
    expect(phone.get_by_text("0.jpg cannot be read as a picture.")).to_be_visible()
    expect(phone.get_by_text(re.compile(r"2\.jpg (cannot be read as a picture|is too large)"))).to_be_visible()
    _, (kept,) = sent_photos(phone, 1)
    assert simplejpeg.is_jpeg(kept)


def test_an_arrow_with_a_measure_is_drawn_by_hand_and_goes_into_the_bundle(phone):
    choose(phone, written(four_corners(900, 600)))
    sent_photos(phone, 1)
    phone.get_by_role("button", name=re.compile("^Photo 1 of 1: ")).first.tap()
    phone.get_by_role("button", name="Add an arrow with a measure").tap()
    head = phone.get_by_role("button", name="Head of arrow 1: arrow keys move it")
    box, picture = head.bounding_box(), phone.get_by_role("dialog").locator("img").bounding_box()
    phone.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    phone.mouse.down()
    phone.mouse.move(picture["x"] + picture["width"] * 0.75, picture["y"] + picture["height"] * 0.25, steps=4)
    phone.mouse.up()
    phone.get_by_label("Measure at arrow 1").fill("2.45 m")
    phone.get_by_label("Measure at arrow 1").press("Tab")
    expect(phone.get_by_role("dialog").get_by_text("2.45 m")).to_be_visible()
    for _ in range(50):
        (photo,) = standing(phone.url)["document"]["photos"].values()
        if photo["arrows"] and photo["arrows"][0]["words"]:
            break
        phone.wait_for_timeout(200)
    (arrow,) = photo["arrows"]
    assert arrow["words"] == "2.45 m"
    assert (arrow["to_x"], arrow["to_y"]) == pytest.approx((0.75, 0.25), abs=0.02)
    address = phone.url.replace("/p/", "/api/properties/").replace("/survey", "/bundle")
    with zipfile.ZipFile(io.BytesIO(_get(address))) as bundle:
        names = bundle.namelist()
        document = json.loads(bundle.read("property.json"))["property"]
    (key,) = document["photos"]
    assert sorted(names) == [f"photos/{key}.jpg", "property.json"]
    assert document["photos"][key] == photo
