"""The log of a supply on a day: levels as water, how long it lasts, what it says, what is due."""

import datetime as dt

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import DEMOS, demo_book, demo_rain, demo_record
from lean_year.plan.in_use.due import due_rows
from lean_year.plan.in_use.work import check_log, log_work
from lean_year.plan.model.book_prices import book_in
from lean_year.plan.model.forecast import forecast
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.stations.log.days import logged_days, rain_known
from lean_year.plan.stations.log.levels import last_level, levels_read
from lean_year.plan.whole import plan_property
from lean_year.property.entries import Entry, SiteRecord
from lean_year.property.logbook import standing
from lean_year.property.treatment import TreatmentStage
from tests.plan.on_demos import edited
from tests.plan.stations.log.test_cautions import GARDEN, NO_TRAIN


def entry(key, kind, on, rest="", **more):
    values = {name: value for name, value in more.items() if isinstance(value, float)}
    other = {name: value for name, value in more.items() if not isinstance(value, float)}
    about = f"log/{kind}" + (f"/{rest}" if rest else "")
    return Entry(id=key, kind=kind, about=about, on=on, values=values, **other)


@pytest.fixture(scope="module")
def saltmarrow():
    document = DEMOS["saltmarrow"].property()
    return document, prepare_rain(demo_rain("saltmarrow"), document.rain.filling)


@pytest.fixture(scope="module")
def terrace():
    document = DEMOS["lantern-row"].property()
    return document, prepare_rain(demo_rain("lantern-row"), document.rain.filling)


def work_of(place, entries, today):
    document, rain = place
    record = SiteRecord(tuple(entries), len(entries))
    prices = book_in(demo_book(document), document)
    plan = plan_property(document, rain, prices=prices, record=record).plan
    return log_work(document, plan, rain, record, dt.date.fromisoformat(today)), plan


@pytest.fixture(scope="module")
def demo(saltmarrow):
    def on(today):
        return work_of(saltmarrow, [each for each in demo_record("saltmarrow") if each.on <= today], today)

    return on


def test_the_demo_leak_is_found_before_it_is_repaired_and_is_gone_after(demo):
    """140 L/d from 19 May to 16 June 2025: invented, and known to the levels alone."""
    before, _ = demo("2025-06-15")
    assert before.behaving.verdict == "losing"
    assert before.behaving.low <= 140 <= before.behaving.high
    assert abs((before.behaving.since - dt.date(2025, 5, 19)).days) <= 7
    assert [finding.code for finding in before.findings] == ["LOG_LOSING"]
    after, _ = demo("2026-09-27")
    assert after.behaving.verdict == "as_designed"
    assert after.behaving.low <= 0 <= after.behaving.high
    assert after.repaired_on == dt.date(2025, 6, 16)
    assert after.behaving_before == before.behaving
    assert after.findings == []


def test_the_forecast_is_that_of_the_last_level_from_the_next_morning_on(demo, saltmarrow):
    work, plan = demo("2026-09-27")
    last = work.levels[-1]
    asked = forecast(*saltmarrow, last.on + dt.timedelta(days=1), last.level_l)
    assert (work.lasting.from_day, work.lasting.level_l) == (last.on + dt.timedelta(days=1), last.level_l)
    assert work.lasting.short_by == asked.short_by
    assert (work.lasting.never_short, work.lasting.years) == (asked.never_short, asked.years)
    assert work.lasting.no_rain_days == asked.no_rain_days
    assert plan.log.level_l == last.level_l


def test_the_fan_is_that_of_the_traces_and_begins_at_the_level(demo):
    work, _ = demo("2026-09-27")
    fan = work.lasting.fan
    assert len(fan.p10_l) == len(fan.p50_l) == len(fan.p90_l) == 366
    assert all(low <= mid <= high for low, mid, high in zip(fan.p10_l, fan.p50_l, fan.p90_l, strict=True))
    assert abs(fan.p50_l[0] - work.lasting.level_l) < 2_000


def test_each_way_of_using_less_makes_no_year_shorter(terrace):
    work, _ = work_of(terrace, [entry("a", "level", "2026-07-01", share=0.6)], "2026-07-01")
    late = dt.date(2100, 1, 1)
    assert [gain.key for gain in work.lasting.gains] == ["garden"]
    for gain in work.lasting.gains:
        for name in ("p10", "p50", "p90"):
            now, then = getattr(work.lasting.short_by, name), getattr(gain.short_by, name)
            assert (then or late) >= (now or late)
    assert work.lasting.order_by == work.lasting.short_by.p10 - dt.timedelta(days=work.lasting.lead_days + 1)


