"""The quick sums over the API are those of the command line."""

import pytest

from lean_year.core.quick_sums import QUICK_SUMS, work_out


def test_every_sum_is_offered_with_what_it_asks(client):
    offered = {each["name"]: each for each in client.get("/api/sums").json()}
    assert set(offered) == set(QUICK_SUMS)
    for name, each in offered.items():
        assert each["outputs"] == dict(QUICK_SUMS[name].outputs)
        assert set(each["ways"]) == set(QUICK_SUMS[name].methods or [""])
        assert each["group"]


@pytest.mark.parametrize(
    ("name", "values"),
    [
        ("flotation", {"displaced_m3": 5, "tank_kg": 200, "water_l": 0, "cover_kn": 20}),
        ("pipe_loss", {"method": "darcy", "flow_l_s": 1, "bore_mm": 26, "length_m": 60, "roughness_mm": 0.0015}),
        ("days_left", {"level_l": 9000, "demand_l_day": 300}),
    ],
)
def test_a_sum_is_worked_out_as_the_core_does(client, name, values):
    assert client.post(f"/api/sums/{name}", json={"values": values}).json()["outputs"] == work_out(name, values)


@pytest.mark.parametrize(
    ("name", "values", "field"),
    [
        ("nothing", {}, "sum"),
        ("days_left", {"level_l": 1}, "demand_l_day"),
        ("days_left", {"level_l": -1, "demand_l_day": 1}, "level_l"),
        ("days_left", {"level_l": "much", "demand_l_day": 1}, "level_l"),
        ("concrete_bags", {"volume_m3": 1, "bag_kg": 0}, "bag_kg"),
    ],
)
def test_what_cannot_be_worked_out_is_refused_by_name(client, name, values, field):
    answer = client.post(f"/api/sums/{name}", json={"values": values})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == field
