"""Pump: what flow and head the house asks for, where the pump runs, and what it takes to run it."""

from pydantic import BaseModel

from lean_year.core import pressure_tank
from lean_year.core.air_and_vapour import atmosphere_kpa, vapour_pressure_kpa
from lean_year.core.pipes import GRAVITY_M_S2
from lean_year.core.pump import (
    MOST_L_S,
    PumpCurve,
    fit_curve,
    gravity_flow_l_s,
    npsh_available_m,
    operating_flow_l_s,
    power_w,
)
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.kept import Kept
from lean_year.plan.pump_findings import PumpFacts, pump_findings
from lean_year.plan.system import System, lift_key
from lean_year.plan.train import drops, fixture_units, lamp_number
from lean_year.plan.wording import Wording, fixed
from lean_year.property.document import Property

CAUTIONS = [
    "Mains electricity beside water: a licensed electrician, with a residual-current device.",
    "Pressure vessels and blocked pumps hold pressure: open a tap before anything is undone.",
    "Lifting a wet pump out of a tank is done from outside. Nobody enters a tank.",
]
_CURVE_STEPS = 24


class StackPart(BaseModel):
    """One part of the pressure that the pump must give, at the peak."""

    key: str
    name: str
    clean_kpa: float
    dirty_kpa: float


class CurvePoint(BaseModel):
    flow_l_s: float
    pump_m: float
    clean_m: float
    """Head that the system asks for with new filters, the wanted pressure at the tap included."""
    dirty_m: float


class OperatingPoint(BaseModel):
    """Where the pump's curve meets the system's."""

    flow_l_s: float
    head_m: float
    tap_kpa: float
    """Left at the highest tap at the peak flow; below zero where the peak cannot be had."""


class PumpPlan(BaseModel):
    way: str
    figures: dict[str, Figure]
    stack: list[StackPart]
    curve: list[CurvePoint]
    clean: OperatingPoint | None
    dirty: OperatingPoint | None
    findings: list[Finding]
    cautions: list[str]


_kept: Kept[PumpPlan] = Kept(16)


def plan_pump(document: Property, use_m3_year: float, say: Wording) -> PumpPlan:
    """The pump stage; `use_m3_year` is what rain gives in a mean year. Kept: a wider tank changes none of it."""
    return _kept.get((lift_key(document), use_m3_year), lambda: _plan_pump(document, use_m3_year, say))


def _plan_pump(document: Property, use_m3_year: float, say: Wording) -> PumpPlan:
    system = System(document)
    entered, peak = document.pump, system.peak_l_s
    stack = _stack(system)
    asked = {dirty: system.asked_m(dirty=dirty)(peak) for dirty in (False, True)}
    figures = {
        "peak_l_s": _peak_figure(document, system, say),
        "lift_m": Figure(
            value=system.lift_m if system.tap_m is not None else None,
            unit="m",
            label="From the lowest water to the highest tap",
            basis="derived",
            formula="highest tap − outlet of the tank it draws from",
            working="the highest tap is not measured yet"
            if system.tap_m is None
            else f"{say.length(system.tap_m)} − {say.length(system.water_m)}",
            moves="Ten metres of lift are a bar.",
        ),
        "head_m": Figure(
            value=asked[True],
            unit="m",
            label="Head asked for at the peak, filters due",
            basis="derived",
            source="Darcy-Weisbach with Colebrook" if entered.friction == "darcy" else "Hazen and Williams",
            formula="lift + pressure at the tap + pipes + fittings + filters + lamp + backflow device",
            working=" + ".join(f"{part.name.lower()} {say.pressure(part.dirty_kpa)}" for part in stack),
            moves="The filters' share is seen beside the rest: a larger housing is often the cheapest metre.",
        ),
    }
    curve, clean, dirty, points = None, None, None, []
    if entered.way == "pump":
        curve = fit_curve(*zip(*entered.points, strict=True))
        clean, dirty = (_point(system, curve, dirty=each) for each in (False, True))
        points = _curve(system, curve)
        figures |= _pump_figures(document, system, curve, clean, dirty, use_m3_year, say)
    if entered.way == "gravity":
        figures["gravity_l_s"] = _gravity_figure(document, system, say)
    return PumpPlan(
        way=entered.way,
        figures=figures,
        stack=stack,
        curve=points,
        clean=clean,
        dirty=dirty,
        findings=pump_findings(document, _facts(system, curve, clean, dirty, figures), say),
        cautions=CAUTIONS,
    )


