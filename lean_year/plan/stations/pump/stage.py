"""Pump: what flow and head the house asks for, where the pump runs, and what it takes to run it."""

from pydantic import BaseModel

from lean_year.core.hydraulics.air_and_vapour import atmosphere_kpa, vapour_pressure_kpa
from lean_year.core.pump.pump_curve import (
    LEAST_NPSH_M,
    MOST_L_S,
    Presses,
    PumpCurve,
    npsh_available_m,
    operating_flow_l_s,
)
from lean_year.core.units import KPA_PER_M_OF_WATER
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.levels import by_heights_alone, tank_ground_m
from lean_year.plan.model.pressure_side import LIFT_READS, Filling, System, gives, pump_curve
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.model.train import lamp_number
from lean_year.plan.stations.pump.battery import BATTERY_CAUTION, battery_figures
from lean_year.plan.stations.pump.by_hand import hand_figures, hand_findings, hand_notes
from lean_year.plan.stations.pump.choices import choices
from lean_year.plan.stations.pump.figures import (
    crest_figure,
    cut_out_figure,
    demand_figures,
    gravity_figures,
    header_figures,
    lowest_tap_figure,
    power_figures,
    pressure_figures,
    shut_off_figure,
    suction_figure,
    vessel_figures,
)
from lean_year.plan.stations.pump.findings import PumpFacts, pump_findings
from lean_year.plan.stations.pump.hot_water import hot_water_figures, hot_water_findings, hot_water_notes
from lean_year.plan.stations.pump.needs import pump_needs
from lean_year.plan.stations.pump.notes import pump_notes
from lean_year.plan.stations.pump.pumps_offered import PumpOffered, pumps_offered
from lean_year.plan.stations.pump.surge import surge_figures, surge_findings
from lean_year.plan.stations.pump.top_up import NO_TOP_UP, TopUpPlan, plan_top_up
from lean_year.plan.stations.pump.work import pump_work
from lean_year.property.document import Property

PUMP_CAUTIONS = [
    "Mains electricity beside water: a licensed electrician, with a residual-current device.",
    "Pressure vessels and blocked pumps hold pressure: open a tap before anything is undone.",
    "Lifting a wet pump out of a tank is done from outside. Nobody enters a tank.",
]
TRENCH_CAUTION = (
    "Trenches cave in: slope or shore them as local rules have it before anybody climbs in. Solvent cement: gloves, "
    "and air in the trench."
)
TOP_UP_CAUTION = (
    "Where rain and another supply meet, a licensed plumber fits the backflow protection that local code asks for, "
    "and tests it."
)
_CURVE_STEPS = 24


class StackPart(BaseModel):
    """One part of the pressure that is asked for, at the peak."""

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
    """Where the pump's curve meets the system's; by gravity, what can be had at the wanted pressure."""

    flow_l_s: float
    head_m: float
    tap_kpa: float
    """Left at the highest tap at the peak flow; below zero where the peak cannot be had."""


class LiftHeights(BaseModel):
    """Heights above the datum; None where they are not measured, or not there. [m]"""

    lowest_m: float
    full_m: float
    ground_m: float
    """At the tank."""
    pump_m: float | None
    over_rim_m: float | None
    """Top of a suction over the rim of the tank."""
    tap_m: float | None
    header_m: float | None
    """Outlet of the header tank."""
    float_m: float | None


class SuctionBudget(BaseModel):
    """What the atmosphere gives at the pump's inlet, and what takes it. [m]"""

    atmosphere_m: float
    vapour_m: float
    lift_m: float
    """Below zero where the water stands above the pump."""
    lost_m: float
    left_m: float
    wanted_m: float


class VesselStates(BaseModel):
    """Share of the vessel that is water when the pump starts, and when it stops."""

    cut_in: float
    cut_out: float


