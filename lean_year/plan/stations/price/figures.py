"""The price of a supply in figures, each with how it is put together."""

from collections.abc import Sequence
from dataclasses import dataclass

from lean_year.core.price.building_up import BuiltUp
from lean_year.core.price.owning import cost_per_m3, present_cost
from lean_year.core.price.usual import PUMP_MONTHS
from lean_year.core.price.ways import Way
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import SUPPLY
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.stations.price.upkeep import UpkeepLine

AT_LEAST = ", at least"


@dataclass(frozen=True, slots=True)
class Over:
    """The years over which it is paid for."""

    years: int
    discount_rate: float


def price_figures(
    price: BuiltUp,
    hours: float,
    shares: tuple[float, float, float],
    missing: Sequence[str],
    currency: str,
    say: Wording,
) -> dict[str, Figure]:
    """What there is to pay; `shares` are those of margin, contingency and tax, `hours` of all hands."""
    margin, contingency, tax = shares
    less = AT_LEAST if missing else ""
    unpriced = f"{several(len(missing), 'price')} missing, counted as nothing so far" if missing else ""

    def figure(value: float, label: str, formula: str, working: str = "") -> Figure:
        return Figure(
            value=value,
            unit=currency,
            label=label,
            basis="derived",
            rests_on=("prices",),
            source="the firm’s price book",
            formula=formula,
            working=working,
            moves=unpriced,
        )

    def amount(value: float) -> str:
        return say.money(currency, value)

    before_margin = price.materials + price.labour + price.other - price.margin
    return {
        "materials": figure(
            price.materials, f"Materials{less}", "sum of quantity × price of every part, before tax"
        ),
        "labour": figure(
            price.labour, "Labour", "hours × hands × price of an hour", f"{fixed(hours, 1)} hours of one person"
        ),
        "margin": figure(
            price.margin, "Margin", "share of materials, labour, travel and machines",
            f"{fixed(100 * margin, 1)} % of {amount(before_margin)}",
        ),
        "other": figure(
            price.other, "Travel, machines, other and margin", "travel + machines + other + margin",
            f"{amount(price.other - price.margin)} + {amount(price.margin)}",
        ),
        "contingency": figure(
            price.contingency, "Contingency", "share of materials, labour, other and margin",
            f"{fixed(100 * contingency, 1)} %",
        ),
        "rounding": figure(
            price.rounding, "Rounding", "the nearest round price with tax, less what it comes to, before tax"
        ),
        "tax": figure(price.tax, "Tax", "share of all before it", f"{fixed(100 * tax, 2)} %"),
        "grants": figure(
            sum(price.grants), "Taken off: grants, rebates, exemptions", "sum of what others pay",
            " + ".join(amount(each) for each in price.grants) or "none",
        ),
        "total": figure(
            price.total,
            f"Total{less}",
            f"materials + labour + other + contingency + {'rounding + ' if price.rounding else ''}tax − grants",
            f"{amount(price.materials)} + {amount(price.labour)} + {amount(price.other)} + "
            f"{amount(price.contingency)} + {f'{amount(price.rounding)} + ' if price.rounding else ''}"
            f"{amount(price.tax)} − "
            f"{amount(sum(price.grants))}",
        ),
    }  # fmt: skip


def rain_way(price: BuiltUp, upkeep: Sequence[UpkeepLine]) -> Way:
    """What rain costs: the price, what is kept up every year, and what wears out."""
    replaced = sum(line.each_time or 0.0 for line in upkeep if line.replaces)
    return Way(
        capital=max(0.0, price.total),
        yearly=sum(line.yearly or 0.0 for line in upkeep if not line.replaces),
        replace_cost=replaced,
        replace_every_years=PUMP_MONTHS / 12 if replaced > 0 else 0.0,
    )


def owning_figures(
    way: Way,
    upkeep: Sequence[UpkeepLine],
    supplied_m3_year: float | None,
    over: Over,
    currency: str,
    at_least: bool,
    say: Wording,
) -> dict[str, Figure]:
    """What it costs over the years; `supplied_m3_year` comes to the house in a mean year, None without a record."""
    unpriced = [line.name for line in upkeep if line.each_time is None]
    present = present_cost(
        capital=way.capital,
        yearly=way.yearly,
        replace_cost=way.replace_cost,
        replace_every_years=way.replace_every_years,
        years=over.years,
        discount_rate=over.discount_rate,
    )
    less = AT_LEAST if at_least or unpriced else ""
    moves = f"Not priced: {', '.join(unpriced)}." if unpriced else "Cartridges that last longer, a cheaper lamp."
    figures = {
        "yearly": Figure(
            value=way.yearly,
            unit=currency,
            label=f"Upkeep in a year{AT_LEAST if unpriced else ''}",
            basis="estimate",
            rests_on=("prices", *SUPPLY),
            formula="sum of what each costs, shared out over the time between",
            working=" + ".join(
                say.money(currency, line.yearly) for line in upkeep if line.yearly and not line.replaces
            ),
            moves=moves,
        ),
        "present_cost": Figure(
            value=present,
            unit=currency,
            label=f"Over {over.years} years, in money of today{less}",
            basis="estimate",
            rests_on=("prices", *SUPPLY),
            formula="total + upkeep / (1 + r)^t over the years t + replacements / (1 + r)^t before the end",
            working=f"{say.money(currency, way.capital)}, {say.money(currency, way.yearly)} a year, "
            f"{say.money(currency, way.replace_cost)} every {fixed(PUMP_MONTHS / 12)} years, "
            f"r {fixed(100 * over.discount_rate, 1)} %",
            moves=moves,
        ),
    }
    per_m3 = None
    if supplied_m3_year is not None and supplied_m3_year > 1e-6:
        per_m3 = cost_per_m3(
            present_cost=present, m3_per_year=supplied_m3_year, years=over.years, discount_rate=over.discount_rate
        )
    figures["cost_per_m3"] = Figure(
        value=per_m3,
        unit=currency,
        label=f"Cost of the water delivered{less}",
        basis="estimate",
        rests_on=("prices", *SUPPLY),
        formula="present cost / sum over the years of what is delivered / (1 + r)^t",
        working="" if supplied_m3_year is None else f"{say.volume(1000 * supplied_m3_year)} in a mean year",
        moves=moves,
    )
    return figures
