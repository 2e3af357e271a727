"""What the owner does with it, by season."""

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.owner.money import every
from lean_year.plan.answer.quantities import entered
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.first_flush.stage import STATION as FIRST_FLUSH
from lean_year.plan.stations.gutters.stage import STATION as GUTTERS
from lean_year.plan.stations.gutters.stage import GuttersPlan
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.price.upkeep import WATER, UpkeepLine
from lean_year.plan.stations.rain.stage import STATION as RAIN

_MONTHS = ("January", "February", "March", "April", "May", "June", "July", "August", "September", "October",
           "November", "December")  # fmt: skip
PAID_ONLY = ("power", WATER)
"""Upkeep that nobody has to do anything for."""


def add_seasons(sheet: Sheet, facts: Facts) -> None:
    """When what is done; what costs nothing besides what has to be bought again."""
    sheet.heading("What to do, and when")
    sheet.table(["When", "What"], _rows(facts), (1.4, 5))


def _rows(facts: Facts) -> list[list[str]]:
    plan, document = facts.plan, facts.document
    rain, gutters, flush = RAIN.of(plan), GUTTERS.of(plan), FIRST_FLUSH.of(plan)
    cistern, price = CISTERN.of(plan), PRICE.of(plan)
    rows: list[list[str]] = []
    begins = None if rain is None else _MONTHS[rain.first_month - 1]
    wet = [run.name for run in gutters.runs if run.kind == "wet"] if gutters else []
    first = ["Clear gutters and screens of leaves and moss; look that lids and meshes are whole."]
    if flush is not None and flush.kind != "none":
        first.append("Open and rinse the first flush; its drain runs.")
    if wet:
        first.append(f"Open the low drain of {', '.join(wet)} until the water runs clear.")
    rows.append([f"Before the rain begins, in {begins}" if begins else "Before the rainy season", " ".join(first)])
    rows += _screens(gutters, {each.id: each.name for each in document.downpipes})
    if document.site.frost_depth_m:
        frost = ["Drain what can freeze: the first flush, hoses, garden taps"]
        frost.append(f"and the low drain of {', '.join(wet)}." if wet else "and pipes above ground.")
        rows.append(["Before frost", " ".join(frost)])
    if cistern is not None:
        for step in cistern.steps:
            under = entered("percent", step.below_share, document.units)
            rows.append([f"Tanks under {under}", f"{step.name}, until they are over it again."])
    rows.append(["After every storm", "Look at the overflow where it ends: it ran, and washed nothing away."])
    rows.append(
        ["Every month", "Read and write down the level. A level that falls faster than water is drawn is a leak."]
    )
    return [*rows, *_changes(price.upkeep if price else [])]


def _screens(gutters: GuttersPlan | None, names: dict[str, str]) -> list[list[str]]:
    """Those that are rinsed equally often in one row."""
    by_weeks: dict[int, list[str]] = {}
    for screen in gutters.screens if gutters else []:
        if screen.clean_weeks:
            where = names.get(screen.group, "")
            name = f"{screen.label[0].lower()}{screen.label[1:]}{f' of {where}' if where else ''}"
            by_weeks.setdefault(screen.clean_weeks, []).append(name)
    return [
        [f"Every {'week' if weeks == 1 else f'{weeks} weeks'} while it rains", f"Rinse the {'; the '.join(each)}."]
        for weeks, each in sorted(by_weeks.items())
    ]


def _changes(upkeep: list[UpkeepLine]) -> list[list[str]]:
    """What is changed, tested or cleaned, equally often in one row; what is merely paid for is left out."""
    by_time: dict[str, list[str]] = {}
    for line in sorted(upkeep, key=lambda each: each.every_months):
        if line.key not in PAID_ONLY:
            name = f"{line.name}, replaced when it is worn" if line.replaces else line.name
            by_time.setdefault(every(line.every_months), []).append(name)
    return [[f"Every {time}", f"{'; '.join(each)}."] for time, each in by_time.items()]
