"""Gutters and pipes: the levels, the downpour's way with its tightest place, the screens, and inside the tank."""

import numpy as np
from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.rain.downpour import EstimatedIntensity, estimate_intensity
from lean_year.core.water_path import screens as core
from lean_year.core.water_path.grit import kept_grain_mm, trap_flow_l_s
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import Flows, design_intensity_mm_h, flows_at, places_to_the_tank, runs_in_use
from lean_year.plan.model.gutter_runs import gutter_runs
from lean_year.plan.model.levels import (
    Check,
    RunLevels,
    TankLevels,
    by_heights_alone,
    discharge_m,
    tank_ground_m,
    tank_levels,
)
from lean_year.plan.model.overflow_outlets import invert_and_room_m
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.gutters.choices import choices
from lean_year.plan.stations.gutters.figures import gutter_figures
from lean_year.plan.stations.gutters.findings import gutter_findings
from lean_year.plan.stations.gutters.level_checks import level_checks
from lean_year.plan.stations.gutters.needs import gutter_needs
from lean_year.plan.stations.gutters.notes import fitting_notes
from lean_year.plan.stations.gutters.section_lines import RunSection, Section, run_section
from lean_year.plan.stations.gutters.tees import TeeLevels, tee_levels
from lean_year.plan.stations.gutters.work import gutter_work
from lean_year.property.document import Property

CAUTIONS = [
    "Work on gutters is work at height: a fixed ladder or a scaffold, fall protection, dry weather.",
    "Call before you dig: services lie in the ground. A trench deeper than a man's waist is shored or battered.",
    "Water that stands in a chamber or a wet run breeds mosquitoes: screens whole, chambers drained.",
    "Solvent cement: gloves, and air in the trench. Local plumbing code comes first; drains are a licensed trade.",
]


class ScreenPlan(BaseModel):
    """One stage of straining on a group."""

    group: str
    kind: str
    label: str
    passes_l_s: float
    flow_l_s: float
    open_cm2: float
    head_mm: float
    loss_share: float
    clean_weeks: int
    reached_from: str
    aperture_mm: float
    loading_m_h: float | None
    """Of media, at the downpour. [m/h]"""
    keeps_mm: float | None
    """The smallest grains that a trap for grit keeps in the downpour."""


class OutletPlan(BaseModel):
    """One outlet of a gutter, and what of it runs there. [m]"""

    at_m: float
    measured: bool
    left_m: float
    right_m: float
    flow_l_s: float
    """In the downpour. [L/s]"""


class GutterRunPlan(BaseModel):
    """One run of gutter, with what was not entered filled in."""

    roof: str
    length_m: float
    share: float
    """Of the rain off its surface. [-]"""
    outlets: list[OutletPlan]


class Estimate(BaseModel):
    """A rate worked out from the daily record, for who has no table."""

    intensity_mm_h: float
    low_mm_h: float
    high_mm_h: float
    working: str


class GuttersPlan(BaseModel):
    rate_mm_h: float
    """What gutters and pipes must pass, for the climate that is planned for."""
    figures: dict[str, Figure]
    section: Section
    tanks: list[TankLevels]
    runs: list[RunLevels]
    drawn: list[RunSection]
    """Each of them in section, in the same order."""
    tees: list[TeeLevels]
    checks: list[Check]
    gutter_runs: list[GutterRunPlan]
    """Of every surface in use, in the order of the document."""
    places: list[Place]
    """In the order of the water; the overflow's stands at its own station."""
    tightest: str | None
    """Key of the place that is nearest to spilling, or spills most."""
    screens: list[ScreenPlan]
    estimate: Estimate | None
    overflow_estimate: Estimate | None
    findings: list[Finding]
    cautions: list[str]
    notes: list[BuildNote]
    """How it is put together."""


def _estimate(rain: PreparedRain | None, years: float, minutes: float, say: Wording) -> Estimate | None:
    if rain is None:
        return None
    largest = np.array(
        [
            float(rain.filled_mm[begin:end].max())
            for begin, end, counts in zip(rain.years.starts, rain.years.ends, rain.counts, strict=True)
            if counts and end > begin
        ]
    )
    try:
        found: EstimatedIntensity = estimate_intensity(largest, return_years=years, minutes=minutes)
    except InputError:
        return None
    return Estimate(
        intensity_mm_h=found.intensity_mm_h,
        low_mm_h=found.low_mm_h,
        high_mm_h=found.high_mm_h,
        working=f"largest days of {found.years} years: mean {say.shallow(found.mean_mm)}, deviation "
        f"{say.shallow(found.deviation_mm)}; Gumbel's day of {years:g} years {say.shallow(found.day_mm)}; "
        f"1.13 × day × ({minutes:g} min / 24 h)^(1/3)",
    )


