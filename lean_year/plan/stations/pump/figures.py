"""The pump station's figures, each with its derivation."""

from lean_year.core.hydraulics.air_and_vapour import atmosphere_kpa, vapour_pressure_kpa
from lean_year.core.pump import pressure_tank
from lean_year.core.pump.pressure_switch import MOST_TAP_KPA
from lean_year.core.pump.pump_curve import LEAST_CREST_M, Presses, PumpCurve, power_w
from lean_year.core.units import DAYS_PER_YEAR, KPA_PER_M_OF_WATER
from lean_year.core.water_path.levels import static_pressure_kpa
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import PRESSURE, SUPPLY
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.pressure_side import Filling, System
from lean_year.plan.model.train import fixture_units
from lean_year.property.document import Property

_TAP_SOURCE = "worked out here; filters by estimate, pipes by Darcy and Colebrook"
_NOT_MEASURED = "the highest tap is not measured yet"


def demand_figures(document: Property, system: System, say: Wording) -> dict[str, Figure]:
    """What the house asks for, however it is fed."""
    entered = document.pump
    if entered.flow_by == "units":
        formula, working = "Hunter's curve, flush tanks", f"{fixed(fixture_units(document), 1)} fixture units"
    else:
        formula, working = "the largest that are open at once", f"{entered.at_once} at once"
    if entered.irrigation_l_s:
        working += f", and {say.flow(entered.irrigation_l_s)} for the largest zone"
    stands = "header tank's lowest water" if entered.feed == "header" else "outlet of the tank it draws from"
    return {
        "peak_l_s": Figure(
            value=system.peak_l_s,
            unit="L/s",
            label="Peak flow",
            basis="from_memory" if entered.flow_by == "units" else "common_practice",
            rests_on=("peak",),
            source="International Plumbing Code, appendix E (from memory)" if entered.flow_by == "units" else "",
            formula=formula,
            working=working,
        ),
        "lift_m": Figure(
            value=system.lift_m if system.tap_m is not None else None,
            unit="m",
            label="From the lowest water to the highest tap",
            basis="derived",
            rests_on=("heights",),
            formula=f"highest tap − {stands}",
            working=_NOT_MEASURED
            if system.tap_m is None
            else f"{say.length(system.tap_m)} − {say.length(system.from_m)}",
            moves=f"{say.length(10)} of lift are {say.pressure(static_pressure_kpa(10))}.",
        ),
    }


def pressure_figures(system: System, press: Presses, to_be_had: dict[bool, float], say: Wording) -> dict[str, Figure]:
    """What is left at the highest tap at the peak, with new filters and when they are due; `to_be_had` is the flow at
    the wanted pressure of each."""
    figures = {}
    entered = system.document.pump
    held = entered.feed == "pump" and entered.holds
    kept = "set point" if entered.control == "variable_speed" else "cut-in"
    stated = f"{kept} {say.pressure(entered.held_kpa)}, or what the pump gives; " if held else ""
    for dirty, key, filters in ((False, "tap_clean_kpa", "new"), (True, "tap_dirty_kpa", "due")):
        figures[key] = Figure(
            value=system.end_kpa(press, system.peak_l_s, dirty=dirty),
            unit="kPa",
            label=f"At the highest tap, filters {filters}" + (", as it cuts in" if kept == "cut-in" and held else ""),
            basis="derived",
            rests_on=PRESSURE,
            source=_TAP_SOURCE,
            formula=f"{kept if held else 'head at the peak'} − lift − all that is lost on the way",
            working=f"{_on_the_way(system, press, say, dirty=dirty)}; {stated}at {say.flow(system.peak_l_s)}; at the "
            f"wanted pressure there are {say.flow(to_be_had[dirty])}",
            moves="A higher cut-in, the next larger housing, a wider pipe, or more head."
            if held
            else "The next larger housing, a wider pipe, or more head.",
        )
    return figures


def _on_the_way(system: System, press: Presses, say: Wording, *, dirty: bool) -> str:
    """What presses at the peak, less the lift and all that is lost on the way to the tap."""
    flow = system.peak_l_s
    heads_m = (press.head_m(flow), system.lift_m, system.lost_m(flow, dirty=dirty))
    return " − ".join(say.pressure(head_m * KPA_PER_M_OF_WATER) for head_m in heads_m)


def cut_out_figure(system: System, curve: PumpCurve, say: Wording) -> Figure:
    """What the highest tap has at the other end of the band at the peak, filters due."""
    kpa = system.document.pump.most_held_kpa
    press = system.held(curve, kpa)
    end = "at its set point" if system.document.pump.control == "variable_speed" else "as it cuts out"
    return Figure(
        value=system.end_kpa(press, system.peak_l_s, dirty=True),
        unit="kPa",
        label=f"At the highest tap, filters due, {end}",
        basis="derived",
        rests_on=PRESSURE,
        source=_TAP_SOURCE,
        formula="the lesser of what the switch holds and what the pump gives − lift − losses",
        working=f"{_on_the_way(system, press, say, dirty=True)}; {say.pressure(kpa)} at the pump, "
        f"{say.flow(system.peak_l_s)} at the peak",
        moves="The tap's pressure swings by the band: a variable-speed set holds it.",
    )


