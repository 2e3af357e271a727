"""Alternatives by the API: each a full design of its own on the same site; offline edits, undo, files; limits."""

import json
import uuid

import pytest

from lean_year.demo.shipped import demo_file
from lean_year.property.alternatives import same_site
from lean_year.property.document import Property
from tests.formats.test_pictures import four_corners, written


@pytest.fixture
def do(client):
    """Ask for something of a property, and expect it to be done."""

    def send(method, property_id, what, expect=200, **body):
        answer = client.request(method, f"/api/properties/{property_id}{what}", **body)
        assert answer.status_code == expect, answer.text
        return answer.json() if answer.content else None

    return send


@pytest.fixture
def demo(client):
    """Without the alternatives that it ships with."""
    alone = demo_file("saltmarrow").model_copy(update={"alternatives": []})
    stored = client.app.state.workshop.bring_in(alone, label="Demo loaded", demo="saltmarrow")
    return client.get(f"/api/properties/{stored.id}").json()


@pytest.fixture
def begun(do, demo):
    """The demo as alternative A, and one begun from it."""
    return demo["id"], do("POST", demo["id"], "/alternatives", 201, json={"name": "Trucks"})


def write(do, property_id, *writes, expect=200, base=None):
    state = do("GET", property_id, "")
    operations = [{"op": "replace", "path": path, "value": value} for path, value in writes]
    asked = {"base_revision": base or state["revision"], "edit_id": str(uuid.uuid4()), "label": "Edit"}
    return do("POST", property_id, "/edits", expect, json={**asked, "operations": operations})


def documents(do, *ids):
    return [do("GET", each, "")["document"] for each in ids]


def test_one_begins_as_the_other_stands_and_the_list_still_has_one_property(client, do, demo, begun):
    first, second = begun
    assert second["document"] == demo["document"]
    assert second["plan"]["verdict"] == demo["plan"]["verdict"]
    assert second["label"] == "Begun from A"
    names = [(each["name"], each["standing"]) for each in second["alternatives"]]
    assert names == [("A", "main"), ("Trucks", "open")]
    assert do("GET", first, "")["alternatives"] == second["alternatives"]
    (listed,) = client.get("/api/properties").json()["properties"]
    assert (listed["id"], listed["alternatives"]) == (first, 2)


def test_what_was_designed_stays_in_its_own_and_what_was_surveyed_goes_to_all(do, begun):
    first, second = begun[0], begun[1]["id"]
    write(do, second, ("/household/back_up/kind", "truck"), ("/cistern/rule", "ybs"))
    one, other = documents(do, first, second)
    assert (one["household"]["back_up"]["kind"], one["cistern"]["rule"]) == ("none", "yas")
    write(do, second, ("/roofs/0/pitch_deg", 33))
    write(do, first, ("/ground/soil", "clay"), ("/cistern/start_share", 0.5))
    one, other = documents(do, first, second)
    for document in (one, other):
        assert (document["roofs"][0]["pitch_deg"], document["ground"]["soil"]) == (33, "clay")
    assert (one["cistern"]["start_share"], other["cistern"]["start_share"]) == (0.5, 1)
    assert other["household"]["back_up"]["kind"] == "truck"
    assert same_site(Property.model_validate(one), Property.model_validate(other))
    labels = [each["label"] for each in do("GET", first, "/revisions")["revisions"]]
    assert labels == ["Edit", "From Trucks: Edit", "Demo loaded"]


def test_an_edit_of_the_design_writes_nothing_to_the_others(do, begun):
    first, second = begun[0], begun[1]["id"]
    write(do, first, ("/cistern/rule", "ybs"))
    assert do("GET", second, "")["revision"] == 1


def test_each_is_undone_by_itself_and_the_site_goes_along(do, begun):
    first, second = begun[0], begun[1]["id"]
    write(do, first, ("/cistern/rule", "ybs"))
    write(do, second, ("/ground/soil", "clay"))
    state = do("GET", second, "")
    do("POST", second, "/steps", json={"base_revision": state["revision"], "direction": "undo"})
    one, other = documents(do, first, second)
    assert one["ground"]["soil"] == other["ground"]["soil"] != "clay"
    assert (one["cistern"]["rule"], other["cistern"]["rule"]) == ("ybs", "yas")
    state = do("GET", second, "")
    do("POST", second, "/steps", json={"base_revision": state["revision"], "direction": "redo"})
    assert [each["ground"]["soil"] for each in documents(do, first, second)] == ["clay", "clay"]
    state = do("GET", first, "")
    back = {"base_revision": state["revision"], "revision": 1, "edit_id": "back-to-the-first"}
    assert do("POST", first, "/back", json=back)["document"]["ground"]["soil"] != "clay"
    assert documents(do, second)[0]["ground"]["soil"] != "clay"


