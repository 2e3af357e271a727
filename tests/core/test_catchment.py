import numpy as np
import pytest

from lean_year.core import catchment
from lean_year.core.errors import InputError

LITRES_PER_US_GALLON = 3.785411784  # exact by definition
M2_PER_SQUARE_FOOT = 0.3048**2  # exact by definition


@pytest.mark.published("arithmetic", "1 inch on 1,000 square feet is 623 US gallons before losses")
def test_one_inch_on_a_thousand_square_feet_is_623_gallons():
    litres = catchment.harvest_l(area_m2=1000 * M2_PER_SQUARE_FOOT, rain_mm=25.4, runoff=1, loss_mm=0)
    assert float(litres) / LITRES_PER_US_GALLON == pytest.approx(623, abs=0.5)


def test_a_barn_of_1010_square_feet_brings_560_gallons_an_inch_and_fills_2500_in_four_and_a_half_inches():
    """Common practice in the trade, no source."""
    litres = catchment.harvest_l(area_m2=1010 * M2_PER_SQUARE_FOOT, rain_mm=25.4, runoff=0.89, loss_mm=0)
    gallons = float(litres) / LITRES_PER_US_GALLON
    assert gallons == pytest.approx(560, abs=1)
    assert 2500 / gallons == pytest.approx(4.5, abs=0.05)


def test_the_loss_is_taken_afresh_each_day_and_never_goes_below_zero():
    rain = np.array([0.0, 0.3, 0.5, 2.0])
    harvest = catchment.harvest_l(area_m2=10, rain_mm=rain, runoff=1, loss_mm=0.5)
    assert harvest.tolist() == [0, 0, 0, 15]


def test_a_gable_measured_up_both_slopes_has_the_plan_of_its_footprint():
    half = catchment.roof_plan_area_m2(slope_length_m=5 / np.cos(np.radians(40)), width_m=12, pitch_deg=40)
    assert 2 * half == pytest.approx(10 * 12)


@pytest.mark.parametrize(
    ("field", "value"),
    [("area_m2", -1), ("area_m2", float("nan")), ("runoff", 1.01), ("loss_mm", float("inf")), ("rain_mm", 2000)],
)
def test_a_value_out_of_range_is_named(field, value):
    good = {"area_m2": 100, "rain_mm": 10, "runoff": 0.9, "loss_mm": 0.5}
    with pytest.raises(InputError, match=field) as refused:
        catchment.harvest_l(**(good | {field: value}))
    assert refused.value.field == field


def test_every_coefficient_carries_a_basis_and_is_from_memory_until_confirmed():
    table = catchment.runoff_coefficients()
    assert {row.basis for row in table.values()} == {"from_memory"}
    assert all(row.source for row in table.values())
    assert table["metal"].central > table["green_roof"].central


def test_a_coefficient_marked_published_needs_its_source():
    with pytest.raises(InputError, match="names no source"):
        catchment.RunoffCoefficient("x", "X", 0.1, 0.2, 0.3, "published", "")
