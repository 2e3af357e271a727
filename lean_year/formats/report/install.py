"""The install sheet: what the crew cuts, drills, measures and ticks off, with blanks for what it finds."""

import datetime as dt

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.owner.works import add_section
from lean_year.formats.report.pictures.pads import draw_pad
from lean_year.plan.answer.wording import Wording, day
from lean_year.plan.model.holes import holes
from lean_year.plan.model.levels import outlet_words
from lean_year.plan.model.parts_list import CutBars
from lean_year.plan.stations.build.points import limits_of
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.build.tasks import BuildTask
from lean_year.plan.stations.ground.stage import STATION as GROUND
from lean_year.plan.stations.gutters.stage import STATION as GUTTERS
from lean_year.plan.stations.price.stage import STATION as PRICE

Checks = list[tuple[str, str, int]]


def install_sheet(facts: Facts) -> Sheet:
    """For the crew, in the order of the work."""
    date = day(facts.date)
    sheet = facts.new_sheet("Rainwater supply: install sheet", f"{facts.document.name}, install sheet, {date}", date)
    sheet.heading("Before anybody begins")
    sheet.text("Local code comes first, and whoever is licensed for a work does it.")
    sheet.items(facts.cautions(("survey", "permits")))
    _order(sheet, facts)
    _ground(sheet, facts)
    _levels(sheet, facts)
    _cuts(sheet, facts)
    _holes(sheet, facts)
    _hold_points(sheet, facts)
    sheet.signatures(["Seen by"])
    return sheet


def _order(sheet: Sheet, facts: Facts) -> None:
    """What is still to be done, day by day; a delivery has its day beside the rest."""
    build, say = BUILD.of(facts.plan), facts.say
    assert build is not None
    todo = [task for task in build.tasks if task.status not in ("done", "skipped", "gone")]
    if not todo:
        return
    sheet.heading("In this order")
    sheet.items(dict.fromkeys(words for task in todo for words in task.cautions))
    sheet.table(
        ["Day", "Task", "Hands", "Hours", "Tools"],
        [
            [day(dt.date.fromisoformat(task.on)) if task.on else str(task.day), _named(task),
             str(task.hands) if task.hands else "", say.of_kind("hours", task.hours) if task.hours else "",
             ", ".join(task.tools)]
            for task in sorted(todo, key=lambda task: (task.on or "", task.day))
        ],
        (1.2, 3.4, 0.7, 0.8, 3),
        (2, 3),
    )  # fmt: skip


def _named(task: BuildTask) -> str:
    words = f"{task.name}{', a hold point' if task.hold else ''}"
    return f"{words}; licensed: {task.licensed}" if task.licensed else words


def _hold_points(sheet: Sheet, facts: Facts) -> None:
    """What is measured before it is covered, in the order of the work: the same points as are judged on a phone."""
    build, say = BUILD.of(facts.plan), facts.say
    assert build is not None
    days = {task.key: (task.day, number) for number, task in enumerate(build.tasks)}
    sheet.heading("Hold points")
    sheet.items(facts.cautions(("pump", "treatment", "household")))
    sheet.text(
        "What comes after one waits until it has passed. Each blank is for one reading, in the order in which "
        "they are named."
    )
    sheet.checks(
        (f"{point.name}. {point.how}", "; ".join(limits_of(point, say)) + ".", len(point.readings))
        for point in sorted(build.points, key=lambda point: days[point.task])
    )


def _ground(sheet: Sheet, facts: Facts) -> None:
    say, ground = facts.say, GROUND.of(facts.plan)
    if ground is None or not ground.pads:
        return
    sheet.heading("Ground")
    sheet.items(facts.cautions(("ground",)))
    for pad in ground.pads:
        sheet.picture(
            draw_pad(pad, say),
            f"Section through {pad.name} and its base, {pad.label}.",
            f"{pad.name}: {pad.label}, {say.length(pad.pad_width_m)}"
            f"{' across' if pad.round else f' × {say.length(pad.pad_length_m)}'}.",
        )
        rows: Checks = [(f"{pad.name}: floor", say.of_kind("height", pad.floor_m), 1)]
        sheet.checks(rows + [(f"{pad.name}: {each.name}", each.text, 1) for each in pad.quantities])


