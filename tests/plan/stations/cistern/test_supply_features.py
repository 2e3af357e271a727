"""What an installer changes on the four sheets, and that the plan follows: roofs, rain, household, cistern."""

import datetime as dt
import math
import re
from itertools import pairwise

import numpy as np
import pytest

from lean_year.core.rain.rainfall import DailyRain, MadeFrom
from lean_year.demo.shipped import demo_rain
from lean_year.formats.rain.rain_import import rain_from_means
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.whole import compared, plan_property
from lean_year.property.edits import apply_edit
from tests.farm import changed, farm
from tests.plan.on_demos import edited, planned, replace


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


@pytest.fixture(scope="module")
def plain(rain):
    return plan_property(farm(), rain).plan


def plan(rain, document=None, **values):
    return plan_property(changed(document=document, **values), rain).plan


def comparisons(rain, **values):
    """What the cistern of the same is compared with."""
    return compared(changed(**values), rain, plan(rain, **values))


def codes(plan):
    return {finding.code for finding in plan.findings}


def harvest(plan):
    return plan.roofs.figures["harvest_l_year"].value


# --- roofs


def test_the_three_methods_of_losses_differ_as_they_must(rain, plain):
    """Without the first wetting more comes; the monthly method by hand, month by month, from the record."""
    assert harvest(plan(rain, losses="coefficient")) > harvest(plain)
    monthly = plan(rain, losses="monthly")
    areas = [surface.figures["area_m2"].value for surface in plain.roofs.surfaces]
    months = rain.monthly_mm[~np.isnan(rain.monthly_mm)]
    by_hand = sum(area * 0.85 * np.maximum(0, months - 2).sum() for area in areas) / (rain.filled_mm.size / 365.25)
    assert harvest(monthly) == pytest.approx(by_hand, rel=0.01)


@pytest.mark.parametrize(
    ("changes", "code"),
    [
        ({"roofs__0__hazards": ["lead_flashing"]}, "ROOF_LEAD_FLASHING"),
        ({"roofs__1__hazards": ["copper_gutter"]}, "ROOF_COPPER_GUTTER"),
        ({"roofs__0__material": "asbestos_cement"}, "ROOF_NOT_FOR_DRINKING"),
        ({"roofs__0__material": "car_park"}, "ROOF_NOT_FOR_DRINKING"),
        ({"roofs__0__material": "asphalt_shingle"}, "ROOF_MATERIAL_CARE"),
    ],
)
def test_what_makes_a_roof_unfit_to_drink_from_is_found_with_what_to_do_instead(rain, plain, changes, code):
    found = [finding for finding in plan(rain, **changes).findings if finding.code == code]
    assert found
    assert code not in codes(plain)
    assert found[0].fix


def test_a_surface_that_is_not_drunk_from_fails_nobody(rain):
    uses = [
        {"id": "toilet", "name": "Toilet", "fixture": "toilet", "kind": "house", "quality": "indoor",
         "from_rain": True, "litres_person_day": 30.0, "litres_day": [0.0] * 12}
    ]  # fmt: skip
    toilets = plan(rain, roofs__0__material="car_park", household__uses=uses)
    assert [f.severity for f in toilets.findings if f.code == "ROOF_NOT_FOR_DRINKING"] == ["note"]
    drunk = plan(rain, roofs__0__material="car_park")
    assert [f.severity for f in drunk.findings if f.code == "ROOF_NOT_FOR_DRINKING"] == ["fails"]


def test_an_outline_brings_what_its_area_brings(rain, plain):
    barn = {"kind": "outline", "points_m": [[0.0, 0.0], [14.8, 0.0], [14.8, 10.0], [0.0, 10.0]]}
    assert harvest(plan(rain, roofs__2__extent=barn)) == pytest.approx(harvest(plain))


def test_groups_of_downpipes_share_out_what_the_roofs_bring(rain):
    document = changed(
        downpipes=[{"id": "a", "name": "A", "tank": None}, {"id": "b", "name": "B", "tank": None}],
        roofs__2__drains=[{"group": "a", "share": 0.25}, {"group": "b", "share": 0.75}],
    )
    shared = plan_property(document, rain).plan.roofs
    barn = shared.surfaces[2].figures["harvest_l_year"].value
    assert shared.groups[1].harvest_l_year == pytest.approx(0.75 * barn)
    assert sum(group.harvest_l_year for group in shared.groups) == pytest.approx(
        shared.figures["harvest_l_year"].value
    )


