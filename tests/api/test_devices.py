"""Devices through the address that a real one would post to: tokens, batches, repeats, faults, a flood."""

import datetime as dt
import json

import pytest
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter

from lean_year.api.routers import devices as router
from lean_year.demo.simulated_device import Simulated, simulated

NOW = dt.datetime.now(dt.UTC)


@pytest.fixture(autouse=True)
def _fresh_window(monkeypatch):
    """Of each test its own: all of them come from one address."""
    monkeypatch.setattr(router, "_tries", MovingWindowRateLimiter(MemoryStorage()))


def at(state):
    return f"/api/properties/{state['id']}/devices"


@pytest.fixture
def sensor(client, terrace):
    answer = client.post(at(terrace), json={"kind": "level", "name": "Tall tank", "about": "tall"})
    assert answer.status_code == 201, answer.text
    return answer.json()


def post(client, sensor, lines, token=None):
    body = "\n".join(line if isinstance(line, str) else json.dumps(line) for line in lines)
    return client.post(
        f"/api/devices/{sensor['device']['id']}/readings",
        content=body.encode(),
        headers={"authorization": f"Bearer {token or sensor['token']}"},
    )


def reading(hours_ago=0.0, value=1.0, **more):
    moment = dt.datetime.now(dt.UTC) - dt.timedelta(hours=hours_ago)
    return {"at": moment.isoformat(), "kind": "level", "value": value, "unit": "m", **more}


def listed(client, terrace):
    answer = client.get(at(terrace))
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_readings_are_kept_and_one_that_is_sent_twice_is_kept_once(client, terrace, sensor):
    lines = [reading(3, 1.2), reading(2, 1.1), reading(1, 1.0)]
    assert post(client, sensor, lines).json() == {"kept": 3, "repeated": 0, "refused": [], "clock_ahead_min": None}
    assert post(client, sensor, lines[1:]).json()["repeated"] == 2
    (device,) = listed(client, terrace)
    assert (device["last_quantity"], device["last_value"], device["faults"]) == ("depth_m", 1.0, [])


def test_a_late_batch_and_readings_out_of_order_are_taken(client, terrace, sensor):
    assert post(client, sensor, [reading(1, 1.0)]).json()["kept"] == 1
    assert post(client, sensor, [reading(60, 1.4), reading(80, 1.6)]).json()["kept"] == 2
    assert listed(client, terrace)[0]["last_value"] == 1.0


def test_the_last_level_of_a_day_is_a_level_of_the_log(client, terrace, sensor):
    today = dt.date.today().isoformat()
    post(client, sensor, [reading(0.2, 1.5), reading(0.1, 1.2)])
    work = client.get(
        f"/api/properties/{terrace['id']}/log", params={"revision": terrace["revision"], "on": today}
    ).json()
    assert work["lasting"] is not None
    assert work["rows"] == [], "what a device says is no row of the log"
    assert len(work["levels"]) == 1


def test_units_are_turned_into_the_kept_one(client, terrace, sensor):
    assert post(client, sensor, [reading(2, 3.0, unit="ft"), reading(1, 55.0, unit="%")]).json()["kept"] == 2
    (device,) = listed(client, terrace)
    assert (device["last_quantity"], device["last_value"]) == ("share", pytest.approx(0.55))


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("not json", "JSON object"),
        ("[]", "object with at"),
        ({"at": NOW.isoformat(), "kind": "level", "value": 1.0}, "object with at"),
        (reading(kind="rain"), "kind"),
        (reading(unit="furlong"), "unit"),
        (reading(unit=None), "unit"),
        (reading(value="1.0"), "value"),
        (reading(value=True), "value"),
        (reading(value=1e9), "from 0 to 100"),
        (reading(value=-1), "from 0 to 100"),
        (reading() | {"at": "2026-03-01T07:00:00"}, "zone"),
        (reading() | {"at": "yesterday"}, "moment"),
        (reading() | {"at": "1999-03-01T07:00:00+00:00"}, "2000"),
        (reading() | {"at": 7}, "moment"),
        (reading(hours_ago=-30), "ahead"),
        ("[" * 5_000, "JSON object"),
    ],
)
def test_what_is_no_reading_is_refused_by_its_line_and_the_others_are_kept(client, sensor, line, says):
    answer = post(client, sensor, [reading(2), line, reading(1)])
    assert answer.status_code == 200, answer.text
    said = answer.json()
    assert said["kept"] == 2
    assert [each["line"] for each in said["refused"]] == [2]
    assert says in said["refused"][0]["why"]


def test_nan_is_no_number(client, sensor):
    line = json.dumps(reading()).replace("1.0", "NaN")
    assert post(client, sensor, [line]).json()["refused"][0]["why"].startswith("value")


