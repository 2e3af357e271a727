"""Saltmarrow: a farmstead on the invented island of Merrowick.

Winter rain and a dry summer, a kitchen garden and two goats, no mains, water by barge as the last resort.
"""

from lean_year.property.build import BuildEntry
from lean_year.property.cistern import Cistern, Tank
from lean_year.property.document import Prices, Property, Rain, Site
from lean_year.property.ground import GroundEntry
from lean_year.property.hand_over import Contact, HandOver, Manual, Warranty
from lean_year.property.household import Animals, BackUpEntry, CheaperWater, Household, Irrigation, StepEntry
from lean_year.property.keeping import Keeping
from lean_year.property.price import MainsWay, OtherWays, PriceEntry, WellWay
from lean_year.property.pump import FixtureCounts, HotWater, Pipe, PumpEntry
from lean_year.property.roofs import Downpipe, Drain, Outline, Rectangle, Roof
from lean_year.property.tank_shapes import UprightCylinder
from lean_year.property.treatment import Treatment, TreatmentStage, Ultraviolet
from lean_year.property.water_path import (
    Downpour,
    FirstFlush,
    Gutter,
    Inlet,
    Levels,
    OverflowEntry,
    Run,
    Screen,
)


def saltmarrow(record_id: str | None = None) -> Property:
    """The demo property as it stands in the shipped demo."""
    return Property(
        name="Saltmarrow",
        place="Merrowick, above the cove",
        units="metric",
        site=Site(latitude_deg=49.4, longitude_deg=-6.2),
        keeping=Keeping(area="Merrowick"),
        downpipes=_downpipes(),
        roofs=_roofs(),
        rain=Rain(record_id=record_id, design_intensity_mm_h=96),
        downpour=Downpour(source="table", overflow_intensity_mm_h=150),
        levels=Levels(
            ground_m=-0.15, tank_ground_m=-1.6, discharge_m=-2.4, pump_m=-1.62, plant_room_m=0.4, highest_tap_m=3.3
        ),
        first_flush=FirstFlush(kind="ball", place="group", bore_mm=152, wall_m=2.0, drain="emitter", emitter_l_h=2),
        overflow=OverflowEntry(
            bore_mm=190, length_m=6, bends_90=1, destination="swale", footing_m=9, infiltration_mm_h=25, depth_m=0.2
        ),
        treatment=_treatment(),
        ground=GroundEntry(soil="sandy_gravel", slope=0.02, services_located=True, shaded=True, gate_m=2.6),
        pump=_pump(),
        household=_household(),
        cistern=_cistern(),
        prices=Prices(tank_each=2_600, tank_m3=95, pad_m3=22, water_m3=38),
        price=PriceEntry(
            ways=OtherWays(
                mains=MainsWay(
                    connection=58_000, per_m3=3.4, yearly=96, street_kpa=420, rise_m=17.5, friction_kpa=60
                ),
                well=WellWay(drilled=26_800, yearly=540),
                truck_m3=38,
                smaller_share=0.5,
                nothing_yearly=2_650,
            )
        ),
        build=BuildEntry(
            start_on="2023-09-04", order_on="2023-08-21", days_off=["sat", "sun"], hand_over=_hand_over()
        ),
        assumed=["/roofs/2/runoff", "/cistern/start_share", "/prices"],
    )


def saltmarrow_with_loads() -> Property:
    """The same site with a smaller tank, and loads by barge in most years."""
    designed = saltmarrow()
    cistern, household = _cistern(), _household()
    cistern.tanks[0].shape = UprightCylinder(diameter_m=5.6, height_m=2.4, liner=True)
    household.back_up = BackUpEntry(kind="truck", load_l=8_000)
    return designed.model_copy(update={"cistern": cistern, "household": household})


def saltmarrow_no_dry_day() -> Property:
    """The same site with a wider tank and fittings that use less: no recorded year runs dry."""
    designed = saltmarrow()
    cistern, household, pump, downpipes = _cistern(), _household(), _pump(), _downpipes()
    cistern.tanks[0].shape = UprightCylinder(diameter_m=7.4, height_m=2.4, liner=True)
    household.cheaper = CheaperWater(low_use=True)
    pump.vessel_l = 350
    for pipe in downpipes:
        pipe.screens[1].open_cm2 = 180
    changed = {"cistern": cistern, "household": household, "pump": pump, "downpipes": downpipes}
    return designed.model_copy(update=changed)


def _hand_over() -> HandOver:
    return HandOver(
        contacts=[
            Contact(id="1", trade="installer", name="Tarn & Gully", phone="0000 111 222"),
            Contact(id="2", trade="electrician", name="Wick Power", phone="0000 333 444"),
            Contact(id="3", trade="water_truck", name="Merrowick Barge", phone="0000 555 666"),
        ],
        manuals=[
            Manual(id="1", name="Pump", kept="folder in the plant room"),
            Manual(id="2", name="Lamp", kept="folder in the plant room"),
        ],
        warranties=[
            Warranty(id="1", name="Tank and liner", by="its maker", until="2033-09-27"),
            Warranty(id="2", name="Works", by="Tarn & Gully", until="2028-09-27"),
        ],
        instructed="Nell Fairwater",
        instructed_on="2023-09-27",
    )


