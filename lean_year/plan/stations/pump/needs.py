"""What lifting and pressing the water ask to be bought."""

from collections.abc import Iterator

from lean_year.core.parts.need import Need, Needs, Upkeep
from lean_year.core.parts.usual import BEND_K, ISOLATING_VALVES, LABEL_M, UNIONS
from lean_year.core.price.usual import BATTERY_MONTHS, PUMP_MONTHS, VESSEL_MONTHS
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.needs import (
    PRESSURE_PIPE_READS,
    bought_as,
    in_the_ground,
    laid_pipe,
    pressure_pipe,
    reducers,
)
from lean_year.plan.stations.pump.battery import sold_cable
from lean_year.property.document import Property

_WITHOUT_POWER = {
    "battery": "battery-power",
    "low_voltage": "low-voltage-pump",
    "generator": "generator",
    "low_tap": "low-tap",
}


@cached_by_parts(
    16, *PRESSURE_PIPE_READS, "site", "treatment.changeover", "treatment.second_source", "household.back_up"
)
def pump_needs(
    document: Property, peak_l_s: float, kwh_year: float | None, cable_mm2: float | None, say: Wording
) -> Needs:
    """The pump with its pipes, what keeps its pressure, and what brings water from elsewhere.

    `cable_mm2` is the copper that the cable of its battery has at least.
    """
    needs: list[Need] = []
    feed = document.pump.feed
    if document.pump.by_motor:
        needs += _pump(document, peak_l_s, cable_mm2, say)
    if feed == "header":
        needs += _header(document, say)
    if feed == "hand":
        needs += _by_hand(document, say)
    elif feed != "undecided":
        needs += _pipes(document, say)
        needs += _hot_water(document, say)
    needs += _from_elsewhere(document, say)
    return Needs(tuple(needs), tuple(_upkeep(document, kwh_year)))


def _pump(document: Property, peak_l_s: float, cable_mm2: float | None, say: Wording) -> Iterator[Need]:
    entered = document.pump
    shut_off_m = max((head for _, head in entered.points), default=0.0)
    kind = _kind_of_pump(document)
    why = f"Gives {say.flow(peak_l_s)} at the peak, by the curve that is entered{bought_as(entered.article)}"
    yield Need(kind, why, detail=f"shut-off head {say.length(shut_off_m)}")
    suction = pressure_pipe(document, entered.suction, say)
    if entered.feed == "pump":
        if entered.vessel_l > 0:
            why = f"Pre-charged to {say.pressure(entered.precharge_kpa)}{bought_as(entered.vessel_article)}"
            yield Need("vessel", why, detail=say.volume(entered.vessel_l))
        if entered.control == "pressure_switch":
            cuts = f"{say.pressure(entered.cut_in_kpa)} to {say.pressure(entered.cut_out_kpa)}"
            yield Need("pressure-switch", f"Cuts in and out: {cuts}")
        elif entered.control == "flow_switch":
            yield Need(
                "flow-switch", f"Starts at {say.pressure(entered.cut_in_kpa)}, stops when the water stands still"
            )
        yield Need("pressure-gauge", "Beside the pump", 1)
    if entered.foot_valve and not entered.submerged:
        yield suction.fitting("foot-valve", 1, "Suction: keeps it full")
    if entered.check_valve:
        yield suction.fitting("check-valve", 1, "Pump: water does not run back")
    if entered.dry_run_stop:
        yield Need("dry-run-stop", "Pump: the tank can run empty")
    yield suction.fitting("ball-valve", ISOLATING_VALVES, "Pump: one on either side, so that it can be taken out")
    yield suction.fitting("union", UNIONS, "Pump: one on either side, so that it can be taken out")
    delivery = pressure_pipe(document, entered.delivery, say)
    for laid, name in ((suction, "suction"), (delivery, "delivery")):
        if not (entered.submerged and laid is suction):
            why = f"Pump: from its port to the {name}"
            yield from reducers(laid, entered.port_mm, 1, why, units=document.units, use="pressure")
    yield from _power(document, cable_mm2, say)
    if entered.submerged:
        yield Need("lifting-rope", "Pump: lifted out by it, from outside")
    if entered.frost_housed and document.site.frost_depth_m > 0 and not entered.submerged:
        yield Need("pipe-insulation", "Suction and what stands in the plant room: frost", entered.suction.length_m)
    if not entered.on_battery and entered.without_power in _WITHOUT_POWER:
        yield Need(_WITHOUT_POWER[entered.without_power], "Water while the power is gone: as entered")


def _kind_of_pump(document: Property) -> str:
    entered = document.pump
    if entered.on_battery:
        return "pump-low-voltage"
    if entered.control == "variable_speed":
        return "pump-variable"
    return "pump-submerged" if entered.submerged else "pump"


def _power(document: Property, cable_mm2: float | None, say: Wording) -> Iterator[Need]:
    """What it gets its power from."""
    battery = document.pump.battery
    if battery is None:
        yield Need("rcd-outlet", "Pump: by a licensed electrician")
        return
    volts = say.of_kind("voltage", battery.volts)
    yield Need("battery", "Pump: runs on it", detail=f"{volts}, {say.of_kind('charge', battery.capacity_ah)}")
    yield Need("battery-charger", "Battery: charged by sun or mains", detail=volts)
    yield Need("battery-fuse", "Battery: at its terminal")
    sold = None if cable_mm2 is None else sold_cable(cable_mm2, document.units)
    yield Need("battery-cable", "Battery to pump, two wires of copper", battery.cable_m, detail=sold or "")


