"""All supplies by their outlooks: who wants somebody first, and a round to them."""

import datetime as dt

from sqlalchemy import Engine

from lean_year.api.schemas.in_use import SuppliesInUse, SupplyInUse
from lean_year.plan.in_use.acts import Act, WaitingQuote, acts
from lean_year.plan.in_use.outlook import Outlook
from lean_year.plan.in_use.rounds import Round, ToVisit, plan_round
from lean_year.property.document import Units
from lean_year.store.outlooks import KeptOutlook, count_sites, list_outlooks, open_quotes

ACTS_SHOWN = 3


def supplies_in_use(engine: Engine, today: dt.date, to_do: int) -> SuppliesInUse:
    """Everybody of whom there is something to say, by what is kept; `to_do` of them are not up to date."""
    waiting: dict[str, list[WaitingQuote]] = {}
    for quote in open_quotes(engine):
        waiting.setdefault(quote.property_id, []).append(WaitingQuote(quote.number, quote.dated, quote.valid_until))
    listed = list_outlooks(engine)
    kept = {each.property_id: Outlook.model_validate_json(each.body) for each in listed}
    rows = [
        _row(each, kept[each.property_id], acts(kept[each.property_id], waiting.get(each.property_id, []), today))
        for each in listed
    ]
    return SuppliesInUse(
        today=today,
        supplies=[row for row in rows if row.acts or row.level_l is not None or row.area],
        to_do=to_do,
        of=count_sites(engine),
        areas=sorted({seen.area for seen in kept.values() if seen.area}),
    )


def round_within(engine: Engine, area: str, until: dt.date, units: Units) -> Round:
    """Everybody in an area, or anywhere where it is empty, at whom something is due by a day."""
    supplies = [
        ToVisit(property_id=each.property_id, name=each.name, place=each.place, seen=seen)
        for each in list_outlooks(engine)
        if (seen := Outlook.model_validate_json(each.body)).due_at_all and area in ("", seen.area)
    ]
    return plan_round(supplies, until, units)


def _row(of: KeptOutlook, seen: Outlook, found: list[Act]) -> SupplyInUse:
    water = seen.short_first
    return SupplyInUse(
        id=of.property_id,
        is_demo=of.is_demo,
        area=seen.area,
        as_of=seen.day,
        units=seen.units,
        supply=water.supply,
        live_l=water.live_l,
        level_l=water.level_l,
        read_on=water.read_on,
        by_model=water.by_model,
        short_by=water.short_by,
        no_rain_until=water.no_rain_until,
        acts=found[:ACTS_SHOWN],
        more=max(0, len(found) - ACTS_SHOWN),
        kinds=sorted({act.kind for act in found}),
    )