def _downpipes() -> list[Downpipe]:
    return [
        Downpipe(
            id="a",
            name="House",
            pipes=4,
            bore_mm=77,
            screen_m=2.55,
            screens=[Screen(kind="leaf_screen", reached_from="step_ladder"), Screen(kind="inlet_mesh")],
            run=Run(kind="wet", length_m=19, bends_90=3, low_point_m=-2.3, rated_kpa=600),
        ),
        Downpipe(
            id="b",
            name="Barn and studio",
            pipes=7,
            bore_mm=77,
            screen_m=1.9,
            screens=[Screen(kind="leaf_screen", reached_from="step_ladder"), Screen(kind="inlet_mesh")],
            run=Run(kind="dry", length_m=14, foot_m=1.25),
        ),
    ]


def _roofs() -> list[Roof]:
    return [
        Roof(
            id="house",
            name="House, slate",
            material="glazed_tile",
            extent=Rectangle(length_m=13.2, width_m=9.4),
            pitch_deg=38,
            loss_mm=0.5,
            drains=[Drain(group="a")],
            outlet_m=2.9,
            gutters=[Gutter(length_m=13.2, outlets_m=[0, 13.2], outlet_mm=100) for _ in range(2)],
            hazards=["birds"],
        ),
        Roof(
            id="studio",
            name="Studio, metal",
            material="metal",
            extent=Rectangle(length_m=5.6, width_m=11.0, along_slope=True),
            pitch_deg=12,
            loss_mm=0.4,
            drains=[Drain(group="b")],
            outlet_m=2.3,
            gutters=[Gutter(length_m=11, outlets_m=[0, 11], outlet_mm=100)],
            x_m=14.5,
            y_m=-2.5,
        ),
        Roof(
            id="barn",
            name="Barn",
            material="metal",
            extent=Outline(points_m=[[0, 0], [16.4, 0], [16.4, 7.5], [10.4, 7.5], [10.4, 10.5], [0, 10.5]]),
            pitch_deg=20,
            loss_mm=0.4,
            drains=[Drain(group="b")],
            outlet_m=3.1,
            gutters=[
                Gutter(length_m=16.4, outlets_m=[0, 8.2, 16.4], outlet_mm=100),
                Gutter(length_m=10.4, outlets_m=[0, 10.4], outlet_mm=100),
            ],
            x_m=12.5,
            y_m=7.5,
            hazards=["trees"],
        ),
    ]


def _treatment() -> Treatment:
    return Treatment(
        stages=[
            TreatmentStage(kind="strainer", micron=150),
            TreatmentStage(kind="sediment", micron=20, cost_each=38),
            TreatmentStage(kind="sediment", micron=5, cost_each=42),
            TreatmentStage(kind="carbon", micron=5, cost_each=74),
            TreatmentStage(kind="uv", cost_each=95),
        ],
        uv=Ultraviolet(rated_flow_l_s=1.6, lamp_h=5_200, sensor=True, shut_valve=True, change_by="sensor"),
        alkalinity_mg_l=52,
    )


def _pump() -> PumpEntry:
    return PumpEntry(
        hot_water=HotWater(kind="store", mixed_down=True, expansion_l=18),
        feed="pump",
        fixtures=FixtureCounts(toilet=2, basin=2, bath=1),
        points=[[0, 58], [0.8, 52], [1.7, 33]],
        cut_in_kpa=380,
        cut_out_kpa=500,
        precharge_kpa=366,
        delivery=Pipe(bore_mm=36, length_m=31, fittings_k=14),
        vessel_l=200,
        altitude_m=20,
        water_c=14,
    )


def _household() -> Household:
    return Household(
        residents=3,
        habit="careful",
        litres_person_day=68,
        guests=[0, 0, 0, 0.3, 0.6, 1, 1.8, 1.8, 0.6, 0, 0, 0.4],
        irrigation=Irrigation(
            area_m2=42,
            crop_factor=[0, 0, 0, 0.5, 0.7, 0.9, 1, 0.95, 0.7, 0, 0, 0],
            et0="temperatures",
        ),
        animals=[Animals(id="goats", animal="goat", heads=2)],
        steps=[
            StepEntry(name="Garden halved", below_share=0.35, garden_cut=0.5),
            StepEntry(name="Garden dry", below_share=0.2, garden_cut=1),
        ],
    )


def _cistern() -> Cistern:
    return Cistern(
        tanks=[
            Tank(
                id="liner",
                name="Liner tank",
                shape=UprightCylinder(diameter_m=6.9, height_m=2.4, liner=True),
                floor_m=-1.6,
                outlet_m=0.08,
                overflow_m=2.3,
                inlet=Inlet(bore_mm=104, vent_mm=190, floating_suction=True),
            )
        ],
        fire_reserve_l=4_000,
        short_years_allowed=2,
        first_day="10-01",
        first_year_wanted_l=30_000,
    )
