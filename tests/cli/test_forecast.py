"""`forecast`: the days on which recorded years run short, against a plain replay."""

import datetime as dt
import json

import numpy as np
import pytest

from lean_year.formats.property_file import rain_from_record
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of


def plain_short_days(file, start, level_l):
    """Day by day, by yield after spillage alone: the first short day from 1, or 0 for none."""
    supply = supply_of(file.property, prepare_rain(rain_from_record(file.rain_record), file.property.rain.filling))
    (stage,) = supply.layout.stages()
    found = []
    for begin, date in enumerate(supply.rain.dates.astype(object)):
        if (date.month, date.day) != (start.month, start.day) or begin + 367 > supply.rain.dates.size:
            continue
        held, short = level_l, 0
        for day in range(366):
            wanted = supply.demand_l[begin + day]
            drawn = min(held, wanted)
            held = min(held + supply.inflow_l[begin + day], stage.size_l) - drawn
            if wanted - drawn > 1e-6:
                short = day + 1
                break
        found.append(short)
    return found


@pytest.mark.reference
@pytest.mark.parametrize(
    ("date", "level_l"), [("2026-06-01", 20_000.0), ("2024-02-29", 3_000.0), ("2026-12-31", 79_000.0)]
)
def test_the_days_are_those_of_a_plain_replay(plain, tmp_path, lean_year, date, level_l):
    path = tmp_path / "plain.json"
    path.write_text(plain.model_dump_json())
    code, out, err = lean_year("forecast", path, "--date", date, "--level-l", str(level_l), "--json")
    assert code == 0, err
    said = json.loads(out)
    start = dt.date.fromisoformat(date)
    days = plain_short_days(plain, start.replace(day=min(start.day, 28)) if start.month == 2 else start, level_l)
    assert said["years"] == len(days)
    assert said["never_short"] == days.count(0)
    for name, quantile in (("p10", 0.1), ("p50", 0.5), ("p90", 0.9)):
        day = float(np.quantile([each or 1e12 for each in days], quantile, method="weibull"))
        expected = None if day > 366 else (start + dt.timedelta(days=int(np.ceil(day)) - 1)).isoformat()
        assert said["short_by"][name] == expected


@pytest.mark.reference
def test_with_no_rain_the_water_lasts_for_as_many_whole_days_as_the_household_draws(plain, tmp_path, lean_year):
    """Three people and their guests by the month, goats, no garden: added up day by day."""
    household = plain.property.household
    dry = household.model_copy(update={"irrigation": household.irrigation.model_copy(update={"area_m2": 0.0})})
    file = plain.model_copy(update={"property": plain.property.model_copy(update={"household": dry})})
    path = tmp_path / "plain.json"
    path.write_text(file.model_dump_json())
    code, out, err = lean_year("forecast", path, "--date", "2026-06-20", "--level-l", "30000", "--json")
    assert code == 0, err
    supply = supply_of(file.property, prepare_rain(rain_from_record(file.rain_record), "none"))
    by_day = {
        (each.month, each.day): litres
        for each, litres in zip(supply.rain.dates.astype(object), supply.demand_l, strict=True)
    }
    held, served, day = 30_000.0, 0, dt.date(2026, 6, 20)
    while (wanted := by_day[day.month, day.day]) <= held + 1e-6:
        held, served, day = held - wanted, served + 1, day + dt.timedelta(days=1)
    assert json.loads(out)["no_rain_days"] == served > 60


def test_a_house_that_draws_nothing_never_runs_dry(plain, tmp_path, lean_year):
    empty = plain.property.household.model_copy(
        update={"residents": 0.0, "guests": [0.0] * 12, "animals": [], "garden_l_month": [0.0] * 12, "periods": [],
                "irrigation": plain.property.household.irrigation.model_copy(update={"area_m2": 0.0})}
    )  # fmt: skip
    path = tmp_path / "plain.json"
    path.write_text(
        plain.model_copy(
            update={"property": plain.property.model_copy(update={"household": empty})}
        ).model_dump_json()
    )
    code, out, _ = lean_year("forecast", path, "--date", "2026-06-20", "--level-l", "0", "--json")
    said = json.loads(out)
    assert code == 0
    assert said["no_rain_days"] == 3660
    assert said["never_short"] == said["years"] > 30
    assert said["short_by"] == {"p10": None, "p50": None, "p90": None}


@pytest.mark.parametrize(
    ("arguments", "names"),
    [
        (("--date", "2026-02-30", "--level-l", "1"), "date"),
        (("--date", "9000-01-01", "--level-l", "1"), "date"),
        (("--date", "2026-03-01", "--level-l", "1e12"), "level_l"),
        (("--date", "2026-03-01", "--level-l", "nan"), "level_l"),
        (("--date", "2026-03-01", "--level-l", "-1"), "level_l"),
    ],
)
def test_what_cannot_be_is_refused_by_name(plain, tmp_path, lean_year, arguments, names):
    path = tmp_path / "plain.json"
    path.write_text(plain.model_dump_json())
    code, _, err = lean_year("forecast", path, *arguments, "--json")
    assert code == 2
    assert err.startswith(f"error: {names}:")
    assert err.count("\n") == 1
