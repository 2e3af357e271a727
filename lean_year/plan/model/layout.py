"""From the tanks as entered to the stores that the replay fills and empties."""

from dataclasses import dataclass, replace

import numpy as np

from lean_year.core.cistern.bank import Bank, Vessel, linked_bank
from lean_year.core.cistern.operation import Stage
from lean_year.core.cistern.sizing import LARGEST_SIZE_L
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.model.roof_surface import plan_area_m2, runoff_of
from lean_year.property.cistern import Cistern, Tank
from lean_year.property.document import Property

HOLDS_L = 1e-6
"""Tanks that hold less together hold nothing, and cannot be made wider: rounding. [L]"""


@dataclass(frozen=True, slots=True)
class Step:
    """One store of the chain: tanks that share a level."""

    tanks: tuple[Tank, ...]
    bank: Bank
    inflow_share: float
    """Share of the roofs' water that arrives here. [-]"""


@dataclass(frozen=True, slots=True)
class Layout:
    """The chain of stores, the last of which feeds the house."""

    steps: tuple[Step, ...]
    cistern: Cistern
    gross_l: float
    house_l: float
    """Live volume of the last store down to the outlet of the house. [L]"""
    garden_l: float
    """And down to that of the garden. [L]"""
    for_fire_l: float
    """Between the outlet of the house and one below it for fire. [L]"""

    @property
    def house_above_share(self) -> float:
        """Share of the last store that only the garden draws. [-]"""
        return self._under(self.house_l)

    @property
    def garden_above_share(self) -> float:
        """Share of it that only the house draws. [-]"""
        return self._under(self.garden_l)

    def _under(self, drawn_l: float) -> float:
        live_l = self.steps[-1].bank.live_l - self.reserve_l
        return max(0.0, 1 - max(0.0, drawn_l - self.reserve_l) / live_l) if live_l > 0 else 0.0

    @property
    def live_l(self) -> float:
        return self.live_for(self.gross_l)

    @property
    def dead_l(self) -> float:
        return sum(step.bank.dead_l for step in self.steps)

    @property
    def stranded_l(self) -> float:
        return sum(step.bank.stranded_l for step in self.steps)

    @property
    def shut_l(self) -> float:
        return sum(step.bank.shut_l for step in self.steps)

    @property
    def reserve_l(self) -> float:
        """What is kept for fire above the outlet of the house, as far as the last store holds it. [L]"""
        return min(max(0.0, self.cistern.fire_reserve_l - self.for_fire_l), self.steps[-1].bank.live_l)

    def _kept_l(self, gross_l: np.ndarray | float) -> np.ndarray:
        """The same of tanks made wider until they hold `gross_l`. [L]"""
        below_l = self.for_fire_l / self.gross_l * np.asarray(gross_l) if self._holds_water else 0.0
        return np.asarray(np.maximum(0.0, self.cistern.fire_reserve_l - below_l))

    @property
    def _holds_water(self) -> bool:
        """Whether its tanks can be made wider by a factor."""
        return self.gross_l > HOLDS_L

    def live_for(self, gross_l: float) -> float:
        """Live volume of the same tanks made wider until they hold `gross_l`. [L]"""
        return float(sum(stage.size_l for stage in self.stages(gross_l)))

    @property
    def _drawn_l(self) -> float:
        """Live volume whose water comes to the house: of the last store, and of those that are pumped into it. [L]"""
        pumped = self.cistern.layout == "transfer" and self.cistern.transfer_l_day > 0
        return sum(step.bank.live_l for step in (self.steps if pumped else self.steps[-1:]))

    def drawn_live_for(self, gross_l: np.ndarray) -> np.ndarray:
        """Live volume that comes to the house for each total. [L]"""
        share = self._drawn_l / self.gross_l if self._holds_water else 1.0
        return np.asarray(np.maximum(0.0, gross_l * share - self._kept_l(gross_l)))

    def gross_for(self, drawn_live_l: float) -> float | None:
        """The total at which so much live volume comes to the house; None where it never does, or only beyond any
        size that is looked for. [L]"""
        live = self._drawn_l
        reserve = self.cistern.fire_reserve_l
        if live <= 0:
            return None if self._holds_water else drawn_live_l + reserve
        gross = drawn_live_l * self.gross_l / live
        if self._kept_l(gross) > 0:  # what lies below the outlet of the house is too little for it
            gross = (drawn_live_l + reserve) * self.gross_l / (live + self.for_fire_l)
        return gross if gross <= LARGEST_SIZE_L else None

    def stages(self, gross_l: float | None = None) -> tuple[Stage, ...]:
        """The chain at a total volume, the planned one where None."""
        total = self.gross_l if gross_l is None else gross_l
        factor = total / self.gross_l if self._holds_water else 0.0
        layout, last = self.cistern.layout, len(self.steps) - 1
        out = []
        for number, step in enumerate(self.steps):
            size = max(0.0, step.bank.live_l * factor)
            if number == last:
                size = max(0.0, size - float(self._kept_l(total)))
            out.append(
                Stage(
                    size_l=size,
                    inflow_share=step.inflow_share,
                    spills_on=layout in ("settling_first", "series") and number < last,
                    pumped_l_day=self.cistern.transfer_l_day if layout == "transfer" and number < last else 0.0,
                )
            )
        return tuple(out)


