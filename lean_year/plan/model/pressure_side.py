"""The way from where the water stands to the highest tap: what a flow asks for in lift, pipes and filters."""

import math
from collections.abc import Callable
from functools import lru_cache

from lean_year.core.hydraulics.pipes import friction_head_m, hazen_williams_head_m, mean_velocity_m_s
from lean_year.core.pump.pressure_switch import HeldPump, tap_pressure_kpa
from lean_year.core.pump.pump_curve import Presses, PumpCurve, StandingWater, fit_curve, operating_flow_l_s
from lean_year.core.units import GRAVITY_M_S2, KPA_PER_M_OF_WATER
from lean_year.plan.model.train import drops, peak_l_s
from lean_year.property.document import Property
from lean_year.property.pump import Pipe

LIFT_READS = ("units", "site", "treatment", "pump", "levels", "prices", "snow", "cistern")
"""Parts of a document that lift and train read; of the cistern its heights alone."""


class System:
    """The way to the highest tap: lift, pipes, filters. Heads in m, flows in L/s."""

    def __init__(self, document: Property) -> None:
        entered = document.pump
        self.document = document
        vessel = document.cistern.drawn_from().vessel()
        self.water_m = vessel.lowest_draw_m
        """The lowest water that it draws, above the datum."""
        self.full_m = vessel.top_water_m
        self.pump_m = document.levels.pump_m
        self.tap_m = document.levels.highest_tap_m
        self.peak_l_s = peak_l_s(document)
        self.wanted_kpa = entered.residual_kpa
        self.backflow_kpa = entered.backflow_kpa
        header = entered.feed == "header"
        self.from_m = entered.header.outlet_m if header else self.water_m
        """The water that presses on the taps."""
        self.sucks = entered.by_motor and not entered.submerged
        """Whether the water comes to the pump through a suction."""
        self.pipes: tuple[Pipe, ...] = (entered.suction, entered.delivery) if self.sucks else (entered.delivery,)
        if header:
            self.pipes = (entered.header.down,)
        self.stages = drops(document)
        self.strainers = self.stages[: _leading_strainers(document)] if self.sucks or header else []
        """Those that stand before the pump, or before the header tank."""
        self.train = self.stages[len(self.strainers) :] if header else self.stages

    @property
    def to_m(self) -> float | None:
        """Where the water must get to; None where that is not measured."""
        return self.tap_m

    @property
    def lift_m(self) -> float:
        """From the water up to there, below zero where it runs down; 0 where it is not measured."""
        return 0.0 if self.to_m is None else self.to_m - self.from_m

    def pipe_m(self, pipe: Pipe, flow_l_s: float) -> tuple[float, float]:
        """Friction and fittings of a pipe."""
        entered = self.document.pump
        c = entered.hazen_c if entered.friction == "hazen_williams" else None
        return _pipe_m(pipe.bore_mm, pipe.length_m, pipe.roughness_mm, pipe.fittings_k, c, flow_l_s)

    def lost_m(self, flow_l_s: float, *, dirty: bool) -> float:
        """All that is lost on the way at a flow."""
        pipes = sum(sum(self.pipe_m(pipe, flow_l_s)) for pipe in self.pipes)
        backflow = self.backflow_kpa * (flow_l_s / max(self.peak_l_s, 1e-6)) ** 2
        return pipes + (self.train_kpa(flow_l_s, dirty=dirty) + backflow) / KPA_PER_M_OF_WATER

    def train_kpa(self, flow_l_s: float, *, dirty: bool) -> float:
        """Taken by what stands on this way of the train. [kPa]"""
        return sum(drop.kpa(flow_l_s, dirty=dirty) for drop in self.train)

    def asked_m(self, *, dirty: bool) -> Callable[[float], float]:
        """Head that a flow asks for, with the wanted pressure at its end."""
        static = self.lift_m + self.wanted_kpa / KPA_PER_M_OF_WATER
        return lambda flow: static + self.lost_m(flow, dirty=dirty)

    def end_kpa(self, gives: Presses, flow_l_s: float, *, dirty: bool) -> float:
        """Left at its end at a flow. [kPa]"""
        left_m = gives.head_m(flow_l_s) - self.lift_m - self.lost_m(flow_l_s, dirty=dirty)
        return left_m * KPA_PER_M_OF_WATER

    def standing(self) -> StandingWater:
        """The water itself, as what presses where no pump does."""
        fall = max(0.0, -self.lift_m)
        widest_m2 = max(math.pi * (pipe.bore_mm / 1000) ** 2 / 4 for pipe in self.pipes)
        return StandingWater(0.0, 1000 * widest_m2 * math.sqrt(2 * GRAVITY_M_S2 * fall) + 1e-9)

    def open_l_s(self, *, dirty: bool) -> float:
        """What runs from the open tap by gravity: all losses, and one velocity head in the last pipe."""
        last = self.pipes[-1]
        return operating_flow_l_s(
            self.standing(),
            lambda flow: self.lift_m + self.lost_m(flow, dirty=dirty) + _velocity_head_m(last.bore_mm, flow),
        )

    @property
    def suction_lift_m(self) -> float:
        """From the lowest water up to the pump, below zero where it stands under it; 0 where it is not measured."""
        return 0.0 if self.pump_m is None else self.pump_m - self.water_m

    def outlet_m(self, kpa: float) -> Callable[[float], float]:
        """Head that the pump must give at a flow for a pressure at its outlet."""
        return lambda flow: kpa / KPA_PER_M_OF_WATER + self.suction_lift_m + self.suction_loss_m(flow)

    def held(self, curve: PumpCurve, kpa: float) -> HeldPump:
        """A pump whose outlet is held at a pressure."""
        return HeldPump(curve, self.outlet_m(kpa))

    def reaches_kpa(self, curve: PumpCurve) -> float:
        """What a pump reaches at its outlet when nothing is drawn and the water stands lowest."""
        return (curve.shut_off_m - self.suction_lift_m) * KPA_PER_M_OF_WATER

    @property
    def over_switch_m(self) -> float:
        """From the pump's switch up to the highest tap; 0 where it is not measured. [m]"""
        if self.tap_m is None:
            return 0.0
        return self.tap_m - (self.water_m if self.pump_m is None else self.pump_m)

    @property
    def low_tap_m(self) -> float:
        """The lowest tap; where nobody has measured it, no higher than the ground at the house. [m]"""
        heights = self.document.levels
        if heights.lowest_tap_m is not None:
            return heights.lowest_tap_m
        return heights.ground_m if self.tap_m is None else min(heights.ground_m, self.tap_m)

    def most_at_lowest_tap_kpa(self, curve: PumpCurve | None) -> float:
        """What stands at the lowest tap, nothing drawn and the tank full: held by the pump, or by height alone."""
        low, entered = self.low_tap_m, self.document.pump
        if entered.feed == "header":
            return (entered.header.outlet_m + entered.header.depth_m - low) * KPA_PER_M_OF_WATER
        if curve is None:
            return (self.full_m - low) * KPA_PER_M_OF_WATER
        pump_m = self.water_m if self.pump_m is None else self.pump_m
        reaches = (curve.shut_off_m + self.full_m - pump_m) * KPA_PER_M_OF_WATER
        most = min(entered.most_held_kpa, reaches) if entered.holds else reaches
        return tap_pressure_kpa(switch_kpa=max(0.0, most), lift_m=low - pump_m, loss_kpa=0.0)

    def needed_kpa(self, *, dirty: bool) -> float:
        """What the pump's outlet must have at the peak for the wanted pressure at the tap."""
        asked_m = self.asked_m(dirty=dirty)(self.peak_l_s)
        return (asked_m - self.suction_lift_m - self.suction_loss_m(self.peak_l_s)) * KPA_PER_M_OF_WATER

    def suction_loss_m(self, flow_l_s: float) -> float:
        """Lost before the pump: its pipe, and the strainers that stand first in the train; nothing where it hangs in
        the water."""
        if not self.sucks:
            return 0.0
        lost = sum(self.pipe_m(self.document.pump.suction, flow_l_s))
        return lost + sum(drop.kpa(flow_l_s, dirty=False) for drop in self.strainers) / KPA_PER_M_OF_WATER


