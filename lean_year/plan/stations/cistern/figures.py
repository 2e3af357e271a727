"""The figures of the cistern's replay, each with its derivation."""

from functools import partial
from typing import Any

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.bank import level_of_m
from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.cistern.sizing_methods import months_carried
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import SUPPLY, Input
from lean_year.plan.answer.wording import Wording, day, several
from lean_year.plan.model.prepared_rain import PreparedRain, mean_months, mean_year
from lean_year.plan.model.supply import Supply
from lean_year.plan.stations.cistern.years import SHORTAGE_GAP_D, Shortage
from lean_year.property.cistern import Tank
from lean_year.property.tank_shapes import (
    AnyShape,
    Box,
    LyingCylinder,
    Moulded,
    Pit,
    Precast,
    RoundCast,
    Slim,
    Stocked,
    UprightCylinder,
    Volume,
)

RULE_SOURCE = "Jenkins and others 1978; Fewkes and Butler 2000"
RULE_FORMULA = {
    "yas": "Y = min(D, V′); V = min(V′ + Q − Y, S − Y)",
    "ybs": "Y = min(D, V′ + Q); V = min(V′ + Q − Y, S)",
}


def _derived(
    value: float | None,
    unit: str,
    label: str,
    formula: str,
    working: str,
    moves: str = "",
    *,
    rests_on: tuple[Input, ...] = SUPPLY,
    source: str = RULE_SOURCE,
) -> Figure:
    """A figure of the daily replay, unless it says otherwise."""
    return Figure(
        value=value,
        unit=unit,
        label=label,
        basis="derived",
        rests_on=rests_on,
        source=source,
        formula=formula,
        working=working,
        moves=moves,
    )


_held = partial(_derived, rests_on=("tanks",), source="")
"""A figure of the tanks as they stand."""


def cistern_figures(supply: Supply, run: OperatedReplay, worst: Shortage | None, say: Wording) -> dict[str, Figure]:
    """Volumes, the tightest day, shortage, spill and what the back-up gave."""
    return {
        **_volumes(supply, say),
        **_fire(supply, say),
        **_two_outlets(supply, say),
        **_security(supply, run, worst, say),
        **_waters(supply, run, say),
    }


def years_carried_figure(carried: int, counted: int) -> Figure:
    """Counted years without a short day."""
    return _derived(
        float(carried),
        "years",
        f"Years carried of {counted}",
        "counted water years without a short day",
        f"{counted} counted − {counted - carried} with a short day",
        "The record is what it is: forty years do not hold every drought.",
    )


def _tanks(gross_l: float, tanks: list[Tank], say: Wording) -> Figure:
    """What the tanks hold, floor to overflow, and the measures that it comes from."""
    tank, vessel = tanks[0], tanks[0].vessel()
    alone = len(tanks) == 1 and tank.count == 1
    own: dict[str, Any] = {"basis": "derived", "source": "measures entered"}
    if not alone:
        own["formula"] = "sum of the tanks, each to its own overflow"
        own["working"] = " + ".join(
            f"{each.count} × {say.volume(float(each.vessel().below_l(each.vessel().top_water_m)))}" for each in tanks
        )
    elif isinstance(tank.shape, Volume) and vessel.overflow_m == tank.shape.height_m:
        own = {"basis": "entered", "source": "entered", "formula": "as entered", "working": say.volume(gross_l)}
    else:
        own["formula"] = "what its shape holds from the floor up to the overflow"
        own["working"] = f"{_measures(tank.shape, say)}, filled to {say.length(vessel.overflow_m)}"
    return Figure(
        value=gross_l,
        unit="L",
        label=f"{'Tank' if alone else 'Tanks'}, floor to overflow",
        rests_on=("tanks",),
        **own,
    )


def _measures(shape: AnyShape, say: Wording) -> str:
    if isinstance(shape, Stocked) and shape.stated_l is not None:
        return f"{say.volume(shape.stated_l)} by its maker over a height of {say.length(shape.height_m)}"
    match shape:
        case UprightCylinder() | RoundCast():
            return f"{say.length(shape.diameter_m)} across"
        case LyingCylinder():
            return f"{say.length(shape.diameter_m)} across, {say.length(shape.length_m)} long, on its side"
        case Slim():
            return f"{say.length(shape.length_m)} × {say.length(shape.width_m)} with half-round ends"
        case Precast() if shape.round:
            return f"{say.length(shape.length_m)} across"
        case Box() | Precast():
            return f"{say.length(shape.length_m)} × {say.length(shape.width_m)}"
        case Moulded():
            plan = f"{say.length(shape.length_m)} × {say.length(shape.width_m)}"
            return f"{plan}, {100 * shape.openings_share:g} % openings"
        case Pit():
            pipes = f" and pipes of {say.bulk(shape.pipes_m3)}" if shape.pipes_m3 > 0 else ""
            plan = f"{say.length(shape.length_m)} × {say.length(shape.width_m)}"
            return f"{plan}, {shape.void_ratio * 100:g} % voids{pipes}"
        case Volume():
            return f"{say.volume(shape.volume_l)} over a height of {say.length(shape.height_m)}"


