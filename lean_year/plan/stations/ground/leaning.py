"""A tank out of level: which side is low, and what it cannot hold."""

from lean_year.core.cistern.lean import SIDES, Side
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.wording import Wording
from lean_year.property.cistern import Tank

LOW_SIDE: dict[Side, str] = {
    "overflow": "at its overflow",
    "clockwise": "a quarter clockwise of its overflow",
    "opposite": "opposite its overflow",
    "anticlockwise": "a quarter anticlockwise of its overflow",
}


def lowest_side(tank: Tank) -> str:
    """The side nearest to where its base is lowest, seen from above."""
    return LOW_SIDE[SIDES[round(tank.tilt.clockwise_deg / 90) % len(SIDES)]]


def lost_to_lean_l(tank: Tank) -> float:
    """What one of them cannot hold because it leans, below zero where it holds more. [L]"""
    level, leaning = (each.vessel() for each in (tank.model_copy(update={"lean": None}), tank))
    return float(level.below_l(level.top_water_m) - leaning.below_l(leaning.top_water_m))


def lean_figure(tank: Tank, say: Wording) -> Figure:
    """What it cannot hold."""
    level, leaning = (each.vessel().overflow_m for each in (tank.model_copy(update={"lean": None}), tank))
    return Figure(
        value=lost_to_lean_l(tank),
        unit="L",
        label="Lost to its lean",
        basis="derived",
        rests_on=("tanks",),
        formula="what it holds level − what it holds up to where it spills, over the middle of its floor",
        working=f"up to {say.length(level)} level, to {say.length(leaning)} leaning; "
        f"lowest {lowest_side(tank)}, {say.bore(tank.tilt.steepest_mm)} across",
        moves="An outlet on the low side reaches deeper, one on the high side less deep.",
    )
