"""The runs of gutter of a surface: how long each is, where its outlets are, and what of the rain comes to it."""

import math
from dataclasses import dataclass

from lean_year.core.water_path import gutters
from lean_year.core.water_path.gutters import OUTLET_HEAD_SHARE
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.property.roofs import Rectangle, Roof
from lean_year.property.water_path import Gutter


@dataclass(frozen=True, slots=True)
class GutterRun:
    """One run of gutter, with what was not entered filled in."""

    gutter: Gutter
    length_m: float
    outlets_m: tuple[float, ...]
    """Place of each outlet; those not measured are spread from end to end, one alone is at the left end."""
    share: float
    """Of the rain off its surface, by its length. [-]"""
    outside: bool
    """Whether an outlet was entered beyond the length that the surface gives."""

    @property
    def reaches_m(self) -> list[tuple[float, float]]:
        """What runs to each outlet from its left and from its right. [m]"""
        return gutters.reaches_m(length_m=self.length_m, outlets_m=self.outlets_m)

    @property
    def longest_reach_m(self) -> float:
        """The longest way to an outlet, which is full first. [m]"""
        return max(max(reach) for reach in self.reaches_m)

    @property
    def most_to_one_outlet(self) -> float:
        """Share of the run's water that comes to its busiest outlet. [-]"""
        return max(left + right for left, right in self.reaches_m) / self.length_m


def eave_m(roof: Roof) -> float:
    """One side of a surface with a gutter along it: the longer one, unless its length runs up the slope. [m]"""
    if not isinstance(roof.extent, Rectangle):
        return max(0.1, math.sqrt(plan_area_m2(roof)))
    if roof.extent.along_slope:
        return max(0.1, roof.extent.width_m)
    return max(0.1, roof.extent.length_m, roof.extent.width_m)


def gutter_runs(roof: Roof) -> list[GutterRun]:
    """The runs of a surface, in their order."""
    lengths = [eave_m(roof) if each.length_m is None else each.length_m for each in roof.gutters]
    return [
        GutterRun(
            gutter=gutter,
            length_m=length,
            outlets_m=_places_m(gutter, length),
            share=length / sum(lengths),
            outside=any(place is not None and place > length for place in gutter.outlets_m),
        )
        for gutter, length in zip(roof.gutters, lengths, strict=True)
    ]


def _places_m(gutter: Gutter, length_m: float) -> tuple[float, ...]:
    count = len(gutter.outlets_m)
    return tuple(
        (number / (count - 1) * length_m if count > 1 else 0.0) if place is None else min(place, length_m)
        for number, place in enumerate(gutter.outlets_m)
    )


def one_outlet_more(run: GutterRun) -> list[float | None]:
    """The places of a run's outlets with one more: spread as those are, or at the far end of the longest way."""
    entered = run.gutter.outlets_m
    if all(place is None for place in entered):
        return [*entered, None]
    ways = [
        far
        for place, (left, right) in zip(run.outlets_m, run.reaches_m, strict=True)
        for far in ((left, place - left), (right, place + right))
    ]
    return [*entered, min(round(max(ways)[1], 3), run.length_m)]


def gutter_section(gutter: Gutter, width_mm: float) -> tuple[float, float, float]:
    """Section [mm2], depth [mm] and girth [mm] of a gutter at a width."""
    if gutter.shape == "half_round":
        return gutters.half_round_area_mm2(width_mm), width_mm / 2, width_mm * 1.5708
    return width_mm * gutter.depth_mm, gutter.depth_mm, width_mm + 2 * gutter.depth_mm


def outlet_head_mm(gutter: Gutter) -> float:
    """Water over an outlet when its gutter is as full as it is designed to be. [mm]"""
    return OUTLET_HEAD_SHARE * gutter_section(gutter, gutter.width_mm)[1]
