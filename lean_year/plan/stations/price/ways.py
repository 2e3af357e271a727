"""Rain against the other ways to the same water, by the owner's own figures."""

from dataclasses import dataclass

from pydantic import BaseModel

from lean_year.core.price.mains import LEAST_KPA, mains_pressure_kpa
from lean_year.core.price.owning import cost_per_m3
from lean_year.core.price.ways import Way, crossings, paid_until
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.model.prepared_rain import mean_year
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.supply import replay_of
from lean_year.plan.stations.price.figures import Over

NAMES = {
    "rain": ("Rain, as designed", "rain"),
    "mains": ("Mains", "the mains"),
    "well": ("Drilled well", "a drilled well"),
    "truck": ("All by truck", "water by truck"),
    "smaller": ("Smaller tanks and trucks", "smaller tanks with trucks"),
    "nothing": ("Nothing is built", "building nothing"),
}
"""Of each way: as a heading, and in a sentence."""


class WayCost(BaseModel):
    """What one way costs, in money of today."""

    capital: float
    yearly: float
    present_cost: float
    per_m3: float
    paid: list[float]
    """By the end of each year, from the start on. [money]"""
    crosses: list[float]
    """When its line crosses that of rain. [years]"""


class OtherWay(BaseModel):
    """One way to as much water as the design supplies."""

    key: str
    name: str
    asks: list[str]
    """What has to be entered before it can be compared."""
    text: str
    too_weak: bool
    """Whether it is no other way at any price."""
    cost: WayCost | None
    """None where it is not compared."""


class WaysCompared(BaseModel):
    """Rain first, then the others, and what comes of it."""

    m3_year: float
    """What the design supplies in a mean year, and the other ways instead."""
    at_least: bool
    """Whether prices are missing on the side of rain, which costs more than is said."""
    ways: list[OtherWay]
    text: str


def ways_compared(model: PropertyModel, rain: Way, over: Over, *, at_least: bool) -> WaysCompared | None:
    """None without a record, or where rain supplies nothing."""
    water = model.supplied_m3_year
    if water is None or water <= 1e-6:
        return None
    paid = paid_until(rain, years=over.years, discount_rate=over.discount_rate)
    served = _Served(water, over, None if at_least else paid)
    rows = [
        served.row("rain", rain, [], ""),
        _mains(model, served),
        served.row(*_well(model)),
        served.row(*_trucks(model, served)),
        served.row(*_smaller(model, rain)),
        served.row(*_nothing(model)),
    ]
    return WaysCompared(m3_year=water, at_least=at_least, ways=rows, text=_sentence(model, rows, over, at_least))


@dataclass(frozen=True, slots=True)
class _Served:
    """What every way is worked out for."""

    water_m3_year: float
    over: Over
    rain_paid: tuple[float, ...] | None
    """None where some of it is not priced yet, so that no line is known to cross it."""

    def row(self, key: str, way: Way, asks: list[str], text: str) -> OtherWay:
        name = NAMES[key][0]
        if asks:
            return OtherWay(key=key, name=name, asks=asks, text=text, too_weak=False, cost=None)
        over = self.over
        paid = paid_until(way, years=over.years, discount_rate=over.discount_rate)
        each = cost_per_m3(
            present_cost=paid[-1],
            m3_per_year=self.water_m3_year,
            years=over.years,
            discount_rate=over.discount_rate,
        )
        cost = WayCost(
            capital=way.capital,
            yearly=way.yearly,
            present_cost=paid[-1],
            per_m3=each,
            paid=list(paid),
            crosses=list(crossings(self.rain_paid, paid)) if self.rain_paid else [],
        )
        return OtherWay(key=key, name=name, asks=[], text=text, too_weak=False, cost=cost)


def _asks(**figures: float | None) -> list[str]:
    return [words.replace("_", " ") for words, value in figures.items() if value is None]


_Asked = tuple[str, Way, list[str], str]


def _mains(model: PropertyModel, served: _Served) -> OtherWay:
    entered, say = model.document.price.ways.mains, model.say
    asks = _asks(the_connection=entered.connection, the_tariff=entered.per_m3)
    way = Way(entered.connection or 0.0, entered.yearly + (entered.per_m3 or 0.0) * served.water_m3_year)
    row = served.row("mains", way, asks, "")
    if entered.street_kpa is None:
        return row
    left = mains_pressure_kpa(street_kpa=entered.street_kpa, rise_m=entered.rise_m, friction_kpa=entered.friction_kpa)
    weak = left < LEAST_KPA
    text = f"{say.pressure(left)} left at the house at the peak" if left > 0 else "No water comes up at the peak"
    if weak:
        text += f": under {say.pressure(LEAST_KPA)} it is no other way at any price"
    return row.model_copy(update={"too_weak": weak, "text": f"{text}."})


