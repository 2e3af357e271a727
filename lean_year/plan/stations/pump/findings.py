"""What is wrong with the pump and its pressures, each with the edit that fixes it."""

import math
from dataclasses import dataclass

from lean_year.core.pump.pressure_switch import MOST_TAP_KPA, SPARE_SHARE
from lean_year.core.pump.pressure_tank import PRECHARGE_UNDER_KPA
from lean_year.core.pump.pump_curve import FROST_BOARD_MM, LEAST_NPSH_M, PRACTICAL_LIFT_M, WORST_FIT_SHARE
from lean_year.core.units import KPA_PER_M_OF_WATER
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.pump.battery import find_battery
from lean_year.plan.stations.pump.flow_switch import find_flow_switch
from lean_year.plan.stations.pump.over_the_rim import find_over_the_rim
from lean_year.plan.stations.pump.pumps_offered import PumpOffered
from lean_year.plan.stations.pump.tap_fixes import pressed_enough, runs_enough, tap_fixes
from lean_year.property.document import Property
from lean_year.property.pump import MOST_VESSEL_L


@dataclass(frozen=True, slots=True)
class PumpFacts:
    """What the findings ask of the pump's figures; None where it is not known."""

    peak_l_s: float
    lift_m: float | None
    suction_m: float | None
    """From the lowest water up to the pump."""
    shut_off_kpa: float | None
    reaches_kpa: float | None
    """At its outlet, with nothing drawn and the lowest water."""
    most_l_s: float | None
    """Last flow of its points."""
    off_curve: float
    """How far its worst point lies off the fitted curve, as a share of the shut-off head."""
    tap_clean_kpa: float | None
    tap_dirty_kpa: float | None
    vessel_l: float | None
    starts_h: float | None
    held_l: float | None
    """In the vessel when the power goes."""
    over_switch_m: float
    """From the pump's switch up to the highest tap."""
    rim_m: float | None
    """From the lowest water up to the rim that its suction goes over."""
    crest_m: float | None
    """Absolute head left at the top of a suction that goes over the rim."""
    carries_d: float | None
    """For how long a battery carries it."""
    cable_mm2: float | None
    """Copper that its cable has at least."""
    npsh_m: float | None
    low_tap_kpa: float | None
    """At the lowest tap with nothing drawn."""
    gravity_l_s: float | None
    gravity_due_l_s: float | None
    """From the open tap, filters new and due."""
    fill_l_s: float | None
    """Into the header tank."""


def pump_findings(document: Property, facts: PumpFacts, offered: list[PumpOffered], say: Wording) -> list[Finding]:
    """Everything to fix; `offered` are the generic pumps on these pipes."""
    found = Findings("pump")
    entered = document.pump
    if entered.feed == "undecided":
        _undecided(facts, found, say)
        return found.rows
    if facts.lift_m is None:
        found.add(
            "PUMP_TAP_NOT_MEASURED",
            "caution",
            "The highest tap is not measured, so its lift is left out.",
            "Measure it, at Gutters & pipes, Levels.",
            asks=True,
        )
    if entered.feed == "hand":
        return found.rows
    _trench(document, found, say)
    _lowest_tap(facts, found, say)
    if entered.feed == "gravity":
        _gravity(document, facts, found, say)
        return found.rows
    if entered.feed == "header":
        _header(document, facts, found, say)
    else:
        _pressure(document, facts, offered, found, say)
        if entered.holds:
            _vessel(document, facts, found, say)
        else:
            find_flow_switch(document, facts.reaches_kpa or 0.0, facts.over_switch_m, found, say)
        _power_loss(document, facts, found, say)
    if entered.on_battery:
        find_battery(document, facts.carries_d, facts.cable_mm2, found, say)
    _shut_off(document, facts, found, say)
    _suction(document, facts, found, say)
    _port(document, found, say)
    _curve(facts, found)
    for field, code, text, fix in (
        ("dry_run_stop", "PUMP_RUNS_DRY", "Nothing stops the pump when the tank is empty; its seal burns out "
                                          "in minutes.",
         "Fit a dry-run stop."),
        ("check_valve", "PUMP_NO_CHECK_VALVE", "Without a check valve the vessel empties back through the pump.",
         "Fit a check valve."),
        ("frost_housed", "PUMP_FROST", "The pump is not housed against frost; a frozen volute splits.",
         f"House it with {say.nominal(FROST_BOARD_MM)} of board and vents that close."),
    ):  # fmt: skip
        cold = field != "frost_housed" or (document.snow.on and not entered.submerged)
        if not getattr(entered, field) and cold:
            found.add(code, "caution", text, fix, Fix(text=fix, operations=[replace(f"/pump/{field}", True)]))
    return found.rows


