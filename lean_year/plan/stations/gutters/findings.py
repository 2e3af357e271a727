"""What is wrong between the roofs and inside the tank, each with the edit that fixes it."""

import math
from typing import cast

from lean_year.core.units import MM_PER_INCH
from lean_year.core.water_path.gutters import (
    CHANNEL_FALL,
    CODE_MINUTES,
    CODE_YEARS,
    EN_MINUTES,
    FIRE_DEPTH_MM,
    UNLIKELY_MM_H,
)
from lean_year.core.water_path.levels import (
    BULGE_SHARE,
    LEAST_DRAW_MM,
    LEAST_GAP_MM,
    SUCTION_UNDER_MM,
    VENT_OVER_INLET,
    WALKWAY_MM,
)
from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Finding, Fix, Severity
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.gutter_runs import gutter_runs
from lean_year.plan.model.levels import Check, RunLevels
from lean_year.plan.model.overflow_outlets import has_pipe
from lean_year.plan.stations.gutters.screen_findings import find_screens
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.tank_shapes import UprightCylinder

_STATIONS: dict[str, str] = {"OVERFLOW": "overflow", "FLUSH": "first_flush"}
"""Where a check on the levels is a finding, by the head of its code."""


def gutter_findings(
    document: Property, runs: list[RunLevels], checks: list[Check], places: list[Place], say: Wording
) -> list[Finding]:
    """Everything to fix at this station."""
    found = Findings("gutters")
    _rates(document, found, say)
    for check in checks:
        if check.status in ("fails", "caution"):
            stage = _STATIONS.get(check.code.partition("_")[0], "gutters")
            severity = cast(Severity, check.status)
            found.add(check.code, severity, f"{check.title}: {check.text}.", "", *check.fixes, stage=stage)
    _assumed_feet(checks, runs, found)
    for place in places:
        _too_narrow(place, found, say)
    _joined(document, runs, found, say)
    _channels(document, found)
    _outlets(document, found, say)
    _fire(document, runs, found, say)
    find_screens(document, places, runs, found, say)
    _inside(document, found, say)
    return found.rows


def _rates(document: Property, found: Findings, say: Wording) -> None:
    rate, entered = document.rain.design_intensity_mm_h, document.downpour
    for path, value in (("/rain/design_intensity_mm_h", rate),
                        ("/downpour/overflow_intensity_mm_h", entered.overflow_intensity_mm_h)):  # fmt: skip
        if value is not None and value > UNLIKELY_MM_H:
            meant = value / MM_PER_INCH
            found.add(
                "GUTTERS_RATE_UNLIKELY",
                "caution",
                f"{fixed(value)} mm/h are {fixed(meant, 1)} in/h, more than almost any place has on record.",
                f"If {fixed(meant, 1)} mm/h was meant, enter that.",
                Fix(text=f"Enter {fixed(meant, 1)} mm/h.", operations=[replace(path, round(meant, 4))]),
            )
    if entered.source == "assumed":
        found.add(
            "GUTTERS_RATE_ASSUMED",
            "note",
            f"{say.intensity(rate)} is assumed in place of your local table.",
            "Enter the table's rate for five minutes, once in ten or twenty years, or take the estimate.",
            asks=True,
        )
    if entered.method == "en" and not EN_MINUTES[0] <= entered.duration_min <= EN_MINUTES[1]:
        found.add(
            "GUTTERS_RATE_WRONG_PARTNER",
            "fails",
            f"The formulas of BS EN 12056-3 go with the rate of 2 to 5 minutes; this one is of "
            f"{entered.duration_min:g} minutes.",
            "Enter the rate of five minutes, or size by the code tables.",
        )
    if entered.method == "code_table" and (entered.duration_min != CODE_MINUTES or entered.return_years < CODE_YEARS):
        found.add(
            "GUTTERS_RATE_WRONG_PARTNER",
            "fails",
            f"The code tables go with the rate of 60 minutes, once in 100 years; this one is of "
            f"{entered.duration_min:g} minutes, once in {entered.return_years:g} years.",
            "Enter that rate, or size by BS EN 12056-3.",
        )


def _too_narrow(place: Place, found: Findings, say: Wording) -> None:
    if place.flow_l_s <= place.capacity_l_s or (place.kind in ("run", "reducer") and place.capacity_l_s <= 0):
        return
    code = {
        "gutter": "GUTTERS_GUTTER_SMALL",
        "outlet": "GUTTERS_OUTLET_SMALL",
        "downpipe": "GUTTERS_DOWNPIPE_SMALL",
        "screen": "GUTTERS_SCREEN_SPILLS",
        "run": "GUTTERS_RUN_SMALL",
        "reducer": "GUTTERS_REDUCER_SMALL",
    }[place.kind]
    fixes = [Fix(text=f"Make it {size.label}.", operations=size.operations) for size in place.sizes if size.enough]
    spilled = place.flow_l_s - place.capacity_l_s
    found.add(
        code,
        "fails" if place.ratio > 1.5 else "caution",
        f"{place.name}: inflow {say.flow(place.flow_l_s)}, capacity {say.flow(place.capacity_l_s)} ({place.size}); "
        f"{say.flow(spilled)} spill {place.spills}.",
        fixes[0].text if fixes else "No size on the list is enough: share the water out.",
        *fixes,
    )


