"""Tasks of the design in their order: as a foreman reads them, on the demos and on anything that is entered."""

import datetime as dt

import pytest
from hypothesis import given, settings

from lean_year.core.build.judging import judge
from lean_year.core.errors import InputError
from lean_year.demo.building import values_of
from lean_year.demo.shipped import BUILT_UNTIL, DEMOS, demo_book, demo_rain, demo_record
from lean_year.plan.model.book_prices import book_in
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.build import AddedTask, BuildEntry, ChangedTask
from lean_year.property.entries import Entry, SiteRecord
from tests.formats.test_round_trips import documents
from tests.plan.on_demos import edited, replace
from tests.plan.stations.build.asked_of_demos import asked_of

COVERS = {"cover": ["run-test", "pressure-test"], "backfill": ["leak-test", "run-test"], "joint": ["run-levels"]}


def build_of(document, record=(), rain=None, prices=None):
    options = {} if prices is None else {"prices": prices}
    return plan_property(document, rain, record=SiteRecord(tuple(record)), **options).plan.build


def on_demo(name, **build):
    document = DEMOS[name].property()
    return document.model_copy(update={"build": document.build.model_copy(update=build)})


def task_of(plan, key):
    return next(task for task in plan.tasks if task.key == key)


def reading(point, values, number=1, after=None, by="Ida"):
    return Entry(
        id=f"e{number}", kind="reading", about=point.key, on="2026-10-06", by=by, values=values, after=after
    )  # fmt: skip


def in_order(plan):
    """Keys by when they begin; what waits for something comes after it by its days and hours."""
    return [task.key for task in sorted(plan.tasks, key=lambda task: (task.day, task.last_day))]


@pytest.mark.parametrize("name", list(DEMOS))
def test_on_the_demos_nothing_is_covered_before_it_is_tested_and_nothing_set_on_a_pad_without_readings(name):
    plan = build_of(on_demo(name))
    present = {task.key for task in plan.tasks}
    after = {task.key: set(task.after) for task in plan.tasks}

    def waits(key):
        return after[key] | {each for before in after[key] for each in waits(before)}

    for covering, seen in COVERS.items():
        if covering in present:
            assert {key for key in seen if key in present} <= waits(covering)
    for setting in ("set-tanks", "put-together"):
        if setting in present:
            assert "pad-levels" in waits(setting)
    assert {"swarf", "leak-test"} <= waits("disinfect")
    assert in_order(plan)[-1] == "hand-over"


@settings(max_examples=10, deadline=None)
@given(documents())
def test_whatever_is_entered_no_task_begins_before_what_it_waits_for(document):
    document = document.model_copy(update={"build": BuildEntry(start_on="2026-03-02")})
    plan = build_of(document)
    tasks = {task.key: task for task in plan.tasks}
    assert "hand-over" in tasks
    for task in plan.tasks:
        for wait in task.waits:
            before = tasks[wait.key]
            assert task.day >= before.last_day
            if wait.days and before.until and task.on and not before.key.startswith("deliver-"):
                apart = dt.date.fromisoformat(task.on) - dt.date.fromisoformat(before.until)
                assert apart.days >= wait.days
    asked = {point.task for point in plan.points}
    assert asked <= set(tasks)
    assert {task.key for task in plan.tasks if task.hold} == asked


def test_what_does_not_apply_is_not_there_and_what_the_design_needs_beyond_is():
    buried, terrace, farm = (
        {task.key for task in build_of(on_demo(name)).tasks}
        for name in ("brindle-landing", "lantern-row", "saltmarrow")
    )
    assert {"dig", "keep-dry", "ballast", "backfill"} <= buried
    assert not {"dig", "ballast", "backfill"} & (terrace | farm)
    assert {"first-ring", "put-together"} <= farm
    assert "set-tanks" not in farm
    assert {"top-up", "tie"} <= terrace
    assert "sample" not in terrace, "nobody drinks there"
    assert {"sample", "start-lamp"} <= farm


def test_moving_the_start_moves_all_and_weeks_off_stay_off():
    first = build_of(on_demo("saltmarrow", start_on="2026-03-02", order_on=None))
    later = build_of(on_demo("saltmarrow", start_on="2026-03-09", order_on=None))
    assert [task.day for task in first.tasks] == [task.day for task in later.tasks]
    for one, other in zip(first.tasks, later.tasks, strict=True):
        assert dt.date.fromisoformat(other.on) - dt.date.fromisoformat(one.on) == dt.timedelta(days=7)
        if one.hours:
            assert dt.date.fromisoformat(one.on).weekday() < 5


