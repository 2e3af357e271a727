"""A device that is not there: what it would report, with the faults that real ones have. Invented from a seed."""

import datetime as dt
import json
import math
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np

from lean_year.core.log.devices import DeviceKind

SimulatedFault = Literal["none", "drift", "drop_outs", "stuck", "clock_ahead", "clock_behind", "repeats", "silent"]
SKEW = dt.timedelta(hours=1)
DRIFT_M_DAY = 0.03
SILENT_SHARE = 0.5
"""From that part of the time on it says nothing."""


@dataclass(frozen=True, slots=True)
class Simulated:
    """One of them."""

    kind: DeviceKind
    fault: SimulatedFault = "none"
    every_min: int = 60
    start_m: float = 1.4
    """Depth of the water at first, of a level sensor."""
    top_m: float = 2.2
    seed: int = 1


@dataclass(frozen=True, slots=True)
class SimulatedReading:
    """What it sends, and when."""

    line: str
    sent: dt.datetime


UNIT: dict[DeviceKind, str] = {"level": "m", "rain": "mm", "meter": "L", "uv": "%"}


def simulated(device: Simulated, first: dt.datetime, days: float) -> Iterator[SimulatedReading]:
    """Every reading from a moment on.

    Parameters
    ----------
    device : Simulated
    first : datetime
        With its zone.
    days : float
    """
    rng = np.random.default_rng(device.seed)
    steps = round(days * 1440 / device.every_min)
    value, last = _first(device), 0.0
    for step in range(steps):
        at = first + dt.timedelta(minutes=step * device.every_min)
        value = _next(device, value, at, rng)
        shown = value + (DRIFT_M_DAY * step * device.every_min / 1440 if device.fault == "drift" else 0.0)
        if device.fault == "stuck" and step >= steps // 3:
            shown = last
        last = shown
        if device.fault == "silent" and step >= SILENT_SHARE * steps:
            return
        if device.fault == "drop_outs" and rng.random() < 0.4:
            continue
        skew = {"clock_ahead": SKEW, "clock_behind": -SKEW}.get(device.fault, dt.timedelta(0))
        line = json.dumps(
            {"at": (at + skew).isoformat(), "kind": device.kind, "value": round(shown, 4), "unit": UNIT[device.kind]}
        )
        yield SimulatedReading(line, at)
        if device.fault == "repeats" and step % 3 == 0:
            yield SimulatedReading(line, at)


def _first(device: Simulated) -> float:
    return {"level": device.start_m, "rain": 0.0, "meter": 1_000.0, "uv": 98.0}[device.kind]


def _next(device: Simulated, value: float, at: dt.datetime, rng: np.random.Generator) -> float:
    """The water goes down by day, and comes back with a shower."""
    share = device.every_min / 60
    used = 12.0 * share * (1.5 + math.sin((at.hour - 9) / 24 * 2 * math.pi)) * rng.uniform(0.6, 1.4)
    shower = rng.gamma(0.6, 2.5) if rng.random() < 0.03 * share else 0.0
    match device.kind:
        case "level":
            return float(min(device.top_m, max(0.05, value - used / 30_000 + shower * 0.004)))
        case "rain":
            return round(float(shower), 1)
        case "meter":
            return value + used
        case "uv":
            return float(value - 0.01 * share + rng.normal(0, 0.02))
