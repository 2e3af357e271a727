"""Faults of devices, each made on purpose."""

import datetime as dt

import pytest

from lean_year.core.log.devices import Reported, device_faults, drift, usual_interval_h

START = dt.datetime(2026, 3, 1, tzinfo=dt.UTC)
HOUR = dt.timedelta(hours=1)


def hourly(hours=96, *, value=lambda h: 1.2 + h / 999, ahead=dt.timedelta(0), kept=bool):
    return [Reported(START + h * HOUR + ahead, value(h), START + h * HOUR) for h in range(hours) if kept(h + 1)]


def faults(readings, kind="level", after=dt.timedelta(0)):
    return device_faults(kind, readings, readings[-1].came + after)


def test_one_that_reports_as_it_should_has_none():
    assert faults(hourly()) == []
    assert usual_interval_h(hourly()) == 1.0
    assert device_faults("level", [], START) == []
    assert usual_interval_h(hourly(2)) is None


@pytest.mark.parametrize(("hours", "said"), [(5, []), (7, ["silent"])])
def test_silence_is_said_after_hours_and_not_before(hours, said):
    assert faults(hourly(), after=hours * HOUR) == said


def test_one_that_reports_daily_is_not_silent_after_a_day():
    daily = [Reported(START + day * 24 * HOUR, float(day), START + day * 24 * HOUR) for day in range(9)]
    assert faults(daily, after=30 * HOUR) == []
    assert faults(daily, after=100 * HOUR) == ["silent"]


def test_a_level_that_does_not_move_for_two_days_sticks_and_a_gauge_without_rain_does_not():
    stuck = hourly(value=lambda h: 1.2 + min(h, 40) / 999)
    assert faults(stuck) == ["stuck"]
    assert faults(stuck, kind="rain") == []
    assert faults(hourly(value=lambda h: 1.2 + min(h, 60) / 999)) == []


def test_a_clock_that_is_ahead_or_behind_is_said():
    assert faults(hourly(ahead=HOUR)) == ["clock_ahead"]
    assert faults(hourly(ahead=-HOUR)) == ["clock_behind"]
    assert faults(hourly(ahead=dt.timedelta(minutes=2))) == []


def test_a_batch_that_comes_late_is_no_clock_that_is_behind():
    """A day without a connection, then all of it at once."""
    late = [Reported(each.at, each.value, START + 96 * HOUR) if 40 <= row < 64 else each
            for row, each in enumerate(hourly())]  # fmt: skip
    assert faults(late) == []


def test_every_third_reading_missing_is_dropping_out():
    assert faults(hourly(kept=lambda h: h % 3 != 1 or h < 3)) == ["drops_out"]
    assert faults(hourly(kept=lambda h: h % 12 != 1)) == []


def test_drift_is_the_mean_of_the_last_checks():
    assert drift([60, 63, 66], [60, 60, 60], 100) is None
    assert drift([64, 65, 66], [60, 60, 60], 100) == 0.05
    assert drift([54, 55, 56], [60, 60, 60], 100) == -0.05
    assert drift([64, 65], [60, 60], 100) is None