class PumpPlan(BaseModel):
    feed: str
    figures: dict[str, Figure]
    stack: list[StackPart]
    gives_kpa: float | None
    """What there is for the stack, at the peak; None where it is not decided."""
    curve: list[CurvePoint]
    """Of the pump against the house, or against the way up to the header tank."""
    band_m: list[float]
    """Heads at which it cuts in and out, at the peak; empty where no switch holds it."""
    clean: OperatingPoint | None
    dirty: OperatingPoint | None
    heights: LiftHeights
    suction: SuctionBudget | None
    """None where there is no pump, or its height is not measured."""
    vessel: VesselStates | None
    offered: list[PumpOffered]
    """Generic pumps to choose from; empty where there is none to choose."""
    top_up: TopUpPlan = NO_TOP_UP
    """Of its own, as it asks for the replay."""
    notes: list[BuildNote]
    findings: list[Finding]
    cautions: list[str]


@cached_by_parts(16, *LIFT_READS, "household.back_up", narrowed=by_heights_alone)
def plan_pump(document: Property, use_m3_year: float, say: Wording) -> PumpPlan:
    """The pump stage; `use_m3_year` is what rain gives in a mean year. A wider tank changes none of it."""
    system = System(document)
    way, peak = document.pump.feed, system.peak_l_s
    stack = _stack(system)
    figures = demand_figures(document, system, say) | {"head_m": _head_figure(system, stack, say)}
    press = gives(document, system)
    if way == "hand":
        return _by_hand(document, system, use_m3_year, say)
    curve, runs_on = None, system
    clean = dirty = suction = vessel = None
    if document.pump.by_motor:
        curve, runs_on = pump_curve(document), Filling(document) if way == "header" else system
    if press is not None:
        to_be_had = {dirty: operating_flow_l_s(press, system.asked_m(dirty=dirty)) for dirty in (False, True)}
        figures |= pressure_figures(system, press, to_be_had, say)
        if curve is not None and way == "pump" and document.pump.holds:
            figures["tap_at_cut_in_kpa"] = figures["tap_dirty_kpa"]
            figures["tap_at_cut_out_kpa"] = cut_out_figure(system, curve, say)
        runs = to_be_had
        if curve is not None and runs_on is not system:
            runs = {dirty: operating_flow_l_s(curve, runs_on.asked_m(dirty=dirty)) for dirty in (False, True)}
        clean, dirty = (
            OperatingPoint(
                flow_l_s=runs[each],
                head_m=(press if runs_on is system or curve is None else curve).head_m(runs[each]),
                tap_kpa=system.end_kpa(press, peak, dirty=each),
            )
            for each in (False, True)
        )
    if curve is not None and clean is not None:
        figures["shut_off_kpa"] = shut_off_figure(system, curve, say)
        running_l_s, running_m = clean.flow_l_s, clean.head_m
        sucks_l_s = clean.flow_l_s
        if way == "pump":
            running_l_s, running_m = _running(system, curve)
            if document.pump.holds:
                sucks_l_s = max(peak, operating_flow_l_s(curve, system.outlet_m(document.pump.held_kpa)))
        figures |= power_figures(document, running_l_s, running_m, use_m3_year, say)
        watts, kwh_m3 = (figures[key].value or 0.0 for key in ("power_w", "kwh_m3"))
        figures |= battery_figures(document, watts, kwh_m3, use_m3_year, say)
        if system.pump_m is not None and system.sucks:
            suction = _suction(system, system.pump_m, sucks_l_s)
            figures["npsh_m"] = suction_figure(suction.lift_m, suction.lost_m, suction.left_m, document, say)
            figures |= _over_the_rim(system, suction, say)
    if way == "pump" and curve is not None and document.pump.holds:
        figures |= vessel_figures(document, _running(system, curve)[0], say)
        vessel = _vessel(document)
    if way == "header" and clean is not None and isinstance(runs_on, Filling):
        figures |= header_figures(document, runs_on, clean.flow_l_s, use_m3_year, say)
    if way in ("gravity", "header"):
        figures |= gravity_figures(system, say)
    if way != "undecided" and (way != "pump" or curve is not None):
        figures["low_tap_kpa"] = lowest_tap_figure(system, curve if way == "pump" else None, say)
    surge_and_heat, beyond = _beyond_the_pump(document, figures, peak, say)
    figures |= surge_and_heat
    offered = pumps_offered(document)
    return PumpPlan(
        feed=way,
        figures=figures,
        stack=stack,
        gives_kpa=None if press is None else _gives_kpa(system, press),
        curve=[] if curve is None else _curve(runs_on, curve),
        band_m=[system.outlet_m(kpa)(peak) for kpa in (document.pump.held_kpa, document.pump.most_held_kpa)]
        if way == "pump" and document.pump.holds
        else [],
        clean=clean,
        dirty=dirty,
        heights=_heights(system),
        suction=suction,
        vessel=vessel,
        offered=offered,
        notes=[*pump_notes(document, say), *hot_water_notes(document)],
        findings=[*pump_findings(document, _facts(system, curve, figures), offered, say), *beyond],
        cautions=[
            *(PUMP_CAUTIONS if way != "gravity" and not document.pump.on_battery else PUMP_CAUTIONS[1:]),
            *([BATTERY_CAUTION] if document.pump.by_motor and document.pump.on_battery else []),
            TRENCH_CAUTION,
            *([_header_caution(say)] if way == "header" else []),
            *([TOP_UP_CAUTION] if document.household.back_up.kind in ("mains", "well") else []),
        ],
    )