def _peak_figure(document: Property, system: System, say: Wording) -> Figure:
    entered = document.pump
    if entered.flow_by == "units":
        formula, working = "Hunter's curve, flush tanks", f"{fixed(fixture_units(document), 1)} fixture units"
    else:
        formula, working = "the largest that are open at once", f"{entered.at_once} at once"
    if entered.irrigation_l_s:
        working += f", and {say.flow(entered.irrigation_l_s)} for the largest zone"
    return Figure(
        value=system.peak_l_s,
        unit="L/s",
        label="Peak flow",
        basis="from_memory" if entered.flow_by == "units" else "common_practice",
        source="International Plumbing Code, appendix E (from memory)" if entered.flow_by == "units" else "",
        formula=formula,
        working=working,
    )


def _stack(system: System) -> list[StackPart]:
    entered, peak = system.document.pump, system.peak_l_s
    suction, delivery = system.pipe_m(entered.suction, peak), system.pipe_m(entered.delivery, peak)
    lamp = lamp_number(system.document)
    uv = 0.0 if lamp is None else drops(system.document)[lamp].kpa(peak, dirty=False)
    rows = [
        ("lift", "Lift", system.lift_m * GRAVITY_M_S2, None),
        ("tap", "At the tap", entered.residual_kpa, None),
        ("pipes", "Pipes", (suction[0] + delivery[0]) * GRAVITY_M_S2, None),
        ("fittings", "Fittings", (suction[1] + delivery[1]) * GRAVITY_M_S2, None),
        ("filters", "Filters", system.train[False](peak) - uv, system.train[True](peak) - uv),
        ("uv", "UV lamp", uv, None),
        ("backflow", "Backflow device", entered.backflow_kpa, None),
    ]
    return [
        StackPart(key=key, name=name, clean_kpa=clean, dirty_kpa=clean if dirty is None else dirty)
        for key, name, clean, dirty in rows
    ]


def _point(system: System, curve: PumpCurve, *, dirty: bool) -> OperatingPoint:
    flow = operating_flow_l_s(curve, system.asked_m(dirty=dirty))
    return OperatingPoint(
        flow_l_s=flow, head_m=curve.head_m(flow), tap_kpa=system.tap_kpa(curve, system.peak_l_s, dirty=dirty)
    )


def _curve(system: System, curve: PumpCurve) -> list[CurvePoint]:
    most = min(curve.runs_out_l_s, MOST_L_S)
    flows = [most * step / _CURVE_STEPS for step in range(_CURVE_STEPS + 1)]
    clean, dirty = (system.asked_m(dirty=each) for each in (False, True))
    return [
        CurvePoint(flow_l_s=flow, pump_m=max(0.0, curve.head_m(flow)), clean_m=clean(flow), dirty_m=dirty(flow))
        for flow in flows
    ]


def _pump_figures(
    document: Property,
    system: System,
    curve: PumpCurve,
    clean: OperatingPoint,
    dirty: OperatingPoint,
    use_m3_year: float,
    say: Wording,
) -> dict[str, Figure]:
    entered = document.pump
    air = atmosphere_kpa(entered.altitude_m)
    share = pressure_tank.useful_share(
        cut_in_kpa=entered.cut_in_kpa,
        cut_out_kpa=entered.cut_out_kpa,
        precharge_kpa=entered.precharge_kpa,
        atmosphere_kpa=air,
    )
    flow = max(clean.flow_l_s, 0.0)
    drawdown, wanted = pressure_tank.vessel_l(flow_l_s=flow, run_s=entered.run_s, share=share)
    # The pump works over its band; its middle stands for it.
    head = (entered.cut_in_kpa + entered.cut_out_kpa) / 2 / GRAVITY_M_S2
    kwh_m3 = power_w(flow_l_s=1.0, head_m=min(head, 2_000.0), efficiency=entered.efficiency) / 3600
    figures = {
        "tap_clean_kpa": _tap_figure(clean, "new", system, say),
        "tap_dirty_kpa": _tap_figure(dirty, "due", system, say),
        "shut_off_kpa": Figure(
            value=curve.shut_off_m * GRAVITY_M_S2,
            unit="kPa",
            label="Shut-off pressure",
            basis="entered",
            formula="head at no flow × 9.81",
            working=f"{say.length(curve.shut_off_m)} of water",
            moves="Whatever stands behind the pump must bear it.",
        ),
        "vessel_l": Figure(
            value=None if entered.variable_speed else wanted,
            unit="L",
            label="Vessel that keeps it running",
            basis="published",
            source="Boyle",
            formula="flow × least run / (P0 / P_low − P0 / P_out), absolute",
            working="a variable-speed set needs a small one only"
            if entered.variable_speed
            else f"{say.volume(drawdown)} of draw-down / {share * 100:.0f} %",
            moves="A wider band between cut-in and cut-out gives more of the same vessel.",
        ),
        "kwh_m3": Figure(
            value=kwh_m3,
            unit="kWh/m3",
            label="Electricity",
            basis="derived",
            formula="ρ g H / efficiency, H in the middle of its band",
            working=f"{say.length(head)} at {entered.efficiency * 100:.0f} %",
        ),
        "kwh_year": Figure(
            value=kwh_m3 * use_m3_year,
            unit="kWh",
            label="Electricity in a mean year",
            basis="derived",
            formula="use from rain × electricity for a cubic metre",
            working=f"{say.volume(use_m3_year * 1000)} a year",
        ),
    }
    if entered.vessel_l > 0 and not entered.variable_speed and flow > 0:
        starts = pressure_tank.most_starts_h(flow_l_s=flow, drawdown_l=max(1e-6, entered.vessel_l * share))
        figures["starts_h"] = Figure(
            value=starts,
            unit="1/h",
            label="Most starts an hour",
            basis="derived",
            formula="3600 Q / (4 × draw-down), at half its flow",
            working=f"{say.flow(flow)}, {say.volume(entered.vessel_l * share)} of draw-down",
        )
    if system.pump_m is not None:
        figures["npsh_m"] = _suction_figure(document, system, say)
    return figures


