"""The hand-over pack: what was tested and read, manuals, warranties, what was shown to the household, what is due."""

import datetime as dt

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.operating import TRADES
from lean_year.plan.answer.wording import day, several
from lean_year.plan.stations.build.points import PointPlan, WrittenDown
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.build.stage import BuildPlan
from lean_year.plan.stations.price.stage import STATION as PRICE

SHOWN = [
    "Where each valve is, and how it stands by season (operating sheet)",
    "How the gauge is read, and when to save",
    "How screens, gutters and first flush are cleaned",
    "How a cartridge and the lamp are changed, and where the spares are",
    "What to do when the power fails, when something leaks, before frost",
    "That nobody enters a tank, and that its lid stays shut and locked",
]
"""What a household is shown. Basis: common practice."""


def handover_sheet(facts: Facts) -> Sheet:
    """For the owner to keep, signed by both."""
    date = day(facts.date)
    sheet = facts.new_sheet("Rainwater supply: hand-over", f"{facts.document.name}, hand-over, {date}", date)
    build = BUILD.of(facts.plan)
    assert build is not None
    open_points = [point for point in build.points if point.status not in ("passed", "let_pass")]
    undone = [task.name for task in build.tasks if task.status not in ("done", "skipped", "gone")]
    sheet.answer(
        f"{build.done} of {several(build.of, 'task')} done, {len(build.points) - len(open_points)} of "
        f"{several(len(build.points), 'hold point')} passed.",
        "It is handed over as it stands here." if not undone else f"Not done yet: {', '.join(undone)}.",
    )
    _certificate(sheet, build)
    _left_with(sheet, facts)
    _due(sheet, facts, build)
    sheet.signatures(["Handed over by", "Taken over by"])
    return sheet


def _certificate(sheet: Sheet, build: BuildPlan) -> None:
    sheet.heading("What was tested, and what was read")
    sheet.table(
        ["Hold point", "Read", "By, on", ""],
        [_tested(point) for point in sorted(build.points, key=_when)],
        (2.4, 3.8, 1.9, 0.9),
    )
    for each in build.gone:
        sheet.text(f"{each.name}: judged for an earlier design, {several(len(each.entries), 'entry')} kept.")


def _when(point: PointPlan) -> str:
    """In the order in which they were judged, what is open at the end."""
    return point.entries[-1].on if point.entries else "9999"


def _tested(point: PointPlan) -> list[str]:
    last = point.entries[-1] if point.entries else None
    words = {"passed": "passed", "let_pass": "let pass", "open": "open", "failed": "failed", "disputed": "open"}
    if last is None:
        return [point.name, "", "", words[point.status]]
    return [point.name, _read(last), ", ".join([each for each in (last.by, day(_date(last))) if each]),
            words[point.status]]  # fmt: skip


def _read(entry: WrittenDown) -> str:
    if entry.kind == "let_pass":
        return f"Let pass as it is: {entry.note}"
    return "; ".join(entry.read) + (f". {entry.note}" if entry.note else "")


def _date(entry: WrittenDown) -> dt.date:
    return dt.date.fromisoformat(entry.on)


def _left_with(sheet: Sheet, facts: Facts) -> None:
    left = facts.document.build.hand_over
    sheet.heading("Shown to those who use it")
    sheet.checks((each, "", 0) for each in SHOWN)
    if left.instructed:
        on = f" on {day(dt.date.fromisoformat(left.instructed_on))}" if left.instructed_on else ""
        sheet.text(f"Shown to {left.instructed}{on}.")
    if left.manuals:
        sheet.heading("Manuals")
        sheet.table(["Of", "Where"], [[each.name, each.link or each.kept] for each in left.manuals], (2, 4))
    if left.warranties:
        sheet.heading("Warranties")
        rows = [
            [each.name, each.by, day(dt.date.fromisoformat(each.until)) if each.until else ""]
            for each in left.warranties
        ]
        sheet.table(["Of", "By", "Until"], rows, (2.4, 2.4, 1.2))
    if left.contacts:
        sheet.heading("Whom to call")
        rows = [[TRADES[each.trade], each.name, each.phone] for each in left.contacts]
        sheet.table(["", "Name", "Telephone"], rows, (1.4, 3, 2))


def _due(sheet: Sheet, facts: Facts, build: BuildPlan) -> None:
    price = PRICE.of(facts.plan)
    if price is None or not price.upkeep:
        return
    sheet.heading("What is due for the first time")
    ends = None if build.ends_on is None else dt.date.fromisoformat(build.ends_on)
    rows = []
    for line in price.upkeep:
        months = max(1, int(line.every_months))
        first = "" if ends is None else _in_months(ends, months)
        rows.append([line.name, line.why, f"every {several(months, 'month')}", first])
    sheet.table(["What", "Why", "How often", "First in"], rows, (2.2, 2.6, 1.3, 1.1))


def _in_months(day_: dt.date, months: int) -> str:
    year, month = divmod(day_.year * 12 + day_.month - 1 + months, 12)
    return f"{dt.date(year, month + 1, 1):%b} {year}"
