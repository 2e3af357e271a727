"""Whether a device that reports by itself can be believed: silence, a value that sticks, a clock that is off."""

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

DeviceKind = Literal["level", "rain", "meter", "uv"]
DeviceFault = Literal["silent", "stuck", "clock_ahead", "clock_behind", "drops_out"]
SILENT_TIMES, SILENT_LEAST_H = 4.0, 6.0
"""Silent after so many of its usual intervals, and so many hours at the least. Basis: estimate."""
STUCK_READINGS, STUCK_H = 12, 48.0
"""So many readings over so many hours that are all the same: something that moves sticks. Basis: estimate."""
CLOCK_AHEAD_MIN = 5.0
"""So far ahead of the server a reading may be: clocks differ a little. Basis: estimate."""
CLOCK_BEHIND_MIN = 30.0
"""A device whose newest reading is always so old when it comes has a clock that is behind. Basis: estimate."""
CLOCK_POSTS = 6
"""Of which that is judged. Basis: estimate."""
MOST_AHEAD_H = 24.0
"""Farther ahead than that a reading is refused: it is of no day that anybody lived. Basis: estimate."""
DROPS_OUT_SHARE, DROPS_OUT_READINGS = 0.2, 24
"""So large a share of the readings that should be there is missing. Basis: estimate."""
DRIFT_SHARE, DRIFT_CHECKS = 0.04, 3
"""So far from what was read by hand, on the mean of so many times, over the depth. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class Reported:
    """One reading, with when it came."""

    at: dt.datetime
    """By the device's clock, with its zone."""
    value: float
    came: dt.datetime
    """By the server's clock, with its zone."""


def usual_interval_h(readings: Sequence[Reported]) -> float | None:
    """From one reading to the next, as it usually is.

    Parameters
    ----------
    readings : sequence of Reported
        In the order of their clock.

    Returns
    -------
    float or None
        Median; None of fewer than three. [h]

    Examples
    --------
    >>> start = dt.datetime(2026, 3, 1, tzinfo=dt.UTC)
    >>> usual_interval_h([Reported(start + dt.timedelta(minutes=m), 1.0, start) for m in (0, 30, 60, 240)])
    0.5
    """
    if len(readings) < 3:
        return None
    gaps = np.diff(np.array([each.at.timestamp() for each in readings])) / 3600
    gaps = gaps[gaps > 0]
    return float(np.median(gaps)) if gaps.size else None


def device_faults(kind: DeviceKind, readings: Sequence[Reported], now: dt.datetime) -> list[DeviceFault]:
    """What is wrong with a device, by what it reported of late.

    Parameters
    ----------
    kind : DeviceKind
        A rain gauge and a meter may well stand still.
    readings : sequence of Reported
        Of the last weeks, in the order of their clock.
    now : datetime
        With its zone.

    Returns
    -------
    list of DeviceFault

    Examples
    --------
    >>> start = dt.datetime(2026, 3, 1, tzinfo=dt.UTC)
    >>> hourly = [Reported(start + dt.timedelta(hours=h), 1.2 + h / 999, start + dt.timedelta(hours=h))
    ...           for h in range(72)]
    >>> device_faults("level", hourly, hourly[-1].came)
    []
    >>> device_faults("level", hourly, hourly[-1].came + dt.timedelta(days=2))
    ['silent']
    """
    faults: list[DeviceFault] = []
    interval = usual_interval_h(readings)
    if not readings:
        return faults
    came = max(each.came for each in readings)
    if interval is not None and (now - came).total_seconds() / 3600 > max(SILENT_LEAST_H, SILENT_TIMES * interval):
        faults.append("silent")
    if kind in ("level", "uv") and _sticks(readings):
        faults.append("stuck")
    if any((each.at - each.came).total_seconds() / 60 > CLOCK_AHEAD_MIN for each in readings[-CLOCK_POSTS:]):
        faults.append("clock_ahead")
    elif _behind(readings):
        faults.append("clock_behind")
    if interval is not None and _drops_out(readings, interval):
        faults.append("drops_out")
    return faults


def _sticks(readings: Sequence[Reported]) -> bool:
    same = 0
    for each in reversed(readings):
        if each.value != readings[-1].value:
            break
        same += 1
    if same < STUCK_READINGS:
        return False
    held = readings[-1].at - readings[-same].at
    return held.total_seconds() / 3600 >= STUCK_H


def _behind(readings: Sequence[Reported]) -> bool:
    """By the newest reading of each time that something came."""
    newest: dict[dt.datetime, dt.datetime] = {}
    for each in readings:
        newest[each.came] = max(each.at, newest.get(each.came, each.at))
    lags = [(came - at).total_seconds() / 60 for came, at in sorted(newest.items())[-CLOCK_POSTS:]]
    return len(lags) >= CLOCK_POSTS and min(lags) > CLOCK_BEHIND_MIN


def _drops_out(readings: Sequence[Reported], interval_h: float) -> bool:
    span_h = (readings[-1].at - readings[0].at).total_seconds() / 3600
    wanted = span_h / interval_h + 1
    return wanted >= DROPS_OUT_READINGS and len(readings) < (1 - DROPS_OUT_SHARE) * wanted


def drift(shown: Sequence[float], by_hand: Sequence[float], whole: float) -> float | None:
    """How far a sensor shows more than what was read by hand on the same day.

    Parameters
    ----------
    shown, by_hand : sequence of float
        Pairs, the oldest first, in one unit.
    whole : float
        The whole range, in the same.

    Returns
    -------
    float or None
        Mean of the last ones over the whole; None where it is too little to be called drift, or was looked at too
        seldom. [-]

    Examples
    --------
    >>> drift([52.0, 53.0, 55.0], [50.0, 50.0, 50.0], 60.0), drift([52.0], [50.0], 60.0)
    (0.0556, None)
    """
    if len(shown) < DRIFT_CHECKS or whole <= 0:
        return None
    off = [one - other for one, other in zip(shown[-DRIFT_CHECKS:], by_hand[-DRIFT_CHECKS:], strict=True)]
    share = sum(off) / len(off) / whole
    return round(share, 4) if abs(share) > DRIFT_SHARE else None
