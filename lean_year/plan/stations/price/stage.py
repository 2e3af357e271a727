"""Parts & price: what is bought in one trip, and what it costs to buy and to keep."""

from pydantic import Field

from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.wording import several
from lean_year.plan.model.labour import WorkHours, days_of
from lean_year.plan.model.parts_list import GROUP_NAMES, WORK_NAMES, Grouped, PartLine
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.price.building_up import PriceBreakdown, Shares, price_of, shares_of
from lean_year.plan.stations.price.figures import Over, owning_figures, price_figures, rain_way
from lean_year.plan.stations.price.findings import price_findings
from lean_year.plan.stations.price.upkeep import UpkeepLine, bought_water, upkeep_lines
from lean_year.plan.stations.price.ways import WaysCompared, ways_compared

CAUTIONS = [
    "Solvent cement, primer and fumes: open air, gloves, no flame.",
    "Stone, concrete and tanks are heavy: unloaded with a machine, nobody beneath.",
    "Mains electricity and the mains are connected by who is licensed for it; local code comes first.",
]


class PricePlan(PriceBreakdown):
    lines: list[PartLine] = Field(exclude=True)
    """The list of parts, which stands in the whole plan by itself."""
    yearly: Figure
    present_cost: Figure
    cost_per_m3: Figure
    """For each m3, whatever the units of the property."""
    granted: list[float]
    """Of each grant of the document, in their order. [money]"""
    works: list[WorkHours]
    days: float
    """Of work on the site."""
    upkeep: list[UpkeepLine]
    shares: Shares
    """By which the price is put together: the property's own, or the firm's."""
    rates: dict[str, float]
    """The few prices by which sizes and ways are compared: as entered, or by the book. [money]"""
    booked: bool
    """Whether the firm's book prices anything in the currency of the property."""
    others: WaysCompared | None
    """Other ways to as much water; None without a record."""
    groups: list[Grouped]
    """Where things are bought, in their order."""
    work_names: list[Grouped]
    """The days of work, in their order."""
    findings: list[Finding]
    cautions: list[str]


def plan_price(model: PropertyModel) -> PricePlan:
    """What all stations ask for, as a list and as a price."""
    document, prices, say = model.document, model.prices, model.say
    entered, currency = document.price, document.prices.currency
    lines = model.parts
    works = model.work_hours
    upkeep = [*upkeep_lines(model.asked, prices, say), *bought_water(model)]
    shares = shares_of(entered, prices.terms)
    price, missing = price_of(entered, prices, shares, lines, works)
    way = rain_way(price, upkeep)
    over = Over(years=shares.years, discount_rate=shares.discount_rate)
    hours = sum(row.hours for row in works) * entered.hands
    figures = price_figures(
        price, hours, (shares.margin, shares.contingency, shares.tax), missing, currency, say
    ) | owning_figures(way, upkeep, model.supplied_m3_year, over, currency, bool(missing), say)
    return PricePlan(
        lines=lines,
        currency=currency,
        missing=missing,
        shares=shares,
        granted=list(price.grants),
        works=works,
        days=days_of(works),
        upkeep=upkeep,
        rates={name: float(value) for name, value in document.prices if name != "currency"},
        booked=prices.anything,
        others=ways_compared(model, way, over, at_least=bool(missing) or any(line.yearly is None for line in upkeep)),
        groups=GROUP_NAMES,
        work_names=WORK_NAMES,
        findings=price_findings(document, lines, prices, price, say),
        cautions=CAUTIONS,
        **figures,
    )


def _headline(model: PropertyModel, plan: PricePlan) -> str:
    count = several(sum(line.quantity > 0 for line in plan.lines), "part")
    if not plan.booked or plan.total.value is None:
        return f"{count}, no prices"
    return f"{count}, {model.say.money(plan.currency, plan.total.value)}{'+' if plan.missing else ''}"


STATION = Station(
    key="price",
    name="Parts & price",
    job_step=13,
    entries=("/parts", "/price"),
    answer=PricePlan,
    plan=plan_price,
    headline=_headline,
    undecided=lambda _model, plan: bool(plan.missing),
    closes=True,
)
