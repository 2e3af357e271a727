"""What the season so far says: nothing where the record has no memory, and something where it has one."""

import datetime as dt

import numpy as np
import pytest

from lean_year.core.log.conditioning import SEASON_DAYS
from lean_year.core.rain.rainfall import DailyRain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.model.traces import quantiles_of, traces_from
from lean_year.plan.stations.log.season import season_so_far
from lean_year.property.entries import Entry
from tests.made_logs import plain_design

START = dt.date(2021, 3, 1)


def gauge(depth_mm, days=30):
    """So much in each of the last three months."""
    return [
        Entry(
            id=f"r{month}", kind="rain", about="log/rain", values={"depth_mm": depth_mm, "days": float(days)},
            on=(START - dt.timedelta(days=1 + 30 * month)).isoformat(),
        )
        for month in range(3)
    ]  # fmt: skip


def made(memory):
    """Forty years whose wet and dry halves are wet or dry together, as much as `memory` says."""
    rng = np.random.default_rng(3)
    first = dt.date(1980, 7, 1)
    days = (dt.date(2020, 7, 1) - first).days
    depth = rng.gamma(0.25, 12, days) * (rng.random(days) < 0.4)
    for year in range(40):
        begin = (dt.date(1980 + year, 7, 1) - first).days
        wet = rng.uniform(1 - memory, 1 + memory)
        depth[begin : begin + 365] *= wet
    return prepare_rain(DailyRain(first, depth), "none")


def said(memory, depth_mm):
    rain = made(memory)
    supply = supply_of(plain_design(), rain)
    spans = traces_from(supply, START, 12_000.0)
    return season_so_far(supply, rain, gauge(depth_mm), START, spans.first_short), quantiles_of(
        spans.first_short, START
    )


def test_where_years_go_on_as_they_began_a_dry_one_is_short_earlier_and_a_wet_one_later():
    dry, plain = said(0.9, 5.0)
    wet, _ = said(0.9, 180.0)
    assert dry.sure
    assert wet.sure
    assert dry.better_by > 0.1
    assert dry.short_by.p10 <= plain.p10
    assert dry.short_by.p50 < plain.p50
    assert wet.short_by.p50 is None or wet.short_by.p50 > dry.short_by.p50
    assert dry.rain_mm == pytest.approx(15.0)
    assert dry.usual_mm > 50


def test_where_years_do_not_nothing_is_said():
    found, _ = said(0.0, 5.0)
    assert not found.sure
    assert found.short_by is None


def test_a_season_that_nobody_knows_says_nothing():
    rain = made(0.9)
    supply = supply_of(plain_design(), rain)
    spans = traces_from(supply, START, 12_000.0)
    assert season_so_far(supply, rain, gauge(5.0)[:2], START, spans.first_short) is None
    inside = dt.date(2015, 3, 1)
    spans = traces_from(supply, inside, 12_000.0)
    of_record = season_so_far(supply, rain, [], inside, spans.first_short)
    begin = (inside - rain.record.start).days
    assert of_record.rain_mm == pytest.approx(rain.record.depth_mm[begin - SEASON_DAYS : begin].sum())