def _upkeep(document: Property, kwh_year: float | None) -> Iterator[Upkeep]:
    entered = document.pump
    if entered.feed == "hand":
        yield Upkeep("hand-pump", "Hand pump: worn", PUMP_MONTHS, replaces=True)
    if not entered.by_motor:
        return
    if kwh_year and not entered.on_battery:
        yield Upkeep("power", "Pump, in a mean year", 12.0, kwh_year)
    yield Upkeep(_kind_of_pump(document), "Pump: worn", PUMP_MONTHS, replaces=True)
    if entered.on_battery:
        yield Upkeep("battery", "Battery: worn", BATTERY_MONTHS, replaces=True)
    if entered.feed == "pump" and entered.vessel_l > 0:
        yield Upkeep("vessel", "Vessel: worn", VESSEL_MONTHS, replaces=True)


def _by_hand(document: Property, say: Wording) -> Iterator[Need]:
    hand, suction = document.pump.hand_pump, pressure_pipe(document, document.pump.suction, say)
    where = "its cylinder in the water" if hand.in_the_water else "beside the tank"
    yield Need("hand-pump", f"Gives {say.volume(hand.stroke_l)} a stroke", detail=where)
    yield suction.lengths(
        [document.pump.suction.length_m], f"{'Rising pipe' if hand.in_the_water else 'Suction'}: to the hand pump"
    )
    if not hand.in_the_water:
        yield suction.fitting("foot-valve", 1, "Suction: keeps it full")


def _header(document: Property, say: Wording) -> Iterator[Need]:
    header = document.pump.header
    yield Need("header-tank", "Between its outlet and its float valve", detail=say.volume(header.volume_l))
    up, down = (pressure_pipe(document, pipe, say) for pipe in (document.pump.delivery, header.down))
    yield up.fitting("float-valve", 1, "Header tank: shuts when it is full")
    yield down.fitting("ball-valve", 1, "Header tank: shuts its outlet")
    if header.covered:
        yield down.fitting("vent", 1, "Header tank: screened vent and overflow", hole=True)


def _pipes(document: Property, say: Wording) -> Iterator[Need]:
    entered = document.pump
    pipes = [("Pipe to the taps", entered.delivery)]
    if entered.by_motor and not entered.submerged:
        pipes.insert(0, ("Suction", entered.suction))
    if entered.feed == "header":
        pipes.append(("Pipe down from the header tank", entered.header.down))
    for name, pipe in pipes:
        laid = pressure_pipe(document, pipe, say)
        yield laid.lengths([pipe.length_m], f"{name}: {say.length(pipe.length_m)}")
        if bends := int(pipe.fittings_k / BEND_K):
            counted = f"K {pipe.fittings_k:g} of fittings, counted as {several(bends, 'bend')} of K {BEND_K:g}"
            yield laid.fitting("bend-90", bends, f"{name}: {counted}")
    buried = pressure_pipe(document, entered.delivery, say)
    if entered.trench_m > 0:
        yield from in_the_ground(buried, entered.delivery.length_m, "Pipe to the taps", say)
    labels = int(entered.delivery.length_m / LABEL_M) + 1
    yield Need("pipe-label", f"Pipe to the taps: one every {say.spacing(LABEL_M)}, as local code asks", labels)


def _hot_water(document: Property, say: Wording) -> Iterator[Need]:
    heater = document.pump.hot_water
    if heater.kind != "store":
        return
    if heater.expansion_l:
        yield Need("expansion-vessel", "Hot water: as entered", detail=say.volume(heater.expansion_l))
    if heater.mixed_down:
        yield Need("mixing-valve", "Hot water: as entered")


def _from_elsewhere(document: Property, say: Wording) -> Iterator[Need]:
    back_up, treatment = document.household.back_up, document.treatment
    if back_up.kind in ("mains", "well"):
        laid = laid_pipe(back_up.inlet_mm, document.units, say, use="pressure", drunk=True)
        yield laid.fitting("float-valve", 1, "Top-up: opens at the level that is kept")
        yield laid.fitting("ball-valve", 1, "Top-up: shuts it off")
        if treatment.changeover == "air_gap" or treatment.second_source == "none":
            yield laid.fitting(
                "air-gap", 1, f"Top-up: {say.bore(back_up.gap_mm)} from its inlet down to the overflow"
            )
    if back_up.kind == "well" and back_up.well is not None:
        yield Need("well-pump", "Well: lifts its water into the tank", detail=say.flow(back_up.well.pump_l_min / 60))
        lift = laid_pipe(back_up.well.bore_mm, document.units, say, use="pressure", drunk=True)
        yield lift.lengths([back_up.well.length_m], f"Well: its pipe, {say.length(back_up.well.length_m)}")
    if back_up.kind == "truck":
        yield Need("fill-coupling", f"Loads of {say.volume(back_up.load_l)} from a truck")
        yield Need("first-fill-hose", "Loads from a truck", 1)
    if treatment.second_source != "none" and treatment.changeover == "valves":
        laid = pressure_pipe(document, document.pump.delivery, say)
        yield laid.fitting("ball-valve", 1, "Second source: shuts it off, as entered")
    if treatment.second_source != "none" and treatment.changeover in ("rpz", "interlocked"):
        yield Need("backflow-device", "Second source: by a licensed plumber, and tested where it stands")
