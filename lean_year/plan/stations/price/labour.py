"""The work of each day: hours by the parts, until somebody has their own."""

from collections.abc import Sequence

from pydantic import BaseModel

from lean_year.core.parts.catalogue import KINDS, WORKS
from lean_year.core.price.usual import DAY_H
from lean_year.plan.stations.price.parts_list import PartLine
from lean_year.property.price import PriceEntry


class WorkHours(BaseModel):
    """One day's kind of work."""

    key: str
    name: str
    hours: float
    """On the site, all hands together."""
    by_parts_h: float
    """The same by the parts that it builds in."""
    entered: bool


def work_hours(lines: Sequence[PartLine], entered: PriceEntry) -> list[WorkHours]:
    """Every work that a part needs; what is left out by hand is not built in."""
    hands_h: dict[str, float] = {}
    for line in lines:
        kind = KINDS.get(line.kind)
        if kind is not None and line.quantity > 0:
            hands_h[line.work] = hands_h.get(line.work, 0.0) + kind.hours * line.asked
    rows = []
    for key, name in WORKS.items():
        own = entered.hours.get(key)  # type: ignore[call-overload]  # the works are its keys
        by_parts = hands_h.get(key, 0.0) / entered.hands
        if own is not None or by_parts > 0:
            hours = by_parts if own is None else own
            rows.append(WorkHours(key=key, name=name, hours=hours, by_parts_h=by_parts, entered=own is not None))
    return rows


def days_of(rows: Sequence[WorkHours]) -> float:
    """Days of work on the site. [d]"""
    return sum(row.hours for row in rows) / DAY_H
