"""A main pump that runs on a battery: for how long, and through which cable."""

from lean_year.core.pump.battery import (
    METRIC_CABLES_MM2,
    MOST_DROP_SHARE,
    US_GAUGES,
    cable_mm2,
    carries_days,
    gauge_mm2,
)
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.figure import Figure, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.inputs import PRESSURE, SUPPLY
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property, Units
from lean_year.property.pump import MOST_AH

BATTERY_CAUTION = (
    "A battery gives off gas as it is charged, and burns whoever shorts it: in a vented box, a fuse at its terminal, "
    "no metal tools over it. Where mains charge it, a licensed electrician."
)


def battery_figures(
    document: Property, watts: float, kwh_m3: float, use_m3_year: float, say: Wording
) -> dict[str, Figure]:
    """Of the battery that the pump runs on; none on mains."""
    battery = document.pump.battery
    if battery is None:
        return {}
    amps = watts / battery.volts
    volts = say.of_kind("voltage", battery.volts)
    kwh_day = kwh_m3 * use_m3_year / DAYS_PER_YEAR
    copper_mm2 = cable_mm2(current_a=min(1e6, amps), length_m=battery.cable_m, volts=battery.volts)
    sold = sold_cable(copper_mm2, say.units)
    next_sold = "thicker than is sold" if sold is None else f"{sold} is the next that is sold"
    stored = f"{volts} × {say.of_kind('charge', battery.capacity_ah)} × {100 * battery.usable_share:.0f} %"
    return {
        "battery_d": Figure(
            value=carries_days(
                volts=battery.volts,
                capacity_ah=battery.capacity_ah,
                usable_share=battery.usable_share,
                kwh_day=kwh_day,
            )
            if kwh_day > 1e-9
            else None,
            unit="days",
            label="The battery carries the pump for",
            basis="derived",
            rests_on=(*PRESSURE, *SUPPLY),
            formula="volts × capacity × usable share / use of a mean day",
            working=f"{stored} / {say.of_kind('energy', kwh_day)} a day",
            moves="A larger battery, less head, or a charger that works every day.",
        ),
        "battery_a": Figure(
            value=amps,
            unit="A",
            label="Current while it runs",
            basis="derived",
            rests_on=PRESSURE,
            formula="power / volts",
            working=f"{say.of_kind('power', watts)} / {volts}",
            moves="Twice the voltage halves it.",
        ),
        "cable_mm2": Figure(
            value=copper_mm2,
            unit="mm2",
            label="Copper of its cable, each wire at least",
            basis="published",
            rests_on=PRESSURE,
            source="Ohm; copper by IEC 60028",
            formula="2 × length × current / (58 × share lost × volts)",
            working=f"{say.length(battery.cable_m)}, {say.of_kind('current', amps)}, "
            f"{100 * MOST_DROP_SHARE:g} % lost: {next_sold}",
            moves="A shorter cable, or a pump of a higher voltage.",
        ),
    }


def find_battery(
    document: Property, carries_d: float | None, cable_mm2_wanted: float | None, found: Findings, say: Wording
) -> None:
    """Whether it lasts, and whether the motor gets its voltage."""
    battery = document.pump.battery
    assert battery is not None
    if carries_d is not None and carries_d < battery.wanted_days * (1 - 1e-9):
        wanted_ah = 10 * -(-battery.capacity_ah * battery.wanted_days / carries_d // 10)
        found.add(
            "PUMP_BATTERY_SMALL",
            "caution",
            f"The battery carries the pump for {say.of_kind('days', carries_d)} of mean use while nothing charges "
            f"it; {say.of_kind('days', battery.wanted_days)} are wanted.",
            "",
            *(
                [
                    Fix(
                        text=f"Fit {say.of_kind('charge', wanted_ah)}.",
                        operations=[replace("/pump/battery/capacity_ah", wanted_ah)],
                    )
                ]
                if wanted_ah <= MOST_AH
                else []
            ),
        )
    if cable_mm2_wanted is not None and sold_cable(cable_mm2_wanted, say.units) is None:
        found.add(
            "PUMP_CABLE_LONG",
            "caution",
            f"The cable from the battery, {say.length(battery.cable_m)}, would lose more of the voltage than "
            f"{100 * MOST_DROP_SHARE:g} % in the thickest that is sold.",
            "Set the battery nearer, or take a pump of a higher voltage.",
        )


def sold_cable(copper_mm2: float, units: Units) -> str | None:
    """The thinnest cable that is sold with so much copper, by its name; None where none is."""
    if units == "us":
        return next((f"AWG {name}" for name, number in US_GAUGES if gauge_mm2(number) >= copper_mm2), None)
    return next((f"{each:g} mm²" for each in METRIC_CABLES_MM2 if each >= copper_mm2), None)
