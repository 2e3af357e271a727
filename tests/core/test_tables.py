"""The tables of the trade are whole: every kind has its row, and every table says where it comes from."""

import tomllib
from importlib.resources import files
from typing import get_args

import pytest

from lean_year.core.basis import Basis
from lean_year.core.ground.bearing import GROUNDS, Soil
from lean_year.core.ground.foundation import BASES, BaseKind
from lean_year.core.tables import rows, table
from lean_year.core.treatment.cartridges import CARTRIDGES, CartridgeSize
from lean_year.core.treatment.chlorine import CHLORINE_LOG
from lean_year.core.treatment.ultraviolet import DOSE_MJ_CM2, LOG_STEPS, Target
from lean_year.core.treatment.water_tests import LIMITS, TestKey
from lean_year.core.water_path.screens import SCREEN_TYPES, ScreenKind

TABLES = sorted(each.name for each in (files("lean_year.core") / "data").iterdir() if each.name.endswith(".toml"))


@pytest.mark.parametrize(
    ("known", "kinds"),
    [
        (GROUNDS, Soil), (BASES, BaseKind), (CARTRIDGES, CartridgeSize), (LIMITS, TestKey),
        (SCREEN_TYPES, ScreenKind), (DOSE_MJ_CM2, Target), (CHLORINE_LOG, Target),
    ],
)  # fmt: skip
def test_every_kind_has_its_row(known, kinds):
    assert set(known) == set(get_args(kinds))


def marks(part):
    """What a table, or any part of it, says of where it comes from."""
    if isinstance(part, dict):
        yield from (value for name, value in part.items() if name == "basis")
        for each in part.values():
            yield from marks(each)
    elif isinstance(part, list):
        for each in part:
            yield from marks(each)


@pytest.mark.parametrize("name", TABLES)
def test_a_table_says_where_it_comes_from(name):
    text = (files("lean_year.core") / "data" / name).read_text("utf-8")
    assert text.startswith("# ")
    found = set(marks(tomllib.loads(text)))
    assert found, name
    assert found <= set(get_args(Basis))


def test_lists_that_belong_together_are_of_one_length():
    curve, code = table("peak_flow"), table("gutters")["length_and_fall"]
    assert len(curve["units"]) == len(curve["gallons_min"])
    assert len(code["ratio"]) == len(code["factor"])
    assert {len(row) for row in code["factor"]} == {len(code["fall_mm_m"])}
    assert {len(doses) for doses in DOSE_MJ_CM2.values()} == {len(LOG_STEPS)}
    chlorine = table("disinfection")["chlorine"]
    assert len(chlorine["temperature_c"]) == len(chlorine["virus_4_log"]) == len(chlorine["giardia_3_log"])
    assert {len(row) for row in chlorine["giardia_3_log"]} == {len(chlorine["ph"])}


def test_a_row_is_made_by_its_key_and_asked_for_once():
    assert rows(dict, "grounds")["fill"] == {"label": "fill", "allowed_kpa": 0}
    assert table("grounds") is table("grounds")