def _volumes(supply: Supply, say: Wording) -> dict[str, Figure]:
    layout = supply.layout
    tanks = [tank for step in layout.steps for tank in step.tanks]
    return {
        "tank_l": _tanks(layout.gross_l, tanks, say),
        "live_l": _held(
            layout.live_l,
            "L",
            "Live volume",
            "tanks − below the outlet − stranded − shut off − fire reserve",
            f"{say.volume(layout.gross_l)} − {say.volume(layout.dead_l)} − {say.volume(layout.stranded_l)} "
            f"− {say.volume(layout.shut_l)} − {say.volume(layout.reserve_l)}",
        ),
        "dead_l": _held(
            layout.dead_l, "L", "Below the outlet", "water under the level of the draw", "sum of the tanks"
        ),
        "stranded_l": _held(
            layout.stranded_l,
            "L",
            "Stranded",
            "water above the lowest overflow of tanks that share a level",
            "sum of the tanks",
            "The lowest overflow rules; a valve lets such water down later.",
        ),
        **({} if layout.shut_l <= 0 else {"shut_l": _held(
            layout.shut_l, "L", "Shut off", "water in tanks whose valve is shut", "sum of the tanks"
        )}),
    }  # fmt: skip


def fire_level_m(supply: Supply) -> float | None:
    """How high the fire reserve stands over the floor of the first tank that the house draws from; None without."""
    layout = supply.layout
    if layout.reserve_l <= 0:
        return None
    last = layout.steps[-1]
    return float(level_of_m(last.bank, layout.reserve_l)) - last.tanks[0].floor_m


def _fire(supply: Supply, say: Wording) -> dict[str, Figure]:
    level_m, layout = fire_level_m(supply), supply.layout
    if level_m is None:
        return {}
    tank = layout.steps[-1].tanks[0]
    return {
        "fire_level_m": _held(
            level_m,
            "m",
            f"The fire reserve stands up to, over the floor of {tank.name}",
            "level at which so much is left above the outlet",
            f"{say.volume(layout.reserve_l)} above an outlet at {say.length(tank.outlet_m)}",
        )
    }


def _two_outlets(supply: Supply, say: Wording) -> dict[str, Figure]:
    """What one of two outlets reaches and the other does not."""
    layout = supply.layout
    second, operation = layout.cistern.second_outlet, supply.operation
    if second is None:
        return {}
    tank, live_l = layout.steps[-1].tanks[0], layout.steps[-1].bank.live_l - layout.reserve_l
    heights = f"taps at {say.length(tank.outlet_m)}, {second.serves} at {say.length(second.height_m)}"
    by_key = {
        "below_taps_l": ("For the garden alone", live_l * operation.house_above_share),
        "below_garden_l": ("Kept from the garden", live_l * operation.garden_above_share),
        "for_fire_l": ("Below the taps’ outlet, for fire", layout.for_fire_l),
    }
    return {
        key: _held(litres, "L", label, "water between the two outlets", heights)
        for key, (label, litres) in by_key.items()
        if litres > 0
    }


