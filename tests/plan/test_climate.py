"""A climate to come: less rain and heavier downpours, as switches that stay with the property."""

from dataclasses import replace as with_values

import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from tests.plan.on_demos import codes, edited, finding, planned, planned_dry, replace

DRIER, FIFTH = replace("/climate/rain", "fifth_less"), replace("/climate/downpours", "fifth_heavier")


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
@pytest.mark.parametrize(("kind", "left"), [("tenth_less", 0.9), ("fifth_less", 0.8)])
def test_the_verdict_says_what_a_record_with_so_much_less_rain_carries(name, kind, left):
    rain = demo_rain(name)
    alone = edited(name, replace("/household/back_up/kind", "none"))
    drier = plan_property(alone, prepare_rain(with_values(rain, depth_mm=rain.depth_mm * left), "none")).plan.cistern
    plan = planned(name, replace("/household/back_up/kind", "none"), replace("/climate/rain", kind))
    assert (plan.cistern.drier.years_carried, plan.cistern.drier.of_years) == (
        drier.years_carried,
        drier.counted_years,
    )
    percent = round(100 - 100 * left)
    words = f"With {percent} % less rain: {drier.years_carried} of {drier.counted_years}"
    assert words in plan.verdict
    assert plan.verdict_parts.climate.startswith(words)
    # The record's own answer stands beside it as it was.
    assert plan.verdict_parts.answer == planned(name, replace("/household/back_up/kind", "none")).verdict_parts.answer


def test_where_the_drier_climate_misses_the_aim_it_is_a_caution_and_other_water_takes_it_away():
    saltmarrow = replace("/household/back_up/kind", "none"), DRIER
    found = finding(planned("saltmarrow", *saltmarrow), "CISTERN_DRIER_CLIMATE")
    assert found.severity == "caution"
    assert "20 % less rain" in found.text
    years = planned("saltmarrow", *saltmarrow).cistern.drier
    short = years.of_years - years.years_carried
    assert short > 0
    assert f"{short} years with dry days" in found.text
    enough = planned("saltmarrow", *saltmarrow, replace("/cistern/short_years_allowed", short))
    assert "CISTERN_DRIER_CLIMATE" not in codes(enough)
    trucked = planned("saltmarrow", DRIER, replace("/household/back_up/kind", "truck"))
    assert "CISTERN_DRIER_CLIMATE" not in codes(trucked)
    assert trucked.verdict_parts.climate.endswith("alone.")


def test_without_the_switch_nothing_is_said_of_it():
    plan = planned("saltmarrow")
    assert plan.cistern.drier is None
    assert plan.verdict_parts.climate == ""


@pytest.mark.parametrize(("kind", "times"), [("fifth_heavier", 1.2), ("two_fifths_heavier", 1.4)])
@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
def test_heavier_downpours_are_what_everything_is_sized_for(name, kind, times):
    """As if every rate had been entered so much higher, gutters, links, overflow and soakaway alike."""
    before = edited(name)
    rate = before.rain.design_intensity_mm_h
    entered = [replace("/rain/design_intensity_mm_h", rate * times)]
    if before.downpour.overflow_intensity_mm_h is not None:
        entered.append(replace("/downpour/overflow_intensity_mm_h", before.downpour.overflow_intensity_mm_h * times))
    switched, typed = planned_dry(name, replace("/climate/downpours", kind)), planned_dry(name, *entered)
    assert switched.gutters.rate_mm_h == pytest.approx(rate * times)
    for station in ("gutters", "overflow"):
        a, b = getattr(switched, station), getattr(typed, station)
        assert {key: each.value for key, each in a.figures.items()} == pytest.approx(
            {key: each.value for key, each in b.figures.items()}
        )
        assert codes(switched, station) == codes(typed, station)
    assert [place.ratio for place in switched.gutters.places] == pytest.approx(
        [place.ratio for place in typed.gutters.places]
    )
    if typed.overflow.ground is not None:
        assert switched.overflow.ground.storage_l == pytest.approx(typed.overflow.ground.storage_l)
    assert f"× {times:.1f}," in switched.gutters.figures["flow_l_s"].working


def test_a_gutter_that_is_wide_enough_today_spills_in_what_is_to_come():
    assert "GUTTERS_GUTTER_SMALL" not in codes(planned_dry("saltmarrow"))
    assert "GUTTERS_GUTTER_SMALL" in codes(planned_dry("saltmarrow", FIFTH))