def test_rain_and_loads_since_the_level_bring_it_forward_as_a_plain_sum_does(saltmarrow):
    """Ten days without rain and with a load: less what the household draws, by the plan's own demand."""
    document, _ = saltmarrow
    entries = [
        entry("a", "level", "2026-02-01", share=0.5),
        entry("r", "rain", "2026-02-01", depth_mm=0.0),
        entry("l", "load", "2026-02-05", volume_l=5_000.0),
        entry("s", "rain", "2026-02-11", depth_mm=0.0),
    ]
    work, _ = work_of(saltmarrow, entries, "2026-02-12")
    first = dt.date(2026, 2, 2)
    dry = prepare_rain(DailyRain(first, np.zeros(10)), "none")
    drawn = float(supply_of(document, dry).demand.house_l[0].sum())
    assert work.lasting.by_model
    assert work.lasting.from_day == dt.date(2026, 2, 12)
    (read,) = work.levels
    garden = read.level_l + 5_000 - drawn - work.lasting.level_l
    assert 0 <= garden < 3_000, "what else was drawn is the garden's"


def test_a_day_without_rain_known_stops_the_model(saltmarrow):
    work, _ = work_of(saltmarrow, [entry("a", "level", "2026-02-01", share=0.5)], "2026-03-15")
    assert not work.lasting.by_model
    assert work.lasting.from_day == dt.date(2026, 2, 2)


def test_rain_is_shared_over_the_days_since_the_gauge_was_emptied_and_gaps_are_dry():
    rows = [entry("a", "rain", "2026-03-03", depth_mm=9.0, days=3.0), entry("b", "rain", "2026-03-06", depth_mm=2.0)]
    known = rain_known(rows, None, dt.date(2026, 2, 28), dt.date(2026, 3, 8))
    assert known[[0, 7, 8]].tolist() == pytest.approx([np.nan] * 3, nan_ok=True)
    assert known[1:7].tolist() == [3.0, 3.0, 3.0, 0.0, 0.0, 2.0]


def test_over_a_long_gap_nobody_looked_at_the_gauge():
    rows = [entry("a", "rain", "2026-01-01", depth_mm=1.0), entry("b", "rain", "2026-06-01", depth_mm=2.0)]
    known = rain_known(rows, None, dt.date(2026, 1, 1), dt.date(2026, 6, 1))
    assert np.isnan(known[1:-1]).all()


def test_a_gauge_is_believed_before_the_record(saltmarrow):
    _, rain = saltmarrow
    day = dt.date(2020, 1, 15)
    assert rain_known([], rain, day, day)[0] == rain.filled_mm[(day - rain.record.start).days]
    assert rain_known([entry("a", "rain", "2020-01-15", depth_mm=77.0)], rain, day, day)[0] == 77.0


def test_a_log_begins_after_the_last_day_of_which_nobody_knows_the_rain():
    levels = [
        entry(f"l{day}", "level", f"2026-0{1 + day // 28}-{1 + day % 28:02}", share=0.5) for day in (0, 30, 40, 50)
    ]
    rows = [*levels, entry("r", "rain", "2026-02-05", depth_mm=4.0)]
    read = levels_read(layout_of(DEMOS["saltmarrow"].property()), standing(rows))
    logged = logged_days(standing(rows), read, None)
    assert logged.start == dt.date(2026, 2, 5)
    assert (~np.isnan(logged.level_l)).sum() == 2


def test_levels_of_several_stores_add_up_and_one_that_nobody_read_is_as_full_as_the_others(saltmarrow):
    document, _ = saltmarrow
    tank = document.cistern.tanks[0]
    second = tank.model_copy(update={"id": "second", "name": "Second"})
    cistern = document.cistern.model_copy(update={"tanks": [tank, second], "layout": "series", "fire_reserve_l": 0.0})
    layout = layout_of(document.model_copy(update={"cistern": cistern}))
    (both,) = levels_read(layout, [entry("a", "level", "2026-01-01", tank.id, share=0.5),
                                   entry("b", "level", "2026-01-01", "second", share=1.0)])  # fmt: skip
    (one,) = levels_read(layout, [entry("a", "level", "2026-01-01", tank.id, share=0.5)])
    first_l, second_l = (stage.size_l for stage in layout.stages())
    assert not both.partly_assumed
    assert one.partly_assumed
    assert both.drawable_l > one.drawable_l > 0.4 * first_l
    assert both.drawable_l == pytest.approx(one.drawable_l * first_l / (first_l + second_l) + second_l)


