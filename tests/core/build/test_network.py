"""The critical path against another implementation of the method (networkx), and the days against plain counting."""

import datetime as dt
import math
from itertools import pairwise

import networkx as nx
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.build.network import Step, Wait, network
from lean_year.core.build.working_days import WorkingDays
from lean_year.core.errors import InputError

EVERY_DAY = WorkingDays(dt.date(2024, 3, 1))
WEEKDAYS = WorkingDays(dt.date(2024, 3, 1), off=(5, 6))


@st.composite
def networks(draw):
    """Steps of whole days, each waiting for some of those before it."""
    count = draw(st.integers(1, 12))
    steps = []
    for number in range(count):
        before = draw(st.sets(st.integers(0, number - 1), max_size=3)) if number else set()
        steps.append(
            Step(f"t{number}", 8.0 * draw(st.integers(1, 6)), tuple(Wait(f"t{each}") for each in sorted(before)))
        )
    return steps


@pytest.mark.reference
@given(networks())
def test_the_longest_way_through_is_that_of_networkx(steps):
    graph = nx.DiGraph()
    graph.add_node("end")
    for step in steps:
        graph.add_edge(step.key, "end", weight=step.hours)
        for wait in step.after:
            hours = next(each.hours for each in steps if each.key == wait.key)
            graph.add_edge(wait.key, step.key, weight=hours)
    longest = nx.dag_longest_path_length(graph)
    planned = network(steps, EVERY_DAY, 8.0)
    assert max(each.ends_h for each in planned.earliest.values()) == pytest.approx(longest)
    hours = {step.key: step.hours for step in steps}
    assert sum(hours[key] for key in planned.critical) == pytest.approx(longest)
    assert all(planned.slack_days[key] == 0 for key in planned.critical)


@given(networks(), st.sampled_from([EVERY_DAY, WEEKDAYS]))
def test_nothing_begins_before_what_it_waits_for_and_one_crew_does_one_thing_at_a_time(steps, days):
    planned = network(steps, days, 8.0)
    for placed in (planned.earliest, planned.by_one_crew):
        for step in steps:
            for wait in step.after:
                assert placed[step.key].begins_h >= placed[wait.key].ends_h - 1e-9
    spans = sorted((each.begins_h, each.ends_h) for each in planned.by_one_crew.values())
    assert all(before[1] <= after[0] + 1e-9 for before, after in pairwise(spans))


@given(networks(), st.integers(0, 11))
def test_a_task_can_slip_by_its_slack_and_by_no_day_more(steps, number):
    step = steps[number % len(steps)]
    planned = network(steps, EVERY_DAY, 8.0)
    end = max(each.ends_h for each in planned.earliest.values())

    def ends_if_it_slips(days):
        later = EVERY_DAY.date(planned.earliest[step.key].first_day + days)
        changed = [Step(each.key, each.hours, each.after, later if each is step else None) for each in steps]
        return max(each.ends_h for each in network(changed, EVERY_DAY, 8.0).earliest.values())

    slack = planned.slack_days[step.key]
    assert ends_if_it_slips(slack) == pytest.approx(end)
    assert ends_if_it_slips(slack + 1) > end


def test_days_of_waiting_are_days_of_the_calendar():
    """Poured on Friday 1 March, seven days later is Friday 8; with four days it would be Tuesday."""
    for days, begins in ((7, dt.date(2024, 3, 8)), (4, dt.date(2024, 3, 5)), (2, dt.date(2024, 3, 4))):
        steps = [Step("pour", 8.0), Step("set", 4.0, (Wait("pour", days),))]
        planned = network(steps, WEEKDAYS, 8.0)
        assert WEEKDAYS.date(planned.by_one_crew["set"].first_day) == begins


def test_moving_the_start_moves_all_of_it():
    steps = [Step("dig", 12.0), Step("pad", 6.0, (Wait("dig"),)), Step("set", 3.0, (Wait("pad", 1),))]
    first = network(steps, WorkingDays(dt.date(2024, 3, 4)), 8.0)
    later = network(steps, WorkingDays(dt.date(2024, 5, 6)), 8.0)
    assert first.by_one_crew == later.by_one_crew


def test_what_must_be_seen_is_seen_before_the_next_thing():
    steps = [
        Step("set", 2.0),
        Step("long", 40.0),
        Step("ballast", 0.5, (Wait("set"),), at_once=True),
    ]
    planned = network(steps, EVERY_DAY, 8.0)
    order = sorted(planned.by_one_crew, key=lambda key: planned.by_one_crew[key].begins_h)
    assert order.index("ballast") == order.index("set") + 1


def test_a_delivery_takes_nobodys_time():
    steps = [Step("order", 0.0), Step("deliver", 0.0, (Wait("order", 3),)), Step("work", 20.0)]
    planned = network(steps, EVERY_DAY, 8.0)
    assert planned.by_one_crew["work"].begins_h == 0
    assert planned.by_one_crew["deliver"].first_day == 3


def test_holidays_are_left_out():
    closed = WorkingDays(dt.date(2024, 3, 1), off=(5, 6), closed=(dt.date(2024, 3, 4),))
    planned = network([Step("work", 16.0)], closed, 8.0)
    assert closed.date(planned.by_one_crew["work"].last_day) == dt.date(2024, 3, 5)


@pytest.mark.parametrize(
    ("steps", "field"),
    [
        ([Step("a", 1.0, (Wait("b"),)), Step("b", 1.0, (Wait("a"),))], "after"),
        ([Step("a", 1.0, (Wait("nothing"),))], "after"),
    ],
)
def test_a_circle_and_what_is_not_there_are_refused_by_name(steps, field):
    with pytest.raises(InputError) as refused:
        network(steps, EVERY_DAY, 8.0)
    assert refused.value.field == field


@pytest.mark.parametrize("hours", [0, -1, 25, math.nan])
def test_a_day_has_some_hours_and_at_most_24(hours):
    with pytest.raises(InputError):
        network([Step("a", 1.0)], EVERY_DAY, hours)


def test_a_week_without_a_working_day_is_refused():
    with pytest.raises(InputError):
        WorkingDays(dt.date(2024, 3, 1), off=tuple(range(7)))


def test_a_plan_that_reaches_centuries_ahead_is_refused():
    with pytest.raises(InputError, match="400 years"):
        network([Step("a", 2e6), Step("b", 1.0, (Wait("a", 1),))], EVERY_DAY, 8.0)
