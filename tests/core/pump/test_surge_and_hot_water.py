"""Water that is stopped at once, and water that is heated behind a check valve."""

import math

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.core.pump.hot_water import RELIEF_SHARE, density_kg_m3, expansion_l, expansion_vessel_l
from lean_year.core.pump.surge import WAVE_M_S, surge_kpa


@pytest.mark.parametrize(
    ("water_c", "kg_m3"),
    [(0, 999.84), (4, 999.97), (10, 999.70), (20, 998.21), (40, 992.22), (60, 983.20), (80, 971.79), (99.9, 958.4)],
)
def test_the_density_of_water_is_that_of_steam_tables(water_c, kg_m3):
    """Steam tables, from memory."""
    assert density_kg_m3(water_c) == pytest.approx(kg_m3, abs=0.05)


def test_a_store_of_200_l_drives_out_what_the_trade_counts_on():
    """A handful of litres: between 1.5 and 2 % from cold to 60 degrees. Common practice, no source."""
    assert 3.0 <= expansion_l(store_l=200, store_c=60) <= 4.0
    assert expansion_l(store_l=400, store_c=60) == pytest.approx(2 * expansion_l(store_l=200, store_c=60))
    assert expansion_l(store_l=200, store_c=10) == pytest.approx(0, abs=1e-9)


@pytest.mark.parametrize(("rests", "relief"), [(100, 600), (350, 700), (500, 800)])
def test_the_vessel_takes_it_before_the_relief_valve_opens(rests, relief):
    """Its air pressed together litre by litre (Boyle), in small steps."""
    air, driven_out = 101.3, 4.0
    vessel = expansion_vessel_l(expansion_l=driven_out, rests_kpa=rests, relief_kpa=relief, atmosphere_kpa=air)
    gas, pressure = vessel, rests + air
    for _ in range(4_000):
        pressure *= gas / (gas - driven_out / 4_000)
        gas -= driven_out / 4_000
    assert pressure - air == pytest.approx(RELIEF_SHARE * relief, rel=1e-6)


def test_a_relief_valve_that_opens_at_what_stands_there_needs_no_vessel_but_another_valve():
    assert math.isinf(expansion_vessel_l(expansion_l=3, rests_kpa=650, relief_kpa=700, atmosphere_kpa=101))


@pytest.mark.parametrize("pipe", ["plastic", "metal"])
def test_the_surge_is_that_of_a_wave_followed_through_a_pipe(pipe):
    """The method of characteristics without friction: 200 reaches, shut at once at the end."""
    wave, reaches, v0, density = WAVE_M_S[pipe], 200, 0.9, 1_000.0
    head, speed = np.zeros(reaches + 1), np.full(reaches + 1, v0)
    most = 0.0
    for _ in range(3 * reaches):
        forward, back = head[:-1] + density * wave * speed[:-1], head[1:] - density * wave * speed[1:]
        new_head, new_speed = head.copy(), speed.copy()
        new_head[1:-1] = (forward[:-1] + back[1:]) / 2
        new_speed[1:-1] = (forward[:-1] - back[1:]) / (2 * density * wave)
        new_head[-1], new_speed[-1] = forward[-1], 0.0
        new_head[0], new_speed[0] = 0.0, (0.0 - back[0]) / (density * wave)
        head, speed = new_head, new_speed
        most = max(most, float(head.max()))
    assert surge_kpa(velocity_m_s=v0, pipe=pipe) == pytest.approx(most / 1000, rel=1e-9)


@pytest.mark.parametrize(
    ("call", "field"),
    [
        (lambda: density_kg_m3(101), "water_c"),
        (lambda: expansion_l(store_l=1, store_c=5), "store_c"),
        (lambda: surge_kpa(velocity_m_s=-1, pipe="metal"), "velocity_m_s"),
        (lambda: expansion_vessel_l(expansion_l=1, rests_kpa=1, relief_kpa=1, atmosphere_kpa=0), "atmosphere_kpa"),
    ],
)
def test_what_cannot_be_is_refused_by_name(call, field):
    with pytest.raises(InputError) as refused:
        call()
    assert refused.value.field == field
