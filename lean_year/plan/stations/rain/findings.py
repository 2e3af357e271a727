"""What is wrong with a rain record, and what to do about it."""

import numpy as np

from lean_year.core.calendar import DAYS_IN_MONTH
from lean_year.core.rain import rainfall
from lean_year.core.rain.rainfall import ACCUMULATION_PERCENTILE, FEW_YEARS, SUSPECT_ZERO_SHARE, TREND_SHARE
from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.wording import Wording, count, day, first_few, several
from lean_year.plan.model.prepared_rain import PreparedRain

YEARS_NAMED = 4


def _suspect_zeros(rain: PreparedRain, mean_mm: list[float | None]) -> tuple[int, int, float] | None:
    """The run of exact zeros in which the most rain is usual: start, days and that rain [mm], if it is much."""
    means = np.array([depth or 0.0 for depth in mean_mm]) / DAYS_IN_MONTH
    usual = np.concatenate(([0.0], np.cumsum(means[rain.month - 1])))
    zero = np.nan_to_num(rain.record.depth_mm, nan=1.0) == 0
    edges = np.diff(np.concatenate(([0], zero.astype(np.int8), [0])))
    starts, ends = np.flatnonzero(edges == 1), np.flatnonzero(edges == -1)
    if not starts.size:
        return None
    expected = usual[ends] - usual[starts]
    worst = int(np.argmax(expected))
    if expected[worst] < SUSPECT_ZERO_SHARE * (means * DAYS_IN_MONTH).sum():
        return None
    return int(starts[worst]), int(ends[worst] - starts[worst]), float(expected[worst])


def _accumulation(rain: PreparedRain) -> tuple[int, int] | None:
    """The wettest day right after missing ones that no other kind of day comes near: its day and the gap."""
    depth, missing = rain.record.depth_mm, rain.record.missing
    after = np.flatnonzero(missing[:-1] & ~missing[1:]) + 1
    if not after.size:
        return None
    others = np.delete(depth, after)
    wet = others[others >= rainfall.DRY_DAY_MM]
    if not wet.size:
        return None
    at = int(after[np.argmax(depth[after])])
    if depth[at] <= np.percentile(wet, ACCUMULATION_PERCENTILE):
        return None
    gap = at - 1
    while gap >= 0 and missing[gap]:
        gap -= 1
    return at, at - 1 - gap


def rain_findings(rain: PreparedRain, mean_mm: list[float | None], say: Wording) -> list[Finding]:
    """What a person should know about a record before trusting it. `mean_mm` is by month, January first."""
    found = Findings("rain")
    made = rain.record.made_from
    _too_short(found, rain)
    _missing_days(found, rain)
    if made is None or made.kind != "means":  # of a made record there is no gauge to look at
        _trend(found, rain, say)
        _zeros_and_sums(found, rain, mean_mm, say)
    if made is not None and made.kind == "months":
        found.add(
            "RAIN_DAYS_MADE_FROM_MONTHS",
            "caution",
            "Only the monthly totals of this record were observed. The days in them were made, so dry spells and "
            "spills within a month are a guess.",
            "Ask the gauge's owner for the daily readings.",
        )
    return found.rows


def _too_short(found: Findings, rain: PreparedRain) -> None:
    counted = int(rain.counts.sum())
    if counted == 0:
        found.add(
            "RAIN_NO_WHOLE_YEAR",
            "fails",
            f"The record has no water year to count: {several(rain.dates.size, 'day')}, "
            f"{several(int(rain.record.missing.sum()), 'day')} missing.",
            "Bring in a longer record, or fill the missing days.",
        )
    elif counted < FEW_YEARS:
        found.add(
            "RAIN_FEW_YEARS",
            "caution",
            f"The record counts {several(counted, 'year')}. A lean year that comes once in twenty may not be in it.",
            "Look for a longer record from the same valley or coast.",
        )


def _missing_days(found: Findings, rain: PreparedRain) -> None:
    left_out = rain.years.whole & ~rain.counts
    if left_out.any():
        names = [rain.years.label(int(row)) for row in np.flatnonzero(left_out)]
        found.add(
            "RAIN_YEARS_LEFT_OUT",
            "caution",
            f"{count(len(names)).capitalize()} of {several(int(rain.years.whole.sum()), 'whole year')} "
            f"left out: more than {rainfall.MISSING_SHARE_LIMIT * 100:.0f} % of their days missing "
            f"({first_few(names, YEARS_NAMED)}).",
            "Fill the missing days, or find the record that has them.",
        )
    missing = int(rain.record.missing.sum())
    if missing and rain.filling != "none":
        how = "no rain, which errs on the dry side" if rain.filling == "zero" else "the same days of the nearest year"
        found.add("RAIN_FILLED", "note", f"{several(missing, 'missing day')} filled with {how}.")


def _trend(found: Findings, rain: PreparedRain, say: Wording) -> None:
    annual = rain.annual_mm[rain.counts]
    if annual.size < FEW_YEARS:
        return
    early, late = float(annual[: annual.size // 2].mean()), float(annual[annual.size // 2 :].mean())
    if early > 0 and abs(late / early - 1) > TREND_SHARE:
        found.add(
            "RAIN_TREND",
            "note",
            f"The later half of the record is {'drier' if late < early else 'wetter'}: "
            f"{say.rain(late)} a year against {say.rain(early)}.",
            "Weigh the later years more.",
        )


def _zeros_and_sums(found: Findings, rain: PreparedRain, mean_mm: list[float | None], say: Wording) -> None:
    zeros = _suspect_zeros(rain, mean_mm)
    if zeros:
        start, days, usual_mm = zeros
        found.add(
            "RAIN_LONG_ZERO_RUN",
            "caution",
            f"{several(days, 'day')} of exact zeros from {day(rain.dates[start])}, "
            f"when {say.rain(usual_mm)} is usual. Zero is not the same as missing.",
            "Check the gauge's log for those days.",
        )
    piled = _accumulation(rain)
    if piled:
        at, gap_days = piled
        found.add(
            "RAIN_ACCUMULATION",
            "caution",
            f"{say.rain(float(rain.record.depth_mm[at]))} on {day(rain.dates[at])} stands right after "
            f"{several(gap_days, 'missing day')}: it may be the sum of them.",
            "Look at the gauge's log; a sum read as one day makes the store seem to fill at once.",
        )
