"""Supplies as installers build them, entered whole. What must come out is common practice in the trade, no source."""

import math

import pytest

from lean_year.core.units import L_PER_US_GALLON, M2_PER_SQUARE_FOOT, M_PER_FOOT
from lean_year.demo.shipped import demo_rain
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.gutters.storm import play_downpour
from lean_year.plan.stations.gutters.storm_plan import Storm
from lean_year.plan.whole import plan_property
from lean_year.property.cistern import Cistern, Link, Tank
from lean_year.property.document import Property, Rain
from lean_year.property.edits import apply_edit
from lean_year.property.household import Household
from lean_year.property.roofs import Downpipe, Drain, PlanArea, Rectangle, Roof
from lean_year.property.tank_shapes import Slim, UprightCylinder
from lean_year.property.water_path import Downpour, FirstFlush, Gutter, Inlet, Levels, OverflowEntry, Run, Screen
from tests.plan.on_demos import codes, finding, replace, status

MESH = [Screen(kind="leaf_screen", reached_from="step_ladder"), Screen(kind="inlet_mesh")]


def garden_barrel(**overflow):
    """A 200 L barrel on blocks at one downpipe of a shed's roof of 18 m2."""
    return Property(
        name="Garden barrel",
        household=Household(residents=0, garden_l_month=[0, 0, 0, 100, 200, 300, 300, 300, 100, 0, 0, 0]),
        roofs=[
            Roof(
                id="shed",
                name="Shed",
                extent=PlanArea(area_m2=18),
                pitch_deg=10,
                outlet_m=2.2,
                drains=[Drain(group="a")],
            )
        ],
        downpipes=[
            Downpipe(
                id="a",
                name="Shed",
                bore_mm=65,
                screen_m=1.9,
                screens=MESH,
                run=Run(length_m=0.6, bends_90=1, bore_mm=46),
            )
        ],
        cistern=Cistern(
            tanks=[
                Tank(
                    id="barrel",
                    name="Barrel",
                    shape=UprightCylinder(diameter_m=0.56, height_m=0.85),
                    floor_m=0.4,
                    inlet=Inlet(bore_mm=46, vent_mm=46, height_m=0.85, floating_suction=True),
                )
            ]
        ),
        downpour=Downpour(source="table"),
        rain=Rain(design_intensity_mm_h=75),
        overflow=OverflowEntry(**({"kind": "back_down"} | overflow)),
    )


def test_a_barrel_with_a_diverter_needs_no_overflow_of_its_own():
    plan = plan_property(garden_barrel(), None).plan
    assert not [each.code for each in plan.findings if each.severity == "fails"]
    assert plan.verdict_parts.warning == ""
    assert status(plan, "overflow") == "settled"
    assert plan.tank_l == pytest.approx(1000 * math.pi * 0.56**2 / 4 * 0.85)


def test_the_same_barrel_without_it_floods_its_foot_in_the_first_downpour():
    barrel = garden_barrel(kind="none")
    assert status(plan_property(barrel, None).plan, "overflow") == "fails"
    played = play_downpour(barrel, Storm(flush_empty=False), Wording("metric"))
    spilling = next(place for place in played.places if place.spilled_l > 0)
    assert (spilling.name, spilling.first_min is not None) == ("Barrel", True)
    assert "rim" in spilling.onto
    with_it = play_downpour(garden_barrel(), Storm(flush_empty=False), Wording("metric"))
    assert with_it.spilled_l == 0


GARAGE_ROOF = Rectangle(length_m=51 * M_PER_FOOT, width_m=12 * M_PER_FOOT)


def garage_pair(overflow_mm=102.3):
    """A gable of 24 by 51 ft, half to each of two tanks of 1,550 US gal, linked, with one standpipe."""
    tanks = [
        Tank(
            id=name,
            name=f"Tank {name}",
            shape=UprightCylinder(diameter_m=6.0 * M_PER_FOOT, height_m=7.4 * M_PER_FOOT),
            overflow_m=6.4 * M_PER_FOOT,
            outlet_m=0.13,
            inlet=Inlet(bore_mm=52.5, vent_mm=102.3, height_m=7.2 * M_PER_FOOT, gap_mm=200),
            link=Link(bore_mm=77.9, length_m=1.2),
        )
        for name in ("east", "west")
    ]
    sides = [
        Roof(
            id=name,
            name=f"Garage, {name}",
            extent=GARAGE_ROOF,
            pitch_deg=20,
            outlet_m=10.5 * M_PER_FOOT,
            drains=[Drain(group=name)],
            gutters=[Gutter(width_mm=150, outlets_m=[None, None], outlet_mm=100, length_m=51 * M_PER_FOOT)],
        )
        for name in ("east", "west")
    ]
    feeds = [
        Downpipe(id=name, name=f"Feed {name}", tank=name, pipes=1, bore_mm=77.9, screens=MESH,
                 run=Run(kind="wet", bore_mm=52.5, length_m=6, bends_90=2, rated_kpa=600))
        for name in ("east", "west")
    ]  # fmt: skip
    return Property(
        name="Garage pair",
        units="us",
        household=Household(residents=2),
        roofs=sides,
        downpipes=feeds,
        cistern=Cistern(tanks=tanks),
        levels=Levels(ground_m=0.0),
        rain=Rain(design_intensity_mm_h=60),
        downpour=Downpour(source="table", overflow_intensity_mm_h=100),
        overflow=OverflowEntry(kind="standpipe", bore_mm=overflow_mm, length_m=4, bends_90=3, footing_m=5),
    )