def _tap_figure(point: OperatingPoint, filters: str, system: System, say: Wording) -> Figure:
    return Figure(
        value=point.tap_kpa,
        unit="kPa",
        label=f"At the highest tap, filters {filters}",
        basis="derived",
        formula="pump's head at the peak − lift − all that is lost on the way",
        working=f"at {say.flow(system.peak_l_s)}; at the wanted pressure it gives {say.flow(point.flow_l_s)}",
        moves="The next larger housing, a wider pipe, or a pump with more head.",
    )


def _suction_figure(document: Property, system: System, say: Wording) -> Figure:
    entered = document.pump
    assert system.pump_m is not None
    lift = system.pump_m - system.water_m
    lost = sum(system.pipe_m(entered.suction, system.peak_l_s))
    return Figure(
        value=npsh_available_m(
            altitude_m=entered.altitude_m,
            water_c=entered.water_c,
            lift_m=max(-100.0, min(100.0, lift)),
            loss_m=min(100.0, lost),
        ),
        unit="m",
        label="Suction head that is left",
        basis="derived",
        source="standard atmosphere; vapour pressure by IAPWS",
        formula="(atmosphere − vapour pressure) / ρ g − lift − losses",
        working=f"({say.pressure(atmosphere_kpa(entered.altitude_m))} − "
        f"{say.pressure(vapour_pressure_kpa(entered.water_c))}) / 9.81 − {say.length(lift)} − {say.length(lost)}",
        moves="A pump lower than the water fills itself.",
    )


def _gravity_figure(document: Property, system: System, say: Wording) -> Figure:
    pipe = document.pump.delivery
    head = -system.lift_m
    return Figure(
        value=None
        if system.tap_m is None
        else gravity_flow_l_s(
            head_m=min(1_000.0, max(0.0, head)),
            bore_mm=pipe.bore_mm,
            length_m=pipe.length_m,
            roughness_mm=min(pipe.roughness_mm, pipe.bore_mm / 2),
        ),
        unit="L/s",
        label="Runs from the open tap by gravity",
        basis="published",
        source="Darcy-Weisbach with Colebrook",
        formula="friction + one velocity head = the head there is",
        working="the highest tap is not measured yet"
        if system.tap_m is None
        else f"{say.length(head)} over {say.length(pipe.length_m)} of {say.bore(pipe.bore_mm)}, without filters",
        moves="A plinth's height is its pressure: ten kPa for each metre.",
    )


def _facts(
    system: System,
    curve: PumpCurve | None,
    clean: OperatingPoint | None,
    dirty: OperatingPoint | None,
    figures: dict[str, Figure],
) -> PumpFacts:
    values = {key: figure.value for key, figure in figures.items()}
    return PumpFacts(
        peak_l_s=system.peak_l_s,
        lift_m=values["lift_m"],
        suction_m=None if system.pump_m is None else system.pump_m - system.water_m,
        shut_off_kpa=values.get("shut_off_kpa"),
        most_l_s=None if curve is None else curve.most_l_s,
        tap_clean_kpa=None if clean is None else clean.tap_kpa,
        tap_dirty_kpa=None if dirty is None else dirty.tap_kpa,
        vessel_l=values.get("vessel_l"),
        npsh_m=values.get("npsh_m"),
        gravity_l_s=values.get("gravity_l_s"),
    )
