"""A quote, and a change order to one: what is offered, for how much, until when, on which terms."""

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.owner.money import add_bought
from lean_year.formats.report.owner.report import add_report
from lean_year.plan.answer.wording import Wording, day, several
from lean_year.plan.compared.as_sold import ChangesSince, Offered, SoldPrice, sold_price
from lean_year.plan.stations.first_flush.stage import STATION as FIRST_FLUSH
from lean_year.plan.stations.ground.stage import STATION as GROUND
from lean_year.plan.stations.overflow.stage import STATION as OVERFLOW
from lean_year.plan.stations.pump.stage import STATION as PUMP
from lean_year.plan.stations.roofs.stage import STATION as ROOFS
from lean_year.plan.stations.treatment.stage import STATION as TREATMENT

SIGNED = ("For the owner", "For the firm")
FEEDS = {
    "pump": "by a pump",
    "header": "by a pump and a header tank",
    "gravity": "by its own fall",
    "hand": "by a hand pump",
}
ROWS = (
    ("Materials", "materials"),
    ("Labour", "labour"),
    ("Travel, machines, other and margin", "other"),
    ("Contingency", "contingency"),
    ("Rounding", "rounding"),
    ("Tax", "tax"),
    ("Taken off: grants, rebates, exemptions", "grants"),
)


@dataclass(frozen=True, slots=True)
class QuoteHead:
    """By what a quote is known."""

    number: str
    valid_until: dt.date
    note: str = ""
    """Words to the owner that go with it."""


def quote_sheet(each: Sequence[Facts], what: Offered, head: QuoteHead) -> Sheet:
    """What is offered, then the whole report that it rests on.

    Parameters
    ----------
    each : sequence of Facts
        Of every supply of the property.
    what : Offered
    head : QuoteHead
    """
    facts, several_supplies = each[0], len(each) > 1
    sheet = _sheet(facts, head, f"Quote {head.number}")
    sold = sold_price(what.bought)
    for_what = f"the {len(each)} supplies" if several_supplies else "the supply"
    sheet.answer(
        f"{facts.say.money(sold.currency, sold.total)} for {for_what} as described here.",
        what.verdict if several_supplies else _said(facts),
    )
    sheet.text(head.note)
    sheet.heading("What is offered")
    for supply in each:
        if several_supplies:
            sheet.subheading(supply.supply)
            sheet.text(_said(supply), keep=True)
        sheet.table(["Part of the supply", "As designed"], _offered(supply), (1.4, 4))
    behind = "reports behind these pages" if several_supplies else "report behind this page"
    sheet.text(f"Every part stands in the {behind}, with its size and the reason for it.")
    sheet.heading("Price")
    sheet.table(["", sold.currency], _price_rows(sold, facts.say), (5, 1.3), (1,), _total(sold, facts.say))
    _terms(sheet, facts, head)
    sheet.signatures(SIGNED)
    if several_supplies:
        sheet.new_page()
        add_bought(sheet, what.bought)
    for supply in each:
        sheet.new_page()
        of = f": {supply.supply}" if several_supplies else ""
        sheet.heading(f"The report that it rests on{of}")
        add_report(sheet, supply, priced_together=several_supplies)
    return sheet


def _said(facts: Facts) -> str:
    words = facts.plan.verdict_parts
    return f"{words.answer} {words.caveat} {words.warning}".strip()


def _offered(facts: Facts) -> list[list[str]]:
    """What is built, in the owner's words."""
    document, plan, say = facts.document, facts.plan, facts.say
    roofs, treatment, pump = ROOFS.of(plan), TREATMENT.of(plan), PUMP.of(plan)
    overflow, ground = OVERFLOW.of(plan), GROUND.of(plan)
    used = ", ".join(roof.name for roof in document.roofs if roof.on)
    area = "" if roofs is None else say.figure(roofs.figures["area_m2"].value, "m2")
    rows = [["Roofs that are used", f"{used}: {area}" if used else "none"]]
    largest_l = max(float(tank.vessel().below_l(tank.vessel().top_water_m)) for tank in document.cistern.built())
    tanks = [
        f"{f'{tank.count} × ' if tank.count > 1 else ''}{tank.name}, "
        f"{say.volume(float(tank.vessel().below_l(tank.vessel().top_water_m)))}"
        for tank in document.cistern.built()
    ]
    together = f": {say.volume(plan.tank_l)} in all" if plan.tank_l > 1.001 * largest_l else ""
    rows.append(["Tanks", f"{'; '.join(tanks)}{together}"])
    if ground is not None:
        rows.append(["Under them", "; ".join(dict.fromkeys(pad.label for pad in ground.pads))])
    flushed = FIRST_FLUSH.of(plan)
    if flushed is not None and flushed.kind != "none":
        volume = flushed.figures["volume_l"]
        rows.append(["First flush", f"chambers of {say.figure(volume.value, volume.unit)} in all"])
    if treatment is not None and treatment.stages:
        rows.append(["Treatment", "; ".join(stage.name for stage in treatment.stages)])
    if pump is not None and pump.feed in FEEDS:
        peak = pump.figures.get("peak_l_s")
        flow = "" if peak is None else f", for {say.figure(peak.value, peak.unit)} at the peak"
        rows.append(["To the taps", f"{FEEDS[pump.feed]}{flow}"])
    if overflow is not None and overflow.destination:
        rows.append(["Overflow", overflow.destination])
    return rows


