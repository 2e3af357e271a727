"""The survey sheet: all that has to be seen on the site, with a blank for what is not known yet."""

from typing import Any

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.plan.answer.quantities import entered
from lean_year.plan.answer.wording import Wording, day
from lean_year.plan.choices import choice_label
from lean_year.plan.stations.survey.ask import Walk
from lean_year.plan.stations.survey.stage import STATION as SURVEY
from lean_year.plan.stations.survey.stage import SurveyItem

PLACES: dict[Walk, str] = {
    "roof": "On the roof",
    "eaves": "At the eaves",
    "walls": "On the walls",
    "ground": "On the ground",
    "plant": "At the pump and the treatment",
    "house": "In the house",
    "road": "On the way in",
}
"""In the order of a walk round the house."""


def survey_sheet(facts: Facts) -> Sheet:
    """For whoever goes there."""
    survey = SURVEY.of(facts.plan)
    assert survey is not None
    date = day(facts.date)
    sheet = facts.new_sheet("Rainwater supply: survey sheet", f"{facts.document.name}, survey, {date}", date)
    sheet.items(survey.cautions)
    for walk in survey.walk:
        items = [item for item in survey.items if item.walk == walk]
        if items:
            sheet.heading(PLACES[walk])
            sheet.checks(_row(item, facts.say) for item in items)
    sheet.signatures(["Seen by"])
    return sheet


def _row(item: SurveyItem, say: Wording) -> tuple[str, str, int]:
    photo = " (photo)" if item.photo else ""
    words = "" if item.state == "open" else said(item, say)
    stands = f"{words}{', assumed' if item.state == 'assumed' and words else ''}"
    note = f". {item.note}" if item.note else ""
    return f"{item.asks}{photo}{note}", stands or item.how, 1


def said(item: SurveyItem, say: Wording) -> str:
    """What stands at an item's place, in words; empty where nothing does."""
    value: Any = item.value
    if value is None or item.path is None or item.kind == "look":
        return ""
    if item.kind == "yes_no":
        return "yes" if value is True else "no"
    if item.kind == "choice":
        return choice_label(item.path, str(value), say.units)
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        return str(value)
    return entered(item.kind, value, say.units)
