"""Changing a document: what is asked is done, nothing else is, and what cannot stand is named."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError, require_number
from lean_year.core.household.uses import HABITS_L_PERSON_DAY
from lean_year.plan.answer.wording import Wording
from lean_year.property.assumed import by_value
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit, check
from lean_year.property.refusals import field_name
from lean_year.property.start import FIRST_GUESS_DAYS, new_property
from lean_year.property.start_us import USUAL_IN_US_UNITS
from lean_year.property.upgrades import upgrade
from tests.farm import farm
from tests.formats.test_round_trips import documents


def replace(path, value):
    return [{"op": "replace", "path": path, "value": value}]


@given(documents(), st.floats(0, 1e9), st.integers(0, 11), st.floats(0, 1e6))
def test_an_edit_changes_what_it_names_and_its_opposite_changes_it_back(document, more, month, garden):
    before, month_path = document.model_dump(), f"/household/garden_l_month/{month}"
    reserve = min(more, document.cistern.gross_l)
    edited = apply_edit(document, replace("/cistern/fire_reserve_l", reserve) + replace(month_path, garden))
    assert edited.cistern.fire_reserve_l == reserve
    assert edited.household.garden_l_month[month] == garden
    assert document.model_dump() == before, "the document that was given is left as it was"
    back = apply_edit(
        edited,
        replace("/cistern/fire_reserve_l", document.cistern.fire_reserve_l)
        + replace(month_path, document.household.garden_l_month[month]),
    )
    assert back == document


@given(documents(), st.floats(1, 1e6), st.floats(-20, 20))
def test_an_edit_of_a_part_comes_to_the_same_as_one_for_which_all_parts_are_checked(document, litres, low_m):
    # What names no part by its place goes through the whole document.
    whole = {"op": "test", "path": "/assumed", "value": by_value(document, document.assumed)}
    roof = farm().roofs[0].model_dump(mode="json", include={"id", "name", "extent", "drains"}) | {"id": "another"}
    roof["drains"] = [{"group": document.downpipes[0].id, "share": 1.0}]
    edits = [
        [{"op": "resize", "path": "/cistern", "value": litres}],
        [{"op": "add", "path": "/roofs/-", "value": roof}],
        [{"op": "remove", "path": "/levels"}],
        [{"op": "copy", "from": "/name", "path": "/place"}, *replace("/levels/pump_m", low_m)],
        [{"op": "confirm", "path": "/assumed", "value": ["/levels"]}, *replace("/snow/melt_mm_c_day", 3.0)],
    ]
    for edit in edits:
        quick, slow = _edited(document, edit), _edited(document, [whole, *edit])
        if isinstance(quick, Property):
            assert quick.model_dump_json() == slow.model_dump_json()
            left = Property.model_fields.keys() - {each["path"].split("/")[1] for each in edit} - {"assumed"}
            assert all(getattr(quick, name) is getattr(document, name) for name in left)
        else:
            assert quick == slow


def _edited(document, edit):
    """The document after an edit, or why it is refused."""
    try:
        return apply_edit(document, edit)
    except InputError as refused:
        return str(refused)


def test_roofs_are_added_and_taken_out():
    document = farm()
    shed = document.roofs[2].model_dump() | {"id": "shed", "name": "Shed"}
    more = apply_edit(document, [{"op": "add", "path": "/roofs/-", "value": shed}])
    assert [roof.name for roof in more.roofs][-1] == "Shed"
    assert apply_edit(more, [{"op": "remove", "path": "/roofs/3"}]).roofs == document.roofs


def test_writing_a_whole_part_confirms_all_that_was_assumed_in_it():
    document = new_property(name="Hut", roof_area_m2=80, people=2)
    assert any(pointer.startswith("/cistern/") for pointer in document.assumed)
    edited = apply_edit(document, replace("/cistern", farm().cistern.model_dump(mode="json")))
    assert not any(pointer.startswith("/cistern/") for pointer in edited.assumed)
    assert "/roofs/0/runoff" in edited.assumed


@pytest.mark.parametrize(
    ("location", "name"),
    [
        ((), "property"),
        (("name",), "name"),
        (("roofs", 2, "extent", "rectangle", "width_m"), "roofs[2].extent.width_m"),
        (("household", "guests", 11), "household.guests[11]"),
    ],
)
def test_a_place_is_named_as_people_read_it(location, name):
    assert field_name(location) == name


@pytest.mark.parametrize(
    ("raw", "words"),
    [
        ({}, "name: is missing"),
        (None, "property: "),
        (farm().model_dump() | {"roofs": "none"}, "roofs: "),
        (
            farm().model_dump() | {"cistern": farm().cistern.model_dump() | {"fire_reserve_l": 86_001}},
            "fire_reserve_l: must be at most what the tanks hold, 86,000 L",
        ),
    ],
)
def test_what_is_no_document_is_named(raw, words):
    with pytest.raises(InputError, match=words):
        check(raw)


@pytest.mark.parametrize(
    ("path", "value", "metric", "us"),
    [
        ("/roofs/0/extent/length_m", 5_000, "must be at most 1,000 m, got 5,000 m",
         "must be at most 3,280.8 ft, got 16,404.2 ft"),
        ("/downpipes/0/bore_mm", 1, "must be at least 5 mm, got 1 mm", "must be at least 0.20 in, got 0.04 in"),
        ("/household/garden_l_month/3", -38, "must be at least 0 L, got -38 L",
         "must be at least 0 gal, got −10 gal"),
        ("/site/tmin_c", [99] * 12, "must be at most 60 °C, got 99 °C", "must be at most 140 °F, got 210 °F"),
        ("/pump/hazen_c", 900, "must be at most 200, got 900", "must be at most 200, got 900"),
        ("/cistern/start_share", 2, "must be at most 1, got 2", "must be at most 1, got 2"),
    ],
)  # fmt: skip
def test_a_value_outside_its_range_is_refused_in_the_units_of_its_reader(path, value, metric, us):
    with pytest.raises(InputError) as refused:
        apply_edit(farm(), replace(path, value))
    assert refused.value.problem == metric
    assert refused.value.written(Wording("us").of_kind).problem == us


@pytest.mark.parametrize("habit", HABITS_L_PERSON_DAY)
def test_the_first_tank_holds_the_days_it_says(habit):
    document = new_property(name="Hut", roof_area_m2=80, people=4, habit=habit)
    assert document.cistern.gross_l == pytest.approx(4 * HABITS_L_PERSON_DAY[habit] * FIRST_GUESS_DAYS, abs=500)
    assert document.household.indoor_l_person_day == HABITS_L_PERSON_DAY[habit]


def test_a_document_of_this_version_needs_no_upgrade():
    raw = farm().model_dump(mode="json")
    assert Property.model_validate(upgrade(raw)) == farm()


@given(st.floats(allow_nan=True, allow_infinity=True))
def test_a_number_is_taken_only_within_its_range(value):
    if 0 <= value <= 10:
        assert require_number("depth_m", value, low=0, high=10) == value
    else:
        with pytest.raises(InputError, match="depth_m: must be a number from 0 to 10"):
            require_number("depth_m", value, low=0, high=10)


def test_staff_readings_become_heights():
    readings = [{"path": "/roofs/0/outlet_m", "staff_m": -1.2}, {"path": "/cistern/tanks/0/floor_m", "staff_m": 3.05}]
    survey = {"op": "survey", "path": "/levels", "value": {"instrument_m": 1.45, "readings": readings}}
    document = apply_edit(farm(), [survey])
    assert document.roofs[0].outlet_m == pytest.approx(2.65)
    assert document.cistern.tanks[0].floor_m == pytest.approx(-1.6)


@pytest.mark.parametrize(
    ("value", "field"),
    [
        (
            {"instrument_m": 1.4, "readings": [{"path": "/household/residents", "staff_m": 1.0}]},
            "survey.readings[0].path",
        ),
        ({"instrument_m": 1.4, "readings": [{"path": "/roofs/0/outlet_m", "staff_m": 60.0}]}, "staff_m"),
        ({"instrument_m": 1.4, "readings": [{"path": "/roofs/0/outlet_m"}]}, "survey.readings[0].staff_m"),
        ({"instrument_m": True, "readings": [{"path": "/roofs/0/outlet_m", "staff_m": 1.0}]}, "instrument_m"),
        ({"readings": "many"}, "survey"),
        ([], "survey"),
    ],
)
def test_a_survey_that_cannot_be_is_refused_by_name(value, field):
    with pytest.raises(InputError) as refused:
        apply_edit(farm(), [{"op": "survey", "path": "/levels", "value": value}])
    assert refused.value.field == field


def test_what_is_assumed_follows_its_entry_through_the_list():
    document = farm().model_copy(update={"assumed": ["/roofs/0/runoff", "/roofs/2/runoff", "/prices/tank_m3"]})
    taken = apply_edit(document, [{"op": "remove", "path": "/roofs/0"}])
    assert taken.assumed == ["/roofs/1/runoff", "/prices/tank_m3"]
    roof = document.roofs[0].model_dump(mode="json") | {"id": "new"}
    put_in = apply_edit(document, [{"op": "add", "path": "/roofs/1", "value": roof}])
    assert put_in.assumed == ["/roofs/0/runoff", "/roofs/3/runoff", "/prices/tank_m3"]
    for last in ("/roofs/2", "/roofs/-"):
        moved = apply_edit(document, [{"op": "move", "from": "/roofs/0", "path": last}])
        assert [roof.id for roof in moved.roofs] == [document.roofs[row].id for row in (1, 2, 0)]
        assert moved.assumed == ["/roofs/1/runoff", "/prices/tank_m3", "/roofs/2/runoff"]
    first_height = [{"op": "add", "path": "/roofs/0/runoff", "value": 0.9},
                    {"op": "replace", "path": "/assumed", "value": ["/roofs/0/runoff"]}]  # fmt: skip
    assert apply_edit(document, first_height).assumed == ["/roofs/0/runoff"]


MORE_L = {"id": "more", "name": "More", "shape": {"kind": "volume", "volume_l": 900}, "overflow_m": 0.9}
ADDED_ROWS = [
    {"op": "add", "path": "/downpipes/-", "value": {"id": "more", "name": "More"}},
    {"op": "add", "path": "/roofs/0/gutters/-", "value": {}},
    {"op": "add", "path": "/cistern/tanks/-", "value": MORE_L},
]


@pytest.mark.parametrize("units", ["metric", "us"])
def test_a_row_that_is_added_begins_with_round_figures_of_the_propertys_units(units):
    document = apply_edit(farm(), replace("/units", units))
    after = apply_edit(document, ADDED_ROWS)
    pipe, gutter, tank = after.downpipes[-1], after.roofs[0].gutters[-1], after.cistern.tanks[-1]
    at = {"downpipes": len(after.downpipes) - 1, "tanks": len(after.cistern.tanks) - 1}
    begun = [
        ("/downpipes/0/bore_mm", pipe.bore_mm, 75),
        ("/downpipes/0/run/length_m", pipe.run.length_m, 8),
        ("/roofs/0/gutters/0/width_mm", gutter.width_mm, 125),
        ("/cistern/tanks/0/link/length_m", tank.link.length_m, 2),
    ]
    for place, value, in_metric in begun:
        assert value == (USUAL_IN_US_UNITS[place] if units == "us" else in_metric), place
    assert {f"/downpipes/{at['downpipes']}/bore_mm", f"/cistern/tanks/{at['tanks']}/link/length_m"} <= {
        *after.assumed
    }
    assert tank.shape.volume_l == 900, "what was given stays as it was given"
    assert after.downpipes[:-1] == document.downpipes


def test_an_added_row_that_says_all_of_itself_keeps_its_metric_figures_in_a_us_property():
    document = apply_edit(farm(), replace("/units", "us"))
    row = document.downpipes[0].model_dump(mode="json") | {"id": "more", "bore_mm": 75}
    after = apply_edit(document, [{"op": "add", "path": "/downpipes/-", "value": row}])
    assert after.downpipes[-1].bore_mm == 75


def test_an_edit_that_fits_nothing_names_its_first_four_places_and_no_more_of_a_long_one():
    asked = [each for number in range(5) for each in replace(f"/nowhere/{number}" + "x" * 80, 1)]
    with pytest.raises(InputError) as refused:
        apply_edit(new_property(name="Hut", roof_area_m2=50, people=2), asked)
    named = ", ".join(f"/nowhere/{number}" + "x" * 50 for number in range(4))
    assert str(refused.value) == f"operations: do not fit the document: {named}"
