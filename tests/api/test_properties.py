import base64
import json
from urllib.parse import unquote

import numpy as np
import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.formats.report.papers import PAPER_FILES
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.edits import check


def tank_l(state):
    """What the tanks of an answer hold. [L]"""
    return pytest.approx(check(state["document"]).cistern.gross_l)


def test_four_answers_make_a_property_that_says_what_it_assumed(client):
    answer = client.post(
        "/api/properties", json={"name": "Hill hut", "roof_area_m2": 80, "people": 2, "habit": "frugal"}
    )
    assert answer.status_code == 201
    state = answer.json()
    assert state["revision"] == 1
    assert state["plan"]["rain"] is None
    assert tank_l(state) == 6_000
    assert "/cistern/tanks/0/shape/volume_l" in state["document"]["assumed"]
    by_sheet = {each["stage"]: each for each in state["plan"]["stations"]}
    assert all(each["status"] != "settled" for each in by_sheet.values())
    assert "/pump/foot_valve" in by_sheet["pump"]["assumed"]
    assert "/roofs/0/gutters/0/width_mm" in by_sheet["gutters"]["assumed"]
    assert not any("gutters" in each for each in by_sheet["roofs"]["assumed"])
    confirm = {"op": "confirm", "path": "/assumed", "value": by_sheet["gutters"]["assumed"]}
    edit = {"base_revision": 1, "edit_id": "all-gutters", "label": "Gutters confirmed", "operations": [confirm]}
    after = client.post(f"/api/properties/{state['id']}/edits", json=edit).json()
    assert {each["stage"]: each["assumed"] for each in after["plan"]["stations"]} == {
        key: [] if key == "gutters" else each["assumed"] for key, each in by_sheet.items()
    }
    listed = client.get("/api/properties").json()
    assert [each["name"] for each in listed["properties"]] == ["Hill hut"]
    assert listed["demos"] == ["saltmarrow", "brindle-landing", "lantern-row"]


def test_the_demo_is_loaded_once(client, demo):
    again = client.post("/api/properties/demo/saltmarrow").json()
    assert again["id"] == demo["id"]
    assert len(client.get("/api/properties").json()["properties"]) == 1
    assert client.post("/api/properties/demo/nowhere").status_code == 422


def test_an_edit_brings_the_new_plan_and_what_moved(client, demo, edit):
    state = edit(demo["id"], 1, "/cistern", 105_000).json()
    assert state["revision"] == 2
    assert state["plan"]["cistern"]["years_carried"] == 40
    assert state["moved"].startswith("2 years more carried")
    reopened = client.get(f"/api/properties/{demo['id']}").json()
    assert reopened["document"] == state["document"]
    assert reopened["plan"] == state["plan"]


def test_a_preview_keeps_nothing(client, demo):
    body = {"base_revision": 1, "operations": [{"op": "resize", "path": "/cistern", "value": 50_000}]}
    answer = client.post(f"/api/properties/{demo['id']}/preview", json=body).json()
    assert answer["plan"]["cistern"]["years_carried"] < 38
    assert client.get(f"/api/properties/{demo['id']}").json()["revision"] == 1


def test_the_second_of_two_tabs_is_told_and_nothing_is_overwritten(client, demo, edit):
    assert edit(demo["id"], 1, "/cistern", 90_000).status_code == 200
    late = edit(demo["id"], 1, "/household/residents", 4)
    assert late.status_code == 409
    assert late.json()["revision"] == 2
    standing = client.get(f"/api/properties/{demo['id']}").json()
    assert tank_l(standing) == 90_000
    assert standing["document"]["household"]["residents"] == 3
    assert edit(demo["id"], 2, "/household/residents", 4).status_code == 200


def test_an_edit_sent_twice_is_kept_once(demo, edit):
    first = edit(demo["id"], 1, "/cistern", 90_000, edit_id="0123456789").json()
    again = edit(demo["id"], 1, "/cistern", 90_000, edit_id="0123456789")
    assert again.status_code == 200
    assert again.json()["revision"] == first["revision"] == 2