def _undecided(facts: PumpFacts, found: Findings, say: Wording) -> None:
    lift = facts.lift_m
    falls = lift is not None and lift < 0
    if lift is None:
        says = "The highest tap is not measured yet: whether it needs a pump is not known."
    elif falls:
        pressed = say.pressure(-lift * KPA_PER_M_OF_WATER)
        says = f"The highest tap stands {say.length(-lift)} below the lowest water, {pressed} by height alone."
    else:
        says = (
            f"The highest tap stands {say.length(lift)} above the lowest water: water does not rise to it by gravity."
        )
    ways = [
        ("pump", "By a pump."),
        ("header", "Feed it from a raised header tank."),
        ("gravity", "By gravity alone."),
    ]
    found.add(
        "PUMP_UNDECIDED",
        "note",
        f"How the taps are fed is not decided. {says}",
        "",
        *(Fix(text=text, operations=[replace("/pump/feed", way)]) for way, text in (ways if falls else ways[:2])),
        asks=True,
    )


def _lowest_tap(facts: PumpFacts, found: Findings, say: Wording) -> None:
    if facts.low_tap_kpa is not None and facts.low_tap_kpa > MOST_TAP_KPA + 0.5:
        found.add(
            "PUMP_TAP_PRESSED",
            "caution",
            f"With nothing drawn {say.pressure(facts.low_tap_kpa)} stand at the lowest tap, over the usual limit of "
            f"{say.pressure(MOST_TAP_KPA)}: pipes hammer, hoses and valves wear, a heater's relief valve drips.",
            "A pressure reducer at the branch that leads there, set by a plumber, or a lower cut-out where the "
            "highest tap allows it.",
        )


