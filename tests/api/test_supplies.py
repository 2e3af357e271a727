"""A property with several supplies, looked at and changed by each of them."""

import datetime as dt
import json

import pytest

from tests.api.asked import changed, seen


def test_a_property_is_shown_by_the_supply_that_is_asked_for(client, both):
    main, shed = seen(client, both["id"]), seen(client, both["id"], "shed")
    assert main["document"]["supply"]["id"] == "main"
    assert shed["document"]["supply"]["name"] == "Shed"
    assert shed["plan"]["tank_l"] == pytest.approx(5_000)
    assert shed["plan"]["together"] == main["plan"]["together"]
    assert [each["id"] for each in main["plan"]["together"]["supplies"]] == ["main", "shed"]


def test_an_edit_of_one_supply_leaves_the_other_and_the_list_as_they_are(client, both):
    before, listed = seen(client, both["id"]), client.get("/api/properties").json()["properties"][0]
    taller = [{"op": "replace", "path": "/cistern/tanks/0/shape/volume_l", "value": 9_000.0}]
    state = changed(client, both["id"], 2, taller, "shed").json()
    assert state["document"]["supply"]["id"] == "shed"
    assert state["plan"]["tank_l"] == pytest.approx(9_000)
    after = seen(client, both["id"])
    assert after["document"]["cistern"] == before["document"]["cistern"]
    assert after["document"]["supplies"][0]["cistern"]["tanks"][0]["shape"]["volume_l"] == 9_000
    assert client.get("/api/properties").json()["properties"][0]["verdict"] == listed["verdict"]
    undone = client.post(
        f"/api/properties/{both['id']}/steps",
        params={"supply": "shed"},
        json={"direction": "undo", "base_revision": 3},
    ).json()
    assert undone["plan"]["tank_l"] == pytest.approx(5_000)
    assert undone["document"]["supply"]["id"] == "shed"


def test_a_preview_is_of_the_supply_that_is_looked_at(client, both):
    answer = client.post(
        f"/api/properties/{both['id']}/preview",
        params={"supply": "shed"},
        json={"base_revision": 2, "operations": [{"op": "resize", "path": "/cistern", "value": 7_000}]},
    ).json()
    assert answer["plan"]["tank_l"] == pytest.approx(7_000, rel=1e-3)
    assert answer["document"]["supply"]["id"] == "shed"


def test_what_was_meant_for_a_supply_that_is_gone_changes_nothing(client, both):
    assert changed(client, both["id"], 2, [{"op": "remove", "path": "/supplies/0"}]).status_code == 200
    shown = seen(client, both["id"], "shed")
    assert shown["document"]["supply"]["id"] == "main"
    refused = changed(client, both["id"], 3, [{"op": "resize", "path": "/cistern", "value": 7_000}], "shed")
    assert refused.status_code == 422
    assert refused.json()["errors"] == [
        {"field": "supply", "message": "must be a supply of the property, one of main, got shed"}
    ]
    assert seen(client, both["id"])["revision"] == 3


def test_the_supply_it_began_with_can_be_removed_from_another(client, both):
    moved = [
        {"op": "replace", "path": f"/roofs/{row}/drains", "value": [{"group": "shed-a", "share": 1.0}]}
        for row in range(len(both["document"]["roofs"]))
    ]
    household = both["document"]["household"]
    served = [("/household/served/by", 0), ("/household/garden_served/by", 0), ("/household/irrigation/served/by", 0)]
    served += [(f"/household/uses/{row}/served/by", 0) for row in range(len(household["uses"] or []))]
    served += [(f"/household/animals/{row}/served/by", 0) for row in range(len(household["animals"]))]
    moved += [{"op": "replace", "path": path, "value": "shed"} for path, _ in served]
    only = changed(client, both["id"], 2, [*moved, {"op": "remove", "path": "/supplies/0"}], "shed")
    assert only.status_code == 200, only.text
    state = seen(client, both["id"])
    assert state["document"]["supply"]["id"] == "shed"
    assert state["document"]["supplies"] == []
    assert state["plan"]["together"] is None


