"""What a lined pit takes: its filling, and what lines it."""

from lean_year.core.errors import require_number

EDGE_M = 0.3
"""Liner and felt turned in over the filling, all round. Basis: common practice."""
FELTS = 2
"""One under the liner, one over it. Basis: common practice."""


def filling_m3(*, length_m: float, width_m: float, depth_m: float, pipes_m3: float = 0.0) -> float:
    """Stone or crates in a pit, around the culverts that lie in it.

    Parameters
    ----------
    length_m, width_m, depth_m : float
        Of the pit, 0 to 1,000. [m]
    pipes_m3 : float
        Of the culverts, 0 to 1e6. [m3]

    Returns
    -------
    float
        [m3]; at least 0. Basis: derived.

    Examples
    --------
    >>> round(filling_m3(length_m=3.0, width_m=2.4, depth_m=0.5, pipes_m3=1.9), 3)
    1.7
    """
    for name, value in (("length_m", length_m), ("width_m", width_m), ("depth_m", depth_m)):
        require_number(name, value, low=0, high=1_000)
    return max(0.0, length_m * width_m * depth_m - require_number("pipes_m3", pipes_m3, low=0, high=1e6))


def lining_m2(*, length_m: float, width_m: float, depth_m: float) -> float:
    """One sheet over floor and walls, turned in over the filling.

    Parameters
    ----------
    length_m, width_m, depth_m : float
        Of the pit, 0 to 1,000. [m]

    Returns
    -------
    float
        Without laps. [m2]. Basis: derived.

    Examples
    --------
    >>> round(lining_m2(length_m=3.0, width_m=2.4, depth_m=0.5), 2)
    15.84
    """
    for name, value in (("length_m", length_m), ("width_m", width_m), ("depth_m", depth_m)):
        require_number(name, value, low=0, high=1_000)
    return length_m * width_m + 2 * (length_m + width_m) * (depth_m + EDGE_M)
