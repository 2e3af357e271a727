"""What the interface offers to choose from, and whether the server is ready."""

from functools import cache
from typing import get_args

from fastapi import APIRouter

from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.reference import (
    AnimalChoice,
    ArchiveStation,
    AskedSum,
    ChoiceLists,
    FixtureChoice,
    HabitChoice,
    MaterialChoice,
    NamedChoice,
    RegimeChoice,
    StartingPointShown,
    SumAnswer,
    SumNumber,
    SumOffered,
    VesselShown,
)
from lean_year.core.household.uses import HABITS_L_PERSON_DAY, animals, fixtures
from lean_year.core.quick_sums import SUM_GROUPS, work_out
from lean_year.core.rain.generator import REGIMES
from lean_year.core.roofs.catchment import runoff_coefficients
from lean_year.demo.generator import stations
from lean_year.plan.model.footings import standings
from lean_year.plan.stations.roofs.fitness import hazard_label
from lean_year.property.layouts import STARTING_POINTS, StartingPoint
from lean_year.property.roofs import Hazard
from lean_year.property.starting_points import begun_from

router = APIRouter(prefix="/api", tags=["reference"])
open_router = APIRouter(prefix="/api", tags=["reference"])
"""What may be asked without a sign-in."""


@open_router.get("/health")
def health() -> dict[str, str]:
    return {"status": "ready"}


@router.get("/choices")
def choices() -> ChoiceLists:
    return ChoiceLists(
        materials=[MaterialChoice.model_validate(each) for each in runoff_coefficients().values()],
        habits=[HabitChoice(key=key, litres_person_day=use) for key, use in HABITS_L_PERSON_DAY.items()],
        fixtures=[FixtureChoice.model_validate(each) for each in fixtures().values()],
        animals=[AnimalChoice.model_validate(each) for each in animals().values()],
        hazards=[NamedChoice(key=key, label=hazard_label(key)) for key in get_args(Hazard)],
        regimes=[RegimeChoice(key=key, yearly_variation=variation) for key, variation in REGIMES.items()],
    )


@router.get("/starting-points")
def starting_points() -> list[StartingPointShown]:
    return [_shown(each) for each in STARTING_POINTS]


@cache
def _shown(point: StartingPoint) -> StartingPointShown:
    document = begun_from(point.key, name=point.name, roof_area_m2=100, people=point.usual_people)
    return StartingPointShown(
        key=point.key,
        name=point.name,
        note=point.note,
        people=point.people,
        vessels=[
            VesselShown(
                kind=each.tank.shape.kind,
                base=each.base,
                count=each.tank.count,
                width_m=max(each.footprint.length_m, each.footprint.width_m),
                floor_m=each.over_m,
                height_m=each.height_m,
                water_m=each.tank.vessel().top_water_m - each.ground_m,
            )
            for each in standings(document)
        ],
        pumped=document.pump.feed != "gravity",
    )


@router.get("/sums")
def sums() -> list[SumOffered]:
    return [
        SumOffered(
            name=each.name,
            label=each.label,
            group=group,
            formula=each.formula,
            choice=each.choice,
            ways={
                method: [SumNumber.model_validate(number) for number in each.asked(method or None)]
                for method in (each.methods or ("",))
            },
            outputs=dict(each.outputs),
        )
        for group, rows in SUM_GROUPS.items()
        for each in rows
    ]


@router.post("/sums/{name}", responses={422: {"model": Refusal}})
def work_out_sum(name: str, asked: AskedSum) -> SumAnswer:
    return SumAnswer(outputs=work_out(name, asked.values))


@router.get("/archive")
def archive() -> list[ArchiveStation]:
    return [
        ArchiveStation(
            key=each.key,
            name=each.name,
            region=each.region,
            about=each.about,
            latitude_deg=each.latitude_deg,
            elevation_m=each.elevation_m,
            start=each.climate.start,
            end=each.climate.end,
        )
        for each in stations().values()
    ]
