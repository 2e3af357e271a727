"""The methods of sizing: worked examples, standards, and the replay where it must say the same."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.cistern import sizing_methods as rules
from lean_year.core.cistern.replay import replay_sizes
from lean_year.core.cistern.sizing import knee

# A worked example of the handbooks' monthly balance, from memory of their form: a roof of 100 m2 at 0.8, two wet
# seasons, 4 m3 of use a month. Brought less used, added up from the last full month, is worst in the tenth month.
EXAMPLE_MM = np.array([150.0, 120, 90, 60, 30, 10, 5, 5, 10, 40, 110, 160])


def test_the_handbooks_monthly_balance():
    """From memory of the form; the sums by hand: 8, 6.4 and 4.8 m3 leave it full; then from May to October
    2.4, 0.8, 0.4, 0.4, 0.8, 3.2 m3 come and 4 go each month: 1.6 + 3.2 + 3.6 + 3.6 + 3.2 + 0.8 = 16 m3."""
    inflow = EXAMPLE_MM * 100 * 0.8
    balance = rules.monthly_balance(inflow_l=inflow, demand_l=np.full(12, 4_000.0), repeats=True)
    assert balance.size_l == pytest.approx(16_000)
    assert balance.deficit_l.tolist() == pytest.approx(
        [0, 0, 0, 0, 1_600, 4_800, 8_400, 12_000, 15_200, 16_000, 11_200, 2_400]
    )


def test_a_year_that_uses_more_than_it_brings_has_no_monthly_answer():
    assert rules.monthly_balance(inflow_l=np.ones(12), demand_l=np.full(12, 2.0), repeats=True).size_l is None
    alone = rules.monthly_balance(inflow_l=np.ones(12), demand_l=np.full(12, 2.0), repeats=False)
    assert alone.size_l == pytest.approx(12)


def test_the_standards_take_five_and_six_percent_of_the_lesser():
    """BS 8515:2009 and DIN 1989-1, from memory: 60 m2 x 0.9 x 0.9 x 700 mm = 34.0 m3 against 80 m3 of use."""
    catch = 60 * 0.9 * 0.9 * 700
    assert rules.share_of_year_l(yield_l_year=catch, demand_l_year=80_000, share=rules.DIN_SHARE) == pytest.approx(
        0.06 * 34_020
    )
    assert rules.share_of_year_l(yield_l_year=80_000, demand_l_year=catch, share=rules.BS_SHARE) == pytest.approx(
        0.05 * 34_020
    )


@given(st.integers(0, 5_000))
def test_the_sequent_peak_is_the_smallest_size_the_replay_needs_twice_round(seed):
    """Begun full, counting the day's use before the spill: a hair less fails, a hair more does not."""
    random = np.random.default_rng(seed)
    inflow = np.where(random.random(365) < 0.25, random.exponential(900, 365), 0.0)
    demand = np.full(365, min(150.0, 0.8 * inflow.mean()))
    size = rules.sequent_peak(inflow_l=inflow, demand_l=demand).size_l
    twice = {"inflow_l": np.tile(inflow, 2), "demand_l": np.tile(demand, 2), "rule": "ybs"}
    curve = replay_sizes(size_l=np.array([size - 1.0, size + 1e-6]), **twice)
    assert curve.short_days[1] == 0
    assert size <= 1 or curve.short_days[0] > 0


def test_the_sequent_peak_of_a_house_that_outruns_its_roof_is_none():
    assert rules.sequent_peak(inflow_l=np.ones(10), demand_l=np.full(10, 2.0)) is None


def test_a_house_that_uses_all_that_comes_has_a_sequent_peak():
    """Four litres on one day in four, one used on each: three are held over."""
    held = rules.sequent_peak(inflow_l=np.array([4.0, 0, 0, 0]), demand_l=np.ones(4))
    assert held.size_l == 3


def test_dry_months_run_round_the_new_year():
    inflow = np.array([1.0, 1, 9, 9, 9, 9, 9, 9, 9, 9, 9, 1])
    assert rules.dry_months(inflow_l=inflow, demand_l=np.full(12, 4.0)) == rules.DryMonths(12, 3)
    assert rules.dry_months(inflow_l=np.full(12, 9.0), demand_l=np.full(12, 4.0)).count == 0
    assert rules.dry_months(inflow_l=np.zeros(12), demand_l=np.full(12, 4.0)).count == 12


