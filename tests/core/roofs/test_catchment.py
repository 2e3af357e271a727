import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.core.roofs import catchment

LITRES_PER_US_GALLON = 3.785411784  # exact by definition
M2_PER_SQUARE_FOOT = 0.3048**2  # exact by definition


def test_one_inch_on_a_thousand_square_feet_is_623_gallons():
    """By arithmetic, as the trade has it: 1 inch on 1,000 square feet is 623 US gallons before losses."""
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


def test_every_coefficient_carries_its_source_and_metal_brings_more_than_grass():
    table = catchment.runoff_coefficients()
    assert all(row.source for row in table.values())
    assert table["metal"].central > table["green_roof"].central


def test_a_coefficient_marked_published_needs_its_source():
    with pytest.raises(InputError, match="names no source"):
        catchment.RunoffCoefficient("x", "X", 0.1, 0.2, 0.3, "published", "")


def test_every_coefficient_lies_within_its_range_and_says_whether_its_water_may_be_drunk():
    for row in catchment.runoff_coefficients().values():
        assert 0 < row.low <= row.central <= row.high <= 1
        assert row.drinking in ("good", "caution", "never")
        assert row.drinking == "good" or row.advice, row.key


@pytest.mark.parametrize(
    ("key", "low", "central", "high"),
    [
        ("metal", 0.85, 0.92, 0.95),
        ("glazed_tile", 0.85, 0.90, 0.93),
        ("concrete_tile", 0.75, 0.82, 0.90),
        ("asphalt_shingle", 0.75, 0.85, 0.90),
        ("flat_membrane", 0.70, 0.80, 0.90),
        ("flat_gravel", 0.50, 0.65, 0.75),
        ("green_roof", 0.30, 0.40, 0.60),
        ("concrete_paving", 0.60, 0.75, 0.85),
    ],
)
def test_the_coefficients_are_the_handbooks(key, low, central, high):
    """From memory: handbooks; BS EN 16941-1 has pitched smooth 0.9, pitched rough 0.8, flat 0.8, flat gravel 0.7."""
    row = catchment.runoff_coefficients()[key]
    assert (row.low, row.central, row.high) == (low, central, high)


@pytest.mark.parametrize("key", ["car_park", "asbestos_cement", "bitumen_felt"])
def test_water_that_nobody_should_drink_says_what_to_do_instead(key):
    row = catchment.runoff_coefficients()[key]
    assert row.drinking == "never"
    assert row.advice.endswith(".")


def test_the_monthly_method_takes_two_millimetres_off_each_month():
    """From memory: enHealth, Guidance on use of rainwater tanks: runoff = A x 0.8 to 0.85 x (month - 2 mm)."""
    dates = np.arange(np.datetime64("2001-01-01"), np.datetime64("2001-04-01"))
    rain = np.zeros(dates.size)
    rain[[3, 9]] = [30, 12]  # January 42
    rain[40] = 1.5  # February, less than the loss
    rain[70] = 20  # March
    month = dates.astype("datetime64[M]").astype(np.int64)
    runoff = catchment.monthly_method_runoff_mm(rain, month - month[0])
    assert runoff[:31].sum() == pytest.approx(40)
    assert runoff[31:59].sum() == 0
    assert runoff[59:].sum() == pytest.approx(18)
    assert (runoff[3], runoff[9]) == pytest.approx((28, 12)), "the first two millimetres of the month are lost"
