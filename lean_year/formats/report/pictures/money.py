"""What has been paid by the end of every year, for rain and for each other way."""

from lean_year.formats.report.pictures.canvas import (
    INK_2,
    PARCHED_5,
    PARCHED_7,
    RULE,
    WATER_3,
    WATER_7,
    WATER_9,
    Canvas,
)
from lean_year.formats.report.pictures.scales import steps
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.price.ways import WaysCompared

WIDTH, HEIGHT = 482.0, 170.0
LEFT, RIGHT, TOP, FOOT = 52.0, 330.0, 16.0, 146.0
LINE_PT = 11.5
LOOK = {
    "rain": (WATER_9, 2.2, ""), "mains": (INK_2, 1.2, "5 3"), "well": (PARCHED_7, 1.2, ""),
    "truck": (PARCHED_5, 1.4, "2 2"), "smaller": (WATER_7, 1.2, "5 3"), "nothing": (WATER_3, 1.4, ""),
}  # fmt: skip


def draw_money(compared: WaysCompared, currency: str, say: Wording) -> str:
    """In money of today; each line is named at its end."""
    drawn = Canvas(WIDTH, HEIGHT)
    ways = [way for way in compared.ways if way.cost is not None and not way.too_weak]
    costs = [way.cost.paid for way in ways if way.cost is not None]
    years = max(len(paid) for paid in costs) - 1
    top = max(max(paid) for paid in costs)

    def x(year: float) -> float:
        return LEFT + (RIGHT - LEFT) * year / max(years, 1)

    def y(amount: float) -> float:
        return FOOT - (FOOT - TOP) * amount / max(top, 1e-9)

    drawn.text(0, 8, "paid by the end of each year, in money of today", fill=INK_2)
    for amount in steps(top, 4):
        drawn.line([(LEFT, y(amount)), (RIGHT, y(amount))], RULE, 0.5)
        drawn.text(LEFT - 5, y(amount) + 3, say.money(currency, amount), anchor="end", fill=INK_2)
    for year in steps(years, 5):
        drawn.text(x(year), FOOT + 12, f"{year:g}", anchor="middle", fill=INK_2)
    drawn.text(RIGHT + 8, FOOT + 12, "years", fill=INK_2)
    names = []
    for way, paid in zip(ways, costs, strict=True):
        colour, width, dash = LOOK[way.key]
        drawn.line([(x(year), y(amount)) for year, amount in enumerate(paid)], colour, width, dash=dash)
        names.append((y(paid[-1]), f"{way.name} {say.money(currency, paid[-1])}", way.key == "rain"))
    last = -LINE_PT
    for at, words, own in sorted(names):
        last = max(at + 3, last + LINE_PT)
        drawn.text(RIGHT + 8, last, words, bold=own)
    drawn.line([(LEFT, FOOT), (RIGHT, FOOT)], INK_2, 0.8)
    return drawn.svg()
