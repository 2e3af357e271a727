"""What upkeep takes from a plan: kept with each revision, so that nothing is planned anew to say what is due."""

import datetime as dt

from pydantic import BaseModel

from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.ground.stage import STATION as GROUND
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.whole import WholePlan


class UpkeepNeed(BaseModel):
    """One thing that is bought again, or done, over the years."""

    key: str
    name: str
    why: str
    every_months: float
    quantity: float
    """Each time, in `unit`, which is one of the catalogue's."""
    unit: str


class HeldDown(BaseModel):
    """A tank that floats in use unless there is water in it."""

    name: str
    ballast_l: float
    """In all the tanks alike."""


class UpkeepInputs(BaseModel):
    """All that upkeep takes from a plan."""

    needs: list[UpkeepNeed]
    ends_on: dt.date | None
    """The last day of the work; None where no first day is entered."""
    floats: list[HeldDown]


def upkeep_inputs(plan: WholePlan) -> UpkeepInputs:
    """What upkeep takes from a plan."""
    price, build, ground = PRICE.of(plan), BUILD.of(plan), GROUND.of(plan)
    ends = None if build is None else build.ends_on
    return UpkeepInputs(
        needs=[
            UpkeepNeed(
                key=line.key, name=line.name, why=line.why, every_months=line.every_months, quantity=line.quantity,
                unit=line.unit,
            )
            for line in (price.upkeep if price is not None else [])
        ],
        ends_on=None if ends is None else dt.date.fromisoformat(ends),
        floats=[
            HeldDown(name=pad.name, ballast_l=pad.stages[-1].ballast_l)
            for pad in (ground.pads if ground is not None else [])
            if pad.stages and pad.stages[-1].fails and pad.stages[-1].ballast_l > 0
        ],
    )  # fmt: skip
