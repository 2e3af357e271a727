"""What was written down on the sites of the demos. All of it is invented.

Saltmarrow, in use for three years, with a leak found and repaired; Brindle Landing, a winter with a rain gauge before
anything was built.
"""

import datetime as dt
from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from lean_year.plan.model.logged_supply import logged_supply
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.traces import live_l
from lean_year.property.document import Property
from lean_year.property.entries import Entry

FIRST, LAST = dt.date(2023, 10, 1), dt.date(2026, 9, 27)
LEAK_FROM, LEAK_REPAIRED, LEAK_L_DAY = dt.date(2025, 5, 19), dt.date(2025, 6, 16), 140.0
LOADED_ON, LOAD_L = dt.date(2025, 8, 27), 6_000.0
OWN_YEAR = 1996
"""The rain of the last year, for which the record has none, is that of the water year begun then."""
_KEEPER, _INSTALLER = "Nell Fairwater", "Ida Tarn"
_AT_THE_SLIPWAY = "Jo Slip"
WINTER, WINTER_WEEKS = dt.date(2025, 11, 2), 22
WINTER_YEAR = 1996
"""The record's winter whose rain and snow fell in the gauge."""
_DRY_MM = 0.3
_READ_M = 0.006
_USES_SHARE, _RAIN_SHARE = 0.15, 0.05


def saltmarrow_log(document: Property, rain: PreparedRain) -> list[Entry]:
    """Every entry, in the order of its days."""
    rng = np.random.default_rng(2026)
    depth = _rain(rain)
    rows = [*_measured(document, rain, depth, rng), *_upkeep(rng)]
    rows.sort(key=lambda entry: entry.on)
    return [entry.model_copy(update={"id": f"log-{number}"}) for number, entry in enumerate(rows, start=1)]


def brindle_winter(rain: PreparedRain) -> list[Entry]:
    """A gauge that was emptied, and its snow melted, every Sunday; and what the old gutters did."""
    first = (WINTER.replace(year=WINTER_YEAR) - rain.record.start).days - 6
    weeks = rain.filled_mm[first : first + 7 * WINTER_WEEKS].reshape(WINTER_WEEKS, 7).sum(axis=1)
    rows = [
        _entry("rain", WINTER + dt.timedelta(weeks=week), _AT_THE_SLIPWAY, depth_mm=round(float(mm), 1), days=7.0)
        for week, mm in enumerate(weeks)
    ]
    rows += [
        _entry("note", dt.date(2025, 11, 30), _AT_THE_SLIPWAY, note="First ice at the slipway; lake still open"),
        _entry("spilling/gutters", dt.date(2026, 1, 18), _AT_THE_SLIPWAY, note="Ice dam on the lake side"),
        _entry("note", dt.date(2026, 2, 8), _AT_THE_SLIPWAY, note="Snow slid off the yard side, with a bracket"),
        _entry("spilling/gutters", dt.date(2026, 3, 22), _AT_THE_SLIPWAY, note="Thaw and rain at once"),
        _entry("cleaning/gutters", dt.date(2026, 4, 19), _AT_THE_SLIPWAY),
    ]
    rows.sort(key=lambda entry: entry.on)
    return [entry.model_copy(update={"id": f"log-{number}"}) for number, entry in enumerate(rows, start=1)]


def _rain(rain: PreparedRain) -> NDArray[np.float64]:
    """Of each day of the log. [mm]"""
    days = (LAST - FIRST).days + 1
    begin = (FIRST - rain.record.start).days
    known = rain.filled_mm[begin:]
    other = (dt.date(OWN_YEAR, 10, 1) - rain.record.start).days
    return np.concatenate([known, rain.filled_mm[other : other + days - known.size]])


def _measured(
    document: Property, rain: PreparedRain, depth: NDArray[np.float64], rng: np.random.Generator
) -> Iterator[Entry]:
    """Rain on every wet day, and the level by dip stick every Sunday evening."""
    supply = logged_supply(document, rain, FIRST, depth)
    full_l, tank = live_l(supply), document.cistern.tanks[0]
    per_m = full_l / (supply.layout.steps[0].bank.overflow_m - supply.layout.steps[0].bank.draw_m)
    uneven = replace(supply, inflow_l=supply.inflow_l * np.exp(rng.normal(0, _RAIN_SHARE, depth.size)))
    held = 0.35 * full_l
    for day in range(depth.size):
        on = FIRST + dt.timedelta(days=day)
        held += LOAD_L if on == LOADED_ON else 0.0
        (run,) = replace(uneven, start_share=min(1.0, held / full_l)).windows([(day, day + 1)])
        drawn = float(run.supplied_l.sum()) * rng.normal(0, _USES_SHARE)
        lost = LEAK_L_DAY if LEAK_FROM <= on < LEAK_REPAIRED else 0.0
        held = min(full_l, max(0.0, run.end_l - drawn - lost))
        if depth[day] > _DRY_MM:
            yield _entry("rain", on, _KEEPER, depth_mm=round(float(depth[day]), 1))
        if on.weekday() == 6:
            height = held / per_m + tank.outlet_m + rng.normal(0, _READ_M)
            yield _entry(
                "level",
                on,
                _KEEPER,
                at="19:00",
                depth_m=round(float(np.clip(height, 0, tank.vessel().overflow_m)), 2),
            )


