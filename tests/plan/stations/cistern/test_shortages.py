"""Which shortage stands for all: the same one in the verdict, in the figures and in the year that is shown."""

import datetime as dt

import numpy as np
import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from tests.plan.on_demos import edited, replace

SMALLER = [{"op": "resize", "path": "/cistern", "value": 12_000.0}]
CASES = [
    ("saltmarrow", []),
    ("saltmarrow", SMALLER),
    ("brindle-landing", []),
    ("brindle-landing", SMALLER),
    (
        "lantern-row",
        [{"op": "resize", "path": "/cistern", "value": 1_000.0}, replace("/household/back_up/kind", "none")],
    ),
]


def plan_of(name, operations):
    return plan_property(edited(name, *operations), prepare_rain(demo_rain(name), "none"))


def followed(planned, rain):
    """Each shortage as (first day, last day, dry days, litres missed), one day of the replay after the other."""
    found, quiet = [], 99
    for date, short, missed in zip(rain.dates, planned.replay.short_day, planned.replay.shortfall_l, strict=True):
        quiet += 1
        if not short:
            continue
        day = date.astype(object)
        first, _, days, litres = found.pop() if quiet <= 30 else (day, day, 0, 0.0)
        found.append((first, day, days + 1, litres + float(missed)))
        quiet = 0
    return found


@pytest.mark.parametrize(("name", "operations"), CASES)
def test_verdict_figures_and_the_lean_year_speak_of_one_shortage(name, operations):
    planned, rain = plan_of(name, operations), prepare_rain(demo_rain(name), "none")
    cistern = planned.plan.cistern
    lean = cistern.years[cistern.lean_year]
    after = lean.start.replace(year=lean.start.year + 1)
    in_it = [each for each in followed(planned, rain) if each[1] >= lean.start and each[0] < after]
    assert in_it, "a case without a shortage would show nothing"
    first, last, days, litres = max(in_it, key=lambda each: each[3])
    worst = cistern.shortages[0]
    assert (worst.start, worst.end, worst.days) == (first, last, days)
    assert worst.shortfall_l == pytest.approx(litres)
    assert cistern.figures["worst_shortage_d"].value == days
    if not cistern.first_filling:
        assert f"{days} dry day" in planned.plan.verdict
        assert f"{first.day} {first:%b %Y}" in planned.plan.verdict


@pytest.mark.parametrize(("name", "operations"), CASES)
def test_a_shortage_that_a_year_is_entered_with_is_said_to_have_begun_before(name, operations):
    planned, rain = plan_of(name, operations), prepare_rain(demo_rain(name), "none")
    each_shortage = followed(planned, rain)
    dry = set(rain.dates[planned.replay.short_day].astype(object))
    for year in planned.plan.cistern.years:
        into = [each for each in each_shortage if each[0] < year.start <= each[1]]
        after = year.start + dt.timedelta(days=365)
        assert year.dry_before == any(any(year.start <= day < after for day in dry) for _ in into), year.label


def test_a_shortage_over_the_turn_of_the_year_is_part_of_both_years():
    """Brindle Landing's water year begins in March: what is dry from February to March is one shortage."""
    cistern = plan_of("brindle-landing", []).plan.cistern
    worst, lean = cistern.shortages[0], cistern.years[cistern.lean_year]
    following = cistern.years[cistern.lean_year + 1]
    assert worst.start < following.start <= worst.end
    assert (lean.dry_before, following.dry_before) == (False, True)
    assert lean.short_days + following.short_days >= worst.days > lean.short_days
    assert np.sum([year.dry_before for year in cistern.years]) == 1
