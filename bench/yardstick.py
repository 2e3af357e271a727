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
    yard, most = statistics.median(yards_s), bar_s / USUAL_S
    return Row(
        name,
        f"{found_s / yard:.1f} × the yardstick ({found_s * 1e3:.0f} ms, yardstick {yard * 1e3:.0f} ms)",
        f"{most:.0f} ×, {bar_s * 1e3:.0f} ms at its usual {USUAL_S * 1e3:.0f} ms",
        found_s / yard <= most,
    )


def beside_yardstick(name: str, count: int, take: Callable[[int], float], bars_s: tuple[float, float]) -> list[Row]:
    """Rows for the median and the 95th percentile of `count` times. [s]"""
    times, yards = [], []
    for row in range(count):
        yards.append(yardstick_s())
        times.append(take(row))
    return [
        beside(f"{name}, median", statistics.median(times), yards, bars_s[0]),
        beside("… 95th percentile", statistics.quantiles(times, n=20)[-1], yards, bars_s[1]),
    ]
