"""What a pump with a flow switch and no vessel asks for. Basis: common practice."""

import math

from lean_year.core.pump.flow_switch import STOPS_OVER_START_KPA, least_start_kpa
from lean_year.core.pump.pressure_switch import ROUND_KPA
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property
from lean_year.property.pump import MOST_KPA


def find_flow_switch(
    document: Property, reaches_kpa: float, over_switch_m: float, found: Findings, say: Wording
) -> None:
    """Whether it starts, stops and stays quiet; `reaches_kpa` is the pump's pressure with nothing drawn."""
    entered = document.pump
    start, least = entered.cut_in_kpa, least_start_kpa(column_m=over_switch_m)
    higher = ROUND_KPA * math.ceil(least / ROUND_KPA - 1e-9)
    if start < least - 1e-9:
        found.add(
            "PUMP_FLOW_SWITCH_NEVER_STARTS",
            "fails",
            f"While the highest tap is open, {say.length(max(0.0, over_switch_m))} of water press on the switch: it "
            f"starts below {say.pressure(start)}, and must below {say.pressure(least)} or more. It would not start "
            "for that tap.",
            "Set it to start higher, or set the pump nearer to the height of the tap.",
            *_starting_at(document, higher, reaches_kpa, say),
        )
    elif reaches_kpa < start + STOPS_OVER_START_KPA:
        lower = ROUND_KPA * math.floor((reaches_kpa - STOPS_OVER_START_KPA) / ROUND_KPA)
        found.add(
            "PUMP_NEVER_STOPS",
            "fails",
            f"With nothing drawn the pump reaches {say.pressure(max(0.0, reaches_kpa))} when the tank is low; to "
            f"stop it, a flow switch asks for {say.pressure(STOPS_OVER_START_KPA)} above its start, "
            f"{say.pressure(start)}.",
            "Fit a pump with more head, or set it to start lower.",
            *(_starting_at(document, lower, reaches_kpa, say) if lower >= least else []),
        )
    if not entered.has_vessel:
        found.add(
            "PUMP_DRIP_STARTS_IT",
            "note",
            f"Without a vessel a dripping tap{' or toilet' if entered.fixtures.toilet else ''} makes the pump start "
            "again and again, day and night.",
            "Keep taps and cisterns tight; a small vessel behind it quiets it.",
        )


def _starting_at(document: Property, kpa: float, reaches_kpa: float, say: Wording) -> list[Fix]:
    if not 0 < kpa <= MOST_KPA - 1 or reaches_kpa < kpa + STOPS_OVER_START_KPA:
        return []
    entered = document.pump
    operations = [replace("/pump/cut_in_kpa", kpa)]
    if entered.cut_out_kpa <= kpa:
        operations.insert(0, replace("/pump/cut_out_kpa", min(MOST_KPA, kpa + STOPS_OVER_START_KPA)))
    if entered.precharge_kpa > kpa:
        operations.insert(0, replace("/pump/precharge_kpa", kpa))
    return [Fix(text=f"Set it to start at {say.pressure(kpa)}.", operations=operations)]
