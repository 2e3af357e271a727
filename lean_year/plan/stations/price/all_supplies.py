"""What all supplies of a property are bought as together: one list, cut from the same lengths, and one price."""

from collections.abc import Sequence
from dataclasses import replace

from lean_year.core.parts.need import Needs
from lean_year.plan.model.labour import WorkHours, days_of
from lean_year.plan.model.parts_list import GROUP_NAMES, Grouped, PartLine, parts_list
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.work_of_all import work_of_all
from lean_year.plan.stations.price.building_up import PriceBreakdown, price_of, shares_of
from lean_year.plan.stations.price.figures import price_figures


class BoughtForAll(PriceBreakdown):
    """Parts and price of all supplies of a property. What is the property's and no supply's is in it once: what is
    added to the list by hand, what else is paid for, grants, and the hours that were entered."""

    lines: list[PartLine]
    asked_by: dict[str, list[str]]
    """Names of the supplies that ask for a line, by its key; none where it was added by hand."""
    days: float
    """Of work on the site."""
    works: list[WorkHours]
    booked: bool
    """Whether the firm's book prices anything in the currency of the property."""
    groups: list[Grouped]
    """Where things are bought, in their order."""


def bought_for_all(models: Sequence[PropertyModel]) -> BoughtForAll:
    """All supplies together, each of which is planned: `asked` and `works` of its model are there."""
    first = models[0]
    entered, prices, say = first.document.price, first.prices, first.say
    asked = [(stage, _named(needs, model.document.supply.name)) for model in models for stage, needs in model.asked]
    lines = parts_list(asked, first.document.parts, prices, say)
    works = work_of_all(models)
    shares = shares_of(entered, prices.terms)
    price, missing = price_of(entered, prices, shares, lines, works)
    figures = price_figures(
        price,
        sum(row.hours for row in works) * entered.hands,
        (shares.margin, shares.contingency, shares.tax),
        missing,
        first.document.prices.currency,
        say,
    )
    return BoughtForAll(
        lines=lines,
        asked_by=_asked_by(models, lines),
        currency=first.document.prices.currency,
        missing=missing,
        days=days_of(works),
        works=works,
        booked=prices.anything,
        groups=GROUP_NAMES,
        **{name: each for name, each in figures.items() if name in BoughtForAll.model_fields},
    )


def _named(needs: Needs, supply: str) -> Needs:
    """The same, each with the supply that asks for it."""
    return Needs(tuple(replace(need, why=f"{supply}: {need.why}") for need in needs.each))


def _asked_by(models: Sequence[PropertyModel], lines: Sequence[PartLine]) -> dict[str, list[str]]:
    by_hand = {line.key for line in lines if line.by_hand in ("added", "gone")}
    asked: dict[str, list[str]] = {line.key: [] for line in lines}
    for model in models:
        for line in model.parts:
            if line.key in asked and line.key not in by_hand:
                asked[line.key].append(model.document.supply.name)
    return asked
