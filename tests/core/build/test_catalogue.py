"""The catalogue of tasks: it goes in no circle, names nothing that is not there, and covers nothing unseen."""

from itertools import chain

import pytest

from lean_year.core.build.catalogue import TASK_OF_PART, TASKS, WEATHER, waits_for
from lean_year.core.build.network import Step, Wait, network
from lean_year.core.parts.catalogue import GROUPS, KINDS, WORKS
from tests.core.build.test_network import EVERY_DAY


def before(key):
    """All that a task waits for, with everything in the design."""
    direct = waits_for(key, TASKS)
    return set(chain(direct, *(before(each) for each in direct)))


def test_names_are_those_of_the_other_tables():
    for key, kind in TASKS.items():
        assert kind.work in WORKS, key
        assert not kind.weather or kind.weather in WEATHER, key
        assert set(kind.after) <= set(TASKS), key
        assert set(kind.takes) <= set(KINDS), key
        assert set(kind.waits_for_goods) <= set(GROUPS), key
        assert bool(kind.then_days) == bool(kind.then), key
    assert len(TASK_OF_PART) == sum(len(kind.takes) for kind in TASKS.values()), "a part is built in once"


def test_all_of_it_goes_in_no_circle():
    steps = [Step(key, 1.0, tuple(Wait(each) for each in waits_for(key, TASKS))) for key in TASKS]
    assert len(network(steps, EVERY_DAY, 8.0).critical) > 5


@pytest.mark.parametrize(
    ("covers", "seen_first"),
    [
        ("set-tanks", ["pad-levels"]),
        ("put-together", ["pad-levels", "first-ring"]),
        ("joint", ["run-levels", "swarf", "tank-levels"]),
        ("cover", ["run-test", "pressure-test"]),
        ("backfill", ["leak-test", "run-test", "ballast"]),
        ("holes", ["ballast"]),
        ("disinfect", ["swarf", "leak-test", "pressure-test"]),
        ("sample", ["disinfect", "start-filters", "start-lamp"]),
        ("hand-over", ["sample", "leak-test", "start-pump", "gauge", "flush-drain", "overflow-run"]),
        ("dig", ["locate"]),
        ("trench", ["locate"]),
    ],
)
def test_nothing_is_covered_before_it_is_seen(covers, seen_first):
    assert set(seen_first) <= before(covers)
