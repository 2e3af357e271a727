"""How far the record can carry an answer: records that might have been, made of its own years."""

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError

RECORDS = 500


def resampled_days(
    year_start: NDArray[np.int64], year_end: NDArray[np.int64], *, records: int = RECORDS, seed: int = 0
) -> Iterator[tuple[NDArray[np.int64], NDArray[np.int64]]]:
    """Records as long as the given one, each of whole years drawn from it with replacement.

    The block is the water year: dry and wet spells within a year stay together, the order of years does not.

    Parameters
    ----------
    year_start, year_end : ndarray, shape (n_years,)
        Index of the first day of each year to draw from, and after its last.
    records : int, default 500
        How many to make.
    seed : int, default 0
        The same seed draws the same years.

    Yields
    ------
    tuple of ndarray
        Index into the given record for each day of the new one, and the ends of its years.

    Raises
    ------
    InputError
        If there are fewer than two years.
    """
    if year_start.size < 2:
        raise InputError("rain", "needs at least two whole years to draw from")
    random = np.random.default_rng(seed)
    blocks = [np.arange(begin, end) for begin, end in zip(year_start, year_end, strict=True)]
    lengths = year_end - year_start
    for _ in range(records):
        drawn = random.integers(0, len(blocks), len(blocks))
        yield np.concatenate([blocks[row] for row in drawn]), np.cumsum(lengths[drawn])
