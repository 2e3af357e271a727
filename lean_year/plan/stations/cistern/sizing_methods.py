"""The methods of sizing side by side, each with its own values and why it differs on this property."""

from collections.abc import Iterator
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.basis import Basis
from lean_year.core.calendar import DAYS_IN_MONTH
from lean_year.core.cistern import sizing_methods as rules
from lean_year.core.cistern.operation import Demand, OperatedReplay
from lean_year.core.rain import rainfall
from lean_year.core.units import DAYS_PER_YEAR, M2_PER_SQUARE_FOOT, MM_PER_INCH
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.wording import MONTHS, Wording, day, several
from lean_year.plan.model.prepared_rain import PreparedRain, mean_months
from lean_year.plan.model.supply import Supply

Values = dict[str, float | list[float] | str]


class SizingMethod(BaseModel):
    """What one method would choose."""

    key: str
    letter: str
    label: str
    live_l: float | None
    """Live volume; None where it has no answer, or is no size."""
    tank_l: float | None
    """The same tanks made wide enough for it, held-back water included."""
    carried: int | None
    """Counted years which that tank would carry."""
    basis: Basis
    source: str
    formula: str
    values: Values
    """What the formula takes, so that the figure can be worked out again."""
    working: str
    why: str
    """Why it differs from the replay here."""


def sizing_methods_compared(
    supply: Supply,
    run: OperatedReplay,
    at_aim: OperatedReplay | None,
    aim_tank_l: float | None,
    lean_row: int,
    roof_area_m2: float,
    say: Wording,
) -> list[SizingMethod]:
    """Every method on one supply.

    `run` is the replay of the design, `at_aim` that of the smallest tank for the aim, `lean_row` the lean year.
    """
    rain = supply.rain
    inflow, demand = supply.inflow_l, supply.demand_l
    month_in, month_out = mean_months(inflow, rain), mean_months(demand, rain)
    year_in, year_out = float(month_in.sum()), float(month_out.sum())
    rows = [
        _replay(supply, at_aim, aim_tank_l, say),
        _average_year(month_in, month_out, at_aim, rain, lean_row, inflow, say),
        _lean_year(supply, run, lean_row, say),
        _sequent_peak(supply, say),
        _dry_spell(supply, at_aim, say),
        _share("bs", "5 % of the year", rules.BS_SHARE, "BS 8515:2009", year_in, year_out, month_in, say),
        _share("din", "6 % of the year", rules.DIN_SHARE, "DIN 1989-1", year_in, year_out, month_in, say),
        _dry_months(month_in, month_out, rain, inflow, lean_row, say),
        _trade_catch(roof_area_m2, rain, year_in, say),
    ]
    tanks = [None if row.live_l is None else supply.layout.gross_for(row.live_l) for row in rows]
    # The replay was asked for a total: several stores hold more than what comes to the house.
    tanks[0] = None if rows[0].live_l is None else aim_tank_l
    known = np.array([tank for tank in tanks if tank is not None])
    carried: Iterator[Any] = iter(int(rain.counts.sum()) - supply.kept_sizes(known).short_years if known.size else [])
    has_counts = bool(rain.counts.any())
    out = []
    for row, tank, letter in zip(rows, tanks, "ABCDEFGHI", strict=True):
        row.letter, row.tank_l = letter, tank
        if tank is not None:
            years_there = int(next(carried))
            row.carried = years_there if has_counts else None
        out.append(row)
    return out


def _method(
    key: str,
    label: str,
    live_l: float | None,
    basis: Basis,
    source: str,
    formula: str,
    values: Values,
    working: str,
    why: str,
) -> SizingMethod:
    return SizingMethod(
        key=key,
        letter="",
        label=label,
        live_l=live_l,
        tank_l=None,
        carried=None,
        basis=basis,
        source=source,
        formula=formula,
        values=values,
        working=working,
        why=why,
    )


def last_full_before(run: OperatedReplay, at: int) -> int | None:
    """The last day up to `at` on which the store was full after its spill; None where it never was."""
    room = run.size_l - (run.demand_l if run.store_l.size else 0.0)
    full = np.flatnonzero(
        (run.spilled_l[: at + 1] > 0) | (run.store_l[: at + 1] >= np.minimum(room, run.size_l)[: at + 1])
    )
    return int(full[-1]) if full.size else None