def _beyond_the_pump(
    document: Property, figures: dict[str, Figure], peak_l_s: float, say: Wording
) -> tuple[dict[str, Figure], list[Finding]]:
    """The pipes and the heater behind it, by the pressures at the taps."""
    values = {key: figure.value for key, figure in figures.items()}
    least_kpa, most_kpa = values.get("tap_dirty_kpa"), values.get("low_tap_kpa") or 0.0
    return (
        surge_figures(document, peak_l_s, say) | hot_water_figures(document, most_kpa, say),
        surge_findings(document, peak_l_s, say) + hot_water_findings(document, least_kpa, most_kpa, say),
    )


def _running(system: System, curve: PumpCurve) -> tuple[float, float]:
    """Flow [L/s] and head [m] of a pump that stands for its band: in the middle, or at the peak where it holds a set
    point, or none."""
    entered = system.document.pump
    if not entered.holds:
        flow = min(system.peak_l_s, operating_flow_l_s(curve, system.asked_m(dirty=False)))
        return flow, curve.head_m(flow)
    asked_m = system.outlet_m((entered.held_kpa + entered.most_held_kpa) / 2)
    flow = operating_flow_l_s(curve, asked_m)
    if entered.control == "variable_speed":
        flow = min(flow, system.peak_l_s)
    return flow, asked_m(flow)


def _heights(system: System) -> LiftHeights:
    document = system.document
    header = document.pump.header if document.pump.feed == "header" else None
    return LiftHeights(
        lowest_m=system.water_m,
        full_m=system.full_m,
        ground_m=tank_ground_m(document, document.cistern.drawn_from()),
        pump_m=system.pump_m,
        over_rim_m=document.pump.sucks_over_m,
        tap_m=system.tap_m,
        header_m=header and header.outlet_m,
        float_m=header and header.outlet_m + header.depth_m,
    )


def _suction(system: System, pump_m: float, flow_l_s: float) -> SuctionBudget:
    entered = system.document.pump
    lift = max(-100.0, min(100.0, pump_m - system.water_m))
    lost = min(100.0, system.suction_loss_m(flow_l_s))
    where = {"altitude_m": entered.altitude_m, "water_c": entered.water_c}
    return SuctionBudget(
        atmosphere_m=atmosphere_kpa(entered.altitude_m) / KPA_PER_M_OF_WATER,
        vapour_m=vapour_pressure_kpa(entered.water_c) / KPA_PER_M_OF_WATER,
        lift_m=lift,
        lost_m=lost,
        left_m=npsh_available_m(**where, lift_m=lift, loss_m=lost),
        wanted_m=LEAST_NPSH_M,
    )


def _over_the_rim(system: System, suction: SuctionBudget, say: Wording) -> dict[str, Figure]:
    """What the atmosphere leaves at the top of a suction over the rim, all that the suction loses counted."""
    document, rim_m = system.document, _rim_m(system)
    if rim_m is None:
        return {}
    up_m = max(-100.0, min(100.0, rim_m))
    left_m = npsh_available_m(
        altitude_m=document.pump.altitude_m, water_c=document.pump.water_c, lift_m=up_m, loss_m=suction.lost_m
    )
    return {"crest_m": crest_figure(up_m, suction.lost_m, left_m, document, say)}