def test_a_roof_of_no_area_is_found(rain):
    assert "ROOF_NO_AREA" in codes(plan(rain, roofs__2__extent={"kind": "area", "area_m2": 0.0}))


def test_an_open_mesh_cover_lets_rain_in_and_water_out(rain, plain):
    """Direct rain with no loss and no coefficient; evaporation out of the store; light and mosquitoes are found."""
    open_store = plan(rain, roofs__2__material="mesh_cover")
    mean = plain.rain.figures["mean_year_mm"].value
    surface = open_store.roofs.surfaces[2].figures["harvest_l_year"].value
    assert surface == pytest.approx(148 * mean, rel=0.02)
    assert open_store.cistern.figures["evaporated_l_year"].value > 0
    assert "evaporated_l_year" not in plain.cistern.figures
    assert abs(open_store.cistern.balance_residual_l) < 1e-3
    assert any("mosquitoes" in finding.fix for finding in open_store.findings)


def test_the_tanks_own_roof_says_when_to_let_it_shed_outside(rain):
    found = plan(rain, roofs__2__material="tank_roof").findings
    assert any("let it shed outside" in finding.fix for finding in found)


# --- rain


def test_a_sum_after_a_gap_is_found_and_an_ordinary_wet_day_after_one_is_not():
    record = demo_rain("saltmarrow")
    depth = record.depth_mm.copy()
    depth[1_000:1_010] = np.nan
    depth[1_010] = 6.0
    quiet = plan_property(farm(), prepare_rain(DailyRain(record.start, depth), "none")).plan
    assert "RAIN_ACCUMULATION" not in codes(quiet)
    depth[1_010] = 180.0
    found = plan_property(farm(), prepare_rain(DailyRain(record.start, depth), "none")).plan
    text = next(f.text for f in found.findings if f.code == "RAIN_ACCUMULATION")
    assert "10 missing days" in text


def test_days_made_from_months_say_so():
    record = demo_rain("saltmarrow")
    made = DailyRain(record.start, record.depth_mm, made_from=MadeFrom("months", (50.0,) * 12, (8.0,) * 12, 0.0, 1))
    assert "RAIN_DAYS_MADE_FROM_MONTHS" in codes(plan_property(farm(), prepare_rain(made, "none")).plan)


def test_twelve_means_give_a_band_of_years_not_a_number():
    made = rain_from_means([90, 75, 70, 50, 35, 20, 8, 10, 40, 95, 110, 105], None, 0.22, years=40, seed=2).rain
    words = plan_property(changed(size_l=60_000), prepare_rain(made, "none")).plan.verdict_parts
    assert words.tightest == "The rain was made from twelve means."
    assert "find a daily record" in words.caveat
    assert re.fullmatch(r"Rain alone carries somewhere from (\d+) to (\d+) of 39 years\.", words.answer)


def test_a_record_made_of_means_credits_no_mains_and_asks_no_gauge():
    made = rain_from_means([90, 75, 70, 50, 35, 20, 8, 10, 40, 95, 110, 105], None, 0.22, years=40, seed=2).rain
    alone = plan_property(changed(size_l=60_000), prepare_rain(made, "none")).plan
    mains = plan_property(changed(size_l=60_000, household__back_up__kind="mains"), prepare_rain(made, "none")).plan
    assert mains.verdict_parts.answer == alone.verdict_parts.answer
    assert not codes(alone) & {"RAIN_TREND", "RAIN_ACCUMULATION", "RAIN_LONG_ZERO_RUN"}


