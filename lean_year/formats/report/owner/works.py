"""What is built: from gutter to tank, the tanks, what brings the water to the taps, and the ground under it."""

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.pictures.lowest_levels import draw_lowest
from lean_year.formats.report.pictures.pads import draw_pad
from lean_year.formats.report.pictures.section import draw_section
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.quantities import entered, fixed
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.levels import RunLevels
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.first_flush.stage import STATION as FIRST_FLUSH
from lean_year.plan.stations.ground.stage import STATION as GROUND
from lean_year.plan.stations.gutters.section_lines import RunSection
from lean_year.plan.stations.gutters.section_marks import section_marks
from lean_year.plan.stations.gutters.stage import STATION as GUTTERS
from lean_year.plan.stations.gutters.stage import GuttersPlan
from lean_year.plan.stations.overflow.stage import STATION as OVERFLOW
from lean_year.plan.stations.pump.stage import STATION as PUMP
from lean_year.plan.stations.treatment.stage import STATION as TREATMENT

Rows = list[tuple[str, str, str]]


def _of(figures: dict[str, Figure], keys: tuple[str, ...], facts: Facts) -> Rows:
    """Figures that are known, each with its working or else its formula."""
    return [
        (each.label, facts.say.figure(each.value, each.unit), each.working or each.formula)
        for each in (figures[key] for key in keys if key in figures)
        if each.value is not None
    ]


def add_way(sheet: Sheet, facts: Facts) -> None:
    """Gutters, pipes, screens, first flush and overflow."""
    plan, say = facts.plan, facts.say
    gutters, flush, overflow = GUTTERS.of(plan), FIRST_FLUSH.of(plan), OVERFLOW.of(plan)
    if gutters is None or not gutters.runs:
        return
    sheet.heading("From the roof into the tank")
    sheet.text(
        f"Gutters and pipes take a downpour of {say.intensity(gutters.rate_mm_h)}. Heights are above the "
        f"{gutters.section.datum}; they are drawn to scale, distances are not.",
        keep=True,
    )
    for run, drawn in zip(gutters.runs, gutters.drawn, strict=True):
        add_section(sheet, gutters, run, drawn, say, f"{run.name}: from gutter to overflow.")
    sheet.table(
        ["Place", "Size", "Comes, in the downpour", "It can take"],
        [
            [place.name, place.size, say.flow(place.flow_l_s), say.flow(place.capacity_l_s)]
            for place in [*gutters.places, *([overflow.place] if overflow and overflow.place else [])]
        ],
        (3.1, 3.2, 1.5, 1.2),
        (2, 3),
    )
    if flush is not None:
        sheet.subheading("First flush")
        sheet.text(_flush_words(flush.kind))
    if flush is not None and flush.kind != "none":
        depth = flush.figures.get("depth_mm")
        if depth is not None and depth.value is not None:
            sheet.figures([(depth.label, say.shallow(depth.value), depth.working or depth.formula)])
        sheet.figures(_of(flush.figures, ("volume_l", "lost_l_year"), facts))
    if overflow is not None:
        sheet.subheading("Overflow")
        sheet.text(overflow.where_it_ends)
        sheet.figures(_of(overflow.figures, ("inflow_l_s", "capacity_l_s", "head_m", "spill_l_year"), facts))


def add_section(
    sheet: Sheet, gutters: GuttersPlan, run: RunLevels, drawn: RunSection, say: Wording, caption: str
) -> None:
    """One run in section, with its heights in words for who cannot see it."""
    tank = next(each for each in gutters.tanks if each.id == run.tank)
    marks = list(section_marks(drawn, run, tank, gutters.section, say))
    names = ", ".join(mark.text for mark in marks)
    sheet.picture(draw_section(drawn, marks), f"Section of {run.name}: {names}.", caption)


def _flush_words(kind: str) -> str:
    if kind == "none":
        return "None is planned: all that the roofs bring goes into the tank, their dirt with it."
    return "The first water off a roof carries most of its dirt. It is held back, and drains away slowly afterwards."


