"""What a supply costs to keep: cartridges, lamps, tests, power, clean-outs, and what wears out."""

from collections.abc import Iterator, Sequence

from pydantic import BaseModel, Field

from lean_year.core.parts.buying import key_of
from lean_year.core.parts.catalogue import KINDS
from lean_year.core.parts.need import Needs, Upkeep
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.figure import StationKey
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.book_prices import BookPrices
from lean_year.plan.model.parts_list import sold_words
from lean_year.plan.model.property_model import PropertyModel


class UpkeepLine(BaseModel):
    """One thing that is bought again, or done, over the years."""

    key: str
    name: str
    stage: StationKey
    why: str
    every_months: float
    quantity: float = Field(exclude=True)
    """How much each time, in `unit`."""
    unit: str = Field(exclude=True)
    sold: str
    """The same in words."""
    replaces: bool
    """Whether it replaces what was built."""
    each_time: float | None
    """What it costs each time; None where it is not priced. [money]"""
    yearly: float | None
    """The same, shared out over the years between. [money]"""


WATER = "water-m3"
"""Under which water from elsewhere stands in the book."""
LEAST_M3 = 0.01


@cached(16)
def upkeep_lines(needs: Sequence[tuple[StationKey, Needs]], prices: BookPrices, say: Wording) -> list[UpkeepLine]:
    """Everything that any station has to have bought again, or done."""
    return [_line(stage, each, prices, say) for stage, asked in needs for each in asked.upkeep]


def bought_water(model: PropertyModel) -> Iterator[UpkeepLine]:
    """Water that comes from elsewhere in a mean year, by the price of it that the sizes are compared by."""
    bought, document, say = model.bought_m3_year, model.document, model.say
    if bought < LEAST_M3:
        return
    price = document.prices.water_m3
    cost = price * bought if price > 0 else None
    how = {"mains": "from the mains", "well": "from the well", "truck": "by truck"}.get(
        document.household.back_up.kind
    )
    yield UpkeepLine(
        key=WATER,
        name="Water from elsewhere",
        stage="household",
        why=f"What comes {how or 'from elsewhere'} in a mean year",
        every_months=12.0,
        quantity=bought,
        unit="m3",
        sold=say.volume(1000 * bought),
        replaces=False,
        each_time=cost,
        yearly=cost,
    )


def _line(stage: StationKey, each: Upkeep, prices: BookPrices, say: Wording) -> UpkeepLine:
    need = each.as_need()
    kind = KINDS[each.kind]
    price = prices.of_need(need).each
    cost = None if price is None else price * each.quantity
    return UpkeepLine(
        key=key_of(need),
        name=", ".join(word for word in (kind.name, each.size) if word),
        stage=stage,
        why=each.why,
        every_months=each.every_months,
        quantity=each.quantity,
        unit=kind.unit,
        sold=sold_words(each.quantity, kind.unit, say.units, say),
        replaces=each.replaces,
        each_time=cost,
        yearly=None if cost is None else cost * 12 / each.every_months,
    )
