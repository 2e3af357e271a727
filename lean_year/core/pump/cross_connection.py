"""Keeping another source's water apart from the rain: the air gap of a top-up, and what else holds back."""

from typing import Literal

from lean_year.core.errors import require_number

Changeover = Literal["air_gap", "rpz", "interlocked", "valves"]
GAP_BORES = 2.0
LEAST_GAP_MM = 25.0
"""Both from memory (EN 1717: two bores, at least 20 mm; US plumbing codes: an inch); the stricter of the two."""

RAIN_CATEGORY = 5
"""Fluid category of rainwater in a building, the worst. Basis: from memory (EN 1717)."""
HELD_BACK: dict[Changeover, int] = {"air_gap": 5, "rpz": 4, "interlocked": 2, "valves": 0}
"""Fluid category that each way of keeping a second source apart holds back; an interlocked changeover as the check
valves in it. Basis: from memory (EN 1717)."""


def air_gap_mm(bore_mm: float) -> float:
    """Height that an inlet must end above the highest level that the water can reach.

    Parameters
    ----------
    bore_mm : float
        Of the inlet, 1 to 2,000. [mm]

    Returns
    -------
    float
        `max(2 bores, 25)`. [mm]. Basis: from memory (EN 1717, US plumbing codes). Local code comes first.

    Examples
    --------
    >>> air_gap_mm(10), air_gap_mm(20)
    (25.0, 40.0)
    """
    return max(GAP_BORES * require_number("bore_mm", bore_mm, low=1, high=2_000), LEAST_GAP_MM)