def test_the_driest_twelve_months_are_ranked_and_apart(plain, rain):
    """Against a plain search over every run of twelve months."""
    months = rain.monthly_mm.ravel()
    sums = [(months[k : k + 12].sum(), k) for k in range(months.size - 11)]
    best = min((total, k) for total, k in sums if not np.isnan(total))
    first = plain.rain.driest[0]
    assert first.total_mm == pytest.approx(best[0])
    assert first.start == dt.date(rain.record.start.year + best[1] // 12, best[1] % 12 + 1, 1)
    spans = sorted((each.start, each.end) for each in plain.rain.driest)
    assert all(before[1] < after[0] for before, after in pairwise(spans))
    assert [each.total_mm for each in plain.rain.driest] == sorted(each.total_mm for each in plain.rain.driest)


def test_dry_spells_are_those_of_a_plain_loop(plain, rain):
    runs, run, start = [], 0, None
    for date, mm in zip(rain.dates.astype(object), rain.record.depth_mm, strict=True):
        if mm < 1:
            run, start = (run + 1, start) if run else (1, date)
        else:
            if run >= 10:
                runs.append((start, run))
            run = 0
    if run >= 10:
        runs.append((start, run))
    assert [(spell.start, spell.days) for spell in plain.rain.dry_spells] == runs


# --- household


def test_steps_carry_more_years_and_say_what_they_gave_up(rain, plain):
    steps = [
        {"name": "No garden", "below_share": 0.5, "house_cut": 0.0, "garden_cut": 1.0, "animals_cut": 0.0,
         "other_cut": 0.0},
        {"name": "Sparing", "below_share": 0.25, "house_cut": 0.25, "garden_cut": 1.0, "animals_cut": 0.0,
         "other_cut": 0.0},
    ]  # fmt: skip
    saved = plan(rain, household__steps=steps)
    assert saved.cistern.years_carried >= plain.cistern.years_carried
    assert saved.cistern.figures["short_d"].value < plain.cistern.figures["short_d"].value
    given = sum(year.given_up_l for year in saved.cistern.years)
    assert given == pytest.approx(saved.cistern.figures["given_up_l"].value, rel=1e-6)
    assert sum(step.given_up_l for step in saved.cistern.steps) == pytest.approx(given, rel=1e-6)


def test_a_use_that_rain_does_not_serve_leaves_the_cistern_alone(rain):
    def uses(from_rain):
        return [
            {"id": "a", "name": "Toilet", "fixture": "toilet", "kind": "house", "quality": "indoor",
             "from_rain": True, "litres_person_day": 30.0, "litres_day": [0.0] * 12},
            {"id": "b", "name": "Taps", "fixture": None, "kind": "house", "quality": "drinking",
             "from_rain": from_rain, "litres_person_day": 50.0, "litres_day": [0.0] * 12},
        ]  # fmt: skip

    served = plan(rain, household__uses=uses(True)).household.figures
    not_served = plan(rain, household__uses=uses(False)).household.figures
    gap = served["demand_l_year"].value - not_served["demand_l_year"].value
    assert gap == pytest.approx(not_served["elsewhere_l_year"].value)


def test_a_holiday_away_uses_nothing_and_animals_drink_all_the_same(rain):
    away = [{"name": "Away", "first": "08-01", "last": "08-31", "people": 0.0, "replaces": True, "days": "every"}]
    animals = [{"id": "cows", "animal": "cow", "heads": 2.0, "litres_head_day": 50.0, "from_rain": True}]
    august = plan(rain, household__periods=away, household__animals=animals).household.months[7]
    assert august.people == 0
    assert august.indoor_l_day == 0
    assert august.animals_l_day == pytest.approx(100)


@pytest.mark.parametrize(
    ("back_up", "figure"),
    [
        ({"kind": "mains", "keep_share": 0.1}, "topped_up_l_year"),
        ({"kind": "well", "keep_share": 0.2, "well_l_day": 500.0}, "topped_up_l_year"),
        ({"kind": "truck", "load_l": 8_000.0, "order_share": 0.15, "lead_days": 5}, "loads_year"),
    ],
)
def test_a_back_up_counts_as_supplied_but_not_as_rain(rain, plain, back_up, figure):
    base = {"kind": "none", "keep_share": 0.1, "well_l_day": 1_000.0, "load_l": 8_000.0, "order_share": 0.15,
            "lead_days": 5}  # fmt: skip
    helped = plan(rain, household__back_up=base | back_up).cistern
    assert helped.years_carried > plain.cistern.years_carried
    assert helped.rain_alone_years_carried == plain.cistern.years_carried
    assert figure in helped.figures
    assert helped.figures["rain_share"].value < 1
    assert abs(helped.balance_residual_l) < 1e-3
    other = sum(year.other_water_l for year in helped.years)
    came = sum(year.inflow_l for year in helped.years) + helped.live_l + other
    gone = sum(year.supplied_l + year.spilled_l for year in helped.years)
    assert came - gone == pytest.approx(helped.years[-1].end_l, rel=1e-6)


def test_cheaper_water_lowers_the_use_by_what_its_table_says(rain, plain):
    cheaper = {"low_use": True, "dry_toilet": True, "greywater_share": 0.0}
    saving = plan(rain, household__cheaper=cheaper)
    assert saving.household.figures["demand_l_year"].value < plain.household.figures["demand_l_year"].value
    assert {way.key for way in comparisons(rain).options} >= {
        "low_use",
        "dry_toilet",
        "greywater",
        "tank",
        "rain_roof",
    }
    assert not {"low_use", "dry_toilet"} & {way.key for way in comparisons(rain, household__cheaper=cheaper).options}


# --- cistern


def test_a_second_phase_stays_out_until_it_is_planned(rain, plain):
    document = farm()
    tank = document.cistern.tanks[0].model_dump(mode="json") | {"id": "later", "name": "Later", "phase": 1}
    two = apply_edit(document, [{"op": "add", "path": "/cistern/tanks/-", "value": tank}])
    now = plan_property(two, rain).plan.cistern
    assert now.live_l == pytest.approx(plain.cistern.live_l)
    assert [phase.phase for phase in now.bank.phases] == [0, 1]
    later = plan(rain, document=two, cistern__built_phase=1).cistern
    assert later.years_carried == now.bank.phases[1].years_carried
    assert later.gross_l == pytest.approx(2 * now.gross_l)


def test_a_narrow_link_lets_the_near_tank_spill_while_the_far_one_has_room(rain):
    """5 L/s through 2 m of 50 mm bore needs about 1.1 m of head, of 100 mm 0.06 m (common practice)."""

    def bank(bore):
        document = farm()
        tank = document.cistern.tanks[0].model_dump(mode="json")
        far = tank | {"id": "far", "name": "Far", "link": {"bore_mm": bore, "length_m": 2.0, "roughness_mm": 0.01,
                                                            "fittings_k": 1.0}}  # fmt: skip
        pair = apply_edit(document, [{"op": "add", "path": "/cistern/tanks/-", "value": far}])
        # A downpour that brings 10 L/s, half of which has to pass the link.
        flow = plan_property(pair, rain).plan.gutters.figures["flow_l_s"].value
        rate = pair.rain.design_intensity_mm_h * 10 / flow
        return plan(rain, document=pair, rain__design_intensity_mm_h=rate)

    narrow, wide = bank(50.0), bank(100.0)
    assert narrow.cistern.bank.links[0].flow_l_s == pytest.approx(5, rel=0.01)
    assert narrow.cistern.bank.links[0].head_m == pytest.approx(1.07, abs=0.02)
    assert wide.cistern.bank.links[0].head_m == pytest.approx(0.06, abs=0.005)
    assert "CISTERN_LINK_NARROW" in codes(narrow)
    assert "CISTERN_LINK_NARROW" not in codes(wide)
    assert narrow.cistern.bank.links[0].room_left_l > wide.cistern.bank.links[0].room_left_l


def test_a_bank_entered_as_so_many_alike_has_the_links_of_its_tanks():
    """Lantern Row, its two low tanks entered as a row each: the same flows cross the same links."""
    alike = planned("lantern-row").cistern.bank.links
    low = edited("lantern-row").cistern.tanks[1].model_dump(mode="json") | {"count": 1}
    apart = planned(
        "lantern-row",
        replace("/cistern/tanks/1", low | {"name": "Low tanks 1"}),
        {"op": "add", "path": "/cistern/tanks/-", "value": low | {"id": "other", "name": "Low tanks 2"}},
    ).cistern.bank.links
    assert [(link.near, link.far) for link in alike] == [("Tall tank", "Low tanks 1"), ("Low tanks 1", "Low tanks 2")]
    assert [(each.near, each.far, each.flow_l_s, each.head_m) for each in alike] == [
        (each.near, each.far, pytest.approx(each.flow_l_s), pytest.approx(each.head_m)) for each in apart
    ]


def test_of_several_alike_the_link_that_most_must_cross_is_told():
    """Five in a row, fed at the first: four fifths of the water cross the first link, one fifth the last."""
    five = planned("saltmarrow", replace("/cistern/tanks/0/count", 5)).cistern.bank
    assert len(five.links) == 1
    assert five.links[0].far == "Liner tank 2"
    assert five.links[0].flow_l_s == pytest.approx(0.8 * five.design_inflow_l_s)


def test_pumped_stores_are_sized_as_what_comes_to_the_house_together(rain):
    """20, 45 and 2 m3, each pumped into the next as fast as it is drawn, do what one tank of their live volume does:
    the method says so of them as of the one, and its total is where the replay finds the least tank."""
    tank = farm().cistern.tanks[0].model_dump(mode="json")

    def upright(name, m3):
        return tank | {"id": name, "name": name, "count": 1, "outlet_m": 0.1, "overflow_m": None, "floor_m": 0.0,
                       "shape": {"kind": "volume", "volume_l": m3 * 1000, "height_m": 2.0}}  # fmt: skip

    def sized(*tanks):
        values = {"cistern__layout": "transfer", "cistern__transfer_l_day": 1e6, "cistern__tanks": list(tanks),
                  "cistern__fire_reserve_l": 0.0}  # fmt: skip
        return plan(rain, **values).cistern, comparisons(rain, **values).methods

    three, three_methods = sized(upright("a", 20), upright("b", 45), upright("c", 2))
    one, one_methods = sized(upright("a", 67))
    for_aim = three.figures["smallest_for_aim_l"].value
    assert three_methods[0].key == "replay"
    assert three_methods[0].tank_l == for_aim
    assert for_aim == pytest.approx(one.figures["smallest_for_aim_l"].value, rel=0.03)
    assert max(three.curve.tank_l) < 2 * max(one.curve.tank_l)
    for method, alone in zip(three_methods[2:], one_methods[2:], strict=True):
        assert (method.tank_l is None) == (alone.tank_l is None)
        assert method.tank_l is None or method.tank_l == pytest.approx(alone.tank_l, rel=0.03), method.label


def test_a_tank_that_leans_holds_a_wedge_less_and_the_replay_knows():
    """80 mm across the base of Saltmarrow's liner tank, 6.9 m across: its area x 40 mm are lost, 1.50 m3. One of two
    tanks that leans lowers the overflow of both."""
    lean = replace("/cistern/tanks/0/lean", {"fall_mm": 80})
    level, leaning = (planned("saltmarrow", *each).cistern for each in ([], [lean]))
    wedge = math.pi / 4 * 6.9**2 * 0.04 * 1000
    assert level.live_l - leaning.live_l == pytest.approx(wedge)
    assert wedge == pytest.approx(1_496, abs=1)
    same = planned("saltmarrow", replace("/cistern/tanks/0/overflow_m", 2.3 - 0.04)).cistern
    assert leaning.figures["shortfall_l"].value == pytest.approx(same.figures["shortfall_l"].value)
    assert leaning.figures["shortfall_l"].value > level.figures["shortfall_l"].value
    flat, tilted = (
        planned("lantern-row", *each).cistern.bank
        for each in ([], [replace("/cistern/tanks/1/lean", {"fall_mm": 60})])
    )
    assert tilted.overflow_m == pytest.approx(flat.overflow_m - 0.03)
    assert tilted.vessels[0].stranded_l > flat.vessels[0].stranded_l


@pytest.mark.parametrize(("begins", "dry"), [(dt.date(1990, 7, 1), True), (dt.date(1991, 7, 1), False)])
def test_a_record_that_begins_in_a_dry_run_is_told_with_what_its_own_end_would_leave(begins, dry):
    """Saltmarrow from July 1990 on, into its driest months, with the tank full; and from the year after."""
    record = demo_rain("saltmarrow")
    cut = prepare_rain(DailyRain(begins, record.depth_mm[(begins - record.start).days :]), "none")
    document = edited("saltmarrow")
    full = plan_property(document, cut)
    found = [each for each in full.plan.findings if each.code == "CISTERN_BEGINS_DRY"]
    assert bool(found) == dry
    if dry:
        left = float(full.replay.store_l[-1] / full.replay.size_l)
        circle = plan_property(apply_edit(document, [replace("/cistern/start_share", left)]), cut).plan.cistern
        assert circle.years_carried < full.plan.cistern.years_carried
        assert f"carries {circle.years_carried} years and not {full.plan.cistern.years_carried}" in found[0].text


def test_tanks_that_do_not_overlap_in_height_are_found(rain):
    document = farm()
    tank = document.cistern.tanks[0].model_dump(mode="json") | {"id": "up", "name": "Up", "floor_m": 5.0}
    pair = apply_edit(document, [{"op": "add", "path": "/cistern/tanks/-", "value": tank}])
    assert "CISTERN_NO_SHARED_LEVEL" in codes(plan_property(pair, rain).plan)


def test_a_small_tank_says_that_a_daily_step_is_coarse(rain):
    assert "CISTERN_SMALL_FOR_DAILY_STEP" in codes(plan(rain, size_l=900, cistern__fire_reserve_l=0))
    assert "CISTERN_SMALL_FOR_DAILY_STEP" not in codes(plan(rain))


def test_worse_weather_never_carries_more(plain, rain):
    by_key = {test.key: test for test in comparisons(rain).stress}
    assert by_key["none"].years_carried >= by_key["rain_90"].years_carried >= by_key["rain_80"].years_carried
    assert by_key["none"].years_carried >= by_key["spells"].years_carried
    assert by_key["none"].years_carried >= by_key["best_roof"].years_carried
    assert by_key["none"].years_carried == plain.cistern.years_carried


def test_the_first_year_is_that_of_each_recorded_year_begun_empty(plain, rain):
    first = plain.cistern.first_year
    at = [
        row
        for row, date in enumerate(rain.dates)
        if str(date)[5:] == first.first_day and row + 365 <= rain.dates.size
    ]
    assert first.years == len(at)
    assert first.p50_l[0] == 0
    assert first.p10_l <= first.p50_l <= first.p90_l
    assert all(0 <= chance <= 1 for chance in first.chance)


def test_the_knee_is_priced_or_geometric(plain):
    priced = plain.cistern.figures["knee_l"]
    assert priced.value is None or 0 <= priced.value <= plain.cistern.curve.tank_l[-1]
    assert priced.working


@pytest.mark.parametrize("layout", ["linked", "settling_first"])
@pytest.mark.parametrize("steps", [0, 2])
def test_what_a_span_misses_is_what_the_whole_replay_misses_in_it(layout, steps):
    tank = edited("saltmarrow").cistern.tanks[0].model_dump(mode="json")
    document = edited(
        "saltmarrow",
        replace("/cistern/tanks", [tank | {"overflow_m": 0.9}, tank | {"id": "second", "overflow_m": 0.8}]),
        replace("/cistern/layout", layout),
        replace("/cistern/fire_reserve_l", 0),
        replace("/household/steps", edited("saltmarrow").model_dump(mode="json")["household"]["steps"][:steps]),
    )
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    supply = supply_of(document, rain)
    run = supply.run(50_000.0)
    for year in (0, 5, 39):
        span = slice(int(rain.years.starts[year]), int(rain.years.ends[year]))
        assert supply.missed_in_l(span, 50_000.0) == pytest.approx(run.shortfall_l[span].sum(), rel=1e-9, abs=1e-6)


def test_tanks_of_next_to_nothing_are_planned_as_tanks_of_nothing():
    none, trace = ({"kind": "volume", "volume_l": litres, "height_m": 1.0} for litres in (0.0, 2.3e-308))
    tank = edited("saltmarrow").cistern.tanks[0].model_dump(mode="json") | {"outlet_m": 0.0, "overflow_m": None}
    tanks = [tank | {"shape": none}, tank | {"id": "second", "shape": trace}]
    document = edited(
        "saltmarrow",
        replace("/cistern/fire_reserve_l", 0),
        replace("/cistern/tanks", tanks),
        replace("/cistern/layout", "settling_first"),
    )
    plan = plan_property(document, prepare_rain(demo_rain("saltmarrow"), "none")).plan
    assert plan.cistern.years_carried == 0
    assert plan.cistern.live_l == 0