def _replay(supply: Supply, run: OperatedReplay | None, tank_l: float | None, say: Wording) -> SizingMethod:
    rain, rule = supply.rain, supply.operation.rule
    label, source = "Day by day", "Jenkins and others 1978; Fewkes and Butler 2000"
    if run is None or tank_l is None:
        return _method(
            "replay", label, None, "derived", source, "least size whose replay meets the aim", {},
            "no size meets the aim with this start",
            "The roofs bring less than is used, or the first days find the tank too low: a larger "
            "tank would only use up what it was first filled with.",
        )  # fmt: skip
    carried = rain.counted_days & ~run.short_day
    bottom = int(np.argmin(np.where(carried, supply.in_use_l(run), np.inf)))
    top = last_full_before(run, bottom)
    first = 0 if top is None else top + 1
    span = slice(first, bottom + 1)
    used, brought = float(run.supplied_l[span].sum()), float(run.inflow_l[span].sum())
    spilled, lost = float(run.spilled_l[span].sum()), float(run.lost_l[span].sum())
    extra = float(run.topped_up_l[span].sum() + run.trucked_l[span].sum())
    left = float(run.store_l[bottom])
    from_full = 0.0
    if top is not None and rule == "yas":  # after its spill the store still gave the day's water
        from_full = run.size_l - float(run.store_l[top])
    values: Values = {
        "first_day": str(rain.dates[first]),
        "last_day": str(rain.dates[bottom]),
        "used_l": used,
        "brought_l": brought,
        "spilled_l": spilled,
        "lost_l": lost,
        "other_water_l": extra,
        "left_l": left,
        "drawn_on_the_full_day_l": from_full,
        "start_share": 1.0 if top is not None else supply.start_share,
    }
    if span.stop <= span.start:
        return _method(
            "replay", label, run.size_l, "derived", source, "least size whose replay meets the aim", values,
            f"full even on its tightest day, {day(rain.dates[bottom])}",
            "It takes every recorded day in its order. Here rain comes faster than it is used.",
        )  # fmt: skip
    begun = "full" if top is not None else f"{supply.start_share * 100:g} % full"
    drawn = f" + {say.volume(from_full)} drawn on the day it was full" if from_full else ""
    more = f" − {say.volume(extra)} from elsewhere" if extra > 0.5 else ""
    if lost > 0.5:
        more += f" + {say.volume(lost)} {'drained off' if supply.empty_days.any() else 'evaporated'}"
    return _method(
        "replay",
        label,
        run.size_l,
        "derived",
        source,
        "used − brought + left, from the last full day to the tightest" if top is not None else
        "(used − brought + left) / share at the start",
        values,
        f"{begun} until {day(rain.dates[first])}; to {day(rain.dates[bottom])}: {say.volume(used)} used − "
        f"{say.volume(brought)} brought + {say.volume(left)} left{drawn}{more}",
        "It takes every recorded day in its order, with the saving steps and back-up as entered. That is why the "
        "plan follows it.",
    )  # fmt: skip


def _volumes(values: NDArray[np.float64], say: Wording) -> str:
    return ", ".join(f"{MONTHS[row]} {say.volume(float(value))}" for row, value in enumerate(values))


def _average_year(
    month_in: NDArray[np.float64],
    month_out: NDArray[np.float64],
    at_aim: OperatedReplay | None,
    rain: PreparedRain,
    lean_row: int,
    inflow: NDArray[np.float64],
    say: Wording,
) -> SizingMethod:
    balance = rules.monthly_balance(inflow_l=month_in, demand_l=month_out, repeats=True)
    begin, end = int(rain.years.starts[lean_row]), int(rain.years.ends[lean_row])
    lean_in = float(inflow[begin:end].sum())
    why = (
        f"Its year brings {say.volume(float(month_in.sum()))}; {rain.years.label(lean_row)} brought "
        f"{say.volume(lean_in)}. An average gives every dry month a little rain that in most years did not fall."
    )
    if balance.size_l is None:
        why = "The average year uses more than it brings, so a monthly sum has no end."
    elif at_aim is not None and at_aim.size_l > balance.size_l:
        why += f" It comes out {say.volume(at_aim.size_l - balance.size_l)} smaller than the replay."
    return _method(
        "average_year",
        "Monthly, average year",
        balance.size_l,
        "common_practice",
        "handbooks' monthly table",
        "each month K = max(0, K′ + use − brought), begun full, twice round; the largest K",
        {"brought_l": month_in.tolist(), "used_l": month_out.tolist()},
        f"brought: {_volumes(month_in, say)}. Used: {_volumes(month_out, say)}",
        why,
    )


