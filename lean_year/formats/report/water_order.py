"""The order for a load of water: one page for whoever brings it, with blanks for what is agreed."""

from collections.abc import Iterator

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.plan.answer.wording import day, several
from lean_year.plan.in_use.water_order import WaterOrder, water_order

BEFORE_IT_FLOWS = (
    ("The tanker carries drinking water and nothing else; its last load and its licence are asked for", "seen"),
    ("Somebody guides the driver: wires, edges, soft ground, children kept away", "done"),
    ("Hose and coupling are clean, were disinfected, and have not lain in the dirt", "seen"),
    ("The end of the hose stays clear above the highest water: nothing can be drawn back", "done"),
    ("The meter, or the gauge of the tank, is read before and after", "read"),
    ("The lid is shut and locked again; nobody has been in the tank", "done"),
    ("Litres, price and carrier are written into the log", "done"),
)
"""What is looked at. Basis: common practice."""


def water_order_sheet(facts: Facts) -> Sheet:
    """Dated, by the last level of the log."""
    date, order = day(facts.date), water_order(facts.document, facts.rain, facts.record, facts.date)
    sheet = facts.new_sheet("Order for a load of drinking water", f"{facts.document.name}, order, {date}", date)
    sheet.answer(*_answer(order))
    sheet.figures(_figures(facts, order))
    sheet.heading("The way in")
    sheet.table(["What", "Here"], _way_in(facts), (3, 4))
    sheet.heading("Agreed")
    carriers = [each for each in facts.document.build.hand_over.contacts if each.trade == "water_truck"]
    sheet.table(
        ["Carrier and telephone", "Ordered on, with whom", "Price of the load", "Comes on"],
        [[", ".join(word for word in (each.name, each.phone) if word), "", "", ""] for each in carriers]
        or [["", "", "", ""]],
        (3, 2.4, 1.6, 1.6),
    )
    sheet.heading("Before and after it flows")
    sheet.checks((asked, wanted, 1) for asked, wanted in BEFORE_IT_FLOWS)
    sheet.text(
        "Water from elsewhere is treated as the rain is before it is drunk, unless whoever brings it answers for it. "
        "What may be brought, and by whom, is set by local rules; they come first."
    )
    sheet.signatures(["For the carrier", "Received by"])
    return sheet


def _answer(order: WaterOrder) -> tuple[str, str]:
    coming = order.coming
    if coming is None:
        return "How much is left is not known.", "Read a level and write it into the log before a load is ordered."
    if coming.order_by is None or order.there_by is None:
        return "No load is needed for the coming year.", "In nine recorded years of ten or more the rain is enough."
    return (
        f"To be there by {day(order.there_by)}.",
        f"Ordered by {day(coming.order_by)}: from the order to the load it takes {several(coming.lead_days, 'day')}"
        f"{', which is assumed' if coming.lead_assumed else ''}.",
    )


def _figures(facts: Facts, order: WaterOrder) -> Iterator[tuple[str, str, str]]:
    say = facts.say
    if order.load_l is not None:
        fits = "More than has room now: order less, or later." if order.too_much else ""
        yield "One load", say.volume(order.load_l), fits
    standing = order.standing
    if standing is not None and order.room_l is not None:
        since = ", brought forward by the rain since" if standing.by_model else ""
        yield "Left in the tanks", say.volume(standing.level_l), f"By the level of {day(standing.read.on)}{since}."
        yield (
            "Room in the tanks",
            say.volume(order.room_l),
            f"They hold {say.volume(order.live_l)} that can be drawn.",
        )
    if order.short_by is not None:
        yield "Short by", day(order.short_by), "In one recorded year of ten, on rain alone."


def _way_in(facts: Facts) -> list[list[str]]:
    ground, say = facts.document.ground, facts.say

    def unless_seen(path: str) -> str:
        assumed = any(path == each or path.startswith(f"{each}/") for each in facts.document.assumed)
        return ", assumed: look first" if assumed else ""

    overhead = "nothing hangs over the way" if ground.overhead_m is None else say.length(ground.overhead_m)
    soft = "sinks in when it is wet" if ground.soft_access else "carries a truck"
    return [
        ["Narrowest place", say.length(ground.gate_m) + unless_seen("/ground/gate_m")],
        ["Clear height", overhead],
        ["The ground", soft + unless_seen("/ground/soft_access")],
        ["Where the truck stands and turns", ""],
        ["Hose from there to the filling point", ""],
        ["Filling point, and its coupling", ""],
    ]
