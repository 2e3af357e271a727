"""Real weather: evapotranspiration from temperatures against published daily values, and plans on other climates."""

import numpy as np
import pytest

from lean_year.core.household.irrigation import extraterrestrial_radiation_mj_m2, hargreaves_mm
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import compared, plan_property
from tests.farm import changed
from tests.records import brussels, cordoba, seattle

PLACES = {"brussels": (brussels, 50.8), "cordoba": (cordoba, -31.4)}


@pytest.mark.reference
@pytest.mark.parametrize("place", list(PLACES))
def test_hargreaves_is_near_the_daily_values_of_the_climate_files(place):
    """The package's values are not by temperatures alone. FAO-56 says of equation 52 that it gives too much where it
    is humid and too little where it is windy: so the yearly mean is held to a fifth, the months to their order."""
    record, latitude = PLACES[place][0](), PLACES[place][1]
    day_of_year = (record.dates - record.dates.astype("datetime64[Y]")).astype(int) + 1
    radiation = extraterrestrial_radiation_mj_m2(latitude_deg=latitude, day_of_year=day_of_year)
    ours = hargreaves_mm(tmin_c=record.tmin_c, tmax_c=record.tmax_c, radiation_mj_m2=radiation)
    assert ours.mean() == pytest.approx(record.et0_mm.mean(), rel=0.2)
    month = record.dates.astype("datetime64[M]").astype(int) % 12
    by_month = [np.bincount(month, values) for values in (ours, record.et0_mm)]
    assert np.corrcoef(*by_month)[0, 1] > 0.985


@pytest.mark.reference
def test_the_wrong_hemisphere_is_another_year():
    """The check above can fail: Córdoba laid on the northern half has its summer in winter."""
    record = cordoba()
    day_of_year = (record.dates - record.dates.astype("datetime64[Y]")).astype(int) + 1
    radiation = extraterrestrial_radiation_mj_m2(latitude_deg=37.9, day_of_year=day_of_year)
    ours = hargreaves_mm(tmin_c=record.tmin_c, tmax_c=record.tmax_c, radiation_mj_m2=radiation)
    assert np.corrcoef(ours, record.et0_mm)[0, 1] < 0


@pytest.mark.reference
@pytest.mark.parametrize(
    ("record", "first_months", "wet_all_year"),
    [(brussels, range(1, 13), True), (cordoba, (9, 10), False), (seattle, (9, 10), False)],
)
def test_each_climate_begins_its_water_year_after_its_own_dry_quarter(record, first_months, wet_all_year):
    """Córdoba has dry winters (June to August), Seattle dry summers, Brussels rain all year."""
    plan = plan_property(changed(), prepare_rain(record(), "none")).plan
    assert plan.rain.first_month in first_months
    means = [month.mean_mm for month in plan.rain.months]
    assert bool(min(means) > 0.5 * np.mean(means)) == wet_all_year


@pytest.mark.reference
def test_the_standards_share_of_the_year_fails_where_the_dry_season_is_long():
    """The rule of 6 % of the year is for temperate places: it carries Brussels better than Córdoba."""
    carried = {}
    for name, record in (("brussels", brussels), ("cordoba", cordoba)):
        document, rain = changed(household__residents=2), prepare_rain(record(), "none")
        plan = plan_property(document, rain).plan
        method = next(each for each in compared(document, rain, plan).methods if each.key == "din")
        carried[name] = method.carried / plan.cistern.counted_years
    assert carried["brussels"] > carried["cordoba"]


@pytest.mark.reference
def test_a_soil_bucket_on_the_records_own_evapotranspiration_waters_the_dry_season():
    irrigation = {
        "area_m2": 60.0, "crop_factor": [0.9] * 12, "efficiency": 0.8, "available_water_mm": 60.0,
        "allowed_depletion": 0.4, "et0": "record", "et0_mm_day": [3.0] * 12, "from_rain": True,
    }  # fmt: skip
    record = cordoba()
    plan = plan_property(changed(household__irrigation=irrigation), prepare_rain(record, "none")).plan
    months = [month.garden_l_day for month in plan.household.months]
    assert "HOUSEHOLD_ET0_MISSING" not in {finding.code for finding in plan.findings}
    # Dry winter and spring (June to September) ask for more than the wet late summer (February, March).
    assert np.mean(months[7:9]) > np.mean(months[1:3])
    by_hand = 60 * (0.9 * record.et0_mm.sum() - record.depth_mm.sum()) / 0.8 / record.depth_mm.size * 365.25
    assert (
        plan.household.figures["watering_l_year"].value > by_hand
    )  # rain that the full soil passes on does not count
