"""The build over the API: what is written down is kept once, is never changed, and nothing of it is lost."""

import json
import uuid

import pytest
from sqlalchemy import text
from sqlalchemy.exc import DatabaseError


def at(state):
    return f"/api/properties/{state['id']}"


def work_of(client, state):
    answer = client.get(f"{at(state)}/build", params={"revision": state["revision"]})
    assert answer.status_code == 200, answer.text
    return answer.json()


def entry(about, kind="done", **more):
    return {"id": str(uuid.uuid4()), "kind": kind, "about": about, "on": "2026-11-30", **more}


def write(client, state, *entries):
    return client.post(f"{at(state)}/entries", json={"entries": list(entries)})


def points(client, state):
    return {point["key"]: point for point in work_of(client, state)["points"]}


def level(client, state):
    """The first point of level readings, and readings that pass."""
    point = next(each for each in points(client, state).values() if each["task"] == "pad-levels")
    return point, {each["key"]: 0.0 for each in point["readings"]}


def test_what_is_written_down_is_there_at_once_and_one_that_is_sent_twice_is_kept_once(client, terrace):
    done = entry("mark-out", by="Ida")
    for _ in range(2):
        answer = write(client, terrace, done)
        assert answer.status_code == 200, answer.text
    assert answer.json()["revision"] == terrace["revision"], "it is no revision"
    work = work_of(client, terrace)
    assert next(task for task in work["tasks"] if task["key"] == "mark-out")["status"] == "done"
    assert work["version"] == 1
    assert next(each for each in answer.json()["plan"]["stations"] if each["stage"] == "build")["headline"] == (
        f"1 of {answer.json()['plan']['build']['of']} done"
    )


def test_undo_takes_nothing_back_that_was_written_down(client, terrace, edit):
    changed = edit(terrace["id"], terrace["revision"], "/build/hours_day", 7).json()
    point, values = level(client, changed)
    assert write(client, changed, entry(point["key"], "reading", values=values)).status_code == 200
    undone = client.post(
        f"{at(terrace)}/steps", json={"direction": "undo", "base_revision": changed["revision"]}
    ).json()
    assert points(client, undone)[point["key"]]["status"] == "passed"


def test_another_entry_under_the_same_id_is_refused_and_the_first_stands(client, terrace):
    first = entry("mark-out", by="Ida")
    assert write(client, terrace, first).status_code == 200
    refused = write(client, terrace, first | {"by": "Joss"})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "id"
    assert work_of(client, terrace)["version"] == 1


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"kind": "let_pass", "note": "why"}, "by"),
        ({"kind": "let_pass", "by": "Ida"}, "note"),
        ({"kind": "reading"}, "values"),
        ({"kind": "done", "values": {"a": 1.0}}, "values"),
        ({"on": "2026-02-30"}, "on"),
        ({"kind": "torn_down"}, "kind"),
        ({"about": "Nothing like it"}, "about"),
        ({"kind": "reading", "values": {"a": "NaN"}}, "values"),
    ],
)
def test_an_entry_that_cannot_be_is_refused_by_the_name_of_its_field(client, terrace, change, field):
    refused = write(client, terrace, entry("mark-out") | change)
    assert refused.status_code == 422
    assert any(field in each["field"] for each in refused.json()["errors"]), refused.text
    assert work_of(client, terrace)["version"] == 0


def test_the_database_itself_lets_no_entry_be_changed_or_taken_out(client, terrace):
    assert write(client, terrace, entry("mark-out")).status_code == 200
    engine = client.app.state.workshop.engine
    for statement in ("UPDATE entries SET body = '{}'", "DELETE FROM entries"):
        with pytest.raises(DatabaseError, match="an entry"), engine.begin() as connection:
            connection.execute(text(statement))
    assert client.delete(at(terrace)).status_code == 204
    with engine.begin() as connection:
        assert connection.execute(text("SELECT count(*) FROM entries")).scalar() == 0