def test_undo_and_redo_walk_the_revisions_and_a_new_edit_forks(client, demo, edit):
    def step(way, base):
        return client.post(f"/api/properties/{demo['id']}/steps", json={"direction": way, "base_revision": base})

    edit(demo["id"], 1, "/cistern", 90_000)
    edit(demo["id"], 2, "/cistern", 95_000)
    undone = step("undo", 3).json()
    assert (undone["revision"], tank_l(undone)) == (2, 90_000)
    assert undone["can_redo"]
    redone = step("redo", 2).json()
    assert (redone["revision"], tank_l(redone)) == (3, 95_000)
    step("undo", 3)
    forked = edit(demo["id"], 2, "/cistern", 70_000).json()
    assert (forked["revision"], forked["can_redo"]) == (4, False)
    back = step("undo", 4).json()
    assert back["revision"] == 2
    first = step("undo", 2).json()
    assert not first["can_undo"]
    nothing = step("undo", 1)
    assert nothing.status_code == 409
    assert "nothing to undo" in nothing.json()["errors"][0]["message"]
    assert step("redo", 3).status_code == 409


@pytest.mark.parametrize(
    ("path", "value", "field", "words"),
    [
        ("/roofs/0/runoff", 2, "roofs[0].runoff", "at most 1, got 2"),
        ("/cistern", 10, "cistern.fire_reserve_l", "at most what the tanks hold"),
        ("/cistern", "big", "cistern", "must hold from 0 to"),
        ("/household/guests", [1], "household.guests", "12"),
        ("/name", "", "name", "at least 1 character"),
        ("/name", "  ", "name", "some words"),
        ("/name", "a\0b", "name", "control characters"),
        ("/roofs/0/id", "House A", "roofs[0].id", "small letters, digits and hyphens, got 'House A'"),
        ("/cistern/first_day", "1 June", "cistern.first_day", "a month and a day like 06-30"),
        ("/prices/currency", "a b", "prices.currency", "without spaces"),
        ("/cistern", True, "cistern", "must hold from 0 to"),
        ("/cistern", "90000", "cistern", "must hold from 0 to"),
        ("/cistern/short_years_allowed", 2.5, "cistern.short_years_allowed", "whole number"),
        ("/units", "furlongs", "units", "'metric' or 'us'"),
        ("/nowhere/3", 1, "operations", "do not fit"),
        ("/rain/record_id", "gone", "rain.record_id", "not there"),
        ("/version", 9, "version", "must be one of 7"),
    ],
)
def test_a_refused_edit_names_the_field_and_loses_nothing(client, demo, edit, path, value, field, words):
    answer = edit(demo["id"], 1, path, value)
    assert answer.status_code == 422
    problem = answer.json()["errors"][0]
    assert problem["field"] == field
    assert words in problem["message"]
    assert client.get(f"/api/properties/{demo['id']}").json()["document"] == demo["document"]


def test_the_packed_days_are_the_replay(demo):
    document = check(demo["document"])
    run = plan_property(document, prepare_rain(demo_rain("saltmarrow"), "none")).replay
    daily = demo["daily"]
    share = np.frombuffer(base64.b64decode(daily["store"]), dtype="<u2") / 65_535
    assert share * daily["live_l"] == pytest.approx(run.store_l, abs=daily["live_l"] / 65_535)
    short = np.unpackbits(np.frombuffer(base64.b64decode(daily["short"]), dtype=np.uint8))[: daily["days"]]
    assert short.astype(bool).tolist() == run.short_day.tolist()


def test_a_property_goes_out_as_a_file_that_plans_the_same(client, demo):
    from lean_year.formats.property_file import parse_property_file, rain_from_record

    file = parse_property_file(client.get(f"/api/properties/{demo['id']}/file").text)
    plan = plan_property(file.property, prepare_rain(rain_from_record(file.rain_record), "none")).plan
    assert plan.verdict == demo["plan"]["verdict"]


