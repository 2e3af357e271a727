"""Two lists of parts: of what is bought more or less in the second, and what that costs."""

from collections.abc import Sequence

from pydantic import BaseModel

from lean_year.plan.model.parts_list import PartLine


class SoldPart(BaseModel):
    """One line of the list of parts as it was priced."""

    key: str
    name: str
    quantity: float
    unit: str
    sold: str
    """The quantity in words."""
    unit_price: float | None
    total: float | None


class ChangedPart(BaseModel):
    """One part of which more or less is bought."""

    name: str
    was: str
    now: str
    costs: float
    """More than before; less where it is below nothing. [money]"""


def changed_parts(before: list[SoldPart], after: list[SoldPart]) -> list[ChangedPart]:
    """Parts of which the second list has more or less than the first, or of another name, in the order of both."""
    was, now = ({each.key: each for each in parts} for parts in (before, after))
    found = []
    for key in was | now:
        old, new = was.get(key), now.get(key)
        if old is not None and new is not None and (old.quantity, old.name) == (new.quantity, new.name):
            continue
        each = new or old
        assert each is not None
        costs = (new.total or 0.0 if new else 0.0) - (old.total or 0.0 if old else 0.0)
        found.append(
            ChangedPart(
                name=each.name,
                was=old.sold if old else "none",
                now=new.sold if new else "none",
                costs=costs,
            )
        )
    return found


def sold_parts(lines: Sequence[PartLine]) -> list[SoldPart]:
    """All of a list that is bought."""
    return [
        SoldPart(
            key=line.key,
            name=line.name,
            quantity=line.quantity,
            unit=line.unit,
            sold=line.sold,
            unit_price=line.unit_price,
            total=line.total,
        )
        for line in lines
        if line.quantity > 0
    ]
