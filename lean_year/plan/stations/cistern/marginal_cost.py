"""What one more m3 in the lean year costs, by more tank and otherwise; and where more tank stops paying."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.cistern.sizing import knee
from lean_year.core.household.uses import GREYWATER_SHARE
from lean_year.core.units import L_PER_US_GALLON, M2_PER_SQUARE_FOOT
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import SUPPLY
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.harvest import catch_rain
from lean_year.plan.model.layout import Layout
from lean_year.plan.model.supply import Supply
from lean_year.property.document import Prices, Property, Units
from lean_year.property.roofs import Roof

RAIN_ROOF_M2: dict[Units, float] = {"metric": 50.0, "us": 500 * M2_PER_SQUARE_FOOT}
TANK_STEP_L: dict[Units, float] = {"metric": 1_000.0, "us": 250 * L_PER_US_GALLON}
"""What is offered is a round figure in the property's units."""
PROBE_SHARE = 0.25
ROOM_FOR_TANK = 0.1


class Option(BaseModel):
    """One way to have more water in the lean year."""

    key: str
    label: str
    lean_year_l: float
    """Water it adds or saves in the lean year. [L]"""
    cost: float
    """What it costs once. [money]"""
    cost_m3: float | None
    """Cost of each lean-year m3, what is bought once spread over the service years; None where it adds nothing or is
    not priced."""
    priced: bool
    operations: list[dict[str, Any]]
    """The edit that would take it; empty where it is not one edit."""
    working: str


@dataclass(frozen=True, slots=True)
class Probe:
    """Where the options are compared: the tank of today if it runs short in the lean year, else a smaller one."""

    tank_l: float
    missed_l: float
    is_design: bool


def tank_cost(prices: Prices, layout: Layout, gross_l: float | NDArray[np.float64]) -> Any:
    """Tanks and their pads. [money]"""
    count = sum(tank.count for step in layout.steps for tank in step.tanks)
    return prices.tank_each * count + np.asarray(gross_l) / 1000 * (prices.tank_m3 + prices.pad_m3)


def probe_of(supply: Supply, tank_l: NDArray[np.float64], missed_l: NDArray[np.float64], lean: slice) -> Probe:
    """Where to compare the options, from a curve of what the lean year misses over size."""
    today = float(np.interp(supply.layout.gross_l, tank_l, missed_l))
    wanted = float(supply.demand_l[lean].sum())
    if today > 1.0:
        return Probe(supply.layout.gross_l, today, True)
    short = np.flatnonzero(missed_l >= PROBE_SHARE * wanted)
    row = int(short[-1]) if short.size else 0
    return Probe(float(tank_l[row]), float(missed_l[row]), False)


def options_for_more(document: Property, alone: Supply, probe: Probe, lean: slice, say: Wording) -> list[Option]:
    """Every option with its cost for each lean-year m3, the cheapest first, on rain alone."""
    had_once = [_more_tank(alone, probe, document, say), *_less_use(document, alone, probe)]
    rows = _options([*had_once, _rain_roof(document, alone, probe, say)], document, alone, probe, lean, say)
    return sorted(rows, key=lambda row: (not row.priced, row.cost_m3 is None, row.cost_m3 or 0.0))


def options_had_again(document: Property, alone: Supply, probe: Probe, lean: slice, say: Wording) -> list[Option]:
    """Those of the options that can be had again and again, so that they price the next m3 of tank: a rain roof, and
    water from elsewhere. Fittings and greywater are had once."""
    return _options([_rain_roof(document, alone, probe, say)], document, alone, probe, lean, say)


def _options(
    ways: Sequence["_Tried"], document: Property, alone: Supply, probe: Probe, lean: slice, say: Wording
) -> list[Option]:
    """What comes of each way, and of water from elsewhere where it has a price; nothing where none is wanted."""
    if not alone.demand_l[lean].any():
        return []
    prices = document.prices
    missed_l = alone.missed_in_l(lean, probe.tank_l)
    rows = [_option(way, missed_l, document, lean, say) for way in ways]
    if prices.water_m3 > 0:
        rows.append(
            Option(
                key="water",
                label="Water from elsewhere",
                lean_year_l=missed_l,
                cost=0.0,
                cost_m3=prices.water_m3,
                priced=True,
                operations=[],
                working=f"{say.cost(prices.currency, prices.water_m3)}, when it is short",
            )
        )
    return rows


def _option(tried: "_Tried", missed_l: float, document: Property, lean: slice, say: Wording) -> Option:
    """What comes of one way that was tried; `missed_l` is what the lean year misses without it."""
    # An option that lowers the use counts with what the lean year then misses less, as more tank does.
    prices, gained_l = document.prices, max(0.0, missed_l - tried.supply.missed_in_l(lean, tried.tank_l))
    return Option(
        key=tried.key,
        label=tried.label,
        lean_year_l=gained_l,
        cost=tried.cost,
        cost_m3=tried.cost / prices.service_years / (gained_l / 1000) if gained_l > 1.0 and tried.cost > 0 else None,
        priced=tried.cost > 0,
        operations=[tried.operation],
        working=f"{tried.words}: {prices.currency}{fixed(tried.cost)} over {prices.service_years} years, "
        f"{say.volume(gained_l)} more in the lean year",
    )