def test_a_property_file_is_brought_in_with_its_rain(client, demo):
    text = client.get(f"/api/properties/{demo['id']}/file").content
    octets = {"content-type": "application/octet-stream"}
    again = client.post("/api/properties/file", content=text, headers=octets)
    assert again.status_code == 201
    assert again.json()["id"] != demo["id"]
    assert again.json()["plan"] == demo["plan"]
    for bad in (b"", b"{", b"\xff\xfe", text.replace(b'"residents":3.0', b'"residents":-3'), b"[]"):
        answer = client.post("/api/properties/file", content=bad, headers=octets)
        assert answer.status_code == 422, bad[:20]
    assert len(client.get("/api/properties").json()["properties"]) == 2


def test_a_removed_property_is_gone(client, demo):
    assert client.delete(f"/api/properties/{demo['id']}").status_code == 204
    assert client.get(f"/api/properties/{demo['id']}").status_code == 404
    assert client.delete(f"/api/properties/{demo['id']}").status_code == 404


def test_a_new_property_can_use_a_record_that_is_there(client, demo):
    record = client.get("/api/rain/records").json()[0]
    body = {"name": "Next door", "roof_area_m2": 120, "people": 2, "rain_from": record["id"]}
    state = client.post("/api/properties", json=body).json()
    assert state["plan"]["cistern"]["counted_years"] == 40
    client.delete(f"/api/properties/{demo['id']}")
    assert client.get(f"/api/properties/{state['id']}").json()["plan"]["verdict"] == state["plan"]["verdict"]
    client.delete(f"/api/properties/{state['id']}")
    assert client.get("/api/rain/records").json() == []


def test_a_refusal_is_in_the_units_of_the_property(client):
    demo = client.post("/api/properties/demo/brindle-landing").json()
    low = [{"op": "replace", "path": "/pump/cut_out_kpa", "value": 100.0}]
    for path, body in (
        ("preview", {"base_revision": 1, "operations": low}),
        ("edits", {"base_revision": 1, "edit_id": "edit-refused", "label": "Cut-out", "operations": low}),
    ):
        answer = client.post(f"/api/properties/{demo['id']}/{path}", json=body)
        assert answer.status_code == 422
        (problem,) = answer.json()["errors"]
        assert problem == {"field": "pump.cut_out_kpa", "message": "must be above the cut-in, 44 psi, got 15 psi"}


def test_every_fix_that_is_offered_is_told_with_what_it_does_elsewhere(client, demo):
    offered = {str(fix["operations"]) for each in demo["plan"]["findings"] for fix in each["fixes"]}
    tried = client.get(f"/api/properties/{demo['id']}/fixes", params={"revision": 1}).json()
    assert {str(each["operations"]) for each in tried} == offered
    assert any("fewer carried" in each["effect"] for each in tried)
    assert client.get(f"/api/properties/{demo['id']}").json()["revision"] == 1, "tried, not made"
    for each in tried:
        seen = client.post(
            f"/api/properties/{demo['id']}/preview", json={"base_revision": 1, "operations": each["operations"]}
        ).json()
        assert not seen["moved"] or seen["moved"] in each["effect"]
    assert client.get(f"/api/properties/{demo['id']}/fixes", params={"revision": 9}).status_code in (404, 409)
    assert client.get("/api/properties/nowhere/fixes", params={"revision": 1}).status_code == 404