def _joined(document: Property, runs: list[RunLevels], found: Findings, say: Wording) -> None:
    bores = {pipe.id: pipe.run.bore_mm for pipe in document.downpipes}
    for pipe in document.downpipes:
        feeding = [each for each in document.downpipes if each.run.into == pipe.id]
        section = pipe.run.bore_mm**2
        sum_of = sum(bores[each.id] ** 2 for each in feeding)
        if len(feeding) >= 1 and section < 0.999 * max(sum_of, 0.0) and any(run.group == pipe.id for run in runs):
            wanted = math.sqrt(sum_of)
            found.add(
                "GUTTERS_JOINED_RUN_NARROW",
                "caution",
                f"{', '.join(each.name for each in feeding)} join{'s' if len(feeding) == 1 else ''} {pipe.name}, "
                f"whose run of {say.pipe(pipe.run.bore_mm)} is too narrow for their inflow together.",
                f"About {say.pipe(wanted)} from there on, and the same at the overflow.",
            )


def _channels(document: Property, found: Findings) -> None:
    for number, roof in enumerate(document.roofs):
        flat = [
            (row, gutter.fall_mm_m)
            for row, gutter in enumerate(roof.gutters)
            if roof.on and "channel" in gutter.shape and gutter.fall_mm_m < 1000 * CHANNEL_FALL - 1e-9
        ]
        if flat:
            found.add(
                "GUTTERS_CHANNEL_FLAT",
                "caution",
                f"The channel of {roof.name} falls {fixed(min(fall for _, fall in flat) / 10, 1)} %; at less than "
                f"{CHANNEL_FALL * 100:g} % it holds sand and puddles.",
                f"Lay it to {CHANNEL_FALL * 100:g} %.",
                Fix(
                    text=f"Lay it to {CHANNEL_FALL * 100:g} %.",
                    operations=[
                        replace(f"/roofs/{number}/gutters/{row}/fall_mm_m", 1000 * CHANNEL_FALL) for row, _ in flat
                    ],
                ),
            )


def _outlets(document: Property, found: Findings, say: Wording) -> None:
    for roof in document.roofs:
        outside = next((run for run in gutter_runs(roof) if run.outside), None)
        if roof.on and outside is not None:
            found.add(
                "GUTTERS_OUTLET_OUTSIDE",
                "caution",
                f"An outlet of {roof.name} is entered beyond the end of its gutter, which is taken to be "
                f"{say.length(outside.length_m)} long, one side of the surface.",
                "Enter the length of that gutter.",
                asks=True,
            )


def _assumed_feet(checks: list[Check], runs: list[RunLevels], found: Findings) -> None:
    asked = {check.group for check in checks if check.code == "GUTTERS_FOOT_NOT_MEASURED"}
    names = [run.name for run in runs if run.group in asked]
    if names:
        found.add(
            "GUTTERS_FOOT_NOT_MEASURED",
            "note",
            f"How high the dry run begins at the foot of its downpipes is not measured: {', '.join(names)}. As much "
            "fall as its screen allows is assumed.",
            "Measure it; one laid in the ground falls less, and one that rises to its tank is a wet run.",
            asks=True,
        )


def _fire(document: Property, runs: list[RunLevels], found: Findings, say: Wording) -> None:
    if not document.site.fire_prone:
        return
    in_use = {run.group for run in runs}
    plastic = [
        (pipe.name, f"/downpipes/{number}/metal")
        for number, pipe in enumerate(document.downpipes)
        if pipe.id in in_use and not pipe.metal
    ]
    if has_pipe(document) and not document.overflow.metal:
        plastic.append(("the overflow", "/overflow/metal"))
    if plastic:
        names = ", ".join(name for name, _ in plastic)
        found.add(
            "GUTTERS_PLASTIC_IN_FIRE",
            "caution",
            f"A fire may come over the site, and the pipe of {names} is plastic: it burns through, and the water "
            "that was kept for the fire is lost.",
            "",
            Fix(
                text=f"Metal pipe and fittings above ground and for the first {say.nominal(FIRE_DEPTH_MM)} below.",
                operations=[replace(path, True) for _, path in plastic],
            ),
        )