def test_an_edit_that_was_made_before_the_site_changed_comes_late_and_is_not_lost(do, begun):
    first, second = begun[0], begun[1]["id"]
    write(do, first, ("/ground/soil", "clay"))
    late = write(do, second, ("/cistern/rule", "ybs"), expect=409, base=1)
    assert late["revision"] == 2
    write(do, second, ("/cistern/rule", "ybs"), base=2)
    assert documents(do, second)[0]["cistern"]["rule"] == "ybs"


def test_a_record_that_is_brought_in_is_that_of_all(client, do, begun):
    first, second = begun[0], begun[1]["id"]
    days = "\n".join(
        [
            "date,rain_mm",
            *(f"{2001 + day // 336}-{1 + day // 28 % 12:02}-{1 + day % 28:02},2.5" for day in range(420)),
        ]
    )
    answer = client.post(
        f"/api/properties/{second}/rain",
        params={"base_revision": 1, "edit_id": "rain-for-all", "name": "Short"},
        content=days,
    )
    assert answer.status_code == 200, answer.text
    both = [do("GET", each, "") for each in (first, second)]
    assert {each["record"]["name"] for each in both} == {"Short"}
    assert both[0]["plan"]["verdict"] == both[1]["plan"]["verdict"]


def test_side_by_side_says_exactly_what_was_changed_and_what_comes_of_it(do, begun):
    first, second = begun[0], begun[1]["id"]
    state = do("GET", second, "")
    smaller = [
        {"op": "resize", "path": "/cistern", "value": 40_000},
        {"op": "replace", "path": "/household/back_up/kind", "value": "truck"},
        {"op": "replace", "path": "/household/back_up/load_l", "value": 10_000},
    ]
    asked = {"base_revision": state["revision"], "edit_id": "smaller-tank", "label": "Smaller", "operations": smaller}
    after = do("POST", second, "/edits", json=asked)
    found = do("GET", first, "/beside", params={"other": second})
    differs = {each["path"]: each for station in found["stations"] for each in station["differs"]}
    tanks = {path for path in differs if path.startswith("/cistern/")}
    assert set(differs) - tanks == {f"/household/back_up/{name}" for name in ("kind", "load_l", "truck")}
    assert tanks == {"/cistern/tanks/0/shape/diameter_m"}
    assert differs["/household/back_up/load_l"]["second"] == 10_000
    here = do("GET", first, "")
    assert (found["first_verdict"], found["second_verdict"]) == (here["plan"]["verdict"], after["plan"]["verdict"])
    assert found["first_years_carried"] == here["plan"]["cistern"]["years_carried"]
    assert found["second_years_carried"] == after["plan"]["cistern"]["years_carried"]
    codes = [{each["code"] for each in state["plan"]["findings"]} for state in (here, after)]
    assert {each["code"] for each in found["lost"]} == codes[0] - codes[1]
    assert {each["code"] for each in found["gained"]} == codes[1] - codes[0]
    year = found["lean_year"]
    assert year["label"] == here["plan"]["cistern"]["years"][here["plan"]["cistern"]["lean_year"]]["label"]
    assert len(year["first_l"]) == len(year["second_l"]) in (365, 366)
    assert max(year["second_l"]) <= year["second_live_l"] < year["first_live_l"]
    swapped = do("GET", second, "/beside", params={"other": first})
    assert swapped["lost"] == found["gained"]


def test_names_standings_and_which_is_the_main_one(client, do, begun):
    first, second = begun[0], begun[1]["id"]

    def change(property_id, expect=200, **what):
        return do("PUT", property_id, "/alternative", expect, json=what)

    assert change(second, name="B, trucks", standing="aside")["alternatives"][1] == {
        "id": second, "name": "B, trucks", "standing": "aside", "verdict": begun[1]["plan"]["verdict"],
    }  # fmt: skip
    same = change(second, 422, name="a")["errors"]
    assert same == [{"field": "name", "message": "must be another than that of the other alternatives, got a"}]
    assert change(first, 422, standing="aside")["errors"][0]["field"] == "standing"
    after = change(second, standing="main")["alternatives"]
    assert [each["standing"] for each in after] == ["open", "main"]
    (listed,) = client.get("/api/properties").json()["properties"]
    assert (listed["id"], listed["alternatives"], listed["demo"]) == (second, 2, "saltmarrow")
    assert "saltmarrow" not in client.get("/api/properties").json()["demos"]
    change(second, 422, name="")
    assert do("POST", first, "/alternatives", 422, json={"name": "B, Trucks"})["errors"][0]["field"] == "name"


