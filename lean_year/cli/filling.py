"""`fill`, `forecast` and `behaving`: when the tanks will hold so much, how long it lasts, and what a log says."""

import datetime as dt
from pathlib import Path
from typing import Annotated

import numpy as np
import typer

from lean_year.cli.files import AlternativeName, opened
from lean_year.cli.output import show
from lean_year.core.errors import InputError
from lean_year.formats.strict_csv import read_strict_log
from lean_year.plan.model.behaving import behaving as behaving_of
from lean_year.plan.model.filled import filled
from lean_year.plan.model.forecast import forecast as forecast_of
from lean_year.plan.model.logged_supply import Logged


def fill(
    file: Annotated[Path, typer.Argument(help="property file, or bundle")],
    start: Annotated[str, typer.Option("--start", help="first day on which the tanks take water, like 2024-06-30")],
    level_l: Annotated[float, typer.Option("--level-l", help="water that can be drawn on its morning")] = 0.0,
    share: Annotated[float, typer.Option("--share", help="of what can be drawn of full tanks, 0 to 1")] = 1.0,
    rain: Annotated[Path | None, typer.Option("--rain", help="CSV date,rain_mm to use instead")] = None,
    alternative: AlternativeName = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Say by which day every recorded year would have filled the tanks, from a day on, on rain alone."""
    given = opened(file, rain, alternative)
    found = filled(given.design, given.rain, _day("start", start), level_l=level_l, share=share)
    show(found.model_dump(mode="json"), as_json)


def forecast(
    file: Annotated[Path, typer.Argument(help="property file, or bundle")],
    date: Annotated[str, typer.Option("--date", help="day of the level, like 2024-06-30")],
    level_l: Annotated[float, typer.Option("--level-l", help="water that can be drawn on its morning")],
    rain: Annotated[Path | None, typer.Option("--rain", help="CSV date,rain_mm to use instead")] = None,
    alternative: AlternativeName = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Say by which day every recorded year would have had a short day, from a day and a level on, on rain alone."""
    given = opened(file, rain, alternative)
    found = forecast_of(given.design, given.rain, _day("date", date), level_l)
    show(found.model_dump(mode="json"), as_json)


def behaving(
    file: Annotated[Path, typer.Argument(help="property file, or bundle")],
    log: Annotated[Path, typer.Option("--log", help="CSV date,level_l,rain_mm: rain on every day, level where read")],
    rain: Annotated[Path | None, typer.Option("--rain", help="CSV date,rain_mm to use instead")] = None,
    alternative: AlternativeName = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Say whether logged levels agree with logged rain by the design, or water is lost, or less is caught."""
    given, days = opened(file, rain, alternative), read_strict_log(log)
    logged = Logged(days.start, days.rain_mm, days.level_l, np.zeros(days.rain_mm.size))
    show(behaving_of(given.design, given.rain, logged).model_dump(mode="json"), as_json)


def _day(field: str, text: str) -> dt.date:
    try:
        return dt.date.fromisoformat(text)
    except ValueError as error:
        raise InputError(field, f"must be a day of the calendar like 2024-06-30, got {text}") from error


def add_commands(app: typer.Typer) -> None:
    app.command()(fill)
    app.command()(forecast)
    app.command()(behaving)