def _inside(document: Property, found: Findings, say: Wording) -> None:
    widest_mm = max((pipe.run.bore_mm for pipe in document.downpipes if pipe.run.into is None), default=0.0)
    over_mm = document.overflow.bore_mm if has_pipe(document) else 0.0
    for number, tank in enumerate(document.cistern.tanks):
        if tank in document.cistern.built():
            at = f"/cistern/tanks/{number}/inlet"
            _inlet_and_vent(tank, at, widest_mm, over_mm, found, say)
            _lid_and_walls(tank, at, found, say)
            _draw_and_gauge(tank, at, found, say)


def _inlet_and_vent(tank: Tank, at: str, widest_mm: float, over_mm: float, found: Findings, say: Wording) -> None:
    inlet = tank.inlet
    if not inlet.calmed:
        found.add(
            "GUTTERS_INLET_NOT_CALMED",
            "caution",
            f"{tank.name}: the water falls in and stirs up the sediment.",
            "Fit a calmed inlet, turned up near the floor.",
            Fix(text="Calm the inlet.", operations=[replace(f"{at}/calmed", True)]),
        )
    needed = max(inlet.bore_mm, over_mm) * VENT_OVER_INLET
    if inlet.vent_mm < needed - 0.5:
        found.add(
            "GUTTERS_VENT_SMALL",
            "caution",
            f"{tank.name} has a vent of {say.bore(inlet.vent_mm)} and needs {say.bore(needed)}: air must leave "
            "as fast as water enters, and enter as fast as water is pumped out.",
            "A screened vent as wide as the inlet and the overflow.",
            Fix(text=f"Fit {say.bore(needed)}.", operations=[replace(f"{at}/vent_mm", round(needed, 3))]),
        )
    if inlet.bore_mm < widest_mm - 0.5:
        found.add(
            "GUTTERS_INLET_NARROW",
            "caution",
            f"{tank.name}: the inlet is {say.pipe(inlet.bore_mm)}, the widest run {say.pipe(widest_mm)}.",
            "Make the inlet as wide as its run.",
            Fix(text=f"Make it {say.pipe(widest_mm)}.", operations=[replace(f"{at}/bore_mm", widest_mm)]),
        )


def _lid_and_walls(tank: Tank, at: str, found: Findings, say: Wording) -> None:
    inlet = tank.inlet
    if not inlet.lockable:
        found.add(
            "GUTTERS_LID_OPEN",
            "fails",
            f"{tank.name}: the lid does not lock. Children drown in open tanks.",
            "Fit a lid that locks.",
            Fix(text="Fit a lockable lid.", operations=[replace(f"{at}/lockable", True)]),
        )
    if not inlet.light_tight:
        found.add(
            "GUTTERS_LIGHT",
            "caution",
            f"{tank.name} lets light in, and algae grow.",
            "Use opaque walls, or paint it.",
            Fix(text="Make it light-tight.", operations=[replace(f"{at}/light_tight", True)]),
        )
    if inlet.gap_mm is not None:
        across = tank.shape.diameter_m if isinstance(tank.shape, UprightCylinder) else 0.0
        bulge = max(LEAST_GAP_MM, 1000 * BULGE_SHARE * across)
        if inlet.gap_mm < bulge:
            found.add(
                "GUTTERS_NO_ROOM_TO_BULGE",
                "caution",
                f"{tank.name} stands {say.bore(inlet.gap_mm)} from its neighbour; full, it is wider than empty.",
                f"Leave {say.nominal(bulge)}, and {say.nominal(WALKWAY_MM)} where a person must pass.",
                Fix(
                    text=f"Leave {say.nominal(math.ceil(bulge))}.",
                    operations=[replace(f"{at}/gap_mm", math.ceil(bulge))],
                ),
            )


def _draw_and_gauge(tank: Tank, at: str, found: Findings, say: Wording) -> None:
    inlet = tank.inlet
    if not inlet.floating_suction and tank.outlet_m < LEAST_DRAW_MM / 1000 - 1e-9:
        found.add(
            "GUTTERS_DRAWS_SLUDGE",
            "caution",
            f"{tank.name} draws {say.length(tank.outlet_m)} above its floor.",
            f"A floating suction {say.nominal(SUCTION_UNDER_MM)} under the surface, or an outlet "
            f"{say.nominal(LEAST_DRAW_MM)} up.",
            Fix(text="Fit a floating suction.", operations=[replace(f"{at}/floating_suction", True)]),
        )
    if inlet.gauge == "sight_tube":
        found.add(
            "GUTTERS_SIGHT_TUBE",
            "note",
            f"{tank.name}: a chewed sight tube empties the tank.",
            "Keep its valve shut; mark zero at the outlet and full at the overflow invert.",
        )