@dataclass(frozen=True, slots=True)
class _Tried:
    """An option as it is tried: another supply, or the same with another tank."""

    key: str
    label: str
    supply: Supply
    tank_l: float
    cost: float
    operation: dict[str, Any]
    words: str


def _more_tank(alone: Supply, probe: Probe, document: Property, say: Wording) -> _Tried:
    prices, round_l = document.prices, TANK_STEP_L[document.units]
    step_l = max(1, round(probe.tank_l * ROOM_FOR_TANK / round_l)) * round_l
    return _Tried(
        key="tank",
        label=f"{say.volume(step_l)} more tank",
        supply=alone,
        tank_l=probe.tank_l + step_l,
        cost=step_l / 1000 * (prices.tank_m3 + prices.pad_m3),
        operation={"op": "resize", "path": "/cistern", "value": alone.layout.gross_l + step_l},
        words="more of the same tanks and pad",
    )


def _less_use(document: Property, alone: Supply, probe: Probe) -> Iterator[_Tried]:
    household, prices = document.household, document.prices
    if household.garden_only:
        return
    for key, label, field, value, cost in (
        ("low_use", "Low-use fittings", "low_use", True, prices.low_use_fittings),
        ("dry_toilet", "A dry toilet", "dry_toilet", True, prices.dry_toilet),
        ("greywater", "Greywater to the garden", "greywater_share", GREYWATER_SHARE, prices.greywater),
    ):
        if getattr(household.cheaper, field):
            continue
        cheaper = household.cheaper.model_copy(update={field: value})
        changed = document.model_copy(update={"household": household.model_copy(update={"cheaper": cheaper})})
        yield _Tried(
            key=key,
            label=label,
            supply=replace(alone, demand=demand_of(changed, alone.rain).at_steps(household)),
            tank_l=probe.tank_l,
            cost=cost,
            operation={"op": "replace", "path": f"/household/cheaper/{field}", "value": value},
            words=label.lower(),
        )


def _rain_roof(document: Property, alone: Supply, probe: Probe, say: Wording) -> _Tried:
    area_m2 = RAIN_ROOF_M2[document.units]
    entry = rain_roof_entry(document, area_m2)
    return _Tried(
        key="rain_roof",
        label=f"{say.area(area_m2)} of rain roof",
        supply=replace(alone, inflow_l=alone.inflow_l + _off_rain_roof(document, entry, alone)),
        tank_l=probe.tank_l,
        cost=area_m2 * document.prices.rain_roof_m2,
        operation={"op": "add", "path": "/roofs/-", "value": entry},
        words="a roof built to catch",
    )


def rain_roof_entry(document: Property, area_m2: float) -> dict[str, Any]:
    """A roof built to catch rain, as it would be added to a document."""
    taken = {roof.id for roof in document.roofs}
    number = next(n for n in range(1, 100) if f"rain-roof-{n}" not in taken)
    return {
        "id": f"rain-roof-{number}",
        "name": "Rain roof",
        "material": "rain_roof",
        "extent": {"kind": "area", "area_m2": area_m2},
        "drains": [{"group": document.downpipes[0].id, "share": 1.0}],
    }


def _off_rain_roof(document: Property, entry: dict[str, Any], supply: Supply) -> NDArray[np.float64]:
    roof = Roof.model_validate(entry)
    alone = document.model_copy(update={"roofs": [roof]})
    return catch_rain(alone, supply.rain).total


def knee_figure(
    document: Property,
    supply: Supply,
    tank_l: NDArray[np.float64],
    lean_l: NDArray[np.float64],
    years_carried: Sequence[int],
    had_again: list[Option],
    say: Wording,
) -> Figure:
    """Where more tank stops paying, as a figure; `years_carried` and `lean_l` are of the sizes `tank_l`. [L]"""
    prices, years = document.prices, document.prices.service_years
    cost = np.asarray(tank_cost(prices, supply.layout, tank_l)) / years
    others = [option for option in had_again if option.cost_m3]
    priced = prices.tank_m3 + prices.pad_m3 > 0
    cheapest = min(others, key=lambda option: option.cost_m3 or 0.0) if others and priced else None
    if cheapest is not None and cheapest.cost_m3:
        row = knee(cost=cost, lean_year_l=lean_l, other_l_per_cost=1000 / cheapest.cost_m3)
        formula = "size at which tank and what is missed in the lean year, had the cheapest other way, cost least"
        working = (
            f"tank and pad {say.cost(prices.currency, prices.tank_m3 + prices.pad_m3, 0)} over {years} years; "
            f"{cheapest.label.lower()} {say.cost(prices.currency, cheapest.cost_m3)} in the lean year"
        )
    else:
        row = knee(cost=cost if priced else tank_l, lean_year_l=lean_l)
        formula = "point of the curve of lean-year water over size farthest above its chord"
        working = f"from {say.volume(float(tank_l[0]))} to {say.volume(float(tank_l[-1]))}"
    carried = f"{years_carried[row]} of {int(supply.rain.counts.sum())} years are carried at that size"
    return Figure(
        value=float(tank_l[row]),
        unit="L",
        label="Where more tank stops paying",
        basis="derived",
        rests_on=(*SUPPLY, "prices"),
        source="prices as entered",
        formula=formula,
        working=f"{working}; {carried}",
        moves="Dearer water from elsewhere moves it up, dearer tanks move it down.",
    )