def _gravity(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    lift, due = facts.lift_m, facts.gravity_due_l_s
    if lift is not None and lift >= 0:
        found.add(
            "PUMP_NO_HEAD",
            "fails",
            f"The highest tap stands {say.length(lift)} above the lowest water: water does not rise to it by "
            "gravity.",
            "",
            Fix(text="Plan a pump.", operations=[replace("/pump/feed", "pump")]),
            Fix(text="Fit a pump and a raised header tank.", operations=[replace("/pump/feed", "header")]),
        )
    elif due is not None and due < facts.peak_l_s:
        found.add(
            "PUMP_GRAVITY_SLOW",
            "caution" if document.pump.fixtures.any_indoors else "note",  # a can takes longer to fill, and no more
            f"{say.flow(facts.gravity_l_s or 0.0)} run from the open tap with new filters and {say.flow(due)} when "
            f"they are due; {say.flow(facts.peak_l_s)} are wanted at once.",
            "",
            Fix(text="Plan a pump.", operations=[replace("/pump/feed", "pump")]),
            *tap_fixes(document, runs_enough, [], say),
            Fix(text="Fit a pump and a raised header tank.", operations=[replace("/pump/feed", "header")]),
        )


def _pressure(
    document: Property, facts: PumpFacts, offered: list[PumpOffered], found: Findings, say: Wording
) -> None:
    entered = document.pump
    clean, dirty, peak = facts.tap_clean_kpa, facts.tap_dirty_kpa, facts.peak_l_s
    assert clean is not None
    assert dirty is not None
    if dirty < entered.residual_kpa:
        fixes = tap_fixes(document, pressed_enough, offered, say)
        found.add(
            "PUMP_TAP_WEAK",
            "fails" if clean < entered.residual_kpa else "caution",
            f"{_held(document, say)} at {say.flow(peak)} the highest tap has {say.pressure(max(0.0, clean))} with "
            f"new filters and {say.pressure(max(0.0, dirty))} when they are due; "
            f"{say.pressure(entered.residual_kpa)} are wanted.",
            "Fit a pump with more head, larger housings or wider pipes; it may take all three." if not fixes else "",
            *fixes,
        )
    if facts.most_l_s is not None and peak > facts.most_l_s:
        found.add(
            "PUMP_BEYOND_ITS_CURVE",
            "fails",
            f"{say.flow(peak)} are more than the last point of the pump's curve, {say.flow(facts.most_l_s)}.",
            "Choose a pump whose curve reaches the peak flow.",
        )


def _held(document: Property, say: Wording) -> str:
    entered = document.pump
    if not entered.holds:
        return "On the pump’s curve,"
    if entered.control == "variable_speed":
        return f"With a set point of {say.pressure(entered.held_kpa)},"
    return f"As the pump cuts in at {say.pressure(entered.held_kpa)},"


def _shut_off(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    entered = document.pump
    shut_off = facts.shut_off_kpa or 0.0
    if shut_off > entered.fittings_kpa:
        found.add(
            "PUMP_SHUT_OFF_HIGH",
            "fails",
            f"With every tap shut the pump gives {say.pressure(shut_off)}; pipes and fittings are rated for "
            f"{say.pressure(entered.fittings_kpa)}.",
            "Fit a relief valve and a pressure regulator, or fittings of a higher pressure rating.",
        )
    rated = entered.vessel_rated_kpa
    if rated is not None and entered.feed == "pump" and entered.vessel_l > 0 and shut_off > rated:
        found.add(
            "PUMP_VESSEL_RATED_LOW",
            "fails",
            f"With every tap shut the pump gives {say.pressure(shut_off)}; the vessel is rated for "
            f"{say.pressure(rated)} by its sheet.",
            "Fit a vessel of a higher rating, or a relief valve that opens below it.",
        )
    reaches = facts.reaches_kpa or 0.0
    by_speed = entered.control == "variable_speed"
    if entered.feed == "pump" and entered.holds and entered.most_held_kpa > reaches:
        field = "set_point_kpa" if by_speed else "cut_out_kpa"
        within = round(SPARE_SHARE * reaches)
        found.add(
            "PUMP_NEVER_STOPS",
            "fails",
            f"{'Set point' if by_speed else 'Cut-out'} {say.pressure(entered.most_held_kpa)} is above "
            f"what the pump reaches when the tank is low, {say.pressure(max(0.0, reaches))}: it never stops.",
            "Fit a pump with more head, or set it lower.",
            *(
                [Fix(text=f"Set it to {say.pressure(within)}.", operations=[replace(f"/pump/{field}", within)])]
                if within > (0 if by_speed else entered.cut_in_kpa)
                else []
            ),
        )


def _header(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    header, fill = document.pump.header, facts.fill_l_s or 0.0
    lift = facts.lift_m
    if lift is not None:
        short_kpa = document.pump.residual_kpa - (facts.tap_dirty_kpa or 0.0)
        if short_kpa > 0:
            higher_m = math.ceil(10 * (header.outlet_m + short_kpa / KPA_PER_M_OF_WATER + 0.05)) / 10
            found.add(
                "PUMP_HEADER_LOW",
                "fails" if lift >= 0 else "caution",
                f"At {say.flow(facts.peak_l_s)} the header tank leaves the highest tap "
                f"{say.pressure(max(0.0, facts.tap_clean_kpa or 0.0))} with new filters and "
                f"{say.pressure(max(0.0, facts.tap_dirty_kpa or 0.0))} when they are due; "
                f"{say.pressure(document.pump.residual_kpa)} are wanted.",
                "",
                *([Fix(text=f"Set its outlet at {say.length(higher_m)}.",
                       operations=[replace("/pump/header/outlet_m", higher_m)])] if higher_m <= 9_000 else []),
                *tap_fixes(document, pressed_enough, [], say),
                Fix(text="Fit a pump that feeds the taps directly.", operations=[replace("/pump/feed", "pump")]),
            )  # fmt: skip
    if fill <= 1e-6:
        found.add(
            "PUMP_HEADER_OUT_OF_REACH",
            "fails",
            f"The pump does not lift to the header tank's float, {say.length(header.outlet_m + header.depth_m)}.",
            "A pump with more head.",
        )
    elif header.volume_l / fill / 3600 > header.fill_h * (1 + 1e-9):
        hours = math.ceil(header.volume_l / fill / 36) / 100
        found.add(
            "PUMP_FILL_SLOW",
            "caution",
            f"{say.flow(fill)} fill {say.volume(header.volume_l)} in {fixed(hours, 1)} h; {header.fill_h:g} h are "
            "wanted.",
            "Fit a wider rising pipe or a larger pump, or allow more time.",
            *(
                [Fix(text=f"Give it {fixed(hours, 2)} h.", operations=[replace("/pump/header/fill_h", hours)])]
                if hours <= 240
                else []
            ),
        )
    if not header.covered:
        found.add(
            "PUMP_HEADER_OPEN",
            "fails",
            "The header tank has no lid: light, mosquitoes, birds, and whatever falls in.",
            "",
            Fix(
                text="Fit a lid, a screened vent and an overflow.",
                operations=[replace("/pump/header/covered", True)],
            ),
        )


def _trench(document: Property, found: Findings, say: Wording) -> None:
    laid, frost = document.pump.trench_m, document.site.frost_depth_m
    if frost > 0 and laid < frost:
        found.add(
            "PUMP_TRENCH_SHALLOW",
            "fails",
            f"The pipe to the taps lies {say.length(laid)} deep, the ground freezes to {say.length(frost)}.",
            "",
            Fix(text=f"Lay it {say.length(frost + 0.1)} deep.", operations=[replace("/pump/trench_m", frost + 0.1)]),
        )


def _power_loss(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    entered = document.pump
    if not entered.on_battery and entered.without_power == "nothing":
        found.add(
            "PUMP_POWER_LOSS",
            "note",
            f"When the power goes, {say.volume(facts.held_l or 0.0)} can be drawn from the pressure vessel, "
            "and no more."
            if entered.has_vessel and entered.holds
            else "When the power goes, nothing can be drawn.",
            "A battery, a low-voltage pump, an electrician's inlet for a generator, or a low tap by gravity.",
        )


def _curve(facts: PumpFacts, found: Findings) -> None:
    if facts.off_curve > WORST_FIT_SHARE:
        found.add(
            "PUMP_CURVE_FITS_BADLY",
            "caution",
            f"One point of the curve lies {fixed(100 * facts.off_curve)} % of the shut-off head off the line through "
            "them.",
            "Look for a slip in its figures, or leave out the points that are far from the peak.",
        )


def _suction(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    lift, left = facts.suction_m, facts.npsh_m
    if lift is None or left is None or document.pump.submerged:
        return
    if facts.rim_m is not None and facts.crest_m is not None:
        find_over_the_rim(document, lift, facts.rim_m, facts.crest_m, found, say)
    if lift > 0 and (left < LEAST_NPSH_M or lift > PRACTICAL_LIFT_M):
        found.add(
            "PUMP_SUCTION_HIGH",
            "fails",
            f"It must lift the water {say.length(lift)}, with {say.length(max(0.0, left))} of NPSH available; "
            f"a house pump requires about {say.length(LEAST_NPSH_M)}.",
            "Set the pump lower, or use a submerged pump.",
            *_level_with_the_water(document, lift, left, say),
            Fix(text="Hang a submerged pump in the water.", operations=[replace("/pump/stands", "submerged")]),
        )
    if lift > 0 and not document.pump.foot_valve:
        found.add(
            "PUMP_NO_FOOT_VALVE",
            "caution",
            f"It stands {say.length(lift)} above the lowest water and has no foot valve: it loses its prime "
            "when it stops.",
            "",
            Fix(text="Fit a foot valve.", operations=[replace("/pump/foot_valve", True)]),
        )


def _port(document: Property, found: Findings, say: Wording) -> None:
    """An outlet of the tank that is narrower than the suction behind it."""
    tank, bore_mm = document.cistern.drawn_from(), document.pump.suction.bore_mm
    port_mm = tank.outlet_port_mm
    if document.pump.by_motor and document.pump.through_the_wall and port_mm is not None and port_mm < bore_mm:
        found.add(
            "PUMP_SUCTION_PORT_NARROW",
            "caution",
            f"{tank.name} has an outlet of {say.bore(port_mm)} by its sheet, and the suction is {say.pipe(bore_mm)}. "
            "What the water loses in the outlet is not in the plan.",
            "Order the tank with an outlet as wide as the suction, or plan with a suction as narrow as the outlet.",
            Fix(
                text="Plan with a suction as narrow as the outlet.",
                operations=[replace("/pump/suction/bore_mm", port_mm)],
            ),
        )


def _level_with_the_water(document: Property, lift_m: float, left_m: float, say: Wording) -> list[Fix]:
    """Setting the pump as low as the lowest water, where it then has the suction head that it needs."""
    pump_m = document.levels.pump_m
    if pump_m is None or left_m + lift_m < LEAST_NPSH_M:
        return []
    level_m = math.floor(100 * (pump_m - lift_m)) / 100
    return [
        Fix(
            text=f"Set the pump at {say.length(level_m)}, level with the lowest water.",
            operations=[replace("/levels/pump_m", level_m)],
        )
    ]


def _vessel(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    entered, wanted = document.pump, facts.vessel_l
    if wanted is not None and entered.vessel_l < wanted * 0.98:
        found.add(
            "PUMP_VESSEL_SMALL",
            "caution",
            f"A vessel of {say.volume(entered.vessel_l)} lets the pump start up to {fixed(facts.starts_h or 0.0)} "
            f"times an hour; {say.volume(wanted)} keep it running for {entered.run_s:g} s."
            if facts.starts_h
            else f"There is no vessel; {say.volume(wanted)} keep the pump running for {entered.run_s:g} s.",
            "",
            *(
                [
                    Fix(
                        text=f"Fit {say.volume(wanted)}.",
                        operations=[replace("/pump/vessel_l", math.ceil(wanted))],
                    )
                ]
                if wanted <= MOST_VESSEL_L
                else []
            ),
            Fix(text="A variable-speed set.", operations=[replace("/pump/control", "variable_speed")]),
        )
    if entered.cut_in_kpa - entered.precharge_kpa > 2.5 * PRECHARGE_UNDER_KPA:
        right = entered.cut_in_kpa - PRECHARGE_UNDER_KPA
        found.add(
            "PUMP_PRECHARGE_LOW",
            "note",
            f"A pre-charge of {say.pressure(entered.precharge_kpa)} is far under the cut-in, "
            f"{say.pressure(entered.cut_in_kpa)}; the trade sets it {say.pressure(PRECHARGE_UNDER_KPA)} under.",
            "",
            Fix(text=f"Pump it to {say.pressure(right)}.", operations=[replace("/pump/precharge_kpa", right)]),
        )