def _lean_year(supply: Supply, run: OperatedReplay, lean_row: int, say: Wording) -> SizingMethod:
    rain = supply.rain
    begin, end = int(rain.years.starts[lean_row]), int(rain.years.ends[lean_row])
    month = rain.month[begin:end]
    order = [(rain.years.first_month - 1 + step) % 12 for step in range(12)]
    brought = np.asarray(np.bincount(month, supply.inflow_l[begin:end], minlength=13)[1:][order], dtype=np.float64)
    used = np.asarray(np.bincount(month, supply.demand_l[begin:end], minlength=13)[1:][order], dtype=np.float64)
    balance = rules.monthly_balance(inflow_l=brought, demand_l=used, repeats=False)
    label = rain.years.label(lean_row)
    began = float(run.store_l[begin - 1]) if begin else run.start_l
    names = ", ".join(
        f"{MONTHS[row]} {say.volume(float(brought[at]))} in, {say.volume(float(used[at]))} out"
        for at, row in enumerate(order)
    )
    return _method(
        "lean_year",
        f"Monthly, {label}",
        balance.size_l,
        "common_practice",
        "handbooks' monthly table on one dry year",
        "each month K = max(0, K′ + use − brought), begun full; the largest K",
        {"brought_l": brought.tolist(), "used_l": used.tolist()},
        names,
        f"It begins {label} full; the replay began it with {say.volume(began)} of {say.volume(run.size_l)}. "
        "A month's total also hides a dry week at its end, and what is still missing when the year is over.",
    )


@cached(16)
def _critical_period(inflow_l: NDArray[np.float64], demand: Demand) -> rules.CriticalPeriod | None:
    """The stretch that the mass curve finds; it asks for nothing but inflow and demand."""
    return rules.sequent_peak(inflow_l=inflow_l, demand_l=np.asarray(demand.house_l[0] + demand.garden_l[0]))


def _sequent_peak(supply: Supply, say: Wording) -> SizingMethod:
    found = _critical_period(supply.inflow_l, supply.demand)
    if found is None:
        return _method(
            "sequent_peak", "Mass curve", None, "from_memory", "Thomas and Burden 1963",
            "largest of use − brought over any stretch of days", {},
            f"{say.volume(float(supply.demand_l.sum()))} used, {say.volume(float(supply.inflow_l.sum()))} brought",
            "The record uses more than it brings: run as a circle it has no size without failure.",
        )  # fmt: skip
    days = found.days
    used, brought = float(supply.demand_l[days].sum()), float(supply.inflow_l[days].sum())
    begin, end = supply.rain.dates[days[0] if days.size else 0], supply.rain.dates[days[-1] if days.size else 0]
    saves = " It knows no saving steps and no back-up." if not supply.plain else ""
    return _method(
        "sequent_peak",
        "Mass curve, no failure",
        found.size_l,
        "from_memory",
        "sequent peak, Thomas and Burden 1963",
        "largest of use − brought over any stretch of days, the record run twice round",
        {"first_day": str(begin), "last_day": str(end), "used_l": used, "brought_l": brought},
        f"{day(begin)} to {day(end)}: {say.volume(used)} used − {say.volume(brought)} brought",
        "It lets no day fail and spills last, so a day's rain can serve the same day: under the careful order the "
        f"replay needs up to two days of use more.{saves}",
    )


def _dry_spell(supply: Supply, at_aim: OperatedReplay | None, say: Wording) -> SizingMethod:
    rain = supply.rain
    spell = rain.dry_spell
    inside = slice(spell.start, spell.start + spell.days)
    use = float(supply.demand_l[inside].mean()) if spell.days else 0.0
    size = spell.days * use
    begin = rain.dates[spell.start] if spell.days else rain.dates[0]
    why = f"Rain over {say.shallow(rainfall.DRY_DAY_MM)} ends the spell and refills nothing."
    if at_aim is not None and spell.days:
        carried = rain.counted_days & ~at_aim.short_day
        bottom = int(np.argmin(np.where(carried, supply.in_use_l(at_aim), np.inf)))
        top = last_full_before(at_aim, bottom)
        fell = bottom - (top if top is not None else 0)
        why += (
            f" At its tightest, {day(rain.dates[bottom])}, the replay's store had been falling for "
            f"{several(fell, 'day')}, rain and all."
        )
    return _method(
        "dry_spell",
        "Longest dry spell",
        size,
        "common_practice",
        "the trade's own sum",
        "days of the longest spell × use a day",
        {"days": float(spell.days), "use_l_day": use, "first_day": str(begin)},
        f"{several(spell.days, 'day')} from {day(begin)} × {say.rate(use)}",
        why,
    )


