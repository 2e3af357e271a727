"""A fixed piece of plain Python, timed between the edits, so that they are told in multiples of it.

Machines differ, and one machine differs from hour to hour; the ratio moves only with the program.
"""

import json
import statistics
import time
from collections.abc import Callable

from bench.report import Row

ROWS = 4_000
USUAL_S = 0.015
"""How long the piece takes on a machine that the bars in milliseconds were set for."""


def yardstick_s() -> float:
    """How long the piece takes now. [s]"""
    start = time.perf_counter()
    rows = [{"day": n, "litres": n * 1.7, "text": f"{n * 1.7:,.1f} L"} for n in range(ROWS)]
    back = json.loads(json.dumps(rows))
    back.sort(key=lambda row: -row["litres"])
    assert len(back) == ROWS
    return time.perf_counter() - start


def beside(name: str, found_s: float, yards_s: list[float], bar_s: float) -> Row:
    """A time against a bar that goes with what the yardstick took meanwhile."""
    yard_s = statistics.median(yards_s)
    return _row(name, found_s / yard_s, found_s, yard_s, bar_s)


def beside_yardstick(name: str, count: int, take: Callable[[int], float], bars_s: tuple[float, float]) -> list[Row]:
    """Rows for the median and the 95th percentile of `count` times. [s]

    Each time is given in multiples of the yardstick just before and just after it: where a machine changes its pace
    half way through, a time of its slow half would else be set against a yardstick of its fast one.
    """
    times, yards = [], [yardstick_s()]
    for row in range(count):
        times.append(take(row))
        yards.append(yardstick_s())
    ratios = [time / ((before + after) / 2) for time, before, after in zip(times, yards, yards[1:], strict=False)]
    yard_s = statistics.median(yards)

    def late(values: list[float]) -> float:
        return statistics.quantiles(values, n=20)[-1]

    return [
        _row(f"{name}, median", statistics.median(ratios), statistics.median(times), yard_s, bars_s[0]),
        _row("… 95th percentile", late(ratios), late(times), yard_s, bars_s[1]),
    ]


def _row(name: str, ratio: float, found_s: float, yard_s: float, bar_s: float) -> Row:
    most = bar_s / USUAL_S
    return Row(
        name,
        f"{ratio:.1f} × the yardstick ({found_s * 1e3:.0f} ms, yardstick {yard_s * 1e3:.0f} ms)",
        f"{most:.0f} ×, {bar_s * 1e3:.0f} ms at its usual {USUAL_S * 1e3:.0f} ms",
        ratio <= most,
    )
