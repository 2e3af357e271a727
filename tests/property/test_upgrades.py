"""Documents of older versions open with every value in its place; a newer one is refused by its version."""

import json
from pathlib import Path

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import DEMOS
from lean_year.property.document import DOCUMENT_VERSION, Property
from lean_year.property.edits import check
from lean_year.property.upgrades import RENAMED_IN_3, upgrade

HERE = Path(__file__).parent
MOVED = {"/ground/lean_mm": "/cistern/tanks/0/lean", "/ground/base": "/cistern/tanks/0/base"}
ADDED = {
    "/overflow/infiltration_safety": 1.5,
    "/audit/as_found": False,
    "/build/hours_day": 8.0,
    "/build/days_off/0": "sat",
    "/build/days_off/1": "sun",
    "/build/useful_share": 0.5,
    "/build/hand_over/instructed": "",
    "/build/hand_over/instructed_on": None,
    "/build/start_on": None,
    "/build/order_on": None,
    "/keeping/in_use_since": None,
    "/keeping/area": "",
    "/keeping/visits_every_months": None,
    "/parts/kerf_mm": 3.0,
    "/price/hands": 2,
    "/price/travel_km": 0.0,
    "/price/machine_days": 0.0,
    "/price/rounded_to": 0.0,
    "/price/ways/mains/yearly": 0.0,
    "/price/ways/mains/rise_m": 0.0,
    "/price/ways/mains/friction_kpa": 0.0,
    "/climate/rain": "recorded",
    "/climate/downpours": "entered",
    "/treatment/uv/slow_valve": False,
    "/treatment/backflow_tested": False,
    "/pump/pipe": "plastic",
    "/pump/article": "",
    "/pump/vessel_article": "",
    "/pump/stands": "beside",
    "/pump/siphon": False,
    "/first_flush/leg_m": 1.5,
    "/pump/hot_water/kind": "unknown",
    "/pump/hot_water/store_l": 200.0,
    "/pump/hot_water/store_c": 60.0,
    "/pump/hot_water/mixed_down": False,
    "/pump/hot_water/relief_kpa": 700.0,
}
"""Entries that have come since, each as it stands where nobody has entered it."""
NOT_KNOWN = (
    "/overflow/port_mm",
    "/pump/port_mm",
    "/pump/vessel_rated_kpa",
    "/pump/hot_water/least_kpa",
    "/pump/hot_water/expansion_l",
    "/levels/lowest_tap_m",
    "/treatment/uv/sensor_percent",
    "/pump/set_point_kpa",
    "/pump/over_rim_m",
    "/cistern/second_outlet",
    "/pump/battery",
    "/pump/hand",
    "/downpipes/0/run/foot_m",
    "/downpipes/1/run/foot_m",
    "/price/margin",
    "/price/contingency",
    "/price/tax",
    "/price/years",
    "/price/discount_rate",
    "/price/ways/mains/connection",
    "/price/ways/mains/per_m3",
    "/price/ways/mains/street_kpa",
    "/price/ways/well/drilled",
    "/price/ways/well/yearly",
    "/price/ways/truck_m3",
    "/price/ways/smaller_share",
    "/price/ways/nothing_yearly",
)


def written_by(version: int, name: str) -> dict:
    """A demo property as an older version of the application wrote it."""
    return json.loads((HERE / f"version_{version}" / f"{name}.json").read_text("utf-8"))


def version_2(name: str) -> dict:
    return written_by(2, name)


def without_gutters(document: dict) -> dict:
    return document | {
        "roofs": [
            {key: value for key, value in roof.items() if not key.startswith("gutter")} for roof in document["roofs"]
        ]
    }


def since_7(opened: dict) -> dict:
    """Entries of its runs, its tanks, its stages and its back-up that version 7 has more."""
    found = {f"/downpipes/{row}/run/low_drain_mm": None for row in range(len(opened["downpipes"]))}
    for row, tank in enumerate(opened["cistern"]["tanks"]):
        found[f"/cistern/tanks/{row}/link/joint"] = "flexible"
        found[f"/cistern/tanks/{row}/valve"] = "open"
        found |= {f"/cistern/tanks/{row}/outlet_port_mm": None, f"/cistern/tanks/{row}/article": ""}
        if "stated_l" in tank["shape"]:
            found[f"/cistern/tanks/{row}/shape/stated_l"] = None
    for row in range(len(opened["treatment"]["stages"])):
        bought = {"clean_flow_l_s": None, "port_mm": None, "article": ""}
        found |= {f"/treatment/stages/{row}/{name}": value for name, value in bought.items()}
    for part in ("well", "truck"):
        entered = opened["household"]["back_up"][part]
        at = f"/household/back_up/{part}"
        found |= {at: None} if entered is None else {f"{at}/{name}": value for name, value in entered.items()}
    return found


