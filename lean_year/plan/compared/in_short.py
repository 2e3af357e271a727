"""One alternative in short, to stand beside others: how sure its water is, what it costs, what is given up."""

from pydantic import BaseModel

from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.price.upkeep import WATER
from lean_year.plan.whole import Planned
from lean_year.property.document import Property


class YearInShort(BaseModel):
    """One counted year of the record."""

    label: str
    lowest_share: float
    """Of the live volume. [-]"""
    short_days: int


class InShort(BaseModel):
    """What decides between alternatives."""

    answer: str
    """The verdict's first sentence."""
    warning: str
    """What else fails, or that nobody is to drink; empty where nothing is."""
    years_carried: int | None
    """None without rain."""
    counted_years: int | None
    years: list[YearInShort]
    tank_l: float
    currency: str
    total: float | None
    """None where nothing is priced. [money]"""
    missing: int
    """Prices that are missing in it."""
    yearly: float | None
    present_cost: float | None
    over_years: int
    given_up: list[str]
    """What whoever lives there goes without, and what has to be bought; sentences."""


def in_short(document: Property, planned: Planned) -> InShort:
    """Of one design by its plan."""
    plan, say = planned.plan, Wording(document.units)
    cistern, price = CISTERN.of(plan), PRICE.of(plan)
    assert price is not None
    live_l = max(cistern.live_l, 1.0) if cistern else 1.0
    return InShort(
        answer=plan.verdict_parts.answer,
        warning=plan.verdict_parts.warning,
        years_carried=None if cistern is None else cistern.years_carried,
        counted_years=None if cistern is None else cistern.counted_years,
        years=[
            YearInShort(label=year.label, lowest_share=year.lowest_l / live_l, short_days=year.short_days)
            for year in (cistern.years if cistern else [])
            if year.counted
        ],
        tank_l=plan.tank_l,
        currency=price.currency,
        total=price.total.value if price.booked else None,
        missing=len(price.missing),
        yearly=price.yearly.value if price.booked else None,
        present_cost=price.present_cost.value if price.booked else None,
        over_years=price.shares.years,
        given_up=list(_given_up(planned, say)),
    )


def _given_up(planned: Planned, say: Wording) -> list[str]:
    cistern, price = CISTERN.of(planned.plan), PRICE.of(planned.plan)
    if cistern is None or price is None:
        return []
    said = []
    dry = cistern.counted_years - cistern.years_carried
    short = cistern.figures["shortfall_l"].value or 0.0
    if dry:
        days = int(cistern.figures["short_d"].value or 0)
        said.append(
            f"{several(dry, 'year')} of {cistern.counted_years} {'runs' if dry == 1 else 'run'} short: "
            f"{several(days, 'day')}, {say.volume(short)} missing in all."
        )
    for step in cistern.steps:
        if step.days:
            when = f"{several(step.days, 'day')} of {several(step.years, 'year')}"
            said.append(f"{step.name} on {when}, {say.volume(step.given_up_l)} in all.")
    for line in price.upkeep:
        if line.key == WATER:
            cost = "" if line.yearly is None else f", {say.money(price.currency, line.yearly)}"
            said.append(f"{line.why}: {line.sold}{cost}.")
    return said