class Filling(System):
    """The way up to a header tank, where the float lets the water out against nothing."""

    def __init__(self, document: Property) -> None:
        super().__init__(document)
        entered = document.pump
        self.from_m = self.water_m
        self.pipes = (entered.suction, entered.delivery) if self.sucks else (entered.delivery,)
        self.wanted_kpa = self.backflow_kpa = 0.0
        self.train = self.strainers

    @property
    def to_m(self) -> float:
        header = self.document.pump.header
        return header.outlet_m + header.depth_m


def gives(document: Property, system: System) -> Presses | None:
    """What presses the water on a way, a switched pump as it cuts in, one with a flow switch by its whole curve; None
    where it is not decided, or a hand does."""
    match document.pump.feed:
        case "undecided" | "hand":
            return None
        case "pump":
            curve = pump_curve(document)
            return system.held(curve, document.pump.held_kpa) if document.pump.holds else curve
        case _:
            return pump_curve(document) if isinstance(system, Filling) else system.standing()


def pump_curve(document: Property) -> PumpCurve:
    """The curve of the pump's points."""
    return fit_curve(*zip(*document.pump.points, strict=True))


def _leading_strainers(document: Property) -> int:
    stages = document.treatment.stages
    return next((number for number, each in enumerate(stages) if each.kind != "strainer"), len(stages))


@lru_cache(4_096)
def _pipe_m(
    bore_mm: float, length_m: float, roughness_mm: float, fittings_k: float, hazen_c: float | None, flow_l_s: float
) -> tuple[float, float]:
    """Friction, by Hazen and Williams where their coefficient is given, and fittings."""
    where = {"flow_l_s": flow_l_s, "bore_mm": bore_mm, "length_m": length_m}
    if hazen_c is None:
        friction = friction_head_m(**where, roughness_mm=min(roughness_mm, bore_mm / 2))
    else:
        friction = hazen_williams_head_m(**where, c=hazen_c)
    return friction, fittings_k * _velocity_head_m(bore_mm, flow_l_s)


def _velocity_head_m(bore_mm: float, flow_l_s: float) -> float:
    return float(mean_velocity_m_s(flow_l_s=flow_l_s, bore_mm=bore_mm) ** 2 / (2 * GRAVITY_M_S2))
