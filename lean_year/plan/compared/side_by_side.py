"""Two alternatives of one property side by side: what differs in them, and what comes of it."""

import datetime as dt
from collections.abc import Sequence
from typing import Any

import numpy as np
from pydantic import BaseModel

from lean_year.plan.answer.figure import Finding, StationKey
from lean_year.plan.compared.part_changes import ChangedPart, changed_parts, sold_parts
from lean_year.plan.model.assumed import assumed_by_station
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.registry import FALL
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.survey.found_parts import found_parts
from lean_year.plan.whole import Planned, WholePlan
from lean_year.property.alternatives import differing
from lean_year.property.document import Property

CONDITIONS = "/audit/conditions/"


class Differs(BaseModel):
    """One value in which they differ."""

    path: str
    """Its place in the first; a row that only the second has stands at the end of its list."""
    name: str = ""
    """What it is called, where its place does not say that."""
    first: Any
    second: Any


class StationBeside(BaseModel):
    """A station in both."""

    stage: StationKey
    name: str
    first: str
    """Its headline."""
    second: str
    differs: list[Differs]


class FindingOtherwise(BaseModel):
    """What both find, of other sizes."""

    first: Finding
    second: Finding


class YearBeside(BaseModel):
    """The water in both through one year of the record. [L], one value a day."""

    label: str
    start: dt.date
    first_live_l: float
    second_live_l: float
    first_l: list[float]
    second_l: list[float]


class SideBySide(BaseModel):
    """Two alternatives compared: `first` against `second`."""

    first_as_found: bool
    """Whether it is a supply as it was found; what differs in the second is then what is repaired."""
    second_as_found: bool
    first_verdict: str
    second_verdict: str
    first_years_carried: int | None
    """None without rain."""
    second_years_carried: int | None
    counted_years: int | None
    currency: str
    first_total: float | None
    """Price; None where nothing is priced. [money]"""
    second_total: float | None
    first_yearly: float | None
    """Upkeep in a year. [money]"""
    second_yearly: float | None
    missing: bool
    """Whether a price is missing in either."""
    parts: list[ChangedPart]
    """Of which the second has more or less than the first."""
    stations: list[StationBeside]
    lost: list[Finding]
    """What the first finds and the second does not."""
    gained: list[Finding]
    """What only the second finds."""
    otherwise: list[FindingOtherwise]
    lean_year: YearBeside | None
    """The lean year of the first, in both; None without rain."""


def side_by_side(
    first: Property, second: Property, first_plan: Planned, second_plan: Planned, rain: PreparedRain | None
) -> SideBySide:
    """Compare two alternatives, both planned on the same rain."""
    one, other = first_plan.plan, second_plan.plan
    parts = {part.key: part.name for part in (*found_parts(second), *found_parts(first))}
    found = {
        path: Differs(path=path, name=_name(path, parts), first=was, second=now)
        for path, was, now in differing(first, second)
        if path != "/audit/as_found"
    }
    at_stations = assumed_by_station(FALL, list(found))
    was, now = CISTERN.of(one), CISTERN.of(other)
    lost, gained, otherwise = _findings(one.findings, other.findings)
    return SideBySide(
        first_as_found=first.audit.as_found,
        second_as_found=second.audit.as_found,
        first_verdict=one.verdict,
        second_verdict=other.verdict,
        first_years_carried=was.years_carried if was else None,
        second_years_carried=now.years_carried if now else None,
        counted_years=was.counted_years if was else None,
        currency=first.prices.currency,
        **_prices(one, other),
        parts=changed_parts(sold_parts(one.parts), sold_parts(other.parts)),
        stations=[
            StationBeside(
                stage=here.stage,
                name=here.name,
                first=here.headline,
                second=there.headline,
                differs=[found[path] for path in at_stations.get(here.stage, [])],
            )
            for here, there in zip(one.stations, other.stations, strict=True)
        ],
        lost=lost,
        gained=gained,
        otherwise=otherwise,
        lean_year=_lean_year(first_plan, second_plan, rain),
    )


def _prices(first: WholePlan, second: WholePlan) -> dict[str, Any]:
    one, other = PRICE.of(first), PRICE.of(second)
    assert one is not None
    assert other is not None
    return {
        "first_total": one.total.value if one.booked else None,
        "second_total": other.total.value if other.booked else None,
        "first_yearly": one.yearly.value if one.booked else None,
        "second_yearly": other.yearly.value if other.booked else None,
        "missing": bool(one.missing or other.missing),
    }


def _name(path: str, parts: dict[str, str]) -> str:
    """Of the condition of a part that was found: the name of the part."""
    if not path.startswith(CONDITIONS):
        return ""
    *way, field = path.removeprefix(CONDITIONS).split("/")
    key = "/".join(way)
    return f"{parts.get(key, key)}, {'condition' if field == 'state' else field}"


def _findings(
    first: Sequence[Finding], second: Sequence[Finding]
) -> tuple[list[Finding], list[Finding], list[FindingOtherwise]]:
    """Findings of the same code are the same, the first of one and the first of the other, and so on."""
    left = list(second)
    lost, otherwise = [], []
    for finding in first:
        same = next((each for each in left if (each.stage, each.code) == (finding.stage, finding.code)), None)
        if same is None:
            lost.append(finding)
            continue
        left.remove(same)
        if (same.text, same.severity) != (finding.text, finding.severity):
            otherwise.append(FindingOtherwise(first=finding, second=same))
    return lost, left, otherwise


def _lean_year(first: Planned, second: Planned, rain: PreparedRain | None) -> YearBeside | None:
    cistern = CISTERN.of(first.plan)
    if rain is None or cistern is None or first.replay is None or second.replay is None:
        return None
    year = cistern.years[cistern.lean_year]
    begin = (year.start - rain.record.start).days
    days = slice(begin, begin + 366)
    after = cistern.years[cistern.lean_year + 1 :]
    if after:
        days = slice(begin, (after[0].start - rain.record.start).days)
    return YearBeside(
        label=year.label,
        start=year.start,
        first_live_l=first.replay.size_l,
        second_live_l=second.replay.size_l,
        first_l=np.round(first.replay.store_l[days], 1).tolist(),
        second_l=np.round(second.replay.store_l[days], 1).tolist(),
    )