def _vessels(tanks: list[Tank], outlet_m: float | None = None) -> list[Vessel]:
    """Each by itself; the one that is drawn from by another outlet than the taps' where one is given."""
    vessels = [tank.vessel() for tank in tanks for _ in range(tank.count)]
    if outlet_m is not None:
        drawn = next(number for number, vessel in enumerate(vessels) if not vessel.shut)
        vessels[drawn] = replace(vessels[drawn], outlet_m=min(outlet_m, vessels[drawn].overflow_m))
    return vessels


@cached_by_parts(32, "cistern", "downpipes.id", "downpipes.tank", "roofs")
def layout_of(document: Property, phase: int | None = None) -> Layout:
    """The chain of stores of a document, in a phase of building (the planned one where None)."""
    cistern = document.cistern
    groups, taps = cistern.stores(phase), cistern.drawn_from(phase)
    arriving = _arriving(document, groups)
    lowest_m = _lowest_outlet_m(cistern, taps)
    steps = tuple(
        Step(tuple(tanks), linked_bank(_vessels(tanks, lowest_m if tanks is groups[-1] else None)), share)
        for tanks, share in zip(groups, arriving, strict=True)
    )
    drawn = _drawn(groups[-1], taps, cistern, steps[-1])
    return Layout(steps, cistern, sum(step.bank.gross_l for step in steps), *drawn)


def _lowest_outlet_m(cistern: Cistern, tank: Tank) -> float | None:
    """Of the tank that is drawn from, where the garden's is lower than the taps'; None where it is not. [m]"""
    second = cistern.second_outlet
    return (
        second.height_m
        if second is not None and second.serves == "garden" and second.height_m < tank.outlet_m
        else None
    )


def _drawn(tanks: list[Tank], taps: Tank, cistern: Cistern, last: Step) -> tuple[float, float, float]:
    """Live volume of the last store down to the outlets of house and garden, and what lies below for fire; `taps` is
    the tank that they draw from. [L]"""
    second, all_l = cistern.second_outlet, last.bank.live_l
    if second is None:
        return all_l, all_l, 0.0

    def down_to_l(height_m: float) -> float:
        return linked_bank(_vessels(tanks, height_m)).live_l

    if second.serves == "fire":
        return all_l, all_l, max(0.0, down_to_l(second.height_m) - all_l)
    return down_to_l(taps.outlet_m), down_to_l(second.height_m), 0.0


def _arriving(document: Property, groups: list[list[Tank]]) -> list[float]:
    """Share of the roofs' water that arrives in each store, by what their downpipes feed."""
    where = {tank.id: number for number, tanks in enumerate(groups) for tank in tanks}
    feeds = {pipe.id: where.get(pipe.tank or "", 0) for pipe in document.downpipes}
    water = [0.0] * len(groups)
    for roof in document.roofs:
        if roof.on:
            for drain in roof.drains:
                water[feeds[drain.group]] += plan_area_m2(roof) * runoff_of(roof) * drain.share
    total = sum(water)
    return [each / total for each in water] if total > 0 else [1.0] + [0.0] * (len(groups) - 1)
