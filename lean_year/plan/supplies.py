"""The supplies of a property beside one another: what each holds, whom it serves, and how it does."""

from collections.abc import Iterator

import numpy as np
from pydantic import BaseModel

from lean_year.core.calendar import in_season
from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.household.uses import animals
from lean_year.plan.answer.wording import first_few
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.levels import tank_levels
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.supply import replay_of, replays_beside, supply_of, years_carried
from lean_year.property.document import Property
from lean_year.property.front import alone, each_in_front
from lean_year.property.served import Served


class SupplyBeside(BaseModel):
    """One supply of several. Heights are above the datum of the property."""

    id: str
    name: str
    roofs: list[str]
    """The surfaces in use that drain to it, also those that do so in part."""
    area_m2: float
    """What of their plan area drains to it."""
    tank_l: float
    live_l: float
    floor_m: float
    """Of its lowest tank."""
    overflow_m: float
    """Of its highest."""
    serves: list[str]
    """The uses that it is the first to serve."""
    helps: list[str]
    """Those that it gives what another lacks."""
    counted_years: int | None = None
    """None where the property has no record of rain."""
    years_carried: int | None = None
    """Of those; None without a record, and where nothing is asked of it."""
    helped_l_day: float | None = None
    """What comes from the other supplies in the mean of all days, less what it gives to them. [L/day]"""
    lowest_l: float | None = None
    """The least that it held in the record."""


class UseServed(BaseModel):
    """A use of rain, and who serves it."""

    name: str
    path: str
    """JSON pointer of that in the document."""
    by: str
    then: str | None
    """The one that gives what the first lacks."""


class SuppliesTogether(BaseModel):
    """All supplies of a property, the one that it began with first."""

    verdict: str
    supplies: list[SupplyBeside]
    uses: list[UseServed]


def supplies_together(document: Property, rain: PreparedRain | None) -> SuppliesTogether | None:
    """Every supply of a property; None where it has one.

    Parameters
    ----------
    document : Property
        With any of its supplies in front.
    rain : PreparedRain or None
        None where it has no record yet.
    """
    if not document.supplies:
        return None
    in_front = {each.supply.id: each for each in each_in_front(document)}
    own = {each: alone(shown) for each, shown in in_front.items()}
    runs: dict[str, OperatedReplay] = {}
    if rain is not None:
        for each in (document.supply.id, *in_front):
            if each not in runs:
                runs |= _runs_of(own[each], rain)
    rows = [_row(shown, own[each], rain, runs.get(each)) for each, shown in in_front.items()]
    return SuppliesTogether(verdict=_verdict(rows), supplies=rows, uses=list(uses_served(document)))


def _runs_of(own: Property, rain: PreparedRain) -> dict[str, OperatedReplay]:
    """The replay of a supply by itself, and of those with which it shares water, by their ids."""
    supply = supply_of(own, rain)
    if supply.beside is None:
        return {own.supply.id: replay_of(supply)}
    ids = [own.supply.id, *(each.supply.id for each in own.others)]
    return dict(zip(ids, replays_beside(supply), strict=True))


def _row(document: Property, own: Property, rain: PreparedRain | None, run: OperatedReplay | None) -> SupplyBeside:
    """Of the supply in front, which is `own` by itself."""
    groups = {each.id for each in document.downpipes}
    shares = [
        (roof, sum(drain.share for drain in roof.drains if drain.group in groups))
        for roof in document.roofs
        if roof.on
    ]
    layout, levels = layout_of(own), tank_levels(own)
    row = SupplyBeside(
        id=document.supply.id,
        name=document.supply.name,
        roofs=[roof.name for roof, share in shares if share > 0],
        area_m2=sum(plan_area_m2(roof) * share for roof, share in shares),
        tank_l=layout.gross_l,
        live_l=layout.live_l,
        floor_m=min(each.floor_m for each in levels),
        overflow_m=max(each.overflow_m for each in levels),
        serves=[use.name for use in uses_served(document) if use.by == document.supply.id],
        helps=[use.name for use in uses_served(document) if use.then == document.supply.id],
    )
    if rain is None or run is None:
        return row
    wanted, season = bool(run.demand_l.any()), document.cistern.out_of_use
    in_use = np.ones(rain.dates.size, np.bool_) if season is None else ~in_season(rain.dates, *season.days)
    return row.model_copy(
        update={
            "counted_years": int(rain.counts.sum()),
            "years_carried": years_carried(run, rain) if wanted else None,
            "helped_l_day": 0.0 if run.moved_l is None else float(np.mean(run.moved_l)),
            "lowest_l": float(run.store_l.min(initial=run.size_l, where=in_use)),
        }
    )


def uses_served(document: Property) -> Iterator[UseServed]:
    """Every use of rain on a property."""
    household = document.household
    asked: list[tuple[str, str, Served]] = []
    if household.uses is None:
        if household.anybody:
            asked.append(("Indoors", "served", household.served))
    else:
        asked += [
            (use.name, f"uses/{row}/served", use.served) for row, use in enumerate(household.uses) if use.from_rain
        ]
    asked += [
        (f"{animals()[each.animal].label} × {each.heads:g}", f"animals/{row}/served", each.served)
        for row, each in enumerate(household.animals)
        if each.from_rain and each.heads > 0
    ]
    if household.irrigation.from_rain and household.irrigation.area_m2 > 0:
        asked.append(("Watered ground", "irrigation/served", household.irrigation.served))
    if any(household.garden_l_month):
        asked.append(("Garden, as entered", "garden_served", household.garden_served))
    for name, place, served in asked:
        yield UseServed(name=name, path=f"/household/{place}", by=served.by, then=served.then)


def _verdict(rows: list[SupplyBeside]) -> str:
    """How the whole property does, in a sentence."""
    counted = rows[0].counted_years
    if counted is None:
        return "No rain record yet."
    asked = [row for row in rows if row.years_carried is not None]
    if not asked:
        return "No water is wanted yet."
    idle = [row.name for row in rows if row.years_carried is None]
    alone = f" Nothing is asked of {first_few(idle, 3)}." if idle else ""
    short = [row for row in asked if row.years_carried != counted]
    if not short:
        those = "Both supplies carry" if len(asked) == 2 else f"All {len(asked)} supplies carry"
        carry = those if len(asked) > 1 else f"{asked[0].name} carries"
        return f"{carry} all {counted} years.{alone}"
    each = [f"{row.name} {'all' if row.years_carried == counted else f'{row.years_carried} of'} {counted}"
            for row in asked]  # fmt: skip
    return f"Years carried: {', '.join(each)}.{alone}"
