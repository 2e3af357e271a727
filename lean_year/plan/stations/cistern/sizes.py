"""Security over size: many totals of the same tanks through the record."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.cistern import sizing
from lean_year.core.cistern.many_replays import OperatedCurve
from lean_year.core.cistern.replay import no_shortage_size_l
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import SUPPLY
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.supply import Supply
from lean_year.plan.stations.cistern.figures import RULE_SOURCE
from lean_year.plan.stations.cistern.marginal_cost import tank_cost
from lean_year.property.document import Property

CURVE_SIZES = 121
SLOW_CURVE_SIZES = 33
"""Of a supply whose sizes take long."""


class Curve(BaseModel):
    """Security over size on rain alone, one entry a size. `tank_l` counts from the floor to the overflow."""

    tank_l: list[float]
    years_carried: list[int]
    short_days: list[int]
    shortfall_l: list[float]
    lean_year_missed_l: list[float]
    """Missed in the lean year."""
    cost: list[float]
    """Tanks and pads. [money]"""


def _nice_ceiling(value: float) -> float:
    """The next of 1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8 times a power of ten, so that an axis ends on a round number.

    >>> _nice_ceiling(104_000), _nice_ceiling(0)
    (120000.0, 1000.0)
    """
    power = 10.0 ** np.floor(np.log10(max(value, 1_000.0)))
    return float(next(step * power for step in (1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10) if step * power >= value))


@dataclass(frozen=True, slots=True)
class Sized:
    """Many totals of the same tanks on rain alone."""

    tank_l: NDArray[np.float64]
    curve: OperatedCurve


def sized_on_rain(supply: Supply, lean: slice, first_filling: bool) -> Sized:
    """Totals from nothing to past what the record asks for, begun full and with nothing given up."""
    reach = supply.layout.gross_l * 1.15
    live = no_shortage_size_l(inflow_l=supply.inflow_l, demand_l=supply.demand_l, rule=supply.operation.rule)
    most = supply.layout.gross_for(live)
    if most is not None and not first_filling:
        reach = max(reach, min(most * 1.1, sizing.LARGEST_SIZE_L))
    count = SLOW_CURVE_SIZES if supply.slow_to_size else CURVE_SIZES
    tank = np.linspace(0, _nice_ceiling(reach), count)
    return Sized(tank, supply.kept_sizes(tank, (lean.start, lean.stop)))


def curve_of(document: Property, supply: Supply, sized: Sized) -> Curve:
    sizes = sized.curve
    return Curve(
        tank_l=sized.tank_l.tolist(),
        years_carried=(int(supply.rain.counts.sum()) - sizes.short_years).tolist(),
        short_days=sizes.short_days.tolist(),
        shortfall_l=np.maximum(0.0, sizes.missed_l).tolist(),
        lean_year_missed_l=np.maximum(0.0, sizes.watch_missed_l).tolist(),
        cost=np.asarray(tank_cost(document.prices, supply.layout, sized.tank_l)).tolist(),
    )


@dataclass(frozen=True, slots=True)
class SmallestTanks:
    """The least tanks on rain alone; None where no size does it. [L]"""

    no_short_day_l: float | None
    for_aim_l: float | None
    aim: int
    """Counted years that the design is to carry."""


def smallest_tanks(alone: Supply, sized: Sized, aim: int) -> SmallestTanks:
    """The least tank without a short day, and the least that carries `aim` of the counted years; what is held back is
    in both."""
    counted = int(alone.rain.counts.sum())
    # Part years and years left out may run short, so that even all of the counted ones is a question of its own.
    same = aim == counted == len(alone.rain.years)
    ways = [sizing.no_short_day] if same else [sizing.no_short_day, sizing.years_carried_at_least(aim, counted)]
    slow = alone.slow_to_size  # near enough will do
    found = sizing.narrow_down(
        alone.kept_sizes,
        [_within(sized, enough) for enough in ways],
        side_by_side=8 if alone.sized_one_by_one else 22 if slow else 16,
        exact_to=0.002 if slow else 0.0,
    )
    none_short, for_aim = (None if litres is None else float(litres) for litres in (found[0], found[-1]))
    return SmallestTanks(none_short, for_aim, aim)


def _within(sized: Sized, enough: sizing.Enough) -> sizing.Sought:
    """What the curve knows of the least tank that is enough."""
    passed, tank_l = np.flatnonzero(enough(sized.curve)), sized.tank_l
    if not passed.size:
        return sizing.Sought(enough, high=int(tank_l[-1]) * 2, low=int(tank_l[-1]))
    first = int(passed[0])
    if first == 0:
        return sizing.Sought(enough, high=0, sure=True)
    high = math.ceil(tank_l[first])
    return sizing.Sought(enough, high, low=math.floor(tank_l[first - 1]), sure=high == tank_l[first])


def smallest_figures(
    supply: Supply, smallest: SmallestTanks, counted: int, first_filling: bool, say: Wording
) -> dict[str, Figure]:
    """Both least tanks, each with its live volume."""
    return {
        "smallest_no_short_day_l": Figure(
            value=smallest.no_short_day_l,
            unit="L",
            label="Smallest tank with no short day",
            basis="derived",
            rests_on=SUPPLY,
            source=RULE_SOURCE,
            formula="least size whose replay has no short day, with what is held back",
            working=_smallest_working(supply, smallest.no_short_day_l, first_filling, say),
            moves=_rule_difference(supply, say),
        ),
        "smallest_for_aim_l": Figure(
            value=smallest.for_aim_l,
            unit="L",
            label=f"Smallest tank for {smallest.aim} of {counted} years",
            basis="derived",
            rests_on=SUPPLY,
            source=RULE_SOURCE,
            formula="least size whose replay carries that many counted years, with what is held back",
            working=_smallest_working(supply, smallest.for_aim_l, first_filling, say),
        ),
    }


def _smallest_working(supply: Supply, tank_l: float | None, first_filling: bool, say: Wording) -> str:
    if tank_l is None:
        return "no size does it with this start"
    note = "; only the first filling, since more is used than the roofs bring" if first_filling else ""
    live = supply.layout.live_for(tank_l)
    return f"{say.volume(live)} live + {say.volume(tank_l - live)} held back{note}"


def _rule_difference(supply: Supply, say: Wording) -> str:
    if not supply.plain:
        return (
            "Saving steps, back-up and several stores make the answer; it is found by replaying sizes side by side."
        )
    sizes = []
    for rule in ("ybs", "yas"):
        live = no_shortage_size_l(inflow_l=supply.inflow_l, demand_l=supply.demand_l, rule=rule)
        sizes.append(supply.layout.gross_for(live) or 0.0)
    return (
        f"Begun full, counting the day's use before the spill gives {say.volume(sizes[0])}, "
        f"after the spill {say.volume(sizes[1])}."
    )
