"""`behaving`: a log as a file."""

import datetime as dt
import json

import numpy as np
import pytest

from lean_year.formats.property_file import rain_from_record
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of

KEYS = {"missing_l_day", "low", "high", "catch_share", "verdict"}


@pytest.fixture
def path(plain, tmp_path):
    path = tmp_path / "plain.json"
    path.write_text(plain.model_dump_json())
    return path


def log_file(plain, path, *, leak_l_day, days=120, begin=4_000, from_day=80):
    supply = supply_of(plain.property, prepare_rain(rain_from_record(plain.rain_record), "none"))
    (stage,) = supply.layout.stages()
    rng = np.random.default_rng(5)
    held, lines = 0.5 * stage.size_l, ["date,level_l,rain_mm"]
    for day in range(begin, begin + days):
        drawn = min(held, supply.demand_l[day] + (leak_l_day if day >= begin + from_day else 0.0))
        held = min(held + supply.inflow_l[day], stage.size_l) - drawn
        shown = min(stage.size_l, held + rng.normal(0, 30)) if day % 2 == 0 else None
        level = "" if shown is None else f"{shown:.1f}"
        lines.append(f"{supply.rain.dates[day]},{level},{supply.rain.filled_mm[day]:.17g}")
    path.write_text("\n".join(lines) + "\n")
    return supply.rain.dates[begin + from_day].astype(object)


def test_a_leak_in_a_file_is_found_with_its_day(plain, path, tmp_path, lean_year):
    since = log_file(plain, tmp_path / "log.csv", leak_l_day=120.0)
    code, out, err = lean_year("behaving", path, "--log", tmp_path / "log.csv", "--json")
    assert code == 0, err
    said = json.loads(out)
    assert set(said) >= KEYS
    assert said["verdict"] == "losing"
    assert said["low"] <= 120.0 <= said["high"]
    assert abs(dt.date.fromisoformat(said["since"]) - since) <= dt.timedelta(days=10)


def test_a_sound_supply_behaves_as_designed(plain, path, tmp_path, lean_year):
    log_file(plain, tmp_path / "log.csv", leak_l_day=0.0)
    code, out, _ = lean_year("behaving", path, "--log", tmp_path / "log.csv", "--json")
    said = json.loads(out)
    assert (code, said["verdict"]) == (0, "as_designed")
    assert said["low"] <= 0 <= said["high"]


@pytest.mark.parametrize(
    ("rows", "names"),
    [
        ("date,rain_mm\n2024-01-01,1\n", "log line 1"),
        ("date,level_l,rain_mm\n", "log line 2"),
        ("date,level_l,rain_mm\n2024-01-01,,1\n2024-01-03,,1\n", "log line 3"),
        ("date,level_l,rain_mm\n2024-01-01,,1\n2024-01-01,,1\n", "log line 3"),
        ("date,level_l,rain_mm\n2024-01-01,-5,1\n", "log line 2"),
        ("date,level_l,rain_mm\n2024-01-01,5,\n", "log line 2"),
        ("date,level_l,rain_mm\n2024-01-01,5,1,7\n", "log line 2"),
        ("date,level_l,rain_mm\n2024-01-01,nan,1\n", "log line 2"),
        ("date,level_l,rain_mm\n2024-02-30,5,1\n", "log line 2"),
        ("date,level_l,rain_mm\n2024-01-01,999999,1\n", "level_l"),
    ],
)
def test_what_is_no_log_is_refused_by_line(path, tmp_path, lean_year, rows, names):
    log = tmp_path / "log.csv"
    log.write_text(rows)
    code, _, err = lean_year("behaving", path, "--log", log, "--json")
    assert code == 2
    assert err.startswith(f"error: {names}")
    assert err.count("\n") == 1


def test_a_log_that_is_not_there_is_named(path, tmp_path, lean_year):
    code, _, err = lean_year("behaving", path, "--log", tmp_path / "none.csv", "--json")
    assert code == 2
    assert "none.csv" in err