def test_a_copy_begins_as_the_property_stands_on_the_same_record(client, demo, edit):
    edit(demo["id"], 1, "/name", "Saltmarrow, roof only")
    copied = client.post(f"/api/properties/{demo['id']}/copy").json()
    assert copied["id"] != demo["id"]
    assert copied["document"]["name"] == "Saltmarrow, roof only, copy"
    assert copied["demo"] is None
    assert copied["record"]["id"] == demo["record"]["id"]
    assert copied["plan"]["verdict"] == demo["plan"]["verdict"]
    assert len(client.get("/api/rain/records").json()) == 1
    edit(demo["id"], 2, "/name", "x" * 80)
    again = client.post(f"/api/properties/{demo['id']}/copy").json()
    assert again["document"]["name"] == "x" * 74 + ", copy"
    assert client.post("/api/properties/none/copy").status_code == 404


def test_a_file_is_named_after_its_property_and_opened_again_brings_no_second_record(client, demo, edit):
    edit(demo["id"], 1, "/name", 'Ölmühle / "Saltmarrow"?')
    for address, ending in (
        ("file", ".json"),
        ("model.inp", " rain side.inp"),
        ("drawing.svg", " drawing.svg"),
        ("parts.csv", " parts.csv"),
        ("parts.xlsx", " parts and price.xlsx"),
        ("merchant.xlsx", " parts.xlsx"),
        *((f"papers/{name}/pdf", f" {file}.pdf") for name, file in PAPER_FILES.items()),
    ):
        answer = client.get(f"/api/properties/{demo['id']}/{address}")
        said = answer.headers["content-disposition"]
        assert said.startswith("attachment; filename*=UTF-8''")
        assert unquote(said.partition("''")[2]) == f"Ölmühle  Saltmarrow{ending}"
    saved = client.get(f"/api/properties/{demo['id']}/file").content
    opened = client.post("/api/properties/file", content=saved, headers={"content-type": "application/octet-stream"})
    assert opened.json()["record"]["id"] == demo["record"]["id"]
    changed = json.loads(saved)
    changed["rain_record"]["depth_mm"][7] = 99.0
    other = client.post("/api/properties/file", content=json.dumps(changed).encode())
    assert other.json()["record"]["id"] != demo["record"]["id"], "one day is different: it is another record"
    client.delete(f"/api/properties/{demo['id']}")
    assert client.get(f"/api/properties/{opened.json()['id']}/rain-days").status_code == 200


@pytest.mark.parametrize(
    ("value", "says"),
    [
        ({"roofs": 5}, "roofs: must be a list"),
        ({"household": "four"}, "household: must be an object with named parts"),
        ({"name": 5}, "name: must be text"),
        ({"cistern": {"tanks": 5}}, "tanks: must be a list"),
    ],
)
def test_a_value_of_the_wrong_kind_is_refused_in_words_that_say_which_is_right(client, demo, value, says):
    (path, wrong), *_ = value.items()
    operations = [{"op": "replace", "path": f"/{path}", "value": wrong}]
    if isinstance(wrong, dict):
        (inner, wrong), *_ = wrong.items()
        operations = [{"op": "replace", "path": f"/{path}/{inner}", "value": wrong}]
    asked = {"base_revision": 1, "edit_id": "wrong-kind", "label": "Wrong", "operations": operations}
    refused = client.post(f"/api/properties/{demo['id']}/edits", json=asked)
    assert refused.status_code == 422
    problem = refused.json()["errors"][0]
    assert says in f"{problem['field']}: {problem['message']}"
    assert "nput should" not in problem["message"]


def test_the_list_has_how_low_each_year_came_in_hundredths_of_what_can_be_drawn(client, demo):
    [listed] = [each for each in client.get("/api/properties").json()["properties"] if each["id"] == demo["id"]]
    cistern = demo["plan"]["cistern"]
    shown = listed["years"]
    assert len(shown) == len(cistern["years"])
    for percent, year in zip(shown, cistern["years"], strict=True):
        if year["short_days"]:
            assert percent == -1
        else:
            assert 0 <= percent <= 100
            assert percent / 100 * cistern["live_l"] == pytest.approx(year["lowest_l"], abs=0.006 * cistern["live_l"])