SINCE_5 = ("served", "garden_served", "supply", "out_of_use")
"""Which supply serves a use: the one that there was; and what is out of use for part of the year: nothing."""


def leaves(part, path=""):
    if isinstance(part, dict):
        for key, value in part.items():
            if key in SINCE_5:
                continue
            yield from leaves(value, f"{path}/{key}")
    elif isinstance(part, list):
        for number, value in enumerate(part):
            yield from leaves(value, f"{path}/{number}")
    else:
        yield path, part


@pytest.mark.parametrize("name", list(DEMOS))
def test_every_value_of_version_2_is_in_its_place(name):
    old = version_2(name)
    opened = check(upgrade(old)).model_dump(mode="json")
    found = dict(leaves(without_gutters(opened)))
    renamed = 0
    for path, value in leaves(without_gutters(old)):
        keys = path.split("/")
        pattern = "/".join("*" if key.isdigit() else key for key in keys)
        if pattern in RENAMED_IN_3:
            assert path not in found
            path, renamed = "/".join([*keys[:-1], RENAMED_IN_3[pattern]]), renamed + 1
        path = MOVED.get(path, path)
        if path == "/pump/variable_speed":
            path, value = "/pump/control", "variable_speed" if value else "pressure_switch"
        if path == MOVED["/ground/lean_mm"]:
            assert value == 0
            value = None
        if path not in ("/version",):
            assert found[path] == value, path
    assert renamed >= len(RENAMED_IN_3)
    other_tanks = 2 * (len(old["cistern"]["tanks"]) - 1)  # each has its own lean and its own base
    lives = dict.fromkeys(f"/treatment/stages/{at}/life_months" for at in range(len(old["treatment"]["stages"])))
    since = ADDED | dict.fromkeys(NOT_KNOWN) | lives | since_7(opened)
    if not old["household"]["uses"]:
        since["/household/uses"] = None
    assert len(found) == len(dict(leaves(without_gutters(old))) | since) + other_tanks
    assert {path: found[path] for path in since} == since
    assert opened["version"] == DOCUMENT_VERSION


def test_what_was_assumed_stays_so_under_its_new_name():
    old = version_2("saltmarrow") | {"assumed": ["/pump/way", "/cistern/tanks/0/link/fittings", "/roofs/0/runoff"]}
    assert upgrade(old)["assumed"] == ["/pump/feed", "/cistern/tanks/0/link/fittings_k", "/roofs/0/runoff"]


def test_an_upgrade_leaves_what_it_was_given_alone_and_is_not_done_twice():
    old = version_2("lantern-row")
    before = json.dumps(old)
    once = upgrade(old)
    assert json.dumps(old) == before
    assert upgrade(once) == once


@pytest.mark.parametrize("version", [2, 3])
@pytest.mark.parametrize("name", list(DEMOS))
def test_the_gutters_of_an_older_version_are_runs_with_as_many_outlets(name, version):
    old = written_by(version, name)
    opened = check(upgrade(old))
    for before, roof in zip(old["roofs"], opened.roofs, strict=True):
        gutter = before["gutter"]
        assert sum(len(run.outlets_m) for run in roof.gutters) == gutter["outlets"]
        assert all(place is None for run in roof.gutters for place in run.outlets_m), "nobody measured where they are"
        for run in roof.gutters:
            same = run.model_dump(exclude={"outlets_m", "lining"})
            assert same == {key: value for key, value in gutter.items() if key != "outlets"}
    two_eaves = {"saltmarrow": {"house"}, "brindle-landing": set(), "lantern-row": {"outrigger"}}[name]
    assert {roof.id for roof in opened.roofs if len(roof.gutters) == 2} == two_eaves


@pytest.mark.parametrize(("pitch_deg", "eaves"), [(4.9, 1), (5, 2), (30, 2)])
def test_a_roof_that_was_pitched_had_two_eaves(pitch_deg, eaves):
    old = written_by(3, "saltmarrow")
    old["roofs"][0] |= {"pitch_deg": pitch_deg, "gutter": {"outlets": 2}}
    old["roofs"][0]["extent"].pop("along_slope", None)
    assert len(check(upgrade(old)).roofs[0].gutters) == eaves


def test_what_was_assumed_of_a_gutter_stays_so():
    old = written_by(3, "saltmarrow") | {
        "assumed": ["/roofs/1/gutter/outlets", "/roofs/0/gutter/width_mm", "/prices"]
    }
    assert upgrade(old)["assumed"] == ["/roofs/1/gutters/0/outlets_m", "/roofs/0/gutters/0/width_mm", "/prices"]


