"""The install sheet: what the crew cuts, drills, measures and ticks off, with blanks for what it finds."""

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.owner.works import add_section
from lean_year.formats.report.pictures.pads import draw_pad
from lean_year.plan.answer.wording import Wording, day
from lean_year.plan.model.holes import holes
from lean_year.plan.model.parts_list import CutBars
from lean_year.plan.stations.first_flush.stage import STATION as FIRST_FLUSH
from lean_year.plan.stations.ground.stage import STATION as GROUND
from lean_year.plan.stations.gutters.stage import STATION as GUTTERS
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.pump.stage import STATION as PUMP
from lean_year.plan.stations.treatment.stage import STATION as TREATMENT

Checks = list[tuple[str, str, int]]


def install_sheet(facts: Facts) -> Sheet:
    """For the crew, in the order of the work."""
    date = day(facts.date)
    sheet = facts.new_sheet("Rainwater supply: install sheet", f"{facts.document.name}, install sheet, {date}", date)
    sheet.heading("Before anybody begins")
    sheet.text("Local code comes first, and whoever is licensed for a work does it.")
    sheet.items(facts.cautions(("survey", "permits")))
    _ground(sheet, facts)
    _levels(sheet, facts)
    _cuts(sheet, facts)
    _holes(sheet, facts)
    sheet.heading("Before it is handed over")
    sheet.items(facts.cautions(("pump", "treatment", "household")))
    sheet.checks(_commissioned(facts))
    sheet.signatures(["Seen by"])
    return sheet


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
        sheet.checks(
            [
                (f"{pad.name}: {ground.readings_wanted} readings, round the rim and in the middle",
                 f"floor {say.of_kind('height', pad.floor_m)}, none farther than {say.nominal(pad.level_mm)} from "
                 "another", ground.readings_wanted),
                *((f"{pad.name}: {each.name}", each.text, 1) for each in pad.quantities),
            ]
        )  # fmt: skip


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
            rows.append((f"{run.name}: gutter outlet", say.of_kind("height", run.outlet_m), 1))
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
    rows = []
    for tank in gutters.tanks:
        rows += [
            (f"{tank.name}: floor", say.of_kind("height", tank.floor_m), 1),
            (f"{tank.name}: overflow", say.of_kind("height", tank.overflow_m), 1),
        ]
    rows.append(("Ground where the overflow ends", say.of_kind("height", gutters.section.discharge_m), 1))
    sheet.checks(rows)


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


def _commissioned(facts: Facts) -> Checks:
    say, plan, document = facts.say, facts.plan, facts.document
    flush, pump, treatment = FIRST_FLUSH.of(plan), PUMP.of(plan), TREATMENT.of(plan)
    rows: Checks = [
        ("Every tank filled and left over a night: level in the evening, in the morning",
         "no lower than evaporation takes", 2),
    ]  # fmt: skip
    for chamber in flush.chambers if flush else []:
        if chamber.drain_h is not None:
            rows.append((f"First flush of {chamber.name} empties in", say.of_kind("hours", chamber.drain_h), 1))
    if pump is not None and pump.feed in ("pump", "header"):
        entered = document.pump
        rows.append(("Pipes under pressure: at the start, at the end", "no drop", 2))
        if pump.feed == "pump":
            cut_in, cut_out = say.pressure(entered.cut_in_kpa), say.pressure(entered.cut_out_kpa)
            rows.append(("Pump cuts in, cuts out", f"{cut_in}, {cut_out}", 2))
        if pump.vessel is not None:
            rows.append(("Vessel, empty of water: pre-charge", "as its maker says, under cut-in", 1))
        peak = pump.figures.get("peak_l_s")
        if peak is not None and peak.value is not None:
            rows.append(("Flow with that many taps open", say.flow(peak.value), 1))
        tap = pump.figures.get("tap_clean_kpa")
        if tap is not None and tap.value is not None:
            rows.append(("Pressure at the highest tap then", say.pressure(tap.value), 1))
    if treatment is not None and treatment.stages:
        clean = treatment.figures.get("clean_kpa")
        if clean is not None and clean.value is not None:
            rows.append(("Filters, new: pressure before, behind", f"{say.pressure(clean.value)} less behind", 2))
        if any(stage.kind == "uv" for stage in treatment.stages):
            rows.append(("Lamp: reading with its source running", "over its alarm", 1))
    rows += [
        ("Gauge with the tank empty, full", "shows both", 2),
        ("Overflow run with a hose, where it ends", "runs free, washes nothing away", 1),
        ("Labels and signs on pipes, valves and taps", "all there", 1),
        ("Sample of the water taken, if it is drunk", "clear before anybody drinks", 1),
    ]
    return rows
