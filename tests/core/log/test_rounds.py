"""The way of a round, against the shortest of all ways and against distances worked out otherwise."""

from itertools import permutations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.log.rounds import EARTH_RADIUS_KM, apart_km, round_order, way_km

PLACES = st.lists(
    st.tuples(st.floats(-60, 60, allow_subnormal=False), st.floats(-170, 170, allow_subnormal=False)), max_size=7
)


@given(PLACES)
def test_every_place_is_visited_once_and_the_way_is_seldom_much_longer_than_the_shortest(places):
    order = round_order(places)
    assert sorted(order) == list(range(len(places)))
    if places:
        apart = apart_km(places)
        shortest = min(way_km(way, apart) for way in permutations(range(len(places))))
        # No change of the way by turning a part of it round is worth anything: within a quarter, as seen on these.
        assert way_km(order, apart) <= 1.25 * shortest + 1e-6


@given(PLACES)
def test_distances_are_those_of_the_angle_between_two_directions(places):
    """By the scalar product of unit vectors, which needs no haversine; it loses digits on short ways."""
    latitude, longitude = np.radians(np.array(places).reshape(-1, 2)).T
    unit = np.stack([np.cos(latitude) * np.cos(longitude), np.cos(latitude) * np.sin(longitude), np.sin(latitude)])
    angle = np.arccos(np.clip(unit.T @ unit, -1, 1))
    assert apart_km(places) == pytest.approx(EARTH_RADIUS_KM * angle, abs=0.5)


def test_over_many_rounds_of_seven_the_way_is_hardly_longer_than_the_shortest():
    rng = np.random.default_rng(4)
    over = []
    for _ in range(40):
        places = [(float(50 + north), float(4 + east)) for north, east in rng.uniform(0, 0.5, (7, 2))]
        apart = apart_km(places)
        shortest = min(way_km(way, apart) for way in permutations(range(7)))
        over.append(way_km(round_order(places), apart) / shortest)
    assert np.mean(over) < 1.01
    assert max(over) < 1.1


def test_places_on_one_spot_and_a_single_one():
    assert round_order([]) == []
    assert round_order([(1.0, 2.0)]) == [0]
    assert sorted(round_order([(1.0, 2.0)] * 5)) == [0, 1, 2, 3, 4]