def lowest_tap_figure(system: System, curve: PumpCurve | None, say: Wording) -> Figure:
    """The most that a tap has: the lowest one, with nothing drawn."""
    measured = system.document.levels.lowest_tap_m is not None
    held = system.document.pump.most_held_kpa
    return Figure(
        value=max(0.0, system.most_at_lowest_tap_kpa(curve)),
        unit="kPa",
        label="At the lowest tap, nothing drawn",
        basis="derived" if measured else "estimate",
        rests_on=("heights", "curve") if curve else ("heights",),
        source="worked out here",
        formula="full water − lowest tap"
        if curve is None
        else "the lesser of what is held and what the pump gives on a full tank, + fall from the pump to the tap"
        if system.document.pump.holds
        else "what the pump gives on a full tank with nothing drawn, + fall from the pump to the tap",
        working=("" if curve is None or not system.document.pump.holds else f"at most {say.pressure(held)} held; ")
        + f"tap at {say.length(system.low_tap_m)}"
        + ("" if measured else ", not measured: the ground at the house is taken"),
        moves=f"Over {say.pressure(MOST_TAP_KPA)} a tap hammers and wears: a pressure reducer.",
    )


def shut_off_figure(system: System, curve: PumpCurve, say: Wording) -> Figure:
    """The most that pipes and fittings behind the pump see."""
    above = 0.0 if system.pump_m is None else max(0.0, system.full_m - system.pump_m)
    return Figure(
        value=(curve.shut_off_m + above) * KPA_PER_M_OF_WATER,
        unit="kPa",
        label="Shut-off pressure",
        basis="derived",
        rests_on=("heights", "curve"),
        source="worked out here, from the points of its curve",
        formula="(head at no flow + full tank above the pump) × weight of water",
        working=f"({say.length(curve.shut_off_m)} + {say.length(above)}) of water",
        moves="Whatever stands behind the pump must bear it.",
    )


def power_figures(
    document: Property, running_l_s: float, head_m: float, use_m3_year: float, say: Wording
) -> dict[str, Figure]:
    """What it uses: in the middle of its band, suction included, or at its duty where it fills a header tank."""
    entered = document.pump
    head = max(0.0, head_m)
    where = "H in the middle of its band, lift and losses of the suction included"
    if entered.feed != "pump":
        where = "H at its duty"
    elif entered.control == "variable_speed":
        where = "H at its set point, lift and losses of the suction included"
    elif not entered.holds:
        where = "H on its curve at the peak"
    kwh_m3 = power_w(flow_l_s=1.0, head_m=min(head, 2_000.0), efficiency=entered.efficiency) / 3600
    watts = power_w(flow_l_s=min(1_000.0, running_l_s), head_m=min(head, 2_000.0), efficiency=entered.efficiency)
    return {
        "power_w": Figure(
            value=watts,
            unit="W",
            label="Power while it runs",
            basis="derived",
            rests_on=PRESSURE,
            formula=f"ρ g Q H / efficiency, {where}",
            working=f"{say.flow(running_l_s)} at {say.length(head)}, {entered.efficiency * 100:.0f} %",
        ),
        "kwh_m3": Figure(
            value=kwh_m3,
            unit="kWh/m3",
            label="Electricity",
            basis="derived",
            rests_on=PRESSURE,
            formula=f"ρ g H / efficiency, {where}",
            working=f"{say.length(head)} at {entered.efficiency * 100:.0f} %",
        ),
        "kwh_year": Figure(
            value=kwh_m3 * use_m3_year,
            unit="kWh",
            label="Electricity in a mean year",
            basis="derived",
            rests_on=(*PRESSURE, *SUPPLY),
            formula="use from rain × electricity for each volume pumped",
            working=f"{say.volume(use_m3_year * 1000)} × {say.of_kind('energy_for_water', kwh_m3)}",
        ),
    }


def vessel_figures(document: Property, flow_l_s: float, say: Wording) -> dict[str, Figure]:
    """The vessel that keeps the pump running, how often it starts, and what is left without power."""
    entered = document.pump
    share = pressure_tank.useful_share(
        cut_in_kpa=entered.cut_in_kpa,
        cut_out_kpa=entered.cut_out_kpa,
        precharge_kpa=entered.precharge_kpa,
        atmosphere_kpa=atmosphere_kpa(entered.altitude_m),
    )
    drawdown, wanted = pressure_tank.vessel_l(flow_l_s=flow_l_s, run_s=entered.run_s, share=share)
    held = entered.vessel_l * share
    figures = {
        "vessel_l": Figure(
            value=None if entered.control == "variable_speed" else wanted,
            unit="L",
            label="Vessel that keeps it running",
            basis="published",
            rests_on=("peak", "curve"),
            source="Boyle",
            formula="flow × least run / (P0 / P_low − P0 / P_out), absolute",
            working="a variable-speed set needs a small one only"
            if entered.control == "variable_speed"
            else f"{say.volume(drawdown)} of draw-down / {share * 100:.0f} %",
            moves="A wider band between cut-in and cut-out gives more of the same vessel.",
        ),
        "held_l": Figure(
            value=held,
            unit="L",
            label="Left in the vessel when the power goes",
            basis="published",
            source="Boyle",
            formula="vessel × (P0 / P_low − P0 / P_out), at its best",
            working=f"{say.volume(entered.vessel_l)} × {share * 100:.0f} %",
            moves="For more, fit a header tank, a battery, or a low tap that gravity reaches.",
        ),
    }
    if entered.vessel_l > 0 and entered.control == "pressure_switch" and flow_l_s > 0:
        figures["starts_per_hour"] = Figure(
            value=pressure_tank.most_starts_h(flow_l_s=flow_l_s, drawdown_l=max(1e-6, held)),
            unit="1/h",
            label="Most starts an hour",
            basis="derived",
            rests_on=("peak", "curve"),
            formula="3600 Q / (4 × draw-down), at half its flow",
            working=f"{say.flow(flow_l_s)}, {say.volume(held)} of draw-down",
        )
    return figures


