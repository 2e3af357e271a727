"""The band and the search against plain runs of the same supply."""

import re
from itertools import pairwise

import numpy as np
import pytest

from lean_year.core.cistern.replay import replay_cistern
from lean_year.core.errors import InputError
from lean_year.core.rain.resampling import resampled_days
from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.plan.answer.progress import Progress
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.stations.cistern.design_search import Front, search_designs
from lean_year.plan.stations.cistern.resampled_band import Band, resampled_band
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from tests.farm import changed, farm
from tests.plan.on_demos import compared_and_priced, edited, replace


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


def supply(document, rain):
    return supply_of(document, rain)


def test_the_band_is_that_of_plain_replays_of_the_same_records(rain):
    """Twelve records drawn with the same seed, one size, each replayed by the plain rule."""
    here = supply(farm(), rain)
    *progress, band = resampled_band(here, 150_000.0, 2, records=12, seed=5)
    assert isinstance(band, Band)
    assert all(isinstance(each, Progress) for each in progress)
    at = int(np.searchsorted(band.tank_l, 80_000.0))
    live = here.layout.live_for(band.tank_l[at])
    rows = np.flatnonzero(rain.counts)
    carried = []
    for index, ends in resampled_days(rain.years.starts[rows], rain.years.ends[rows], records=12, seed=5):
        run = replay_cistern(
            inflow_l=here.inflow_l[index], demand_l=here.demand_l[index], size_l=live, rule="yas", start_l=live
        )
        short = np.add.reduceat(run.short_day.astype(int), np.concatenate(([0], ends[:-1]))) > 0
        carried.append(rows.size - int(short.sum()))
    assert band.middle[at] == pytest.approx(np.median(carried))
    assert band.low[at] == pytest.approx(np.quantile(carried, 0.05), abs=1)
    assert band.high[at] == pytest.approx(np.quantile(carried, 0.95), abs=1)


def test_more_tank_never_carries_fewer_years_in_the_band(rain):
    *_, band = resampled_band(supply(farm(), rain), 150_000.0, 2, records=40, seed=1)
    for line in (band.low, band.middle, band.high):
        assert np.all(np.diff(line) >= -1e-9)


@pytest.mark.parametrize("name", list(DEMOS))
def test_every_point_of_the_front_is_what_the_plan_says_of_it(name):
    document = DEMOS[name].property()
    rain = prepare_rain(demo_rain(name), "none")
    *progress, front = search_designs(document, rain, Wording(document.units))
    assert isinstance(front, Front)
    assert len(progress) > 1
    assert front.designs >= 2_000
    today = plan_property(document, rain).plan.cistern
    assert front.today.years_carried == today.years_carried
    costs, years = [each.cost for each in front.front], [each.years_carried for each in front.front]
    assert all(before < after for before, after in pairwise(costs)), "two at one cost: the better one stands for both"
    assert all(before < after for before, after in pairwise(years))
    picked = [front.front[0], front.front[len(front.front) // 2], front.front[-1]]
    for design in picked:
        taken = plan_property(apply_edit(document, design.operations), rain).plan.cistern
        assert taken.years_carried == design.years_carried, design.words
        assert taken.gross_l == pytest.approx(design.gross_l, rel=1e-6)
        assert sum(year.shortfall_l for year in taken.years) / (rain.filled_mm.size / 365.25) == pytest.approx(
            design.missed_l_year, rel=0.05, abs=5
        )


def test_a_design_of_fewer_or_more_tanks_than_stand_is_made_with_so_many(rain):
    document = changed(document=farm(), cistern__tanks__0__count=3)
    *_, front = search_designs(document, rain, Wording("metric"))
    counts = set()
    for design in front.front:
        named = re.match(r"(\d+) × ", design.words)
        count = int(named[1]) if named else 1
        assert apply_edit(document, design.operations).cistern.tanks[0].count == count, design.words
        assert (len(design.operations) > 1) >= (count != 3)
        counts.add(count)
    assert min(counts) < 3


def test_no_design_tried_is_cheaper_and_better_than_the_front(rain):
    *_, front = search_designs(farm(), rain, Wording("metric"))
    for cost, years in front.cloud:
        rivals = [design for design in front.front if design.years_carried >= years]
        assert rivals, "a design that is better than the whole front"
        assert min(design.cost for design in rivals) <= cost + 1e-6


def fronted(document, rain):
    *_, front = search_designs(document, rain, Wording(document.units))
    return front


@pytest.mark.parametrize("name", list(DEMOS))
def test_nothing_without_a_price_enters_the_search(name):
    """Hauled water at nothing would win: every design is then judged on rain alone, and takes no back-up away."""
    rain = prepare_rain(demo_rain(name), "none")
    document = edited(name, replace("/prices/water_m3", 0), replace("/prices/rain_roof_m2", 0))
    front = fronted(document, rain)
    assert len(front.left_out) == 2
    assert not any("truck" in design.words or "rain roof" in design.words for design in front.front)
    assert not any(each["path"] == "/household/back_up" for design in front.front for each in design.operations)
    plan = plan_property(document, rain).plan.cistern
    alone = plan_property(apply_edit(document, [replace("/household/back_up/kind", "none")]), rain).plan.cistern
    assert front.today.years_carried == alone.years_carried <= plan.years_carried


def test_what_has_a_price_is_in_the_search(rain):
    front = fronted(edited("saltmarrow", replace("/prices/water_m3", 1)), rain)
    assert front.left_out == []
    assert any("trucks" in design.words for design in front.front)


def test_a_tank_that_costs_nothing_is_refused(rain):
    with pytest.raises(InputError, match=r"prices\.tank_m3"):
        fronted(edited("saltmarrow", replace("/prices/tank_m3", 0), replace("/prices/tank_each", 0)), rain)


def test_an_option_without_a_price_is_not_the_cheapest():
    options = compared_and_priced("saltmarrow", replace("/prices/rain_roof_m2", 0)).options
    roof = next(option for option in options if option.key == "rain_roof")
    assert not roof.priced
    assert options[0].priced
    assert options.index(roof) > max(number for number, option in enumerate(options) if option.priced)
