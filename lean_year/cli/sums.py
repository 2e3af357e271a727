"""`sum`: the quick sums."""

import re
from typing import Annotated

import typer

from lean_year.cli.output import show
from lean_year.core.errors import InputError
from lean_year.core.quick_sums import QUICK_SUMS, work_out

_NUMBER = re.compile(r"[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d{1,3})?")


def _values(pairs: list[str]) -> dict[str, float]:
    values: dict[str, float] = {}
    for pair in pairs:
        key, equals, text = pair.partition("=")
        if not equals or not key:
            raise InputError(pair, "must be written key=value")
        if key in values:
            raise InputError(key, "is given twice")
        if not _NUMBER.fullmatch(text):
            raise InputError(key, f"must be a number, got {text!r}")
        values[key] = float(text)
    return values


def quick_sum(
    name: Annotated[str | None, typer.Argument(help="name of the sum")] = None,
    values: Annotated[list[str] | None, typer.Argument(help="key=value, one for each input")] = None,
    list_all: Annotated[bool, typer.Option("--list", help="name the sums with inputs, units and ranges")] = False,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Work out a quick sum."""
    if list_all:
        _show_list(as_json)
        return
    if name is None:
        raise InputError("sum", f"name one of {', '.join(QUICK_SUMS)}")
    show(work_out(name, _values(values or [])), as_json)


def _show_list(as_json: bool) -> None:
    if as_json:
        sums = {
            each.name: {
                "label": each.label,
                "formula": each.formula,
                "inputs": {i.name: {"unit": i.unit, "low": i.low, "high": i.high} for i in each.inputs},
                "outputs": dict(each.outputs),
            }
            for each in QUICK_SUMS.values()
        }
        show(sums, True)
        return
    for each in QUICK_SUMS.values():
        print(f"{each.name}: {each.label}; {each.formula}")
        for asked in each.inputs:
            print(f"    {asked.name} [{asked.unit}] {asked.low:,g} to {asked.high:,g}")
        print(f"    gives {', '.join(f'{name} [{unit}]' for name, unit in each.outputs.items())}")


def add_commands(app: typer.Typer) -> None:
    app.command("sum")(quick_sum)
