"""What cannot be: each is refused by the field and what is allowed, or found, and nothing that was kept is lost."""

import pytest

from tests.api.asked import changed, seen

TANK = "/cistern/tanks/0"
PIT = {"kind": "pit", "length_m": 2.0, "width_m": 2.0, "height_m": 1.0, "pipe_bore_m": 0.9, "pipe_length_m": 8.0}


def _add(path, value):
    return {"op": "add", "path": path, "value": value}


def _replace(path, value):
    return {"op": "replace", "path": path, "value": value}


def _pump(source, to):
    return _add("/transfers/-", {"id": f"{source}-{to}", "source": source, "to": to})


REFUSED = {
    "water sent in a circle": (
        [_pump("main", "shed"), _pump("shed", "main")], "transfers", "goes in a circle",
    ),
    "a use served by none": (
        [_replace("/household/irrigation/served", {"by": "nobody", "then": None})],
        "household.irrigation.served.by", "must name a supply",
    ),
    "a supply removed that serves a use": (
        [_replace("/household/garden_served/by", "shed"), {"op": "remove", "path": "/supplies/0"}],
        "household.garden_served.by", "must name a supply",
    ),
    "the last tank of the last supply removed": (
        [{"op": "remove", "path": "/supplies/0"}, {"op": "remove", "path": TANK}], "cistern.tanks", "at least 1",
    ),
    "the last supply removed": (
        [{"op": "remove", "path": "/supplies/0"}, {"op": "remove", "path": "/cistern"}], "cistern", "is missing",
    ),
    "a season from 31 October to 30 October": (
        [_replace("/cistern/out_of_use", {"first": "10-31", "last": "10-30"})],
        "cistern.out_of_use.last", "must leave at least 30 days",
    ),
    "an outlet above its overflow": (
        [_replace(f"{TANK}/outlet_m", 2.2), _replace(f"{TANK}/overflow_m", 2.0)],
        "cistern.tanks[0].outlet_m", "must be at most the overflow",
    ),
    "culverts that fill more than their pit": (
        [_replace(f"{TANK}/shape", PIT)], "cistern.tanks[0].shape", "pipe",
    ),
    "a stock size that cannot hold what is stated": (
        [_replace(f"{TANK}/shape", {"kind": "upright_cylinder", "diameter_m": 2.0, "height_m": 2.4,
                                    "stated_l": 9_000.0})],
        "cistern.tanks[0].shape.stated_l", "must be at most what its measures hold",
    ),
    "the only tank shut off": (
        [_replace(f"{TANK}/valve", "shut")], "cistern.tanks[0].valve", "cannot be shut",
    ),
}  # fmt: skip


@pytest.mark.parametrize("what", list(REFUSED))
def test_it_is_refused_by_its_field_and_nothing_is_lost(client, both, what):
    operations, field, says = REFUSED[what]
    before = seen(client, both["id"])
    answer = changed(client, both["id"], before["revision"], operations)
    assert answer.status_code == 422, answer.text
    (error, *_) = answer.json()["errors"]
    assert error["field"].startswith(field)
    assert says in error["message"]
    after = seen(client, both["id"])
    assert (after["revision"], after["document"]) == (before["revision"], before["document"])


def test_a_plinth_under_forty_tonnes_is_kept_and_found_to_fail(client, both):
    heavy = [
        _replace(f"{TANK}/shape", {"kind": "upright_cylinder", "diameter_m": 4.8, "height_m": 2.4}),
        _replace(f"{TANK}/overflow_m", None),
        _replace(f"{TANK}/base", "plinth"),
        _replace(f"{TANK}/floor_m", 0.5),
        _replace("/levels/tank_ground_m", 0.0),
    ]
    state = changed(client, both["id"], both["revision"], heavy).json()
    found = next(each for each in state["plan"]["findings"] if each["code"] == "GROUND_PLINTH_LOADED")
    assert found["severity"] == "fails"
    assert found["text"].startswith("Liner tank weighs 4")
