"""The design search: tank sizes and counts, roofs, saving steps and back-up, by cost and security.

What has no price is left out of it, and said to be.
"""

import itertools
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

import numpy as np
from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.units import DAYS_PER_YEAR, M2_PER_SQUARE_FOOT
from lean_year.plan.answer.progress import Progress
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.harvest import catch_rain
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply, operation_of
from lean_year.plan.stations.cistern.marginal_cost import rain_roof_entry
from lean_year.property.document import Property, Units
from lean_year.property.front import alone
from lean_year.property.household import BackUpEntry, StepEntry
from lean_year.property.roofs import Roof

UNIT_SHARES = np.linspace(0.2, 2.1, 39)
COUNTS = (1, 2, 3, 4)
USUAL_STEPS = [
    StepEntry(name="Garden off", below_share=0.4, garden_cut=1),
    StepEntry(name="Indoors a quarter less", below_share=0.2, garden_cut=1, house_cut=0.25),
]
MOST_ROOFS_TRIED = 3
RAIN_ROOFS_M2: dict[Units, tuple[float, ...]] = {
    "metric": (20.0, 40.0, 80.0),
    "us": (200 * M2_PER_SQUARE_FOOT, 400 * M2_PER_SQUARE_FOOT, 800 * M2_PER_SQUARE_FOOT),
}


class Design(BaseModel):
    """One point of the search."""

    cost: float
    """Tanks, pads, added roof, and the back-up's water over the service years. [money]"""
    years_carried: int
    """On rain alone, or with the back-up where it has one."""
    missed_l_year: float
    """Missed in a mean year. [L]"""
    gross_l: float
    words: str
    operations: list[dict[str, Any]]


class Front(BaseModel):
    """What the search found."""

    designs: int
    of_years: int
    aim: int
    currency: str
    left_out: list[str]
    """What has no price, and what the search does without it; whole sentences."""
    front: list[Design]
    """The cheapest for each number of years carried, each better one dearer; cheapest first."""
    cheapest_for_aim: Design | None
    today: Design
    cloud: list[tuple[float, int]]
    """Cost and years of a sample of all designs, for drawing."""


@dataclass(frozen=True, slots=True)
class _Variant:
    """One choice of roofs, steps and back-up; every size is run on it."""

    supply: Supply
    added_cost: float
    words: tuple[str, ...]
    operations: list[dict[str, Any]]


@dataclass(frozen=True, slots=True)
class _Tried:
    """One size of one variant, and what it comes to."""

    cost: float
    years_carried: int
    missed_l_year: float
    variant: _Variant
    count: int
    total_l: float


def _roof_choices(document: Property, say: Wording) -> list[tuple[Property, float, str, list[dict[str, Any]]]]:
    """The roofs as they are, each of the largest switched the other option, and a rain roof added."""
    choices: list[tuple[Property, float, str, list[dict[str, Any]]]] = [(document, 0.0, "", [])]
    for row in range(min(len(document.roofs), MOST_ROOFS_TRIED)):
        roof = document.roofs[row]
        roofs = list(document.roofs)
        roofs[row] = roof.model_copy(update={"on": not roof.on})
        if any(each.on for each in roofs):
            choices.append(
                (
                    document.model_copy(update={"roofs": roofs}),
                    0.0,
                    f"{'without' if roof.on else 'with'} {roof.name}",
                    [{"op": "replace", "path": f"/roofs/{row}/on", "value": not roof.on}],
                )
            )
    for area_m2 in RAIN_ROOFS_M2[document.units] if document.prices.rain_roof_m2 > 0 else ():
        entry = rain_roof_entry(document, area_m2)
        choices.append(
            (
                document.model_copy(update={"roofs": [*document.roofs, Roof.model_validate(entry)]}),
                area_m2 * document.prices.rain_roof_m2,
                f"{say.area(area_m2)} of rain roof",
                [{"op": "add", "path": "/roofs/-", "value": entry}],
            )
        )
    return choices


def _step_choices(document: Property) -> list[tuple[list[StepEntry], str, list[dict[str, Any]]]]:
    own = document.household.steps
    choices: list[tuple[list[StepEntry], str, list[dict[str, Any]]]] = [(own, "", [])]
    if own:
        choices.append(([], "no saving steps", [{"op": "replace", "path": "/household/steps", "value": []}]))
    if own != USUAL_STEPS:
        usual = [step.model_dump(mode="json") for step in USUAL_STEPS]
        choices.append(
            (
                USUAL_STEPS,
                "garden off below 40 %, indoors −25 % below 20 %",
                [{"op": "replace", "path": "/household/steps", "value": usual}],
            )
        )
    return choices


def _back_up_choices(document: Property) -> list[tuple[BackUpEntry, str, list[dict[str, Any]]]]:
    own = document.household.back_up
    if not document.prices.water_m3 > 0:
        return [(BackUpEntry(kind="none"), "", [])]
    choices: list[tuple[BackUpEntry, str, list[dict[str, Any]]]] = [(own, "", [])]
    others = [BackUpEntry(kind="none")] if own.kind != "none" else [own.model_copy(update={"kind": "truck"})]
    for other in others:
        words = "rain alone" if other.kind == "none" else "trucks below 15 %"
        value = other.model_dump(mode="json")
        choices.append((other, words, [{"op": "replace", "path": "/household/back_up", "value": value}]))
    return choices


