"""Readings as the server judges them, for the interface's tests to judge the same: every hold point of the demos,
with readings that pass, that lie on their limits, and that lie anywhere."""

import json
import sys
from dataclasses import asdict
from pathlib import Path
from random import Random

sys.path.insert(0, str(Path(__file__).parents[1]))

from lean_year.core.build.judging import HoldPoint, ReadingAsked, judge, sum_of
from lean_year.demo.shipped import DEMOS
from tests.plan.stations.build.asked_of_demos import asked_of

TRIES = 12


def value(asked: ReadingAsked, random: Random) -> float:
    """Anywhere between what is possible, or on a limit, or near what is planned."""
    if asked.kind == "yes_no":
        return float(random.random() < 0.7)
    near = [each for each in (asked.low, asked.high, asked.planned) if each is not None]
    if near and random.random() < 0.7:
        at = random.choice(near)
        return min(asked.most, max(asked.least, at + random.choice((0.0, 0.0, 0.01, -0.01, 1.0, -1.0))))
    return random.uniform(asked.least, asked.most)


def cases(point: HoldPoint, random: Random) -> list[dict[str, object]]:
    rows = []
    for _ in range(TRIES):
        values = {each.key: value(each, random) for each in point.readings}
        failing = judge(point, values)
        rows.append(
            {
                "values": values,
                "failing": [each.label for each in failing],
                "sums": [sum_of(each, values) for each in point.sums],
            }
        )
    return rows


if __name__ == "__main__":
    random = Random(29)
    print(
        json.dumps(
            [
                {
                    "readings": [asdict(each) for each in point.readings],
                    "sums": [asdict(each) | {"factors": dict(each.factors)} for each in point.sums],
                    "cases": cases(point, random),
                }
                for name in DEMOS
                for point in asked_of(name)
            ]
        )
    )