def suction_figure(lift_m: float, lost_m: float, left_m: float, document: Property, say: Wording) -> Figure:
    """What the atmosphere leaves at the pump's inlet."""
    return _left_of_the_atmosphere(
        (lift_m, lost_m, left_m), document, say, "NPSH available", "lift", "A pump lower than the water fills itself."
    )


def crest_figure(up_m: float, lost_m: float, left_m: float, document: Property, say: Wording) -> Figure:
    """What it leaves where the suction goes over the rim."""
    moves = f"Under {say.length(LEAST_CREST_M)} air comes out of the water and parts it."
    label = "Left of the atmosphere at the rim"
    return _left_of_the_atmosphere((up_m, lost_m, left_m), document, say, label, "rise to the rim", moves)


def _left_of_the_atmosphere(
    heads_m: tuple[float, float, float], document: Property, say: Wording, label: str, rise: str, moves: str
) -> Figure:
    """`heads_m` are the rise, what is lost on the way, and what is left."""
    air_m = atmosphere_kpa(document.pump.altitude_m) / KPA_PER_M_OF_WATER
    vapour_m = vapour_pressure_kpa(document.pump.water_c) / KPA_PER_M_OF_WATER
    up_m, lost_m, left_m = heads_m
    return Figure(
        value=left_m,
        unit="m",
        label=label,
        basis="derived",
        rests_on=("heights", "peak", "fittings", "curve"),
        source="standard atmosphere; vapour pressure by IAPWS",
        formula=f"atmosphere − vapour pressure − {rise} − losses of pipe and strainer, each as a height of water",
        working=" − ".join(say.length(head_m) for head_m in (air_m, vapour_m, up_m, lost_m)),
        moves=moves,
    )


def gravity_figures(system: System, say: Wording) -> dict[str, Figure]:
    """What runs from the open tap where nothing but height presses, with new filters and when they are due."""
    pipe = system.pipes[-1]
    darcy = system.document.pump.friction == "darcy"
    return {
        key: Figure(
            value=None if system.tap_m is None else system.open_l_s(dirty=dirty),
            unit="L/s",
            label=f"Runs from the open tap by gravity, filters {filters}",
            basis="published",
            source="Darcy-Weisbach with Colebrook" if darcy else "Hazen and Williams",
            formula="friction + fittings + filters + one velocity head = the head there is",
            working=_NOT_MEASURED
            if system.tap_m is None
            else f"{say.length(-system.lift_m)} over {say.length(pipe.length_m)} of {say.bore(pipe.bore_mm)}",
            moves=(
                f"A plinth's height is its pressure: {say.pressure(static_pressure_kpa(1))} for each {say.length(1)}."
            ),
        )
        for key, filters, dirty in (("gravity_l_s", "new", False), ("gravity_due_l_s", "due", True))
    }


def header_figures(
    document: Property, filling: Filling, flow_l_s: float, use_m3_year: float, say: Wording
) -> dict[str, Figure]:
    """How fast the header tank fills, and how long it lasts without power."""
    header = document.pump.header
    daily_l = use_m3_year * 1000 / DAYS_PER_YEAR
    return {
        "fill_l_s": Figure(
            value=flow_l_s,
            unit="L/s",
            label="Pump fills the header tank with",
            basis="derived",
            formula="where its curve meets lift and pipes up to the float",
            working=f"{say.length(filling.lift_m)} up",
            moves="A wider rising pipe, or a pump with more head.",
        ),
        "fill_h": Figure(
            value=header.volume_l / flow_l_s / 3600 if flow_l_s > 1e-6 else None,
            unit="h",
            label="Fills it in",
            basis="derived",
            formula="volume / flow",
            working=f"{say.volume(header.volume_l)} / {say.flow(flow_l_s)}",
        ),
        "header_d": Figure(
            value=header.volume_l / daily_l if daily_l > 1e-6 else None,
            unit="d",
            label="Lasts without power",
            basis="derived",
            formula="header tank / use in a mean day",
            working=f"{say.volume(header.volume_l)} / {say.rate(daily_l)}",
            moves="A larger one, or one filled every evening.",
        ),
    }
