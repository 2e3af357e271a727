"""The docstrings of the core are its specification: every dimensioned parameter says the unit its name carries."""

import importlib
import inspect
import pkgutil
import re

import lean_year.core

UNITS = {
    "_mj_m2": "MJ/m2 per day", "_mm": "mm", "_m2": "m2", "_m": "m", "_deg": "deg", "_mg_l": "mg/L",
    "_mg_min_l": "mg min/L", "_mg_l_caco3": "mg/L", "_kpa": "kPa", "_percent": "%", "_l_s": "L/s", "_l": "L",
}  # fmt: skip
NAMED = re.compile(r"^    ([a-z_0-9, ]+) : [^\n]+\n((?:        [^\n]*\n)+)", re.MULTILINE)


def public_functions():
    for module in pkgutil.iter_modules(lean_year.core.__path__):
        loaded = importlib.import_module(f"lean_year.core.{module.name}")
        for name, function in inspect.getmembers(loaded, inspect.isfunction):
            if function.__module__ == loaded.__name__ and not name.startswith("_"):
                yield function


def test_parameters_are_described_and_their_units_agree_with_their_names():
    checked = 0
    for function in public_functions():
        text = inspect.getdoc(function) or ""
        assert text, f"{function.__name__} has no docstring"
        if "Parameters" not in text:
            continue
        indented = "\n".join("    " + line if line else line for line in text.split("\n")) + "\n"
        described = {
            name.strip(): body for names, body in NAMED.findall(indented) for name in names.split(",") if name.strip()
        }
        for name in inspect.signature(function).parameters:
            assert name in described, f"{function.__name__} does not describe {name}"
            for suffix, unit in UNITS.items():
                if name.endswith(suffix):
                    assert f"[{unit}]" in described[name], f"{function.__name__}: {name} is not in [{unit}]"
                    checked += 1
                    break
    assert checked > 15