def test_what_is_written_down_is_of_the_supply_that_is_looked_at(client, both):
    def levels(supply):
        params = {"revision": 2, "on": "2026-03-02", "supply": supply}
        return client.get(f"/api/properties/{both['id']}/log", params=params).json()["levels"]

    before = levels("main")
    assert before
    assert levels("shed") == []
    entry = {"id": "level-1", "kind": "level", "about": "log/level", "on": "2026-03-01", "values": {"share": 0.5}}
    written = client.post(
        f"/api/properties/{both['id']}/entries", params={"supply": "shed"}, json={"entries": [entry]}
    )
    assert written.status_code == 200, written.text
    assert levels("main") == before
    assert [each["on"] for each in levels("shed")] == ["2026-03-01"]


def test_models_drawings_and_parts_are_of_the_supply_that_is_looked_at(client, both):
    def text(path, supply, **more):
        return client.get(f"/api/properties/{both['id']}/{path}", params={"supply": supply, **more}).text

    for path in ("drawing.svg", "parts.csv"):
        assert text(path, "shed") != text(path, "main")
    assert "Shed tank" in text("drawing.svg", "shed")
    assert client.get(f"/api/properties/{both['id']}", params={"supply": "No such name"}).status_code == 422


def test_the_same_paper_log_is_kept_of_two_supplies_and_once_of_each(client, both):
    table = b"date,level (%)\n2026-01-04,40\n2026-01-05,39\n"
    octets = {"Content-Type": "application/octet-stream"}

    def kept(supply):
        path, params = f"/api/properties/{both['id']}/log/table", {"supply": supply}
        read = client.post(path, params=params, content=table, headers=octets)
        answer = client.put(path, params=params, content=table, headers=octets)
        assert (read.status_code, answer.status_code) == (200, 200), (read.text, answer.text)
        return len(read.json()["entries"])

    assert [kept(supply) for supply in ("shed", "shed", "main", "main")] == [2, 0, 2, 0]


def test_a_device_is_of_the_supply_at_which_it_is_made(client, both):
    """A level sensor in the shed's tank: its levels are in the shed's log alone, by the shed's tank."""
    path, shed = f"/api/properties/{both['id']}/devices", {"supply": "shed"}
    tank = seen(client, both["id"], "shed")["document"]["cistern"]["tanks"][0]["id"]
    made = client.post(path, params=shed, json={"kind": "level", "name": "Shed tank", "about": tank})
    assert made.status_code == 201, made.text
    assert client.post(path, json={"kind": "rain", "name": "Gauge", "about": ""}).status_code == 201
    refused = client.post(path, params=shed, json={"kind": "level", "name": "No tank", "about": "nowhere"})
    assert refused.status_code == 422
    names = [[each["name"] for each in client.get(path, params={"supply": each}).json()] for each in ("main", "shed")]
    assert names == [["Gauge"], ["Shed tank"]]
    at = dt.datetime.now(dt.UTC) - dt.timedelta(hours=2)
    line = {"at": at.isoformat(), "kind": "level", "value": 0.5, "unit": "m"}
    sent = client.post(
        f"/api/devices/{made.json()['device']['id']}/readings",
        content=json.dumps(line),
        headers={"authorization": f"Bearer {made.json()['token']}"},
    )
    assert sent.json()["kept"] == 1
    record = client.app.state.workshop.written_on(both["id"])
    assert [len(record.of_supply(each).reported) for each in ("main", "shed")] == [0, 1]


def test_devices_of_a_supply_that_was_taken_away_stand_with_the_first(client, both):
    path = f"/api/properties/{both['id']}/devices"
    client.post(path, params={"supply": "shed"}, json={"kind": "meter", "name": "Meter", "about": ""})
    assert client.get(path).json() == []
    assert changed(client, both["id"], 2, [{"op": "remove", "path": "/supplies/0"}]).status_code == 200
    (left,) = client.get(path).json()
    assert left["name"] == "Meter"
    assert client.delete(f"{path}/{left['id']}").status_code == 204
