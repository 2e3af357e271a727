"""`device`: what it refuses, and what it says where no server answers. With a server it is run from the wheel."""

import datetime as dt
import json

import pytest

from lean_year.demo.simulated_device import Simulated, simulated

GOOD = ("--url", "http://127.0.0.1:9", "--id", "d", "--token", "t")


@pytest.mark.parametrize(
    ("more", "names"),
    [
        (("--kind", "thermometer"), "kind"),
        (("--fault", "tired"), "fault"),
        (("--days", "0"), "days"),
        (("--every-min", "0"), "every_min"),
        ((), "url"),
    ],
)
def test_what_cannot_be_is_refused_by_name(lean_year, more, names):
    code, _, err = lean_year("device", *GOOD, *more)
    assert code == 2
    assert err.startswith(f"error: {names}:")
    assert err.count("\n") == 1


def test_an_address_that_is_none_is_refused(lean_year):
    code, _, err = lean_year("device", "--url", "ftp://x", "--id", "d", "--token", "t")
    assert (code, err.startswith("error: url:")) == (2, True)


@pytest.mark.parametrize("kind", ["level", "rain", "meter", "uv"])
def test_the_same_seed_reports_the_same_and_each_line_is_what_the_address_takes(kind):
    first = dt.datetime(2026, 3, 1, tzinfo=dt.UTC)
    said = [each.line for each in simulated(Simulated(kind), first, 3)]
    assert said == [each.line for each in simulated(Simulated(kind), first, 3)]
    assert said != [each.line for each in simulated(Simulated(kind, seed=2), first, 3)]
    assert len(said) == 72
    assert {tuple(json.loads(line)) for line in said} == {("at", "kind", "value", "unit")}


def test_a_meter_never_runs_backwards():
    first = dt.datetime(2026, 3, 1, tzinfo=dt.UTC)
    values = [json.loads(each.line)["value"] for each in simulated(Simulated("meter"), first, 5)]
    assert values == sorted(values)