def _rim_m(system: System) -> float | None:
    """From the lowest water up to the rim that its suction goes over; None where it goes over none."""
    over_m = system.document.pump.sucks_over_m
    return None if over_m is None else over_m - system.water_m


def _by_hand(document: Property, system: System, use_m3_year: float, say: Wording) -> PumpPlan:
    """Without a motor: what a hand gives, and what it asks of a person."""
    figures = hand_figures(document, system, use_m3_year, say)
    return PumpPlan(
        feed="hand",
        figures=figures,
        stack=[],
        gives_kpa=None,
        curve=[],
        band_m=[],
        clean=None,
        dirty=None,
        heights=_heights(system),
        suction=None,
        vessel=None,
        offered=[],
        notes=[*hand_notes(document), *pump_notes(document, say)],
        findings=hand_findings(document, figures, say),
        cautions=[
            PUMP_CAUTIONS[2],
            *([TOP_UP_CAUTION] if document.household.back_up.kind in ("mains", "well") else []),
        ],
    )


def _vessel(document: Property) -> VesselStates:
    entered, air = document.pump, atmosphere_kpa(document.pump.altitude_m)
    charge = entered.precharge_kpa + air
    return VesselStates(
        cut_in=1 - charge / (entered.cut_in_kpa + air), cut_out=1 - charge / (entered.cut_out_kpa + air)
    )


def _gives_kpa(system: System, press: Presses) -> float:
    """Over where the stack is counted from: the water, or the tap where the water runs down to it."""
    return (press.head_m(system.peak_l_s) + max(0.0, -system.lift_m)) * KPA_PER_M_OF_WATER


def _head_figure(system: System, stack: list[StackPart], say: Wording) -> Figure:
    darcy = system.document.pump.friction == "darcy"
    return Figure(
        value=sum(part.dirty_kpa for part in stack) / KPA_PER_M_OF_WATER,
        unit="m",
        label="Head asked for at the peak, filters due",
        basis="derived",
        rests_on=("heights", "peak", "filters", "fittings"),
        source="Darcy-Weisbach with Colebrook" if darcy else "Hazen and Williams",
        formula="lift + pressure at the tap + pipes + fittings + filters + lamp + backflow device",
        working=" + ".join(f"{part.name.lower()} {say.pressure(part.dirty_kpa)}" for part in stack),
        moves="The filters' share is seen beside the rest: a larger housing is often the cheapest head.",
    )


def _stack(system: System) -> list[StackPart]:
    entered, peak = system.document.pump, system.peak_l_s
    pipes = [system.pipe_m(pipe, peak) for pipe in system.pipes]
    lamp = lamp_number(system.document)
    uv = 0.0 if lamp is None else system.stages[lamp].kpa(peak, dirty=False)
    filters = [system.train_kpa(peak, dirty=dirty) - uv for dirty in (False, True)]
    # A fall is what there is, and no part of what is asked for.
    rows = [
        ("lift", "Lift", max(0.0, system.lift_m) * KPA_PER_M_OF_WATER, None),
        ("tap", "At the tap", entered.residual_kpa, None),
        ("pipes", "Pipes", sum(friction for friction, _ in pipes) * KPA_PER_M_OF_WATER, None),
        ("fittings", "Fittings", sum(fittings for _, fittings in pipes) * KPA_PER_M_OF_WATER, None),
        ("filters", "Filters", filters[0], filters[1]),
        ("uv", "UV lamp", uv, None),
        ("backflow", "Backflow device", system.backflow_kpa, None),
    ]
    return [
        StackPart(key=key, name=name, clean_kpa=clean, dirty_kpa=clean if dirty is None else dirty)
        for key, name, clean, dirty in rows
    ]


