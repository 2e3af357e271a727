"""All supplies over the API: brought up to date beside the edits, by what stands, and never twice for nothing."""

import datetime as dt
import time

import pytest
from fastapi.testclient import TestClient

from lean_year.api import outlooks as module
from lean_year.api.app import create_app
from lean_year.demo.shipped import demo_file
from lean_year.plan.in_use.outlook import DueThen, Outlook
from lean_year.store.database import open_database
from lean_year.store.devices import NewReading, keep_readings, make_device
from lean_year.store.outlooks import list_outlooks, old_outlooks
from tests.api.test_log import entry, write
from tests.property.test_supplies import SHED

PATIENCE_S = 120


def in_use(client):
    """Once all of it is up to date."""
    until = time.monotonic() + PATIENCE_S
    while True:
        answer = client.get("/api/in-use")
        assert answer.status_code == 200, answer.text
        if answer.json()["to_do"] == 0:
            return answer.json()
        assert time.monotonic() < until, answer.json()
        time.sleep(0.05)


def of(answer, state):
    return next((row for row in answer["supplies"] if row["id"] == state["id"]), None)


@pytest.fixture
def house(client):
    """A property that is nobody's demo, and has a past."""
    file = demo_file("saltmarrow")
    alone = file.model_copy(update={"alternatives": [], "record": []}).model_dump_json()
    answer = client.post("/api/properties/file", content=alone, headers={"Content-Type": "application/octet-stream"})
    assert answer.status_code == 201, answer.text
    return answer.json()


def test_a_level_is_in_the_list_with_what_its_log_says(client, house):
    assert (of(in_use(client), house) or {"level_l": None})["level_l"] is None
    write(client, house, entry("level", values={"share": 0.2}))
    row = of(in_use(client), house)
    on = dt.date.today().isoformat()
    work = client.get(f"/api/properties/{house['id']}/log", params={"revision": house["revision"], "on": on}).json()
    assert row["level_l"] == work["lasting"]["level_l"]
    assert row["short_by"] == work["lasting"]["short_by"]["p10"]
    assert row["as_of"] == on
    assert "water" in row["kinds"]


def test_an_edit_and_an_undo_are_seen(client, house, edit):
    write(client, house, entry("level", values={"share": 0.2}))
    assert of(in_use(client), house)["area"] == "Merrowick"
    edit(house["id"], 1, "/keeping/area", "The hills")
    answer = in_use(client)
    assert of(answer, house)["area"] == "The hills"
    assert answer["areas"] == ["The hills"]
    client.post(f"/api/properties/{house['id']}/steps", json={"base_revision": 2, "direction": "undo"})
    assert of(in_use(client), house)["area"] == "Merrowick"


@pytest.mark.usefixtures("house")
def test_what_is_up_to_date_is_not_worked_out_again(client, monkeypatch):
    in_use(client)

    def again(*_):
        raise AssertionError("worked out again")

    monkeypatch.setattr(module, "new_outlook", again)
    assert client.get("/api/in-use").json()["to_do"] == 0


def test_a_demo_whose_log_ended_long_ago_is_seen_as_of_its_end(client, demo):
    row = of(in_use(client), demo)
    assert row["is_demo"]
    assert dt.date.fromisoformat(row["as_of"]) <= dt.date.today()
    assert row["read_on"] is not None
    assert (dt.date.fromisoformat(row["as_of"]) - dt.date.fromisoformat(row["read_on"])).days <= 45


def test_a_quote_that_waits_is_in_the_list(client):
    terrace = client.post("/api/properties/demo/brindle-landing").json()
    quotes = f"/api/properties/{terrace['id']}/quotes"
    waiting = [quote for quote in client.get(quotes).json()["quotes"] if quote["standing"] == "open"]
    row = of(in_use(client), terrace)
    assert ("quote" in (row["kinds"] if row else [])) == bool(waiting)


def test_the_work_ends_with_the_server(tmp_path):
    with TestClient(create_app(open_database(tmp_path)), base_url="http://127.0.0.1:8765") as client:
        client.post("/api/properties/demo/saltmarrow")
        outlooks = client.app.state.outlooks
        outlooks.bring_up_to_date(dt.date.today())
    assert outlooks._thread is not None
    assert not outlooks._thread.is_alive()


def test_a_round_takes_an_area(client, house, edit):
    edit(house["id"], 1, "/keeping/in_use_since", "2024-03-01")
    edit(house["id"], 2, "/keeping/area", "The hills")
    in_use(client)
    until = (dt.date.today() + dt.timedelta(days=30)).isoformat()
    here = client.get("/api/round", params={"area": "The hills", "until": until}).json()
    assert [stop["property_id"] for stop in here["stops"]] == [house["id"]]
    assert any("artridge" in line["name"] for line in here["stock"])
    assert client.get("/api/round", params={"area": "The coast", "until": until}).json()["stops"] == []
    assert client.get("/api/round", params={"until": "2026-13-01"}).status_code == 422
    assert client.get("/api/round", params={"area": "x" * 81, "until": until}).status_code == 422


