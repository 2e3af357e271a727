"""Readings against their limits: arithmetic by hand."""

import math

import pytest

from lean_year.core.build.judging import HoldPoint, ReadingAsked, SumAsked, judge, within
from lean_year.core.errors import InputError

LEVELS = HoldPoint(
    "pad-levels/main",
    "pad-levels",
    "Pad",
    "",
    tuple(ReadingAsked(f"r{number}", f"Rim {number}", "cut", least=-500, most=500) for number in range(1, 4)),
    (SumAsked("Highest over lowest", "cut", (), high=5.0),),
)
PRESSURE = HoldPoint(
    "pressure-test",
    "pressure-test",
    "Pressure",
    "",
    (
        ReadingAsked("start", "Start", "pressure", low=540.0, least=0, most=10_000),
        ReadingAsked("end", "End", "pressure", least=0, most=10_000),
    ),
    (SumAsked("Drop", "pressure", (("start", 1.0), ("end", -1.0)), low=-5.0, high=5.0),),
)
LEAK = HoldPoint(
    "leak-test/main",
    "leak-test",
    "Leak",
    "",
    tuple(ReadingAsked(key, key, "cut", least=0, most=20_000) for key in ("evening", "morning", "evaporated")),
    (SumAsked("Lost", "cut", (("evening", 1.0), ("morning", -1.0), ("evaporated", -1.0)), high=2.0),),
)


def test_level_readings_pass_by_how_far_they_differ():
    assert judge(LEVELS, {"r1": 0.0, "r2": 5.0, "r3": 3.0}) == []
    (failing,) = judge(LEVELS, {"r1": -1.0, "r2": 5.0, "r3": 3.0})
    assert (failing.label, failing.value, failing.high) == ("Highest over lowest", 6.0, 5.0)


def test_a_pressure_test_fails_by_its_drop_and_by_too_little_at_the_start():
    """From 560 to 556 kPa is a drop of 4."""
    assert judge(PRESSURE, {"start": 560.0, "end": 556.0}) == []
    assert [each.label for each in judge(PRESSURE, {"start": 560.0, "end": 550.0})] == ["Drop"]
    assert [each.label for each in judge(PRESSURE, {"start": 500.0, "end": 500.0})] == ["Start"]
    assert [each.label for each in judge(PRESSURE, {"start": 560.0, "end": 570.0})] == ["Drop"]


def test_a_leak_test_takes_off_what_evaporates():
    """1,210 to 1,206 mm is 4 mm, of which 3 evaporated: 1 mm is within what a rule can be wrong by."""
    assert judge(LEAK, {"evening": 1_210.0, "morning": 1_206.0, "evaporated": 3.0}) == []
    assert judge(LEAK, {"evening": 1_210.0, "morning": 1_206.0, "evaporated": 0.0})[0].value == pytest.approx(4.0)


@pytest.mark.parametrize(
    ("values", "field"),
    [
        ({"r1": 0.0, "r2": 1.0}, "values.r3"),
        ({"r1": 0.0, "r2": 1.0, "r3": 1.0, "r4": 1.0}, "values.r4"),
        ({"r1": 0.0, "r2": 1.0, "r3": 501.0}, "values.r3"),
        ({"r1": 0.0, "r2": 1.0, "r3": math.nan}, "values.r3"),
        ({"r1": 0.0, "r2": 1.0, "r3": math.inf}, "values.r3"),
    ],
)
def test_readings_that_nobody_can_have_read_are_refused_by_name(values, field):
    with pytest.raises(InputError) as refused:
        judge(LEVELS, values)
    assert refused.value.field == field


def test_a_limit_is_within():
    assert within(0.1 + 0.2, 0.3, 0.3)
    assert not within(0.3001, None, 0.3)
