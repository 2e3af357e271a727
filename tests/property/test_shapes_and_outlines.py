"""Tanks and roofs as they are entered: measures in order, outlines that are surfaces, names that agree."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from lean_year.core.errors import InputError
from lean_year.core.water_path.screens import SCREEN_TYPES
from lean_year.property.cistern import Cistern, Tank
from lean_year.property.edits import apply_edit
from lean_year.property.outline import outline_area_m2
from lean_year.property.parts import restricted_to
from lean_year.property.roofs import Drain, Outline, PlanArea, Roof
from lean_year.property.tank_shapes import Box, LyingCylinder, Moulded, Pit, Precast, Slim, UprightCylinder, Volume
from lean_year.property.water_path import Screen
from tests.farm import changed, farm, resize

SHAPES = [
    Volume(volume_l=5_000),
    UprightCylinder(diameter_m=2.4, height_m=2.2),
    UprightCylinder(diameter_m=10.2, height_m=2.3, liner=True),
    Slim(length_m=2, width_m=0.6, height_m=1.8),
    Box(length_m=3, width_m=2, height_m=2, cast=True),
    Slim(length_m=2, width_m=0.6, height_m=1.8, stated_l=1_900),
    Precast(length_m=2.4, width_m=1.8, height_m=1.7),
    Precast(length_m=2.4, width_m=2.4, height_m=1.7, round=True),
    Moulded(length_m=2.4, width_m=2.2, height_m=0.8),
    LyingCylinder(diameter_m=1.8, length_m=4),
    Pit(length_m=5, width_m=3, height_m=1.4, pipe_bore_m=0.3, pipe_length_m=8),
]


@pytest.mark.parametrize("shape", SHAPES, ids=lambda shape: shape.kind)
@given(factor=st.floats(0.2, 5))
def test_widening_multiplies_the_water_and_keeps_the_height(shape, factor):
    before, after = shape.in_core(), shape.widened(factor).in_core()
    assert after.height_m == pytest.approx(before.height_m)
    for depth in (0.3, 0.7, before.height_m):
        assert float(after.volume_l(depth)) == pytest.approx(factor * float(before.volume_l(depth)), rel=1e-5)


@pytest.mark.parametrize(
    "shape",
    [
        {"kind": "slim", "length_m": 2.4, "width_m": 0.7, "height_m": 2.0, "stated_l": 3_500},
        {"kind": "upright_cylinder", "diameter_m": 2.0, "height_m": 2.0, "stated_l": 7_000},
        {"kind": "box", "length_m": 1.0, "width_m": 1.0, "height_m": 1.0, "stated_l": 1_050},
        {
            "kind": "moulded",
            "length_m": 2.0,
            "width_m": 2.0,
            "height_m": 1.0,
            "openings_share": 0.2,
            "stated_l": 3_400,
        },
    ],
    ids=lambda shape: shape["kind"],
)
def test_a_stock_size_that_cannot_hold_what_is_stated_is_refused_with_what_it_holds(shape):
    tank = {**farm().cistern.tanks[0].model_dump(), "shape": shape, "overflow_m": None, "outlet_m": 0.1}
    with pytest.raises(InputError, match=r"stated_l: must be at most what its measures hold"):
        changed(cistern__tanks=[tank], cistern__fire_reserve_l=0)


def test_a_stated_volume_counts_and_its_measures_stand():
    shape = Slim(length_m=2.4, width_m=0.7, height_m=2.0, stated_l=3_000)
    assert float(shape.in_core().volume_l(2.0)) == pytest.approx(3_000)
    assert float(shape.in_core().volume_l(1.0)) == pytest.approx(1_500)
    assert shape.by_measures().area_m2 > shape.in_core().area_m2


@given(st.floats(500, 1e6))
def test_a_bank_resized_holds_what_was_asked_and_keeps_its_proportions(litres):
    cistern = Cistern(
        tanks=[Tank(id="a", name="A", shape=SHAPES[1], count=2), Tank(id="b", name="B", shape=SHAPES[3])]
    )
    first = 2 * float(cistern.tanks[0].vessel().below_l(99))
    sized = cistern.resized(litres)
    assert sized.gross_l == pytest.approx(litres, rel=1e-6)
    now = 2 * float(sized.tanks[0].vessel().below_l(99))
    assert now / sized.gross_l == pytest.approx(first / cistern.gross_l, rel=1e-6)


def test_only_the_planned_phase_is_resized():
    cistern = Cistern(
        tanks=[Tank(id="a", name="A", shape=SHAPES[0]), Tank(id="b", name="B", shape=SHAPES[0], phase=1)]
    )
    sized = cistern.resized(10_000)
    assert (sized.tanks[0].shape.volume_l, sized.tanks[1].shape.volume_l) == (10_000, 5_000)
    assert cistern.model_copy(update={"built_phase": 1}).gross_l == 10_000


@pytest.mark.parametrize(
    ("make", "says"),
    [
        (lambda: Slim(length_m=0.5, width_m=0.6, height_m=1), "at least the width"),
        (lambda: Pit(length_m=1, width_m=1, height_m=1, pipe_bore_m=0.5, pipe_length_m=9), "do not fit"),
        (lambda: Tank(id="a", name="A", shape=SHAPES[0], overflow_m=2.4), "at most the height"),
        (lambda: Tank(id="a", name="A", shape=SHAPES[0], outlet_m=1.9, overflow_m=1.8), "at most the overflow"),
        (lambda: UprightCylinder(diameter_m=0, height_m=1), "diameter_m"),
        (lambda: Cistern(tanks=[]), "tanks"),
        (lambda: Cistern(tanks=[Tank(id="a", name="A", shape=SHAPES[0])] * 2), "different ids"),
        (lambda: Cistern(tanks=[Tank(id="a", name="A", shape=SHAPES[0], phase=2)]), "built_phase"),
        (lambda: Cistern(tanks=[Tank(id="a", name="A", shape=SHAPES[0])], fire_reserve_l=6_000), "fire_reserve_l"),
        (lambda: Cistern(tanks=[Tank(id="a", name="A", shape=SHAPES[0])], first_day="02-30"), "month and day"),
    ],
)
def test_a_tank_that_cannot_stand_says_which_measure(make, says):
    with pytest.raises((ValidationError, InputError), match=says):
        make()


def roof(**changes):
    return Roof(**({"id": "r", "name": "R", "extent": PlanArea(area_m2=50)} | changes))


@pytest.mark.parametrize(
    ("points", "says"),
    [
        ([[0, 0], [10, 10], [10, 0], [0, 10]], "its sides cross or touch near"),
        ([[0, 0], [5, 0], [10, 0]], "the corners lie on one line|cross or touch"),
        ([[0, 0], [5, 0]], "points_m|at least 3"),
    ],
)
def test_an_outline_that_is_no_surface_is_refused(points, says):
    with pytest.raises((ValidationError, InputError), match=says):
        Outline(points_m=[[float(x), float(y)] for x, y in points])


@given(st.lists(st.floats(2, 30), min_size=3, max_size=12))
def test_the_area_of_an_outline_is_the_surveyors(radii):
    """Against the shoelace formula, on star-shaped outlines round a point."""
    points = [
        [r * math.cos(2 * math.pi * i / len(radii)), r * math.sin(2 * math.pi * i / len(radii))]
        for i, r in enumerate(radii)
    ]
    shoelace = sum(points[i - 1][0] * points[i][1] - points[i][0] * points[i - 1][1] for i in range(len(points)))
    assert outline_area_m2(points) == pytest.approx(abs(shoelace) / 2, rel=1e-9)


def test_a_surface_is_shared_out_whole_and_to_groups_that_exist():
    with pytest.raises((ValidationError, InputError), match="100 %, got 90 %"):
        roof(drains=[Drain(group="a", share=0.6), Drain(group="b", share=0.3)])
    with pytest.raises((ValidationError, InputError), match="once"):
        roof(drains=[Drain(group="a", share=0.5), Drain(group="a", share=0.5)])
    with pytest.raises(InputError, match="must name a group of downpipes"):
        changed(roofs__0__drains=[{"group": "zz", "share": 1.0}])
    with pytest.raises(InputError, match="downpipes"):
        changed(downpipes=[{"id": "a", "name": "A", "tank": "no-such-tank"}])


def test_crossed_triggers_are_refused_with_the_steps_named():
    step = {"house_cut": 0.1, "garden_cut": 1.0, "animals_cut": 0.0, "other_cut": 0.0}
    steps = [{"name": "First", "below_share": 0.2, **step}, {"name": "Second", "below_share": 0.4, **step}]
    with pytest.raises(InputError, match="steps"):
        changed(household__steps=steps)


def test_the_tank_is_resized_as_one_of_several_operations():
    document = apply_edit(farm(), [resize(50_000), {"op": "replace", "path": "/name", "value": "Small"}])
    assert (round(document.cistern.gross_l), document.name) == (50_000, "Small")
    with pytest.raises(InputError, match="can resize /cistern only"):
        apply_edit(farm(), [{"op": "resize", "path": "/roofs", "value": 5}])
    with pytest.raises(InputError):
        apply_edit(farm(), [resize(-1)])


def test_what_holds_nothing_yet_is_given_a_size_only_where_it_is_a_size_alone():
    def bank(*shapes):
        tanks = [farm().cistern.tanks[0].model_copy(update={"shape": shape}) for shape in shapes]
        return Cistern.model_construct(tanks=tanks, built_phase=1)

    empty = Volume.model_construct(kind="volume", volume_l=0.0)
    assert bank(empty).resized(5_000).tanks[0].shape.volume_l == 5_000
    for nothing in (bank(), bank(empty, empty)):
        with pytest.raises(InputError, match="hold nothing yet"):
            nothing.resized(5_000)


def test_a_screen_has_what_was_entered_and_else_what_is_usual_for_its_kind():
    names = ("open_cm2", "aperture_mm", "head_mm", "loss_share", "clean_weeks")
    for kind in SCREEN_TYPES:
        usual = Screen(kind=kind)
        assert [usual.value(name) for name in names] == [getattr(SCREEN_TYPES[kind], name) for name in names]
    entered = Screen(
        kind=next(iter(SCREEN_TYPES)), open_cm2=77, aperture_mm=3, head_mm=0, loss_share=0, clean_weeks=9
    )
    assert [entered.value(name) for name in names] == [77, 3, 0, 0, 9]


def test_a_document_is_cut_down_to_the_fields_that_are_named():
    document = farm()
    cut = restricted_to(document, ("units", "roofs.on", "rain.filling"))
    assert cut.units == document.units
    assert [roof.on for roof in cut.roofs] == [roof.on for roof in document.roofs]
    assert cut.rain.filling == document.rain.filling
    for left_out in (lambda: cut.name, lambda: cut.roofs[0].name, lambda: cut.rain.record_id):
        with pytest.raises(AttributeError):
            left_out()
    assert restricted_to(document, ("",)) is document