def test_the_record_travels_in_the_file_and_stands_in_the_property_that_is_opened_from_it(client, terrace):
    point, values = level(client, terrace)
    written = [entry("mark-out", by="Ida"), entry(point["key"], "reading", values=values, by="Joss")]
    assert write(client, terrace, *written).status_code == 200
    file = client.get(f"{at(terrace)}/file").json()
    assert [each["id"] for each in file["record"]] == [each["id"] for each in written]
    opened = client.post("/api/properties/file", content=json.dumps(file).encode()).json()
    assert points(client, opened)[point["key"]]["status"] == "passed"


def test_an_alternative_that_is_not_built_has_no_record_and_takes_none(client, terrace):
    assert write(client, terrace, entry("mark-out")).status_code == 200
    other = client.post(f"{at(terrace)}/alternatives", json={"name": "B"}).json()
    assert work_of(client, other)["version"] == 0
    refused = write(client, other, entry("locate"))
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "entries"


def test_a_circle_of_tasks_is_refused_and_nothing_is_changed(client, terrace):
    changed = {"name": "", "hours": None, "not_before": None, "after": ["hand-over"], "skipped": "", "note": ""}
    asked = {
        "base_revision": terrace["revision"],
        "edit_id": str(uuid.uuid4()),
        "label": "In a circle",
        "operations": [{"op": "replace", "path": "/build/changed", "value": {"mark-out": changed}}],
    }
    refused = client.post(f"{at(terrace)}/edits", json=asked)
    assert refused.status_code == 422
    assert "circle" in refused.text
    assert client.get(at(terrace)).json()["revision"] == terrace["revision"]


@pytest.mark.parametrize(
    ("path", "value"),
    [
        ("/build/start_on", "2026-02-30"),
        ("/build/hours_day", 0),
        ("/build/hours_day", 25),
        ("/build/days_off", ["mon", "tue", "wed", "thu", "fri", "sat", "sun"]),
        ("/build/order_on", "2030-01-01"),
        ("/price/hands", 0),
    ],
)
def test_a_calendar_that_cannot_be_is_refused(terrace, edit, path, value):
    assert edit(terrace["id"], terrace["revision"], path, value).status_code == 422


def test_a_start_in_the_past_is_planned_as_any_other(client, terrace):
    stored = client.post(
        f"{at(terrace)}/edits",
        json={
            "base_revision": terrace["revision"],
            "edit_id": str(uuid.uuid4()),
            "label": "Long ago",
            "operations": [
                {"op": "replace", "path": "/build/order_on", "value": None},
                {"op": "replace", "path": "/build/start_on", "value": "1990-03-05"},
            ],
        },
    ).json()
    assert stored["plan"]["build"]["starts_on"] == "1990-03-05"


def test_what_was_read_can_be_taken_into_the_design_and_the_plan_follows(client, demo, edit):
    point = next(each for each in points(client, demo).values() if each["task"] == "tank-levels")
    overflow = next(each for each in point["readings"] if each["key"] == "overflow")
    before = demo["plan"]["tank_l"]
    built = edit(demo["id"], demo["revision"], overflow["path"], overflow["planned"] - 0.02).json()
    assert built["plan"]["tank_l"] < before
    assert built["moved"]


def test_when_the_supply_is_useful_is_said_from_the_day_on_which_rain_can_run_in(client, demo):
    useful = work_of(client, demo)["useful"]
    rows = {row["key"]: row for row in useful["rows"]}
    assert {"third", "half", "full", "useful", "season"} <= set(rows)
    assert rows["third"]["filled"]["reached"]["p50"] < rows["half"]["filled"]["reached"]["p50"]
    assert rows["half"]["filled"]["reached"]["p10"] < rows["half"]["filled"]["reached"]["p90"]
    assert rows["useful"]["filled"] == rows["half"]["filled"]
    tasks = {task["key"]: task for task in work_of(client, demo)["tasks"]}
    assert useful["from_day"] == max(tasks[key]["until"] for key in ("first-water", "downpipes", "joint"))
