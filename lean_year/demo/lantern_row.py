"""Number Nine, Lantern Row: a terraced house in the invented town of Pellisford.

Slim linked tanks of two heights for toilets and laundry, topped up from the mains.
"""

from lean_year.property.build import BuildEntry
from lean_year.property.cistern import Cistern, Link, Tank
from lean_year.property.document import Prices, Property, Rain, Site
from lean_year.property.ground import GroundEntry
from lean_year.property.household import BackUpEntry, Household, UseEntry
from lean_year.property.keeping import Keeping
from lean_year.property.pump import FixtureCounts, HotWater, Pipe, PumpEntry
from lean_year.property.roofs import Downpipe, Drain, Rectangle, Roof
from lean_year.property.tank_shapes import Slim
from lean_year.property.treatment import Treatment, TreatmentStage
from lean_year.property.water_path import Downpour, Gutter, Inlet, Levels, OverflowEntry, Run, Screen


def lantern_row(record_id: str | None = None) -> Property:
    """The demo property as it stands in the shipped demo."""
    return Property(
        name="Number Nine, Lantern Row",
        place="Pellisford",
        units="metric",
        site=Site(latitude_deg=52.3, longitude_deg=4.6),
        keeping=Keeping(area="Pellisford"),
        downpipes=_downpipes(),
        roofs=_roofs(),
        rain=Rain(record_id=record_id, design_intensity_mm_h=88),
        downpour=Downpour(source="table", overflow_intensity_mm_h=140),
        levels=Levels(datum="yard drain", tank_ground_m=0, discharge_m=-0.25, highest_tap_m=6.4),
        overflow=OverflowEntry(bore_mm=71, length_m=2.5, destination="storm_drain", footing_m=3),
        treatment=Treatment(
            stages=[
                TreatmentStage(kind="strainer", micron=150),
                TreatmentStage(kind="sediment", size="4.5x10", micron=20, cost_each=16),
            ],
            second_source="mains",
        ),
        ground=GroundEntry(soil="clay", gate_m=0.95, to_boundary_m=0.4, to_footing_m=0.3, shaded=True),
        pump=_pump(),
        household=_household(),
        cistern=_cistern(),
        prices=Prices(tank_each=380, tank_m3=260, pad_m3=30, water_m3=4.2, low_use_fittings=240),
        build=BuildEntry(start_on="2027-03-01", order_on="2027-02-08", days_off=["sat", "sun"]),
        assumed=[
            "/cistern/start_share",
            *(f"/prices/{name}" for name in Prices.model_fields if name not in ("currency", "water_m3")),
        ],
    )


def _downpipes() -> list[Downpipe]:
    return [
        Downpipe(
            id="a",
            name="Yard",
            tank="tall",
            bore_mm=65,
            screens=[Screen(kind="leaf_screen"), Screen(kind="inlet_mesh")],
            run=Run(bore_mm=71, length_m=3, foot_m=2.18),
        ),
        Downpipe(
            id="b",
            name="Street",
            tank="low",
            bore_mm=65,
            screens=[Screen(kind="lid_basket", reached_from="step_ladder")],
            run=Run(bore_mm=71, length_m=7.5, foot_m=2.05),
        ),
    ]


def _roofs() -> list[Roof]:
    return [
        Roof(
            id="back",
            name="Back slope",
            material="glazed_tile",
            extent=Rectangle(length_m=5.4, width_m=5.6, along_slope=True),
            pitch_deg=35,
            loss_mm=0.6,
            drains=[Drain(group="a")],
            outlet_m=5.1,
            gutters=[Gutter(width_mm=112)],
        ),
        Roof(
            id="front",
            name="Street slope",
            material="glazed_tile",
            extent=Rectangle(length_m=5.4, width_m=5.6, along_slope=True),
            pitch_deg=35,
            loss_mm=0.6,
            drains=[Drain(group="b")],
            outlet_m=5.1,
            gutters=[Gutter(width_mm=112)],
            y_m=4.5,
        ),
        Roof(
            id="outrigger",
            name="Outrigger",
            material="concrete_tile",
            extent=Rectangle(length_m=6.2, width_m=3.1),
            pitch_deg=22,
            loss_mm=0.8,
            drains=[Drain(group="a", share=0.5), Drain(group="b", share=0.5)],
            outlet_m=2.6,
            gutters=[Gutter(width_mm=100, length_m=6.2, outlets_m=[0, 6.2], outlet_mm=80)],
            x_m=0,
            y_m=-6.6,
        ),
    ]


def _pump() -> PumpEntry:
    return PumpEntry(
        hot_water=HotWater(kind="none"),
        feed="pump",
        fixtures=FixtureCounts(toilet=2, basin=0, shower=0, kitchen_sink=0),
        residual_kpa=100,
        points=[[0, 46], [0.6, 41], [1.2, 28]],
        cut_in_kpa=290,
        cut_out_kpa=400,
        precharge_kpa=276,
        vessel_l=80,
        delivery=Pipe(bore_mm=26, length_m=12, fittings_k=10),
    )


def _household() -> Household:
    return Household(
        residents=2,
        habit="ordinary",
        uses=[
            UseEntry(id="toilet", name="Toilets", fixture="toilet", litres_person_day=26),
            UseEntry(id="laundry", name="Laundry", fixture="laundry", litres_person_day=15),
            UseEntry(
                id="taps",
                name="Taps, shower and kitchen",
                fixture="shower",
                quality="drinking",
                from_rain=False,
                litres_person_day=80,
            ),
        ],
        garden_l_month=[0, 0, 0, 120, 240, 360, 420, 360, 180, 0, 0, 0],
        back_up=BackUpEntry(kind="mains", keep_share=0.1, gap_mm=150),
    )


def _cistern() -> Cistern:
    low = Slim(length_m=1.9, width_m=0.6, height_m=1.8)
    return Cistern(
        tanks=[
            Tank(
                id="tall",
                name="Tall tank",
                shape=Slim(length_m=1.9, width_m=0.6, height_m=2.1),
                outlet_m=0.13,
                overflow_m=2.0,
                inlet=Inlet(bore_mm=71, vent_mm=71, gauge="sight_tube", gap_mm=90),
            ),
            Tank(
                id="low",
                name="Low tanks",
                shape=low,
                count=2,
                outlet_m=0.13,
                overflow_m=1.7,
                inlet=Inlet(bore_mm=71, vent_mm=71, gap_mm=90),
                link=Link(bore_mm=50, length_m=0.8),
            ),
        ],
        short_years_allowed=20,
        first_day="03-01",
        first_year_wanted_l=2_000,
    )
