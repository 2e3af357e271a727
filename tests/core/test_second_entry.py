"""Every number of the trade is entered twice: in the core, and here in `second_entry.toml`, read a second time.

A slip of a digit in the one is seen by the other. Whoever changes a number changes both, with the source at hand.
"""

import tomllib
from importlib.resources import files
from pathlib import Path

import pytest

import lean_year.core
from lean_year.core.quick_sums import QUICK_SUMS
from tests.constants import constants, numbers

SECOND = tomllib.loads((Path(__file__).parent / "second_entry.toml").read_text("utf-8"))
TABLES = sorted(each.stem for each in (files("lean_year.core") / "data").iterdir() if each.suffix == ".toml")

FROM_TABLES = {
    "household.uses.HABITS_L_PERSON_DAY", "hydraulics.stock_pipes.HALF_ROUND_GUTTERS_MM",
    "hydraulics.stock_pipes.GUTTER_OUTLETS_MM", "hydraulics.stock_pipes.PRESSURE_CLASSES_KPA",
    "parts.usual.JOINTS_L", "parts.usual.PRIMER_SHARE", "parts.usual.SEALS_TUB", "parts.usual.THREADS_ROLL",
    "parts.usual.GUTTER_JOINTS_CARTRIDGE", "parts.usual.SCREWS_EACH", "parts.usual.SCREWS_BOX",
    "treatment.ultraviolet.LOG_STEPS", "treatment.ultraviolet.DOSE_MJ_CM2", "treatment.chlorine.CHLORINE_LOG",
}  # fmt: skip
"""Rows of the tables, which are read a second time with them."""


@pytest.mark.parametrize("name", TABLES)
def test_a_table_is_what_was_read_a_second_time(name):
    text = (files("lean_year.core") / "data" / f"{name}.toml").read_text("utf-8")
    assert list(numbers(tomllib.loads(text))) == [float(each) for each in SECOND["tables"][name]]


def test_a_constant_is_what_was_read_a_second_time():
    second = {name: [float(each) for each in values] for name, values in SECOND["constants"].items()}
    kept = constants(lean_year.core)
    public = {name: values for name, values in kept.items() if "._" not in name and name not in FROM_TABLES}
    assert public == {name: values for name, values in second.items() if "._" not in name}
    assert {name: kept[name] for name in second} == second


def test_a_quick_sum_takes_what_was_read_a_second_time():
    taken = {}
    for each in QUICK_SUMS.values():
        asked = [*each.inputs, *(one for method in each.methods.values() for one in method)]
        taken[each.name] = {one.name: [float(one.low), float(one.high)] for one in asked}
    assert taken == {
        name: {field: [float(end) for end in ends] for field, ends in fields.items()}
        for name, fields in SECOND["quick_sums"].items()
    }
