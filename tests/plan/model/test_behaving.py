"""What a log says, on made logs over recorded rain: what is wrong is found, and little else.

`scripts/log_study.py` prints the same for the docs, over more logs.
"""

import datetime as dt
from dataclasses import replace

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.plan.model.behaving import behaving
from lean_year.plan.model.logged_supply import Logged
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of
from tests.made_logs import SOUND, Fault, Noise, made_log, plain_design
from tests.records import brussels, cordoba

DAYS = 180
GOOD_GAUGE = Noise(reading_l=30.0)


@pytest.fixture(scope="module")
def design():
    return plain_design()


@pytest.fixture(scope="module", params=[brussels, cordoba], ids=["Brussels", "Córdoba"])
def place(request, design):
    rain = prepare_rain(request.param(), "none")
    return rain, supply_of(design, rain)


@pytest.fixture(scope="module")
def wet(design):
    rain = prepare_rain(brussels(), "none")
    return rain, supply_of(design, rain)


def logs(place, count, seed, **how):
    rain, supply = place
    rng = np.random.default_rng(seed)
    for _ in range(count):
        begin = int(rng.integers(0, rain.dates.size - DAYS))
        yield made_log(supply, begin, DAYS, rng, **how)


@pytest.mark.reference
def test_over_a_hundred_logs_without_a_fault_fewer_than_five_raise_one(place, design):
    said = [behaving(design, place[0], log) for log in logs(place, 100, seed=101)]
    assert sum(each.verdict in ("losing", "catching_less") for each in said) < 5
    assert sum(each.verdict == "as_designed" for each in said) > 50
    settled = [each for each in said if each.low is not None]
    assert sum(each.low <= 0 <= each.high for each in settled) >= 0.9 * len(settled)


@pytest.mark.reference
@pytest.mark.parametrize(("weeks", "least"), [(3, 26), (8, 37)])
def test_a_leak_of_90_litres_a_day_is_found(wet, design, weeks, least):
    """Of forty logs. Those that are missed after three weeks are of tanks that ran over, or of a garden that began to
    be watered in them."""
    fault = Fault(DAYS - weeks * 7, leak_l_day=90.0)
    found = []
    for log in logs(wet, 40, seed=7, fault=fault, noise=GOOD_GAUGE):
        said = behaving(design, wet[0], log)
        if said.verdict == "losing":
            begun = log.start + dt.timedelta(days=fault.day)
            found.append((said.since - begun).days)
            assert said.low <= said.missing_l_day <= said.high
    assert len(found) >= least
    assert abs(np.median(found)) <= 7


@pytest.mark.reference
def test_half_the_catch_is_found_and_named_as_that(wet, design):
    fault = Fault(DAYS - 56, catch_share=0.5)
    said = [behaving(design, wet[0], log) for log in logs(wet, 20, seed=8, fault=fault, noise=GOOD_GAUGE)]
    named = [each for each in said if each.verdict == "catching_less"]
    assert len(named) >= 17
    assert np.mean([abs(each.catch_share - 0.5) for each in named]) < 0.15


@pytest.mark.reference
def test_a_gauge_that_sticks_is_no_leak(wet, design):
    fault = Fault(DAYS - 21, sticks=True)
    said = [behaving(design, wet[0], log) for log in logs(wet, 20, seed=9, fault=fault, noise=GOOD_GAUGE)]
    assert sum(each.verdict == "losing" for each in said) == 0
    assert sum(each.why_not == "stuck" for each in said) >= 15


def without_noise(place, begin=2_000, **how):
    return made_log(place[1], begin, DAYS, np.random.default_rng(1), noise=Noise(0.0, 0.0, 0.0, 0.0, 0.0), **how)


def test_a_log_without_noise_agrees_to_the_litre(place, design):
    said = behaving(design, place[0], without_noise(place, share=0.4))
    assert said.verdict == "as_designed"
    assert said.missing_l_day == pytest.approx(0, abs=1e-6)
    assert said.catch_share == pytest.approx(1)


def test_readings_of_mornings_are_seen_to_be_those(place, design):
    log = without_noise(place, share=0.4)
    earlier = replace(log, level_l=np.concatenate([[np.nan], log.level_l[:-1]]))
    said = behaving(design, place[0], earlier)
    assert said.missing_l_day == pytest.approx(0, abs=1e-6)


def test_a_load_that_was_entered_is_no_gain(wet, design):
    """A thousand litres a fortnight, in the tank and in the log."""
    log = without_noise(wet)
    supply = wet[1]
    demand = supply.demand.house_l[0, 2_000 : 2_000 + DAYS]
    loads = np.where(np.arange(DAYS) % 14 == 3, 1_000.0, 0.0)
    level = 70_000.0 - np.cumsum(demand) + np.cumsum(loads)
    dry = plain_design().household
    dry = dry.model_copy(update={"irrigation": dry.irrigation.model_copy(update={"area_m2": 0.0})})
    house = design.model_copy(update={"household": dry})
    entered = replace(log, rain_mm=log.rain_mm * 0.0, level_l=level, loaded_l=loads)
    said = behaving(house, wet[0], entered)
    forgotten = behaving(house, wet[0], replace(entered, loaded_l=np.zeros(DAYS)))
    assert said.missing_l_day == pytest.approx(0, abs=1e-6)
    assert forgotten.missing_l_day == pytest.approx(-1_000 / 14, rel=0.15)


def test_where_the_record_does_not_reach_the_weather_of_its_months_is_taken(design):
    rain = prepare_rain(cordoba(), "none")
    later = DailyRain(dt.date(2035, 3, 1), np.zeros(60))
    level = 60_000.0 - 300.0 * np.arange(60)
    said = behaving(design, rain, Logged(later.start, later.depth_mm, level, np.zeros(60)))
    assert said.use_l_day > 0
    assert said.intervals == 59


@pytest.mark.parametrize("readings", [0, 1, 3])
def test_too_few_readings_say_so(wet, design, readings):
    log = without_noise(wet)
    level = np.where(np.arange(DAYS) < readings, log.level_l, np.nan)
    said = behaving(design, wet[0], replace(log, level_l=level))
    assert (said.verdict, said.why_not) == ("cannot_tell", "too_few")
    assert (said.missing_l_day, said.low, said.high, said.catch_share) == (None, None, None, None)


def test_a_level_over_what_full_tanks_have_is_refused_with_its_day(wet, design):
    log = without_noise(wet)
    level = log.level_l.copy()
    level[30] = 1e6
    with pytest.raises(InputError, match=str(log.start + dt.timedelta(days=30))):
        behaving(design, wet[0], replace(log, level_l=level))


def test_tanks_that_stand_full_say_nothing(wet, design):
    full = without_noise(wet, share=1.0)
    live = float(np.nanmax(full.level_l))
    said = behaving(design, wet[0], replace(full, level_l=np.full(DAYS, live)))
    assert said.verdict == "cannot_tell"


def test_the_sound_supply_is_sound():
    assert (SOUND.leak_l_day, SOUND.catch_share, SOUND.sticks) == (0.0, 1.0, False)