def _screens(document: Property, places: list[Place], runs: list[RunLevels]) -> list[ScreenPlan]:
    by_key, flows = {place.key: place for place in places}, {run.group: run.flow_l_s for run in runs}
    rows = []
    for pipe in document.downpipes:
        for stage, screen in enumerate(pipe.screens):
            if pipe.id not in flows:
                continue
            place = by_key.get(f"screen:{pipe.id}:{stage}")
            flow_l_s = flows[pipe.id] if place is None else place.flow_l_s
            settles_l_s = trap_flow_l_s(grain_mm=screen.grain_mm, plan_m2=screen.media_m2)
            trap = screen.kind == "grit_trap"
            media = screen.kind in ("up_flow", "wrapped_pipe")
            rows.append(
                ScreenPlan(
                    group=pipe.id,
                    kind=screen.kind,
                    label=core.SCREEN_TYPES[screen.kind].label,
                    passes_l_s=settles_l_s if place is None else place.capacity_l_s,
                    flow_l_s=flow_l_s,
                    open_cm2=screen.value("open_cm2"),
                    head_mm=screen.value("head_mm"),
                    loss_share=screen.value("loss_share"),
                    clean_weeks=int(screen.value("clean_weeks")),
                    reached_from=screen.reached_from,
                    aperture_mm=screen.value("aperture_mm"),
                    loading_m_h=core.loading_m_h(flow_l_s=min(flow_l_s, 1e5), media_m2=screen.media_m2)
                    if media
                    else None,
                    keeps_mm=kept_grain_mm(flow_l_s=min(flow_l_s, 1e5), plan_m2=screen.media_m2) if trap else None,
                )
            )
    return rows


def _gutter_runs(document: Property, flows: Flows) -> list[GutterRunPlan]:
    return [
        GutterRunPlan(
            roof=roof.id,
            length_m=run.length_m,
            share=run.share,
            outlets=[
                OutletPlan(
                    at_m=at,
                    measured=entered is not None,
                    left_m=left,
                    right_m=right,
                    flow_l_s=flows.by_roof[roof.id] * run.share * (left + right) / run.length_m,
                )
                for at, entered, (left, right) in zip(run.outlets_m, run.gutter.outlets_m, run.reaches_m, strict=True)
            ],
        )
        for roof in document.roofs
        if roof.on
        for run in gutter_runs(roof)
    ]


@cached_by_parts(
    16,
    "units", "roofs", "downpipes", "levels", "downpour", "rain", "climate", "overflow", "snow", "site", "first_flush",
    "cistern", "pump.feed", "pump.stands",
    narrowed=by_heights_alone,
)  # fmt: skip
def plan_gutters(document: Property, rain: PreparedRain | None, say: Wording) -> GuttersPlan:
    """The gutters and pipes in their downpour. A wider tank changes none of it."""
    flows = flows_at(document, design_intensity_mm_h(document))
    runs = runs_in_use(document, flows)
    places = places_to_the_tank(document, flows, {run.group: run for run in runs}, say)
    known = [place for place in places if place.capacity_l_s > 0 or place.kind not in ("run", "reducer")]
    tightest = max(known, key=lambda place: place.ratio, default=None)
    checks = level_checks(document, runs, flows.in_run, say)
    built = document.cistern.built()
    invert, _, _ = invert_and_room_m(document)
    entered = document.downpour
    section = Section(
        datum=document.levels.datum,
        ground_m=document.levels.ground_m,
        tank_ground_m=min(tank_ground_m(document, tank) for tank in built),
        discharge_m=discharge_m(document),
        overflow_invert_m=invert,
        pump_m=document.levels.pump_m,
        plant_room_m=document.levels.plant_room_m,
        highest_tap_m=document.levels.highest_tap_m,
    )
    tanks = tank_levels(document)
    by_id = {tank.id: tank for tank in tanks}
    return GuttersPlan(
        rate_mm_h=design_intensity_mm_h(document),
        figures=gutter_figures(document, runs, flows.total, tightest, say),
        section=section,
        tanks=tanks,
        runs=runs,
        drawn=[run_section(run, by_id[run.tank], section, document.overflow) for run in runs],
        tees=tee_levels(document, runs),
        checks=checks,
        gutter_runs=_gutter_runs(document, flows),
        places=places,
        tightest=tightest.key if tightest else None,
        screens=_screens(document, places, runs),
        estimate=_estimate(rain, entered.return_years, entered.duration_min, say),
        overflow_estimate=_estimate(rain, entered.overflow_return_years, entered.duration_min, say),
        findings=gutter_findings(document, runs, checks, places, say),
        cautions=CAUTIONS,
        notes=fitting_notes(document, runs, say),
    )


def _headline(model: PropertyModel, plan: GuttersPlan) -> str:
    drop = plan.figures["drop_m"].value
    return "heights not measured" if drop is None else f"{model.say.length(drop)} of drop"


STATION = Station(
    key="gutters",
    name="Gutters & pipes",
    job_step=6,
    entries=(
        "/downpipes",
        "/downpour",
        "/climate/downpours",
        "/levels",
        "/rain/design_intensity_mm_h",
        "/roofs/*/gutters",
        "/cistern/tanks/*/inlet",
        "/site/fire_prone",
    ),
    answer=GuttersPlan,
    plan=lambda model: plan_gutters(model.document, model.rain, model.say),
    headline=_headline,
    choices=choices,
    undecided=lambda _model, plan: plan.figures["drop_m"].value is None,
    needs=lambda model, plan: gutter_needs(model.document, plan.runs, model.say),
    work=lambda model, plan: gutter_work(model.document, plan.runs, model.say),
)
