"""Brindle Landing: an invented boatbuilder's workshop with a flat above it, on a cold northern lake.

Snow and hard frost, a buried tank beside the slipway, US units.
"""

from lean_year.core.units import (
    KG_PER_POUND,
    KN_PER_POUND_FORCE,
    KPA_PER_PSI,
    L_PER_US_GALLON,
    M_PER_FOOT,
    MM_PER_INCH,
)
from lean_year.property.build import BuildEntry
from lean_year.property.cistern import Cistern, Tank
from lean_year.property.document import Prices, Property, Rain, Site
from lean_year.property.ground import GroundEntry
from lean_year.property.household import Household, PeriodEntry, StepEntry, UseEntry
from lean_year.property.pump import FixtureCounts, HotWater, Pipe, PumpEntry
from lean_year.property.roofs import Downpipe, Drain, Rectangle, Roof, SnowEntry
from lean_year.property.tank_shapes import LyingCylinder
from lean_year.property.treatment import Treatment, TreatmentStage, Ultraviolet
from lean_year.property.water_path import Downpour, FirstFlush, Gutter, Inlet, Levels, OverflowEntry, Run, Screen


def brindle_landing(record_id: str | None = None) -> Property:
    """The demo property as it stands in the shipped demo."""
    return Property(
        name="Brindle Landing",
        place="Lake Anskell, at the slipway",
        units="us",
        site=Site(latitude_deg=47.6, frost_depth_m=3.5 * M_PER_FOOT),
        downpipes=_downpipes(),
        roofs=_roofs(),
        losses="daily",
        snow=SnowEntry(on=True, threshold_c=1, melt_mm_c_day=4),
        rain=Rain(record_id=record_id, design_intensity_mm_h=2.4 * MM_PER_INCH),
        downpour=Downpour(source="table", overflow_intensity_mm_h=4.1 * MM_PER_INCH),
        levels=Levels(
            datum="workshop floor",
            ground_m=-0.2,
            tank_ground_m=-0.5,
            discharge_m=-6 * M_PER_FOOT,
            pump_m=-8 * M_PER_FOOT,
            highest_tap_m=14 * M_PER_FOOT,
        ),
        first_flush=FirstFlush(
            kind="standpipe", place="group", depth_mm=0.2, bore_mm=102.3, wall_m=2.1, drain="emitter", emitter_l_h=1.9
        ),
        overflow=OverflowEntry(
            bore_mm=154.1, length_m=40 * M_PER_FOOT, destination="reed_bed", footing_m=22 * M_PER_FOOT, end="grate"
        ),
        treatment=_treatment(),
        ground=_ground(),
        pump=_pump(),
        household=_household(),
        cistern=_cistern(),
        prices=Prices(currency="$", tank_each=2_900, tank_m3=310, pad_m3=140, water_m3=26),
        build=BuildEntry(start_on="2026-10-05", order_on="2026-09-21", days_off=["sat", "sun"]),
        assumed=["/cistern/start_share", "/prices", "/snow/melt_mm_c_day"],
    )


def _downpipes() -> list[Downpipe]:
    return [
        Downpipe(
            id="a",
            name="Lake side",
            pipes=2,
            bore_mm=77.9,
            screens=[Screen(kind="leaf_screen"), Screen(kind="inlet_mesh", open_cm2=180)],
            run=Run(bore_mm=102.3, length_m=26 * M_PER_FOOT, foot_m=-2.5 * M_PER_FOOT),
        ),
        Downpipe(
            id="b",
            name="Yard side",
            pipes=2,
            bore_mm=77.9,
            screens=[Screen(kind="leaf_screen"), Screen(kind="inlet_mesh", open_cm2=180)],
            run=Run(bore_mm=77.9, length_m=32 * M_PER_FOOT, foot_m=-1.5 * M_PER_FOOT, into="a"),
        ),
    ]


def _roofs() -> list[Roof]:
    half_gable = Rectangle(length_m=51 * M_PER_FOOT, width_m=12 * M_PER_FOOT)
    return [
        Roof(
            id="lake-side",
            name="Workshop, lake side",
            material="metal",
            extent=half_gable,
            pitch_deg=26.57,
            loss_mm=0.4,
            drains=[Drain(group="a")],
            outlet_m=11 * M_PER_FOOT,
            gutters=[Gutter(width_mm=127, length_m=51 * M_PER_FOOT, outlets_m=[0, 51 * M_PER_FOOT])],
            snow_guards=True,
        ),
        Roof(
            id="yard-side",
            name="Workshop, yard side",
            material="metal",
            extent=half_gable,
            pitch_deg=26.57,
            loss_mm=0.4,
            drains=[Drain(group="b")],
            outlet_m=11 * M_PER_FOOT,
            gutters=[Gutter(width_mm=127, length_m=51 * M_PER_FOOT, outlets_m=[0, 51 * M_PER_FOOT])],
            snow_guards=True,
            x_m=12 * M_PER_FOOT,
        ),
        Roof(
            id="shed",
            name="Timber shed",
            material="asphalt_shingle",
            extent=Rectangle(length_m=20 * M_PER_FOOT, width_m=16 * M_PER_FOOT),
            pitch_deg=18.4,
            loss_mm=0.8,
            on=False,
            drains=[Drain(group="b")],
            hazards=["treated_timber"],
            x_m=13.0,
            y_m=1.0,
        ),
    ]