def _upkeep(rng: np.random.Generator) -> Iterator[Entry]:
    for year in (2024, 2025, 2026):
        yield _entry("cleaning/gutters", dt.date(year, 9, 8), _KEEPER)
        yield _entry("cleaning/screens", dt.date(year, 9, 8), _KEEPER)
        yield _entry("cleaning/first-flush", dt.date(year, 9, 10), _KEEPER)
        yield _entry("job/lid", dt.date(year, 4, 2), _KEEPER)
    for year in (2024, 2025):
        yield _entry("job/precharge", dt.date(year, 10, 3), _INSTALLER, note="Air topped up")
        yield _entry("job/anode", dt.date(year, 10, 3), _INSTALLER, note="Half eaten" if year == 2024 else "Changed")
        yield _entry("job/relief", dt.date(year, 10, 3), _INSTALLER)
        yield _entry("job/wet-line", dt.date(year, 9, 10), _KEEPER)
    for on, first in ((dt.date(2024, 8, 14), True), (dt.date(2025, 7, 9), True), (dt.date(2025, 10, 3), False),
                      (dt.date(2026, 6, 2), True)):  # fmt: skip
        about = "cartridge/sediment-1" if first else "cartridge/sediment-2"
        yield _entry(about, on, _INSTALLER, before_kpa=62.0, after_kpa=9.0)
    for on in (dt.date(2024, 9, 24), dt.date(2025, 10, 3)):
        yield _entry("cartridge/carbon-1", on, _INSTALLER)
    for months, drop in ((1, 11.0), (2, 14.5), (3, 18.0)):
        yield _entry(
            "pressures/sediment-1", dt.date(2026, 6 + months, 5), _KEEPER, before_kpa=300.0, after_kpa=300.0 - drop
        )
    yield from _lamp(rng)
    for on in (dt.date(2024, 10, 3), dt.date(2025, 10, 3)):
        yield _entry("test", on, _INSTALLER, words={"laboratory": "Quay laboratory"}, e_coli_100ml=0.0,
                     coliforms_100ml=0.0, turbidity_ntu=0.3, ph=7.4)  # fmt: skip
    yield _entry("spilling/overflow", dt.date(2024, 2, 11), _KEEPER, note="Swale took it all")
    yield _entry("load", LOADED_ON, _KEEPER, note="By barge", volume_l=LOAD_L, cost=228.0)
    yield _entry("repair", LEAK_REPAIRED, _INSTALLER,
                 note="Union behind the goats' trough: cracked seal, dripping into the ditch. Changed.")  # fmt: skip
    yield _entry("sediment", dt.date(2026, 4, 2), _KEEPER, depth_m=0.02)
    yield _entry("note", dt.date(2026, 8, 16), _KEEPER, note="Studio full for two weeks")


def _lamp(rng: np.random.Generator) -> Iterator[Entry]:
    """Changed every autumn; its sensor is read each month, and falls faster in the last year."""
    changes = [dt.date(2023, 10, 1), dt.date(2024, 10, 3), dt.date(2025, 10, 3)]
    for change in changes[1:]:
        yield _entry("lamp", change, _INSTALLER, hours=8_800.0)
        yield _entry("cleaning/sleeve", change, _INSTALLER)
    for change, lost in zip(changes, (0.26, 0.25, 0.31), strict=True):
        for month in range(1, 12):
            on = change + dt.timedelta(days=30 * month)
            if on <= LAST:
                share = 1 - lost * month / 12 + rng.normal(0, 0.008)
                yield _entry("uv", on, _KEEPER, words={"source": "rain"}, share=round(float(share), 2))


def _entry(
    about: str, on: dt.date, by: str, *, at: str = "", note: str = "", words: dict[str, str] | None = None,
    **values: float,
) -> Entry:  # fmt: skip
    kind = about.split("/")[0]
    return Entry(id="log", kind=kind, about=f"log/{about}", on=on.isoformat(), at=at, by=by, note=note,  # type: ignore[arg-type]
                 words=words or {}, values=values)  # fmt: skip