def change_order_sheet(facts: Facts, head: QuoteHead, of: str, changes: ChangesSince) -> Sheet:
    """What is otherwise than in the quote `of`, and what it costs."""
    say = facts.say
    sheet = _sheet(facts, head, f"Change order {head.number} to quote {of}")
    more = changes.now.total - changes.was.total
    amount = say.money(changes.now.currency, abs(more))
    sheet.answer(
        f"{amount} {'more' if more >= 0 else 'less'} than agreed: "
        f"{say.money(changes.now.currency, changes.now.total)} in all.",
        f"Agreed: {changes.verdict_was} Now: {changes.verdict_now}"
        if changes.verdict_was != changes.verdict_now
        else changes.verdict_now,
    )
    sheet.text(head.note)
    sheet.heading("What is otherwise")
    if changes.values:
        sheet.table(
            ["In the design", "Agreed", "Now"],
            [[each.place, each.was, each.now] for each in changes.values],
            (3, 2, 2),
        )
    else:
        sheet.text("The design is as agreed.")
    if changes.parts:
        sheet.subheading(f"{several(len(changes.parts), 'line')} of the list of parts")
        sheet.table(
            ["Part", "Agreed", "Now", f"Costs, {changes.now.currency}"],
            [[each.name, each.was, each.now, signed_money(each.costs, changes.now.currency, say)]
             for each in changes.parts],
            (3.4, 1.5, 1.5, 1.2),
            (3,),
        )  # fmt: skip
    sheet.heading("Price")
    rows = [
        [name, say.money(changes.was.currency, was), say.money(changes.was.currency, now),
         signed_money(now - was, changes.was.currency, say)]
        for name, key in ROWS
        for was, now in [(getattr(changes.was, key), getattr(changes.now, key))]
        if was or now
    ]  # fmt: skip
    currency = changes.was.currency
    totals = [say.money(currency, each.total) for each in (changes.was, changes.now)]
    total = ["Total", *totals, signed_money(more, currency, say)]
    sheet.table(["", "Agreed", "Now", "More or less"], rows, (4, 1.3, 1.3, 1.3), (1, 2, 3), total)
    _terms(sheet, facts, head)
    sheet.signatures(SIGNED)
    return sheet


def signed_money(amount: float, currency: str, say: Wording) -> str:
    """An amount with its sign.

    >>> signed_money(120, "€", Wording("metric")), signed_money(-45.5, "€", Wording("metric"))
    ('+€120', '−€46')
    """
    words = say.money(currency, abs(amount))
    return f"{'−' if amount < 0 else '+'}{words}" if abs(amount) > 0.005 else words


def _sheet(facts: Facts, head: QuoteHead, subject: str) -> Sheet:
    which = f"Alternative {facts.alternative}" if facts.alternative else ""
    date = day(facts.date)
    holds = f"{date}, holds until {day(head.valid_until)}"
    return facts.new_sheet(subject, f"{subject}, {facts.document.name}, {date}", which, holds, whole=True)


def _price_rows(sold: SoldPrice, say: Wording) -> list[list[str]]:
    rows = []
    for name, key in ROWS:
        amount = getattr(sold, key)
        if amount:
            rows.append([name, f"{'−' if key == 'grants' else ''}{say.money(sold.currency, amount)}"])
    return rows


def _total(sold: SoldPrice, say: Wording) -> list[str]:
    return ["Total", say.money(sold.currency, sold.total)]


def _terms(sheet: Sheet, facts: Facts, head: QuoteHead) -> None:
    sheet.heading("Terms")
    sheet.text(f"This offer holds until {day(head.valid_until)}.")
    for line in facts.firm.terms.splitlines():
        sheet.text(line.strip())
    sheet.text(
        "Sizes rest on the recorded rain and on what is entered and assumed, as the report says. Local code comes "
        "first, and whoever is licensed for a work does it."
    )