def _treatment() -> Treatment:
    return Treatment(
        stages=[
            TreatmentStage(kind="strainer", micron=100),
            TreatmentStage(kind="sediment", size="4.5x20", micron=20, cost_each=29),
            TreatmentStage(kind="sediment", size="4.5x20", micron=5, cost_each=33),
            TreatmentStage(kind="carbon", size="4.5x20", micron=5, cost_each=62),
            TreatmentStage(kind="uv", cost_each=88),
        ],
        uv=Ultraviolet(rated_flow_l_s=0.9, lamp_h=900, uvt_percent=84, shut_valve=True, length_mm=24 * MM_PER_INCH),
        copper_pipe=True,
    )


def _ground() -> GroundEntry:
    return GroundEntry(
        soil="sand",
        topsoil_m=0.5 * M_PER_FOOT,
        water_table_m=2 * M_PER_FOOT,
        working_room_m=2 * M_PER_FOOT,
        collar_kn=32_500 * KN_PER_POUND_FORCE,
        traffic="walked",
        riser_m=0.5 * M_PER_FOOT,
        services_located=True,
        shaded=True,
        to_footing_m=16 * M_PER_FOOT,
        bag_kg=80 * KG_PER_POUND,
        wind_m_s=90 * 0.44704,
    )


def _pump() -> PumpEntry:
    return PumpEntry(
        hot_water=HotWater(kind="instant", least_kpa=20 * KPA_PER_PSI),
        feed="pump",
        fixtures=FixtureCounts(garden_tap=1),
        points=[[0, 50], [0.6, 44], [1.2, 29]],
        residual_kpa=25 * KPA_PER_PSI,
        suction=Pipe(bore_mm=40.9, length_m=10 * M_PER_FOOT, fittings_k=3),
        delivery=Pipe(bore_mm=40.9, length_m=40 * M_PER_FOOT, fittings_k=12),
        trench_m=4 * M_PER_FOOT,
        control="variable_speed",
        set_point_kpa=64 * KPA_PER_PSI,
        cut_in_kpa=44 * KPA_PER_PSI,
        cut_out_kpa=64 * KPA_PER_PSI,
        precharge_kpa=42 * KPA_PER_PSI,
        fittings_kpa=150 * KPA_PER_PSI,
        vessel_l=2 * L_PER_US_GALLON,
        altitude_m=850 * M_PER_FOOT,
        water_c=9,
        without_power="low_tap",
    )


def _household() -> Household:
    return Household(
        residents=2,
        habit="careful",
        uses=[
            UseEntry(
                id="taps",
                name="Flat, taps and shower",
                fixture="shower",
                quality="drinking",
                litres_person_day=32,
            ),
            UseEntry(id="toilet", name="Flat, toilet", fixture="toilet", litres_person_day=13),
            UseEntry(id="laundry", name="Laundry", fixture="laundry", litres_person_day=8),
            UseEntry(
                id="steam",
                name="Steam box and wash-down",
                kind="other",
                litres_day=[10, 10, 20, 40, 60, 60, 60, 60, 40, 20, 10, 10],
            ),
        ],
        periods=[
            PeriodEntry(name="Away at the winter fair", first="01-20", last="02-03", people=0),
            PeriodEntry(
                name="Apprentice, weekdays",
                first="04-01",
                last="09-30",
                people=1,
                replaces=False,
                days="weekdays",
            ),
        ],
        steps=[StepEntry(name="No wash-down", below_share=0.25, other_cut=0.8)],
    )


def _cistern() -> Cistern:
    return Cistern(
        tanks=[
            Tank(
                id="buried",
                name="Buried tank",
                shape=LyingCylinder(diameter_m=7 * M_PER_FOOT, length_m=24 * M_PER_FOOT),
                floor_m=-3.1,
                outlet_m=0.15,
                overflow_m=6.7 * M_PER_FOOT,
                inlet=Inlet(bore_mm=102.3, vent_mm=102.3, floating_suction=True, gauge="float"),
            )
        ],
        short_years_allowed=2,
        first_day="05-01",
        first_year_wanted_l=1_000 * L_PER_US_GALLON,
    )
