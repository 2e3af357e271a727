"""The docstrings of the core are its specification: each dimensioned parameter in the unit its name carries, and a
worked example that is run for every number that comes out."""

import ast
import importlib
import inspect
import pkgutil
import re
import textwrap

import pytest

import lean_year.core

UNITS = {
    "mm_m": "mm/m",
    "mj_m2": "MJ/m2 per day", "mj_cm2": "mJ/cm2", "mm_h": "mm/h", "mm2": "mm2", "cm2": "cm2", "m2": "m2", "m3": "m3",
    "mm": "mm", "cm": "cm", "m": "m", "deg": "deg", "mg_min_l": "mg min/L", "mg_l_caco3": "mg/L", "mg_l": "mg/L",
    "kpa": "kPa", "kn": "kN", "kg": "kg", "percent": "%", "l_s": "L/s", "l_min": "L/min", "l_day": "L/d", "l": "L",
    "m_s": "m/s", "c": "deg C",
    "h": "h", "min": "min", "s": "s", "m3_year": "m3", "l_year": "L", "number": "-",
}  # fmt: skip
"""By the ending of a name, the longest that fits: what stands in square brackets in its description."""
ENDINGS = sorted(UNITS, key=len, reverse=True)
NAMED = re.compile(r"^    ([a-z_0-9, ]+) : [^\n]+\n((?:        [^\n]*\n)+)", re.MULTILINE)
NUMBERS = re.compile(r"float|int\b|NDArray|ndarray")
NOT_SHOWN = {
    "resampled_days": "an endless supply of random records",
    "no_short_day": "a wish that is handed to the search",
    "time_reliability_at_least": "a wish that is handed to the search",
    "years_carried_at_least": "a wish that is handed to the search",
}
"""Functions without an example, and why."""


def public_functions():
    for module in pkgutil.walk_packages(lean_year.core.__path__, "lean_year.core."):
        loaded = importlib.import_module(module.name)
        for name, function in inspect.getmembers(loaded, inspect.isfunction):
            if function.__module__ == loaded.__name__ and not name.startswith("_"):
                yield function


FUNCTIONS = list(public_functions())


def unit_of(name: str) -> str | None:
    """The unit that a name's ending asks for; None where it has none."""
    return next((UNITS[ending] for ending in ENDINGS if name.endswith(f"_{ending}")), None)


def described(function) -> dict[str, str]:
    text = inspect.getdoc(function) or ""
    indented = "\n".join("    " + line if line else line for line in text.split("\n")) + "\n"
    return {
        name.strip(): body for names, body in NAMED.findall(indented) for name in names.split(",") if name.strip()
    }


def test_the_whole_core_is_looked_at():
    rooms = {function.__module__.split(".")[2] for function in FUNCTIONS}
    assert rooms >= {
        "rain",
        "roofs",
        "household",
        "cistern",
        "water_path",
        "treatment",
        "pump",
        "ground",
        "hydraulics",
    }
    assert len(FUNCTIONS) > 130


@pytest.mark.parametrize("function", FUNCTIONS, ids=lambda function: function.__qualname__)
def test_parameters_are_described_and_their_units_agree_with_their_names(function):
    assert inspect.getdoc(function), "has no docstring"
    bodies = described(function)
    if not bodies:
        assert not any(unit_of(name) for name in inspect.signature(function).parameters), "describes no parameter"
        return
    for name in inspect.signature(function).parameters:
        assert name in bodies, f"does not describe {name}"
        unit = unit_of(name)
        if unit is not None:
            assert f"[{unit}]" in bodies[name], f"{name} is not in [{unit}]: {bodies[name].strip()}"


@pytest.mark.parametrize("function", FUNCTIONS, ids=lambda function: function.__qualname__)
def test_a_function_that_returns_a_number_has_an_example_that_is_run(function):
    returns = str(inspect.signature(function).return_annotation)
    if NUMBERS.search(returns) and function.__name__ not in NOT_SHOWN:
        assert ">>>" in (inspect.getdoc(function) or "")


RANGE = re.compile(r"(-?[\d,]*\.?\d+(?:e\d+)?) to (-?[\d,]*\.?\d+(?:e\d+)?)")
LEAST_ABOVE_NOTHING = 0.1
"""What "above 0" may stand for."""


def checked_ranges():
    """What each function takes for its own parameters: function, parameter, least and most."""
    for function in FUNCTIONS:
        tree = ast.parse(textwrap.dedent(inspect.getsource(function)))
        for call in (each for each in ast.walk(tree) if isinstance(each, ast.Call)):
            named = call.args[0].value if call.args and isinstance(call.args[0], ast.Constant) else None
            if getattr(call.func, "id", "") == "require_number" and named in inspect.signature(function).parameters:
                ends = {each.arg: ast.unparse(each.value) for each in call.keywords}
                try:
                    low, high = (float(eval(ends[end], vars(inspect.getmodule(function)))) for end in ("low", "high"))
                except NameError:
                    continue  # an end that another argument gives
                yield pytest.param(function, named, low, high, id=f"{function.__qualname__}-{named}")


@pytest.mark.parametrize(("function", "name", "low", "high"), list(checked_ranges()))
def test_a_parameter_takes_the_range_that_its_description_says(function, name, low, high):
    said = described(function)[name]
    if "at least 0" in said:
        assert low == 0
        return
    ends = RANGE.search(said)
    if ends is None:
        assert re.search(r"to (the|half) |to `", said), f"no range: {said.strip()}"
        return
    least, most = (float(end.replace(",", "")) for end in ends.groups())
    assert high == most
    assert 0 < low <= LEAST_ABOVE_NOTHING if "bove 0 to" in said else low == least


def test_enough_ranges_are_read():
    assert len(list(checked_ranges())) > 170


def test_enough_units_are_checked():
    checked = sum(unit_of(name) is not None for function in FUNCTIONS for name in described(function))
    assert checked > 180