def test_the_last_level_is_that_of_all_of_them_past_one_that_does_not_fit(saltmarrow):
    layout = layout_of(saltmarrow[0])
    rows = [
        entry("a", "level", "2026-01-01", share=0.5),
        entry("b", "level", "2026-01-02", share=0.4),
        entry("c", "level", "2026-01-02", share=0.3),
        entry("d", "level", "2026-01-03", depth_m=60.0),
    ]
    assert last_level(layout, rows) == levels_read(layout, rows)[-1]
    assert last_level(layout, rows[3:]) is None
    assert last_level(layout, []) is None


def test_what_does_not_fit_the_tanks_of_another_design_is_left_out_and_kept(terrace):
    work, _ = work_of(terrace, [entry("a", "level", "2026-07-01", depth_m=60.0)], "2026-07-01")
    assert work.levels == []
    assert work.lasting is None
    assert [(row.id, row.level_l) for row in work.rows] == [("a", None)]


@pytest.mark.parametrize(
    ("written", "says"),
    [
        (entry("n", "level", "2026-07-01", depth_m=60.0), "values.depth_m"),
        (entry("n", "level", "2026-07-01", "nowhere", depth_m=0.5), "about"),
        (entry("n", "note", "2026-07-12", note="Next year"), "on"),
        (entry("n", "note", "2026-07-01", note="Better", corrects="gone"), "corrects"),
        (entry("n", "meter", "2026-07-01", reading_l=90.0), "values.reading_l"),
    ],
)
def test_what_cannot_be_is_refused_by_name(saltmarrow, written, says):
    document, _ = saltmarrow
    known = [entry("m", "meter", "2026-06-01", reading_l=100.0)]
    with pytest.raises(InputError) as refused:
        check_log(document, known, [written], dt.date(2026, 7, 10))
    assert refused.value.field == says


def test_a_meter_may_be_another_one_and_may_be_entered_late(saltmarrow):
    document, _ = saltmarrow
    known = [entry("m", "meter", "2026-06-01", reading_l=100.0)]
    fresh = [entry("n", "meter", "2026-07-01", reading_l=140.0, new_from_l=3.0),
             entry("o", "meter", "2026-07-05", reading_l=9.0),
             entry("p", "meter", "2026-05-01", reading_l=60.0)]  # fmt: skip
    check_log(document, known, fresh, dt.date(2026, 7, 10))
    with pytest.raises(InputError, match="reading_l"):
        check_log(
            document, [*known, *fresh], [entry("q", "meter", "2026-07-06", reading_l=8.0)], dt.date(2026, 7, 10)
        )


def test_a_failed_test_is_in_the_way_of_drinking_until_it_is_in_the_treatment(saltmarrow):
    document, rain = saltmarrow
    bad = entry("t", "test", "2026-05-01", e_coli_100ml=4.0, ph=7.0)
    plan = plan_property(document, rain, record=SiteRecord((bad,), 1)).plan
    (found,) = [each for each in plan.findings if each.code == "LOG_TEST_FAILED"]
    assert found.severity == "fails"
    assert found.not_to_drink
    assert "Not to be drunk" in plan.verdict
    taken = document.treatment.last_test.model_copy(update={"e_coli_100ml": 4.0, "ph": 7.0})
    document = document.model_copy(update={"treatment": document.treatment.model_copy(update={"last_test": taken})})
    plan = plan_property(document, rain, record=SiteRecord((bad,), 1)).plan
    assert not [each for each in plan.findings if each.stage == "log"]
    assert any(each.stage == "treatment" and each.severity == "fails" for each in plan.findings)


def test_sediment_near_the_outlet_and_gutters_that_spill_are_said_until_they_are_cleaned(saltmarrow):
    document, rain = saltmarrow
    rows = [entry("s", "sediment", "2026-05-01", depth_m=0.3), entry("g", "spilling", "2026-05-02", "gutters")]
    codes = {each.code for each in plan_property(document, rain, record=SiteRecord(tuple(rows), 2)).plan.log.findings}
    assert codes == {"LOG_SEDIMENT", "LOG_SPILLING"}
    rows += [entry("c", "cleaning", "2026-05-03", "tank"), entry("d", "cleaning", "2026-05-03", "gutters")]
    assert plan_property(document, rain, record=SiteRecord(tuple(rows), 4)).plan.log.findings == []


