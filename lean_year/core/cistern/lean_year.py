"""The lean year: of all recorded years, the one that is hardest on a design."""

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError


def lean_year(
    *,
    shortfall_l: NDArray[np.float64],
    other_water_l: NDArray[np.float64],
    lowest_l: NDArray[np.float64],
    counted: NDArray[np.bool_],
) -> int:
    """Choose the year for which the supply is designed.

    The year in which this design misses most water. Where none misses any, the one that leans most on other water
    and on saving; where all are alike in that, the one with the lowest store. Of equal years the first.

    Parameters
    ----------
    shortfall_l : ndarray, shape (n_years,)
        Water missed on short days. [L]
    other_water_l : ndarray, shape (n_years,)
        Topped up, trucked and given up by saving steps. [L]
    lowest_l : ndarray, shape (n_years,)
        Lowest water in store. [L]
    counted : ndarray of bool, shape (n_years,)
        Which years count: whole, and with few enough missing days. Where none does, all are looked at.

    Returns
    -------
    int
        Row of the year. Basis: derived (a rule of this application, stated above).

    Raises
    ------
    InputError
        If there is no year.

    Examples
    --------
    >>> none, counted = np.zeros(3), np.ones(3, dtype=bool)
    >>> lean_year(shortfall_l=np.array([0.0, 9, 4]), other_water_l=none, lowest_l=none, counted=counted)
    1
    >>> lean_year(shortfall_l=none, other_water_l=none, lowest_l=np.array([80.0, 30, 20]), counted=counted)
    2
    """
    if shortfall_l.size == 0:
        raise InputError("shortfall_l", "needs at least one year")
    rows = np.flatnonzero(counted) if counted.any() else np.arange(counted.size)
    order = np.lexsort((lowest_l[rows], -other_water_l[rows], -shortfall_l[rows]))
    return int(rows[order[0]])
