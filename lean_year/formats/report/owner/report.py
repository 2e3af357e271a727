"""The whole report."""

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.owner.answer import add_answer
from lean_year.formats.report.owner.caveats import add_assumed, add_sources, add_watch
from lean_year.formats.report.owner.keeping import add_seasons
from lean_year.formats.report.owner.money import add_price
from lean_year.formats.report.owner.works import add_ground, add_house, add_tanks, add_way
from lean_year.plan.answer.wording import day


def owner_report(facts: Facts) -> Sheet:
    """Everything that the owner of a property is handed."""
    date = day(facts.date)
    sheet = facts.new_sheet(
        "Rainwater supply: report for the owner", f"{facts.document.name}, {date}", _which(facts), date
    )
    add_report(sheet, facts)
    sheet.signatures(["Owner", "Installer"])
    return sheet


def add_report(sheet: Sheet, facts: Facts, *, priced_together: bool = False) -> None:
    """The report in its order, on whatever sheet; `priced_together` where that has the price of all supplies."""
    add_answer(sheet, facts)
    add_way(sheet, facts)
    add_tanks(sheet, facts)
    add_house(sheet, facts)
    add_ground(sheet, facts)
    add_price(sheet, facts, priced_together=priced_together)
    add_seasons(sheet, facts)
    add_watch(sheet, facts)
    add_assumed(sheet, facts)
    add_sources(sheet, facts)


def _which(facts: Facts) -> str:
    if facts.document.audit.as_found:
        return "The supply as it was found"
    return f"Alternative {facts.alternative}" if facts.alternative else ""
