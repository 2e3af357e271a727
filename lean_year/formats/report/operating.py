"""The operating sheet for the wall of the plant room: two pages."""

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.pictures.schematic import draw_schematic
from lean_year.plan.answer.wording import day
from lean_year.plan.handed_over.operating import Operating, operating
from lean_year.plan.handed_over.valves import KIND_NAMES, SEASONS, Season, Valve

SEASON_NAMES: dict[Season, str] = {
    "rain": "Rain",
    "dry": "Dry",
    "frost": "Frost",
    "transfer": "Transfer",
    "cleaning": "Cleaning",
}
TRADES = {
    "installer": "Installer",
    "plumber": "Plumber",
    "electrician": "Electrician",
    "tank_maker": "Tank maker",
    "water_truck": "Water by truck",
    "other": "Other",
}


def operating_sheet(facts: Facts) -> Sheet:
    """Whatever happens on a bad day, and what to do about it."""
    date = day(facts.date)
    sheet = facts.new_sheet(
        "Rainwater supply: operating sheet", f"{facts.document.name}, operating sheet, {date}", date
    )
    found = operating(facts.document, facts.plan)
    tags = ", ".join(f"{each.tag} {each.name}" for each in found.valves)
    sheet.picture(draw_schematic(found.drawing), f"The way of the water with its valves: {tags}.", "Not to scale.")
    _calls(sheet, facts)
    sheet.heading("Valves")
    seasons = [each for each in SEASONS if any(each in valve.positions for valve in found.valves)]
    sheet.table(
        ["", "Valve", "Normally", *(SEASON_NAMES[each] for each in seasons), "If it stands wrong"],
        [_row(valve, seasons) for valve in found.valves],
        (0.55, 3.2, 0.9, *(0.85 for _ in seasons), 3.9),
    )
    if found.never:
        sheet.text("Never open together:", keep=True)
        sheet.items(f"{each.first} and {each.second}: {each.why}." for each in found.never)
    _failures(sheet, found)
    return sheet


def _row(valve: Valve, seasons: list[Season]) -> list[str]:
    many = f", {valve.count} alike" if valve.count > 1 else ""
    size = f", {valve.size}" if valve.size else ""
    return [
        valve.tag,
        f"{valve.name}: {KIND_NAMES[valve.kind]}{size}{many}",
        valve.normal,
        *(valve.positions.get(each, "") for each in seasons),
        valve.wrong,
    ]


def _calls(sheet: Sheet, facts: Facts) -> None:
    contacts = facts.document.build.hand_over.contacts
    rows = [[TRADES[each.trade], each.name, each.phone] for each in contacts]
    sheet.table(
        ["Whom to call", "Name", "Telephone"],
        rows or [[TRADES["installer"], "", ""], [TRADES["plumber"], "", ""], [TRADES["electrician"], "", ""]],
        (1.4, 3, 2),
    )


def _failures(sheet: Sheet, found: Operating) -> None:
    sheet.heading("When something fails")
    sheet.table(
        ["What", "You notice", "How much, how long", "Do this", "Call"],
        [[each.what, each.notices, each.has, each.does, each.calls] for each in found.failures],
        (1.5, 2.1, 2.1, 3.4, 1.1),
    )
