"""The work on all supplies of a property by one crew, against the work on each by itself."""

import pytest

from lean_year.plan.all_supplies import PlannedBy, built_for_all_supplies
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.whole import plan_property
from lean_year.property.entries import Entry, SiteRecord
from lean_year.property.front import at_front
from tests.plan.on_demos import edited, replace
from tests.plan.stations.price.test_all_supplies import BARN

STARTS = replace("/build/start_on", "2027-03-01")
ADDED = {"id": "fence", "name": "Move the fence", "hours": 4.0, "after": ["order"]}


def built(document, entries=()):
    """Each supply by itself, and all of them."""
    record = SiteRecord(tuple(entries))

    def planned_of(shown):
        return plan_property(shown, None, record=record)

    each = {supply: BUILD.of(planned_of(at_front(document, supply)).plan) for supply in document.supply_ids}
    return each, built_for_all_supplies(document, PlannedBy(planned_of, None, record=record))


@pytest.fixture(scope="module")
def both():
    return built(edited("saltmarrow", *BARN, STARTS, replace("/build/added", [ADDED])))


def of_supply(all_of_them, supply):
    return {task.key.removeprefix(f"{supply} "): task for task in all_of_them.tasks if task.supply == supply}


def test_every_task_of_every_supply_is_there_with_its_own_hours(both):
    each, all_of_them = both
    for supply, plan in each.items():
        own = {
            task.key: task.hours
            for task in plan.tasks
            if task.key != "order" and not task.key.startswith(("deliver-", "own-"))
        }
        assert {key: task.hours for key, task in of_supply(all_of_them, supply).items()} == pytest.approx(own)


def test_order_deliveries_and_what_was_added_are_there_once(both):
    each, all_of_them = both
    shared = {task.key: task for task in all_of_them.tasks if task.supply is None}
    wanted = {
        task.key
        for plan in each.values()
        for task in plan.tasks
        if task.key.startswith(("order", "deliver-", "own-"))
    }
    assert shared.keys() == wanted
    assert shared["own-fence"].hours == 4.0
    orders = sum(task.hours for plan in each.values() for task in plan.tasks if task.key == "order")
    assert shared["order"].hours == pytest.approx(orders)
    assert all_of_them.days == pytest.approx(sum(plan.days for plan in each.values()) - 4.0 / 8.0)


def test_one_crew_is_on_one_task_at_a_time_and_keeps_the_order_of_each_supply(both):
    each, all_of_them = both
    hours = {}
    for task in all_of_them.tasks:
        if task.day == task.last_day:
            hours[task.day] = hours.get(task.day, 0.0) + task.hours
    assert max(hours.values()) <= 8.0 + 1e-6, "eight hours are a day"
    # The crew works at the barn while the concrete of the house sets.
    assert all_of_them.last_day >= max(*(plan.last_day for plan in each.values()), all_of_them.days)
    assert all_of_them.last_day <= sum(plan.last_day for plan in each.values())
    for supply, plan in each.items():
        of_all = of_supply(all_of_them, supply)
        for task in plan.tasks:
            for before in task.after:
                if task.key in of_all and before in of_all:
                    assert of_all[before].last_day <= of_all[task.key].day, (supply, before, task.key)


def test_it_begins_on_the_day_that_was_entered_and_is_read_day_after_day(both):
    _, all_of_them = both
    assert all_of_them.starts_on == "2027-03-01"
    days = [task.on for task in all_of_them.tasks]
    assert days == sorted(days)
    assert max(task.until for task in all_of_them.tasks) == all_of_them.ends_on


def test_hours_that_were_entered_for_a_work_are_shared_by_all():
    _, all_of_them = built(edited("saltmarrow", *BARN, replace("/price/hours", {"ground": 11.0})))
    each = built(edited("saltmarrow", *BARN))[0]
    ground = {
        "order" if task.key == "order" else f"{supply} {task.key}"
        for supply, plan in each.items()
        for task in plan.tasks
        if task.work == "ground" and not task.key.startswith("deliver-")
    }
    hours = sum(task.hours for task in all_of_them.tasks if task.key in ground)
    assert hours == pytest.approx(11.0)


def test_what_is_done_at_one_supply_is_done_there_and_an_order_only_when_it_is_whole():
    document = edited("saltmarrow", *BARN, replace("/build/added", [ADDED]))

    def done(number, about, supply):
        return Entry(id=f"0000000{number}", about=about, supply=supply, kind="done", on="2027-03-01")

    _, before = built(document)
    _, after = built(document, [done(1, "order", "main"), done(2, "own-fence", "main")])
    status = {task.key: task.status for task in after.tasks}
    assert {task.key: task.status for task in before.tasks}["order"] == "ready"
    assert status["order"] == "ready", "the order of the barn is still to be made"
    assert status["own-fence"] == "done"
    _, whole = built(document, [done(1, "order", "main"), done(2, "order", "barn")])
    assert {task.key: task.status for task in whole.tasks}["order"] == "done"
    how_far = {each.id: each for each in whole.supplies}
    assert how_far.keys() == {"main", "barn"}
    assert all(each.points > 0 == each.points_passed and each.done == 0 < each.of for each in how_far.values())


def test_one_supply_has_its_own_tasks_alone():
    assert built(edited("saltmarrow"))[1] is None