def test_each_half_of_the_garage_is_612_square_feet_and_fills_its_own_tank():
    plan = plan_property(garage_pair(), None).plan
    for surface in plan.roofs.surfaces:
        assert surface.figures["area_m2"].value == pytest.approx(612 * M2_PER_SQUARE_FOOT)
    assert {run.group: run.tank for run in plan.gutters.runs} == {"east": "east", "west": "west"}


def test_the_pair_holds_its_gallons():
    each = math.pi * (6.0 * M_PER_FOOT) ** 2 / 4 * 7.4 * M_PER_FOOT * 1000 / L_PER_US_GALLON
    assert each == pytest.approx(1_550, rel=0.02)
    assert garage_pair().cistern.gross_l == pytest.approx(2 * each * 6.4 / 7.4 * L_PER_US_GALLON, rel=0.001)


def test_two_feeds_of_two_inches_want_a_common_overflow_of_four():
    narrow, wide = (plan_property(garage_pair(bore), None).plan for bore in (52.5, 102.3))
    assert {"OVERFLOW_NARROWER_THAN_INLET"} <= codes(narrow)
    assert {"OVERFLOW_NARROWER_THAN_INLET", "OVERFLOW_SMALLER_THAN_INFLOW"}.isdisjoint(codes(wide))
    assert wide.overflow.overflow_mm2 > wide.overflow.inlet_mm2


def test_the_pairs_standpipe_has_its_siphon_break_and_its_head():
    plan = plan_property(garage_pair(), None).plan
    crown = plan.overflow.figures["crown_m"].value
    assert plan.overflow.room_ends_at == "inlet"
    assert crown == pytest.approx(7.2 * M_PER_FOOT - plan.overflow.stands_m)
    assert crown >= plan.overflow.overflow_invert_m
    without = apply_edit(garage_pair(), [replace("/overflow/siphon_break", False)])
    assert finding(plan_property(without, None).plan, "OVERFLOW_SIPHONS").severity == "fails"


def test_the_pair_stands_level_through_the_downpour_and_spills_nowhere_else():
    played = play_downpour(garage_pair(), Storm(), Wording("us"))
    assert played.overflowed_l > 0
    assert [place.name for place in played.places if place.kind == "vessel" and place.spilled_l > 0] == []
    east, west = (vessel.level_m for vessel in played.vessels)
    assert max(abs(one - other) for one, other in zip(east, west, strict=True)) < 0.1


def slim_at_the_barn():
    """2,500 US gal on pavers against a barn of 1,010 ft2 at 0.89."""
    return Property(
        name="Barn",
        units="us",
        household=Household(residents=2),
        roofs=[
            Roof(id="barn", name="Barn", extent=PlanArea(area_m2=1_010 * M2_PER_SQUARE_FOOT), runoff=0.89, loss_mm=0,
                 pitch_deg=15, outlet_m=3.4)
        ],
        downpipes=[
            Downpipe(id="a", name="Barn", pipes=2, bore_mm=77.9, screens=MESH, run=Run(bore_mm=102.3, length_m=3))
        ],
        cistern=Cistern(
            tanks=[Tank(id="slim", name="Slim tank", shape=Slim(length_m=4.0, width_m=1.3, height_m=2.0))]
        ),
        first_flush=FirstFlush(kind="ball", depth_mm=0.5, bore_mm=102.3, place="group", wall_m=2.4),
        downpour=Downpour(source="table"),
        rain=Rain(design_intensity_mm_h=75),
    )  # fmt: skip


def test_the_barn_brings_560_gallons_an_inch_and_four_and_a_half_inches_fill_its_tank():
    plan = plan_property(slim_at_the_barn(), prepare_rain(demo_rain("saltmarrow"), "none")).plan
    an_inch = plan.roofs.figures["litres_per_mm"].value * 25.4 / L_PER_US_GALLON
    assert an_inch == pytest.approx(560, rel=0.01)
    assert 2_500 / an_inch == pytest.approx(4.5, abs=0.05)
    assert plan.tank_l / L_PER_US_GALLON == pytest.approx(2_500, rel=0.07)


def test_the_barn_is_told_of_bulge_fine_mesh_and_its_leg():
    plan = plan_property(slim_at_the_barn(), None).plan
    notes = {note.head: note.text for note in plan.gutters.notes}
    assert "50 micron" in notes["Slim tanks"]
    assert "Flexible" in notes["Connections at the bottom"]
    tee = plan.gutters.tees[0]
    volume_l = 1_010 * M2_PER_SQUARE_FOOT * 0.5
    assert tee.legs * tee.leg_m == pytest.approx(volume_l / 1000 / (math.pi * 0.1023**2 / 4), rel=0.001)