def _share(
    key: str,
    label: str,
    share: float,
    standard: str,
    year_in: float,
    year_out: float,
    month_in: NDArray[np.float64],
    say: Wording,
) -> SizingMethod:
    size = rules.share_of_year_l(yield_l_year=year_in, demand_l_year=year_out, share=share)
    lesser = "brought" if year_in <= year_out else "used"
    use_day = year_out / DAYS_PER_YEAR
    driest = int(np.argmin(month_in / DAYS_IN_MONTH))
    days = size / use_day if use_day > 0 else 0.0
    return _method(
        key,
        label,
        size,
        "from_memory",
        standard,
        f"{share:g} × the lesser of what a mean year brings and uses",
        {"brought_l": year_in, "used_l": year_out, "share": share},
        f"{share:g} × {say.volume(min(year_in, year_out))} {lesser}",
        f"For temperate places with rain all year only. Here it lasts {several(round(days), 'day')} of mean use; "
        f"{MONTHS[driest]} brings {say.volume(float(month_in[driest]))} in a mean year.",
    )


def _dry_months(
    month_in: NDArray[np.float64],
    month_out: NDArray[np.float64],
    rain: PreparedRain,
    inflow: NDArray[np.float64],
    lean_row: int,
    say: Wording,
) -> SizingMethod:
    run = rules.dry_months(inflow_l=month_in, demand_l=month_out)
    rows = [(run.first - 1 + step) % 12 for step in range(run.count)]
    use = float(month_out[rows].mean()) if rows else float(month_out.mean())
    brought = float(month_in[rows].sum()) if rows else 0.0
    named = f"{MONTHS[rows[0]]} to {MONTHS[rows[-1]]}" if rows else "no month"
    begin, end = int(rain.years.starts[lean_row]), int(rain.years.ends[lean_row])
    month = rain.month[begin:end]
    lean = float(inflow[begin:end][np.isin(month, [row + 1 for row in rows])].sum()) if rows else 0.0
    why = (
        f"It counts on nothing from {named}, when a mean year still brings {say.volume(brought)} and "
        f"{rain.years.label(lean_row)} brought {say.volume(lean)}; and on a full tank at their start."
        if rows
        else "No month of a mean year brings less than half of its use, so this sum asks for no tank. "
        "Single years do."
    )
    return _method(
        "dry_months",
        "Dry months × use",
        run.count * use,
        "common_practice",
        "the trade's own sum; a month is dry under half of its use (estimate)",
        "dry months in a row × use a month",
        {"months": float(run.count), "use_l_month": use},
        f"{several(run.count, 'month')} ({named}) × {say.volume(use)}",
        why,
    )


def _trade_words(say: Wording) -> str:
    """The rule as the trade says it: 600 US gallons for each inch on a thousand square feet."""
    us = say.units == "us"
    area_m2, rain_mm = (1_000 * M2_PER_SQUARE_FOOT, MM_PER_INCH) if us else (100.0, 10.0)
    catch = say.volume(rules.TRADE_CATCH_L_MM_M2 * area_m2 * rain_mm)
    return f"{catch} for each {say.shallow(rain_mm)} on {say.area(area_m2)}"


def _trade_catch(area_m2: float, rain: PreparedRain, year_in: float, say: Wording) -> SizingMethod:
    annual = rain.annual_mm[rain.counts]
    mean_mm = float(annual.mean()) if annual.size else float(rain.filled_mm.mean() * DAYS_PER_YEAR)
    catch = rules.trade_catch_l(area_m2=area_m2, rain_mm=mean_mm)
    more = "more" if catch >= year_in else "less"
    return _method(
        "trade_catch",
        f"{_trade_words(say)}",
        None,
        "common_practice",
        "the trade's rule of catch, no size",
        f"{_trade_words(say)}, on all of the roof",
        {"area_m2": area_m2, "rain_mm": mean_mm, "litres_per_mm_m2": rules.TRADE_CATCH_L_MM_M2, "catch_l": catch},
        f"{say.area(area_m2)} × {say.rain(mean_mm)}: {say.volume(catch)} a year",
        f"A catch, not a size: {say.volume(abs(catch - year_in))} a year {more} than the roofs bring with their own "
        "coefficients and losses. It says nothing of when the rain falls.",
    )