def test_every_cartridge_and_the_lamp_are_due_by_the_log(demo):
    work, _ = demo("2026-09-27")
    wear = {each.key: each for each in work.wear}
    assert set(wear) == {"sediment-1", "sediment-2", "carbon-1", "uv-1"}
    assert wear["sediment-1"].by == "pressure"
    assert wear["sediment-1"].own_months == pytest.approx(11, abs=1)
    assert wear["carbon-1"].due <= dt.date(2026, 10, 3), "a year at the latest"
    for each in wear.values():
        assert each.due_low <= each.due <= each.due_high


def test_what_is_due_moves_on_when_it_is_done(demo, saltmarrow):
    work, _ = demo("2026-09-27")
    rows = {row.key: row for row in work.due}
    assert rows["sleeve"].due < work.today
    done = [*demo_record("saltmarrow"), entry("x", "cleaning", "2026-09-27", "sleeve")]
    after, _ = work_of(saltmarrow, done, "2026-09-27")
    assert {row.key: row.due for row in after.due}["sleeve"] == dt.date(2027, 3, 27)
    assert [row.due for row in after.due] == sorted(row.due for row in after.due)


def test_nothing_but_warranties_is_due_before_it_is_known_since_when_a_supply_is_in_use(terrace):
    document, rain = terrace
    assert due_rows(document, rain, [], [], [], None) == []
    work, _ = work_of(terrace, [], "2026-07-01")
    assert work.in_use_since is None
    keeping = document.keeping.model_copy(update={"in_use_since": "2024-05-01", "visits_every_months": 6.0})
    used, _ = work_of((document.model_copy(update={"keeping": keeping}), rain), [], "2026-07-01")
    visit = next(row for row in used.due if row.key == "visit")
    assert visit.due == dt.date(2024, 11, 1)
    assert {"lid", "gutters", "clean-out"} <= {row.key for row in used.due}


def test_gutters_that_were_seen_spilling_are_cleaned_at_once_and_then_in_their_season(saltmarrow):
    document, rain = saltmarrow

    def gutters(*entries):
        rows = due_rows(document, rain, [], [], entries, dt.date(2026, 1, 1))
        return next(row for row in rows if row.key == "gutters")

    usual = gutters()
    seen = entry("a", "spilling", "2026-02-11", "gutters")
    early = gutters(seen)
    assert usual.due > dt.date(2026, 2, 11)
    assert early.due == dt.date(2026, 2, 11)
    assert early.why.startswith("They were seen spilling.")
    after = gutters(seen, entry("b", "cleaning", "2026-02-20", "gutters"))
    assert after.due > dt.date(2026, 2, 20)
    assert "spilling" not in after.why


def test_what_the_design_does_not_have_is_not_due(saltmarrow):
    document, rain = saltmarrow
    bare = document.model_copy(
        update={"treatment": document.treatment.model_copy(update={"stages": [TreatmentStage(kind="strainer")]})}
    )
    rows = {row.key for row in due_rows(bare, rain, [], [], [], dt.date(2024, 1, 1))}
    assert "sleeve" not in rows
    assert "low-points" not in rows, "no frost on the island"


def test_without_rain_the_log_still_shows_what_was_written(saltmarrow):
    document, _ = saltmarrow
    document = document.model_copy(update={"rain": document.rain.model_copy(update={"record_id": None})})
    work, _ = work_of((document, None), [entry("a", "level", "2026-07-01", share=0.5)], "2026-07-01")
    assert (work.lasting, len(work.levels)) == (None, 1)


def test_what_a_garden_does_not_have_is_asked_for_only_where_something_of_it_was_written(saltmarrow):
    garden = edited("saltmarrow", NO_TRAIN, *GARDEN), saltmarrow[1]
    gone = {"uv", "lamp", "cartridge", "pressures", "test"}
    whole = {form.kind for form in work_of(saltmarrow, [], "2026-09-28")[0].forms}
    assert gone < whole
    assert {form.kind for form in work_of(garden, [], "2026-09-28")[0].forms} == whole - gone
    written = [entry("e1", "lamp", "2026-09-01", hours=8_900.0), entry("e2", "test", "2026-09-02", ph=7.0)]
    assert {form.kind for form in work_of(garden, written, "2026-09-28")[0].forms} == whole - gone | {"lamp", "test"}