def _well(model: PropertyModel) -> _Asked:
    entered = model.document.price.ways.well
    asks = _asks(the_drilling=entered.drilled, its_upkeep=entered.yearly)
    text = "What it yields, and of what quality, is known once it is drilled."
    return "well", Way(entered.drilled or 0.0, entered.yearly or 0.0), asks, text


def _trucks(model: PropertyModel, served: _Served) -> _Asked:
    each = model.document.price.ways.truck_m3
    return "truck", Way(0.0, (each or 0.0) * served.water_m3_year), _asks(the_price_of_a_load=each), ""


def _smaller(model: PropertyModel, rain: Way) -> _Asked:
    entered, say, prices = model.document.price.ways, model.say, model.document.prices
    share, each = entered.smaller_share, entered.truck_m3
    if share is None or each is None:
        return "smaller", rain, _asks(its_size=share, the_price_of_a_load=each), ""
    full_l = model.document.cistern.gross_l
    size_l = share * full_l
    trucked = max(0.0, _rain_alone_m3(model, None) - _rain_alone_m3(model, size_l))
    saved = (prices.tank_m3 + prices.pad_m3) * (full_l - size_l) / 1000
    way = Way(
        max(0.0, rain.capital - saved), rain.yearly + each * trucked, rain.replace_cost, rain.replace_every_years
    )
    text = (
        f"Tanks of {say.volume(size_l)} save {say.money(prices.currency, saved)}; "
        f"{say.volume(1000 * trucked)} come by truck in a mean year."
    )
    return "smaller", way, [], text


def _nothing(model: PropertyModel) -> _Asked:
    yearly = model.document.price.ways.nothing_yearly
    asks = _asks(what_water_costs_now=yearly)
    return "nothing", Way(0.0, yearly or 0.0), asks, "Everything goes on as it does today."


def _rain_alone_m3(model: PropertyModel, size_l: float | None) -> float:
    """What rain supplies in a mean year from tanks of another size, or from those of the design. [m3]"""
    supply, rain = model.supply, model.rain
    assert supply is not None
    assert rain is not None
    alone = supply.on_rain_alone
    if size_l is not None and rain.counts.size and rain.counts.all():
        # The record is its counted years and nothing else: their sum is that of all days.
        return float(alone.tally(size_l).supplied_l[0]) / rain.counts.size / 1000
    run = replay_of(alone) if size_l is None else alone.run(size_l)
    return (mean_year(run.supplied_l, rain) or 0.0) / 1000


def _sentence(model: PropertyModel, rows: list[OtherWay], over: Over, at_least: bool) -> str:
    """Plainly, also where rain is dearer."""
    say, currency = model.say, model.document.prices.currency
    rain, *others = ((row.key, row.cost.present_cost) for row in rows if row.cost and not row.too_weak)
    if at_least:
        others = [other for other in others if other[0] != "smaller"]  # what it costs is missing too
    if not others:
        return "Enter what another way would cost here, and it is compared with rain."
    way, least = min(others, key=lambda other: other[1])
    amounts = f"{say.money(currency, rain[1])} against {say.money(currency, least)}"
    begin = f"Over {over.years} years "
    if at_least and rain[1] <= least:
        return (
            f"{begin}rain costs at least {say.money(currency, rain[1])}, with prices still missing: whether it is "
            f"cheaper than {NAMES[way][1]}, {say.money(currency, least)}, cannot be said yet."
        )
    if rain[1] <= least:
        return f"{begin}rain is the cheapest of what is compared: {amounts} for {NAMES[way][1]}."
    dearer = f"{begin}rain costs more than {NAMES[way][1]}: {amounts}"
    if least > 0:
        dearer += f", {fixed(rain[1] / least, 1)} times as much"
    caution = " More than that, once its missing prices are there." if at_least else ""
    return f"{dearer}.{caution} {_what_it_buys(model)}"


def _what_it_buys(model: PropertyModel) -> str:
    reserve = model.document.cistern.fire_reserve_l
    fire = f", and {model.say.volume(reserve)} held back for a fire" if reserve > 0 else ""
    return f"What it buys instead: soft water on the property that no street, bore or driver has to bring{fire}."