def _curve(system: System, curve: PumpCurve) -> list[CurvePoint]:
    most = min(curve.runs_out_l_s, MOST_L_S)
    flows = [most * step / _CURVE_STEPS for step in range(_CURVE_STEPS + 1)]
    clean, dirty = (system.asked_m(dirty=each) for each in (False, True))
    return [
        CurvePoint(flow_l_s=flow, pump_m=max(0.0, curve.head_m(flow)), clean_m=clean(flow), dirty_m=dirty(flow))
        for flow in flows
    ]


def _facts(system: System, curve: PumpCurve | None, figures: dict[str, Figure]) -> PumpFacts:
    values = {key: figure.value for key, figure in figures.items()}
    return PumpFacts(
        peak_l_s=system.peak_l_s,
        lift_m=values["lift_m"],
        suction_m=None if system.pump_m is None else system.pump_m - system.water_m,
        shut_off_kpa=values.get("shut_off_kpa"),
        reaches_kpa=None if curve is None else system.reaches_kpa(curve),
        most_l_s=None if curve is None else curve.most_l_s,
        off_curve=0.0 if curve is None else _off_curve(system.document, curve),
        tap_clean_kpa=values.get("tap_clean_kpa"),
        tap_dirty_kpa=values.get("tap_dirty_kpa"),
        vessel_l=values.get("vessel_l"),
        starts_h=values.get("starts_per_hour"),
        held_l=values.get("held_l"),
        over_switch_m=system.over_switch_m,
        rim_m=_rim_m(system),
        crest_m=values.get("crest_m"),
        carries_d=values.get("battery_d"),
        cable_mm2=values.get("cable_mm2"),
        npsh_m=values.get("npsh_m"),
        low_tap_kpa=values.get("low_tap_kpa"),
        gravity_l_s=values.get("gravity_l_s"),
        gravity_due_l_s=values.get("gravity_due_l_s"),
        fill_l_s=values.get("fill_l_s"),
    )


def _off_curve(document: Property, curve: PumpCurve) -> float:
    """How far the point that fits worst lies off the fitted curve, as a share of the shut-off head."""
    return max(abs(curve.head_m(flow) - head) for flow, head in document.pump.points) / curve.shut_off_m


def _plan(model: PropertyModel) -> PumpPlan:
    pump = plan_pump(model.document, sum(model.rain_use_m3_year.values()), model.say)
    top_up = plan_top_up(model.document, model.replay, model.say)
    return pump.model_copy(update={"top_up": top_up, "findings": [*pump.findings, *top_up.findings]})


def _header_caution(say: Wording) -> str:
    return (
        f"A tank in a roof, on a stand or a tower: ask a structural engineer first. Water weighs "
        f"{say.full_weight()}. It is reached at height: a fixed ladder, fall protection."
    )


def _headline(model: PropertyModel, plan: PumpPlan) -> str:
    say, figures = model.say, plan.figures
    match plan.feed:
        case "undecided":
            return "not decided"
        case "hand":
            return f"by hand, {say.flow(figures['peak_l_s'].value or 0.0)}"
        case "gravity":
            flow = figures["gravity_l_s"].value
            return "gravity" if flow is None else f"gravity, {say.flow(flow)}"
        case "header":
            return f"header tank, {say.pressure(max(0.0, figures['tap_dirty_kpa'].value or 0.0))}"
        case _:
            tap = max(0.0, figures["tap_dirty_kpa"].value or 0.0)
            return f"{say.flow(figures['peak_l_s'].value or 0.0)}, {say.pressure(tap)}"


def _bought(plan: PumpPlan) -> tuple[float, float | None, float | None]:
    """What it gives at the peak [L/s], its power in a mean year [kWh], the copper of its battery's cable [mm2]."""
    power, copper = (plan.figures[key].value if key in plan.figures else None for key in ("kwh_year", "cable_mm2"))
    return plan.figures["peak_l_s"].value or 0.0, power, copper


STATION = Station(
    key="pump",
    name="Pump",
    job_step=10,
    entries=("/pump", "/site/frost_depth_m", "/household/back_up/well", "/household/back_up/truck"),
    answer=PumpPlan,
    plan=_plan,
    headline=_headline,
    choices=choices,
    needs=lambda model, plan: pump_needs(model.document, *_bought(plan), model.say),
    work=lambda model, plan: pump_work(model.document, _bought(plan)[0], model.say),
)
