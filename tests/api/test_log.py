"""The log over the API: entries are judged by the design, kept once, corrected and never lost."""

import datetime as dt
import uuid

import pytest


def today():
    """Asked for each time: a long run of tests may go over midnight."""
    return dt.date.today().isoformat()


def at(state):
    return f"/api/properties/{state['id']}"


def entry(kind, rest="", **more):
    about = f"log/{kind}" + (f"/{rest}" if rest else "")
    return {"id": str(uuid.uuid4()), "kind": kind, "about": about, "on": today(), **more}


def write(client, state, *entries):
    return client.post(f"{at(state)}/entries", json={"entries": list(entries)})


def log_of(client, state, on=None):
    answer = client.get(f"{at(state)}/log", params={"revision": state["revision"], "on": on or today()})
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_a_level_is_there_at_once_and_the_forecast_follows(client, terrace):
    assert log_of(client, terrace)["lasting"] is None
    answer = write(client, terrace, entry("level", "tall", values={"share": 0.5}, by="Ida"))
    assert answer.status_code == 200, answer.text
    station = next(each for each in answer.json()["plan"]["stations"] if each["stage"] == "log")
    work = log_of(client, terrace)
    assert 0.4 * work["live_l"] < work["lasting"]["level_l"] < 0.6 * work["live_l"]
    assert station["headline"].endswith(dt.date.today().strftime("on %-d %b"))
    assert work["rows"][0]["by"] == "Ida"
    assert work["version"] == 1
    write(client, terrace, entry("level", "tall", values={"share": 0.9}, at="23:00"))
    assert log_of(client, terrace)["lasting"]["level_l"] > work["lasting"]["level_l"]


def test_one_that_is_sent_twice_is_kept_once(client, terrace):
    load = entry("load", values={"volume_l": 2_000.0})
    for _ in range(2):
        assert write(client, terrace, load).status_code == 200
    assert [row["id"] for row in log_of(client, terrace)["rows"]] == [load["id"]]


def test_a_correction_stands_and_what_stood_before_is_kept(client, terrace):
    wrong = entry("level", "tall", values={"share": 0.1})
    right = entry("level", "tall", values={"share": 0.8}, corrects=wrong["id"])
    assert write(client, terrace, wrong).status_code == 200
    assert write(client, terrace, right).status_code == 200
    (row,) = log_of(client, terrace)["rows"]
    assert (row["id"], row["earlier"], row["values"]) == (right["id"], [wrong["id"]], {"share": 0.8})
    gone = entry("taken_back", corrects=right["id"])
    assert write(client, terrace, gone).status_code == 200
    work = log_of(client, terrace)
    assert work["rows"][0]["taken_back"]
    assert work["lasting"] is None


@pytest.mark.parametrize(
    ("written", "field"),
    [
        (entry("level", "tall", values={"depth_m": 40.0}), "values.depth_m"),
        (entry("level", "nowhere", values={"share": 0.4}), "about"),
        (entry("level", "tall", values={"share": 0.4}, corrects="gone"), "corrects"),
        (entry("level", "tall", values={"share": 0.4}) | {"on": "2199-01-01"}, "on"),
        (entry("meter", values={"reading_l": -1.0}), "values.reading_l"),
        (entry("rain"), "values.depth_mm"),
        (entry("repair"), "note"),
    ],
)
def test_what_cannot_be_is_refused_by_name_and_nothing_is_kept(client, terrace, written, field):
    good = entry("note", note="All well")
    answer = write(client, terrace, good, written)
    assert answer.status_code == 422, answer.text
    assert any(each["field"].endswith(field) for each in answer.json()["errors"]), answer.text
    assert log_of(client, terrace)["rows"] == []


def test_a_meter_that_runs_backwards_asks_whether_it_is_another(client, terrace):
    assert write(client, terrace, entry("meter", values={"reading_l": 5_000.0})).status_code == 200
    answer = write(client, terrace, entry("meter", values={"reading_l": 100.0}, at="23:59"))
    assert answer.status_code == 422
    assert "another meter" in answer.text
    fresh = entry("meter", values={"reading_l": 100.0, "new_from_l": 0.0}, at="23:59")
    assert write(client, terrace, fresh).status_code == 200


def test_the_log_does_not_disturb_the_build_nor_the_build_the_log(client, terrace):
    done = {"id": "d1", "kind": "done", "about": "mark-out", "on": today()}
    assert write(client, terrace, done, entry("note", note="Rained")).status_code == 200
    work = client.get(f"{at(terrace)}/build", params={"revision": terrace["revision"]}).json()
    assert work["gone"] == []
    assert [row["kind"] for row in log_of(client, terrace)["rows"]] == ["note"]


def test_the_log_goes_with_the_property_file(client, terrace):
    note = entry("note", note="Rained")
    write(client, terrace, note)
    file = client.get(f"{at(terrace)}/file").content
    again = client.post("/api/properties/file", content=file).json()
    assert [row["id"] for row in log_of(client, again)["rows"]] == [note["id"]]


def test_a_paper_log_is_read_first_and_kept_once(client, terrace):
    table = "date,gauge %,rain mm,note\n2024-03-01,55,3,Windy\n2024-03-02,60,,\nsoon,1,1,\n2199-01-01,5,,\n"
    for round_ in range(2):
        read = client.post(f"{at(terrace)}/log/table", content=table.encode())
        assert read.status_code == 200, read.text
        said = read.json()
        assert len(said["entries"]) == (3 if round_ == 0 else 0), "what is there already is not new"
        assert [each["line"] for each in said["refused"]] == [4, 0]
        assert client.put(f"{at(terrace)}/log/table", content=table.encode()).status_code == 200
        assert len(log_of(client, terrace)["rows"]) == 3
    assert client.post(f"{at(terrace)}/log/table", content=b"PK\x03\x04\x00").status_code == 422


@pytest.mark.parametrize("on", ["0001-01-01", "9000-01-01", "yesterday", "2026-02-30"])
def test_a_day_that_cannot_be_is_refused(client, terrace, on):
    answer = client.get(f"{at(terrace)}/log", params={"revision": terrace["revision"], "on": on})
    assert answer.status_code == 422
