"""The lowest water of every recorded year, one bar a year."""

from lean_year.formats.report.pictures.canvas import ALARM, INK_2, RULE, WATER_5, WATER_9, Canvas
from lean_year.formats.report.pictures.scales import steps
from lean_year.formats.report.pictures.through_the_year import volume_axis
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.stations.cistern.stage import CisternPlan
from lean_year.property.document import Units

WIDTH, HEIGHT = 482.0, 118.0
LEFT, TOP, FOOT = 40.0, 16.0, 98.0
MOST_LABELS = 8


def draw_lowest(cistern: CisternPlan, units: Units) -> str:
    """Years with a short day stand in red at the foot; what is not counted is left out."""
    drawn = Canvas(WIDTH, HEIGHT)
    unit_l, unit = volume_axis(units)
    years = [(number, year) for number, year in enumerate(cistern.years) if year.counted]
    top_l = max([*(year.lowest_l for _, year in years), cistern.live_l / 4, 1.0])
    wide = (WIDTH - LEFT) / max(len(years), 1)
    drawn.text(0, 8, f"lowest water of each year, {unit}", fill=INK_2)
    for level in steps(top_l / unit_l, 3):
        at = FOOT - (FOOT - TOP) * level * unit_l / top_l
        drawn.line([(LEFT, at), (WIDTH, at)], RULE, 0.5)
        drawn.text(LEFT - 5, at + 3, fixed(level), anchor="end", fill=INK_2)
    every = -(-len(years) // MOST_LABELS)
    for place, (number, year) in enumerate(years):
        x = LEFT + place * wide
        high = (FOOT - TOP) * year.lowest_l / top_l
        if year.short_days:
            drawn.box(x + wide * 0.15, FOOT - max(high, 5), wide * 0.7, max(high, 5), ALARM)
        else:
            lean = number == cistern.tightest_carried_year
            drawn.box(x + wide * 0.15, FOOT - high, wide * 0.7, high, WATER_9 if lean else WATER_5)
        if place % every == 0:
            drawn.text(x, FOOT + 12, year.label, fill=INK_2)
    drawn.line([(LEFT, FOOT), (WIDTH, FOOT)], INK_2, 0.8)
    return drawn.svg()
