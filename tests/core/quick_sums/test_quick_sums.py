import math

import pytest

from lean_year.core.errors import InputError
from lean_year.core.quick_sums import QUICK_SUMS, work_out


@pytest.mark.parametrize(
    ("name", "values", "output", "expected"),
    [
        ("harvest", {"area_m2": 100, "rain_mm": 12.5, "runoff": 0.8, "loss_mm": 0.5}, "volume_l", 960),
        ("harvest", {"area_m2": 100, "rain_mm": 0.2, "runoff": 0.8, "loss_mm": 0.5}, "volume_l", 0),
        ("roof_plan_area", {"slope_length_m": 6, "width_m": 10, "pitch_deg": 0}, "area_m2", 60),
        ("roof_plan_area", {"slope_length_m": 6, "width_m": 10, "pitch_deg": 45}, "area_m2", 60 / math.sqrt(2)),
        ("cylinder", {"diameter_m": 2, "depth_m": 1}, "volume_l", 1000 * math.pi),
        ("lying_cylinder", {"diameter_m": 2, "length_m": 3, "depth_m": 2}, "volume_l", 3000 * math.pi),
        ("lying_cylinder", {"diameter_m": 2, "length_m": 3, "depth_m": 0}, "volume_l", 0),
        ("downpipe", {"diameter_mm": 100, "fill_ratio": 0.33}, "capacity_l_s", 10.71),
        ("overflow", {"diameter_mm": 100, "head_mm": 25}, "capacity_l_s", 100 * 125 / 7500),
        ("overflow", {"diameter_mm": 100, "head_mm": 100}, "capacity_l_s", 100**2 * 10 / 15000),
        ("drain_pipe", {"diameter_mm": 100, "slope": 0.01, "manning_n": 0.01}, "full_capacity_l_s", 6.716),
        (
            "pipe_loss",
            {"flow_l_s": 0, "bore_mm": 50, "length_m": 9, "method": "darcy", "roughness_mm": 0},
            "head_m",
            0,
        ),
        ("days_left", {"level_l": 9000, "demand_l_day": 300}, "days", 30),
        ("days_left", {"level_l": 9000, "demand_l_day": 400}, "days", 22.5),
    ],
)
def test_a_sum_whose_answer_is_known(name, values, output, expected):
    assert work_out(name, values) == {output: pytest.approx(expected, rel=1e-3)}


def test_a_lying_cylinder_at_any_depth_is_the_integral_of_its_width():
    from scipy.integrate import quad

    for depth in (0.1, 0.7, 1.3, 1.9):
        section, _ = quad(lambda h: 2 * math.sqrt(max(0.0, 1 - (1 - h) ** 2)), 0, depth)
        litres = work_out("lying_cylinder", {"diameter_m": 2, "length_m": 5, "depth_m": depth})["volume_l"]
        assert litres == pytest.approx(5000 * section, rel=1e-6)


def test_a_ring_panel_tank_of_ten_metres_holds_188_cubic_metres_gross():
    """Common practice in the trade, no source: 10.2 m by 2.3 m."""
    assert work_out("cylinder", {"diameter_m": 10.2, "depth_m": 2.3})["volume_l"] == pytest.approx(188_000, rel=0.001)


@pytest.mark.parametrize(
    ("name", "values", "field"),
    [
        ("nope", {}, "sum"),
        ("cylinder", {"diameter_m": 1}, "depth_m"),
        ("cylinder", {"diameter_m": 1, "depth_m": 1, "colour": 3}, "colour"),
        ("cylinder", {"diameter_m": -1, "depth_m": 1}, "diameter_m"),
        ("lying_cylinder", {"diameter_m": 1, "length_m": 1, "depth_m": 1.1}, "depth_m"),
        ("pipe_loss", {"flow_l_s": 1, "bore_mm": 50, "length_m": 9, "method": "guess"}, "method"),
        ("pipe_loss", {"flow_l_s": 1, "bore_mm": 50, "length_m": 9, "method": "darcy", "c": 150}, "c"),
        ("pipe_loss", {"flow_l_s": 1, "bore_mm": 50, "length_m": 9, "roughness_mm": 0}, "method"),
        ("downpipe", {"diameter_mm": 100, "fill_ratio": 0.4}, "fill_ratio"),
        ("drain_down", {"chamber_length_m": 1, "bore_mm": 75, "hole_mm": 80}, "hole_mm"),
        ("days_left", {"level_l": 1, "demand_l_day": 0}, "demand_l_day"),
        ("cost_per_m3", {"present_cost": 1, "m3_per_year": 1, "years": 2.5, "discount_rate": 0}, "years"),
        ("mains_pressure", {"street_kpa": 400, "rise_m": 1, "friction_kpa": -1}, "friction_kpa"),
    ],
)
def test_a_bad_sum_names_the_field(name, values, field):
    with pytest.raises(InputError) as refused:
        work_out(name, values)
    assert refused.value.field == field


def test_every_output_ends_in_its_unit():
    suffix = {
        "L": "_l",
        "m2": "_m2",
        "m3": "_m3",
        "m": "_m",
        "d": "days",
        "h": ("hours", "_h"),
        "L/s": "_l_s",
        "mL": "_ml",
        "g": "_g",
        "months": "_months",
        "kg": "_kg",
        "t": "_t",
        "kPa": "_kpa",
        "kN/m": "_kn_m",
        "MPa": "_mpa",
        "-": "",
        "money": "cost",
        "money/m3": "_m3",
    }
    for each in QUICK_SUMS.values():
        for output, unit in each.outputs.items():
            assert output.endswith(suffix[unit])