def _variants(document: Property, rain: PreparedRain, say: Wording) -> list[_Variant]:
    layout, demand = layout_of(document), demand_of(document, rain)
    out = []
    for roofs, steps, back_up in itertools.product(
        _roof_choices(document, say), _step_choices(document), _back_up_choices(document)
    ):
        roofed, added, roof_words, roof_edit = roofs
        household = document.household.model_copy(update={"steps": steps[0], "back_up": back_up[0]})
        catch = catch_rain(roofed, rain)
        out.append(
            _Variant(
                supply=Supply(
                    rain=rain,
                    inflow_l=catch.total,
                    loss_l=catch.lost_l,
                    demand=demand.at_steps(household),
                    operation=operation_of(household, document.cistern, layout),
                    layout=layout,
                    start_share=document.cistern.start_share,
                ),
                added_cost=added,
                words=tuple(words for words in (roof_words, steps[1], back_up[1]) if words),
                operations=[*roof_edit, *steps[2], *back_up[2]],
            )
        )
    return out


def search_designs(document: Property, rain: PreparedRain, say: Wording) -> Iterator[Progress | Front]:
    """Try every combination, telling how far it is on the way; the last item is the front."""
    document = alone(document)
    prices = document.prices
    if not prices.tank_each + prices.tank_m3 > 0:
        raise InputError(
            "prices.tank_m3", "must be above 0, or the price of each tank: a tank that costs nothing wins"
        )
    layout = layout_of(document)
    tanks = sum(tank.count for step in layout.steps for tank in step.tanks)
    each_l = layout.gross_l / tanks
    one_tank = len(document.cistern.built()) == 1
    counts = COUNTS if one_tank else (tanks,)
    shares = UNIT_SHARES if one_tank else np.linspace(0.2, 2.5, 93)
    sizes = np.array([(count, share * each_l) for count in counts for share in shares])
    totals = sizes[:, 0] * sizes[:, 1]
    variants = _variants(document, rain, say)
    years = int(rain.counts.sum())
    record_years = rain.dates.size / DAYS_PER_YEAR
    tank_cost = sizes[:, 0] * prices.tank_each + totals / 1000 * (prices.tank_m3 + prices.pad_m3)
    designs: list[_Tried] = []
    for number, variant in enumerate(variants):
        curve = variant.supply.sizes(totals)
        water = (curve.topped_up_l + curve.trucked_l) / 1000 / record_years
        cost = tank_cost + variant.added_cost + water * prices.water_m3 * prices.service_years
        carried = years - curve.short_years
        missed = np.maximum(0.0, curve.missed_l) / record_years
        designs += [
            _Tried(
                float(cost[row]),
                int(carried[row]),
                float(missed[row]),
                variant,
                int(sizes[row, 0]),
                float(totals[row]),
            )
            for row in range(totals.size)
        ]
        yield Progress(done=(number + 1) * totals.size, of=len(variants) * totals.size)
    designs.sort(key=lambda tried: (tried.cost, -tried.years_carried, tried.missed_l_year))
    front: list[Design] = []
    for tried in designs:
        if not front or tried.years_carried > front[-1].years_carried:
            front.append(_design(document, tried, tanks if one_tank else None, say))
    aim = max(0, years - document.cistern.short_years_allowed)
    enough = next((point for point in front if point.years_carried >= aim), None)
    stride = max(1, len(designs) // 400)
    yield Front(
        designs=len(designs),
        of_years=years,
        aim=aim,
        currency=prices.currency,
        left_out=_left_out(document),
        front=front,
        cheapest_for_aim=enough,
        today=_today(document, rain, variants[0], say),
        cloud=[(tried.cost, tried.years_carried) for tried in designs[::stride]],
    )


def _left_out(document: Property) -> list[str]:
    """What has no price and is left out, in words."""
    said = []
    if not document.prices.water_m3 > 0:
        said.append(
            "Water from elsewhere has no price, so every design is judged on rain alone."
            if document.household.back_up.kind == "none"
            else "Water from elsewhere has no price, so every design is judged on rain alone, without the back-up."
        )
    if not document.prices.rain_roof_m2 > 0:
        said.append("A rain roof has no price, so none is added.")
    return said


def _design(document: Property, tried: _Tried, tanks_now: int | None, say: Wording) -> Design:
    """A design that was tried, as it is offered; `tanks_now` where their number may be changed."""
    variant, count, total = tried.variant, tried.count, tried.total_l
    edits = list(variant.operations)
    named = f"{count} × {say.volume(total / count)}" if count > 1 else say.volume(total)
    if tanks_now is not None and count != tanks_now:
        # The count first: the tanks are then widened to the total together.
        index = next(i for i, tank in enumerate(document.cistern.tanks) if tank in document.cistern.built())
        edits.append({"op": "replace", "path": f"/cistern/tanks/{index}/count", "value": count})
    edits.append({"op": "resize", "path": "/cistern", "value": total})
    return Design(
        cost=tried.cost,
        years_carried=tried.years_carried,
        missed_l_year=tried.missed_l_year,
        gross_l=total,
        words=", ".join((named, *variant.words)),
        operations=edits,
    )


def _today(document: Property, rain: PreparedRain, as_it_is: _Variant, say: Wording) -> Design:
    prices, supply = document.prices, as_it_is.supply
    curve = supply.sizes(np.array([supply.layout.gross_l]))
    years = rain.dates.size / DAYS_PER_YEAR
    tanks = sum(tank.count for step in supply.layout.steps for tank in step.tanks)
    water = float(curve.topped_up_l[0] + curve.trucked_l[0]) / 1000 / years
    return Design(
        cost=prices.tank_each * tanks
        + supply.layout.gross_l / 1000 * (prices.tank_m3 + prices.pad_m3)
        + water * prices.water_m3 * prices.service_years,
        years_carried=int(rain.counts.sum()) - int(curve.short_years[0]),
        missed_l_year=float(max(0.0, curve.missed_l[0])) / years,
        gross_l=supply.layout.gross_l,
        words=f"today, {say.volume(supply.layout.gross_l)}",
        operations=[],
    )
