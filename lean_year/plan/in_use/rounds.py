"""A day's round: whom to visit, in which order, for what, and what the van takes along."""

import datetime as dt
from collections import defaultdict
from collections.abc import Sequence

from pydantic import BaseModel

from lean_year.core.log.rounds import apart_km, round_order, way_km
from lean_year.plan.answer.wording import Wording
from lean_year.plan.in_use.outlook import DueThen, Outlook
from lean_year.plan.model.parts_list import sold_words
from lean_year.property.document import Units

MOST_STOPS = 60
"""Of one round; more would be several days' work."""


class ToVisit(BaseModel):
    """One supply, as the round asks for it."""

    property_id: str
    name: str
    place: str
    seen: Outlook


class Job(BaseModel):
    """One thing to do at a stop."""

    name: str
    on: dt.date
    late: bool
    licensed: str


class Stop(BaseModel):
    """One supply that is visited."""

    property_id: str
    name: str
    place: str
    jobs: list[Job]
    from_last_km: float | None
    """In a straight line from the stop before it; None of the first, and where either has no position."""


class StockLine(BaseModel):
    """One thing in the van."""

    name: str
    sold: str
    """How much in all, in words."""
    stops: int
    """For so many of them."""


class Round(BaseModel):
    """The answer."""

    stops: list[Stop]
    stock: list[StockLine]
    straight_km: float
    """In all, in a straight line from stop to stop."""
    without_position: int
    """Of the stops: they come last, by place and name."""
    left_out: int
    """Supplies with something due that are over what one round takes; those due first are in it."""


def plan_round(supplies: Sequence[ToVisit], until: dt.date, units: Units) -> Round:
    """Everybody at whom something is due by a day, those in one area or all."""
    wanted = [(each, due) for each in supplies if (due := [row for row in each.seen.due_at_all if row.on <= until])]
    wanted.sort(key=lambda pair: (pair[1][0].on, pair[0].name))
    taken = wanted[:MOST_STOPS]
    placed = [pair for pair in taken if _position(pair[0]) is not None]
    rest = [pair for pair in taken if _position(pair[0]) is None]
    rest.sort(key=lambda pair: (pair[0].place, pair[0].name))
    positions = [position for each, _ in placed if (position := _position(each)) is not None]
    order = round_order(positions)
    apart = apart_km(positions)
    before = [None, *order[:-1]]
    stops = (
        [
            _stop(*placed[here], None if there is None else float(apart[there, here]))
            for there, here in zip(before, order, strict=True)
        ]
        if order
        else []
    )
    return Round(
        stops=[*stops, *(_stop(each, due, None) for each, due in rest)],
        stock=_stock([due for _, due in taken], units),
        straight_km=way_km(order, apart),
        without_position=len(rest),
        left_out=len(wanted) - len(taken),
    )


def _position(each: ToVisit) -> tuple[float, float] | None:
    latitude, longitude = each.seen.latitude_deg, each.seen.longitude_deg
    return None if latitude is None or longitude is None else (latitude, longitude)


def _stop(each: ToVisit, due: Sequence[DueThen], from_last_km: float | None) -> Stop:
    return Stop(
        property_id=each.property_id,
        name=each.name,
        place=each.place,
        jobs=[Job(name=row.name, on=row.on, late=row.on < each.seen.day, licensed=row.licensed) for row in due],
        from_last_km=from_last_km,
    )


def _stock(by_stop: Sequence[Sequence[DueThen]], units: Units) -> list[StockLine]:
    total: dict[tuple[str, str], float] = defaultdict(float)
    stops: dict[tuple[str, str], int] = defaultdict(int)
    for due in by_stop:
        takes = [row.takes for row in due if row.takes is not None]
        for need in takes:
            total[need.name, need.unit] += need.quantity
        for key in {(need.name, need.unit) for need in takes}:
            stops[key] += 1
    say = Wording(units)
    return [
        StockLine(name=name, sold=sold_words(total[name, unit], unit, units, say), stops=stops[name, unit])
        for name, unit in sorted(total)
    ]
