"""What is wrong with the pump and its pressures, each with the edit that mends it."""

import math
from dataclasses import dataclass

from lean_year.core.cartridges import CARTRIDGES
from lean_year.core.pressure_tank import PRECHARGE_UNDER_KPA
from lean_year.core.pump import PRACTICAL_LIFT_M
from lean_year.plan.figure import Finding, Fix
from lean_year.plan.mend import Findings, replace
from lean_year.plan.place import wider_pipes
from lean_year.plan.wording import Wording
from lean_year.property.document import Property

MOST_VESSEL_L = 100_000
"""The largest that can be entered. [L]"""
LEAST_NPSH_M = 3.0
"""A house pump asks for about so much. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class PumpFacts:
    """What the findings ask of the pump's figures; None where it is not known."""

    peak_l_s: float
    lift_m: float | None
    suction_m: float | None
    """From the lowest water up to the pump."""
    shut_off_kpa: float | None
    most_l_s: float | None
    """Last flow of its points."""
    tap_clean_kpa: float | None
    tap_dirty_kpa: float | None
    vessel_l: float | None
    npsh_m: float | None
    gravity_l_s: float | None


def pump_findings(document: Property, facts: PumpFacts, say: Wording) -> list[Finding]:
    """Everything to mend."""
    found = Findings("pump")
    entered = document.pump
    if entered.way == "undecided":
        return found.rows
    if facts.lift_m is None:
        found.add(
            "PUMP_TAP_NOT_MEASURED",
            "caution",
            "The highest tap is not measured, so its lift is left out.",
            "Measure it, at Gutters & pipes, Levels.",
        )
    if entered.way == "gravity":
        _gravity(facts, found, say)
        return found.rows
    _pressure(document, facts, found, say)
    _suction(document, facts, found, say)
    _vessel(document, facts, found, say)
    for field, code, said, fix in (
        ("dry_run_stop", "PUMP_RUNS_DRY", "Nothing stops the pump when the tank is empty; its seal burns in minutes.",
         "Fit a dry-run stop."),
        ("check_valve", "PUMP_NO_CHECK_VALVE", "Without a check valve the vessel empties back through the pump.",
         "Fit a check valve."),
        ("frost_housed", "PUMP_FROST", "The pump is not housed against frost; a frozen volute splits.",
         "House it with 50 mm of board and vents that close."),
    ):  # fmt: skip
        cold = field != "frost_housed" or document.snow.on
        if not getattr(entered, field) and cold:
            found.add(code, "caution", said, fix, Fix(text=fix, operations=[replace(f"/pump/{field}", True)]))
    return found.rows


def _gravity(facts: PumpFacts, found: Findings, say: Wording) -> None:
    lift, flow = facts.lift_m, facts.gravity_l_s
    if lift is not None and lift >= 0:
        found.add(
            "PUMP_NO_HEAD",
            "fails",
            f"The highest tap stands {say.length(lift)} above the lowest water: gravity does not lift.",
            "",
            Fix(text="Plan a pump.", operations=[replace("/pump/way", "pump")]),
        )
    elif flow is not None and flow < facts.peak_l_s:
        found.add(
            "PUMP_GRAVITY_SLOW",
            "caution",
            f"{say.flow(flow)} run from the open tap, {say.flow(facts.peak_l_s)} are wanted at once.",
            "A wider pipe, a raised header tank, or a pump.",
            Fix(text="Plan a pump.", operations=[replace("/pump/way", "pump")]),
        )