def test_the_lean_that_all_tanks_had_is_that_of_each():
    old = written_by(3, "lantern-row")
    old["ground"]["lean_mm"] = 25.0
    assert [tank.lean.fall_mm for tank in check(upgrade(old)).cistern.tanks] == [25.0, 25.0]


def test_the_base_that_all_tanks_of_a_supply_had_is_that_of_each():
    new = check(upgrade(written_by(3, "lantern-row"))).model_dump(mode="json")
    shed = {"id": "shed", "name": "Shed", "downpipes": [{"id": "s", "name": "S"}], "ground": {"base": "slab"}}
    shed["cistern"] = {"tanks": [{"id": "s1", "name": "Shed", "shape": {"kind": "volume", "volume_l": 900.0}}]}
    for tank in new["cistern"]["tanks"]:
        del tank["base"]
    old = new | {"version": 5, "ground": new["ground"] | {"base": "rock"}, "supplies": [shed]}
    old["assumed"] = ["/ground/base", "/supplies/0/ground/base", "/ground/soil"]
    opened = check(upgrade(old))
    assert [tank.base for tank in opened.cistern.tanks] == ["rock", "rock"]
    assert [tank.base for tank in opened.supplies[0].cistern.tanks] == ["slab"]
    assert opened.assumed == [
        "/cistern/tanks/0/base", "/cistern/tanks/1/base", "/supplies/0/cistern/tanks/0/base", "/ground/soil",
    ]  # fmt: skip


def test_a_pump_of_variable_speed_stays_one():
    old = check(upgrade(written_by(3, "brindle-landing"))).model_dump(mode="json")
    assert old["pump"]["control"] == "variable_speed"
    old |= {"version": 6, "assumed": ["/pump/variable_speed", "/supplies/0/pump/variable_speed", "/pump/points"]}
    old["pump"] = {key: value for key, value in old["pump"].items() if key != "control"} | {"variable_speed": False}
    shed = {"id": "shed", "name": "Shed", "downpipes": [{"id": "s", "name": "S"}], "pump": {"variable_speed": True}}
    shed["cistern"] = {"tanks": [{"id": "s1", "name": "Shed", "shape": {"kind": "volume", "volume_l": 900.0}}]}
    opened = check(upgrade(old | {"supplies": [shed]}))
    assert opened.pump.control == "pressure_switch"
    assert opened.supplies[0].pump.control == "variable_speed"
    assert opened.assumed == ["/pump/control", "/supplies/0/pump/control", "/pump/points"]


def test_a_hillside_has_no_gutter_at_its_eaves():
    old = written_by(3, "saltmarrow")
    old["roofs"][1]["material"] = "hillside_rock"
    assert check(upgrade(old)).roofs[1].gutters == []


@pytest.mark.parametrize("version", [DOCUMENT_VERSION + 1, 17])
def test_a_newer_document_is_refused_by_its_version(version):
    with pytest.raises(InputError, match=rf"version: must be at most {DOCUMENT_VERSION}.*got {version}"):
        upgrade(version_2("saltmarrow") | {"version": version})


@pytest.mark.parametrize("odd", [{"pump": 3}, {"cistern": {"tanks": {}}}, {"assumed": "x"}, {"assumed": [1]}])
def test_what_is_no_document_is_left_to_the_check_of_the_document(odd):
    with pytest.raises(InputError):
        check(upgrade(version_2("saltmarrow") | odd))


def test_the_fixtures_are_of_both_systems_of_units():
    assert {version_2(name)["units"] for name in DEMOS} == {"metric", "us"}
    assert set(Property.model_fields) - {
        "climate",
        "survey",
        "audit",
        "photos",
        "permits",
        "parts",
        "price",
        "build",
        "keeping",
        "supply",
        "supplies",
        "transfers",
        "others",
    } == set(version_2("saltmarrow"))


@pytest.mark.parametrize("name", list(DEMOS))
def test_an_older_property_has_the_one_supply_that_serves_all_of_it(name):
    opened = check(upgrade(written_by(3, name)))
    assert opened.supply_ids == ["main"]
    assert {served.by for _, served in opened.household.all_served()} == {"main"}


def test_uses_that_were_not_listed_are_shared_out_by_the_habit_as_before():
    old = written_by(3, "saltmarrow")
    old["household"]["uses"] = []
    assert check(upgrade(old)).household.uses is None
    since = check(upgrade(old)).model_dump(mode="json")
    since["household"]["uses"] = []
    assert check(upgrade(since)).household.uses == []
