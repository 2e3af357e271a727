"""Thousands of values as the server writes them, for the interface's tests to write the same."""

import json
from random import Random

from lean_year.plan.answer.quantities import QUANTITIES, significant, written

VALUES_EACH = 120


def values(kind: str, random: Random) -> list[float]:
    """Of all sizes and either sign, ties of the decimals and the edges of the rules among them."""
    edges = [rule.below for rules in QUANTITIES[kind].values() for rule in rules if rule.below < 1e300]
    near = [edge * times for edge in edges for times in (1 - 1e-12, 1, 1 + 1e-12)]
    ties = [
        rule.factor * step / (rule.parts * 10 or 20)
        for rules in QUANTITIES[kind].values()
        for rule in rules
        for step in (1, 5, 25, 2129)
    ]
    spread = [random.choice((1, 1, 1, -1)) * 10 ** random.uniform(-4, 7) for _ in range(VALUES_EACH)]
    return [0.0, *near, *ties, *spread]


if __name__ == "__main__":
    random = Random(13)
    rows = [
        [kind, system, value, written(kind, value, system)]
        for kind, systems in QUANTITIES.items()
        for system in systems
        for value in values(kind, random)
    ]
    print(
        json.dumps({"rows": rows, "significant": [[value, significant(value)] for value in values("length", random)]})
    )
