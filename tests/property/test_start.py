"""What a new property begins with, in the units that its owner reads."""

import pytest

from lean_year.core import units as factors
from lean_year.core.hydraulics import stock_pipes
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from lean_year.property.start import new_property
from lean_year.property.start_us import ONCE_CHOSEN_IN_US_UNITS, USUAL_IN_US_UNITS
from tests.property.test_assumed import at

ASKED = {"name": "Hut", "roof_area_m2": 150, "people": 3}
UNIT_OF = {
    "_mm": factors.MM_PER_INCH,
    "_mm_h": factors.MM_PER_INCH,
    "_m": factors.M_PER_FOOT,
    "_m_s": factors.M_S_PER_MILE_H,
    "_l": factors.L_PER_US_GALLON,
    "_l_day": factors.L_PER_US_GALLON,
    "_l_h": factors.L_PER_US_GALLON,
    "_l_s": factors.L_S_PER_GALLON_MIN,
    "_kpa": factors.KPA_PER_PSI,
    "_m2": 1 / factors.M2_PER_SQUARE_FOOT,
    "_m3": 1 / factors.L_PER_US_GALLON,
}


def unit_of(place):
    return next(UNIT_OF[each] for each in sorted(UNIT_OF, key=len, reverse=True) if place.endswith(each))


@pytest.mark.parametrize("place", [place for place, value in USUAL_IN_US_UNITS.items() if not isinstance(value, str)])
def test_in_us_units_what_nobody_said_is_a_round_figure_near_the_metric_one(place):
    begun, metric = (new_property(**ASKED, units=units) for units in ("us", "metric"))
    value = at(begun, place)
    assert value == pytest.approx(USUAL_IN_US_UNITS[place])
    assert value == pytest.approx(at(metric, place), rel=0.3)
    in_its_unit = value / unit_of(place)
    bores = [pipe.bore_mm for pipe in stock_pipes.US]
    assert value in bores or in_its_unit == pytest.approx(float(f"{in_its_unit:.3g}"), rel=1e-9)


@pytest.mark.parametrize("place", ONCE_CHOSEN_IN_US_UNITS)
def test_in_us_units_what_is_chosen_later_begins_with_a_round_figure_near_the_metric_one(place):
    part = place.rpartition("/")[0]
    us, metric = (
        apply_edit(new_property(**ASKED, units=units), [{"op": "replace", "path": part, "value": {}}])
        for units in ("us", "metric")
    )
    assert at(us, place) == pytest.approx(ONCE_CHOSEN_IN_US_UNITS[place])
    assert at(us, place) == pytest.approx(at(metric, place), rel=0.3)
    assert place in us.assumed
    assert place in metric.assumed


def test_the_first_tank_is_a_round_figure_in_both_units():
    assert new_property(**ASKED).cistern.gross_l % 1_000 == 0
    gallons = new_property(**ASKED, units="us").cistern.gross_l / factors.L_PER_US_GALLON
    assert gallons == pytest.approx(round(gallons / 500) * 500)
    assert new_property(name="Shed", roof_area_m2=1, people=0).cistern.gross_l == 1_000


def test_the_units_decide_neither_what_is_assumed_nor_what_is_found():
    us, metric = (new_property(**ASKED, units=units) for units in ("us", "metric"))
    assert us.assumed == metric.assumed
    assert us.prices.currency == "$"
    found = [
        [(each.severity, each.code) for each in plan_property(each, None).plan.findings] for each in (us, metric)
    ]
    assert found[0] == found[1]