def add_tanks(sheet: Sheet, facts: Facts) -> None:
    """Sizes with their reasons, and how every recorded year goes with them."""
    say, cistern = facts.say, CISTERN.of(facts.plan)
    sheet.heading("The tanks")
    sheet.table(
        ["Tank", "Holds to the overflow", "Floor", "Overflow", "Draws from, over its floor"],
        [
            [
                f"{tank.name}, {tank.count} alike" if tank.count > 1 else tank.name,
                say.volume(tank.count * float(tank.vessel().below_l(tank.vessel().top_water_m))),
                say.of_kind("height", tank.floor_m),
                say.of_kind("height", tank.vessel().top_water_m),
                say.length(tank.outlet_m),
            ]
            for tank in facts.document.cistern.built()
        ],
        (3, 2, 1.2, 1.2, 2),
        (1, 2, 3, 4),
    )
    if cistern is None:
        return
    keys = ("live_l", "dead_l", "stranded_l", "smallest_no_short_day_l", "volumetric_reliability", "roof_water_used")
    sheet.figures(row for row in _of(cistern.figures, keys, facts) if not row[1].startswith("0 "))
    years = several(cistern.counted_years, "recorded year")
    sheet.picture(
        draw_lowest(cistern, facts.document.units),
        f"The lowest water of each of {years}; {cistern.counted_years - cistern.years_carried} run short.",
        "How low the water goes in every recorded year. Red: a year with days on which water is missing.",
    )
    if cistern.steps:
        sheet.subheading("When the water is low")
        sheet.text("The household saves before it runs short. On the record these steps would have been on:")
        sheet.table(
            ["Step", "When the tanks are under", "Days, in all", "Years"],
            [
                [step.name, entered("percent", step.below_share, say.units), f"{step.days:,}", f"{step.years}"]
                for step in cistern.steps
            ],
            (3, 2, 1, 1),
            (1, 2, 3),
        )


def add_house(sheet: Sheet, facts: Facts) -> None:
    """Treatment and pump."""
    say, treatment, pump = facts.say, TREATMENT.of(facts.plan), PUMP.of(facts.plan)
    if treatment is None or pump is None:
        return
    sheet.heading("To the taps")
    sheet.table(
        ["Stage", "Takes", "Pressure it takes, new", "When due for a change", "Lasts"],
        [
            [
                stage.name,
                stage.takes,
                say.pressure(stage.clean_kpa),
                say.pressure(stage.dirty_kpa),
                "" if stage.life_months is None else f"{fixed(stage.life_months)} months",
            ]
            for stage in treatment.stages
        ],
        (2, 3.4, 1.4, 1.4, 1.2),
        (2, 3, 4),
    )
    for branch in treatment.branches:
        if branch.served:
            lacks = f" It lacks {branch.lacks}." if branch.lacks else ""
            sheet.text(f"{branch.name}: passes {branch.passes or 'nothing'}.{lacks}")
    keys = ("peak_l_s", "head_m", "tap_clean_kpa", "tap_dirty_kpa", "vessel_l", "kwh_year", "battery_d", "hand_min_d")
    sheet.figures([*_of(treatment.figures, ("dose_mj_cm2",), facts), *_of(pump.figures, keys, facts)])


def add_ground(sheet: Sheet, facts: Facts) -> None:
    """What carries each tank."""
    say, ground = facts.say, GROUND.of(facts.plan)
    if ground is None or not ground.pads:
        return
    sheet.heading("The ground under it")
    for pad in ground.pads:
        count = f"{pad.count} alike, " if pad.count > 1 else ""
        sheet.picture(
            draw_pad(pad, say),
            f"Section through {pad.name} and its base, {pad.label}: floor {say.of_kind('height', pad.floor_m)}, "
            f"ground {say.of_kind('height', pad.ground_m)}.",
            f"{pad.name}: {count}{pad.label}. {pad.rests}".strip(),
        )
        sheet.table(
            ["For this base", "How much"],
            [[each.name, each.text] for each in pad.quantities],
            (2, 3),
        )