@pytest.mark.parametrize("token", ["wrong", "\ud83d", ""])
def test_a_wrong_token_is_refused(client, sensor, token):
    answer = client.post(
        f"/api/devices/{sensor['device']['id']}/readings",
        content=json.dumps(reading()),
        headers={"authorization": f"Bearer {token}".encode("utf-8", "surrogatepass")},
    )
    assert answer.status_code == 401


def test_a_withdrawn_device_is_refused_and_what_it_reported_stays(client, terrace, sensor):
    post(client, sensor, [reading(1)])
    assert client.delete(f"{at(terrace)}/{sensor['device']['id']}").status_code == 204
    assert client.delete(f"{at(terrace)}/{sensor['device']['id']}").status_code == 404
    assert post(client, sensor, [reading()]).status_code == 401
    (device,) = listed(client, terrace)
    assert device["withdrawn_at"] is not None
    assert device["readings"] == 1


def test_the_token_of_one_device_opens_no_other(client, terrace, sensor):
    other = client.post(at(terrace), json={"kind": "level", "name": "Other"}).json()
    assert post(client, other, [reading()], token=sensor["token"]).status_code == 401


def test_a_device_of_a_tank_that_is_not_there_is_refused(client, terrace):
    answer = client.post(at(terrace), json={"kind": "level", "name": "X", "about": "nowhere"})
    assert answer.status_code == 422
    assert "about" in answer.text


def test_a_flood_is_refused_in_bounded_memory(client, sensor):
    lines = [json.dumps(reading(number / 3_600)) for number in range(2_001)]
    answer = post(client, sensor, lines)
    assert answer.status_code == 422
    assert "2,000" in answer.text
    assert post(client, sensor, ["x" * 600_000]).status_code == 413
    answers = [post(client, sensor, [reading(1)]).status_code for _ in range(70)]
    assert answers.count(200) <= 60
    assert answers[-1] == 429


def test_a_clock_an_hour_ahead_is_said_at_once(client, terrace, sensor):
    assert post(client, sensor, [reading(-1)]).json()["clock_ahead_min"] == pytest.approx(60, abs=2)
    assert listed(client, terrace)[0]["faults"] == ["clock_ahead"]


def report(client, sensor, fault, monkeypatch, days=6):
    """Everything that a simulated device says, each when it says it."""
    first = NOW - dt.timedelta(days=days)
    sent = {}
    for each in simulated(Simulated("level", fault, top_m=1.9), first, days):
        sent.setdefault(each.sent, []).append(each.line)

    class At(dt.datetime):
        moment = NOW

        @classmethod
        def now(cls, tz=None):
            return cls.moment if tz is None else cls.moment.astimezone(tz)

    clock = type("Clock", (), {"datetime": At, "UTC": dt.UTC, "timedelta": dt.timedelta})
    monkeypatch.setattr(router, "dt", clock)
    monkeypatch.setattr(router, "BY_DEVICE", router.BY_ADDRESS)
    kept = repeated = 0
    for moment, lines in sent.items():
        At.moment = moment
        answer = post(client, sensor, lines).json()
        kept, repeated = kept + answer["kept"], repeated + answer["repeated"]
    return kept, repeated


@pytest.mark.parametrize(
    ("fault", "said"),
    [
        ("none", []),
        ("repeats", []),
        ("stuck", ["stuck"]),
        ("drop_outs", ["drops_out"]),
        ("clock_ahead", ["clock_ahead"]),
        ("clock_behind", ["clock_behind"]),
        ("silent", ["silent"]),
    ],
)
def test_each_fault_of_a_simulated_sensor_is_told_from_the_others(client, terrace, sensor, monkeypatch, fault, said):
    kept, repeated = report(client, sensor, fault, monkeypatch)
    assert listed(client, terrace)[0]["faults"] == said
    assert kept > 20
    assert (repeated > 0) == (fault == "repeats")


def test_drift_is_seen_against_what_is_read_by_hand(client, terrace, sensor, monkeypatch):
    """Three dips of the true depth, while the sensor goes up by 3 cm a day."""
    report(client, sensor, "drift", monkeypatch, days=9)
    true = {}
    for each in simulated(Simulated("level", "none", top_m=1.9), NOW - dt.timedelta(days=9), 9):
        line = json.loads(each.line)
        true[dt.datetime.fromisoformat(line["at"]).date().isoformat()] = line["value"]
    days = sorted(true)[-4:-1]
    for day in days:
        entry = {
            "id": f"dip-{day}",
            "kind": "level",
            "about": "log/level/tall",
            "on": day,
            "values": {"depth_m": true[day]},
        }
        answer = client.post(f"/api/properties/{terrace['id']}/entries", json={"entries": [entry]})
        assert answer.status_code == 200, answer.text
    (device,) = listed(client, terrace)
    assert device["drift"] > 0.04