def _levels(sheet: Sheet, facts: Facts) -> None:
    say, gutters = facts.say, GUTTERS.of(facts.plan)
    if gutters is None or not gutters.runs:
        return
    sheet.heading(f"Heights above the {gutters.section.datum}")
    sheet.items(facts.cautions(("roofs", "gutters", "overflow")))
    for run, drawn in zip(gutters.runs, gutters.drawn, strict=True):
        add_section(sheet, gutters, run, drawn, say, run.name)
        rows: Checks = []
        if run.outlet_m is not None:
            rows.append((f"{run.name}: {outlet_words(run)}", say.of_kind("height", run.outlet_m), 1))
        if run.screen_m is not None and run.open_at != "outlet":
            rows.append((f"{run.name}: {run.open_at_words}", say.of_kind("height", run.screen_m), 1))
        for point in run.points:
            if point.invert_m is not None:
                must = f"pipe {say.of_kind('height', point.invert_m)}, ground {say.of_kind('height', point.ground_m)}"
                rows.append((f"{run.name}: {say.length(point.along_m)} from the wall", must, 1))
        rows.append((f"{run.name}: inlet", say.of_kind("height", run.inlet_m), 1))
        if run.kind == "dry" and run.fall is not None:
            rows.append((f"{run.name}: fall", say.figure(run.fall, "-"), 1))
        sheet.checks(rows)
    sheet.checks([("Ground where the overflow ends", say.of_kind("height", gutters.section.discharge_m), 1)])


def _cuts(sheet: Sheet, facts: Facts) -> None:
    price = PRICE.of(facts.plan)
    assert price is not None
    cut = [(line, line.cut) for line in price.lines if line.cut is not None and line.quantity > 0]
    if not cut:
        return
    sheet.heading("Pipe and gutter to cut")
    sheet.items(facts.cautions(("first_flush", "price")))
    sheet.text(
        "A piece is as long as the gap between its sockets and both socket depths. Measure each gap before its piece "
        "is cut; mark how far the pipe goes in. Pieces that nobody has measured yet are shared out evenly."
    )
    for line, plan in cut:
        depth = "" if plan.socket_mm is None else f"; {facts.say.of_kind('cut', plan.socket_mm)} into each socket"
        sheet.subheading(f"{line.name}: {line.sold}{depth}")
        sheet.table(["Length", "Pieces", "Left over"], _bars(plan, facts.say), (0.6, 5, 1), (2,))


def _bars(plan: CutBars, say: Wording) -> list[list[str]]:
    """Lengths that are cut alike in one row."""
    rows: dict[tuple[str, str], list[int]] = {}
    for number, (pieces, left) in enumerate(zip(plan.bars_mm, plan.offcuts_mm, strict=True), 1):
        words = "  +  ".join(say.of_kind("cut", piece) for piece in pieces)
        rows.setdefault((words, say.of_kind("cut", left)), []).append(number)
    return [
        [
            f"{of[0]}–{of[-1]}" if len(of) > 1 and of[-1] - of[0] == len(of) - 1 else ", ".join(map(str, of)),
            words,
            left,
        ]
        for (words, left), of in rows.items()
    ]


def _holes(sheet: Sheet, facts: Facts) -> None:
    gutters = GUTTERS.of(facts.plan)
    sawn = list(holes(facts.document, gutters.runs if gutters else [], facts.say))
    if not sawn:
        return
    say = facts.say
    sheet.heading("Holes in the tanks")
    sheet.items(facts.cautions(("cistern",)))
    sheet.text(
        "A hole is sawn once: the tank’s maker says where its wall may be cut. Brush and vacuum the swarf out of the "
        "tank before water comes in. The bearing is filled in where the tank stands."
    )
    sheet.table(
        ["Hole", "How many", "Pipe", "Saw", "Its foot over the floor", "Bearing", "Seal"],
        [
            [f"{hole.name}, {hole.tank}", str(hole.count), hole.pipe, say.nominal(hole.saw_mm),
             say.length(hole.height_m), "", hole.seal]
            for hole in sawn
        ],
        (2.6, 0.8, 1.5, 1, 1.2, 1, 1.5),
        (1, 3, 4),
    )  # fmt: skip
