"""What is not as it should be, what nobody has measured, and where the figures come from."""

from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.plan.answer.figure import PLAIN_SOURCES, Figure
from lean_year.plan.answer.wording import several
from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL
from lean_year.plan.stations.survey.stage import STATION as SURVEY

LIVED_WITH = ("roofs", "cistern", "overflow", "pump", "treatment", "household")
"""Stations whose cautions concern whoever lives with the supply; those of the work stand in the install sheet."""


def add_watch(sheet: Sheet, facts: Facts) -> None:
    """Findings, the worst first, then the cautions of the trade."""
    sheet.heading("What to watch")
    findings = facts.plan.findings
    if findings:
        sheet.findings((each.severity, each.text, each.fix) for each in findings)
    else:
        sheet.text("Nothing was found that stands against the plan.")
    sheet.subheading("Cautions")
    sheet.text("Local code comes first, and whoever is licensed for a work does it.")
    sheet.items(facts.cautions(LIVED_WITH))


def add_assumed(sheet: Sheet, facts: Facts) -> None:
    """What was not measured on the site, and what nobody has entered."""
    survey = SURVEY.of(facts.plan)
    assumed = {station.name: len(station.assumed) for station in facts.plan.stations if station.assumed}
    open_items = [item.asks for item in survey.items if item.state in ("open", "assumed")] if survey else []
    if not assumed and not open_items:
        return
    sheet.heading("What was assumed")
    if assumed:
        named = ", ".join(f"{name} ({count})" for name, count in assumed.items())
        all_of_them = sum(assumed.values())
        usual = "is a usual one" if all_of_them == 1 else "are usual ones"
        sheet.text(
            f"{several(all_of_them, 'value')} of the design {usual} that nobody has entered or confirmed: {named}."
        )
    if open_items:
        sheet.text("Not seen or measured on the site yet; the plan moves with what is found there:")
        sheet.items(open_items)


def add_sources(sheet: Sheet, facts: Facts) -> None:
    """Each source of a figure once, with what rests on it."""
    kept: dict[tuple[str, str], list[str]] = {}
    for station in FALL:
        if isinstance(station, Station):
            for figure in _figures(station.of(facts.plan)):
                named = figure.source not in PLAIN_SOURCES
                if figure.value is not None and figure.basis in ("published", "from_memory") and named:
                    of = kept.setdefault((figure.source, figure.basis), [])
                    if figure.label not in of:
                        of.append(figure.label)
    sheet.heading("Where the figures come from")
    sheet.text(
        "Every figure is worked out by the rules named in the application beside it. What no source is named for is "
        "worked out from these, or common practice in the trade."
    )
    sheet.table(
        ["Source", "For"],
        [[_capital(source), ", ".join(labels)] for (source, _), labels in sorted(kept.items())],
        (3, 3),
    )


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]


def _figures(value: Any) -> Iterator[Figure]:
    """Every figure in an answer, however deep."""
    if isinstance(value, Figure):
        yield value
    elif isinstance(value, BaseModel):
        for name in type(value).model_fields:
            yield from _figures(getattr(value, name))
    elif isinstance(value, dict):
        for each in value.values():
            yield from _figures(each)
    elif isinstance(value, list):
        for each in value[:50]:
            if isinstance(each, (BaseModel, dict, list)):
                yield from _figures(each)
