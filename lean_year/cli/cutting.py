"""`cut`: pieces from stock lengths."""

from typing import Annotated

import typer

from lean_year.cli.output import show
from lean_year.core.errors import InputError
from lean_year.core.parts.cutting import cut_plan


def cut(
    pieces_mm: Annotated[list[str], typer.Argument(metavar="LENGTH_MM...", help="length of each piece, mm")],
    stock_mm: Annotated[float, typer.Option("--stock-mm", help="length that is sold, mm")],
    kerf_mm: Annotated[float, typer.Option("--kerf-mm", help="what the saw takes, mm")],
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Cut pieces from the least number of stock lengths."""
    plan = cut_plan(pieces_mm=[_number(text) for text in pieces_mm], stock_mm=stock_mm, kerf_mm=kerf_mm)
    if as_json:
        found = {"stock_lengths": plan.stock_lengths, "layout": plan.layout_mm, "offcuts_mm": plan.offcuts_mm}
        show(found | {"least": plan.least, "proven": plan.proven}, True)
        return
    proof = "no plan needs fewer" if plan.proven else f"at least {plan.least} are needed"
    print(f"{plan.stock_lengths} lengths of {plan.stock_mm:,g} mm; {proof}")
    for bar, offcut in zip(plan.layout_mm, plan.offcuts_mm, strict=True):
        print(f"  {' + '.join(f'{piece:,g}' for piece in bar)}; {offcut:,g} left")


def _number(text: str) -> float:
    try:
        return float(text)
    except ValueError as error:
        raise InputError("LENGTH_MM", f"must be a number, got {text!r}") from error


def add_commands(app: typer.Typer) -> None:
    app.command()(cut)
