"""In which order places are visited, so that little is driven."""

from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

EARTH_RADIUS_KM = 6371.0088
"""Mean radius of the Earth: IUGG, from memory. [km]"""
MOST_BEGINS = 12
"""So many places are tried to begin with."""
_LEAST_GAIN_KM = 1e-9

Place = tuple[float, float]
"""Latitude and longitude. [degrees]"""


def apart_km(places: Sequence[Place]) -> NDArray[np.float64]:
    """Distances in a straight line over the ground: the haversine formula (Sinnott 1984, from memory).

    Parameters
    ----------
    places : sequence of (latitude, longitude)
        In degrees.

    Returns
    -------
    ndarray, shape (n_places, n_places)
        [km]

    Examples
    --------
    >>> round(float(apart_km([(0.0, 0.0), (0.0, 90.0)])[0, 1] / EARTH_RADIUS_KM), 4)
    1.5708
    """
    latitude, longitude = np.radians(np.asarray(places, dtype=np.float64).reshape(-1, 2)).T
    north = np.sin((latitude[:, None] - latitude) / 2) ** 2
    east = np.sin((longitude[:, None] - longitude) / 2) ** 2
    half = north + np.cos(latitude[:, None]) * np.cos(latitude) * east
    return np.asarray(2 * EARTH_RADIUS_KM * np.arcsin(np.sqrt(np.clip(half, 0, 1))))


def round_order(places: Sequence[Place]) -> list[int]:
    """A short way through all places, beginning and ending anywhere.

    From each of some places always on to the nearest, then parts of the way turned round while that makes it shorter
    (Croes 1958, from memory). Seldom much longer than the shortest, which nobody looks for.

    Parameters
    ----------
    places : sequence of (latitude, longitude)
        In degrees.

    Returns
    -------
    list of int
        Every place once.

    Examples
    --------
    >>> round_order([(50.0, 4.0), (50.3, 4.0), (50.1, 4.0), (50.2, 4.0)])
    [0, 2, 3, 1]
    """
    if len(places) < 2:
        return list(range(len(places)))
    apart = apart_km(places)
    begins = np.linspace(0, len(places) - 1, min(len(places), MOST_BEGINS)).round().astype(int)
    ways = [_shortened(_nearest_next(apart, int(begin)), apart) for begin in begins]
    return min(ways, key=lambda way: way_km(way, apart))


def way_km(way: Sequence[int], apart: NDArray[np.float64]) -> float:
    """How long a way through places is, by how far they are apart. [km]

    Examples
    --------
    >>> way_km([0, 1, 0], np.array([[0.0, 2.0], [2.0, 0.0]]))
    4.0
    """
    return float(sum(apart[here, there] for here, there in pairwise(way)))


def _nearest_next(apart: NDArray[np.float64], begin: int) -> list[int]:
    way, left = [begin], set(range(len(apart))) - {begin}
    while left:
        way.append(min(left, key=lambda place: (apart[way[-1], place], place)))
        left.remove(way[-1])
    return way


def _shortened(way: list[int], apart: NDArray[np.float64]) -> list[int]:
    """With parts of it turned round, as long as one makes it shorter."""
    count, better = len(way), True
    while better:
        better = False
        for first in range(count - 1):
            for last in range(first + 1, count):
                turned = [*way[:first], *way[first : last + 1][::-1], *way[last + 1 :]]
                before = apart[way[first - 1], way[first]] if first else 0.0
                after = apart[way[last], way[last + 1]] if last + 1 < count else 0.0
                then_before = apart[way[first - 1], way[last]] if first else 0.0
                then_after = apart[way[first], way[last + 1]] if last + 1 < count else 0.0
                if then_before + then_after < before + after - _LEAST_GAIN_KM:
                    way, better = turned, True
    return way