def test_an_inch_on_a_thousand_square_feet_is_600_gallons_and_twelve_feed_a_garden():
    """Common practice in the trade, no source: 600 gal an inch on 1,000 ft2; 12 in on 1,000 to 1,250 ft2 catch
    7,000 to 9,000 gal."""
    gallon, foot2, inch = 3.785411784, 0.3048**2, 25.4
    caught = [rules.trade_catch_l(area_m2=area * foot2, rain_mm=12 * inch) / gallon for area in (1_000, 1_250)]
    assert 7_000 <= caught[0] <= caught[1] <= 9_000


def test_a_2500_gallon_tank_at_560_gallons_an_inch_takes_four_and_a_half_inches():
    """Common practice in the trade, no source: 1,010 ft2 at 0.89 bring 560 gal an inch."""
    gallons_an_inch = 1_010 * 0.3048**2 * 25.4 * 0.89 / 3.785411784
    assert gallons_an_inch == pytest.approx(560, abs=1)
    assert 2_500 / gallons_an_inch == pytest.approx(4.5, abs=0.05)


def test_a_gable_of_24_by_51_feet_halves_into_612_square_feet():
    assert 24 * 51 / 2 == 612


@given(st.lists(st.floats(0, 500), min_size=2, max_size=30), st.floats(0.5, 50), st.floats(1, 20))
def test_the_knee_costs_no_more_than_any_other_size_summed_up_one_by_one(gains, step_cost, other_l_per_cost):
    """Steps in the curve of water make the first and the last size whose next one pays differ; the sum does not."""
    water = np.concatenate(([0.0], np.cumsum(gains)))
    cost = step_cost * np.arange(water.size)
    at = knee(cost=cost, lean_year_l=water, other_l_per_cost=other_l_per_cost)
    bills = [cost[row] + (water[-1] - water[row]) / other_l_per_cost for row in range(water.size)]
    assert bills[at] == pytest.approx(min(bills), abs=1e-9)


def test_the_knee_is_where_the_bill_is_least_or_farthest_above_the_chord():
    cost = np.array([0.0, 100, 200, 300, 400])
    water = np.array([0.0, 1_000, 1_800, 2_000, 2_050])
    # Each further 100 brings 1,000, 800, 200, 50 L; elsewhere 100 bring 300.
    assert knee(cost=cost, lean_year_l=water, other_l_per_cost=3.0) == 2
    assert knee(cost=cost, lean_year_l=water, other_l_per_cost=100.0) == 0
    assert knee(cost=cost, lean_year_l=water) == 2
    assert knee(cost=cost, lean_year_l=np.zeros(5)) == 0


def test_in_a_four_month_monsoon_more_tank_stops_paying_near_a_quarter_of_the_yearly_catch():
    """Common practice in the trade, no source: a roof that yields 250 m3 a year, use spread evenly, and a knee of 60
    to 70 m3 once tank is priced against water bought by truck. The monsoon is made here; prices are the test's."""
    random = np.random.default_rng(3)
    days = np.arange(365 * 20) % 365
    monsoon = (days >= 150) & (days < 270)
    rain = np.where(monsoon & (random.random(days.size) < 0.6), random.exponential(14, days.size), 0.0)
    inflow = rain * 250_000 / (rain.sum() / 20)
    demand = np.full(days.size, 400.0)
    size = np.linspace(0, 150_000, 151)
    last = inflow.size - 365
    missed = np.array(
        [replay_sizes(inflow_l=inflow, demand_l=demand, size_l=np.array([s]), rule="yas").supplied_l[0] for s in size]
    )
    assert last > 0
    tank_cost_m3, water_cost_m3, years = 220.0, 12.0, 20.0
    at = knee(
        cost=size / 1000 * tank_cost_m3, lean_year_l=missed / years, other_l_per_cost=1000 / water_cost_m3 / years
    )
    assert 55_000 <= size[at] <= 105_000


def test_months_of_a_sum_by_month_by_hand():
    """Four months bring 9, 9, 0, 0 and use 4 each. With room for 5: 5 left, 5 left, 1 left, short: three. With room
    for 10: 5, 10, 6, 2, then 7 and on: four. With none: two. A month that uses nothing is carried by nothing."""
    brought, used = np.array([9.0, 9, 0, 0]), np.full(4, 4.0)

    def months(live_l, used=used):
        return rules.months_carried(inflow_l=brought, demand_l=used, live_l=live_l)

    assert [months(0), months(5), months(10)] == [2, 3, 4]
    assert months(10, np.array([4.0, 0, 0, 4])) == 2