def test_the_hours_of_the_tasks_are_those_that_are_priced():
    document = DEMOS["saltmarrow"].property()
    plan = plan_property(document, None, prices=book_in(demo_book(document), document)).plan
    by_work: dict[str, float] = {}
    for task in plan.build.tasks:
        by_work[task.work] = by_work.get(task.work, 0.0) + task.hours
    for row in plan.price.works:
        assert by_work[row.key] == pytest.approx(row.hours)
    entered = document.model_copy(update={"price": document.price.model_copy(update={"hours": {"pipes": 50.0}})})
    plan = plan_property(entered, None).plan
    assert sum(task.hours for task in plan.build.tasks if task.work == "pipes") == pytest.approx(50.0)


def test_what_a_person_changed_stays_through_later_edits_and_says_so_where_its_reason_has_gone():
    changed = {
        "top-up": ChangedTask(hours=5, note="with the plumber"),
        "gauge": ChangedTask(skipped="no gauge is fitted yet"),
    }
    added = [AddedTask(id="1", name="Take the hedge down", hours=3, before=["pad"], work="ground")]
    plan = build_of(on_demo("lantern-row", changed=changed, added=added))
    own = task_of(plan, "own-1")
    assert (own.hours, own.by_hand) == (3, "added")
    assert "own-1" in task_of(plan, "pad").after
    assert task_of(plan, "pad").day >= own.last_day
    assert (task_of(plan, "top-up").hours, task_of(plan, "top-up").by_hand) == (5, "changed")
    assert task_of(plan, "gauge").status == "skipped"
    assert "BUILD_HOLD_SKIPPED" in [each.code for each in plan.findings]
    without = on_demo("lantern-row", changed=changed, added=added)
    back_up = without.household.back_up.model_copy(update={"kind": "none"})
    without = without.model_copy(update={"household": without.household.model_copy(update={"back_up": back_up})})
    plan = build_of(without)
    assert task_of(plan, "top-up").status == "gone"
    (finding,) = [each for each in plan.findings if each.code == "BUILD_TASK_NOT_ASKED_FOR"]
    assert finding.fixes[0].operations == [{"op": "remove", "path": "/build/changed/top-up"}]


def test_tasks_in_a_circle_are_refused_by_name():
    with pytest.raises(InputError) as refused:
        build_of(on_demo("lantern-row", changed={"mark-out": ChangedTask(after=["hand-over"])}))
    assert refused.value.field == "build.after"


@pytest.mark.parametrize("name", list(DEMOS))
def test_every_point_of_a_demo_has_readings_that_pass_and_one_that_does_not(name):
    for point in build_of(on_demo(name)).points:
        asked = next(each for each in asked_of(name) if each.key == point.key)
        values = values_of(point)
        assert judge(asked, values) == [], point.key
        limits = [each for each in (*asked.readings, *asked.sums) if each.low is not None or each.high is not None]
        assert limits, f"{point.key} cannot fail"


def test_a_reading_out_of_tolerance_stops_what_waits_for_it_until_it_passes_or_somebody_lets_it():
    document = on_demo("lantern-row", start_on="2026-03-02", order_on=None)
    point = next(each for each in build_of(document).points if each.task == "pad-levels")
    good = values_of(point)
    bad = good | {"r1": 40.0}
    stopped = build_of(document, [reading(point, bad)])
    assert next(each for each in stopped.points if each.key == point.key).status == "failed"
    assert task_of(stopped, "set-tanks").status == "stopped"
    assert [each.severity for each in stopped.findings if each.code == "BUILD_HOLD_FAILED"] == ["fails"]
    mended = build_of(document, [reading(point, bad), reading(point, good, 2, after="e1")])
    assert next(each for each in mended.points if each.key == point.key).status == "passed"
    assert len(next(each for each in mended.points if each.key == point.key).entries) == 2
    let = Entry(id="e2", kind="let_pass", about=point.key, on="2026-10-06", by="Ida", note="packed", after="e1")
    passed = build_of(document, [reading(point, bad), let])
    assert next(each for each in passed.points if each.key == point.key).status == "let_pass"
    assert task_of(passed, "set-tanks").stopped_by == ""


def test_two_phones_that_did_not_know_of_each_other_and_disagree_ask_for_a_third_reading():
    document = on_demo("lantern-row")
    point = next(each for each in build_of(document).points if each.task == "pad-levels")
    good = values_of(point)
    bad = good | {"r1": 40.0}
    two = [reading(point, bad, 1, by="Ida"), reading(point, good, 2, by="Joss")]
    plan = build_of(document, two)
    assert next(each for each in plan.points if each.key == point.key).status == "disputed"
    (finding,) = [each for each in plan.findings if each.code == "BUILD_HOLD_DISPUTED"]
    assert "Ida" in finding.text
    assert "Joss" in finding.text
    third = [*two, reading(point, good, 3, after="e1"), reading(point, good, 4, after="e2")]
    assert next(each for each in build_of(document, third).points if each.key == point.key).status == "passed"
    alike = [reading(point, good, 1), reading(point, good, 2)]
    assert next(each for each in build_of(document, alike).points if each.key == point.key).status == "passed"