def test_many_are_worked_out_in_processes_of_their_own_and_say_the_same(client, house, monkeypatch):
    write(client, house, entry("level", values={"share": 0.4}))
    for _ in range(3):
        other = client.post(f"/api/properties/{house['id']}/copy").json()
        write(client, other, entry("level", values={"share": 0.4}))
    engine, store = client.app.state.workshop.engine, client.app.state.outlooks
    today = dt.date.today()
    old = old_outlooks(engine, today)
    assert len(old) == 4
    here = {each.property_id: module.new_outlook(client.app.state.workshop, each, today).body for each in old}
    monkeypatch.setattr(module, "MANY", 2)
    assert store.bring_up_to_date(today) == 4
    until = time.monotonic() + PATIENCE_S
    while old_outlooks(engine, today):
        assert time.monotonic() < until
        time.sleep(0.1)
    assert {each.property_id: each.body for each in list_outlooks(engine)} == here
    assert all('"level_l":null' not in body for body in here.values())


def test_one_that_cannot_be_worked_out_is_said(client, house, monkeypatch):
    real = module.outlook

    def fails_once(document, *rest):
        if document.name == house["document"]["name"]:
            raise ZeroDivisionError("a tank without walls")
        return real(document, *rest)

    monkeypatch.setattr(module, "outlook", fails_once)
    row = of(in_use(client), house)
    assert row["kinds"] == ["problem"]
    assert "the work failed" in row["acts"][0]["text"]


def test_a_device_that_has_fallen_silent_is_said(client, terrace):
    engine = client.app.state.workshop.engine
    device, _ = make_device(engine, terrace["id"], kind="level", name="Tall tank", about="tall", by="")
    then = dt.datetime.now(dt.UTC) - dt.timedelta(days=9)
    for hour in range(12):
        at = then + dt.timedelta(hours=hour)
        keep_readings(engine, device.id, [NewReading(at, "share", 0.5 + hour / 100)], at)
    row = of(in_use(client), terrace)
    assert "device" in row["kinds"]
    assert "Tall tank has fallen silent." in [act["text"] for act in row["acts"]]
    assert row["level_l"] is not None


def test_who_is_removed_is_in_no_list(client, house):
    write(client, house, entry("level", values={"share": 0.2}))
    assert of(in_use(client), house)
    client.delete(f"/api/properties/{house['id']}")
    assert in_use(client)["supplies"] == []
    assert list_outlooks(client.app.state.workshop.engine) == []


def test_every_supply_of_a_property_is_seen_and_the_one_that_is_short_first_says_how_much_water_there_is(
    client, house
):
    """The shed's tank, from which nobody draws, is never short; it speaks until the house is read too."""
    added = client.post(
        f"/api/properties/{house['id']}/edits",
        json={"base_revision": house["revision"], "edit_id": "0" * 32, "label": "Shed",
              "operations": [{"op": "add", "path": "/supplies/-", "value": SHED}]},
    )  # fmt: skip
    assert added.status_code == 200, added.text
    shed = [entry("level", values={"share": 0.6})]
    path = f"/api/properties/{house['id']}/entries"
    assert client.post(path, params={"supply": "shed"}, json={"entries": shed}).status_code == 200
    row = of(in_use(client), house)
    assert row["supply"] == "Shed"
    assert 0 < row["level_l"] <= 5_000
    assert row["short_by"] is None
    write(client, house, entry("level", values={"share": 0.2}))
    row = of(in_use(client), house)
    name = added.json()["document"]["supply"]["name"]
    assert row["supply"] == name
    assert row["short_by"] is not None
    assert "water" in row["kinds"]
    assert row["acts"]
    assert all(act["text"].startswith((f"{name}: ", "Shed: ")) for act in row["acts"])


def test_a_round_goes_by_what_is_due_at_every_supply():
    seen = Outlook(day=dt.date(2026, 3, 1), area="", live_l=1.0, supply="House", due=[due("Filter", 20)])
    seen.others = [Outlook(day=dt.date(2026, 3, 1), area="", live_l=1.0, supply="Shed", due=[due("Screen", 5)])]
    assert [(row.name, row.on.day) for row in seen.due_at_all] == [("Shed: Screen", 5), ("House: Filter", 20)]
    alone = Outlook(day=dt.date(2026, 3, 1), area="", live_l=1.0, due=[due("Filter", 20)])
    assert [row.name for row in alone.due_at_all] == ["Filter"]


def due(name, day):
    return DueThen(key=name.lower(), name=name, on=dt.date(2026, 3, day), licensed="", takes=None)
