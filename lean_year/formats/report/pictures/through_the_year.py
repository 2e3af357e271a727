"""The water in the tanks through the lean year, before the band of all the recorded years, with the rain above it."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.units import L_PER_US_GALLON
from lean_year.formats.report.pictures.canvas import (
    ALARM,
    INK_2,
    PARCHED_2,
    RULE,
    WATER_1,
    WATER_3,
    WATER_5,
    WATER_9,
    Canvas,
    words_wide,
)
from lean_year.formats.report.pictures.scales import steps
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import MONTHS
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.cistern.stage import CisternPlan
from lean_year.property.document import Units

WIDTH, HEIGHT = 482.0, 196.0
LEFT, RIGHT, TOP, FOOT = 40.0, 482.0, 14.0, 166.0
RAIN_PT = 46.0
_YEAR = 365


def volume_axis(units: Units) -> tuple[float, str]:
    """Litres in the unit of an axis, and its name."""
    return (1_000 * L_PER_US_GALLON, "1,000 gal") if units == "us" else (1_000.0, "m³")


def draw_year(replay: OperatedReplay, rain: PreparedRain, cistern: CisternPlan, units: Units) -> str:
    """The lean year strong; 8 of 10 recorded years lie in the pale band, all in the palest."""
    drawn = Canvas(WIDTH, HEIGHT)
    unit_l, unit = volume_axis(units)
    first = rain.record.start
    starts = [(year.start - first).days for year in cistern.years if year.counted]
    own = (cistern.years[cistern.lean_year].start - first).days
    water = _years(replay.store_l, starts)
    live_l = max(cistern.live_l, 1.0)

    def x(day: float) -> float:
        return LEFT + (RIGHT - LEFT) * day / _YEAR

    def y(litres: float) -> float:
        return FOOT - (FOOT - TOP) * litres / live_l

    drawn.text(0, 8, f"{unit} in the tanks", fill=INK_2)
    for level in steps(live_l / unit_l, 4):
        drawn.line([(LEFT, y(level * unit_l)), (RIGHT, y(level * unit_l))], RULE, 0.5)
        drawn.text(LEFT - 5, y(level * unit_l) + 3, fixed(level), anchor="end", fill=INK_2)
    drawn.line([(LEFT, TOP), (RIGHT, TOP)], INK_2, 0.5, dash="4 2")
    drawn.text(RIGHT, 8, "full", anchor="end", fill=INK_2)
    days = range(water.shape[1])
    for low, high, fill in ((0, 100, "#e9f1f2"), (10, 90, WATER_1)):
        under, over = np.percentile(water, [low, high], axis=0)
        drawn.area([(x(d), y(v)) for d, v in zip(days, over, strict=True)]
                   + [(x(d), y(v)) for d, v in zip(days[::-1], under[::-1], strict=True)], fill)  # fmt: skip
    drawn.line([(x(d), y(v)) for d, v in zip(days, np.median(water, axis=0), strict=True)], WATER_3, 1.2)
    lean = _years(replay.store_l, [own])[0]
    short = _years(replay.shortfall_l, [own])[0] > 1e-6
    for begin, end in _stretches(short):
        drawn.box(x(begin), TOP, x(end) - x(begin), FOOT - TOP, PARCHED_2)
        drawn.box(x(begin), FOOT - 3, max(x(end) - x(begin), 1.2), 3, ALARM)
    _rain(drawn, _years(rain.record.depth_mm, [own])[0], x)
    drawn.line([(x(d), y(v)) for d, v in enumerate(lean)], WATER_9, 2.0)
    drawn.line([(LEFT, FOOT), (RIGHT, FOOT)], INK_2, 0.8)
    month = cistern.years[cistern.lean_year].start.month
    for number in range(12):
        at = x(_YEAR * (number + 0.5) / 12)
        drawn.text(at, FOOT + 12, MONTHS[(month - 1 + number) % 12], anchor="middle", fill=INK_2)
    _key(drawn, f"lean year {cistern.years[cistern.lean_year].label}")
    return drawn.svg()


def _years(daily: NDArray[np.float64], starts: list[int]) -> NDArray[np.float64]:
    """A row a year, as long as the record goes."""
    longest = min(_YEAR, *(len(daily) - start for start in starts))
    rows: NDArray[np.float64] = np.nan_to_num(np.array([daily[start : start + longest] for start in starts]))
    return rows


def _stretches(wanted: NDArray[np.bool_]) -> list[tuple[int, int]]:
    edges = np.flatnonzero(np.diff(np.concatenate([[False], wanted, [False]]).astype(int)))
    return [(int(begin), int(end)) for begin, end in edges.reshape(-1, 2)]


def _rain(drawn: Canvas, depth_mm: NDArray[np.float64], x: Callable[[float], float]) -> None:
    top = max(float(depth_mm.max(initial=0)), 1.0)
    for number, depth in enumerate(depth_mm):
        if depth > 0:
            at = x(number + 0.5)
            drawn.line([(at, TOP), (at, TOP + RAIN_PT * depth / top)], WATER_5, 0.7)


def _key(drawn: Canvas, lean: str) -> None:
    at, foot = LEFT, HEIGHT - 4
    for words, colour, width in (
        (lean, WATER_9, 2.0),
        ("rain in it", WATER_5, 0.7),
        ("middle of all years", WATER_3, 1.2),
    ):
        drawn.line([(at, foot - 3), (at + 14, foot - 3)], colour, width)
        drawn.text(at + 18, foot, words, fill=INK_2)
        at += 30 + words_wide(words)
    for words, fill in (("8 years of 10", WATER_1), ("short of water", ALARM)):
        drawn.box(at, foot - 6, 14, 6, fill)
        drawn.text(at + 18, foot, words, fill=INK_2)
        at += 30 + words_wide(words)
