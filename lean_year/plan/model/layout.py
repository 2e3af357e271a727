"""From the tanks as entered to the stores that the replay fills and empties."""

from dataclasses import dataclass

import numpy as np

from lean_year.core.cistern.bank import Bank, Vessel, linked_bank
from lean_year.core.cistern.operation import Stage
from lean_year.core.cistern.sizing import LARGEST_SIZE_L
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
    def reserve_l(self) -> float:
        """What is kept for fire, as far as the last store holds it. [L]"""
        return min(self.cistern.fire_reserve_l, self.steps[-1].bank.live_l)

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
        return np.asarray(np.maximum(0.0, gross_l * share - self.cistern.fire_reserve_l))

    def gross_for(self, drawn_live_l: float) -> float | None:
        """The total at which so much live volume comes to the house; None where it never does, or only beyond any
        size that is looked for. [L]"""
        live = self._drawn_l
        if live <= 0:
            return None if self._holds_water else drawn_live_l + self.cistern.fire_reserve_l
        gross = (drawn_live_l + self.cistern.fire_reserve_l) * self.gross_l / live
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
                size = max(0.0, size - self.cistern.fire_reserve_l)
            out.append(
                Stage(
                    size_l=size,
                    inflow_share=step.inflow_share,
                    spills_on=layout in ("settling_first", "series") and number < last,
                    pumped_l_day=self.cistern.transfer_l_day if layout == "transfer" and number < last else 0.0,
                )
            )
        return tuple(out)


def _vessels(tanks: list[Tank]) -> list[Vessel]:
    return [tank.vessel() for tank in tanks for _ in range(tank.count)]


def groups_of_tanks(cistern: Cistern, phase: int | None = None) -> list[list[Tank]]:
    """The tanks of a phase by store, in the order the water takes."""
    built = cistern.built(phase)
    if cistern.layout == "linked" or len(built) == 1:
        return [built]
    if cistern.layout == "settling_first":
        return [built[:1], built[1:]]
    return [[tank] for tank in built]


def layout_of(document: Property, phase: int | None = None) -> Layout:
    """The chain of stores of a document, in a phase of building (the planned one where None)."""
    cistern = document.cistern
    groups = groups_of_tanks(cistern, phase)
    arriving = _arriving(document, groups)
    steps = tuple(
        Step(tuple(tanks), linked_bank(_vessels(tanks)), share) for tanks, share in zip(groups, arriving, strict=True)
    )
    return Layout(steps, cistern, sum(step.bank.gross_l for step in steps))


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