def test_one_that_is_removed_goes_alone_and_the_main_one_takes_all_along(client, do, begun):
    first, second = begun[0], begun[1]["id"]
    third = do("POST", second, "/alternatives", 201, json={"name": "C"})["id"]
    do("DELETE", second, "", 204)
    do("GET", second, "", 404)
    lost = {"base_revision": 1, "edit_id": "too-late-for-it", "label": "x", "operations": [
        {"op": "replace", "path": "/cistern/rule", "value": "ybs"}]}  # fmt: skip
    assert do("POST", second, "/edits", 404, json=lost)["errors"][0]["message"] == "there is no such property"
    assert do("GET", first, "/beside", 422, params={"other": second})["errors"][0]["field"] == "other"
    assert [each["name"] for each in do("GET", third, "")["alternatives"]] == ["A", "C"]
    do("DELETE", first, "", 204)
    do("GET", third, "", 404)
    assert client.get("/api/properties").json()["properties"] == []


def test_there_are_at_most_twelve(do, demo):
    for number in range(11):
        do("POST", demo["id"], "/alternatives", 201, json={"name": f"Number {number}"})
    refused = do("POST", demo["id"], "/alternatives", 422, json={"name": "One more"})
    assert refused["errors"][0]["message"] == "may be at most 12; remove one first"


def test_photos_belong_to_the_site_and_outlast_the_alternative_they_were_taken_in(client, do, begun):
    first, second = begun[0], begun[1]["id"]
    picture = written(four_corners())
    client.put(f"/api/properties/{second}/photos/yard", content=picture)
    state = do("GET", second, "")
    photo = [{"op": "add", "path": "/photos/yard", "value": {"of": "road/route"}}]
    asked = {"base_revision": state["revision"], "edit_id": "photo-edit", "label": "Photo", "operations": photo}
    do("POST", second, "/edits", json=asked)
    assert documents(do, first)[0]["photos"]["yard"]["of"] == "road/route"
    do("DELETE", second, "", 204)
    assert client.get(f"/api/properties/{first}/photos/yard").content == picture


def test_a_property_file_carries_all_of_them_and_opens_again_as_it_was(client, do, begun):
    first, second = begun[0], begun[1]["id"]
    write(do, second, ("/household/back_up/kind", "truck"))
    do("PUT", second, "/alternative", json={"standing": "main"})
    for saved_from, name in ((first, "A"), (second, "Trucks")):
        text = client.get(f"/api/properties/{saved_from}/file").text
        raw = json.loads(text)
        assert raw["alternative"] == name
        opened = client.post("/api/properties/file", content=text).json()
        assert [(each["name"], each["standing"]) for each in opened["alternatives"]] in (
            [("A", "open"), ("Trucks", "main")],
            [("Trucks", "main"), ("A", "open")],
        )
        ids = {each["name"]: each["id"] for each in opened["alternatives"]}
        for own, theirs in ((first, ids["A"]), (second, ids["Trucks"])):
            assert documents(do, own) == documents(do, theirs)
            assert do("GET", own, "")["plan"]["verdict"] == do("GET", theirs, "")["plan"]["verdict"]
    assert len(client.get("/api/properties").json()["properties"]) == 3


def test_an_older_file_opens_as_one_and_files_that_cannot_be_are_refused(client, do, begun):
    raw = do("GET", begun[0], "/file")
    older = {key: raw[key] for key in ("format", "property", "rain_record")}
    opened = client.post("/api/properties/file", content=json.dumps(older)).json()
    assert [(each["name"], each["standing"]) for each in opened["alternatives"]] == [("A", "main")]
    twice = raw | {"alternatives": [raw["alternatives"][0] | {"name": "A"}]}
    refused = client.post("/api/properties/file", content=json.dumps(twice))
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "alternatives"
    two_mains = raw | {"alternatives": [raw["alternatives"][0] | {"standing": "main"}]}
    opened = client.post("/api/properties/file", content=json.dumps(two_mains)).json()
    assert sorted(each["standing"] for each in opened["alternatives"]) == ["main", "open"]
    other_site = json.loads(json.dumps(raw))
    other_site["alternatives"][0]["property"]["ground"]["soil"] = "sand"
    opened = client.post("/api/properties/file", content=json.dumps(other_site)).json()
    soils = {documents(do, each["id"])[0]["ground"]["soil"] for each in opened["alternatives"]}
    assert soils == {raw["property"]["ground"]["soil"]}


def test_a_site_that_another_design_cannot_stand_on_is_refused_and_nothing_of_it_is_kept(do, begun, monkeypatch):
    from lean_year.core.errors import InputError
    from lean_year.store import alternatives

    def refuse(*_):
        raise InputError("roofs[0].drains", "must name a group")

    monkeypatch.setattr(alternatives, "with_site_of", refuse)
    first, second = begun[0], begun[1]["id"]
    refused = write(do, first, ("/ground/soil", "clay"), expect=422)
    assert refused["errors"] == [
        {"field": "roofs[0].drains", "message": "must name a group: so it would be in alternative Trucks"}
    ]
    assert do("GET", first, "")["revision"] == do("GET", second, "")["revision"] == 1
