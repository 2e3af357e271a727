"""What it costs to buy and to keep, and against the other ways to the same water."""

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.pictures.money import draw_money
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.wording import several
from lean_year.plan.stations.price.all_supplies import BoughtForAll
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.price.stage import PricePlan


def add_price(sheet: Sheet, facts: Facts, *, priced_together: bool = False) -> None:
    """The price, the upkeep, and what else there would be; without prices, that there are none. `priced_together`
    where the sheet has the price and the list of all supplies in another place."""
    price = PRICE.of(facts.plan)
    assert price is not None
    sheet.heading("What it costs")
    if not price.booked:
        sheet.text("No prices have been entered for this property.")
        return
    if priced_together:
        sheet.text("What it costs to build stands in the price of all supplies.")
    else:
        _built(sheet, facts, price)
        add_bought(sheet, price)
    _kept_up(sheet, facts, price)
    others = price.others
    if others is not None and sum(way.cost is not None for way in others.ways) > 1:
        sheet.subheading("Against other ways to the same water")
        sheet.text(others.text)
        said = "; ".join(
            f"{way.name} {facts.say.money(price.currency, way.cost.present_cost)}"
            for way in others.ways
            if way.cost is not None and not way.too_weak
        )
        sheet.picture(
            draw_money(others, price.currency, facts.say),
            f"What has been paid by the end of each of {price.shares.years} years, in money of today: {said}.",
            "By the owner’s own figures for the other ways. Where two lines cross, one becomes the cheaper.",
        )
        sheet.items(f"{way.name}: {way.text}" for way in others.ways if way.text)


def _built(sheet: Sheet, facts: Facts, price: PricePlan) -> None:
    say = facts.say

    def amount(figure: Figure) -> str:
        return say.money(price.currency, figure.value or 0.0)

    rows = [
        ["Materials", several(sum(line.quantity > 0 for line in price.lines), "part"), amount(price.materials)],
        ["Labour", price.labour.working, amount(price.labour)],
        [price.other.label, "", amount(price.other)],
        [price.contingency.label, price.contingency.working, amount(price.contingency)],
        *([[price.rounding.label, "to a round price", amount(price.rounding)]] if price.rounding.value else []),
        [price.tax.label, "in the prices of parts" if price.shares.tax_included else price.tax.working,
         amount(price.tax)],
    ]  # fmt: skip
    for grant, paid in zip(facts.document.price.grants, price.granted, strict=True):
        rows.append([grant.name, {"grant": "grant", "rebate": "rebate"}.get(grant.kind, "exemption"),
                     f"−{say.money(price.currency, paid)}"])  # fmt: skip
    total = [price.total.label, "", amount(price.total)]
    sheet.table(["To build it", "", price.currency], rows, (3, 3, 1.3), (2,), total)
    if price.missing:
        sheet.text(
            f"{several(len(price.missing), 'price')} of what is needed {'is' if len(price.missing) == 1 else 'are'} "
            "not known yet and counted as nothing: the total is the least that it comes to."
        )


def add_bought(sheet: Sheet, price: PricePlan | BoughtForAll) -> None:
    """What is bought, by where."""
    sheet.subheading("What is bought")
    lines = [line for line in price.lines if line.quantity > 0]
    sheet.parts(
        (group.name, [f"{line.name}: {line.sold}" for line in lines if line.group == group.key])
        for group in price.groups
    )


def _kept_up(sheet: Sheet, facts: Facts, price: PricePlan) -> None:
    say = facts.say

    def money(amount: float | None) -> str:
        return "not priced" if amount is None else say.money(price.currency, amount)

    sheet.subheading("To keep it up")
    sheet.table(
        ["What", "How often", "Each time", "A year"],
        [
            [line.name, every(line.every_months), money(line.each_time), money(line.yearly)]
            for line in price.upkeep
        ],
        (4, 1.6, 1.2, 1.2),
        (2, 3),
        [price.yearly.label, "", "", money(price.yearly.value)],
    )  # fmt: skip
    each = price.cost_per_m3.value
    of_water = f", {say.cost(price.currency, each)} of water delivered" if each is not None else ""
    sheet.text(f"{price.present_cost.label}: {money(price.present_cost.value)}{of_water}.")


def every(months: float) -> str:
    """How long from one time to the next, as people say it.

    >>> every(6), every(12), every(60), every(0.25)
    ('6 months', 'year', '5 years', 'week')
    """
    if months < 0.9:
        weeks = round(months * 52 / 12)
        return "week" if weeks <= 1 else f"{weeks} weeks"
    if abs(months - 12) < 0.5:
        return "year"
    if months < 23.5:
        return f"{months:.0f} months"
    years = months / 12
    return f"{years:.0f} years" if abs(years - round(years)) < 0.05 else f"{years:.1f} years"
