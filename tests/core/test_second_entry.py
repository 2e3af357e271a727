"""Every number of the trade is entered twice: in the core, and here in `second_entry.toml`, read a second time.

A slip of a digit in the one is seen by the other. Whoever changes a number changes both, with the source at hand.
"""

import importlib
import pkgutil
import tomllib
from importlib.resources import files
from pathlib import Path

import pytest

import lean_year.core
from lean_year.core.quick_sums import QUICK_SUMS

SECOND = tomllib.loads((Path(__file__).parent / "second_entry.toml").read_text("utf-8"))
TABLES = sorted(each.stem for each in (files("lean_year.core") / "data").iterdir() if each.suffix == ".toml")


def numbers(part):
    """All numbers of a table in the order of its lines, and what is yes or no with them."""
    if isinstance(part, dict):
        for each in part.values():
            yield from numbers(each)
    elif isinstance(part, list | tuple):
        for each in part:
            yield from numbers(each)
    elif isinstance(part, int | float):
        yield float(part)


@pytest.mark.parametrize("name", TABLES)
def test_a_table_is_what_was_read_a_second_time(name):
    text = (files("lean_year.core") / "data" / f"{name}.toml").read_text("utf-8")
    assert list(numbers(tomllib.loads(text))) == [float(each) for each in SECOND["tables"][name]]


def constants():
    """Public numbers of the core, alone or in rows, by module and name, each where it is defined."""
    for module in pkgutil.walk_packages(lean_year.core.__path__, "lean_year.core."):
        made = importlib.import_module(module.name)
        lines = Path(made.__file__).read_text("utf-8").splitlines()
        defined = {name.strip() for line in lines if line[:1].isupper() for name in line.split(" = ")[0].split(",")}
        for name, value in vars(made).items():
            if name.split(":")[0] in {each.split(":")[0] for each in defined} and isinstance(
                value, int | float | tuple | dict
            ):
                found = list(numbers(value))
                if found and "table(" not in "".join(line for line in lines if line.startswith(name)):
                    yield f"{module.name.removeprefix('lean_year.core.')}.{name}", found


def test_a_constant_is_what_was_read_a_second_time():
    second = {name: [float(each) for each in values] for name, values in SECOND["constants"].items()}
    assert dict(constants()) == second


def test_a_quick_sum_takes_what_was_read_a_second_time():
    taken = {}
    for each in QUICK_SUMS.values():
        asked = [*each.inputs, *(one for method in each.methods.values() for one in method)]
        taken[each.name] = {one.name: [float(one.low), float(one.high)] for one in asked}
    assert taken == {
        name: {field: [float(end) for end in ends] for field, ends in fields.items()}
        for name, fields in SECOND["quick_sums"].items()
    }