def _security(supply: Supply, run: OperatedReplay, worst: Shortage | None, say: Wording) -> dict[str, Figure]:
    rain = supply.rain
    lowest = int(np.argmin(np.where(rain.counted_days, supply.in_use_l(run), np.inf)))
    before = float(run.store_l[lowest - 1]) if lowest else run.start_l
    wanted, supplied = float(run.demand_l.sum()), float(run.supplied_l.sum())
    short = int(run.short_day.sum())
    whole = f"{several(rain.dates.size, 'day')}, {day(rain.dates[0])} to {day(rain.dates[-1])}"
    return {
        "tightest_l": _derived(
            float(run.store_l[lowest]),
            "L",
            f"Tightest day, {day(rain.dates[lowest])}",
            RULE_FORMULA[supply.operation.rule],
            f"V′ {say.volume(before)}, Q {say.volume(float(run.inflow_l[lowest]))}, "
            f"D {say.volume(float(run.demand_l[lowest]))}: Y {say.volume(float(run.supplied_l[lowest]))}, "
            f"V {say.volume(float(run.store_l[lowest]))}",
            "Less use in the dry months moves it most.",
        ),
        "short_d": _derived(
            float(run.short_day.sum()), "d", "Dry days", "days that miss more than a rounding error", whole
        ),
        "worst_shortage_d": _derived(
            float(worst.days if worst else 0),
            "d",
            "Worst shortage",
            "dry days of the shortage that misses most, in the lean year if that is short; dry days no more than "
            f"{SHORTAGE_GAP_D} days apart are one shortage",
            f"from {day(worst.start)} to {day(worst.end)}" if worst else "no dry day",
        ),
        "shortfall_l": _derived(
            float(run.shortfall_l.sum()),
            "L",
            "Water missed",
            "sum of what each day misses of its demand after the saving steps",
            f"{say.volume(supplied)} of {say.volume(wanted)} supplied, {several(short, 'dry day')}",
        ),
    } | _shares_carried(supply, run, say)


def _shares_carried(supply: Supply, run: OperatedReplay, say: Wording) -> dict[str, Figure]:
    """How much of the water, of the days and of the months was there."""
    rain = supply.rain
    wanted, supplied = float(run.demand_l.sum()), float(run.supplied_l.sum())
    given_up = float(run.given_up_l.sum())
    months, years = _months_alone(run, rain), int(rain.counts.sum())
    return {
        "given_up_l": _derived(
            given_up,
            "L",
            "Given up on saving steps",
            "sum of what the steps take off each day's demand",
            f"{say.volume(given_up)} of {say.volume(wanted + given_up)} over the whole record",
            "Given up is not dry: what the steps take off waits, and the rest runs.",
        ),
        "volumetric_reliability": _derived(
            run.volumetric_reliability,
            "-",
            "Share of the water wanted that was there",
            "1 − missed / demand after the saving steps",
            f"1 − {say.volume(wanted - supplied)} / {say.volume(wanted)}",
        ),
        "time_reliability": _derived(
            run.time_reliability,
            "-",
            "Share of days met",
            "1 − dry days / days",
            f"1 − {int(run.short_day.sum()):,} / {rain.dates.size:,}",
        ),
        "months_by_rain": _derived(
            # Cut and not rounded: twelve months are said only where none of them failed.
            10 * months // years / 10 if years else None,
            "months",
            "Months of the year carried wholly by rain",
            "calendar months of the counted years in which water is wanted, without a dry day, a top-up or a load, a "
            "year",
            f"{months} months in {years} years, cut to tenths",
        ),
        "months_by_sum": _months_by_sum(supply, say),
    }  # fmt: skip


def _months_by_sum(supply: Supply, say: Wording) -> Figure:
    """What the trade's sum by month says beside the replay."""
    brought, used = (mean_months(daily, supply.rain) for daily in (supply.inflow_l, supply.demand_l))
    live_l = supply.layout.live_l
    return Figure(
        value=float(months_carried(inflow_l=brought, demand_l=used, live_l=live_l)),
        unit="months",
        label="Months carried in a sum by month",
        basis="common_practice",
        rests_on=SUPPLY,
        source="sum by month of a mean year, without a source",
        formula="left = min(live volume, left of the month before + brought − used), twice round from empty; carried "
        "where left of the month before + brought is at least what is used",
        working=f"live volume {say.volume(live_l)}; a mean year brings {say.volume(float(brought.sum()))} and uses "
        f"{say.volume(float(used.sum()))}",
        moves="A mean month has the rain of wet and dry years in it, and a whole month’s rain serves its first dry "
        "week. The replay counts a month only where no day of it was dry, year by year.",
    )


def _months_alone(run: OperatedReplay, rain: PreparedRain) -> int:
    helped = run.short_day | (run.topped_up_l > 0) | (run.trucked_l > 0)
    counted = rain.counted_days
    # A month in which nobody wants water is carried by nothing; one that a saving step dries up is still wanted.
    inside = np.bincount(rain.months_since, (run.demand_l + run.given_up_l > 0) & counted) > 0
    alone = np.bincount(rain.months_since, helped & counted) == 0
    return int((inside & alone).sum())