def test_a_point_that_the_design_asks_for_no_more_keeps_what_was_written_down():
    document = on_demo("lantern-row")
    point = next(each for each in build_of(document).points if each.task == "gauge")
    record = [reading(point, values_of(point))]
    tank = document.cistern.tanks[0]
    key = f"gauge/{tank.id}"
    assert point.key == key
    bare = [
        each.model_copy(update={"inlet": each.inlet.model_copy(update={"gauge": "none"})})
        for each in document.cistern.tanks
    ]
    changed = document.model_copy(update={"cistern": document.cistern.model_copy(update={"tanks": bare})})
    (gone,) = build_of(changed, record).gone
    assert (gone.key, gone.entries[0].values) == (key, values_of(point))


def test_work_that_went_on_over_what_has_not_passed_fails():
    document = on_demo("brindle-landing")
    done = [Entry(id="d1", kind="done", about="backfill", on="2026-10-20")]
    found = [each for each in build_of(document, done).findings if each.code == "BUILD_COVERED_UNSEEN"]
    assert [each.severity for each in found] == ["fails"]


def test_the_open_hole_of_brindle_landing_carries_its_odds_before_the_empty_tank_is_set_and_fails_with_it():
    document, rain = DEMOS["brindle-landing"].property(), prepare_rain(demo_rain("brindle-landing"), "none")
    plan = build_of(document, demo_record("brindle-landing"), rain)
    assert task_of(plan, "dig").status == "done"
    assert task_of(plan, "set-tanks").status != "done"
    (finding,) = [each for each in plan.findings if each.code == "BUILD_OPEN_HOLE"]
    assert finding.severity == "caution"
    first, last = plan.hole_open
    heavy = wettest = years = 0
    for year in range(1980, 2030):
        begin = (dt.date(year, first.month, first.day) - rain.record.start).days
        span = rain.record.depth_mm[max(0, begin) : begin + (last - first).days + 1]
        if begin >= 0 and span.size == (last - first).days + 1:
            years += 1
            heavy += bool((span >= 10).any())
            wettest = max(wettest, float(span.sum()))
    assert f"{heavy} of {years} recorded years" in finding.text
    assert f"{wettest / 25.4:.2f} in" in finding.text
    tank_in = [*demo_record("brindle-landing"), Entry(id="x", kind="done", about="set-tanks", on="2026-10-12")]
    worse = build_of(document, tank_in, rain)
    assert [each.severity for each in worse.findings if each.code == "BUILD_OPEN_HOLE"] == ["fails"]
    ballast = next(each for each in worse.points if each.task == "ballast")
    held = [*tank_in, reading(ballast, values_of(ballast), 99)]
    assert not [each for each in build_of(document, held, rain).findings if each.code == "BUILD_OPEN_HOLE"]


@pytest.mark.parametrize(("name", "until"), list(BUILT_UNTIL.items()))
def test_the_demos_stand_where_they_say_and_every_reading_passes(name, until):
    plan = build_of(DEMOS[name].property(), demo_record(name))
    if until is None:
        assert (plan.done, plan.points_open) == (plan.of, 0)
    else:
        assert 0 < plan.done < plan.of
        assert task_of(plan, until).status in ("ready", "waits")
    assert not [each for each in plan.findings if each.code.startswith("BUILD_HOLD")]


def test_permits_hold_the_steps_up_that_they_are_asked_for():
    plan = build_of(on_demo("saltmarrow"))
    assert "Licensed electrician" in task_of(plan, "power").permits
    granted = edited(
        "saltmarrow", replace("/permits", {"electrician": {"status": "granted"}, "plumber": {
            "status": "asked", "asked_on": "2026-03-01", "lead_time_days": 90}}),
        replace("/build/start_on", "2026-03-02"), replace("/build/order_on", "2026-02-02"),
    )  # fmt: skip
    plan = build_of(granted)
    assert task_of(plan, "power").permits == []
    assert task_of(plan, "house-pipe").on >= "2026-05-30"


def test_a_crew_that_stands_still_for_a_delivery_is_told_when_to_order():
    document = on_demo("saltmarrow", start_on="2026-03-02", order_on=None)
    prices = book_in(demo_book(document), document)
    (finding,) = [each for each in build_of(document, prices=prices).findings if each.code == "BUILD_WAITS_FOR_GOODS"]
    operation = finding.fixes[0].operations[0]
    ordered = on_demo("saltmarrow", start_on="2026-03-02", order_on=operation["value"])
    plan = build_of(ordered, prices=prices)
    assert not [each for each in plan.findings if each.code == "BUILD_WAITS_FOR_GOODS"]
    assert plan.last_day < build_of(document, prices=prices).last_day
