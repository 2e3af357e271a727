"""`fill`: the days by which recorded years fill the tanks, against a plain replay."""

import datetime as dt
import json

import numpy as np
import pytest

from lean_year.formats.property_file import rain_from_record
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of


def plain_days(file, start, level_l, share):
    """Day by day, by yield after spillage alone: from 1, or 0 for never."""
    rain = prepare_rain(rain_from_record(file.rain_record), file.property.rain.filling)
    supply = supply_of(file.property, rain)
    assert supply.on_rain_alone.plain
    (stage,) = supply.layout.stages()
    full, demand = stage.size_l, supply.demand_l
    found = []
    for begin, date in enumerate(rain.dates.astype(object)):
        if (date.month, date.day) != (start.month, start.day) or begin + 367 > rain.dates.size:
            continue
        held, day_there = level_l, 0
        for day in range(366):
            drawn = min(held, demand[begin + day])
            held = min(held + supply.inflow_l[begin + day], full) - drawn
            if held >= share * full - 1e-6:
                day_there = day + 1
                break
        found.append(day_there)
    return found


@pytest.mark.reference
@pytest.mark.parametrize(("start", "level_l", "share"), [("2026-04-20", 0.0, 0.5), ("2026-10-01", 9_000.0, 0.95)])
def test_the_days_are_those_of_a_plain_replay(plain, tmp_path, lean_year, start, level_l, share):
    path = tmp_path / "plain.json"
    path.write_text(plain.model_dump_json())
    code, out, err = lean_year(
        "fill", path, "--start", start, "--level-l", str(level_l), "--share", str(share), "--json"
    )
    assert code == 0, err
    said = json.loads(out)
    date = dt.date.fromisoformat(start)
    days = plain_days(plain, date, level_l, share)
    assert said["years"] == len(days)
    assert said["never"] == days.count(0)
    with_never = [day or 1e12 for day in days]
    for name, quantile in (("p10", 0.1), ("p50", 0.5), ("p90", 0.9)):
        day = float(np.quantile(with_never, quantile, method="weibull"))
        if day > 366:
            assert said["reached"][name] is None
        else:
            assert said["reached"][name] == (date + dt.timedelta(days=int(np.ceil(day)) - 1)).isoformat()


@pytest.mark.parametrize(
    ("arguments", "names"),
    [
        (("--start", "2026-02-30"), "start"),
        (("--start", "2026-03-01", "--level-l", "1e12"), "level_l"),
        (("--start", "2026-03-01", "--level-l", "nan"), "level_l"),
        (("--start", "2026-03-01", "--share", "1.5"), "share"),
    ],
)
def test_what_cannot_be_is_refused_by_name(plain, tmp_path, lean_year, arguments, names):
    path = tmp_path / "plain.json"
    path.write_text(plain.model_dump_json())
    code, _, err = lean_year("fill", path, *arguments, "--json")
    assert code == 2
    assert err.startswith(f"error: {names}:")
    assert err.count("\n") == 1
