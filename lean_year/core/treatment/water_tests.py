"""Tests of the water: what each may show, and which have failed."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from lean_year.core.tables import rows

TestKey = Literal[
    "e_coli_100ml", "coliforms_100ml", "turbidity_ntu", "ph", "chlorine_mg_l", "lead_ug_l", "copper_mg_l", "iron_mg_l"
]
Steps = Literal["germs", "cloudy", "acid", "metals", "residual", "iron"]
SHOCK_MG_L = 5.0
"""Basis: from memory (enHealth, Guidance on use of rainwater tanks)."""
HIGH_BOIL_M = 2_000.0
"""Above it water boils cooler, and longer is asked for. Basis: from memory (CDC)."""


@dataclass(frozen=True, slots=True)
class Limit:
    """What one test may show, both ends included."""

    label: str
    unit: str
    low: float
    high: float
    source: str
    opens: Steps
    """The steps that a failed one opens."""
    fails: bool
    """Whether nobody may drink meanwhile."""


LIMITS: dict[TestKey, Limit] = rows(Limit, "water_tests")


def failed(results: Mapping[TestKey, float | None]) -> list[TestKey]:
    """Tests whose result lies outside what it may be, in the order of the table; what is None was not tested.

    Examples
    --------
    >>> failed({"ph": 6.1, "turbidity_ntu": 0.4, "lead_ug_l": None})
    ['ph']
    """
    outside: list[TestKey] = []
    for key, limit in LIMITS.items():
        shown = results.get(key)
        if shown is not None and not limit.low <= shown <= limit.high:
            outside.append(key)
    return outside