def mean_stay_d(supply: Supply, run: OperatedReplay) -> float | None:
    """How long water stays in the tanks, mixed: what they hold over what leaves (Little's law); None where none
    leaves."""
    leaves = float(run.supplied_l.sum()) + float(run.spilled_l.sum())
    stored = float(run.store_l.mean()) + supply.layout.dead_l
    return stored * run.store_l.size / leaves if leaves > 0 else None


def _waters(supply: Supply, run: OperatedReplay, say: Wording) -> dict[str, Figure]:
    rain = supply.rain
    years = int(rain.counts.sum())
    inflow, spilled = float(run.inflow_l.sum()), float(run.spilled_l.sum())

    supplied = float(run.supplied_l.sum())
    other = run.topped_up_l + run.trucked_l
    stored = float(run.store_l.mean()) + supply.layout.dead_l
    figures = {
        "stands_d": _derived(
            mean_stay_d(supply, run),
            "d",
            "Water stays, on the mean",
            "mean volume with what lies below the outlet / what leaves in a day, supplied and spilled; well mixed",
            f"{say.volume(stored)} / {say.volume((supplied + spilled) / max(1, rain.dates.size))}",
            "A smaller tank, or more use of it.",
        ),
        "spill_l_year": _derived(
            mean_year(run.spilled_l, rain),
            "L",
            "Spilled in a mean year",
            "sum of the days' spill, mean of the counted years",
            f"{years} years",
            "A larger tank spills less, up to what the roofs bring.",
        ),
        "roof_water_used": _derived(
            (inflow - spilled) / inflow if inflow > 0 else None,
            "-",
            "Share of roof water kept",
            "(inflow − spilled) / inflow",
            f"({say.volume(inflow)} − {say.volume(spilled)}) / {say.volume(inflow)}",
        ),
        "rain_share": _derived(
            max(0.0, supplied - float(other.sum())) / supplied if supplied > 0 else None,
            "-",
            "Share of the water supplied that is rain",
            "(supplied − topped up − trucked) / supplied",
            f"({say.volume(supplied)} − {say.volume(float(other.sum()))}) / {say.volume(supplied)}",
        ),
    }
    return figures | _other_water(supply, run, say)


def _other_water(supply: Supply, run: OperatedReplay, say: Wording) -> dict[str, Figure]:
    """What the back-up gave, and what evaporated."""
    rain, figures = supply.rain, dict[str, Figure]()

    def worst(daily: NDArray[np.float64]) -> tuple[float, str]:
        sums = np.where(rain.counts, rain.years.sums(daily), -1.0)
        row = int(np.argmax(sums))
        return max(0.0, float(sums[row])), rain.years.label(row)

    if supply.operation.back_up.keep_share > 0:
        most, label = worst(run.topped_up_l)
        figures["topped_up_l_year"] = _derived(
            mean_year(run.topped_up_l, rain),
            "L",
            "Topped up in a mean year",
            "enough that the day's draw leaves the share that is kept, mean of the counted years",
            f"keeps {supply.operation.back_up.keep_share * 100:g} %; most in {label}, {say.volume(most)}",
        )
        figures["topped_up_worst_l"] = _derived(most, "L", f"Topped up in {label}", "most in a counted year", label)
    if supply.operation.back_up.load_l > 0:
        loads = run.loads.astype(np.float64)
        most, label = worst(loads)
        figures["loads_year"] = _derived(
            mean_year(loads, rain),
            "loads",
            "Loads in a mean year",
            "loads that came, mean of the counted years",
            f"{say.volume(supply.operation.back_up.load_l)} a load; most in {label}, {most:.0f}",
        )
        figures["loads_worst"] = _derived(most, "loads", f"Loads in {label}", "most in a counted year", label)
    empty = supply.empty_days
    if empty.any():
        figures["drained_l_year"] = _derived(
            mean_year(np.where(empty, run.lost_l, 0.0), rain),
            "L",
            "Drained off in a mean year, out of use",
            "what the store holds on the evening before it is out of use",
            f"{int(rain.counts.sum())} years",
            "What is used up before that day is not lost.",
        )
    evaporated = np.where(empty, 0.0, run.lost_l)
    if evaporated.any():
        figures["evaporated_l_year"] = _derived(
            mean_year(evaporated, rain),
            "L",
            "Evaporated in a mean year",
            "open water × evapotranspiration",
            f"{int(rain.counts.sum())} years",
        )
    return figures
