"""A heater that this supply feeds: its pressure, its temperature, and the water that it drives out."""

import math

from lean_year.core.hydraulics.air_and_vapour import atmosphere_kpa
from lean_year.core.pump.hot_water import COLD_C, HEATER_LEAST_KPA, STORED_C, expansion_l, expansion_vessel_l
from lean_year.core.pump.pressure_switch import MOST_TAP_KPA
from lean_year.plan.answer.figure import Figure, Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property
from lean_year.property.pump import MOST_VESSEL_L


def vessel_wanted_l(document: Property, rests_kpa: float) -> float:
    """For what a store drives out; endless where its relief valve opens at what stands in the pipe. [L]"""
    hot = document.pump.hot_water
    return expansion_vessel_l(
        expansion_l=expansion_l(store_l=hot.store_l, store_c=hot.store_c),
        rests_kpa=min(2_000.0, max(0.0, rests_kpa)),
        relief_kpa=hot.relief_kpa,
        atmosphere_kpa=atmosphere_kpa(document.pump.altitude_m),
    )


def hot_water_figures(document: Property, rests_kpa: float, say: Wording) -> dict[str, Figure]:
    """What a store drives out, and the vessel that takes it."""
    hot = document.pump.hot_water
    if hot.kind != "store":
        return {}
    driven_out, vessel = expansion_l(store_l=hot.store_l, store_c=hot.store_c), vessel_wanted_l(document, rests_kpa)
    return {
        "hot_expansion_l": Figure(
            value=driven_out,
            unit="L",
            label="Driven out while the store is heated",
            basis="from_memory",
            source="density of water by Kell 1975, from memory",
            formula="store × (density cold / density hot − 1)",
            working=f"{say.volume(hot.store_l)} from {say.temperature(COLD_C)} to {say.temperature(hot.store_c)}",
        ),
        "hot_vessel_l": Figure(
            value=vessel if math.isfinite(vessel) else None,
            unit="L",
            label="Expansion vessel for it",
            basis="from_memory",
            rests_on=("curve",),
            source="Boyle; density of water by Kell 1975, from memory",
            formula="driven out / (1 − P_rest / P_most), absolute",
            working=f"{say.volume(driven_out)}; {say.pressure(rests_kpa)} at rest, the relief valve opens at "
            f"{say.pressure(hot.relief_kpa)}",
            moves="A lower cut-out, or a reducer before the store, makes it smaller.",
        ),
    }


def hot_water_findings(document: Property, tap_kpa: float | None, rests_kpa: float, say: Wording) -> list[Finding]:
    """Everything to fix; `tap_kpa` is the least at the highest tap."""
    hot, found = document.pump.hot_water, Findings("pump")
    if document.pump.feed == "undecided":
        return []
    if hot.kind == "unknown":
        found.add(
            "PUMP_HOT_WATER_NOT_ENTERED",
            "note",
            "Whether this supply feeds a water heater is not entered.",
            "Ask: a heater has a least pressure, and a store drives water back.",
            Fix(text="It feeds none.", operations=[replace("/pump/hot_water/kind", "none")]),
            asks=True,
        )
    if hot.kind == "instant":
        _starved(document, tap_kpa, found, say)
    if hot.kind == "store":
        _stored(document, rests_kpa, found, say)
    return found.rows


def _starved(document: Property, tap_kpa: float | None, found: Findings, say: Wording) -> None:
    hot = document.pump.hot_water
    least = HEATER_LEAST_KPA if hot.least_kpa is None else hot.least_kpa
    if hot.least_kpa is None:
        found.add(
            "PUMP_HEATER_NOT_LOOKED_UP",
            "note",
            f"What pressure the heater asks for is not looked up; {say.pressure(HEATER_LEAST_KPA)} is usual.",
            "Read it off the heater's plate, or its maker's sheet.",
            asks=True,
        )
    if tap_kpa is not None and tap_kpa < least:
        usual = " (usual: its own sheet says)" if hot.least_kpa is None else ""
        found.add(
            "PUMP_HEATER_STARVED",
            "fails",
            f"A heater without a store asks for {say.pressure(least)}{usual}; at the highest tap "
            f"{say.pressure(max(0.0, tap_kpa))} are left at the peak, filters due: it goes out under the shower.",
            "More pressure at the tap, a heater that asks for less, or a store.",
        )


def _stored(document: Property, rests_kpa: float, found: Findings, say: Wording) -> None:
    hot = document.pump.hot_water
    if hot.store_c < STORED_C:
        found.add(
            "PUMP_STORE_COOL",
            "fails",
            f"Hot water is stored at {say.temperature(hot.store_c)}: Legionella grows in a store that is kept under "
            f"{say.temperature(STORED_C)}, and is breathed in at the shower.",
            "Store it hotter, and mix it down before the taps: water so hot scalds within seconds.",
            Fix(text=f"Store it at {say.temperature(STORED_C)}.", operations=_stored_at(STORED_C)),
        )
    elif not hot.mixed_down:
        found.add(
            "PUMP_STORE_SCALDS",
            "caution",
            f"Water of {say.temperature(hot.store_c)} reaches the taps: it scalds within seconds, children first.",
            "A thermostatic mixing valve, fitted and set by a plumber.",
            Fix(text="Fit a mixing valve.", operations=[replace("/pump/hot_water/mixed_down", True)]),
        )
    # Nothing that is heated can go back through a check valve or a pump.
    wanted = vessel_wanted_l(document, rests_kpa)
    if not math.isfinite(wanted):
        found.add(
            "PUMP_RELIEF_OPENS",
            "fails",
            f"{say.pressure(rests_kpa)} stand at the store, whose relief valve opens at "
            f"{say.pressure(hot.relief_kpa)}: it runs all day.",
            f"A pressure reducer before the store, or a lower cut-out; up to {say.pressure(MOST_TAP_KPA)} is usual.",
        )
    elif hot.expansion_l is None or hot.expansion_l < wanted - 1e-9:
        has = (
            "no expansion vessel is entered"
            if hot.expansion_l is None
            else f"{say.volume(hot.expansion_l)} are there"
        )
        litres = math.ceil(wanted)
        found.add(
            "PUMP_NO_EXPANSION",
            "caution",
            "Behind a check valve what a store drives out has nowhere to go, and its relief valve drips until it "
            f"sticks: an expansion vessel of {say.volume(wanted)} takes it, {has}.",
            "",
            *(
                [Fix(text=f"Fit {say.volume(litres)}.", operations=[replace("/pump/hot_water/expansion_l", litres)])]
                if litres <= MOST_VESSEL_L
                else []
            ),
        )


def _stored_at(store_c: float) -> list[dict[str, object]]:
    return [replace("/pump/hot_water/store_c", store_c), replace("/pump/hot_water/mixed_down", True)]


def hot_water_notes(document: Property) -> list[BuildNote]:
    """What is fitted at a heater."""
    if document.pump.hot_water.kind in ("unknown", "none"):
        return []
    return [
        BuildNote(
            view="hot_water",
            head="At the heater",
            text="By a licensed plumber and electrician or gas fitter. A strainer, an isolating valve and a check "
            "valve before it; temperature and pressure relief, never shut off, its pipe seen and led to where "
            "nobody stands; a mixing valve after a store. Soft acid rain eats anodes and copper: look at the anode "
            "each year.",
        )
    ]
