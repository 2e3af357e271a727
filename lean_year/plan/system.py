"""The way from the lowest water to the highest tap: what a flow asks for in lift, pipes and filters."""

from collections.abc import Callable, Hashable

from lean_year.core.pipes import GRAVITY_M_S2, friction_head_m, hazen_williams_head_m, mean_velocity_m_s
from lean_year.core.pump import PumpCurve
from lean_year.plan.train import peak_l_s, train_kpa
from lean_year.property.document import Property
from lean_year.property.pumping import Pipe


def lift_key(document: Property) -> Hashable:
    """All of a document that lift and train depend on, but for what is used."""
    parts = document.model_dump_json(include={"units", "treatment", "pump", "levels", "prices"})
    return parts, document.snow.on, System(document).water_m


class System:
    """The way from the lowest water to the highest tap: lift, pipes, filters. Heads in m, flows in L/s."""

    def __init__(self, document: Property) -> None:
        self.document = document
        tanks = document.cistern.built()
        draws = tanks[-1] if document.cistern.layout in ("series", "transfer") else tanks[0]
        self.water_m = draws.vessel().sill_m
        """The lowest water that it draws, above the datum."""
        self.pump_m = document.levels.pump_m
        self.tap_m = document.levels.highest_tap_m
        self.peak_l_s = peak_l_s(document)
        self.train = {dirty: train_kpa(document, dirty=dirty) for dirty in (False, True)}

    @property
    def lift_m(self) -> float:
        """From the lowest water to the highest tap; 0 where it is not measured."""
        return 0.0 if self.tap_m is None else self.tap_m - self.water_m

    def pipe_m(self, pipe: Pipe, flow_l_s: float) -> tuple[float, float]:
        """Friction and fittings of a pipe."""
        entered = self.document.pump
        where = {"flow_l_s": flow_l_s, "bore_mm": pipe.bore_mm, "length_m": pipe.length_m}
        if entered.friction == "darcy":
            friction = friction_head_m(**where, roughness_mm=min(pipe.roughness_mm, pipe.bore_mm / 2))
        else:
            friction = hazen_williams_head_m(**where, c=entered.hazen_c)
        velocity = mean_velocity_m_s(flow_l_s=flow_l_s, bore_mm=pipe.bore_mm)
        return friction, pipe.fittings * velocity**2 / (2 * GRAVITY_M_S2)

    def lost_m(self, flow_l_s: float, *, dirty: bool) -> float:
        """All that is lost on the way at a flow."""
        pipes = sum(sum(self.pipe_m(pipe, flow_l_s)) for pipe in self._pipes())
        backflow = self.document.pump.backflow_kpa * (flow_l_s / max(self.peak_l_s, 1e-6)) ** 2
        return pipes + (self.train[dirty](flow_l_s) + backflow) / GRAVITY_M_S2

    def _pipes(self) -> tuple[Pipe, Pipe]:
        return self.document.pump.suction, self.document.pump.delivery

    def asked_m(self, *, dirty: bool) -> Callable[[float], float]:
        """Head that a flow asks for, with the wanted pressure at the tap."""
        static = self.lift_m + self.document.pump.residual_kpa / GRAVITY_M_S2
        return lambda flow: static + self.lost_m(flow, dirty=dirty)

    def tap_kpa(self, curve: PumpCurve, flow_l_s: float, *, dirty: bool) -> float:
        """Left at the highest tap at a flow. [kPa]"""
        left_m = curve.head_m(flow_l_s) - self.lift_m - self.lost_m(flow_l_s, dirty=dirty)
        return left_m * GRAVITY_M_S2
