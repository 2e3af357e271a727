"""`sum`: the quick sums."""

import re
from typing import Annotated

import typer

from lean_year.cli.output import show
from lean_year.core.errors import InputError
from lean_year.core.quick_sums import QUICK_SUMS, SumInput, work_out

_NUMBER = re.compile(r"[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d{1,3})?")


def _values(pairs: list[str], choice: str | None) -> dict[str, float | str]:
    values: dict[str, float | str] = {}
    for pair in pairs:
        key, equals, text = pair.partition("=")
        if not equals or not key:
            raise InputError(pair, "must be written key=value")
        if key in values:
            raise InputError(key, "is given twice")
        if key != choice and not _NUMBER.fullmatch(text):
            raise InputError(key, f"must be a number, got {text!r}")
        values[key] = text if key == choice else float(text)
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
    chosen = QUICK_SUMS.get(name)
    choice = chosen.choice if chosen is not None and chosen.methods else None
    show(work_out(name, _values(values or [], choice)), as_json)


def _inputs(asked: tuple[SumInput, ...]) -> dict[str, dict[str, float | str]]:
    return {each.name: {"unit": each.unit, "low": each.low, "high": each.high} for each in asked}


def _line(asked: SumInput) -> str:
    return f"{asked.name} [{asked.unit}] {asked.low:,g} to {asked.high:,g}"


def _show_list(as_json: bool) -> None:
    if as_json:
        sums = {
            each.name: {
                "label": each.label,
                "formula": each.formula,
                "inputs": _inputs(each.inputs),
                **(
                    {
                        "choice": each.choice,
                        "methods": {name: _inputs(asked) for name, asked in each.methods.items()},
                    }
                    if each.methods
                    else {}
                ),
                "outputs": dict(each.outputs),
            }
            for each in QUICK_SUMS.values()
        }
        show(sums, True)
        return
    for each in QUICK_SUMS.values():
        print(f"{each.name}: {each.label}; {each.formula}")
        for asked in each.inputs:
            print(f"    {_line(asked)}")
        for method, more in each.methods.items():
            print(f"    {each.choice}={method}" + (f" with {', '.join(map(_line, more))}" if more else ""))
        print(f"    gives {', '.join(f'{name} [{unit}]' for name, unit in each.outputs.items())}")


def add_commands(app: typer.Typer) -> None:
    app.command("sum")(quick_sum)
