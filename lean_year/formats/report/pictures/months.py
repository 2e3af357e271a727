"""What the roofs bring and what the household draws, month by month in a mean year."""

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.formats.report.pictures.canvas import INK_2, PARCHED_5, RULE, WATER_7, Canvas, words_wide
from lean_year.formats.report.pictures.scales import steps
from lean_year.formats.report.pictures.through_the_year import volume_axis
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import MONTHS
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.document import Units

WIDTH, HEIGHT = 482.0, 132.0
LEFT, TOP, FOOT = 40.0, 16.0, 100.0


def draw_months(replay: OperatedReplay, rain: PreparedRain, units: Units) -> str:
    """Two bars a month, the first of them of what comes into the tanks."""
    drawn = Canvas(WIDTH, HEIGHT)
    unit_l, unit = volume_axis(units)
    first = rain.years.first_month
    brought, drawn_l = (_mean_months(series, rain) for series in (replay.inflow_l, replay.supplied_l))
    top = max(float(brought.max()), float(drawn_l.max()), 1.0)
    drawn.text(0, 8, f"{unit} a month in a mean year", fill=INK_2)
    for level in steps(top / unit_l, 4):
        at = FOOT - (FOOT - TOP) * level * unit_l / top
        drawn.line([(LEFT, at), (WIDTH, at)], RULE, 0.5)
        drawn.text(LEFT - 5, at + 3, fixed(level, 0 if top / unit_l > 4 else 1), anchor="end", fill=INK_2)
    wide = (WIDTH - LEFT) / 12
    for place in range(12):
        month = (first - 1 + place) % 12
        x = LEFT + place * wide
        for nth, (value, fill) in enumerate(((brought[month], WATER_7), (drawn_l[month], PARCHED_5))):
            high = (FOOT - TOP) * value / top
            drawn.box(x + wide * (0.16 + 0.34 * nth), FOOT - high, wide * 0.32, high, fill)
        drawn.text(x + wide / 2, FOOT + 12, MONTHS[month], anchor="middle", fill=INK_2)
    drawn.line([(LEFT, FOOT), (WIDTH, FOOT)], INK_2, 0.8)
    at = LEFT
    for words, fill in (("rain that comes in", WATER_7), ("water that is drawn", PARCHED_5)):
        drawn.box(at, HEIGHT - 10, 14, 6, fill)
        drawn.text(at + 18, HEIGHT - 4, words, fill=INK_2)
        at += 32 + words_wide(words)
    return drawn.svg()


def _mean_months(daily_l: NDArray[np.float64], rain: PreparedRain) -> NDArray[np.float64]:
    """Mean volume of each calendar month over the counted years. [L]"""
    counted = rain.counted_days
    months = rain.month[counted]
    years = max(int(rain.counts.sum()), 1)
    return np.bincount(months - 1, weights=daily_l[counted], minlength=12) / years