def _pressure(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    entered = document.pump
    clean, dirty, peak = facts.tap_clean_kpa, facts.tap_dirty_kpa, facts.peak_l_s
    assert clean is not None
    assert dirty is not None
    if dirty < entered.residual_kpa:
        found.add(
            "PUMP_TAP_WEAK",
            "fails" if clean < entered.residual_kpa else "caution",
            f"At {say.flow(peak)} the highest tap has {say.pressure(max(0.0, clean))} with new filters and "
            f"{say.pressure(max(0.0, dirty))} when they are due; {say.pressure(entered.residual_kpa)} are wanted.",
            "",
            *_larger_housings(document),
            *_wider_delivery(document, say),
        )
    if facts.most_l_s is not None and peak > facts.most_l_s:
        found.add(
            "PUMP_BEYOND_ITS_CURVE",
            "fails",
            f"{say.flow(peak)} are more than the last point of the pump's curve, {say.flow(facts.most_l_s)}.",
            "A pump whose curve reaches the peak.",
        )
    shut_off = facts.shut_off_kpa or 0.0
    if shut_off > entered.fittings_kpa:
        found.add(
            "PUMP_SHUT_OFF_HIGH",
            "fails",
            f"With every tap shut the pump gives {say.pressure(shut_off)}; the fittings bear "
            f"{say.pressure(entered.fittings_kpa)}.",
            "A relief valve and a pressure regulator, or fittings of a higher class.",
        )
    if not entered.variable_speed and entered.cut_out_kpa > shut_off:
        found.add(
            "PUMP_NEVER_STOPS",
            "fails",
            f"It is to stop at {say.pressure(entered.cut_out_kpa)} and gives {say.pressure(shut_off)} at most: it "
            "runs for ever.",
            "",
            *(
                [Fix(
                    text=f"Cut out at {say.pressure(0.9 * shut_off)}.",
                    operations=[replace("/pump/cut_out_kpa", round(0.9 * shut_off))],
                )]
                if 0.9 * shut_off > entered.cut_in_kpa
                else []
            ),
        )  # fmt: skip


def _larger_housings(document: Property) -> list[Fix]:
    sizes = list(CARTRIDGES)
    small = [
        number
        for number, stage in enumerate(document.treatment.stages)
        if stage.kind in ("sediment", "carbon") and stage.size != sizes[-1]
    ]
    if not small:
        return []
    return [
        Fix(
            text=f"Fit housings of {CARTRIDGES['4.5x20'].label}.",
            operations=[replace(f"/treatment/stages/{number}/size", "4.5x20") for number in small],
        )
    ]


def _wider_delivery(document: Property, say: Wording) -> list[Fix]:
    bore = document.pump.delivery.bore_mm
    wider = next(wider_pipes(document.units, bore, lambda _: 0.0, 0.0, "/pump/delivery/bore_mm"), None)
    if wider is None:
        return []
    wide = wider.operations[0]["value"]
    return [Fix(text=f"Lay the delivery in {say.bore(wide)} bore.", operations=wider.operations)]


def _suction(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    lift, left = facts.suction_m, facts.npsh_m
    if lift is None or left is None:
        return
    if lift > 0 and (left < LEAST_NPSH_M or lift > PRACTICAL_LIFT_M):
        found.add(
            "PUMP_SUCTION_HIGH",
            "fails",
            f"It must suck {say.length(lift)} up, with {say.length(max(0.0, left))} left of the atmosphere; a house "
            f"pump asks for about {say.length(LEAST_NPSH_M)}.",
            "Set it lower, or a submerged pump.",
        )
    if lift > 0 and not document.pump.foot_valve:
        found.add(
            "PUMP_NO_FOOT_VALVE",
            "caution",
            f"It stands {say.length(lift)} above the lowest water and has no foot valve: it loses its prime.",
            "",
            Fix(text="Fit a foot valve.", operations=[replace("/pump/foot_valve", True)]),
        )


def _vessel(document: Property, facts: PumpFacts, found: Findings, say: Wording) -> None:
    entered, wanted = document.pump, facts.vessel_l
    if wanted is not None and entered.vessel_l < wanted * 0.98:
        found.add(
            "PUMP_VESSEL_SMALL",
            "caution",
            f"A vessel of {say.volume(entered.vessel_l)}; {say.volume(wanted)} keep the pump running for "
            f"{entered.run_s:g} s.",
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
            Fix(text="A variable-speed set.", operations=[replace("/pump/variable_speed", True)]),
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
